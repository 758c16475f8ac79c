import { beforeAll, describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { loadCollider, type Collider } from '../clash/index.js';
import type { Part } from '../part/index.js';
import { placeSetup } from '../rig/index.js';
import { createSpace } from '../space/index.js';
import { tries } from '../testing/depth.js';
import { camera, createLightRig, lensOf, onCamera } from '../testing/optics.js';
import { cube, joint, mountAt, noBrief } from '../testing/rigs.js';
import { listInPicture, listOpticalPaths, listViewCuts, measureAngles } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

const foot = mountAt('foot', 'cold-shoe', 'foot', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
  clampLengthMm: 10,
  carrier: true,
});

/** A box before a lens of 60 mm with its pupil at its mounting face, 5 mm ahead of the body's origin; sizes and place in the rig's frame. */
function boxed(
  atMm: readonly [number, number, number],
  sizeMm: readonly [number, number, number],
  focalMm: readonly [number, number],
) {
  const box: Part = cube('box', 10, {
    // Its foot stands at (0, 0, 5).
    solids: [
      { id: 'block', type: 'box', atMm: [atMm[0], atMm[1], atMm[2] - 5], sizeMm: [...sizeMm] },
    ],
    mounts: [foot],
  });
  const lens = lensOf('lens', 30, { optics: { focalMm: [...focalMm], pupilMm: 0 } });
  const made = createLightRig(
    [camera, lens, box],
    [onCamera(), joint('b', 'box.foot', 'body.a')],
    noBrief,
  );
  const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
  return { assembly, path: listOpticalPaths(assembly)[0]! };
}

describe('angles of view', () => {
  it.each([
    // 2·atan(36 ∕ 100) and 2·atan(24 ∕ 100)
    [50, [36, 24], 1, 39.6, 27.0, 1, 50],
    [25, [18, 12], 1, 39.6, 27.0, 2, 50],
    // An anamorphic lens of 1.5 takes in as much across as one of two thirds its length.
    [50, [36, 24], 1.5, 56.7, 27.0, 0.73, 36.6],
  ] as const)(
    'of %d mm on %p with a squeeze of %d',
    (focal, sensor, squeeze, across, up, crop, full) => {
      const angles = measureAngles(focal, [...sensor], squeeze);
      expect(angles.acrossDeg).toBeCloseTo(across, 1);
      expect(angles.upDeg).toBeCloseTo(up, 1);
      expect(angles.crop).toBeCloseTo(crop, 2);
      expect(angles.fullFrameMm).toBeCloseTo(full, 1);
    },
  );
});

describe('the picture with what stands in it', () => {
  it('shows a box where it stands: to the right what is to the operator’s right, and above what is above', () => {
    // 100 mm ahead of the pupil at 50 mm half the picture is 36 mm wide and 24 mm high.
    const { assembly, path } = boxed([105, -18, 12], [0.1, 36, 24], [50, 50]);
    const [shown] = listInPicture(assembly, path, 0, 50);
    const xs = shown!.outlines[0]!.map(([x]) => x);
    const ys = shown!.outlines[0]!.map(([, y]) => y);
    expect([Math.min(...xs), Math.max(...xs)]).toEqual([
      expect.closeTo(0, 2),
      expect.closeTo(1, 2),
    ]);
    expect([Math.min(...ys), Math.max(...ys)]).toEqual([
      expect.closeTo(0, 2),
      expect.closeTo(1, 2),
    ]);
    expect(shown!.share).toBeCloseTo(0.25, 2);
  });

  it('is clean where the box stands just outside, and not where it stands just inside', () => {
    const inPicture = (z: number) => {
      const { assembly, path } = boxed([105, 0, z], [0.1, 10, 10], [50, 50]);
      return listInPicture(assembly, path, 0, 50).length;
    };
    // Its lower edge at z − 5 against 24 mm.
    expect(inPicture(29.3)).toBe(0);
    expect(inPicture(28.7)).toBe(1);
  });

  it('agrees with the collision library and with single rays on whether anything shows', () => {
    let seen = 0;
    fc.assert(
      fc.property(
        fc.tuple(
          fc.double({ min: 90, max: 300, noNaN: true }),
          fc.double({ min: -120, max: 120, noNaN: true }),
          fc.double({ min: -90, max: 90, noNaN: true }),
        ),
        fc.tuple(
          fc.double({ min: 4, max: 40, noNaN: true }),
          fc.double({ min: 4, max: 60, noNaN: true }),
          fc.double({ min: 4, max: 60, noNaN: true }),
        ),
        fc.constantFrom(24, 35, 50, 85),
        (at, size, focal) => {
          const { assembly, path } = boxed(at, size, [focal, focal]);
          const shows = listInPicture(assembly, path, 0, focal).some(
            (i) => i.placed.item.id === 'box',
          );
          const cut = listViewCuts(createSpace(assembly, collider), path)[0]?.depthMm ?? 0;
          // Rays through a grid of the picture: where one meets the box, it shows. From the pupil at x = 5.
          let deepest = 0;
          const steps = 60;
          for (let i = 0; i <= steps; i += 1) {
            for (let k = 0; k <= steps; k += 1) {
              const [y, z] = [
                ((i / steps) * 2 - 1) * (18 / focal),
                ((k / steps) * 2 - 1) * (12 / focal),
              ];
              const low = Math.max(at[0] - size[0] / 2 - 5, 61);
              const high = at[0] + size[0] / 2 - 5;
              for (let n = 0; n <= 8; n += 1) {
                const x = low + ((high - low) * n) / 8;
                const inside = Math.min(
                  size[1] / 2 - Math.abs(x * y - at[1]),
                  size[2] / 2 - Math.abs(x * z - at[2]),
                );
                if (high > low) deepest = Math.max(deepest, inside);
              }
            }
          }
          // Between the rays of the grid lie up to 2 mm; what is deeper is met by one.
          if (deepest > 0) expect(shows).toBe(true);
          if (deepest > 0.01) expect(cut).toBeGreaterThan(0);
          if (cut > 0.5) expect(shows).toBe(true);
          if (shows) seen += 1;
        },
      ),
      { numRuns: tries(30) },
    );
    expect(seen).toBeGreaterThan(10);
  });
});

describe('the focal length from which the picture is free of a part', () => {
  it.each([
    // Its lower edge 21 mm up, 95 to 105 mm ahead of the pupil: free from 12 · 105 ∕ 21 = 60 mm on.
    [21, 60],
    [30, 42],
  ])('with its edge %d mm up is %d mm, within half a millimetre', (edge, free) => {
    const { assembly, path } = boxed([105, 0, edge + 5], [10, 10, 10], [24, 200]);
    const [cut] = listViewCuts(createSpace(assembly, collider), path);
    expect(Math.abs(cut!.cleanFromMm! - free)).toBeLessThan(0.5);
  });

  it('is none where it shows at every focal length', () => {
    const { assembly, path } = boxed([105, 0, 0], [10, 10, 10], [24, 200]);
    expect(listViewCuts(createSpace(assembly, collider), path)[0]!.cleanFromMm).toBe(undefined);
  });
});
