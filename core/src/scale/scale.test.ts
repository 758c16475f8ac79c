import { describe, expect, it } from '@jest/globals';
import { createStandInScale, findSettledG, settling } from './index.js';

/** A repeatable stand-in for chance. */
function chance(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 1664525 + 1013904223) % 4294967296;
    return state / 4294967296;
  };
}
const quiet = (more = {}) =>
  createStandInScale({ random: chance(7), noiseG: 0, driftGPerMin: 0, ...more });

describe('the stand-in scale', () => {
  it('shows what lies on it, in its own steps, up to its limit', () => {
    const scale = quiet({ stepG: 5, mostG: 3000 });
    scale.put(1238);
    expect(scale.read(1)).toEqual({ atS: 1, g: 1240 });
    scale.put(9000);
    expect(scale.read(2).g).toBe(3000);
  });

  it('is set to zero with what lies on it, and shows less when it is taken off', () => {
    const scale = quiet();
    scale.put(180);
    scale.tare(3);
    expect(scale.read(4).g).toBe(0);
    scale.put(1180);
    expect(scale.read(5).g).toBe(1000);
    scale.put(0);
    expect(scale.read(6).g).toBe(-180);
  });

  it('drifts until it is tared', () => {
    const scale = quiet({ driftGPerMin: 6 });
    scale.put(500);
    expect(scale.read(120).g).toBe(512);
    scale.put(0);
    scale.tare(120);
    expect(scale.read(120).g).toBe(0);
    expect(scale.read(180).g).toBe(6);
  });

  it('is as noisy as it says, about the truth, and the same again from the same seed', () => {
    const run = () => {
      const scale = createStandInScale({ random: chance(3), noiseG: 2, driftGPerMin: 0 });
      scale.put(1000);
      return Array.from({ length: 400 }, (_, i) => scale.read(i / 10).g);
    };
    const list = run();
    const mean = list.reduce((a, b) => a + b) / list.length;
    const spread = Math.sqrt(list.reduce((s, v) => s + (v - mean) ** 2, 0) / list.length);
    expect(Math.abs(mean - 1000)).toBeLessThan(0.4);
    expect(spread).toBeGreaterThan(1.6);
    expect(spread).toBeLessThan(2.4);
    expect(run()).toEqual(list);
  });
});

describe('the defaults of the stand-in', () => {
  it('are 1 g steps, 8 kg at most, and a drift of 0.8 g a minute since it was tared', () => {
    const scale = createStandInScale({ random: chance(7), noiseG: 0 });
    scale.put(500.4);
    expect(scale.read(0).g).toBe(500);
    // Five minutes: 4 g; taring ends it.
    expect(scale.read(300).g).toBe(504);
    scale.tare(300);
    expect([scale.read(300).g, scale.read(600).g]).toEqual([0, 4]);
    scale.put(12_000);
    scale.tare(600);
    scale.put(0);
    // What it could not show was not tared away either.
    expect(scale.read(600).g).toBe(-8000);
  });

  it('has noise of 0.7 g where nothing else is said', () => {
    const scale = createStandInScale({ random: chance(5), driftGPerMin: 0, stepG: 0.001 });
    scale.put(1000);
    const list = Array.from({ length: 4000 }, () => scale.read(0).g - 1000);
    const mean = list.reduce((a, b) => a + b) / list.length;
    const spread = Math.sqrt(list.reduce((s, v) => s + v * v, 0) / list.length);
    expect(Math.abs(mean)).toBeLessThan(0.04);
    expect(spread).toBeGreaterThan(0.66);
    expect(spread).toBeLessThan(0.74);
  });

  it('bears nothing below nought', () => {
    const scale = quiet();
    scale.put(-40);
    expect(scale.read(1).g).toBe(0);
  });
});

describe('a settled reading', () => {
  const of = (...grams: number[]) => grams.map((g, i) => ({ atS: i, g }));
  it('is the mean of the last ones, once enough of them agree', () => {
    expect(findSettledG(of(...Array<number>(settling.readings - 1).fill(10)))).toBeUndefined();
    expect(findSettledG(of(0, 900, 1000, 1001, 1002, 1001, 1000, 1003, 1000, 1001))).toBe(1001);
  });
  it('is none while the load is being laid on', () => {
    expect(findSettledG(of(10, 10, 10, 10, 10, 10, 10, 14))).toBe(10.5);
    expect(findSettledG(of(10, 10, 10, 10, 10, 10, 10, 15))).toBeUndefined();
  });
});
