import {
  listNeedsServed,
  listPartNames,
  type Mount,
  type NameKind,
  type Part,
  type PartKind,
  type PartName,
  type Serves,
} from '../part/index.js';
import { measureBounds, noBounds, partFromSolid, uniteBounds } from '../solid/index.js';
import { hasAllWords, listSearchWords, foldText, type Money } from '../units/index.js';

/** What a table shows of a part and filters by: everything that needs no drawing. */
export interface PartFacts {
  readonly id: string;
  readonly kind: PartKind;
  readonly name: string;
  readonly maker?: string;
  readonly massG?: number;
  readonly price?: Money;
  /** What it measures along x, y and z, mm. */
  readonly sizeMm: readonly [number, number, number];
  /** Kinds of its mounts, each once, sorted. */
  readonly mounts: readonly Mount['kind'][];
  readonly serves: readonly Serves['need'][];
  readonly own: 'bought' | 'altered' | 'home-made';
  /** How many of its figures were guessed; the shape as a whole counts once. */
  readonly guesses: number;
  /** What it calls by a name that another part must say too: its lens mount, its type of battery. */
  readonly names: readonly PartName[];
}

/** Outer sizes of a part at rest along its own axes, mm. */
export function measurePartSizeMm(part: Part): readonly [number, number, number] {
  const { lowMm: low, highMm: high } = part.solids.reduce(
    (all, solid) => uniteBounds(all, measureBounds(solid, partFromSolid(solid))),
    noBounds,
  );
  const size = (i: 0 | 1 | 2) => Math.round((high[i] - low[i]) * 10) / 10;
  return [size(0), size(1), size(2)];
}

/** The flat facts of a part. */
export function toPartFacts(part: Part): PartFacts {
  return {
    id: part.id,
    kind: part.kind,
    name: part.name,
    ...(part.maker === undefined ? {} : { maker: part.maker }),
    ...(part.massG === undefined ? {} : { massG: part.massG }),
    ...(part.price ? { price: part.price } : {}),
    sizeMm: measurePartSizeMm(part),
    mounts: [...new Set(part.mounts.map((m) => m.kind))].sort(),
    serves: listNeedsServed(part),
    own: part.homeMade ? 'home-made' : part.altered ? 'altered' : 'bought',
    guesses: Object.values(part.provenance ?? {}).filter((p) => p === 'guessed').length,
    names: listPartNames(part),
  };
}

/** The names that parts say of one thing, each once, by the alphabet. */
export function listKnownNames(list: readonly PartFacts[], of: NameKind): string[] {
  const names = list.flatMap((f) => f.names.filter((n) => n.of === of).map((n) => n.name));
  return [...new Set(names)].sort((a, b) => a.localeCompare(b, 'en'));
}

/** What a table of parts is narrowed by; what is absent narrows nothing. */
export interface FactsFilter {
  /** Words that must all stand in the name, maker, kind or id; letter case and accents do not count. */
  readonly text?: string;
  readonly kind?: PartKind;
  readonly mount?: Mount['kind'];
  readonly serves?: Serves['need'];
  readonly own?: PartFacts['own'];
  /** At most, in g; parts of unknown mass are left out. */
  readonly massG?: number;
  /** At most, in minor units of any currency; parts without a price are left out. */
  readonly priceMinor?: number;
  readonly owned?: 'yes' | 'no';
}

// What is searched in, made once for each facts: thousands are searched with every letter typed.
const searched = new WeakMap<PartFacts, string>();

function searchTextOf(facts: PartFacts): string {
  let text = searched.get(facts);
  if (text === undefined) {
    text = foldText(`${facts.name} ${facts.maker ?? ''} ${facts.kind} ${facts.id}`);
    searched.set(facts, text);
  }
  return text;
}

/** The facts that a filter lets through, in their order. Linear; `isOwned` tells what the kit holds. */
export function filterFacts(
  list: readonly PartFacts[],
  filter: FactsFilter,
  isOwned: (id: string) => boolean,
): PartFacts[] {
  const words = listSearchWords(filter.text ?? '');
  return list.filter(
    (f) =>
      (!filter.kind || f.kind === filter.kind) &&
      (!filter.mount || f.mounts.includes(filter.mount)) &&
      (!filter.serves || f.serves.includes(filter.serves)) &&
      (!filter.own || f.own === filter.own) &&
      (filter.massG === undefined || (f.massG !== undefined && f.massG <= filter.massG)) &&
      (filter.priceMinor === undefined ||
        (f.price !== undefined && f.price.minor <= filter.priceMinor)) &&
      (!filter.owned || isOwned(f.id) === (filter.owned === 'yes')) &&
      hasAllWords(searchTextOf(f), words),
  );
}
