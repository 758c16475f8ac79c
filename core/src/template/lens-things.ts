import { z } from 'zod';
import { Connector, MountKind, MountSide, Name, Tool, type Mount } from '../part/index.js';
import { LengthMm, type Solid } from '../solid/index.js';
import { box, mount, rod, socket } from './pieces.js';
import type { Made } from './made.js';

const RingEnd = z.strictObject({
  kind: MountKind,
  side: MountSide,
  sizeMm: LengthMm.optional(),
  family: Name.optional(),
  flangeMm: LengthMm.optional(),
});

/** What a shop page states about a ring on the optical axis: a step ring, a filter, a lens adapter. */
export const RingFigures = z.strictObject({
  outerMm: LengthMm,
  innerMm: LengthMm,
  thicknessMm: LengthMm,
  /** A filter has glass in it. */
  glass: z.boolean().optional(),
  /** A clamp of a matte box, say, goes round its rim. */
  clampable: z.boolean().optional(),
  back: RingEnd,
  front: RingEnd.optional(),
  /** A foot below it with a ¼″ socket, so far below its axis. */
  footMm: LengthMm.optional(),
});
export type RingFigures = z.infer<typeof RingFigures>;

function ringEnd(
  id: string,
  end: z.infer<typeof RingEnd>,
  x: number,
  normal: -1 | 1,
  more: Partial<Mount> = {},
): Mount {
  const { kind, side, ...rest } = end;
  return mount(id, kind, side, [x, 0, 0], [normal, 0, 0], [0, 0, 1], { ...rest, ...more });
}

/** A ring about the optical axis, its back at the origin, its front ahead. */
export function createRing(f: RingFigures): Made {
  const solids: Solid[] = [
    {
      id: 'ring',
      type: 'tube',
      atMm: [f.thicknessMm / 2, 0, 0],
      axis: [1, 0, 0],
      radiusMm: f.outerMm / 2,
      innerRadiusMm: f.innerMm / 2,
      lengthMm: f.thicknessMm,
      surface: 'metal',
    },
  ];
  if (f.glass) {
    const at = f.thicknessMm * 0.5;
    solids.push(rod('glass', [at - 0.8, 0, 0], [at + 0.8, 0, 0], f.innerMm / 2 - 0.5, 'glass'));
  }
  const middle = f.thicknessMm / 2;
  const half = Math.max(3, Math.min(10, middle));
  if (f.footMm) {
    solids.push(
      box(
        'foot-block',
        [middle - half, -10, -f.footMm],
        [middle + half, 10, -f.outerMm / 2 + 1],
        'metal',
        1,
      ),
    );
  }
  return {
    solids,
    mounts: [
      ...(f.footMm
        ? [
            socket('foot', 'quarter-20', [middle, 0, -f.footMm], [0, 0, -1], [1, 0, 0], {
              depthMm: 6,
              blind: true,
              name: 'foot of the adapter',
            }),
          ]
        : []),
      ringEnd('back', f.back, 0, -1, { carrier: true, fastening: { tool: 'none', seconds: 10 } }),
      ...(f.front ? [ringEnd('front', f.front, f.thicknessMm, 1)] : []),
      ...(f.clampable
        ? [
            ringEnd(
              'rim',
              { kind: 'clamp-ring', side: 'ring', sizeMm: f.outerMm },
              f.thicknessMm,
              1,
              { name: 'rim, for a clamp' },
            ),
          ]
        : []),
    ],
  };
}

/** What a shop page states about a matte box. */
export const MatteBoxFigures = z.strictObject({
  /** Width and height of the opening ahead. */
  openingMm: z.tuple([LengthMm, LengthMm]),
  depthMm: LengthMm,
  wallMm: LengthMm,
  /** Diameter of the ring behind, which goes round or onto the lens. */
  ringMm: LengthMm,
  holds: z.enum(['rods', 'clamp']),
  trayMm: LengthMm.optional(),
  /** How many trays stand one behind the other, each a stage of its own. */
  stages: z.int().min(1).max(3).optional(),
});
export type MatteBoxFigures = z.infer<typeof MatteBoxFigures>;

/** Height of the optical axis over the rods for which rod-borne parts are made (lightweight standard). */
const axisOverRodsMm = 85;

/** From one filter stage to the next, in mm: a tray of 4 mm glass and its frame (estimate). */
const stageMm = 9;

/** A matte box: four walls ahead of a ring, on rods or clamped to the lens. Origin on its axis, at its back. */
export function createMatteBox(f: MatteBoxFigures): Made {
  const [w, h] = [f.openingMm[0] / 2, f.openingMm[1] / 2];
  const t = f.wallMm;
  const d = f.depthMm;
  const back = 12;
  const solids: Solid[] = [
    {
      id: 'collar',
      type: 'tube',
      atMm: [back / 2, 0, 0],
      axis: [1, 0, 0],
      radiusMm: f.ringMm / 2 + 6,
      innerRadiusMm: f.ringMm / 2,
      lengthMm: back,
      surface: 'plastic',
    },
    box('wall-left', [back, w, -h - t], [back + d, w + t, h + t], 'plastic', 2),
    box('wall-right', [back, -w - t, -h - t], [back + d, -w, h + t], 'plastic', 2),
    box('wall-top', [back, -w, h], [back + d, w, h + t], 'plastic', 2),
    box('wall-under', [back, -w, -h - t], [back + d, w, -h], 'plastic', 2),
  ];
  const mounts: Mount[] = [];
  if (f.holds === 'rods') {
    const above = -axisOverRodsMm + 9;
    if (-h - t > above) {
      solids.push(box('foot', [back, -12, above - 1], [back + 16, 12, -h - t], 'metal', 2));
    }
    solids.push(
      box(
        'bridge',
        [back, -42, -axisOverRodsMm - 9],
        [back + 16, 42, -axisOverRodsMm + 9],
        'metal',
        3,
      ),
    );
    mounts.push(
      mount('rods', 'rod-15-pair', 'clamp', [back + 8, 0, -axisOverRodsMm], [0, 0, -1], [1, 0, 0], {
        clampLengthMm: 16,
        entry: 'end',
        fastening: { tool: 'thumb', seconds: 8 },
        carrier: true,
      }),
    );
  } else {
    mounts.push(
      mount('collar-clamp', 'clamp-ring', 'clamp', [0, 0, 0], [-1, 0, 0], [0, 0, 1], {
        sizeMm: f.ringMm,
        fastening: { tool: 'thumb', seconds: 6 },
        carrier: true,
      }),
    );
  }
  if (f.trayMm) {
    for (let i = 0; i < (f.stages ?? 1); i += 1) {
      mounts.push(
        mount(
          i === 0 ? 'stage' : `stage-${i + 1}`,
          'filter-tray',
          'stage',
          [back + i * stageMm, 0, 0],
          [1, 0, 0],
          [0, 0, 1],
          { sizeMm: f.trayMm, ...(i === 0 ? {} : { name: `stage ${i + 1}` }) },
        ),
      );
    }
  }
  return {
    solids,
    mounts,
    ...(f.holds === 'rods' ? { opticalAxis: { atMm: [0, 0, 0], direction: [1, 0, 0] } } : {}),
  };
}

/** What a shop page states about a follow focus on one rod. */
export const FollowFocusFigures = z
  .strictObject({
    /** Pitch diameter of its gear. */
    gearMm: LengthMm,
    gearWidthMm: LengthMm,
    /** From the rod's middle up to the gear's axis. */
    reachMm: LengthMm,
    /** Of its hand wheel; none where a motor turns the gear. */
    wheelMm: LengthMm.optional(),
    tool: Tool.optional(),
    /** A motor stands where the hand wheel does: how thick and how long. */
    motorMm: z.tuple([LengthMm, LengthMm]).optional(),
    powerIn: Connector.optional(),
    minV: z.number().positive().max(100).optional(),
    maxV: z.number().positive().max(100).optional(),
  })
  .refine((f) => f.wheelMm !== undefined || f.motorMm !== undefined, {
    path: ['wheelMm'],
    message: 'neither a hand wheel nor a motor turns the gear',
  });
export type FollowFocusFigures = z.infer<typeof FollowFocusFigures>;

/** How far the arm can be drawn out from over its rod, in mm: from thin lenses to thick ones (estimate). */
const drawMm = 50;

/** A follow focus: clamp on one rod, gear above it, the hand wheel outside. Origin in the rod's middle. */
export function createFollowFocus(f: FollowFocusFigures): Made {
  const z0 = f.reachMm;
  const wheel = f.wheelMm;
  // The hand wheel stands outside the gear.
  const y0 = Math.max(22, f.gearMm / 2 + 4);
  const ports: NonNullable<Made['ports']> =
    f.motorMm && f.powerIn
      ? [
          {
            id: 'power-in',
            connector: f.powerIn,
            direction: 'in',
            carries: ['power'],
            originMm: [0, y0 + f.motorMm[1], z0],
            normal: [0, 1, 0],
            power: { minV: f.minV ?? 7, maxV: f.maxV ?? 17 },
          },
        ]
      : [];
  // The arm is a fork that holds the gear from both sides.
  const fork = Math.max(7, f.gearWidthMm / 2 + 2);
  return {
    solids: [
      box('clamp', [-10, -12, -12], [10, 12, 12], 'metal', 3),
      // The arm slides out along it, to lenses of other diameters.
      box('boom', [-9, -12, 12], [9, drawMm + 12, 18], 'metal', 1),
      box('arm', [-fork, -3, 18], [fork, 9, z0], 'metal', 2),
      rod('gear', [-f.gearWidthMm / 2, 0, z0], [f.gearWidthMm / 2, 0, z0], f.gearMm / 2, 'plastic'),
      ...(wheel ? [rod('wheel', [0, y0, z0], [0, y0 + 18, z0], wheel / 2, 'rubber')] : []),
      ...(f.motorMm
        ? [rod('motor', [0, y0, z0], [0, y0 + f.motorMm[1], z0], f.motorMm[0] / 2, 'metal')]
        : []),
      rod('axle', [0, 9, z0], [0, y0, z0], 5, 'metal'),
    ],
    mounts: [
      mount('rod', 'rod-15-single', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
        clampLengthMm: 20,
        fastening: { tool: f.tool ?? 'thumb', seconds: 8 },
        carrier: true,
        holdsNm: 2,
      }),
      mount('drive', 'gear-08', 'drive', [0, -f.gearMm / 2, z0], [0, -1, 0], [1, 0, 0], {
        sizeMm: f.gearMm,
        gearWidthMm: f.gearWidthMm,
      }),
    ],
    movements: [
      {
        id: 'draw',
        name: 'arm drawn out',
        type: 'shift',
        originMm: [0, 0, 18],
        axis: [0, 1, 0],
        from: 0,
        to: drawMm,
        rest: 0,
        step: 0.5,
        carries: [
          'arm',
          'gear',
          ...(wheel ? ['wheel'] : []),
          'axle',
          'drive',
          ...(wheel ? ['wheel-hold', 'wheel-control'] : []),
          ...(f.motorMm ? ['motor', ...ports.map((p) => p.id)] : []),
        ],
      },
    ],
    ...(wheel
      ? {
          grips: [
            {
              id: 'wheel-hold',
              name: 'focus wheel',
              use: 'focus' as const,
              place: 'other' as const,
              fromMm: [0, y0 + 18, z0 + wheel / 2],
              toMm: [0, y0 + 18, z0 - wheel / 2],
            },
          ],
          controls: [
            {
              id: 'wheel-control',
              name: 'focus wheel',
              use: 'focus' as const,
              atMm: [0, y0 + 9, z0],
            },
          ],
        }
      : {}),
    ...(ports.length ? { ports } : {}),
  };
}

/** What a shop page states about a lens support on a pair of rods. */
export const LensSupportFigures = z.strictObject({
  /** From the rods' middle plane to the pad, pushed right down. */
  lowMm: LengthMm,
  liftMm: LengthMm,
  padWidthMm: LengthMm,
});
export type LensSupportFigures = z.infer<typeof LensSupportFigures>;

/** A lens support: bridge over two rods, a post, a pad that rises. Origin between the rods. */
export function createLensSupport(f: LensSupportFigures): Made {
  const w = f.padWidthMm / 2;
  const pad = Math.min(6, (f.lowMm - 9) / 2);
  return {
    solids: [
      box('bridge', [-8, -42, -9], [8, 42, 9], 'metal', 3),
      rod('post', [0, 0, 9], [0, 0, f.lowMm - pad], 5, 'metal'),
      box('crutch', [-7, -w, f.lowMm - pad], [7, w, f.lowMm], 'rubber', 2),
    ],
    mounts: [
      mount('rods', 'rod-15-pair', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
        clampLengthMm: 16,
        entry: 'end',
        fastening: { tool: 'thumb', seconds: 8 },
        carrier: true,
      }),
      mount('pad', 'rod-pad', 'pad', [0, 0, f.lowMm], [0, 0, 1], [1, 0, 0], {
        name: 'pad under the lens',
      }),
    ],
    movements: [
      {
        id: 'lift',
        name: 'pad raised',
        type: 'shift',
        originMm: [0, 0, f.lowMm],
        axis: [0, 0, 1],
        from: 0,
        to: f.liftMm,
        rest: 0,
        carries: ['crutch', 'pad'],
      },
    ],
  };
}

/** What a shop page states about a 0.8 module gear ring that is put round a lens's focus ring. */
export const GearRingFigures = z.strictObject({
  /** Of the focus ring it goes round. */
  innerMm: LengthMm,
  /** Pitch diameter of its teeth. */
  gearMm: LengthMm,
  widthMm: LengthMm,
});
export type GearRingFigures = z.infer<typeof GearRingFigures>;

/** A gear ring round a focus ring. Origin on the lens's axis, in the middle of its width. Throws a RangeError where the gear is no wider than its bore. */
export function createGearRing(f: GearRingFigures): Made {
  if (f.gearMm <= f.innerMm) {
    throw new RangeError('figures.gearMm: the teeth stand outside the ring they are on');
  }
  return {
    solids: [
      {
        id: 'ring',
        type: 'tube',
        atMm: [0, 0, 0],
        axis: [1, 0, 0],
        radiusMm: f.gearMm / 2,
        innerRadiusMm: f.innerMm / 2,
        lengthMm: f.widthMm,
        surface: 'plastic',
      },
    ],
    mounts: [
      mount('bore', 'clamp-ring', 'clamp', [0, 0, 0], [-1, 0, 0], [0, 0, 1], {
        sizeMm: f.innerMm,
        fastening: { tool: 'hex-2.5', seconds: 40 },
        carrier: true,
      }),
      mount('gear', 'gear-08', 'ring', [0, 0, f.gearMm / 2], [0, 0, 1], [1, 0, 0], {
        sizeMm: f.gearMm,
        gearWidthMm: f.widthMm,
      }),
    ],
  };
}
