import { meetSolids, type Collider, type Meeting } from '../clash/index.js';
import { hasTrait, measureRodsApartMm, mountKinds, type MountKind } from '../part/index.js';
import { place, type Vec3 } from '../placement/index.js';
import {
  listLoose,
  placeSolids,
  rigFromMount,
  type Assembly,
  type PlacedItem,
  type PlacedJoint,
  type PlacedSolid,
} from '../rig/index.js';
import { isInsideSolid, mayMeet, noBounds, uniteBounds, type Bounds } from '../solid/index.js';
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

// Two bodies that stand where they stood meet as they met: of a rig in which one part is tried, all the others.
const meetings = new WeakMap<SpacedSolid, WeakMap<SpacedSolid, { readonly met?: Meeting }>>();

/** How two bodies stand in each other or touch, worked out once; undefined where they are apart. */
function meetSpaced(collider: Collider, a: SpacedSolid, b: SpacedSolid): Meeting | undefined {
  let others = meetings.get(a);
  if (!others) meetings.set(a, (others = new WeakMap()));
  let known = others.get(b);
  if (!known) {
    const met = meetSolids(collider, a.solid, a.rigFromSolid, b.solid, b.rigFromSolid, 0);
    known = met ? { met } : {};
    others.set(b, known);
  }
  return known.met;
}

/** How deep two solids may stand in each other: the same for all, or by which they are. */
type Over = number | ((probe: SpacedSolid, own: SpacedSolid) => number);

function deepest(
  space: Space,
  probes: readonly SpacedSolid[],
  item: SpacedItem,
  over: Over,
): { meeting: Meeting; solidId: string; probe: SpacedSolid } | undefined {
  const leastMm = typeof over === 'number' ? over : tolerances.lengthMm;
  let best: { meeting: Meeting; solidId: string; probe: SpacedSolid } | undefined;
  for (const probe of probes) {
    if (!mayMeet(probe.bounds, item.bounds, leastMm)) continue;
    for (const own of item.solids) {
      if (!mayMeet(probe.bounds, own.bounds, leastMm)) continue;
      const meeting = meetSpaced(space.collider, probe, own);
      if (!meeting || meeting.gapMm >= -leastMm) continue;
      if (best && meeting.gapMm >= best.meeting.gapMm) continue;
      // What the two may take in is asked only where they are in each other at all.
      if (typeof over !== 'number' && meeting.gapMm >= -over(probe, own)) continue;
      best = { meeting, solidId: own.solid.id, probe };
    }
  }
  return best;
}

/** Whether an item stands in some bodies deeper than so much, wherever. */
function standsIn(
  space: Space,
  probes: readonly SpacedSolid[],
  item: SpacedItem,
  overMm: number,
): boolean {
  return probes.some(
    (probe) =>
      mayMeet(probe.bounds, item.bounds, overMm) &&
      item.solids.some((own) => {
        if (!mayMeet(probe.bounds, own.bounds, overMm)) return false;
        const met = meetSpaced(space.collider, probe, own);
        return met !== undefined && met.gapMm < -overMm;
      }),
  );
}

/** Items whose bounds come within `withinMm` of some bodies, in tree order: nobody else can have to do with them. */
export function listNear(
  space: Space,
  probes: readonly SpacedSolid[],
  isAsked: (placed: PlacedItem) => boolean,
  withinMm: number,
): SpacedItem[] {
  const bounds = boundsOf(probes);
  return space.items.filter(
    (item) => mayMeet(bounds, item.bounds, -withinMm) && isAsked(item.placed),
  );
}

/** Who stands in a space deeper than `overMm`, in tree order: {@link listIntrusions} where nobody asks how deep. */
export function listIntruders(
  space: Space,
  probes: readonly SpacedSolid[],
  isAsked: (placed: PlacedItem) => boolean,
  overMm: number = tolerances.lengthMm,
): PlacedItem[] {
  const bounds = boundsOf(probes);
  return space.items
    .filter(
      (item) =>
        mayMeet(bounds, item.bounds, overMm) &&
        isAsked(item.placed) &&
        isStandingIn(space, probes, item, overMm),
    )
    .map((item) => item.placed)
    .sort((a, b) => a.number - b.number);
}

// Kept by the two groups of bodies and the depth: of a rig in which one part is slid, all that neither is it nor rests on it
// stands to each other as it stood.
const kept = new WeakMap<
  readonly SpacedSolid[],
  WeakMap<readonly SpacedSolid[], Map<number, boolean>>
>();

/** {@link standsIn}, worked out once for bodies that last. */
function isStandingIn(
  space: Space,
  probes: readonly SpacedSolid[],
  item: SpacedItem,
  overMm: number,
): boolean {
  let others = kept.get(probes);
  if (!others) kept.set(probes, (others = new WeakMap()));
  let byDepth = others.get(item.solids);
  if (!byDepth) others.set(item.solids, (byDepth = new Map()));
  let known = byDepth.get(overMm);
  if (known === undefined) {
    known = standsIn(space, probes, item, overMm);
    byDepth.set(overMm, known);
  }
  return known;
}

const probeBounds = new WeakMap<readonly SpacedSolid[], Bounds>();

function boundsOf(probes: readonly SpacedSolid[]): Bounds {
  let bounds = probeBounds.get(probes);
  if (!bounds) {
    bounds = probes.reduce((sum, p) => uniteBounds(sum, p.bounds), noBounds);
    probeBounds.set(probes, bounds);
  }
  return bounds;
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
  const bounds = boundsOf(probes);
  for (const item of space.items) {
    // Who is far is not asked about: the question may cost more than the answer.
    if (!mayMeet(bounds, item.bounds, overMm) || !isAsked(item.placed)) continue;
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
  return measureApartMm(space, probes, space.byId.get(itemId)?.solids ?? [], withinMm);
}

/** How far two groups of bodies are apart, in mm; 0 where they touch or meet, and at most `withinMm`. */
export function measureApartMm(
  { collider }: Pick<Space, 'collider'>,
  ones: readonly SpacedSolid[],
  others: readonly SpacedSolid[],
  withinMm: number,
): number {
  let least = withinMm;
  for (const a of ones) {
    for (const b of others) {
      // Who is farther off than the nearest so far need not be asked how far.
      if (!mayMeet(a.bounds, b.bounds, -least)) continue;
      const met = meetSolids(collider, a.solid, a.rigFromSolid, b.solid, b.rigFromSolid, least);
      if (met) least = Math.min(least, Math.max(0, met.gapMm));
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
  const bounds = boundsOf(probes);
  return space.items.some(
    (item) =>
      mayMeet(bounds, item.bounds, overMm) &&
      isAsked(item.placed) &&
      standsIn(space, probes, item, overMm),
  );
}

/** Whether two groups of bodies stand in each other, deeper than `overMm`. */
export function doMeet(
  { collider }: Pick<Space, 'collider'>,
  ones: readonly SpacedSolid[],
  others: readonly SpacedSolid[],
  overMm: number = tolerances.lengthMm,
): boolean {
  return ones.some((a) =>
    others.some((b) => {
      if (!mayMeet(a.bounds, b.bounds, overMm)) return false;
      const met = meetSpaced(collider, a, b);
      return met !== undefined && met.gapMm < -overMm;
    }),
  );
}

function nameOfPair(a: string, b: string): string {
  return a < b ? `${a} ${b}` : `${b} ${a}`;
}

/** What two items that are joined, braced or geared together take in of each other, in mm. */
interface Mated {
  /** By the solids at the mate's own place. */
  readonly mateMm: number;
  /** By any other solids of the two: what play and paint forgive. */
  readonly whole: number;
  /** The solids at the mate's place, of both: looked for when it is asked. */
  findSolids(): ReadonlySet<SpacedSolid>;
}

/** Joined parts may press into each other by so much anywhere, in mm: play, paint and rounded corners (estimate). */
export const pressMm = 0.5;
/** How near to a solid a mount lies that belongs to it, in mm (estimate). */
const ownMm = 2;
/** Mates that parts go into as a whole, or that their maker has tried: what stands beside the mate may stand in it too. */
const wholeMates: readonly MountKind[] = ['cell-bay', 'lens-mount'];

/**
 * Where a mate is in the rig: at the mount of the one that stands still along the other, so that rods meet their clamp where it
 * is and not at their own middle; of a pair of rods, at both.
 */
function listMatePlaces(space: Space, joint: PlacedJoint): Vec3[] {
  const child = space.assembly.byId.get(joint.child)!;
  const frame =
    joint.slide?.along === 'child'
      ? joint.rigFromParentMount
      : rigFromMount(child, joint.childMount);
  const isPair =
    joint.mate.state === 'mates' &&
    (joint.mate.as === 'rod-15-pair' || joint.mate.as === 'rod-pad');
  if (!isPair) return [frame.originMm];
  const half =
    measureRodsApartMm(joint.childMount.kind === 'rod-pad' ? joint.parentMount : joint.childMount) /
    2;
  return [half, -half].map((y) => place(frame, [0, y, 0]));
}

/** The solids of two joined items that hold the mate: those at its place. */
export function listMateSolids(space: Space, joint: PlacedJoint): Set<SpacedSolid> {
  const places = listMatePlaces(space, joint);
  return new Set(
    [joint.parent, joint.child].flatMap((id) =>
      (space.byId.get(id)?.solids ?? []).filter(({ solid, rigFromSolid }) =>
        places.some((p) => solid.type === 'hull' || isInsideSolid(solid, rigFromSolid, p, ownMm)),
      ),
    ),
  );
}

const noSolids: ReadonlySet<SpacedSolid> = new Set();

/** What pairs of items that belong together take in of each other, by the pair's name. */
function listMated(space: Space): Map<string, Mated> {
  const { assembly } = space;
  const mated = new Map<string, Mated>();
  const add = (a: string, b: string, more: Mated) => {
    const key = nameOfPair(a, b);
    const known = mated.get(key);
    mated.set(
      key,
      known
        ? {
            mateMm: Math.max(known.mateMm, more.mateMm),
            whole: Math.max(known.whole, more.whole),
            findSolids: () => new Set([...known.findSolids(), ...more.findSolids()]),
          }
        : more,
    );
  };
  for (const joint of assembly.joints) {
    if (joint.mate.state !== 'mates') continue;
    const { takesInMm } = mountKinds[joint.mate.as];
    const isWhole = wholeMates.includes(joint.mate.as);
    add(joint.parent, joint.child, {
      mateMm: takesInMm,
      whole: isWhole ? takesInMm : Math.min(pressMm, takesInMm),
      findSolids: () => (isWhole ? noSolids : listMateSolids(space, joint)),
    });
  }
  const whole = (mm: number): Mated => ({ mateMm: mm, whole: mm, findSolids: () => noSolids });
  for (const brace of assembly.setup.braces ?? []) {
    add(
      brace.a.item,
      brace.b.item,
      whole(brace.kind === 'rods' ? Infinity : tolerances.braceGapMm),
    );
  }
  const geared = (side: 'ring' | 'drive') =>
    assembly.items.filter((p) =>
      p.part.mounts.some((m) => m.kind === 'gear-08' && m.side === side),
    );
  for (const ring of geared('ring')) {
    for (const drive of geared('drive')) {
      add(ring.item.id, drive.item.id, whole(mountKinds['gear-08'].takesInMm));
    }
  }
  return mated;
}

/** Whether one item goes through the other, as a cell through its door or rods through a clamp. */
export function goesThrough(assembly: Assembly, a: string, b: string): boolean {
  const isPair = (x: string, y: string) => (x === a && y === b) || (x === b && y === a);
  return (
    assembly.joints.some(
      (j) =>
        j.mate.state === 'mates' &&
        mountKinds[j.mate.as].takesInMm === Infinity &&
        isPair(j.parent, j.child),
    ) ||
    (assembly.setup.braces ?? []).some(
      (brace) => brace.kind === 'rods' && isPair(brace.a.item, brace.b.item),
    )
  );
}

/**
 * All pairs of items that stand in each other deeper than their mates take in, deepest first. A sweep
 * along the longest axis finds who may meet; the collision library answers for those.
 */
export function listOverlaps(
  space: Space,
  isAsked: (a: PlacedItem, b: PlacedItem) => boolean = () => true,
): Overlap[] {
  const allowed = listMated(space);
  const sorted = [...space.items].sort((a, b) => a.bounds.lowMm[0] - b.bounds.lowMm[0]);
  const found: Overlap[] = [];
  sorted.forEach((one, i) => {
    for (let k = i + 1; k < sorted.length; k += 1) {
      const other = sorted[k]!;
      if (other.bounds.lowMm[0] >= one.bounds.highMm[0]) break;
      if (!mayMeet(one.bounds, other.bounds, tolerances.lengthMm)) continue;
      // The order of a pair is the tree's, so that a finding about it keeps its name.
      const [a, b] = one.placed.number < other.placed.number ? [one, other] : [other, one];
      // What is soft gives way.
      if (hasTrait(a.placed.part, 'soft') || hasTrait(b.placed.part, 'soft')) continue;
      if (!isAsked(a.placed, b.placed)) continue;
      const mated = allowed.get(nameOfPair(a.placed.item.id, b.placed.item.id));
      if (mated?.whole === Infinity) continue;
      const best = deepest(space, a.solids, b, (probe, own) => {
        if (!mated) return tolerances.lengthMm;
        const solids = mated.findSolids();
        const isMate = solids.has(probe) && solids.has(own);
        return (isMate ? mated.mateMm : mated.whole) + tolerances.lengthMm;
      });
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
