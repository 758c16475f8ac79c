import { hasTrait, isTurned, type Glass, type Mount, type Part } from '../part/index.js';
import { measureEvenStops } from './cross.js';
import type { StopSpan } from './ranges.js';

/** Glass as it is counted with. */
export interface ReadGlass {
  readonly does: Glass['does'];
  /** What it takes, stops, in rising order; undefined where nobody says. */
  readonly stops: readonly StopSpan[] | undefined;
  /** The same as far as the picture stays even. */
  readonly even: readonly StopSpan[] | undefined;
  /** Up to which it stays even, stops; undefined where it always does. */
  readonly evenTo: { readonly stops: number; readonly by: 'maker' | 'angle' } | undefined;
  readonly turned: boolean;
}

/** The glass of a part: what it states, or what a part of the kind `filter` says that it takes in all. Undefined for what is none. */
export function findGlass(part: Part): Glass | undefined {
  if (part.glass) return part.glass;
  if (part.kind !== 'filter') return undefined;
  const stops = part.serves?.find((s) => s.stops !== undefined)?.stops;
  return {
    does: stops === undefined ? 'other' : 'nd',
    ...(stops ? { stops: [[stops, stops]] } : {}),
  };
}

/** Where a pair of polarisers before a lens stops being even. */
export interface EvenAsked {
  /** Half the diagonal angle of view, rad; undefined where lens or sensor do not say. */
  readonly halfRad: number | undefined;
  readonly unevenStops: number;
  readonly index: number;
}

/** What glass does before a lens of an angle of view. */
export function readGlass(glass: Glass, asked: EvenAsked): ReadGlass {
  const stops = glass.stops?.map(([from, to]) => ({ from, to }));
  const isCrossed = glass.does === 'variable-nd' && stops !== undefined;
  const evenTo = !isCrossed ? undefined : findEvenTo(glass, asked);
  return {
    does: glass.does,
    stops,
    even: evenTo
      ? stops!.flatMap(({ from, to }) =>
          from > evenTo.stops ? [] : [{ from, to: Math.min(to, evenTo.stops) }],
        )
      : stops,
    evenTo: evenTo && stops!.at(-1)!.to > evenTo.stops ? evenTo : undefined,
    turned: isTurned(glass),
  };
}

function findEvenTo(glass: Glass, { halfRad, ...asked }: EvenAsked): ReadGlass['evenTo'] {
  if (glass.cleanTo !== undefined) return { stops: glass.cleanTo, by: 'maker' };
  if (halfRad === undefined) return undefined;
  // In stages only the last is crossed farther than the first: each stage begins with a fixed filter of its own.
  const stages = glass.stops!;
  const least = stages.at(-1)![0];
  const even = measureEvenStops({ halfRad, ...asked });
  return Number.isFinite(even) ? { stops: least + even, by: 'angle' } : undefined;
}

/** The halves by which a filter or a ring stands before a lens. */
export interface GlassMounts {
  /** The thread, mm, that goes into what is behind it. */
  readonly backMm: number | undefined;
  /** The thread, mm, for what comes before it. */
  readonly frontMm: number | undefined;
  readonly trayMm: number | undefined;
  /** What a matte box clamps onto, mm across: its own rim. */
  readonly rimMm: number | undefined;
  readonly thicknessMm: number;
  /** What light passes through, mm across; undefined where its shape does not say. */
  readonly freeMm: number | undefined;
}

const along = (mount: Mount | undefined): number => mount?.originMm[0] ?? 0;

/** By what a filter or a ring stands before a lens, read off its mounts and its shape. */
export function readGlassMounts(part: Part): GlassMounts {
  const back = part.mounts.find((m) => m.kind === 'front-thread' && m.side === 'male');
  const front = part.mounts.find((m) => m.kind === 'front-thread' && m.side === 'female');
  const tray = part.mounts.find((m) => m.kind === 'filter-tray' && m.side === 'tray');
  const bores = part.solids.flatMap((s) => (s.type === 'tube' ? [s.innerRadiusMm * 2] : []));
  const depth = Math.max(0, ...part.solids.flatMap((s) => (s.type === 'tube' ? [s.lengthMm] : [])));
  return {
    backMm: back?.sizeMm,
    frontMm: front?.sizeMm,
    trayMm: tray?.sizeMm,
    rimMm: part.mounts.find((m) => m.kind === 'clamp-ring' && m.side === 'ring')?.sizeMm,
    thicknessMm: front && back ? Math.abs(along(front) - along(back)) : depth,
    freeMm: bores.length > 0 ? Math.min(...bores) : undefined,
  };
}

/** Whether a part is a step ring: it joins two threads and is no glass. */
export function isStepRing(part: Part): boolean {
  const { backMm, frontMm } = readGlassMounts(part);
  return (
    backMm !== undefined &&
    frontMm !== undefined &&
    findGlass(part) === undefined &&
    !hasTrait(part, 'optic') &&
    !hasTrait(part, 'lens-adapter')
  );
}
