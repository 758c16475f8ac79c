import {
  assumptions,
  measureSetting,
  type Assembly,
  type HoldKind,
  type Rig,
} from '../rig/index.js';
import { toWeightN } from '../units/index.js';
import type { Hang } from './hang.js';
import { measureDayHours, type Brief } from '../brief/index.js';

/** The joints of an arm that tire under a static load. */
export const armJoints = ['shoulder', 'elbow', 'grip'] as const;
export type ArmJoint = (typeof armJoints)[number];

/**
 * Static endurance t = a·f^−b in seconds, f the share of greatest strength: published curves for healthy adults
 * (Frey Law and Avin 2010). Below f = 0.1 the curves say nothing: not limited by this joint.
 */
export const enduranceCurves: Readonly<
  Record<ArmJoint, { readonly a: number; readonly b: number }>
> = {
  shoulder: { a: 14.9, b: 1.83 },
  elbow: { a: 18.0, b: 2.21 },
  grip: { a: 33.6, b: 1.61 },
};

/** Below this share of strength a joint does not limit how long one holds. */
export const leastFraction = 0.1;

/** How long a joint holds a share of its strength, in s; undefined where it is not limited by it. */
export function measureEnduranceS(joint: ArmJoint, fraction: number): number | undefined {
  if (fraction < leastFraction) return undefined;
  const { a, b } = enduranceCurves[joint];
  return a * fraction ** -b;
}

/**
 * How far from the shoulder and the elbow a hand bears, level, in m, and how far out the arm's own weight lies
 * (estimates of usual postures).
 */
const postures: Readonly<
  Partial<
    Record<HoldKind, { readonly shoulderM: number; readonly elbowM: number; readonly ownM: number }>
  >
> = {
  low: { shoulderM: 0.1, elbowM: 0.06, ownM: 0.05 },
  carried: { shoulderM: 0.03, elbowM: 0.02, ownM: 0.01 },
  'low-two': { shoulderM: 0.25, elbowM: 0.2, ownM: 0.13 },
  'one-grip': { shoulderM: 0.35, elbowM: 0.25, ownM: 0.2 },
  grips: { shoulderM: 0.35, elbowM: 0.25, ownM: 0.2 },
  eye: { shoulderM: 0.25, elbowM: 0.22, ownM: 0.15 },
  chest: { shoulderM: 0.2, elbowM: 0.2, ownM: 0.1 },
  shoulder: { shoulderM: 0.25, elbowM: 0.18, ownM: 0.15 },
};

/** Ways of holding for which an owner can test how long they last: one person, standing, until they must stop. */
export const testableHolds: readonly HoldKind[] = [
  'low',
  'one-grip',
  'grips',
  'low-two',
  'chest',
  'eye',
];

/** What one joint bears, and for how long. */
export interface JointEffort {
  readonly joint: ArmJoint;
  readonly load: number;
  readonly strength: number;
  readonly unit: 'N·m' | 'N';
  /** Share of greatest strength; above 1 it cannot be held at all. */
  readonly fraction: number;
  readonly timeS: number | undefined;
}

/** How tiring a way of holding is. All of it an estimate. */
export interface Effort {
  readonly handN: number;
  readonly joints: readonly JointEffort[];
  /** The joint that gives out first; undefined where none limits. */
  readonly limit: JointEffort | undefined;
  readonly strengthFactor: number;
  /** Where the strength is from. */
  readonly factorFrom: 'set' | 'hold-test' | 'assumed';
}

function measureJoints(
  hold: HoldKind,
  handN: number,
  settings: Rig['settings'],
  factor: number,
): JointEffort[] {
  const posture = postures[hold];
  if (!posture) return [];
  const armN = toWeightN(measureSetting(settings, 'armG'));
  const joint = (
    name: ArmJoint,
    load: number,
    setting: 'shoulderNm' | 'elbowNm' | 'gripN',
  ): JointEffort => {
    const strength = measureSetting(settings, setting) * factor;
    const fraction = load / strength;
    return {
      joint: name,
      load,
      strength,
      unit: setting === 'gripN' ? 'N' : 'N·m',
      fraction,
      timeS: measureEnduranceS(name, fraction),
    };
  };
  return [
    joint('shoulder', handN * posture.shoulderM + armN * posture.ownM, 'shoulderNm'),
    // Forearm and hand are about 44 % of an arm, their middle halfway out (body segment tables).
    joint('elbow', handN * posture.elbowM + 0.44 * armN * (posture.elbowM / 2), 'elbowNm'),
    joint('grip', handN, 'gripN'),
  ];
}

function findLimit(joints: readonly JointEffort[]): JointEffort | undefined {
  return joints
    .filter((j) => j.timeS !== undefined)
    .reduce<JointEffort | undefined>((a, b) => (!a || b.timeS! < a.timeS! ? b : a), undefined);
}

/**
 * The strength that explains a hold test: a known weight in one hand (two share it) until one had to stop. Found
 * by halving: endurance grows with strength, so there is one answer. Between a fifth and five times the middle.
 */
export function measureStrengthFactor(
  test: NonNullable<Rig['holdTest']>,
  settings: Rig['settings'],
): number {
  const handN = toWeightN(test.massG) / (isTwoHanded(test.hold) ? 2 : 1);
  const timeOf = (factor: number) =>
    findLimit(measureJoints(test.hold, handN, settings, factor))?.timeS ?? Infinity;
  let [low, high] = [0.2, 5];
  for (let i = 0; i < 40; i += 1) {
    const middle = Math.sqrt(low * high);
    if (timeOf(middle) < test.durationS) low = middle;
    else high = middle;
  }
  return Math.sqrt(low * high);
}

export function isTwoHanded(hold: HoldKind): boolean {
  return ['low-two', 'grips', 'eye', 'chest', 'shoulder'].includes(hold);
}

function findFactor(rig: Rig): Pick<Effort, 'strengthFactor' | 'factorFrom'> {
  const set = rig.settings?.strengthFactor;
  if (set !== undefined) return { strengthFactor: set, factorFrom: 'set' };
  if (rig.holdTest) {
    const strengthFactor = measureStrengthFactor(rig.holdTest, rig.settings);
    return { strengthFactor, factorFrom: 'hold-test' };
  }
  return { strengthFactor: assumptions.strengthFactor.value, factorFrom: 'assumed' };
}

/** What the hand that bears most carries in this answer, in N; undefined where no hand bears. */
function findHandN(hang: Hang): number | undefined {
  switch (hang.state) {
    case 'hangs':
      return hang.from === 'hand' ? toWeightN(hang.massG) : undefined;
    case 'in-hands':
      return Math.max(...hang.hands.map((h) => Math.abs(h.liftN)));
    case 'on-shoulder': {
      const hands = hang.statics?.forces.filter((f) => f.on === 'hand' || f.on === 'under-hand');
      return hands && hands.length > 0 ? Math.abs(hang.handsN) / hands.length : undefined;
    }
    default:
      return undefined;
  }
}

/** How long the arm that bears most holds; undefined where no hand bears the rig. */
export function measureEffort(assembly: Assembly, hang: Hang): Effort | undefined {
  const handN = findHandN(hang);
  if (handN === undefined) return undefined;
  const { rig, setup } = assembly;
  const factor = findFactor(rig);
  const joints = measureJoints(setup.hold, handN, rig.settings, factor.strengthFactor);
  return { handN, joints, limit: findLimit(joints), ...factor };
}

/** A day of carrying as on and off. */
export interface DayEffort {
  readonly hoursOn: number;
  readonly share: number;
  readonly carriedMin: number;
  /** The mean share of strength over the day, of the joint that bears most. */
  readonly meanFraction: number;
  readonly bearableFraction: number;
  /** How many holds, each until the arm gives out, that would be. */
  readonly holds: number | undefined;
}

/** The day of the brief with this effort; undefined where the brief states no hours. */
export function measureDay(
  assembly: Assembly,
  effort: Effort,
  brief: Brief,
): DayEffort | undefined {
  const hoursOn = measureDayHours(brief);
  if (hoursOn === undefined) return undefined;
  const share = measureSetting(assembly.rig.settings, 'dutyShare');
  const carriedMin = hoursOn * 60 * share;
  const most = Math.max(0, ...effort.joints.map((j) => j.fraction));
  return {
    hoursOn,
    share,
    carriedMin,
    meanFraction: most * share,
    bearableFraction: measureSetting(assembly.rig.settings, 'dutyFraction'),
    holds:
      effort.limit?.timeS === undefined
        ? undefined
        : Math.ceil((carriedMin * 60) / effort.limit.timeS),
  };
}
