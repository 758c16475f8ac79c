import { createFinding, defineFinding, stating, defineCheck } from '../finding/index.js';
import { sayMm } from '../words/index.js';
import { type FitAsked } from './asked.js';
import { measureItemReachMm, type Axes } from '../hold/index.js';
import { compose, invert, negate, type Vec3 } from '../placement/index.js';
import {
  isInBranch,
  listCarried,
  placeChild,
  placeSolids,
  type Assembly,
  type Edit,
  type PlacedItem,
  type PlacedSolid,
} from '../rig/index.js';
import { measureReachMm } from '../solid/index.js';
import { listMoves, type MoveEdit } from './moves.js';

/** How far the rig reaches in the operator's directions, in mm, and which item is the highest. */
export interface Size {
  readonly lengthMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly topItem: string;
}

function measureReach(solids: readonly PlacedSolid[], direction: Vec3): number {
  let reach = -Infinity;
  for (const { solid, rigFromSolid } of solids) {
    reach = Math.max(reach, measureReachMm(solid, rigFromSolid, direction));
  }
  return reach;
}

function measureSpan(
  assembly: Assembly,
  direction: Vec3,
): { readonly mm: number; readonly top: string } {
  const back = negate(direction);
  let high = -Infinity;
  let low = -Infinity;
  let top = assembly.setup.body;
  for (const placed of assembly.items) {
    const reach = measureItemReachMm(placed, direction);
    if (reach > high) {
      high = reach;
      top = placed.item.id;
    }
    low = Math.max(low, measureItemReachMm(placed, back));
  }
  return { mm: high + low, top };
}

/** Length, width and height of the rig as it is held. */
export function measureSize(assembly: Assembly, axes: Axes): Size {
  const height = measureSpan(assembly, negate(axes.down));
  return {
    lengthMm: measureSpan(assembly, axes.forward).mm,
    widthMm: measureSpan(assembly, axes.left).mm,
    heightMm: height.mm,
    topItem: height.top,
  };
}

/** How many joints down from the highest part a lower place is looked for: beyond, it is another rig. */
const deepestMove = 4;

/** How far a branch, moved as the edits say, and all else reach up and down: the heights in their order. */
function measureMovedHeightsMm(
  assembly: Assembly,
  up: Vec3,
  branch: PlacedItem,
  edits: readonly MoveEdit[],
): number[] {
  const down = negate(up);
  const reachOf = (solids: readonly PlacedSolid[]) =>
    [measureReach(solids, up), measureReach(solids, down)] as const;
  const rest = reachOf(
    assembly.items.filter((p) => !isInBranch(branch, p)).flatMap((p) => placeSolids(p)),
  );
  const own = listCarried(assembly, branch.item.id).flatMap((p) => placeSolids(p));
  return edits.map((edit) => {
    const onto = assembly.byId.get(edit.parent.item)!;
    const movedFromNow = compose(placeChild(onto, branch, edit), invert(branch.rigFromPart));
    const moved = reachOf(
      own.map((s) => ({ ...s, rigFromSolid: compose(movedFromNow, s.rigFromSolid) })),
    );
    return Math.max(rest[0], moved[0]) + Math.max(rest[1], moved[1]);
  });
}

function listLower(assembly: Assembly, axes: Axes, size: Size, limitMm: number): Edit[] {
  const top = assembly.byId.get(size.topItem);
  if (!top) return [];
  const up = negate(axes.down);
  const edits: Edit[] = [];
  // The branch that reaches highest, from its tip inwards.
  let at: PlacedItem | undefined = top;
  for (let depth = 0; at?.carriedBy && depth < deepestMove && edits.length === 0; depth += 1) {
    const moves = listMoves(assembly, at.carriedBy, () => true, 10);
    const heights = measureMovedHeightsMm(assembly, up, at, moves);
    edits.push(...moves.filter((_, i) => heights[i]! <= limitMm).slice(0, 2));
    at = assembly.byId.get(at.carriedBy.parent);
  }
  if (top.carriedBy) {
    edits.push({ type: 'remove-item', setupId: assembly.setup.id, itemId: top.item.id });
  }
  return edits;
}

export const overHeight = defineFinding(
  'over-height',
  stating<{ readonly heightMm: number; readonly limitMm: number; readonly topItem: string }>(),
  {
    restsOn: ['shape', 'mounts'],
    bad: ({ heightMm }) => heightMm,
    weight: 'risk',
    when: 'taller than the brief allows, as it is held',
    offers: 'move the highest branch lower; leave it out',
    sentence: ({ facts }, n) =>
      `Your rig stands ${sayMm(facts.heightMm)} tall, ${sayMm(facts.heightMm - facts.limitMm)} over your limit; ${n.item(facts.topItem)} reaches highest.`,
    why: 'A tall rig does not pass under things, and swings.',
    todo: 'Move the highest part lower, or take a lower handle.',
  },
);

/** A rig taller than the brief allows. Just as tall as allowed is allowed. */
export const sizeCheck = defineCheck(
  [overHeight],
  ({ assembly, hold: { axes }, size, brief, catalogue }: FitAsked & { readonly size: Size }) => {
    const limitMm = brief.limits.heightMm;
    if (limitMm === undefined || size.heightMm <= limitMm) return [];
    return [
      createFinding(
        overHeight,
        'risk',
        { items: [size.topItem] },
        { heightMm: size.heightMm, limitMm, topItem: size.topItem },
        catalogue ? listLower(assembly, axes, size, limitMm) : [],
      ),
    ];
  },
);
