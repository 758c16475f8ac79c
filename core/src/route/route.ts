import { measureLength, subtract, toUnit, type Vec3 } from '../placement/index.js';
import { isInsideSolid, noBounds, uniteBounds } from '../solid/index.js';
import { createProbe, isEntered, type Space } from '../space/index.js';

/** How far a lead is laid from what it passes, to its middle, in mm (estimate: a thin lead). */
export const leadRadiusMm = 2.5;
/** Spacing of the grid in which a way is searched, in mm. */
const gridMm = 10;
/** How far round a rig a lead may go, in mm. */
const marginMm = 60;
/** Places looked at between two looks at the clock. */
const placesALook = 64;
/** Places looked at before the search gives up. */
const mostPlaces = 15_000;

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

type Cell = readonly [number, number, number];

/** A heap of what to look at next, least first. */
class Queue {
  private readonly heap: { readonly cost: number; readonly key: string; readonly cell: Cell }[] =
    [];

  get size(): number {
    return this.heap.length;
  }

  push(entry: { cost: number; key: string; cell: Cell }): void {
    const { heap } = this;
    heap.push(entry);
    let i = heap.length - 1;
    while (i > 0) {
      const parent = (i - 1) >> 1;
      if (heap[parent]!.cost <= heap[i]!.cost) break;
      [heap[parent], heap[i]] = [heap[i]!, heap[parent]!];
      i = parent;
    }
  }

  pop() {
    const { heap } = this;
    const top = heap[0];
    const last = heap.pop();
    if (!top || !last) return undefined;
    if (heap.length > 0) {
      heap[0] = last;
      let i = 0;
      for (;;) {
        const [l, r] = [2 * i + 1, 2 * i + 2];
        let least = i;
        if (l < heap.length && heap[l]!.cost < heap[least]!.cost) least = l;
        if (r < heap.length && heap[r]!.cost < heap[least]!.cost) least = r;
        if (least === i) break;
        [heap[least], heap[i]] = [heap[i]!, heap[least]!];
        i = least;
      }
    }
    return top;
  }
}

const steps: readonly Cell[] = [-1, 0, 1].flatMap((x) =>
  [-1, 0, 1].flatMap((y) =>
    [-1, 0, 1].filter((z) => x !== 0 || y !== 0 || z !== 0).map((z): Cell => [x, y, z]),
  ),
);

/** The way over a grid of 10 mm (A* search), or undefined where none is found within the limit. */
function searchGrid(space: Space, from: Vec3, to: Vec3): Vec3[] | undefined {
  const all = space.items.reduce((sum, i) => uniteBounds(sum, i.bounds), noBounds);
  const low = all.lowMm.map((v, i) => Math.min(v, from[i]!, to[i]!) - marginMm);
  const high = all.highMm.map((v, i) => Math.max(v, from[i]!, to[i]!) + marginMm);
  const at = (cell: Cell): Vec3 => [
    from[0] + cell[0] * gridMm,
    from[1] + cell[1] * gridMm,
    from[2] + cell[2] * gridMm,
  ];
  const solids = space.items.flatMap((i) => i.solids);
  const isBlocked = (p: Vec3) =>
    p.some((v, i) => v < low[i]! || v > high[i]!) ||
    solids.some(
      ({ solid, rigFromSolid, bounds }) =>
        solid.type !== 'hull' &&
        p.every(
          (v, i) => v >= bounds.lowMm[i]! - leadRadiusMm && v <= bounds.highMm[i]! + leadRadiusMm,
        ) &&
        isInsideSolid(solid, rigFromSolid, p, leadRadiusMm),
    );
  const blocked = new Map<string, boolean>();
  const cost = new Map<string, number>([['0,0,0', 0]]);
  const cameFrom = new Map<string, Cell>();
  const queue = new Queue();
  queue.push({ cost: measureLength(subtract(to, from)), key: '0,0,0', cell: [0, 0, 0] });
  // Every round settles one place; there are at most `mostPlaces` of them.
  for (let looked = 0; queue.size > 0 && looked < mostPlaces; looked += 1) {
    if (looked % placesALook === 0) space.collider.rest?.();
    const { cell, key } = queue.pop()!;
    const here = at(cell);
    if (measureLength(subtract(to, here)) <= gridMm * 1.8) {
      const points: Vec3[] = [to];
      for (let step: Cell | undefined = cell; step; step = cameFrom.get(step.join())) {
        points.unshift(at(step));
      }
      return points;
    }
    for (const step of steps) {
      const next: Cell = [cell[0] + step[0], cell[1] + step[1], cell[2] + step[2]];
      const nextKey = next.join();
      const nextCost = cost.get(key)! + Math.hypot(...step) * gridMm;
      if (nextCost >= (cost.get(nextKey) ?? Infinity)) continue;
      let stop = blocked.get(nextKey);
      if (stop === undefined) {
        stop = isBlocked(at(next));
        blocked.set(nextKey, stop);
      }
      if (stop) continue;
      cost.set(nextKey, nextCost);
      cameFrom.set(nextKey, cell);
      queue.push({
        cost: nextCost + measureLength(subtract(to, at(next))),
        key: nextKey,
        cell: next,
      });
    }
  }
  return undefined;
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
  const grid = searchGrid(space, from, to);
  if (!grid) return { ...straight, found: false };
  const points = tighten(space, grid);
  return { points, lengthMm: measurePath(points), found: true };
}
