import { polygonArea, polygonHull } from 'd3-polygon';
import { listPieces, type Shape } from '../clash/index.js';
import {
  add,
  cross,
  dot,
  place,
  scale,
  subtract,
  type Placement,
  type Vec3,
} from '../placement/index.js';
import { placeSolids, type Assembly, type PlacedItem } from '../rig/index.js';
import { listCornersMm, mayMeet, measureBounds, type Point2, type Solid } from '../solid/index.js';
import { measureGaze, type OpticalPath } from './path.js';
import { createView, measureSpread } from './view.js';

/** A part that shows in the picture. */
export interface Intruder {
  readonly placed: PlacedItem;
  /**
   * Its outlines in the picture, convex, in shares of half the picture: −1 to 1 to the right and −1 to 1 up, as seen in
   * the camera; clipped to the picture widened by the blur of the aperture.
   */
  readonly outlines: readonly (readonly Point2[])[];
  /** How much of the picture it takes, 0 to 1: outlines that lie over one another count once only roughly. */
  readonly share: number;
}

/** Keeps of a convex outline what lies on the inner side of a line: n·p ≤ limit. */
function clipHalf(outline: readonly Point2[], n: Point2, limit: number): Point2[] {
  const side = (p: Point2) => n[0] * p[0] + n[1] * p[1] - limit;
  return outline.flatMap((p, i) => {
    const q = outline[(i + 1) % outline.length]!;
    const [a, b] = [side(p), side(q)];
    const kept: Point2[] = a <= 0 ? [p] : [];
    if (a < 0 !== b < 0 && a !== b) {
      const t = a / (a - b);
      kept.push([p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1])]);
    }
    return kept;
  });
}

/** A convex outline within the picture, −1 to 1 both ways; empty where it lies outside. */
function clipToPicture(outline: readonly Point2[]): Point2[] {
  return [
    [1, 0],
    [-1, 0],
    [0, 1],
    [0, -1],
  ].reduce<readonly Point2[]>(
    (kept, n) => clipHalf(kept, n as [number, number], 1),
    outline,
  ) as Point2[];
}

function listShapeCorners(shape: Shape): Vec3[] {
  switch (shape.type) {
    case 'hull':
      return [...shape.pointsMm];
    case 'box': {
      const [x, y, z] = shape.halfMm;
      return [-x, x].flatMap((a) => [-y, y].flatMap((b) => [-z, z].map((c): Vec3 => [a, b, c])));
    }
    case 'cylinder':
      return [];
  }
}

/** The convex bodies of a solid as clouds of corners in its own frame; a tube as the wedges it is cut into. */
function listClouds(solid: Solid): readonly (readonly Vec3[])[] {
  const { parts } = listPieces(solid);
  if (!parts) return [listCornersMm(solid)];
  return parts.map(({ shape, solidFromPiece }) =>
    listShapeCorners(shape).map((p) => place(solidFromPiece, p)),
  );
}

/** A cloud of points, seen from the pupil: depth ahead of it, to the right, up; cut off just ahead of the lens's front. */
function cutAhead(points: readonly Vec3[], nearMm: number): Vec3[] {
  const ahead = points.filter((p) => p[0] >= nearMm);
  if (ahead.length === points.length || ahead.length === 0) return ahead;
  const behind = points.filter((p) => p[0] < nearMm);
  // The hull of what crosses the plane is the hull of where its edges do: all pairs hold the edges.
  return [
    ...ahead,
    ...ahead.flatMap((a) =>
      behind.map((b): Vec3 => {
        const t = (a[0] - nearMm) / (a[0] - b[0]);
        return [nearMm, a[1] + t * (b[1] - a[1]), a[2] + t * (b[2] - a[2])];
      }),
    ),
  ];
}

/**
 * The picture at a focal length with what stands in it, as the sensor would show it upright: every part but the lens, its
 * glass left out, in perspective from the entrance pupil. What lies nearer than the aperture blurs is grown by that blur,
 * so that what touches a single ray shows. Linear in the solids.
 */
export function listInPicture(
  assembly: Assembly,
  path: OpticalPath,
  pupilMm: number,
  focalMm: number,
): Intruder[] {
  const { originMm, ahead, up, frontMm } = measureGaze(path);
  const spread = measureSpread(path.lens.part, path.body.part.sensorMm!, focalMm);
  const right = scale(cross(up, ahead), -1);
  const eye = add(originMm, scale(ahead, pupilMm));
  const nearMm = Math.max(frontMm + 1 - pupilMm, 1);
  const see = (rigFromSolid: Placement, point: Vec3): Vec3 => {
    const from = subtract(place(rigFromSolid, point), eye);
    return [dot(from, ahead), dot(from, right), dot(from, up)];
  };
  const toPicture = ([far, x, y]: Vec3): Point2[] => {
    // Rays start anywhere in the round pupil: an edge reaches into the picture by the pupil's radius over its distance.
    const blur = spread.pupilRadiusMm / far;
    return [
      [-1, 0],
      [1, 0],
      [0, -1],
      [0, 1],
    ].map(([u, v]) => [(x / far + u! * blur) / spread.across, (y / far + v! * blur) / spread.up]);
  };
  const seen = createView(path, pupilMm, focalMm).bounds;
  return assembly.items.flatMap((placed): Intruder[] => {
    if (placed === path.lens) return [];
    const outlines = placeSolids(placed).flatMap(({ solid, rigFromSolid }) => {
      // What the boxes about it and about the view keep apart cannot show.
      if (solid.surface === 'glass' || !mayMeet(measureBounds(solid, rigFromSolid), seen, 0)) {
        return [];
      }
      return listClouds(solid).flatMap((cloud) => {
        const cloudAhead = cutAhead(
          cloud.map((p) => see(rigFromSolid, p)),
          nearMm,
        );
        const hull = polygonHull(cloudAhead.flatMap(toPicture).map(([x, y]) => [x, y]));
        const inside = hull ? clipToPicture(hull) : [];
        return inside.length >= 3 && Math.abs(polygonArea(inside.map(([x, y]) => [x, y]))) > 1e-6
          ? [inside]
          : [];
      });
    });
    if (outlines.length === 0) return [];
    return [{ placed, outlines, share: measureShare(outlines) }];
  });
}

const gridSteps = 48;

/** How much of the picture outlines cover together, 0 to 1, on a grid of 48 × 48 points. */
export function measureShare(outlines: readonly (readonly Point2[])[]): number {
  let hits = 0;
  for (let i = 0; i < gridSteps; i += 1) {
    for (let k = 0; k < gridSteps; k += 1) {
      const p: Point2 = [((i + 0.5) / gridSteps) * 2 - 1, ((k + 0.5) / gridSteps) * 2 - 1];
      if (outlines.some((outline) => isWithin(outline, p))) hits += 1;
    }
  }
  return hits / gridSteps ** 2;
}

/** Whether a point lies in a convex outline, whichever way round it is listed. */
function isWithin(outline: readonly Point2[], [x, y]: Point2): boolean {
  let [left, right] = [false, false];
  outline.forEach(([px, py], i) => {
    const [qx, qy] = outline[(i + 1) % outline.length]!;
    const side = (qx - px) * (y - py) - (qy - py) * (x - px);
    if (side > 1e-12) left = true;
    if (side < -1e-12) right = true;
  });
  return !(left && right);
}
