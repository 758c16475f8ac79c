import type { Tool } from '../part/index.js';
import {
  isInBranch,
  measureSetting,
  type Assembly,
  type Brace,
  type CableRun,
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
  /** The joint that is undone or set, and the one that is made; neither where the part turns on its own hinges. */
  readonly from?: PlacedJoint;
  readonly to?: PlacedJoint;
  /** The lead or brace that it is about. */
  readonly cable?: CableRun;
  readonly brace?: Brace;
  readonly tool: Tool;
  readonly seconds: number;
  /** The part states how long it takes; otherwise it is what is usual. */
  readonly stated: boolean;
  /** It is taken off only because it is in the way, and goes back where it was. */
  readonly inTheWay: boolean;
}

/** One must be done before the other, by their ids. */
export type Before = readonly [first: string, then: string];

/** A setup as it is put together: its assembly, and which item must be on before which. */
export interface Built {
  readonly assembly: Assembly;
  /** Pairs of items that no ring goes through, as `Order.edges` of Fit gives them. */
  readonly edges: readonly (readonly [before: string, after: string])[];
}

/** All that has to be done, and what must come before what. */
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

const sayRun = ({ item, from, to }: CableRun): string =>
  [item, ...[from, to].map((e) => `${e.item} ${e.port}`).sort()].join();

const sayBrace = ({ kind, a, b }: Brace): string =>
  [kind, ...[a, b].map((m) => `${m.item} ${m.mount}`).sort()].join();

/** Whether an item hangs on another in a setup, or is it. */
const holds = (assembly: Assembly, branchId: string, itemId: string): boolean => {
  const [branch, item] = [assembly.byId.get(branchId), assembly.byId.get(itemId)];
  return branch !== undefined && item !== undefined && isInBranch(branch, item);
};

/** The loosened item with which another comes off: itself, or the nearest that carries it and not `not`. */
function findMover(
  assembly: Assembly,
  loose: ReadonlySet<string>,
  itemId: string,
  not: string,
): string | undefined {
  let at: string | undefined = itemId;
  while (at !== undefined && !holds(assembly, at, not)) {
    if (loose.has(at)) return at;
    at = assembly.byId.get(at)?.carriedBy?.parent;
  }
  return undefined;
}

/** What has to come off the one setup, and onto the other. */
interface Loosened {
  readonly off: ReadonlySet<string>;
  readonly on: ReadonlySet<string>;
}

/**
 * Items whose joint is undone or made. What is at home with what carries it stays joined to it. What must be on after
 * something that is loosened is off meanwhile: with a branch that comes off anyway, or by itself; always by itself where
 * `alone`.
 */
function listLoosened(from: Built, to: Built, alone: boolean): Loosened {
  const [off, on] = [new Set<string>(), new Set<string>()];
  const jointOf = ({ assembly }: Built, id: string) => assembly.byId.get(id)?.carriedBy;
  const differs = (one: Built, other: Built, id: string): boolean => {
    const [here, there] = [jointOf(one, id), jointOf(other, id)];
    if (!here) return false;
    return there ? !isSameFastening(here, there) : other.assembly.byId.has(here.parent);
  };
  const both = (id: string) => jointOf(from, id) !== undefined && jointOf(to, id) !== undefined;
  const loosen = (id: string, into: Set<string>) => {
    for (const set of both(id) ? [off, on] : [into]) set.add(id);
  };
  for (const { item } of from.assembly.items) if (differs(from, to, item.id)) loosen(item.id, off);
  for (const { item } of to.assembly.items) if (differs(to, from, item.id)) loosen(item.id, on);
  const free = ({ assembly, edges }: Built, set: Set<string>): boolean =>
    edges.some(([first, then]) => {
      if (!set.has(first) || set.has(then) || holds(assembly, first, then)) return false;
      if (!alone && findMover(assembly, set, then, first) !== undefined) return false;
      loosen(then, set);
      return true;
    });
  // Ends: each round loosens one item more.
  while (free(from, off) || free(to, on));
  return { off, on };
}

/** How long a fastening takes, s, and with what: as a part of it states, or as is usual. */
function measureFastening(
  mounts: readonly (PlacedJoint['childMount'] | undefined)[],
  { rig: { settings } }: Assembly,
): Pick<Step, 'tool' | 'seconds' | 'stated'> {
  const fastening = mounts.find((m) => m?.fastening)?.fastening;
  return fastening
    ? { tool: fastening.tool, seconds: fastening.seconds, stated: true }
    : { tool: 'thumb', seconds: measureSetting(settings, 'fastenS'), stated: false };
}

const measureJoint = ({ childMount, parentMount }: PlacedJoint, assembly: Assembly) =>
  measureFastening([childMount, parentMount], assembly);

/** Parts that come off, are set or turned where they are, and go on. */
function listPartSteps(from: Built, to: Built, { off, on }: Loosened): Step[] {
  const [a, b] = [from.assembly, to.assembly];
  const hinge = {
    tool: 'none',
    seconds: measureSetting(b.rig.settings, 'poseS'),
    stated: false,
  } as const;
  const offs = [...off].map((itemId): Step => {
    const joint = a.byId.get(itemId)!.carriedBy!;
    const then = b.byId.get(itemId)?.carriedBy;
    const inTheWay = then !== undefined && isSameFastening(joint, then);
    const how = measureJoint(joint, a);
    return { id: `take-off ${itemId}`, kind: 'take-off', itemId, from: joint, inTheWay, ...how };
  });
  const ons = [...on].map((itemId): Step => {
    const joint = b.byId.get(itemId)!.carriedBy!;
    const was = a.byId.get(itemId)?.carriedBy;
    const inTheWay = was !== undefined && isSameFastening(was, joint);
    const how = measureJoint(joint, b);
    return { id: `put-on ${itemId}`, kind: 'put-on', itemId, to: joint, inTheWay, ...how };
  });
  const sets = b.items.flatMap(({ item: { id: itemId }, carriedBy }): Step[] => {
    if (!a.byId.has(itemId)) return [];
    const was = a.byId.get(itemId)!.carriedBy;
    const isSet = was && carriedBy && !on.has(itemId) && !isSetAlike(was, carriedBy);
    const base = { kind: 'set', itemId, inTheWay: false } as const;
    return [
      ...(isSet
        ? [
            {
              ...base,
              id: `set ${itemId}`,
              from: was,
              to: carriedBy,
              ...measureJoint(carriedBy, b),
            },
          ]
        : []),
      ...(stanceOf(a, itemId) === stanceOf(b, itemId)
        ? []
        : [{ ...base, id: `turn ${itemId}`, ...hinge }]),
    ];
  });
  return [...offs, ...sets, ...ons];
}

/** Leads and second contacts that only one of the two has, or that run from what is loosened to what is not. */
function listLinkSteps(
  { assembly: a }: Built,
  { assembly: b }: Built,
  { off, on }: Loosened,
): Step[] {
  const spans = (x: string, y: string): boolean => {
    const parts = (assembly: Assembly, set: ReadonlySet<string>) =>
      [...set].some((id) => holds(assembly, id, x) !== holds(assembly, id, y));
    return parts(a, off) || parts(b, on);
  };
  const plug = {
    tool: 'none',
    seconds: measureSetting(a.rig.settings, 'plugS'),
    stated: false,
    inTheWay: false,
  } as const;
  const runs = (kind: 'lead-out' | 'lead-in', here: Assembly, there: Assembly): Step[] => {
    const others = new Set((there.setup.cables ?? []).map(sayRun));
    return (here.setup.cables ?? [])
      .filter((c) => !others.has(sayRun(c)) || spans(c.from.item, c.to.item))
      .map((cable) => ({ id: `${kind} ${cable.id}`, kind, itemId: cable.item, cable, ...plug }));
  };
  const contacts = (kind: 'brace-off' | 'brace-on', here: Assembly, there: Assembly): Step[] => {
    const others = new Set((there.setup.braces ?? []).map(sayBrace));
    return (here.setup.braces ?? [])
      .filter((x) => !others.has(sayBrace(x)) || spans(x.a.item, x.b.item))
      .map((brace) => {
        const mounts = [brace.a, brace.b].map(({ item, mount }) =>
          here.byId.get(item)?.part.mounts.find((m) => m.id === mount),
        );
        const how = measureFastening(mounts, here);
        return {
          id: `${kind} ${brace.id}`,
          kind,
          itemId: brace.a.item,
          brace,
          inTheWay: false,
          ...how,
        };
      });
  };
  return [
    ...runs('lead-out', a, b),
    ...contacts('brace-off', a, b),
    ...contacts('brace-on', b, a),
    ...runs('lead-in', b, a),
  ];
}

const phases: readonly StepKind[] = [
  'lead-out',
  'brace-off',
  'take-off',
  'set',
  'put-on',
  'brace-on',
  'lead-in',
];

/** What waits for what: the phases for each other, and in each the parts as the order of assembly has it. */
function listBefore(
  from: Built,
  to: Built,
  { off, on }: Loosened,
  steps: readonly Step[],
): Before[] {
  const before: Before[] = [];
  const groups = phases
    .map((kind) => steps.filter((s) => s.kind === kind))
    .filter((group) => group.length > 0);
  groups.slice(1).forEach((group, i) => {
    for (const first of groups[i]!) for (const then of group) before.push([first.id, then.id]);
  });
  for (const [first, then] of to.edges) {
    const mover = on.has(first) ? findMover(to.assembly, on, then, first) : undefined;
    if (mover !== undefined) before.push([`put-on ${first}`, `put-on ${mover}`]);
  }
  for (const [first, then] of from.edges) {
    const mover = off.has(first) ? findMover(from.assembly, off, then, first) : undefined;
    if (mover !== undefined) before.push([`take-off ${mover}`, `take-off ${first}`]);
  }
  return before;
}

/** Whether steps wait for each other in a ring. */
function isRing({ steps, before }: Steps): boolean {
  let left: readonly Before[] = before;
  let open = new Set(steps.map((s) => s.id));
  for (;;) {
    const waiting = new Set(left.map(([, then]) => then));
    const next = new Set([...open].filter((id) => waiting.has(id)));
    if (next.size === open.size) return open.size > 0;
    open = next;
    left = left.filter(([first]) => next.has(first));
  }
}

/**
 * What has to be done so that one setup becomes another, and what must come before what: leads are drawn first and plugged in
 * last; all that comes off does so before anything is set, and what goes on comes after that, so that at every step what is
 * on the camera is a piece of the one setup or of the other, in its order of assembly. A branch that is the same in both
 * moves as one. Both setups are of the same rig. Undefined where they have different cameras.
 */
export function listSteps(from: Built, to: Built): Steps | undefined {
  if (from.assembly.setup.body !== to.assembly.setup.body) return undefined;
  const list = (alone: boolean): Steps => {
    const loosened = listLoosened(from, to, alone);
    const steps = [...listPartSteps(from, to, loosened), ...listLinkSteps(from, to, loosened)];
    return { steps, before: listBefore(from, to, loosened, steps) };
  };
  // Two branches may be in each other's way: then what is in the way comes off by itself.
  const together = list(false);
  return isRing(together) ? list(true) : together;
}
