import type { Hold } from '../hold/index.js';
import { dot, negate, subtract } from '../placement/index.js';
import type { Borne } from './borne.js';

/** Borne by a pad on the shoulder, hands at the front. */
export interface OnShoulder extends Borne {
  readonly state: 'on-shoulder';
  readonly itemId: string;
  readonly padN: number;
  /** Upwards by all hands together, in N; below 0 they hold the nose down. */
  readonly handsN: number;
  /** How the weight lies to the pad. */
  readonly heavy: 'balanced' | 'nose' | 'tail';
  /** How far the weight lies beyond the pad's pressure, in mm; 0 where it sits by itself. */
  readonly beyondMm: number;
  /** How far it lies to the left of the pad's middle, in mm. */
  readonly leftMm: number;
  readonly hasHands: boolean;
}

/** How a rig sits on the shoulder. */
export function measureShoulder(hold: Extract<Hold, { state: 'held' }>, borne: Borne): OnShoulder {
  const { axes, contacts } = hold;
  const pad = contacts.find((c) => c.role === 'shoulder')!;
  const up = negate(axes.down);
  const forces = borne.statics?.forces ?? [];
  const sum = (isCounted: (on: string) => boolean) =>
    forces.filter((f) => isCounted(f.on)).reduce((total, f) => total + dot(f.forceN, up), 0);
  const d = subtract(borne.centreMm, pad.pointMm);
  const ahead = dot(d, axes.forward);
  const beyondMm = Math.max(0, Math.abs(ahead) - (pad.reachMm ?? 0));
  return {
    state: 'on-shoulder',
    ...borne,
    itemId: pad.itemId,
    padN: sum((on) => on === 'shoulder'),
    handsN: sum((on) => on === 'hand' || on === 'under-hand'),
    heavy: beyondMm === 0 ? 'balanced' : ahead > 0 ? 'nose' : 'tail',
    beyondMm,
    leftMm: dot(d, axes.left),
    hasHands: contacts.some((c) => c.role === 'hand' || c.role === 'under-hand'),
  };
}
