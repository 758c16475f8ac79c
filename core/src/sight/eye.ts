import type { Hold } from '../hold/index.js';
import { add, negate, scale, type Vec3 } from '../placement/index.js';
import { measureSetting, type Assembly, type HoldKind } from '../rig/index.js';

/** From the lens mount to the back of a body, in mm (estimate). */
const bodyDeepMm = 60;
/** From the middle of the pad on the right shoulder to the eye, in mm (estimate from body proportions). */
const shoulderEyeMm = { aside: 130, up: 170, ahead: 70 };
/** Where the eye is behind the back of a body and above its axis, in shares of `uprightEyeMm` (estimates). */
const uprightEyes: Partial<Record<HoldKind, { readonly back: number; readonly up: number }>> = {
  grips: { back: 1, up: 0.3 },
  'one-grip': { back: 1, up: 0.3 },
  tripod: { back: 1, up: 0.3 },
  monopod: { back: 1, up: 0.3 },
  slider: { back: 1, up: 0.3 },
  // Held against the chest the eye is near and looks down; on the lap it is farther above.
  chest: { back: 0.5, up: 0.8 },
  lap: { back: 0.7, up: 1.5 },
};

/** Where the operator's eye is in a way of holding, in the rig's frame (estimates that can be set). */
export function findEye(assembly: Assembly, hold: Hold): Vec3 | undefined {
  const { settings } = assembly.rig;
  const up = negate(hold.axes.down);
  const back = negate(hold.axes.forward);
  if (hold.kind === 'low' || hold.kind === 'carried' || hold.kind === 'low-two') {
    const hand = hold.state === 'held' ? hold.grips[0]?.pointMm : undefined;
    if (!hand || hold.kind === 'carried') return undefined;
    return add(
      hand,
      add(
        scale(up, measureSetting(settings, 'lowEyeUpMm')),
        scale(back, measureSetting(settings, 'lowEyeBackMm')),
      ),
    );
  }
  if (hold.kind === 'shoulder') {
    const pad =
      hold.state === 'held' ? hold.contacts.find((c) => c.role === 'shoulder') : undefined;
    if (!pad) return undefined;
    const { left } = hold.axes;
    // The rig lies on the right shoulder, the head is beside it.
    return add(
      pad.pointMm,
      add(
        scale(left, shoulderEyeMm.aside),
        add(scale(up, shoulderEyeMm.up), scale(back, -shoulderEyeMm.ahead)),
      ),
    );
  }
  const place = uprightEyes[hold.kind];
  if (place) {
    const from = measureSetting(settings, 'uprightEyeMm');
    return add(
      assembly.rigFromBody.originMm,
      add(scale(back, place.back * from + bodyDeepMm), scale(up, place.up * from)),
    );
  }
  return undefined;
}
