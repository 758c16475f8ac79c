import { measureLength, subtract, toUnit, type Vec3 } from '../placement/index.js';
import { createProbe, isEntered, type Space } from '../space/index.js';
import { searchGrid } from './grid.js';

/** How far a lead is laid from what it passes, to its middle, in mm (estimate: a thin lead). */
export const leadRadiusMm = 2.5;
/** A way of a lead through free space. */
export interface Route {
  readonly points: readonly Vec3[];
  readonly lengthMm: number;
  /** Whether it was found; otherwise the straight line, which is a lower limit. */
  readonly found: boolean;
}

function measurePath(points: readonly Vec3[]): number {
  return points.reduce(
    (sum, p, i) => (i === 0 ? 0 : sum + measureLength(subtract(p, points[i - 1]!))),
    0,
  );
}

/** Whether a lead can be laid straight between two points. */
function isFree(space: Space, a: Vec3, b: Vec3): boolean {
  const along = subtract(b, a);
  const length = measureLength(along);
  if (length < 0.5) return true;
  return !isEntered(space, [createProbe(a, toUnit(along), leadRadiusMm, length)], () => true);
}

/** Draws a way tight: corners that can be cut straight across are left out. */
function tighten(space: Space, points: readonly Vec3[]): Vec3[] {
  const tight: Vec3[] = [points[0]!];
  let at = 0;
  while (at < points.length - 1) {
    let next = points.length - 1;
    while (next > at + 1 && !isFree(space, points[at]!, points[next]!)) next -= 1;
    tight.push(points[next]!);
    at = next;
  }
  return tight;
}

/**
 * About the shortest way of a thin lead between two points past all solids of a setup: straight where that
 * is free, otherwise over a grid of 10 mm and drawn tight. Where none is found, the straight line, said to
 * be a lower limit.
 */
export function findWay(space: Space, from: Vec3, to: Vec3): Route {
  const straight: Route = {
    points: [from, to],
    lengthMm: measureLength(subtract(to, from)),
    found: true,
  };
  if (isFree(space, from, to)) return straight;
  const grid = searchGrid(space, from, to, leadRadiusMm);
  if (!grid) return { ...straight, found: false };
  const points = tighten(space, grid);
  return { points, lengthMm: measurePath(points), found: true };
}
