import { place, type Placement, type Vec3 } from '../placement/index.js';
import { listCornersMm } from './project.js';
import type { Solid } from './schema.js';

/** A box along the axes of the outer frame, in mm: what something lies within. */
export interface Bounds {
  readonly lowMm: Vec3;
  readonly highMm: Vec3;
}

/** Holds nothing: the identity of {@link uniteBounds}. */
export const noBounds: Bounds = {
  lowMm: [Infinity, Infinity, Infinity],
  highMm: [-Infinity, -Infinity, -Infinity],
};

export function uniteBounds(a: Bounds, b: Bounds): Bounds {
  return {
    lowMm: [
      Math.min(a.lowMm[0], b.lowMm[0]),
      Math.min(a.lowMm[1], b.lowMm[1]),
      Math.min(a.lowMm[2], b.lowMm[2]),
    ],
    highMm: [
      Math.max(a.highMm[0], b.highMm[0]),
      Math.max(a.highMm[1], b.highMm[1]),
      Math.max(a.highMm[2], b.highMm[2]),
    ],
  };
}

/** The bounds of a list of points; {@link noBounds} of none. */
export function measurePointBounds(points: readonly Vec3[]): Bounds {
  const low: [number, number, number] = [Infinity, Infinity, Infinity];
  const high: [number, number, number] = [-Infinity, -Infinity, -Infinity];
  for (const p of points) {
    for (const i of [0, 1, 2] as const) {
      if (p[i] < low[i]) low[i] = p[i];
      if (p[i] > high[i]) high[i] = p[i];
    }
  }
  return { lowMm: low, highMm: high };
}

/**
 * What a solid lies within. Exact for boxes, cylinders, tubes and prisms; a frustum is taken as the
 * cylinder about it.
 */
export function measureBounds(solid: Solid, outerFromSolid: Placement): Bounds {
  const { rotation, originMm } = outerFromSolid;
  if (solid.type === 'prism') {
    return measurePointBounds(listCornersMm(solid).map((p) => place(outerFromSolid, p)));
  }
  const half = (i: 0 | 1 | 2): number => {
    if (solid.type === 'box') {
      const [x, y, z] = solid.sizeMm;
      return (
        (Math.abs(rotation.x[i]) * x + Math.abs(rotation.y[i]) * y + Math.abs(rotation.z[i]) * z) /
        2
      );
    }
    const radius =
      solid.type === 'frustum' ? Math.max(solid.radiusMm, solid.endRadiusMm) : solid.radiusMm;
    const along = rotation.z[i];
    return (
      (Math.abs(along) * solid.lengthMm) / 2 + radius * Math.sqrt(Math.max(0, 1 - along * along))
    );
  };
  const h: Vec3 = [half(0), half(1), half(2)];
  return {
    lowMm: [originMm[0] - h[0], originMm[1] - h[1], originMm[2] - h[2]],
    highMm: [originMm[0] + h[0], originMm[1] + h[1], originMm[2] + h[2]],
  };
}

/** Whether two bounds lie over each other by more than `byMm` along each axis; touching is not over by 0. */
export function mayMeet(a: Bounds, b: Bounds, byMm: number): boolean {
  return (
    a.highMm[0] - b.lowMm[0] > byMm &&
    b.highMm[0] - a.lowMm[0] > byMm &&
    a.highMm[1] - b.lowMm[1] > byMm &&
    b.highMm[1] - a.lowMm[1] > byMm &&
    a.highMm[2] - b.lowMm[2] > byMm &&
    b.highMm[2] - a.lowMm[2] > byMm
  );
}
