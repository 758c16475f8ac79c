import { beforeAll, describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  add,
  compose,
  createRotation,
  invert,
  measureLength,
  noRotation,
  place,
  scale,
  toUnit,
  type Placement,
  type Vec3,
} from '../placement/index.js';
import { isInsideSolid, measureBounds, type Solid } from '../solid/index.js';
import { tries } from '../testing/depth.js';
import { loadCollider, meetSolids, type Body, type Collider } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

const box = (x: number, y: number, z: number): Solid => ({
  id: 'box',
  type: 'box',
  atMm: [0, 0, 0],
  sizeMm: [x, y, z],
});
const cylinder = (radiusMm: number, lengthMm: number): Solid => ({
  id: 'cylinder',
  type: 'cylinder',
  atMm: [0, 0, 0],
  radiusMm,
  lengthMm,
});
const at = (originMm: Vec3, rotation = noRotation): Placement => ({ rotation, originMm });
const gapOf = (a: Solid, b: Solid, bAt: Placement, withinMm = 100) =>
  meetSolids(collider, a, at([0, 0, 0]), b, bAt, withinMm)?.gapMm;

describe('known answers', () => {
  it('two boxes 10 mm wide whose middles are 12 mm apart leave 2 mm; at 7 mm they are 3 mm deep', () => {
    expect(gapOf(box(10, 10, 10), box(10, 10, 10), at([12, 0, 0]))).toBeCloseTo(2, 2);
    expect(gapOf(box(10, 10, 10), box(10, 10, 10), at([7, 0, 0]))).toBeCloseTo(-3, 2);
  });

  it('touching is a gap of 0', () => {
    expect(gapOf(box(10, 10, 10), box(10, 10, 10), at([10, 0, 0]))).toBeCloseTo(0, 2);
  });

  it('farther apart than asked for is no meeting', () => {
    expect(gapOf(box(10, 10, 10), box(10, 10, 10), at([30, 0, 0]), 5)).toBeUndefined();
  });

  it('a cylinder lies along its own z: 8 mm out along x from a radius of 5, 9 mm from a half length of 20', () => {
    expect(gapOf(cylinder(5, 40), box(6, 6, 6), at([16, 0, 0]))).toBeCloseTo(8, 2);
    expect(gapOf(cylinder(5, 40), box(6, 6, 6), at([0, 0, 32]))).toBeCloseTo(9, 2);
  });

  it('two cylinders side by side or in line are measured exactly, and corner to corner', () => {
    // Radii 5 and 3, 40 and 20 long, both along z.
    const meet = (to: Vec3) =>
      meetSolids(collider, cylinder(5, 40), at([0, 0, 0]), cylinder(3, 20), at(to), 100)!;
    const side = meet([0, 12, 5]);
    expect([side.gapMm, ...side.away]).toEqual([4, 0, 1, 0].map((v) => expect.closeTo(v, 9)));
    expect(side.atMm).toEqual([0, 5, 5].map((v) => expect.closeTo(v, 9)));
    const end = meet([1, 0, -33]);
    expect([end.gapMm, ...end.away]).toEqual([3, 0, 0, -1].map((v) => expect.closeTo(v, 9)));
    expect(end.atMm[2]).toBeCloseTo(-20, 9);
    // 3 mm out and 4 mm beyond its end: 5 mm between the edges.
    const corner = meet([11, 0, 34]);
    expect([corner.gapMm, ...corner.away]).toEqual(
      [5, 0.6, 0, 0.8].map((v) => expect.closeTo(v, 9)),
    );
    expect(corner.atMm).toEqual([5, 0, 20].map((v) => expect.closeTo(v, 9)));
    const left = meet([0, 11, 34]);
    expect([left.gapMm, ...left.away]).toEqual([5, 0, 0.6, 0.8].map((v) => expect.closeTo(v, 9)));
    expect(left.atMm).toEqual([0, 5, 20].map((v) => expect.closeTo(v, 9)));
    // One in the other: out by the shorter way, 5 mm along rather than 8 aside.
    const inside = meet([0, 0, 25]);
    expect([inside.gapMm, ...inside.away]).toEqual([-5, 0, 0, 1].map((v) => expect.closeTo(v, 9)));
    expect(meet([6, 0, 0]).gapMm).toBeCloseTo(-2, 9);
  });

  it('a bar reaches as far whichever way it is turned', () => {
    const bar = box(40, 6, 2);
    const tip = box(0.02, 0.02, 0.02);
    let looked = 0;
    const axes: Vec3[] = [
      [1, 0, 0],
      [0, 1, 0],
      [0, 0, 1],
      [1, 1, 0],
      [0, 1, -1],
      [-1, 0.3, 0.2],
      [0.2, -1, 0.4],
      [0.3, 0.1, 1],
    ];
    for (const axis of axes) {
      for (const deg of [20, 90, 130, 170, 180, -60, -140, -175]) {
        const rotation = createRotation(toUnit(axis), (deg * Math.PI) / 180);
        const turned = at([0, 0, 0], rotation);
        // 5 mm beyond its end, and 4 mm beside its face, in its own frame.
        for (const [p, gapMm] of [
          [[25, 2, 0.5], 5],
          [[-12, -1, 5], 4],
          [[9, 8, 0], 5],
        ] as const) {
          const meeting = meetSolids(collider, bar, turned, tip, at(place(turned, p)), 100)!;
          expect(Math.abs(meeting.gapMm - gapMm)).toBeLessThan(0.03);
          looked += 1;
        }
      }
    }
    expect(looked).toBe(192);
  });

  it('points in one plane are the thin box about them, wherever they lie', () => {
    const corners = [-20, 20].flatMap((x) => [-10, 10].map((y): Vec3 => [x, y, 0]));
    const thin: Body = { id: 'thin', type: 'hull', pointsMm: corners };
    const gap = (...to: Vec3) =>
      meetSolids(collider, thin, at([0, 0, 0]), box(2, 2, 2), at(to), 100)!.gapMm;
    expect([gap(0, 0, 6), gap(0, 0, -6), gap(26, 0, 0), gap(-26, 0, 0)]).toEqual(
      [5, 5, 5, 5].map((v) => expect.closeTo(v, 1)),
    );
    expect([gap(0, 16, 0), gap(0, -16, 0)]).toEqual([5, 5].map((v) => expect.closeTo(v, 1)));
  });

  it('the second is pushed away from the first', () => {
    const meeting = meetSolids(
      collider,
      box(10, 10, 10),
      at([0, 0, 0]),
      box(10, 10, 10),
      at([0, 8, 1]),
      0,
    );
    expect(meeting!.away[1]).toBeCloseTo(1, 4);
  });

  it('what just fits the bore of a tube does not clash; 1 mm more does', () => {
    const ring: Solid = { ...cylinder(50, 20), type: 'tube', innerRadiusMm: 40 } as Solid;
    expect(gapOf(ring, cylinder(40, 100), at([0, 0, 0]), 0) ?? 0).toBeGreaterThan(-0.01);
    expect(gapOf(ring, cylinder(41, 100), at([0, 0, 0]), 0)).toBeLessThan(-0.5);
    expect(gapOf(ring, cylinder(30, 100), at([10.5, 0, 0]), 0)).toBeLessThan(-0.1);
  });

  it('a frustum narrows: 30 to 20 over 40 mm is 25 in its middle, within 0.5 mm', () => {
    const cone: Solid = {
      id: 'cone',
      type: 'frustum',
      atMm: [0, 0, 0],
      radiusMm: 30,
      endRadiusMm: 20,
      lengthMm: 40,
    };
    // A thin plate beside the wide end, and the same beside the narrow one.
    const plate = box(2, 2, 0.2);
    expect(gapOf(cone, plate, at([41, 0, -19.9]))).toBeCloseTo(10 + 0.05, 0);
    expect(gapOf(cone, plate, at([31, 0, 21]))!).toBeGreaterThan(9.5);
  });

  it.each([
    ['ahead', [40, 0, 0]],
    ['behind', [-40, 0, 0]],
    ['to the left', [0, 40, 0]],
    ['to the right', [0, -40, 0]],
    ['between two', [40 / Math.SQRT2, 40 / Math.SQRT2, 0]],
  ] as const)('a frustum is as wide %s as anywhere: 40 less 25 less 2 mm', (_, to) => {
    const cone: Solid = {
      id: 'cone',
      type: 'frustum',
      atMm: [0, 0, 0],
      radiusMm: 25,
      endRadiusMm: 25,
      lengthMm: 40,
    };
    expect(gapOf(cone, cylinder(2, 4), at(to))).toBeGreaterThan(12.7);
    expect(gapOf(cone, cylinder(2, 4), at(to))).toBeLessThan(13.3);
  });
});

/** How far inside a solid a point of its own frame is: below 0 where it is outside. Exact for these two. */
function measureInside(solid: Solid, p: Vec3): number {
  if (solid.type === 'box') {
    return Math.min(...solid.sizeMm.map((size, i) => size / 2 - Math.abs(p[i as 0 | 1 | 2])));
  }
  if (solid.type === 'cylinder') {
    return Math.min(solid.lengthMm / 2 - Math.abs(p[2]), solid.radiusMm - Math.hypot(p[0], p[1]));
  }
  throw new Error(solid.type);
}

/** Distance of a point from a solid's surface, outside; 0 inside. */
function measureOutside(solid: Solid, p: Vec3): number {
  if (solid.type === 'box') {
    return Math.hypot(
      ...solid.sizeMm.map((size, i) => Math.max(0, Math.abs(p[i as 0 | 1 | 2]) - size / 2)),
    );
  }
  if (solid.type === 'cylinder') {
    return Math.hypot(
      Math.max(0, Math.hypot(p[0], p[1]) - solid.radiusMm),
      Math.max(0, Math.abs(p[2]) - solid.lengthMm / 2),
    );
  }
  throw new Error(solid.type);
}

/** Points all over a solid's surface and edges, about `stepMm` apart, in its own frame. */
function sampleSurface(solid: Solid, stepMm: number): Vec3[] {
  const span = (half: number) => {
    const n = Math.max(2, Math.ceil((2 * half) / stepMm));
    return Array.from({ length: n + 1 }, (_, i) => -half + (2 * half * i) / n);
  };
  if (solid.type === 'box') {
    const [x, y, z] = solid.sizeMm.map((s) => s / 2) as [number, number, number];
    return [
      ...span(x).flatMap((a) => span(y).flatMap((b) => [[a, b, -z] as Vec3, [a, b, z] as Vec3])),
      ...span(x).flatMap((a) => span(z).flatMap((b) => [[a, -y, b] as Vec3, [a, y, b] as Vec3])),
      ...span(y).flatMap((a) => span(z).flatMap((b) => [[-x, a, b] as Vec3, [x, a, b] as Vec3])),
    ];
  }
  if (solid.type === 'cylinder') {
    const { radiusMm: r, lengthMm } = solid;
    const n = Math.ceil((2 * Math.PI * r) / stepMm);
    const round = (radius: number, z: number): Vec3[] =>
      Array.from({ length: n }, (_, i) => [
        radius * Math.cos((2 * Math.PI * i) / n),
        radius * Math.sin((2 * Math.PI * i) / n),
        z,
      ]);
    const discs = span(r)
      .filter((radius) => radius >= 0)
      .flatMap((radius) => [...round(radius, -lengthMm / 2), ...round(radius, lengthMm / 2)]);
    return [...span(lengthMm / 2).flatMap((z) => round(r, z)), ...discs];
  }
  throw new Error(solid.type);
}

const size = fc.double({ min: 8, max: 40, noNaN: true });
const solid: fc.Arbitrary<Solid> = fc.oneof(
  fc.tuple(size, size, size).map(([x, y, z]) => box(x, y, z)),
  fc.tuple(size, size).map(([r, l]) => cylinder(r / 2, l)),
);
const direction = fc
  .tuple(
    fc.double({ min: -1, max: 1, noNaN: true }),
    fc.double({ min: -1, max: 1, noNaN: true }),
    fc.double({ min: -1, max: 1, noNaN: true }),
  )
  .filter((v) => measureLength(v) > 0.2)
  .map((v) => toUnit(v));
const standing = fc
  .tuple(
    direction,
    fc.double({ min: -3, max: 3, noNaN: true }),
    direction,
    fc.double({ min: 0, max: 50, noNaN: true }),
  )
  .map(([axis, turn, way, far]): Placement => ({
    rotation: createRotation(axis, turn),
    originMm: scale(way, far),
  }));

describe('held to a plain way: thousands of points on the surfaces', () => {
  it('the distance agrees to 0.5 mm', () => {
    fc.assert(
      fc.property(solid, solid, standing, (a, b, bAt) => {
        const gap = gapOf(a, b, bAt)!;
        fc.pre(gap > 0.5);
        const back = invert(bAt);
        const near = Math.min(
          ...sampleSurface(b, 0.8).map((p) => measureOutside(a, place(bAt, p))),
          ...sampleSurface(a, 0.8).map((p) => measureOutside(b, place(back, p))),
        );
        expect(Math.abs(near - gap)).toBeLessThan(0.5);
      }),
      { numRuns: tries(25) },
    );
  });

  it('the depth agrees to 0.5 mm: pushed out by it they are clear, and no shorter push of 500 does it', () => {
    fc.assert(
      fc.property(solid, solid, standing, (a, b, bAt) => {
        const meeting = meetSolids(collider, a, at([0, 0, 0]), b, bAt, 0);
        fc.pre(meeting !== undefined && meeting.gapMm < -0.6);
        const depth = -meeting!.gapMm;
        const clearAfter = (by: Vec3) => {
          const moved: Placement = { ...bAt, originMm: add(bAt.originMm, by) };
          const back = invert(moved);
          const deep = Math.max(
            ...sampleSurface(b, 2).map((p) => measureInside(a, place(moved, p))),
            ...sampleSurface(a, 2).map((p) => measureInside(b, place(back, p))),
          );
          return deep;
        };
        expect(clearAfter(scale(meeting!.away, depth + 0.05))).toBeLessThan(0.5);
        // Any push half a millimetre shorter leaves the library seeing them overlap: tried evenly all round.
        for (let i = 0; i < 500; i += 1) {
          const z = 1 - (2 * (i + 0.5)) / 500;
          const r = Math.sqrt(1 - z * z);
          const angle = i * Math.PI * (3 - Math.sqrt(5));
          const way: Vec3 = [r * Math.cos(angle), r * Math.sin(angle), z];
          const moved = { ...bAt, originMm: add(bAt.originMm, scale(way, depth - 0.5)) };
          expect(gapOf(a, b, moved, 0)).toBeLessThan(0);
        }
      }),
      { numRuns: tries(8) },
    );
  });

  it('moving two bodies apart along the way out never makes the overlap deeper', () => {
    fc.assert(
      fc.property(solid, solid, standing, (a, b, bAt) => {
        const meeting = meetSolids(collider, a, at([0, 0, 0]), b, bAt, 0);
        fc.pre(meeting !== undefined && meeting.gapMm < -0.1);
        let last = -meeting!.gapMm;
        for (let step = 1; step <= 10; step += 1) {
          const by = scale(meeting!.away, (-meeting!.gapMm * step) / 10);
          const now = gapOf(a, b, { ...bAt, originMm: add(bAt.originMm, by) }, 0);
          const depth = now === undefined ? 0 : Math.max(0, -now);
          expect(depth).toBeLessThanOrEqual(last + 0.01);
          last = depth;
        }
      }),
      { numRuns: tries(40) },
    );
  });

  it('it does not matter which is the first, nor where both stand', () => {
    fc.assert(
      fc.property(solid, solid, standing, standing, (a, b, bAt, both) => {
        const one = gapOf(a, b, bAt)!;
        const other = meetSolids(collider, b, bAt, a, at([0, 0, 0]), 100)!.gapMm;
        expect(other).toBeCloseTo(one, 2);
        const moved = meetSolids(collider, a, both, b, compose(both, bAt), 100)!.gapMm;
        expect(moved).toBeCloseTo(one, 2);
      }),
      { numRuns: tries(40) },
    );
  });
});

describe('symmetric placings, on purpose', () => {
  const frustum: Solid = {
    id: 'frustum',
    type: 'frustum',
    atMm: [0, 0, 0],
    radiusMm: 20,
    endRadiusMm: 12,
    lengthMm: 30,
  };
  const shapes: readonly Solid[] = [
    cylinder(7.5, 100),
    cylinder(15, 30),
    box(20, 20, 20),
    box(40, 10, 6),
    frustum,
  ];
  const marginMm = 0.3;
  /** Points of a grid that lie in a solid by more than the margin. */
  const listPoints = (solid: Solid): Vec3[] => {
    const { lowMm, highMm } = measureBounds(solid, at([0, 0, 0]));
    const steps = Array.from({ length: 13 }, (_, i) => i / 12);
    return steps
      .flatMap((x) => steps.flatMap((y) => steps.map((z) => [x, y, z] as const)))
      .map((t) => t.map((v, i) => lowMm[i]! + (highMm[i]! - lowMm[i]!) * v) as unknown as Vec3)
      .filter((p) => isInsideSolid(solid, at([0, 0, 0]), p, -marginMm));
  };
  const rotations = [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ].flatMap((axis) =>
    [0, 45, 90, 180].map((deg) => createRotation(axis as unknown as Vec3, (deg * Math.PI) / 180)),
  );

  it('what has points in common is never called free: axes that meet, faces in one plane, middles that coincide', () => {
    let common = 0;
    const missed: string[] = [];
    for (const a of shapes) {
      const points = listPoints(a);
      for (const b of shapes) {
        for (const rotation of rotations) {
          for (const x of [0, 7.5, 10, 15, 20]) {
            for (const [y, z] of [
              [0, 0],
              [5, 20],
              [10, 10],
              [10, 0],
            ] as const) {
              const bAt = at([x, y, z], rotation);
              if (!points.some((p) => isInsideSolid(b, bAt, p, -marginMm))) continue;
              common += 1;
              const gap = gapOf(a, b, bAt, 0);
              if (gap === undefined || gap > -0.2)
                missed.push(`${a.type} ${b.type} ${x} ${y} ${z}`);
            }
          }
        }
      }
    }
    expect(common).toBeGreaterThan(3000);
    expect(missed).toEqual([]);
  });

  it('two boxes are parted by the shortest way, face to face or edge to edge', () => {
    const meet = (bAt: Placement) =>
      meetSolids(collider, box(20, 20, 20), at([0, 0, 0]), box(20, 20, 20), bAt, 0);
    const face = meet(at([0, 18, 3]))!;
    expect([face.gapMm, ...face.away]).toEqual([-2, 0, 1, 0].map((v) => expect.closeTo(v, 9)));
    const below = meet(at([1, 0, -19]))!;
    expect([below.gapMm, ...below.away]).toEqual([-1, 0, 0, -1].map((v) => expect.closeTo(v, 9)));
    // Turned by 45° about z its edge looks along x: it reaches 10·√2 = 14.142 mm.
    const turned = createRotation([0, 0, 1], Math.PI / 4);
    expect(meet(at([23, 0, 0], turned))!.gapMm).toBeCloseTo(23 - 10 - Math.SQRT2 * 10, 9);
    expect(meet(at([24.2, 0, 0], turned))).toBeUndefined();
    // Flush is no overlap.
    expect(meet(at([20, 0, 0]))?.gapMm ?? 0).toBeGreaterThan(-0.001);
  });
});
