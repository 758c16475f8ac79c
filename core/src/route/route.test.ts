import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import type { Part } from '../part/index.js';
import {
  createRotation,
  createTurnAbout,
  noPlacement,
  place,
  type Placement,
  type Vec3,
} from '../placement/index.js';
import { applyEdit, placeSetup } from '../rig/index.js';
import { measureDistanceMm, type Solid } from '../solid/index.js';
import { createSpace, spaceSolid, type Space } from '../space/index.js';
import { tries } from '../testing/depth.js';
import { createRandom } from '../testing/grown.js';
import { body, createTestRig, cube, joint, mountAt } from '../testing/rigs.js';
import { findWay, leadRadiusMm, type Route } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

type Triple = [number, number, number];
type Pair = readonly [number, number];
type BoxOf = readonly [sizeMm: Triple, atMm: Triple, turnDeg?: number];

/** A body of these boxes, each turned about its upright; the rig and the world turned by `rigFromBody`. */
function spaceOf(boxes: readonly BoxOf[], rigFromBody: Placement = noPlacement): Space {
  const solids = boxes.map(([sizeMm, atMm, turnDeg = 0], i): Solid => {
    const [x, y] = createRotation([0, 0, 1], (turnDeg * Math.PI) / 180).x;
    return { id: `wall-${i}`, type: 'box', sizeMm, atMm, reference: [x, y, 0] };
  });
  const made = createTestRig([{ ...body, solids }], []);
  return createSpace(placeSetup(made.rig, made.rig.setups[0]!, made.parts, rigFromBody), collider);
}

/**
 * How long a string is in a plane that goes round corners at a distance, each on its right hand as it goes: tangents, arcs, and what
 * is straight between.
 */
function measureRound(from: Pair, corners: readonly Pair[], to: Pair, r: number): number {
  const turn = (a: Pair, b: Pair) => Math.atan2(b[1] - a[1], b[0] - a[0]);
  const apart = (a: Pair, b: Pair) => Math.hypot(b[0] - a[0], b[1] - a[1]);
  const [first, last] = [corners[0]!, corners.at(-1)!];
  const [d, e] = [apart(from, first), apart(last, to)];
  const headings = [
    turn(from, first) + Math.asin(r / d),
    ...corners.slice(1).map((c, i) => turn(corners[i]!, c)),
    turn(last, to) - Math.asin(r / e),
  ];
  let sum = Math.sqrt(d * d - r * r) + Math.sqrt(e * e - r * r);
  corners.forEach((c, i) => {
    sum += r * (headings[i]! - headings[i + 1]!);
    if (i > 0) sum += apart(corners[i - 1]!, c);
  });
  return sum;
}

const between = (a: Vec3, b: Vec3, t: number): Vec3 => [
  a[0] + t * (b[0] - a[0]),
  a[1] + t * (b[1] - a[1]),
  a[2] + t * (b[2] - a[2]),
];

/** Whether a way keeps its distance from every solid all along, to a fiftieth of a millimetre. */
function expectClear(space: Space, { points }: Route, radiusMm: number): void {
  let nearest = Infinity;
  points.slice(1).forEach((q, i) => {
    for (let t = 0; t <= 1; t += 0.02) {
      const at = between(points[i]!, q, t);
      for (const { solid, rigFromSolid } of space.items.flatMap((one) => one.solids)) {
        if (solid.type === 'hull') throw new Error('a part has no hull');
        nearest = Math.min(nearest, measureDistanceMm(solid, rigFromSolid, at));
      }
    }
  });
  expect(nearest).toBeGreaterThan(radiusMm - 0.02);
}

describe('the way of a lead', () => {
  it('is straight where nothing stands between', () => {
    const way = findWay(
      spaceOf([
        [
          [10, 10, 10],
          [0, 0, 0],
        ],
      ]),
      [-50, 20, 0],
      [50, 20, 0],
    );
    expect(way).toMatchObject({ lengthMm: 100, found: true });
  });

  it.each([0, 2.5, 4])(
    'goes round one side of a plate as a string would, its middle %d mm beside it',
    (radiusMm) => {
      // A plate 2 mm thick, 60 mm to its edge on the left, much more on the right, above and below.
      const space = spaceOf([
        [
          [2, 400, 400],
          [0, -140, 0],
        ],
      ]);
      const way = findWay(space, [-50, 20, 0], [40, 10, 0], { radiusMm });
      const corners = [
        [-1, 60],
        [1, 60],
      ] as const;
      const worked = measureRound([-50, 20], corners, [40, 10], radiusMm);
      expect(Math.abs(way.lengthMm - worked)).toBeLessThan(0.5);
      expectClear(space, way, radiusMm);
    },
  );

  it.each([0, 2.5])('goes over a box as a string would, %d mm above it', (radiusMm) => {
    // Over the top, in the plane of x and z; the box is wide to both sides.
    const space = spaceOf([
      [
        [80, 600, 300],
        [0, 0, -100],
      ],
    ]);
    const way = findWay(space, [-70, 0, 0], [90, 0, 20], { radiusMm });
    const worked = measureRound(
      [-70, 0],
      [
        [-40, 50],
        [40, 50],
      ],
      [90, 20],
      radiusMm,
    );
    expect(Math.abs(way.lengthMm - worked)).toBeLessThan(0.5);
    expectClear(space, way, radiusMm);
  });

  it('slants over an edge where the faces unfold to a plane and it to a straight line', () => {
    // Up 30 mm at one side of a box, across its top of 80 mm, down 40 mm at the other side, and 60 mm farther left.
    const space = spaceOf([
      [
        [80, 900, 300],
        [0, 0, -100],
      ],
    ]);
    const way = findWay(space, [-40.001, -30, 20], [40.001, 30, 10], { radiusMm: 0 });
    expect(Math.abs(way.lengthMm - Math.hypot(30 + 80 + 40, 60))).toBeLessThan(0.5);
  });

  // Aslant over a slab of 40 mm (or 2) and 1 m along: its faces and the rounds unfold to a plane, and the way to a straight line.
  it.each([
    [2, 0, 100],
    [2, 2.5, 200],
    [2, 8, 200],
    [40, 0, 30],
    [40, 2.5, 30],
    [40, 2.5, 100],
    [40, 5, 100],
    [40, 8, 200],
  ])(
    'slants over a long slab %d mm thick, its middle %d mm beside it, by %d mm',
    (thick, r, dz) => {
      const space = spaceOf([
        [
          [thick, 400, 1000],
          [0, -140, 0],
        ],
      ]);
      const x = thick / 2;
      const from: Vec3 = [-50 - x, 20, -dz / 3];
      const way = findWay(space, from, [40 + x, 10, (dz * 2) / 3], { radiusMm: r });
      const corners = [
        [-x, 60],
        [x, 60],
      ] as const;
      const square = measureRound([-50 - x, 20], corners, [40 + x, 10], r);
      expect(Math.abs(way.lengthMm - Math.hypot(square, dz))).toBeLessThan(0.5);
      expectClear(space, way, r);
    },
  );

  it('goes through a gap between two boxes, round the corner of each', () => {
    const space = spaceOf([
      [
        [20, 200, 400],
        [0, 120, 0],
      ],
      [
        [20, 200, 400],
        [0, -120, 0],
      ],
    ]);
    // The gap is 40 mm wide; from far beside it to as far on the other side, so that the way bends about a corner of each box.
    const r = leadRadiusMm;
    const way = findWay(space, [-40, 110, 0], [40, -110, 0]);
    // It goes through the middle: half of it is a tangent to the corner (−10, 20), an arc about that, and a tangent to the middle.
    const [d, e] = [Math.hypot(30, 90), Math.hypot(10, 20)];
    const into = Math.atan2(-90, 30) - Math.asin(r / d);
    const out = Math.atan2(-20, 10) + Math.asin(r / e);
    const half = Math.sqrt(d * d - r * r) + Math.sqrt(e * e - r * r) + r * Math.abs(out - into);
    expect(Math.abs(way.lengthMm - 2 * half)).toBeLessThan(0.5);
    expectClear(space, way, r);
  });

  it('goes round what is to be kept clear, unless it begins within it', () => {
    const space = spaceOf([
      [
        [10, 10, 10],
        [0, 300, 0],
      ],
    ]);
    const room: Solid = {
      id: 'room',
      type: 'cylinder',
      atMm: [0, 0, 0],
      radiusMm: 30,
      lengthMm: 400,
    };
    const avoid = [spaceSolid(room, noPlacement)];
    const way = findWay(space, [-80, 0, 0], [80, 0, 0], { avoid });
    // Two tangents and an arc about a circle of 32.5 mm.
    const [R, d] = [32.5, 80];
    const worked = 2 * Math.sqrt(d * d - R * R) + R * (Math.PI - 2 * Math.acos(R / d));
    expect(Math.abs(way.lengthMm - worked)).toBeLessThan(0.5);
    expect(findWay(space, [-80, 0, 0], [10, 0, 0], { avoid }).lengthMm).toBe(90);
  });

  it('goes through what is to be kept clear where there is no other way', () => {
    const space = spaceOf([
      [
        [10, 10, 10],
        [0, 300, 0],
      ],
    ]);
    // A shell about the end: it cannot be got to but through it.
    const avoid = ([-40, 40] as const).flatMap((off) =>
      [0, 1, 2].map((axis) => {
        const along = (v: number, else_: number) =>
          [0, 1, 2].map((k) => (k === axis ? v : else_)) as Triple;
        const solid: Solid = {
          id: `s-${axis}`,
          type: 'box',
          sizeMm: along(6, 100),
          atMm: [0, 0, 0],
        };
        return spaceSolid(solid, { ...noPlacement, originMm: along(off, 0) });
      }),
    );
    const way = findWay(space, [-100, 0, 0], [0, 0, 0], { avoid });
    expect(way).toMatchObject({ found: true, lengthMm: 100 });
  });

  it('is as long when rig and world are turned together', () => {
    const boxes: BoxOf[] = [
      [[20, 90, 120], [0, 10, 0], 20],
      [[30, 30, 200], [40, -50, 10], -35],
    ];
    const [from, to]: [Vec3, Vec3] = [
      [-60, 0, 5],
      [80, -20, -10],
    ];
    const plain = findWay(spaceOf(boxes), from, to);
    expect(plain.points.length).toBeGreaterThan(2);
    for (const turnDeg of [17, 90, 201]) {
      const turned = createTurnAbout([10, -4, 7], [0.48, 0.6, 0.64], (turnDeg * Math.PI) / 180);
      const way = findWay(spaceOf(boxes, turned), place(turned, from), place(turned, to));
      expect(Math.abs(way.lengthMm - plain.lengthMm)).toBeLessThan(1e-3);
    }
  });

  it('goes round what stands behind another thing as well: under the second of two boxes that stand in each other', () => {
    // Found by the scenes of chance: each straight line that the second box blocks is blocked by the first one too.
    const space = spaceOf([
      [[55, 100.4, 44.3], [-21.2, 1.4, -11.3], 33.3],
      [[71.5, 75, 107.1], [-9, -16.1, 4.7], 42.2],
    ]);
    const [from, to]: [Vec3, Vec3] = [
      [-95, -26.4, -24],
      [95, 2.2, -6.8],
    ];
    const way = findWay(space, from, to);
    expect(way.lengthMm).toBeLessThan(searchFinely(space, from, to));
    expectClear(space, way, leadRadiusMm);
  });

  it('stays within 1 % of a fine search on scenes of chance, and passes through nothing', () => {
    const random = createRandom(15);
    let bent = 0;
    const many = tries(5);
    for (let n = 0; n < many; n += 1) {
      const boxes = Array.from({ length: 1 + Math.floor(random() * 3) }, (): BoxOf => [
        [20 + 60 * random(), 20 + 90 * random(), 20 + 90 * random()],
        [60 * random() - 30, 80 * random() - 40, 80 * random() - 40],
        90 * random(),
      ]);
      const space = spaceOf(boxes);
      const [from, to]: [Vec3, Vec3] = [
        [-95, 60 * random() - 30, 60 * random() - 30],
        [95, 60 * random() - 30, 60 * random() - 30],
      ];
      const way = findWay(space, from, to);
      const fine = searchFinely(space, from, to);
      expect({ n, found: way.found }).toEqual({ n, found: true });
      expect({ n, share: Math.max(1.01, way.lengthMm / fine) }).toEqual({ n, share: 1.01 });
      expectClear(space, way, leadRadiusMm);
      if (way.points.length > 2) bent += 1;
    }
    expect(bent).toBeGreaterThan(many / 3);
  });

  it('is never shorter than the straight line, and never passes through what is there', () => {
    const space = spaceOf([
      [
        [40, 40, 40],
        [0, 0, 0],
      ],
    ]);
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

/**
 * The shortest way by points all along the edges of boxes, each as far out as a lead must stay, of which every two that see each
 * other are joined: what a taut string bends at. A little longer than the string, since it goes round each edge by one point.
 */
function searchFinely(space: Space, from: Vec3, to: Vec3): number {
  const r = leadRadiusMm;
  const solids = space.items.flatMap((i) => i.solids);
  const points: Vec3[] = [from, to];
  for (const { solid, rigFromSolid } of solids) {
    if (solid.type !== 'box') continue;
    const half = solid.sizeMm.map((s) => s / 2);
    for (const axis of [0, 1, 2]) {
      const [u, v] = [0, 1, 2].filter((i) => i !== axis) as [number, number];
      const count = Math.ceil((2 * half[axis]!) / 6);
      for (const [su, sv] of [
        [-1, -1],
        [-1, 1],
        [1, -1],
        [1, 1],
      ] as const) {
        for (let k = 0; k <= count; k += 1) {
          const p: Triple = [0, 0, 0];
          p[axis] = -half[axis]! + (2 * half[axis]! * k) / count;
          p[u] = su * (half[u]! + r);
          p[v] = sv * (half[v]! + r);
          points.push(place(rigFromSolid, p));
        }
      }
    }
  }
  const apart = (a: Vec3, b: Vec3) => Math.hypot(b[0] - a[0], b[1] - a[1], b[2] - a[2]);
  const isFree = (a: Vec3, b: Vec3) => {
    const length = apart(a, b);
    return solids.every(({ solid, rigFromSolid }) => {
      if (solid.type === 'hull') return true;
      // Marched by how far it is from the solid: it cannot be met sooner.
      for (let s = 0; s <= length;) {
        const at = between(a, b, length === 0 ? 0 : s / length);
        const d = measureDistanceMm(solid, rigFromSolid, at) - (r - 0.01);
        if (d < 0) return false;
        s += Math.max(0.25, d);
      }
      return true;
    });
  };
  const cost = points.map((_, i) => (i === 0 ? 0 : Infinity));
  const done = new Set<number>();
  for (;;) {
    let at = -1;
    for (let i = 0; i < points.length; i += 1) {
      if (!done.has(i) && (at < 0 || cost[i]! < cost[at]!)) at = i;
    }
    if (at < 0 || at === 1 || cost[at] === Infinity) return cost[1]!;
    done.add(at);
    const p = points[at]!;
    points.forEach((q, i) => {
      const next = cost[at]! + apart(p, q);
      if (!done.has(i) && next < cost[i]! && isFree(p, q)) cost[i] = next;
    });
  }
}
