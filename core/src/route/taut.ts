import { add, cross, dot, measureLength, scale, subtract, type Vec3 } from '../placement/index.js';
import {
  isNearBounds,
  isStretchFree,
  measureApartMm,
  measureOut,
  slackMm,
  type Obstacle,
} from './obstacles.js';

/** Drawing tight ends where a round shortens the way by less than this, in mm: far below the half millimetre that is asked. */
const enoughMm = 0.02;
/** And after so many rounds: each either shortens it by that or is the last. */
const mostRounds = 40;
/** Corners nearer to each other than this are one, in mm. */
const oneMm = 0.05;
/** What is nearer to an obstacle than its distance and this rests on it, in mm. */
const restsMm = 0.1;
/** So far before and behind a corner it is looked which way is out, in mm. */
const lookMm = 2;
/** A corner that bends by less is as good as an arc: round 30 mm it is a hundredth of a millimetre longer. In radians. */
const enoughRad = 0.1;
/** Corners are slid together only where that shortens the way by so much, in mm. */
const worthMm = 0.1;
/** Corners slid together settle in so many steps, or are left where they are then. */
const mostSteps = 12;
/** A way has no more corners than this. */
const mostCorners = 60;

export function measurePath(points: readonly Vec3[]): number {
  let sum = 0;
  for (let i = 1; i < points.length; i += 1) {
    sum += measureLength(subtract(points[i]!, points[i - 1]!));
  }
  return sum;
}

const between = (a: Vec3, b: Vec3, t: number): Vec3 => add(a, scale(subtract(b, a), t));

/** A point moved out of whatever it is too near to, if a few pushes do. */
function pushOut(obstacles: readonly Obstacle[], point: Vec3): Vec3 {
  let p = point;
  // Two faces that meet push one after the other; a few rounds settle it.
  for (let i = 0; i < 4; i += 1) {
    let moved = false;
    for (const o of obstacles) {
      if (!isNearBounds(o, p, o.clearMm)) continue;
      const lacks = o.clearMm - measureApartMm(o, p);
      if (lacks <= slackMm / 2) continue;
      p = add(p, scale(measureOut(o, p), lacks));
      moved = true;
    }
    if (!moved) break;
  }
  return p;
}

/** Corners that can be left out, the farthest reach first. */
export function dropCorners(obstacles: readonly Obstacle[], points: readonly Vec3[]): Vec3[] {
  const tight: Vec3[] = [points[0]!];
  let at = 0;
  while (at < points.length - 1) {
    let next = points.length - 1;
    while (next > at + 1 && !isStretchFree(obstacles, points[at]!, points[next]!)) next -= 1;
    tight.push(points[next]!);
    at = next;
  }
  return tight;
}

/** What a corner rests on. */
const listUnder = (obstacles: readonly Obstacle[], b: Vec3): Obstacle[] =>
  obstacles.filter(
    (o) => isNearBounds(o, b, o.clearMm + restsMm) && measureApartMm(o, b) <= o.clearMm + restsMm,
  );

/** Along the edge of an obstacle that a corner goes over: square to the ways out just before it and just behind it; the longer, the sharper. */
function measureEdge(o: Obstacle, a: Vec3, b: Vec3, c: Vec3): Vec3 {
  const near = (end: Vec3) =>
    between(b, end, Math.min(0.5, lookMm / measureLength(subtract(end, b))));
  return cross(measureOut(o, near(a)), measureOut(o, near(c)));
}

/** A corner slid to where the way through it is shorter, along what it rests on; as it was where none is near. */
function slideCorner(obstacles: readonly Obstacle[], a: Vec3, b: Vec3, c: Vec3): Vec3 {
  const [toA, toC] = [subtract(a, b), subtract(c, b)];
  const [la, lc] = [measureLength(toA), measureLength(toC)];
  if (la < 1e-6 || lc < 1e-6) return b;
  const now = la + lc;
  const full = add(scale(toA, 1 / la), scale(toC, 1 / lc));
  const ways: Vec3[] = [];
  let pull = full;
  for (const o of listUnder(obstacles, b)) {
    const edge = measureEdge(o, a, b, c);
    const sharp = measureLength(edge);
    if (sharp > 0.05) ways.push(scale(edge, dot(full, edge) / (sharp * sharp)));
    // What it rests on takes what pushes into it.
    const out = measureOut(o, b);
    const into = dot(pull, out);
    if (into < 0) pull = subtract(pull, scale(out, into));
  }
  for (const way of [...ways, pull]) {
    const strength = measureLength(way);
    if (strength < 1e-5) continue;
    const along = scale(way, 1 / strength);
    // Newton's first guess of how far: the way bends by 1/la + 1/lc for each mm.
    let step = Math.min((strength * la * lc) / (la + lc), la, lc);
    for (let i = 0; i < 7 && step > oneMm / 10; i += 1, step /= 3) {
      const there = pushOut(obstacles, add(b, scale(along, step)));
      const length = measureLength(subtract(a, there)) + measureLength(subtract(c, there));
      if (length >= now - 1e-4) continue;
      if (isStretchFree(obstacles, a, there) && isStretchFree(obstacles, there, c)) return there;
    }
  }
  return b;
}

/** The direction of the straight edge that a corner goes over, unit vector; nothing where it rests on no edge, or on two that cross. */
function findEdge(obstacles: readonly Obstacle[], a: Vec3, b: Vec3, c: Vec3): Vec3 | undefined {
  const [la, lc] = [measureLength(subtract(a, b)), measureLength(subtract(c, b))];
  if (la < 1e-6 || lc < 1e-6) return undefined;
  let edge: Vec3 | undefined;
  for (const o of listUnder(obstacles, b)) {
    const square = measureEdge(o, a, b, c);
    const sharp = measureLength(square);
    if (sharp < 0.01) continue;
    const one = scale(square, 1 / sharp);
    if (edge && Math.abs(dot(edge, one)) < 0.9999) return undefined;
    edge ??= one;
  }
  return edge;
}

/**
 * All corners slid along their edges at once to where the way is shortest: one by one, each of a row about a round edge could only go
 * as far as its neighbours let it. Length is convex in the slides; each step is Newton's, a system of three diagonals.
 */
function slideTogether(obstacles: readonly Obstacle[], way: readonly Vec3[]): readonly Vec3[] {
  // A corner alone is in nobody's way.
  if (way.length < 4) return way;
  const edges = way.map((b, i) =>
    i === 0 || i === way.length - 1 ? undefined : findEdge(obstacles, way[i - 1]!, b, way[i + 1]!),
  );
  if (edges.every((e) => !e)) return way;
  const at = way.map(() => 0);
  const laid = (share: number) =>
    way.map((p, i) => (edges[i] ? add(p, scale(edges[i], share * at[i]!)) : p));
  for (let round = 0; round < mostSteps; round += 1) {
    const now = laid(1);
    const slope = way.map(() => 0);
    const own = way.map(() => 1e-6);
    const next = way.map(() => 0);
    for (let i = 1; i < way.length; i += 1) {
      const apart = subtract(now[i]!, now[i - 1]!);
      const length = Math.max(measureLength(apart), 1e-3);
      const u = scale(apart, 1 / length);
      const [e, f] = [edges[i - 1], edges[i]];
      const [ue, uf] = [e ? dot(u, e) : 0, f ? dot(u, f) : 0];
      if (e)
        [slope[i - 1], own[i - 1]] = [slope[i - 1]! - ue, own[i - 1]! + (1 - ue * ue) / length];
      if (f) [slope[i], own[i]] = [slope[i]! + uf, own[i]! + (1 - uf * uf) / length];
      if (e && f) next[i - 1] = -(dot(e, f) - ue * uf) / length;
    }
    // Elimination down, then up.
    for (let i = 1; i < way.length; i += 1) {
      const by = next[i - 1]! / own[i - 1]!;
      own[i] = own[i]! - by * next[i - 1]!;
      slope[i] = slope[i]! - by * slope[i - 1]!;
    }
    let most = 0;
    let last = 0;
    for (let i = way.length - 1; i >= 0; i -= 1) {
      last = (slope[i]! - next[i]! * last) / own[i]!;
      if (edges[i]) at[i] = at[i]! - last;
      most = Math.max(most, Math.abs(last));
    }
    if (most < oneMm) break;
  }
  const length = measurePath(way);
  for (let share = 1; share > 0.01; share /= 3) {
    const there = laid(share);
    if (measurePath(there) > length - worthMm) continue;
    if (there.every((p, i) => i === 0 || isStretchFree(obstacles, there[i - 1]!, p))) return there;
  }
  return way;
}

/** A corner cut by as much as goes: one point, or the two ends of the cut. */
function cutCorner(obstacles: readonly Obstacle[], a: Vec3, b: Vec3, c: Vec3): Vec3[] {
  const [la, lc] = [measureLength(subtract(a, b)), measureLength(subtract(c, b))];
  const reach = Math.min(la, lc);
  if (reach < oneMm) return [b];
  const bend = dot(subtract(b, a), subtract(c, b)) / (la * lc);
  if (bend > Math.cos(enoughRad)) return [b];
  const cut = (mm: number): [Vec3, Vec3] => [between(b, a, mm / la), between(b, c, mm / lc)];
  let [good, bad] = [0, reach];
  if (isStretchFree(obstacles, ...cut(reach))) good = reach;
  // Halving to a twentieth of a millimetre.
  for (; good < reach && bad - good > oneMm;) {
    const middle = (good + bad) / 2;
    if (isStretchFree(obstacles, ...cut(middle))) good = middle;
    else bad = middle;
  }
  return good < oneMm ? [b] : cut(good);
}

/**
 * A way drawn tight past obstacles, as a lead that is pulled would lie: corners that can be left out are, those that remain are slid
 * along what they rest on and cut where that is round, until nothing shortens it. Stays on the side of each obstacle on which it was.
 */
export function drawTight(obstacles: readonly Obstacle[], points: readonly Vec3[]): Vec3[] {
  let way = dropCorners(obstacles, points);
  // The few corners of the first way together, then each alone and cut; and the many of the last together again.
  way = [...slideTogether(obstacles, way)];
  let length = measurePath(way);
  for (let round = 0; round < mostRounds && way.length > 2; round += 1) {
    for (let i = 1; i < way.length - 1; i += 1) {
      way[i] = slideCorner(obstacles, way[i - 1]!, way[i]!, way[i + 1]!);
    }
    if (way.length < mostCorners) {
      const cut: Vec3[] = [way[0]!];
      for (let i = 1; i < way.length - 1; i += 1) {
        cut.push(...cutCorner(obstacles, cut.at(-1)!, way[i]!, way[i + 1]!));
      }
      cut.push(way.at(-1)!);
      way = cut;
    }
    way = dropNear(obstacles, way);
    let now = measurePath(way);
    if (length - now < enoughMm) {
      const together = slideTogether(obstacles, way);
      if (together === way) break;
      way = [...together];
      now = measurePath(way);
    }
    length = now;
  }
  return way;
}

/** The way without corners that one need not go by. */
function dropNear(obstacles: readonly Obstacle[], way: readonly Vec3[]): Vec3[] {
  const kept: Vec3[] = [way[0]!];
  for (let i = 1; i < way.length - 1; i += 1) {
    const [a, b, c] = [kept.at(-1)!, way[i]!, way[i + 1]!];
    if (isStretchFree(obstacles, a, c)) continue;
    kept.push(b);
  }
  kept.push(way.at(-1)!);
  return kept;
}
