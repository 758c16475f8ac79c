import {
  add,
  createFrame,
  noPlacement,
  place,
  type Placement,
  type Vec3,
} from '../placement/index.js';
import type { Body } from '../clash/index.js';
import type { PlacedSolid } from '../rig/index.js';
import {
  listCornersMm,
  measureBounds,
  measurePointBounds,
  uniteBounds,
  type Bounds,
  type Solid,
} from '../solid/index.js';

/** A body in the rig's frame, with what it lies within. */
export interface SpacedSolid {
  readonly solid: Body;
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

/** The hull of points of the rig's frame. */
export function createHull(pointsMm: readonly Vec3[]): SpacedSolid {
  return {
    solid: { id: 'hull', type: 'hull', pointsMm },
    rigFromSolid: noPlacement,
    bounds: measurePointBounds(pointsMm),
  };
}

/** The corners of a placed solid in the rig's frame, and what they lie within. */
interface Corners {
  readonly solid: Solid;
  readonly points: readonly Vec3[];
  readonly bounds: Bounds;
}

// Kept by the placement: what stands where it stood has the same one.
const corners = new WeakMap<Placement, Corners>();

function placeCorners(solid: Solid, rigFromSolid: Placement): Corners {
  const known = corners.get(rigFromSolid);
  if (known?.solid === solid) return known;
  const points = listCornersMm(solid).map((p) => place(rigFromSolid, p));
  const made = { solid, points, bounds: measurePointBounds(points) };
  corners.set(rigFromSolid, made);
  return made;
}

const sweeps = new WeakMap<readonly PlacedSolid[], Map<string, readonly SpacedSolid[]>>();

/** What an item's solids pass through on a straight way; the same list for the same solids and way. */
export function sweepAll(solids: readonly PlacedSolid[], by: Vec3): readonly SpacedSolid[] {
  let known = sweeps.get(solids);
  if (!known) sweeps.set(solids, (known = new Map()));
  const key = by.join();
  let swept = known.get(key);
  if (!swept) {
    swept = solids.map((s) => sweepSolid(s.solid, s.rigFromSolid, by));
    known.set(key, swept);
  }
  return swept;
}

/** What a solid passes through on a straight way: the hull of where it starts and where it ends, made when it is first looked at. */
export function sweepSolid(solid: Solid, rigFromSolid: Placement, by: Vec3): SpacedSolid {
  const { points, bounds } = placeCorners(solid, rigFromSolid);
  const moved = { lowMm: add(bounds.lowMm, by), highMm: add(bounds.highMm, by) };
  let hull: Body | undefined;
  return {
    get solid() {
      hull ??= {
        id: 'hull',
        type: 'hull',
        pointsMm: [...points, ...points.map((p) => add(p, by))],
      };
      return hull;
    },
    rigFromSolid: noPlacement,
    bounds: uniteBounds(bounds, moved),
  };
}
