import type { Glass, Part } from '../part/index.js';
import {
  findGlass,
  isStepRing,
  readGlass,
  readGlassMounts,
  type EvenAsked,
  type ReadGlass,
} from './glass.js';
import { orderStack } from './order.js';
import { addSpans, type StopSpan } from './ranges.js';

/** Something that can stand before a lens: an individual of the kit, or a part of a catalogue under its id. */
export interface KitGlass {
  readonly id: string;
  readonly part: Part;
}

/** A filter that is screwed in or stands in a tray. */
export interface FilterPiece extends KitGlass {
  readonly glass: Glass;
  readonly read: ReadGlass;
  readonly backMm: number | undefined;
  readonly frontMm: number | undefined;
  readonly trayMm: number | undefined;
  readonly rimMm: number | undefined;
  readonly thicknessMm: number;
  readonly freeMm: number | undefined;
}

/** A step ring. */
export interface RingPiece extends KitGlass {
  readonly backMm: number;
  readonly frontMm: number;
  readonly rimMm: number | undefined;
  readonly thicknessMm: number;
  readonly freeMm: number | undefined;
}

/** A matte box that holds trays: on rods, or clamped onto a front of its own size. */
export interface BoxPiece extends KitGlass {
  readonly trayMm: number;
  readonly stages: number;
  /** What it clamps onto; undefined of one on rods. */
  readonly clampMm: number | undefined;
}

/** All that a kit or a catalogue has for before a lens. */
export interface GlassPieces {
  readonly filters: readonly FilterPiece[];
  readonly rings: readonly RingPiece[];
  readonly boxes: readonly BoxPiece[];
}

/** What of a list of parts can stand before a lens, and what it does at this lens's angle of view. */
export function listGlassPieces(list: readonly KitGlass[], asked: EvenAsked): GlassPieces {
  const filters = list.flatMap((piece): FilterPiece[] => {
    const glass = findGlass(piece.part);
    if (!glass || piece.part.kind === 'lens-adapter') return [];
    return [{ ...piece, glass, read: readGlass(glass, asked), ...readGlassMounts(piece.part) }];
  });
  const rings = list.flatMap((piece): RingPiece[] => {
    if (!isStepRing(piece.part)) return [];
    const { backMm, frontMm, ...sizes } = readGlassMounts(piece.part);
    return [{ ...piece, ...sizes, backMm: backMm!, frontMm: frontMm! }];
  });
  const boxes = list.flatMap((piece): BoxPiece[] => {
    const stages = piece.part.mounts.filter((m) => m.kind === 'filter-tray' && m.side === 'stage');
    const trayMm = stages[0]?.sizeMm;
    if (trayMm === undefined) return [];
    const clamp = piece.part.mounts.find((m) => m.kind === 'clamp-ring' && m.side === 'clamp');
    return [{ ...piece, trayMm, stages: stages.length, clampMm: clamp?.sizeMm }];
  });
  return { filters, rings, boxes };
}

/** The front of a lens, as far as filters are concerned. */
export interface Front {
  /** Its filter thread, mm; undefined where it has none. */
  readonly threadMm: number | undefined;
  /** What a box clamps onto, mm across. */
  readonly clampMm: number | undefined;
  /** How far the lens's front lies ahead of its entrance pupil, mm; 0 where nobody says where that lies. */
  readonly aheadMm: number;
  /** Half the diagonal of the picture one millimetre ahead of the pupil, mm; undefined where unknown. */
  readonly diagonal: number | undefined;
}

/** Filters that stand before a lens together. */
export interface FilterChoice {
  /** From the lens outward; empty for the bare lens. */
  readonly filters: readonly FilterPiece[];
  readonly rings: readonly RingPiece[];
  readonly box: BoxPiece | undefined;
  /** What they take together, stops, as far as the picture stays even. */
  readonly takes: readonly StopSpan[];
  /** The narrowest ring cuts the corners at the lens's widest, whoever says where its pupil lies. */
  readonly cuts: boolean;
}

/** Screwed behind one another at most: more cut the corners or fall. */
const mostScrewed = 3;

/** Rings one after the other at most: more are loose and cut the corners. */
const mostRings = 3;

/** Every chain of rings that leads from one thread to another, the fewest first, then the thinnest. Each ring serves once. */
function listRingChains(
  fromMm: number,
  toMm: number,
  rings: readonly RingPiece[],
): readonly (readonly RingPiece[])[] {
  if (fromMm === toMm) return [[]];
  let ends: readonly (readonly RingPiece[])[] = [[]];
  const found: (readonly RingPiece[])[] = [];
  // Ends: no chain is longer than a few rings, and none holds one twice.
  for (let i = 0; i < Math.min(mostRings, rings.length); i += 1) {
    ends = ends.flatMap((chain) => {
      const at = chain.at(-1)?.frontMm ?? fromMm;
      const been = [fromMm, ...chain.map((r) => r.frontMm)];
      return rings
        .filter((r) => r.backMm === at && !been.includes(r.frontMm))
        .map((r) => [...chain, r]);
    });
    found.push(...ends.filter((chain) => chain.at(-1)!.frontMm === toMm));
    ends = ends.filter((chain) => chain.at(-1)!.frontMm !== toMm);
  }
  const thick = (chain: readonly RingPiece[]) => chain.reduce((sum, r) => sum + r.thicknessMm, 0);
  return found.sort(
    (a, b) => a.length - b.length || thick(a) - thick(b) || (a[0]!.id < b[0]!.id ? -1 : 1),
  );
}

/** Every chain of rings onto a thread whose last rim is of a size: what a box clamps onto. */
function listRims(
  threadMm: number,
  rimMm: number,
  rings: readonly RingPiece[],
): readonly (readonly RingPiece[])[] {
  return rings
    .filter((r) => r.rimMm === rimMm)
    .flatMap((rim) =>
      listRingChains(
        threadMm,
        rim.backMm,
        rings.filter((r) => r !== rim),
      ).map((chain) => [...chain, rim]),
    );
}

/** Every way to screw filters, in their order, onto a thread: the rings it takes. Empty where they do not join. */
function listScrewings(
  threadMm: number,
  filters: readonly FilterPiece[],
  rings: readonly RingPiece[],
): readonly (readonly RingPiece[])[] {
  let ways: readonly { readonly at: number | undefined; readonly used: readonly RingPiece[] }[] = [
    { at: threadMm, used: [] },
  ];
  for (const filter of filters) {
    ways = ways.flatMap(({ at, used }) => {
      if (at === undefined || filter.backMm === undefined) return [];
      return listRingChains(
        at,
        filter.backMm,
        rings.filter((r) => !used.includes(r)),
      ).map((chain) => ({ at: filter.frontMm, used: [...used, ...chain] }));
    });
  }
  return ways.map((w) => w.used);
}

/**
 * Whether a stack cuts the corners even with the pupil at the front: a ring must be as wide as the ray from the middle of the
 * pupil to the corner where it stands. On its edge the corner has lost half of its light, a stop.
 */
function doesCut(
  { diagonal, aheadMm }: Front,
  filters: readonly FilterPiece[],
  rings: readonly RingPiece[],
): boolean {
  if (diagonal === undefined) return false;
  let far = aheadMm;
  let left = rings;
  for (const filter of filters) {
    // The rings stand in their order: those up to the one that takes this filter come before it.
    const last = left.findIndex((r) => r.frontMm === filter.backMm);
    const before = left.slice(0, last + 1);
    left = left.slice(last + 1);
    for (const piece of [...before, filter]) {
      far += piece.thicknessMm;
      const needs = far * diagonal;
      if (piece.freeMm !== undefined && piece.freeMm / 2 < needs) return true;
    }
  }
  // What carries a box stands outermost.
  for (const ring of left) {
    far += ring.thicknessMm;
    if (ring.freeMm !== undefined && ring.freeMm / 2 < far * diagonal) return true;
  }
  return false;
}

/** What stands behind a box. */
type Behind = Pick<FilterChoice, 'filters' | 'rings' | 'takes' | 'cuts'>;

function* subsets<T>(list: readonly T[], most: number): Generator<readonly T[]> {
  const pick = function* (from: number, chosen: readonly T[]): Generator<readonly T[]> {
    yield chosen;
    if (chosen.length === most) return;
    for (let i = from; i < list.length; i += 1) yield* pick(i + 1, [...chosen, list[i]!]);
  };
  yield* pick(0, []);
}

const takesLight = (f: FilterPiece) => f.read.even !== undefined && f.read.even.length > 0;

const sumOf = (filters: readonly FilterPiece[]): readonly StopSpan[] =>
  filters.reduce<readonly StopSpan[]>(
    (sum, f) => addSpans(sum, f.read.even!),
    [{ from: 0, to: 0 }],
  );

const countTurned = (filters: readonly FilterPiece[]) =>
  filters.filter((f) => f.read.turned).length;

/**
 * Every set of filters that can stand before a lens: screwed behind one another over step rings, in the trays of a box on rods,
 * on the lens or clamped to a rim, and one screwed behind such a box as well. Only what takes light by itself is chosen: mist,
 * graduated and clear glass is no choice of exposure, and two pairs of polarisers are none either. What carries a box must not
 * have to be turned; what stands behind one is turned by reaching in. The bare lens comes first; then the fewest pieces. Where
 * several chains of rings lead to a filter, the one with the fewest and thinnest rings counts, or with `allWays` each of them.
 * `behind` says what may be screwed behind a box: all where absent. Exponential in the filters, at most three screwed and one for
 * each tray.
 */
export function listFilterChoices(
  front: Front,
  pieces: GlassPieces,
  allWays = false,
  behind: (filter: FilterPiece) => boolean = () => true,
): FilterChoice[] {
  const { rings } = pieces;
  const useful = pieces.filters.filter(
    (f) => takesLight(f) && (f.glass.does === 'nd' || f.glass.does === 'variable-nd'),
  );
  const screwed = useful.filter((f) => f.backMm !== undefined);
  const trays = useful.filter((f) => f.trayMm !== undefined);
  const choices: FilterChoice[] = [];
  const { threadMm } = front;
  for (const some of subsets(screwed, mostScrewed)) {
    if (countTurned(some) > 1) continue;
    const ordered = orderStack(some.map((f) => ({ ...f, does: f.glass.does })));
    const ways =
      threadMm === undefined
        ? some.length > 0
          ? []
          : [[]]
        : listScrewings(threadMm, ordered, rings);
    for (const used of allWays ? ways : ways.slice(0, 1)) {
      choices.push({
        filters: ordered,
        rings: used,
        box: undefined,
        takes: sumOf(some),
        cuts: doesCut(front, ordered, used),
      });
    }
  }
  /** What may be screwed on behind a box, with what carries it: nothing, or one filter. */
  const standBehind = (box: BoxPiece): readonly Behind[] => {
    const single = choices.filter(
      (c) => !c.box && c.filters.length <= 1 && c.filters.every((f) => behind(f)),
    );
    if (box.clampMm === undefined || box.clampMm === front.clampMm) return single;
    // On a rim: of the filter that is the outermost, or of a ring, onto the lens or onto that filter.
    return single.flatMap((c): Behind[] => {
      const [filter] = c.filters;
      if (!filter) {
        const rims = threadMm === undefined ? [] : listRims(threadMm, box.clampMm!, rings);
        return rims
          .slice(0, 1)
          .map((used) => ({ ...c, rings: used, cuts: doesCut(front, [], used) }));
      }
      if (filter.read.turned) return [];
      if (filter.rimMm === box.clampMm) return [c];
      const left = rings.filter((r) => !c.rings.includes(r));
      const rims = filter.frontMm === undefined ? [] : listRims(filter.frontMm, box.clampMm!, left);
      return rims.slice(0, 1).map((used) => ({ ...c, rings: [...c.rings, ...used] }));
    });
  };
  for (const box of pieces.boxes) {
    const fitting = trays.filter((f) => f.trayMm === box.trayMm);
    if (fitting.length === 0) continue;
    const below = standBehind(box);
    for (const some of subsets(fitting, box.stages)) {
      if (some.length === 0) continue;
      for (const { filters, rings: used, takes, cuts } of below) {
        if (countTurned([...filters, ...some]) > 1) continue;
        choices.push({
          filters: [...filters, ...some],
          rings: used,
          box,
          takes: addSpans(takes, sumOf(some)),
          cuts,
        });
      }
    }
  }
  const size = (c: FilterChoice) => c.filters.length + c.rings.length + (c.box ? 1 : 0);
  return choices.sort((a, b) => size(a) - size(b));
}

/** What is there and more of it. */
export const joinPieces = (a: GlassPieces, b: GlassPieces): GlassPieces => ({
  filters: [...a.filters, ...b.filters],
  rings: [...a.rings, ...b.rings],
  boxes: [...a.boxes, ...b.boxes],
});
