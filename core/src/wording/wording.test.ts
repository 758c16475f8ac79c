import { describe, expect, it } from '@jest/globals';
import { body, createTestRig, cube, handle, joint } from '../testing/rigs.js';
import { measureReport } from '../report/index.js';
import { mountKinds } from '../part/index.js';
import {
  createNames,
  sayDeg,
  sayFastening,
  sayFree,
  sayG,
  sayLean,
  sayMm,
  sayMoney,
  sayMount,
  sayNumber,
  sayTilt,
} from '../words/index.js';
import {
  sayChain,
  sayChainCost,
  sayChange,
  sayClosing,
  sayEdit,
  sayFigure,
  sayReport,
  sayWhyNot,
  toReportJson,
} from './index.js';

describe('figures in words', () => {
  it('carry their unit, set thousands apart and never say minus nothing', () => {
    expect(sayG(2338)).toBe('2\u202f338 g');
    expect(sayMm(62)).toBe('62 mm');
    expect(sayMm(62.46)).toBe('62.5 mm');
    expect(sayNumber(-0.004, 2)).toBe('0.00');
    expect(sayDeg(-3)).toBe('−3.0°');
  });

  it('say tilt and lean as people do', () => {
    expect(sayTilt(24.93)).toBe('24.9° nose down');
    expect(sayTilt(-0.8)).toBe('0.8° nose up');
    expect(sayTilt(0.01)).toBe('level');
    expect(sayLean(1.9)).toBe('1.9° to the left');
    expect(sayLean(-1.9)).toBe('1.9° to the right');
  });

  it('say money by its currency’s own digits', () => {
    expect(sayMoney({ minor: 68400, currency: 'EUR' })).toBe('EUR 684');
    expect(sayMoney({ minor: 68450, currency: 'EUR' })).toBe('EUR 684.50');
    expect(sayMoney({ minor: 68450, currency: 'JPY' })).toBe('JPY 68\u202f450');
  });

  it('say what is left of a rail', () => {
    expect(
      sayFree([
        { fromMm: -50, toMm: -38 },
        { fromMm: 0, toMm: 30.5 },
      ]),
    ).toBe('free 12 mm and 30.5 mm');
    expect(sayFree([])).toBe('all taken');
  });

  it('name no mount twice in one breath', () => {
    for (const kind of Object.keys(mountKinds) as (keyof typeof mountKinds)[]) {
      for (const side of mountKinds[kind].sides) {
        const said = sayMount({
          id: 'm',
          kind,
          side,
          originMm: [0, 0, 0],
          normal: [0, 0, 1],
          reference: [1, 0, 0],
        });
        expect(said).not.toMatch(/\b(\w+) \1\b/);
      }
    }
  });
});

describe('candidates in words', () => {
  it('say how much of what is short they close', () => {
    const say = (closed: number, short: number, unit: Parameters<typeof sayClosing>[0]['unit']) =>
      sayClosing({ closed, short, unit });
    expect([say(0, 4.4, 'stops'), say(3, 4.4, 'stops'), say(4.4, 4.4, 'stops')]).toEqual([
      'closes nothing by itself',
      'closes 3 of 4.4 stops',
      'closes all 4.4 stops',
    ]);
    expect([say(1.5, 6, 'hours'), say(1, 1, 'pieces'), say(300, 500, 'nits')]).toEqual([
      'closes 1 h 30 min of 6 h',
      'closes it',
      '200 cd/m² too dim',
    ]);
  });

  const part = cube('p', 40, { price: { minor: 1500, currency: 'EUR' } });
  const none = {
    massG: 40,
    spendMinor: 1500,
    heightMm: 0,
    tiltDeg: 0,
    darkH: undefined as number | undefined,
    gapStops: 0,
    inputs: 0,
    short: {},
    stops: 0,
    risks: 0,
    appears: [],
    goes: [],
  };
  const say = (change: Partial<typeof none>, owned = false, own = part, keyUnknown = false) =>
    sayChange(
      {
        state: 'fits',
        part: own,
        item: { id: 'i', partId: 'p', owned },
        inDrawer: owned,
        edit: { type: 'rename', name: 'x' },
        onto: { itemId: 'i', mountId: 'm' },
        keyUnknown,
        change: { ...none, ...change },
      },
      'EUR',
    );

  it('say grams and money, and only what changes beside', () => {
    expect(say({})).toEqual(['+40 g', '+EUR 15']);
    expect(say({ darkH: 1.5, gapStops: -2.1, inputs: 2 }).slice(2)).toEqual([
      'lit ≈ 1 h 30 min longer',
      'gap −2.1 stops',
      '+2 inputs',
    ]);
    expect(say({ heightMm: 12.04, tiltDeg: -0.8, stops: 1, risks: 2 }, false, part, true)).toEqual([
      '+40 g',
      '+EUR 15',
      '+12 mm tall',
      '−0.8° tilt',
      '1 more to mend',
      '2 more risks',
      'not known whether it fits',
    ]);
    expect(say({ stops: -2, risks: 1 }).slice(2)).toEqual(['2 fewer to mend', '1 more risk']);
  });

  it('tell owned, unpriced and priced without a rate apart', () => {
    expect(say({ spendMinor: 0 }, true)[1]).toBe('owned');
    expect(say({ spendMinor: 0 }, false, cube('q', 40))[1]).toBe('no price');
    const abroad = cube('r', 40, { price: { minor: 900, currency: 'USD' } });
    expect(say({ spendMinor: 0 }, false, abroad)[1]).toBe('USD 9, no rate');
  });

  it('say why not', () => {
    const why = (reason: 'mount-taken' | 'no-room' | 'kinds') =>
      sayWhyNot({
        state: 'does-not-fit',
        part,
        item: { id: 'i', partId: 'p', owned: false },
        inDrawer: false,
        why: { reason },
        chains: [],
      });
    expect(why('mount-taken')).toBe('the mount is taken');
    expect(why('no-room')).toMatch(/long enough/);
    expect(why('kinds')).toMatch(/different kinds/);
  });
});

describe('the report in words', () => {
  const { rig, parts } = createTestRig(
    [body, { ...handle, massG: undefined }],
    [joint('h', 'handle.base', 'body.rail')],
    {
      setup: { hold: 'low' },
    },
  );
  const report = measureReport(rig, 'low', parts);

  it('says what is not known and what a sum leaves out', () => {
    expect(sayFigure(report, 'light')).toMatchObject({ main: 'not known', state: 'open' });
    expect(sayFigure(report, 'sound')).toMatchObject({ main: 'no input', state: 'open' });
    expect(sayFigure(report, 'spend').detail).toBe('≥ 1\u202f000 g');
    expect(sayFigure(report, 'hang').detail).toMatch(/unweighed/);
    // By the weighed parts alone no ✓ is given, however it hangs.
    expect(sayFigure(report, 'hang').state).toBe('open');
    // Without the collision library nothing was looked at but the mates.
    expect(sayFigure(report, 'fit').detail).toBe('room not checked yet');
    expect(sayReport(report, parts)).toMatch(/handle, mass not known — NATO rail/);
  });

  it('is plain JSON without gaps', () => {
    const text = JSON.stringify(toReportJson(report, parts));
    expect(JSON.parse(text)).toMatchObject({
      setup: 'low',
      parts: [
        { item: 'body', massG: 1000 },
        { item: 'handle', massG: null },
      ],
    });
    expect(text).not.toMatch(/NaN|undefined/);
  });
});

describe('how a joint is made', () => {
  it('says seconds, the way on and what it bears, as far as they are stated', () => {
    const clamp = cube('clamp', 1, {
      mounts: [
        {
          id: 'base',
          kind: 'nato-rail',
          side: 'clamp',
          originMm: [0, 0, 0],
          normal: [0, 0, -1],
          reference: [1, 0, 0],
          clampLengthMm: 20,
          entry: 'end',
          fastening: { tool: 'thumb', seconds: 5 },
          bears: { massG: 350, momentNm: 2 },
        },
      ],
    });
    const { rig, parts } = createTestRig([body, clamp], [joint('c', 'clamp.base', 'body.rail')]);
    const [placed] = measureReport(rig, 'low', parts).assembly.joints;
    expect(sayFastening(placed!)).toBe(
      '5 s to fasten · goes on over the end · bears 350 g · bears 2.00 N·m',
    );
    const plain = createTestRig([body, handle], [joint('h', 'handle.base', 'body.rail')]);
    expect(sayFastening(measureReport(plain.rig, 'low', plain.parts).assembly.joints[0]!)).toBe('');
  });
});

describe('chains and remedies in words', () => {
  const chain = {
    links: [{ part: cube('Cleat', 22), carriedBy: 'a', carriesBy: 'b' }],
    own: 'x',
    priceMinor: 1500,
    massG: 22,
    heightMm: 9,
    joints: 1,
    friction: 1,
    losesPins: true,
    priceKnown: true,
    massKnown: true,
  };
  const edit = { type: 'rename' as const, name: 'x' };

  it('say what a chain is best in, adds and loses', () => {
    const offered = { chain, bestIn: ['price' as const, 'joints' as const], edit };
    expect(sayChain(offered)).toBe('Cleat');
    expect(sayChainCost(offered, 'EUR')).toEqual([
      'cheapest, fewest joints',
      '+22 g',
      '+EUR 15',
      '9 mm taller',
      '1 more joint',
      'pins lost',
      '1 holds by friction',
    ]);
    expect(
      sayChainCost({ ...offered, chain: { ...chain, priceKnown: false, massKnown: false } }, 'EUR'),
    ).toEqual(expect.arrayContaining(['mass not known', 'price not known']));
  });

  it('an adaptor put between two halves is one short label', () => {
    const { rig, parts } = createTestRig([body, handle], [joint('h', 'handle.base', 'body.rail')]);
    const names = createNames(measureReport(rig, 'low', parts).assembly, parts);
    const add = {
      type: 'add-part' as const,
      setupId: 'low',
      item: { id: 'new-handle', partId: 'handle', owned: false },
      joint: joint('j', 'new-handle.base', 'body.plain'),
    };
    const move = {
      type: 'move' as const,
      setupId: 'low',
      jointId: 'h',
      childMount: 'base',
      parent: { item: 'new-handle', mount: 'top' },
      slideMm: 0,
      turnDeg: 0,
    };
    expect(sayEdit({ type: 'all', edits: [add, move] }, names)).toBe(
      'Move handle to upper ¼″-20 of body, with handle between',
    );
    const here = { ...add, joint: joint('j', 'new-handle.base', 'body.rail') };
    expect(sayEdit({ type: 'all', edits: [here, move] }, names)).toBe(
      'Put handle between body and handle',
    );
    const slide = { type: 'slide' as const, setupId: 'low', jointId: 'h', slideMm: 5 };
    const screw = { type: 'set-screw' as const, setupId: 'low', jointId: 'h', screwMm: 6 };
    expect(sayEdit({ type: 'all', edits: [slide, screw] }, names)).toBe(
      'Slide handle by 5 mm, to 5 mm, then use a screw of 6 mm',
    );
  });
});
