import type { Vec3 } from '../placement/index.js';
import { dot, place, rotateBack, type Placement } from '../placement/index.js';
import type { Solid } from './schema.js';

function outlineMoments(outline: readonly (readonly [number, number])[]) {
  let area = 0;
  let x = 0;
  let y = 0;
  outline.forEach(([px, py], i) => {
    const [qx, qy] = outline[(i + 1) % outline.length]!;
    const slice = (px * qy - qx * py) / 2;
    area += slice;
    x += (slice * (px + qx)) / 3;
    y += (slice * (py + qy)) / 3;
  });
  return { area, x: x / area, y: y / area };
}

/** Volume in mm³. A box's corner radius is not taken off: it is there for the eye. */
export function measureVolumeMm3(solid: Solid): number {
  switch (solid.type) {
    case 'box':
      return solid.sizeMm[0] * solid.sizeMm[1] * solid.sizeMm[2];
    case 'cylinder':
      return Math.PI * solid.radiusMm ** 2 * solid.lengthMm;
    case 'frustum': {
      const { radiusMm: a, endRadiusMm: b, lengthMm } = solid;
      return (Math.PI * lengthMm * (a * a + a * b + b * b)) / 3;
    }
    case 'tube':
      return Math.PI * (solid.radiusMm ** 2 - solid.innerRadiusMm ** 2) * solid.lengthMm;
    case 'prism':
      return outlineMoments(solid.outlineMm).area * solid.lengthMm;
  }
}

/** The solid's centre of volume in its own frame. Only frustums and lopsided prisms are off their middle. */
export function measureCentroidMm(solid: Solid): Vec3 {
  if (solid.type === 'frustum') {
    // Height of a frustum's centre above its lower face: h·(a² + 2ab + 3b²) ∕ 4(a² + ab + b²).
    const { radiusMm: a, endRadiusMm: b, lengthMm: h } = solid;
    const above = (h * (a * a + 2 * a * b + 3 * b * b)) / (4 * (a * a + a * b + b * b));
    return [0, 0, above - h / 2];
  }
  if (solid.type === 'prism') {
    const { x, y } = outlineMoments(solid.outlineMm);
    return [x, y, 0];
  }
  return [0, 0, 0];
}

/**
 * How far the solid reaches along the unit vector `direction` from the outer frame's origin, in mm:
 * the largest dot product of any of its points with the direction.
 */
export function measureReachMm(solid: Solid, outerFromSolid: Placement, direction: Vec3): number {
  const d = rotateBack(outerFromSolid.rotation, direction);
  const origin = dot(place(outerFromSolid, [0, 0, 0]), direction);
  const sideways = Math.hypot(d[0], d[1]);
  switch (solid.type) {
    case 'box':
      return (
        origin +
        (Math.abs(d[0]) * solid.sizeMm[0] +
          Math.abs(d[1]) * solid.sizeMm[1] +
          Math.abs(d[2]) * solid.sizeMm[2]) /
          2
      );
    case 'cylinder':
    case 'tube':
      return origin + solid.radiusMm * sideways + (Math.abs(d[2]) * solid.lengthMm) / 2;
    case 'frustum':
      return (
        origin +
        Math.max(
          solid.radiusMm * sideways - (d[2] * solid.lengthMm) / 2,
          solid.endRadiusMm * sideways + (d[2] * solid.lengthMm) / 2,
        )
      );
    case 'prism':
      return (
        origin +
        Math.max(...solid.outlineMm.map(([x, y]) => d[0] * x + d[1] * y)) +
        (Math.abs(d[2]) * solid.lengthMm) / 2
      );
  }
}
