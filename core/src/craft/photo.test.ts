import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { leastPixels, measurePhotoScale, toFaceMm, toPixel } from './index.js';

describe('a photograph behind a face', () => {
  it('takes its scale from two points of known distance', () => {
    // 300 px across and 400 px down are 500 px; 100 mm make 0.2 mm a pixel.
    expect(measurePhotoScale({ a: [10, 10], b: [310, 410], distanceMm: 100 })).toEqual({
      state: 'scaled',
      mmPerPx: 0.2,
    });
  });

  it('has none where the points are one, or no distance is said', () => {
    const at = (x: number, distanceMm: number) =>
      measurePhotoScale({ a: [0, 0], b: [x, 0], distanceMm }).state;
    expect(at(leastPixels, 10)).toBe('scaled');
    expect(at(leastPixels - 0.1, 10)).toBe('unscaled');
    expect(at(100, 0)).toBe('unscaled');
    expect(at(100, -5)).toBe('unscaled');
    expect(at(100, NaN)).toBe('unscaled');
  });

  it('lies with its origin on the part’s, y up, turned clockwise', () => {
    const fit = { a: [0, 0], b: [1, 0], distanceMm: 1, origin: [100, 50], turnDeg: 0 } as const;
    expect(toFaceMm(fit, 0.5, [100, 50]).map((v) => v + 0)).toEqual([0, 0]);
    expect(toFaceMm(fit, 0.5, [120, 40])).toEqual([10, 5]);
    // A quarter clockwise: what was to the right is below.
    const [x, y] = toFaceMm({ ...fit, turnDeg: 90 }, 0.5, [120, 50]);
    expect(x).toBeCloseTo(0, 9);
    expect(y).toBeCloseTo(-10, 9);
  });

  it('leads from pixels to the face and back', () => {
    const n = fc.double({ min: -500, max: 500, noNaN: true });
    fc.assert(
      fc.property(
        n,
        n,
        n,
        n,
        fc.double({ min: -180, max: 180, noNaN: true }),
        (x, y, ox, oy, turnDeg) => {
          const fit = { a: [0, 0], b: [1, 0], distanceMm: 1, origin: [ox, oy], turnDeg } as const;
          const [bx, by] = toPixel(fit, 0.37, toFaceMm(fit, 0.37, [x, y]));
          expect(Math.hypot(bx - x, by - y)).toBeLessThan(1e-6);
        },
      ),
    );
  });
});
