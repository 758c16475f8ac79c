import { beforeAll, describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { createRotation, noPlacement, toUnit, type Placement } from '../placement/index.js';
import type { Solid } from '../solid/index.js';
import { tries } from '../testing/depth.js';
import { loadCollider, meetSolids, type Collider } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

const size = fc.constantFrom(0.01, 0.05, 0.1, 0.5, 1, 2, 3, 50, 200, 1000, 5000);
/** Needles, leaves, wires and planks, of every kind of solid. */
const thin: fc.Arbitrary<Solid> = fc
  .tuple(
    fc.constantFrom('cylinder', 'tube', 'frustum', 'prism', 'box'),
    size,
    size,
    fc.constantFrom(0.05, 3, 200),
  )
  .map(([type, a, b, c]) => {
    const shared = { id: 's', atMm: [0, 0, 0] as [number, number, number] };
    const round = { ...shared, radiusMm: a / 2, lengthMm: b };
    switch (type) {
      case 'cylinder':
        return { ...round, type };
      case 'tube':
        return { ...round, type, innerRadiusMm: a / 4 };
      case 'frustum':
        return { ...round, type, endRadiusMm: a / 8 };
      case 'prism':
        return {
          ...shared,
          type,
          outlineMm: [
            [0, 0],
            [a, 0],
            [0, b],
          ],
          lengthMm: c,
        };
      default:
        return { ...shared, type: 'box', sizeMm: [a, b, c] };
    }
  });
const number = fc.double({ min: -1, max: 1, noNaN: true });
const standing: fc.Arbitrary<Placement> = fc.oneof(
  fc.constant(noPlacement),
  fc.tuple(number, number, number, fc.constantFrom(0, 20)).map(([x, y, z, far]): Placement => ({
    rotation: createRotation(toUnit([x + 2, y, z]), 3 * z),
    originMm: [x * far, y * far, z * far * 5],
  })),
);

describe('solids that are very thin', () => {
  it('meet in finite figures wherever they stand, also all in one place', () => {
    fc.assert(
      fc.property(thin, thin, fc.boolean(), standing, standing, (a, b, alike, aAt, bAt) => {
        const meeting = meetSolids(collider, a, aAt, alike ? a : b, bAt, 0.5);
        if (meeting) expect(meeting.gapMm).toBeLessThan(0.51);
      }),
      { numRuns: tries(800) },
    );
  });

  it('are measured all the same: a wire of a tube 10 mm beside a plate', () => {
    const wire: Solid = {
      id: 'wire',
      type: 'tube',
      atMm: [0, 0, 0],
      radiusMm: 0.5,
      innerRadiusMm: 0.3,
      lengthMm: 1000,
    };
    const plate: Solid = { id: 'plate', type: 'box', atMm: [0, 0, 0], sizeMm: [40, 2, 40] };
    const at = (y: number): Placement => ({ ...noPlacement, originMm: [0, y, 0] });
    // Half a millimetre of wire, one of plate: 8.5 mm lie between.
    expect(meetSolids(collider, wire, at(10), plate, noPlacement, 20)!.gapMm).toBeCloseTo(8.5, 1);
    expect(meetSolids(collider, wire, at(1.2), plate, noPlacement, 20)!.gapMm).toBeCloseTo(-0.3, 1);
  });
});
