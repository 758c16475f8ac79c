import { z } from 'zod';
import { LocalId, MountKind, MountSide, Name, Tool, type Mount, type Part } from '../part/index.js';
import { LengthMm, Surface, type Solid } from '../solid/index.js';
import {
  along,
  box,
  createBase,
  faceNormals,
  mount,
  pinSpacingMm,
  rod,
  type Face,
  type Triple,
} from './pieces.js';
import type { Made } from './made.js';

/** What a shop page states about a microphone on a shoe. */
export const MicrophoneFigures = z.strictObject({
  lengthMm: LengthMm,
  diameterMm: LengthMm,
  /** From the shoe to the microphone's axis. */
  axisHeightMm: LengthMm,
  windshield: z.boolean(),
});
export type MicrophoneFigures = z.infer<typeof MicrophoneFigures>;

/** A short microphone in its shock mount. Origin at its shoe foot. */
export function createMicrophone(f: MicrophoneFigures): Made {
  const r = f.diameterMm / 2;
  const back = -f.lengthMm * 0.45;
  const front = f.lengthMm * 0.55;
  const z = f.axisHeightMm;
  return {
    solids: [
      box('foot', [-9, -9, 0], [9, 9, 6], 'plastic', 1),
      box('cradle', [-7, -r - 3, 6], [7, r + 3, z - r * 0.4], 'rubber', 2),
      rod('capsule', [back, 0, z], [front, 0, z], r, 'metal'),
      ...(f.windshield ? [rod('windshield', [0, 0, z], [front + 14, 0, z], r * 1.7, 'cloth')] : []),
    ],
    mounts: [createBase('cold-shoe', [0, 0, -1], [1, 0, 0])],
    ports: [
      {
        id: 'out',
        connector: 'jack-3.5',
        direction: 'out',
        carries: ['audio'],
        originMm: [back, 0, z],
        normal: [-1, 0, 0],
      },
    ],
  };
}

/** What a shop page states about a battery: three sizes as it stands on its plate, and its contents. */
export const BatteryFigures = z.strictObject({
  /** What it goes onto; `belt-clip` is worn and gives power by its outlets alone. */
  mount: z.enum(['l-series', 'v-mount', 'three-stud', 'cell-bay', 'belt-clip']),
  /** Away from the plate. */
  depthMm: LengthMm,
  widthMm: LengthMm,
  heightMm: LengthMm,
  voltageV: z.number().positive().max(100),
  energyWh: z.number().positive().max(2000),
  /** Of the body's own cell. */
  family: Name.optional(),
  /** Outlets on the battery itself. */
  outlets: z
    .array(z.enum(['d-tap', 'usb-c', 'usb-a']))
    .max(4)
    .optional(),
  /** The same where there is one of each at most. */
  has: z.enum(['tap', 'usb', 'both', 'usb-a', 'usbs', 'all']).optional(),
});
export type BatteryFigures = z.infer<typeof BatteryFigures>;

/** The outlets that a battery has, as the wizard asks for them. */
const outletsOf = {
  tap: ['d-tap'],
  usb: ['usb-c'],
  both: ['d-tap', 'usb-c'],
  'usb-a': ['usb-a'],
  usbs: ['usb-c', 'usb-a'],
  all: ['d-tap', 'usb-c', 'usb-a'],
} as const;

/** A battery. Origin in its mating face: a plate battery stands behind it, a body's cell hangs below. */
export function createBattery(f: BatteryFigures): Made {
  const inBay = f.mount === 'cell-bay';
  const isWorn = f.mount === 'belt-clip';
  const outlets = f.outlets ?? (f.has === undefined ? [] : outletsOf[f.has]);
  const w = f.widthMm / 2;
  const h = f.heightMm / 2;
  const solids: Solid[] = inBay
    ? [box('cell', [-f.depthMm / 2, -w, -f.heightMm], [f.depthMm / 2, w, 0], 'cell', 1)]
    : [
        box('cell', [-f.depthMm, -w, -h], [0, w, h], 'cell', 4),
        box(
          'label',
          [-f.depthMm - 0.3, -w * 0.7, -h * 0.3],
          [-f.depthMm, w * 0.7, h * 0.6],
          'plastic',
          2,
          { massG: 0.5 },
        ),
      ];
  // A plate battery is pushed up off its plate by a thumb's breadth; a body's cell falls out downwards.
  const release: NonNullable<Part['keepClear']>[number] = {
    id: 'way-out',
    purpose: 'battery-release',
    shape: inBay
      ? {
          type: 'box',
          atMm: [0, 0, -f.heightMm - f.heightMm / 2],
          sizeMm: [f.depthMm, f.widthMm, f.heightMm],
        }
      : {
          type: 'box',
          atMm: [-f.depthMm / 2, 0, h + 10],
          sizeMm: [f.depthMm, f.widthMm, 20],
        },
  };
  const contacts = {
    power: { minV: f.voltageV * 0.83, maxV: f.voltageV * 1.17, regulated: false },
    direction: 'out' as const,
    carries: ['power' as const],
  };
  return {
    solids,
    ...(isWorn ? {} : { keepClear: [release] }),
    mounts: [
      isWorn
        ? mount('clip', 'belt-clip', 'clamp', [0, 0, 0], [1, 0, 0], [0, 1, 0], {
            carrier: true,
            clampLengthMm: Math.min(60, f.widthMm),
          })
        : mount(
            'face',
            f.mount,
            'battery',
            [0, 0, 0],
            inBay ? [0, 0, 1] : [1, 0, 0],
            inBay ? [1, 0, 0] : [0, 0, 1],
            {
              carrier: true,
              fastening: { tool: 'none', seconds: 3 },
              ...(f.family ? { family: f.family } : {}),
            },
          ),
    ],
    ports: [
      ...(isWorn
        ? []
        : [
            {
              id: 'contacts',
              connector: inBay ? ('cell-contacts' as const) : ('plate-contacts' as const),
              originMm: [0, 0, 0] as Triple,
              normal: (inBay ? [0, 0, 1] : [1, 0, 0]) as Triple,
              ...contacts,
            },
          ]),
      ...outlets.map((connector, i) => ({
        id: `outlet-${i + 1}`,
        connector,
        originMm: [-f.depthMm / 2, w, h * 0.4 - i * 16] as Triple,
        normal: [0, 1, 0] as Triple,
        ...contacts,
        // Over USB-C the battery gives what it is asked for; a tap gives what the battery is at.
        ...(connector === 'usb-c' ? { power: { minV: 5, maxV: 20, regulated: true } } : {}),
        // The older plug gives 5 V, whatever the battery is at.
        ...(connector === 'usb-a' ? { power: { minV: 5, maxV: 5, regulated: true } } : {}),
      })),
    ],
  };
}

const BlockMount = z.strictObject({
  id: LocalId,
  name: Name.optional(),
  face: z.enum(['front', 'back', 'left', 'right', 'top', 'bottom']),
  kind: MountKind,
  side: MountSide,
  /** Across the face: along the two axes square to its normal, in the order x, y, z. */
  atMm: z.tuple([z.number(), z.number()]).optional(),
  reference: z.enum(['front', 'back', 'left', 'right', 'top', 'bottom']),
  /** Length of a rail, shoe or plate along the reference. */
  railMm: LengthMm.optional(),
  clampMm: LengthMm.optional(),
  /** How far out of the face it stands: rods above a plate, or below it. */
  offMm: z.number().min(-500).max(500).optional(),
  pins: z.enum(['pins', 'retracting-pins', 'holes']).optional(),
  pinsApartMm: LengthMm.optional(),
  entry: z.enum(['end', 'side']).optional(),
  bearsG: z.number().positive().max(100_000).optional(),
  screwMm: LengthMm.optional(),
  depthMm: LengthMm.optional(),
  blind: z.boolean().optional(),
  exchangeable: z.boolean().optional(),
  tool: Tool.optional(),
  seconds: z.number().min(0).max(3600).optional(),
  padRadiusMm: LengthMm.optional(),
  rubber: z.boolean().optional(),
  sizeMm: LengthMm.optional(),
  family: Name.optional(),
  carrier: z.boolean().optional(),
  holdsNm: z.number().positive().max(100).optional(),
});

/** What a shop page states about a plate, a base, an adaptor or a small box: sizes, and what is on each face. */
export const PlateFigures = z.strictObject({
  lengthMm: LengthMm,
  widthMm: LengthMm,
  heightMm: LengthMm,
  round: z.boolean().optional(),
  surface: Surface,
  mounts: z.array(BlockMount).min(1).max(40),
});
export type PlateFigures = z.infer<typeof PlateFigures>;

function placeOnFace(f: PlateFigures, face: Face, across: readonly [number, number]): Triple {
  const half: Triple = [f.lengthMm / 2, f.widthMm / 2, f.heightMm / 2];
  const normal = faceNormals[face];
  const lying = [0, 1, 2].filter((i) => normal[i] === 0);
  const at: Triple = [normal[0] * half[0], normal[1] * half[1], normal[2] * half[2]];
  lying.forEach((axis, k) => {
    at[axis] = across[k] ?? 0;
  });
  return at;
}

const stepOut = (at: Triple, way: readonly [number, number, number], mm: number): Triple => [
  at[0] + way[0] * mm,
  at[1] + way[1] * mm,
  at[2] + way[2] * mm,
];

function createBlockMount(f: PlateFigures, m: z.infer<typeof BlockMount>): Mount {
  const threaded = m.kind === 'quarter-20' || m.kind === 'three-eighths-16';
  const reference = faceNormals[m.reference];
  const inner = m.kind === 'three-eighths-16' ? 4.9 : 3.3;
  return mount(
    m.id,
    m.kind,
    m.side,
    stepOut(placeOnFace(f, m.face, m.atMm ?? [0, 0]), faceNormals[m.face], m.offMm ?? 0),
    faceNormals[m.face],
    reference,
    {
      ...(m.name ? { name: m.name } : {}),
      ...(m.railMm ? { lengthwise: along(reference, m.railMm) } : {}),
      ...(m.clampMm ? { clampLengthMm: m.clampMm, entry: m.entry ?? 'side' } : {}),
      ...(m.pins
        ? {
            locating: {
              side: m.pins === 'holes' ? 'holes' : 'pins',
              spacingMm: m.pinsApartMm ?? pinSpacingMm,
              ...(m.pins === 'retracting-pins' ? { retracts: true } : {}),
            },
          }
        : {}),
      ...(threaded
        ? {
            thread:
              m.side === 'screw'
                ? { lengthMm: m.screwMm ?? 5.5, exchangeable: m.exchangeable ?? false }
                : { depthMm: m.depthMm ?? 8, blind: m.blind ?? false },
            contact: {
              innerRadiusMm: inner,
              outerRadiusMm: m.padRadiusMm ?? 9,
              lining: m.rubber ? 'rubber' : 'metal',
            },
          }
        : {}),
      ...(m.tool ? { fastening: { tool: m.tool, seconds: m.seconds ?? 15 } } : {}),
      ...(m.sizeMm ? { sizeMm: m.sizeMm } : {}),
      ...(m.family ? { family: m.family } : {}),
      ...(m.carrier ? { carrier: true } : {}),
      ...(m.holdsNm ? { holdsNm: m.holdsNm } : {}),
      ...(m.bearsG ? { bears: { massG: m.bearsG } } : {}),
    },
  );
}

/** What holds rods off a face: a block on either side from the face to round the rods. */
function createRodBlocks(f: PlateFigures): Solid[] {
  return f.mounts.flatMap((m) => {
    const off = m.offMm ?? 0;
    const isRods = m.kind === 'rod-15-pair' || m.kind === 'rod-15-single';
    if (!isRods || (m.face !== 'top' && m.face !== 'bottom') || off <= 0) return [];
    const [x, y] = m.atMm ?? [0, 0];
    const half = (m.clampMm ?? 24) / 2;
    const wide = m.kind === 'rod-15-pair' ? 42 : 12;
    const way = m.face === 'top' ? 1 : -1;
    const [near, far] = [way * (f.heightMm / 2), way * (f.heightMm / 2 + off + 11)];
    return [
      box(
        `${m.id}-block`,
        [x - half, y - wide, Math.min(near, far)],
        [x + half, y + wide, Math.max(near, far)],
        f.surface,
        2,
      ),
    ];
  });
}

/** A plate, base, adaptor or small box: one block with mounts on its faces. Origin in its middle. */
export function createPlate(f: PlateFigures): Made {
  const [x, y, z] = [f.lengthMm / 2, f.widthMm / 2, f.heightMm / 2];
  return {
    solids: [
      f.round
        ? rod('block', [0, 0, -z], [0, 0, z], Math.min(x, y), f.surface)
        : box('block', [-x, -y, -z], [x, y, z], f.surface, Math.min(3, z)),
      ...createRodBlocks(f),
    ],
    mounts: f.mounts.map((m) => createBlockMount(f, m)),
  };
}

/** What a shop page states about square glass for a tray. */
export const TrayGlassFigures = z.strictObject({
  /** Of the tray: the width of the glass. */
  trayMm: LengthMm,
  heightMm: LengthMm,
  thicknessMm: LengthMm,
});
export type TrayGlassFigures = z.infer<typeof TrayGlassFigures>;

/** Square glass in its tray. Origin in its middle. */
export function createTrayGlass(f: TrayGlassFigures): Made {
  const [x, y, z] = [f.thicknessMm / 2, f.trayMm / 2, f.heightMm / 2];
  return {
    solids: [box('block', [-x, -y, -z], [x, y, z], 'glass')],
    mounts: [
      mount('tray', 'filter-tray', 'tray', [x, 0, 0], [1, 0, 0], [0, 0, 1], {
        sizeMm: f.trayMm,
        carrier: true,
      }),
    ],
  };
}

/** What a shop page states about a pair of 15 mm rods. */
export const RodsFigures = z.strictObject({ lengthMm: LengthMm });
export type RodsFigures = z.infer<typeof RodsFigures>;

/** A pair of 15 mm rods, 60 mm apart. Origin between their middles. */
export function createRods(f: RodsFigures): Made {
  const half = f.lengthMm / 2;
  return {
    solids: [-30, 30].map((y, i) => rod(`rod-${i + 1}`, [-half, y, 0], [half, y, 0], 7.5, 'metal')),
    mounts: [
      mount('pair', 'rod-15-pair', 'rods', [0, 0, 0], [0, 0, 1], [1, 0, 0], {
        name: 'pair of rods',
        lengthwise: along([1, 0, 0], f.lengthMm),
        carrier: true,
      }),
      ...([30, -30] as const).map((y) =>
        mount(
          y > 0 ? 'left-rod' : 'right-rod',
          'rod-15-single',
          'rods',
          [0, y, 0],
          [0, 0, 1],
          [1, 0, 0],
          {
            name: y > 0 ? 'left rod alone' : 'right rod alone',
            lengthwise: along([1, 0, 0], f.lengthMm),
            alongside: 'pair',
          },
        ),
      ),
    ],
  };
}
