import { joinPieces, listFilterChoices, type FilterChoice, type GlassPieces } from './choices.js';
import { listGaps, type LensLight, type Light } from './light.js';
import { addSpans, uniteSpans, type StopSpan } from './ranges.js';

/** Parts that close what is open, and what they cost. */
export interface FilterSet {
  /** Of the pieces that are not there yet, by their ids, sorted. Empty where nothing is open. */
  readonly ids: readonly string[];
  readonly cost: number;
}

/** What a piece costs that is not there yet; more than 0, in whatever unit. */
export type CostOf = (id: string) => number;

/** One way of exposing one lens, and how each choice before it would hold. */
interface Case {
  readonly choices: readonly {
    readonly needs: readonly string[];
    readonly held: readonly StopSpan[];
  }[];
  readonly scenes: Light['scenes'];
  readonly toleranceStops: number;
  readonly timing: LensLight['exposings'][number]['timing'];
}

const needsOf = (choice: FilterChoice, isNew: (id: string) => boolean): readonly string[] =>
  [...choice.filters, ...choice.rings, ...(choice.box ? [choice.box] : [])]
    .map((p) => p.id)
    .filter(isNew);

/** Up to so many new filters each is tried behind each box. */
const mostBehind = 12;

function listCases(light: Light, lenses: readonly LensLight[], more: GlassPieces): Case[] {
  const fresh = new Set([...more.filters, ...more.rings, ...more.boxes].map((p) => p.id));
  return lenses.flatMap((lens) => {
    // Of a large catalogue only what is there already stands behind a box: every filter behind every other would be thousands.
    const isSmall = more.filters.length <= mostBehind;
    const choices = listFilterChoices(
      lens.front,
      joinPieces(lens.pieces, more),
      true,
      (f) => isSmall || !fresh.has(f.id),
    ).filter((c) => !c.cuts);
    return lens.exposings.map(({ timing, bare }): Case => ({
      timing,
      scenes: light.scenes,
      toleranceStops: light.toleranceStops,
      choices: choices.map((choice) => ({
        needs: needsOf(choice, (id) => fresh.has(id)),
        held: addSpans(addSpans(bare, lens.inside), choice.takes),
      })),
    }));
  });
}

/** A brightness that is not held by what is there, and that no darkness excuses; undefined where all is closed. */
function findOpenEv(one: Case, has: ReadonlySet<string>): number | undefined {
  const held = uniteSpans(
    one.choices.filter((c) => c.needs.every((id) => has.has(id))).flatMap((c) => c.held),
  );
  for (const scene of one.scenes) {
    const gap = listGaps(scene, held, one.toleranceStops, one.timing).find(
      (g) => g.side !== 'dark',
    );
    if (gap) return gap.side === 'bright' ? gap.to : (gap.from + gap.to) / 2;
  }
  return undefined;
}

/** Of some sets those that hold no other of them. */
function listLeast(sets: readonly (readonly string[])[]): (readonly string[])[] {
  const sorted = [...sets].sort((a, b) => a.length - b.length);
  const kept: (readonly string[])[] = [];
  for (const set of sorted) {
    if (!kept.some((k) => k.every((id) => set.includes(id)))) kept.push(set);
  }
  return kept;
}

/**
 * The cheapest of these pieces with which every one of these lenses holds in every scene that is not too dark; undefined where
 * none do. Exact: what is open at one brightness must be closed by some choice that holds there, so each of those is tried
 * with what it lacks, and given up once it costs more than the best so far. Ties by the ids. Exponential at worst, in how
 * many brightnesses are open one after the other.
 */
export function findCheapestSet(
  light: Light,
  lenses: readonly LensLight[],
  more: GlassPieces,
  costOf: CostOf,
): FilterSet | undefined {
  const cases = listCases(light, lenses, more);
  let best: FilterSet | undefined;
  const isBetter = (cost: number, ids: readonly string[]): boolean =>
    !best || cost < best.cost - 1e-9 || (cost < best.cost + 1e-9 && ids.join() < best.ids.join());
  const tried = new Set<string>();
  const search = (has: ReadonlySet<string>, cost: number): void => {
    const ids = [...has].sort();
    const key = ids.join();
    if (tried.has(key) || !isBetter(cost, ids)) return;
    tried.add(key);
    for (const one of cases) {
      const ev = findOpenEv(one, has);
      if (ev === undefined) continue;
      const closers = one.choices.filter((c) =>
        c.held.some(
          (h) => h.from - one.toleranceStops <= ev + 1e-9 && ev <= h.to + one.toleranceStops + 1e-9,
        ),
      );
      const lacks = listLeast(closers.map((c) => c.needs.filter((id) => !has.has(id))))
        .filter((set) => set.length > 0)
        .map((set) => ({ set, cost: set.reduce((sum, id) => sum + costOf(id), 0) }))
        .sort((a, b) => a.cost - b.cost || (a.set.join() < b.set.join() ? -1 : 1));
      for (const { set, cost: adds } of lacks) search(new Set([...has, ...set]), cost + adds);
      return;
    }
    best = { ids, cost };
  };
  search(new Set(), 0);
  return best;
}

/** One style of glass, and the cheapest set of that style that closes all; undefined set where none does. */
export interface StyledSet {
  readonly style: { readonly is: 'round' | 'square'; readonly sizeMm: number };
  readonly set: FilterSet | undefined;
}

const keep = (
  pieces: GlassPieces,
  filters: (f: GlassPieces['filters'][number]) => boolean,
  isRound: boolean,
): GlassPieces => ({
  filters: pieces.filters.filter(filters),
  rings: isRound ? pieces.rings : [],
  boxes: isRound ? [] : pieces.boxes,
});

/**
 * One size of round glass with rings held against one size of square glass with a box: for each size that the pieces come
 * in the cheapest set of it alone. What the kit has counts as there, of whichever style.
 */
export function compareStyles(
  light: Light,
  lenses: readonly LensLight[],
  more: GlassPieces,
  costOf: CostOf,
): StyledSet[] {
  const sizes = (of: (f: GlassPieces['filters'][number]) => number | undefined) => [
    ...new Set(more.filters.flatMap((f) => of(f) ?? [])),
  ];
  const rounds = sizes((f) => f.backMm).map((sizeMm): StyledSet => ({
    style: { is: 'round', sizeMm },
    set: findCheapestSet(
      light,
      lenses,
      keep(more, (f) => f.backMm === sizeMm, true),
      costOf,
    ),
  }));
  const squares = sizes((f) => f.trayMm).map((sizeMm): StyledSet => ({
    style: { is: 'square', sizeMm },
    set: findCheapestSet(
      light,
      lenses,
      keep(more, (f) => f.trayMm === sizeMm, false),
      costOf,
    ),
  }));
  const cost = (s: StyledSet) => s.set?.cost ?? Infinity;
  return [...rounds, ...squares].sort(
    (a, b) => cost(a) - cost(b) || a.style.sizeMm - b.style.sizeMm,
  );
}
