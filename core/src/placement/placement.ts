import { add, cross, dot, type Vec3 } from './vec3.js';

/**
 * A rotation as three columns: where the x, y and z axes of the inner frame point in the outer one.
 */
export interface Rotation {
  readonly x: Vec3;
  readonly y: Vec3;
  readonly z: Vec3;
}

/**
 * A rigid transform, named by the frames it joins: `rigFromPart` takes a place given in the part's
 * frame to the rig's. Lengths in millimetres.
 */
export interface Placement {
  readonly rotation: Rotation;
  readonly originMm: Vec3;
}

export const noRotation: Rotation = { x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] };
export const noPlacement: Placement = { rotation: noRotation, originMm: [0, 0, 0] };

/** The direction `v` of the inner frame, as seen in the outer one. */
export function rotate(r: Rotation, v: Vec3): Vec3 {
  return [
    r.x[0] * v[0] + r.y[0] * v[1] + r.z[0] * v[2],
    r.x[1] * v[0] + r.y[1] * v[1] + r.z[1] * v[2],
    r.x[2] * v[0] + r.y[2] * v[1] + r.z[2] * v[2],
  ];
}

/** The direction `v` of the outer frame, as seen in the inner one: the inverse of {@link rotate}. */
export function rotateBack(r: Rotation, v: Vec3): Vec3 {
  return [dot(r.x, v), dot(r.y, v), dot(r.z, v)];
}

/** The point `p` of the inner frame, in the outer one. */
export function place(t: Placement, p: Vec3): Vec3 {
  return add(rotate(t.rotation, p), t.originMm);
}

/** `rigFromMount = compose(rigFromPart, partFromMount)`. */
export function compose(outer: Placement, inner: Placement): Placement {
  return {
    rotation: {
      x: rotate(outer.rotation, inner.rotation.x),
      y: rotate(outer.rotation, inner.rotation.y),
      z: rotate(outer.rotation, inner.rotation.z),
    },
    originMm: place(outer, inner.originMm),
  };
}

/** `partFromRig` from `rigFromPart`. */
export function invert(t: Placement): Placement {
  const rotation: Rotation = {
    x: [t.rotation.x[0], t.rotation.y[0], t.rotation.z[0]],
    y: [t.rotation.x[1], t.rotation.y[1], t.rotation.z[1]],
    z: [t.rotation.x[2], t.rotation.y[2], t.rotation.z[2]],
  };
  const back = rotate(rotation, t.originMm);
  return { rotation, originMm: [-back[0], -back[1], -back[2]] };
}

/** A pure shift by `offsetMm`. */
export function createShift(offsetMm: Vec3): Placement {
  return { rotation: noRotation, originMm: offsetMm };
}

/**
 * The rotation by `angleRad` about the unit vector `axis`, right-handed: the thumb along the axis, the
 * fingers the way it turns. About z by a quarter turn, x goes to y. (Rodrigues' formula.)
 */
export function createRotation(axis: Vec3, angleRad: number): Rotation {
  const c = Math.cos(angleRad);
  const s = Math.sin(angleRad);
  const turn = (v: Vec3): Vec3 => {
    const side = cross(axis, v);
    const keep = dot(axis, v) * (1 - c);
    return [
      v[0] * c + side[0] * s + axis[0] * keep,
      v[1] * c + side[1] * s + axis[1] * keep,
      v[2] * c + side[2] * s + axis[2] * keep,
    ];
  };
  return { x: turn([1, 0, 0]), y: turn([0, 1, 0]), z: turn([0, 0, 1]) };
}

/** The turn by `angleRad` about the line through `throughMm` along the unit vector `axis`. */
export function createTurnAbout(throughMm: Vec3, axis: Vec3, angleRad: number): Placement {
  const rotation = createRotation(axis, angleRad);
  const moved = rotate(rotation, throughMm);
  return {
    rotation,
    originMm: [throughMm[0] - moved[0], throughMm[1] - moved[1], throughMm[2] - moved[2]],
  };
}

/**
 * The frame that stands at `originMm` with z along `zAxis` and x along `xAxis` as far as that is
 * square to z. Both unit vectors; nearly parallel ones are our own bug, schemas refuse them.
 */
export function createFrame(originMm: Vec3, zAxis: Vec3, xAxis: Vec3): Placement {
  const along = dot(zAxis, xAxis);
  const square: Vec3 = [
    xAxis[0] - along * zAxis[0],
    xAxis[1] - along * zAxis[1],
    xAxis[2] - along * zAxis[2],
  ];
  const length = Math.hypot(square[0], square[1], square[2]);
  if (!(length > 1e-6)) throw new Error('createFrame: the reference lies along the normal');
  const x: Vec3 = [square[0] / length, square[1] / length, square[2] / length];
  return { rotation: { x, y: cross(zAxis, x), z: zAxis }, originMm };
}
