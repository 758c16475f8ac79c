import { cross, negate, noRotation, rotate, type Rotation, type Vec3 } from '../placement/index.js';
import type { Attitude } from '../rig/index.js';

/** Which way is down, forward and left for the operator, in the rig's frame; unit vectors. */
export interface Axes {
  readonly down: Vec3;
  readonly forward: Vec3;
  readonly left: Vec3;
}

/**
 * The operator's directions in the rig's frame. Rolled left is counter-clockwise seen from behind: the
 * rig's own left (+y) then points down. `rotation` turns the rig with its operator.
 */
export function createAxes(attitude: Attitude, rotation: Rotation = noRotation): Axes {
  const down: Vec3 =
    attitude === 'level' ? [0, 0, -1] : attitude === 'rolled-left' ? [0, 1, 0] : [0, -1, 0];
  const forward: Vec3 = [1, 0, 0];
  const left = cross(negate(down), forward);
  return {
    down: rotate(rotation, down),
    forward: rotate(rotation, forward),
    left: rotate(rotation, left),
  };
}
