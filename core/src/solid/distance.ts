import { rotateBack, subtract, type Placement, type Vec3 } from '../placement/index.js';
import type { Solid } from './schema.js';

/** How far a point is from a convex outline, counter-clockwise; below zero within it, by the nearest side. */
function measureToOutline(outline: readonly (readonly [number, number])[], x: number, y: number) {
  let inside = -Infinity;
  let outside = Infinity;
  for (let i = 0; i < outline.length; i += 1) {
    const [ax, ay] = outline[i]!;
    const [bx, by] = outline[i + 1 === outline.length ? 0 : i + 1]!;
    const [ex, ey] = [bx - ax, by - ay];
    const length = Math.hypot(ex, ey);
    if (length === 0) continue;
    // Beyond this side where above zero.
    const beyond = (ey * (x - ax) - ex * (y - ay)) / length;
    if (beyond > inside) inside = beyond;
    const along = Math.max(0, Math.min(1, (ex * (x - ax) + ey * (y - ay)) / (length * length)));
    const apart = Math.hypot(x - ax - along * ex, y - ay - along * ey);
    if (apart < outside) outside = apart;
  }
  return inside <= 0 ? inside : outside;
}

/** The distance of what is `u` and `v` beyond two faces that are square to each other; below zero within both. */
const join = (u: number, v: number): number =>
  u > 0 && v > 0 ? Math.sqrt(u * u + v * v) : Math.max(u, v);

/**
 * How far a point of the outer frame is from a solid, in mm; below zero inside, where it is minus the way to the nearest face.
 * Exact, and of everything but a tube a convex function of the point. A box's corner radius is not taken off.
 */
export function measureDistanceMm(solid: Solid, outerFromSolid: Placement, point: Vec3): number {
  const [x, y, z] = rotateBack(outerFromSolid.rotation, subtract(point, outerFromSolid.originMm));
  return measureOwnDistanceMm(solid, x, y, z);
}

/** The same of a point of the solid's own frame. */
export function measureOwnDistanceMm(solid: Solid, x: number, y: number, z: number): number {
  if (solid.type === 'box') {
    const size = solid.sizeMm;
    const u = Math.abs(x) - size[0] / 2;
    const v = Math.abs(y) - size[1] / 2;
    const t = Math.abs(z) - size[2] / 2;
    return join(join(u, v), t);
  }
  const half = solid.lengthMm / 2;
  if (solid.type === 'prism') {
    return join(measureToOutline(solid.outlineMm, x, y), Math.abs(z) - half);
  }
  const out = Math.sqrt(x * x + y * y);
  if (solid.type === 'frustum') {
    const { radiusMm: a, endRadiusMm: b } = solid;
    // Its half outline about the axis, and as much on the other side, so that the axis is no face.
    return measureToOutline(
      [
        [-a, -half],
        [a, -half],
        [b, half],
        [-b, half],
      ],
      out,
      z,
    );
  }
  const wall =
    solid.type === 'tube'
      ? Math.max(out - solid.radiusMm, solid.innerRadiusMm - out)
      : out - solid.radiusMm;
  return join(wall, Math.abs(z) - half);
}
