/** Plain parts and rigs for tests: boxes and points whose figures can be worked out by hand. */
import type { Grip, Mount, Movement, Part, PartBook } from '../part/index.js';
import type { Vec3 } from '../placement/index.js';
import { readRigFile, type Joint, type KitItem, type Rig, type Setup } from '../rig/index.js';
import type { Brief } from '../brief/index.js';

type Triple = [number, number, number];

export function mountAt(
  id: string,
  kind: Mount['kind'],
  side: Mount['side'],
  originMm: Vec3,
  normal: Vec3,
  reference: Vec3,
  more: Partial<Mount> = {},
): Mount {
  return {
    id,
    kind,
    side,
    originMm: [...originMm] as Triple,
    normal: [...normal] as Triple,
    reference: [...reference] as Triple,
    ...more,
  };
}

/** A cube of 10 mm about `atMm`, with everything else as given. */
export function cube(
  id: string,
  massG: number | undefined,
  more: Partial<Part> = {},
  atMm: Vec3 = [0, 0, 0],
): Part {
  return {
    id,
    kind: 'other',
    name: id,
    ...(massG === undefined ? {} : { massG }),
    solids: [{ id: 'solid', type: 'box', sizeMm: [10, 10, 10], atMm: [...atMm] as Triple }],
    mounts: [],
    ...more,
  };
}

/** Along x from −50 to 50. */
export const railAlongX = { axis: [1, 0, 0] as Triple, fromMm: -50, toMm: 50 };

/**
 * A body of 1000 g at the origin: on top at z = 50 a rail along x, a plain ¼″ socket 8 mm deep, one with
 * pin holes, and a blind one 5 mm deep.
 */
export const body: Part = cube('body', 1000, {
  kind: 'body',
  mounts: [
    mountAt('rail', 'nato-rail', 'rail', [0, 0, 50], [0, 0, 1], [1, 0, 0], {
      lengthwise: railAlongX,
    }),
    mountAt('plain', 'quarter-20', 'socket', [0, 0, 50], [0, 0, 1], [1, 0, 0], {
      thread: { depthMm: 8 },
    }),
    mountAt('holes', 'quarter-20', 'socket', [30, 0, 50], [0, 0, 1], [1, 0, 0], {
      thread: { depthMm: 8 },
      locating: { side: 'holes', spacingMm: 19 },
    }),
    mountAt('blind', 'quarter-20', 'socket', [-30, 0, 50], [0, 0, 1], [1, 0, 0], {
      thread: { depthMm: 5, blind: true },
    }),
    mountAt('shoe', 'cold-shoe', 'shoe', [0, 40, 50], [0, 0, 1], [1, 0, 0], {
      lengthwise: { axis: [1, 0, 0], fromMm: -10, toMm: 10 },
    }),
    mountAt('teeth', 'rosette-m6', 'face', [0, 50, 0], [0, 1, 0], [0, 0, 1], { toothPhaseDeg: 0 }),
  ],
});

const topGrip: Grip = {
  id: 'palm',
  use: 'carry',
  place: 'top',
  fromMm: [-40, 0, 50],
  toMm: [60, 0, 50],
};

/** A weightless-as-can-be top handle (1 g): its grip runs from −40 to 60 along x, 50 mm above its clamp of 20 mm. */
export const handle: Part = cube('handle', 1, {
  kind: 'top-handle',
  mounts: [
    mountAt('base', 'nato-rail', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
      clampLengthMm: 20,
      carrier: true,
    }),
  ],
  grips: [topGrip],
});

/** A weight of 500 g on a ¼″ screw of 6 mm, its middle 100 mm ahead of the screw. */
export const weightAhead: Part = cube(
  'weight',
  500,
  {
    mounts: [
      mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
        thread: { lengthMm: 6, exchangeable: true },
        fastening: { tool: 'thumb', seconds: 10 },
        carrier: true,
      }),
    ],
  },
  [100, 0, 0],
);

export function joint(id: string, child: string, parent: string, more: Partial<Joint> = {}): Joint {
  const end = (text: string) => {
    const [item, mount] = text.split('.') as [string, string];
    return { item, mount };
  };
  return { id, child: end(child), parent: end(parent), slideMm: 0, turnDeg: 0, ...more };
}

export const noBrief: Brief = { currency: 'EUR', limits: {} };

/** A rig whose items are named after their parts, or `name: part id` where one part is there twice. */
export function createTestRig(
  parts: readonly Part[],
  joints: readonly Joint[],
  more: {
    setup?: Partial<Setup>;
    brief?: Brief;
    kit?: readonly KitItem[];
    rig?: Partial<Rig>;
  } = {},
): { rig: Rig; parts: PartBook } {
  const kit = more.kit ?? parts.map((p) => ({ id: p.id, partId: p.id, owned: true }));
  const value = {
    format: 'zucchini-rig',
    formatVersion: 1,
    parts,
    rig: {
      id: 'rig',
      name: 'Test rig',
      kit,
      brief: more.brief ?? noBrief,
      setups: [
        {
          id: 'low',
          name: 'Low',
          hold: 'low',
          motion: 'still',
          body: 'body',
          joints,
          ...more.setup,
        },
      ],
      ...more.rig,
    },
  };
  const outcome = readRigFile(value);
  if (outcome.state === 'malformed') {
    throw new Error(outcome.issues.map((i) => `${i.path}: ${i.message}`).join('\n'));
  }
  return { rig: outcome.file.rig, parts: outcome.parts };
}

/** A turn at rest at 0°, from `fromDeg` to `toDeg` about an axis through a point of the part. */
export function turnAbout(
  id: string,
  axis: Vec3,
  originMm: Vec3,
  [from, to]: readonly [number, number],
  carries: readonly string[],
  more: Partial<Movement> = {},
): Movement {
  return {
    id,
    name: id,
    type: 'turn',
    originMm: [...originMm] as Triple,
    axis: [...axis] as Triple,
    from,
    to,
    rest: 0,
    carries: [...carries],
    ...more,
  };
}
