import { subtract, measureLength, type Vec3 } from '../placement/index.js';
import { measureDistanceMm, mayMeet, noBounds, uniteBounds, type Bounds } from '../solid/index.js';
import type { Space, SpacedSolid } from '../space/index.js';
import { tolerances } from '../units/index.js';
import { allowEnds, escape, isStretchFree, listObstacles, toBody, toRig } from './obstacles.js';
import { searchWays } from './search.js';
import { drawTight, measurePath } from './taut.js';

/** How far the middle of a lead is laid from what it passes where its thickness is not stated, in mm (estimate: a thin lead). */
export const leadRadiusMm = 2.5;
/** A way of a lead through free space. */
export interface Route {
  readonly points: readonly Vec3[];
  readonly lengthMm: number;
  /** Whether it was found; otherwise the straight line, which is a lower limit. */
  readonly found: boolean;
}

/** How a way is looked for. */
export interface RouteOptions {
  /** Half the thickness of the lead, mm; 0 of one that is flat. */
  readonly radiusMm?: number | undefined;
  /** What is to be kept clear besides the solids: where one of the ends is within, that space is let be. */
  readonly avoid?: readonly SpacedSolid[] | undefined;
}

/** A way that was found, and what it rests on. */
interface Kept {
  readonly route: Route;
  readonly bounds: Bounds;
  /** What stands where it was looked, in the order of the rig; and what is to be kept clear there. */
  readonly near: readonly (readonly SpacedSolid[])[];
  readonly kept: readonly SpacedSolid[];
}

/** Ways that are kept of one body: those of all leads of some setups, and where their ends were while they were dragged. */
const mostKept = 200;
/** And of one pair of ends: with each lens of a set. */
const mostVariants = 4;

// Kept by the body, which stands still: a way is that way again as long as what stands about it stands where it stood.
const ways = new WeakMap<readonly SpacedSolid[], Map<string, readonly Kept[]>>();

// What only touches may be in the way by a rounding.
const slackMm = -tolerances.lengthMm;

const listNear = (space: Space, bounds: Bounds): (readonly SpacedSolid[])[] =>
  space.items.filter((i) => mayMeet(i.bounds, bounds, slackMm)).map((i) => i.solids);

const listKept = (avoid: readonly SpacedSolid[], bounds: Bounds): SpacedSolid[] =>
  avoid.filter((s) => mayMeet(s.bounds, bounds, slackMm));

const isSameVec = (a: Vec3, b: Vec3): boolean => a[0] === b[0] && a[1] === b[1] && a[2] === b[2];

/** Whether a solid stands where another stood, and is that one. */
function isSameSolid(a: SpacedSolid, b: SpacedSolid): boolean {
  if (a === b) return true;
  const [p, q] = [a.rigFromSolid, b.rigFromSolid];
  return (
    a.solid === b.solid &&
    isSameVec(p.originMm, q.originMm) &&
    isSameVec(p.rotation.x, q.rotation.x) &&
    isSameVec(p.rotation.y, q.rotation.y)
  );
}

const areSame = (a: readonly SpacedSolid[], b: readonly SpacedSolid[]): boolean =>
  a === b || (a.length === b.length && a.every((one, i) => isSameSolid(one, b[i]!)));

const isStill = (space: Space, avoid: readonly SpacedSolid[], known: Kept): boolean => {
  const near = listNear(space, known.bounds);
  return (
    near.length === known.near.length &&
    near.every((solids, i) => areSame(solids, known.near[i]!)) &&
    areSame(listKept(avoid, known.bounds), known.kept)
  );
};

/** All corners of bounds, in the rig's frame, as bounds there. */
function toRigBounds(space: Space, { lowMm, highMm }: Bounds, byMm: number): Bounds {
  const corners = [lowMm, highMm].flatMap((x) =>
    [lowMm, highMm].flatMap((y) => [lowMm, highMm].map((z): Vec3 => [x[0], y[1], z[2]])),
  );
  const all = toRig(space, corners).reduce<Bounds>(
    (sum, p) => uniteBounds(sum, { lowMm: p, highMm: p }),
    noBounds,
  );
  const grow = (v: Vec3, by: number): Vec3 => [v[0] + by, v[1] + by, v[2] + by];
  return { lowMm: grow(all.lowMm, -byMm), highMm: grow(all.highMm, byMm) };
}

/** A way, and what was looked at for it, in the frame of the search. */
interface Looked {
  readonly route: Route;
  readonly bounds: Bounds;
}

function look(
  space: Space,
  from: Vec3,
  to: Vec3,
  radiusMm: number,
  avoid: readonly SpacedSolid[],
): Looked {
  const isWithin = (s: SpacedSolid, p: Vec3) =>
    s.solid.type !== 'hull' && measureDistanceMm(s.solid, s.rigFromSolid, p) < 0;
  const clear = avoid.filter((s) => !isWithin(s, from) && !isWithin(s, to));
  const obstacles = listObstacles(space, clear, radiusMm);
  const solids = obstacles.slice(0, obstacles.length - clear.length);
  const straight = (found: boolean): Route => ({
    points: [from, to],
    lengthMm: measureLength(subtract(to, from)),
    found,
  });
  const ends = [toBody(space, from), toBody(space, to)] as const;
  const out = ends.map((p) => escape(solids, p));
  const [a, b] = out;
  const own: Bounds = [...ends, a ?? ends[0], b ?? ends[1]].reduce<Bounds>(
    (sum, p) => uniteBounds(sum, { lowMm: p, highMm: p }),
    noBounds,
  );
  if (!a || !b) return { route: straight(false), bounds: own };
  allowEnds(obstacles, [a, b]);
  if (isStretchFree(obstacles, a, b)) {
    const points =
      a === ends[0] && b === ends[1] ? [from, to] : toRig(space, [ends[0], a, b, ends[1]]);
    return {
      route: { points, lengthMm: measurePath(points), found: true },
      bounds: own,
    };
  }
  const search = searchWays(obstacles, a, b, space.collider.rest);
  const [tight] = search.ways
    .map((points) => drawTight(obstacles, points))
    .sort((x, y) => measurePath(x) - measurePath(y));
  if (!tight) return { route: straight(false), bounds: search.bounds };
  const whole = [
    ...(a === ends[0] ? [] : [ends[0]]),
    ...tight,
    ...(b === ends[1] ? [] : [ends[1]]),
  ];
  const points = toRig(space, whole);
  return {
    route: { points, lengthMm: measurePath(points), found: true },
    // Drawn tight it may lie a little beside the places that were looked at.
    bounds: whole.reduce((sum, p) => uniteBounds(sum, { lowMm: p, highMm: p }), search.bounds),
  };
}

/**
 * The shortest way of a lead between two points past all solids of a setup and what is to be kept clear, its middle half its
 * thickness away: straight where that is free, otherwise the shortest by places at which it may bend, drawn tight. What is to be
 * kept clear is let be where no way goes round it; where none is found at all, the straight line, said to be a lower limit.
 * Turned together with its rig a way is the same.
 */
export function findWay(
  space: Space,
  from: Vec3,
  to: Vec3,
  { radiusMm = leadRadiusMm, avoid = [] }: RouteOptions = {},
): Route {
  const root = space.items[0]?.solids;
  const byEnds = root && (ways.get(root) ?? new Map<string, readonly Kept[]>());
  const key = `${radiusMm} ${from.join()} ${to.join()}`;
  const variants = byEnds?.get(key) ?? [];
  const known = variants.find((one) => isStill(space, avoid, one));
  if (known) return known.route;
  let looked = look(space, from, to, radiusMm, avoid);
  if (!looked.route.found && avoid.length > 0) looked = look(space, from, to, radiusMm, []);
  const { route } = looked;
  const bounds = toRigBounds(space, looked.bounds, radiusMm);
  if (root && byEnds) {
    const near = listNear(space, bounds);
    const one: Kept = { route, bounds, near, kept: listKept(avoid, bounds) };
    byEnds.delete(key);
    byEnds.set(key, [one, ...variants].slice(0, mostVariants));
    const [oldest] = byEnds.keys();
    if (byEnds.size > mostKept && oldest !== undefined) byEnds.delete(oldest);
    ways.set(root, byEnds);
  }
  return route;
}
