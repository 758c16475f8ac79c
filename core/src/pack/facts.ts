import type { Mount, Part, PartKind, Serves } from '../part/index.js';
import { measureBounds, noBounds, partFromSolid, uniteBounds } from '../solid/index.js';
import type { Money } from '../units/index.js';

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
    serves: [...new Set((part.serves ?? []).map((s) => s.need))],
    own: part.homeMade ? 'home-made' : part.altered ? 'altered' : 'bought',
    guesses: Object.values(part.provenance ?? {}).filter((p) => p === 'guessed').length,
  };
}
