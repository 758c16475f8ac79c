import { isInsideSolid, noBounds, uniteBounds, type Bounds, type Solid } from '../solid/index.js';
import type { Placement, Vec3 } from '../placement/index.js';
import type { Space } from '../space/index.js';

/** Spacing of the grid in which a way is searched, in mm. */
export const gridMm = 10;
/** How far round a rig a lead may go, in mm. */
const marginMm = 60;
/** Places looked at between two looks at the clock. */
const placesALook = 64;
/** Places looked at before the search gives up. */
const mostPlaces = 15_000;
/** How near to the end a way may stop, in steps: the corner of a cell. */
const nearSteps = 1.8;
/** Cells that are counted in one block; a larger room keeps only those that were met. 8 MB. */
const mostBlock = 2_000_000;

/** The 26 steps to a neighbour, along x, y, z, with their length in mm. */
const steps = [-1, 0, 1].flatMap((x) =>
  [-1, 0, 1].flatMap((y) =>
    [-1, 0, 1]
      .filter((z) => x !== 0 || y !== 0 || z !== 0)
      .map((z) => ({ x, y, z, lengthMm: Math.hypot(x, y, z) * gridMm })),
  ),
);

/** A heap of places to look at next, least cost first. */
class Queue {
  private readonly costs: number[] = [];
  private readonly places: number[] = [];

  get size(): number {
    return this.places.length;
  }

  push(cost: number, place: number): void {
    const { costs, places } = this;
    let i = places.length;
    costs.push(cost);
    places.push(place);
    while (i > 0) {
      const parent = (i - 1) >> 1;
      if (costs[parent]! <= cost) break;
      costs[i] = costs[parent]!;
      places[i] = places[parent]!;
      i = parent;
    }
    costs[i] = cost;
    places[i] = place;
  }

  /** Takes the least out; the heap must not be empty. */
  pop(): number {
    const { costs, places } = this;
    const top = places[0]!;
    const cost = costs.pop()!;
    const place = places.pop()!;
    const size = places.length;
    if (size === 0) return top;
    let i = 0;
    for (;;) {
      const left = 2 * i + 1;
      const right = left + 1;
      let least = i;
      let leastCost = cost;
      if (left < size && costs[left]! < leastCost) {
        least = left;
        leastCost = costs[left]!;
      }
      if (right < size && costs[right]! < leastCost) least = right;
      if (least === i) break;
      costs[i] = costs[least]!;
      places[i] = places[least]!;
      i = least;
    }
    costs[i] = cost;
    places[i] = place;
    return top;
  }
}

/** Which number a cell was given when it was met first, from 1; 0 for one that was not. */
interface Numbers {
  get(cell: number): number;
  set(cell: number, number: number): void;
}

function createNumbers(cells: number): Numbers {
  if (cells <= mostBlock) {
    const block = new Int32Array(cells);
    return {
      get: (cell) => block[cell]!,
      set: (cell, number) => {
        block[cell] = number;
      },
    };
  }
  const met = new Map<number, number>();
  return { get: (cell) => met.get(cell) ?? 0, set: (cell, number) => void met.set(cell, number) };
}

interface Obstacle {
  readonly solid: Exclude<Solid, { type: 'hull' }>;
  readonly rigFromSolid: Placement;
  readonly low: Vec3;
  readonly high: Vec3;
}

/** Cells along one axis, counted from the one that the way starts in: those whose middle is within the room. */
function countCells(fromMm: number, lowMm: number, highMm: number): [number, number] {
  let first = Math.ceil((lowMm - fromMm) / gridMm);
  while (fromMm + (first - 1) * gridMm >= lowMm) first -= 1;
  while (fromMm + first * gridMm < lowMm) first += 1;
  let last = Math.floor((highMm - fromMm) / gridMm);
  while (fromMm + (last + 1) * gridMm <= highMm) last += 1;
  while (fromMm + last * gridMm > highMm) last -= 1;
  return [first, last];
}

type Range = [number, number];

/** The room that a lead may take from one point to another, in cells along x, y, z: the rig, and a little about it. */
function countRoom(space: Space, from: Vec3, to: Vec3): [Range, Range, Range] {
  const all = space.items.reduce((sum, i) => uniteBounds(sum, i.bounds), noBounds);
  const range = (axis: 0 | 1 | 2) =>
    countCells(
      from[axis],
      Math.min(all.lowMm[axis], from[axis], to[axis]) - marginMm,
      Math.max(all.highMm[axis], from[axis], to[axis]) + marginMm,
    );
  return [range(0), range(1), range(2)];
}

/** The walls of the room as they were told with a search. */
export const tellWalls = (space: Space, from: Vec3, to: Vec3): string =>
  countRoom(space, from, to).join();

/** The solids that a lead of this radius may not enter, by the layer of cells across x that they reach into. */
function layObstacles(
  space: Space,
  radiusMm: number,
  fromMm: number,
  [first, last]: readonly [number, number],
): readonly (readonly Obstacle[])[] {
  const layers: Obstacle[][] = Array.from({ length: last - first + 1 }, () => []);
  for (const item of space.items) {
    for (const { solid, rigFromSolid, bounds } of item.solids) {
      if (solid.type === 'hull') continue;
      const low = bounds.lowMm.map((v) => v - radiusMm) as unknown as Vec3;
      const high = bounds.highMm.map((v) => v + radiusMm) as unknown as Vec3;
      const obstacle = { solid, rigFromSolid, low, high };
      const begin = Math.max(first, Math.floor((low[0] - fromMm) / gridMm));
      const end = Math.min(last, Math.ceil((high[0] - fromMm) / gridMm));
      for (let x = begin; x <= end; x += 1) layers[x - first]!.push(obstacle);
    }
  }
  return layers;
}

/** What a search came to, and what it rests on. */
export interface Search {
  /** From place to place; undefined where none was found within the limit of places. */
  readonly points: readonly Vec3[] | undefined;
  /** Everything that was looked at lies in here, with the lead's thickness: what stands outside has no part in it. */
  readonly bounds: Bounds;
  /** The room that was searched, where its walls had a part in it. */
  readonly walls: string | undefined;
}

/**
 * The way of a lead of a radius from one point to near another over a grid of 10 mm (A* search). Costs some microseconds for
 * each place that is met.
 */
export function searchGrid(space: Space, from: Vec3, to: Vec3, radiusMm: number): Search {
  const ranges = countRoom(space, from, to);
  const [[lowX, highX], [lowY, highY], [lowZ, highZ]] = ranges;
  const countY = highY - lowY + 1;
  const countZ = highZ - lowZ + 1;
  const layers = layObstacles(space, radiusMm, from[0], ranges[0]);
  const isBlocked = (x: number, y: number, z: number): boolean => {
    const px = from[0] + x * gridMm;
    const py = from[1] + y * gridMm;
    const pz = from[2] + z * gridMm;
    for (const { solid, rigFromSolid, low, high } of layers[x - lowX]!) {
      if (px < low[0] || px > high[0] || py < low[1] || py > high[1]) continue;
      if (pz < low[2] || pz > high[2]) continue;
      if (isInsideSolid(solid, rigFromSolid, [px, py, pz], radiusMm)) return true;
    }
    return false;
  };

  // What is known of each cell that was met, by its number.
  const numbers = createNumbers((highX - lowX + 1) * countY * countZ);
  const xs: number[] = [0];
  const ys: number[] = [0];
  const zs: number[] = [0];
  const costs: number[] = [0];
  const cameFrom: number[] = [0];
  const blocked: boolean[] = [false];
  const meet = (x: number, y: number, z: number): number => {
    const cell = ((x - lowX) * countY + (y - lowY)) * countZ + (z - lowZ);
    const known = numbers.get(cell);
    if (known > 0) return known;
    const number = xs.length;
    numbers.set(cell, number);
    xs.push(x);
    ys.push(y);
    zs.push(z);
    costs.push(Infinity);
    cameFrom.push(0);
    blocked.push(isBlocked(x, y, z));
    return number;
  };
  const measureToEnd = (x: number, y: number, z: number): number =>
    Math.hypot(
      to[0] - (from[0] + x * gridMm),
      to[1] - (from[1] + y * gridMm),
      to[2] - (from[2] + z * gridMm),
    );

  let isAtWall = false;
  const finish = (points: readonly Vec3[] | undefined): Search => {
    const reach = (cells: readonly number[], axis: 0 | 1 | 2) => {
      let [low, high] = [Math.min(from[axis], to[axis]), Math.max(from[axis], to[axis])];
      for (const cell of cells) {
        const at = from[axis] + cell * gridMm;
        if (at < low) low = at;
        if (at > high) high = at;
      }
      return [low - radiusMm, high + radiusMm] as const;
    };
    const [x, y, z] = [reach(xs, 0), reach(ys, 1), reach(zs, 2)];
    return {
      points,
      bounds: { lowMm: [x[0], y[0], z[0]], highMm: [x[1], y[1], z[1]] },
      walls: isAtWall ? ranges.join() : undefined,
    };
  };

  const queue = new Queue();
  const start = meet(0, 0, 0);
  costs[start] = 0;
  queue.push(measureToEnd(0, 0, 0), start);
  // Every round settles one place; there are at most `mostPlaces` of them.
  for (let looked = 0; queue.size > 0 && looked < mostPlaces; looked += 1) {
    if (looked % placesALook === 0) space.collider.rest?.();
    const here = queue.pop();
    const [x, y, z] = [xs[here]!, ys[here]!, zs[here]!];
    if (measureToEnd(x, y, z) <= gridMm * nearSteps) {
      const points: Vec3[] = [to];
      for (let at = here; at > 0; at = cameFrom[at]!) {
        points.push([
          from[0] + xs[at]! * gridMm,
          from[1] + ys[at]! * gridMm,
          from[2] + zs[at]! * gridMm,
        ]);
      }
      return finish(points.reverse());
    }
    for (const step of steps) {
      const [nx, ny, nz] = [x + step.x, y + step.y, z + step.z];
      if (nx < lowX || nx > highX || ny < lowY || ny > highY || nz < lowZ || nz > highZ) {
        isAtWall = true;
        continue;
      }
      const next = meet(nx, ny, nz);
      const cost = costs[here]! + step.lengthMm;
      if (blocked[next] || cost >= costs[next]!) continue;
      costs[next] = cost;
      cameFrom[next] = here;
      queue.push(cost + measureToEnd(nx, ny, nz), next);
    }
  }
  return finish(undefined);
}
