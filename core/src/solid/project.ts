import { polygonHull } from 'd3-polygon';
import { place, rotate, type Placement, type Vec3 } from '../placement/index.js';
import type { Solid } from './schema.js';

/** A point of the picture in mm: to the right, and up. */
export type Point2 = readonly [number, number];

/**
 * A solid as seen from one side. The view frame looks along its −z: x right, y up, z towards the
 * viewer; all in mm.
 */
export interface Silhouette {
  /** Closed outline, counter-clockwise. Always convex, as every solid is but for a tube's bore. */
  readonly outline: readonly Point2[];
  /** The bore of a tube that is seen end on. */
  readonly hole: readonly Point2[] | undefined;
  /** Edges inside the outline that face the viewer. */
  readonly edges: readonly (readonly Point2[])[];
  /** How rounded the corners are drawn. */
  readonly cornerMm: number;
  /** The point nearest the viewer, and the farthest, along view z. */
  readonly nearMm: number;
  readonly farMm: number;
}

const circleSteps = 40;
const unitCircle: readonly Point2[] = Array.from({ length: circleSteps }, (_, i) => {
  const angle = (2 * Math.PI * i) / circleSteps;
  return [Math.cos(angle), Math.sin(angle)] as const;
});

function ring(radius: number, z: number): Vec3[] {
  return unitCircle.map(([c, s]) => [radius * c, radius * s, z] as const);
}

/** The points whose convex hull is the solid; round ends as forty-sided ones (0.3 % of the radius off). */
function listCorners(solid: Solid): { low: Vec3[]; high: Vec3[] } {
  switch (solid.type) {
    case 'box': {
      const [x, y, z] = [solid.sizeMm[0] / 2, solid.sizeMm[1] / 2, solid.sizeMm[2] / 2];
      const face = (h: number): Vec3[] => [
        [-x, -y, h],
        [x, -y, h],
        [x, y, h],
        [-x, y, h],
      ];
      return { low: face(-z), high: face(z) };
    }
    case 'prism': {
      const h = solid.lengthMm / 2;
      const face = (z: number): Vec3[] => solid.outlineMm.map(([x, y]) => [x, y, z] as const);
      return { low: face(-h), high: face(h) };
    }
    case 'frustum':
      return {
        low: ring(solid.radiusMm, -solid.lengthMm / 2),
        high: ring(solid.endRadiusMm, solid.lengthMm / 2),
      };
    case 'cylinder':
    case 'tube':
      return {
        low: ring(solid.radiusMm, -solid.lengthMm / 2),
        high: ring(solid.radiusMm, solid.lengthMm / 2),
      };
  }
}

/** The corners of a solid in its own frame; round ends as forty-sided ones. */
export function listCornersMm(solid: Solid): Vec3[] {
  const { low, high } = listCorners(solid);
  return [...low, ...high];
}

function flat(points: readonly Vec3[]): [number, number][] {
  return points.map((p) => [p[0], p[1]]);
}

/**
 * The silhouette of a solid in a view. Faces whose rim lies inside the outline give the inner edges:
 * the near rim of a cylinder seen at a slant, the near face of a turned box.
 */
export function projectSolid(solid: Solid, viewFromSolid: Placement): Silhouette {
  const { low, high } = listCorners(solid);
  const lowSeen = low.map((p) => place(viewFromSolid, p));
  const highSeen = high.map((p) => place(viewFromSolid, p));
  const seen = [...lowSeen, ...highSeen];
  // The hull comes clockwise where y points up.
  const hull = (polygonHull(flat(seen)) ?? flat(seen)).reverse();
  const towards = rotate(viewFromSolid.rotation, [0, 0, 1])[2];
  const endOn = Math.abs(towards) > 0.9999;
  const slanted = !endOn && Math.abs(towards) > 1e-4;
  const depths = seen.map((p) => p[2]);
  const near = towards > 0 ? highSeen : lowSeen;
  const round = solid.type === 'box' ? (solid.radiusMm ?? 0) : 0;
  return {
    outline: hull,
    hole:
      solid.type === 'tube' && endOn
        ? flat(ring(solid.innerRadiusMm, 0).map((p) => place(viewFromSolid, p)))
        : undefined,
    edges: slanted ? [[...flat(near), [near[0]![0], near[0]![1]]]] : [],
    cornerMm: round,
    nearMm: Math.max(...depths),
    farMm: Math.min(...depths),
  };
}

/** Whether a point of the picture lies inside a convex outline listed counter-clockwise, or on its rim. */
export function isInside(outline: readonly Point2[], point: Point2): boolean {
  return outline.every((p, i) => {
    const q = outline[(i + 1) % outline.length]!;
    return (q[0] - p[0]) * (point[1] - p[1]) - (q[1] - p[1]) * (point[0] - p[0]) >= -1e-9;
  });
}
