import { findSureMate, type Mate, type Mount } from '../part/index.js';
import { measureLength, subtract } from '../placement/index.js';
import {
  listCarried,
  isMountFull,
  listJointsAt,
  rigFromMount,
  suggestSlideMm,
  suggestTurnDeg,
  type Assembly,
  type Edit,
  type PlacedItem,
  type PlacedJoint,
} from '../rig/index.js';

/** A place where a part in use could go instead. */
export interface Move {
  readonly onto: PlacedItem;
  readonly parentMount: Mount;
  readonly childMount: Mount;
  readonly mate: Extract<Mate, { state: 'mates' }>;
}

export type MoveEdit = Extract<Edit, { type: 'move' }>;

/**
 * Edits that carry a part, with all that it carries, to another mount in the same rig: free, mating,
 * not on itself, and accepted by `isWanted`. Nearest to its present place first, at most `most`.
 */
export function listMoves(
  assembly: Assembly,
  joint: PlacedJoint,
  isWanted: (move: Move) => boolean,
  most: number,
): MoveEdit[] {
  const child = assembly.byId.get(joint.child)!;
  const own = new Set(listCarried(assembly, joint.child).map((p) => p.item.id));
  const here = joint.rigFromParentMount.originMm;
  const found: { readonly edit: MoveEdit; readonly farMm: number; readonly rank: number }[] = [];
  for (const onto of assembly.items) {
    if (own.has(onto.item.id)) continue;
    for (const parentMount of onto.part.mounts) {
      const same = onto.item.id === joint.parent && parentMount.id === joint.parentMount.id;
      if (!same && isMountFull(assembly, onto.item.id, parentMount)) continue;
      for (const childMount of child.part.mounts) {
        if (same && childMount.id === joint.childMount.id) continue;
        // A mount of the child that carries something cannot take the child as well.
        if (
          childMount.id !== joint.childMount.id &&
          listJointsAt(assembly, joint.child, childMount.id).length > 0
        ) {
          continue;
        }
        const mate = findSureMate(parentMount, childMount);
        if (!mate || !isWanted({ onto, parentMount, childMount, mate })) continue;
        const slideMm = suggestSlideMm(assembly, onto, parentMount, childMount);
        if (slideMm === undefined) continue;
        found.push({
          edit: {
            type: 'move',
            setupId: assembly.setup.id,
            jointId: joint.joint.id,
            childMount: childMount.id,
            parent: { item: onto.item.id, mount: parentMount.id },
            slideMm,
            turnDeg: suggestTurnDeg(onto, parentMount, childMount),
          },
          farMm: measureLength(subtract(rigFromMount(onto, parentMount).originMm, here)),
          rank: Number(childMount.id !== joint.childMount.id),
        });
      }
    }
  }
  return found
    .sort((a, b) => a.rank - b.rank || a.farMm - b.farMm)
    .slice(0, most)
    .map((f) => f.edit);
}
