import type { Part } from '../part/index.js';
import { add, cross, scale, type Vec3 } from '../placement/index.js';
import { createHull, type Space, type SpacedSolid } from '../space/index.js';
import { listOpticalPaths, measureGaze, type OpticalPath } from './path.js';

/** How far ahead of the glass the lens's view is looked into, in mm: beyond, nothing of a rig stands. */
const viewDepthMm = 500;

const quarters = [
  [1, 1],
  [-1, 1],
  [-1, -1],
  [1, -1],
] as const;

/** A round corner in five points: at most a fiftieth of its radius within the round (1 − cos 11.25°). */
const cornerRad = [0, 1, 2, 3, 4].map((i) => (i * Math.PI) / 8);

/** The diagonal of a full frame of 36 × 24 mm, to which focal lengths are often compared. */
const fullFrameMm = Math.hypot(36, 24);

/** What a lens of a focal length takes in on a sensor. Angles are those of the whole picture, degrees. */
export interface Angles {
  readonly acrossDeg: number;
  readonly upDeg: number;
  readonly diagonalDeg: number;
  /** How many times smaller than a full frame the picture area is, by its diagonal. */
  readonly crop: number;
  /** The focal length that shows the same diagonal on a full frame, mm. */
  readonly fullFrameMm: number;
}

/**
 * Angles of view: 2·atan(side ∕ 2f) for a distant subject. An anamorphic lens takes in `squeeze` times the width. Sides
 * are the sensor's own: in portrait its long side stands upright.
 */
export function measureAngles(
  focalMm: number,
  sensorMm: readonly [number, number],
  squeeze = 1,
): Angles {
  const [w, h] = [sensorMm[0] * squeeze, sensorMm[1]];
  const angle = (side: number) => (2 * Math.atan(side / 2 / focalMm) * 180) / Math.PI;
  const crop = fullFrameMm / Math.hypot(w, h);
  return {
    acrossDeg: angle(w),
    upDeg: angle(h),
    diagonalDeg: angle(Math.hypot(w, h)),
    crop,
    fullFrameMm: focalMm * crop,
  };
}

/** Half the width and height of the picture one millimetre ahead of the pupil, and the radius of the pupil, mm. */
export function measureSpread(
  lens: Part,
  sensorMm: readonly [number, number],
  focalMm: number,
): { readonly across: number; readonly up: number; readonly pupilRadiusMm: number } {
  const { widestT, squeeze = 1 } = lens.optics!;
  return {
    across: (sensorMm[0] * squeeze) / 2 / focalMm,
    up: sensorMm[1] / 2 / focalMm,
    pupilRadiusMm: widestT ? focalMm / (2 * widestT) : 0,
  };
}

/**
 * Where the entrance pupil may lie, from the mounting face forward, mm: one place where it is stated, else the front and the
 * farthest back: the mounting face, or where the lens's own front would begin to cut its picture.
 */
export function listPupilsMm(path: OpticalPath): readonly number[] {
  const { optics, mounts } = path.lens.part;
  if (optics?.pupilMm !== undefined) return [optics.pupilMm];
  const { frontMm } = measureGaze(path);
  const threadMm = mounts.find((m) => m.kind === 'front-thread' && m.side === 'female')?.sizeMm;
  const { sensorMm } = path.body.part;
  if (!optics || !sensorMm || threadMm === undefined) return [frontMm, 0];
  const { across, up } = measureSpread(path.lens.part, sensorMm, optics.focalMm[0]);
  // Half of a corner's light may be lost at the rim of the front: the ray from the middle of the pupil runs through it.
  return [frontMm, Math.max(0, frontMm - threadMm / 2 / Math.hypot(across, up))];
}

/**
 * What a lens sees from its front on, as a hull in the rig's frame: a rectangular pyramid from its entrance pupil,
 * widened all round by half the aperture. Lens and sensor must state their figures.
 */
export function createView(
  path: OpticalPath,
  pupilMm: number,
  focalMm = path.lens.part.optics!.focalMm[0],
): SpacedSolid {
  const { originMm, ahead, up, frontMm } = measureGaze(path);
  const side = cross(up, ahead);
  const spread = measureSpread(path.lens.part, path.body.part.sensorMm!, focalMm);
  const rim = (atMm: number): Vec3[] => {
    const far = Math.max(0, atMm - pupilMm);
    const [a, b] = [far * spread.across, far * spread.up];
    const middle = add(originMm, scale(ahead, atMm));
    // Rays to a corner of the picture start anywhere in the round pupil: its corners are round as well.
    return quarters.flatMap(([y, z]) =>
      cornerRad.map((rad) => {
        const [across, along] = [
          y * (a + spread.pupilRadiusMm * Math.cos(rad)),
          z * (b + spread.pupilRadiusMm * Math.sin(rad)),
        ];
        return add(middle, add(scale(side, across), scale(up, along)));
      }),
    );
  };
  return createHull([...rim(frontMm + 1), ...rim(frontMm + viewDepthMm)]);
}

/** Whether what a lens sees can be computed at all. */
export const isViewKnown = ({ lens, body }: OpticalPath): boolean =>
  lens.part.optics !== undefined && body.part.sensorMm !== undefined;

/** The space without its glass, through which one sees. */
export function withoutGlass(space: Space): Space {
  return {
    ...space,
    items: space.items.map((item) => ({
      ...item,
      solids: item.solids.filter((s) => s.solid.type === 'hull' || s.solid.surface !== 'glass'),
    })),
  };
}

/** What each lens of a known body sees at its widest, and the lens: with its pupil at the front, where nobody states it. */
export function listViews(
  space: Space,
): readonly { lens: OpticalPath['lens']; view: SpacedSolid }[] {
  return listOpticalPaths(space.assembly).flatMap((path) =>
    isViewKnown(path) ? [{ lens: path.lens, view: createView(path, listPupilsMm(path)[0]!) }] : [],
  );
}
