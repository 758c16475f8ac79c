import {
  createFinding,
  defineCheck,
  defineFinding,
  stating,
  type Check,
} from '../finding/index.js';
import { hasTrait, listOutlets, type Connector, type PartBook } from '../part/index.js';
import { measureLength, subtract } from '../placement/index.js';
import {
  listCarried,
  placeRay,
  proposeId,
  type Assembly,
  type CableRun,
  type Edit,
} from '../rig/index.js';
import { sayConnector, sayHours, sayList, sayNumber, sayW } from '../words/index.js';
import { measureMedia, type Last } from '../day/index.js';
import {
  findDisagreement,
  findFeeding,
  isLeadFeed,
  listOverloads,
  type Disagreement,
  type Overload,
} from '../wire/index.js';

/** What the checks of Last look at. */
export interface LastContext {
  readonly assembly: Assembly;
  readonly parts: PartBook;
  /** The mode in which the body records, where the brief says one. */
  readonly mode: string | undefined;
  readonly last: Last;
  /** Whether ways out are asked for: how many cells it takes is many days run. */
  readonly offers: boolean;
}

const sayV = ([low, high]: readonly [number, number]): string =>
  low === high ? `${sayVolts(low)} V` : `${sayVolts(low)} to ${sayVolts(high)} V`;
const sayVolts = (v: number): string => sayNumber(v, Number.isInteger(v) ? 0 : 1);

export const powerDisagrees = defineFinding(
  'power-disagrees',
  stating<{
    readonly runId: string;
    readonly fromItem: string;
    readonly fromPort: string;
    readonly toPort: string;
    readonly disagreement: Disagreement;
  }>(),
  {
    restsOn: ['ports'],
    weight: 'stops',
    when: 'what a lead brings lies outside what its input takes: the voltage from full to empty, the level over USB-C, the pole in the middle of a round plug',
    offers: 'the lead out again',
    sentence: ({ items: [to], facts: { disagreement: d, ...f } }, n) => {
      const from = `${n.port(f.fromItem, f.fromPort)} of ${n.item(f.fromItem)}`;
      switch (d.why) {
        case 'too-high':
          return `${n.item(to!)} takes ${sayV(d.takes)}, and ${from} gives up to ${sayVolts(d.gives[1])} V.`;
        case 'too-low':
          return `${n.item(to!)} takes ${sayV(d.takes)}, and ${from} falls to ${sayVolts(d.gives[0])} V.`;
        case 'level':
          return `${n.item(to!)} wants ${sayW(d.wantsW)} at its ${n.port(to!, f.toPort)}, and ${from} offers ${sayW(d.givesW)}.`;
        case 'polarity':
          return `${n.item(to!)} and ${from} have the other pole in the middle of the plug.`;
      }
    },
    why: 'Too much, or the wrong way round, can destroy a device; too little leaves it dark.',
    todo: 'Put a converter between, or feed it from something whose voltage it takes; ask its maker where you are in doubt.',
  },
);

const disagreeCheck = defineCheck([powerDisagrees], ({ assembly, last }: LastContext) =>
  last.faults.map(({ itemId, feed, disagreement }) =>
    createFinding(
      powerDisagrees,
      'stops',
      { items: [itemId, feed.from, feed.via.run.item], key: feed.via.run.id, named: 1 },
      {
        runId: feed.via.run.id,
        fromItem: feed.from,
        fromPort: feed.via.outlet.id,
        toPort: feed.via.input.id,
        disagreement,
      },
      [{ type: 'remove-cable', setupId: assembly.setup.id, cableId: feed.via.run.id }],
    ),
  ),
);

export const feedsItself = defineFinding(
  'feeds-itself',
  stating<{ readonly runId: string; readonly round: readonly string[] }>(),
  {
    restsOn: [],
    weight: 'stops',
    when: 'a lead closes a round in which devices would feed themselves',
    offers: 'that lead out',
    sentence: ({ facts }, n) =>
      `You plan power in a round: ${sayList(facts.round.map((id) => n.item(id)))} would feed each other.`,
    why: 'Nothing in a round gives power: all of it stays dark.',
    todo: 'Take one of its leads out, and bring power from a battery.',
  },
);

const roundCheck = defineCheck([feedsItself], ({ assembly, last }: LastContext) =>
  last.network.loops.map(({ itemIds, runId }) =>
    createFinding(
      feedsItself,
      'stops',
      { items: itemIds, key: runId, named: 0 },
      { runId, round: itemIds },
      [{ type: 'remove-cable', setupId: assembly.setup.id, cableId: runId }],
    ),
  ),
);

export const drawsTooMuch = defineFinding('draws-too-much', stating<Omit<Overload, 'itemId'>>(), {
  restsOn: ['ports'],
  bad: ({ drawsW }) => drawsW.low,
  weight: 'risk',
  when: 'more is drawn while everything records, or while one device is switched on, than an outlet, a lead or a battery bears, at the lowest voltage of the source',
  offers: '',
  sentence: ({ items: [item, lead], facts }, n) => {
    const { at, limit, drawsA, drawsW, atV } = facts;
    const [draws, bears] =
      'a' in limit
        ? [`${sayNumber(drawsA ?? 0, 1)} A`, `${sayNumber(limit.a, 1)} A`]
        : [sayW(drawsW.low), sayW(limit.w)];
    const low =
      'a' in limit && atV !== undefined ? `, ${sayW(drawsW.low)} at ${sayVolts(atV)} V` : '';
    const what =
      at.kind === 'cell'
        ? n.item(item!)
        : at.kind === 'outlet'
          ? `${n.port(item!, at.portId)} of ${n.item(item!)}`
          : n.item(lead!);
    const drawn =
      facts.starting === undefined
        ? `what hangs on it draws ${draws}${low}`
        : `${n.item(facts.starting)} draws it up to ${draws}${low} while it is switched on`;
    return `${what} bears ${bears}; ${drawn}.`;
  },
  why: 'An outlet that gives more than it may switches off in the middle of a take, or grows hot.',
  todo: 'Move a device to another source, or take one that bears it.',
});

const overloadCheck = defineCheck([drawsTooMuch], ({ last }: LastContext) => {
  return listOverloads(last.network, last.isDead).map(({ itemId, ...facts }) =>
    createFinding(
      drawsTooMuch,
      'risk',
      {
        items: [itemId, ...(facts.at.kind === 'lead' ? [facts.at.leadItemId] : [])],
        key: facts.at.kind === 'cell' ? 'cell' : `${facts.at.kind} ${facts.at.runId}`,
      },
      facts,
    ),
  );
});

export const goesDark = defineFinding(
  'goes-dark',
  stating<{
    /** From the first minute of the day, h: surely by the one, at the earliest by the other. */
    readonly atH: { readonly low: number; readonly high: number };
    readonly dayH: number;
    /** Whether it stays lit where every unknown figure is favourable. */
    readonly perhaps: boolean;
    /** Whose draw or energy nobody has stated. */
    readonly unknown: readonly string[];
    /** What goes dark with it, at the same time. */
    readonly also: readonly string[];
    /** What goes dark after it, on batteries of its own, and when, h. */
    readonly later: readonly {
      readonly itemId: string;
      readonly atH: number;
      /** The camera: with it the take stops. */
      readonly endsTake: boolean;
    }[];
    /** Whether anything tells before: the battery by what it shows, or the device that warns. Undefined where nobody says. */
    readonly isTold: boolean | undefined;
    /** When the camera goes dark, h; never, or undefined where none is fed. */
    readonly takeEndsH: number | 'never' | undefined;
  }>(),
  {
    owner: 'day',
    restsOn: [],
    bad: ({ atH, dayH }) => dayH - atH.low,
    weight: 'risk; note where only what is not known leaves it open',
    when: 'a device whose supply is empty before the brief’s day is over, with every spare cell of the kit used and charged where there is mains',
    offers: 'as many more cells as it takes, where all that hangs on them says what it draws',
    sentence: ({ items: [item], facts }, n) => {
      const { atH, dayH, perhaps, unknown, also, later, takeEndsH, isTold } = facts;
      // Where the camera is one of those that follow, it is said there.
      const isLater = later.some((d) => d.endsTake);
      const take =
        takeEndsH === undefined || isLater
          ? ''
          : takeEndsH === 'never'
            ? '; the take goes on'
            : takeEndsH <= (perhaps ? atH.low : atH.high) + 1e-6
              ? '; the take stops'
              : `; the take stops after ≈ ${sayHours(takeEndsH)}`;
      const together =
        also.length > 0 ? `, and ${sayList(also.map((id) => n.item(id)))} with it` : '';
      const open =
        unknown.length === 0
          ? ''
          : `what ${sayList(unknown.map((id) => n.item(id)))} ${unknown.length === 1 ? 'draws or holds' : 'draw or hold'} is not known`;
      const then =
        later.length === 0
          ? ''
          : ` Then ${sayList(later.map((d) => `${n.item(d.itemId)} (≈ ${sayHours(d.atH)}${d.endsTake ? '; the take stops' : ''})`))}.`;
      if (perhaps) {
        return `${n.item(item!)} may go dark after ≈ ${sayHours(atH.low)} of ${sayHours(dayH)}${together}: ${open}.${then}`;
      }
      const when =
        atH.high - atH.low < 0.05
          ? `≈ ${sayHours(atH.low)}`
          : `≈ ${sayHours(atH.low)} to ${sayHours(atH.high)}`;
      const untold = isTold === false ? '; nothing tells you before' : '';
      return `${n.item(item!)} goes dark after ${when} of ${sayHours(dayH)}${together}${take}${untold}${open && `; ${open}`}.${then}`;
    },
    why: 'A day is not over when the battery is.',
    todo: 'Take more or larger cells along, bring it power from outside, or charge in a break.',
  },
);

/** One more of the same cells, as many as it takes for the day: as wishes, one edit each. Empty where no number will do. */
export function listMoreCells(last: Last): Edit[] {
  if (last.cells().some((c) => !c.enough)) return [];
  return last.cells().flatMap(({ part, store, more }) =>
    Array.from({ length: more }, (_, i): Edit => ({
      type: 'set-item',
      item: { id: proposeId(`${part.id}-${store}-${i + 1}`), partId: part.id, owned: false },
    })),
  );
}

/** The same as one edit. Cells are not bought on a guess: none where something is not known. */
function offerMoreCells(last: Last): Edit[] {
  if (last.unknown.draw.length + last.unknown.energy.length > 0) return [];
  const edits = listMoreCells(last);
  if (edits.length === 0) return [];
  return [edits.length === 1 ? edits[0]! : { type: 'all', edits }];
}

/** What is not known of those that hang on the same battery as an item, and of that battery. */
function listUnknown(last: Last, itemId: string): string[] {
  const feeding = (id: string) => last.feeding(id) ?? id;
  const store = feeding(itemId);
  return [
    ...last.unknown.draw.filter((id) => feeding(id) === store),
    ...last.unknown.energy.filter((id) => id === store || id === itemId),
  ].filter((id, i, all) => all.indexOf(id) === i);
}

/** Whether one learns that a device goes dark before it does; undefined where nobody says how its battery tells. */
function isToldBefore(assembly: Assembly, last: Last, itemId: string): boolean | undefined {
  if (assembly.byId.get(itemId)?.part.draw?.atLowest === 'warns') return true;
  const store = last.network.stores.get(last.feeding(itemId) ?? itemId);
  const tells = store?.cell.tells;
  return tells === undefined ? undefined : tells !== 'nothing';
}

/** What hangs on an outlet, a lead or a battery that bears less than is drawn there: that is told, and nothing of its darkness at once. */
function listOverloaded({ network, isDead }: Last): Set<string> {
  const at = listOverloads(network, isDead)
    .filter((o) => o.starting === undefined && 'w' in o.limit)
    .flatMap((o) => (o.at.kind === 'outlet' ? [o.at.runId] : []));
  const isBehind = (id: string): boolean =>
    (network.takers.get(id)?.feeds ?? []).some(
      (f) => (isLeadFeed(f) && at.includes(f.via.run.id)) || isBehind(f.from),
    );
  return new Set([...network.takers.keys()].filter(isBehind));
}

/**
 * Every device of the day is judged. Those that surely go dark are one finding, named by the first, so that one whose draw
 * nobody knows hides none; those of which it is open are another.
 */
const darkCheck = defineCheck([goesDark], ({ assembly, last, offers }: LastContext) => {
  const { plan, worst } = last;
  // A day that nobody has spoken of is not judged.
  if (plan.from === 'none' || last.dark.length === 0) return [];
  const overloaded = listOverloaded(last);
  const dark = last.dark.filter((d) => d.betweenH.high > 1e-9 || !overloaded.has(d.itemId));
  const camera = assembly.items.find((p) => hasTrait(p.part, 'camera'))?.item.id;
  const isCameraFed = camera !== undefined && !worst.darkAtH.has(camera);
  return [false, true].flatMap((perhaps) => {
    // Of what is sure the order is that in which it is sure; of what is open that in which it may be.
    const at = perhaps ? ('low' as const) : ('high' as const);
    const [first, ...later] = dark
      .filter((d) => d.perhaps === perhaps)
      .sort((a, b) => a.betweenH[at] - b.betweenH[at]);
    if (!first) return [];
    // Who hangs on the same battery goes dark with it.
    const isWith = (d: (typeof later)[number]) => d.betweenH[at] - first.betweenH[at] < 1e-6;
    const also = later.filter(isWith).map((d) => d.itemId);
    const rest = later.filter((d) => !isWith(d));
    // Of what is sure only what is sure of the camera as well, and the other way round.
    const own = last.dark.find((d) => d.itemId === camera);
    const takeEndsH = own
      ? own.perhaps && !perhaps
        ? undefined
        : own.betweenH[at]
      : isCameraFed
        ? ('never' as const)
        : undefined;
    return [
      createFinding(
        goesDark,
        perhaps ? 'note' : 'risk',
        { items: [first.itemId, ...also], named: 1, ...(perhaps ? { key: 'open' } : {}) },
        {
          atH: first.betweenH,
          dayH: plan.hours,
          perhaps,
          unknown: [first, ...later]
            .flatMap((d) => listUnknown(last, d.itemId))
            .filter((id, i, all) => all.indexOf(id) === i),
          also,
          later: rest.map((d) => ({
            itemId: d.itemId,
            atH: d.betweenH[at],
            endsTake: d.itemId === camera,
          })),
          isTold: isToldBefore(assembly, last, first.itemId),
          takeEndsH,
        },
        perhaps || !offers ? [] : offerMoreCells(last),
      ),
    ];
  });
});

export const swapsInHaste = defineFinding(
  'swaps-in-haste',
  stating<{
    /** How soon one follows another at the worst, and how far apart they are to be, h. */
    readonly everyH: number;
    readonly apartH: number;
    /** How often that battery is changed in the day. */
    readonly swaps: number;
  }>(),
  {
    owner: 'day',
    restsOn: [],
    bad: ({ everyH }) => -everyH,
    weight: 'risk',
    when: 'the day stays lit only because batteries that are partly charged go round, changed sooner after one another than the setting `swapApartMin` says',
    offers: 'as many more cells as it takes, where all that hangs on them says what it draws',
    sentence: ({ items: [battery], facts }, n) =>
      `You change ${n.item(battery!)} ${sayNumber(facts.swaps)} times, at the worst ≈ ${sayNumber(facts.everyH * 60)} min apart: half-charged batteries go round.`,
    why: 'Each change costs a take, and a battery that is swapped every few minutes is forgotten once.',
    todo: 'Take more or larger batteries along, or charge faster in the breaks.',
  },
);

const hasteCheck = defineCheck([swapsInHaste], ({ last, offers }: LastContext) => {
  // What goes dark is told, with what it takes.
  if (last.dark.some((d) => !d.perhaps)) return [];
  const [worst, ...others] = [...last.haste].sort(
    (a, b) => a.apartH - b.apartH || (a.store < b.store ? -1 : 1),
  );
  if (!worst) return [];
  return [
    createFinding(
      swapsInHaste,
      'risk',
      { items: [worst.store, ...others.map((h) => h.store)], named: 1 },
      { everyH: worst.apartH, apartH: last.apartH, swaps: worst.swaps },
      offers ? offerMoreCells(last) : [],
    ),
  ];
});

export const twoSupplies = defineFinding(
  'two-supplies',
  stating<{ readonly runId: string; readonly from: string; readonly to: string }>(),
  {
    restsOn: ['ports'],
    weight: 'note',
    when: 'a picture lead between two devices on different batteries, one of them fed by a lead from an outlet that is not regulated',
    offers: '',
    sentence: ({ items: [one, other], facts }, n) =>
      `${n.lead(facts.runId)} joins two supplies: ${n.item(one!)} runs on ${n.item(facts.from)}, ${n.item(other!)} on ${n.item(facts.to)}.`,
    why: 'While one of the two is being plugged, the picture lead can carry what they differ by; sockets have burnt by it.',
    todo: 'Plug this lead last and unplug it first, or feed both from one battery.',
  },
);

/** Picture leads between two supplies of which one is an unregulated outlet: the order of plugging matters there most. */
const twoSuppliesCheck = defineCheck([twoSupplies], ({ assembly, last }: LastContext) => {
  const { isDead, network } = last;
  const { takers } = network;
  // Whether power comes to an item through an outlet that gives what its battery gives.
  const isOnTap = (id: string): boolean => {
    const feed = takers.get(id)?.feeds.find((f) => f.effect !== 'charges-off' && !isDead(f));
    if (!feed) return false;
    const isRaw =
      isLeadFeed(feed) && !feed.via.outlet.power?.regulated && !feed.via.lead?.cable?.converter;
    return isRaw || isOnTap(feed.from);
  };
  return (assembly.setup.cables ?? []).flatMap((run) => {
    const isPicture = [run.from, run.to].every((end) =>
      assembly.byId
        .get(end.item)
        ?.part.ports?.find((p) => p.id === end.port)
        ?.carries.includes('video'),
    );
    if (!isPicture || !(isOnTap(run.from.item) || isOnTap(run.to.item))) return [];
    const [from, to] = [run.from, run.to].map((end) => findFeeding(network, end.item, isDead));
    if (from === undefined || to === undefined || from === to) return [];
    const about = { items: [run.from.item, run.to.item, run.item], key: run.id };
    return [createFinding(twoSupplies, 'note', about, { runId: run.id, from, to })];
  });
});

export const outletsTwice = defineFinding(
  'outlets-twice',
  stating<{
    readonly connectors: readonly Connector[];
    /** Whether anything is plugged into the plate. */
    readonly isUsed: boolean;
  }>(),
  {
    owner: 'kit',
    restsOn: ['ports'],
    weight: 'note',
    when: 'a plate that is to be bought has outlets of which the battery on it has enough itself, for all that is plugged in',
    offers: '',
    sentence: ({ items: [plate, battery], facts }, n) =>
      `You buy outlets twice: ${n.item(battery!)} has ${sayList(facts.connectors.map(sayConnector))} itself, and ${facts.isUsed ? `what is plugged into ${n.item(plate!)} would go in there` : `nothing is plugged into ${n.item(plate!)}`}.`,
    why: 'A plate without outlets is lighter and costs less.',
    todo: 'Take a plate that only holds the battery, or keep the outlets for what is still to come.',
  },
);

const outletsCheck = defineCheck([outletsTwice], ({ assembly, last }: LastContext) =>
  assembly.items.flatMap((plate) => {
    if (plate.item.owned || plate.part.kind !== 'battery-plate') return [];
    // What another setup plugs into it is what it is bought for.
    const isUsedElsewhere = assembly.rig.setups.some(
      (s) =>
        s.id !== assembly.setup.id &&
        s.cables?.some((c) => [c.from.item, c.to.item].includes(plate.item.id)),
    );
    if (isUsedElsewhere) return [];
    const outlets = listOutlets(plate.part);
    const battery = (assembly.jointsOn.get(plate.item.id) ?? [])
      .map((j) => assembly.byId.get(j.child)!)
      .find((p) => hasTrait(p.part, 'cell'));
    const own = battery ? listOutlets(battery.part) : [];
    if (!battery || outlets.length === 0 || own.length === 0) return [];
    const feeds = [...last.network.takers.values()].flatMap((t) => t.feeds.filter(isLeadFeed));
    const from = (id: string) => feeds.filter((f) => f.from === id);
    const taken = new Set(from(battery.item.id).map((f) => f.via.outlet.id));
    const free = own.filter((p) => !taken.has(p.id));
    // Each lead into the plate has to find an outlet of the battery that does as well.
    for (const { via } of from(plate.item.id)) {
      const at = free.findIndex(
        (outlet) =>
          outlet.connector === via.outlet.connector &&
          findDisagreement({ ...via, outlet }) === undefined,
      );
      if (at < 0) return [];
      free.splice(at, 1);
    }
    const connectors = [...new Set(own.map((p) => p.connector))];
    const items = [plate.item.id, battery.item.id];
    const isUsed = from(plate.item.id).length > 0;
    return [createFinding(outletsTwice, 'note', { items }, { connectors, isUsed })];
  }),
);

export const mediaShort = defineFinding(
  'media-short',
  stating<{
    readonly mode: string;
    readonly wantedMin: number;
    /** What all media of the kit that take it and keep up hold, min. */
    readonly holdMin: number;
    /** Media that would take it and write too slowly, and how fast, Mb/s. */
    readonly slow: readonly { readonly itemId: string; readonly mbps: number }[];
    readonly rateMbps: number;
  }>(),
  {
    owner: 'day',
    restsOn: [],
    bad: ({ wantedMin, holdMin }) => wantedMin - holdMin,
    weight: 'risk',
    when: 'the brief says in which mode the body records, and the cards and drives of the kit that take it and write fast enough hold less than the day wants',
    offers: '',
    sentence: ({ items: [body], facts }, n) => {
      const { slow, holdMin, wantedMin, mode, rateMbps } = facts;
      const held =
        holdMin > 0
          ? `your media hold ≈ ${sayHours(holdMin / 60)} of the ${sayHours(wantedMin / 60)} that the day records`
          : 'no medium of your kit takes it and keeps up';
      const tooSlow = slow
        .map(
          (s) => `${n.item(s.itemId)} writes ${sayNumber(s.mbps)} of ${sayNumber(rateMbps)} Mb/s`,
        )
        .join(', ');
      return `${n.item(body!)} records ${mode}: ${held}${tooSlow && `; ${tooSlow}`}.`;
    },
    why: 'A full card ends the take, and one that is too slow ends it sooner.',
    todo: 'Take more or faster media along, offload in a break, or record in another mode.',
  },
);

const mediaCheck = defineCheck([mediaShort], ({ assembly, parts, last, mode }: LastContext) => {
  const body = assembly.items.find((p) => hasTrait(p.part, 'camera'));
  const use = measureMedia(assembly, parts, last.worst.wantedH).find((m) => m.mode.name === mode);
  // A kit without any medium has them elsewhere, or has not said so.
  if (!body || !use || last.plan.from === 'none' || use.media.length === 0) return [];
  const wantedMin = last.worst.wantedH * 60;
  if (use.minutes >= wantedMin - 1e-6) return [];
  const slow = use.media.flatMap((m) =>
    m.keepsUp === false ? [{ itemId: m.itemId, mbps: m.medium.sustainedMbps! }] : [],
  );
  return [
    createFinding(
      mediaShort,
      'risk',
      { items: [body.item.id, ...slow.map((s) => s.itemId)], named: 1 },
      { mode: use.mode.name, wantedMin, holdMin: use.minutes, slow, rateMbps: use.mode.rateMbps },
    ),
  ];
});

export const travelsWithCell = defineFinding(
  'travels-with-cell',
  stating<{
    readonly runIds: readonly string[];
    readonly swaps: number;
    /** How many patches it takes, one on each battery that goes there; undefined where none is stuck on. */
    readonly patches: number | undefined;
  }>(),
  {
    restsOn: ['mounts'],
    bad: ({ swaps }) => swaps,
    weight: 'note',
    when: 'a device on a battery that is changed in the day, with a lead to what stays on the rig that is not twice as long as it is far, and a hand’s breadth more; or stuck to it by a patch that the next battery needs as well',
    offers: '',
    sentence: ({ items: [battery, ...carried], facts }, n) => {
      const one = carried.length === 1;
      const off = `${sayList(carried.map((id) => n.item(id)))} ${one ? 'comes' : 'come'} off with ${n.item(battery!)} at each of its ${sayNumber(facts.swaps)} ${facts.swaps === 1 ? 'swap' : 'swaps'}`;
      const runs = facts.runIds.map((id) => n.lead(id));
      const held =
        runs.length > 0
          ? `; ${sayList(runs)} ${runs.length === 1 ? 'holds' : 'hold'} ${one ? 'it' : 'them'} back`
          : '';
      const patches =
        facts.patches === undefined
          ? ''
          : `; by patch it takes one on each of ${facts.patches} batteries`;
      return `${off}${held}${patches}.`;
    },
    why: 'A lead that is forgotten at a swap pulls at two sockets at once, and a patch stays on the battery that is empty.',
    todo: 'Stick a patch to each battery and give the lead the length to come along, or fix the device elsewhere.',
  },
);

/** A battery is lifted so far off its plate to be laid aside, in mm (estimate: a hand's breadth). */
const liftMm = 90;

/** Whether a lead lets what hangs on a battery come along: twice the straight way between its sockets, and as far as that is lifted. */
function reachesAlong(assembly: Assembly, parts: PartBook, run: CableRun): boolean {
  const part = parts.get(assembly.rig.kit.find((i) => i.id === run.item)?.partId ?? '');
  const lengthMm = part?.cable?.stretchesToMm ?? part?.cable?.lengthMm;
  const [a, b] = [run.from, run.to].map((end) => {
    const placed = assembly.byId.get(end.item);
    const port = placed?.part.ports?.find((p) => p.id === end.port);
    return placed && port && placeRay(placed, port.id, port.originMm, port.normal).atMm;
  });
  if (lengthMm === undefined || !a || !b) return false;
  return lengthMm >= 2 * measureLength(subtract(a, b)) + liftMm;
}

const travelsCheck = defineCheck([travelsWithCell], ({ assembly, parts, last }: LastContext) => {
  // A day that nobody has spoken of changes no cell.
  if (last.plan.from === 'none') return [];
  return assembly.items.flatMap((battery) => {
    const swaps = last.worst.events.filter(
      (e) => e.kind === 'swap' && e.store === battery.item.id,
    ).length;
    if (!hasTrait(battery.part, 'cell') || swaps === 0) return [];
    const branch = listCarried(assembly, battery.item.id);
    const own = new Set([battery.item.id, ...branch.map((p) => p.item.id)]);
    const runs = (assembly.setup.cables ?? []).filter(
      (run) => own.has(run.from.item) !== own.has(run.to.item),
    );
    const endOn = (run: CableRun) =>
      [run.from.item, run.to.item].find((id) => own.has(id) && id !== battery.item.id);
    // What is plugged into the battery itself is unplugged at a swap anyway; what is long enough comes along.
    const held = runs.filter(
      (run) => endOn(run) !== undefined && !reachesAlong(assembly, parts, run),
    );
    // The battery on the rig and every other of its kind that takes its place.
    const batteries = assembly.rig.kit.filter((i) => i.partId === battery.part.id).length;
    const stuck = branch.filter(
      ({ carriedBy }) =>
        batteries > 1 &&
        carriedBy?.parent === battery.item.id &&
        carriedBy.parentMount.kind === 'hook-loop',
    );
    const carried = branch.filter(
      (p) => stuck.includes(p) || held.some((run) => endOn(run) === p.item.id),
    );
    if (carried.length === 0) return [];
    return [
      createFinding(
        travelsWithCell,
        'note',
        { items: [battery.item.id, ...carried.map((p) => p.item.id)], named: 1 },
        {
          runIds: held.map((run) => run.id),
          swaps,
          patches: stuck.length > 0 ? batteries : undefined,
        },
      ),
    ];
  });
});

export const lastChecks = [
  disagreeCheck,
  roundCheck,
  overloadCheck,
  twoSuppliesCheck,
  darkCheck,
  hasteCheck,
  outletsCheck,
  mediaCheck,
  travelsCheck,
] as const satisfies readonly Check<LastContext>[];
