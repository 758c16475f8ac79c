import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { placeSetup, type Joint } from '../rig/index.js';
import type { Part } from '../part/index.js';
import { readNetwork, type Network } from '../wire/index.js';
import { brick, createPowerRig, device, lead, onPlate, socketFor } from '../testing/power.js';
import { joint } from '../testing/rigs.js';
import { tries } from '../testing/depth.js';
import { measureColdShare, runDay, type DayAsked, type DayPart } from './index.js';

function network(
  parts: readonly Part[],
  joints: readonly Joint[],
  leads: Parameters<typeof createPowerRig>[2] = [],
): Network {
  const { rig, parts: book } = createPowerRig(parts, joints, leads);
  return readNetwork(placeSetup(rig, rig.setups[0]!, book), book);
}

const stretch = (hours: number, more: Partial<DayPart> = {}): DayPart => ({
  name: 'Work',
  hours,
  record: 1,
  idle: 0,
  mains: false,
  temperatureC: 25,
  ...more,
});

function run(net: Network, parts: readonly DayPart[], more: Partial<DayAsked> = {}) {
  const energyWh = new Map([...net.stores.values()].map((s) => [s.itemId, s.energyWh ?? 0]));
  const watts = (id: string) => {
    const { recordW = 0, idleW = recordW } = net.takers.get(id)!.placed.part.draw ?? {};
    return { recordW, idleW };
  };
  return runDay({
    network: net,
    watts,
    parts,
    energyWh,
    spares: [],
    chargers: [],
    reserve: 0,
    ...more,
  });
}

const balance = ({ energy: e }: ReturnType<typeof run>) =>
  e.startWh + e.chargedWh - e.deliveredWh - e.lostWh - e.endWh;

describe('a day run forward', () => {
  it('a brick of 60 Wh runs a body of 10 W for 6 hours, and then it is dark', () => {
    const net = network([brick('brick', 60)], [onPlate('brick')]);
    const day = run(net, [stretch(8)]);
    expect(day.darkAtH.get('body')).toBeCloseTo(6, 9);
    expect(day.darkH.get('body')).toBeCloseTo(2, 9);
    expect([day.recordedH.get('body'), day.wantedH]).toEqual([6, 8]);
    expect(day.events.map((e) => e.kind)).toEqual(['empty', 'dark']);
  });

  it('one brick and two devices, one of them behind a converter: 10 + 8 + 6 ∕ 0.8 W', () => {
    const net = network(
      [brick('brick', 102), device('near', 8), device('far', 6), lead('one'), lead('two')],
      [onPlate('brick'), joint('a', 'near.base', 'body.a'), joint('b', 'far.base', 'body.b')],
      [
        ['one', 'body.raw', 'near.in'],
        ['two', 'body.twelve', 'far.in'],
      ],
    );
    const day = run(net, [stretch(5)]);
    expect(day.darkAtH.get('far')).toBeCloseTo(102 / 25.5, 9);
    expect([...day.darkAtH.values()].every((h) => Math.abs(h - 4) < 1e-9)).toBe(true);
    expect(day.energy.lostWh).toBeCloseTo(4 * 1.5, 9);
    expect(balance(day)).toBeCloseTo(0, 9);
  });

  it('waiting takes what waiting takes, and what is switched off takes nothing and is not dark', () => {
    const net = network([brick('brick', 60)], [onPlate('brick')]);
    // 2 h at ½·10 + ¼·5 W, a break, then 10 W.
    const day = run(net, [
      stretch(2, { record: 0.5, idle: 0.25 }),
      stretch(3, { record: 0, idle: 0 }),
      stretch(10),
    ]);
    expect(day.darkAtH.get('body')).toBeCloseTo(5 + (60 - 12.5) / 10, 9);
  });

  it('an empty cell is changed for the fullest that fits, and the change is told with who stands dark meanwhile', () => {
    const net = network([brick('brick', 20)], [onPlate('brick')]);
    const spares = [
      { itemId: 'small', energyWh: 10, fits: ['brick'] },
      { itemId: 'large', energyWh: 30, fits: ['brick'] },
      { itemId: 'other', energyWh: 99, fits: [] },
    ];
    const day = run(net, [stretch(7)], { spares });
    expect(day.events.map((e) => [e.kind, e.atH, 'in' in e ? e.in : ''])).toEqual([
      ['swap', 2, 'large'],
      ['swap', 5, 'small'],
      ['empty', 6, ''],
      ['dark', 6, ''],
    ]);
    expect(day.events[0]).toMatchObject({ store: 'brick', out: 'brick', dark: ['body'] });
  });

  it('the cell inside a device takes over when its lead goes dead, and is not changed', () => {
    const inner = device('lamp', 5, { kind: 'lamp', innerCell: true, cell: { energyWh: 10 } });
    const net = network(
      [brick('brick', 15), inner, lead('one')],
      [onPlate('brick'), joint('a', 'lamp.base', 'body.a')],
      [['one', 'body.raw', 'lamp.in']],
    );
    const day = run(net, [stretch(9)], {
      spares: [{ itemId: 'spare', energyWh: 5, fits: ['lamp'] }],
    });
    // 15 Wh at 15 W, then the lamp alone for 10 ∕ 5 h.
    expect([day.darkAtH.get('body'), day.darkAtH.get('lamp')]).toEqual([1, 3]);
  });

  it('an input that only keeps a cell up gives what it can, the rest comes out of the cell', () => {
    const kept = device('screen', 9, {
      ports: [
        {
          id: 'in',
          connector: 'barrel',
          direction: 'in',
          carries: ['power'],
          originMm: [0, 50, 0],
          normal: [0, 1, 0],
          power: { minV: 7, maxV: 17, effect: 'keeps' },
        },
      ],
    });
    const source = cubeWithOutlet(4);
    const net = network(
      [source, brick('brick', 100), brick('cell', 10), kept, lead('one')],
      [
        onPlate('brick'),
        joint('a', 'screen.base', 'body.a'),
        joint('c', 'cell.face', 'screen.bay'),
      ],
      [['one', 'body.raw', 'screen.in']],
    );
    const day = run(net, [stretch(1)]);
    // 9 W wanted, 4 W come in: 5 W out of the cell of 10 Wh; the brick gives 10 + 4.
    expect(day.charge.get('cell')!.at(-1)!.wh).toBeCloseTo(5, 9);
    expect(day.charge.get('brick')!.at(-1)!.wh).toBeCloseTo(86, 9);
    // Power from outside does not bring it back once its cell is empty.
    expect(run(net, [stretch(6)]).darkAtH.get('screen')).toBeCloseTo(2, 9);
  });

  it('an outlet of 15 W runs a device of 20 W only as long as its own cell gives the other 5', () => {
    const with15 = (maxW: number | undefined, cellWh: number) => {
      const bound = maxW === undefined ? {} : { maxW };
      const net = network(
        [
          brick('brick', 60, {
            ports: [socketFor('tap', 'out', { minV: 12, maxV: 16, ...bound })],
          }),
          device('screen', 20, cellWh > 0 ? { innerCell: true, cell: { energyWh: cellWh } } : {}),
          lead('one'),
        ],
        [onPlate('brick'), joint('a', 'screen.base', 'body.a')],
        [['one', 'brick.tap', 'screen.in']],
      );
      const watts = (id: string) =>
        id === 'screen' ? { recordW: 20, idleW: 5 } : { recordW: 0, idleW: 0 };
      return (record: number, idle: number) =>
        run(net, [stretch(8, { record, idle })], { watts }).darkAtH.get('screen');
    };
    // 5 W of 10 Wh; without a bound 70 Wh at 20 W.
    expect(with15(15, 10)(1, 0)).toBeCloseTo(2, 9);
    expect(with15(undefined, 10)(1, 0)).toBeCloseTo(3.5, 9);
    expect(with15(20, 10)(1, 0)).toBeCloseTo(3.5, 9);
    // Half of the time it waits: the mean of 12.5 W is borne, what recording takes is not: 2.5 W of 10 Wh.
    expect(with15(15, 10)(0.5, 0.5)).toBeCloseTo(4, 9);
    // Nothing beside it: dark from the start.
    expect(with15(15, 0)(1, 0)).toBe(0);
  });

  it('the watts of an outlet are those at the outlet, before what the lead loses', () => {
    const net = network(
      [
        brick('brick', 600, { ports: [socketFor('tap', 'out', { minV: 12, maxV: 16, maxW: 15 })] }),
        device('screen', 20, {
          innerCell: true,
          cell: { energyWh: 13 },
          ports: [socketFor('in', 'in', { minV: 7, maxV: 17, effect: 'keeps' })],
        }),
        lead('one', { converter: { outV: 12, efficiency: 0.9 } }),
      ],
      [onPlate('brick'), joint('a', 'screen.base', 'body.a')],
      [['one', 'brick.tap', 'screen.in']],
    );
    const watts = (id: string) =>
      id === 'screen' ? { recordW: 20, idleW: 20 } : { recordW: 0, idleW: 0 };
    const day = run(net, [stretch(8)], { watts });
    // 15 W at the outlet are 13.5 behind the converter: the cell gives 6.5 W of its 13 Wh.
    expect(day.darkAtH.get('screen')).toBeCloseTo(2, 9);
    const [, brickAt2] = day.charge.get('brick')!;
    expect(600 - brickAt2!.wh).toBeCloseTo(30, 9);
    expect(balance(day)).toBeCloseTo(0, 6);
  });

  it('in the cold a cell gives less: 85 % at 0 °C, 70 % at −10 °C, nothing more above 25 °C', () => {
    const net = network([brick('brick', 60)], [onPlate('brick')]);
    const darkAt = (temperatureC: number) =>
      run(net, [stretch(8, { temperatureC })]).darkAtH.get('body');
    expect(darkAt(0)).toBeCloseTo(5.1, 9);
    expect(darkAt(-10)).toBeCloseTo(4.2, 9);
    expect(darkAt(40)).toBeCloseTo(6, 9);
    expect(measureColdShare(12.5)).toBeCloseTo(0.925, 9);
    expect([measureColdShare(-20), measureColdShare(-60)]).toEqual([0.5, 0.5]);
  });

  it('a charger fills from mains, by turns or all at once, and never below 0 °C', () => {
    const net = network([brick('brick', 20)], [onPlate('brick')]);
    const spares = ['a', 'b'].map((itemId) => ({ itemId, energyWh: 20, fits: ['brick'] }));
    const bays = { itemId: 'charger', bays: 2, bayW: 10, takes: () => true };
    const after = (together: boolean, temperatureC: number) =>
      run(
        net,
        [stretch(6), stretch(2, { record: 0, idle: 0, mains: true, temperatureC }), stretch(10)],
        { spares, chargers: [{ ...bays, together }] },
      );
    const recorded = (day: ReturnType<typeof run>) => day.recordedH.get('body');
    // 60 Wh are six hours; two hours of mains bring 20 Wh by turns, 40 at once.
    expect(recorded(after(false, 10))).toBeCloseTo(8, 9);
    expect(recorded(after(true, 10))).toBeCloseTo(10, 9);
    expect(recorded(after(true, -1))).toBeCloseTo(6, 9);
    expect(after(true, -1).events.some((e) => e.kind === 'charging')).toBe(false);
  });

  it('a camera charges the cell in its own bay near mains, while all is switched off and no longer', () => {
    const net = network([brick('brick', 20)], [onPlate('brick')]);
    const inPlace = new Map([['brick', { by: 'body', w: 10 }]]);
    const rest = stretch(1.5, { record: 0, idle: 0, mains: true });
    const day = run(net, [stretch(2), rest, stretch(9)], { inPlace });
    expect(day.recordedH.get('body')).toBeCloseTo(3.5, 9);
    const begun = day.events.filter((e) => e.kind === 'charging');
    expect(begun).toEqual([
      { kind: 'charging', atH: 2, charger: 'body', cell: 'brick', inPlace: true },
    ]);
    const working = { ...rest, record: 1 };
    const on = run(net, [stretch(1), working, stretch(9)], { inPlace });
    expect(on.recordedH.get('body')).toBeCloseTo(2, 9);
  });

  it('of each cell the reserve is left', () => {
    const net = network([brick('brick', 60)], [onPlate('brick')]);
    expect(run(net, [stretch(8)], { reserve: 0.1 }).darkAtH.get('body')).toBeCloseTo(5.4, 9);
  });

  it('what would feed itself is named and left out', () => {
    const relay = device('relay', 1, {
      ports: [
        ...device('x', 1).ports!,
        { ...device('x', 1).ports![0]!, id: 'out', direction: 'out' },
      ],
    });
    const net = network(
      [brick('brick', 10), relay, { ...relay, id: 'other' }, lead('one'), lead('two')],
      [onPlate('brick'), joint('a', 'relay.base', 'body.a'), joint('b', 'other.base', 'body.b')],
      [
        ['one', 'relay.out', 'other.in'],
        ['two', 'other.out', 'relay.in'],
      ],
    );
    expect(net.loops).toHaveLength(1);
    expect([...net.loops[0]!.itemIds].sort()).toEqual(['other', 'relay']);
    expect(run(net, [stretch(1)]).darkAtH.get('relay')).toBe(0);
  });
});

/** The station with an outlet that gives so many W at most. */
function cubeWithOutlet(maxW: number): Part {
  return {
    ...createPowerRig([], []).parts.get('body')!,
    ports: [
      {
        id: 'raw',
        connector: 'barrel',
        direction: 'out',
        carries: ['power'],
        originMm: [0, 50, 0],
        normal: [0, 1, 0],
        power: { minV: 12, maxV: 16, maxW },
      },
    ],
  };
}

describe('of any day', () => {
  const aDay = fc.record({
    brickWh: fc.double({ min: 5, max: 150, noNaN: true }),
    spareWh: fc.array(fc.double({ min: 5, max: 100, noNaN: true }), { maxLength: 6 }),
    nearW: fc.double({ min: 0.5, max: 20, noNaN: true }),
    bays: fc.integer({ min: 1, max: 3 }),
    together: fc.boolean(),
    reserve: fc.double({ min: 0, max: 0.3, noNaN: true }),
    parts: fc.array(
      fc.record({
        hours: fc.double({ min: 0.1, max: 6, noNaN: true }),
        record: fc.double({ min: 0, max: 0.6, noNaN: true }),
        idle: fc.double({ min: 0, max: 0.4, noNaN: true }),
        mains: fc.boolean(),
        temperatureC: fc.double({ min: -20, max: 30, noNaN: true }),
      }),
      { minLength: 1, maxLength: 5 },
    ),
  });
  type ADay = typeof aDay extends fc.Arbitrary<infer T> ? T : never;
  const runOf = (d: ADay, moreWh = 0) => {
    const net = network(
      [brick('brick', d.brickWh + moreWh), device('near', d.nearW), lead('one')],
      [onPlate('brick'), joint('a', 'near.base', 'body.a')],
      [['one', 'body.twelve', 'near.in']],
    );
    return run(
      net,
      d.parts.map((p) => ({ name: 'x', ...p })),
      {
        reserve: d.reserve,
        spares: d.spareWh.map((energyWh, i) => ({ itemId: `s${i}`, energyWh, fits: ['brick'] })),
        chargers: [
          { itemId: 'c', bays: d.bays, bayW: 15, together: d.together, takes: () => true },
        ],
      },
    );
  };

  it('what was there and was charged is delivered, lost or left', () => {
    fc.assert(
      fc.property(aDay, (d) => {
        const day = runOf(d);
        const { startWh, chargedWh } = day.energy;
        expect(Math.abs(balance(day))).toBeLessThan(1e-6 * (startWh + chargedWh));
        for (const points of day.charge.values()) {
          for (const { wh } of points) expect(wh).toBeGreaterThanOrEqual(-1e-9);
        }
      }),
      { numRuns: tries(300) },
    );
  });

  it('no cell is charged below 0 °C, away from mains, or while it is on the rig', () => {
    fc.assert(
      fc.property(aDay, (d) => {
        const day = runOf(d);
        let onRig = 'brick';
        const ends = d.parts.map((_, i) =>
          d.parts.slice(0, i + 1).reduce((s, p) => s + p.hours, 0),
        );
        for (const event of day.events) {
          if (event.kind === 'swap') onRig = event.in;
          if (event.kind !== 'charging') continue;
          expect(event.cell).not.toBe(onRig);
          const part = d.parts[ends.findIndex((end) => event.atH < end - 1e-9)]!;
          expect([part.mains, part.temperatureC >= 0]).toEqual([true, true]);
        }
      }),
      { numRuns: tries(200) },
    );
  });

  it('without a charger a larger brick never makes it dark sooner', () => {
    fc.assert(
      fc.property(aDay, fc.double({ min: 0, max: 80, noNaN: true }), (d, moreWh) => {
        const away = { ...d, parts: d.parts.map((p) => ({ ...p, mains: false })) };
        const [is, larger] = [runOf(away), runOf(away, moreWh)];
        expect(larger.darkAtH.get('body') ?? Infinity).toBeGreaterThanOrEqual(
          (is.darkAtH.get('body') ?? Infinity) - 1e-6,
        );
      }),
      { numRuns: tries(200) },
    );
  });
});

describe('when cells are changed, and charged on the rig', () => {
  const spare = { itemId: 'spare', energyWh: 60, fits: ['brick'] };
  const swaps = (day: ReturnType<typeof run>) =>
    day.events.flatMap((e) => (e.kind === 'swap' ? [[e.atH, e.out, e.in, e.dark.length]] : []));

  it('at a fifth a cell of 60 Wh is changed after 4.8 h, and used up when nothing else is left', () => {
    const net = network([brick('brick', 60)], [onPlate('brick')]);
    const day = run(net, [stretch(13)], {
      spares: [spare],
      fits: () => ['brick'],
      swap: { atShare: 0.2, inBreaks: false },
    });
    const [first, second] = swaps(day);
    expect(first![0]).toBeCloseTo(4.8, 9);
    expect(first!.slice(1)).toEqual(['brick', 'spare', 1]);
    // At 9.6 h the first one has as much left as the second: it is no better, and goes in only once that is empty.
    expect(second![0]).toBeCloseTo(10.8, 9);
    expect(day.darkAtH.get('body')).toBeCloseTo(12, 9);
    expect(balance(day)).toBeCloseTo(0, 9);
  });

  it('what is dark in the evening was dark before the break: it is told once', () => {
    const net = network([brick('brick', 10)], [onPlate('brick')]);
    const day = run(net, [stretch(2), stretch(1, { record: 0 }), stretch(2)]);
    expect(day.events.map((e) => [e.kind, e.atH])).toEqual([
      ['empty', 1],
      ['dark', 1],
    ]);
    expect(day.darkH.get('body')).toBeCloseTo(3, 9);
  });

  it('in a break what is not full is changed, and nobody goes dark for it', () => {
    const net = network([brick('brick', 60)], [onPlate('brick')]);
    const parts = [stretch(2), stretch(1, { record: 0 }), stretch(5)];
    const early = run(net, parts, { spares: [spare], swap: { atShare: 0, inBreaks: true } });
    expect(swaps(early)).toEqual([[2, 'brick', 'spare', 0]]);
    const late = run(net, parts, { spares: [spare] });
    expect(swaps(late)).toEqual([[7, 'brick', 'spare', 1]]);
  });

  /** A lamp of 6 W with 20 Wh of its own at a brick of 100 Wh, by a lead whose power does this to it; without it alone. */
  const lamp = (effect: 'charges' | 'charges-off' | undefined) =>
    network(
      [
        brick('brick', 100),
        device('lamp', 6, {
          kind: 'lamp',
          innerCell: true,
          cell: { energyWh: 20, chargeW: 4 },
          ports: [socketFor('in', 'in', { minV: 7, maxV: 17, ...(effect ? { effect } : {}) })],
        }),
        lead('one'),
      ],
      [onPlate('brick'), joint('a', 'lamp.base', 'body.a')],
      effect ? [['one', 'body.raw', 'lamp.in']] : [],
    );
  const wattsOf = (net: Network) => (id: string) => {
    const { recordW = 0 } = net.takers.get(id)?.placed.part.draw ?? {};
    return { recordW, idleW: recordW };
  };

  it('an input that charges only while it is off fills the cell in a break, out of the brick', () => {
    const day = run(lamp('charges-off'), [stretch(2), stretch(1, { record: 0 })]);
    const left = (id: string) => day.charge.get(id)!.at(-1)!.wh;
    // 2 h at 6 W out of its own 20 Wh, then an hour at 4 W into it; the body takes 2 h at 10 W.
    expect(left('lamp')).toBeCloseTo(20 - 12 + 4, 9);
    expect(left('brick')).toBeCloseTo(100 - 20 - 4, 9);
    expect(balance(day)).toBeCloseTo(0, 9);
    const cold = run(lamp('charges-off'), [
      stretch(2),
      stretch(1, { record: 0, temperatureC: -1 }),
    ]);
    expect(cold.charge.get('lamp')!.at(-1)!.wh).toBeCloseTo(8, 9);
  });

  it('one that charges runs it, and fills its cell with what is left over', () => {
    const alone = lamp(undefined);
    const day = run(lamp('charges'), [
      stretch(1, { rig: { network: alone, watts: wattsOf(alone) } }),
      stretch(1),
      stretch(1),
    ]);
    const at = (id: string, h: number) =>
      day.charge
        .get(id)!
        .filter((p) => Math.abs(p.atH - h) < 1e-9)
        .at(-1)!.wh;
    // An hour out of its own cell; then an hour at 4 W into that, and half an hour until it is full.
    expect([at('lamp', 1), at('lamp', 2)]).toEqual([14, 18]);
    expect(at('lamp', 2.5)).toBeCloseTo(20, 9);
    expect(at('brick', 3)).toBeCloseTo(100 - 30 - 12 - 6, 9);
    expect(balance(day)).toBeCloseTo(0, 9);
  });

  it('a stretch with another rig has its loads; what is off it waits with what it has', () => {
    const bare = network([brick('brick', 60)], [onPlate('brick')]);
    const full = network(
      [brick('brick', 60), device('near', 8), lead('one')],
      [onPlate('brick'), joint('a', 'near.base', 'body.a')],
      [['one', 'body.raw', 'near.in']],
    );
    const day = run(full, [
      stretch(1),
      stretch(2, { rig: { network: bare, watts: wattsOf(bare) } }),
      stretch(1),
    ]);
    // 18 W, then 10 W for two hours, then 18 W: 56 of 60 Wh.
    expect(day.charge.get('brick')!.at(-1)!.wh).toBeCloseTo(4, 9);
    expect(day.darkAtH.size).toBe(0);
    expect(balance(day)).toBeCloseTo(0, 9);
  });
});
