import { invert, place, rotateBack, type Placement, type Vec3 } from '../placement/index.js';
import type { Point2 } from './project.js';
import type { Solid } from './schema.js';

interface Span {
  enter: number;
  leave: number;
}

/** Keeps of a span what lies on the inner side of a plane: origin + t·step ≤ limit. */
function cutSpan(span: Span, origin: number, step: number, limit: number): void {
  if (Math.abs(step) < 1e-12) {
    if (origin > limit) span.leave = -Infinity;
    return;
  }
  const t = (limit - origin) / step;
  if (step > 0) span.leave = Math.min(span.leave, t);
  else span.enter = Math.max(span.enter, t);
}

/** Keeps of a span, already cut at the end faces, what lies within a cone about z of radius `radius + slope·z`. */
function cutRound(span: Span, o: Vec3, d: Vec3, radius: number, slope: number): void {
  const r = radius + slope * o[2];
  const dr = slope * d[2];
  const a = d[0] * d[0] + d[1] * d[1] - dr * dr;
  const b = o[0] * d[0] + o[1] * d[1] - r * dr;
  const c = o[0] * o[0] + o[1] * o[1] - r * r;
  if (Math.abs(a) < 1e-12) {
    if (c > 0) span.leave = -Infinity;
    return;
  }
  const root = b * b - a * c;
  if (root < 0) {
    // A ray steeper than the cone that meets it nowhere runs inside it all the way.
    if (a > 0) span.leave = -Infinity;
    return;
  }
  const [one, other] = [(-b - Math.sqrt(root)) / a, (-b + Math.sqrt(root)) / a];
  const [t1, t2] = [Math.min(one, other), Math.max(one, other)];
  if (a > 0) {
    span.enter = Math.max(span.enter, t1);
    span.leave = Math.min(span.leave, t2);
  } else if (span.enter <= t1) {
    // Steeper than the cone, the ray is inside before the first point and beyond the second: in the two
    // halves of the double cone. Between the end faces, cut before, only one of them can be.
    span.leave = Math.min(span.leave, t1);
  } else {
    span.enter = Math.max(span.enter, t2);
  }
}

/**
 * How near to the viewer a solid's surface is at a point of the picture, as view z in mm; undefined where
 * the ray misses it. A tube is taken as full: its bore matters only to what stands in it.
 */
export function measureFrontMm(
  solid: Solid,
  viewFromSolid: Placement,
  point: Point2,
): number | undefined {
  const o = place(invert(viewFromSolid), [point[0], point[1], 0]);
  const d = rotateBack(viewFromSolid.rotation, [0, 0, 1]);
  const span: Span = { enter: -Infinity, leave: Infinity };
  if (solid.type === 'box') {
    for (const i of [0, 1, 2] as const) {
      cutSpan(span, o[i], d[i], solid.sizeMm[i] / 2);
      cutSpan(span, -o[i], -d[i], solid.sizeMm[i] / 2);
    }
  } else {
    cutSpan(span, o[2], d[2], solid.lengthMm / 2);
    cutSpan(span, -o[2], -d[2], solid.lengthMm / 2);
    if (solid.type === 'prism') {
      solid.outlineMm.forEach(([px, py], i) => {
        const [qx, qy] = solid.outlineMm[(i + 1) % solid.outlineMm.length]!;
        // Outward normal of an edge of a counter-clockwise outline.
        const [nx, ny] = [qy - py, px - qx];
        cutSpan(span, nx * o[0] + ny * o[1], nx * d[0] + ny * d[1], nx * px + ny * py);
      });
    } else {
      const end = solid.type === 'frustum' ? solid.endRadiusMm : solid.radiusMm;
      const slope = (end - solid.radiusMm) / solid.lengthMm;
      cutRound(span, o, d, (solid.radiusMm + end) / 2, slope);
    }
  }
  return span.enter <= span.leave ? span.leave : undefined;
}
