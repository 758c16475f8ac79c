import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import { placeSetup } from '../rig/index.js';
import { createSpace } from '../space/index.js';
import { body, createTestRig } from '../testing/rigs.js';
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
});
