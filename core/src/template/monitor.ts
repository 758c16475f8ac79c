import { z } from 'zod';
import { Name, Tool, type Mount } from '../part/index.js';
import { LengthMm } from '../solid/index.js';
import { baseKinds, box, createBases, mount, rod, screw, screwsApartMm, socket } from './pieces.js';
import type { Made } from './made.js';
import { readSaidList } from './said-list.js';
import { listScreenAids, screenAids } from './screen-tools.js';

/** What a shop page states about a monitor. */
export const MonitorFigures = z.strictObject({
  diagonalIn: z.number().positive().max(60),
  widthMm: LengthMm,
  heightMm: LengthMm,
  depthMm: LengthMm,
  /** Whether the socket below has holes for locating pins. */
  pinHoles: z.boolean(),
  pinsApartMm: LengthMm.optional(),
  cellPlate: z.boolean(),
  videoIn: z.enum(['hdmi-a', 'hdmi-c', 'hdmi-d', 'sdi', 'usb-c']).optional(),
  /** The picture goes on to the next from here. */
  videoOut: z.enum(['hdmi-a', 'hdmi-c', 'hdmi-d', 'sdi']).optional(),
  powerIn: z.enum(['barrel', 'usb-c', 'd-tap', 'push-pull-2', 'none']).optional(),
  minV: z.number().positive().max(1000).optional(),
  maxV: z.number().positive().max(1000).optional(),
  /** Looked into with the eye at it: an electronic eyepiece. */
  finder: z.boolean().optional(),
  /** A socket for headphones. */
  phonesOut: z.boolean().optional(),
  /** Formats of the picture that it takes, with commas. */
  formats: z.string().max(1000).optional(),
  ...screenAids,
});
export type MonitorFigures = z.infer<typeof MonitorFigures>;

/** Width and height of a 16:9 picture, in mm, from its diagonal in inches: d · 16 ∕ √(16² + 9²) and d · 9 ∕ √(16² + 9²). */
export function measurePictureMm(diagonalIn: number | undefined): [number, number] | undefined {
  if (diagonalIn === undefined) return undefined;
  return [diagonalIn * 25.4 * 0.8716, diagonalIn * 25.4 * 0.4903];
}

/** A monitor that looks back at the operator. Origin at the socket in its underside. */
export function createMonitor(f: MonitorFigures): Made {
  const [w, h, d] = [f.widthMm / 2, f.heightMm, f.depthMm / 2];
  const [across, up] = measurePictureMm(f.diagonalIn)!;
  const pictureWidth = Math.min(across, f.widthMm - 4) / 2;
  const pictureHeight = Math.min(up, f.heightMm - 4) / 2;
  const holes = { holes: f.pinHoles, depthMm: 7, blind: true };
  const bottom = socket('bottom', 'quarter-20', [0, 0, 0], [0, 0, -1], [1, 0, 0], holes);
  const mounts: Mount[] = [
    {
      ...bottom,
      ...(bottom.locating && f.pinsApartMm
        ? { locating: { ...bottom.locating, spacingMm: f.pinsApartMm } }
        : {}),
      carrier: true,
      name: 'socket below',
    },
    {
      ...socket('top', 'quarter-20', [0, 0, h], [0, 0, 1], [1, 0, 0], { ...holes, holes: false }),
      name: 'socket above',
    },
    {
      ...socket('side', 'quarter-20', [0, -w, h / 2], [0, -1, 0], [1, 0, 0], {
        ...holes,
        holes: false,
      }),
      name: 'socket at the right edge',
    },
  ];
  const formats = readSaidList(f.formats);
  if (f.cellPlate) {
    mounts.push(
      mount('cell', 'l-series', 'plate', [d, 0, h * 0.5], [1, 0, 0], [0, 0, 1], {
        name: 'battery plate behind',
      }),
    );
  }
  return {
    solids: [
      box('case', [-d, -w, 0], [d, w, h], 'plastic', 5),
      box(
        'picture',
        [-d - 0.6, -pictureWidth, h / 2 - pictureHeight],
        [-d, pictureWidth, h / 2 + pictureHeight],
        'screen',
        1,
        { massG: 1 },
      ),
      rod('knob', [-d - 3, w - 8, h - 7], [-d, w - 8, h - 7], 3.5, 'metal', { massG: 1 }),
    ],
    mounts,
    screens: [
      {
        id: 'face',
        name: 'picture',
        atMm: [-d - 0.6, 0, h / 2],
        normal: [-1, 0, 0],
        diagonalMm: Math.round(f.diagonalIn * 25.4),
        ...(f.finder ? { finder: true } : {}),
        ...listScreenAids(f),
      },
    ],
    ports: [
      {
        id: 'hdmi-in',
        connector: f.videoIn ?? 'hdmi-a',
        direction: 'in',
        carries: ['video', 'audio'],
        originMm: [0, w, h * 0.35],
        normal: [0, 1, 0],
        ...(formats ? { formats } : {}),
      },
      ...(f.phonesOut
        ? [
            {
              id: 'phones',
              name: 'headphones',
              connector: 'jack-3.5' as const,
              direction: 'out' as const,
              carries: ['audio' as const],
              originMm: [0, w, Math.min(h - 5, h * 0.65 + 16)] as [number, number, number],
              normal: [0, 1, 0] as [number, number, number],
            },
          ]
        : []),
      ...(f.videoOut
        ? [
            {
              id: 'loop-out',
              name: 'loop out',
              connector: f.videoOut,
              direction: 'out' as const,
              carries: ['video' as const, 'audio' as const],
              originMm: [0, w, Math.max(4, h * 0.35 - 22)] as [number, number, number],
              normal: [0, 1, 0] as [number, number, number],
            },
          ]
        : []),
      ...(f.powerIn === 'none'
        ? []
        : [
            {
              id: 'power-in',
              connector: f.powerIn ?? ('barrel' as const),
              direction: 'in' as const,
              carries: ['power' as const],
              originMm: [0, w, h * 0.65] as [number, number, number],
              normal: [0, 1, 0] as [number, number, number],
              power: { minV: f.minV ?? 7, maxV: f.maxV ?? 17 },
            },
          ]),
    ],
    grips: [
      {
        id: 'left-edge',
        name: 'left edge',
        use: 'adjust',
        place: 'other',
        fromMm: [0, w, 0],
        toMm: [0, w, h],
      },
      {
        id: 'right-edge',
        name: 'right edge',
        use: 'adjust',
        place: 'other',
        fromMm: [0, -w, 0],
        toMm: [0, -w, h],
      },
    ],
  };
}

/** What a shop page states about a small arm or tilt head. */
export const ArmFigures = z.strictObject({
  heightMm: LengthMm,
  base: z.enum(baseKinds).exclude(['rod', 'hot-shoe']),
  baseTool: Tool.optional(),
  apartMm: LengthMm.optional(),
  /** Of a maker's own rail. */
  family: Name.optional(),
  /** What carries the device: a plain screw, or one with pins. */
  head: z.enum(['plain', 'pins']),
  headTool: Tool.exclude(['none']),
  headScrewMm: LengthMm,
  /** Radius of the face that the device presses on. */
  headRadiusMm: LengthMm,
  rubber: z.boolean(),
  holdsNm: z.number().positive().max(100).optional(),
  /** Its hinges click at every so many degrees; they stand anywhere where absent. */
  clicksDeg: z.number().positive().max(90).optional(),
});
export type ArmFigures = z.infer<typeof ArmFigures>;

/** A short arm with a tilting head. Origin at its base. */
export function createArm(f: ArmFigures): Made {
  const knuckle = f.heightMm * 0.5;
  return {
    solids: [
      box(
        'foot',
        [-10, -10, 0],
        [f.base === 'two-quarter' ? (f.apartMm ?? screwsApartMm) + 8 : 10, 10, 7],
        'metal',
        1,
      ),
      rod('neck', [0, 0, 7], [0, 0, knuckle], 7, 'metal'),
      rod('knuckle', [0, -11, knuckle], [0, 11, knuckle], 8, 'metal'),
      rod('upper', [0, 0, knuckle], [0, 0, f.heightMm - 5], 6.5, 'metal'),
      rod(
        'plate',
        [0, 0, f.heightMm - 5],
        [0, 0, f.heightMm],
        f.headRadiusMm,
        f.rubber ? 'rubber' : 'metal',
      ),
    ],
    mounts: [
      ...createBases(f.base, [0, 0, -1], [1, 0, 0], {
        clampMm: 24,
        tool: f.baseTool,
        apartMm: f.apartMm,
        family: f.family,
      }),
      screw('head', 'quarter-20', [0, 0, f.heightMm], [0, 0, 1], [1, 0, 0], {
        lengthMm: f.headScrewMm,
        tool: f.headTool,
        pins: f.head === 'pins',
        lining: f.rubber ? 'rubber' : 'metal',
        padRadiusMm: f.headRadiusMm,
        name: 'head',
      }),
    ],
    movements: [
      {
        id: 'swivel',
        name: 'head swivelled',
        type: 'turn',
        originMm: [0, 0, knuckle],
        axis: [0, 0, 1],
        from: -180,
        to: 180,
        rest: 0,
        ...(f.clicksDeg ? { step: f.clicksDeg } : {}),
        carries: ['knuckle', 'upper', 'plate', 'head'],
      },
      {
        id: 'tilt',
        name: 'head tilted',
        type: 'turn',
        originMm: [0, 0, knuckle],
        axis: [0, 1, 0],
        from: -90,
        to: 90,
        rest: 0,
        ...(f.clicksDeg ? { step: f.clicksDeg } : {}),
        carries: ['upper', 'plate', 'head'],
        after: 'swivel',
        ...(f.holdsNm ? { holdsNm: f.holdsNm } : {}),
      },
    ],
  };
}
