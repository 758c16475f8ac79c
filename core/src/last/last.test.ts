import { describe, expect, it } from '@jest/globals';
import { mergeBrief, type Brief } from '../brief/index.js';
import type { Part } from '../part/index.js';
import { placeSetup, type Joint, type KitItem, type Rig, type Setup } from '../rig/index.js';
import { readNetwork } from '../wire/index.js';
import {
  brick,
  createPowerRig,
  device,
  lead,
  onPlate,
  socketFor,
  station,
} from '../testing/power.js';
import { tries } from '../testing/depth.js';
import { createRandom } from '../testing/grown.js';
import { cube, joint, mountAt, noBrief } from '../testing/rigs.js';
import { listRigLacking, measureGB, measureLast, measureMedia, planDay } from '../day/index.js';
import { findDisagreement, isLeadFeed, listOverloads } from '../wire/index.js';
import {
  describeWiring,
  lastChecks,
  listFlightCells,
  lastQuestion,
  listPowerOrder,
  sayDayHour,
} from './index.js';

const onA = (id: string) => joint('a', `${id}.base`, 'body.a');
const day = (hours: number, more: Partial<NonNullable<Brief['day']>> = {}): Brief => ({
  ...noBrief,
  day: {
    temperatureC: 25,
    stretches: [{ name: 'Work', hours, record: 1, idle: 0 }],
    ...more,
  },
});

function lastOf(
  parts: readonly Part[],
  joints: readonly Joint[],
  leads: Parameters<typeof createPowerRig>[2] = [],
  {
    brief = day(6),
    spare = [],
    settings,
  }: { brief?: Brief; spare?: readonly Part[]; settings?: Rig['settings'] } = {},
) {
  const all = [...(parts.some((p) => p.id === 'body') ? [] : [station]), ...parts, ...spare];
  const kit: KitItem[] = all.map((p) => ({ id: p.id, partId: p.id, owned: true }));
  const made = createPowerRig(all, joints, leads, { brief, kit });
  const { parts: book } = made;
  const rig = settings ? { ...made.rig, settings } : made.rig;
  const assembly = placeSetup(rig, rig.setups[0]!, book);
  const last = measureLast(assembly, book, mergeBrief(rig.brief, undefined));
  return { assembly, book, last };
}

/** A body that gives a picture, a screen that shows it, and the lead between. */
const picture = lead('hdmi', { carries: ['video'] });
const screen = device('screen', 5, {
  ports: [...device('x', 5).ports!, { ...socketFor('pic', 'in', undefined), carries: ['video'] }],
});
const body = {
  ...station,
  ports: [
    ...station.ports!,
    { ...socketFor('pic', 'out', undefined), carries: ['video' as const] },
  ],
};

describe('does it last', () => {
  it('a day that is known runs once; every figure of it is the same at both ends', () => {
    const { last } = lastOf([brick('brick', 50)], [onPlate('brick')]);
    expect(last.worst).toBe(last.best);
    expect(last.first).toEqual({ itemId: 'body', betweenH: { low: 5, high: 5 } });
  });

  it('a draw that nobody states widens the answer to a range, and its part is named', () => {
    const { last } = lastOf(
      [brick('brick', 60), device('screen', undefined), lead('one')],
      [onPlate('brick'), onA('screen')],
      [['one', 'body.raw', 'screen.in']],
    );
    // 10 W and a screen of 5 to 16 W on 60 Wh.
    expect(last.first!.betweenH.low).toBeCloseTo(60 / 26, 9);
    expect(last.first!.betweenH.high).toBeCloseTo(60 / 15, 9);
    expect(last.unknown).toEqual({ draw: ['screen'], energy: [] });
  });

  it('offers no cells on a guess: what is not known is told instead', () => {
    const screen = (recordW: number | undefined) => {
      const { assembly, book, last } = lastOf(
        [brick('brick', 20), device('screen', recordW), lead('one')],
        [onPlate('brick'), onA('screen')],
        [['one', 'body.raw', 'screen.in']],
      );
      const [dark] = lastChecks
        .flatMap((c) => c.find({ assembly, parts: book, mode: undefined, last, offers: true }))
        .filter((f) => f.code === 'goes-dark');
      return [dark!.weight, dark!.remedies.length, dark!.facts];
    };
    expect(screen(undefined)).toMatchObject(['risk', 0, { unknown: ['screen'] }]);
    expect(screen(5)).toMatchObject(['risk', 1, { unknown: [] }]);
  });

  it('a battery that does not say what it holds is taken as any of its kind, and named', () => {
    const { last } = lastOf([brick('brick', 1, { cell: {} })], [onPlate('brick')]);
    expect(last.unknown.energy).toEqual(['brick']);
    expect(last.first!.betweenH).toEqual({ low: 4.5, high: 6 });
  });

  it('counts the cells of the day: those that are used, and as many more as it takes and no fewer', () => {
    const cellsFor = (hours: number, spare: readonly Part[] = []) =>
      lastOf([brick('brick', 20)], [onPlate('brick')], [], { brief: day(hours), spare })
        .last.cells()
        .map((c) => [c.used, c.more]);
    expect(cellsFor(2)).toEqual([[1, 0]]);
    expect(cellsFor(2.01)).toEqual([[1, 1]]);
    expect(cellsFor(6)).toEqual([[1, 2]]);
    expect(cellsFor(6, [brick('second', 20)])).toEqual([[2, 1]]);
    // One that is never needed is not counted.
    expect(cellsFor(2, [brick('second', 20)])).toEqual([[1, 0]]);
  });

  it('a device that nothing feeds, or whose lead does not agree, hides nobody who goes dark later', () => {
    const odd = device('odd', 5, { ports: [socketFor('in', 'in', { minV: 5, maxV: 9 })] });
    const { last } = lastOf(
      [brick('brick', 50), device('unfed', 3), odd, lead('one')],
      [onPlate('brick'), joint('a', 'odd.base', 'body.a'), joint('b', 'unfed.base', 'body.b')],
      [['one', 'body.raw', 'odd.in']],
    );
    expect(last.worst.darkAtH.get('unfed')).toBe(0);
    const { detail, state } = lastQuestion.figure(last, { stops: 0, risk: 0, note: 0 });
    expect([detail, state]).toEqual(['2 devices have no power', 'risk']);
    expect(last.first).toEqual({ itemId: 'body', betweenH: { low: 5, high: 5 } });
    expect(last.cells().map((c) => [c.used, c.more, c.enough])).toEqual([[1, 1, true]]);
  });

  it('one more cell is charged in a break as the one on the rig is', () => {
    const charger = cube('charger', 100, {
      kind: 'charger',
      mounts: [mountAt('bay', 'v-mount', 'plate', [0, 0, 50], [0, 0, 1], [1, 0, 0])],
      charger: { bayW: 20, together: true },
    });
    const stretch = (hours: number, record: number, mains = false) => ({
      name: 'x',
      hours,
      record,
      idle: 0,
      mains,
    });
    const brief = day(1, { stretches: [stretch(3, 1), stretch(2, 0, true), stretch(3, 1)] });
    // 30 Wh a half: one more of 20 does, for both are full again after the break.
    const { last } = lastOf([brick('brick', 20)], [onPlate('brick')], [], {
      brief,
      spare: [charger],
    });
    expect(last.cells().map((c) => [c.used, c.more])).toEqual([[1, 1]]);
  });

  it('says when the take ends where a screen goes dark before the camera', () => {
    const { assembly, book, last } = lastOf(
      [brick('brick', 40), device('screen', 10), brick('own', 20)],
      [onPlate('brick'), onA('screen'), joint('c', 'own.face', 'screen.bay')],
    );
    const [dark] = lastChecks
      .flatMap((c) => c.find({ assembly, parts: book, mode: undefined, last, offers: true }))
      .filter((f) => f.code === 'goes-dark');
    expect(dark).toMatchObject({ items: ['screen'], facts: { takeEndsH: 4, dayH: 6 } });
    expect(dark!.facts).toMatchObject({ atH: { low: 2, high: 2 } });
  });

  it('says where no number of cells will do, and offers none then', () => {
    const { last } = lastOf(
      [brick('brick', 20), device('screen', 5000), lead('one')],
      [onPlate('brick'), onA('screen')],
      [['one', 'body.raw', 'screen.in']],
    );
    expect(last.cells().map((c) => [c.more, c.enough])).toEqual([[0, false]]);
  });

  it('a spare that does not fit its place is none', () => {
    const other = brick('other', 99, {
      mounts: [mountAt('face', 'l-series', 'battery', [50, 0, 0], [1, 0, 0], [0, 0, 1])],
    });
    const { last } = lastOf([brick('brick', 20)], [onPlate('brick')], [], { spare: [other] });
    expect(last.first!.betweenH.low).toBe(2);
  });

  it('a lead whose voltage does not agree feeds nothing, and is told', () => {
    const { last } = lastOf(
      [
        brick('brick', 60),
        device('screen', 5, { ports: [socketFor('in', 'in', { minV: 5, maxV: 9 })] }),
        lead('one'),
      ],
      [onPlate('brick'), onA('screen')],
      [['one', 'body.raw', 'screen.in']],
    );
    expect(last.faults.map((f) => [f.itemId, f.disagreement.why])).toEqual([
      ['screen', 'too-high'],
    ]);
    expect(last.worst.darkAtH.get('screen')).toBe(0);
    expect(last.worst.darkAtH.has('body')).toBe(false);
  });
});

describe('the day of a brief', () => {
  it('is its stretches; what they do not say is the day’s', () => {
    const plan = planDay(day(2, { temperatureC: 4, reserve: 0.1 }));
    expect(plan).toMatchObject({ hours: 2, from: 'stated', reserve: 0.1 });
    expect(plan.parts[0]).toMatchObject({ temperatureC: 4, mains: false, record: 1 });
  });

  it('of which only the hours are known has its break near mains in the middle', () => {
    const plan = planDay({ day: { hoursOn: 6, mainsBreak: true } });
    expect(plan.parts.map((p) => [p.hours, p.mains])).toEqual([
      [2.5, false],
      [1, true],
      [2.5, false],
    ]);
    expect(planDay({ day: { hoursOn: 2, mainsBreak: true } }).parts).toHaveLength(1);
  });

  it('that nobody has spoken of records without a pause', () => {
    expect(planDay({})).toMatchObject({ from: 'none', hours: 24 });
  });
});

describe('what a lead brings', () => {
  const judge = (
    outlet: Parameters<typeof socketFor>[2],
    input: Parameters<typeof socketFor>[2],
    more: Partial<Parameters<typeof socketFor>[3]> = {},
    made: Parameters<typeof lead>[1] = {},
  ) => {
    const body = { ...station, ports: [socketFor('raw', 'out', outlet, more)] };
    const ends = [body.ports[0]!.connector, 'barrel'] as const;
    const { rig, parts } = createPowerRig(
      [
        body,
        brick('brick', 60),
        device('screen', 5, { ports: [socketFor('in', 'in', input)] }),
        lead('one', {
          ends: [
            { connector: ends[0], bodyMm: 20 },
            { connector: ends[1], bodyMm: 20 },
          ],
          ...made,
        }),
      ],
      [onPlate('brick'), onA('screen')],
      [['one', 'body.raw', 'screen.in']],
    );
    const network = readNetwork(placeSetup(rig, rig.setups[0]!, parts), parts);
    return findDisagreement(network.takers.get('screen')!.feeds.find(isLeadFeed)!.via)?.why;
  };
  const usbC = { connector: 'usb-c' } as const;

  it('an unregulated tap of 11 to 16.8 V is no 8 V input, and agrees where the whole of it is taken', () => {
    expect(judge({ minV: 11, maxV: 16.8 }, { minV: 7, maxV: 9 })).toBe('too-high');
    expect(judge({ minV: 11, maxV: 16.8 }, { minV: 11, maxV: 16.8 })).toBeUndefined();
    expect(judge({ minV: 11, maxV: 16.8 }, { minV: 12, maxV: 17 })).toBe('too-low');
  });

  it('a converter in the lead brings what it makes', () => {
    const converter = { converter: { outV: 8 } };
    expect(judge({ minV: 11, maxV: 16.8 }, { minV: 7, maxV: 9 }, {}, converter)).toBeUndefined();
    expect(judge({ minV: 11, maxV: 16.8 }, { minV: 10, maxV: 17 }, {}, converter)).toBe('too-low');
  });

  it('over USB-C the two settle on a voltage that both have, at a level that is enough', () => {
    const pd = { minV: 5, maxV: 20, regulated: true, maxW: 30 };
    expect(judge(pd, { minV: 9, maxV: 15 }, usbC)).toBeUndefined();
    expect(judge({ ...pd, maxV: 5 }, { minV: 9, maxV: 15 }, usbC)).toBe('too-low');
    expect(judge(pd, { minV: 9, maxV: 15, leastW: 30 }, usbC)).toBeUndefined();
    expect(judge(pd, { minV: 9, maxV: 15, leastW: 31 }, usbC)).toBe('level');
  });

  it('an outlet over USB-C begins at 5 V, whatever the battery behind it is at', () => {
    const raw = { minV: 12, maxV: 16.8 };
    expect(judge(raw, { minV: 5, maxV: 5.5 }, usbC)).toBeUndefined();
    expect(judge(raw, { minV: 5, maxV: 5.5 })).toBe('too-high');
    expect(judge(raw, { minV: 18, maxV: 20 }, usbC)).toBe('too-low');
  });

  it('the pole in the middle must be the same where both state it', () => {
    const at = (polarity: 'centre-plus' | 'centre-minus') => ({ minV: 12, maxV: 12, polarity });
    expect(judge(at('centre-plus'), at('centre-minus'))).toBe('polarity');
    expect(judge(at('centre-plus'), at('centre-plus'))).toBeUndefined();
    expect(judge(at('centre-plus'), { minV: 12, maxV: 12 })).toBeUndefined();
  });

  it('what nobody states is not judged', () => {
    expect(judge(undefined, { minV: 7, maxV: 9 })).toBeUndefined();
    expect(judge({ minV: 12, maxV: 12 }, undefined)).toBeUndefined();
  });
});

describe('what hangs on it', () => {
  const over = (recordW: number, cell: Part['cell'] = { energyWh: 60, emptyV: 12, fullV: 16 }) => {
    const { rig, parts } = createPowerRig(
      [brick('brick', 60, { cell }), device('screen', recordW), lead('one', { maxA: 1.9 })],
      [onPlate('brick'), onA('screen')],
      [['one', 'body.raw', 'screen.in']],
    );
    const network = readNetwork(placeSetup(rig, rig.setups[0]!, parts), parts);
    return listOverloads(network, () => false).map((o) => o.at.kind);
  };

  it('is counted at the lowest voltage: 1.9 A at 12 V are 22.8 W', () => {
    expect(over(22.8)).toEqual([]);
    expect(over(22.9)).toEqual(['lead']);
  });

  it('what a device draws while it is switched on counts too, while the others wait', () => {
    const starts = (inrushW: number) => {
      const { last } = lastOf(
        [
          brick('brick', 60, { cell: { energyWh: 60, fullV: 16, emptyV: 12, maxA: 3 } }),
          device('screen', 8, { draw: { recordW: 8, idleW: 8, inrushW } }),
          lead('one'),
        ],
        [onPlate('brick'), onA('screen')],
        [['one', 'body.raw', 'screen.in']],
      );
      return listOverloads(last.network, last.isDead).map((o) => [o.at.kind, o.starting]);
    };
    // The body waits with 5 W: 36 W are 3 A at 12 V.
    expect(starts(31)).toEqual([]);
    expect(starts(31.1)).toEqual([['cell', 'screen']]);
  });

  it('a battery bears all that hangs on it together, losses of converters and the body among them', () => {
    const cell = { energyWh: 60, emptyV: 12, fullV: 16, maxA: 2.5 };
    // 10 W of the body and 20 W are 2.5 A at 12 V.
    expect(over(20, cell)).toEqual([]);
    expect(over(20.1, cell)).toEqual(['cell']);
  });
});

describe('media', () => {
  const card = (id: string, capacityGB: number, family: string, sustainedMbps?: number): Part =>
    cube(id, 3, {
      kind: 'media',
      medium: { capacityGB, family, ...(sustainedMbps === undefined ? {} : { sustainedMbps }) },
    });
  const body: Part = {
    ...station,
    modes: [
      { name: 'Fine', rateMbps: 400, media: ['Card'] },
      { name: 'Raw', rateMbps: 2000, media: ['Drive'] },
    ],
  };

  it('400 Mb/s are 180 GB in an hour, by decimal measure', () => {
    expect(measureGB(400, 1)).toBe(180);
  });

  it('minutes of each medium at each mode that it may be recorded to; one that is too slow is no help', () => {
    const { assembly, book } = lastOf([body], [], [], {
      spare: [card('a', 180, 'Card', 800), card('b', 90, 'Card', 300), card('c', 1000, 'Drive')],
    });
    const [fine, raw] = measureMedia(assembly, book, 2);
    expect(fine!.media.map((m) => [m.itemId, m.minutes, m.keepsUp])).toEqual([
      ['a', 60, true],
      ['b', 30, false],
    ]);
    expect([fine!.minutes, fine!.dayGB]).toEqual([60, 360]);
    expect(raw!.media.map((m) => [m.itemId, m.keepsUp])).toEqual([['c', undefined]]);
    expect(raw!.minutes).toBeCloseTo(1000 / 15, 9);
  });
});

describe('cards', () => {
  it('100 Wh fly as they are and 160 where the airline agrees, both included; loose ones are to be covered', () => {
    const { assembly, book } = lastOf([brick('brick', 100)], [onPlate('brick')], [], {
      spare: [brick('b', 100.1), brick('c', 160), brick('d', 160.1), brick('e', 1, { cell: {} })],
    });
    expect(listFlightCells(assembly, book).map((c) => [c.itemId, c.may, c.loose])).toEqual([
      ['d', 'not', true],
      ['c', 'ask', true],
      ['b', 'ask', true],
      ['brick', 'free', false],
      ['e', 'unknown', true],
    ]);
  });

  it('cells first, then power leads, then on from the camera outwards, the picture last', () => {
    const { assembly, book } = lastOf(
      [body, brick('brick', 60), screen, lead('one'), picture],
      [onPlate('brick'), onA('screen')],
      [
        ['hdmi', 'body.pic', 'screen.pic'],
        ['one', 'body.raw', 'screen.in'],
      ],
    );
    expect(
      listPowerOrder(assembly, book).map((s) =>
        s.kind === 'plug' ? s.runId : `${s.kind} ${s.itemId}`,
      ),
    ).toEqual(['cell brick', 'run-one', 'switch-on body', 'switch-on screen', 'run-hdmi']);
  });
});

describe('the wiring', () => {
  it('tells how much later a picture is seen, by all that it goes through that says so', () => {
    const link = (id: string, delayMs: number | undefined) =>
      device(id, 1, {
        innerCell: true,
        ...(delayMs === undefined ? {} : { delayMs }),
        ports: ['in', 'out'].map((d) => ({
          ...socketFor(`pic-${d}`, d as 'in' | 'out', undefined),
          carries: ['video' as const],
        })),
      });
    const after = (first: number | undefined) => {
      const { assembly, book, last } = lastOf(
        [
          { ...station, ports: [{ ...socketFor('pic', 'out', undefined), carries: ['video'] }] },
          link('one', first),
          link('two', 30),
          lead('a', { carries: ['video'] }),
          lead('b', { carries: ['video'] }),
        ],
        [onA('one'), joint('b', 'two.base', 'body.b')],
        [
          ['a', 'body.pic', 'one.pic-in'],
          ['b', 'one.pic-out', 'two.pic-in'],
        ],
      );
      const { nodes } = describeWiring(assembly, book, last);
      return ['body', 'one', 'two'].map((id) => nodes.find((n) => n.itemId === id)?.pictureAfterMs);
    };
    expect(after(60)).toEqual([undefined, 60, 90]);
    expect(after(undefined)).toEqual([undefined, undefined, undefined]);
  });

  it('is every feed with what goes through it, and every lead that brings a signal', () => {
    const { assembly, book, last } = lastOf(
      [body, brick('brick', 60), screen, brick('own', 20), lead('one'), picture],
      [onPlate('brick'), onA('screen'), joint('c', 'own.face', 'screen.bay')],
      [
        ['hdmi', 'screen.pic', 'body.pic'],
        ['one', 'body.raw', 'screen.in'],
      ],
    );
    const { nodes, lines } = describeWiring(assembly, book, last);
    expect(nodes.map((n) => [n.itemId, n.role])).toEqual([
      ['body', 'between'],
      ['brick', 'source'],
      ['screen', 'taker'],
      ['own', 'source'],
    ]);
    expect(lines.map((l) => [l.from, l.to, l.carries, l.drawsW?.low, l.state])).toEqual([
      ['brick', 'body', 'power', 15, 'good'],
      ['body', 'screen', 'power', 5, 'good'],
      // Its own cell rests while power comes from outside.
      ['own', 'screen', 'power', undefined, 'rest'],
      // Planned the other way round, it still runs from what gives the picture.
      ['body', 'screen', 'video', undefined, 'good'],
    ]);
    expect(lines[1]!.gives).toEqual([12, 16]);
  });
});

describe('the fewest cells', () => {
  it('equal trying every number of each, on small days of chance', () => {
    const random = createRandom(15);
    let needed = 0;
    for (let n = 0; n < tries(40); n += 1) {
      const [big, small] = [10 + 50 * random(), 10 + 30 * random()];
      const parts = [
        brick('big', big),
        device('screen', 2 + 12 * random()),
        brick('small', small, random() < 0.5 ? {} : { cell: { energyWh: small } }),
      ];
      const hours = 2 + 7 * random();
      const mains = random() < 0.5;
      const brief: Brief = {
        ...noBrief,
        day: {
          temperatureC: 25,
          stretches: [
            { name: 'One', hours: hours / 2, record: 0.6, idle: 0.2 },
            { name: 'Break', hours: 0.5, record: 0, idle: 0, mains },
            { name: 'Two', hours: hours / 2, record: 0.6, idle: 0.2 },
          ],
        },
      };
      const charger = cube('charger', 300, {
        kind: 'charger',
        charger: { bayW: 20 },
        mounts: [mountAt('bay', 'v-mount', 'plate', [0, 0, 0], [0, 0, 1], [1, 0, 0])],
      });
      const joints = [onPlate('big'), onA('screen'), joint('s', 'small.face', 'screen.bay')];
      const darkWith = (bigs: number, smalls: number) => {
        const more = [
          ...Array.from({ length: bigs }, (_, i) => ({ ...parts[0]!, id: `big-${i}` })),
          ...Array.from({ length: smalls }, (_, i) => ({ ...parts[2]!, id: `small-${i}` })),
        ];
        const { first, haste } = lastOf(parts, joints, [], {
          brief,
          spare: [charger, ...more],
        }).last;
        return first ?? haste[0];
      };
      const { last } = lastOf(parts, joints, [], { brief, spare: [charger] });
      const found = last.cells().reduce((sum, c) => sum + c.more, 0);
      // Fewer than that never last, however they are shared.
      for (let bigs = 0; bigs < found; bigs += 1) {
        expect({ n, bigs, dark: darkWith(bigs, found - 1 - bigs) !== undefined }).toEqual({
          n,
          bigs,
          dark: true,
        });
      }
      if (last.cells().every((c) => c.enough)) {
        const [a, b] = last.cells();
        expect({ n, first: darkWith(a!.more, b!.more) }).toEqual({ n, first: undefined });
      }
      if (found > 1) needed += 1;
    }
    expect(needed).toBeGreaterThan(tries(40) / 4);
  });
});

describe('the fewest cells of one kind at several places', () => {
  /** Two or three devices, each on a brick of the same kind, which fits every place. */
  const made = (watts: readonly number[], cellWh: number, hours: number, spare: number) => {
    const like = { id: 'brick', partId: 'brick' };
    const parts = [
      { ...station, draw: { recordW: watts[0]! } },
      brick('brick', cellWh),
      device('one', watts[1]),
      ...(watts.length > 2 ? [device('two', watts[2])] : []),
    ];
    const kit: KitItem[] = [
      ...['body', 'one', ...(watts.length > 2 ? ['two'] : [])].map((id) => ({
        id,
        partId: id,
        owned: true,
      })),
      ...['a', 'b', ...(watts.length > 2 ? ['c'] : [])].map((id) => ({ ...like, id, owned: true })),
      ...Array.from({ length: spare }, (_, i) => ({ ...like, id: `s${i}`, owned: true })),
    ];
    const joints = [
      joint('ja', 'a.face', 'body.plate'),
      onA('one'),
      joint('jb', 'b.face', 'one.bay'),
      ...(watts.length > 2
        ? [joint('two', 'two.base', 'body.b'), joint('jc', 'c.face', 'two.bay')]
        : []),
    ];
    const { rig, parts: book } = createPowerRig(parts, joints, [], { brief: day(hours), kit });
    const assembly = placeSetup(rig, rig.setups[0]!, book);
    return { assembly, book, last: measureLast(assembly, book, rig.brief) };
  };

  it('10 W and 5 W for 7 h on cells of 20 Wh that run empty at one moment: four and two', () => {
    const { last } = made([10, 5], 20, 7, 0);
    expect(last.cells().map((c) => [c.used + c.more, c.enough])).toEqual([
      [4, true],
      [2, true],
    ]);
    // With those that it asks for the app's own day stays lit, and with one less it does not.
    expect(made([10, 5], 20, 7, 4).last.dark).toEqual([]);
    expect(made([10, 5], 20, 7, 3).last.dark).not.toEqual([]);
  });

  it('equal counting up, on days of round figures', () => {
    const random = createRandom(26);
    const pick = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
    let several = 0;
    for (let n = 0; n < tries(60); n += 1) {
      const watts = Array.from({ length: pick([2, 2, 3]) }, () => pick([2.5, 5, 10, 20]));
      const [cellWh, hours] = [pick([10, 20, 40]), pick([2, 3, 4, 5, 6, 7])];
      const found = made(watts, cellWh, hours, 0).last.cells();
      const more = found.reduce((sum, c) => sum + c.more, 0);
      let least = 0;
      while (made(watts, cellWh, hours, least).last.dark.length > 0) least += 1;
      expect({ n, watts, cellWh, hours, enough: found.every((c) => c.enough), more }).toEqual({
        ...{ n, watts, cellWh, hours, enough: true },
        more: least,
      });
      if (more > 1) several += 1;
    }
    expect(several).toBeGreaterThan(tries(60) / 3);
  });
});

describe('every device is judged', () => {
  const findingsOf = ({ assembly, book, last }: ReturnType<typeof lastOf>) =>
    lastChecks.flatMap((c) =>
      c.find({ assembly, parts: book, mode: undefined, last, offers: true }),
    );
  /** A body of 10 W on its brick, and a screen of which nobody knows what it draws on one of its own. */
  const withUnknown = (bodyWh: number, own = 30) =>
    lastOf(
      [brick('brick', bodyWh), device('screen', undefined), brick('own', own)],
      [onPlate('brick'), onA('screen'), joint('o', 'own.face', 'screen.bay')],
    );

  it('one whose draw nobody knows hides no other that is surely dark: 47.5 Wh at 10 W are 4:45 h', () => {
    const made = withUnknown(47.5);
    expect(made.last.dark.map((d) => [d.itemId, d.perhaps])).toEqual([
      ['screen', true],
      ['body', false],
    ]);
    const told = findingsOf(made);
    expect(told.map((f) => [f.code, f.weight, f.items[0]])).toEqual([
      ['goes-dark', 'risk', 'body'],
      ['goes-dark', 'note', 'screen'],
    ]);
    expect(told[0]!.facts).toMatchObject({ atH: { low: 4.75, high: 4.75 }, unknown: [] });
  });

  it('says of the take only what is as sure as the rest', () => {
    // A screen that is surely dark, beside a camera of which it is open: nothing is said of the take.
    const made = lastOf(
      [{ ...station, draw: {} }, brick('brick', 40), device('screen', 10), brick('own', 20)],
      [onPlate('brick'), onA('screen'), joint('c', 'own.face', 'screen.bay')],
    );
    const [sure, open] = findingsOf(made).filter((f) => f.code === 'goes-dark');
    expect([sure!.items[0], sure!.facts]).toMatchObject(['screen', { takeEndsH: undefined }]);
    expect([open!.items[0], open!.weight]).toEqual(['body', 'note']);
  });

  it('where only what is not known leaves it open the figure is open, and no ✓', () => {
    const made = withUnknown(60);
    expect(findingsOf(made).map((f) => f.weight)).toEqual(['note']);
    expect(lastQuestion.figure(made.last, { stops: 0, risk: 0, note: 1 }).state).toBe('open');
    // 16 W for six hours are 96 Wh: then even the thirstiest stays lit.
    const calm = withUnknown(60, 96);
    expect(findingsOf(calm)).toEqual([]);
    expect(lastQuestion.figure(calm.last, { stops: 0, risk: 0, note: 0 }).state).toBeUndefined();
  });

  it('those that go dark later on batteries of their own are named in the same finding', () => {
    const made = lastOf(
      [brick('brick', 40), device('screen', 10), brick('own', 20)],
      [onPlate('brick'), onA('screen'), joint('c', 'own.face', 'screen.bay')],
    );
    const dark = findingsOf(made).filter((f) => f.code === 'goes-dark');
    expect(dark).toHaveLength(1);
    expect(dark[0]!.facts).toMatchObject({ later: [{ itemId: 'body', atH: 4, endsTake: true }] });
  });

  it('a camera that nothing feeds has no ✓ beside it, with a battery that feeds only the screen', () => {
    const made = lastOf(
      [device('screen', 10), brick('own', 100)],
      [onA('screen'), joint('c', 'own.face', 'screen.bay')],
    );
    const figure = lastQuestion.figure(made.last, { stops: 0, risk: 0, note: 0 });
    expect(figure).toMatchObject({ detail: 'the camera has no power', state: 'risk' });
    expect(figure.main).toMatch(/^0 h/u);
    const [first] = lastQuestion.text(made.last);
    expect(first).toBe('From the start the camera has no power.');
  });

  it('an outlet of too few watts is told, and not that it is dark at once as well', () => {
    const tap = (maxW: number) =>
      lastOf(
        [
          brick('brick', 600, { ports: [socketFor('tap', 'out', { minV: 12, maxV: 16, maxW })] }),
          device('screen', 20),
          lead('one'),
        ],
        [onPlate('brick'), onA('screen')],
        [['one', 'brick.tap', 'screen.in']],
      );
    expect(findingsOf(tap(15)).map((f) => f.code)).toEqual(['draws-too-much']);
    expect(findingsOf(tap(20)).map((f) => f.code)).toEqual([]);
  });

  it('what only keeps a cell up, or has one of its own beside it, takes what there is and no more', () => {
    const codes = (effect: 'keeps' | 'runs', cellWh: number | undefined) =>
      findingsOf(
        lastOf(
          [
            brick('brick', 600, {
              ports: [socketFor('tap', 'out', { minV: 12, maxV: 16, maxW: 15 })],
            }),
            device('screen', 20, {
              ports: [socketFor('in', 'in', { minV: 7, maxV: 17, effect })],
              ...(cellWh ? { innerCell: true, cell: { energyWh: cellWh } } : {}),
            }),
            lead('one'),
          ],
          [onPlate('brick'), onA('screen')],
          [['one', 'brick.tap', 'screen.in']],
        ),
      ).map((f) => f.code);
    // 5 W of 30 Wh are six hours.
    expect(codes('keeps', 30)).toEqual([]);
    expect(codes('runs', 30)).toEqual([]);
    expect(codes('runs', 29)).toEqual(['goes-dark']);
    expect(codes('runs', undefined)).toEqual(['draws-too-much']);
  });
});

/** 20 W on cells of 20 Wh, with a charger of 16.5 W beside it all day: each goes in with 0.825 of what the last one had. */
const round = (spares: number, swapApartMin?: number) => {
  const charger = cube('charger', 100, {
    kind: 'charger',
    mounts: [mountAt('bay', 'v-mount', 'plate', [0, 0, 50], [0, 0, 1], [1, 0, 0])],
    charger: { bayW: 16.5 },
  });
  const stretches = [{ name: 'x', hours: 6, record: 1, idle: 0, mains: true }];
  const made = lastOf(
    [{ ...station, draw: { recordW: 20 } }, brick('brick', 20)],
    [onPlate('brick')],
    [],
    {
      brief: day(6, { stretches }),
      spare: [charger, ...Array.from({ length: spares }, (_, i) => brick(`spare-${i}`, 20))],
      ...(swapApartMin ? { settings: { swapApartMin } } : {}),
    },
  );
  return made;
};

describe('half-charged cells', () => {
  it('going round are not called enough: swaps stand 20 min apart, or as the setting says', () => {
    const made = round(1);
    expect(made.last.dark).toEqual([]);
    const [haste] = made.last.haste;
    expect(haste!.apartH).toBeLessThan(1 / 3);
    const told = lastChecks
      .flatMap((c) =>
        c.find({
          assembly: made.assembly,
          parts: made.book,
          mode: undefined,
          last: made.last,
          offers: true,
        }),
      )
      .filter((f) => f.code === 'swaps-in-haste');
    expect(told.map((f) => [f.weight, f.remedies.length])).toEqual([['risk', 1]]);
    const more = made.last.cells().reduce((sum, c) => sum + c.more, 0);
    expect(more).toBeGreaterThan(0);
    expect(round(1 + more).last.haste).toEqual([]);
    expect(round(more).last.haste.length + round(more).last.dark.length).toBeGreaterThan(0);
    // Who does not mind is not told.
    expect(round(1, 1).last.haste).toEqual([]);
  });

  it('more of them save swaps, which stands beside', () => {
    const trades = round(1).last.trades();
    // Two cells: after 1, 2, 2.825 h … ; three full ones and what the charger has by then: once an hour.
    expect(trades[0]).toMatchObject({ more: 0 });
    expect(trades.at(-1)!.swaps).toBe(5);
    expect(trades[0]!.swaps).toBeGreaterThan(10);
    // Where each is full when it goes in there is nothing to trade.
    expect(round(9).last.trades()).toEqual([]);
  });
});

describe('what the day of a rig is lacking', () => {
  it('is worked out again for a setup that is not looked at, once a setting or a setup that its day names changes', () => {
    const { assembly, book } = round(1);
    const { rig } = assembly;
    const [fed] = rig.setups as [Setup];
    const bare: Setup = { ...fed, id: 'bare', joints: [], cables: [] };
    const two = { ...rig, setups: [bare, fed] };
    const lacking = (of: Rig) =>
      listRigLacking(placeSetup(of, of.setups[0]!, book), book, of.brief).map((m) => m.count);
    expect(lacking(two)).not.toEqual([]);
    // Who does not mind swaps in haste needs no more.
    expect(lacking({ ...two, settings: { swapApartMin: 1 } })).toEqual([]);
    // A third setup whose own day is spent with the fed one lacks what that lacks, and no more once that is empty.
    const named = fed.id;
    const stretches = [{ name: 'x', hours: 6, record: 1, idle: 0, mains: true, setup: named }];
    const spent = { ...two, setups: [{ ...bare }, fed], brief: day(6, { stretches }) };
    expect(lacking(spent)).not.toEqual([]);
    expect(lacking({ ...spent, setups: [spent.setups[0]!, { ...bare, id: named }] })).toEqual([]);
  });
});

describe('what a day takes', () => {
  it('is counted once for a setup as it is wired, and anew once its wiring, its day or its kit is another', () => {
    const { assembly, book } = round(1);
    const { rig } = assembly;
    const [setup] = rig.setups as [Setup];
    const takesOf = (of: Rig) =>
      measureLast(placeSetup(of, of.setups[0]!, book), book, of.brief).takes();
    const first = takesOf(rig);
    expect(first.more).not.toEqual([]);
    const slid = { ...setup, joints: setup.joints.map((j) => ({ ...j, slideMm: j.slideMm + 1 })) };
    expect(takesOf({ ...rig, setups: [slid] })).toBe(first);
    const others: Rig[] = [
      { ...rig, settings: { swapApartMin: 1 } },
      { ...rig, brief: day(1) },
      { ...rig, setups: [{ ...setup, joints: [] }] },
      { ...rig, setups: [{ ...setup, brief: { day: { hoursOn: 1 } } }] },
      { ...rig, kit: [...rig.kit, { ...rig.kit.at(-1)!, id: 'one-more' }] },
    ];
    for (const other of others) {
      takesOf(rig);
      // By a kit of its own nothing is known of it.
      expect(takesOf(other)).toEqual(takesOf({ ...other, kit: [...other.kit] }));
    }
    expect(takesOf(others[0]!).more).toEqual([]);
    expect(takesOf(others[1]!)).not.toEqual(first);
  });
});

describe('a day of setups', () => {
  it('is the same from whichever of them it is looked at', () => {
    const parts = [brick('brick', 40), device('screen', 10), lead('one'), station];
    const kit = parts.map((p) => ({ id: p.id, partId: p.id, owned: true }));
    const made = createPowerRig(
      parts,
      [onPlate('brick'), onA('screen')],
      [['one', 'body.raw', 'screen.in']],
      { kit },
    );
    const [fed] = made.rig.setups;
    // The same with the screen on it and nothing that feeds it.
    const unfed = { ...fed!, id: 'unfed', cables: [] };
    const stretches = [
      { name: 'a', hours: 3, record: 1, idle: 0, setup: fed!.id },
      { name: 'b', hours: 3, record: 1, idle: 0, setup: 'unfed' },
    ];
    const rig = { ...made.rig, setups: [fed!, unfed], brief: day(6, { stretches }) };
    const seen = rig.setups.map((s) => {
      const { first, dark, cells } = measureLast(
        placeSetup(rig, s, made.parts),
        made.parts,
        rig.brief,
      );
      return { first, dark, cells: cells().map((c) => [c.store, c.used, c.more]) };
    });
    expect(seen[0]).toEqual(seen[1]);
    // 20 W: dark after two hours, and not at once for the sake of the setup that feeds it nothing.
    expect(seen[0]!.first!.betweenH).toEqual({ low: 2, high: 2 });
  });
});

describe('the hours of a day', () => {
  it('are told by the clock where it is said when it begins, past midnight too', () => {
    expect(sayDayHour({ startsAtH: 6.5 }, 2.75)).toBe('09:15');
    expect(sayDayHour({ startsAtH: 22.5 }, 2)).toBe('00:30 (+1)');
    expect(sayDayHour({ startsAtH: 23 }, 0.9999)).toBe('00:00 (+1)');
    expect(sayDayHour({ startsAtH: undefined }, 2.75)).toBe('2 h 45 min');
    expect(planDay({ day: { startsAt: '06:30', hoursOn: 4 } }).startsAtH).toBe(6.5);
  });
});

describe('what a change would do', () => {
  it('one cell fewer, one more, and the first hour of mains gone are run as days of their own', () => {
    const charger = cube('charger', 300, {
      kind: 'charger',
      charger: { bayW: 60 },
      mounts: [mountAt('bay', 'v-mount', 'plate', [0, 0, 0], [0, 0, 1], [1, 0, 0])],
    });
    const brief = day(0, {
      stretches: [
        { name: 'One', hours: 6, record: 1, idle: 0 },
        { name: 'Break', hours: 1, record: 0, idle: 0, mains: true },
        { name: 'Two', hours: 9, record: 1, idle: 0 },
      ],
    });
    const { last } = lastOf([brick('one', 60)], [onPlate('one')], [], {
      brief,
      spare: [brick('two', 60), charger],
    });
    // 15 h at 10 W are 150 Wh: 60 + 60, and 60 out of the hour near mains.
    expect(last.first).toBeUndefined();
    const changes = last.changes();
    expect(changes.cells).toMatchObject([{ store: 'one', moreDarkAtH: 'never' }]);
    // Alone it stays on the plate and is never charged.
    expect(changes.cells[0]!.lessDarkAtH).toBeCloseTo(7, 6);
    expect(changes.withoutMainsDarkAtH).toBeCloseTo(13, 6);
  });

  it('a stretch that names another setup is run with what stands on it', () => {
    const { rig, parts: book } = createPowerRig(
      [brick('one', 60), device('near', 8), lead('wire')],
      [onPlate('one'), onA('near')],
      [['wire', 'body.raw', 'near.in']],
      {
        brief: day(0, {
          stretches: [
            { name: 'One', hours: 2, record: 1, idle: 0 },
            { name: 'Two', hours: 2, record: 1, idle: 0, setup: 'bare' },
          ],
        }),
      },
    );
    const [low] = rig.setups;
    const bare = {
      ...low!,
      id: 'bare',
      name: 'Bare',
      cables: [],
      joints: low!.joints.filter((j) => j.child.item === 'one'),
    };
    const both = { ...rig, setups: [low!, bare] };
    const left = (setup: Setup) =>
      measureLast(placeSetup(both, setup, book), book, rig.brief)
        .worst.charge.get('one')!
        .at(-1)!.wh;
    // 2 h at 18 W and 2 h at 10 W; looked at from the bare one the first stretch is bare too.
    expect(left(low!)).toBeCloseTo(60 - 36 - 20, 9);
    expect(left(bare)).toBeCloseTo(60 - 20 - 20, 9);
  });
});
