import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import type { Part } from '../part/index.js';
import { measureReport, type Report } from '../report/index.js';
import type { Joint, LogEntry, Setup } from '../rig/index.js';
import { body, createTestRig, cube, joint, mountAt, noBrief } from '../testing/rigs.js';
import { createNames } from '../words/index.js';
import {
  listJointLines,
  sayCheck,
  sayCut,
  sayFreeEnd,
  sayHanging,
  sayPackLine,
  sayStep,
  sayTightening,
} from '../wording/index.js';
import {
  chooseStepView,
  listBuild,
  listChecks,
  listLadder,
  listPack,
  listSlowing,
  listTightenings,
  measureFreeEnd,
  measureSeen,
  nameCheck,
  nameEnd,
  narrowTo,
  packCases,
  type Build,
} from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

const screw = (id: string, tool: 'thumb' | 'hex-4' = 'thumb') =>
  mountAt(id, 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
    thread: { lengthMm: 6, exchangeable: true },
    fastening: { tool, seconds: 10 },
    carrier: true,
  });
const socket = (id: string, at: [number, number, number]) =>
  mountAt(id, 'quarter-20', 'socket', at, [0, 0, 1], [1, 0, 0], { thread: { depthMm: 8 } });

/** A post of 30 mm with a socket on top and one at its side. */
const post = (id: string, more: Partial<Part> = {}): Part => ({
  ...cube(id, 40, {}, [0, 0, 15]),
  solids: [{ id: 'bar', type: 'box', sizeMm: [10, 10, 30], atMm: [0, 0, 15] }],
  mounts: [screw('base', 'hex-4'), socket('top', [0, 0, 30])],
  ...more,
});
const lens = mountAt('bayonet', 'lens-mount', 'body', [20, 0, 0], [1, 0, 0], [0, 0, 1]);
const bay = mountAt('bay', 'cell-bay', 'plate', [-10, 0, 0], [-1, 0, 0], [0, 0, 1]);
const camera: Part = {
  ...body,
  mounts: [...body.mounts, lens, bay],
};
const glass: Part = cube('glass', 200, {
  kind: 'lens',
  mounts: [mountAt('rear', 'lens-mount', 'lens', [0, 0, 0], [-1, 0, 0], [0, 0, 1])],
});
const cell: Part = cube('cell', 60, {
  kind: 'battery',
  mounts: [mountAt('face', 'cell-bay', 'battery', [0, 0, 0], [1, 0, 0], [0, 0, 1])],
});
const cage: Part = {
  ...post('cage'),
  kind: 'cage',
  mounts: [screw('base', 'hex-4'), socket('top', [0, 0, 30]), socket('side', [5, 0, 20])],
};
const all: Part[] = [camera, cage, glass, cell, post('arm'), post('eye'), post('tip'), post('lid')];

function look(
  joints: readonly Joint[],
  setup: Partial<Setup> = {},
): { report: Report; build: Build } {
  const { rig, parts } = createTestRig(all, joints, { setup });
  const report = measureReport(rig, 'low', parts, { collider, oneLens: true });
  return { report, build: listBuild(report, parts)! };
}
const caged = joint('c', 'cage.base', 'body.plain');
const order = (build: Build) =>
  build.steps.map((s) => `${s.table ? `${s.table}: ` : ''}${s.step.itemId}`);

describe('a build sheet', () => {
  it('puts a small branch together on the table first, and lifts it on as one', () => {
    const { build } = look([
      caged,
      joint('a', 'arm.base', 'cage.top'),
      joint('e', 'eye.base', 'arm.top'),
    ]);
    expect(order(build)).toEqual(['arm: eye', 'cage', 'arm']);
    const [table, , rig] = build.steps;
    expect([...table!.there]).toEqual(['arm', 'eye']);
    expect(table!.fresh).toEqual(['eye']);
    expect([rig!.fresh, rig!.step.with]).toEqual([['arm', 'eye'], ['eye']]);
    expect([...rig!.there].sort()).toEqual(['arm', 'body', 'cage', 'eye']);
  });

  it('builds on the rig what would be more than a hand lifts', () => {
    const tower = ['arm', 'eye', 'tip', 'lid'];
    const joints = (n: number) =>
      tower
        .slice(0, n)
        .map((id, i) => joint(id, `${id}.base`, `${i === 0 ? 'cage' : tower[i - 1]!}.top`));
    expect(order(look([caged, ...joints(4)]).build).filter((s) => s.includes(':'))).toHaveLength(3);
    const five = [...joints(4), joint('g', 'cell.face', 'body.bay')];
    expect(order(look([caged, ...five]).build).at(-1)).toBe('cell');
    // One more on it, and the branch of five begins at the next one.
    const { rig, parts } = createTestRig(
      [...all, post('cap')],
      [caged, ...joints(4), joint('p', 'cap.base', 'lid.top')],
    );
    const report = measureReport(rig, 'low', parts, { collider, oneLens: true });
    expect(order(listBuild(report, parts)!).filter((s) => s.includes(':'))).toEqual([
      'eye: tip',
      'eye: lid',
      'eye: cap',
    ]);
  });

  it('builds what hangs below on the table whole, but for what waits for something else, and puts the rig onto it', () => {
    const under = mountAt('under', 'quarter-20', 'socket', [0, 0, -50], [0, 0, -1], [1, 0, 0], {
      thread: { depthMm: 8 },
    });
    const tower = ['arm', 'eye', 'tip', 'lid', 'cap'];
    const { rig, parts } = createTestRig(
      [{ ...camera, mounts: [...camera.mounts, under] }, glass, ...tower.map((id) => post(id))],
      [
        joint('l', 'glass.rear', 'body.bayonet'),
        ...tower.map((id, i) =>
          joint(id, `${id}.base`, i === 0 ? 'body.under' : `${tower[i - 1]!}.top`),
        ),
      ],
    );
    const report = measureReport(rig, 'low', parts, { collider, oneLens: true });
    const whole = listBuild(report, parts)!;
    expect(order(whole)).toEqual(['arm: eye', 'arm: tip', 'arm: lid', 'arm: cap', 'glass', 'arm']);
    const names = createNames(report.assembly, parts);
    expect(sayStep(whole.steps.at(-1)!.step, names)).toMatch(
      /^Put the rig on arm with 4 parts fitted, by /u,
    );
    // The lid can only go on once the lens is there: with what it carries it is a piece of its own, for later.
    const orderEdges = [...report.fit.solidity!.orderEdges, ['glass', 'lid']];
    const solidity = { ...report.fit.solidity!, orderEdges };
    const tied = { ...report, fit: { ...report.fit, solidity } } as unknown as Report;
    expect(order(listBuild(tied, parts)!)).toEqual([
      'arm: eye',
      'arm: tip',
      'lid: cap',
      'glass',
      'arm',
      'lid',
    ]);
  });

  it('fastens a second screw between parts of one piece once that is on the rig', () => {
    const braces = [
      {
        id: 'x',
        kind: 'second-screw' as const,
        a: { item: 'arm', mount: 'top' },
        b: { item: 'eye', mount: 'base' },
      },
    ];
    const { build } = look(
      [
        caged,
        joint('a', 'arm.base', 'cage.top'),
        joint('e', 'eye.base', 'arm.top'),
        joint('t', 'tip.base', 'eye.top'),
      ],
      { braces },
    );
    expect(build.steps.map((s) => s.step.id)).toEqual([
      'put-on eye',
      'put-on tip',
      'put-on cage',
      'put-on arm',
      'brace-on x',
    ]);
  });

  it('has the lens off while the cage goes on, and cells in last', () => {
    const { build } = look([
      joint('l', 'glass.rear', 'body.bayonet'),
      joint('b', 'cell.face', 'body.bay'),
      caged,
    ]);
    expect(order(build)).toEqual(['cage', 'glass', 'cell']);
  });

  it('takes what must be on before what before any wish', () => {
    const { report } = look([joint('l', 'glass.rear', 'body.bayonet'), caged]);
    const { parts } = createTestRig(all, []);
    const solidity = { ...report.fit.solidity!, orderEdges: [['glass', 'cage']] };
    const forced = { ...report, fit: { ...report.fit, solidity } } as unknown as Report;
    expect(order(listBuild(forced, parts)!)).toEqual(['glass', 'cage']);
    const ringed = {
      ...report,
      fit: { ...report.fit, solidity: { ...solidity, order: undefined } },
    };
    expect(listBuild(ringed as unknown as Report, parts)).toBeUndefined();
  });
});

describe('what is seen of a step', () => {
  it('is the near side where the new part shows there, else the side that shows most', () => {
    const { report } = look([caged]);
    expect(chooseStepView(report.assembly, ['cage'])).toBe('near');
    expect(measureSeen(report.assembly, 'near', new Set(['cage'])).share).toBe(1);
    // The body is a cube of 10 mm at the origin; the lens lies 20 mm ahead of it, as large: seen from the near side.
    const wall = cube('wall', 1, {}, [0, 40, 15]);
    const walled = {
      ...wall,
      solids: [
        {
          id: 'w',
          type: 'box' as const,
          sizeMm: [200, 2, 200] as [number, number, number],
          atMm: [0, 60, 40] as [number, number, number],
        },
      ],
      mounts: [
        mountAt('foot', 'cold-shoe', 'foot', [0, 40, 50], [0, 0, -1], [1, 0, 0], { carrier: true }),
      ],
    };
    const { rig, parts } = createTestRig(
      [camera, cage, walled],
      [caged, joint('w', 'wall.foot', 'body.shoe')],
    );
    const { assembly } = measureReport(rig, 'low', parts);
    expect(measureSeen(assembly, 'near', new Set(['cage'])).share).toBe(0);
    expect(chooseStepView(assembly, ['cage'])).toBe('far');
    expect(narrowTo(assembly, new Set(['body', 'cage'])).items.map((p) => p.item.id)).toEqual([
      'body',
      'cage',
    ]);
  });
});

describe('a joint on a build sheet', () => {
  const clamp: Part = cube('clamp', 50, {
    mounts: [
      mountAt('jaw', 'nato-rail', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
        clampLengthMm: 20,
        fastening: { tool: 'thumb', seconds: 5 },
        carrier: true,
      }),
    ],
  });
  const place = (slideMm: number) => {
    const { rig, parts } = createTestRig(
      [camera, clamp],
      [joint('c', 'clamp.jaw', 'body.rail', { slideMm })],
    );
    const report = measureReport(rig, 'low', parts);
    return { report, names: createNames(report.assembly, parts), assembly: report.assembly };
  };

  it('says how much of the rail is free at its nearer end', () => {
    // The rail runs from −50 to 50, the clamp takes 20: at 30 its edge is at 40.
    const ahead = place(30);
    const free = measureFreeEnd(ahead.assembly, ahead.assembly.joints[0]!)!;
    expect(free).toEqual({ itemId: 'body', mountId: 'rail', end: 'front', freeMm: 10 });
    expect(sayFreeEnd(free, ahead.names)).toMatch(/^leave 10 mm of .* free at its front end$/);
    const back = place(-40);
    const flush = measureFreeEnd(back.assembly, back.assembly.joints[0]!)!;
    expect(flush).toMatchObject({ end: 'back', freeMm: 0 });
    expect(sayFreeEnd(flush, back.names)).toMatch(/^flush with the back end of /);
    const lines = listJointLines(
      ahead.assembly,
      ahead.assembly.joints[0]!,
      'thumb',
      undefined,
      ahead.names,
    );
    expect(lines).toContain('as tight as fingers go');
  });

  it('names the end that a direction points at', () => {
    const ends = [
      [1, 0, 0],
      [-1, 0, 0],
      [0, 1, 0],
      [0, -1, 0],
      [0, 0, 1],
      [0, 0, -1],
    ] as const;
    expect(ends.map(nameEnd)).toEqual(['front', 'back', 'left', 'right', 'upper', 'lower']);
    expect(nameEnd([0.7, 0.7, 0])).toBe('front');
  });
});

describe('the re-tighten card', () => {
  const withRatio = (ratio: number, more = {}) => {
    const { report } = look([caged]);
    const slips = report.fit.slips.map((s) => ({ ...s, ratio, braced: false, ...more }));
    return { ...report, fit: { ...report.fit, slips } } as Report;
  };
  const loose = (id: string): LogEntry => ({
    ...{ id, at: '2026-03-01T06:00:00.000Z', kind: 'came-loose' },
    item: 'cage',
  });

  it('has what carries from a third of what it holds, the more often the more it carries', () => {
    expect(listTightenings(withRatio(0.29), [])).toEqual([]);
    // 2 h at a half: 2 · 0.5 ∕ 0.3 h and 2 · 0.5 ∕ 0.5 h.
    expect(listTightenings(withRatio(0.3), [])[0]!.everyH).toBeCloseTo(3.333, 3);
    expect(listTightenings(withRatio(0.5), [])[0]!.everyH).toBeCloseTo(2, 9);
    expect(listTightenings(withRatio(0.5, { braced: true }), [])).toEqual([]);
  });

  it('has what came loose, and looks at it twice as often for each time', () => {
    const [once] = listTightenings(withRatio(0.1), [loose('a')]);
    expect(once).toMatchObject({ itemId: 'cage', cameLoose: 1 });
    expect(once!.everyH).toBeCloseTo(1.667, 3);
    expect(listTightenings(withRatio(0.1), [loose('a'), loose('b')])[0]!.everyH).toBeCloseTo(
      0.833,
      3,
    );
    expect(sayTightening(once!)).toMatch(
      /10 % of what it holds acts on it, and it came loose once$/,
    );
  });
});

describe('checks by hand', () => {
  it('are those that this setup has something for', () => {
    const plain = look([caged]).report;
    expect(listChecks(plain).map(nameCheck)).toEqual(['shake', 'record']);
    const doored: Part = {
      ...camera,
      keepClear: [
        {
          id: 'door',
          purpose: 'battery-door',
          shape: { type: 'box', atMm: [0, -30, 0], sizeMm: [5, 5, 5] },
        },
      ],
    };
    const drive: Part = { ...post('arm'), drive: { by: 'hand' } } as unknown as Part;
    const nd: Part = { ...post('eye'), glass: { does: 'variable-nd' } } as unknown as Part;
    const { rig, parts } = createTestRig(
      [doored, cage, drive, nd],
      [caged, joint('a', 'arm.base', 'cage.top'), joint('e', 'eye.base', 'cage.side')],
      {
        brief: { ...noBrief, sound: { headphones: true } },
        setup: {
          braces: [
            {
              id: 's',
              kind: 'support',
              a: { item: 'arm', mount: 'top' },
              b: { item: 'body', mount: 'plain' },
            },
          ],
        },
      },
    );
    const report = measureReport(rig, 'low', parts);
    expect(listChecks(report).map(nameCheck)).toEqual([
      'shake',
      'support-arms arm',
      'drive-turns arm',
      'filter-turns eye',
      'opens body battery-door',
      'listen',
      'record',
    ]);
    const names = createNames(report.assembly, parts);
    for (const check of listChecks(report)) {
      expect(sayCheck(check, names, 'level')).toMatch(/^[A-Z“a-z].*\.$/);
    }
    expect(
      sayCheck({ kind: 'opens', itemId: 'body', purpose: 'battery-door', opens: false }, names, ''),
    ).toMatch(/^The battery door of body does not open in this setup/);
  });

  it('say how it hangs as one sees it', () => {
    expect(sayHanging({ ahead: 1.4, left: -1.4 })).toBe('level');
    expect(sayHanging({ ahead: 4.2, left: 0 })).toBe('≈ 4° nose down');
    expect(sayHanging({ ahead: -3, left: 2.6 })).toBe('≈ 3° nose up and ≈ 3° to the left');
  });
});

describe('a pack list', () => {
  it('has the parts, what lies in their boxes, tools with a second key, and a spare screw', () => {
    const { rig, parts } = createTestRig(all, [caged], {
      kit: [
        { id: 'body', partId: 'body', owned: true, measuredMassG: 990 },
        { id: 'cage', partId: 'cage', owned: true },
        { id: 'eye', partId: 'eye', owned: true, comesWith: 'cage' },
        { id: 'tip', partId: 'tip', owned: true },
      ],
    });
    const report = measureReport(rig, 'low', parts, { collider, oneLens: true });
    const steps = listBuild(report, parts)!.steps.map((s) => s.step);
    const list = listPack(report, parts, steps);
    expect(list.lines.map((l) => l.subject)).toEqual([
      'item body',
      'item cage',
      'item eye',
      'tool hex-4',
      'spare hex-4',
      'screw quarter-20',
    ]);
    expect(list.massG).toBe(990 + 40 + 40);
    // A cube of 10 mm and two posts of 10 × 10 × 30 mm.
    expect(list.lines[1]!.boxMm).toEqual([10, 10, 30]);
    expect(list.volumeL).toBeCloseTo(0.007, 9);
    const names = createNames(report.assembly, parts);
    expect(list.lines.map((l) => sayPackLine(l, names, parts).note)).toEqual([
      undefined,
      undefined,
      'lies in the box of cage',
      'tool',
      'spare',
      'spare',
    ]);
  });

  it('goes into cases by its boxes, no case over what it may weigh, and says what goes into none', () => {
    const line = (subject: string, side: number, massG: number) => ({
      ...{ subject, massG },
      what: { kind: 'item' as const, itemId: subject },
      boxMm: [side, side, side] as const,
    });
    const list = {
      lines: [
        line('a', 94, 600),
        line('b', 94, 600),
        line('c', 300, 10),
        { ...line('d', 1, 1), boxMm: undefined },
      ],
      massG: 1211,
      unweighed: [],
      volumeL: 1,
    };
    // With 3 mm to each side two cubes of 100 mm lie in it, but only one may by its weight.
    const bag = { name: 'Bag', sizeMm: [200, 100, 100] as [number, number, number], mostG: 1000 };
    const one = packCases(list, [bag]);
    expect(one.cases).toEqual([{ name: 'Bag', subjects: ['a'], massG: 600, mostG: 1000 }]);
    expect([...one.left].sort()).toEqual(['b', 'c']);
    const two = packCases(list, [{ ...bag, mostG: 1200 }]);
    expect([...two.cases[0]!.subjects].sort()).toEqual(['a', 'b']);
    const tight = packCases(list, [{ name: 'Bag', sizeMm: [199, 100, 100] }]);
    expect(tight.cases[0]!.subjects).toHaveLength(1);
    expect(packCases(list, []).left).toHaveLength(3);
  });
});

describe('portrait cut from landscape', () => {
  it('keeps a good third of a 16 : 9 picture, and all of a square one', () => {
    // Of 3840 × 2160 there are left 1215 × 2160.
    expect((1215 * 2160) / (3840 * 2160)).toBeCloseTo(0.316, 3);
    expect([sayCut(16 / 9), sayCut(3 / 2), sayCut(1)]).toEqual(['32 %', '44 %', '100 %']);
  });
});

describe('the ladder', () => {
  const handled = (id: string): Part => ({
    ...post(id),
    grips: [{ id: 'palm', use: 'carry', place: 'top', fromMm: [-20, 0, 30], toMm: [20, 0, 30] }],
  });
  const mic: Part = {
    ...post('mic'),
    kind: 'microphone',
    price: { minor: 9000, currency: 'EUR' },
    serves: [{ need: 'microphone' }],
  } as Part;

  it('goes from the body with lens and cage upwards; what only carries comes with what it carries', () => {
    const { rig, parts } = createTestRig(
      [camera, cage, glass, cell, handled('grip'), post('arm'), mic],
      [
        caged,
        joint('l', 'glass.rear', 'body.bayonet'),
        joint('b', 'cell.face', 'body.bay'),
        joint('g', 'grip.base', 'cage.side'),
        joint('a', 'arm.base', 'cage.top'),
        joint('m', 'mic.base', 'arm.top'),
      ],
      {
        brief: { ...noBrief, wishes: [{ need: 'microphone', weight: 'must' }] },
        kit: ['body', 'cage', 'glass', 'cell', 'grip', 'arm', 'mic'].map((id) => ({
          id,
          partId: id,
          owned: id !== 'mic',
        })),
      },
    );
    const report = measureReport(rig, 'low', parts, { collider, oneLens: true });
    const rungs = listLadder(report, parts, { collider });
    expect(rungs.map((r) => [...r.fresh].sort())).toEqual([
      ['cage', 'cell', 'glass'],
      ['grip'],
      ['arm', 'mic'],
    ]);
    expect(rungs.map((r) => r.massG)).toEqual([1000 + 40 + 200 + 60, 1340, 1420]);
    expect(rungs.map((r) => r.toSpend.minor)).toEqual([0, 0, 9000]);
    // Three joints of 12 s as a rule, or of 10 s as stated; one more; two more.
    const [base, held, whole] = rungs.map((r) => r.seconds);
    expect(held! - base!).toBe(10);
    expect(whole! - held!).toBe(20);
    expect(rungs.map((r) => r.gains.includes('microphone'))).toEqual([false, false, true]);
    expect(rungs[2]!.setup.joints).toHaveLength(6);
    expect(listSlowing(report, parts)).toEqual([]);
  });

  it('brings what feeds before what it feeds, and counts what lies in the bag last', () => {
    const socketFor = (id: string, direction: 'in' | 'out') =>
      ({ ...supply, id, direction }) satisfies NonNullable<Part['ports']>[number];
    const supply = {
      connector: 'd-tap' as const,
      carries: ['power' as const],
      originMm: [0, 5, 0] as [number, number, number],
      normal: [0, 1, 0] as [number, number, number],
      power: { minV: 11, maxV: 17 },
    };
    const brick: Part = { ...post('brick'), kind: 'battery', ports: [socketFor('tap', 'out')] };
    const screen: Part = { ...post('screen'), kind: 'monitor', ports: [socketFor('dc', 'in')] };
    const dark: Part = cube('dark', 20, {
      kind: 'filter',
      serves: [{ need: 'light-control', stops: 4 }],
      price: { minor: 5000, currency: 'EUR' },
      mounts: [
        mountAt('back', 'front-thread', 'male', [0, 0, 0], [-1, 0, 0], [0, 0, 1], { sizeMm: 77 }),
      ],
    });
    const zoom: Part = {
      ...glass,
      optics: { focalMm: [50, 50], widestT: 2.8, smallestT: 16 },
      mounts: [
        ...glass.mounts,
        mountAt('front', 'front-thread', 'female', [10, 0, 0], [1, 0, 0], [0, 0, 1], {
          sizeMm: 77,
        }),
      ],
    };
    const seeing = { ...camera, exposes: { baseIso: [800], mostIso: 800, ndStops: [] } } as Part;
    const { rig, parts } = createTestRig(
      [
        seeing,
        cage,
        zoom,
        screen,
        { ...post('arm'), kind: 'arm' },
        brick,
        dark,
        cube('wire', 10, { kind: 'cable' }),
      ],
      [
        caged,
        joint('l', 'glass.rear', 'body.bayonet'),
        joint('s', 'screen.base', 'cage.side'),
        joint('a', 'arm.base', 'cage.top'),
        joint('b', 'brick.base', 'arm.top'),
      ],
      {
        setup: {
          cables: [
            {
              id: 'feed',
              item: 'wire',
              from: { item: 'brick', port: 'tap' },
              to: { item: 'screen', port: 'dc' },
            },
          ],
        },
        brief: {
          ...noBrief,
          // At T2.8, ISO 800, 25 frames and 180° the bare camera holds EV 5.6.
          picture: { framesPerS: 25, shutterDeg: 180, widestT: 2.8, smallestT: 2.8 },
          scenes: [{ name: 'Yard', fromEv: 9.6, toEv: 9.6 }],
        },
        kit: ['body', 'cage', 'glass', 'screen', 'arm', 'brick', 'dark', 'wire'].map((id) => ({
          id,
          partId: id,
          owned: id !== 'dark',
        })),
      },
    );
    const report = measureReport(rig, 'low', parts, { collider, oneLens: true });
    const rungs = listLadder(report, parts, { collider });
    expect(rungs.map((r) => r.fresh)).toEqual([
      ['cage', 'glass'],
      ['arm', 'brick'],
      ['screen'],
      ['dark'],
    ]);
    const light = (r: (typeof rungs)[number]) => r.gains.some((id) => id.startsWith('light'));
    expect(rungs.map(light)).toEqual([false, false, false, true]);
    expect(rungs.map((r) => r.toSpend.minor)).toEqual([0, 0, 0, 5000]);
  });

  it('has the camera fed right after the camera, where it runs through a dummy cell', () => {
    const port = (id: string, direction: 'in' | 'out'): NonNullable<Part['ports']>[number] => ({
      id,
      direction,
      connector: 'd-tap',
      carries: ['power'],
      originMm: [0, 5, 0],
      normal: [0, 1, 0],
    });
    const brick: Part = { ...post('brick'), kind: 'battery', ports: [port('tap', 'out')] };
    const dummy: Part = { ...cell, id: 'dummy', kind: 'dummy-battery', ports: [port('dc', 'in')] };
    const run = {
      id: 'feed',
      from: { item: 'brick', port: 'tap' },
      to: { item: 'dummy', port: 'dc' },
    };
    const { rig, parts } = createTestRig(
      [
        camera,
        cage,
        handled('grip'),
        { ...post('arm'), kind: 'arm' },
        brick,
        dummy,
        cube('wire', 10, { kind: 'cable' }),
      ],
      [
        caged,
        joint('g', 'grip.base', 'cage.side'),
        joint('a', 'arm.base', 'cage.top'),
        joint('b', 'brick.base', 'arm.top'),
        joint('d', 'dummy.face', 'body.bay'),
      ],
      { setup: { cables: [{ ...run, item: 'wire' }] } },
    );
    const report = measureReport(rig, 'low', parts, { collider, oneLens: true });
    expect(listLadder(report, parts, { collider }).map((r) => r.fresh)).toEqual([
      ['cage'],
      ['arm', 'brick', 'dummy'],
      ['grip'],
    ]);
  });

  it('names what the brief does not ask for', () => {
    const lamp: Part = {
      ...post('lamp'),
      kind: 'timecode-box',
      serves: [{ need: 'timecode' }],
    } as Part;
    const { rig, parts } = createTestRig(
      [camera, cage, lamp],
      [caged, joint('l', 'lamp.base', 'cage.top')],
      {
        brief: { ...noBrief, wishes: [{ need: 'microphone', weight: 'must' }] },
      },
    );
    const report = measureReport(rig, 'low', parts, { collider, oneLens: true });
    expect(listSlowing(report, parts)).toEqual([{ itemId: 'lamp', seconds: 10, massG: 40 }]);
  });
});
