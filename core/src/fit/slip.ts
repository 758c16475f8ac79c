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
import { hasTrait, mountKinds, measureCentreMm, type Contact, type Mount } from '../part/index.js';
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
  isInBranch,
  measureSetting,
  placeSolids,
  type Assembly,
  type Brace,
  type PlacedItem,
  type PlacedJoint,
} from '../rig/index.js';
import { listCornersMm } from '../solid/index.js';
import { toWeightN } from '../units/index.js';
import { findBrace } from './brace.js';
import { findStop } from './contact.js';
import { cutAt, type Cut } from './cut.js';
import { listMoves } from './moves.js';
import { listSwaps } from './swaps.js';
import { findTurning, type Turning, type TurnSpace } from './turning.js';

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
  /** The larger of the two. */
  readonly ratio: number;
  /** What a hand or a knock does when it turns the joint. */
  readonly turning: Turning;
  /** Mass on the side of the joint away from the hold. */
  readonly awayMassG: number;
  /** The item at the far end of the hand's arm, where there is one. */
  readonly handAtItem: string | undefined;
  /** A second contact across this joint that is within tolerance. */
  readonly braced: boolean;
  /** What that contact takes off the joint; undefined without one. */
  readonly relief: Relief | undefined;
}

/** A second contact, how far from the axis it is, and the force with which it takes all the turning: F = M ∕ arm. */
export interface Relief {
  /** A brace that the setup names, or a part that lies against it. */
  readonly by: Brace['kind'] | 'neighbour';
  /** The neighbour, or the part at the brace's far end. */
  readonly itemId: string;
  readonly armMm: number;
  readonly forceN: number;
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

/** How hard the rig is jolted by the motion of this setup, in g, however it is held. */
export function measureJoltG(assembly: Pick<Assembly, 'setup' | 'rig'>): number {
  const { setup, rig } = assembly;
  if (setup.motion === 'still') return 0;
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
  const gravity = Math.abs(dot(cross(arm, scale(down, toWeightN(massG))), axis));
  return gravity + measureJoltMomentNm(massG, centreMm, throughMm, axis, joltG);
}

/** Moment of a jolt in the direction that turns the joint most: |n × r|·m·a, in N·m. */
function measureJoltMomentNm(
  massG: number,
  centreMm: Vec3,
  throughMm: Vec3,
  axis: Vec3,
  joltG: number,
): number {
  const arm = scale(subtract(centreMm, throughMm), 1 / 1000);
  return toWeightN(massG) * joltG * measureLength(cross(axis, arm));
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
  /** A hand that holds the rig there: it turns what the camera hangs on, not what is light and beyond. */
  readonly holds?: true;
}

/**
 * Everywhere the rig is pushed at: both ends of each grip, the hand under the lens, the hand on the focus, and on a
 * tripod every corner, since a knock finds the farthest. Once for all joints.
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
      const holds = held.has(`${placed.item.id} ${grip.id}`) ? ({ holds: true } as const) : {};
      const forceN = grip.use === 'focus' ? focusN : handN;
      for (const pointMm of placeGrip(placed, grip)) {
        touches.push({ placed, pointMm, forceN, ...holds });
      }
    }
    if (hasTrait(placed.part, 'optic')) {
      // The focus hand takes the barrel anywhere along it; its front has the longest arm.
      for (const { solid, rigFromSolid } of placeSolids(placed)) {
        for (const corner of listCornersMm(solid)) {
          touches.push({ placed, pointMm: place(rigFromSolid, corner), forceN: focusN });
        }
      }
    }
    if (assembly.setup.hold !== 'tripod') continue;
    for (const { solid, rigFromSolid } of placeSolids(placed)) {
      for (const corner of listCornersMm(solid)) {
        touches.push({ placed, pointMm: place(rigFromSolid, corner), forceN: knockN });
      }
    }
  }
  for (const contact of hold.state === 'held' ? hold.contacts : []) {
    const placed = assembly.byId.get(contact.itemId);
    if (contact.role !== 'under-hand' || !placed) continue;
    touches.push({ placed, pointMm: contact.pointMm, forceN: handN, holds: true });
  }
  return touches;
}

/** The cosine of how far an axis may lean and still count as upright: about 25° (estimate). */
const uprightCosine = 0.9;

/** What one joint looks like to those who push: what is beyond it, and the line about which it turns. */
interface Pivot {
  readonly cut: Cut;
  readonly throughMm: Vec3;
  readonly axis: Vec3;
  /** Upright, with the camera beyond it: then the hands that hold the rig twist it too, from the other side. */
  readonly carriesCamera: boolean;
}

function measurePush(touches: readonly Touch[], pivot: Pivot): Push {
  let best = noPush;
  for (const { placed, pointMm, forceN, holds } of touches) {
    const away = pivot.cut.isAway(placed);
    const counts = holds ? pivot.carriesCamera || (pivot.cut.bothHeld && away) : away;
    if (!counts) continue;
    const armMm = measureDistanceToLine(pointMm, pivot.throughMm, pivot.axis);
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

/** The second contact that keeps a joint from turning: a brace, else what lies against it, looked for only where it would turn. */
function findRelief(
  assembly: Assembly,
  joint: PlacedJoint,
  pivot: Pivot,
  momentNm: number,
  ratio: number,
  around: TurnSpace | undefined,
): Relief | undefined {
  const forceAt = (armMm: number) => (armMm > 0 ? (momentNm * 1000) / armMm : 0);
  const known = findBrace(assembly, joint);
  if (known) {
    const { brace, atMm } = known;
    const armMm = measureDistanceToLine(atMm, pivot.throughMm, pivot.axis);
    const child = assembly.byId.get(joint.child)!;
    const isInside = isInBranch(child, assembly.byId.get(brace.a.item)!);
    const itemId = isInside ? brace.b.item : brace.a.item;
    return { by: brace.kind, itemId, armMm, forceN: forceAt(armMm) };
  }
  if (!around || ratio <= slipLimits.watch) return undefined;
  // The two that are screwed together touch anyway.
  const own = new Set([joint.parent, joint.child]);
  const isAsked = (a: PlacedItem, b: PlacedItem) => !own.has(a.item.id) || !own.has(b.item.id);
  const stop = findStop(around.space, pivot, pivot.cut.isAway, isAsked);
  return (
    stop && {
      by: 'neighbour',
      itemId: stop.placed.item.id,
      armMm: stop.armMm,
      forceN: forceAt(stop.armMm),
    }
  );
}

function measureSlip(
  assembly: Assembly,
  joint: PlacedJoint,
  hold: Hold,
  joltG: number,
  touches: readonly Touch[],
  statics: Statics | undefined,
  around: TurnSpace | undefined,
): Slip | undefined {
  if (joint.mate.state !== 'mates') return undefined;
  const stated = joint.childMount.holdsNm ?? joint.parentMount.holdsNm;
  // A bushing is held by the pins that stand through beside it.
  const isHeld = (assembly.jointsOn.get(joint.child) ?? []).some(
    (j) => j.parentMount.pinsClear && j.mate.state === 'mates' && j.mate.pinned,
  );
  if (isHeld) return undefined;
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
  const joltMomentNm = centre
    ? measureJoltMomentNm(cut.awayMass.massG, centre, through, axis, joltG)
    : 0;
  const weightMomentNm = cut.bothHeld
    ? (statics ? measureHeldMomentNm(assembly, cut, statics, through, axis) : 0) + joltMomentNm
    : centre
      ? measureWeightMomentNm(cut.awayMass.massG, centre, through, axis, hold.axes.down, joltG)
      : 0;
  const camera = assembly.items[0]!;
  const pivot: Pivot = {
    cut,
    throughMm: through,
    axis,
    carriesCamera: cut.isAway(camera) && Math.abs(dot(axis, hold.axes.down)) > uprightCosine,
  };
  const push = measurePush(touches, pivot);
  const weightRatio = weightMomentNm / resisting.slipMomentNm;
  const handsRatio = push.momentNm / resisting.slipMomentNm;
  const ratio = Math.max(weightRatio, handsRatio);
  const relief = findRelief(
    assembly,
    joint,
    pivot,
    Math.max(weightMomentNm, push.momentNm),
    ratio,
    around,
  );
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
    ratio,
    turning:
      handsRatio > slipLimits.creeps
        ? findTurning(assembly, joint, cut, pivot, hold, around)
        : 'nothing',
    awayMassG: cut.awayMass.massG,
    braced: relief !== undefined,
    relief,
  };
}

/**
 * The working of every joint that holds by friction: does it turn? Joints that pins, teeth or their
 * shape keep from turning are left out, and those of which nothing is known. Masses that are not known
 * are left out of the moments.
 */
export function measureSlips(
  assembly: Assembly,
  hold: Hold,
  around: TurnSpace | undefined,
): Slip[] {
  const joltG = measureJoltG(assembly);
  const touches = listTouches(assembly, hold);
  const statics = solveStatics(assembly, hold);
  return assembly.joints.flatMap(
    (joint) => measureSlip(assembly, joint, hold, joltG, touches, statics, around) ?? [],
  );
}

/** By weight and motion: over 1 a joint turns, over 0.5 it creeps, over 0.3 it is worth a look now and then. */
export const slipLimits = { turns: 1, creeps: 0.5, watch: 0.3 } as const;

/** What a joint does, and by what: by its own weight and motion, or by a hand or a knock. */
export interface SlipJudgement {
  readonly weight: Weight | 'well';
  readonly by: 'weight' | 'hands';
}

/**
 * What the two slip ratios mean; over a limit counts, just on it does not. By weight and motion a joint that turns stops
 * the build. A hand or a knock that turns it is a risk where that turns the picture, hits or unplugs something; good to
 * know where it does nothing or is how the part is aimed, and nothing at all where the joint is stated to be a friction
 * pose. A braced joint holds.
 */
export function judgeSlip(
  slip: Pick<Slip, 'weightRatio' | 'handsRatio' | 'turning' | 'slipStated' | 'braced'>,
): SlipJudgement {
  const { turns, creeps, watch } = slipLimits;
  if (slip.braced) return { weight: 'well', by: 'weight' };
  const { weightRatio, handsRatio } = slip;
  if (weightRatio > turns) return { weight: 'stops', by: 'weight' };
  if (weightRatio > creeps) return { weight: 'risk', by: 'weight' };
  const harms = slip.turning !== 'nothing' && slip.turning !== 'aims';
  if (!slip.slipStated && handsRatio > turns) {
    // What is turned to aim it is there to be turned: that stands in the working.
    if (slip.turning === 'aims') return { weight: 'well', by: 'hands' };
    return { weight: harms ? 'risk' : 'note', by: 'hands' };
  }
  if (weightRatio > watch) return { weight: 'note', by: 'weight' };
  if (!slip.slipStated && harms && handsRatio > creeps) return { weight: 'note', by: 'hands' };
  return { weight: 'well', by: handsRatio > weightRatio ? 'hands' : 'weight' };
}

/** What a push that turns a joint does, as the end of a sentence. */
const turningWords: Readonly<Record<Turning, string>> = {
  nothing: 'nothing is hit or unplugged by it',
  aims: 'that is how you aim it, and its weight alone does not turn it',
  picture: 'the picture turns with it',
  grip: 'it turns in your hand',
  hits: 'it hits what stands beside it',
  unplugs: 'it pulls at a lead',
};

export const screwCanTurn = defineFinding('screw-can-turn', stating<Slip>(), {
  restsOn: ['mass', 'mounts'],
  bad: ({ ratio }) => ratio,
  weight:
    'by weight and motion: stops over 1, risk over 0.5, note over 0.3; by a hand or a knock over 1: risk where the picture turns, something is hit or unplugged, otherwise note',
  when: 'slip ratio of a plain screw or friction joint, not braced; a friction joint with a stated moment by weight and motion only',
  offers: 'a mount with pins; another part in its place that has them',
  sentence: ({ items: [child, parent], weight, facts }, n) => {
    const { by } = judgeSlip(facts);
    const holds = `${facts.slipStated ? 'the joint' : 'one plain screw'} holds ≈ ${sayNm(facts.slipMomentNm)}`;
    const pair = `${n.item(child!)} on ${n.item(parent!)}`;
    if (by === 'weight') {
      const verb =
        weight === 'stops'
          ? 'turns by itself'
          : weight === 'risk'
            ? 'creeps'
            : 'wants a look now and then';
      const cause = facts.joltG > 0 ? 'its weight and your steps bring' : 'its weight brings';
      return `${pair} ${verb}: ${cause} ≈ ${sayNm(facts.weightMomentNm)}, and ${holds} (ratio ≈ ${sayNumber(facts.weightRatio, 2)}).`;
    }
    const at = facts.handAtItem ? ` at ${n.item(facts.handAtItem)}` : '';
    const push = `${sayNumber(facts.handForceN)} N${at}, ${sayMm(facts.handArmMm)} from the screw, bring ≈ ${sayNm(facts.handsMomentNm)}, and ${holds} (ratio ≈ ${sayNumber(facts.handsRatio, 2)})`;
    return facts.handsRatio > slipLimits.turns
      ? `A push can turn ${pair}: ${push}; ${turningWords[facts.turning]}.`
      : `${pair} wants a look now and then: ${push}.`;
  },
  why: 'One screw without pins holds by friction only; it works loose during the day and the part turns.',
  todo: 'Use locating pins, a second screw or a stop; or tighten with a tool and look at it often.',
  toGet: ({ weight, facts }) => {
    // What only wants a look holds; nothing is bought for it.
    if (weight === 'note') return undefined;
    const least =
      judgeSlip(facts).by === 'weight'
        ? facts.weightMomentNm / slipLimits.creeps
        : facts.handsMomentNm / slipLimits.turns;
    return `Get one with locating pins or two screws, or a joint that holds ${sayNm(Math.ceil(10 * least) / 10)}; until then tighten it with a tool and look at it often.`;
  },
});

/** A finding for each friction joint that turns, creeps or wants watching. */
export const slipCheck = defineCheck(
  [screwCanTurn],
  ({ assembly, slips, catalogue }: FitAsked & { readonly slips: readonly Slip[] }) => {
    const joints = new Map(assembly.joints.map((j) => [j.joint.id, j]));
    // Of the joints between a hand and what it aims the weakest gives way: one trouble.
    const yielding = new Map<string, Slip>();
    for (const slip of slips) {
      if (judgeSlip(slip).by !== 'hands' || slip.handAtItem === undefined) continue;
      const known = yielding.get(slip.handAtItem);
      if (!known || slip.handsRatio > known.handsRatio) yielding.set(slip.handAtItem, slip);
    }
    return slips.flatMap((slip) => {
      const joint = joints.get(slip.jointId);
      const { weight, by } = judgeSlip(slip);
      if (!joint || weight === 'well') return [];
      if (by === 'hands' && yielding.get(slip.handAtItem ?? '') !== slip) return [];
      // What only wants a look now and then is not rebuilt for it.
      const isMended = catalogue && (slip.ratio > slipLimits.turns || weight !== 'note');
      const edits = isMended
        ? [
            ...listMoves(assembly, joint, (m) => m.mate.resists === 'blocked', 2),
            ...listSwaps(assembly, joint, catalogue, 2),
          ]
        : [];
      return [createFinding(screwCanTurn, weight, aboutJoint(joint), slip, edits)];
    });
  },
);
