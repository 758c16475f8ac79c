import type { Mismatch } from '../part/index.js';
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
  'kinds-do-not-mate': { readonly mismatch: Mismatch };
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
  'over-height': { readonly heightMm: number; readonly limitMm: number; readonly topItem: string };
  'no-hold': {
    readonly hold: HoldKind;
    readonly need: HoldNeed;
  };
  'tips-over': { readonly aboveMm: number };
  'not-level': { readonly tiltDeg: number; readonly leanDeg: number };
  'mass-unknown': Record<never, never>;
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
  'over-height': 'fit',
  'no-hold': 'hang',
  'tips-over': 'hang',
  'not-level': 'hang',
  'mass-unknown': 'hang',
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
  };
}[FindingCode];

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
