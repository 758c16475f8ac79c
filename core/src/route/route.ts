import { measureLength, subtract, toUnit, type Vec3 } from '../placement/index.js';
import { mayMeet } from '../solid/index.js';
import { createProbe, isEntered, type Space, type SpacedSolid } from '../space/index.js';
import { tolerances } from '../units/index.js';
import { searchGrid, tellWalls, type Search } from './grid.js';

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

/** A way that was found, and what it rests on. */
interface Kept {
  readonly route: Route;
  readonly search: Search;
  /** What stands where it was looked, in the order of the rig. */
  readonly near: readonly (readonly SpacedSolid[])[];
}

/** Ways that are kept of one body: those of all leads of some setups, and where their ends were while they were dragged. */
const mostKept = 200;

// Kept by the body, which stands still: a way is that way again as long as what stands about it stands where it stood.
const kept = new WeakMap<readonly SpacedSolid[], Map<string, Kept>>();

function listNear(space: Space, { bounds }: Search): (readonly SpacedSolid[])[] {
  // What only touches may be in the way by a rounding.
  const slack = -tolerances.lengthMm;
  return space.items.filter((i) => mayMeet(i.bounds, bounds, slack)).map((i) => i.solids);
}

function isStill(space: Space, from: Vec3, to: Vec3, { search, near }: Kept): boolean {
  if (search.walls !== undefined && search.walls !== tellWalls(space, from, to)) return false;
  const now = listNear(space, search);
  return now.length === near.length && now.every((solids, i) => solids === near[i]);
}

/** The way past what stands between. */
function searchWay(space: Space, from: Vec3, to: Vec3, straight: Route): [Route, Search] {
  const search = searchGrid(space, from, to, leadRadiusMm);
  if (!search.points) return [{ ...straight, found: false }, search];
  const points = tighten(space, search.points);
  return [{ points, lengthMm: measurePath(points), found: true }, search];
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
  const root = space.items[0]?.solids;
  const ways = root && (kept.get(root) ?? new Map<string, Kept>());
  const key = `${from.join()} ${to.join()}`;
  const known = ways?.get(key);
  if (known && isStill(space, from, to, known)) return known.route;
  if (isFree(space, from, to)) return straight;
  const [route, search] = searchWay(space, from, to, straight);
  if (root && ways) {
    ways.delete(key);
    ways.set(key, { route, search, near: listNear(space, search) });
    const [oldest] = ways.keys();
    if (ways.size > mostKept && oldest !== undefined) ways.delete(oldest);
    kept.set(root, ways);
  }
  return route;
}
