import type {
  Carries,
  Connector,
  KeepClearPurpose,
  Mismatch,
  PartKind,
  Tool,
} from '../part/index.js';
import type { Vec3 } from '../placement/index.js';
import type { Edit, HoldKind, HoldNeed } from '../rig/index.js';
import type { Money } from '../units/index.js';

/** Whether a finding stops the build, wants a look, or is good to know. */
export type Weight = 'stops' | 'risk' | 'note';

/** The working of one screw joint: does it turn under weight, or under the hands? Moments in N·m. */
export interface Slip {
  readonly jointId: string;
  /** How firmly the screw is drawn, and where that figure is from. */
  readonly torqueNm: number;
  readonly torqueFrom: 'stated' | 'torqueThumbNm' | 'torqueCoinNm' | 'torqueHexNm';
  readonly clampForceN: number;
  readonly friction: number;
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

/** What each finding states about itself: figures and ids, no prose. */
export interface FindingFacts {
  'kinds-do-not-mate': {
    readonly mismatch: Mismatch;
    /** Parts that bring the two together, from the carrier outwards, where some are known. */
    readonly bridge?: readonly string[];
  };
  'mount-taken-twice': {
    readonly itemId: string;
    readonly mountId: string;
    readonly count: number;
  };
  'clamps-overlap': {
    readonly itemId: string;
    readonly mountId: string;
    readonly overlapMm: number;
  };
  'rail-too-short': {
    readonly itemId: string;
    readonly mountId: string;
    readonly railMm: number;
    readonly clampMm: number;
  };
  'off-the-rail': { readonly itemId: string; readonly mountId: string; readonly overMm: number };
  'turn-off-step': { readonly turnDeg: number; readonly nearestDeg: number };
  'stance-out-of-range': {
    readonly itemId: string;
    readonly movementId: string;
    readonly value: number;
    readonly allowed: number;
    readonly unit: 'deg' | 'mm';
  };
  'key-unknown': Record<never, never>;
  'enters-not-latches': Record<never, never>;
  'screw-can-turn': Slip;
  'screw-too-long': {
    readonly standsOutMm: number;
    readonly depthMm: number;
    readonly overMm: number;
  };
  'screw-too-short': { readonly engagedMm: number; readonly neededMm: number };
  'brace-apart': { readonly braceId: string; readonly gapMm: number; readonly allowedMm: number };
  /** The shortest move that parts the two; the solids that are deepest in each other. */
  'parts-overlap': {
    readonly depthMm: number;
    readonly solidA: string;
    readonly solidB: string;
    readonly atMm: Vec3;
  };
  'keep-clear-entered': {
    readonly itemId: string;
    readonly spaceId: string;
    readonly purpose: KeepClearPurpose;
    readonly depthMm: number;
    /** For what swings: how far it opens before it meets something, and how far it would. */
    readonly opensDeg: number | undefined;
    readonly sweepDeg: number | undefined;
    /** Whether the purpose is wanted in this setup. */
    readonly matters: boolean;
  };
  'hand-room': { readonly gripId: string; readonly depthMm: number; readonly roomMm: number };
  'mount-covered': { readonly itemId: string; readonly mountIds: readonly string[] };
  'cannot-bring-on': { readonly travelMm: number };
  'plug-cannot-enter': {
    readonly itemId: string;
    readonly portId: string;
    readonly plugMm: number;
    readonly depthMm: number;
  };
  'bend-too-tight': {
    readonly itemId: string;
    readonly portId: string;
    readonly roomMm: number;
    readonly neededMm: number;
  };
  'lead-wrong-end': {
    readonly itemId: string;
    readonly portId: string;
    readonly connector: Connector;
  };
  'port-taken-twice': {
    readonly itemId: string;
    readonly portId: string;
    readonly count: number;
  };
  'lead-too-short': { readonly lengthMm: number; readonly neededMm: number };
  'lead-too-long': { readonly lengthMm: number; readonly neededMm: number };
  'lens-mount-overloaded': {
    readonly momentNm: number;
    readonly limitNm: number;
    readonly limitStated: boolean;
    readonly massG: number;
    readonly focusNm: number;
  };
  'adapter-impossible': { readonly bodyFlangeMm: number; readonly lensFlangeMm: number };
  'flange-off': { readonly isMm: number; readonly wantedMm: number };
  'sensor-not-covered': { readonly circleMm: number; readonly diagonalMm: number };
  /** How far the middle of a part on the rods is from the optical axis: up, to the left, and turned. */
  'off-optical-axis': {
    readonly upMm: number;
    readonly leftMm: number;
    readonly turnDeg: number;
    /** Height of the optical axis over the rods that carry it. */
    readonly axisOverRodsMm: number | undefined;
  };
  'gear-out-of-mesh': {
    readonly ring: 'none' | 'there';
    /** Above 0 the teeth do not reach each other, below 0 they press. */
    readonly apartMm: number;
    readonly asideMm: number;
  };
  'support-too-short': { readonly gapMm: number; readonly liftMm: number };
  'view-cut': { readonly focalMm: number; readonly depthMm: number; readonly pupilKnown: boolean };
  'tool-cannot-reach': { readonly tool: Tool; readonly roomMm: number; readonly later: boolean };
  'assembly-impossible': { readonly ring: readonly string[] };
  'scratches-body': { readonly after: PartKind };
  'over-payload': { readonly massG: number; readonly limitG: number };
  'over-ahead': { readonly aheadMm: number; readonly limitMm: number };
  'home-made-load': { readonly massG: number };
  'one-fastening': Record<never, never>;
  'mount-overloaded': {
    readonly itemId: string;
    readonly mountId: string;
    readonly massG: number;
    readonly limitG: number | undefined;
    readonly momentNm: number;
    readonly limitNm: number | undefined;
  };
  'arm-sags': {
    readonly itemId: string;
    readonly movementId: string;
    readonly momentNm: number;
    readonly holdsNm: number;
  };
  'no-lining': Record<never, never>;
  'lever-under-hand': { readonly spaceId: string; readonly gripId: string };
  'out-of-reach': {
    readonly itemId: string;
    readonly controlId: string;
    readonly farMm: number;
    readonly reachMm: number;
  };
  'not-with-gloves': {
    readonly itemId: string;
    readonly controlId: string;
    readonly sizeMm: number;
    readonly neededMm: number;
    readonly temperatureC: number;
  };
  'grips-uneven': { readonly heightMm: number; readonly depthMm: number };
  'screen-not-seen': {
    readonly screenId: string;
    readonly why: 'hidden' | 'aslant' | 'far';
    readonly angleDeg: number;
    readonly farMm: number;
    /** Whether another screen is seen well. */
    readonly another: boolean;
  };
  'does-not-stand': {
    readonly why: 'on-a-point' | 'on-an-edge' | 'tips' | 'on-the-lens' | 'on-a-lead';
    readonly outsideMm: number;
  };
  'longer-than-needed': {
    readonly lengthMm: number;
    readonly usedMm: number;
    readonly savesG: number | undefined;
  };
  'excludes-part': Record<never, never>;
  'part-unplaced': { readonly places: number };
  'no-lead': {
    readonly fromPort: string;
    readonly toItem: string;
    readonly toPort: string;
    readonly carries: Carries;
    /** The part in whose box such a lead comes. */
    readonly inBoxOf: string | undefined;
  };
  'no-supply': { readonly portId: string };
  'tool-missing': { readonly tool: Tool };
  'bought-twice': { readonly inBoxOf: string };
  'sold-only-with': { readonly partIds: readonly string[] };
  'no-charger': Record<never, never>;
  'joint-plays': { readonly playMm: number; readonly playDeg: number };
  'screw-hits-behind': { readonly overMm: number; readonly depthMm: number };
  'over-height': { readonly heightMm: number; readonly limitMm: number; readonly topItem: string };
  'no-hold': {
    readonly hold: HoldKind;
    readonly need: HoldNeed;
  };
  'tips-over': { readonly aboveMm: number };
  'not-level': { readonly tiltDeg: number; readonly leanDeg: number };
  'mass-unknown': Record<never, never>;
  'wrist-over': {
    readonly momentNm: number;
    readonly limitNm: number;
    /** Holding the nose up, and holding against a lean to the left; below 0 the other way. */
    readonly pitchNm: number;
    readonly rollNm: number;
  };
  'hand-pulls-down': { readonly pullN: number };
  'heavy-end': {
    readonly heavy: 'nose' | 'tail';
    readonly beyondMm: number;
    readonly handsN: number;
    readonly hasHands: boolean;
  };
  'off-head-axis': {
    readonly aheadMm: number;
    readonly leftMm: number;
    readonly remainsMm: number;
    readonly offsetNm: number;
  };
  'counterbalance-short': { readonly needNm: number; readonly peakNm: number };
  'gimbal-cannot-balance': {
    readonly way: 'forward' | 'left' | 'up';
    readonly atMm: number;
    readonly outMm: number;
    readonly lowMm: number;
    readonly highMm: number;
  };
  'gimbal-too-big': {
    readonly side: 'length' | 'width' | 'height';
    readonly sizeMm: number;
    readonly limitMm: number;
  };
  'support-unknown': { readonly lacks: 'counterbalance' | 'balance' };
  'slips-out': { readonly towards: 'from' | 'to'; readonly slopeDeg: number };
  'tips-easily': {
    readonly way: 'forward' | 'back' | 'left' | 'right';
    readonly tipDeg: number;
    readonly limitDeg: number;
  };
  'over-spend': { readonly toSpend: Money; readonly limit: Money };
  'over-carry': { readonly massG: number; readonly limitG: number; readonly atLeast: boolean };
  'price-unknown': Record<never, never>;
  'price-without-rate': { readonly price: Money; readonly currency: string };
}

export type FindingCode = keyof FindingFacts;

/** One of the six questions. */
export type Question = 'fit' | 'hang' | 'last' | 'light' | 'sound' | 'spend';

export const questions: readonly Question[] = ['fit', 'hang', 'last', 'light', 'sound', 'spend'];

/** The question under which each finding is told. */
export const questionOf: Readonly<Record<FindingCode, Question>> = {
  'kinds-do-not-mate': 'fit',
  'mount-taken-twice': 'fit',
  'clamps-overlap': 'fit',
  'rail-too-short': 'fit',
  'off-the-rail': 'fit',
  'turn-off-step': 'fit',
  'stance-out-of-range': 'fit',
  'key-unknown': 'fit',
  'enters-not-latches': 'fit',
  'screw-can-turn': 'fit',
  'screw-too-long': 'fit',
  'screw-too-short': 'fit',
  'brace-apart': 'fit',
  'parts-overlap': 'fit',
  'keep-clear-entered': 'fit',
  'hand-room': 'fit',
  'mount-covered': 'fit',
  'cannot-bring-on': 'fit',
  'plug-cannot-enter': 'fit',
  'bend-too-tight': 'fit',
  'lead-wrong-end': 'fit',
  'port-taken-twice': 'fit',
  'lead-too-short': 'fit',
  'lead-too-long': 'fit',
  'lens-mount-overloaded': 'fit',
  'adapter-impossible': 'fit',
  'flange-off': 'fit',
  'sensor-not-covered': 'fit',
  'off-optical-axis': 'fit',
  'gear-out-of-mesh': 'fit',
  'support-too-short': 'fit',
  'view-cut': 'fit',
  'tool-cannot-reach': 'fit',
  'assembly-impossible': 'fit',
  'scratches-body': 'fit',
  'over-payload': 'fit',
  'over-ahead': 'fit',
  'home-made-load': 'fit',
  'one-fastening': 'fit',
  'mount-overloaded': 'fit',
  'arm-sags': 'fit',
  'no-lining': 'fit',
  'lever-under-hand': 'fit',
  'out-of-reach': 'fit',
  'not-with-gloves': 'fit',
  'grips-uneven': 'fit',
  'screen-not-seen': 'fit',
  'does-not-stand': 'fit',
  'longer-than-needed': 'fit',
  'excludes-part': 'fit',
  'part-unplaced': 'fit',
  'no-lead': 'fit',
  'no-supply': 'fit',
  'tool-missing': 'fit',
  'bought-twice': 'fit',
  'sold-only-with': 'fit',
  'no-charger': 'fit',
  'joint-plays': 'fit',
  'screw-hits-behind': 'fit',
  'over-height': 'fit',
  'no-hold': 'hang',
  'tips-over': 'hang',
  'not-level': 'hang',
  'mass-unknown': 'hang',
  'wrist-over': 'hang',
  'hand-pulls-down': 'hang',
  'heavy-end': 'hang',
  'off-head-axis': 'hang',
  'counterbalance-short': 'hang',
  'gimbal-cannot-balance': 'hang',
  'gimbal-too-big': 'hang',
  'support-unknown': 'hang',
  'slips-out': 'hang',
  'tips-easily': 'hang',
  'over-spend': 'spend',
  'over-carry': 'spend',
  'price-unknown': 'spend',
  'price-without-rate': 'spend',
};

export const findingCodes = Object.keys(questionOf) as readonly FindingCode[];

/** A way out of a finding: an edit that can be made as it stands. */
export interface Remedy {
  readonly edit: Edit;
}

/** Trouble in a rig, as data. The sentence is made from it at the edge. */
export type Finding = {
  readonly [Code in FindingCode]: {
    /** The code and what it is about: the same trouble keeps its id from one report to the next. */
    readonly id: string;
    readonly code: Code;
    readonly weight: Weight;
    /** What it is about, the subject first; empty where it is about the whole rig. */
    readonly items: readonly string[];
    readonly joints: readonly string[];
    readonly facts: FindingFacts[Code];
    readonly remedies: readonly Remedy[];
    /** The lens of the set with which it comes up, where that is not the one on the rig. */
    readonly lens?: string;
  };
}[FindingCode];

/** The same finding as it comes up with another lens of the set. */
export function withLens(finding: Finding, lens: string): Finding {
  return { ...finding, id: `${finding.id}@${lens}`, lens };
}

/** A finding of one code, with its id made from what it is about. */
export function createFinding<Code extends FindingCode>(
  code: Code,
  weight: Weight,
  about: {
    /** What it is about, the subject first; empty where it is about the whole rig. */
    readonly items: readonly string[];
    readonly joints?: readonly string[];
    readonly key?: string;
  },
  facts: FindingFacts[Code],
  edits: readonly Edit[] = [],
): Finding {
  const joints = about.joints ?? [];
  const id = [code, ...(joints.length > 0 ? joints : about.items), about.key]
    .filter((piece) => piece !== undefined && piece !== '')
    .join(':');
  return {
    id,
    code,
    weight,
    items: about.items,
    joints,
    facts,
    remedies: edits.map((edit) => ({ edit })),
  } as Finding;
}

const weightOrder: Readonly<Record<Weight, number>> = { stops: 0, risk: 1, note: 2 };

/** Heaviest first; within a weight in the order of codes, then by id. */
export function compareFindings(a: Finding, b: Finding): number {
  return (
    weightOrder[a.weight] - weightOrder[b.weight] ||
    findingCodes.indexOf(a.code) - findingCodes.indexOf(b.code) ||
    (a.id < b.id ? -1 : a.id > b.id ? 1 : 0)
  );
}
