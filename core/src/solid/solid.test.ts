import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { createRotation, noPlacement, place, toUnit, type Vec3 } from '../placement/index.js';
import {
  isInside,
  measureCentroidMm,
  measureReachMm,
  measureVolumeMm3,
  partFromSolid,
  projectSolid,
  Solid,
} from './index.js';

const box = Solid.parse({ id: 'b', type: 'box', sizeMm: [10, 20, 30], atMm: [0, 0, 0] });
const cylinder = Solid.parse({
  id: 'c',
  type: 'cylinder',
  radiusMm: 10,
  lengthMm: 50,
  atMm: [5, 0, 0],
  axis: [1, 0, 0],
});
const cone = Solid.parse({
  id: 'f',
  type: 'frustum',
  radiusMm: 20,
  endRadiusMm: 10,
  lengthMm: 30,
  atMm: [0, 0, 0],
});
const wedge = Solid.parse({
  id: 'p',
  type: 'prism',
  outlineMm: [
    [0, 0],
    [30, 0],
    [0, 60],
  ],
  lengthMm: 10,
  atMm: [0, 0, 0],
});

describe('volume and centre', () => {
  it('a box of 10 by 20 by 30 holds 6000 mm³', () => expect(measureVolumeMm3(box)).toBe(6000));

  it('a cylinder holds π r² l', () => expect(measureVolumeMm3(cylinder)).toBeCloseTo(15707.963, 3));

  it('a frustum with equal ends is a cylinder', () => {
    const straight = Solid.parse({ ...cone, endRadiusMm: 20 });
    expect(measureVolumeMm3(straight)).toBeCloseTo(Math.PI * 400 * 30, 6);
    expect(measureCentroidMm(straight)).toEqual([0, 0, 0]);
  });

  it('a frustum of radii 20 and 10 has its centre 11.786 mm above the wide face', () => {
    // By hand: 30·(400 + 2·200 + 3·100) ∕ (4·(400 + 200 + 100)) = 30·1100∕2800 = 11.786.
    expect(measureCentroidMm(cone)[2] + 15).toBeCloseTo(11.7857, 4);
  });

  it('a wedge has its centre a third of the way from the right angle', () => {
    expect(measureVolumeMm3(wedge)).toBe((30 * 60 * 10) / 2);
    expect(measureCentroidMm(wedge)).toEqual([10, 20, 0]);
  });
});

describe('reach', () => {
  it('a cylinder along x from 5 reaches 30 forward and 10 up', () => {
    const frame = partFromSolid(cylinder);
    expect(measureReachMm(cylinder, frame, [1, 0, 0])).toBeCloseTo(30, 9);
    expect(measureReachMm(cylinder, frame, [0, 0, 1])).toBeCloseTo(10, 9);
  });

  it('no projected point lies beyond the reach, and the farthest one meets it', () => {
    const angle = fc.double({ min: -3, max: 3, noNaN: true });
    fc.assert(
      fc.property(fc.constantFrom(box, cone, wedge, cylinder), angle, angle, (solid, a, b) => {
        const rotation = createRotation(toUnit([Math.cos(a), Math.sin(a), 0.3]), b);
        const frame = { rotation, originMm: [3, 4, 5] as Vec3 };
        const seen = projectSolid(solid, frame);
        const reach = measureReachMm(solid, frame, [1, 0, 0]);
        const farthest = Math.max(...seen.outline.map((p) => p[0]));
        expect(farthest).toBeLessThanOrEqual(reach + 1e-6);
        expect(farthest).toBeGreaterThan(reach - 0.2);
      }),
    );
  });
});

describe('silhouettes', () => {
  it('a box seen from above is its rectangle, near face at half its height', () => {
    const seen = projectSolid(box, noPlacement);
    expect(seen.nearMm).toBe(15);
    expect(seen.farMm).toBe(-15);
    expect(isInside(seen.outline, [4.9, 9.9])).toBe(true);
    expect(isInside(seen.outline, [5.1, 0])).toBe(false);
    expect(seen.edges).toHaveLength(0);
  });

  it('a tube seen end on shows its bore', () => {
    const tube = Solid.parse({ ...cylinder, type: 'tube', innerRadiusMm: 8 });
    const endOn = projectSolid(tube, noPlacement);
    expect(endOn.hole).toBeDefined();
    expect(place(noPlacement, [0, 0, 0])).toEqual([0, 0, 0]);
    expect(projectSolid(tube, partFromSolid(tube)).hole).toBeUndefined();
  });
});

describe('schema', () => {
  const paths = (value: unknown) =>
    Solid.safeParse(value).error?.issues.map((i) => i.path.join('.'));
  it.each([
    ['a radius of zero', { ...cylinder, radiusMm: 0 }, 'radiusMm'],
    ['a length that is not a number', { ...cylinder, lengthMm: Number.NaN }, 'lengthMm'],
    ['an axis that is no unit vector', { ...cylinder, axis: [1, 1, 0] }, 'axis'],
    ['a reference along the axis', { ...cylinder, reference: [1, 0, 0] }, 'reference'],
    [
      'a bore wider than its tube',
      { ...cylinder, type: 'tube', innerRadiusMm: 11 },
      'innerRadiusMm',
    ],
    [
      'an outline listed clockwise',
      {
        ...wedge,
        outlineMm: [
          [0, 0],
          [0, 6],
          [3, 0],
        ],
      },
      'outlineMm',
    ],
    ['a key nobody knows', { ...box, colour: 'red' }, ''],
  ])('refuses %s and names the place', (_, value, path) => {
    expect(paths(value)).toContain(path);
  });
});
