import {
  createFinding,
  type Weight,
  defineFinding,
  stating,
  defineCheck,
} from '../finding/index.js';
import { sayNumber, sayMm, sayNm } from '../words/index.js';
import { aboutJoint, type FitAsked } from './asked.js';
import { placeGrip, solveStatics, type Hold, type Statics } from '../hold/index.js';
import { mountKinds, measureCentreMm, type Contact, type Mount } from '../part/index.js';
import {
  cross,
  dot,
  measureDistanceToLine,
  measureLength,
  place,
  scale,
  subtract,
  type Vec3,
} from '../placement/index.js';
import {
  measureSetting,
  placeSolids,
  type Assembly,
  type PlacedItem,
  type PlacedJoint,
} from '../rig/index.js';
import { listCornersMm } from '../solid/index.js';
import { toWeightN } from '../units/index.js';
import { isBraced } from './brace.js';
import { cutAt, type Cut } from './cut.js';
import { listMoves } from './moves.js';
import { listSwaps } from './swaps.js';

/** The working of one screw joint: does it turn under weight, or under the hands? Moments in N·m. */
export interface Slip {
  readonly jointId: string;
  /** How firmly the screw is drawn, and where that figure is from. */
  readonly torqueNm: number;
  readonly torqueFrom: 'stated' | 'torqueThumbNm' | 'torqueCoinNm' | 'torqueHexNm';
  readonly clampForceN: number;
  readonly friction: number;
  readonly frictionFrom: 'frictionRubber' | 'frictionMetal';
  readonly frictionRadiusMm: number;
  readonly contactStated: boolean;
  readonly slipMomentNm: number;
  /** True where the joint states what it holds, so that no screw formula is used. */
  readonly slipStated: boolean;
  readonly weightMomentNm: number;
  readonly joltG: number;
  readonly handsMomentNm: number;
  readonly handForceN: number;
  readonly handArmMm: number;
  readonly weightRatio: number;
  readonly handsRatio: number;
  /** The larger of the two. Above 1 it turns, above 0.5 it creeps. */
  readonly ratio: number;
  /** Mass on the side of the joint away from the hold. */
  readonly awayMassG: number;
  /** The item at the far end of the hand's arm, where there is one. */
  readonly handAtItem: string | undefined;
  /** A second contact across this joint that is within tolerance. */
  readonly braced: boolean;
}

/**
 * Effective friction radius of a ring in contact, in mm: ⅔·(Ro³ − Ri³) ∕ (Ro² − Ri²), from even
 * pressure over the ring.
 */
export function measureFrictionRadiusMm(innerMm: number, outerMm: number): number {
  return ((2 / 3) * (outerMm ** 3 - innerMm ** 3)) / (outerMm ** 2 - innerMm ** 2);
}

/** Clamp force of a screw in newtons: F = T ∕ (K·d), the short form of the torque and tension relation. */
export function measureClampForceN(
  torqueNm: number,
  nutFactor: number,
  diameterMm: number,
): number {
  return torqueNm / (nutFactor * (diameterMm / 1000));
}

/** The ring in which both faces press on each other, if they state one: the narrower of the two. */
function narrowContact(a: Contact | undefined, b: Contact | undefined): Contact | undefined {
  if (!a || !b) return a ?? b;
  const innerRadiusMm = Math.max(a.innerRadiusMm, b.innerRadiusMm);
  const outerRadiusMm = Math.min(a.outerRadiusMm, b.outerRadiusMm);
  const lining = a.lining === 'rubber' || b.lining === 'rubber' ? 'rubber' : 'metal';
  return innerRadiusMm < outerRadiusMm ? { innerRadiusMm, outerRadiusMm, lining } : undefined;
}

function measureTorque(screw: Mount, assembly: Assembly): Pick<Slip, 'torqueNm' | 'torqueFrom'> {
  const { settings } = assembly.rig;
  const stated = screw.fastening?.torqueNm;
  if (stated !== undefined) return { torqueNm: stated, torqueFrom: 'stated' };
  const tool = screw.fastening?.tool ?? 'thumb';
  const name = tool.startsWith('hex')
    ? 'torqueHexNm'
    : tool === 'coin' || tool === 'screwdriver'
      ? 'torqueCoinNm'
      : 'torqueThumbNm';
  return { torqueNm: measureSetting(settings, name), torqueFrom: name };
}

type Resisting = Pick<
  Slip,
  | 'torqueNm'
  | 'torqueFrom'
  | 'clampForceN'
  | 'friction'
  | 'frictionFrom'
  | 'frictionRadiusMm'
  | 'contactStated'
  | 'slipMomentNm'
  | 'slipStated'
>;

function measureResisting(assembly: Assembly, joint: PlacedJoint): Resisting | undefined {
  const { settings } = assembly.rig;
  const { childMount: a, parentMount: b } = joint;
  const screw = a.side === 'screw' ? a : b;
  const torque = measureTorque(screw, assembly);
  const contact = narrowContact(a.contact, b.contact);
  const frictionFrom = contact?.lining === 'rubber' ? 'frictionRubber' : 'frictionMetal';
  const friction = measureSetting(settings, frictionFrom);
  const frictionRadiusMm = measureFrictionRadiusMm(
    contact?.innerRadiusMm ?? measureSetting(settings, 'contactInnerMm'),
    contact?.outerRadiusMm ?? measureSetting(settings, 'contactOuterMm'),
  );
  const holdsNm = a.holdsNm ?? b.holdsNm;
  const diameterMm = mountKinds[screw.kind].threadMm;
  if (holdsNm !== undefined) {
    return {
      ...torque,
      clampForceN: 0,
      friction,
      frictionFrom,
      frictionRadiusMm,
      contactStated: contact !== undefined,
      slipMomentNm: holdsNm,
      slipStated: true,
    };
  }
  if (diameterMm === undefined) return undefined;
  const clampForceN = measureClampForceN(
    torque.torqueNm,
    measureSetting(settings, 'nutFactor'),
    diameterMm,
  );
  return {
    ...torque,
    clampForceN,
    friction,
    frictionFrom,
    frictionRadiusMm,
    contactStated: contact !== undefined,
    slipMomentNm: (friction * clampForceN * frictionRadiusMm) / 1000,
    slipStated: false,
  };
}

const unmoving: readonly string[] = ['tripod', 'monopod', 'slider', 'set-down'];

/** How hard the rig is jolted in this setup, in g. */
export function measureJoltG(assembly: Assembly): number {
  const { setup, rig } = assembly;
  if (unmoving.includes(setup.hold) || setup.motion === 'still') return 0;
  return measureSetting(rig.settings, setup.motion === 'running' ? 'runningG' : 'walkingG');
}

/**
 * Moment of weight and motion about a screw's axis, in N·m: gravity's part as it pulls, plus the jolt
 * in whichever direction turns the joint most, |n × r|·m·a.
 */
export function measureWeightMomentNm(
  massG: number,
  centreMm: Vec3,
  throughMm: Vec3,
  axis: Vec3,
  down: Vec3,
  joltG: number,
): number {
  const arm = scale(subtract(centreMm, throughMm), 1 / 1000);
  const forceN = toWeightN(massG);
  const gravity = Math.abs(dot(cross(arm, scale(down, forceN)), axis));
  return gravity + forceN * joltG * measureLength(cross(axis, arm));
}

interface Push {
  readonly momentNm: number;
  readonly forceN: number;
  readonly armMm: number;
  readonly itemId: string | undefined;
}

const noPush: Push = { momentNm: 0, forceN: 0, armMm: 0, itemId: undefined };

/** A place where somebody pushes, on purpose or by accident. */
interface Touch {
  readonly placed: PlacedItem;
  readonly pointMm: Vec3;
  readonly forceN: number;
}

/**
 * Everywhere the rig is pushed at: both ends of each grip but those that hold it, and on a tripod every
 * corner, since a knock finds the farthest. Once for all joints.
 */
function listTouches(assembly: Assembly, hold: Hold): Touch[] {
  const { settings } = assembly.rig;
  const handN = measureSetting(settings, 'handForceN');
  const focusN = measureSetting(settings, 'focusForceN');
  const knockN = measureSetting(settings, 'knockForceN');
  const held = new Set(
    hold.state === 'held' ? hold.grips.map((g) => `${g.itemId} ${g.gripId}`) : [],
  );
  const touches: Touch[] = [];
  for (const placed of assembly.items) {
    for (const grip of placed.part.grips ?? []) {
      if (held.has(`${placed.item.id} ${grip.id}`)) continue;
      const forceN = grip.use === 'focus' ? focusN : handN;
      for (const pointMm of placeGrip(placed, grip)) touches.push({ placed, pointMm, forceN });
    }
    if (assembly.setup.hold !== 'tripod') continue;
    for (const { solid, rigFromSolid } of placeSolids(placed)) {
      for (const corner of listCornersMm(solid)) {
        touches.push({ placed, pointMm: place(rigFromSolid, corner), forceN: knockN });
      }
    }
  }
  return touches;
}

function measurePush(touches: readonly Touch[], cut: Cut, through: Vec3, axis: Vec3): Push {
  let best = noPush;
  for (const { placed, pointMm, forceN } of touches) {
    if (!cut.isAway(placed)) continue;
    const armMm = measureDistanceToLine(pointMm, through, axis);
    const momentNm = (forceN * armMm) / 1000;
    if (momentNm > best.momentNm) best = { momentNm, forceN, armMm, itemId: placed.item.id };
  }
  return best;
}

/**
 * Moment about a joint's axis where each side is borne: the weight of one side less what its own hands, pads and
 * wrists do, out of the statics of this way of holding. In N·m.
 */
function measureHeldMomentNm(
  assembly: Assembly,
  cut: Cut,
  statics: Statics,
  through: Vec3,
  axis: Vec3,
): number {
  const isAway = (itemId: string | undefined) => {
    const placed = itemId === undefined ? undefined : assembly.byId.get(itemId);
    return placed !== undefined && cut.isAway(placed);
  };
  const own = measureCentreMm(cut.awayMass);
  const weight = own && {
    atMm: own,
    forceN: scale(statics.down, toWeightN(cut.awayMass.massG)),
  };
  const forces = [...(weight ? [weight] : []), ...statics.forces.filter((f) => isAway(f.itemId))];
  const moment = forces.reduce(
    (sum, f) => sum + dot(cross(scale(subtract(f.atMm, through), 1 / 1000), f.forceN), axis),
    0,
  );
  const twisted = statics.twists.filter((t) => isAway(t.itemId));
  return Math.abs(twisted.reduce((sum, t) => sum + dot(t.momentNm, axis), moment));
}

function measureSlip(
  assembly: Assembly,
  joint: PlacedJoint,
  hold: Hold,
  joltG: number,
  touches: readonly Touch[],
  statics: Statics | undefined,
): Slip | undefined {
  if (joint.mate.state !== 'mates') return undefined;
  const stated = joint.childMount.holdsNm ?? joint.parentMount.holdsNm;
  if (joint.mate.resists !== 'friction' && !(joint.mate.resists === 'weak' && stated)) {
    return undefined;
  }
  const resisting = measureResisting(assembly, joint);
  if (!resisting) return undefined;
  const through = joint.rigFromParentMount.originMm;
  // A clamp on one rod turns about the rod, a screw about itself.
  const axis =
    joint.mate.as === 'rod-15-single'
      ? joint.rigFromParentMount.rotation.x
      : joint.rigFromParentMount.rotation.z;
  const cut = cutAt(assembly, joint, hold);
  const centre = measureCentreMm(cut.awayMass);
  const weightMomentNm = cut.bothHeld
    ? statics
      ? measureHeldMomentNm(assembly, cut, statics, through, axis)
      : 0
    : centre
      ? measureWeightMomentNm(cut.awayMass.massG, centre, through, axis, hold.axes.down, joltG)
      : 0;
  const push = measurePush(touches, cut, through, axis);
  const weightRatio = weightMomentNm / resisting.slipMomentNm;
  const handsRatio = push.momentNm / resisting.slipMomentNm;
  return {
    jointId: joint.joint.id,
    ...resisting,
    weightMomentNm,
    joltG,
    handsMomentNm: push.momentNm,
    handForceN: push.forceN,
    handArmMm: push.armMm,
    handAtItem: push.itemId,
    weightRatio,
    handsRatio,
    ratio: Math.max(weightRatio, handsRatio),
    awayMassG: cut.awayMass.massG,
    braced: isBraced(assembly, joint),
  };
}

/**
 * The working of every joint that holds by friction: does it turn? Joints that pins, teeth or their
 * shape keep from turning are left out, and those of which nothing is known. Masses that are not known
 * are left out of the moments.
 */
export function measureSlips(assembly: Assembly, hold: Hold): Slip[] {
  const joltG = measureJoltG(assembly);
  const touches = listTouches(assembly, hold);
  const statics = solveStatics(assembly, hold);
  return assembly.joints.flatMap(
    (joint) => measureSlip(assembly, joint, hold, joltG, touches, statics) ?? [],
  );
}

/** Over 1 a joint turns, over 0.5 it creeps, over 0.3 it is worth a look now and then. */
export const slipLimits = { turns: 1, creeps: 0.5, watch: 0.3 } as const;

/** What a slip ratio means: over a limit counts, just on it does not. A braced joint holds. */
export function judgeSlip(slip: Pick<Slip, 'ratio' | 'braced'>): Weight | 'well' {
  if (slip.braced || slip.ratio <= slipLimits.watch) return 'well';
  if (slip.ratio <= slipLimits.creeps) return 'note';
  return slip.ratio <= slipLimits.turns ? 'risk' : 'stops';
}

export const screwCanTurn = defineFinding('screw-can-turn', stating<Slip>(), {
  restsOn: ['mass', 'mounts'],
  weight: 'stops over 1, risk over 0.5, note over 0.3',
  when: 'slip ratio of a plain screw or friction joint, not braced',
  offers: 'a mount with pins; another part in its place that has them',
  sentence: ({ items: [child, parent], weight, facts }, n) => {
    const verb =
      weight === 'stops' ? 'turns' : weight === 'risk' ? 'creeps' : 'wants a look now and then';
    const hands = facts.handsRatio >= facts.weightRatio;
    const cause = hands
      ? `a hand pushing ${sayNumber(facts.handForceN)} N at ${sayMm(facts.handArmMm)}${facts.handAtItem ? ` (${n.item(facts.handAtItem)})` : ''} brings ≈ ${sayNm(facts.handsMomentNm)}`
      : `its weight and your steps bring ≈ ${sayNm(facts.weightMomentNm)}`;
    return `${n.item(child!)} on ${n.item(parent!)} ${verb}: ${cause}, and ${facts.slipStated ? 'the joint' : 'one plain screw'} holds ≈ ${sayNm(facts.slipMomentNm)} (ratio ≈ ${sayNumber(facts.ratio, 2)}).`;
  },
  why: 'One screw without pins holds by friction only; it works loose during the day and the part turns.',
  todo: 'Use locating pins, a second screw or a stop; or tighten with a tool and look at it often.',
});

/** A finding for each friction joint that turns, creeps or wants watching. */
export const slipCheck = defineCheck(
  [screwCanTurn],
  ({ assembly, slips, catalogue }: FitAsked & { readonly slips: readonly Slip[] }) => {
    const joints = new Map(assembly.joints.map((j) => [j.joint.id, j]));
    return slips.flatMap((slip) => {
      const joint = joints.get(slip.jointId);
      const weight = judgeSlip(slip);
      if (!joint || weight === 'well') return [];
      const edits =
        weight === 'note'
          ? []
          : [
              ...listMoves(assembly, joint, (m) => m.mate.resists === 'blocked', 2),
              ...(catalogue ? listSwaps(assembly, joint, catalogue, 2) : []),
            ];
      return [createFinding(screwCanTurn, weight, aboutJoint(joint), slip, edits)];
    });
  },
);
