import type { Brief } from '../brief/index.js';
import { createFinding, type Finding } from '../finding/index.js';
import type { Axes } from '../hold/index.js';
import { compose, negate, type Vec3 } from '../placement/index.js';
import { placeSetup, applyEdit, type Assembly, type Edit, type PlacedItem } from '../rig/index.js';
import type { PartBook } from '../part/index.js';
import { measureReachMm, partFromSolid } from '../solid/index.js';
import { listMoves } from './moves.js';

/** How far the rig reaches in the operator's directions, in mm, and which item is the highest. */
export interface Size {
  readonly lengthMm: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly topItem: string;
}

/** How far one item reaches along a unit vector from the rig's origin, in mm. */
export function measureItemReachMm(placed: PlacedItem, direction: Vec3): number {
  let reach = -Infinity;
  for (const solid of placed.part.solids) {
    const shift = placed.moved.get(solid.id);
    const own = partFromSolid(solid);
    const frame = compose(placed.rigFromPart, shift ? compose(shift, own) : own);
    reach = Math.max(reach, measureReachMm(solid, frame, direction));
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

function listLower(
  assembly: Assembly,
  axes: Axes,
  size: Size,
  limitMm: number,
  parts: PartBook,
): Edit[] {
  const top = assembly.byId.get(size.topItem);
  if (!top) return [];
  const edits: Edit[] = [];
  // The whole branch that reaches highest, from its tip inwards.
  for (let at: PlacedItem | undefined = top; at?.carriedBy;) {
    for (const edit of listMoves(assembly, at.carriedBy, (m) => m.mate.resists === 'blocked', 6)) {
      const rig = applyEdit(assembly.rig, edit);
      const setup = rig.setups.find((s) => s.id === assembly.setup.id)!;
      const moved = measureSize(placeSetup(rig, setup, parts), axes);
      if (moved.heightMm <= limitMm) edits.push(edit);
      if (edits.length === 2) break;
    }
    if (edits.length > 0) break;
    at = assembly.byId.get(at.carriedBy.parent);
  }
  if (top.carriedBy) {
    edits.push({ type: 'remove-item', setupId: assembly.setup.id, itemId: top.item.id });
  }
  return edits;
}

/** A rig taller than the brief allows. Just as tall as allowed is allowed. */
export function findSizeFindings(
  assembly: Assembly,
  axes: Axes,
  size: Size,
  brief: Brief,
  parts: PartBook,
): Finding[] {
  const limitMm = brief.limits.heightMm;
  if (limitMm === undefined || size.heightMm <= limitMm) return [];
  return [
    createFinding(
      'over-height',
      'risk',
      { items: [size.topItem] },
      { heightMm: size.heightMm, limitMm, topItem: size.topItem },
      listLower(assembly, axes, size, limitMm, parts),
    ),
  ];
}
