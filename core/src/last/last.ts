import type { Brief } from '../brief/index.js';
import { runDay, type ChargingBays, type DayAsked, type DayRun, type Spare } from '../day/index.js';
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
import type { Assembly } from '../rig/index.js';
import {
  exactly,
  hasSource,
  measureStates,
  readNetwork,
  type Between,
  type Feed,
  type Network,
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
/** What a camera puts into the cell in its bay over USB-C, W (estimate). */
const usualInPlaceW = 10;

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

function listOffRig(assembly: Assembly, parts: PartBook, network: Network): KitPart[] {
  return assembly.rig.kit.flatMap((item) => {
    const part = parts.get(item.partId);
    const isInUse = assembly.byId.has(item.id) || network.stores.has(item.id);
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
  assembly: Assembly,
  network: Network,
  offRig: readonly KitPart[],
  end: keyof Between,
): Spare[] {
  return offRig.flatMap(({ itemId, part }) => {
    if (!hasTrait(part, 'cell')) return [];
    const fits = listPlaces(assembly, network, part);
    const { chargeW } = readCell(part);
    return [{ itemId, energyWh: measureEnergyWh(part, false)[end], chargeW, fits }];
  });
}

function listChargers(assembly: Assembly, offRig: readonly KitPart[]): ChargingBays[] {
  const kit = new Map(
    [...offRig, ...assembly.items.map((p) => ({ itemId: p.item.id, part: p.part }))].map((k) => [
      k.itemId,
      k.part,
    ]),
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
function listInPlace(assembly: Assembly): NonNullable<DayAsked['inPlace']> {
  return new Map(
    assembly.items.flatMap((placed): [string, { by: string; w: number }][] => {
      const carrier = placed.carriedBy && assembly.byId.get(placed.carriedBy.parent);
      if (!hasTrait(placed.part, 'cell') || !carrier || !hasTrait(carrier.part, 'camera'))
        return [];
      const charges = carrier.part.ports?.some(
        (p) => p.connector === 'usb-c' && p.direction !== 'out' && p.carries.includes('power'),
      );
      return charges ? [[placed.item.id, { by: carrier.item.id, w: usualInPlaceW }]] : [];
    }),
  );
}

/** Who goes dark in a day, the first one first; ties by id. */
const listDark = (run: DayRun): [itemId: string, atH: number][] =>
  [...run.darkAtH].sort((a, b) => a[1] - b[1] || (a[0] < b[0] ? -1 : 1));

/** As many cells are added at most before it is said that none will do. */
const mostMore = 24;

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

/**
 * How many cells of each kind the day takes: one more of what is on the rig for whoever goes dark first, until nobody does.
 * Each round either adds one or ends; at most {@link mostMore}.
 */
function measureCells(
  assembly: Assembly,
  asked: DayAsked,
  run: DayRun,
  isDead: (feed: Feed) => boolean,
): CellNeed[] {
  const { network } = asked;
  const fitsAs = (store: string) => listPlaces(assembly, network, network.stores.get(store)!.part);
  const more = new Map<string, number>();
  const hopeless = new Set<string>();
  // One more is as the one on the rig: it fits where that fits, and a charger takes it as it takes that.
  const alike = new Map<string, string>();
  const chargers = asked.chargers.map((c) => ({
    ...c,
    takes: (id: string) => c.takes(alike.get(id) ?? id),
  }));
  let now = run;
  let spares = asked.spares;
  for (let i = 0; i < mostMore; i += 1) {
    const [next] = listDark(now).flatMap(([id, atH]) => {
      const store = findFeeding(network, id, isDead);
      return store === undefined || hopeless.has(store) ? [] : [{ id, atH, store }];
    });
    if (!next) break;
    const itemId = `more-${i}`;
    alike.set(itemId, next.store);
    const one: Spare = {
      itemId,
      energyWh: asked.energyWh.get(next.store) ?? 0,
      chargeW: network.stores.get(next.store)!.cell.chargeW,
      fits: fitsAs(next.store),
    };
    const then = runDay({ ...asked, chargers, spares: [...spares, one] });
    // What another cell does not help is not mended by cells.
    if ((then.darkAtH.get(next.id) ?? Infinity) <= next.atH + 1e-9) {
      hopeless.add(next.store);
      continue;
    }
    more.set(next.store, (more.get(next.store) ?? 0) + 1);
    spares = [...spares, one];
    now = then;
  }
  for (const [id] of listDark(now)) {
    const store = findFeeding(network, id, isDead);
    if (store !== undefined) hopeless.add(store);
  }
  return [...network.stores.values()]
    .filter((s) => !s.inner)
    .map(({ itemId, part }) => {
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

/** Does a setup last its day? Runs the day once or, where figures are not known, at both ends of what they may be. */
export function measureLast(assembly: Assembly, parts: PartBook, brief: Brief): Last {
  const network = readNetwork(assembly, parts);
  const plan = planDay(brief);
  const faults = listFeedFaults(network);
  const dead = new Set<Feed>(faults.map((f) => f.feed));
  const isDead = (feed: Feed) => dead.has(feed);
  const offRig = listOffRig(assembly, parts, network);
  const chargers = listChargers(assembly, offRig);
  const inPlace = listInPlace(assembly);
  const states = new Map(
    [...network.takers].map(([id, { placed }]) => [id, measureStates(placed.part)] as const),
  );
  const unknown = {
    draw: [...states].flatMap(([id, s]) => (s && !s.stated ? [id] : [])),
    energy: [...network.stores.values()].flatMap((s) =>
      s.energyWh === undefined ? [s.itemId] : [],
    ),
  };
  const askedAt = (draws: keyof Between, holds: keyof Between): DayAsked => ({
    network,
    isDead,
    parts: plan.parts,
    reserve: plan.reserve,
    watts: (id) => {
      const s = states.get(id);
      return { recordW: s?.recordW[draws] ?? 0, idleW: s?.idleW[draws] ?? 0 };
    },
    energyWh: new Map(
      [...network.stores.values()].map((s) => [s.itemId, measureEnergyWh(s.part, s.inner)[holds]]),
    ),
    spares: listSpares(assembly, network, offRig, holds),
    chargers,
    inPlace,
  });
  const askedWorst = askedAt('high', 'low');
  const worst = runDay(askedWorst);
  const isKnown = unknown.draw.length + unknown.energy.length === 0;
  const best = isKnown ? worst : runDay(askedAt('low', 'high'));
  // A device that nothing feeds, or whose lead does not agree, is told as such; it is not the first to go dark.
  const [first] = listDark(worst).filter(([id]) => hasSource(network, id, isDead));
  let cells: readonly CellNeed[] | undefined;
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
    cells: () => (cells ??= measureCells(assembly, askedWorst, worst, isDead)),
  };
}
