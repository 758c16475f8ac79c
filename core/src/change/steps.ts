import type { Tool } from '../part/index.js';
import {
  isInBranch,
  measureSetting,
  type Assembly,
  type Brace,
  type CableRun,
  type PlacedItem,
  type PlacedJoint,
} from '../rig/index.js';

/** One thing that is done while a setup becomes another, in the phases in which it is done. */
export type StepKind =
  'lead-out' | 'brace-off' | 'take-off' | 'set' | 'put-on' | 'brace-on' | 'lead-in';

/** One thing that is done while a setup becomes another. */
export interface Step {
  readonly id: string;
  readonly kind: StepKind;
  /** The part that is taken hold of, with all that it carries; of a lead the lead, of a brace the part at its first end. */
  readonly itemId: string;
  /** The joint that is undone or set, and the one that is made. */
  readonly from: PlacedJoint | undefined;
  readonly to: PlacedJoint | undefined;
  /** The lead or brace that it is about. */
  readonly cable: CableRun | undefined;
  readonly brace: Brace | undefined;
  readonly tool: Tool;
  readonly seconds: number;
  /** The part states how long it takes; otherwise it is what is usual with that tool. */
  readonly stated: boolean;
  /** It is taken off only because it is in the way, and goes back where it was. */
  readonly inTheWay: boolean;
}

/** One must be done before the other, by their ids. */
export type Before = readonly [first: string, then: string];

/** A setup as it is put together: its assembly, and which item must be on before which. */
export interface Built {
  readonly assembly: Assembly;
  /** Pairs of items, as `Order.edges` of Fit gives them. */
  readonly edges: readonly (readonly [before: string, after: string])[];
}

/** All that has to be done, and in which order it can be. */
export interface Steps {
  readonly steps: readonly Step[];
  readonly before: readonly Before[];
}

/** Whether two joints are the same fastening: what is slid or turned on it is set, not taken off. */
const isSameFastening = (a: PlacedJoint, b: PlacedJoint): boolean =>
  a.parent === b.parent &&
  a.joint.parent.mount === b.joint.parent.mount &&
  a.joint.child.mount === b.joint.child.mount &&
  a.joint.spacerMm === b.joint.spacerMm &&
  a.joint.screwMm === b.joint.screwMm;

const isSetAlike = (a: PlacedJoint, b: PlacedJoint): boolean =>
  a.joint.slideMm === b.joint.slideMm &&
  a.joint.turnDeg === b.joint.turnDeg &&
  (a.joint.rollDeg ?? 0) === (b.joint.rollDeg ?? 0);

const stanceOf = ({ setup }: Assembly, id: string): string =>
  JSON.stringify(Object.entries(setup.stances?.[id] ?? {}).sort());

const isSameRun = (a: CableRun, b: CableRun): boolean => {
  const ends = (c: CableRun) => [c.from, c.to].map((e) => `${e.item} ${e.port}`).sort();
  return a.item === b.item && ends(a).join() === ends(b).join();
};

const isSameBrace = (a: Brace, b: Brace): boolean =>
  a.kind === b.kind &&
  [a.a, a.b].map((m) => `${m.item} ${m.mount}`).join() ===
    [b.a, b.b].map((m) => `${m.item} ${m.mount}`).join();

/** Everything under an item that is held, in the setup where it stands. */
const holds = (assembly: Assembly, branchId: string, itemId: string): boolean => {
  const [branch, item] = [assembly.byId.get(branchId), assembly.byId.get(itemId)];
  return branch !== undefined && item !== undefined && isInBranch(branch, item);
};

/** How long a fastening takes, s, and with what: as the part states it, or as is usual with the tool. */
function measureFastening(
  joint: PlacedJoint,
  { rig: { settings } }: Assembly,
): Pick<Step, 'tool' | 'seconds' | 'stated'> {
  const fastening = joint.childMount.fastening ?? joint.parentMount.fastening;
  if (fastening) return { tool: fastening.tool, seconds: fastening.seconds, stated: true };
  return { tool: 'thumb', seconds: measureSetting(settings, 'fastenS'), stated: false };
}

/** Items that have to come off one setup and go onto the other, with what is in the way of them. */
function listLoosened(from: Built, to: Built): { off: Set<string>; on: Set<string> } {
  const [a, b] = [from.assembly, to.assembly];
  const off = new Set<string>();
  const on = new Set<string>();
  for (const { item, carriedBy } of a.items) {
    const then = b.byId.get(item.id)?.carriedBy;
    if (!carriedBy) continue;
    // What stays at home with what carries it stays joined to it.
    if (!then) {
      if (b.byId.has(carriedBy.parent)) off.add(item.id);
    } else if (!isSameFastening(carriedBy, then)) {
      off.add(item.id);
      on.add(item.id);
    }
  }
  for (const { item, carriedBy } of b.items) {
    if (!carriedBy || a.byId.has(item.id)) continue;
    if (a.byId.has(carriedBy.parent)) on.add(item.id);
  }
  // What must be on after something else is off while that is loosened, unless it is carried along.
  const isStill = (id: string) => a.byId.get(id)?.carriedBy && b.byId.get(id)?.carriedBy;
  for (let grows = true; grows;) {
    grows = false;
    const loosen = (built: Built, moved: ReadonlySet<string>) => {
      for (const [first, then] of built.edges) {
        if (!moved.has(first) || off.has(then) || !isStill(then)) continue;
        if (holds(built.assembly, first, then)) continue;
        off.add(then);
        on.add(then);
        grows = true;
      }
    };
    loosen(from, off);
    loosen(to, on);
  }
  return { off, on };
}

/**
 * What has to be done so that one setup becomes another, and what must come before what: leads out first and in last, those
 * with a picture the very first and the very last; a part after what carries it and after what must be on before it, off the
 * other way round; a place is free before something comes onto it. A branch that is the same in both moves as one; what both
 * leave at home stays joined as it is. Both setups are of the same rig and the same camera body.
 *
 * Throws an Error where the two do not begin with the same individual.
 */
export function listSteps(from: Built, to: Built): Steps {
  const [a, b] = [from.assembly, to.assembly];
  if (a.setup.body !== b.setup.body) throw new Error('listSteps: the setups have different bodies');
  const { off, on } = listLoosened(from, to);
  const moves: Step[] = [];
  const before: Before[] = [];
  const none = { from: undefined, to: undefined, cable: undefined, brace: undefined };
  const inTheWay = (id: string): boolean => {
    const [was, is] = [a.byId.get(id)?.carriedBy, b.byId.get(id)?.carriedBy];
    return was !== undefined && is !== undefined && isSameFastening(was, is);
  };
  const joinedOf = (assembly: Assembly, id: string): PlacedJoint =>
    assembly.byId.get(id)!.carriedBy!;
  for (const id of off) {
    const joint = joinedOf(a, id);
    const base = { ...none, ...measureFastening(joint, a), from: joint };
    moves.push({
      ...base,
      id: `take-off ${id}`,
      kind: 'take-off',
      itemId: id,
      inTheWay: inTheWay(id),
    });
  }
  for (const id of on) {
    const joint = joinedOf(b, id);
    const base = { ...none, ...measureFastening(joint, b), to: joint };
    moves.push({ ...base, id: `put-on ${id}`, kind: 'put-on', itemId: id, inTheWay: inTheWay(id) });
    if (off.has(id)) before.push([`take-off ${id}`, `put-on ${id}`]);
  }
  for (const { item, carriedBy } of b.items) {
    const was = a.byId.get(item.id)?.carriedBy;
    const isPosed = a.byId.has(item.id) && stanceOf(a, item.id) !== stanceOf(b, item.id);
    const isKept = was && carriedBy && !on.has(item.id) && !off.has(item.id);
    const isSet = isKept && !isSetAlike(was, carriedBy);
    if (!isSet && !isPosed) continue;
    const how = isSet
      ? measureFastening(carriedBy, b)
      : { tool: 'none' as const, seconds: measureSetting(b.rig.settings, 'poseS'), stated: false };
    const joints = isSet ? { from: was, to: carriedBy } : {};
    moves.push({
      ...none,
      ...how,
      ...joints,
      id: `set ${item.id}`,
      kind: 'set',
      itemId: item.id,
      inTheWay: false,
    });
    if (on.has(item.id)) before.push([`put-on ${item.id}`, `set ${item.id}`]);
  }
  pushLoose({ from, to, off, on, moves });
  orderPhases(moves, before);
  orderParts({ from, to, off, on }, before);
  return { steps: moves, before };
}

interface Loosened {
  readonly from: Built;
  readonly to: Built;
  readonly off: ReadonlySet<string>;
  readonly on: ReadonlySet<string>;
}

/** Leads and braces that only one of the two has, or that run from what is loosened to what is not. */
function pushLoose({ from, to, off, on, moves }: Loosened & { moves: Step[] }): void {
  const [a, b] = [from.assembly, to.assembly];
  const { settings } = a.rig;
  const spans = (assembly: Assembly, loosened: ReadonlySet<string>, x: string, y: string) =>
    [...loosened].some((id) => holds(assembly, id, x) !== holds(assembly, id, y));
  const leads = (list: Assembly, other: Assembly) =>
    (list.setup.cables ?? []).filter(
      (c) =>
        !(other.setup.cables ?? []).some((o) => isSameRun(c, o)) ||
        spans(a, off, c.from.item, c.to.item) ||
        spans(b, on, c.from.item, c.to.item),
    );
  const plug = {
    from: undefined,
    to: undefined,
    brace: undefined,
    tool: 'none',
    stated: false,
    inTheWay: false,
  } as const;
  const seconds = measureSetting(settings, 'plugS');
  for (const cable of leads(a, b)) {
    moves.push({
      ...plug,
      id: `lead-out ${cable.id}`,
      kind: 'lead-out',
      itemId: cable.item,
      cable,
      seconds,
    });
  }
  for (const cable of leads(b, a)) {
    moves.push({
      ...plug,
      id: `lead-in ${cable.id}`,
      kind: 'lead-in',
      itemId: cable.item,
      cable,
      seconds,
    });
  }
  const braces = (list: Assembly, other: Assembly, loosened: ReadonlySet<string>) =>
    (list.setup.braces ?? []).filter(
      (x) =>
        !(other.setup.braces ?? []).some((o) => isSameBrace(x, o)) ||
        spans(list, loosened, x.a.item, x.b.item),
    );
  const fasten = {
    from: undefined,
    to: undefined,
    cable: undefined,
    stated: false,
    inTheWay: false,
  } as const;
  const timeOf = (assembly: Assembly, brace: Brace): Pick<Step, 'tool' | 'seconds' | 'stated'> => {
    const held = [brace.a, brace.b].flatMap(
      (ref) => findMountOf(assembly.byId.get(ref.item), ref.mount)?.fastening ?? [],
    )[0];
    return held
      ? { tool: held.tool, seconds: held.seconds, stated: true }
      : { tool: 'thumb', seconds: measureSetting(settings, 'fastenS'), stated: false };
  };
  for (const brace of braces(a, b, off)) {
    moves.push({
      ...fasten,
      ...timeOf(a, brace),
      id: `brace-off ${brace.id}`,
      kind: 'brace-off',
      itemId: brace.a.item,
      brace,
    });
  }
  for (const brace of braces(b, a, on)) {
    moves.push({
      ...fasten,
      ...timeOf(b, brace),
      id: `brace-on ${brace.id}`,
      kind: 'brace-on',
      itemId: brace.a.item,
      brace,
    });
  }
}

const findMountOf = (placed: PlacedItem | undefined, id: string) =>
  placed?.part.mounts.find((m) => m.id === id);

/** Leads out before anything else and in after it; braces are undone before parts move, and made after. */
function orderPhases(moves: readonly Step[], before: Before[]): void {
  const of = (...kinds: readonly StepKind[]) => moves.filter((m) => kinds.includes(m.kind));
  const put = (first: readonly Step[], then: readonly Step[]) => {
    for (const x of first) for (const y of then) before.push([x.id, y.id]);
  };
  const parts = of('take-off', 'set', 'put-on');
  const inner = of('brace-off', 'take-off', 'set', 'put-on', 'brace-on');
  put(of('lead-out'), [...inner, ...of('lead-in')]);
  put(inner, of('lead-in'));
  put(of('brace-off'), parts);
  put(parts, of('brace-on'));
}

/** What parts wait for each other. */
function orderParts({ from, to, off, on }: Loosened, before: Before[]): void {
  for (const [first, then] of to.edges) {
    if (on.has(first) && on.has(then)) before.push([`put-on ${first}`, `put-on ${then}`]);
  }
  for (const [first, then] of from.edges) {
    if (off.has(first) && off.has(then)) before.push([`take-off ${then}`, `take-off ${first}`]);
  }
  // A place is free before something else comes onto it.
  for (const id of on) {
    const joint = to.assembly.byId.get(id)!.carriedBy!;
    for (const other of off) {
      const was = from.assembly.byId.get(other)!.carriedBy!;
      const isThere =
        was.parent === joint.parent && was.joint.parent.mount === joint.joint.parent.mount;
      if (other !== id && isThere) before.push([`take-off ${other}`, `put-on ${id}`]);
    }
  }
}
