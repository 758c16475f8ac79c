import { describe, expect, it } from '@jest/globals';
import {
  ExchangeRate,
  findNearestDeg,
  Money,
  measureApartDeg,
  toDeg,
  toRad,
  toWeightN,
  wrapDeg,
} from './index.js';

describe('an amount of money', () => {
  const isMoney = (minor: unknown, currency: unknown = 'EUR') =>
    Money.safeParse({ minor, currency }).success;
  it('is a whole number of minor units from 0 to a million millions', () => {
    expect([0, 1, 1e12].map((v) => isMoney(v))).toEqual([true, true, true]);
    expect([-1, 0.5, 1e12 + 1].map((v) => isMoney(v))).toEqual([false, false, false]);
  });
  it('has a currency of three capital letters', () => {
    expect(['EUR', 'eur', 'EU', 'EURO', '€'].map((c) => isMoney(1, c))).toEqual([
      true,
      false,
      false,
      false,
      false,
    ]);
  });
  it('is changed at a rate above nought', () => {
    const rate = (value: number) =>
      ExchangeRate.safeParse({ from: 'USD', to: 'EUR', rate: value, on: '2026-11-01' }).success;
    expect([0, -1, 1e-6, 1e9, 1.1e9].map(rate)).toEqual([false, false, true, true, false]);
  });
});

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
