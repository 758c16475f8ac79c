import TinyQueue from 'tinyqueue';
import type { Vec3 } from '../placement/index.js';
import type { Bounds } from '../solid/index.js';
import { listBends } from './bends.js';
import { isBlockedBy, isClearAt, isStretchFree, type Obstacle } from './obstacles.js';

/** Stretches looked at between two looks at the clock. */
const stretchesALook = 128;
/** Stretches looked at before the search gives up. */
const mostStretches = 40_000;

/** What a search came to, and what it rests on. */
export interface Search {
  /**
   * Ways from place to place, each stretch free, the shortest first: one for each side of what stands between that may be the shortest
   * once it is drawn tight. Empty where none was found.
   */
  readonly ways: readonly (readonly Vec3[])[];
  /** All that was looked at lies in here: what stands outside has no part in it. */
  readonly bounds: Bounds;
}

interface Node {
  readonly at: Vec3;
  readonly out: Vec3 | undefined;
  /** From the start, by its parent: for sure where it is settled, else the least that nothing is known to block. */
  costMm: number;
  parent: Node | undefined;
  isSettled: boolean;
  /** Settled places from which something stands in the way. */
  hidden: Set<Node> | undefined;
}

const createNode = (at: Vec3, out?: Vec3): Node => ({
  at,
  out,
  costMm: Infinity,
  parent: undefined,
  isSettled: false,
  hidden: undefined,
});

/** A place in the queue, with the cost that it had when it was put there. */
interface Waiting {
  readonly node: Node;
  readonly costMm: number;
  /** With the straight line from there to the end: never more than any way by it. */
  readonly fullMm: number;
}

/**
 * A way by places is longer than drawn tight by less than this share, or by so much for what it goes round outside its arcs: others
 * that are longer than the shortest by no more are looked at as well.
 */
const closeCall = { share: 0.01, mm: 3 };
/** So many ways are drawn tight. */
const mostWays = 4;
/** How far a taut way may seem to bend away from what it goes round, since its places are some millimetres apart. */
const slackBend = 0.2;

// Asked some ten thousand times a way: `Math.hypot` is many times slower than this.
function apart(a: Vec3, b: Vec3): number {
  const x = a[0] - b[0];
  const y = a[1] - b[1];
  const z = a[2] - b[2];
  return Math.sqrt(x * x + y * y + z * z);
}

/** The point at a share of a way's length. */
function walk(points: readonly Vec3[], share: number): Vec3 {
  let left = share * points.reduce((s, p, i) => (i === 0 ? 0 : s + apart(points[i - 1]!, p)), 0);
  for (let i = 1; i < points.length; i += 1) {
    const [a, b] = [points[i - 1]!, points[i]!];
    const length = apart(a, b);
    if (left <= length && length > 0) {
      const t = left / length;
      return [a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1]), a[2] + t * (b[2] - a[2])];
    }
    left -= length;
  }
  return points.at(-1)!;
}

/** Whether two ways go the same side of everything, as far as three looks from one to the other tell. */
const isAlike = (obstacles: readonly Obstacle[], a: readonly Vec3[], b: readonly Vec3[]): boolean =>
  [0.25, 0.5, 0.75].every((share) => isStretchFree(obstacles, walk(a, share), walk(b, share)));

/** Whether a way that comes from `p` by `s` to `t` bends about what `s` is beside: another is not taut. */
function bendsAbout(p: Vec3, { at: s, out }: Node, t: Vec3): boolean {
  if (!out) return true;
  const [l, m] = [apart(p, s), apart(s, t)];
  if (l === 0 || m === 0) return false;
  const turn =
    ((t[0] - s[0]) / m - (s[0] - p[0]) / l) * out[0] +
    ((t[1] - s[1]) / m - (s[1] - p[1]) / l) * out[1] +
    ((t[2] - s[2]) / m - (s[2] - p[2]) / l) * out[2];
  return turn <= slackBend;
}

/**
 * The shortest ways from one point to another by the places at which a taut lead may bend: along the edges of what stands in the way and
 * beside what is round. Only what was found to stand in a way lends its places, and whether a stretch is free is asked when it is the
 * next one (A* over a graph of sight that is made as it is walked): what nothing runs into costs nothing. Exact among those
 * places, which are 10 mm apart on small parts.
 */
export function searchWays(
  obstacles: readonly Obstacle[],
  from: Vec3,
  to: Vec3,
  rest?: () => void,
): Search {
  const seen = { low: [...from], high: [...from] };
  const look = (p: Vec3) => {
    for (const i of [0, 1, 2] as const) {
      if (p[i] < seen.low[i]!) seen.low[i] = p[i];
      if (p[i] > seen.high[i]!) seen.high[i] = p[i];
    }
  };
  look(to);
  const start: Node = { ...createNode(from), costMm: 0, isSettled: true };
  const end = createNode(to);
  const places: Node[] = [end];
  const settled: Node[] = [start];
  const known = new Set<Obstacle>();
  const ways: Vec3[][] = [];
  let limitMm = Infinity;
  // Of two that are as far along the one nearer to the end is looked at first.
  const queue = new TinyQueue<Waiting>([], (a, b) => a.fullMm - b.fullMm || b.costMm - a.costMm);
  /** Whether a place may be got to from a settled one at less cost than by its parent. */
  const isShorter = (s: Node, t: Node): boolean =>
    s.costMm < t.costMm &&
    s.costMm + apart(s.at, t.at) < t.costMm &&
    !t.hidden?.has(s) &&
    (!s.parent || bendsAbout(s.parent.at, s, t.at));
  const join = (s: Node, t: Node): void => {
    t.costMm = s.costMm + apart(s.at, t.at);
    t.parent = s;
  };
  const wait = (t: Node): void => {
    const fullMm = t.costMm + apart(t.at, to);
    if (fullMm <= limitMm) queue.push({ node: t, costMm: t.costMm, fullMm });
  };
  /** Joins a place to the best of the settled ones that may see it. */
  const joinBest = (t: Node): void => {
    t.costMm = Infinity;
    t.parent = undefined;
    for (const s of settled) if (isShorter(s, t)) join(s, t);
    if (t.costMm < Infinity) wait(t);
  };
  /** Lets ways bend about one obstacle more. */
  const learn = (o: Obstacle): void => {
    known.add(o);
    for (const { at, out } of listBends(o)) {
      if (!isClearAt(obstacles, at)) continue;
      const node = createNode(at, out);
      places.push(node);
      joinBest(node);
    }
  };
  joinBest(end);
  let looked = 0;
  while (queue.length > 0 && looked < mostStretches) {
    const { node: t, costMm, fullMm } = queue.pop()!;
    if (fullMm > limitMm) break;
    const s = t.parent;
    if (t.isSettled || !s || costMm !== t.costMm) continue;
    looked += 1;
    if (looked % stretchesALook === 0) rest?.();
    look(t.at);
    // All that stands in it lends its places, not only what is met first: the shortest way may go round any of it.
    const fresh: Obstacle[] = [];
    let isHidden = false;
    for (const o of obstacles) {
      if ((isHidden && known.has(o)) || !isBlockedBy(o, s.at, t.at)) continue;
      isHidden = true;
      if (!known.has(o)) fresh.push(o);
    }
    if (isHidden) {
      (t.hidden ??= new Set()).add(s);
      for (const o of fresh) learn(o);
      joinBest(t);
      continue;
    }
    if (t === end) {
      const points: Vec3[] = [to];
      for (let at: Node | undefined = s; at; at = at.parent) points.push(at.at);
      points.reverse();
      if (ways.length === 0) limitMm = costMm * (1 + closeCall.share) + closeCall.mm;
      if (!ways.some((way) => isAlike(obstacles, way, points))) ways.push(points);
      if (ways.length === mostWays) break;
      // The next best way to the end is by another place.
      (t.hidden ??= new Set()).add(s);
      joinBest(t);
      continue;
    }
    t.isSettled = true;
    settled.push(t);
    for (const next of places) {
      if (next.isSettled || !isShorter(t, next)) continue;
      join(t, next);
      wait(next);
    }
  }
  return {
    ways,
    bounds: {
      lowMm: seen.low as unknown as Vec3,
      highMm: seen.high as unknown as Vec3,
    },
  };
}
