import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import { measureLength, subtract, toUnit, type Vec3 } from '../placement/index.js';
import { placeSetup } from '../rig/index.js';
import { isInsideSolid, noBounds, uniteBounds } from '../solid/index.js';
import { createSpace, type Space } from '../space/index.js';
import { tries } from '../testing/depth.js';
import { createRandom } from '../testing/grown.js';
import { body, createTestRig } from '../testing/rigs.js';
import { gridMm, searchGrid } from './grid.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

/** The same search the plain way: places by their names, every solid asked for each, the queue a list that is searched. */
function searchPlainly(space: Space, from: Vec3, to: Vec3, radiusMm: number): number | undefined {
  const all = space.items.reduce((sum, i) => uniteBounds(sum, i.bounds), noBounds);
  const at = (cell: Vec3): Vec3 => [
    from[0] + cell[0] * gridMm,
    from[1] + cell[1] * gridMm,
    from[2] + cell[2] * gridMm,
  ];
  const isOutside = (p: Vec3) =>
    p.some(
      (v, i) =>
        v < Math.min(all.lowMm[i]!, from[i]!, to[i]!) - 60 ||
        v > Math.max(all.highMm[i]!, from[i]!, to[i]!) + 60,
    );
  const isBlocked = (p: Vec3) =>
    isOutside(p) ||
    space.items
      .flatMap((i) => i.solids)
      .some((s) => s.solid.type !== 'hull' && isInsideSolid(s.solid, s.rigFromSolid, p, radiusMm));
  const costs = new Map<string, number>([['0,0,0', 0]]);
  const open = new Map<string, Vec3>([['0,0,0', [0, 0, 0]]]);
  const settled = new Set<string>();
  while (open.size > 0) {
    const [[key, cell]] = [...open].sort(([a], [b]) => costs.get(a)! - costs.get(b)!) as [
      [string, Vec3],
    ];
    open.delete(key);
    settled.add(key);
    if (measureLength(subtract(to, at(cell))) <= gridMm * 1.8) return costs.get(key)!;
    for (const x of [-1, 0, 1]) {
      for (const y of [-1, 0, 1]) {
        for (const z of [-1, 0, 1]) {
          const next: Vec3 = [cell[0] + x, cell[1] + y, cell[2] + z];
          const name = next.join();
          const cost = costs.get(key)! + Math.hypot(x, y, z) * gridMm;
          if (settled.has(name) || cost >= (costs.get(name) ?? Infinity)) continue;
          if (isBlocked(at(next))) continue;
          costs.set(name, cost);
          open.set(name, next);
        }
      }
    }
  }
  return undefined;
}

const measureWay = (points: readonly Vec3[]): number =>
  points.reduce((sum, p, i) => (i === 0 ? 0 : sum + measureLength(subtract(p, points[i - 1]!))), 0);

describe('the search over the grid', () => {
  it('finds ways that are free and as short as the plain search finds them, on scenes of chance', () => {
    let found = 0;
    for (let seed = 1; seed <= tries(4); seed += 1) {
      const random = createRandom(seed);
      const between = (low: number, high: number) => low + random() * (high - low);
      const solids = Array.from({ length: 6 }, (_, i) => {
        const atMm: [number, number, number] = [
          between(-25, 25),
          between(-25, 25),
          between(-25, 25),
        ];
        return i % 2 === 0
          ? {
              id: `s${i}`,
              type: 'box' as const,
              atMm,
              sizeMm: [between(5, 40), between(5, 40), between(5, 40)] as [number, number, number],
            }
          : {
              id: `s${i}`,
              type: 'cylinder' as const,
              atMm,
              axis: [...toUnit([random() - 0.5, random() - 0.5, random() - 0.5])] as typeof atMm,
              radiusMm: between(3, 15),
              lengthMm: between(5, 50),
            };
      });
      const made = createTestRig([{ ...body, solids }], []);
      const space = createSpace(placeSetup(made.rig, made.rig.setups[0]!, made.parts), collider);
      const from: Vec3 = [between(-45, -35), between(-30, 30), between(-30, 30)];
      const to: Vec3 = [between(35, 45), between(-30, 30), between(-30, 30)];
      const { points: way, bounds } = searchGrid(space, from, to, 2.5);
      const plain = searchPlainly(space, from, to, 2.5);
      expect({ seed, found: way !== undefined }).toEqual({ seed, found: plain !== undefined });
      if (!way || plain === undefined) continue;
      found += 1;
      // The last step, from the place that is near enough to the end itself, is no step of the grid.
      const last = measureLength(subtract(to, way.at(-2)!));
      expect(last).toBeLessThanOrEqual(gridMm * 1.8);
      // Of two goals that cost the same with what is left, either may be reached first.
      expect(Math.abs(measureWay(way) - last - plain)).toBeLessThanOrEqual(gridMm * 1.8);
      for (const p of way) {
        p.forEach((v, i) => {
          expect(v).toBeGreaterThanOrEqual(bounds.lowMm[i]! + 2.5);
          expect(v).toBeLessThanOrEqual(bounds.highMm[i]! - 2.5);
        });
      }
      for (const p of way.slice(1, -1)) {
        const isIn = space.items
          .flatMap((i) => i.solids)
          .some((s) => s.solid.type !== 'hull' && isInsideSolid(s.solid, s.rigFromSolid, p, 2.5));
        expect({ seed, p, isIn }).toEqual({ seed, p, isIn: false });
      }
    }
    expect(found).toBeGreaterThan(tries(4) / 2);
  });

  it('finds none out of a closed box, and ends', () => {
    const wall = (
      id: string,
      atMm: [number, number, number],
      sizeMm: [number, number, number],
    ) => ({
      id,
      type: 'box' as const,
      atMm,
      sizeMm,
    });
    const solids = [
      wall('left', [-40, 0, 0], [10, 90, 90]),
      wall('right', [40, 0, 0], [10, 90, 90]),
      wall('front', [0, -40, 0], [90, 10, 90]),
      wall('back', [0, 40, 0], [90, 10, 90]),
      wall('top', [0, 0, 40], [90, 90, 10]),
      wall('floor', [0, 0, -40], [90, 90, 10]),
    ];
    const made = createTestRig([{ ...body, solids }], []);
    const space = createSpace(placeSetup(made.rig, made.rig.setups[0]!, made.parts), collider);
    expect(searchGrid(space, [0, 0, 0], [100, 0, 0], 2.5).points).toBeUndefined();
  });

  it('finds its way in a room too large for one block of cells', () => {
    const far: [number, number, number] = [4000, 4000, 0];
    const solids = [
      {
        id: 'wall',
        type: 'box' as const,
        atMm: [0, 0, 0] as typeof far,
        sizeMm: [10, 60, 60] as typeof far,
      },
      { id: 'far', type: 'box' as const, atMm: far, sizeMm: [10, 10, 4000] as typeof far },
    ];
    const made = createTestRig([{ ...body, solids }], []);
    const space = createSpace(placeSetup(made.rig, made.rig.setups[0]!, made.parts), collider);
    const { points } = searchGrid(space, [-50, 0, 0], [50, 0, 0], 2.5);
    expect(measureWay(points!)).toBeLessThan(160);
  });
});
