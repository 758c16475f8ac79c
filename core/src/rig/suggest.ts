import { measureMate, mountKinds, type Mate, type Mount, type Part } from '../part/index.js';
import { rotate, type Placement } from '../placement/index.js';
import { placeAt, type Assembly } from './assembly.js';
import type { PlacedItem } from './placed.js';
import { measureApartDeg } from '../units/index.js';
import { measureSlideRange, toAllowedSlideMm } from './slide.js';
import { measureOccupancy } from './stretch.js';

const quarterTurns = [0, 90, 180, 270];

/** A part that is not on the rig yet stands at rest. */
const unmoved: ReadonlyMap<string, Placement> = new Map();

/** The turns, in degrees, that are worth offering for a joint: at most sixty, its own steps where it has them. */
export function listTurnsDeg(mate: Mate, parent: Mount, child: Mount): number[] {
  if (mate.state !== 'mates') return quarterTurns;
  const stated = child.turnsDeg ?? parent.turnsDeg;
  if (stated) return [...stated];
  if (mate.turns === 'fixed') return [0];
  if (mate.turns === 'half') return [0, 180];
  if (mate.turns === 'free' || mate.turns === 'quarter') return quarterTurns;
  const { stepDeg } = mate.turns;
  // Like teeth meet tip to gap: at odd multiples of half a step, shifted by the two phases.
  const phase = (parent.toothPhaseDeg ?? 0) + (child.toothPhaseDeg ?? 0);
  const count = Math.round(360 / stepDeg);
  return Array.from({ length: count }, (_, i) => (i + 0.5) * stepDeg + phase);
}

/** How far apart turns are that are tried one after the other, in degrees: the next step first, then wider ones. */
const spreadDeg = [0.1, 10, 25, 40, 60, 85, 115, 150];

/**
 * Some of the turns that a joint allows, other than the present one: the nearest each way, then ever wider ones, so that
 * a few tries go all the way round where a joint has many steps. At most `most`, the nearest first.
 */
export function spreadTurnsDeg(turns: readonly number[], nowDeg: number, most: number): number[] {
  const apart = (deg: number) => measureApartDeg(deg, nowDeg);
  const sorted = [...turns].sort((a, b) => apart(a) - apart(b) || a - b);
  const chosen = new Set<number>();
  for (const least of spreadDeg) {
    const [first, second] = sorted.filter((deg) => apart(deg) >= least);
    if (first === undefined) break;
    chosen.add(first);
    // Its twin on the other side, where there is one as far away.
    if (second !== undefined && apart(second) < apart(first) + 1e-6) chosen.add(second);
  }
  return sorted.filter((deg) => chosen.has(deg)).slice(0, most);
}

/** The turn among those allowed at which the child stands most upright and looks most forward. */
export function suggestTurnDeg(parent: PlacedItem, parentMount: Mount, child: Mount): number {
  const mate = measureMate(parentMount, child);
  let best = 0;
  let bestScore = -Infinity;
  for (const turnDeg of listTurnsDeg(mate, parentMount, child)) {
    const at = { slideMm: 0, turnDeg };
    const { rotation } = placeAt(parent, parentMount, child, unmoved, undefined, at).rigFromChild;
    const score = 2 * rotate(rotation, [0, 0, 1])[2] + rotate(rotation, [1, 0, 0])[0];
    if (score > bestScore + 1e-9) {
      best = turnDeg;
      bestScore = score;
    }
  }
  return best;
}

/** Places along a rail that are tried for a new part: so many at most, so far apart at least. */
const places = { most: 24, leastApartMm: 8 };

/**
 * Where a new part can go on a lengthwise mount, in mm along it: in the free stretches that take its clamp, the one
 * nearest the middle first. Empty where there is no room; 0 alone where neither mount has length.
 */
export function listSlidesMm(
  assembly: Assembly,
  parent: PlacedItem,
  parentMount: Mount,
  child: Mount,
): number[] {
  const range = measureSlideRange(parentMount, child);
  if (!range) return [0];
  if (range.fromMm > range.toMm) return [];
  const onParent = range.along !== 'child';
  const middle = onParent
    ? (parentMount.lengthwise!.fromMm + parentMount.lengthwise!.toMm) / 2
    : toAllowedSlideMm(range, 0);
  const { lengthwise } = parentMount;
  // A plate that is shorter than its clamp is taken whole, wherever within it stands.
  const overhangs =
    onParent && lengthwise !== undefined && lengthwise.toMm - lengthwise.fromMm < range.clampMm;
  const { taken, free } = measureOccupancy(assembly, parent, parentMount);
  const isWhole = !onParent || (overhangs && taken.length === 0);
  const stretches = isWhole
    ? [[range.fromMm, range.toMm]]
    : free.map((f) => [f.fromMm + range.clampMm / 2, f.toMm - range.clampMm / 2]);
  const found = stretches.flatMap(([low, high]) => {
    if (low! > high!) return [];
    const apart = Math.max(places.leastApartMm, (high! - low!) / places.most);
    const first = Math.min(high!, Math.max(low!, middle));
    const list = [first, low!, high!];
    for (let at = first - apart; at > low!; at -= apart) list.push(at);
    for (let at = first + apart; at < high!; at += apart) list.push(at);
    return list;
  });
  // What stops only at its notches stands on one; the ends of a free stretch need not be at one.
  const allowed = (at: number) => (onParent ? at : toAllowedSlideMm(range, at));
  return [...new Set(found.map(allowed))].sort(
    (a, b) => Math.abs(a - middle) - Math.abs(b - middle) || a - b,
  );
}

/** The first of `listSlidesMm`; undefined where there is no room. */
export function suggestSlideMm(
  assembly: Assembly,
  parent: PlacedItem,
  parentMount: Mount,
  child: Mount,
): number | undefined {
  return listSlidesMm(assembly, parent, parentMount, child)[0];
}

/** The mounts of a part that mate with a given one, the one it is usually carried by first. */
export function listMatingMounts(part: Part, parentMount: Mount): Mount[] {
  return part.mounts
    .filter((m) => measureMate(parentMount, m).state === 'mates')
    .sort((a, b) => Number(b.carrier ?? false) - Number(a.carrier ?? false));
}

/** The label of a mount: its own name, or its standard's. */
export function nameMount(mount: Mount): string {
  return mount.name ?? mountKinds[mount.kind].label;
}
