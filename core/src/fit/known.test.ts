/** Figures worked out by hand. */
import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import type { Part } from '../part/index.js';
import { measureReport } from '../report/index.js';
import { applyEdit } from '../rig/index.js';
import { body, createTestRig, cube, handle, joint, mountAt } from '../testing/rigs.js';
import { tellFinding } from '../wording/index.js';
import { createNames } from '../words/index.js';
import { findingFixtures } from '../testing/findings.js';
import { measureOrder, measureOpensDeg, type Access } from './index.js';
import { createSpace } from '../space/index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

type Triple = [number, number, number];
const held = joint('h', 'handle.base', 'body.rail', { slideMm: -10 });
const screw = mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
  thread: { lengthMm: 6 },
});
const factsOf = (code: keyof typeof findingFixtures) => {
  const { rig, parts } = findingFixtures[code].has;
  return measureReport(rig, 'low', parts, { collider }).findings.find((f) => f.code === code)!
    .facts as Record<string, unknown>;
};

describe('the lens mount', () => {
  const camera: Part = {
    ...body,
    mounts: [
      ...body.mounts,
      mountAt('lens', 'lens-mount', 'body', [0, 0, 0], [1, 0, 0], [0, 0, 1], { family: 'F' }),
    ],
  };
  const lens = (more: Partial<Part>): Part =>
    cube(
      'lens',
      1000,
      {
        kind: 'lens',
        mounts: [
          mountAt('rear', 'lens-mount', 'lens', [0, 0, 0], [-1, 0, 0], [0, 0, 1], { family: 'F' }),
        ],
        ...more,
      },
      [100, 0, 0],
    );
  const loadOf = (part: Part, on = camera) => {
    const made = createTestRig([on, part], [joint('l', 'lens.rear', 'body.lens')]);
    return measureReport(made.rig, 'low', made.parts).fit.lensLoads[0]!;
  };

  it('1 kg at 100 mm is 0.981 N·m; drawn out by 40 mm half of the lens moves: 1.177', () => {
    expect(loadOf(lens({})).momentNm).toBeCloseTo(0.980665, 6);
    const zoom = {
      id: 'zoom',
      name: 'drawn out',
      type: 'shift' as const,
      originMm: [0, 0, 0] as Triple,
      axis: [1, 0, 0] as Triple,
      from: 0,
      to: 40,
      rest: 0,
      carries: ['solid'],
    };
    expect(loadOf(lens({ movements: [zoom] })).momentNm).toBeCloseTo(9.80665 * 0.12, 6);
  });

  it('the focus hand adds 5 N at the ring: 80 mm out, 0.4 N·m', () => {
    const load = loadOf(
      lens({
        grips: [
          { id: 'ring', use: 'focus', place: 'under', fromMm: [60, 30, 0], toMm: [80, 30, 0] },
        ],
      }),
    );
    expect(load.focusNm).toBeCloseTo(0.4, 9);
  });

  it('bears what its maker states; otherwise 3 N·m, and 1.5 on a body under 450 g', () => {
    expect(loadOf(lens({}))).toMatchObject({ limitNm: 3, limitStated: false });
    expect(loadOf(lens({}), { ...camera, massG: 449 })).toMatchObject({ limitNm: 1.5 });
    const stated = camera.mounts.map((m) =>
      m.id === 'lens' ? { ...m, bears: { momentNm: 2 } } : m,
    );
    expect(loadOf(lens({}), { ...camera, mounts: stated })).toMatchObject({
      limitNm: 2,
      limitStated: true,
    });
  });
});

describe('a door', () => {
  it('that sweeps to 90° and meets a wall 15 mm out with a leaf of 30 opens to 30°, within 0.2°', () => {
    // A leaf along x, turning towards y: its tip is at y = 30·sin α; the wall's face at 15.
    const door = {
      ...body,
      keepClear: [
        {
          id: 'door',
          purpose: 'card-door' as const,
          shape: {
            type: 'sector' as const,
            atMm: [0, 0, 100] as Triple,
            hinge: [0, 0, 1] as Triple,
            shut: [1, 0, 0] as Triple,
            sweepDeg: 90,
            radiusMm: 30,
            widthMm: 10,
          },
        },
      ],
    };
    const wall: Part = {
      ...cube('wall', 1, { mounts: [screw] }),
      solids: [{ id: 'solid', type: 'box', sizeMm: [100, 10, 40], atMm: [0, 20, 50] }],
    };
    const made = createTestRig([door, wall], [joint('w', 'wall.base', 'body.plain')]);
    const { assembly, findings } = measureReport(made.rig, 'low', made.parts, { collider });
    const space = createSpace(assembly, collider);
    const { shape } = door.keepClear[0]!;
    const opens = measureOpensDeg(
      space,
      assembly.items[0]!,
      shape,
      'door',
      (p) => p.item.id === 'wall',
    );
    expect(opens).toBeGreaterThanOrEqual(29.8);
    expect(opens).toBeLessThanOrEqual(30.2);
    expect(findings.find((f) => f.code === 'keep-clear-entered')).toMatchObject({
      weight: 'stops',
    });
  });
});

describe('figures of findings', () => {
  it('two cubes 9.9 mm apart stand 0.1 mm in each other', () => {
    expect(factsOf('parts-overlap').depthMm).toBeCloseTo(0.1, 2);
  });

  it('a lead of 185 mm lacks 5 for its way of 190', () => {
    // Straight out of both sockets by 30 and 15 mm, then 100 mm.
    expect(factsOf('lead-too-short').neededMm).toBeCloseTo(190, 3);
  });

  it('the screen is looked at 60.5° aslant from 716 mm', () => {
    expect(factsOf('screen-not-seen').angleDeg).toBeCloseTo(60.5, 3);
    expect(factsOf('screen-not-seen').farMm).toBeCloseTo(Math.hypot(300, 650), 3);
  });

  it('the flap is turned by 0.0981 N·m', () => {
    expect(factsOf('arm-sags').momentNm).toBeCloseTo(0.0980665, 6);
  });

  it('rods of 100 mm of which 59 are used save 41 of their 100 g', () => {
    expect(factsOf('longer-than-needed')).toMatchObject({ lengthMm: 100, usedMm: 59 });
    expect(factsOf('longer-than-needed').savesG).toBeCloseTo(41, 9);
  });

  it('the adapter is 24.2 mm thick where 44 − 20 = 24 is right', () => {
    expect(factsOf('flange-off').isMm).toBeCloseTo(24.2, 9);
    expect(factsOf('flange-off').wantedMm).toBeCloseTo(24, 9);
  });
});

describe('the order of assembly', () => {
  const rig = createTestRig(
    [
      body,
      handle,
      cube('a', 1, { mounts: [screw] }, [0, 0, 30]),
      cube('b', 1, { mounts: [screw] }, [0, 0, 30]),
    ],
    [held, joint('a', 'a.base', 'body.plain'), joint('b', 'b.base', 'body.holes')],
  );
  const { assembly } = measureReport(rig.rig, 'low', rig.parts);
  const blocked = (child: string, by: string): Access => ({
    joint: assembly.joints.find((j) => j.child === child)!,
    tool: 'coin',
    roomMm: 25,
    blockers: [assembly.byId.get(by)!],
    firm: [assembly.byId.get(by)!],
  });

  it('puts what must be tightened first before what will be in the way', () => {
    const order = measureOrder(assembly, [], [blocked('b', 'a')]).itemIds!;
    expect(order[0]).toBe('body');
    expect(order.indexOf('b')).toBeLessThan(order.indexOf('a'));
  });

  it('names the ring of parts that wait for each other', () => {
    const { itemIds, ring } = measureOrder(assembly, [], [blocked('b', 'a'), blocked('a', 'b')]);
    expect(itemIds).toBeUndefined();
    expect([...ring].sort()).toEqual(['a', 'b']);
  });
});

describe('a set of lenses', () => {
  const camera: Part = {
    ...body,
    sensorMm: [36, 24],
    mounts: [
      ...body.mounts,
      mountAt('lens', 'lens-mount', 'body', [5, 0, 0], [1, 0, 0], [0, 0, 1], { family: 'F' }),
    ],
  };
  const lens = (id: string, circleMm: number, threadMm: number): Part =>
    cube(
      id,
      100,
      {
        kind: 'lens',
        optics: { focalMm: [50, 50], imageCircleMm: circleMm },
        mounts: [
          mountAt('rear', 'lens-mount', 'lens', [0, 0, 0], [-1, 0, 0], [0, 0, 1], { family: 'F' }),
          mountAt('thread', 'front-thread', 'female', [10, 0, 0], [1, 0, 0], [0, 0, 1], {
            sizeMm: threadMm,
          }),
        ],
      },
      [5, 0, 0],
    );
  const filter = cube(
    'filter',
    20,
    {
      kind: 'filter',
      mounts: [
        mountAt('back', 'front-thread', 'male', [0, 0, 0], [-1, 0, 0], [0, 0, 1], { sizeMm: 77 }),
      ],
    },
    [5, 0, 0],
  );
  const made = createTestRig(
    [camera, lens('wide', 44, 77), lens('small', 30, 72), filter],
    [joint('l', 'wide.rear', 'body.lens'), joint('f', 'filter.back', 'wide.thread')],
    {
      rig: {
        lenses: [
          { item: 'wide', share: 0.5 },
          { item: 'small', share: 0.5 },
        ],
      },
    },
  );
  const report = measureReport(made.rig, 'low', made.parts, { collider });

  it('is checked as a whole, and each finding says for which lens it holds', () => {
    const small = report.findings.filter((f) => f.lens === 'small').map((f) => f.code);
    expect(small).toContain('sensor-not-covered');
    expect(report.findings.filter((f) => f.lens === undefined).map((f) => f.code)).not.toContain(
      'sensor-not-covered',
    );
  });

  it('tells that what is on the one lens does not go onto the other', () => {
    expect(
      report.findings.find((f) => f.lens === 'small' && f.code === 'kinds-do-not-mate'),
    ).toMatchObject({ items: ['filter', 'small'], facts: { mismatch: { reason: 'size' } } });
  });

  it('names the step ring of the catalogue that mends it', () => {
    const thread = (id: string, side: 'male' | 'female', sizeMm: number, x: number) =>
      mountAt(id, 'front-thread', side, [x, 0, 0], [side === 'male' ? -1 : 1, 0, 0], [0, 0, 1], {
        sizeMm,
      });
    const ring = cube('ring', 5, {
      kind: 'ring',
      mounts: [
        { ...thread('back', 'male', 72, 0), carrier: true },
        thread('front', 'female', 77, 4),
      ],
    });
    const catalogue = new Map([...made.parts, ['ring', ring]]);
    const found = measureReport(made.rig, 'low', made.parts, { collider, catalogue }).findings.find(
      (f) => f.lens === 'small' && f.code === 'kinds-do-not-mate',
    )!;
    expect(found.facts).toMatchObject({ bridge: ['ring'] });
    const names = createNames(measureReport(made.rig, 'low', made.parts).assembly, catalogue);
    expect(tellFinding(found, names).sentence).toBe(
      'With small: filter does not join small: the sizes differ: 72 mm and 77 mm; with ring between it does.',
    );
  });

  it('of one lens has nothing to add', () => {
    const alone = { ...made.rig, lenses: [{ item: 'wide', share: 1 }] };
    const findings = measureReport(alone, 'low', made.parts, { collider }).findings;
    expect(findings.filter((f) => f.lens !== undefined)).toEqual([]);
  });
});

describe('what lies in a box', () => {
  it('costs nothing of its own, is not bought twice, and is a wish of its own once the box is gone', () => {
    const price = { minor: 500, currency: 'EUR' };
    const lead = cube('lead', 10, { kind: 'cable', price });
    const kit = cube('kit', 1, { price, inBox: [{ name: 'a lead', partId: 'lead' }] });
    const made = createTestRig([body, handle, lead, kit], [held], {
      kit: [
        { id: 'body', partId: 'body', owned: true },
        { id: 'handle', partId: 'handle', owned: true },
        { id: 'box', partId: 'kit', owned: false },
        { id: 'own', partId: 'lead', owned: false, comesWith: 'box' },
      ],
      setup: { worn: ['own', 'box'] },
    });
    const before = measureReport(made.rig, 'low', made.parts);
    expect(before.spend.toSpend.minor).toBe(500);
    expect(before.findings.map((f) => f.code)).not.toContain('bought-twice');
    const without = { ...made.rig, kit: made.rig.kit.filter((i) => i.id !== 'box') };
    const tidy = applyEdit(without, { type: 'rename', name: 'x' });
    expect(tidy.kit.find((i) => i.id === 'own')).toEqual({
      id: 'own',
      partId: 'lead',
      owned: false,
    });
  });
});

describe('leads weigh', () => {
  it('half at each end: 20 g between the body and a screen 100 mm ahead shift the centre by 10 g there', () => {
    const { rig, parts } = findingFixtures['lead-too-long'].hasNot;
    const with20 = new Map(
      [...parts].map(([id, p]) => [id, id === 'lead' ? { ...p, massG: 20 } : p]),
    );
    const { assembly } = measureReport(rig, 'low', with20);
    expect(assembly.leadMassG).toBe(20);
    // 1000 g of body, 1 g of handle, 1 g of screen, 20 g of lead.
    expect(assembly.mass.massG).toBeCloseTo(1022, 9);
    const screen = assembly.byId.get('screen')!;
    expect(screen.branchMass.massG).toBeCloseTo(11, 9);
  });
});

describe('a filter of another thread', () => {
  it('is offered the step ring that mends it, and the ring comes between', () => {
    const thread = (id: string, side: 'male' | 'female', sizeMm: number, x: number) =>
      mountAt(id, 'front-thread', side, [x, 0, 0], [side === 'male' ? -1 : 1, 0, 0], [0, 0, 1], {
        sizeMm,
      });
    const camera = { ...body, mounts: [...body.mounts, thread('front', 'female', 72, 20)] };
    const filter = cube('filter', 20, { kind: 'filter', mounts: [thread('back', 'male', 77, 0)] });
    const ring = cube('ring', 5, {
      kind: 'ring',
      mounts: [
        { ...thread('back', 'male', 72, 0), carrier: true },
        thread('front', 'female', 77, 4),
      ],
    });
    const made = createTestRig([camera, filter, ring], [joint('f', 'filter.back', 'body.front')], {
      kit: [
        { id: 'body', partId: 'body', owned: true },
        { id: 'filter', partId: 'filter', owned: true },
      ],
    });
    const look = (rig: typeof made.rig) =>
      measureReport(rig, 'low', made.parts, { catalogue: made.parts, collider }).findings.find(
        (f) => f.code === 'kinds-do-not-mate',
      );
    const { edit } = look(made.rig)!.remedies[0]!;
    expect(edit).toMatchObject({ type: 'all', edits: [{ type: 'add-part' }, { type: 'move' }] });
    const mended = applyEdit(made.rig, edit);
    expect(look(mended)).toBeUndefined();
    expect(mended.setups[0]!.joints.map((j) => j.child.item).sort()).toEqual([
      'filter',
      'new:ring',
    ]);
  });
});

describe('a rig put down', () => {
  it('on a lead that hangs below all else, says so', () => {
    // Both sockets open downwards: the lead leaves them 45 mm below the body's underside.
    const port = (id: string, direction: 'in' | 'out', x: number) => ({
      id,
      connector: 'hdmi-a' as const,
      direction,
      carries: ['video' as const],
      originMm: [x, 0, -5] as Triple,
      normal: [0, 0, -1] as Triple,
    });
    const camera = { ...body, ports: [port('out', 'out', 0)] };
    const screen = cube('screen', 10, {
      kind: 'monitor',
      mounts: [screw],
      ports: [port('in', 'in', 0)],
    });
    const made = createTestRig(
      [camera, screen, cube('lead', 1, { kind: 'cable' })],
      [joint('s', 'screen.base', 'body.plain')],
      {
        setup: {
          cables: [
            {
              id: 'run',
              item: 'lead',
              from: { item: 'body', port: 'out' },
              to: { item: 'screen', port: 'in' },
            },
          ],
        },
      },
    );
    const found = measureReport(made.rig, 'low', made.parts, { collider }).findings;
    expect(
      found.find((f) => f.code === 'does-not-stand' && f.facts.why === 'on-a-lead'),
    ).toMatchObject({
      items: ['lead'],
    });
  });

  it('a screw 3.5 mm out of the back of its hole is longer than it need be, 3 mm are not', () => {
    const noteOf = (lengthMm: number) => {
      const long = { ...screw, thread: { lengthMm } };
      const made = createTestRig(
        [body, cube('peg', 1, { mounts: [long] }, [0, 0, 20])],
        [joint('p', 'peg.base', 'body.plain')],
      );
      return measureReport(made.rig, 'low', made.parts).findings.some(
        (f) => f.code === 'longer-than-needed',
      );
    };
    expect([noteOf(11.5), noteOf(11)]).toEqual([true, false]);
  });
});
