import type { Part } from '../part/index.js';
import type { Between, Store } from '../wire/index.js';
import { runDay, type DayAsked, type DayPart, type DayRun, type Spare } from './run.js';

/** A battery on the rig that the day needs more of, or not. */
export interface CellNeed {
  /** What one more of would be taken along: the part that is on the rig. */
  readonly part: Part;
  readonly store: string;
  /** Of the kit, on the rig and beside it, that are used in the day. */
  readonly used: number;
  /** How many more it takes until nothing that hangs on it goes dark: the fewest in all. */
  readonly more: number;
  /** The same where every figure that is not known is at its favourable end: so many are surely lacking. */
  readonly moreAtLeast: number;
  /** False where no number of them will do: then `more` says nothing. */
  readonly enough: boolean;
}

/** A day that can be run with more cells, or with fewer. */
export interface CellTrial {
  /** The batteries on the rig that are changed, in its order. */
  readonly stores: readonly Store[];
  /** The battery that feeds an item in any stretch of the day. */
  readonly feeding: (itemId: string) => string | undefined;
  /** The day with so many more of each kind of battery that is on the rig, by the part's id. */
  readonly runWith: (more: ReadonlyMap<string, number>) => DayRun;
}

const extraMark = 'more-';
/** Whether a cell of a trial is none of the kit's. */
export const isExtra = (cellId: string): boolean => cellId.startsWith(extraMark);

/** One more is as the one on the rig: it fits where that fits, and a charger takes it as it takes that. */
export function createTrial(
  stores: readonly Store[],
  feeding: CellTrial['feeding'],
  asked: DayAsked,
): CellTrial {
  const fits = asked.fits ?? ((id: string) => [id]);
  return {
    stores,
    feeding,
    runWith: (more) => {
      const alike = new Map<string, string>();
      const done = new Set<string>();
      const extra = stores.flatMap((store): Spare[] => {
        if (done.has(store.part.id)) return [];
        done.add(store.part.id);
        const places = fits(store.itemId);
        return Array.from({ length: more.get(store.part.id) ?? 0 }, (_, i) => {
          const itemId = `${extraMark}${store.itemId}-${i}`;
          alike.set(itemId, store.itemId);
          return {
            itemId,
            energyWh: asked.energyWh.get(store.itemId) ?? 0,
            chargeW: store.cell.chargeW,
            fits: places,
          };
        });
      });
      const chargers = asked.chargers.map((c) => ({
        ...c,
        takes: (id: string) => c.takes(alike.get(id) ?? id),
      }));
      return runDay({ ...asked, chargers, spares: [...asked.spares, ...extra] });
    },
  };
}

/** Who runs out in a day, the first one first; ties by id. What nothing feeds is not among them. */
export const listDark = (run: DayRun): [itemId: string, atH: number][] =>
  [...run.ranOutAtH].sort((a, b) => a[1] - b[1] || (a[0] < b[0] ? -1 : 1));

/** A cell that is fuller than this when it goes in is a full one. */
const fullShare = 0.95;

/** A place whose battery is changed again too soon, and how soon at the worst, h. */
export interface Haste {
  readonly store: string;
  readonly apartH: number;
  readonly swaps: number;
}

/**
 * Where a battery that was only partly charged went in and was changed again, or ran empty, sooner than `apartH` later, while the
 * work went on: half-charged ones go round. A full one that lasts no longer is what it is.
 */
export function listHaste(run: DayRun, apartH: number): Haste[] {
  const into = new Map<string, { readonly atH: number; readonly filled: number }>();
  const worst = new Map<string, number>();
  const swaps = new Map<string, number>();
  for (const e of run.events) {
    if (e.kind !== 'swap' && e.kind !== 'empty') continue;
    const was = into.get(e.store);
    const isAtRest = e.kind === 'swap' && e.atRest;
    if (was && was.filled < fullShare && !isAtRest && e.atH - was.atH < apartH - 1e-9) {
      worst.set(e.store, Math.min(worst.get(e.store) ?? Infinity, e.atH - was.atH));
    }
    if (e.kind !== 'swap') continue;
    into.set(e.store, { atH: e.atH, filled: e.filled });
    swaps.set(e.store, (swaps.get(e.store) ?? 0) + 1);
  }
  return [...worst].map(([store, h]) => ({ store, apartH: h, swaps: swaps.get(store) ?? 0 }));
}

/** Nobody carries more of one kind: then it is said that none will do. */
const mostMore = 60;
/** So many of each kind are asked one after the other for what is plenty. */
const plenties = [4, 16, mostMore];
/** So many ways to share them among the kinds are tried at most. */
const mostShares = 4000;

/** Every way to add a number to some, up to a bound each, the first taking the most first. */
function* share(count: number, bounds: readonly number[]): Generator<number[]> {
  const [bound, ...others] = bounds;
  if (bound === undefined) {
    if (count === 0) yield [];
    return;
  }
  for (let first = Math.min(count, bound); first >= 0; first -= 1) {
    for (const rest of share(count - first, others)) yield [first, ...rest];
  }
}

/** The fewest cells with which a day is done, and that day. */
export interface FewestCells {
  readonly run: DayRun;
  /** How many more of each kind, by the part's id. */
  readonly more: ReadonlyMap<string, number>;
  /** Fewer of each kind surely will not do: the same, unless the search for fewer was given up. */
  readonly least: ReadonlyMap<string, number>;
  /** Places that no number of cells keeps lit. */
  readonly hopeless: ReadonlySet<string>;
}

/**
 * The fewest cells with which nothing that a battery feeds goes dark and none is changed in haste: exact where one cell more
 * never makes a day worse. With plenty of all it is seen what no number helps. Then of each kind the fewest that do beside plenty
 * of the others: no less will do, so that where these together do, they are the fewest. Else every way to add one more, two more …
 * is tried, up to `mostTried` ways: beyond, `more` does and `least` is what is proven. Ends: with what was used of the plenty it is
 * done, and each round adds one up to that.
 */
export function countFewest(
  trial: CellTrial,
  base: DayRun,
  apartH: number,
  mostTried = mostShares,
): FewestCells {
  const { stores, feeding } = trial;
  // The same numbers are come by on several ways.
  const runs = new Map<string, DayRun>();
  const runWith = (more: ReadonlyMap<string, number>): DayRun => {
    const key = [...more].filter(([, n]) => n > 0).join(' ');
    let run = runs.get(key);
    if (!run) runs.set(key, (run = key === '' ? base : trial.runWith(more)));
    return run;
  };
  const trouble = (run: DayRun): Set<string> =>
    new Set([
      ...[...run.ranOutAtH.keys()].flatMap((id) => feeding(id) ?? []),
      ...listHaste(run, apartH).map((h) => h.store),
    ]);
  const none = new Map<string, number>();
  if (trouble(base).size === 0) return { run: base, more: none, least: none, hopeless: new Set() };
  const hopeless = new Set<string>();
  const isDone = (run: DayRun) => [...trouble(run)].every((s) => hopeless.has(s));
  let kinds = [...new Set(stores.map((s) => s.part.id))];
  const of = (counts: readonly number[]) => new Map(kinds.map((k, i) => [k, counts[i]!]));
  let plenty: DayRun = base;
  // Ends: each round but the last finds another place that is hopeless.
  for (let known = -1; known < hopeless.size;) {
    known = hopeless.size;
    kinds = kinds.filter((k) => stores.some((s) => s.part.id === k && !hopeless.has(s.itemId)));
    // Most days take a few: many are only asked where those will not do.
    for (const each of plenties) {
      plenty = runWith(of(kinds.map(() => each)));
      if (isDone(plenty)) break;
    }
    for (const store of trouble(plenty)) hopeless.add(store);
  }
  if (isDone(base)) return { run: base, more: none, least: none, hopeless };
  const used = kinds.map((kind) => {
    const at = stores.find((s) => s.part.id === kind)!.itemId;
    const own = (id: string) => id.startsWith(`${extraMark}${at}-`);
    const taken = plenty.events.flatMap((e) => (e.kind === 'swap' && own(e.in) ? [e.in] : []));
    return new Set(taken).size;
  });
  const upper = isDone(runWith(of(used))) ? used : kinds.map(() => mostMore);
  const lower = upper.map((most, i) => {
    let least = most;
    while (least > 0 && isDone(runWith(of(upper.map((n, j) => (i === j ? least - 1 : n)))))) {
      least -= 1;
    }
    return least;
  });
  const sum = (counts: readonly number[]) => counts.reduce((all, n) => all + n, 0);
  const spare = upper.map((n, i) => n - lower[i]!);
  let tried = 0;
  for (let added = 0; added < sum(spare); added += 1) {
    for (const extra of share(added, spare)) {
      if ((tried += 1) > mostTried) break;
      const more = of(lower.map((n, i) => n + extra[i]!));
      const run = runWith(more);
      if (isDone(run)) return { run, more, least: more, hopeless };
    }
  }
  const more = of(upper);
  const least = tried > mostTried ? of(lower) : more;
  return { run: runWith(more), more, least, hopeless };
}

/** How many cells of each battery on the rig the day takes, by the day with the fewest; extra ones count where they first go in. */
export function listCellNeeds(
  stores: readonly Store[],
  worst: FewestCells,
  best: FewestCells,
): CellNeed[] {
  const count = ({ run }: FewestCells) => {
    const used = new Map<string, Set<string>>(stores.map((s) => [s.itemId, new Set([s.itemId])]));
    const more = new Map<string, number>();
    const seen = new Set<string>();
    for (const e of run.events) {
      if (e.kind !== 'swap' || !used.has(e.store)) continue;
      if (!isExtra(e.in)) used.get(e.store)!.add(e.in);
      else if (!seen.has(e.in)) {
        seen.add(e.in);
        // One that helps out at the place of another kind counts under its own.
        const kind = stores.find((s) => e.in.startsWith(`${extraMark}${s.itemId}-`))!.part.id;
        const here = stores.find((s) => s.itemId === e.store)!;
        const at = here.part.id === kind ? here : stores.find((s) => s.part.id === kind)!;
        more.set(at.itemId, (more.get(at.itemId) ?? 0) + 1);
      }
    }
    return { used, more };
  };
  const at = count(worst);
  const least = worst === best ? at : count(best);
  // At no place more is surely lacking than what is proven of its kind.
  const left = new Map(best.least);
  const surely = ({ id }: Part, more: number) => {
    const sure = Math.min(more, left.get(id) ?? 0);
    left.set(id, (left.get(id) ?? 0) - sure);
    return sure;
  };
  return stores.map(({ itemId, part }) => {
    const enough = !worst.hopeless.has(itemId);
    const more = enough ? (at.more.get(itemId) ?? 0) : 0;
    return {
      part,
      store: itemId,
      used: at.used.get(itemId)!.size,
      more,
      moreAtLeast: enough ? surely(part, Math.min(more, least.more.get(itemId) ?? 0)) : 0,
      enough,
    };
  });
}

/** A day with so many more of a kind than the kit has, and how often it changes a battery then. */
export interface SwapTrade {
  readonly part: Part;
  readonly more: number;
  readonly swaps: number;
}

const countSwaps = (run: DayRun): number =>
  run.events.filter((e) => e.kind === 'swap' && !e.atRest).length;
/** So many more than the fewest are looked at. */
const mostTraded = 4;

/** What more cells save in swaps, kind by kind: each number at which the day stays lit and changes fewer than with fewer of them. */
export function listTrades(trial: CellTrial, base: DayRun, fewest: FewestCells): SwapTrade[] {
  const parts = new Map(trial.stores.map((s) => [s.part.id, s.part]));
  return [...parts.values()].flatMap((part) => {
    const needed = fewest.more.get(part.id) ?? 0;
    let least = Infinity;
    const rows: SwapTrade[] = [];
    for (let more = 0; more <= needed + mostTraded && least > 0; more += 1) {
      const run = more === 0 ? base : trial.runWith(new Map(fewest.more).set(part.id, more));
      const swaps = countSwaps(run);
      if (run.ranOutAtH.size > 0 || swaps >= least) continue;
      least = swaps;
      rows.push({ part, more, swaps });
    }
    return rows.length > 1 ? rows : [];
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

const firstDark = (run: DayRun): number | 'never' => listDark(run)[0]?.[1] ?? 'never';

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

export function measureChanges({ stores, runWith }: CellTrial, asked: DayAsked): DayChanges {
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
            ? firstDark(runDay({ ...asked, spares: alike }))
            : undefined,
        moreDarkAtH: firstDark(runWith(new Map([[store.part.id, 1]]))),
      };
    }),
    withoutMainsDarkAtH: bare && firstDark(runDay({ ...asked, parts: bare })),
  };
}

/** A device that may run out in the day. */
export interface DarkDevice {
  readonly itemId: string;
  /** From the first minute of the day, h: at the earliest by the one, surely by the other. */
  readonly betweenH: Between;
  /** Whether it stays lit where every figure that is not known is favourable. */
  readonly perhaps: boolean;
}

/** Every device that may run out, the first one first. */
export const listDarkDevices = (worst: DayRun, best: DayRun): DarkDevice[] =>
  listDark(worst).map(([itemId, low]) => {
    const high = best.ranOutAtH.get(itemId);
    return { itemId, betweenH: { low, high: high ?? worst.hours }, perhaps: high === undefined };
  });
