import { createFrame, type Placement, type Vec3 } from '../placement/index.js';
import type { Solid } from './schema.js';

const frames = new WeakMap<Solid, Placement>();

function defaultReference(axis: Vec3): Vec3 {
  return Math.abs(axis[0]) > 0.9 ? [0, 1, 0] : [1, 0, 0];
}

/** `partFromSolid`: where the solid's own frame stands in the part's. */
export function partFromSolid(solid: Solid): Placement {
  let frame = frames.get(solid);
  if (!frame) {
    const axis = solid.axis ?? [0, 0, 1];
    frame = createFrame(solid.atMm, axis, solid.reference ?? defaultReference(axis));
    frames.set(solid, frame);
  }
  return frame;
}
