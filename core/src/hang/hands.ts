import type { Bearer, Hold } from '../hold/index.js';
import { dot, measureLength, negate, scale, subtract, type Vec3 } from '../placement/index.js';
import type { Assembly } from '../rig/index.js';
import { toWeightN } from '../units/index.js';
import type { Borne } from './borne.js';
import { measureSlipOff, type SlipOff } from './slip-off.js';

/** What one hand does. */
export interface HandLoad {
  readonly role: Bearer['role'];
  readonly itemId: string;
  readonly pointMm: Vec3;
  /** Upwards, in N; below 0 the hand holds the rig down. */
  readonly liftN: number;
  /** Backwards, in N: towards the chest or the eye. */
  readonly pullN: number;
  /** What the wrist must hold, in N·m: nose up (against a heavy nose), and upright (against a lean to the left). */
  readonly pitchNm: number;
  readonly rollNm: number;
  readonly wristNm: number;
  /** Which way the rig goes when this hand slips; undefined off a grip. */
  readonly slipOff: SlipOff | undefined;
}

/** A third contact that steadies: chest or eye. */
export interface Leaning {
  readonly role: Bearer['role'];
  readonly itemId: string;
  readonly pushN: number;
  readonly liftN: number;
}

/** Borne by one or two hands that push upwards, a chest or a face perhaps with them. */
export interface InHands extends Borne {
  readonly state: 'in-hands';
  readonly hands: readonly HandLoad[];
  readonly leaning: Leaning | undefined;
  /** The larger of what the wrists hold, in N·m. */
  readonly wristNm: number;
  /** How the second hand lies to the first: higher, farther ahead, apart to the side; all 0 or more, in mm. */
  readonly between:
    { readonly heightMm: number; readonly depthMm: number; readonly spreadMm: number } | undefined;
  /** Each hand as the free one, to focus: what moment the other then holds alone, in N·m. */
  readonly letGo: readonly { readonly freeItemId: string; readonly otherNm: number }[];
}

/** The loads of all hands in a solution. */
export function listHandLoads(
  assembly: Assembly,
  hold: Extract<Hold, { state: 'held' }>,
  borne: Borne,
): HandLoad[] {
  const { axes } = hold;
  const up = negate(axes.down);
  return hold.contacts
    .filter((c) => c.role === 'hand' || c.role === 'under-hand')
    .map((contact) => {
      const force = borne.statics?.forces.find(
        (f) => f.on === contact.role && f.itemId === contact.itemId && f.atMm === contact.pointMm,
      );
      const twist = borne.statics?.twists.find(
        (t) => t.on === contact.role && t.itemId === contact.itemId && t.atMm === contact.pointMm,
      );
      const moment: Vec3 = twist?.momentNm ?? [0, 0, 0];
      return {
        role: contact.role,
        itemId: contact.itemId,
        pointMm: contact.pointMm,
        liftN: force ? dot(force.forceN, up) : 0,
        pullN: force ? -dot(force.forceN, axes.forward) : 0,
        // About the left axis nose down is positive, so holding the nose up is the other way.
        pitchNm: -dot(moment, axes.left),
        rollNm: dot(moment, axes.forward),
        wristNm: measureLength(moment),
        slipOff: contact.grip && measureSlipOff(assembly, contact.grip, axes.down),
      };
    });
}

/** How a rig sits in one or two hands. */
export function measureHands(
  assembly: Assembly,
  hold: Extract<Hold, { state: 'held' }>,
  borne: Borne,
): InHands {
  const { axes } = hold;
  const hands = listHandLoads(assembly, hold, borne);
  const third = hold.contacts.find((c) => c.role === 'chest' || c.role === 'eye');
  const force = third && borne.statics?.forces.find((f) => f.on === third.role);
  const [a, b] = hands;
  const apart = a && b ? subtract(b.pointMm, a.pointMm) : undefined;
  const size = (axis: Vec3) => Math.abs(dot(apart!, axis));
  const weightN = toWeightN(borne.massG);
  const alone = (hand: HandLoad): number => {
    const d = subtract(borne.centreMm, hand.pointMm);
    const level = subtract(d, scale(axes.down, dot(d, axes.down)));
    return (weightN * measureLength(level)) / 1000;
  };
  return {
    state: 'in-hands',
    ...borne,
    hands,
    leaning:
      third && force
        ? {
            role: third.role,
            itemId: third.itemId,
            pushN: dot(force.forceN, axes.forward),
            liftN: dot(force.forceN, negate(axes.down)),
          }
        : undefined,
    wristNm: Math.max(0, ...hands.map((h) => h.wristNm)),
    between: apart
      ? { heightMm: size(axes.down), depthMm: size(axes.forward), spreadMm: size(axes.left) }
      : undefined,
    letGo:
      a && b
        ? [
            { freeItemId: a.itemId, otherNm: alone(b) },
            { freeItemId: b.itemId, otherNm: alone(a) },
          ]
        : [],
  };
}
