import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { listFeedFaults, listOverloads } from '../wire/index.js';
import type { Part } from '../part/index.js';
import { measureReport } from '../report/index.js';
import { applyEdit, placeSetup, type Edit, type Rig } from '../rig/index.js';
import { hasSource, readNetwork } from '../wire/index.js';
import { brick, createPowerRig, device, lead, socketFor } from '../testing/power.js';
import { cube, joint, mountAt } from '../testing/rigs.js';
import { tries } from '../testing/depth.js';
import {
  addCosts,
  chooseLeast,
  compareCosts,
  measureCost,
  noCost,
  proposeWays,
  type Cost,
  type PoweringWay,
  type WayAnswer,
} from './index.js';

const eur = (minor: number) => ({ minor, currency: 'EUR' });
const up = [0, 0, 1] as const;
const threaded = { thread: { depthMm: 8 } };

/** A camera of 10 W that takes 7 to 17 V at a round plug, with two sockets for what it carries. */
const camera: Part = cube('body', 600, {
  kind: 'body',
  mounts: [
    mountAt('a', 'quarter-20', 'socket', [0, 0, 50], [...up], [1, 0, 0], threaded),
    mountAt('b', 'quarter-20', 'socket', [30, 0, 50], [...up], [1, 0, 0], threaded),
  ],
  ports: [socketFor('in', 'in', { minV: 7, maxV: 17 })],
  draw: { recordW: 10 },
});

/** A plate for a brick with a screw of its own, and outlets of these amperes at the battery's voltage. */
const plate = (id: string, massG: number, minor: number, outletsA: readonly number[]): Part =>
  cube(id, massG, {
    kind: 'battery-plate',
    price: eur(minor),
    mounts: [
      mountAt('bay', 'v-mount', 'plate', [-50, 0, 0], [-1, 0, 0], [...up]),
      mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
        thread: { lengthMm: 6 },
        carrier: true,
      }),
    ],
    ports: outletsA.map((maxA, i) =>
      socketFor(`out-${i + 1}`, 'out', { minV: 12, maxV: 16, maxA }),
    ),
  });

const priced = (part: Part, minor: number | undefined): Part =>
  minor === undefined ? part : { ...part, price: eur(minor) };

const screen = device('screen', 8);
const onBody = joint('j-screen', 'screen.base', 'body.a');

function ask(
  rig: Rig,
  parts: ReadonlyMap<string, Part>,
  way: PoweringWay,
  catalogue: readonly Part[] = [],
): WayAnswer {
  const book = new Map([...parts, ...catalogue.map((p) => [p.id, p] as const)]);
  const report = measureReport(rig, 'low', book);
  const [answer] = [...proposeWays({ report, parts: book }, [way])].filter((a) => a !== undefined);
  return answer!;
}

const proposalOf = (answer: WayAnswer) => {
  if (answer.state !== 'proposed') throw new Error(JSON.stringify(answer));
  return answer.proposal;
};

describe('the least choice', () => {
  it('equals trying every choice, on groups of chance', () => {
    const option = fc.record({
      minor: fc.integer({ min: 0, max: 3 }),
      massG: fc.integer({ min: 0, max: 3 }),
      takes: fc.subarray(['a', 'b', 'c']),
      outlet: fc.constantFrom(undefined, 'o', 'p', 'q'),
      drawsW: fc.integer({ min: 0, max: 4 }),
    });
    fc.assert(
      fc.property(
        fc.array(fc.array(option, { minLength: 1, maxLength: 4 }), { maxLength: 4 }),
        fc.integer({ min: 2, max: 9 }),
        (made, bearsW) => {
          const groups = made.map((group, g) =>
            group.map((o, i) => ({
              ...o,
              key: `${g} ${i}`,
              cost: [0, o.minor, 0, o.massG, 1] as Cost,
            })),
          );
          let best: Cost | undefined;
          const visit = (at: number, taken: readonly string[], drawsW: number, cost: Cost) => {
            if (at === groups.length) {
              if (!best || compareCosts(cost, best) < 0) best = cost;
              return;
            }
            for (const o of groups[at]!) {
              const uses = [...o.takes, ...(o.outlet ? [o.outlet] : [])];
              if (drawsW + o.drawsW > bearsW || uses.some((t) => taken.includes(t))) continue;
              visit(at + 1, [...taken, ...uses], drawsW + o.drawsW, addCosts(cost, o.cost));
            }
          };
          visit(0, [], 0, noCost);
          expect(chooseLeast(groups, bearsW)?.cost).toEqual(best);
        },
      ),
      { numRuns: tries(300), seed: 15 },
    );
  });

  it('asks for money before grams, and for grams before leads', () => {
    const dear: Cost = [0, 2, 0, 0, 0];
    const heavy: Cost = [0, 1, 0, 900, 0];
    const wired: Cost = [0, 1, 0, 800, 3];
    expect([dear, heavy, wired].sort(compareCosts)).toEqual([wired, heavy, dear]);
    // What has no price is not free.
    expect(compareCosts([1, 0, 0, 0, 0], dear)).toBeGreaterThan(0);
  });
});

describe('one brick for all', () => {
  const catalogue = [
    plate('two', 120, 6000, [3, 3]),
    plate('one', 90, 3000, [3]),
    priced(brick('turf', 98), 18000),
    priced(lead('thick'), 2000),
    priced(lead('thin', { maxA: 0.5 }), 500),
  ];

  it('brings a plate with an outlet for each device, a brick, and leads that bear what is drawn', () => {
    const { rig, parts } = createPowerRig([camera, screen], [onBody]);
    const { cost, edit, change, leads } = proposalOf(ask(rig, parts, 'one-brick', catalogue));
    // Plate 60 €, brick 180 €, two leads of 20 €: the thin one bears 0.5 A, and 8 W at 12 V are 0.67 A.
    expect(cost).toEqual([0, 28000, 0, 120 + 500 + 2 * 20, 2]);
    expect(change.spendMinor).toBe(28000);
    expect(leads).toEqual({ all: 2, added: 2 });
    const after = applyEdit(rig, edit!);
    const network = readNetwork(
      placeSetup(
        after,
        after.setups[0]!,
        new Map([...parts, ...catalogue.map((p) => [p.id, p] as const)]),
      ),
      new Map([...parts, ...catalogue.map((p) => [p.id, p] as const)]),
    );
    expect([...network.stores.keys()]).toHaveLength(1);
    expect(['body', 'screen'].every((id) => hasSource(network, id, () => false))).toBe(true);
  });

  it('takes the brick into a device that has a plate for it, where the brick has an outlet for the other', () => {
    const { rig, parts } = createPowerRig([camera, screen], [onBody]);
    const tapped = priced(
      brick('tapped', 98, { ports: [socketFor('out', 'out', { minV: 12, maxV: 16 })] }),
      20000,
    );
    const answer = ask(rig, parts, 'one-brick', [...catalogue, tapped]);
    expect(proposalOf(answer).cost).toEqual([0, 22000, 0, 520, 1]);
  });

  it('is not open where there are fewer outlets than devices, and says so', () => {
    const { rig, parts } = createPowerRig([camera, screen], [onBody]);
    const few = catalogue.filter((p) => p.id !== 'two');
    expect(ask(rig, parts, 'one-brick', few)).toMatchObject({ reason: { why: 'together' } });
    expect(ask(rig, parts, 'one-brick', [])).toMatchObject({ reason: { why: 'no-source' } });
    const deaf = catalogue.filter((p) => p.kind !== 'cable');
    expect(ask(rig, parts, 'one-brick', deaf)).toMatchObject({
      reason: { why: 'device', itemId: 'body' },
    });
  });

  it('brings no brick on which nothing would hang', () => {
    const inner = { ...camera, ports: [], innerCell: true, cell: { energyWh: 20 } };
    const { rig, parts } = createPowerRig([inner], []);
    expect(ask(rig, parts, 'one-brick', catalogue)).toMatchObject({
      reason: { why: 'inner-only' },
    });
  });

  it('counts what has no price apart, and takes what has one first', () => {
    const { rig, parts } = createPowerRig([camera], []);
    const gift = { ...plate('gift', 90, 1, [3]), price: undefined };
    const some = catalogue.filter((p) => p.id !== 'two' && p.id !== 'one');
    const only = proposalOf(ask(rig, parts, 'one-brick', [...some, gift]));
    expect(only.cost.slice(0, 2)).toEqual([1, 20000]);
    const both = proposalOf(
      ask(rig, parts, 'one-brick', [...some, gift, plate('dear', 90, 9000, [3])]),
    );
    expect(both.cost.slice(0, 2)).toEqual([0, 29000]);
  });

  it('takes off what it has no use for, and is nothing to do where the rig is that already', () => {
    const { rig, parts } = createPowerRig(
      [camera, screen, brick('own', 50)],
      [onBody, joint('j-own', 'own.face', 'screen.bay')],
    );
    const first = proposalOf(ask(rig, parts, 'one-brick', catalogue));
    const after = applyEdit(rig, first.edit!);
    expect(after.setups[0]!.joints.some((j) => j.child.item === 'own')).toBe(false);
    expect(after.kit.some((i) => i.id === 'own')).toBe(true);
    const book = new Map([...parts, ...catalogue.map((p) => [p.id, p] as const)]);
    const again = proposalOf(ask(after, book, 'one-brick'));
    expect([again.edit, again.cost]).toEqual([undefined, noCost]);
  });

  it('equals trying every plate, brick and lead, on small catalogues of chance', () => {
    const money = fc.integer({ min: 1, max: 4 }).map((n) => n * 1000);
    const grams = fc.integer({ min: 1, max: 3 }).map((n) => n * 50);
    const anyPlate = fc.record({
      massG: grams,
      minor: money,
      outlets: fc.array(fc.constantFrom(0.5, 0.7, 2), { minLength: 1, maxLength: 3 }),
    });
    const anyBrick = fc.record({
      massG: grams,
      minor: money,
      maxA: fc.constantFrom(1, 1.6, 5),
      hasOutlet: fc.boolean(),
    });
    const anyLead = fc.record({ massG: grams, minor: money, maxA: fc.constantFrom(0.5, 0.8, 3) });
    fc.assert(
      fc.property(
        fc.array(anyPlate, { maxLength: 2 }),
        fc.array(anyBrick, { minLength: 1, maxLength: 2 }),
        fc.array(anyLead, { minLength: 1, maxLength: 3 }),
        (plates, bricks, leads) => {
          const parts = {
            plates: plates.map((p, i) => plate(`plate-${i}`, p.massG, p.minor, p.outlets)),
            bricks: bricks.map((b, i) =>
              priced(
                {
                  ...brick(`brick-${i}`, 50, {
                    massG: b.massG,
                    ...(b.hasOutlet
                      ? { ports: [socketFor('out', 'out', { minV: 12, maxV: 16 })] }
                      : {}),
                  }),
                  cell: { energyWh: 50, fullV: 16, emptyV: 12, maxA: b.maxA },
                },
                b.minor,
              ),
            ),
            leads: leads.map((l, i) =>
              priced({ ...lead(`lead-${i}`, { maxA: l.maxA }), massG: l.massG }, l.minor),
            ),
          };
          const { rig, parts: book } = createPowerRig([camera, screen], [onBody]);
          const answer = ask(rig, book, 'one-brick', Object.values(parts).flat());
          const cost = answer.state === 'proposed' ? answer.proposal.cost : undefined;
          expect(cost).toEqual(tryEvery(parts));
        },
      ),
      { numRuns: tries(25), seed: 15 },
    );
  });
});

/** The least of all rigs with one brick, each built from nothing and judged by its network. */
function tryEvery(stock: {
  plates: readonly Part[];
  bricks: readonly Part[];
  leads: readonly Part[];
}): Cost | undefined {
  let best: Cost | undefined;
  const judge = (
    parts: readonly Part[],
    joints: Parameters<typeof createPowerRig>[1],
    wires: readonly { readonly lead: Part; readonly from: string; readonly to: string }[],
  ) => {
    const named = wires.map((w, i) => ({ ...w, lead: { ...w.lead, id: `${w.lead.id}-${i}` } }));
    const all = [...parts, ...named.map((w) => w.lead)];
    const { rig, parts: book } = createPowerRig(
      [camera, screen, ...all],
      [onBody, ...joints],
      named.map((w) => [w.lead.id, w.from, w.to] as const),
    );
    const network = readNetwork(placeSetup(rig, rig.setups[0]!, book), book);
    const alive = ['body', 'screen'].every((id) => hasSource(network, id, () => false));
    if (!alive || network.stores.size !== 1 || listFeedFaults(network).length > 0) return;
    if (listOverloads(network, () => false).length > 0) return;
    const cost = all
      .map((part) =>
        measureCost({ id: part.id, partId: part.id, owned: false }, part, 'EUR', [], {
          isLead: part.kind === 'cable',
        }),
      )
      .reduce(addCosts, noCost);
    if (!best || compareCosts(cost, best) < 0) best = cost;
  };
  const ends = (part: Part) => (part.ports ?? []).map((p) => `${part.id}.${p.id}`);
  for (const b of stock.bricks) {
    for (const p of stock.plates) {
      const outlets = [...ends(p), ...ends(b)];
      const joints = [
        joint('j-p', `${p.id}.base`, 'body.b'),
        joint('j-b', `${b.id}.face`, `${p.id}.bay`),
      ];
      for (const one of outlets) {
        for (const other of outlets.filter((o) => o !== one)) {
          for (const l of stock.leads) {
            for (const m of stock.leads) {
              judge([p, b], joints, [
                { lead: l, from: one, to: 'body.in' },
                { lead: m, from: other, to: 'screen.in' },
              ]);
            }
          }
        }
      }
    }
    // In the bay of the screen, with a lead to the body.
    for (const outlet of ends(b)) {
      for (const l of stock.leads) {
        judge(
          [b],
          [joint('j-b', `${b.id}.face`, 'screen.bay')],
          [{ lead: l, from: outlet, to: 'body.in' }],
        );
      }
    }
  }
  return best;
}

describe('own cells', () => {
  it('are what the rig has, with the cells that its day takes on the list', () => {
    const day = { stretches: [{ name: 'Out', hours: 9, record: 1, idle: 0, temperatureC: 25 }] };
    const own = priced(brick('own', 40), 9000);
    const { rig, parts } = createPowerRig(
      [device('screen', 8), own, { ...camera, innerCell: true, cell: { energyWh: 500 } }],
      [onBody, joint('j-own', 'own.face', 'screen.bay')],
      [],
      { brief: { currency: 'EUR', limits: {}, day } },
    );
    const { edit, change, after } = proposalOf(ask(rig, parts, 'own-cells'));
    // 8 W for 9 h are 72 Wh: one more of 40 Wh.
    expect(edit).toMatchObject({ type: 'set-item', item: { partId: 'own', owned: false } });
    // What the day is lacking is part of the sum already: as a wish of the kit it costs the same.
    expect(change.spendMinor).toBe(0);
    expect(after.last.first).toBeUndefined();
  });

  it('are not open to a camera without a bay', () => {
    const { rig, parts } = createPowerRig([camera], []);
    expect(ask(rig, parts, 'own-cells')).toMatchObject({
      reason: { why: 'device', itemId: 'body' },
    });
  });
});

describe('a battery on the belt', () => {
  const belt = priced(
    cube('belt', 400, {
      kind: 'battery',
      mounts: [mountAt('clip', 'belt-clip', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0])],
      cell: { energyWh: 70, fullV: 16, emptyV: 12 },
      ports: [
        socketFor('one', 'out', { minV: 12, maxV: 16 }),
        socketFor('two', 'out', { minV: 12, maxV: 16 }),
      ],
    }),
    15000,
  );
  const long = priced(lead('long', { lengthMm: 1000 }), 2000);
  const short = priced(lead('short', { lengthMm: 500 }), 500);

  it('is worn, weighs nothing in the hands, and is joined by leads that reach', () => {
    const { rig, parts } = createPowerRig([camera, screen], [onBody]);
    const { edit, cost, givesUp, after } = proposalOf(ask(rig, parts, 'belt', [belt, long, short]));
    // Half of each lead of 20 g hangs on the belt.
    expect(cost).toEqual([0, 19000, 0, 20, 2]);
    expect(edit?.type === 'all' && edit.edits.map((e) => e.type)).toEqual([
      'wear',
      'add-cable',
      'add-cable',
    ]);
    expect(givesUp.map((g) => g.what)).toEqual(['all-at-once', 'tied']);
    // 70 Wh at 18 W, of which at 20 °C 97 % come out.
    expect(after.last.worst.darkAtH.get('body')).toBeCloseTo((0.97 * 70) / 18, 6);
  });

  it('is not open where no lead reaches up to the rig', () => {
    const { rig, parts } = createPowerRig([camera, screen], [onBody]);
    expect(ask(rig, parts, 'belt', [belt, short])).toMatchObject({ reason: { why: 'no-lead' } });
  });

  it('does not keep a lead that is too short', () => {
    const { rig, parts } = createPowerRig([camera, screen], [onBody]);
    const worn = [
      { type: 'wear', setupId: 'low', item: { id: 'hip', partId: 'belt', owned: true } },
      ...(['body', 'screen'] as const).map((item, i) => ({
        type: 'add-cable' as const,
        setupId: 'low',
        item: { id: `lead-${item}`, partId: item === 'body' ? 'short' : 'long', owned: true },
        cable: {
          id: `run-${item}`,
          item: `lead-${item}`,
          from: { item: 'hip', port: i === 0 ? 'one' : 'two' },
          to: { item, port: 'in' },
        },
      })),
    ].reduce((r, edit) => applyEdit(r, edit as Edit), rig);
    const book = new Map([...parts, ...[belt, long, short].map((p) => [p.id, p] as const)]);
    const { edit } = proposalOf(ask(worn, book, 'belt'));
    expect(edit?.type === 'all' && edit.edits.map((e) => e.type)).toEqual([
      'remove-cable',
      'add-cable',
    ]);
    const cables = applyEdit(worn, edit!).setups[0]!.cables!;
    expect(cables.map((c) => [c.to.item, c.id === 'run-screen'])).toEqual([
      ['screen', true],
      ['body', false],
    ]);
  });

  it('comes off the belt with its leads', () => {
    const { rig, parts } = createPowerRig([camera, screen], [onBody]);
    const worn = applyEdit(rig, proposalOf(ask(rig, parts, 'belt', [belt, long])).edit!);
    const [id] = worn.setups[0]!.worn!;
    const off = applyEdit(worn, { type: 'take-off', setupId: 'low', itemId: id! });
    expect([off.setups[0]!.worn, off.setups[0]!.cables, off.kit.map((i) => i.id)]).toEqual([
      [],
      [],
      ['body', 'screen'],
    ]);
  });
});

describe('the camera alone', () => {
  const dummy = priced(
    cube('dummy', 40, {
      kind: 'dummy-battery',
      mounts: [
        mountAt('face', 'v-mount', 'battery', [50, 0, 0], [1, 0, 0], [...up], { carrier: true }),
      ],
      ports: [socketFor('tail', 'in', { minV: 7, maxV: 17 })],
    }),
    4000,
  );
  const withBay: Part = {
    ...camera,
    ports: [],
    mounts: [
      ...camera.mounts,
      mountAt('bay', 'v-mount', 'plate', [-50, 0, 0], [-1, 0, 0], [...up]),
    ],
  };
  const catalogue = [
    dummy,
    plate('one', 90, 3000, [3]),
    priced(brick('turf', 98), 18000),
    priced(lead('line'), 1000),
  ];

  it('runs on a dummy cell by a lead, and the screen keeps what feeds it', () => {
    const { rig, parts } = createPowerRig(
      [withBay, screen, brick('own', 50), brick('cell', 20)],
      [onBody, onPlateOf('own', 'screen.bay'), onPlateOf('cell', 'body.bay')],
    );
    const { edit, cost } = proposalOf(ask(rig, parts, 'dummy', catalogue));
    const after = applyEdit(rig, edit!).setups[0]!;
    expect(cost).toEqual([0, 26000, 0, 40 + 90 + 500 + 20, 1]);
    expect(after.joints.filter((j) => j.child.item === 'cell')).toEqual([]);
    expect(after.joints.find((j) => j.child.item === 'own')?.parent.item).toBe('screen');
    expect(after.cables).toHaveLength(1);
  });

  it('has no way by USB-C without such a socket', () => {
    const { rig, parts } = createPowerRig(
      [withBay, brick('cell', 20)],
      [onPlateOf('cell', 'body.bay')],
    );
    expect(ask(rig, parts, 'usb-c', catalogue)).toMatchObject({
      reason: { why: 'device', itemId: 'body' },
    });
  });
});

const onPlateOf = (id: string, bay: string) => joint(`j-${id}`, `${id}.face`, bay);
