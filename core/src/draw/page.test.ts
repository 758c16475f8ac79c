import { describe, expect, it } from '@jest/globals';
import { dot, type Vec3 } from '../placement/index.js';
import {
  fanOut,
  placeOnPage,
  projectDirection,
  readOffPage,
  sayRatio,
  toRigDirection,
  viewNames,
  type Page,
} from './index.js';

const page: Page = { pxPerMm: 2, middleMm: [10, 20], middlePx: [300, 200] };

describe('a view on a page', () => {
  it('has its middle where the page says, x to the right and y up', () => {
    expect(placeOnPage(page, [10, 20])).toEqual([300, 200]);
    expect(placeOnPage(page, [11, 20])).toEqual([302, 200]);
    expect(placeOnPage(page, [10, 23])).toEqual([300, 194]);
  });

  it('is read off where it was placed', () => {
    expect(readOffPage(page, [302, 194])).toEqual([11, 23]);
    for (const p of [
      [0, 0],
      [-7, 31],
      [112, -4],
    ] as const) {
      const back = readOffPage(page, placeOnPage(page, p));
      expect(back[0]).toBeCloseTo(p[0], 9);
      expect(back[1]).toBeCloseTo(p[1], 9);
    }
  });
});

describe('a scale', () => {
  it.each([
    [96 / 25.4, '1 : 1'],
    [96 / 25.4 / 2, '1 : 2'],
    [(96 / 25.4) * 2, '2 : 1'],
    [1, '1 : 3.8'],
  ])('%d px for a mm is %s', (px, text) => expect(sayRatio(px)).toBe(text));
});

describe('marks that lie on each other', () => {
  const at = (...xy: readonly (readonly [number, number])[]) =>
    fanOut(
      xy.map(([x, y]) => ({ x, y })),
      9,
      17,
    ).map((m) => [m.x, m.y]);

  it('stand side by side; those apart stay', () => {
    expect(at([0, 0], [9, 0], [100, 0])).toEqual([
      [0, 0],
      [9, 0],
      [100, 0],
    ]);
    expect(at([0, 0], [8, 0], [1, 1])).toEqual([
      [0, 0],
      [8, 17],
      [1, 35],
    ]);
  });

  it('are never lost, however many there are', () => {
    expect(at(...Array.from({ length: 12 }, () => [5, 5] as const))).toHaveLength(12);
  });
});

describe('a direction of the page in the rig', () => {
  it('is the one that projects to it', () => {
    let looked = 0;
    for (const view of viewNames) {
      const right = toRigDirection(view, [1, 0]);
      const up = toRigDirection(view, [0, 1]);
      const towards = toRigDirection(view, [0, 0], 1);
      const flat = (v: Vec3) => projectDirection(view, v).map((n) => Math.round(n * 1e9) / 1e9 + 0);
      expect(flat(right)).toEqual([1, 0]);
      expect(flat(up)).toEqual([0, 1]);
      expect(flat(towards)).toEqual([0, 0]);
      // Right, up and towards the viewer are right-handed.
      expect(dot(right, up)).toBeCloseTo(0, 9);
      expect(
        right[0] * (up[1] * towards[2] - up[2] * towards[1]) +
          right[1] * (up[2] * towards[0] - up[0] * towards[2]) +
          right[2] * (up[0] * towards[1] - up[1] * towards[0]),
      ).toBeCloseTo(1, 9);
      looked += 1;
    }
    expect(looked).toBe(6);
  });

  it('from the near side: right is forward or back, and towards the viewer is the operator’s left or right', () => {
    const towards = toRigDirection('near', [0, 0], 1);
    expect(Math.abs(towards[1])).toBeCloseTo(1, 9);
    expect(toRigDirection('top', [0, 0], 1)[2]).toBeCloseTo(1, 9);
    expect(toRigDirection('front', [0, 0], 1)[0]).toBeCloseTo(1, 9);
  });
});
