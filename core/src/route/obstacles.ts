import {
  add,
  compose,
  invert,
  measureLength,
  noPlacement,
  place,
  rotate,
  rotateBack,
  scale,
  subtract,
  type Placement,
  type Vec3,
} from '../placement/index.js';
import {
  measureBounds,
  measureDistanceMm,
  measureOwnDistanceMm,
  type Solid,
} from '../solid/index.js';
import type { Space, SpacedSolid } from '../space/index.js';

/** What a lead keeps clear of. */
export interface Obstacle {
  readonly solid: Solid;
  /** Its place in the frame of the search: the body's. */
  readonly frame: Placement;
  readonly low: Vec3;
  readonly high: Vec3;
  /** How far the middle of the lead stays from it, mm. */
  clearMm: number;
}

/** A way may come nearer than it should by so much, in mm: below what any length is shown to. */
export const slackMm = 0.01;
/** The least point of a stretch is found to this, in mm. */
const fineMm = 1e-3;
/** How finely a stretch is looked along where its distance may fall and rise again: of tubes. */
const marchMm = 0.25;

/**
 * The solids of a setup and the spaces to be kept clear, in the body's own frame: turned together with its rig a way is the same.
 */
export function listObstacles(
  space: Space,
  avoid: readonly SpacedSolid[],
  radiusMm: number,
): Obstacle[] {
  const { rigFromBody } = space.assembly;
  const bodyFromRig = rigFromBody === noPlacement ? undefined : invert(rigFromBody);
  return [...space.items.flatMap((i) => i.solids), ...avoid].flatMap(
    ({ solid, rigFromSolid, bounds }): Obstacle[] => {
      // A hull is what something passes through, and no solid of a part.
      if (solid.type === 'hull') return [];
      if (!bodyFromRig) {
        const { lowMm: low, highMm: high } = bounds;
        return [{ solid, frame: rigFromSolid, low, high, clearMm: radiusMm }];
      }
      const frame = compose(bodyFromRig, rigFromSolid);
      const { lowMm: low, highMm: high } = measureBounds(solid, frame);
      return [{ solid, frame, low, high, clearMm: radiusMm }];
    },
  );
}

/** How far a point is from an obstacle, mm; below zero inside. */
export const measureApartMm = ({ solid, frame }: Obstacle, p: Vec3): number =>
  measureDistanceMm(solid, frame, p);

/** Whether a point lies within an obstacle's bounds, widened by so much. */
export function isNearBounds({ low, high }: Obstacle, p: Vec3, byMm: number): boolean {
  for (const i of [0, 1, 2] as const) {
    if (p[i] < low[i] - byMm || p[i] > high[i] + byMm) return false;
  }
  return true;
}

/** The way out of an obstacle at a point, a unit vector: along which its distance grows most. */
export function measureOut({ solid, frame }: Obstacle, p: Vec3): Vec3 {
  const h = 1e-4;
  // In the solid's own frame: turned there and back once.
  const [x, y, z] = rotateBack(frame.rotation, subtract(p, frame.originMm));
  const at = (i: number, j: number, k: number) => measureOwnDistanceMm(solid, i, j, k);
  const out: Vec3 = [
    at(x + h, y, z) - at(x - h, y, z),
    at(x, y + h, z) - at(x, y - h, z),
    at(x, y, z + h) - at(x, y, z - h),
  ];
  const length = measureLength(out);
  return length > 0 ? rotate(frame.rotation, scale(out, 1 / length)) : [0, 0, 1];
}

/** Whether a point keeps its distance from all obstacles. */
export const isClearAt = (obstacles: readonly Obstacle[], p: Vec3): boolean =>
  obstacles.every(
    (o) => !isNearBounds(o, p, o.clearMm) || measureApartMm(o, p) >= o.clearMm - slackMm,
  );

function mayPass(o: Obstacle, a: Vec3, b: Vec3): boolean {
  for (const i of [0, 1, 2] as const) {
    const [low, high] = a[i] < b[i] ? [a[i], b[i]] : [b[i], a[i]];
    if (high < o.low[i] - o.clearMm || low > o.high[i] + o.clearMm) return true;
  }
  return false;
}

const golden = (Math.sqrt(5) - 1) / 2;

/** Whether a stretch keeps its distance from one obstacle. */
function passes(o: Obstacle, a: Vec3, b: Vec3): boolean {
  const { solid, frame } = o;
  const least = o.clearMm - slackMm;
  const [ax, ay, az] = rotateBack(frame.rotation, subtract(a, frame.originMm));
  const [bx, by, bz] = rotateBack(frame.rotation, subtract(b, frame.originMm));
  const [dx, dy, dz] = [bx - ax, by - ay, bz - az];
  const at = (t: number) => measureOwnDistanceMm(solid, ax + t * dx, ay + t * dy, az + t * dz);
  const length = Math.hypot(dx, dy, dz);
  const [first, last] = [at(0), at(1)];
  if (first < least || last < least) return false;
  // A distance never falls faster than the point moves.
  if ((first + last - length) / 2 >= least) return true;
  if (solid.type === 'tube') {
    // Ends: every step is at least a quarter of a millimetre long.
    for (let s = 0, d = first; s < length; d = at(s / length)) {
      if (d < least) return false;
      s += Math.max(marchMm, d - least);
    }
    return true;
  }
  // The distance of a convex solid is convex along a line: its least is found by the golden section.
  let [low, high] = [0, 1];
  let [x, y] = [1 - golden, golden];
  let [fx, fy] = [at(x), at(y)];
  // Ends: each round leaves 62 % of the stretch.
  while ((high - low) * length > fineMm) {
    if (fx < least || fy < least) return false;
    const [best, f] = fx < fy ? [x, fx] : [y, fy];
    if (f - Math.max(best - low, high - best) * length >= least) return true;
    if (fx < fy) {
      high = y;
      [y, fy] = [x, fx];
      x = high - golden * (high - low);
      fx = at(x);
    } else {
      low = x;
      [x, fx] = [y, fy];
      y = low + golden * (high - low);
      fy = at(y);
    }
  }
  return Math.min(fx, fy) >= least;
}

/** Whether one obstacle stands in the way of a lead that lies straight between two points. */
export const isBlockedBy = (o: Obstacle, a: Vec3, b: Vec3): boolean =>
  !mayPass(o, a, b) && !passes(o, a, b);

/** The first obstacle that stands in the way of a lead that lies straight between two points. */
export function findBlocker(
  obstacles: readonly Obstacle[],
  a: Vec3,
  b: Vec3,
): Obstacle | undefined {
  for (const o of obstacles) if (isBlockedBy(o, a, b)) return o;
  return undefined;
}

/** Whether a lead may lie straight between two points. */
export const isStretchFree = (obstacles: readonly Obstacle[], a: Vec3, b: Vec3): boolean =>
  findBlocker(obstacles, a, b) === undefined;

/** So many obstacles a point is pushed out of, one after the other. */
const mostPushes = 12;

/**
 * The nearest place outside all obstacles that a point is in, or undefined where it is walled in. A point that is outside stays, however
 * near it is.
 */
export function escape(obstacles: readonly Obstacle[], point: Vec3): Vec3 | undefined {
  let p = point;
  for (let i = 0; i < mostPushes; i += 1) {
    let [deepest, at]: [number, Obstacle | undefined] = [-slackMm, undefined];
    for (const o of obstacles) {
      if (!isNearBounds(o, p, 0)) continue;
      const d = measureApartMm(o, p);
      if (d < deepest) [deepest, at] = [d, o];
    }
    if (!at) return p;
    p = add(p, scale(measureOut(at, p), at.clearMm - deepest));
  }
  return undefined;
}

/** Lets a way begin and end as near to each obstacle as its ends are. */
export function allowEnds(obstacles: readonly Obstacle[], ends: readonly Vec3[]): void {
  for (const o of obstacles) {
    for (const end of ends) {
      if (isNearBounds(o, end, o.clearMm)) {
        o.clearMm = Math.min(o.clearMm, Math.max(0, measureApartMm(o, end)));
      }
    }
  }
}

/** The points of a way back in the rig's frame. */
export const toRig = (space: Space, points: readonly Vec3[]): Vec3[] =>
  points.map((p) => place(space.assembly.rigFromBody, p));
/** A point of the rig in the frame of the search. */
export const toBody = (space: Space, p: Vec3): Vec3 => {
  const { rigFromBody } = space.assembly;
  return rigFromBody === noPlacement ? p : place(invert(rigFromBody), p);
};
