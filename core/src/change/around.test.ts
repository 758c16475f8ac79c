import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import type { Part } from '../part/index.js';
import { measureReport } from '../report/index.js';
import { applyEdit, placeSetup, type Joint, type Rig } from '../rig/index.js';
import { body, createTestRig, cube, joint, mountAt, noBrief } from '../testing/rigs.js';
import {
  compareSetups,
  isQuickEnough,
  listMayStay,
  listQuickJoints,
  listReadiness,
  listTransitions,
  measureChangeover,
  measureMatrix,
  planBody,
  readBuilt,
} from './index.js';

/** A block of 80 g on a ¼″ screw that wants a key of 4 mm, its solid well above what it stands on. */
const block: Part = cube(
  'block',
  80,
  {
    mounts: [
      mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
        thread: { lengthMm: 6, exchangeable: true },
        fastening: { tool: 'hex-4', seconds: 20 },
        carrier: true,
      }),
    ],
  },
  [0, 0, 5],
);
const lug: Part = { ...block, id: 'lug', name: 'lug' };

/** A rail on a screw, and a clamp for it with a socket on top: together a joint that opens with a thumb. */
const foot: Part = cube(
  'foot',
  20,
  {
    kind: 'plate',
    price: { minor: 1500, currency: 'EUR' },
    mounts: [
      mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
        thread: { lengthMm: 6, exchangeable: true },
        fastening: { tool: 'hex-4', seconds: 15 },
        carrier: true,
      }),
      mountAt('rail', 'nato-rail', 'rail', [0, 0, 10], [0, 0, 1], [1, 0, 0], {
        lengthwise: { axis: [1, 0, 0], fromMm: -20, toMm: 20 },
      }),
    ],
  },
  [0, 0, 5],
);
const jaw: Part = cube(
  'jaw',
  30,
  {
    kind: 'clamp',
    price: { minor: 2500, currency: 'EUR' },
    mounts: [
      mountAt('clamp', 'nato-rail', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
        clampLengthMm: 10,
        fastening: { tool: 'thumb', seconds: 4 },
        carrier: true,
      }),
      mountAt('top', 'quarter-20', 'socket', [0, 0, 10], [0, 0, 1], [1, 0, 0], {
        thread: { depthMm: 8 },
      }),
    ],
  },
  [0, 0, 5],
);
/** The same clamp, dearer. */
const dearJaw: Part = {
  ...jaw,
  id: 'dear-jaw',
  name: 'dear jaw',
  price: { minor: 9900, currency: 'EUR' },
};

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

const camera: Part = {
  ...body,
  mounts: body.mounts.filter((m) => ['plain', 'shoe', 'holes'].includes(m.id)),
};

/** Setups `low` and `other` of one kit, of which each has its joints. */
function createPair(low: Joint[], other: Joint[], more: Partial<Rig> = {}, on = camera) {
  const { rig, parts } = createTestRig([on, block, lug], low);
  const setup = rig.setups[0]!;
  const both: Rig = {
    ...rig,
    setups: [setup, { ...setup, id: 'other', name: 'Other', joints: other }],
    ...more,
  };
  const asked = { collider, oneLens: true, lean: true } as const;
  const reports = new Map(both.setups.map((s) => [s.id, measureReport(both, s.id, parts, asked)]));
  return { rig: both, parts, reports, asked };
}
const onPlain = joint('j-block', 'block.base', 'body.plain');

describe('what may stay on', () => {
  const stayIn = ({ parts, reports, asked }: ReturnType<typeof createPair>) => {
    const [from, to] = [reports.get('low')!, reports.get('other')!];
    const change = measureChangeover(readBuilt(from, parts), readBuilt(to, parts))!;
    return listMayStay(from, to, change, parts, asked);
  };

  it('is what carries on and hinders nothing, with what it saves and weighs', () => {
    const [stays, ...others] = stayIn(createPair([onPlain], []));
    expect(others).toEqual([]);
    // 20 s of screwing, and 8 s to find the key.
    expect(stays).toMatchObject({ itemId: 'block', savedS: 28, massG: 80 });
    expect(stays!.setup.joints).toEqual([onPlain]);
  });

  it('is nothing that stands where another goes', () => {
    const other = [joint('j-lug', 'lug.base', 'body.plain')];
    expect(stayIn(createPair([onPlain], other))).toEqual([]);
  });

  it('is nothing that would make the other setup heavier than its brief allows', () => {
    const pair = (carryG: number) =>
      stayIn(createPair([onPlain], [], { brief: { ...noBrief, limits: { carryG } } }));
    expect(pair(1080)).toHaveLength(1);
    expect(pair(1079)).toEqual([]);
  });
});

describe('a quick joint', () => {
  const catalogue = (...more: Part[]) =>
    new Map([camera, block, lug, ...more].map((p) => [p.id, p]));
  const find = (more: Part[], brief = noBrief) => {
    const { rig, reports, asked } = createPair([onPlain], [], { brief });
    const all = [...listQuickJoints(listTransitions(rig).list, reports, catalogue(...more), asked)];
    return { rig, found: all.filter((q) => q !== undefined) };
  };

  it('is the cheapest pair that opens without a tool, with what it saves over the day and costs', () => {
    const { rig, found } = find([foot, jaw, dearJaw]);
    expect(found).toHaveLength(1);
    const [quick] = found;
    expect(quick!.links.map((l) => l.part.id)).toEqual(['foot', 'jaw']);
    // Off once and on once: twice 20 s and 8 s for the key against twice 4 s.
    expect(quick).toMatchObject({
      itemId: 'block',
      tool: 'thumb',
      seconds: 4,
      nowS: 20,
      times: 2,
      savedS: 48,
      priceMinor: 4000,
      priceKnown: true,
      massG: 50,
      brings: [],
    });
    const setup = applyEdit(rig, quick!.edit).setups[0]!;
    expect(setup.joints.map((j) => `${j.child.item} on ${j.parent.item}`).sort()).toEqual([
      'block on new:jaw',
      'new:foot on body',
      'new:jaw on new:foot',
    ]);
  });

  it('is none for what may stay on anyway', () => {
    const { rig, reports, asked } = createPair([onPlain], []);
    const all = listQuickJoints(
      listTransitions(rig).list,
      reports,
      catalogue(foot, jaw),
      asked,
      {},
      new Set(['block']),
    );
    expect([...all]).toEqual([]);
  });

  it('is none where the pair lacks its half, or is hardly quicker', () => {
    expect(find([foot]).found).toEqual([]);
    const slow = (seconds: number): Part => ({
      ...jaw,
      mounts: jaw.mounts.map((m) =>
        m.fastening ? { ...m, fastening: { tool: 'thumb', seconds } } : m,
      ),
    });
    expect(find([foot, slow(11)]).found).toEqual([]);
    expect(find([foot, slow(10)]).found).toHaveLength(1);
  });

  it('is no dovetail but under what hangs below: nobody puts one under a handle', () => {
    const asDovetail = (part: Part): Part => ({
      ...part,
      mounts: part.mounts.map((m) =>
        m.kind === 'nato-rail'
          ? { ...m, kind: 'dovetail-38', side: m.side === 'rail' ? 'plate' : 'clamp' }
          : m,
      ),
    });
    expect(find([foot, jaw].map(asDovetail)).found).toEqual([]);
    expect(find([foot, jaw]).found).toHaveLength(1);
    const below = mountAt('plain', 'quarter-20', 'socket', [0, 0, -50], [0, 0, -1], [1, 0, 0], {
      thread: { depthMm: 8 },
    });
    const { rig, parts, reports, asked } = createPair(
      [onPlain],
      [],
      {},
      { ...camera, mounts: [below] },
    );
    const book = new Map([...parts, ...[foot, jaw].map(asDovetail).map((p) => [p.id, p] as const)]);
    const all = [...listQuickJoints(listTransitions(rig).list, reports, book, asked)];
    expect(all.filter((q) => q !== undefined)).toHaveLength(1);
  });

  it('says what it brings beyond the joint', () => {
    const limits = { spend: { minor: 3999, currency: 'EUR' } };
    const { found } = find([foot, jaw], { ...noBrief, limits });
    expect(found[0]!.brings.map((f) => f.code)).toEqual(['over-spend']);
  });
});

describe('the matrix of changes', () => {
  it('has every pair both ways and each setup from pieces', () => {
    const { reports, parts } = createPair([onPlain], []);
    const matrix = measureMatrix(new Map([...reports].map(([id, r]) => [id, readBuilt(r, parts)])));
    expect(matrix.cells.map((c) => [c.fromId, c.toId, c.change?.seconds])).toEqual([
      ['low', 'other', 28],
      ['other', 'low', 28],
    ]);
    expect([...matrix.fromPieces].map(([id, c]) => [id, c.seconds])).toEqual([
      ['low', 28],
      ['other', 0],
    ]);
    const change = matrix.cells[0]!.change!;
    expect(isQuickEnough(change, {})).toBeUndefined();
    expect(isQuickEnough(change, { changeMin: 28 / 60 })).toBe(true);
    expect(isQuickEnough(change, { changeMin: 27 / 60 })).toBe(false);
  });

  it('takes the changes of the day from its stretches, or each once', () => {
    const stretch = (setup?: string) => ({
      name: 'Some',
      hours: 1,
      record: 0.1,
      idle: 0.2,
      ...(setup ? { setup } : {}),
    });
    const withDay = (...setups: (string | undefined)[]) => {
      const brief = { ...noBrief, day: { stretches: setups.map(stretch) } };
      const { list, fromDay } = listTransitions(createPair([onPlain], [], { brief }).rig);
      return [fromDay, ...list.map((t) => `${t.fromId} ${t.toId}`)];
    };
    expect(withDay('low', 'other', undefined, 'other', 'low')).toEqual([
      true,
      'low other',
      'other low',
    ]);
    // No change is named: each is looked at once.
    expect(withDay('low')).toEqual([false, 'low other', 'other low']);
  });

  it('knows how soon a scene wants the first take, and with which setups', () => {
    const scenes = [
      { name: 'Pier', readyMin: 3, hold: 'tripod' as const },
      { name: 'Shed', readyMin: 5 },
      { name: 'Harbour', readyMin: 4, hold: 'low' as const },
      { name: 'Any' },
    ];
    const { rig } = createPair([onPlain], [], { brief: { ...noBrief, scenes } });
    const setups = [rig.setups[0]!, { ...rig.setups[1]!, hold: 'eye' as const }];
    expect(
      listReadiness({ ...rig, setups }).map((r) => `${r.scene} ${r.readyMin} ${r.setupId}`),
    ).toEqual(['Shed 5 low', 'Shed 5 other', 'Harbour 4 low']);
  });
});

describe('parts over setups', () => {
  it('says who does what where, what all share, and what each alone costs and weighs', () => {
    const priced: Part = { ...lug, price: { minor: 1234, currency: 'EUR' } };
    const { rig, parts } = createTestRig([camera, block, priced, { ...lug, id: 'peg' }], [onPlain]);
    const setup = rig.setups[0]!;
    const kit = rig.kit.map((i) => (i.id === 'lug' || i.id === 'peg' ? { ...i, owned: false } : i));
    const two: Rig = {
      ...rig,
      kit,
      setups: [
        setup,
        { ...setup, id: 'turned', joints: [{ ...onPlain, turnDeg: 90 }] },
        {
          ...setup,
          id: 'other',
          joints: [
            joint('j', 'block.base', 'body.holes'),
            joint('k', 'lug.base', 'body.plain'),
            joint('l', 'peg.base', 'block.base'),
          ],
        },
        { ...setup, id: 'worn', joints: [], worn: ['block'] },
      ],
    };
    const assemblies = two.setups.map((s) => placeSetup(two, s, parts));
    const table = compareSetups(two, assemblies, parts);
    expect(table.rows.map((r) => [r.itemId, ...r.roles])).toEqual([
      ['body', 'used', 'used', 'used', 'used'],
      ['block', 'used', 'set', 'moved', 'worn'],
      ['lug', 'home', 'home', 'used', 'home'],
      ['peg', 'home', 'home', 'used', 'home'],
    ]);
    expect(table.shared).toEqual(['body', 'block']);
    expect(table.own.map((o) => o.itemIds)).toEqual([[], [], ['lug', 'peg'], []]);
    expect(table.own[2]).toMatchObject({
      toSpend: { minor: 1234, currency: 'EUR' },
      unpriced: ['peg'],
      massG: 160,
      unweighed: [],
    });
    // A rig with one setup shares nothing.
    const alone = { ...two, setups: [setup] };
    expect(compareSetups(alone, [assemblies[0]!], parts).own[0]!.itemIds).toEqual([]);
  });
});

describe('another body', () => {
  const port = (id: string, connector: 'hdmi-a' | 'hdmi-d') => ({
    ...{ id, connector, direction: 'out' as const, carries: ['video' as const] },
    ...{
      originMm: [0, -50, 0] as [number, number, number],
      normal: [0, -1, 0] as [number, number, number],
    },
  });
  const first: Part = { ...camera, ports: [port('hdmi', 'hdmi-d')] };
  const second: Part = {
    ...camera,
    id: 'second',
    name: 'second',
    // No shoe, and another socket.
    mounts: camera.mounts.filter((m) => m.kind !== 'cold-shoe'),
    ports: [port('out', 'hdmi-a')],
  };
  const flag: Part = cube('flag', 20, {
    ports: [{ ...port('x', 'hdmi-d'), direction: 'in' }],
    mounts: [
      mountAt('foot', 'cold-shoe', 'foot', [0, 0, 0], [0, 0, -1], [1, 0, 0], { carrier: true }),
    ],
  });

  it('keeps what fits, loses what has no place with all on it, and leaves the first rig as it was', () => {
    const { rig, parts } = createTestRig(
      [first, second, block, flag],
      [onPlain, joint('f', 'flag.foot', 'body.shoe')],
      {
        kit: ['body', 'block', 'flag'].map((id) => ({ id, partId: id, owned: true })),
        setup: {
          cables: [
            {
              id: 'c',
              item: 'block',
              from: { item: 'body', port: 'hdmi' },
              to: { item: 'flag', port: 'x' },
            },
          ],
        },
      },
    );
    const before = JSON.stringify(rig);
    const plan = planBody(
      rig,
      'body',
      { id: 'new', partId: 'second', owned: false },
      parts,
      () => 'id',
    );
    expect([plan.stays, plan.lost, plan.leadsLost]).toEqual([['block'], ['flag'], ['block']]);
    expect([plan.replaced, plan.adapted, plan.priceMinor]).toEqual([[], [], 0]);
    const setup = plan.rig.setups[0]!;
    expect(setup.body).toBe('new');
    expect(
      setup.joints.map((j) => `${j.child.item} on ${j.parent.item}.${j.parent.mount}`),
    ).toEqual(['block on new.plain']);
    expect(setup.cables).toEqual([]);
    expect(JSON.stringify(rig)).toBe(before);
    expect(placeSetup(plan.rig, setup, parts).items).toHaveLength(2);
  });

  it('throws where the individual is the body of no setup', () => {
    const { rig, parts } = createTestRig([first, second, block], [onPlain]);
    const item = { id: 'new', partId: 'second', owned: false };
    expect(() => planBody(rig, 'block', item, parts, () => 'id')).toThrow('the body of no setup');
  });
});
