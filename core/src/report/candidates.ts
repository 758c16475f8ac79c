import type { Collider } from '../clash/index.js';
import {
  hasMountTrait,
  hasTrait,
  listOwnMounts,
  measureMate,
  servesNeed,
  wouldBridge,
  wouldPut,
  type Mismatch,
  type Mount,
  type Part,
  type PartBook,
  type Serves,
} from '../part/index.js';
import {
  findStandInPorts,
  findStandIns,
  isMountFull,
  listMatingMounts,
  listTurnsDeg,
  rigFromMount,
  spreadTurnsDeg,
  listSlidesMm,
  suggestTurnDeg,
  tryEdit,
  type Assembly,
  type Edit,
  type KitItem,
  type PlacedItem,
} from '../rig/index.js';
import { findEye, listFacing, listHinges, lookAt } from '../sight/index.js';
import { createSpace, listOverlaps } from '../space/index.js';
import { toDeg } from '../units/index.js';
import {
  createChainEdit,
  findChain,
  listAdaptors,
  listMoves,
  listSecondScrews,
  measureReachOver,
  type Chain,
  type ChainMeasure,
  type MoveEdit,
  type Reach,
} from '../fit/index.js';
import { findWorstGap } from '../light/index.js';
import { measureShort, type Need, type NeedUnit } from '../needs/index.js';
import { comparePrices, findPurse } from '../price/index.js';
import type { Finding } from './questions.js';
import { noSense, type Sense } from './sense.js';
import { compareReports, countFindings, reportOn, type Report } from './report.js';

/** What fitting a candidate would change. */
export interface Change {
  readonly massG: number | undefined;
  readonly spendMinor: number;
  readonly heightMm: number;
  /** Undefined where either of the two does not hang. */
  readonly tiltDeg: number | undefined;
  /** How much later the first device that stands on both goes dark, h; undefined where none does before or after. */
  readonly darkH: number | undefined;
  /** How much wider the widest gap of exposure gets, stops. */
  readonly gapStops: number;
  /** How many more inputs there are for sound. */
  readonly inputs: number;
  /** How much of each need is short afterwards, as a share of what is wanted; needs that are not short are left out. */
  readonly short: Readonly<Partial<Record<Serves['need'], number>>>;
  readonly stops: number;
  readonly risks: number;
  /** Findings that it brings and that it ends, heaviest first; notes are left out. */
  readonly appears: readonly Finding[];
  readonly goes: readonly Finding[];
}

/** How much of what a need is short of a candidate closes. */
export interface Closing {
  readonly closed: number;
  readonly short: number;
  readonly unit: NeedUnit;
}

/** Why a candidate does not fit. */
export type WhyNot =
  | Mismatch
  | { readonly reason: 'mount-taken' }
  | { readonly reason: 'no-room' }
  /** It is of use only beside something that the rig has not, or there is nothing that it serves here. */
  | { readonly reason: 'closes-nothing' }
  | { readonly reason: 'no-mount' };

/** A part that could go somewhere, or why it cannot. */
export type Candidate =
  | {
      readonly state: 'fits';
      readonly part: Part;
      /** The individual that would be used: one from the drawer, or a new wish. */
      readonly item: KitItem;
      readonly inDrawer: boolean;
      readonly edit: Edit;
      /** Where it would stand. */
      readonly onto: { readonly itemId: string; readonly mountId: string };
      readonly keyUnknown: boolean;
      readonly change: Change;
      /** What it takes between it and the mount: an arm under a screen. */
      readonly between?: Chain;
      /** What is taken along with it, without which it would be of no use: the step ring of a filter. */
      readonly beside?: readonly Part[];
      /** Asked for by a need that is short: how much of it is closed. */
      readonly closes?: Closing;
      /** It goes there, and hardly anybody would put it there. */
      readonly unusual?: boolean;
    }
  | {
      readonly state: 'does-not-fit';
      readonly part: Part;
      readonly item: KitItem;
      readonly inDrawer: boolean;
      readonly why: WhyNot;
      /** Adaptors that would make it fit: the best in each measure, each chain once. */
      readonly chains: readonly OfferedChain[];
    };

export interface OfferedChain {
  readonly chain: Chain;
  /** In which measures it is the best. */
  readonly bestIn: readonly ChainMeasure[];
  readonly edit: Edit;
}

/** What is asked: what goes onto a mount, what serves a need, what could stand in a part's place. */
export type Ask =
  | { readonly kind: 'mount'; readonly itemId: string; readonly mountId: string }
  | { readonly kind: 'need'; readonly need: Serves['need'] }
  | { readonly kind: 'replace'; readonly itemId: string }
  /** Any free mount that takes it: for a part that is looked at in the catalogue. */
  | { readonly kind: 'anywhere' }
  /** Where else a part of the rig could go, with all that it carries: a candidate for each place. */
  | { readonly kind: 'move'; readonly itemId: string };

/** What asks for a part, not for a place. */
export type PartAsk = Exclude<Ask, { kind: 'move' }>;

/** A part that is asked about: the part itself, and the individual that would be fitted. */
export interface Asked {
  readonly part: Part;
  readonly item: KitItem;
  readonly inDrawer: boolean;
}

/** What candidates are judged with. */
export interface AskContext {
  readonly report: Report;
  readonly parts: PartBook;
  readonly collider?: Collider | undefined;
  /** Names new joints and new wishes. */
  readonly makeId: () => string;
}

/**
 * Who is asked: the owned individuals of the drawer that are not in this setup, each once, then one new
 * wish for every part of the catalogue that is fitted to a mount. `makeId` names the wishes. For a need only those that serve it, for
 * a replacement only parts of the same kind.
 */
export function listAsked(
  report: Report,
  drawer: readonly KitItem[],
  catalogue: PartBook,
  makeId: () => string,
  ask?: Ask,
): Asked[] {
  const { byId, rig } = report.assembly;
  // What moves is there already.
  if (ask?.kind === 'move') return [];
  const isWanted = (part: Part): boolean => {
    // Another camera is another rig.
    if (ask?.kind === 'need') return servesNeed(part, ask.need) && !hasTrait(part, 'camera');
    if (ask?.kind === 'replace') {
      const old = byId.get(ask.itemId)?.part;
      return part.kind === old?.kind && part.id !== old.id;
    }
    return !hasTrait(part, 'unasked');
  };
  const owned = new Map<string, Asked>();
  for (const item of [...rig.kit, ...drawer]) {
    const part = catalogue.get(item.partId);
    if (!part || !item.owned || byId.has(item.id) || owned.has(item.id)) continue;
    if (isWanted(part)) owned.set(item.id, { part, item, inDrawer: true });
  }
  const wishes = [...catalogue.values()].filter(isWanted).map((part) => ({
    part,
    item: { id: makeId(), partId: part.id, owned: false },
    inDrawer: false,
  }));
  return [...owned.values(), ...wishes];
}

function tiltOf(report: Report): number | undefined {
  return report.hang.state === 'hangs' ? toDeg(report.hang.tiltRad) : undefined;
}

const isWeighty = (finding: Finding) => finding.weight !== 'note';

/** What changes from one report to another: figures, and the findings that come and go. */
export function measureChange(before: Report, after: Report): Change {
  const [was, is] = [countFindings(before.findings), countFindings(after.findings)];
  const [tiltWas, tiltIs] = [tiltOf(before), tiltOf(after)];
  const { appears, goes } = compareReports(before, after);
  const known = after.assembly.unweighed.length <= before.assembly.unweighed.length;
  return {
    massG: known ? after.assembly.mass.massG - before.assembly.mass.massG : undefined,
    spendMinor: after.spend.toSpend.minor - before.spend.toSpend.minor,
    heightMm: after.fit.size.heightMm - before.fit.size.heightMm,
    tiltDeg: tiltWas === undefined || tiltIs === undefined ? undefined : tiltIs - tiltWas,
    darkH: measureDarkChange(before, after),
    gapStops: measureGapStops(after) - measureGapStops(before),
    inputs: after.sound.usable.length - before.sound.usable.length,
    short: Object.fromEntries(
      after.needs().flatMap((need) => {
        const short = measureShort(need) ?? 0;
        return short > 1e-6 ? [[need.id, short / need.wanted]] : [];
      }),
    ),
    stops: is.stops - was.stops,
    risks: is.risk - was.risk,
    appears: appears.filter(isWeighty),
    goes: goes.filter(isWeighty),
  };
}

const measureGapStops = (report: Report): number => findWorstGap(report.light)?.gap.stops ?? 0;

/**
 * How much later the first of the devices that stand on both goes dark, h; one that nothing feeds is dark from the start, one that stays
 * lit counts to the end of the day. What is new on the rig is no loss: what it lacks is a finding. Undefined where nothing goes dark.
 */
function measureDarkChange(before: Report, after: Report): number | undefined {
  const shared = [...before.last.network.takers.keys()].filter((id) =>
    after.last.network.takers.has(id),
  );
  const dark = ({ last }: Report) => shared.flatMap((id) => last.worst.darkAtH.get(id) ?? []);
  const [was, is] = [dark(before), dark(after)];
  if (was.length === 0 && is.length === 0) return undefined;
  return Math.min(after.last.plan.hours, ...is) - Math.min(before.last.plan.hours, ...was);
}

/** The mismatch of the half that comes nearest to joining: sizes before sides before kinds. */
function findNearestMismatch(part: Part, mount: Mount): Mismatch {
  const order: readonly Mismatch['reason'][] = [
    'key-refused',
    'pins-without-holes',
    'pin-spacing',
    'size',
    'family',
    'thread-size',
    'same-side',
    'kinds',
  ];
  let best: Mismatch = { reason: 'kinds' };
  for (const own of part.mounts) {
    const mate = measureMate(mount, own);
    if (mate.state === 'refuses' && order.indexOf(mate.reason) < order.indexOf(best.reason)) {
      const { state: _, ...mismatch } = mate;
      best = mismatch;
    }
  }
  return best;
}

function withPart(parts: PartBook, part: Part): PartBook {
  return parts.has(part.id) ? parts : new Map([...parts, [part.id, part]]);
}

/** The report after an edit, as light as it may be: what every candidate is judged by. */
function reportAfter(context: AskContext, edit: Edit, part: Part): Report {
  const { report, collider } = context;
  const parts = withPart(context.parts, part);
  const assembly = tryEdit(report.assembly, edit, parts);
  return reportOn(assembly, parts, { collider, oneLens: true, lean: true });
}

/** The report that changes are told against: judged as lightly as the candidates are. */
function baseOf(context: AskContext): Report {
  let base = bases.get(context);
  if (!base) {
    const { report, parts, collider } = context;
    base = reportOn(report.assembly, parts, { collider, oneLens: true, lean: true });
    bases.set(context, base);
  }
  return base;
}

const bases = new WeakMap<AskContext, Report>();

/** Turns tried for a new part before it is said to stand in another. */
const mostTurns = 8;

/** Whether a part that an edit adds stands in another, or the other in it. */
function stands(context: AskContext, edit: Edit, part: Part, itemId: string): boolean {
  const { report, parts, collider } = context;
  if (!collider) return false;
  const assembly = tryEdit(report.assembly, edit, withPart(parts, part));
  const isNew = (a: PlacedItem, b: PlacedItem) => a.item.id === itemId || b.item.id === itemId;
  return listOverlaps(createSpace(assembly, collider), isNew).length > 0;
}

/**
 * The same edit with the part's second screw in as well, where it has one and a second hole is there for it: turned
 * on its first until the two meet.
 */
function withSecondScrew(context: AskContext, edit: AddPart, one: Asked, own: Mount): Edit {
  const { report, parts } = context;
  const screws = one.part.mounts.filter((m) => m.kind === own.kind && m.side === own.side);
  if (screws.length < 2 || !own.thread) return edit;
  const after = tryEdit(report.assembly, edit, withPart(parts, one.part));
  for (const { a, b, turnDeg } of listSecondScrews(after, one.item.id)) {
    const both: Edit = {
      type: 'all',
      edits: [
        { ...edit, joint: { ...edit.joint, turnDeg } },
        {
          type: 'add-brace',
          setupId: edit.setupId,
          brace: { id: context.makeId(), kind: 'second-screw', a, b },
        },
      ],
    };
    if (!stands(context, both, one.part, one.item.id)) return both;
  }
  return edit;
}

type AddPart = Extract<Edit, { type: 'add-part' }>;

/** The edit that fits a part: where a rail is free, upright, and turned so that it stands in nothing if it can. */
function placeNew(
  context: AskContext,
  parent: PlacedItem,
  mount: Mount,
  own: Mount,
  one: Asked,
): AddPart | undefined {
  const { assembly } = context.report;
  const [slideMm, ...elsewhere] = listSlidesMm(assembly, parent, mount, own);
  if (slideMm === undefined) return undefined;
  const id = context.makeId();
  const create = (turnDeg: number, atMm = slideMm): AddPart => ({
    type: 'add-part',
    setupId: assembly.setup.id,
    item: one.item,
    joint: {
      id,
      child: { item: one.item.id, mount: own.id },
      parent: { item: parent.item.id, mount: mount.id },
      slideMm: atMm,
      turnDeg,
    },
  });
  const upright = suggestTurnDeg(parent, mount, own);
  const first = create(upright);
  const isClear = (edit: Edit) => !stands(context, edit, one.part, one.item.id);
  if (isClear(first)) return first;
  // Further along the rail first: a hand slides a clamp before it turns it round.
  const further = elsewhere.map((atMm) => create(upright, atMm)).find(isClear);
  if (further) return further;
  const turns = listTurnsDeg(measureMate(mount, own), mount, own);
  const others = spreadTurnsDeg(turns, upright, mostTurns).map((turn) => create(turn));
  return others.find(isClear) ?? first;
}

/** The edit that fits a part onto a mount, by both its screws where it has two. */
function createAdd(
  context: AskContext,
  parent: PlacedItem,
  mount: Mount,
  own: Mount,
  one: Asked,
): Edit | undefined {
  const edit = placeNew(context, parent, mount, own, one);
  return edit && withSecondScrew(context, edit, one, own);
}

const measures: readonly ChainMeasure[] = ['price', 'mass', 'height', 'joints'];

function offerChains(
  context: AskContext,
  ask: Extract<Ask, { kind: 'mount' }>,
  one: Asked,
  reaches: readonly Reach[],
): OfferedChain[] {
  const byKey = new Map<string, { chain: Chain; bestIn: ChainMeasure[] }>();
  for (const reach of reaches) {
    const chain = findChain(reach, one.part);
    if (!chain) continue;
    const key = `${chain.links.map((l) => `${l.part.id}.${l.carriedBy}.${l.carriesBy}`).join()} ${chain.own}`;
    const known = byKey.get(key);
    if (known) known.bestIn.push(reach.by);
    else byKey.set(key, { chain, bestIn: [reach.by] });
  }
  return [...byKey.values()].flatMap(({ chain, bestIn }) => {
    const edit = createChainEdit(
      context.report.assembly,
      withPart(context.parts, one.part),
      ask,
      chain,
      one.item,
      context.makeId,
    );
    return edit ? [{ chain, bestIn, edit }] : [];
  });
}

function judgeOnMount(
  context: AskContext,
  ask: Extract<Ask, { kind: 'mount' }>,
  one: Asked,
  reaches: readonly Reach[],
): Candidate {
  const { assembly } = context.report;
  const parent = assembly.byId.get(ask.itemId)!;
  const mount = parent.part.mounts.find((m) => m.id === ask.mountId)!;
  const taken = isMountFull(assembly, ask.itemId, mount);
  const [own] = listMatingMounts(one.part, mount);
  if (taken) return { state: 'does-not-fit', ...one, why: { reason: 'mount-taken' }, chains: [] };
  if (!own) {
    return {
      state: 'does-not-fit',
      ...one,
      why: findNearestMismatch(one.part, mount),
      chains: offerChains(context, ask, one, reaches),
    };
  }
  const edit = createAdd(context, parent, mount, own, one);
  if (!edit) return { state: 'does-not-fit', ...one, why: { reason: 'no-room' }, chains: [] };
  const mate = measureMate(mount, own);
  return {
    state: 'fits',
    ...one,
    edit,
    onto: { itemId: ask.itemId, mountId: ask.mountId },
    keyUnknown: mate.state === 'mates' && mate.key === 'unknown',
    change: measureChange(baseOf(context), reportAfter(context, edit, one.part)),
  };
}

/** How many places are tried for a part that is asked for by its need. */
const mostPlaces = 6;

interface Place {
  readonly parent: PlacedItem;
  readonly mount: Mount;
  readonly own: Mount;
  readonly rank: number;
}

/** The cosine within which a mount looks up (estimate: 45°). */
const upCosine = 0.7;
const looksUp = (parent: PlacedItem, mount: Mount): boolean =>
  rigFromMount(parent, mount).rotation.z[2] > upCosine;

/** Free mounts of the rig that take a part, the firmest and least covered first; at most `most`. */
function listPlaces(context: AskContext, part: Part, most: number): Place[] {
  const { assembly, fit } = context.report;
  const covered = new Set(fit.solidity?.covers().map((c) => `${c.itemId} ${c.mountId}`));
  const owns = listOwnMounts(part);
  const places: Place[] = [];
  for (const parent of assembly.items) {
    for (const mount of parent.part.mounts) {
      if (isMountFull(assembly, parent.item.id, mount)) continue;
      if (!wouldPut(parent.part, part, rigFromMount(parent, mount).rotation.z[2])) continue;
      const [own] = listMatingMounts(part, mount).filter((m) => owns.includes(m));
      const mate = own && measureMate(mount, own);
      if (!own || mate?.state !== 'mates') continue;
      const firm = mate.resists === 'blocked' || mate.resists === 'teeth' ? 0 : 1;
      // Of which nobody knows whether it goes there it comes after what is known to.
      const unsure = mate.key === 'unknown' ? 5 : 0;
      const hidden = covered.has(`${parent.item.id} ${mount.id}`) ? 4 : 0;
      const usual = own.carrier ? 0 : 2;
      const aside = hasTrait(part, 'upright') && !looksUp(parent, mount) ? 3 : 0;
      places.push({ parent, mount, own, rank: firm + hidden + usual + aside + unsure });
    }
  }
  return places.sort((a, b) => a.rank - b.rank || a.parent.number - b.parent.number).slice(0, most);
}

function isBetterChange(a: Change, b: Change): boolean {
  return (
    a.stops < b.stops ||
    (a.stops === b.stops && a.risks < b.risks) ||
    (a.stops === b.stops &&
      a.risks === b.risks &&
      Math.abs(a.tiltDeg ?? 0) < Math.abs(b.tiltDeg ?? 0) - 1e-9)
  );
}

/** A way to fit a part somewhere on the rig. */
export interface Fitting {
  readonly onto: { readonly itemId: string; readonly mountId: string };
  /** Undefined where there is no room for it on the mount. */
  readonly edit: Edit | undefined;
  /** Nobody has said whether the two go together. */
  readonly keyUnknown: boolean;
}

/** The free mounts that take a part, the firmest and least covered first, each with the edit that fits it there. */
export function* listFittings(
  context: AskContext,
  one: Asked,
  most = mostPlaces,
): Generator<Fitting, void, undefined> {
  for (const { parent, mount, own } of listPlaces(context, one.part, most)) {
    const mate = measureMate(mount, own);
    yield {
      onto: { itemId: parent.item.id, mountId: mount.id },
      edit: createAdd(context, parent, mount, own, one),
      keyUnknown: mate.state === 'mates' && mate.key === 'unknown',
    };
  }
}

/**
 * So many free mounts are tried for a part that goes there only with something between: what is looked at or aimed belongs on one
 * of the likeliest, what is only carried goes wherever there is room.
 */
const mostBetween = { aimed: 3, carried: 8 };
/** What may stand between a mount and a part: adaptors, or arms, of each the cheapest. */
interface Reaches {
  readonly adaptors: Reach;
  readonly arms: Reach;
}
const reachesOf = new WeakMap<AskContext, Map<Mount, Reaches>>();

function reachOver(context: AskContext, mount: Mount): Reaches {
  const known = reachesOf.get(context) ?? new Map<Mount, Reaches>();
  reachesOf.set(context, known);
  let reach = known.get(mount);
  if (!reach) {
    const over = (links: readonly Part[]) =>
      measureReachOver(mount, links, 'price', context.report.brief);
    const arms = [...context.parts.values()].filter((p) => p.kind === 'arm' && p.mounts.length > 1);
    reach = { adaptors: over(listAdaptors(context.parts)), arms: over(arms) };
    known.set(mount, reach);
  }
  return reach;
}

const isAimed = ({ kind }: Part): boolean => kind === 'monitor' || kind === 'lamp';

/**
 * The one adaptor or arm by which a person brings a part onto a mount: what is looked at or aimed goes onto an arm. With more between
 * it is another part that is wanted.
 */
function chooseChain(context: AskContext, mount: Mount, part: Part): Chain | undefined {
  const reach = reachOver(context, mount);
  const order = isAimed(part) ? (['arms', 'adaptors'] as const) : (['adaptors', 'arms'] as const);
  for (const by of order) {
    const chain = findChain(reach[by], part);
    if (chain?.links.length === 1) return chain;
  }
  return undefined;
}

/** Free mounts that something may be put onto to carry a part, those that look up first. */
function listBases(context: AskContext): { readonly parent: PlacedItem; readonly mount: Mount }[] {
  const { assembly, fit } = context.report;
  const covered = new Set(fit.solidity?.covers().map((c) => `${c.itemId} ${c.mountId}`));
  return assembly.items
    .flatMap((parent) =>
      parent.part.mounts
        .filter((m) => hasMountTrait(m, 'takes-parts') && !m.carrier)
        .filter((m) => !isMountFull(assembly, parent.item.id, m))
        .map((mount) => ({
          parent,
          mount,
          rank:
            (looksUp(parent, mount) ? 0 : 3) +
            (hasTrait(parent.part, 'camera') ? 1 : 0) +
            // A shoe is kept for what goes on nothing else.
            (mount.kind === 'cold-shoe' ? 0.5 : 0) +
            (covered.has(`${parent.item.id} ${mount.id}`) ? 4 : 0),
        })),
    )
    .sort((a, b) => a.rank - b.rank || a.parent.number - b.parent.number);
}

/** Hinges of an arm are tried at eighths of a turn, as one sets it by eye; of what faces the eye so many are looked at for overlaps. */
const armSteps = { stepsDeg: [45, 90], most: 64 } as const;
const mostPosed = 6;

/**
 * The edit as it is and, of a screen that would not be seen so or stands in something, with the hinges of what was put between turned so
 * that the eye sees it and it stands in nothing.
 */
function poseToEye(context: AskContext, edit: Edit, one: Asked): Edit {
  const { report, parts, collider } = context;
  if (one.part.kind !== 'monitor' || edit.type !== 'all') return edit;
  const place = (edits: readonly Edit[]) =>
    tryEdit(report.assembly, { type: 'all', edits: [edit, ...edits] }, withPart(parts, one.part));
  const start = place([]);
  const added = start.items.filter(({ item }) => !report.assembly.byId.has(item.id));
  const facing = listFacing(
    start,
    one.item.id,
    report.hold,
    listHinges(added),
    armSteps,
    place,
  ).sort((a, b) => a.angleDeg - b.angleDeg);
  const ids = new Set(added.map(({ item }) => item.id));
  const isNew = (a: PlacedItem, b: PlacedItem) => ids.has(a.item.id) || ids.has(b.item.id);
  let clear: Edit | undefined;
  for (const { edits, after } of facing.slice(0, mostPosed)) {
    const posed: Edit = edits.length > 0 ? { type: 'all', edits: [edit, ...edits] } : edit;
    if (!collider) return posed;
    const space = createSpace(after, collider);
    if (listOverlaps(space, isNew).length > 0) continue;
    const looks = lookAt(space, findEye(after, report.hold)!, after.byId.get(one.item.id)!);
    if (looks.some((look) => look.trouble === undefined)) return posed;
    clear ??= posed;
  }
  return clear ?? edit;
}

/** It stops the build, or is a screen that nobody sees. */
const isPoor = ({ item, change }: Extract<Candidate, { state: 'fits' }>): boolean =>
  change.stops > 0 ||
  change.appears.some((f) => f.code === 'screen-not-seen' && f.items.includes(item.id));

/** The best way to fit a part with an arm or an adaptor between, on one of the likeliest mounts; undefined where there is none. */
function judgeWithBetween(
  context: AskContext,
  one: Asked,
): Extract<Candidate, { state: 'fits' }> | undefined {
  let best: Extract<Candidate, { state: 'fits' }> | undefined;
  const most = isAimed(one.part) ? mostBetween.aimed : mostBetween.carried;
  let tried = 0;
  for (const { parent, mount } of listBases(context)) {
    // Where it stands in something on the likeliest, or a screen is not seen there, it goes where that is better.
    if (tried >= (best && isPoor(best) ? mostBetween.carried : most)) break;
    const chain = chooseChain(context, mount, one.part);
    if (!chain) continue;
    // What goes over an arm or a plate is carried by that: a cage goes over nothing.
    const [last] = chain.links.slice(-1);
    const up = rigFromMount(parent, mount).rotation.z[2];
    if (!last || !wouldBridge(parent.part, one.part) || !wouldPut(last.part, one.part, up)) {
      continue;
    }
    tried += 1;
    const onto = { itemId: parent.item.id, mountId: mount.id };
    const edit = createChainEdit(
      context.report.assembly,
      withPart(context.parts, one.part),
      onto,
      chain,
      one.item,
      context.makeId,
    );
    if (!edit) continue;
    const posed = poseToEye(context, edit, one);
    const change = measureChange(baseOf(context), reportAfter(context, posed, one.part));
    if (best && !isBetterChange(change, best.change)) continue;
    best = { state: 'fits', ...one, edit: posed, onto, keyUnknown: false, change, between: chain };
  }
  return best;
}

/** Whether a part is of use without being fitted anywhere: headphones, a card, a filter in the pocket. */
const isTakenAlong = (part: Part): boolean =>
  hasTrait(part, 'loose') || !part.mounts.some((m) => m.carrier);

/** Whether an edit only has something taken along: nothing of it stands on the rig. */
export const isOnlyWorn = (edit: Edit): boolean =>
  edit.type === 'all' ? edit.edits.every(isOnlyWorn) : edit.type === 'wear';

/** What taking a part along changes: it is carried, and nothing hangs on the rig. */
function takeAlong(context: AskContext, one: Asked): Candidate {
  const { setup } = context.report.assembly;
  const edit: Edit = { type: 'wear', setupId: setup.id, item: one.item };
  return {
    state: 'fits',
    ...one,
    edit,
    onto: { itemId: setup.body, mountId: '' },
    keyUnknown: false,
    change: measureChange(baseOf(context), reportAfter(context, edit, one.part)),
  };
}

/** The step rings that bring a filter of one size onto a lens of another, the cheapest first. */
function listRings({ report, parts }: AskContext, filter: Part): Part[] {
  const size = (part: Part, side: Mount['side']) =>
    part.mounts.find((m) => m.kind === 'front-thread' && m.side === side)?.sizeMm;
  const wanted = size(filter, 'male');
  const lens = report.assembly.items.find((p) => hasTrait(p.part, 'optic'));
  const front = lens && size(lens.part, 'female');
  if (wanted === undefined || front === undefined || wanted === front) return [];
  return [...parts.values()]
    .filter((p) => p.kind === 'ring' && size(p, 'male') === front && size(p, 'female') === wanted)
    .sort(comparePrices(findPurse(report.assembly)));
}

/** How much of a need an edit closes, as the report after it tells; undefined where the need is not short, or nobody says. */
function measureClosing(
  context: AskContext,
  need: Need['id'],
  change: Change,
): Closing | undefined {
  const before = baseOf(context)
    .needs()
    .find((n) => n.id === need);
  const short = before && measureShort(before);
  if (!before || short === undefined || short <= 1e-6) return undefined;
  const left = (change.short[need] ?? 0) * before.wanted;
  return { closed: Math.max(0, short - left), short, unit: before.unit };
}

/** Needs that a part on the rig serves once something more is there: a lead, a battery, its place before the eye. */
const withMore: readonly Need['id'][] = [
  'microphone',
  'wireless-audio',
  'sound-inputs',
  'headphones',
  'timecode',
  'power',
  'monitor',
  'video-link',
  'front-view',
  'focus-drive',
];

/** A candidate for a need with how much of it that closes; what is only taken along and closes nothing is none, unless a ring helps. */
function withClosing(context: AskContext, need: Need['id'], candidate: Candidate): Candidate {
  if (candidate.state !== 'fits') return candidate;
  const closes = measureClosing(context, need, candidate.change);
  if (!closes) return candidate;
  const mayFollow = candidate.edit.type !== 'wear' && withMore.includes(need);
  if (closes.closed > 1e-6 || mayFollow) return { ...candidate, closes };
  const [ring] = listRings(context, candidate.part);
  if (ring) {
    const { setup } = context.report.assembly;
    const item = { id: context.makeId(), partId: ring.id, owned: false };
    const edit: Edit = {
      type: 'all',
      edits: [{ type: 'wear', setupId: setup.id, item }, candidate.edit],
    };
    const after = reportAfter(context, edit, candidate.part);
    const change = measureChange(baseOf(context), after);
    const both = measureClosing(context, need, change);
    if (both && both.closed > 1e-6) {
      return { ...candidate, edit, change, beside: [ring], closes: both };
    }
  }
  const { part, item, inDrawer } = candidate;
  return {
    state: 'does-not-fit',
    part,
    item,
    inDrawer,
    why: { reason: 'closes-nothing' },
    chains: [],
  };
}

function judgeForNeed(context: AskContext, one: Asked): Candidate {
  let best: Extract<Candidate, { state: 'fits' }> | undefined;
  let roomless = false;
  for (const { onto, edit, keyUnknown } of listFittings(context, one)) {
    if (!edit) {
      roomless = true;
      continue;
    }
    // What nobody is sure of is offered where nothing sure is.
    if (best && keyUnknown && !best.keyUnknown) continue;
    const change = measureChange(baseOf(context), reportAfter(context, edit, one.part));
    if (best && !isBetterChange(change, best.change)) continue;
    best = { state: 'fits', ...one, edit, onto, keyUnknown, change };
  }
  // Where it would stand in another part, something between may bring it clear.
  if (!best || best.change.stops > 0) {
    const raised = judgeWithBetween(context, one);
    if (raised && (!best || isBetterChange(raised.change, best.change))) best = raised;
  }
  if (!best && isTakenAlong(one.part)) return takeAlong(context, one);
  return (
    best ?? {
      state: 'does-not-fit',
      ...one,
      why: { reason: roomless ? 'no-room' : 'no-mount' },
      chains: [],
    }
  );
}

function judgeInPlace(
  context: AskContext,
  ask: Extract<Ask, { kind: 'replace' }>,
  one: Asked,
): Candidate {
  const { assembly } = context.report;
  const old = assembly.byId.get(ask.itemId)!;
  const match = findStandIns(assembly, old, one.part);
  const [lacking] = match.lacking;
  if (lacking) {
    const why = findNearestMismatch(one.part, lacking.partner);
    return { state: 'does-not-fit', ...one, why, chains: [] };
  }
  const edit: Edit = {
    type: 'swap-part',
    setupId: assembly.setup.id,
    itemId: ask.itemId,
    item: one.item,
    mounts: match.mounts,
    ports: findStandInPorts(old.part, one.part),
  };
  return {
    state: 'fits',
    ...one,
    edit,
    onto: {
      itemId: old.carriedBy?.parent ?? ask.itemId,
      mountId: old.carriedBy?.parentMount.id ?? '',
    },
    keyUnknown: match.keyUnknown,
    change: measureChange(baseOf(context), reportAfter(context, edit, one.part)),
  };
}

/** More than a rig has free mounts for one part. */
const mostMoves = 200;

/** A place where a part of the rig could go instead, and whether a person would put it there. */
interface MovePlace {
  readonly edit: MoveEdit;
  readonly unusual: boolean;
}

/** Where else a part could go with all that it carries: where people put such parts first, then the nearest. Empty for the camera. */
export function listMovePlaces(assembly: Assembly, itemId: string): MovePlace[] {
  const placed = assembly.byId.get(itemId);
  if (!placed?.carriedBy) return [];
  const owns = listOwnMounts(placed.part);
  return listMoves(assembly, placed.carriedBy, () => true, mostMoves)
    .map((edit): MovePlace => {
      const onto = assembly.byId.get(edit.parent.item)!;
      const mount = onto.part.mounts.find((m) => m.id === edit.parent.mount)!;
      const isUsual =
        wouldPut(onto.part, placed.part, rigFromMount(onto, mount).rotation.z[2]) &&
        owns.some((m) => m.id === edit.childMount);
      return { edit, unusual: !isUsual };
    })
    .sort((a, b) => Number(a.unusual) - Number(b.unusual));
}

/** A part of the rig on each other place that takes it, judged as a new one is. */
function* judgeMoves(context: AskContext, itemId: string): Generator<Candidate, void, undefined> {
  const { report } = context;
  const placed = report.assembly.byId.get(itemId);
  if (!placed) throw new Error(`judgeCandidates: no item ${itemId}`);
  const { part, item } = placed;
  for (const { edit, unusual } of listMovePlaces(report.assembly, itemId)) {
    const change = measureChange(baseOf(context), reportAfter(context, edit, part));
    const onto = { itemId: edit.parent.item, mountId: edit.parent.mount };
    const common = { part, item, inDrawer: false, edit, onto, keyUnknown: false, change };
    yield { state: 'fits', ...common, unusual };
  }
}

/**
 * Judges one part after the other for what is asked: each with the change it makes, or with why it does not
 * fit and the adaptors that would make it. One full report for each that fits; made to be taken in pieces.
 */
export function* judgeCandidates(
  context: AskContext,
  ask: Ask,
  asked: readonly Asked[],
): Generator<Candidate, void, undefined> {
  const { assembly } = context.report;
  if (ask.kind === 'need' || ask.kind === 'anywhere') {
    // What shields from wind is a microphone in its fur, in the place of the one that has none.
    const bare =
      ask.kind === 'need' && ask.need === 'wind-shield'
        ? assembly.items.find((p) => p.part.kind === 'microphone')
        : undefined;
    for (const one of asked) {
      const stands = bare && one.part.kind === bare.part.kind;
      const candidate = stands
        ? judgeInPlace(context, { kind: 'replace', itemId: bare.item.id }, one)
        : judgeForNeed(context, one);
      yield ask.kind === 'need' ? withClosing(context, ask.need, candidate) : candidate;
    }
    return;
  }
  if (ask.kind === 'move') {
    yield* judgeMoves(context, ask.itemId);
    return;
  }
  const placed = assembly.byId.get(ask.itemId);
  if (!placed) throw new Error(`judgeCandidates: no item ${ask.itemId}`);
  if (ask.kind === 'replace') {
    for (const one of asked) yield judgeInPlace(context, ask, one);
    return;
  }
  const mount = placed.part.mounts.find((m) => m.id === ask.mountId);
  if (!mount) throw new Error(`judgeCandidates: no mount ${ask.mountId} on item ${ask.itemId}`);
  const adaptors = listAdaptors(context.parts);
  const reaches = measures.map((by) => measureReachOver(mount, adaptors, by, context.report.brief));
  for (const one of asked) yield judgeOnMount(context, ask, one, reaches);
}

/** What candidates can be sorted by. */
export const candidateOrders = ['best', 'mass', 'price', 'height', 'tilt', 'name'] as const;
export type CandidateOrder = (typeof candidateOrders)[number];

function measureOrder(c: Extract<Candidate, { state: 'fits' }>, by: CandidateOrder): number {
  switch (by) {
    case 'best':
      return c.change.stops * 1000 + c.change.risks;
    case 'mass':
      return c.change.massG ?? Infinity;
    case 'price':
      return c.change.spendMinor;
    case 'height':
      return c.change.heightMm;
    case 'tilt':
      return Math.abs(c.change.tiltDeg ?? Infinity);
    case 'name':
      return 0;
  }
}

const closesNothing = (c: Candidate): boolean =>
  c.state === 'fits' && c.closes !== undefined && c.closes.closed <= 1e-6;

/**
 * Those that fit first, of them what closes some of the need; within them what is owned first if wished, then by the order; ties by name and id. The best order
 * is that of sense: what stops something last, then what the brief still lacks, in the order in which people build.
 */
export function sortCandidates(
  candidates: readonly Candidate[],
  by: CandidateOrder,
  ownedFirst: boolean,
  senseOf: (part: Part) => Sense = () => noSense,
): Candidate[] {
  const rank = new Map<Candidate, readonly number[]>(
    candidates.map((c) => {
      const sense = senseOf(c.part);
      const isBad = c.state === 'fits' && c.change.stops > 0;
      // Of two that serve the same need the one that closes more of it.
      const left = c.state === 'fits' && sense.need ? (c.change.short[sense.need.id] ?? 0) : 0;
      // And of two that close as much the one with which less is short: a microphone in its fur before a bare one.
      const others = c.state === 'fits' && sense.need ? Object.keys(c.change.short).length : 0;
      return [c, [Number(isBad), ...sense.rank, left, others]];
    }),
  );
  const compare = (a: readonly number[], b: readonly number[]): number =>
    a.reduce((found, x, i) => found || x - (b[i] ?? 0), 0);
  return [...candidates].sort((a, b) => {
    if (a.state !== b.state) return a.state === 'fits' ? -1 : 1;
    // What closes some of the need comes before what closes nothing, even if that is owned.
    const idle = Number(closesNothing(a)) - Number(closesNothing(b));
    if (idle !== 0) return idle;
    if (ownedFirst && a.inDrawer !== b.inDrawer) return a.inDrawer ? -1 : 1;
    if (a.state === 'fits' && b.state === 'fits') {
      const sense = by === 'best' ? compare(rank.get(a)!, rank.get(b)!) : 0;
      if (sense !== 0) return sense;
      const [x, y] = [measureOrder(a, by), measureOrder(b, by)];
      if (x !== y) return x < y ? -1 : 1;
      // Of two that are as good the one that costs less.
      const costs = a.change.spendMinor - b.change.spendMinor;
      if (by === 'best' && costs !== 0) return costs;
    }
    return a.part.name.localeCompare(b.part.name, 'en') || (a.item.id < b.item.id ? -1 : 1);
  });
}

/** All candidates for what is asked, sorted: owned ones first, then by fewest new stops. */
export function listCandidates(
  context: AskContext,
  ask: Ask,
  asked: readonly Asked[],
): Candidate[] {
  return sortCandidates([...judgeCandidates(context, ask, asked)], 'best', true);
}
