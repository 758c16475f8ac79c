import { measureHangAngles } from './angles.js';
import type { Bearer, HeldGrip, Hold, Standing } from '../hold/index.js';
import { measureBorne, measureStanding, solveStatics } from '../hold/index.js';
import { dot, scale, subtract, type Vec3 } from '../placement/index.js';
import type { Assembly, HoldNeed } from '../rig/index.js';
import { tolerances } from '../units/index.js';
import type { Axes } from '../hold/index.js';
import type { Borne } from './borne.js';
import { measureHands, type InHands } from './hands.js';
import { measureSupport, type OnGimbal, type OnHead } from './support.js';
import { measureShoulder, type OnShoulder } from './shoulder.js';
import { measureSlipOff, type SlipOff } from './slip-off.js';
import { measureAngleRanges, measureMassRangeG, type Range } from './unknown.js';

/** Where the hand would have to be for the rig to hang without tilt, from the grip's `fromMm` end. */
export interface LevelPoint {
  readonly alongMm: number;
  readonly onGrip: boolean;
}

/** Hung from a hand or a strap: it turns until its weight is below. */
export interface Hanging extends Borne {
  readonly state: 'hangs';
  readonly from: 'hand' | 'strap';
  readonly tiltRad: number;
  readonly leanRad: number;
  /** The same over what the unweighed parts may weigh; undefined where all are weighed. */
  readonly ranges: { readonly tiltRad: Range; readonly leanRad: Range } | undefined;
  readonly grip: HeldGrip | undefined;
  readonly itemId: string;
  /** From the hand to the centre of mass, in the operator's directions. */
  readonly aheadMm: number;
  readonly leftMm: number;
  readonly belowMm: number;
  readonly level: LevelPoint | undefined;
  readonly slipOff: SlipOff | undefined;
}

/** The answer to "how does it sit?". Angles in radians: nose down and left side down are positive. */
export type Hang =
  | Hanging
  | InHands
  | OnShoulder
  | OnHead
  | OnGimbal
  | (Borne & { readonly state: 'stands'; readonly standing: Standing })
  | {
      readonly state: 'tips-over';
      readonly aboveMm: number;
      readonly grip: HeldGrip | undefined;
      readonly itemId: string;
      readonly centreMm: Vec3;
    }
  | { readonly state: 'needs-grip'; readonly need: HoldNeed }
  | { readonly state: 'needs-mass' };

/** Where on the grip's line the centre of mass is neither ahead nor behind; undefined on a grip set across. */
export function findLevelPoint(grip: HeldGrip, centreMm: Vec3, axes: Axes): LevelPoint | undefined {
  if (grip.lengthMm === 0) return undefined;
  const along = scale(subtract(grip.toMm, grip.fromMm), 1 / grip.lengthMm);
  const forwardness = dot(along, axes.forward);
  if (Math.abs(forwardness) < 1e-3) return undefined;
  const alongMm = dot(subtract(centreMm, grip.fromMm), axes.forward) / forwardness;
  return { alongMm, onGrip: alongMm >= 0 && alongMm <= grip.lengthMm };
}

/** How the operator's directions lie in a rig that has come to rest with another side down. */
function toAngles(down: Vec3, axes: Axes): { readonly tiltRad: number; readonly leanRad: number } {
  return measureHangAngles(dot(down, axes.forward), dot(down, axes.left), dot(down, axes.down));
}

function measureHanging(
  assembly: Assembly,
  hold: Extract<Hold, { state: 'held' }>,
  borne: Borne,
): Hang {
  const { axes, contacts } = hold;
  const [first, second] = contacts as [Bearer, Bearer | undefined];
  const middle = second
    ? scale([0, 1, 2].map((i) => first.pointMm[i]! + second.pointMm[i]!) as never as Vec3, 0.5)
    : first.pointMm;
  const d = subtract(borne.centreMm, middle);
  const aheadMm = dot(d, axes.forward);
  const leftMm = dot(d, axes.left);
  const belowMm = dot(d, axes.down);
  const { grip, itemId } = first;
  const { centreMm } = borne;
  if (belowMm <= tolerances.lengthMm || !borne.statics) {
    return { state: 'tips-over', aboveMm: Math.max(0, -belowMm), grip, itemId, centreMm };
  }
  const angles = second
    ? toAngles(borne.statics.down, axes)
    : measureHangAngles(aheadMm, leftMm, belowMm);
  return {
    state: 'hangs',
    ...borne,
    from: hold.kind === 'strap' ? 'strap' : 'hand',
    ...angles,
    ranges: second ? undefined : measureAngleRanges(assembly, first.pointMm, axes),
    grip,
    itemId,
    aheadMm,
    leftMm,
    belowMm,
    level: grip && findLevelPoint(grip, centreMm, axes),
    slipOff: grip && measureSlipOff(assembly, grip, borne.statics.down),
  };
}

/** How the rig sits in its way of holding: the statics of `hold`, read as a person asks for it. */
export function measureHang(assembly: Assembly, hold: Hold): Hang {
  if (hold.state === 'needs') return { state: 'needs-grip', need: hold.need };
  const found = measureBorne(assembly, hold);
  if (!found) return { state: 'needs-mass' };
  const borne: Borne = {
    ...found,
    massRangeG: measureMassRangeG(assembly, hold, found.massG),
    unweighed: assembly.unweighed.map((p) => p.item.id),
    statics: solveStatics(assembly, hold),
  };
  switch (hold.kind) {
    case 'low':
    case 'carried':
    case 'strap':
      return measureHanging(assembly, hold, borne);
    case 'low-two':
    case 'one-grip':
    case 'grips':
    case 'eye':
    case 'chest':
      return measureHands(assembly, hold, borne);
    case 'shoulder':
      return measureShoulder(hold, borne);
    case 'tripod':
    case 'monopod':
    case 'slider':
    case 'gimbal':
      return measureSupport(assembly, hold, borne);
    case 'lap':
    case 'set-down':
      return { state: 'stands', ...borne, standing: measureStanding(assembly, hold) };
  }
}
