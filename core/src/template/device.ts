import { z } from 'zod';
import { Carries, Connector, Tool, type Mount, type Part, type Port } from '../part/index.js';
import type { Vec3 } from '../placement/index.js';
import { LengthMm, type Solid } from '../solid/index.js';
import {
  box,
  createBase,
  createBases,
  faceNormals,
  mount,
  rod,
  screwsApartMm,
  seatedAtMm,
  socket,
  type Face,
  type Triple,
} from './pieces.js';
import type { Made } from './made.js';

/** Where a plug goes in, on which face of a box; several on one face stand side by side. */
export const FacePort = z.strictObject({
  connector: Connector,
  direction: z.enum(['in', 'out', 'both']),
  carries: z.array(Carries).min(1),
  face: z.enum(['front', 'back', 'left', 'right', 'top', 'bottom']),
  minV: z.number().positive().max(1000).optional(),
  maxV: z.number().positive().max(1000).optional(),
  maxA: z.number().positive().max(1000).optional(),
  regulated: z.boolean().optional(),
});
export type FacePort = z.infer<typeof FacePort>;

const fixings = [
  'cold-shoe',
  'quarter-screw',
  'quarter-socket',
  'hot-shoe',
  'nato',
  'belt-clip',
  'hook-loop',
  'magnet',
  'cable-tie',
  'none',
] as const;

/** What a shop page states about a box on the rig: a receiver, a transmitter, a recorder, a drive, a tap. */
export const DeviceFigures = z.strictObject({
  /** Along the optical axis, as it usually stands. */
  depthMm: LengthMm,
  widthMm: LengthMm,
  heightMm: LengthMm,
  fixing: z.enum(fixings),
  /** Height of each aerial that stands up; none where absent. */
  aerialMm: z.number().min(0).max(400).optional(),
  aerials: z.int().min(0).max(4).optional(),
  /** Diagonal of a picture on its back. */
  screenMm: LengthMm.optional(),
  /** A cell plate on its back. */
  cellPlate: z.enum(['l-series', 'v-mount', 'three-stud']).optional(),
  ports: z.array(FacePort).max(12).optional(),
  /** Flat, and without a thread: a clamp holds it round its long edges. */
  flat: z.boolean().optional(),
});
export type DeviceFigures = z.infer<typeof DeviceFigures>;

/** How high the fixed leaf of a hinged plate on rods stands, in mm (estimate). */
const leafMm = 20;

/** Plugs on one face stand this far apart, in mm (estimate: an HDMI plug is 21 mm wide). */
const besideMm = 22;

/**
 * Ports on the faces of a box between two corners: spread along the longer way of each face, as far
 * apart as plugs need where there is room.
 */
export function createFacePorts(
  ports: readonly FacePort[],
  low: Vec3,
  high: Vec3,
): z.infer<typeof Port>[] {
  const onFace = new Map<Face, number>();
  const counted = ports.map((port) => {
    const n = onFace.get(port.face) ?? 0;
    onFace.set(port.face, n + 1);
    return { port, n };
  });
  return counted.map(({ port, n }, i) => {
    const normal = faceNormals[port.face];
    const at: Triple = [0, 0, 0];
    const lying: number[] = [];
    for (const axis of [0, 1, 2] as const) {
      if (normal[axis] === 0) {
        lying.push(axis);
        at[axis] = (low[axis] + high[axis]) / 2;
      } else at[axis] = normal[axis] > 0 ? high[axis] : low[axis];
    }
    const [a, b] = lying as [0 | 1 | 2, 0 | 1 | 2];
    const long = high[a] - low[a] >= high[b] - low[b] ? a : b;
    const total = onFace.get(port.face)!;
    const apart = Math.min(besideMm, (high[long] - low[long]) / (total + 1));
    at[long] += (n - (total - 1) / 2) * apart;
    const { minV, maxV, maxA, regulated } = port;
    return {
      id: `${port.connector.replace('.', '-')}-${port.direction}-${i + 1}`,
      connector: port.connector,
      direction: port.direction,
      carries: port.carries,
      originMm: at,
      normal: [...normal] as Triple,
      ...(minV !== undefined && maxV !== undefined
        ? {
            power: {
              minV,
              maxV,
              ...(maxA === undefined ? {} : { maxA }),
              ...(regulated === undefined ? {} : { regulated }),
            },
          }
        : {}),
    };
  });
}

function createFixing(fixing: DeviceFigures['fixing'], widthMm: number): Mount[] {
  const down: Triple = [0, 0, -1];
  const ahead: Triple = [1, 0, 0];
  switch (fixing) {
    case 'cold-shoe':
      return [createBase('cold-shoe', down, ahead)];
    case 'nato':
      return [createBase('nato', down, ahead, { clampMm: Math.min(30, widthMm) })];
    case 'hot-shoe':
      return [createBase('hot-shoe', down, ahead)];
    case 'quarter-screw':
      return [createBase('quarter', down, ahead)];
    case 'quarter-socket':
      return [
        {
          ...socket('bottom', 'quarter-20', [0, 0, 0], down, ahead, { depthMm: 6, blind: true }),
          carrier: true,
        },
      ];
    case 'belt-clip':
      return [
        mount('clip', 'belt-clip', 'clamp', [0, 0, 0], down, [0, 1, 0], {
          clampLengthMm: Math.min(30, widthMm),
          carrier: true,
          fastening: { tool: 'none', seconds: 3 },
        }),
      ];
    case 'cable-tie':
      return [
        mount('tie', 'cable-tie', 'strap', [0, 0, 0], down, ahead, {
          clampLengthMm: Math.min(20, widthMm),
          carrier: true,
          fastening: { tool: 'none', seconds: 10 },
        }),
      ];
    case 'hook-loop':
    case 'magnet':
      return [
        mount('patch', fixing, 'face', [0, 0, 0], down, ahead, {
          carrier: true,
          fastening: { tool: 'none', seconds: 4 },
        }),
      ];
    case 'none':
      return [];
  }
}

/** A box with its plugs, aerials and picture. Origin in the middle of its underside, where it is fixed. */
export function createDevice(f: DeviceFigures): Made {
  const [x, y, z] = [f.depthMm / 2, f.widthMm / 2, f.heightMm];
  const isOnShoe = f.fixing === 'cold-shoe' || f.fixing === 'hot-shoe';
  const foot = isOnShoe ? Math.min(6, z * 0.4) : 0;
  const solids: Solid[] = [box('case', [-x, -y, foot], [x, y, z], 'plastic', Math.min(4, x, y))];
  if (foot > 0) {
    const half = Math.min(9, x, y);
    solids.push(box('foot', [-half, -half, 0], [half, half, foot], 'plastic', 1));
  }
  // As a rule it stands in its seat: the jaws hold it low.
  const seatedMm = Math.min(seatedAtMm, (z - foot) / 2);
  const aerials = f.aerialMm ? (f.aerials ?? 2) : 0;
  for (let i = 0; i < aerials; i += 1) {
    const edge = Math.min(5, y / 2);
    const across = aerials === 1 ? 0 : -y + edge + (i * 2 * (y - edge)) / (aerials - 1);
    // At the front edge, clear of plugs on the top.
    const r = Math.min(3, x / 2.5);
    solids.push(
      rod(`aerial-${i + 1}`, [x - r, across, z], [x - r, across, z + f.aerialMm!], r, 'rubber'),
    );
  }
  const screens: NonNullable<Part['screens']> = [];
  if (f.screenMm) {
    const half = Math.min(f.screenMm * 0.436, y - 1);
    const up = Math.min(f.screenMm * 0.245, (z - foot) / 2 - 1);
    const middle = (z + foot) / 2;
    solids.push(
      box('picture', [-x - 0.5, -half, middle - up], [-x, half, middle + up], 'screen', 1),
    );
    screens.push({
      id: 'face',
      name: 'picture',
      atMm: [-x - 0.5, 0, middle],
      normal: [-1, 0, 0],
      diagonalMm: f.screenMm,
    });
  }
  return {
    solids,
    mounts: [
      ...createFixing(f.fixing, f.widthMm),
      ...(f.flat
        ? [
            mount('back', 'device-clamp', 'device', [x, 0, foot + seatedMm], [1, 0, 0], [0, 1, 0], {
              name: 'flat back, for a clamp round it',
              sizeMm: f.widthMm,
              ...(f.fixing === 'none' ? { carrier: true } : {}),
            }),
          ]
        : []),
      ...(f.cellPlate
        ? [
            mount('cell', f.cellPlate, 'plate', [x, 0, (z + foot) / 2], [1, 0, 0], [0, 0, 1], {
              name: 'battery plate',
            }),
          ]
        : []),
    ],
    ports: createFacePorts(f.ports ?? [], [-x, -y, foot], [x, y, z]),
    screens,
  };
}

/** What a shop page states about a plate that carries a battery on a rig. */
export const BatteryPlateFigures = z.strictObject({
  holds: z.enum(['l-series', 'v-mount', 'three-stud']),
  widthMm: LengthMm,
  heightMm: LengthMm,
  depthMm: LengthMm,
  fixing: z.enum(['quarter-socket', 'quarter-screw', 'two-quarter', 'nato', 'rods', 'rod']),
  tool: Tool.optional(),
  /** From its lower edge down to the middle of the rods it stands on; 2 mm where absent. */
  rodsBelowMm: z.number().min(0).max(100).optional(),
  /** Outlets fed by the battery, or by a regulator where `regulated`. */
  outlets: z.array(FacePort).max(8).optional(),
  /** The plate swings down about its lower edge, by so many degrees. */
  swingsDeg: z.number().positive().max(180).optional(),
});
export type BatteryPlateFigures = z.infer<typeof BatteryPlateFigures>;

/** A battery plate: the battery behind, the fixing ahead. Origin in the middle of the fixing face. */
export function createBatteryPlate(f: BatteryPlateFigures): Made {
  const [d, y, z] = [f.depthMm, f.widthMm / 2, f.heightMm / 2];
  // On a hinge a thin leaf stays with the rig, and the plate swings down from it.
  const leaf = f.swingsDeg ? Math.min(4, d / 3) : 0;
  // No taller than what it is fastened by, so that what it stands before is reached once the plate is down.
  const isOnRods = f.fixing === 'rods' || f.fixing === 'rod';
  const leafTop = isOnRods
    ? -z + leafMm
    : Math.min(z, f.fixing === 'two-quarter' ? screwsApartMm + 8 : 12);
  const below = f.rodsBelowMm ?? 2;
  const solids: Solid[] = [
    box('plate', [-d, -y, -z], [-leaf, y, z], 'metal', 3),
    ...(leaf ? [box('leaf', [-leaf, -y, -z], [0, y, leafTop], 'metal', 1)] : []),
  ];
  const mounts: Mount[] = [
    mount('battery', f.holds, 'plate', [-d, 0, 0], [-1, 0, 0], [0, 0, 1], {
      name: 'face for the battery',
    }),
  ];
  const keepClear: NonNullable<Part['keepClear']> = [];
  if (f.fixing === 'rods' || f.fixing === 'rod') {
    const half = f.fixing === 'rods' ? 42 : 12;
    solids.push(box('clamp', [0, -half, -z - below - 10], [20, half, -z + 8], 'metal', 3));
    mounts.push(
      f.fixing === 'rods'
        ? mount('rods', 'rod-15-pair', 'clamp', [10, 0, -z - below], [0, 0, -1], [1, 0, 0], {
            clampLengthMm: 20,
            entry: 'end',
            fastening: { tool: f.tool ?? 'thumb', seconds: 8 },
            carrier: true,
          })
        : mount('rod', 'rod-15-single', 'clamp', [10, 0, -z - below], [0, 0, -1], [1, 0, 0], {
            clampLengthMm: 20,
            fastening: { tool: 'thumb', seconds: 8 },
            holdsNm: 2,
            carrier: true,
          }),
    );
  } else if (f.fixing === 'quarter-socket') {
    mounts.push({
      ...socket('front', 'quarter-20', [0, 0, 0], [1, 0, 0], [0, 0, 1], { holes: true }),
      carrier: true,
    });
  } else {
    const base = f.fixing === 'quarter-screw' ? 'quarter' : f.fixing;
    mounts.push(...createBases(base, [1, 0, 0], [0, 0, 1], { tool: f.tool }));
  }
  if (f.swingsDeg) {
    keepClear.push({
      id: 'swing',
      purpose: 'battery-swing',
      shape: {
        type: 'sector',
        atMm: [-d, 0, -z],
        hinge: [0, -1, 0],
        shut: [0, 0, 1],
        sweepDeg: f.swingsDeg,
        radiusMm: f.heightMm,
        widthMm: f.widthMm,
      },
      except: ['battery'],
    });
  }
  const ports = createFacePorts(f.outlets ?? [], [-d, -y, -z], [-leaf, y, z]);
  const hinge: Pick<Made, 'movements' | 'poses'> = f.swingsDeg
    ? {
        movements: [
          {
            id: 'swing',
            name: 'plate swung down',
            type: 'turn',
            originMm: [-leaf, 0, -z],
            axis: [0, -1, 0],
            from: 0,
            to: f.swingsDeg,
            rest: 0,
            carries: ['plate', 'battery', ...ports.map((p) => p.id)],
          },
        ],
        poses: [
          { id: 'shut', name: 'plate up', at: { swing: 0 } },
          { id: 'down', name: 'plate swung down', at: { swing: f.swingsDeg } },
        ],
      }
    : {};
  return {
    solids,
    mounts,
    ...(keepClear.length ? { keepClear } : {}),
    ports,
    ...hinge,
  };
}

/** What a shop page states about a dummy battery. */
export const DummyBatteryFigures = z.strictObject({
  family: z.string().trim().min(1).max(120),
  depthMm: LengthMm,
  widthMm: LengthMm,
  heightMm: LengthMm,
  connector: Connector,
  minV: z.number().positive().max(1000),
  maxV: z.number().positive().max(1000),
});
export type DummyBatteryFigures = z.infer<typeof DummyBatteryFigures>;

/** A dummy battery: a cell's shape in the body's bay, its tail out of the door. Origin in its mating face. */
export function createDummyBattery(f: DummyBatteryFigures): Made {
  const [x, y] = [f.depthMm / 2, f.widthMm / 2];
  return {
    solids: [
      box('cell', [-x, -y, -f.heightMm], [x, y, 0], 'cell', 1),
      rod('tail', [0, 0, -f.heightMm - 10], [0, 0, -f.heightMm], 3, 'rubber'),
    ],
    mounts: [
      mount('face', 'cell-bay', 'battery', [0, 0, 0], [0, 0, 1], [1, 0, 0], {
        family: f.family,
        carrier: true,
        fastening: { tool: 'none', seconds: 5 },
      }),
    ],
    ports: [
      {
        id: 'contacts',
        connector: 'cell-contacts',
        direction: 'out',
        carries: ['power'],
        originMm: [0, 0, 0],
        normal: [0, 0, 1],
      },
      {
        id: 'tail-in',
        connector: f.connector,
        direction: 'in',
        carries: ['power'],
        originMm: [0, 0, -f.heightMm - 10],
        normal: [0, 0, -1],
        power: { minV: f.minV, maxV: f.maxV },
      },
    ],
  };
}

/** What a shop page states about a charger. */
export const ChargerFigures = z.strictObject({
  bays: z.int().min(1).max(8),
  widthMm: LengthMm,
  depthMm: LengthMm,
  heightMm: LengthMm,
  holds: z.enum(['l-series', 'v-mount', 'three-stud', 'cell-bay']),
  family: z.string().trim().min(1).max(120).optional(),
  connector: Connector,
});
export type ChargerFigures = z.infer<typeof ChargerFigures>;

/** A charger on a table: its bays side by side on top. Origin in the middle of its underside. */
export function createCharger(f: ChargerFigures): Made {
  const [x, y, z] = [f.depthMm / 2, f.widthMm / 2, f.heightMm];
  const bay = f.widthMm / f.bays;
  const inBay = f.holds === 'cell-bay';
  return {
    solids: [box('case', [-x, -y, 0], [x, y, z], 'plastic', 3)],
    mounts: Array.from({ length: f.bays }, (_, i) =>
      mount(
        `bay-${i + 1}`,
        f.holds,
        inBay ? 'body' : 'plate',
        [0, -y + bay * (i + 0.5), z],
        [0, 0, 1],
        [1, 0, 0],
        { ...(f.family ? { family: f.family } : {}), name: `bay ${i + 1}` },
      ),
    ),
    ports: createFacePorts(
      [{ connector: f.connector, direction: 'in', carries: ['power'], face: 'back' }],
      [-x, -y, 0],
      [x, y, z],
    ),
  };
}
