import { mergeBrief, type Brief } from '../brief/index.js';
import {
  runDay,
  usualInPlaceW,
  type ChargingBays,
  type DayAsked,
  type DayPart,
  type DayRig,
  type DayRun,
  type Spare,
} from '../day/index.js';
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
import { placeSetup, type Assembly, type Rig } from '../rig/index.js';
import {
  exactly,
  hasSource,
  measureStates,
  readNetwork,
  type Between,
  type Feed,
  type Network,
  type States,
  type Store,
} from '../wire/index.js';
import { listFeedFaults, type FeedFault } from './faults.js';
import { planDay, type DayPlan } from './plan.js';

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

/** A battery on the rig that the day needs more of, or not. */
export interface CellNeed {
  /** What one more of would be taken along: the part that is on the rig. */
  readonly part: Part;
  readonly store: string;
  /** Of the kit, on the rig and beside it, that are used in the day. */
  readonly used: number;
  /** How many more it takes until nothing that hangs on it goes dark. */
  readonly more: number;
  /** False where no number of them will do: then `more` says nothing. */
  readonly enough: boolean;
}

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
  /** The device that goes dark first, and between which hours; undefined where nothing does. */
  readonly first: { readonly itemId: string; readonly betweenH: Between } | undefined;
  /** Worked out when it is first asked for: it runs the day several times. */
  readonly cells: () => readonly CellNeed[];
  /** The same. */
  readonly changes: () => DayChanges;
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
  assembly: Assembly,
  parts: PartBook,
  stores: ReadonlyMap<string, Store>,
): KitPart[] {
  return assembly.rig.kit.flatMap((item) => {
    const part = parts.get(item.partId);
    const isInUse = assembly.byId.has(item.id) || stores.has(item.id);
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

/** Who goes dark in a day, the first one first; ties by id. */
const listDark = (run: DayRun): [itemId: string, atH: number][] =>
  [...run.darkAtH].sort((a, b) => a[1] - b[1] || (a[0] < b[0] ? -1 : 1));

/** As many cells are added at most before it is said that none will do. */
const mostMore = 24;
/** So many other shares of the same number of cells are tried for a smaller one. */
const mostShares = 120;

/** The battery that feeds an item, through whatever stands between; undefined where it is the cell inside it, or none. */
export function findFeeding(
  network: Network,
  id: string,
  isDead: (f: Feed) => boolean,
): string | undefined {
  const store = network.stores.get(id);
  if (store && !network.takers.has(id)) return store.inner ? undefined : id;
  for (const feed of network.takers.get(id)?.feeds ?? []) {
    if (feed.effect === 'charges-off' || isDead(feed)) continue;
    const found = findFeeding(network, feed.from, isDead);
    if (found !== undefined) return found;
  }
  return undefined;
}

/** A day that can be run with more cells, or with fewer. */
interface CellTrial {
  /** The batteries on the rig that are changed, in its order. */
  readonly stores: readonly Store[];
  /** The battery that feeds an item in any stretch of the day. */
  readonly feeding: (itemId: string) => string | undefined;
  /** The day with so many more of each battery that is on the rig. */
  readonly runWith: (more: ReadonlyMap<string, number>) => DayRun;
}

function createTrial(used: readonly Used[], asked: DayAsked): CellTrial {
  const stores = [
    ...new Map(
      used.flatMap((u) => [...u.network.stores.values()].map((s) => [s.itemId, s] as const)),
    ).values(),
  ].filter((s) => !s.inner);
  const fits = asked.fits ?? ((id: string) => [id]);
  return {
    stores,
    feeding: (id) => {
      for (const { network, isDead } of used) {
        const found = findFeeding(network, id, isDead);
        if (found !== undefined) return found;
      }
      return undefined;
    },
    runWith: (more) => {
      // One more is as the one on the rig: it fits where that fits, and a charger takes it as it takes that.
      const alike = new Map<string, string>();
      const extra = stores.flatMap((store): Spare[] =>
        Array.from({ length: more.get(store.itemId) ?? 0 }, (_, i) => {
          const itemId = `more-${store.itemId}-${i}`;
          alike.set(itemId, store.itemId);
          return {
            itemId,
            energyWh: asked.energyWh.get(store.itemId) ?? 0,
            chargeW: store.cell.chargeW,
            fits: fits(store.itemId),
          };
        }),
      );
      const chargers = asked.chargers.map((c) => ({
        ...c,
        takes: (id: string) => c.takes(alike.get(id) ?? id),
      }));
      return runDay({ ...asked, chargers, spares: [...asked.spares, ...extra] });
    },
  };
}

/** Every way to share a number among some, the first taking the most first. */
function* share(count: number, among: number): Generator<number[]> {
  if (among === 1) {
    yield [count];
    return;
  }
  for (let first = count; first >= 0; first -= 1) {
    for (const others of share(count - first, among - 1)) yield [first, ...others];
  }
}

/**
 * How many cells of each kind the day takes, the fewest in all: one more for whoever goes dark first until nobody does; then it is
 * tried whether one fewer would do, shared otherwise. Each round either adds one or ends; at most {@link mostMore}.
 */
function measureCells(trial: CellTrial, run: DayRun): CellNeed[] {
  const { stores, feeding, runWith } = trial;
  let more = new Map<string, number>();
  const hopeless = new Set<string>();
  let now = run;
  for (let i = 0; i < mostMore; i += 1) {
    const [next] = listDark(now).flatMap(([id, atH]) => {
      const store = feeding(id);
      return store === undefined || hopeless.has(store) ? [] : [{ id, atH, store }];
    });
    if (!next) break;
    const tried = new Map(more).set(next.store, (more.get(next.store) ?? 0) + 1);
    const then = runWith(tried);
    // What another cell does not help is not mended by cells.
    if ((then.darkAtH.get(next.id) ?? Infinity) <= next.atH + 1e-9) {
      hopeless.add(next.store);
      continue;
    }
    more = tried;
    now = then;
  }
  for (const [id] of listDark(now)) {
    const store = feeding(id);
    if (store !== undefined) hopeless.add(store);
  }
  // One fewer may do where cells of one place fit another; more cells never make a day shorter, so the first that fails is the end.
  const asked = stores.filter((s) => !hopeless.has(s.itemId)).map((s) => s.itemId);
  const isDone = (then: DayRun) =>
    listDark(then).every(([id]) => {
      const store = feeding(id);
      return store === undefined || hopeless.has(store);
    });
  let total = [...more.values()].reduce((sum, n) => sum + n, 0);
  for (let fewer = total > 1 && asked.length > 1; fewer;) {
    fewer = false;
    let shares = 0;
    for (const counts of share(total - 1, asked.length)) {
      if ((shares += 1) > mostShares) break;
      const tried = new Map(asked.map((id, i) => [id, counts[i]!]));
      if (!isDone(runWith(tried))) continue;
      more = tried;
      total -= 1;
      fewer = total > 1;
      break;
    }
  }
  return stores.map(({ itemId, part }) => {
    const used = new Set(
      run.events.flatMap((e) => (e.kind === 'swap' && e.store === itemId ? [e.in] : [])),
    );
    used.add(itemId);
    return {
      part,
      store: itemId,
      used: used.size,
      more: hopeless.has(itemId) ? 0 : (more.get(itemId) ?? 0),
      enough: !hopeless.has(itemId),
    };
  });
}

/** What a day would be with one cell fewer, with one more, and without the first hour of its mains. */
export interface DayChanges {
  readonly cells: readonly {
    readonly store: string;
    readonly part: Part;
    /** When something goes dark with one fewer of those that the kit has, h; `never` where nothing does, undefined where there is only the one. */
    readonly lessDarkAtH: number | 'never' | undefined;
    readonly moreDarkAtH: number | 'never';
  }[];
  /** Undefined where there are no mains in the day. */
  readonly withoutMainsDarkAtH: number | 'never' | undefined;
}

const firstDark = (run: DayRun, isFed: (id: string) => boolean): number | 'never' =>
  listDark(run).find(([id]) => isFed(id))?.[1] ?? 'never';

/** The same stretches with the first hour of mains taken away; undefined where there are none. */
function withoutMains(parts: readonly DayPart[]): DayPart[] | undefined {
  const at = parts.findIndex((p) => p.mains);
  const part = parts[at];
  if (!part) return undefined;
  const gone = Math.min(1, part.hours);
  return [
    ...parts.slice(0, at),
    { ...part, hours: gone, mains: false },
    ...(part.hours > gone ? [{ ...part, hours: part.hours - gone }] : []),
    ...parts.slice(at + 1),
  ];
}

function measureChanges(
  { stores, runWith }: CellTrial,
  asked: DayAsked,
  isFed: (id: string) => boolean,
): DayChanges {
  const fits = asked.fits ?? ((id: string) => [id]);
  const bare = withoutMains(asked.parts);
  return {
    cells: stores.map((store) => {
      const spare = asked.spares.find((s) => s.fits.includes(store.itemId));
      const alike = asked.spares.filter((s) => s !== spare);
      return {
        store: store.itemId,
        part: store.part,
        lessDarkAtH:
          spare && fits(store.itemId).length > 0
            ? firstDark(runDay({ ...asked, spares: alike }), isFed)
            : undefined,
        moreDarkAtH: firstDark(runWith(new Map([[store.itemId, 1]])), isFed),
      };
    }),
    withoutMainsDarkAtH: bare && firstDark(runDay({ ...asked, parts: bare }), isFed),
  };
}

/** The same of any setup of a rig. Throws where the rig has none of that id. */
export function measureSetupLast(rig: Rig, setupId: string, parts: PartBook): Last {
  const setup = rig.setups.find((s) => s.id === setupId);
  if (!setup) throw new Error(`measureSetupLast: rig ${rig.id} has no setup ${setupId}`);
  return measureLast(placeSetup(rig, setup, parts), parts, mergeBrief(rig.brief, setup.brief));
}

/**
 * Does a setup last its day? Runs the day once or, where figures are not known, at both ends of what they may be. A stretch that names
 * another setup of the rig is run with that.
 */
export function measureLast(assembly: Assembly, parts: PartBook, brief: Brief): Last {
  const plan = planDay(brief);
  const mode = brief.day?.mode;
  const own = measureUsed(assembly, parts, mode);
  const others = new Map<string, Used>();
  for (const { setupId } of plan.parts) {
    const setup = assembly.rig.setups.find((s) => s.id === setupId);
    if (!setup || setup.id === assembly.setup.id || others.has(setup.id)) continue;
    others.set(
      setup.id,
      measureUsed(placeSetup(assembly.rig, setup, parts, assembly.rigFromBody), parts, mode),
    );
  }
  const used = [own, ...others.values()];
  const { network, faults, isDead } = own;
  const stores = new Map(
    used.flatMap((u) => [...u.network.stores.values()].map((s) => [s.itemId, s] as const)),
  );
  const offRig = listOffRig(assembly, parts, stores);
  const places = (part: Part) => [
    ...new Set(used.flatMap((u) => listPlaces(u.assembly, u.network, part))),
  ];
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
      used.map((u) => [
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
  const isFed = (id: string) => used.some((u) => hasSource(u.network, id, u.isDead));
  // A device that nothing feeds, or whose lead does not agree, is told as such; it is not the first to go dark.
  const [first] = listDark(worst).filter(([id]) => isFed(id));
  const trial = createTrial(used, askedWorst);
  let cells: readonly CellNeed[] | undefined;
  let changes: DayChanges | undefined;
  return {
    network,
    plan,
    worst,
    best,
    unknown,
    faults,
    isDead,
    first: first && {
      itemId: first[0],
      betweenH: { low: first[1], high: best.darkAtH.get(first[0]) ?? plan.hours },
    },
    cells: () => (cells ??= measureCells(trial, worst)),
    changes: () => (changes ??= measureChanges(trial, askedWorst, isFed)),
  };
}
