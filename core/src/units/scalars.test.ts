import { describe, expect, it } from '@jest/globals';
import { findNearestDeg, measureApartDeg, toDeg, toRad, toWeightN, wrapDeg } from './index.js';

describe('angles', () => {
  it.each([
    [0, 0],
    [360, 0],
    [-90, 270],
    [725, 5],
    [-720, 0],
  ])('%d° is %d° once round', (deg, once) => expect(wrapDeg(deg)).toBe(once));

  it.each([
    [0, 90, 90],
    [10, 350, 20],
    [350, 10, 20],
    [0, 180, 180],
    [-90, 270, 0],
    [45, 45, 0],
  ])('%d° and %d° are %d° apart', (a, b, apart) => expect(measureApartDeg(a, b)).toBe(apart));

  it('the nearest of some is found across 0°, the first of two equally near', () => {
    expect(findNearestDeg([0, 90, 180, 270], 350)).toBe(0);
    expect(findNearestDeg([0, 90, 180, 270], -100)).toBe(270);
    expect(findNearestDeg([90, 270], 0)).toBe(90);
    expect(() => findNearestDeg([], 0)).toThrow('findNearestDeg');
  });

  it('go to radians and back', () => {
    expect(toRad(180)).toBe(Math.PI);
    expect(toDeg(Math.PI / 2)).toBe(90);
  });
});

describe('weight', () => {
  it('of a kilogram is 9.80665 N', () => expect(toWeightN(1000)).toBe(9.80665));
});
