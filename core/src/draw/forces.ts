import type { Statics, Bearer } from '../hold/index.js';
import { measureLength, place, rotate } from '../placement/index.js';
import type { Point2 } from '../solid/index.js';
import { viewFromRig, type ViewName } from './views.js';

/** A force as an arrow in the drawing: where it acts, and which way it goes, both in mm of the view. */
export interface DrawnForce {
  readonly key: string;
  readonly on: Bearer['role'] | 'weight';
  readonly itemId: string | undefined;
  readonly at: Point2;
  /** To the tip, in mm: its true length in the view's plane, at the scale asked for. */
  readonly tip: Point2;
  readonly newton: number;
  /** A force towards or away from the viewer has no length to be drawn. */
  readonly isEndOn: boolean;
}

/** A moment about the viewer's line of sight, drawn as a turning arrow; above 0 anticlockwise. */
export interface DrawnTwist {
  readonly key: string;
  readonly on: Bearer['role'];
  readonly itemId: string;
  readonly at: Point2;
  readonly seenNm: number;
  readonly wholeNm: number;
}

/** All that acts on a rig at rest, seen from one side, `mmPerN` of the drawing for each newton. */
export function drawForces(
  statics: Statics,
  view: ViewName,
  mmPerN: number,
): { readonly forces: readonly DrawnForce[]; readonly twists: readonly DrawnTwist[] } {
  const toView = viewFromRig(view);
  const forces = statics.forces
    .filter((f) => measureLength(f.forceN) > 0.05)
    .map((f, i): DrawnForce => {
      const [x, y] = place(toView, f.atMm);
      const [fx, fy] = rotate(toView.rotation, f.forceN);
      return {
        key: `${f.on} ${f.itemId ?? ''} ${i}`,
        on: f.on,
        itemId: f.itemId,
        at: [x, y],
        tip: [x + fx * mmPerN, y + fy * mmPerN],
        newton: measureLength(f.forceN),
        isEndOn: Math.hypot(fx, fy) < 0.2 * measureLength(f.forceN),
      };
    });
  const twists = statics.twists
    .filter((t) => measureLength(t.momentNm) > 0.02)
    .map((t, i): DrawnTwist => {
      const [x, y] = place(toView, t.atMm);
      return {
        key: `${t.on} ${t.itemId} ${i}`,
        on: t.on,
        itemId: t.itemId,
        at: [x, y],
        seenNm: rotate(toView.rotation, t.momentNm)[2],
        wholeNm: measureLength(t.momentNm),
      };
    });
  return { forces, twists };
}
