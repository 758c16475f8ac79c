import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import type { Part, Port } from '../part/index.js';
import { measureReport } from '../report/index.js';
import { listLoose, placeSetup, type Setup } from '../rig/index.js';
import { body, createTestRig, cube, handle, joint, mountAt } from '../testing/rigs.js';

type Triple = [number, number, number];
let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

const held = joint('h', 'handle.base', 'body.rail');
const screw = mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
  thread: { lengthMm: 6 },
  carrier: true,
});
const codesOf = (made: ReturnType<typeof createTestRig>) =>
  measureReport(made.rig, 'low', made.parts, { collider }).findings.map(
    (f) => `${f.code} ${f.weight}`,
  );

describe('one trouble is one finding', () => {
  // A cube of 10 mm that would stand in the body's own, 5 mm below its roof, and one that it carries.
  const block = (id: string) =>
    cube(id, 10, {
      mounts: [
        screw,
        mountAt('top', 'quarter-20', 'socket', [0, 0, 5], [0, 0, 1], [1, 0, 0], {
          thread: { depthMm: 8 },
        }),
      ],
    });
  const sunk = {
    ...block('sunk'),
    solids: [{ ...cube('x', 1).solids[0]!, atMm: [0, 0, -48] as Triple }],
  };
  const made = (mount: string) =>
    createTestRig(
      [body, handle, sunk, block('on')],
      [held, joint('s', 'sunk.base', `body.${mount}`), joint('o', 'on.base', 'sunk.top')],
    );

  it('a joint that does not hold is no overlap as well: nobody knows where the part is', () => {
    expect(codesOf(made('plain'))).toContain('parts-overlap stops');
    const codes = codesOf(made('shoe'));
    expect(codes.filter((c) => c.endsWith('stops'))).toEqual(['kinds-do-not-mate stops']);
  });

  it('what hangs on such a joint is loose with it, and on a mount taken twice the later part', () => {
    const looseOf = ({ rig, parts }: ReturnType<typeof createTestRig>) => [
      ...listLoose(placeSetup(rig, rig.setups[0]!, parts)),
    ];
    expect(looseOf(made('plain'))).toEqual([]);
    expect(looseOf(made('shoe'))).toEqual(['sunk', 'on']);
    const twice = createTestRig(
      [body, block('first'), block('second')],
      [joint('a', 'first.base', 'body.plain'), joint('b', 'second.base', 'body.plain')],
    );
    expect(looseOf(twice)).toEqual(['second']);
  });

  it('a rig that does not stand does not also tip, and a lap is no table', () => {
    const down = (hold: Setup['hold']) => createTestRig([body], [], { setup: { hold } });
    expect(codesOf(down('set-down')).filter((c) => /stand|tip/.test(c))).toEqual([
      'does-not-stand risk',
    ]);
    expect(codesOf(down('lap')).filter((c) => /stand|tip/.test(c))).toEqual([]);
  });

  it('held in the hands only the glass that it would be put down on is told', () => {
    const lens = cube('lens', 200, { kind: 'lens', mounts: [screw] }, [0, 0, -80]);
    const made = (kind: Part['kind']) =>
      createTestRig(
        [body, handle, { ...lens, kind }],
        [held, joint('l', 'lens.base', 'body.plain')],
      );
    expect(codesOf(made('lens'))).toContain('does-not-stand note');
    expect(codesOf(made('recorder'))).not.toContain('does-not-stand note');
  });
});

describe('what a setup does without', () => {
  const door: NonNullable<Part['keepClear']>[number] = {
    id: 'screen-room',
    purpose: 'eyepiece',
    shape: { type: 'box', atMm: [-30, 0, 0], sizeMm: [40, 20, 20] },
  };
  const behind = cube('behind', 10, { mounts: [screw] }, [-30, 0, -50]);
  const made = (hold: Setup['hold']) =>
    createTestRig(
      [{ ...body, keepClear: [door] }, handle, behind],
      [held, joint('b', 'behind.base', 'body.plain')],
      { setup: { hold } },
    );

  it('is a line in its working; wanted, it is a finding', () => {
    const low = measureReport(made('low').rig, 'low', made('low').parts, { collider });
    expect(low.findings.map((f) => f.code)).not.toContain('keep-clear-entered');
    expect(low.fit.solidity!.doesWithout).toMatchObject([
      { keep: { purpose: 'eyepiece' }, intruder: { item: { id: 'behind' } } },
    ]);
    const eye = measureReport(made('eye').rig, 'low', made('eye').parts, { collider });
    expect(eye.findings.map((f) => f.code)).toContain('keep-clear-entered');
    expect(eye.fit.solidity!.doesWithout).toEqual([]);
  });
});

describe('a loaded lens mount', () => {
  const cameraOf = (momentNm: number | undefined): Part => ({
    ...body,
    mounts: [
      ...body.mounts,
      mountAt('lens', 'lens-mount', 'body', [0, 0, 0], [1, 0, 0], [0, 0, 1], {
        family: 'F',
        ...(momentNm === undefined ? {} : { bears: { momentNm } }),
      }),
    ],
  });
  const weightOf = (atMm: number, hold: Setup['hold'], camera = cameraOf(3)) => {
    const lens = cube(
      'lens',
      1000,
      {
        kind: 'lens',
        mounts: [
          mountAt('rear', 'lens-mount', 'lens', [0, 0, 0], [-1, 0, 0], [0, 0, 1], { family: 'F' }),
        ],
      },
      [atMm, 0, 0],
    );
    const { rig, parts } = createTestRig(
      [camera, handle, lens],
      [held, joint('l', 'lens.rear', 'body.lens')],
      { setup: { hold } },
    );
    return measureReport(rig, 'low', parts).findings.find((f) => f.code === 'lens-mount-overloaded')
      ?.weight;
  };

  it('from a third of what it bears is a risk where the rig stands, a note in the hands', () => {
    // 1 kg at 101 mm is 0.99 N·m, at 103 mm 1.01.
    expect(weightOf(101, 'tripod')).toBeUndefined();
    expect(weightOf(103, 'tripod')).toBe('risk');
    expect(weightOf(103, 'low')).toBe('note');
  });

  it('stops the build over what is stated, and from one and a half of what is only an estimate', () => {
    // An estimate of 3 N·m: 1 kg at 457 mm is 4.48 N·m, at 461 mm 4.52.
    const guessed = cameraOf(undefined);
    expect(weightOf(307, 'low')).toBe('stops');
    expect(weightOf(307, 'low', guessed)).toBe('risk');
    expect(weightOf(457, 'low', guessed)).toBe('risk');
    expect(weightOf(461, 'low', guessed)).toBe('stops');
  });

  it('is a risk in the hands from two thirds, and stops over all of it', () => {
    expect(weightOf(203, 'low')).toBe('note');
    expect(weightOf(205, 'low')).toBe('risk');
    expect(weightOf(305, 'low')).toBe('risk');
    expect(weightOf(307, 'low')).toBe('stops');
  });
});

describe('a cell behind its door', () => {
  const room = (purpose: 'battery-door' | 'battery-release', y: number) => ({
    id: purpose,
    purpose,
    shape: {
      type: 'box' as const,
      atMm: [0, y, -20] as [number, number, number],
      sizeMm: [20, 20, 20] as [number, number, number],
    },
  });
  const told = (doorY: number) => {
    const family = { family: 'F' };
    const { rig, parts } = createTestRig(
      [
        {
          ...body,
          keepClear: [room('battery-door', doorY)],
          mounts: [
            ...body.mounts,
            mountAt('bay', 'cell-bay', 'body', [0, 0, -5], [0, 0, -1], [1, 0, 0], family),
          ],
        },
        cube('cell', 40, {
          kind: 'battery',
          keepClear: [room('battery-release', 0)],
          mounts: [
            mountAt('face', 'cell-bay', 'battery', [0, 0, -5], [0, 0, 1], [1, 0, 0], family),
          ],
        }),
        cube('wall', 50, { mounts: [screw] }, [0, 0, -70]),
      ],
      [joint('c', 'cell.face', 'body.bay'), joint('w', 'wall.base', 'body.plain')],
    );
    return measureReport(rig, 'low', parts, { collider })
      .findings.filter((f) => f.code === 'keep-clear-entered')
      .map((f) => f.facts.purpose);
  };

  it('is told of the door alone where one part shuts both, and by itself where the door is free', () => {
    expect(told(0)).toEqual(['battery-door']);
    expect(told(200)).toEqual(['battery-release']);
  });
});

describe('what feeds a device', () => {
  const port = (id: string, direction: Port['direction'], carries: Port['carries']): Port => ({
    id,
    connector: 'usb-c',
    direction,
    carries,
    originMm: [0, 5, 0],
    normal: [0, 1, 0],
  });
  const camera = { ...body, ports: [port('in', 'in', ['power', 'data'])] };
  const lead = (carries: Port['carries']): Part =>
    cube('lead', 5, {
      kind: 'cable',
      cable: {
        lengthMm: 300,
        ends: [1, 2].map(() => ({ connector: 'usb-c', bodyMm: 25, bodyRadiusMm: 5 })),
        carries,
      } as NonNullable<Part['cable']>,
    });
  const isDark = (source: Partial<Part>, carries: Port['carries'], more: readonly Part[] = []) => {
    const { rig, parts } = createTestRig(
      [camera, cube('source', 50, { mounts: [screw], ...source }), lead(carries), ...more],
      [joint('s', 'source.base', 'body.plain')],
      {
        setup: {
          cables: [
            {
              id: 'run',
              item: 'lead',
              from: { item: 'source', port: 'out' },
              to: { item: 'body', port: 'in' },
            },
          ],
        },
      },
    );
    return measureReport(rig, 'low', parts).findings.some(
      (f) => f.code === 'no-supply' && f.items[0] === 'body',
    );
  };
  const gives = { ports: [port('out', 'out', ['power', 'data'])] };

  it('is a port that gives power, through a lead that carries it', () => {
    expect(isDark({ kind: 'battery-plate', ...gives }, ['power'])).toBe(false);
    expect(isDark({ kind: 'battery-plate', ...gives }, ['data'])).toBe(true);
    expect(
      isDark({ kind: 'battery-plate', ports: [port('out', 'out', ['data'])] }, ['power']),
    ).toBe(true);
  });

  it('is no drive, whatever its socket could', () => {
    expect(
      isDark({ kind: 'media', ports: [port('out', 'both', ['power', 'data'])] }, ['power', 'data']),
    ).toBe(true);
  });

  it('a cell inside is its own, and a converter wants power as anything else', () => {
    const darkOf = (part: Part) => {
      const { rig, parts } = createTestRig(
        [body, part],
        [joint('s', `${part.id}.base`, 'body.plain')],
      );
      return measureReport(rig, 'low', parts).findings.some(
        (f) => f.code === 'no-supply' && f.items[0] === part.id,
      );
    };
    const box = (more: Partial<Part>) =>
      cube('box', 50, { mounts: [screw], ports: [port('in', 'in', ['power'])], ...more });
    expect(darkOf(box({ kind: 'tap' }))).toBe(true);
    expect(darkOf(box({ kind: 'transmitter' }))).toBe(true);
    expect(darkOf(box({ kind: 'transmitter', innerCell: true }))).toBe(false);
  });

  it('is found in the kit first, then in the catalogue, or comes by a lead whose voltage it takes', () => {
    const bay = mountAt('bay', 'cell-bay', 'body', [0, 0, -5], [0, 0, -1], [1, 0, 0], {
      family: 'F',
    });
    const cell = (id: string, minor: number) =>
      cube(id, 40, {
        kind: 'battery',
        price: { minor, currency: 'EUR' },
        mounts: [
          mountAt('face', 'cell-bay', 'battery', [0, 0, 5], [0, 0, 1], [1, 0, 0], { family: 'F' }),
        ],
      });
    const volts = (minV: number, maxV: number) => ({ power: { minV, maxV } });
    const offers = (own: readonly string[], sourceV: readonly [number, number] | undefined) => {
      const input = { ...port('in', 'in', ['power']), ...volts(7, 17) };
      const out = { ...port('out', 'out', ['power']), ...(sourceV ? volts(...sourceV) : {}) };
      const { rig, parts } = createTestRig(
        [
          { ...body, ports: [input], mounts: [...body.mounts, bay] },
          cube('plate', 50, { kind: 'battery-plate', mounts: [screw], ports: [out] }),
        ],
        [joint('s', 'plate.base', 'body.plain')],
      );
      const shop = [cell('dear', 900), cell('cheap', 300), lead(['power'])];
      const book = new Map([...parts, ...shop.map((p) => [p.id, p] as const)]);
      const kit = [...rig.kit, ...own.map((id) => ({ id: `my-${id}`, partId: id, owned: true }))];
      const report = measureReport({ ...rig, kit }, 'low', book, { catalogue: book });
      return report.findings
        .find((f) => f.code === 'no-supply' && f.items[0] === 'body')!
        .remedies.map(({ edit }) =>
          'item' in edit && typeof edit.item === 'object' ? edit.item.partId : edit.type,
        );
    };
    expect(offers([], [12, 16])).toEqual(['cheap', 'dear', 'lead']);
    expect(offers(['dear'], [12, 16])).toEqual(['dear', 'cheap', 'lead']);
    expect(offers([], [20, 28])).toEqual(['cheap', 'dear']);
    expect(offers([], undefined)).toEqual(['cheap', 'dear', 'lead']);
  });

  it('a dummy cell feeds only once its own lead is plugged in', () => {
    const bay = mountAt('bay', 'cell-bay', 'body', [0, 0, -5], [0, 0, -1], [1, 0, 0], {
      family: 'F',
    });
    const dummy = cube('dummy', 20, {
      kind: 'dummy-battery',
      ports: [port('tail', 'in', ['power'])],
      mounts: [
        mountAt('face', 'cell-bay', 'battery', [0, 0, 0], [0, 0, 1], [1, 0, 0], {
          family: 'F',
          carrier: true,
        }),
      ],
    });
    const made = (plugged: boolean) =>
      createTestRig(
        [
          { ...body, mounts: [...body.mounts, bay] },
          dummy,
          cube('brick', 400, { kind: 'battery', mounts: [screw], ...gives }),
          lead(['power']),
        ],
        [joint('d', 'dummy.face', 'body.bay'), joint('b', 'brick.base', 'body.plain')],
        plugged
          ? {
              setup: {
                cables: [
                  {
                    id: 'run',
                    item: 'lead',
                    from: { item: 'brick', port: 'out' },
                    to: { item: 'dummy', port: 'tail' },
                  },
                ],
              },
            }
          : {},
      );
    expect(codesOf(made(false))).toContain('no-supply risk');
    expect(codesOf(made(true))).not.toContain('no-supply risk');
  });
});

describe('room for a hand', () => {
  // The grip of the handle runs from x = −40 to 60 at z = 100, 15 mm thick.
  const grip = { ...handle.grips![0]!, radiusMm: 15 };
  const post = (at: Triple, more: Partial<Part> = {}) =>
    cube('post', 10, { mounts: [screw], ...more }, at);
  const roomOf = (
    post: Part,
    more: { gripTo?: number; brief?: Parameters<typeof createTestRig>[2] } = {},
  ) => {
    const long = { ...grip, toMm: [more.gripTo ?? 60, 0, 50] as Triple };
    const { rig, parts } = createTestRig(
      [body, { ...handle, grips: [long] }, post],
      [held, joint('p', 'post.base', 'body.plain')],
      more.brief ?? {},
    );
    return measureReport(rig, 'low', parts, { collider }).findings.find(
      (f) => f.code === 'hand-room',
    );
  };

  it('is 25 mm for bare fingers, and 35 mm on a job cold enough for gloves', () => {
    const cold = { brief: { brief: { currency: 'EUR', limits: {}, day: { temperatureC: 4 } } } };
    const mild = { brief: { brief: { currency: 'EUR', limits: {}, day: { temperatureC: 5 } } } };
    // Its face 45 mm from the line of the grip: 30 mm are left.
    const at: Triple = [0, 50, 50];
    expect(roomOf(post(at))).toBeUndefined();
    expect(roomOf(post(at), mild)).toBeUndefined();
    const found = roomOf(post(at), cold)!;
    expect(found.facts).toMatchObject({ roomMm: 35, gloves: true });
    expect((found.facts as { leftMm: number }).leftMm).toBeCloseTo(30, 2);
  });

  it('is asked for where the palm is: the far end of a long grip is free for others', () => {
    // 400 mm long, the hand in its middle: the palm lies 45 mm to either side of x = 160.
    expect(roomOf(post([0, 30, 50]), { gripTo: 360 })).toBeUndefined();
    expect(roomOf(post([160, 30, 50]), { gripTo: 360 })).toBeDefined();
  });

  it('beside the body’s own lens is not asked again of a filter on it that comes no nearer', () => {
    const grip = {
      ...handle.grips![0]!,
      id: 'own',
      place: 'side' as const,
      fromMm: [20, -45, -30] as Triple,
      toMm: [20, -45, 30] as Triple,
      radiusMm: 10,
    };
    const along = (id: string, lengthMm: number, wideMm: number, more: Partial<Part>) =>
      cube(id, 30, {
        ...more,
        solids: [
          {
            id: 'all',
            type: 'box',
            sizeMm: [lengthMm, wideMm, wideMm],
            atMm: [lengthMm / 2, 0, 0],
          },
        ],
      });
    const roomWith = (filterMm: number) => {
      const camera: Part = {
        ...body,
        grips: [grip],
        mounts: [
          ...body.mounts,
          mountAt('front', 'lens-mount', 'body', [5, 0, 0], [1, 0, 0], [0, 0, 1], {
            family: 'One',
          }),
        ],
      };
      // Its side 25 mm from the line of the grip: 15 mm are left beside it.
      const lens = along('lens', 20, 40, {
        kind: 'lens',
        mounts: [
          mountAt('rear', 'lens-mount', 'lens', [0, 0, 0], [-1, 0, 0], [0, 0, 1], {
            family: 'One',
          }),
          mountAt('thread', 'front-thread', 'female', [20, 0, 0], [1, 0, 0], [0, 0, 1], {
            sizeMm: 30,
          }),
        ],
      });
      const filter = along('filter', 10, filterMm, {
        kind: 'filter',
        mounts: [
          mountAt('back', 'front-thread', 'male', [0, 0, 0], [-1, 0, 0], [0, 0, 1], { sizeMm: 30 }),
        ],
      });
      const { rig, parts } = createTestRig(
        [camera, lens, filter],
        [joint('l', 'lens.rear', 'body.front'), joint('f', 'filter.back', 'lens.thread')],
        { setup: { hold: 'one-grip' } },
      );
      return measureReport(rig, 'low', parts, { collider }).findings.find(
        (f) => f.code === 'hand-room',
      );
    };
    expect(roomWith(40)).toBeUndefined();
    // 60 mm wide its edge comes to 15.8 mm from the line, 5.8 mm from the grip.
    const found = roomWith(60)!;
    expect(found.items).toEqual(['body', 'filter']);
    expect((found.facts as { leftMm: number }).leftMm).toBeCloseTo(Math.hypot(5, 15) - 10, 2);
  });

  it('is not taken by a strap', () => {
    expect(roomOf(post([0, 30, 50]))).toBeDefined();
    expect(roomOf(post([0, 30, 50], { kind: 'strap' }))).toBeUndefined();
  });
});
