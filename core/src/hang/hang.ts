import { createFinding, type Finding } from '../finding/index.js';
import type { Axes, HeldGrip, Hold } from '../hold/index.js';
import { measureCentreMm } from '../part/index.js';
import { dot, scale, subtract, type Vec3 } from '../placement/index.js';
import type { Assembly, HoldNeed } from '../rig/index.js';
import { toDeg, tolerances } from '../units/index.js';
import { listLevelling } from './level.js';

/** Where the hand would have to be for the rig to hang without tilt, from the grip's `fromMm` end. */
export interface LevelPoint {
  readonly alongMm: number;
  readonly onGrip: boolean;
}

/** The answer to "does it hang level?". Angles in radians: nose down and left side down are positive. */
export type Hang =
  | {
      readonly state: 'hangs';
      readonly tiltRad: number;
      readonly leanRad: number;
      readonly grip: HeldGrip;
      readonly centreMm: Vec3;
      /** From the hand to the centre of mass, in the operator's directions. */
      readonly aheadMm: number;
      readonly leftMm: number;
      readonly belowMm: number;
      readonly level: LevelPoint | undefined;
      readonly massG: number;
      readonly unweighed: readonly string[];
    }
  | {
      readonly state: 'tips-over';
      readonly aboveMm: number;
      readonly grip: HeldGrip;
      readonly centreMm: Vec3;
    }
  | {
      readonly state: 'needs-grip';
      readonly need: HoldNeed;
    }
  | { readonly state: 'needs-mass' }
  | { readonly state: 'not-yet' };

/**
 * Tilt and lean of a body hung from a point: tilt = atan2(ahead, √(below² + left²)), lean =
 * atan2(left, below), both in radians. Statics: the centre of mass comes to rest below the point.
 */
export function measureHangAngles(
  aheadMm: number,
  leftMm: number,
  belowMm: number,
): { readonly tiltRad: number; readonly leanRad: number } {
  return {
    tiltRad: Math.atan2(aheadMm, Math.hypot(belowMm, leftMm)),
    leanRad: Math.atan2(leftMm, belowMm),
  };
}

/** Where on the grip's line the centre of mass is neither ahead nor behind; undefined on a grip set across. */
export function findLevelPoint(grip: HeldGrip, centreMm: Vec3, axes: Axes): LevelPoint | undefined {
  if (grip.lengthMm === 0) return undefined;
  const along = scale(subtract(grip.toMm, grip.fromMm), 1 / grip.lengthMm);
  const forwardness = dot(along, axes.forward);
  if (Math.abs(forwardness) < 1e-3) return undefined;
  const alongMm = dot(subtract(centreMm, grip.fromMm), axes.forward) / forwardness;
  return { alongMm, onGrip: alongMm >= 0 && alongMm <= grip.lengthMm };
}

/** How the rig hangs from its top handle; other ways of holding answer `not-yet`. */
export function measureHang(assembly: Assembly, hold: Hold): Hang {
  if (hold.state === 'not-yet') return { state: 'not-yet' };
  if (hold.state === 'needs') return { state: 'needs-grip', need: hold.need };
  const grip = hold.grips[0];
  if (!grip || (hold.hold !== 'low' && hold.hold !== 'carried')) return { state: 'not-yet' };
  const centreMm = measureCentreMm(assembly.mass);
  if (!centreMm) return { state: 'needs-mass' };
  const d = subtract(centreMm, grip.pointMm);
  const aheadMm = dot(d, hold.axes.forward);
  const leftMm = dot(d, hold.axes.left);
  const belowMm = dot(d, hold.axes.down);
  if (belowMm <= tolerances.lengthMm) {
    return { state: 'tips-over', aboveMm: Math.max(0, -belowMm), grip, centreMm };
  }
  return {
    state: 'hangs',
    ...measureHangAngles(aheadMm, leftMm, belowMm),
    grip,
    centreMm,
    aheadMm,
    leftMm,
    belowMm,
    level: findLevelPoint(grip, centreMm, hold.axes),
    massG: assembly.mass.massG,
    unweighed: assembly.unweighed.map((p) => p.item.id),
  };
}

/** What is wrong with how the rig hangs. A tilt or lean of just the limit is still level. */
export function findHangFindings(assembly: Assembly, hold: Hold, hang: Hang): Finding[] {
  const findings: Finding[] = assembly.unweighed.map((placed) =>
    createFinding('mass-unknown', 'note', { items: [placed.item.id] }, {}),
  );
  if (hold.state === 'needs') {
    findings.push(
      createFinding(
        'no-hold',
        'risk',
        { items: [], key: 'rig' },
        { hold: hold.hold, need: hold.need },
      ),
    );
  }
  if (hang.state === 'tips-over') {
    findings.push(
      createFinding('tips-over', 'stops', { items: [hang.grip.itemId] }, { aboveMm: hang.aboveMm }),
    );
  }
  if (hang.state !== 'hangs') return findings;
  const tiltDeg = toDeg(hang.tiltRad);
  const leanDeg = toDeg(hang.leanRad);
  const worst = Math.max(Math.abs(tiltDeg), Math.abs(leanDeg));
  if (worst > tolerances.levelDeg) {
    findings.push(
      createFinding(
        'not-level',
        worst > tolerances.tiltRiskDeg ? 'risk' : 'note',
        { items: [hang.grip.itemId] },
        { tiltDeg, leanDeg },
        Math.abs(tiltDeg) > tolerances.levelDeg ? listLevelling(assembly, hold, hang) : [],
      ),
    );
  }
  return findings;
}
