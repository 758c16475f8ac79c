/** A camera, lenses and glass whose light can be worked out by hand. */
import type { Brief } from '../brief/index.js';
import type { Glass, Part, PartBook } from '../part/index.js';
import type { Joint, Rig } from '../rig/index.js';
import { createTestRig, cube, joint, mountAt, noBrief } from './rigs.js';

type Made = { readonly rig: Rig; readonly parts: PartBook };

/** A full-frame camera of ISO 800 and no other; with ISO 100 an EV is three higher. */
export const camera: Part = cube('body', 500, {
  kind: 'body',
  sensorMm: [36, 24],
  exposes: { baseIso: [800], mostIso: 800, ndStops: [] },
  mounts: [
    mountAt('lens', 'lens-mount', 'body', [5, 0, 0], [1, 0, 0], [0, 0, 1], { family: 'F' }),
    mountAt('rods', 'rod-15-pair', 'rods', [5, 0, -85], [0, 0, 1], [1, 0, 0], {
      lengthwise: { axis: [1, 0, 0], fromMm: 0, toMm: 200 },
    }),
    mountAt('a', 'cold-shoe', 'shoe', [0, 0, 5], [0, 0, 1], [1, 0, 0], {
      lengthwise: { axis: [1, 0, 0], fromMm: -5, toMm: 5 },
    }),
    mountAt('b', 'cold-shoe', 'shoe', [0, 5, 0], [0, 1, 0], [1, 0, 0], {
      lengthwise: { axis: [1, 0, 0], fromMm: -5, toMm: 5 },
    }),
  ],
});

/** A lens 60 mm long of T2.8, its thread and its front ring at its end. */
export const lensOf = (id: string, threadMm: number, more: Partial<Part> = {}): Part =>
  cube(id, 300, {
    kind: 'lens',
    solids: [
      {
        id: 'barrel',
        type: 'cylinder',
        atMm: [30, 0, 0],
        axis: [1, 0, 0],
        radiusMm: threadMm / 2 + 2,
        lengthMm: 60,
      },
    ],
    optics: { focalMm: [85, 85], widestT: 2.8, smallestT: 22 },
    mounts: [
      mountAt('rear', 'lens-mount', 'lens', [0, 0, 0], [-1, 0, 0], [0, 0, 1], {
        family: 'F',
        carrier: true,
      }),
      mountAt('thread', 'front-thread', 'female', [60, 0, 0], [1, 0, 0], [0, 0, 1], {
        sizeMm: threadMm,
      }),
      mountAt('ring', 'clamp-ring', 'ring', [60, 0, 0], [1, 0, 0], [0, 0, 1], {
        sizeMm: threadMm + 4,
      }),
    ],
    ...more,
  });

const tube = (outerMm: number, innerMm: number, thickMm: number): Part['solids'] => [
  {
    id: 'ring',
    type: 'tube',
    atMm: [thickMm / 2, 0, 0],
    axis: [1, 0, 0],
    radiusMm: outerMm / 2,
    innerRadiusMm: innerMm / 2,
    lengthMm: thickMm,
  },
];

/** A round filter or, with another thread before it, a step ring; its rim is the clamp-on size of the lens of that thread. */
export const roundOf = (
  id: string,
  backMm: number,
  glass: Glass | undefined,
  more: { readonly frontMm?: number; readonly price?: number; readonly thickMm?: number } = {},
): Part => {
  const { frontMm = backMm, thickMm = 5 } = more;
  return cube(id, 20, {
    kind: glass ? 'filter' : 'ring',
    solids: tube(Math.max(backMm, frontMm) + 4, Math.min(backMm, frontMm) - 2, thickMm),
    ...(glass ? { glass } : {}),
    ...(more.price === undefined ? {} : { price: { minor: more.price, currency: 'EUR' } }),
    mounts: [
      mountAt('back', 'front-thread', 'male', [0, 0, 0], [-1, 0, 0], [0, 0, 1], {
        sizeMm: backMm,
        carrier: true,
      }),
      mountAt('front', 'front-thread', 'female', [thickMm, 0, 0], [1, 0, 0], [0, 0, 1], {
        sizeMm: frontMm,
      }),
      mountAt('rim', 'clamp-ring', 'ring', [thickMm, 0, 0], [1, 0, 0], [0, 0, 1], {
        sizeMm: frontMm + 4,
      }),
    ],
  });
};

export const fixed = (stops: number): Glass => ({ does: 'nd', stops: [[stops, stops]] });
export const variable = (from: number, to: number): Glass => ({
  does: 'variable-nd',
  stops: [[from, to]],
});

/** Square glass for a tray of 100 mm. */
export const squareOf = (id: string, glass: Glass, price?: number): Part =>
  cube(id, 80, {
    kind: 'filter',
    glass,
    ...(price === undefined ? {} : { price: { minor: price, currency: 'EUR' } }),
    mounts: [
      mountAt('tray', 'filter-tray', 'tray', [0, 0, 0], [1, 0, 0], [0, 0, 1], {
        sizeMm: 100,
        carrier: true,
      }),
    ],
  });

/** A box 40 mm deep with trays, clamped onto a front of `clampMm` or, without one, on rods. */
export const boxOf = (id: string, clampMm: number | undefined, stages = 1, price?: number): Part =>
  cube(id, 200, {
    kind: 'matte-box',
    solids: [{ id: 'hood', type: 'box', atMm: [20, 0, 60], sizeMm: [40, 100, 4] }],
    ...(price === undefined ? {} : { price: { minor: price, currency: 'EUR' } }),
    mounts: [
      clampMm === undefined
        ? mountAt('rods', 'rod-15-pair', 'clamp', [8, 0, -85], [0, 0, -1], [1, 0, 0], {
            clampLengthMm: 16,
            carrier: true,
          })
        : mountAt('clamp', 'clamp-ring', 'clamp', [0, 0, 0], [-1, 0, 0], [0, 0, 1], {
            sizeMm: clampMm,
            carrier: true,
          }),
      ...Array.from({ length: stages }, (_, i) =>
        mountAt(`stage-${i}`, 'filter-tray', 'stage', [10 + 9 * i, 0, 0], [1, 0, 0], [0, 0, 1], {
          sizeMm: 100,
        }),
      ),
    ],
  });

export const onCamera = (id = 'lens'): Joint => joint('l', `${id}.rear`, 'body.lens');

/** At 25 frames a second, 180° and T2.8 to T4 the bare camera holds EV 5.61 to 6.64. */
export const pictureBrief = (fromEv: number, toEv: number, more: Partial<Brief> = {}): Brief => ({
  ...noBrief,
  picture: {
    framesPerS: 25,
    shutterDeg: 180,
    widestT: 2.8,
    smallestT: 4,
    sceneFromEv: fromEv,
    sceneToEv: toEv,
  },
  ...more,
});

/** A rig with these parts and joints under a brief. */
export function createLightRig(
  parts: readonly Part[],
  joints: readonly Joint[],
  brief: Brief,
  change: Partial<Rig> = {},
): Made {
  return createTestRig(parts, joints, { brief, rig: change });
}
