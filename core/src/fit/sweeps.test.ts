import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import { findHold } from '../hold/index.js';
import type { Part, Port } from '../part/index.js';
import { measureReport } from '../report/index.js';
import { measureFreeWays } from './index.js';
import type { Joint, Setup } from '../rig/index.js';
import { createSpace } from '../space/index.js';
import { body, createTestRig, cube, handle, joint, mountAt, turnAbout } from '../testing/rigs.js';

type Triple = [number, number, number];

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

const screw = mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
  thread: { lengthMm: 6 },
  carrier: true,
});
/** A cube of 10 mm about a place that is told from its screw. */
const block = (at: Triple): Part => cube('block', 1, { mounts: [screw] }, at);

function findBlocked(
  parts: readonly Part[],
  joints: readonly Joint[],
  setup: Partial<Setup> = {},
  camera: Part = body,
) {
  const { rig, parts: book } = createTestRig(
    [camera, handle, ...parts],
    [joint('h', 'handle.base', 'body.rail', { slideMm: -40 }), ...joints],
    { setup },
  );
  return measureReport(rig, 'low', book, { collider }).findings.filter(
    (f) => f.code === 'movement-blocked',
  );
}

describe('a zoom', () => {
  const family = 'Gannet bayonet';
  const camera: Part = {
    ...body,
    mounts: [
      ...body.mounts,
      mountAt('lens', 'lens-mount', 'body', [5, 0, 0], [1, 0, 0], [0, 0, 1], { family }),
    ],
  };
  // Its front ends 40 mm ahead of the origin and comes out 30 mm more.
  const lens: Part = {
    ...cube('lens', 100, {
      kind: 'lens',
      mounts: [
        mountAt('rear', 'lens-mount', 'lens', [0, 0, 0], [-1, 0, 0], [0, 0, 1], { family }),
        mountAt('thread', 'front-thread', 'female', [35, 0, 0], [1, 0, 0], [0, 0, 1], {
          sizeMm: 20,
        }),
      ],
    }),
    solids: [{ id: 'front', type: 'box', sizeMm: [10, 10, 10], atMm: [30, 0, 0] }],
    movements: [
      {
        id: 'zoom',
        name: 'zoom',
        type: 'shift',
        originMm: [0, 0, 0],
        axis: [1, 0, 0],
        from: 0,
        to: 30,
        rest: 0,
        carries: ['front', 'thread'],
      },
    ],
  };
  const onLens = joint('l', 'lens.rear', 'body.lens');
  const behind = joint('b', 'block.base', 'body.plain');

  it('comes out as far as nothing stands before it', () => {
    // The block begins 55 mm ahead: 15 mm before the front; half a millimetre gives way.
    const [found, ...more] = findBlocked([lens, block([60, 0, -50])], [onLens, behind], {}, camera);
    expect(more).toEqual([]);
    expect(found).toMatchObject({
      weight: 'risk',
      items: ['lens', 'block'],
      facts: { by: 'part', wanted: 30, kind: 'shift' },
    });
    expect((found!.facts as { goes: number }).goes).toBeCloseTo(15.4, 0);
    expect(findBlocked([lens, block([75, 0, -50])], [onLens, behind], {}, camera)).toEqual([]);
  });

  it('takes along what is screwed to its front, and is asked in both ways from where it stands', () => {
    const filter = cube(
      'filter',
      5,
      {
        mounts: [
          mountAt('thread', 'front-thread', 'male', [0, 0, 0], [-1, 0, 0], [0, 0, 1], {
            sizeMm: 20,
          }),
        ],
      },
      [5, 0, 0],
    );
    const parts = [lens, filter, block([75, 0, -50])];
    const joints = [onLens, behind, joint('f', 'filter.thread', 'lens.thread')];
    const [found] = findBlocked(parts, joints, {}, camera);
    // The filter's face is 50 mm ahead, the block 70.
    expect((found!.facts as { goes: number }).goes).toBeCloseTo(20.4, 0);
    // Drawn out by 20 mm there is no way farther out; the way back is free.
    const out = findBlocked(parts, joints, { stances: { lens: { zoom: 20 } } }, camera);
    expect(out).toHaveLength(1);
    expect(out[0]!.facts).toMatchObject({ wanted: 10 });
  });
});

describe('a hinge with named poses', () => {
  const socket = (id: string, originMm: Triple, normal: Triple): Port => ({
    id,
    connector: 'hdmi-a',
    direction: id === 'in' ? 'in' : 'out',
    carries: ['video'],
    originMm,
    normal,
  });
  /** A leaf of 40 mm and 2 mm thick that turns down about y, from level to upright. */
  const hinge = (more: Partial<Part> = {}): Part => ({
    ...cube('hinge', 10, { mounts: [screw] }),
    solids: [{ id: 'leaf', type: 'box', sizeMm: [40, 10, 2], atMm: [20, 0, 0] }],
    movements: [
      turnAbout(
        'leaf-turn',
        [0, 1, 0],
        [0, 0, 0],
        [0, 90],
        ['leaf', ...(more.ports ?? []).map((p) => p.id)],
      ),
    ],
    poses: [
      { id: 'shut', name: 'shut', at: { 'leaf-turn': 0 } },
      { id: 'down', name: 'down', at: { 'leaf-turn': 90 } },
    ],
    ...more,
  });
  const joints = [joint('p', 'hinge.base', 'body.plain'), joint('b', 'block.base', 'body.holes')];

  it('meets what stands in the sweep of its leaf at the angle where it does', () => {
    // The block's top lies 20 mm below the leaf: 40·sin θ + cos θ = 20.5, half a millimetre given, at 29.3°.
    const [found] = findBlocked([hinge(), block([0, 0, -25])], joints);
    expect(found).toMatchObject({ weight: 'note', facts: { by: 'part', wanted: 90, poseAt: 90 } });
    expect((found!.facts as { goes: number }).goes).toBeCloseTo(29.3, 0);
    // Its near corner 41 mm off the hinge, it is passed.
    expect(findBlocked([hinge(), block([16, 0, -25])], joints)).toEqual([]);
  });

  it('is not asked about where nobody named the poses: an arm is set once', () => {
    expect(findBlocked([hinge({ poses: [] }), block([0, 0, -25])], joints)).toEqual([]);
  });

  it('is stopped by a lead that is too short for its other pose', () => {
    // Level its socket is 20 mm behind the body's; turned down, √(40² + 40² + …) away.
    const camera: Part = { ...body, ports: [socket('out', [40, 30, 50], [0, 1, 0])] };
    const lead = (lengthMm: number): Part =>
      cube('lead', 5, {
        kind: 'cable',
        cable: {
          ends: [
            { connector: 'hdmi-a', bodyMm: 5, bodyRadiusMm: 1 },
            { connector: 'hdmi-a', bodyMm: 5, bodyRadiusMm: 1 },
          ],
          lengthMm,
          carries: ['video'],
        },
      });
    const blockedBy = (lengthMm: number) =>
      findBlocked(
        [
          hinge({ ports: [socket('in', [40, 5, 0], [0, 1, 0])] }),
          block([0, 0, 60]),
          lead(lengthMm),
        ],
        joints,
        {
          cables: [
            {
              id: 'run',
              item: 'lead',
              from: { item: 'body', port: 'out' },
              to: { item: 'hinge', port: 'in' },
            },
          ],
        },
        camera,
      ).map((f) => f.facts);
    // From (40, 30, 50) to (0, 5, 10): 40² + 25² + 40² under the root are 61.8 mm.
    expect(blockedBy(62)).toEqual([]);
    expect(blockedBy(61)).toMatchObject([{ by: 'lead' }]);
  });

  it('meets a plug as it meets a part', () => {
    // A socket 20 mm under the leaf, its plug lying across under the leaf's tip.
    const camera: Part = {
      ...body,
      ports: [socket('out', [30, -25, 25], [0, 1, 0]), socket('in', [30, 60, 25], [0, 1, 0])],
    };
    const lead = cube('lead', 5, {
      kind: 'cable',
      cable: {
        ends: [
          { connector: 'hdmi-a', bodyMm: 30, bodyRadiusMm: 5 },
          { connector: 'hdmi-a', bodyMm: 30, bodyRadiusMm: 5 },
        ],
        lengthMm: 300,
        carries: ['video'],
      },
    });
    const run = [
      {
        id: 'run',
        item: 'lead',
        from: { item: 'body', port: 'out' },
        to: { item: 'body', port: 'in' },
      },
    ];
    const found = findBlocked([hinge(), block([0, 0, 60]), lead], joints, { cables: run }, camera);
    expect(found.map((f) => f.facts)).toMatchObject([{ by: 'plug' }]);
  });
});

describe('how far a movement is free', () => {
  // An arm 45 mm long that stands upright on the camera's hole, 50 mm up, and turns about its foot to either side.
  const arm: Part = {
    ...cube('arm', 30, { kind: 'arm', mounts: [screw] }),
    solids: [{ id: 'bar', type: 'box', sizeMm: [4, 4, 35], atMm: [0, 0, 27.5] }],
    movements: [
      {
        id: 'tilt',
        name: 'tilt',
        type: 'turn',
        originMm: [0, 0, 0],
        axis: [0, 1, 0],
        from: -90,
        to: 90,
        rest: 0,
        carries: ['bar'],
      },
    ],
  };
  const waysOf = (at: Triple, hold: Setup['hold'] = 'set-down', tilt?: number) => {
    const { rig, parts } = createTestRig(
      [body, handle, arm, block(at)],
      [
        joint('a', 'arm.base', 'body.plain'),
        joint('b', 'block.base', 'body.holes'),
        joint('h', 'handle.base', 'body.rail'),
      ],
      { setup: { hold, ...(tilt === undefined ? {} : { stances: { arm: { tilt } } }) } },
    );
    const report = measureReport(rig, 'low', parts, { collider });
    const space = createSpace(report.assembly, collider);
    const placed = report.assembly.byId.get('arm')!;
    return measureFreeWays(space, findHold(report.assembly), placed, parts)[0]!;
  };

  it('is its whole range where nothing stands, and ends where it meets a part', () => {
    expect(waysOf([500, 0, 0])).toEqual({
      movementId: 'tilt',
      from: -90,
      to: 90,
      fromStop: undefined,
      toStop: undefined,
    });
    // The block's near upper edge is 25 mm ahead of the foot and 25 mm up, at 45°; the bar is 4 mm thick.
    const way = waysOf([0, 0, 20]);
    expect(way).toMatchObject({
      from: -90,
      fromStop: undefined,
      toStop: { by: 'part', itemId: 'block' },
    });
    expect(Math.abs(way.to - 42)).toBeLessThan(1.5);
    // The same end, from wherever it stands.
    expect(waysOf([0, 0, 20], 'set-down', 20).to).toBeCloseTo(way.to, 0);
  });

  it('ends at a hand that holds, and not where nobody holds', () => {
    // Lying ahead it comes up under the hand, whose grip of 15 mm and 12 mm of fingers end 73 mm up: the bar's end is, at about 61° from upright.
    const held = waysOf([500, 0, 0], 'low', 80);
    expect(held.fromStop).toEqual({ by: 'hand', itemId: 'handle' });
    expect(Math.abs(held.from - 61)).toBeLessThan(2);
    expect(waysOf([500, 0, 0], 'set-down', 80).fromStop).toBeUndefined();
  });
});
