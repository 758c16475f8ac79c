import { describe, expect, it } from '@jest/globals';
import { place, rotate, type Vec3 } from '../placement/index.js';
import {
  turnAbout,
  body,
  createTestRig,
  cube,
  handle,
  joint,
  mountAt,
  railAlongX,
  weightAhead,
} from '../testing/rigs.js';
import {
  applyEdit,
  listSlidesMm,
  listTurnsDeg,
  measureOccupancy,
  placeAlong,
  placeSetup,
  spreadTurnsDeg,
  suggestSlideMm,
  type Joint,
} from './index.js';
import type { Part } from '../part/index.js';
import { measureApartDeg } from '../units/index.js';

function placeOne(part: Part, own: Joint) {
  const { rig, parts } = createTestRig([body, part], [own]);
  return placeSetup(rig, rig.setups[0]!, parts).byId.get(part.id)!.rigFromPart;
}
const near = (a: Vec3, b: Vec3) => a.forEach((v, i) => expect(v).toBeCloseTo(b[i]!, 9));

describe('placing a joint', () => {
  it('brings the two origins together, face to face, references alike', () => {
    const at = placeOne(weightAhead, joint('j', 'weight.base', 'body.plain'));
    near(place(at, [0, 0, 0]), [0, 0, 50]);
    near(rotate(at.rotation, [0, 0, 1]), [0, 0, 1]);
    near(place(at, [100, 0, 0]), [100, 0, 50]);
  });

  it('a turn is right-handed about the parent’s outward normal: 90° takes ahead to the left', () => {
    const at = placeOne(weightAhead, joint('j', 'weight.base', 'body.plain', { turnDeg: 90 }));
    near(place(at, [100, 0, 0]), [0, 100, 50]);
  });

  it('a turn of 180° is the flip of a clamp', () => {
    const at = placeOne(handle, joint('j', 'handle.base', 'body.rail', { turnDeg: 180 }));
    near(place(at, [60, 0, 50]), [-60, 0, 100]);
  });

  it('a slide goes along the parent’s rail', () => {
    const at = placeOne(handle, joint('j', 'handle.base', 'body.rail', { slideMm: 25 }));
    near(place(at, [0, 0, 0]), [25, 0, 50]);
  });

  it('where only the child has length, its slide moves it the other way along its own axis', () => {
    const plate = cube('plate', 10, {
      mounts: [
        mountAt('rail', 'nato-rail', 'rail', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
          lengthwise: railAlongX,
        }),
      ],
    });
    const clamped: Part = {
      ...body,
      mounts: [
        mountAt('clamp', 'nato-rail', 'clamp', [0, 0, 50], [0, 0, 1], [1, 0, 0], {
          clampLengthMm: 20,
        }),
      ],
    };
    const { rig, parts } = createTestRig(
      [clamped, plate],
      [joint('j', 'plate.rail', 'body.clamp', { slideMm: 10 })],
    );
    const at = placeSetup(rig, rig.setups[0]!, parts).byId.get('plate')!.rigFromPart;
    near(place(at, [0, 0, 0]), [-10, 0, 50]);
  });

  it('washers hold the faces apart', () => {
    const at = placeOne(weightAhead, joint('j', 'weight.base', 'body.plain', { spacerMm: 2 }));
    near(place(at, [0, 0, 0]), [0, 0, 52]);
  });

  it('a mount on what a part moves goes with it', () => {
    const arm = cube('arm', 10, {
      mounts: [
        mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0]),
        mountAt('head', 'quarter-20', 'socket', [0, 0, 40], [0, 0, 1], [1, 0, 0]),
      ],
      movements: [turnAbout('tilt', [0, 1, 0], [0, 0, 20], [-90, 90], ['head'])],
    });
    const { rig, parts } = createTestRig(
      [body, arm, weightAhead],
      [joint('a', 'arm.base', 'body.plain'), joint('w', 'weight.base', 'arm.head')],
      { setup: { stances: { arm: { tilt: 90 } } } },
    );
    // The head, 20 above the hinge at z = 70, tilts forward: to x = 20 at the hinge's height.
    const at = placeSetup(rig, rig.setups[0]!, parts).byId.get('weight')!.rigFromPart;
    near(place(at, [0, 0, 0]), [20, 0, 70]);
    near(rotate(at.rotation, [0, 0, 1]), [1, 0, 0]);
  });
});

describe('turning in steps', () => {
  it('two rosettes with like teeth meet at odd multiples of 3°', () => {
    const grip = cube('grip', 10, {
      mounts: [
        mountAt('base', 'rosette-m6', 'face', [0, 0, 0], [0, -1, 0], [0, 0, 1], {
          toothPhaseDeg: 0,
        }),
      ],
    });
    const { rig, parts } = createTestRig([body, grip], [joint('j', 'grip.base', 'body.teeth')]);
    const [own] = placeSetup(rig, rig.setups[0]!, parts).joints;
    const turns = listTurnsDeg(own!.mate, own!.parentMount, own!.childMount);
    expect(turns).toHaveLength(60);
    expect(turns.slice(0, 3)).toEqual([3, 9, 15]);
  });
});

describe('lengthwise mounts', () => {
  const other: Part = { ...handle, id: 'other', grips: [] };
  const { rig, parts } = createTestRig(
    [body, handle, other],
    [
      joint('a', 'handle.base', 'body.rail', { slideMm: -20 }),
      joint('b', 'other.base', 'body.rail', { slideMm: 25 }),
    ],
  );
  const assembly = placeSetup(rig, rig.setups[0]!, parts);
  const rail = body.mounts[0]!;

  it('show what is taken and what is free', () => {
    const { taken, free } = measureOccupancy(assembly, assembly.items[0]!, rail);
    expect(taken.map((t) => [t.fromMm, t.toMm])).toEqual([
      [-30, -10],
      [15, 35],
    ]);
    expect(free.map((f) => [f.fromMm, f.toMm])).toEqual([
      [-50, -30],
      [-10, 15],
      [35, 50],
    ]);
  });

  it('a place along a rail is where a clamp at that slide has its middle', () => {
    const at = placeAlong(assembly.items[0]!, rail, 25);
    near(at, place(assembly.byId.get('other')!.rigFromPart, [0, 0, 0]));
    near(at, [25, 0, 50]);
    expect(() => placeAlong(assembly.items[0]!, body.mounts[1]!, 0)).toThrow(/has no length/);
  });

  it('a new clamp goes to the free stretch nearest the middle that takes it', () => {
    const clamp = handle.mounts[0]!;
    expect(suggestSlideMm(assembly, assembly.items[0]!, rail, clamp)).toBe(0);
    expect(
      suggestSlideMm(assembly, assembly.items[0]!, rail, { ...clamp, clampLengthMm: 25 }),
    ).toBe(2.5);
    expect(
      suggestSlideMm(assembly, assembly.items[0]!, rail, { ...clamp, clampLengthMm: 26 }),
    ).toBeUndefined();
  });
});

describe('turns that are tried one after the other', () => {
  const steps = Array.from({ length: 60 }, (_, i) => 3 + 6 * i);
  it('are the nearest each way, then ever wider ones, all the way round', () => {
    const apart = spreadTurnsDeg(steps, 9, 99).map((deg) => measureApartDeg(deg, 9));
    expect(apart).toEqual([6, 6, 12, 12, 30, 30, 42, 42, 60, 60, 90, 90, 120, 120, 150, 150]);
    expect(spreadTurnsDeg(steps, 9, 3)).toEqual([3, 15, 21]);
  });
  it('are all there are where a joint has few', () => {
    expect(spreadTurnsDeg([0, 90, 180, 270], 0, 8)).toEqual([90, 270, 180]);
    expect(spreadTurnsDeg([0], 0, 8)).toEqual([]);
  });
});

describe('a place for a new clamp', () => {
  const along = (fromMm: number, toMm: number) =>
    mountAt('rail', 'nato-rail', 'rail', [0, 0, 50], [0, 0, 1], [1, 0, 0], {
      lengthwise: { axis: [1, 0, 0], fromMm, toMm },
    });
  it('is the middle, then ever further out, to both ends', () => {
    const { rig, parts } = createTestRig([body], []);
    const assembly = placeSetup(rig, rig.setups[0]!, parts);
    const slides = listSlidesMm(assembly, assembly.items[0]!, along(-50, 50), handle.mounts[0]!);
    expect(slides.slice(0, 4)).toEqual([0, -8, 8, -16]);
    expect([Math.min(...slides), Math.max(...slides)]).toEqual([-40, 40]);
    expect(new Set(slides).size).toBe(slides.length);
    expect(listSlidesMm(assembly, assembly.items[0]!, along(-9, 9), handle.mounts[0]!)).toEqual([]);
  });

  it('is anywhere where a plate shorter than its clamp is held whole, and nowhere once another holds it', () => {
    const plate = (lengthMm: number) =>
      mountAt('plate', 'dovetail-38', 'plate', [0, 0, -5], [0, 0, -1], [1, 0, 0], {
        lengthwise: { axis: [1, 0, 0], fromMm: 0, toMm: lengthMm },
      });
    const jaw = mountAt('jaw', 'dovetail-38', 'clamp', [0, 0, 5], [0, 0, 1], [1, 0, 0], {
      clampLengthMm: 90,
      carrier: true,
    });
    const slidesOn = (lengthMm: number, joints: Parameters<typeof createTestRig>[1] = []) => {
      const base = { ...body, mounts: [...body.mounts, plate(lengthMm)] };
      const { rig, parts } = createTestRig([base, cube('first', 50, { mounts: [jaw] })], joints);
      const assembly = placeSetup(rig, rig.setups[0]!, parts);
      return listSlidesMm(assembly, assembly.items[0]!, plate(lengthMm), jaw);
    };
    // 58 mm in 90: it may stand 16 mm to either side of the middle.
    const slides = slidesOn(58);
    expect([slides[0], Math.min(...slides), Math.max(...slides)]).toEqual([29, 13, 45]);
    expect(slidesOn(44)).toEqual([]);
    expect(slidesOn(58, [joint('f', 'first.jaw', 'body.plate', { slideMm: 29 })])).toEqual([]);
  });
});

describe('a clamp on one rod', () => {
  const rods = cube('body', 500, {
    kind: 'body',
    mounts: [
      mountAt('rod', 'rod-15-single', 'rods', [0, 30, 0], [0, 0, 1], [1, 0, 0], {
        lengthwise: { axis: [1, 0, 0], fromMm: -100, toMm: 100 },
      }),
    ],
  });
  // Its middle 40 mm out from the rod.
  const clamp = cube(
    'clamp',
    50,
    {
      mounts: [
        mountAt('grip', 'rod-15-single', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
          clampLengthMm: 20,
          carrier: true,
        }),
      ],
    },
    [0, 0, 40],
  );
  const middleOf = (rollDeg: number | undefined) => {
    const { rig, parts } = createTestRig(
      [rods, clamp],
      [
        joint('c', 'clamp.grip', 'body.rod', {
          slideMm: 20,
          ...(rollDeg === undefined ? {} : { rollDeg }),
        }),
      ],
    );
    const placed = placeSetup(rig, rig.setups[0]!, parts).byId.get('clamp')!;
    return place(placed.rigFromPart, [0, 0, 40]).map((v) => Math.round(v * 1e6) / 1e6 + 0);
  };

  it('is rolled round it, right-handed about the rod, and hangs below it at 180°', () => {
    expect(middleOf(undefined)).toEqual([20, 30, 40]);
    // About x forward, up goes to the right.
    expect(middleOf(90)).toEqual([20, -10, 0]);
    expect(middleOf(-90)).toEqual([20, 70, 0]);
    expect(middleOf(180)).toEqual([20, 30, -40]);
  });

  it('is rolled by an edit, and stands upright again elsewhere', () => {
    const { rig } = createTestRig([rods, clamp], [joint('c', 'clamp.grip', 'body.rod')]);
    const rolled = applyEdit(rig, { type: 'roll', setupId: 'low', jointId: 'c', rollDeg: 180 });
    expect(rolled.setups[0]!.joints[0]).toMatchObject({ rollDeg: 180 });
    expect(applyEdit(rolled, { type: 'roll', setupId: 'low', jointId: 'c', rollDeg: 0 })).toEqual(
      rig,
    );
    const moved = applyEdit(rolled, {
      type: 'move',
      setupId: 'low',
      jointId: 'c',
      childMount: 'grip',
      parent: { item: 'body', mount: 'rod' },
      slideMm: 5,
      turnDeg: 0,
    });
    expect(moved.setups[0]!.joints[0]).not.toHaveProperty('rollDeg');
  });
});

describe('a post', () => {
  it('slides along its own normal', () => {
    const riser = cube('body', 500, {
      kind: 'body',
      mounts: [
        mountAt('post', 'device-clamp', 'device', [0, 0, 5], [0, 0, 1], [1, 0, 0], {
          lengthwise: { axis: [0, 0, 1], fromMm: 0, toMm: 60 },
        }),
      ],
    });
    const ring = cube('ring', 50, {
      mounts: [
        mountAt('hold', 'device-clamp', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
          carrier: true,
        }),
      ],
    });
    const { rig, parts } = createTestRig(
      [riser, ring],
      [joint('r', 'ring.hold', 'body.post', { slideMm: 25 })],
    );
    const placed = placeSetup(rig, rig.setups[0]!, parts).byId.get('ring')!;
    expect(placed.rigFromPart.originMm).toEqual([0, 0, 30].map((v) => expect.closeTo(v, 9)));
  });
});
