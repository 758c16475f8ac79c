import type { PartBook } from '../part/index.js';
import { readPrice, type Purse } from '../price/index.js';
import { proposeId, type Edit } from '../rig/index.js';
import { listGlassPieces, type GlassPieces } from './choices.js';
import type { LensLight, Light } from './light.js';
import { findCheapestSet, type CostOf } from './sets.js';

/** What a part without a price counts as, in minor units: more than any that has one. */
const unpriced = 1e9;

/** Everything of a catalogue that can stand before these lenses, judged at the widest angle of view among them. */
export function listCataloguePieces(
  light: Light,
  lenses: readonly LensLight[],
  catalogue: PartBook,
): GlassPieces {
  const [widest] = [...lenses].sort(
    (a, b) => (b.angles?.diagonalDeg ?? 0) - (a.angles?.diagonalDeg ?? 0),
  );
  return listGlassPieces(
    [...catalogue.values()].map((part) => ({ id: part.id, part })),
    light.evenAt({ angles: widest?.angles }),
  );
}

/** What parts of a catalogue cost at best, in minor units of a purse's currency; what has no price in it counts as dearest. */
export const createCostOf =
  (catalogue: PartBook, purse: Purse): CostOf =>
  (id) => {
    const part = catalogue.get(id);
    const minor = part && readPrice(part, purse);
    return minor === undefined ? unpriced : Math.max(1, minor);
  };

/** So many pieces of a catalogue, the cheapest that could take something away here, are looked at while a rig is judged. */
const mostJudged = { filters: 20, rings: 16, boxes: 4 };

/** The cheapest pieces that can have to do with these lenses: rings of their threads and between, glass that takes light, boxes. */
function narrowPieces({ filters, rings, boxes }: GlassPieces, costOf: CostOf): GlassPieces {
  const cheapest = <P extends { readonly id: string }>(list: readonly P[], most: number): P[] =>
    [...list].sort((a, b) => costOf(a.id) - costOf(b.id) || (a.id < b.id ? -1 : 1)).slice(0, most);
  const takes = filters.filter(
    (f) =>
      (f.glass.does === 'nd' || f.glass.does === 'variable-nd') && (f.read.even?.length ?? 0) > 0,
  );
  return {
    filters: cheapest(takes, mostJudged.filters),
    rings: cheapest(rings, mostJudged.rings),
    boxes: cheapest(boxes, mostJudged.boxes),
  };
}

/**
 * What of a catalogue closes every gap of these lenses that is not darkness: the cheapest set, and the cheapest of screwed and
 * of square glass alone where those are others. Ids, sorted; the cheapest first. Exact among the cheapest pieces of a large
 * catalogue: over all of them it would cost minutes, and the panel of Light looks through those in a worker that can be stopped.
 */
export function listClosers(
  light: Light,
  lenses: readonly LensLight[],
  catalogue: PartBook,
  purse: Purse,
): (readonly string[])[] {
  const costOf = createCostOf(catalogue, purse);
  const all = narrowPieces(listCataloguePieces(light, lenses, catalogue), costOf);
  const round: GlassPieces = { ...all, filters: all.filters.filter((f) => f.backMm), boxes: [] };
  const square: GlassPieces = { ...all, filters: all.filters.filter((f) => f.trayMm), rings: [] };
  const sets = [all, round, square].flatMap(
    (pieces) => findCheapestSet(light, lenses, pieces, costOf) ?? [],
  );
  const known = new Set<string>();
  return sets
    .filter(({ ids }) => ids.length > 0 && !known.has(ids.join()) && known.add(ids.join()))
    .sort((a, b) => a.cost - b.cost)
    .map(({ ids }) => ids);
}

/** Parts of a catalogue in the pocket of a setup, as one step. */
export function createTakeAlong(setupId: string, partIds: readonly string[]): Edit {
  const edits = partIds.map((partId): Edit => ({
    type: 'wear',
    setupId,
    item: { id: proposeId(partId), partId, owned: false },
  }));
  return edits.length === 1 ? edits[0]! : { type: 'all', edits };
}

/** Whether everything in a set has a price in the purse that it was looked for in. */
export const isPriced = ({ cost }: { readonly cost: number }): boolean => cost < unpriced;
