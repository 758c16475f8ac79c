import type { HoldKind } from '../brief/index.js';
import {
  hasTrait,
  mountKinds,
  type Mount,
  type MountKind,
  type PartKind,
  type Tool,
} from '../part/index.js';
import {
  isInBranch,
  measureSetting,
  type StepKind,
  type Assembly,
  type Brace,
  type CableRun,
  type PlacedItem,
  type PlacedJoint,
} from '../rig/index.js';
import { findOwnTime, noOwnTimes, type Mountless, type OwnTimes } from './own-times.js';

/** Why a step cannot be done as planned: the rest is planned all the same. */
export type Lack =
  /** The part is a wish: it is not owned yet. */
  | 'not-owned'
  /** The two do not join. */
  | 'no-mate'
  /** The tool is not among those at hand. */
  | 'no-tool'
  /** What must be there before stands where the tool goes. */
  | 'no-reach';

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
  /** How it is held, where the rig is settled in that. */
  readonly settlesIn?: HoldKind;
  readonly tool: Tool;
  /** The kind of mount that is fastened or undone; none for leads, and for hinges of a part. */
  readonly mountKind?: MountKind;
  readonly seconds: number;
  /** The part states how long it takes; otherwise it is what is usual. */
  readonly stated: boolean;
  /** How long it takes by the part or by what is usual, and how many times of the person's own stand against that. */
  readonly usualS: number;
  readonly timed: number;
  /** It stands on the ground: the rig comes off it, or onto it. */
  readonly grounded?: boolean;
  /** Parts that move with it, as it carries them. */
  readonly with: readonly string[];
  /** What comes off goes into the case, or on again in a later step. */
  readonly goes?: 'home' | 'again';
  readonly lacks?: Lack;
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
  /** Tools at hand; any where absent. */
  readonly tools?: readonly Tool[] | undefined;
  /** Joints whose fastening no tool reaches. */
  readonly unreached?: ReadonlySet<string>;
  /** Leads in the order in which they are plugged, by the ids of their runs: power first, the picture last. Any where absent. */
  readonly plugs?: readonly string[];
}

/** How a change is looked at. */
export interface ChangeOptions {
  readonly times?: OwnTimes;
  /** Nothing is kept joined in the case: each part goes on by itself. */
  readonly apart?: boolean;
  /** Parts that would be fastened otherwise: with which tool and in how many s. */
  readonly instead?: ReadonlyMap<string, { readonly tool: Tool; readonly seconds: number }>;
}

/** All that has to be done, and what must come before what. */
export interface Steps {
  readonly steps: readonly Step[];
  readonly before: readonly Before[];
}

/** Whether two joints are the same fastening: what is slid or turned on it is set, not taken off. */
export const isSameFastening = (a: PlacedJoint, b: PlacedJoint): boolean =>
  a.parent === b.parent &&
  a.joint.parent.mount === b.joint.parent.mount &&
  a.joint.child.mount === b.joint.child.mount &&
  a.joint.spacerMm === b.joint.spacerMm &&
  a.joint.screwMm === b.joint.screwMm;

/** The cosine of how far a face may lean and still look down, in a builder’s eyes. */
const looksDown = 0.7;

/** Whether a part hangs below what carries it: then it lies on the table, and the rig is put onto it and taken off it. */
export const isHungBelow = ({ rigFromParentMount }: PlacedJoint): boolean =>
  rigFromParentMount.rotation.z[2] < -looksDown;

export const isSetAlike = (a: PlacedJoint, b: PlacedJoint): boolean =>
  a.joint.slideMm === b.joint.slideMm &&
  a.joint.turnDeg === b.joint.turnDeg &&
  (a.joint.rollDeg ?? 0) === (b.joint.rollDeg ?? 0);

export const stanceOf = ({ setup }: Assembly, id: string): string =>
  JSON.stringify(Object.entries(setup.stances?.[id] ?? {}).sort());

/** A run by its lead and its two ends, whichever way round they are written. */
export const sayRun = ({ item, from, to }: CableRun): string =>
  [item, ...[from, to].map((e) => `${e.item} ${e.port}`).sort()].join();

const sayTies = ({ ties = [] }: CableRun): string => ties.map((t) => `${t.item} ${t.mount}`).join();
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

/** Whether a joint is opened from beside, so that the one part is left where it stands. */
const isClamped = ({ mate, childMount, parentMount }: PlacedJoint): boolean =>
  mate.state === 'mates' &&
  mate.resists === 'blocked' &&
  mountKinds[mate.as].lengthwise !== undefined &&
  // What goes on over the end only has to be slid off all of its rail.
  childMount.entry !== 'end' &&
  parentMount.entry !== 'end';

/**
 * Whether a box, a drive or a support hangs on something that comes off: they are set against the lens, and nobody changes the lens,
 * or draws the rods off, with them in their place.
 */
const isSetByLens = (assembly: Assembly, loose: ReadonlySet<string>, placed: PlacedItem): boolean =>
  hasTrait(placed.part, 'set-by-lens') &&
  [...loose].some((id) => {
    const carrier = assembly.byId.get(id);
    return carrier !== undefined && carrier !== placed && isInBranch(carrier, placed);
  });

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
function listLoosened(from: Built, to: Built, alone: boolean, apart: boolean): Loosened {
  const [off, on] = [new Set<string>(), new Set<string>()];
  const jointOf = ({ assembly }: Built, id: string) => assembly.byId.get(id)?.carriedBy;
  const differs = (one: Built, other: Built, id: string): boolean => {
    const [here, there] = [jointOf(one, id), jointOf(other, id)];
    if (!here) return false;
    if (there) return !isSameFastening(here, there);
    return apart || other.assembly.byId.has(here.parent);
  };
  const both = (id: string) => jointOf(from, id) !== undefined && jointOf(to, id) !== undefined;
  const loosen = (id: string, into: Set<string>) => {
    for (const set of both(id) ? [off, on] : [into]) set.add(id);
  };
  // What stands on the ground is left there, not carried home with what it bears; with it what a clamp lets the rig out of.
  const isLeft = (
    one: Built,
    other: Built,
    into: Set<string>,
    { part, item, carriedBy }: PlacedItem,
  ) => {
    if (!carriedBy || !hasTrait(part, 'grounded') || other.assembly.byId.has(item.id)) return false;
    const mover = findMover(one.assembly, into, carriedBy.parent, '');
    const opens = mover !== undefined && isClamped(jointOf(one, mover)!);
    return !opens || other.assembly.byId.has(mover);
  };
  const list = (one: Built, other: Built, into: Set<string>) => {
    for (const placed of one.assembly.items) {
      const { id } = placed.item;
      if (
        differs(one, other, id) ||
        isLeft(one, other, into, placed) ||
        isSetByLens(one.assembly, into, placed)
      ) {
        loosen(id, into);
      }
    }
  };
  list(from, to, off);
  list(to, from, on);
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

type How = Pick<Step, 'tool' | 'seconds' | 'stated' | 'usualS' | 'timed' | 'mountKind' | 'lacks'>;

/** How long something takes, s: what is usual, drawn towards the person's own times the more there are of them. */
function measureHow(
  {
    mountless,
    ...usual
  }: Pick<Step, 'tool' | 'stated' | 'mountKind'> & {
    readonly usualS: number;
    readonly mountless?: Mountless;
  },
  { assembly, tools }: Built,
  { times = noOwnTimes }: ChangeOptions,
): How {
  const own = findOwnTime(times, mountless ? { ...usual, mountless } : usual);
  const weight = measureSetting(assembly.rig.settings, 'ownTimesCount');
  const isAtHand = !tools || usual.tool === 'none' || tools.includes(usual.tool);
  return {
    ...usual,
    seconds: own
      ? (weight * usual.usualS + own.count * own.meanS) / (weight + own.count)
      : usual.usualS,
    timed: own?.count ?? 0,
    ...(isAtHand ? {} : { lacks: 'no-tool' }),
  };
}

/** How long a fastening takes, and with what: as a part of it states, or as is usual. */
function measureFastening(
  mounts: readonly (Mount | undefined)[],
  built: Built,
  options: ChangeOptions,
): How {
  const fastening = mounts.find((m) => m?.fastening)?.fastening;
  const mountKind = mounts.find((m) => m)?.kind;
  const usual = fastening
    ? { tool: fastening.tool, usualS: fastening.seconds, stated: true }
    : {
        tool: 'thumb' as const,
        usualS: measureSetting(built.assembly.rig.settings, 'fastenS'),
        stated: false,
      };
  return measureHow({ ...usual, ...(mountKind ? { mountKind } : {}) }, built, options);
}

function measureJoint(joint: PlacedJoint, built: Built, options: ChangeOptions): How {
  const { childMount, parentMount, mate, child } = joint;
  const instead = options.instead?.get(child);
  const how = instead
    ? { ...instead, stated: true, usualS: instead.seconds, timed: 0, mountKind: childMount.kind }
    : measureFastening([childMount, parentMount], built, options);
  const lacks: Lack | undefined =
    mate.state === 'mates'
      ? built.unreached?.has(joint.joint.id)
        ? 'no-reach'
        : how.lacks
      : 'no-mate';
  return { ...how, ...(lacks ? { lacks } : {}) };
}

/** Parts that come off, are set or turned where they are, and go on. */
function listPartSteps(
  from: Built,
  to: Built,
  { off, on }: Loosened,
  options: ChangeOptions,
): Step[] {
  const [a, b] = [from.assembly, to.assembly];
  const usualS = measureSetting(b.rig.settings, 'poseS');
  const hinge = measureHow(
    { tool: 'none', usualS, stated: false, mountless: 'hinge' },
    to,
    options,
  );
  const isOwned = new Map(b.rig.kit.map((item) => [item.id, item.owned]));
  /** What hangs on an item and is not loosened by itself. */
  const along = (assembly: Assembly, loose: ReadonlySet<string>, itemId: string): string[] =>
    assembly.items.flatMap(({ item: { id } }) =>
      id !== itemId && findMover(assembly, loose, id, '') === itemId ? [id] : [],
    );
  const isStood = (assembly: Assembly, ids: readonly string[]) =>
    ids.some((id) => hasTrait(assembly.byId.get(id)!.part, 'grounded'));
  const offs = [...off].map((itemId): Step => {
    const joint = a.byId.get(itemId)!.carriedBy!;
    const then = b.byId.get(itemId)?.carriedBy;
    const inTheWay = then !== undefined && isSameFastening(joint, then);
    const goes = b.byId.has(itemId) ? 'again' : 'home';
    const how = measureJoint(joint, from, options);
    return {
      id: `take-off ${itemId}`,
      kind: 'take-off',
      itemId,
      from: joint,
      inTheWay,
      goes,
      with: along(a, off, itemId),
      grounded: isStood(a, [itemId, ...along(a, off, itemId)]),
      ...how,
    };
  });
  const ons = [...on].map((itemId): Step => {
    const joint = b.byId.get(itemId)!.carriedBy!;
    const was = a.byId.get(itemId)?.carriedBy;
    const inTheWay = was !== undefined && isSameFastening(was, joint);
    const how = measureJoint(joint, to, options);
    const lacks: Lack | undefined = how.lacks ?? (isOwned.get(itemId) ? undefined : 'not-owned');
    return {
      id: `put-on ${itemId}`,
      kind: 'put-on',
      itemId,
      to: joint,
      inTheWay,
      with: along(b, on, itemId),
      grounded: isStood(b, [itemId, ...along(b, on, itemId)]),
      ...how,
      ...(lacks ? { lacks } : {}),
    };
  });
  const sets = b.items.flatMap(({ item: { id: itemId }, carriedBy }): Step[] => {
    if (!a.byId.has(itemId)) return [];
    const was = a.byId.get(itemId)!.carriedBy;
    const isSet = was && carriedBy && !on.has(itemId) && !isSetAlike(was, carriedBy);
    const base = { kind: 'set', itemId, inTheWay: false, with: [] } as const;
    return [
      ...(isSet
        ? [
            {
              ...base,
              id: `set ${itemId}`,
              from: was,
              to: carriedBy,
              ...measureJoint(carriedBy, to, options),
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

const endsOf = ({ from, to, ties = [] }: CableRun): string[] => [
  from.item,
  to.item,
  ...ties.map((t) => t.item),
];

/** Leads and second contacts that only one of the two has, or that run from what is loosened to what is not. */
function listLinkSteps(
  from: Built,
  to: Built,
  { off, on }: Loosened,
  options: ChangeOptions,
): Step[] {
  const spans = (ids: readonly string[]): boolean => {
    const parts = ({ assembly }: Built, set: ReadonlySet<string>) =>
      [...set].some((id) =>
        ids.some((x) => holds(assembly, id, x) !== holds(assembly, id, ids[0]!)),
      );
    return parts(from, off) || parts(to, on);
  };
  /** Whether all of them lie in one branch that the other setup has not: they come and go with it. */
  const goesAlong = (here: Built, there: Built, set: ReadonlySet<string>, ids: readonly string[]) =>
    [...set].some(
      (id) => !there.assembly.byId.has(id) && ids.every((x) => holds(here.assembly, id, x)),
    );
  const usualS = measureSetting(from.assembly.rig.settings, 'plugS');
  const plug = measureHow(
    { tool: 'none', usualS, stated: false, mountless: 'lead' },
    from,
    options,
  );
  // Drawn from the one, it is plugged into the other.
  const drawn = new Set(
    [from, to].flatMap(({ assembly: { setup } }) =>
      (setup.cables ?? []).filter((c) => spans(endsOf(c))).map(sayRun),
    ),
  );
  const runs = (
    kind: 'lead-out' | 'lead-in',
    here: Built,
    there: Built,
    set: ReadonlySet<string>,
  ): Step[] => {
    const others = there.assembly.setup.cables ?? [];
    const same = new Set(others.map(sayRun));
    const used = new Set(others.map((c) => c.item));
    return (here.assembly.setup.cables ?? [])
      .filter((c) => {
        if (drawn.has(sayRun(c))) return true;
        if (same.has(sayRun(c))) return false;
        return used.has(c.item) || !goesAlong(here, there, set, endsOf(c));
      })
      .map((cable) => {
        const base = { id: `${kind} ${cable.id}`, kind, itemId: cable.item, cable } as const;
        return { ...base, inTheWay: false, with: [], ...plug };
      });
  };
  const contacts = (
    kind: 'brace-off' | 'brace-on',
    here: Built,
    there: Built,
    set: ReadonlySet<string>,
  ): Step[] => {
    const same = new Set((there.assembly.setup.braces ?? []).map(sayBrace));
    return (here.assembly.setup.braces ?? [])
      .filter((x) => {
        const ids = [x.a.item, x.b.item];
        return spans(ids) || (!same.has(sayBrace(x)) && !goesAlong(here, there, set, ids));
      })
      .map((brace) => {
        const mounts = [brace.a, brace.b].map(({ item, mount }) =>
          here.assembly.byId.get(item)?.part.mounts.find((m) => m.id === mount),
        );
        const base = { id: `${kind} ${brace.id}`, kind, itemId: brace.a.item, brace } as const;
        return { ...base, inTheWay: false, with: [], ...measureFastening(mounts, here, options) };
      });
  };
  const before = new Map((from.assembly.setup.cables ?? []).map((c) => [sayRun(c), c]));
  // What stays plugged and is led another way.
  const laid = (to.assembly.setup.cables ?? []).flatMap((cable): Step[] => {
    const was = before.get(sayRun(cable));
    if (!was || drawn.has(sayRun(cable)) || sayTies(was) === sayTies(cable)) return [];
    const base = { id: `lay ${cable.id}`, kind: 'lay', itemId: cable.item, cable } as const;
    return [{ ...base, inTheWay: false, with: [], ...plug }];
  });
  return [
    ...runs('lead-out', from, to, off),
    ...contacts('brace-off', from, to, off),
    ...contacts('brace-on', to, from, on),
    ...laid,
    ...runs('lead-in', to, from, on),
  ];
}

/** Ways of holding that the rig has to be settled in whenever something of it has changed, and how long that takes. */
const settles: Partial<Record<HoldKind, 'gimbalBalanceS' | 'shoulderSettleS'>> = {
  gimbal: 'gimbalBalanceS',
  shoulder: 'shoulderSettleS',
};

/** Balancing a gimbal, or finding the place on the shoulder: last of all, where the hold is another or weight has moved. */
function listSettleSteps(
  from: Built,
  to: Built,
  steps: readonly Step[],
  options: ChangeOptions,
): Step[] {
  const { rig, setup, items } = to.assembly;
  const setting = settles[setup.hold];
  const isMoved = steps.some((s) => ['take-off', 'set', 'put-on'].includes(s.kind));
  if (!setting || (!isMoved && from.assembly.setup.hold === setup.hold)) return [];
  const on = items.find(
    (p) => p.part.kind === (setup.hold === 'gimbal' ? 'support' : 'shoulder-pad'),
  );
  const usualS = measureSetting(rig.settings, setting);
  const itemId = on?.item.id ?? setup.body;
  const how = measureHow(
    { tool: 'none', usualS, stated: false, mountless: `settle ${setup.hold}` },
    to,
    options,
  );
  const base = { id: 'settle', kind: 'settle', itemId, settlesIn: setup.hold } as const;
  return [{ ...base, inTheWay: false, with: [], ...how }];
}

/** Leads go in as the power sheet has them, and come out the other way round. */
function listPlugsBefore(from: Built, to: Built, steps: readonly Step[]): Before[] {
  const chain = (kind: 'lead-in' | 'lead-out', plugs: readonly string[]): Before[] => {
    const ids = plugs.flatMap((run) => steps.filter((s) => s.kind === kind && s.cable!.id === run));
    return ids.slice(1).map((s, i): Before => [ids[i]!.id, s.id]);
  };
  return [
    ...chain('lead-out', [...(from.plugs ?? [])].reverse()),
    ...chain('lead-in', to.plugs ?? []),
  ];
}

/**
 * Whether a step puts on, or takes off, what a second screw or brace joins, with all that it carries. A stop, a strap, a support are
 * set when all else stands: for them that is every such step.
 */
function bringsEnd(from: Built, to: Built, { kind, brace }: Step, step: Step): boolean {
  const isOn = kind === 'brace-on';
  if (!brace || step.kind !== (isOn ? 'put-on' : 'take-off')) return false;
  const { assembly } = isOn ? to : from;
  return (
    brace.kind !== 'second-screw' ||
    [brace.a.item, brace.b.item].some((end) => holds(assembly, step.itemId, end))
  );
}

/**
 * A second screw or brace goes in after the parts that it joins, before what hangs on them and may cover it; it comes out after that
 * and before them.
 */
function listBracesBefore(from: Built, to: Built, steps: readonly Step[]): Before[] {
  return steps.flatMap((link): Before[] => {
    if (!link.brace) return [];
    const isOn = link.kind === 'brace-on';
    const ends = [link.brace.a.item, link.brace.b.item];
    return steps.flatMap((s): Before[] => {
      if (s.kind !== (isOn ? 'put-on' : 'take-off')) return [];
      if (bringsEnd(from, to, link, s)) return [isOn ? [s.id, link.id] : [link.id, s.id]];
      const covers = ends.includes((isOn ? s.to : s.from)!.parent);
      return covers ? [isOn ? [link.id, s.id] : [s.id, link.id]] : [];
    });
  });
}

/** What stands before the lens. */
const beforeLens: readonly PartKind[] = ['matte-box', 'filter', 'ring'];

/** Box, glass and rings come off before anything else does, and go on after it; cells and what stands on the ground wait for none. */
function listGlassBefore(from: Built, to: Built, steps: readonly Step[]): Before[] {
  const isGlass = ({ itemId }: Step, { assembly }: Built) =>
    beforeLens.includes(assembly.byId.get(itemId)!.part.kind);
  const isApart = ({ itemId }: Step, { assembly }: Built) => {
    const { part } = assembly.byId.get(itemId)!;
    return (
      hasTrait(part, 'cell') || hasTrait(part, 'fed-from-outside') || hasTrait(part, 'grounded')
    );
  };
  return (['take-off', 'put-on'] as const).flatMap((kind): Before[] => {
    const built = kind === 'take-off' ? from : to;
    const moves = steps.filter((s) => s.kind === kind && !s.grounded && !isApart(s, built));
    const glass = moves.filter((s) => isGlass(s, built));
    const rest = moves.filter((s) => !isGlass(s, built));
    return glass.flatMap((g) =>
      rest.map((r): Before => (kind === 'take-off' ? [g.id, r.id] : [r.id, g.id])),
    );
  });
}

/** The rig comes off what stands on the ground before anything else, and onto it after all of it. */
function listStandBefore(steps: readonly Step[]): Before[] {
  const stood = steps.filter((s) => s.grounded);
  return stood.flatMap((s) =>
    steps
      .filter((x) => x.kind === s.kind && !x.grounded)
      .map((x): Before => (s.kind === 'take-off' ? [s.id, x.id] : [x.id, s.id])),
  );
}

/** Kinds of steps of which all of one are done before any of the next. */
const phases: readonly (readonly StepKind[])[] = [
  ['lead-out'],
  ['brace-off', 'take-off'],
  ['set'],
  ['put-on', 'brace-on'],
  ['lay'],
  ['lead-in'],
  ['settle'],
];

/** Second screws and braces right beside the parts that they join: what has the choice is done as it is listed. */
function placeBraces(from: Built, to: Built, steps: readonly Step[]): Step[] {
  const list = steps.filter((s) => !s.brace);
  for (const link of steps) {
    if (!link.brace) continue;
    const isBeside = (s: Step) => bringsEnd(from, to, link, s);
    const at =
      link.kind === 'brace-on' ? list.findLastIndex(isBeside) + 1 : list.findIndex(isBeside);
    list.splice(Math.max(0, at), 0, link);
  }
  return list;
}

/** What goes onto a part that comes along with another goes on after that, and comes off before it: on the rig, not beside it. */
function listCarriersBefore(from: Built, to: Built, { off, on }: Loosened): Before[] {
  const moverOf = ({ assembly }: Built, loose: ReadonlySet<string>, id: string) =>
    findMover(assembly, loose, assembly.byId.get(id)!.carriedBy!.parent, '');
  return [
    ...[...on].flatMap((id): Before[] => {
      const mover = moverOf(to, on, id);
      return mover === undefined ? [] : [[`put-on ${mover}`, `put-on ${id}`]];
    }),
    ...[...off].flatMap((id): Before[] => {
      const mover = moverOf(from, off, id);
      return mover === undefined ? [] : [[`take-off ${id}`, `take-off ${mover}`]];
    }),
  ];
}

/** What waits for what: the phases for each other, and in each the parts as the order of assembly has it. */
function listBefore(
  from: Built,
  to: Built,
  { off, on }: Loosened,
  steps: readonly Step[],
): Before[] {
  const before: Before[] = [];
  const groups = phases
    .map((kinds) => steps.filter((s) => kinds.includes(s.kind)))
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
  before.push(...listCarriersBefore(from, to, { off, on }), ...listPlugsBefore(from, to, steps));
  // Where the order of assembly has it otherwise, that stands.
  for (const custom of [listGlassBefore(from, to, steps), listStandBefore(steps)]) {
    if (!isRing({ steps, before: [...before, ...custom] })) before.push(...custom);
  }
  for (const one of listBracesBefore(from, to, steps)) {
    if (!isRing({ steps, before: [...before, one] })) before.push(one);
  }
  return before;
}

/** Whether steps wait for each other in a ring. */
export function isRing({ steps, before }: Steps): boolean {
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
export function listSteps(from: Built, to: Built, options: ChangeOptions = {}): Steps | undefined {
  if (from.assembly.setup.body !== to.assembly.setup.body) return undefined;
  const list = (alone: boolean): Steps => {
    const loosened = listLoosened(from, to, alone, options.apart === true);
    const moves = placeBraces(from, to, [
      ...listPartSteps(from, to, loosened, options),
      ...listLinkSteps(from, to, loosened, options),
    ]);
    const steps = [...moves, ...listSettleSteps(from, to, moves, options)];
    return { steps, before: listBefore(from, to, loosened, steps) };
  };
  // Two branches may be in each other's way: then what is in the way comes off by itself.
  const together = list(false);
  return isRing(together) ? list(true) : together;
}
