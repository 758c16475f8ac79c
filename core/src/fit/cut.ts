import type { Hold } from '../hold/index.js';
import { combineMass, noMass, type Mass } from '../part/index.js';
import { scale } from '../placement/index.js';
import { listCarried, type Assembly, type PlacedItem, type PlacedJoint } from '../rig/index.js';

/** The rig cut at one joint: what hangs on it, seen from the hold. */
export interface Cut {
  /** Items on the side away from the hold. */
  readonly away: readonly PlacedItem[];
  readonly awayMass: Mass;
  /** True where each side has a hand, so that the hand's own force counts. */
  readonly bothHeld: boolean;
}

/**
 * Cuts the tree at a joint. The side away from the hold is the one without the leading grip; where
 * nothing is known to hold the rig, the side away from the body.
 */
export function cutAt(assembly: Assembly, joint: PlacedJoint, hold: Hold): Cut {
  const carried = listCarried(assembly, joint.child);
  const inside = new Set(carried.map((p) => p.item.id));
  const holders = hold.state === 'held' ? hold.itemIds : [];
  const leadInside = holders.length > 0 && inside.has(holders[0]!);
  const bothHeld = holders.some((id) => inside.has(id)) && holders.some((id) => !inside.has(id));
  const insideMass = carried.reduce((sum, p) => (p.mass ? combineMass(sum, p.mass) : sum), noMass);
  if (!leadInside) return { away: carried, awayMass: insideMass, bothHeld };
  return {
    away: assembly.items.filter((p) => !inside.has(p.item.id)),
    awayMass: combineMass(assembly.mass, {
      massG: -insideMass.massG,
      momentGmm: scale(insideMass.momentGmm, -1),
    }),
    bothHeld,
  };
}
