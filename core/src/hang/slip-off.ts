import type { HeldGrip } from '../hold/index.js';
import { dot, scale, subtract, type Vec3 } from '../placement/index.js';
import type { Assembly } from '../rig/index.js';
import { toDeg } from '../units/index.js';

/** Which way a rig goes when the hand slips along the grip. */
export interface SlipOff {
  /** Towards which end of the grip the hand is left behind. */
  readonly towards: 'from' | 'to';
  /** How steeply the grip lies as it is held. */
  readonly slopeDeg: number;
  /** Whether the hand comes off there: the end is open. Undefined where the part does not say. */
  readonly comesOff: boolean | undefined;
}

/**
 * The rig slides down along its own grip, so the hand ends up at the higher end: off it where that end is open,
 * against a post where it is not.
 */
export function measureSlipOff(
  assembly: Assembly,
  held: HeldGrip,
  down: Vec3,
): SlipOff | undefined {
  if (held.lengthMm === 0) return undefined;
  const along = scale(subtract(held.toMm, held.fromMm), 1 / held.lengthMm);
  const fall = Math.max(-1, Math.min(1, dot(along, down)));
  const towards = fall > 0 ? 'from' : 'to';
  const grip = assembly.byId.get(held.itemId)?.part.grips?.find((g) => g.id === held.gripId);
  return {
    towards,
    slopeDeg: Math.abs(toDeg(Math.asin(fall))),
    comesOff: grip?.open === undefined ? undefined : grip.open === 'both' || grip.open === towards,
  };
}
