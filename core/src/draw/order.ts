import type { Placement } from '../placement/index.js';
import {
  isInside,
  measureFrontMm,
  type Point2,
  type Silhouette,
  type Solid,
} from '../solid/index.js';

/** A solid with its silhouette, and where it stands in the view. */
export interface Seen {
  readonly solid: Solid;
  readonly viewFromSolid: Placement;
  readonly seen: Silhouette;
}

interface Extent {
  readonly low: Point2;
  readonly high: Point2;
}

const extents = new WeakMap<Silhouette, Extent>();

function extentOf(seen: Silhouette): Extent {
  let extent = extents.get(seen);
  if (!extent) {
    let [lowX, lowY, highX, highY] = [Infinity, Infinity, -Infinity, -Infinity];
    for (const [x, y] of seen.outline) {
      lowX = Math.min(lowX, x);
      lowY = Math.min(lowY, y);
      highX = Math.max(highX, x);
      highY = Math.max(highY, y);
    }
    extent = { low: [lowX, lowY], high: [highX, highY] };
    extents.set(seen, extent);
  }
  return extent;
}

function findCommonPoint(a: Silhouette, b: Silhouette): Point2 | undefined {
  const [ea, eb] = [extentOf(a), extentOf(b)];
  const low: Point2 = [Math.max(ea.low[0], eb.low[0]), Math.max(ea.low[1], eb.low[1])];
  const high: Point2 = [Math.min(ea.high[0], eb.high[0]), Math.min(ea.high[1], eb.high[1])];
  if (high[0] - low[0] < 0.1 || high[1] - low[1] < 0.1) return undefined;
  // The middle of the common rectangle first; then its quarters, for outlines that lie aslant.
  for (const [u, v] of tries) {
    const point: Point2 = [low[0] + (high[0] - low[0]) * u, low[1] + (high[1] - low[1]) * v];
    if (isInside(a.outline, point) && isInside(b.outline, point)) return point;
  }
  return undefined;
}

const tries: readonly Point2[] = [
  [0.5, 0.5],
  [0.25, 0.25],
  [0.75, 0.25],
  [0.25, 0.75],
  [0.75, 0.75],
  [0.5, 0.15],
  [0.5, 0.85],
  [0.15, 0.5],
  [0.85, 0.5],
];

/** Whether `a` covers `b` where they lie over each other; undefined where they do not, or it cannot be told. */
function covers(a: Seen, b: Seen): boolean | undefined {
  const point = findCommonPoint(a.seen, b.seen);
  if (!point) return undefined;
  const [depthA, depthB] = [
    measureFrontMm(a.solid, a.viewFromSolid, point),
    measureFrontMm(b.solid, b.viewFromSolid, point),
  ];
  if (depthA === undefined || depthB === undefined || Math.abs(depthA - depthB) < 0.01) {
    return undefined;
  }
  return depthA > depthB;
}

/**
 * The order in which solids are painted so that what is nearer covers what is farther: farthest first.
 * Sorted by the nearest point of each, which is right unless two overlap in depth; those are compared
 * where they lie over each other, and moved past one another where the sort was wrong. Pairs that cover
 * each other in a ring have no right order and keep the sorted one. Quadratic in the number of solids,
 * with a cheap test first.
 */
export function orderForPainting<T extends Seen>(solids: readonly T[]): T[] {
  const base = solids
    .map((one, i) => ({ one, i }))
    .sort((a, b) => a.one.seen.nearMm - b.one.seen.nearMm || a.i - b.i)
    .map(({ one }) => one);
  const before: number[][] = base.map(() => []);
  const waits = base.map(() => 0);
  let swapped = false;
  base.forEach((later, j) => {
    for (let i = 0; i < j; i += 1) {
      const earlier = base[i]!;
      if (earlier.seen.nearMm <= later.seen.farMm + 0.01) continue;
      const wrong = covers(earlier, later);
      if (wrong === undefined) continue;
      const [first, second] = wrong ? [j, i] : [i, j];
      swapped ||= wrong;
      before[first]!.push(second);
      waits[second]! += 1;
    }
  });
  // The compiler does not see that the callback sets it.
  if (!(swapped as boolean)) return base;
  // Kahn's order, always taking the first that waits for nobody; in a ring, the first that is left.
  const left = base.map((_, i) => i);
  const order: T[] = [];
  while (left.length > 0) {
    const free = Math.max(
      0,
      left.findIndex((i) => waits[i] === 0),
    );
    const [next] = left.splice(free, 1) as [number];
    order.push(base[next]!);
    for (const after of before[next]!) waits[after]! -= 1;
  }
  return order;
}
