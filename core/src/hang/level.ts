import type { Hold } from '../hold/index.js';
import { dot } from '../placement/index.js';
import {
  isInBranch,
  measureSlideDirection,
  toAllowedSlideMm,
  type Assembly,
  type Edit,
} from '../rig/index.js';
import { toRad, tolerances } from '../units/index.js';
import { measureHangAngles, type Hanging } from './hang.js';

/**
 * Single moves that bring the tilt under the limit: the hand along the grip, or one part along what it
 * slides on. A slide of s mm of a branch of mass m shifts the vector from hand to centre of mass by
 * s·m∕M along its way, or, where the hand is on that branch, by −s·(1 − m∕M). Shortest way first, in
 * whole mm, at most four.
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
    const direction = measureSlideDirection(assembly, joint);
    if (!direction || !joint.slide || joint.slide.fromMm > joint.slide.toMm) continue;
    const branch = assembly.byId.get(joint.child)!;
    const holdsGrip = isInBranch(branch, assembly.byId.get(hang.itemId)!);
    const share = branch.branchMass.massG / hang.massG;
    const perMm = holdsGrip ? share - 1 : share;
    const aheadPerMm = perMm * dot(direction, hold.axes.forward);
    if (Math.abs(aheadPerMm) < 1e-6) continue;
    const wanted = joint.joint.slideMm + Math.round(-hang.aheadMm / aheadPerMm);
    const slideMm = toAllowedSlideMm(joint.slide, wanted);
    const byMm = slideMm - joint.joint.slideMm;
    if (byMm === 0) continue;
    const after = tiltAfter(
      hang.aheadMm + byMm * aheadPerMm,
      hang.leftMm + byMm * perMm * dot(direction, hold.axes.left),
      hang.belowMm + byMm * perMm * dot(direction, hold.axes.down),
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
