import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import type { Part } from '../part/index.js';
import type { Vec3 } from '../placement/index.js';
import { applyEdit, placeSetup } from '../rig/index.js';
import { createSpace } from '../space/index.js';
import { tries } from '../testing/depth.js';
import { createRandom } from '../testing/grown.js';
import { body, createTestRig, cube, joint, mountAt } from '../testing/rigs.js';
import { findWay } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

const spaceOf = (sizeMm: [number, number, number]) => {
  const wall = {
    ...body,
    solids: [
      { id: 'wall', type: 'box' as const, sizeMm, atMm: [0, 0, 0] as [number, number, number] },
    ],
  };
  const made = createTestRig([wall], []);
  return createSpace(placeSetup(made.rig, made.rig.setups[0]!, made.parts), collider);
};

describe('the way of a lead', () => {
  it('is straight where nothing stands between', () => {
    const way = findWay(spaceOf([10, 10, 10]), [-50, 20, 0], [50, 20, 0]);
    expect(way).toMatchObject({ lengthMm: 100, found: true });
  });

  it('goes round the nearer edge of a wall: 60 mm wide, passed 2.5 mm beside it', () => {
    // From 50 mm before the middle to 50 mm behind it, round an edge 30 mm aside: at least 2·√(50² + 30²).
    const way = findWay(spaceOf([2, 60, 400]), [-50, 0, 0], [50, 0, 0]);
    const least = 2 * Math.hypot(50, 30);
    expect(way.found).toBe(true);
    expect(way.lengthMm).toBeGreaterThan(least);
    // The grid of 10 mm costs at most a few centimetres of detour.
    expect(way.lengthMm).toBeLessThan(least * 1.2);
  });

  it('is never shorter than the straight line, and never passes through what is there', () => {
    const space = spaceOf([40, 40, 40]);
    const way = findWay(space, [-30, 5, 0], [30, -5, 8]);
    expect(way.lengthMm).toBeGreaterThan(Math.hypot(60, 10, 8));
    for (const [x, y, z] of way.points) {
      expect(Math.max(Math.abs(x), Math.abs(y), Math.abs(z))).toBeGreaterThanOrEqual(20);
    }
  });

  it('is that of a rig nobody has asked before, whatever was slid meanwhile', () => {
    // A wall on the body, and a block on its rail that is slid in and out of the way.
    const wall: Part = {
      ...body,
      solids: [{ id: 'wall', type: 'box', sizeMm: [8, 120, 100], atMm: [0, 0, 0] }],
    };
    const block = cube('block', 100, {
      solids: [{ id: 'solid', type: 'box', sizeMm: [30, 30, 60], atMm: [0, 0, 30] }],
      mounts: [mountAt('base', 'nato-rail', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0])],
    });
    const joints = [joint('b', 'block.base', 'body.rail')];
    const lay = (parts: readonly Part[], slideMm: number) => {
      const made = createTestRig([...parts], joints);
      const rig = applyEdit(made.rig, { type: 'slide', setupId: 'low', jointId: 'b', slideMm });
      return createSpace(placeSetup(rig, rig.setups[0]!, made.parts), collider);
    };
    const random = createRandom(7);
    const ends = Array.from({ length: 4 }, (): [Vec3, Vec3] => [
      [-30 - 20 * random(), 40 * random() - 20, 60 * random()],
      [30 + 20 * random(), 40 * random() - 20, 60 * random()],
    ]);
    // Read once, so that what stands still is the same object each time, as on the bench.
    const made = createTestRig([wall, block], joints);
    const lengths = new Set<string>();
    for (let n = 0; n < tries(24); n += 1) {
      const slideMm = Math.round(random() * 80 - 40);
      const rig = applyEdit(made.rig, { type: 'slide', setupId: 'low', jointId: 'b', slideMm });
      const warm = createSpace(placeSetup(rig, rig.setups[0]!, made.parts), collider);
      const cold = lay([wall, block], slideMm);
      for (const [from, to] of ends) {
        const way = findWay(warm, from, to);
        expect(way).toEqual(findWay(cold, from, to));
        lengths.add(way.lengthMm.toFixed(3));
      }
    }
    // The block was in the way at times, and at times it was not.
    expect(lengths.size).toBeGreaterThan(ends.length);
  });
});
