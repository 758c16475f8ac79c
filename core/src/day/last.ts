import { mergeBrief, type Brief } from '../brief/index.js';
import {
  findBatteryFace,
  findSureMate,
  hasTrait,
  readCell,
  type Mount,
  type MountKind,
  type Part,
  type PartBook,
} from '../part/index.js';
import { measureSetting, placeSetup, type Assembly, type Rig, type Setup } from '../rig/index.js';
import {
  exactly,
  findFeeding,
  listFeedFaults,
  measureStates,
  readNetwork,
  type Between,
  type Feed,
  type FeedFault,
  type Network,
  type States,
  type Store,
} from '../wire/index.js';
import {
  countFewest,
  createTrial,
  listCellNeeds,
  listDarkDevices,
  listHaste,
  listTrades,
  measureChanges,
  type CellNeed,
  type DarkDevice,
  type DayChanges,
  type Haste,
  type SwapTrade,
} from './cells.js';
import { measureMedia } from './media.js';
import { planDay, type DayPlan } from './plan.js';
import {
  runDay,
  usualInPlaceW,
  type ChargingBays,
  type DayAsked,
  type DayRig,
  type DayRun,
  type Spare,
} from './run.js';
import { listTakes, noTakes, type DayTakes } from './takes.js';

/** What a battery of a kind usually holds, Wh (estimates): taken as a range where it does not say it. */
const usualEnergyWh: Partial<Record<MountKind, Between>> = {
  'cell-bay': { low: 7, high: 25 },
  'l-series': { low: 14, high: 60 },
  'v-mount': { low: 45, high: 160 },
  'three-stud': { low: 45, high: 160 },
};
/** What the cell inside a small device holds, Wh (estimate). */
const usualInnerWh: Between = { low: 2, high: 15 };

/** What a bay gives where the charger does not say it, W (estimates). */
const usualBayW: Partial<Record<MountKind, number>> = { 'v-mount': 40, 'three-stud': 40 };
const usualSmallBayW = 8;

/** The answer to “does it last?”. */
export interface Last {
  readonly network: Network;
  readonly plan: DayPlan;
  /** The day with every figure that is not known at its unfavourable end, and at its favourable: the same where all are known. */
  readonly worst: DayRun;
  readonly best: DayRun;
  /** Items whose draw, or whose energy, nobody has stated. */
  readonly unknown: { readonly draw: readonly string[]; readonly energy: readonly string[] };
  readonly faults: readonly FeedFault[];
  /** Feeds that give nothing, because what they bring does not agree. */
  readonly isDead: (feed: Feed) => boolean;
  /** Every device that may run out of what feeds it, the first one first. */
  readonly dark: readonly DarkDevice[];
  /** The first of them, and between which hours something goes dark; undefined where nothing does. */
  readonly first: { readonly itemId: string; readonly betweenH: Between } | undefined;
  /** Where half-charged batteries go round, with what the kit has; and how far apart swaps are to be, h. */
  readonly haste: readonly Haste[];
  readonly apartH: number;
  /** The battery that feeds an item in any stretch of the day; undefined where it is the cell inside it, or none. */
  readonly feeding: (itemId: string) => string | undefined;
  /** Worked out when it is first asked for: it runs the day several times. */
  readonly cells: () => readonly CellNeed[];
  /** The same. */
  readonly changes: () => DayChanges;
  readonly trades: () => readonly SwapTrade[];
  /** What the day takes along: the one list for all who ask. */
  readonly takes: () => DayTakes;
}

function measureEnergyWh(part: Part, inner: boolean): Between {
  const stated = inner ? part.cell?.energyWh : readCell(part).energyWh;
  if (stated !== undefined) return exactly(stated);
  if (inner) return usualInnerWh;
  return usualEnergyWh[findBatteryFace(part)?.kind ?? 'cell-bay'] ?? usualInnerWh;
}

interface KitPart {
  readonly itemId: string;
  readonly part: Part;
}

function listOffRig(
  { rig }: Assembly,
  used: readonly Used[],
  parts: PartBook,
  stores: ReadonlyMap<string, Store>,
): KitPart[] {
  return rig.kit.flatMap((item) => {
    const part = parts.get(item.partId);
    const isInUse = stores.has(item.id) || used.some((u) => u.assembly.byId.has(item.id));
    return part && !isInUse ? [{ itemId: item.id, part }] : [];
  });
}

/** The batteries in use whose place one can take: on the rig what its face goes onto, of what is worn only its like. */
function listPlaces(assembly: Assembly, network: Network, part: Part): string[] {
  const face = findBatteryFace(part);
  const onRig = assembly.items.flatMap((placed) => {
    const bay = hasTrait(placed.part, 'cell') ? placed.carriedBy?.parentMount : undefined;
    return bay && face && findSureMate(bay, face) ? [placed.item.id] : [];
  });
  const worn = [...network.stores.values()].filter((s) => s.worn && s.part.id === part.id);
  return [...onRig, ...worn.map((s) => s.itemId)];
}

/** The batteries beside the rig, each with the places that it can take. */
function listSpares(
  places: (part: Part) => string[],
  offRig: readonly KitPart[],
  end: keyof Between,
): Spare[] {
  return offRig.flatMap(({ itemId, part }) => {
    if (!hasTrait(part, 'cell')) return [];
    const { chargeW } = readCell(part);
    return [{ itemId, energyWh: measureEnergyWh(part, false)[end], chargeW, fits: places(part) }];
  });
}

function listChargers(
  parts: PartBook,
  assembly: Assembly,
  offRig: readonly KitPart[],
): ChargingBays[] {
  const kit = new Map(
    assembly.rig.kit.flatMap((item) => {
      const part = parts.get(item.partId);
      return part ? [[item.id, part] as const] : [];
    }),
  );
  return offRig.flatMap(({ itemId, part }) => {
    if (!hasTrait(part, 'charger') || part.mounts.length === 0) return [];
    const [bay] = part.mounts as [Mount];
    const takes = (id: string): boolean => {
      const face = kit.get(id) && findBatteryFace(kit.get(id)!);
      return face !== undefined && part.mounts.some((m) => findSureMate(m, face) !== undefined);
    };
    return [
      {
        itemId,
        bays: part.mounts.length,
        bayW: part.charger?.bayW ?? usualBayW[bay.kind] ?? usualSmallBayW,
        together: part.charger?.together ?? false,
        takes,
      },
    ];
  });
}

/** Cells that a camera charges in its own bay over USB-C. */
function listInPlace(assemblies: readonly Assembly[]): NonNullable<DayAsked['inPlace']> {
  return new Map(
    assemblies.flatMap((assembly) =>
      assembly.items.flatMap((placed): [string, { by: string; w: number }][] => {
        const carrier = placed.carriedBy && assembly.byId.get(placed.carriedBy.parent);
        if (!hasTrait(placed.part, 'cell') || !carrier || !hasTrait(carrier.part, 'camera'))
          return [];
        const charges = carrier.part.ports?.some(
          (p) => p.connector === 'usb-c' && p.direction !== 'out' && p.carries.includes('power'),
        );
        return charges ? [[placed.item.id, { by: carrier.item.id, w: usualInPlaceW }]] : [];
      }),
    ),
  );
}

/** What stands on the rig in some stretch of its day, and its network. */
interface Used {
  readonly assembly: Assembly;
  readonly network: Network;
  readonly faults: readonly FeedFault[];
  readonly isDead: (feed: Feed) => boolean;
  readonly states: ReadonlyMap<string, States | undefined>;
}

/** What a body takes in the mode in which it records, where it says so for that mode. */
function measureModeStates(part: Part, mode: string | undefined): States | undefined {
  const states = measureStates(part);
  const recordW = part.modes?.find((m) => m.name === mode)?.recordW;
  return states && recordW !== undefined ? { ...states, recordW: exactly(recordW) } : states;
}

function measureUsed(assembly: Assembly, parts: PartBook, mode: string | undefined): Used {
  const network = readNetwork(assembly, parts);
  const faults = listFeedFaults(network);
  const dead = new Set<Feed>(faults.map((f) => f.feed));
  return {
    assembly,
    network,
    faults,
    isDead: (feed) => dead.has(feed),
    states: new Map(
      [...network.takers].map(([id, { placed }]) => [id, measureModeStates(placed.part, mode)]),
    ),
  };
}

/** The same of any setup of a rig. Throws where the rig has none of that id. */
export function measureSetupLast(rig: Rig, setupId: string, parts: PartBook): Last {
  const setup = rig.setups.find((s) => s.id === setupId);
  if (!setup) throw new Error(`measureSetupLast: rig ${rig.id} has no setup ${setupId}`);
  return measureLast(placeSetup(rig, setup, parts), parts, mergeBrief(rig.brief, setup.brief));
}

// The day is asked of by Last and by Spend.
const known = new WeakMap<
  Assembly,
  { readonly parts: PartBook; readonly day: Brief['day']; readonly last: Last }
>();

/** {@link measureLast}, made once for a setup as it stands. */
export function readLast(assembly: Assembly, parts: PartBook, brief: Brief): Last {
  let found = known.get(assembly);
  if (found?.parts !== parts || found.day !== brief.day) {
    found = { parts, day: brief.day, last: measureLast(assembly, parts, brief) };
    known.set(assembly, found);
  }
  return found.last;
}

/** What the fewest cells of a day are, by the setup as it is wired. */
interface Counted {
  readonly from: readonly unknown[];
  readonly cells: Last['cells'];
  readonly takes: Last['takes'];
}

// By the kit, which a part that is slid or turned leaves as it is.
const counted = new WeakMap<Rig['kit'], Map<string, Counted>>();

/** All of a setup that its day may rest on: where its parts stand on their mounts, and how they are held, is not among it. */
function listDayGrounds({ rig, setup }: Assembly, parts: PartBook, brief: Brief): unknown[] {
  const { joints, stances: _stances, ...own } = setup;
  return [
    parts,
    rig.settings,
    ...rig.setups.filter((s) => s.id !== setup.id),
    ...Object.entries(brief).flat(),
    ...Object.entries(own).flat(),
    joints
      .map(({ child, parent }) => [child.item, child.mount, parent.item, parent.mount].join(' '))
      .join('\n'),
  ];
}

/** The counts of a day, made once for a setup as long as it is wired as it is: they take many days run. */
function keepCounts(
  assembly: Assembly,
  parts: PartBook,
  brief: Brief,
  made: Pick<Counted, 'cells' | 'takes'>,
): Pick<Counted, 'cells' | 'takes'> {
  const { rig, setup } = assembly;
  let known = counted.get(rig.kit);
  if (!known) counted.set(rig.kit, (known = new Map()));
  const from = listDayGrounds(assembly, parts, brief);
  const was = known.get(setup.id);
  if (was?.from.length === from.length && from.every((one, i) => one === was.from[i])) return was;
  known.set(setup.id, { from, ...made });
  return made;
}

// What a day is lacking with one of the setups of a rig: kept while all that it is worked out from stays as it is.
const lacking = new WeakMap<
  Setup,
  { readonly from: readonly unknown[]; readonly more: DayTakes['more'] }
>();

function listLacking(rig: Rig, setup: Setup, parts: PartBook): DayTakes['more'] {
  const brief = mergeBrief(rig.brief, setup.brief);
  const named = new Set(planDay(brief).parts.map((p) => p.setupId));
  const from = [
    rig.kit,
    rig.brief,
    rig.settings,
    parts,
    ...rig.setups.filter((s) => named.has(s.id)),
  ];
  let known = lacking.get(setup);
  if (known?.from.length !== from.length || !from.every((one, i) => one === known!.from[i])) {
    known = { from, more: measureLast(placeSetup(rig, setup, parts), parts, brief).takes().more };
    lacking.set(setup, known);
  }
  return known.more;
}

/**
 * What the rig's day is lacking, whichever of its setups is used: of each part the most that it takes with any of them. With the
 * stretches of the day all named, that is what each of them says.
 */
export function listRigLacking(
  assembly: Assembly,
  parts: PartBook,
  brief: Brief,
): DayTakes['more'] {
  const { rig, setup } = assembly;
  const all = new Map(
    readLast(assembly, parts, brief)
      .takes()
      .more.map((m) => [m.part.id, m] as const),
  );
  for (const other of rig.setups) {
    if (other.id === setup.id) continue;
    for (const m of listLacking(rig, other, parts)) {
      const was = all.get(m.part.id);
      if (!was || m.count > was.count) all.set(m.part.id, m);
    }
  }
  return [...all.values()].sort((a, b) => (a.part.id < b.part.id ? -1 : 1));
}

/**
 * Does a setup last its day? Runs the day once or, where figures are not known, at both ends of what they may be. A stretch that names
 * another setup of the rig is run with that.
 */
export function measureLast(assembly: Assembly, parts: PartBook, brief: Brief): Last {
  const plan = planDay(brief);
  const mode = brief.day?.mode;
  const own = measureUsed(assembly, parts, mode);
  const setupOf = (id: string | undefined) => assembly.rig.setups.find((s) => s.id === id);
  const others = new Map<string, Used>();
  for (const { setupId } of plan.parts) {
    const setup = setupOf(setupId);
    if (!setup || setup.id === assembly.setup.id || others.has(setup.id)) continue;
    others.set(
      setup.id,
      measureUsed(placeSetup(assembly.rig, setup, parts, assembly.rigFromBody), parts, mode),
    );
  }
  // A day whose stretches all name other setups is theirs alone: it is the same day from wherever it is looked at.
  const isOwn = plan.parts.some((p) => !others.has(p.setupId ?? ''));
  const used = assembly.rig.setups.flatMap((s) =>
    s.id === assembly.setup.id ? (isOwn ? [own] : []) : (others.get(s.id) ?? []),
  );
  if (used.length === 0) used.push(own);
  const { network, faults, isDead } = own;
  const stores = new Map(
    used.flatMap((u) => [...u.network.stores.values()].map((s) => [s.itemId, s] as const)),
  );
  const offRig = listOffRig(assembly, used, parts, stores);
  const placesOf = new Map<Part, string[]>();
  const places = (part: Part): string[] => {
    let found = placesOf.get(part);
    if (!found) {
      found = [...new Set(used.flatMap((u) => listPlaces(u.assembly, u.network, part)))];
      placesOf.set(part, found);
    }
    return found;
  };
  const chargers = listChargers(parts, assembly, offRig);
  const inPlace = listInPlace(used.map((u) => u.assembly));
  const unknown = {
    draw: [
      ...new Set(
        used.flatMap((u) => [...u.states].flatMap(([id, s]) => (s && !s.stated ? [id] : []))),
      ),
    ],
    energy: [...stores.values()].flatMap((s) => (s.energyWh === undefined ? [s.itemId] : [])),
  };
  const askedAt = (draws: keyof Between, holds: keyof Between): DayAsked => {
    const rigs = new Map<Used, DayRig>(
      [own, ...others.values()].map((u) => [
        u,
        {
          network: u.network,
          isDead: u.isDead,
          watts: (id) => {
            const s = u.states.get(id);
            return { recordW: s?.recordW[draws] ?? 0, idleW: s?.idleW[draws] ?? 0 };
          },
        },
      ]),
    );
    return {
      ...rigs.get(own)!,
      parts: plan.parts.map((part) => {
        const other = others.get(part.setupId ?? '');
        return other ? { ...part, rig: rigs.get(other)! } : part;
      }),
      reserve: plan.reserve,
      swap: plan.swap,
      energyWh: new Map(
        [...stores.values()].map((s) => [s.itemId, measureEnergyWh(s.part, s.inner)[holds]]),
      ),
      fits: (id) => {
        const store = stores.get(id);
        return store ? places(store.part) : [id];
      },
      spares: listSpares(places, offRig, holds),
      chargers,
      inPlace,
    };
  };
  const askedWorst = askedAt('high', 'low');
  const worst = runDay(askedWorst);
  const isKnown = unknown.draw.length + unknown.energy.length === 0;
  const best = isKnown ? worst : runDay(askedAt('low', 'high'));
  const feeding = (id: string): string | undefined => {
    for (const u of used) {
      const found = findFeeding(u.network, id, u.isDead);
      if (found !== undefined) return found;
    }
    return undefined;
  };
  // A device that nothing feeds, or whose lead does not agree, is told as such; it does not go dark in the day.
  const dark = listDarkDevices(worst, best);
  const [first] = dark;
  const apartH = measureSetting(assembly.rig.settings, 'swapApartMin') / 60;
  const changed = [...stores.values()].filter((s) => !s.inner);
  const trial = createTrial(changed, feeding, askedWorst);
  const once = <T>(make: () => T): (() => T) => {
    let made: { readonly value: T } | undefined;
    return () => (made ??= { value: make() }).value;
  };
  const fewest = once(() => countFewest(trial, worst, apartH));
  const fewestAtBest = once(() =>
    isKnown
      ? fewest()
      : countFewest(createTrial(changed, feeding, askedAt('low', 'high')), best, apartH),
  );
  const ownCells = once(() => listCellNeeds(changed, fewest(), fewestAtBest()));
  const ownTakes = once((): DayTakes => {
    // A day that nobody has spoken of takes nothing along.
    if (plan.from === 'none') return noTakes;
    const recorded = measureMedia(assembly, parts, worst.wantedH).find((m) => m.mode.name === mode);
    const here = [...stores.values()].filter((s) => !s.inner).map((s) => s.itemId);
    return listTakes(here, fewest(), ownCells(), recorded, worst.wantedH);
  });
  const { cells, takes } = keepCounts(assembly, parts, brief, { cells: ownCells, takes: ownTakes });
  return {
    network,
    plan,
    worst,
    best,
    unknown,
    faults,
    isDead,
    dark,
    first: first && {
      itemId: first.itemId,
      betweenH: {
        low: first.betweenH.low,
        high: dark.reduce((h, d) => Math.min(h, d.betweenH.high), plan.hours),
      },
    },
    haste: plan.from === 'none' ? [] : listHaste(worst, apartH),
    apartH,
    feeding,
    cells,
    changes: once(() => measureChanges(trial, askedWorst)),
    trades: once(() => listTrades(trial, worst, fewest())),
    takes,
  };
}
