import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import { findHold } from '../hold/index.js';
import type { Mount, Part } from '../part/index.js';
import { measureReport } from '../report/index.js';
import { placeSetup, type Joint } from '../rig/index.js';
import { createSpace } from '../space/index.js';
import { createTestRig, cube, joint, mountAt, noBrief } from '../testing/rigs.js';
import { measureFreeWays } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

const find = (parts: readonly Part[], joints: readonly Joint[]) => {
  const made = createTestRig(parts, joints);
  return measureReport(made.rig, made.rig.setups[0]!.id, made.parts, { collider }).findings;
};
const codes = (parts: readonly Part[], joints: readonly Joint[], of: readonly string[]) =>
  find(parts, joints)
    .map((f) => f.code)
    .filter((code) => of.includes(code));

type Triple = [number, number, number];
const rodAt = (id: string, y: number, z = 0) => ({
  id,
  type: 'cylinder' as const,
  atMm: [0, y, z] as Triple,
  axis: [1, 0, 0] as Triple,
  radiusMm: 7.5,
  lengthMm: 300,
});
/** Two rods of 300 mm, 60 mm apart. */
const rods: Part = cube('rods', 400, {
  kind: 'rod',
  solids: [rodAt('left', 30), rodAt('right', -30)],
  mounts: [
    mountAt('pair', 'rod-15-pair', 'rods', [0, 0, 0], [0, 0, 1], [1, 0, 0], {
      lengthwise: { axis: [1, 0, 0], fromMm: -150, toMm: 150 },
      carrier: true,
    }),
  ],
});
const block = (id: string, atMm: Triple, sizeMm: Triple) => ({
  id,
  type: 'box' as const,
  atMm,
  sizeMm,
});
/** A body with a clamp for rods 60 mm below it: a block round each. */
const based: Part = cube('body', 600, {
  kind: 'body',
  solids: [
    block('body', [0, 0, 40], [100, 80, 60]),
    block('left', [0, 30, -20], [20, 24, 24]),
    block('right', [0, -30, -20], [20, 24, 24]),
  ],
  mounts: [
    mountAt('clamp', 'rod-15-pair', 'clamp', [0, 0, -20], [0, 0, -1], [1, 0, 0], {
      clampLengthMm: 20,
    }),
  ],
});

describe('rods in their base', () => {
  it('go through it wherever they are slid to, as long as the clamp is on them', () => {
    for (const slideMm of [0, 21, 23, 60, 120, -120]) {
      const found = codes(
        [based, rods],
        [joint('r', 'rods.pair', 'body.clamp', { slideMm })],
        ['parts-overlap', 'off-the-rail'],
      );
      expect({ slideMm, found }).toEqual({ slideMm, found: [] });
    }
    const off = joint('r', 'rods.pair', 'body.clamp', { slideMm: 141 });
    expect(codes([based, rods], [off], ['off-the-rail'])).toEqual(['off-the-rail']);
  });

  it('and a box on the same stretch: it is the base that the box meets', () => {
    const box = cube('box', 100, {
      kind: 'matte-box',
      mounts: [
        mountAt('clamp', 'rod-15-pair', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
          clampLengthMm: 20,
          carrier: true,
        }),
      ],
      solids: [block('hood', [0, 0, 60], [10, 40, 10])],
    });
    const at = (slideMm: number) =>
      find(
        [based, rods, box],
        [joint('r', 'rods.pair', 'body.clamp'), joint('b', 'box.clamp', 'rods.pair', { slideMm })],
      ).find((f) => f.code === 'clamps-overlap');
    expect(at(5)!.items).toEqual(['body', 'box']);
    expect(at(21)).toBeUndefined();
  });

  it('carry a pad on their backs: it touches them and stands in neither', () => {
    const pad = (thickMm: number): Part =>
      cube('pad', 80, {
        kind: 'other',
        solids: [block('pad', [0, 0, thickMm / 2], [40, 90, thickMm])],
        mounts: [
          mountAt('under', 'rod-pad', 'pad', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
            clampLengthMm: 40,
            carrier: true,
          }),
        ],
      });
    const made = createTestRig(
      [based, rods, pad(10)],
      [
        joint('r', 'rods.pair', 'body.clamp', { slideMm: 100 }),
        joint('p', 'pad.under', 'rods.pair', { slideMm: -60 }),
      ],
    );
    const report = measureReport(made.rig, made.rig.setups[0]!.id, made.parts, { collider });
    expect(report.findings.map((f) => f.code)).not.toContain('parts-overlap');
    const { rigFromPart } = report.assembly.byId.get('pad')!;
    const under = report.assembly.byId.get('rods')!.rigFromPart;
    // A rod of 15 mm reaches 7.5 mm over the middle of the pair.
    expect(rigFromPart.originMm[2] - under.originMm[2]).toBeCloseTo(7.5, 9);
  });
});

describe('a dovetail', () => {
  const plated = (
    kind: Mount['kind'],
    side: Mount['side'],
    plateMm: number,
    clampMm: number,
    other: Mount['side'],
  ) => {
    const plate: Part = cube('body', 600, {
      kind: 'body',
      mounts: [
        mountAt('plate', kind, side, [0, 0, -10], [0, 0, -1], [1, 0, 0], {
          lengthwise: { axis: [1, 0, 0], fromMm: -plateMm / 2, toMm: plateMm / 2 },
        }),
      ],
    });
    const clamp = cube('clamp', 200, {
      kind: 'plate',
      mounts: [
        mountAt('jaw', kind, other, [0, 0, 5], [0, 0, 1], [1, 0, 0], {
          clampLengthMm: clampMm,
          carrier: true,
        }),
      ],
    });
    return codes(
      [plate, clamp],
      [joint('c', 'clamp.jaw', 'body.plate')],
      ['rail-too-short', 'off-the-rail'],
    );
  };

  it('of 44 mm sits in a clamp of 50 mm, which overhangs; one of less than half of it does not', () => {
    expect(plated('dovetail-38', 'plate', 44, 50, 'clamp')).toEqual([]);
    expect(plated('video-plate-50', 'plate', 44, 50, 'receiver')).toEqual([]);
    expect(plated('dovetail-38', 'plate', 25, 50, 'clamp')).toEqual([]);
    expect(plated('dovetail-38', 'plate', 24, 50, 'clamp')).toEqual(['rail-too-short']);
    // A rail holds what is wholly on it.
    expect(plated('nato-rail', 'rail', 44, 50, 'clamp')).toEqual(['rail-too-short']);
  });
});

describe('a clamp that goes on over the end', () => {
  const railed = (walls: readonly number[]): readonly Part[] => [
    cube('body', 600, {
      kind: 'body',
      solids: [
        block('bar', [0, 0, 12], [100, 20, 6]),
        ...walls.map((x, i) => block(`wall-${i}`, [x, 0, 14], [6, 30, 8])),
      ],
      mounts: [
        mountAt('rail', 'nato-rail', 'rail', [0, 0, 15], [0, 0, 1], [1, 0, 0], {
          lengthwise: { axis: [1, 0, 0], fromMm: -50, toMm: 50 },
        }),
      ],
    }),
    cube(
      'clamp',
      100,
      {
        mounts: [
          mountAt('jaw', 'nato-rail', 'clamp', [0, 0, -5], [0, 0, -1], [1, 0, 0], {
            clampLengthMm: 10,
            entry: 'end',
            carrier: true,
          }),
        ],
      },
      [0, 0, 0],
    ),
  ];
  const told = (walls: readonly number[]) =>
    codes(railed(walls), [joint('c', 'clamp.jaw', 'body.rail')], ['cannot-bring-on']);

  it('cannot be brought on where walls of the rail’s own part stand at both ends', () => {
    expect(told([53, -53])).toEqual(['cannot-bring-on']);
    expect(told([53])).toEqual([]);
    expect(told([])).toEqual([]);
  });
});

describe('a bushing beside which pins stand', () => {
  const holes = { locating: { side: 'holes' as const, spacingMm: 19 } };
  const made = (pinsClear: boolean, under = holes) =>
    createTestRig(
      [
        cube('body', 600, {
          kind: 'body',
          mounts: [
            mountAt('big', 'three-eighths-16', 'socket', [0, 0, 5], [0, 0, 1], [1, 0, 0], {
              thread: { depthMm: 10 },
              ...under,
            }),
          ],
        }),
        cube('bushing', 5, {
          kind: 'adaptor',
          mounts: [
            mountAt('out', 'three-eighths-16', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
              thread: { lengthMm: 8 },
              carrier: true,
            }),
            mountAt('in', 'quarter-20', 'socket', [0, 0, 0], [0, 0, 1], [1, 0, 0], {
              thread: { depthMm: 8 },
              ...(pinsClear ? { pinsClear } : {}),
            }),
          ],
        }),
        cube(
          'arm',
          900,
          {
            mounts: [
              mountAt('base', 'quarter-20', 'screw', [0, 0, -5], [0, 0, -1], [1, 0, 0], {
                thread: { lengthMm: 6 },
                locating: { side: 'pins', spacingMm: 19, retracts: true },
                carrier: true,
              }),
            ],
          },
          [120, 0, 0],
        ),
      ],
      [joint('b', 'bushing.out', 'body.big'), joint('a', 'arm.base', 'bushing.in')],
    );
  const turns = (...args: Parameters<typeof made>) => {
    const { rig, parts } = made(...args);
    return measureReport(rig, rig.setups[0]!.id, parts, { collider }).fit.slips.map(
      (s) => s.jointId,
    );
  };

  it('turns no more than what they stand in: the pins hold through it', () => {
    expect(turns(true)).toEqual([]);
    // Without holes below, or with a bushing that covers them, only friction holds.
    expect(turns(true, {} as typeof holes)).toEqual(['b', 'a']);
    expect(turns(false)).toEqual(['b', 'a']);
  });
});

describe('how far a movement is free', () => {
  it('is no farther than where it would be told as a clash', () => {
    const arm = cube('arm', 100, {
      kind: 'arm',
      solids: [block('beam', [30, 0, 30], [60, 6, 6])],
      mounts: [
        mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
          thread: { lengthMm: 6 },
          carrier: true,
        }),
      ],
      movements: [
        {
          id: 'tilt',
          name: 'tilt',
          type: 'turn',
          originMm: [0, 0, 30],
          axis: [0, 1, 0],
          from: -60,
          to: 60,
          rest: 0,
          carries: ['beam'],
        },
      ],
    });
    const table: Part = cube('body', 600, {
      kind: 'body',
      solids: [block('top', [0, 0, 0], [200, 100, 10])],
      mounts: [
        mountAt('hole', 'quarter-20', 'socket', [0, 0, 5], [0, 0, 1], [1, 0, 0], {
          thread: { depthMm: 8 },
        }),
        mountAt('other', 'quarter-20', 'socket', [50, 0, 5], [0, 0, 1], [1, 0, 0], {
          thread: { depthMm: 8 },
        }),
      ],
    });
    // The parts of one joint may press into each other a little: what stands beside may not.
    const stop = cube('stop', 50, { mounts: arm.mounts }, [0, 0, 5]);
    const { rig, parts } = createTestRig(
      [table, arm, stop],
      [joint('a', 'arm.base', 'body.hole'), joint('s', 'stop.base', 'body.other')],
      { brief: noBrief },
    );
    const assembly = placeSetup(rig, rig.setups[0]!, parts);
    const space = createSpace(assembly, collider);
    const [way] = measureFreeWays(space, findHold(assembly), assembly.byId.get('arm')!, parts);
    const deg = way!.toStop ? way!.to : way!.from;
    const at = (value: number) => {
      const setup = { ...rig.setups[0]!, stances: { arm: { tilt: value } } };
      const set = { ...rig, setups: [setup] };
      return measureReport(set, setup.id, parts, { collider }).findings.map((f) => f.code);
    };
    expect(Math.abs(deg)).toBeLessThan(60);
    expect(at(deg)).not.toContain('parts-overlap');
    expect(at(deg + Math.sign(deg) * 0.3)).toContain('parts-overlap');
  });
});
