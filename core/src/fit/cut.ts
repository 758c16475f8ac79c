import type { Hold } from '../hold/index.js';
import { combineMass, type Mass } from '../part/index.js';
import { scale } from '../placement/index.js';
import { isInBranch, type Assembly, type PlacedItem, type PlacedJoint } from '../rig/index.js';

/** The rig cut at one joint: what hangs on it, seen from the hold. */
export interface Cut {
  /** Whether an item is on the side away from the hold. */
  readonly isAway: (placed: PlacedItem) => boolean;
  readonly awayMass: Mass;
  /** True where each side has a hand, so that the hand's own force counts. */
  readonly bothHeld: boolean;
}

/**
 * Cuts the tree at a joint. The side away from the hold is the one without the leading grip; where
 * nothing is known to hold the rig, the side away from the body.
 */
export function cutAt(assembly: Assembly, joint: PlacedJoint, hold: Hold): Cut {
  const branch = assembly.byId.get(joint.child)!;
  const isInside = (placed: PlacedItem) => isInBranch(branch, placed);
  const holders = (hold.state === 'held' ? hold.itemIds : []).flatMap(
    (id) => assembly.byId.get(id) ?? [],
  );
  const [lead] = holders;
  const bothHeld = holders.some(isInside) && !holders.every(isInside);
  if (!lead || !isInside(lead)) {
    return { isAway: isInside, awayMass: branch.branchMass, bothHeld };
  }
  return {
    isAway: (placed) => !isInside(placed),
    awayMass: combineMass(assembly.mass, {
      massG: -branch.branchMass.massG,
      momentGmm: scale(branch.branchMass.momentGmm, -1),
    }),
    bothHeld,
  };
}
