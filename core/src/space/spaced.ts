import { createFrame, type Placement, type Vec3 } from '../placement/index.js';
import { measureBounds, type Bounds, type Solid } from '../solid/index.js';

/** A solid in the rig's frame, with what it lies within. */
export interface SpacedSolid {
  readonly solid: Solid;
  readonly rigFromSolid: Placement;
  readonly bounds: Bounds;
}

export function spaceSolid(solid: Solid, rigFromSolid: Placement): SpacedSolid {
  return { solid, rigFromSolid, bounds: measureBounds(solid, rigFromSolid) };
}

function across(direction: Vec3): Vec3 {
  return Math.abs(direction[0]) > 0.9 ? [0, 1, 0] : [1, 0, 0];
}

/** A cylinder of `lengthMm` that starts at a point of the rig and runs along a unit vector. */
export function createProbe(
  fromMm: Vec3,
  direction: Vec3,
  radiusMm: number,
  lengthMm: number,
): SpacedSolid {
  const solid: Solid = { id: 'probe', type: 'cylinder', atMm: [0, 0, 0], radiusMm, lengthMm };
  const middle: Vec3 = [
    fromMm[0] + (direction[0] * lengthMm) / 2,
    fromMm[1] + (direction[1] * lengthMm) / 2,
    fromMm[2] + (direction[2] * lengthMm) / 2,
  ];
  return spaceSolid(solid, createFrame(middle, direction, across(direction)));
}
