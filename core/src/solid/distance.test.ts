import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { createRotation, type Placement, type Vec3 } from '../placement/index.js';
import { tries } from '../testing/depth.js';
import { isInsideSolid, measureDistanceMm, type Solid } from './index.js';

const at = { id: 's', atMm: [0, 0, 0] as [number, number, number] };
const box: Solid = { ...at, type: 'box', sizeMm: [20, 40, 60] };
const cylinder: Solid = { ...at, type: 'cylinder', radiusMm: 10, lengthMm: 40 };
const tube: Solid = { ...at, type: 'tube', radiusMm: 20, innerRadiusMm: 12, lengthMm: 40 };
const cone: Solid = { ...at, type: 'frustum', radiusMm: 20, endRadiusMm: 10, lengthMm: 40 };
const wedge: Solid = {
  ...at,
  type: 'prism',
  outlineMm: [
    [0, 0],
    [30, 0],
    [0, 40],
  ],
  lengthMm: 20,
};
const here: Placement = { rotation: createRotation([0, 0, 1], 0), originMm: [0, 0, 0] };
const measure = (solid: Solid, point: Vec3) => measureDistanceMm(solid, here, point);

describe('the distance of a point from a solid', () => {
  it('is known of a face, an edge and a corner of a box', () => {
    expect(measure(box, [17, 0, 0])).toBe(7);
    expect(measure(box, [13, 24, 0])).toBe(5);
    expect(measure(box, [11, 22, 32])).toBe(3);
    // Inside it is minus the way to the nearest face.
    expect(measure(box, [8, 0, 0])).toBe(-2);
  });

  it('is known of a cylinder, a tube from within, a cone’s side and a wedge', () => {
    expect(measure(cylinder, [0, 13, 24])).toBe(5);
    expect(measure(tube, [0, 9, 0])).toBe(3);
    expect(measure(tube, [0, 16, 0])).toBe(-4);
    // The side leans 10 in 40: from its middle, 15 out, the way is square to it.
    const lean = Math.hypot(40, 10);
    expect(measure(cone, [15 + (5 * 40) / lean, 0, (5 * 10) / lean])).toBeCloseTo(5, 9);
    // The long side of the wedge is 3-4-5.
    expect(measure(wedge, [15 + 4, 20 + 3, 0])).toBeCloseTo(5, 9);
    expect(measure(wedge, [-3, -4, 0])).toBeCloseTo(5, 9);
  });

  it('says of every point whether it is inside as the plain question does, and never grows faster than the point moves', () => {
    const anyPoint = fc.tuple(
      ...Array.from({ length: 3 }, () => fc.double({ min: -60, max: 60, noNaN: true })),
    );
    fc.assert(
      fc.property(
        fc.constantFrom(box, cylinder, tube, cone, wedge),
        anyPoint,
        anyPoint,
        (solid, a, b) => {
          const frame: Placement = {
            rotation: createRotation([0.6, 0, 0.8], 1.1),
            originMm: [3, -5, 8],
          };
          const [p, q] = [a as unknown as Vec3, b as unknown as Vec3];
          const [d, e] = [p, q].map((x) => measureDistanceMm(solid, frame, x));
          if (Math.abs(d!) > 1e-9) expect(d! < 0).toBe(isInsideSolid(solid, frame, p, 0));
          const apart = Math.hypot(p[0] - q[0], p[1] - q[1], p[2] - q[2]);
          expect(Math.abs(d! - e!)).toBeLessThanOrEqual(apart + 1e-9);
        },
      ),
      { numRuns: tries(500), seed: 15 },
    );
  });
});
