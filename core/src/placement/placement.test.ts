import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  compose,
  createFrame,
  createRotation,
  createTurnAbout,
  cross,
  dot,
  invert,
  measureLength,
  place,
  rotate,
  toUnit,
  type Placement,
  type Vec3,
} from './index.js';

const close = (a: Vec3, b: Vec3, within = 9) => {
  a.forEach((v, i) => expect(v).toBeCloseTo(b[i] ?? NaN, within));
};
const number = fc.double({ min: -200, max: 200, noNaN: true });
const point = fc.tuple(number, number, number);
const axis = point.filter((v) => measureLength(v) > 1).map((v) => toUnit(v));
const placement: fc.Arbitrary<Placement> = fc
  .tuple(axis, fc.double({ min: -7, max: 7, noNaN: true }), point)
  .map(([a, angle, originMm]) => ({ rotation: createRotation(a, angle), originMm }));

describe('axes, handedness and sign', () => {
  it('x forward crossed with y left is z up', () => {
    close(cross([1, 0, 0], [0, 1, 0]), [0, 0, 1]);
  });

  it('a positive quarter turn about up takes forward to left', () => {
    close(rotate(createRotation([0, 0, 1], Math.PI / 2), [1, 0, 0]), [0, 1, 0]);
  });

  it('a positive quarter turn about left takes forward to down, the nose-down sense', () => {
    close(rotate(createRotation([0, 1, 0], Math.PI / 2), [1, 0, 0]), [0, 0, -1]);
  });

  it('a positive quarter turn about forward takes left to up', () => {
    close(rotate(createRotation([1, 0, 0], Math.PI / 2), [0, 1, 0]), [0, 0, 1]);
  });

  it('a turn about a line leaves the points on that line where they were', () => {
    const turn = createTurnAbout([10, 0, 5], [0, 1, 0], 1.1);
    close(place(turn, [10, 33, 5]), [10, 33, 5]);
  });

  it('a frame keeps its normal and squares its reference', () => {
    const frame = createFrame([1, 2, 3], [0, 0, 1], toUnit([1, 0, 0.2]));
    close(frame.rotation.x, [1, 0, 0]);
    close(frame.rotation.y, [0, 1, 0]);
    expect(() => createFrame([0, 0, 0], [0, 0, 1], [0, 0, 1])).toThrow(/createFrame/);
  });
});

describe('laws', () => {
  it('a placement and its inverse cancel', () => {
    fc.assert(
      fc.property(placement, point, (t, p) => close(place(compose(invert(t), t), p), p, 6)),
    );
  });

  it('composing is placing twice', () => {
    fc.assert(
      fc.property(placement, placement, point, (a, b, p) =>
        close(place(compose(a, b), p), place(a, place(b, p)), 6),
      ),
    );
  });

  it('rotations keep lengths and angles', () => {
    fc.assert(
      fc.property(placement, point, point, (t, p, q) => {
        expect(dot(rotate(t.rotation, p), rotate(t.rotation, q))).toBeCloseTo(dot(p, q), 5);
      }),
    );
  });
});
