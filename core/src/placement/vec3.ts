import { z } from 'zod';

const coordinate = z.number().min(-5000).max(5000);

/** A place or a distance in millimetres: x forward, y left, z up; at most five metres from the origin. */
export const PointMm = z.tuple([coordinate, coordinate, coordinate]);

/** Three numbers along x, y, z. */
export type Vec3 = readonly [x: number, y: number, z: number];

export function add(a: Vec3, b: Vec3): Vec3 {
  return [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
}

export function subtract(a: Vec3, b: Vec3): Vec3 {
  return [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
}

export function scale(a: Vec3, by: number): Vec3 {
  return [a[0] * by, a[1] * by, a[2] * by];
}

export function negate(a: Vec3): Vec3 {
  return [-a[0], -a[1], -a[2]];
}

export function dot(a: Vec3, b: Vec3): number {
  return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
}

/** The right-handed cross product: x × y = z. */
export function cross(a: Vec3, b: Vec3): Vec3 {
  return [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
}

export function measureLength(a: Vec3): number {
  return Math.hypot(a[0], a[1], a[2]);
}

/** The unit vector along `a`. Throws on a vector without length: schemas keep those out. */
export function toUnit(a: Vec3): Vec3 {
  const length = measureLength(a);
  if (!(length > 0)) throw new Error(`toUnit: a vector without direction: ${a.join(', ')}`);
  return scale(a, 1 / length);
}

/** The distance from point `p` to the endless line through `through` along the unit vector `along`. */
export function measureDistanceToLine(p: Vec3, through: Vec3, along: Vec3): number {
  return measureLength(cross(subtract(p, through), along));
}
