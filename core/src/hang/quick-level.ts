import type { Hold } from '../hold/index.js';
import { dot, scale, type Vec3 } from '../placement/index.js';
import {
  isInBranch,
  measureSlideDirection,
  toAllowedSlideMm,
  type Assembly,
  type Edit,
  type PlacedJoint,
} from '../rig/index.js';
import { toRad, tolerances } from '../units/index.js';
import { measureHangAngles } from './angles.js';
import type { Hanging } from './hang.js';

/**
 * How the vector from what bears to the centre of mass shifts for each mm of a joint's slide, in the rig's frame:
 * m∕M along its way, or, where what bears is on that branch, −(1 − m∕M). Undefined where the joint does not slide.
 */
export function measureSlideShift(
  assembly: Assembly,
  joint: PlacedJoint,
  bearerItemId: string,
  massG: number,
): Vec3 | undefined {
  const direction = measureSlideDirection(assembly, joint);
  if (!direction) return undefined;
  const branch = assembly.byId.get(joint.child)!;
  const bearer = assembly.byId.get(bearerItemId);
  const holds = bearer !== undefined && isInBranch(branch, bearer);
  const share = branch.branchMass.massG / massG;
  return scale(direction, holds ? share - 1 : share);
}

/**
 * Single moves that bring the tilt under the limit: the hand along the grip, or one part along what it
 * slides on. Shortest way first, in whole mm, at most four.
 */
export function listLevelling(assembly: Assembly, hold: Hold, hang: Hanging): Edit[] {
  const setupId = assembly.setup.id;
  const found: { readonly edit: Edit; readonly farMm: number }[] = [];
  const tiltAfter = (aheadMm: number, leftMm: number, belowMm: number) =>
    Math.abs(measureHangAngles(aheadMm, leftMm, belowMm).tiltRad);
  const limit = toRad(tolerances.levelDeg);
  if (hang.level?.onGrip && hang.grip) {
    const alongMm = Math.round(hang.level.alongMm);
    found.push({
      edit: { type: 'hold-at', setupId, item: hang.grip.itemId, grip: hang.grip.gripId, alongMm },
      farMm: Math.abs(alongMm - hang.grip.alongMm),
    });
  }
  for (const joint of assembly.joints) {
    const perMm = measureSlideShift(assembly, joint, hang.itemId, hang.massG);
    if (!perMm || !joint.slide || joint.slide.fromMm > joint.slide.toMm) continue;
    const aheadPerMm = dot(perMm, hold.axes.forward);
    if (Math.abs(aheadPerMm) < 1e-6) continue;
    const wanted = joint.joint.slideMm + Math.round(-hang.aheadMm / aheadPerMm);
    const slideMm = toAllowedSlideMm(joint.slide, wanted);
    const byMm = slideMm - joint.joint.slideMm;
    if (byMm === 0) continue;
    const after = tiltAfter(
      hang.aheadMm + byMm * aheadPerMm,
      hang.leftMm + byMm * dot(perMm, hold.axes.left),
      hang.belowMm + byMm * dot(perMm, hold.axes.down),
    );
    if (after > limit) continue;
    found.push({
      edit: { type: 'slide', setupId, jointId: joint.joint.id, slideMm },
      farMm: Math.abs(byMm),
    });
  }
  return found
    .sort((a, b) => a.farMm - b.farMm)
    .slice(0, 4)
    .map((f) => f.edit);
}
