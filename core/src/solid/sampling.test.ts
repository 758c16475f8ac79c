import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { createFrame, noPlacement, place, type Placement, type Vec3 } from '../placement/index.js';
import {
  isInsideSolid,
  mayMeet,
  measureBounds,
  measureCentroidMm,
  measureFrontMm,
  measurePointBounds,
  measureReachMm,
  measureVolumeMm3,
  noBounds,
  uniteBounds,
  type Solid,
} from './index.js';

const at: [number, number, number] = [0, 0, 0];
const solids: readonly Solid[] = [
  { id: 'box', type: 'box', sizeMm: [10, 20, 30], atMm: at },
  { id: 'cylinder', type: 'cylinder', radiusMm: 8, lengthMm: 24, atMm: at },
  { id: 'cone', type: 'frustum', radiusMm: 12, endRadiusMm: 4, lengthMm: 20, atMm: at },
  { id: 'flare', type: 'frustum', radiusMm: 3, endRadiusMm: 11, lengthMm: 30, atMm: at },
  { id: 'tube', type: 'tube', radiusMm: 10, innerRadiusMm: 6, lengthMm: 16, atMm: at },
  {
    id: 'prism',
    type: 'prism',
    outlineMm: [
      [-9, -5],
      [9, -5],
      [0, 12],
    ],
    lengthMm: 14,
    atMm: at,
  },
];

/** By the definition of each shape, in its own frame; margins are outwards from every face. */
function isIn(solid: Solid, [x, y, z]: Vec3): boolean {
  const out = Math.hypot(x, y);
  switch (solid.type) {
    case 'box':
      return Math.abs(x) <= 5 && Math.abs(y) <= 10 && Math.abs(z) <= 15;
    case 'cylinder':
      return Math.abs(z) <= 12 && out <= 8;
    case 'frustum': {
      const from = solid.id === 'cone' ? 12 : 3;
      const to = solid.id === 'cone' ? 4 : 11;
      const half = solid.id === 'cone' ? 10 : 15;
      return Math.abs(z) <= half && out <= from + ((to - from) * (z + half)) / (2 * half);
    }
    case 'tube':
      return Math.abs(z) <= 8 && out <= 10 && out >= 6;
    case 'prism':
      // Sides from (9, −5) to (0, 12) and mirrored: 17·|x| + 9·y ≤ 108.
      return Math.abs(z) <= 7 && y >= -5 && 17 * Math.abs(x) + 9 * y <= 108;
  }
}

// Tenths, a little off, so that no point lies just on a face.
const mm = fc.integer({ min: -130, max: 130 }).map((tenths) => tenths / 10 + 0.013);
const points = fc.tuple(mm, mm, mm);
const standing: Placement = createFrame([7, -3, 11], [0.48, 0.6, 0.64], [1, 0, 0]);

describe.each(solids.map((s) => [s.id, s] as const))('%s', (_, solid) => {
  it('has inside what its shape says, wherever it stands', () => {
    let inside = 0;
    fc.assert(
      fc.property(points, (p) => {
        const expected = isIn(solid, p);
        inside += expected ? 1 : 0;
        expect(isInsideSolid(solid, noPlacement, p, 0)).toBe(expected);
        expect(isInsideSolid(solid, standing, place(standing, p), 1e-9)).toBe(expected);
      }),
      { numRuns: 400 },
    );
    expect(inside).toBeGreaterThan(4);
  });

  it('has the volume and the middle of the points inside, by counting them', () => {
    const step = 0.75;
    let [count, sx, sy, sz] = [0, 0, 0, 0];
    for (let x = -12; x <= 12; x += step) {
      for (let y = -12; y <= 12; y += step) {
        for (let z = -15.75; z <= 15.75; z += step) {
          if (!isIn(solid, [x, y, z])) continue;
          count += 1;
          [sx, sy, sz] = [sx + x, sy + y, sz + z];
        }
      }
    }
    expect((count * step ** 3) / measureVolumeMm3(solid)).toBeCloseTo(1, 0);
    expect(Math.abs((count * step ** 3) / measureVolumeMm3(solid) - 1)).toBeLessThan(0.12);
    const centre = measureCentroidMm(solid);
    [sx, sy, sz].forEach((sum, i) => expect(Math.abs(centre[i]! - sum / count)).toBeLessThan(0.35));
  });

  it('lies within its bounds, and reaches as far as they say along each axis', () => {
    const { lowMm, highMm } = measureBounds(solid, standing);
    const low: number[] = [Infinity, Infinity, Infinity];
    const high: number[] = [-Infinity, -Infinity, -Infinity];
    for (let i = 0; i < 72; i += 1) {
      const angle = (i * Math.PI) / 36;
      for (const z of [-15, -12, -10, -8, -7, 7, 8, 10, 12, 15]) {
        for (let r = 0; r <= 20; r += 0.25) {
          const p: Vec3 = [r * Math.cos(angle), r * Math.sin(angle), z];
          if (!isIn(solid, p)) continue;
          place(standing, p).forEach((v, k) => {
            low[k] = Math.min(low[k]!, v);
            high[k] = Math.max(high[k]!, v);
          });
        }
      }
    }
    const slack = solid.type === 'frustum' ? 12 : 0.6;
    for (const k of [0, 1, 2] as const) {
      expect(low[k]!).toBeGreaterThanOrEqual(lowMm[k] - 1e-9);
      expect(high[k]!).toBeLessThanOrEqual(highMm[k] + 1e-9);
      expect(low[k]! - lowMm[k]).toBeLessThan(slack);
      expect(highMm[k] - high[k]!).toBeLessThan(slack);
    }
    const reach = measureReachMm(solid, standing, [0, 0, 1]);
    expect(Math.abs(reach - high[2]!)).toBeLessThan(0.6);
  });

  it('is met from the viewer where the first point inside lies', () => {
    let met = 0;
    fc.assert(
      fc.property(mm, mm, (dx, dy) => {
        const [x, y] = [standing.originMm[0] + dx / 2, standing.originMm[1] + dy / 2];
        // Down the view’s z: the nearest to the viewer is the highest.
        const full = solid.type === 'tube' ? { ...solid, type: 'cylinder' as const } : solid;
        let first: number | undefined;
        for (let z = 45; z >= -45 && first === undefined; z -= 0.05) {
          if (isInsideSolid(full, standing, [x, y, z], 0)) first = z;
        }
        const front = measureFrontMm(solid, standing, [x, y]);
        if (first === undefined) {
          // A corner thinner than the steps may be missed by counting, never a body.
          expect(
            front === undefined || !isInsideSolid(full, standing, [x, y, front - 0.1], 0),
          ).toBe(true);
        } else {
          met += 1;
          expect(Math.abs(front! - first)).toBeLessThan(0.06);
        }
      }),
      { numRuns: 80 },
    );
    expect(met).toBeGreaterThan(3);
  });
});

describe('margins', () => {
  const inside = (solid: Solid, p: Vec3, margin: number) =>
    isInsideSolid(solid, noPlacement, p, margin);

  it('are outwards from every face, of a bore inwards', () => {
    const [box, , cone, , tube, prism] = solids as [Solid, Solid, Solid, Solid, Solid, Solid];
    expect([inside(box, [5.9, 0, 0], 1), inside(box, [6.1, 0, 0], 1)]).toEqual([true, false]);
    expect([inside(cone, [0, 0, 10.9], 1), inside(cone, [0, 0, 11.1], 1)]).toEqual([true, false]);
    expect([inside(tube, [5.1, 0, 0], 1), inside(tube, [4.9, 0, 0], 1)]).toEqual([true, false]);
    expect([inside(prism, [0, -5.9, 0], 1), inside(prism, [0, -6.1, 0], 1)]).toEqual([true, false]);
  });
});

describe('bounds', () => {
  const a = { lowMm: [0, 10, -5] as Vec3, highMm: [1, 12, -1] as Vec3 };
  const b = { lowMm: [-3, 11, -4] as Vec3, highMm: [4, 11.5, 7] as Vec3 };

  it('of two hold both, axis by axis; nothing adds nothing', () => {
    expect(uniteBounds(a, b)).toEqual({ lowMm: [-3, 10, -5], highMm: [4, 12, 7] });
    expect(uniteBounds(b, a)).toEqual(uniteBounds(a, b));
    expect(uniteBounds(noBounds, a)).toEqual(a);
    expect(measurePointBounds([])).toEqual(noBounds);
  });

  it('of points are the least and the greatest along each axis', () => {
    expect(
      measurePointBounds([
        [1, 5, -2],
        [3, -4, 0],
        [2, 0, 9],
      ]),
    ).toEqual({ lowMm: [1, -4, -2], highMm: [3, 5, 9] });
  });

  it('lie over each other by more than asked, along every axis', () => {
    const box = (x: number, y: number, z: number) => ({
      lowMm: [x, y, z] as Vec3,
      highMm: [x + 1, y + 1, z + 1] as Vec3,
    });
    let looked = 0;
    for (const i of [0, 1, 2]) {
      for (const sign of [1, -1]) {
        const v: [number, number, number] = [0, 0, 0];
        v[i] = sign * 0.5;
        // Half of one lies over half of the other.
        expect(mayMeet(box(0, 0, 0), box(...v), 0.49)).toBe(true);
        expect(mayMeet(box(0, 0, 0), box(...v), 0.5)).toBe(false);
        v[i] = sign;
        expect(mayMeet(box(0, 0, 0), box(...v), 0)).toBe(false);
        looked += 1;
      }
    }
    expect(looked).toBe(6);
  });
});
