import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { Part } from '../part/index.js';
import { dot, type Vec3 } from '../placement/index.js';
import { placeSetup } from '../rig/index.js';
import type { Space } from '../space/index.js';
import { createTestRig, cube, joint, mountAt } from '../testing/rigs.js';
import { listViews } from './index.js';

const sensor = [36, 24] as const;
const pupilMm = 20;

/** The view of a lens with its front 60 mm ahead of the flange, as the points of its hull. */
function viewOf(focalMm: number, widestT: number | undefined): readonly Vec3[] {
  const body: Part = cube('body', 500, {
    kind: 'body',
    sensorMm: [...sensor],
    mounts: [
      mountAt('lens', 'lens-mount', 'body', [0, 0, 0], [1, 0, 0], [0, 0, 1], { family: 'F' }),
    ],
  });
  const lens: Part = cube('lens', 300, {
    kind: 'lens',
    solids: [{ id: 'barrel', type: 'box', atMm: [30, 0, 0], sizeMm: [60, 60, 60] }],
    optics: { focalMm: [focalMm, focalMm], pupilMm, ...(widestT ? { widestT } : {}) },
    mounts: [
      mountAt('rear', 'lens-mount', 'lens', [0, 0, 0], [-1, 0, 0], [0, 0, 1], {
        family: 'F',
        carrier: true,
      }),
    ],
  });
  const { rig, parts } = createTestRig([body, lens], [joint('l', 'lens.rear', 'body.lens')]);
  const assembly = placeSetup(rig, rig.setups[0]!, parts);
  const [found] = listViews({ assembly } as Space);
  const { solid } = found!.view;
  if (solid.type !== 'hull') throw new Error('a view is a hull');
  return solid.pointsMm;
}
const reach = (points: readonly Vec3[], way: Vec3) => Math.max(...points.map((p) => dot(p, way)));

/** Where a ray from a place in the round pupil towards a point of the picture passes a plane so far ahead of the flange. */
function passes(focalMm: number, radius: number, at: number, on: readonly number[]): Vec3 {
  const [r, turn, u, v] = on as [number, number, number, number];
  const far = at - pupilMm;
  const y = r * radius * Math.cos(turn) + ((u * sensor[0]) / 2 / focalMm) * far;
  const z = r * radius * Math.sin(turn) + ((v * sensor[1]) / 2 / focalMm) * far;
  return [at, y, z];
}

describe('the view of a lens', () => {
  it.each([
    [24, 2.8],
    [50, 1.4],
    [85, 1.4],
  ])('of %d mm at T%d holds every ray through the pupil, and reaches no farther', (focal, t) => {
    const hull = viewOf(focal, t);
    const radius = focal / (2 * t);
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    const either = fc.double({ min: -1, max: 1, noNaN: true });
    const turn = fc.double({ min: 0, max: 2 * Math.PI, noNaN: true });
    // The corner is rounded in five points: a fiftieth of the radius is lost at most.
    const rough = radius * 0.02 + 1e-6;
    fc.assert(
      fc.property(
        turn,
        share,
        turn,
        either,
        either,
        fc.constantFrom(61, 300, 560),
        (way, ...rest) => {
          const [r, at, u, v, plane] = rest;
          const across: Vec3 = [0, Math.cos(way), Math.sin(way)];
          const near = hull.filter((p) => Math.abs(p[0] - plane) < 0.001);
          const points = near.length > 0 ? near : hull;
          const ray = passes(focal, radius, plane, [r, at, u, v]);
          expect(dot(ray, across)).toBeLessThanOrEqual(reach(points, across) + rough);
        },
      ),
      { numRuns: 400 },
    );
    for (let i = 0; i < 32; i += 1) {
      const angle = (i * Math.PI) / 16;
      const across: Vec3 = [0, Math.cos(angle), Math.sin(angle)];
      const [u, v] = [Math.sign(across[1]), Math.sign(across[2])];
      // The ray that goes farthest that way: from the pupil's rim, to the corner on that side.
      const farthest = passes(focal, radius, 560, [1, angle, u, v]);
      expect(reach(hull, across)).toBeLessThanOrEqual(dot(farthest, across) + 1e-6);
      expect(reach(hull, across)).toBeGreaterThan(dot(farthest, across) - rough);
    }
  });

  it('leaves a filter ring in its own thread free: at the corner half an aperture is half an aperture', () => {
    // 85 mm at T1.4: 30.4 mm of pupil; a ring with 36.5 mm of free radius, 8 mm before the front.
    const edge = viewOf(85, 1.4).filter((p) => p[0] < 70);
    const widest = Math.max(...edge.map((p) => Math.hypot(p[1], p[2])));
    const corner = Math.hypot((41 * 18) / 85, (41 * 12) / 85);
    expect(widest).toBeLessThanOrEqual(85 / 2.8 + corner + 1e-6);
    // As a square it would be wider by two fifths of the pupil.
    expect(widest).toBeLessThan(Math.hypot((41 * 18) / 85 + 30.36, (41 * 12) / 85 + 30.36) - 2);
  });

  it('without a stop is the pyramid alone', () => {
    const ways: Vec3[] = [
      [0, 1, 0],
      [0, 0, 1],
    ];
    const reaches = ways.map((way) => reach(viewOf(50, undefined), way));
    expect(reaches[0]).toBeCloseTo((540 * 18) / 50, 6);
    expect(reaches[1]).toBeCloseTo((540 * 12) / 50, 6);
  });
});
