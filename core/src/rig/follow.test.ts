import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { Part } from '../part/index.js';
import { measureLength, type Vec3 } from '../placement/index.js';
import { body, createTestRig, cube, joint, mountAt } from '../testing/rigs.js';
import { applyEdit, followTarget, listCarriers, placeSetup } from './index.js';

/** An arm of two links of 100 mm that turn about y: elbow at its middle, a weight at its end. */
const arm: Part = cube('arm', 10, {
  mounts: [
    mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0]),
    mountAt('tip', 'quarter-20', 'socket', [0, 0, 200], [0, 0, 1], [1, 0, 0], {
      thread: { depthMm: 8 },
    }),
  ],
  movements: (['shoulder', 'elbow'] as const).map((id, i) => ({
    id,
    name: id,
    type: 'turn' as const,
    originMm: [0, 0, 100 * i] as [number, number, number],
    axis: [0, 1, 0] as [number, number, number],
    from: -150,
    to: 150,
    rest: 0,
    carries: ['tip'],
    ...(i === 1 ? { after: 'shoulder' } : {}),
  })),
});
const weight = cube('weight', 10, {
  mounts: [mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0])],
});
const made = createTestRig(
  [body, arm, weight],
  [joint('a', 'arm.base', 'body.plain'), joint('w', 'weight.base', 'arm.tip')],
);
const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
// The arm stands on the body at z = 50; its shoulder is there, its tip at z = 250.
const tip: Vec3 = [0, 0, 250];
const follow = (target: Vec3) =>
  followTarget(assembly, made.parts, 'weight', undefined, tip, target)!;

describe('an arm that follows the part that is dragged', () => {
  it('knows what carries the part: elbow before shoulder', () => {
    expect(listCarriers(assembly, 'weight', undefined).map((c) => c.movement.id)).toEqual([
      'elbow',
      'shoulder',
    ]);
    expect(listCarriers(assembly, 'body', undefined)).toEqual([]);
  });

  it('reaches what is within its two links, to a few mm in whole degrees', () => {
    expect(follow([120, 0, 150]).shortMm).toBeLessThan(4);
  });

  it('says how much it falls short: 300 mm out along x it reaches 200', () => {
    const { shortMm } = follow([300, 0, 50]);
    expect(shortMm).toBeGreaterThan(99);
    expect(shortMm).toBeLessThan(112);
  });

  it('what it proposes, made, brings the part as near as it says; and never farther than it was', () => {
    const number = fc.integer({ min: -220, max: 220 });
    fc.assert(
      fc.property(number, number, number, (x, y, z) => {
        const { edits, shortMm } = follow([x, y, z]);
        const rig = edits.reduce(applyEdit, made.rig);
        const after = placeSetup(rig, rig.setups[0]!, made.parts);
        const at = after.byId.get('weight')!.rigFromPart.originMm;
        const far = measureLength([x - at[0], y - at[1], z - at[2]]);
        expect(far).toBeCloseTo(shortMm, 6);
        expect(far).toBeLessThanOrEqual(measureLength([x - tip[0], y - tip[1], z - tip[2]]) + 1e-9);
      }),
      { numRuns: 60 },
    );
  });
});
