import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { createRotation, toUnit, type Vec3 } from '../placement/index.js';
import {
  measureAbout,
  measureSolidTensor,
  rotateTensor,
  type Solid,
  type Tensor,
} from './index.js';

const near = (a: Tensor, b: readonly number[], digits = 6) =>
  a.forEach((v, i) => expect(v).toBeCloseTo(b[i]!, digits));
const round = (type: 'cylinder' | 'tube' | 'frustum', more: object): Solid =>
  ({ id: 's', type, atMm: [0, 0, 0], lengthMm: 60, radiusMm: 10, ...more }) as Solid;

describe('inertia of a solid about its own centre', () => {
  it('box: m ∕ 12 · (the squares of the other two sides)', () => {
    const box: Solid = { id: 's', type: 'box', atMm: [0, 0, 0], sizeMm: [30, 40, 50] };
    // 12 g: 1 g·mm² per mm² of side squared.
    near(measureSolidTensor(box, 12), [4100, 3400, 2500, 0, 0, 0]);
  });

  it('cylinder: m·r² ∕ 2 about its axis, m·(3r² + h²) ∕ 12 across', () => {
    near(measureSolidTensor(round('cylinder', {}), 12), [3900, 3900, 600, 0, 0, 0]);
  });

  it('tube: like a cylinder with the squares of both radii', () => {
    near(measureSolidTensor(round('tube', { innerRadiusMm: 8 }), 12), [4092, 4092, 984, 0, 0, 0]);
  });

  it('a frustum of equal ends is a cylinder; a full cone has 3 ∕ 10·m·r² about its axis', () => {
    near(
      measureSolidTensor(round('frustum', { endRadiusMm: 10 }), 12),
      measureSolidTensor(round('cylinder', {}), 12),
    );
    const cone = measureSolidTensor(round('frustum', { endRadiusMm: 1e-9 }), 10);
    expect(cone[2]).toBeCloseTo(300, 4);
    // 3 ∕ 20·m·r² + 3 ∕ 80·m·h² about its centre.
    expect(cone[0]).toBeCloseTo(150 + 1350, 4);
  });

  it('a prism over a rectangle is a box, wherever its outline lies', () => {
    const prism: Solid = {
      id: 's',
      type: 'prism',
      atMm: [0, 0, 0],
      lengthMm: 50,
      outlineMm: [
        [5, 7],
        [35, 7],
        [35, 47],
        [5, 47],
      ],
    };
    near(measureSolidTensor(prism, 12), [4100, 3400, 2500, 0, 0, 0]);
  });

  it('of any solid is the same about a line that turns with it, and positive', () => {
    const mm = fc.integer({ min: 5, max: 80 });
    const part = fc.integer({ min: -9, max: 9 });
    fc.assert(
      fc.property(
        mm,
        mm,
        mm,
        part,
        part,
        fc.integer({ min: 1, max: 314 }),
        (x, y, z, a, b, turn) => {
          const box: Solid = { id: 's', type: 'box', atMm: [0, 0, 0], sizeMm: [x, y, z] };
          const own = measureSolidTensor(box, 100);
          const r = createRotation(toUnit([a, b, 10]), turn / 100);
          const turned = rotateTensor(own, r);
          for (const [axis, was] of [
            [r.x, own[0]],
            [r.y, own[1]],
            [r.z, own[2]],
          ] as readonly (readonly [Vec3, number])[]) {
            expect(measureAbout(turned, axis) / was).toBeCloseTo(1, 9);
          }
          expect(measureAbout(turned, toUnit([b, a, 3]))).toBeGreaterThan(0);
        },
      ),
    );
  });
});
