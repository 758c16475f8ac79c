import { rotateBack, subtract, type Placement, type Vec3 } from '../placement/index.js';
import type { Solid } from './schema.js';

/** Whether a point of the outer frame lies in a solid, or within `marginMm` of it as far as its faces go. */
export function isInsideSolid(
  solid: Solid,
  outerFromSolid: Placement,
  point: Vec3,
  marginMm: number,
): boolean {
  const p = rotateBack(outerFromSolid.rotation, subtract(point, outerFromSolid.originMm));
  if (solid.type === 'box') {
    return solid.sizeMm.every((size, i) => Math.abs(p[i as 0 | 1 | 2]) <= size / 2 + marginMm);
  }
  if (Math.abs(p[2]) > solid.lengthMm / 2 + marginMm) return false;
  if (solid.type === 'prism') {
    return solid.outlineMm.every(([x, y], i) => {
      const [nx, ny] = solid.outlineMm[(i + 1) % solid.outlineMm.length]!;
      const length = Math.hypot(nx - x, ny - y);
      return ((nx - x) * (p[1] - y) - (ny - y) * (p[0] - x)) / length >= -marginMm;
    });
  }
  const out = Math.hypot(p[0], p[1]);
  if (solid.type === 'frustum') {
    const share = p[2] / solid.lengthMm + 0.5;
    return out <= solid.radiusMm + (solid.endRadiusMm - solid.radiusMm) * share + marginMm;
  }
  if (solid.type === 'tube' && out < solid.innerRadiusMm - marginMm) return false;
  return out <= solid.radiusMm + marginMm;
}
