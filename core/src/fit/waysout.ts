import {
  tryEdit,
  listLoose,
  listTurnsDeg,
  spreadTurnsDeg,
  rigFromMount,
  toAllowedSlideMm,
  type Edit,
  type PlacedItem,
  type PlacedJoint,
} from '../rig/index.js';
import type { PartBook } from '../part/index.js';
import { dot } from '../placement/index.js';
import { createSpace, listOverlaps, type Space } from '../space/index.js';
import { listMoves } from './moves.js';

/** How far a slide is tried each way, in mm: near first, since the smallest change is the best one. */
const slideTriesMm = [1, 2, 3, 5, 8, 12, 16, 20, 25, 30, 40, 50, 65, 80, 100, 130];
/** Turns tried for one joint: the nearest ones, then ever wider. */
const mostTurns = 14;
/** Ways round a rod that are tried: upright, hanging, to either side, and between. */
const rollTriesDeg = [0, 180, 90, -90, 45, -45, 135, -135];
/** How many joints from the clash towards the body are tried. */
const mostJoints = 3;

function listJointsInwards(space: Space, from: PlacedItem, other: PlacedItem): PlacedJoint[] {
  const joints: PlacedJoint[] = [];
  let at: PlacedItem | undefined = from;
  while (at?.carriedBy && joints.length < mostJoints) {
    // A joint that carries both moves both.
    if (other.number >= at.number && other.number <= at.branchEnd) break;
    joints.push(at.carriedBy);
    at = space.assembly.byId.get(at.carriedBy.parent);
  }
  return joints;
}

function listTries(space: Space, joint: PlacedJoint): Edit[] {
  const setupId = space.assembly.setup.id;
  const jointId = joint.joint.id;
  const edits: Edit[] = [];
  const { slide } = joint;
  if (slide && slide.fromMm < slide.toMm) {
    const seen = new Set([joint.joint.slideMm]);
    for (const by of slideTriesMm.flatMap((mm) => [mm, -mm])) {
      const slideMm = toAllowedSlideMm(slide, joint.joint.slideMm + by);
      if (seen.has(slideMm)) continue;
      seen.add(slideMm);
      edits.push({ type: 'slide', setupId, jointId, slideMm });
    }
  }
  if (joint.mate.state === 'mates') {
    const turns = listTurnsDeg(joint.mate, joint.parentMount, joint.childMount);
    for (const turnDeg of spreadTurnsDeg(turns, joint.joint.turnDeg, mostTurns))
      edits.push({ type: 'turn', setupId, jointId, turnDeg });
    if (joint.mate.as === 'rod-15-single') {
      const now = joint.joint.rollDeg ?? 0;
      for (const rollDeg of rollTriesDeg.filter((deg) => deg !== now)) {
        edits.push({ type: 'roll', setupId, jointId, rollDeg });
      }
    }
  }
  return edits;
}

/** Straight movements of a part, in small steps away from where they stand, the nearest first: a pad is lowered before it is moved. */
function listShifts(space: Space, placed: PlacedItem): Edit[] {
  const { setup } = space.assembly;
  return (placed.part.movements ?? []).flatMap((m): Edit[] => {
    if (m.type !== 'shift') return [];
    const now = setup.stances?.[placed.item.id]?.[m.id] ?? m.rest;
    return slideTriesMm
      .flatMap((mm) => [now - mm, now + mm])
      .filter((value) => value >= m.from && value <= m.to)
      .map((value) => ({
        type: 'set-stance',
        setupId: setup.id,
        itemId: placed.item.id,
        movementId: m.id,
        value,
      }));
  });
}

/**
 * Edits that end a conflict between two items: a straight movement of one of them, the smallest slide, then a turn, then another
 * mount, for either of them or for what carries it. Each is tried on the rig: the conflict is gone and no more parts
 * overlap than before. At most `most`.
 */
export function listWaysOut(
  space: Space,
  parts: PartBook,
  pair: readonly [PlacedItem, PlacedItem],
  isClear: (tried: Space) => boolean,
  most = 2,
): Edit[] {
  let before: number | undefined;
  const works = (edit: Edit): boolean => {
    const tried = createSpace(tryEdit(space.assembly, edit, parts), space.collider);
    // What loses its place clears the way for nobody.
    if (listLoose(tried.assembly).size > listLoose(space.assembly).size) return false;
    if (!isClear(tried)) return false;
    before ??= listOverlaps(space).length;
    return listOverlaps(tried).length <= before;
  };
  const found: Edit[] = [];
  const joints = [
    ...listJointsInwards(space, pair[1], pair[0]),
    ...listJointsInwards(space, pair[0], pair[1]),
  ];
  for (const placed of pair) {
    const first = listShifts(space, placed).find(works);
    if (first) found.push(first);
    if (found.length >= most) return found;
  }
  for (const joint of joints) {
    const first = listTries(space, joint).find(works);
    if (first) found.push(first);
    if (found.length >= most) return found;
  }
  for (const joint of joints) {
    // Elsewhere, but the same way up: a top handle on the side of a cage is another handle.
    const now = joint.rigFromParentMount.rotation.z;
    const isAlike: Parameters<typeof listMoves>[2] = ({ onto, parentMount }) =>
      dot(rigFromMount(onto, parentMount).rotation.z, now) > 0.9;
    const first = listMoves(space.assembly, joint, isAlike, 4).find(works);
    if (first) found.push(first);
    if (found.length >= most) return found;
  }
  return found;
}
