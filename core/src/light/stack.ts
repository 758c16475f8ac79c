import { isTurned } from '../part/index.js';
import { dot } from '../placement/index.js';
import { measureGaze, type OpticalPath } from '../optics/index.js';
import { isInBranch, placeSolids, type Assembly, type PlacedItem } from '../rig/index.js';
import { measureReachMm } from '../solid/index.js';
import { findGlass, readGlass, type EvenAsked } from './glass.js';
import { listOrderFaults, type OrderFault } from './order.js';
import { addSpans, type StopSpan } from './ranges.js';

/** Something before a lens, and where along its axis. */
export interface StandingGlass {
  readonly placed: PlacedItem;
  readonly is: 'glass' | 'ring' | 'box';
  /** From the lens's front to its back and to its front, mm; negative for what reaches behind it. */
  readonly fromMm: number;
  readonly toMm: number;
  /** Screwed, clamped or set onto the lens or what is on it; otherwise it stands on rods, or in a tray of what does. */
  readonly onLens: boolean;
}

/** A fault of what stands before the lens on a rig. */
export type StackFault =
  | OrderFault
  /** A ring that turns carries a box: turning the one turns the other. */
  | { readonly why: 'turns-the-box'; readonly ids: readonly [ring: string, box: string] }
  /** A ring that must be turned stands inside a box. */
  | { readonly why: 'ring-in-the-box'; readonly ids: readonly [ring: string, box: string] }
  /** The front of the lens turns as it focuses, and with it glass that has a right way. */
  | { readonly why: 'turned-by-focus'; readonly ids: readonly [glass: string, lens: string] };

/** What stands before the lens on a rig, from the lens outward. */
export interface LensStack {
  readonly standing: readonly StandingGlass[];
  readonly faults: readonly StackFault[];
  /** What its glass takes together, as far as the picture stays even, stops; what nobody knows takes nothing. */
  readonly takes: (asked: EvenAsked) => readonly StopSpan[];
  /** Glass on it of which nobody says what it takes. */
  readonly unknown: readonly string[];
}

const isBox = (placed: PlacedItem): boolean => placed.part.kind === 'matte-box';

function listStanding(assembly: Assembly, path: OpticalPath): StandingGlass[] {
  const { originMm, ahead, frontMm } = measureGaze(path);
  const at = (placed: PlacedItem, way: 1 | -1): number => {
    const direction = way === 1 ? ahead : ([-ahead[0], -ahead[1], -ahead[2]] as const);
    const reach = Math.max(
      ...placeSolids(placed).map((s) => measureReachMm(s.solid, s.rigFromSolid, direction)),
    );
    return way * reach - dot(originMm, ahead) - frontMm;
  };
  return assembly.items
    .flatMap((placed): StandingGlass[] => {
      const onLens = placed !== path.lens && isInBranch(path.lens, placed);
      const isGlass = findGlass(placed.part) !== undefined;
      const isRing =
        onLens &&
        placed.part.kind === 'ring' &&
        placed.part.mounts.some((m) => m.kind === 'front-thread');
      if (!isGlass && !isRing && !isBox(placed)) return [];
      if (isGlass && !onLens && placed.carriedBy?.parentMount.kind !== 'filter-tray') return [];
      return [
        {
          placed,
          is: isGlass ? 'glass' : isRing ? 'ring' : 'box',
          fromMm: at(placed, -1),
          toMm: at(placed, 1),
          onLens,
        },
      ];
    })
    .sort((a, b) => a.fromMm - b.fromMm || (a.placed.item.id < b.placed.item.id ? -1 : 1));
}

const isInTray = ({ placed }: StandingGlass): boolean =>
  placed.carriedBy?.parentMount.kind === 'filter-tray';

/** How far a ring's rim must stand in a box before fingers no longer reach it, mm (estimate: a finger's breadth). */
const fingerMm = 12;

/** What stands before a lens, and what is wrong about it. */
export function readStack(assembly: Assembly, path: OpticalPath): LensStack {
  const standing = listStanding(assembly, path);
  const glass = standing.filter((s) => s.is === 'glass');
  const screwed = glass.filter((s) => !isInTray(s));
  const boxes = standing.filter((s) => s.is === 'box');
  const turned = screwed.filter((s) => isTurned(findGlass(s.placed.part)!));
  const order = listOrderFaults(
    glass.map((s) => ({
      id: s.placed.item.id,
      does: findGlass(s.placed.part)!.does,
      inTray: isInTray(s),
    })),
  );
  const carried = turned.flatMap((ring) =>
    boxes
      .filter((box) => isInBranch(ring.placed, box.placed))
      .map((box) => ({
        why: 'turns-the-box' as const,
        ids: [ring.placed.item.id, box.placed.item.id] as const,
      })),
  );
  const inside = turned.flatMap((ring) =>
    boxes
      .filter(
        (box) =>
          !isInBranch(ring.placed, box.placed) &&
          box.toMm - ring.toMm > fingerMm &&
          box.fromMm < ring.toMm,
      )
      .map((box) => ({
        why: 'ring-in-the-box' as const,
        ids: [ring.placed.item.id, box.placed.item.id] as const,
      })),
  );
  const focus = path.lens.part.optics?.frontTurns
    ? screwed
        .filter((s) => ['polariser', 'graduated'].includes(findGlass(s.placed.part)!.does))
        .map((s) => ({
          why: 'turned-by-focus' as const,
          ids: [s.placed.item.id, path.lens.item.id] as const,
        }))
    : [];
  const unknown = glass.filter((s) => {
    const read = findGlass(s.placed.part)!;
    return read.stops === undefined && read.does !== 'clear';
  });
  return {
    standing,
    faults: [...order, ...carried, ...inside, ...focus],
    unknown: unknown.map((s) => s.placed.item.id),
    takes: (asked) =>
      glass.reduce<readonly StopSpan[]>(
        (sum, s) => {
          const { even } = readGlass(findGlass(s.placed.part)!, asked);
          return even && even.length > 0 ? addSpans(sum, even) : sum;
        },
        [{ from: 0, to: 0 }],
      ),
  };
}

/** How far ahead of the lens a stack reaches, mm. */
export const measureStackMm = (stack: LensStack): number =>
  Math.max(0, ...stack.standing.map((s) => s.toMm));
