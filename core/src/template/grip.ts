import { z } from 'zod';
import { Name, Tool, type Mount, type Part } from '../part/index.js';
import { LengthMm, Surface, type Solid } from '../solid/index.js';
import {
  along,
  baseKinds,
  box,
  type BaseOptions,
  createBases,
  mount,
  rod,
  socket,
  screwsApartMm,
} from './pieces.js';
import type { Made } from './made.js';

/** What may be stated of how a handle or a grip is fastened. */
const baseFigures = {
  tool: Tool.optional(),
  /** From middle to middle of the pins, or of the two screws. */
  apartMm: LengthMm.optional(),
  screwMm: LengthMm.optional(),
  /** Of a maker's own rail. */
  family: Name.optional(),
} as const;

type BaseFigures = z.infer<z.ZodObject<typeof baseFigures>>;

const readBase = ({ tool, apartMm, screwMm, family }: BaseFigures): BaseOptions => ({
  tool,
  apartMm,
  screwMm,
  family,
});

/** A record button under the thumb, and the socket for the lead that carries its signal. */
function createRecord(
  atMm: readonly [number, number, number],
  socketAtMm: readonly [number, number, number],
  socketNormal: readonly [number, number, number],
): Required<Pick<Made, 'controls' | 'ports'>> {
  return {
    controls: [{ id: 'record', name: 'record button', use: 'record', atMm: [...atMm], sizeMm: 9 }],
    ports: [
      {
        id: 'trigger',
        name: 'record lead',
        connector: 'jack-3.5',
        direction: 'out',
        carries: ['trigger'],
        originMm: [...socketAtMm],
        normal: [...socketNormal],
      } satisfies NonNullable<Part['ports']>[number],
    ],
  };
}

/** What a shop page states about a top handle, in mm. */
export const TopHandleFigures = z.strictObject({
  /** Of the bar that the hand goes round. */
  lengthMm: LengthMm,
  /** From the base to the top of the bar. */
  heightMm: LengthMm,
  base: z.enum(baseKinds).exclude(['rod']),
  ...baseFigures,
  /** A button that starts the recording, and the socket for its lead. */
  record: z.boolean().optional(),
  /** From the rear end of the bar to the base. */
  baseFromRearMm: z.number().min(0).max(1000),
  barDiameterMm: LengthMm,
  surface: Surface,
  shoe: z.boolean(),
  /** A ¼″ socket on the bar's top towards the front: none, plain, or with pin holes. */
  socket: z.enum(['none', 'plain', 'holes']),
  posts: z.union([z.literal(1), z.literal(2)]),
  /** XLR inputs in its side, of a handle that brings sound: it hands that on through the contacts of its foot. */
  xlr: z.int().min(0).max(4).optional(),
  /** An eye for a strap at its rear. */
  anchor: z.boolean().optional(),
});
export type TopHandleFigures = z.infer<typeof TopHandleFigures>;

/** From one XLR socket to the next along the nose, in mm (estimate: the shell of one is 19 mm wide). */
const xlrApartMm = 24;

/** The XLR sockets of a handle that brings sound, and where that goes: the contacts of its foot, or a 3.5 mm socket. */
function createSoundPorts(
  { xlr = 0, base }: TopHandleFigures,
  [x, y, z]: readonly [number, number, number],
): NonNullable<Part['ports']> {
  if (xlr === 0) return [];
  const isByShoe = base === 'hot-shoe';
  return [
    ...Array.from({ length: xlr }, (_, i) => ({
      id: `xlr-${i + 1}`,
      name: `XLR ${i + 1}`,
      connector: 'xlr-3' as const,
      direction: 'in' as const,
      carries: ['audio' as const],
      originMm: [x + 17 - (i - (xlr - 1) / 2) * xlrApartMm, y, z] as [number, number, number],
      normal: [0, -1, 0] as [number, number, number],
      sound: { channels: 1, level: 'both' as const, powers: ['phantom' as const] },
    })),
    {
      id: isByShoe ? 'shoe-out' : 'sound-out',
      name: isByShoe ? 'contacts in its foot' : 'sound out',
      connector: isByShoe ? ('shoe-contacts' as const) : ('jack-3.5' as const),
      direction: 'out' as const,
      carries: ['audio' as const],
      originMm: isByShoe ? [0, 0, 0] : [x + 17, -y, z],
      normal: isByShoe ? [0, 0, -1] : [0, 1, 0],
      sound: { channels: xlr },
    },
  ];
}

/** A top handle: base, one or two posts, the bar, and what can be fixed on it. Origin at its base. */
export function createTopHandle(f: TopHandleFigures): Made {
  const rear = -f.baseFromRearMm;
  const front = rear + f.lengthMm;
  const r = f.barDiameterMm / 2;
  const axis = f.heightMm - r;
  const solids: Solid[] = [
    box(
      'foot',
      [-17, -14, 0],
      [f.base === 'two-quarter' ? (f.apartMm ?? screwsApartMm) + 11 : 17, 14, 12],
      'metal',
      2,
    ),
    box('post', [-9, -8, 12], [9, 8, axis], 'metal', 2),
    rod('bar', [rear, 0, axis], [front, 0, axis], r, f.surface),
    box('nose-block', [front, -12, axis - r], [front + 34, 12, axis + r], 'metal', 3),
  ];
  if (f.posts === 2) {
    const x = f.baseFromRearMm > f.lengthMm / 2 ? rear + 10 : front - 8;
    solids.push(box('second-post', [x - 7, -8, 8], [x + 7, 8, axis], 'metal', 2));
  }
  const mounts: Mount[] = createBases(f.base, [0, 0, -1], [1, 0, 0], {
    clampMm: 34,
    ...readBase(f),
  });
  const top = axis + r;
  if (f.shoe) {
    mounts.push(
      mount('shoe', 'cold-shoe', 'shoe', [front + 20, 0, top], [0, 0, 1], [1, 0, 0], {
        name: 'shoe on the nose',
        lengthwise: along([1, 0, 0], 22),
      }),
    );
  }
  mounts.push(
    socket('nose', 'quarter-20', [front + 34, 0, axis], [1, 0, 0], [0, 0, 1], {
      name: 'end of the nose',
    }),
  );
  if (f.socket !== 'none') {
    mounts.push(
      socket('top', 'quarter-20', [front - 8, 0, top], [0, 0, 1], [1, 0, 0], {
        holes: f.socket === 'holes',
        depthMm: 9,
        name: f.socket === 'holes' ? 'top of the bar, with pin holes' : 'top of the bar',
      }),
    );
  }
  if (f.anchor) {
    mounts.push(
      mount(
        'anchor',
        'strap-lug',
        'lug',
        [Math.min(rear, -9), 0, axis - r * 0.5],
        [-1, 0, 0],
        [0, 0, 1],
        {
          name: 'eye for a strap',
        },
      ),
    );
  }
  const record = f.record
    ? createRecord([front + 6, 12, axis], [rear, 0, axis], [-1, 0, 0])
    : undefined;
  const ports = [...(record?.ports ?? []), ...createSoundPorts(f, [front, -12, axis])];
  return {
    solids,
    mounts,
    ...(record ? { controls: record.controls } : {}),
    ...(ports.length > 0 ? { ports } : {}),
    grips: [
      {
        id: 'palm',
        use: 'carry',
        place: 'top',
        fromMm: [rear + 10, 0, axis],
        toMm: [front - 10, 0, axis],
        radiusMm: r,
        hand: 'either',
        open: f.posts === 1 ? 'from' : 'none',
      },
    ],
  };
}

/** What a shop page states about a side grip, in mm. */
export const SideGripFigures = z.strictObject({
  heightMm: LengthMm,
  diameterMm: LengthMm,
  /** From the mating face to the middle of the grip. */
  outMm: LengthMm,
  base: z.enum(baseKinds).exclude(['cold-shoe', 'hot-shoe']),
  ...baseFigures,
  record: z.boolean().optional(),
  surface: Surface,
});
export type SideGripFigures = z.infer<typeof SideGripFigures>;

/** A side grip: made for the left side, turned about for the right. Origin at its mating face. */
export function createSideGrip(f: SideGripFigures): Made {
  const r = f.diameterMm / 2;
  const low = -f.heightMm * 0.62;
  const high = f.heightMm * 0.38;
  const second = f.base === 'two-quarter' ? (f.apartMm ?? screwsApartMm) : 0;
  // Round a rod the clamp stands on both sides of its middle.
  const foot =
    f.base === 'rod'
      ? box('foot', [-12, -12, -12], [12, 12, 12], 'metal', 3)
      : box('foot', [-14, 0, -16], [14, 12, Math.max(16, second + 10)], 'metal', 2);
  return {
    solids: [
      foot,
      rod('stem', [0, 12, 0], [0, f.outMm - r * 0.8, 0], 8, 'metal'),
      rod('palm', [0, f.outMm, low], [0, f.outMm, high], r, f.surface),
      rod('cap-disc', [0, f.outMm, high], [0, f.outMm, high + 5], r * 0.9, 'metal'),
    ],
    mounts: [
      ...(f.base === 'rod'
        ? createBases('rod', [0, 0, -1], [1, 0, 0], readBase(f))
        : createBases(f.base, [0, -1, 0], [0, 0, 1], readBase(f))),
      socket('cap', 'quarter-20', [0, f.outMm, high + 5], [0, 0, 1], [1, 0, 0], { name: 'cap' }),
    ],
    ...(f.record ? createRecord([r, f.outMm, high - 8], [0, f.outMm, low], [0, 0, -1]) : {}),
    grips: [
      {
        id: 'hold',
        use: 'carry',
        place: 'side',
        fromMm: [0, f.outMm, low + 8],
        toMm: [0, f.outMm, high - 8],
        radiusMm: r,
        hand: 'either',
        open: 'from',
      },
    ],
  };
}
