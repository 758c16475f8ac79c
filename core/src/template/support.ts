import { z } from 'zod';
import { Name, Tool, type Mount } from '../part/index.js';
import { LengthMm, Surface, type Solid } from '../solid/index.js';
import {
  along,
  baseKinds,
  box,
  cone,
  createBase,
  createBases,
  mount,
  pinSpacingMm,
  rod,
  screwsApartMm,
  seatedAtMm,
  socket,
} from './pieces.js';
import type { Made } from './made.js';

/** What a shop page states about an eyepiece hood for a screen. */
export const LoupeFigures = z.strictObject({
  /** Width and height of the hood where it lies on the screen. */
  widthMm: LengthMm,
  heightMm: LengthMm,
  lengthMm: LengthMm,
  eyeDiameterMm: LengthMm,
  fixing: z.enum(['device', 'quarter-screw', 'cold-shoe', 'hook-loop']),
  /** A ¼″ socket on top of the hood, or one on either side as well. */
  sockets: z.enum(['none', 'top', 'three']).optional(),
});
export type LoupeFigures = z.infer<typeof LoupeFigures>;

/** A loupe behind a screen: hood, barrel, eyecup. Origin in the middle of the hood's mouth, which looks ahead. */
export function createLoupe(f: LoupeFigures): Made {
  const [y, z] = [f.widthMm / 2, f.heightMm / 2];
  const hood = f.lengthMm * 0.55;
  const r = f.eyeDiameterMm / 2;
  const solids: Solid[] = [
    box('hood', [-hood, -y, -z], [0, y, z], 'plastic', 4),
    rod('barrel', [-f.lengthMm * 0.82, 0, 0], [-hood, 0, 0], r * 0.86, 'metal'),
    cone('eyecup', [-f.lengthMm, 0, 0], [-f.lengthMm * 0.82, 0, 0], r, r * 0.8, 'rubber'),
  ];
  const mounts: Mount[] = [];
  if (f.fixing === 'device') {
    mounts.push(
      mount('mouth', 'device-clamp', 'clamp', [0, 0, 0], [1, 0, 0], [0, 1, 0], {
        carrier: true,
        fastening: { tool: 'none', seconds: 8 },
        holdsNm: 0.4,
      }),
    );
  } else if (f.fixing === 'hook-loop') {
    mounts.push(
      mount('mouth', 'hook-loop', 'face', [0, 0, 0], [1, 0, 0], [0, 0, 1], {
        carrier: true,
        fastening: { tool: 'none', seconds: 6 },
      }),
    );
  } else {
    solids.push(box('arm', [-10, -8, -z - 8], [10, 8, -z], 'metal', 2));
    mounts.push({
      ...createBase(f.fixing === 'cold-shoe' ? 'cold-shoe' : 'quarter', [0, 0, -1], [1, 0, 0]),
      originMm: [0, 0, -z - 8],
    });
  }
  const middle = -hood / 2;
  if (f.sockets && f.sockets !== 'none') {
    mounts.push(
      socket('top', 'quarter-20', [middle, 0, z], [0, 0, 1], [1, 0, 0], {
        name: 'socket on top',
        depthMm: 6,
        blind: true,
      }),
    );
  }
  if (f.sockets === 'three') {
    for (const [side, sign] of [
      ['left', 1],
      ['right', -1],
    ] as const) {
      mounts.push(
        socket(side, 'quarter-20', [middle, sign * y, 0], [0, sign, 0], [1, 0, 0], {
          name: `socket at the ${side}`,
          depthMm: 6,
          blind: true,
        }),
      );
    }
  }
  return {
    solids,
    mounts,
    keepClear: [
      {
        id: 'eye-room',
        purpose: 'eyepiece',
        shape: {
          type: 'cylinder',
          atMm: [-f.lengthMm - 20, 0, 0],
          axis: [1, 0, 0],
          radiusMm: r,
          lengthMm: 30,
        },
      },
    ],
  };
}

/** What a shop page states about a shoulder pad. */
export const ShoulderPadFigures = z.strictObject({
  lengthMm: LengthMm,
  widthMm: LengthMm,
  heightMm: LengthMm,
  fixing: z.enum(['rods', 'quarter-socket', 'dovetail-38']),
});
export type ShoulderPadFigures = z.infer<typeof ShoulderPadFigures>;

/** A shoulder pad: a plate with a soft saddle below. Origin in the middle of the plate's top. */
export function createShoulderPad(f: ShoulderPadFigures): Made {
  const [x, y] = [f.lengthMm / 2, f.widthMm / 2];
  const plate = Math.min(12, f.heightMm * 0.3);
  const solids: Solid[] = [
    box('plate', [-x, -Math.min(y, 30), -plate], [x, Math.min(y, 30), 0], 'metal', 2),
    box('front-lobe', [x * 0.35, -y, -f.heightMm], [x, y, -plate], 'rubber', 10),
    box('back-lobe', [-x, -y, -f.heightMm], [-x * 0.35, y, -plate], 'rubber', 10),
    box('saddle', [-x * 0.35, -y, -plate - 10], [x * 0.35, y, -plate], 'rubber', 4),
  ];
  const mounts: Mount[] = [];
  if (f.fixing === 'rods') {
    solids.push(box('clamp', [-12, -42, 0], [12, 42, 22], 'metal', 3));
    mounts.push(
      // Rods are always taken hold of from above in their frame, wherever the part hangs.
      mount('rods', 'rod-15-pair', 'clamp', [0, 0, 11], [0, 0, -1], [1, 0, 0], {
        clampLengthMm: 24,
        entry: 'end',
        fastening: { tool: 'thumb', seconds: 8 },
        carrier: true,
      }),
    );
  } else if (f.fixing === 'dovetail-38') {
    mounts.push(
      mount('clamp', 'dovetail-38', 'clamp', [0, 0, 0], [0, 0, 1], [1, 0, 0], {
        clampLengthMm: Math.min(60, f.lengthMm),
        entry: 'side',
        fastening: { tool: 'thumb', seconds: 6 },
        carrier: true,
      }),
    );
  } else {
    mounts.push({
      ...socket('top', 'quarter-20', [0, 0, 0], [0, 0, 1], [1, 0, 0], { holes: true }),
      carrier: true,
    });
  }
  return { solids, mounts };
}

/** What a shop page states about a strap. */
export const StrapFigures = z.strictObject({
  lengthMm: LengthMm,
  widthMm: LengthMm,
  /** What it may carry, where the maker says. */
  bearsG: z.number().positive().max(100_000).optional(),
  fixing: z.enum(['lug', 'quarter-screw']),
  /** A wrist strap hangs on one end, a neck strap has an eye at either. */
  ends: z.enum(['one', 'two']).optional(),
});
export type StrapFigures = z.infer<typeof StrapFigures>;

/** A strap, rolled up as it lies beside the rig. Origin at the end that is fastened. */
export function createStrap(f: StrapFigures): Made {
  // A roll of webbing 2 mm thick: π·r² = length · thickness.
  const r = Math.min(60, Math.sqrt((f.lengthMm * 2) / Math.PI));
  const bears = f.bearsG ? { bears: { massG: f.bearsG } } : {};
  const eye = (id: string, xMm: number, more: Partial<Mount> = {}): Mount =>
    mount(id, 'strap-lug', 'strap', [xMm, 0, 0], [0, 0, 1], [1, 0, 0], {
      fastening: { tool: 'none', seconds: 20 },
      ...bears,
      ...more,
    });
  const isLooped = f.ends === 'two' && f.fixing === 'lug';
  return {
    ...(isLooped ? { webbingMm: f.lengthMm } : {}),
    solids: [
      rod('roll', [0, 0, -2 * r - 6], [f.widthMm, 0, -2 * r - 6], r, 'cloth'),
      box('eye', [0, -3, -r - 6], [6, 3, 0], 'metal', 1),
    ],
    mounts: [
      f.fixing === 'lug'
        ? eye('eye-end', 3, {
            carrier: true,
            ...(isLooped ? { name: 'one end' } : { name: 'eye' }),
          })
        : { ...createBase('quarter', [0, 0, 1], [1, 0, 0]), originMm: [3, 0, 0], ...bears },
      ...(isLooped ? [eye('other-end', 3, { name: 'other end' })] : []),
    ],
  };
}

/** What a shop page states about a tripod head, a gimbal or a monopod with a plate on top. */
export const SupportFigures = z.strictObject({
  heightMm: LengthMm,
  widthMm: LengthMm,
  depthMm: LengthMm,
  takes: z.enum(['video-plate-50', 'dovetail-38', 'quarter-screw', 'three-eighths-screw']),
  /** Length of the clamp that takes the plate. */
  clampMm: LengthMm.optional(),
  bearsG: z.number().positive().max(200_000).optional(),
  /** A fluid head or a gimbal tilts; how far each way. */
  tiltsDeg: z.number().min(0).max(180).optional(),
  /** A fluid head: its greatest counterbalance, and how far its tilt axis lies below the plate. */
  counterbalanceNm: z.number().min(0).max(1000).optional(),
  axisBelowMm: z.number().min(-500).max(500).optional(),
  /** A gimbal: how far from the middle of its plate the weight may be, each way, and how high above it. */
  forwardMm: LengthMm.optional(),
  sidewaysMm: LengthMm.optional(),
  upToMm: LengthMm.optional(),
  envelopeMm: z.tuple([LengthMm, LengthMm, LengthMm]).optional(),
});
export type SupportFigures = z.infer<typeof SupportFigures>;

/** What a head balances, and what a gimbal's arms reach, as far as somebody states it. */
function toBalance(f: SupportFigures): Pick<Made, 'head' | 'gimbal'> {
  const { counterbalanceNm, axisBelowMm, forwardMm, sidewaysMm, upToMm, envelopeMm } = f;
  const even = (mm: number): [number, number] => [-mm, mm];
  const head = {
    ...(counterbalanceNm === undefined ? {} : { counterbalanceNm }),
    ...(axisBelowMm === undefined ? {} : { axisBelowMm }),
  };
  const gimbal = {
    ...(forwardMm === undefined ? {} : { forwardMm: even(forwardMm) }),
    ...(sidewaysMm === undefined ? {} : { leftMm: even(sidewaysMm) }),
    ...(upToMm === undefined ? {} : { upMm: [0, upToMm] as [number, number] }),
    ...(envelopeMm === undefined ? {} : { envelopeMm }),
  };
  return {
    ...(Object.keys(head).length > 0 ? { head } : {}),
    ...(Object.keys(gimbal).length > 0 ? { gimbal } : {}),
  };
}

/** A support under the rig: base, neck, head with what takes a plate. Origin in the middle of its top. */
export function createSupport(f: SupportFigures): Made {
  const [x, y] = [f.depthMm / 2, f.widthMm / 2];
  const head = Math.min(26, f.heightMm * 0.3);
  const bears = f.bearsG ? { bears: { massG: f.bearsG } } : {};
  const clampMm = f.clampMm ?? Math.min(90, f.depthMm);
  const top: Mount =
    f.takes === 'quarter-screw' || f.takes === 'three-eighths-screw'
      ? {
          ...createBase('quarter', [0, 0, 1], [1, 0, 0], { lining: 'rubber', padRadiusMm: 20 }),
          ...(f.takes === 'three-eighths-screw' ? { kind: 'three-eighths-16' as const } : {}),
          ...bears,
        }
      : mount(
          'receiver',
          f.takes,
          f.takes === 'dovetail-38' ? 'clamp' : 'receiver',
          [0, 0, 0],
          [0, 0, 1],
          [1, 0, 0],
          {
            clampLengthMm: clampMm,
            entry: 'side',
            fastening: { tool: 'thumb', seconds: 6 },
            carrier: true,
            ...bears,
          },
        );
  return {
    solids: [
      box('head', [-x, -y, -head], [x, y, 0], 'metal', 4),
      cone(
        'base',
        [0, 0, -f.heightMm],
        [0, 0, -head],
        Math.min(x, y),
        Math.min(x, y) * 0.7,
        'metal',
      ),
    ],
    mounts: [{ ...top, id: 'receiver' }],
    ...toBalance(f),
    ...(f.tiltsDeg
      ? {
          movements: [
            {
              id: 'tilt',
              name: 'head tilted',
              type: 'turn' as const,
              originMm: [0, 0, -head] as [number, number, number],
              axis: [0, 1, 0] as [number, number, number],
              from: -f.tiltsDeg,
              to: f.tiltsDeg,
              rest: 0,
              carries: ['head', 'receiver'],
            },
          ],
        }
      : {}),
  };
}

/** What a shop page states about a clamp on one rod or on both. */
export const RodClampFigures = z.strictObject({
  on: z.enum(['rods', 'rod']),
  lengthMm: LengthMm,
  heightMm: LengthMm,
  /** What its top offers. */
  top: z.enum(['quarter-socket', 'quarter-screw', 'nato', 'cold-shoe', 'rosette', 'rod']),
  tool: Tool.optional(),
});
export type RodClampFigures = z.infer<typeof RodClampFigures>;

/** A clamp on 15 mm rods with something on top. Origin between the rods, or in the middle of the one. */
export function createRodClamp(f: RodClampFigures): Made {
  const x = f.lengthMm / 2;
  const y = f.on === 'rods' ? 42 : 14;
  const z = Math.max(f.heightMm - 11, 9);
  const fastening = { tool: f.tool ?? ('thumb' as const), seconds: 8 };
  const shared = { clampLengthMm: f.lengthMm, fastening, carrier: true };
  const clamp =
    f.on === 'rods'
      ? mount('rods', 'rod-15-pair', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
          ...shared,
          entry: 'end',
        })
      : mount('rod', 'rod-15-single', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
          ...shared,
          holdsNm: 2,
        });
  const up: [number, number, number] = [0, 0, 1];
  const ahead: [number, number, number] = [1, 0, 0];
  const tops: Record<RodClampFigures['top'], () => Mount> = {
    'quarter-socket': () =>
      socket('top', 'quarter-20', [0, 0, z], up, ahead, { holes: f.on === 'rods' }),
    'quarter-screw': () => ({
      ...createBase('quarter', up, ahead),
      id: 'top',
      originMm: [0, 0, z],
      carrier: false,
    }),
    nato: () =>
      mount('top', 'nato-rail', 'rail', [0, 0, z], up, ahead, {
        lengthwise: along(ahead, Math.max(20, f.lengthMm)),
      }),
    'cold-shoe': () =>
      mount('top', 'cold-shoe', 'shoe', [0, 0, z], up, ahead, { lengthwise: along(ahead, 20) }),
    rosette: () => mount('top', 'rosette-m6', 'face', [0, 0, z], up, ahead, { toothPhaseDeg: 0 }),
    rod: () =>
      mount('top', 'rod-15-single', 'clamp', [0, 0, z - 8], up, [0, 1, 0], {
        clampLengthMm: 20,
        fastening,
        holdsNm: 2,
      }),
  };
  return {
    solids: [box('block', [-x, -y, -11], [x, y, z], 'metal', 3)],
    mounts: [clamp, tops[f.top]()],
  };
}

/** What one can measure of a flat bar that was bent: two legs, its width and thickness, its holes. */
export const BracketFigures = z.strictObject({
  /** Along the rig, from the bend to the end of the lying leg. */
  footMm: LengthMm,
  /** Up from the bend. */
  uprightMm: LengthMm,
  widthMm: LengthMm,
  thicknessMm: LengthMm,
  hole: z.enum(['quarter-20', 'three-eighths-16']),
  /** Of the hole in each leg, from its end. */
  holeFromEndMm: LengthMm,
  surface: Surface,
});
export type BracketFigures = z.infer<typeof BracketFigures>;

/** A bent bar: a lying leg and an upright one with a hole in each. Origin in the lower face at the lying hole. */
export function createBracket(f: BracketFigures): Made {
  const y = f.widthMm / 2;
  const t = f.thicknessMm;
  const end = Math.min(f.holeFromEndMm, f.footMm - t);
  const bend = end - f.footMm;
  const hole = { depthMm: t, holes: false };
  const up = Math.max(t, f.uprightMm - f.holeFromEndMm);
  return {
    solids: [
      box('foot', [bend, -y, 0], [end, y, t], f.surface, 1),
      box('upright', [bend, -y, t], [bend + t, y, f.uprightMm], f.surface, 1),
    ],
    mounts: [
      {
        ...socket('foot-hole', f.hole, [0, 0, 0], [0, 0, -1], [1, 0, 0], hole),
        name: 'hole in the lying leg, from below',
        carrier: true,
      },
      {
        ...socket('upright-hole', f.hole, [bend, 0, up], [-1, 0, 0], [0, 0, 1], hole),
        name: 'hole in the upright leg, from behind',
      },
      {
        ...socket('upright-inner', f.hole, [bend + t, 0, up], [1, 0, 0], [0, 0, 1], hole),
        name: 'hole in the upright leg, from ahead',
      },
    ],
  };
}

/** What one needs to know of a card, a key or a patch: three sizes. */
export const SmallThingFigures = z.strictObject({
  lengthMm: LengthMm,
  widthMm: LengthMm,
  heightMm: LengthMm,
  surface: Surface,
  fixing: z.enum([
    'none',
    'hook-loop',
    'magnet',
    'cable-tie',
    'cold-shoe',
    'quarter-screw',
    'bolts',
  ]),
  /** Of its pattern of small bolts: as the cage calls its holes. */
  family: Name.optional(),
});
export type SmallThingFigures = z.infer<typeof SmallThingFigures>;

/** A card, a key, a patch, a clip: one block, fixed from below or carried loose. Origin in its underside. */
export function createSmallThing(f: SmallThingFigures): Made {
  const [x, y, z] = [f.lengthMm / 2, f.widthMm / 2, f.heightMm];
  const down: [number, number, number] = [0, 0, -1];
  const ahead: [number, number, number] = [1, 0, 0];
  const fastening = { tool: 'none' as const, seconds: 5 };
  const mounts: Mount[] = [];
  if (f.fixing === 'cold-shoe') mounts.push(createBase('cold-shoe', down, ahead));
  else if (f.fixing === 'quarter-screw') mounts.push(createBase('quarter', down, ahead));
  else if (f.fixing === 'bolts') {
    mounts.push(
      mount('bolts', 'bolt-pattern', 'screw', [0, 0, 0], down, ahead, {
        name: 'two small screws',
        family: f.family ?? 'clamp holes',
        carrier: true,
        fastening: { tool: 'hex-2', seconds: 40 },
      }),
    );
  } else if (f.fixing === 'cable-tie') {
    mounts.push(
      mount('tie', 'cable-tie', 'strap', [0, 0, 0], down, ahead, {
        clampLengthMm: Math.min(f.lengthMm, pinSpacingMm),
        carrier: true,
        fastening,
      }),
    );
  } else if (f.fixing !== 'none') {
    mounts.push(
      mount('patch', f.fixing, 'face', [0, 0, 0], down, ahead, { carrier: true, fastening }),
    );
  }
  return { solids: [box('block', [-x, -y, 0], [x, y, z], f.surface, Math.min(2, z / 2))], mounts };
}

/** What a shop page states about a clamp for a 38 mm dovetail plate. */
export const DovetailClampFigures = z.strictObject({
  /** Along the plate. */
  lengthMm: LengthMm,
  widthMm: LengthMm,
  heightMm: LengthMm,
  /** What is below it, for a head or a plate. */
  below: z.enum([
    'quarter-socket',
    'three-eighths-socket',
    'quarter-screw',
    'rods',
    'video-plate-50',
  ]),
  entry: z.enum(['end', 'side']).optional(),
  tool: Tool.optional(),
});
export type DovetailClampFigures = z.infer<typeof DovetailClampFigures>;

/** A clamp that takes a 38 mm plate from above. Origin in the middle of its top, where the plate lies. */
export function createDovetailClamp(f: DovetailClampFigures): Made {
  const [x, y, z] = [f.lengthMm / 2, f.widthMm / 2, f.heightMm];
  const down: [number, number, number] = [0, 0, -1];
  const ahead: [number, number, number] = [1, 0, 0];
  const at: [number, number, number] = [0, 0, -z];
  const below: Record<DovetailClampFigures['below'], () => Mount> = {
    'quarter-socket': () =>
      socket('below', 'quarter-20', at, down, ahead, { holes: true, name: 'socket below' }),
    'three-eighths-socket': () =>
      socket('below', 'three-eighths-16', at, down, ahead, { holes: true, name: 'socket below' }),
    'quarter-screw': () => ({ ...createBase('quarter', down, ahead), id: 'below', originMm: at }),
    // Rods lie in the block's lower half.
    rods: () =>
      mount('below', 'rod-15-pair', 'clamp', [0, 0, 11 - z], down, ahead, {
        clampLengthMm: f.lengthMm,
        entry: 'end',
        fastening: { tool: f.tool ?? 'thumb', seconds: 8 },
      }),
    'video-plate-50': () =>
      mount('below', 'video-plate-50', 'plate', at, down, ahead, {
        lengthwise: along(ahead, f.lengthMm),
      }),
  };
  const isOnRods = f.below === 'rods';
  // Round the rods it is wider, and as high as they want it; of a low clamp that is all there is.
  const bridgeTop = Math.min(22 - z, 0);
  return {
    solids: [
      ...(isOnRods && bridgeTop === 0 && y < 42
        ? []
        : [box('block', [-x, -y, -z], [x, y, 0], 'metal', 3)]),
      ...(isOnRods && y < 42 ? [box('bridge', [-x, -42, -z], [x, 42, bridgeTop], 'metal', 3)] : []),
    ],
    mounts: [
      mount('clamp', 'dovetail-38', 'clamp', [0, 0, 0], [0, 0, 1], ahead, {
        name: 'clamp for the plate',
        clampLengthMm: f.lengthMm,
        entry: f.entry ?? 'side',
        fastening: { tool: f.tool ?? 'thumb', seconds: 6 },
        ...(isOnRods ? {} : { carrier: true }),
      }),
      { ...below[f.below](), ...(isOnRods ? { carrier: true } : { carrier: false }) },
    ],
  };
}

/** What a shop page states about a seat that clamps a flat device: a drive, a telephone, a recorder. */
export const SeatFigures = z.strictObject({
  /** The widest device it goes round. */
  opensMm: LengthMm,
  heightMm: LengthMm,
  depthMm: LengthMm,
  base: z.enum(baseKinds).exclude(['hot-shoe']),
  tool: Tool.optional(),
  apartMm: LengthMm.optional(),
  family: Name.optional(),
  /** The jaws are drawn together by a screw, so that it holds fast; else by a spring. */
  screwed: z.boolean().optional(),
});
export type SeatFigures = z.infer<typeof SeatFigures>;

/** What a spring and what a screw hold a flat device with, in N·m (estimates). */
const seatHoldsNm = { spring: 0.4, screw: 1.2 };

/** A seat for a flat device: a back, two jaws, its fastening below. Origin in its base. */
export function createSeat(f: SeatFigures): Made {
  const y = f.opensMm / 2;
  const z = f.heightMm;
  const foot = 10;
  return {
    solids: [
      box(
        'foot',
        [-12, -12, 0],
        [f.base === 'two-quarter' ? (f.apartMm ?? screwsApartMm) + 9 : 12, 12, foot],
        'metal',
        2,
      ),
      box('back', [4, -y - 6, foot], [10, y + 6, foot + z], 'metal', 1),
      box('left-jaw', [4 - f.depthMm, y, foot], [4, y + 6, foot + z], 'metal', 1),
      box('right-jaw', [4 - f.depthMm, -y - 6, foot], [4, -y, foot + z], 'metal', 1),
    ],
    mounts: [
      ...createBases(f.base, [0, 0, -1], [1, 0, 0], {
        tool: f.tool,
        apartMm: f.apartMm,
        family: f.family,
        clampMm: 24,
      }),
      mount(
        'seat',
        'device-clamp',
        'clamp',
        [4, 0, foot + Math.min(seatedAtMm, z)],
        [-1, 0, 0],
        [0, 1, 0],
        {
          name: 'jaws for a flat device',
          fastening: f.screwed ? { tool: 'thumb', seconds: 12 } : { tool: 'none', seconds: 4 },
          holdsNm: f.screwed ? seatHoldsNm.screw : seatHoldsNm.spring,
        },
      ),
    ],
  };
}
