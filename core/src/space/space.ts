import { meetSolids, type Collider, type Meeting } from '../clash/index.js';
import { mountKinds } from '../part/index.js';
import type { Vec3 } from '../placement/index.js';
import {
  listLoose,
  placeSolids,
  type Assembly,
  type PlacedItem,
  type PlacedSolid,
} from '../rig/index.js';
import { mayMeet, noBounds, uniteBounds, type Bounds } from '../solid/index.js';
import { tolerances } from '../units/index.js';
import { spaceSolid, type SpacedSolid } from './spaced.js';

/** An item with its solids in space. */
export interface SpacedItem {
  readonly placed: PlacedItem;
  readonly solids: readonly SpacedSolid[];
  readonly bounds: Bounds;
}

/** A setup as bodies in space, of which one can ask what stands where. */
export interface Space {
  readonly assembly: Assembly;
  readonly collider: Collider;
  readonly items: readonly SpacedItem[];
  readonly byId: ReadonlyMap<string, SpacedItem>;
}

/** What stands in something: the item, its solid, how deep. */
export interface Intrusion {
  readonly placed: PlacedItem;
  readonly solidId: string;
  readonly depthMm: number;
  /** The way to push the intruder out. Unit vector in the rig's frame. */
  readonly away: Vec3;
  readonly atMm: Vec3;
}

/** Two items that stand in each other: the deepest place. */
export interface Overlap {
  readonly a: PlacedItem;
  readonly b: PlacedItem;
  readonly solidA: string;
  readonly solidB: string;
  /** The shortest move that parts the two solids that are deepest in each other. */
  readonly depthMm: number;
  /** Moved along it, the second is clear of the first. */
  readonly away: Vec3;
  readonly atMm: Vec3;
}

interface Spaced {
  readonly solids: readonly SpacedSolid[];
  readonly bounds: Bounds;
}

// Kept by the list of placed solids: what stands where it stood has the same list.
const spaced = new WeakMap<readonly PlacedSolid[], Spaced>();

function spaceItem(placed: PlacedItem): SpacedItem {
  const list = placeSolids(placed);
  let known = spaced.get(list);
  if (!known) {
    const solids = list.map((s) => spaceSolid(s.solid, s.rigFromSolid));
    known = { solids, bounds: solids.reduce((sum, s) => uniteBounds(sum, s.bounds), noBounds) };
    spaced.set(list, known);
  }
  return { placed, ...known };
}

/**
 * The setup's items as bodies in space; without those whose joint does not hold, since nobody knows where they are.
 * Linear in the number of solids.
 */
export function createSpace(assembly: Assembly, collider: Collider): Space {
  const loose = listLoose(assembly);
  const items = assembly.items.filter((p) => !loose.has(p.item.id)).map(spaceItem);
  return { assembly, collider, items, byId: new Map(items.map((i) => [i.placed.item.id, i])) };
}

function deepest(
  space: Space,
  probes: readonly SpacedSolid[],
  item: SpacedItem,
  overMm: number,
): { meeting: Meeting; solidId: string; probe: SpacedSolid } | undefined {
  let best: { meeting: Meeting; solidId: string; probe: SpacedSolid } | undefined;
  for (const probe of probes) {
    if (!mayMeet(probe.bounds, item.bounds, overMm)) continue;
    for (const own of item.solids) {
      if (!mayMeet(probe.bounds, own.bounds, overMm)) continue;
      const meeting = meetSolids(
        space.collider,
        probe.solid,
        probe.rigFromSolid,
        own.solid,
        own.rigFromSolid,
        0,
      );
      if (meeting && meeting.gapMm < -overMm && (!best || meeting.gapMm < best.meeting.gapMm)) {
        best = { meeting, solidId: own.solid.id, probe };
      }
    }
  }
  return best;
}

/**
 * What stands in a space, one entry an item at its deepest place, deepest first; ties in tree order. Deeper
 * than `overMm` counts, by default more than touching.
 */
export function listIntrusions(
  space: Space,
  probes: readonly SpacedSolid[],
  isAsked: (placed: PlacedItem) => boolean,
  overMm: number = tolerances.lengthMm,
): Intrusion[] {
  const found: Intrusion[] = [];
  for (const item of space.items) {
    if (!isAsked(item.placed)) continue;
    const best = deepest(space, probes, item, overMm);
    if (!best) continue;
    found.push({
      placed: item.placed,
      solidId: best.solidId,
      depthMm: -best.meeting.gapMm,
      away: best.meeting.away,
      atMm: best.meeting.atMm,
    });
  }
  return found.sort((x, y) => y.depthMm - x.depthMm || x.placed.number - y.placed.number);
}

/** How far an item is from some bodies, in mm; 0 where they touch or meet, and at most `withinMm`. */
export function measureGapMm(
  space: Space,
  probes: readonly SpacedSolid[],
  itemId: string,
  withinMm: number,
): number {
  let least = withinMm;
  for (const probe of probes) {
    for (const own of space.byId.get(itemId)?.solids ?? []) {
      const meeting = meetSolids(
        space.collider,
        probe.solid,
        probe.rigFromSolid,
        own.solid,
        own.rigFromSolid,
        least,
      );
      if (meeting) least = Math.min(least, Math.max(0, meeting.gapMm));
    }
  }
  return least;
}

/** Whether anything that is asked stands in a space. */
export function isEntered(
  space: Space,
  probes: readonly SpacedSolid[],
  isAsked: (placed: PlacedItem) => boolean,
  overMm: number = tolerances.lengthMm,
): boolean {
  return space.items.some(
    (item) => isAsked(item.placed) && deepest(space, probes, item, overMm) !== undefined,
  );
}

function nameOfPair(a: string, b: string): string {
  return a < b ? `${a} ${b}` : `${b} ${a}`;
}

/**
 * How deep two items may stand in each other, in mm, where they are joined or braced: what their mates
 * take in. 0 for all others.
 */
export function measureAllowances(assembly: Assembly): (a: string, b: string) => number {
  const allowed = new Map<string, number>();
  const allow = (a: string, b: string, mm: number) => {
    const key = nameOfPair(a, b);
    allowed.set(key, Math.max(allowed.get(key) ?? 0, mm));
  };
  for (const joint of assembly.joints) {
    if (joint.mate.state !== 'mates') continue;
    allow(joint.parent, joint.child, mountKinds[joint.mate.as].takesInMm);
  }
  for (const brace of assembly.setup.braces ?? []) {
    allow(brace.a.item, brace.b.item, brace.kind === 'rods' ? Infinity : tolerances.braceGapMm);
  }
  const geared = (side: 'ring' | 'drive') =>
    assembly.items.filter((p) =>
      p.part.mounts.some((m) => m.kind === 'gear-08' && m.side === side),
    );
  for (const ring of geared('ring')) {
    for (const drive of geared('drive')) {
      allow(ring.item.id, drive.item.id, mountKinds['gear-08'].takesInMm);
    }
  }
  return (a, b) => allowed.get(nameOfPair(a, b)) ?? 0;
}

/**
 * All pairs of items that stand in each other deeper than their mates take in, deepest first. A sweep
 * along the longest axis finds who may meet; the collision library answers for those.
 */
export function listOverlaps(
  space: Space,
  isAsked: (a: PlacedItem, b: PlacedItem) => boolean = () => true,
): Overlap[] {
  const allowed = measureAllowances(space.assembly);
  const sorted = [...space.items].sort((a, b) => a.bounds.lowMm[0] - b.bounds.lowMm[0]);
  const found: Overlap[] = [];
  sorted.forEach((one, i) => {
    for (let k = i + 1; k < sorted.length; k += 1) {
      const other = sorted[k]!;
      if (other.bounds.lowMm[0] >= one.bounds.highMm[0]) break;
      if (!mayMeet(one.bounds, other.bounds, tolerances.lengthMm)) continue;
      // The order of a pair is the tree's, so that a finding about it keeps its name.
      const [a, b] = one.placed.number < other.placed.number ? [one, other] : [other, one];
      if (!isAsked(a.placed, b.placed)) continue;
      const overMm = allowed(a.placed.item.id, b.placed.item.id) + tolerances.lengthMm;
      if (overMm === Infinity) continue;
      const best = deepest(space, a.solids, b, overMm);
      if (!best) continue;
      found.push({
        a: a.placed,
        b: b.placed,
        solidA: best.probe.solid.id,
        solidB: best.solidId,
        depthMm: -best.meeting.gapMm,
        away: best.meeting.away,
        atMm: best.meeting.atMm,
      });
    }
  });
  return found.sort(
    (x, y) => y.depthMm - x.depthMm || x.a.number - y.a.number || x.b.number - y.b.number,
  );
}
