/** Standard gravity in m/s², by definition (third general conference on weights and measures, 1901). */
export const standardGravityMps2 = 9.80665;

/** One inch in millimetres, exact by international agreement of 1959. */
export const inchMm = 25.4;

/** Degrees at the edges, radians inside: this and {@link toDeg} are the only bridge. */
export function toRad(deg: number): number {
  return (deg * Math.PI) / 180;
}

/** Radians in degrees, for files, fields and sentences. */
export function toDeg(rad: number): number {
  return (rad * 180) / Math.PI;
}

/** An angle in degrees brought into [0, 360). */
export function wrapDeg(deg: number): number {
  const wrapped = deg % 360;
  return wrapped < 0 ? wrapped + 360 : wrapped === 0 ? 0 : wrapped;
}

/** How far apart two directions are, in degrees from 0 to 180. */
export function measureApartDeg(a: number, b: number): number {
  const apart = wrapDeg(a - b);
  return Math.min(apart, 360 - apart);
}

/** The one of some directions that is nearest to another; the first of those equally near. Throws on none. */
export function findNearestDeg(choices: readonly number[], wanted: number): number {
  if (choices.length === 0) throw new Error('findNearestDeg: nothing to choose from');
  return choices.reduce((best, one) =>
    measureApartDeg(one, wanted) < measureApartDeg(best, wanted) ? one : best,
  );
}

/** Weight in newtons of a mass in grams, standing still. */
export function toWeightN(massG: number): number {
  return (massG / 1000) * standardGravityMps2;
}
