import { describe, expect, it } from '@jest/globals';
import { measureReport } from '../report/index.js';
import { sayFigure } from '../wording/index.js';
import type { Brief } from '../brief/index.js';
import type { Vec3 } from '../placement/index.js';
import { body, createTestRig, cube, handle, joint, mountAt, weightAhead } from '../testing/rigs.js';
import { convertMoney, measureMinorDigits } from '../units/index.js';
import { findBestPrice } from '../price/index.js';

const eur = (minor: number) => ({ minor, currency: 'EUR' });
const usd = (minor: number) => ({ minor, currency: 'USD' });
const rates = [{ from: 'USD', to: 'EUR', rate: 0.9, on: '2026-11-01' }];

describe('money', () => {
  it('is converted in whole minor units: USD 10.01 at 0.9 are EUR 9.01', () => {
    expect(convertMoney(usd(1001), 'EUR', rates)).toEqual(eur(901));
  });

  it('crosses currencies of other digits: JPY 1000 at 0.006 are EUR 6.00', () => {
    const yen = [{ from: 'JPY', to: 'EUR', rate: 0.006, on: '2026-11-01' }];
    expect(measureMinorDigits('JPY')).toBe(0);
    expect(convertMoney({ minor: 1000, currency: 'JPY' }, 'EUR', yen)).toEqual(eur(600));
  });

  it('is rounded half up by its decimal digits: USD 1.65 at 0.7 are EUR 1.155, so 1.16', () => {
    const at = (rate: number) => [{ from: 'USD', to: 'EUR', rate, on: '2026-11-01' }];
    expect(convertMoney(usd(165), 'EUR', at(0.7))).toEqual(eur(116));
    expect(convertMoney(usd(165), 'EUR', at(0.69999))).toEqual(eur(115));
    // Tiny and huge rates as they are written: 5 ∕ 10 000 000 of 10 000 000.00.
    expect(convertMoney(usd(1_000_000_000), 'EUR', at(5e-7))).toEqual(eur(500));
    expect(convertMoney(usd(3), 'EUR', at(1e9))).toEqual(eur(3_000_000_000));
    // Every half of a cent goes up, whichever rate of two digits makes it.
    const wrong: unknown[] = [];
    for (let hundredths = 1; hundredths <= 300; hundredths += 1) {
      const rate = at(hundredths / 100);
      for (let minor = 1; minor <= 200; minor += 1) {
        const got = convertMoney(usd(minor), 'EUR', rate)!.minor;
        const right = Math.floor((minor * hundredths + 50) / 100);
        if (got !== right) wrong.push({ hundredths, minor, got, right });
      }
    }
    expect(wrong).toEqual([]);
  });

  it('is not converted against the grain of a rate', () => {
    expect(convertMoney(eur(100), 'USD', rates)).toBeUndefined();
  });
});

describe('the best price', () => {
  const part = cube('p', 1, {
    price: eur(10000),
    offers: [
      { seller: 'Quay', price: eur(9500), on: '2026-10-01' },
      { seller: 'Slip', price: usd(10000), on: '2026-11-01' },
    ],
  });

  it('is the cheapest in the brief’s currency, with its seller and day', () => {
    expect(findBestPrice(part, 'EUR', rates)).toMatchObject({
      price: eur(9000),
      seller: 'Slip',
      on: '2026-11-01',
    });
    expect(findBestPrice(part, 'EUR', [])).toMatchObject({ price: eur(9500), seller: 'Quay' });
  });

  it('of two offers alike the newer one counts', () => {
    const offer = (seller: string, on: string) => ({
      seller,
      on,
      price: { minor: 900, currency: 'EUR' },
    });
    const part = cube('p', 1, {
      price: { minor: 1000, currency: 'EUR' },
      offers: [offer('old', '2026-01-02'), offer('new', '2026-03-04'), offer('mid', '2026-02-03')],
    });
    expect(findBestPrice(part, 'EUR', [])).toMatchObject({ seller: 'new', on: '2026-03-04' });
  });

  it('keeps the list price where an offer is no better, and is none where nothing is priced', () => {
    expect(findBestPrice({ ...part, price: eur(9500) }, 'EUR', [])?.seller).toBeUndefined();
    expect(findBestPrice(cube('q', 1), 'EUR', rates)).toBeUndefined();
  });
});

describe('spend and carry', () => {
  const wished = (brief: Brief) =>
    createTestRig(
      [body, { ...handle, price: eur(7400) }, { ...weightAhead, price: usd(1000) }],
      [joint('h', 'handle.base', 'body.rail'), joint('w', 'weight.base', 'body.plain')],
      {
        brief,
        kit: [
          { id: 'body', partId: 'body', owned: true },
          { id: 'handle', partId: 'handle', owned: false },
          { id: 'weight', partId: 'weight', owned: false, measuredMassG: 480 },
        ],
      },
    );
  const spendOf = (brief: Brief) => {
    const made = wished(brief);
    return measureReport(made.rig, 'low', made.parts).spend;
  };

  it('counts what is wished for and not what is owned', () => {
    expect(spendOf({ currency: 'EUR', limits: {}, rates }).toSpend).toEqual(eur(7400 + 900));
  });

  it('leaves out what has no rate, and says so', () => {
    const spend = spendOf({ currency: 'EUR', limits: {} });
    expect(spend.toSpend).toEqual(eur(7400));
    expect(spend.withoutRate).toEqual([{ itemId: 'weight', price: usd(1000) }]);
  });

  it('tells prices of one currency without a rate in one, with their sum', () => {
    const usdPriced = (id: string) => ({ ...cube(id, 1), price: usd(1000) });
    const { rig, parts } = createTestRig([body, usdPriced('a'), usdPriced('b')], [], {
      brief: { currency: 'EUR', limits: {} },
      kit: ['body', 'a', 'b'].map((id) => ({ id, partId: id, owned: id === 'body' })),
      setup: { worn: ['a', 'b'] },
    });
    const told = measureReport(rig, 'low', parts).findings.filter(
      (f) => f.code === 'price-without-rate',
    );
    expect(told.map((f) => [f.items, f.facts])).toEqual([
      [['a', 'b'], { price: usd(2000), currency: 'EUR' }],
    ]);
  });

  it('carries what was weighed: 1000 + 1 + 480 g', () => {
    expect(spendOf({ currency: 'EUR', limits: {} }).carriedG).toBeCloseTo(1481, 9);
  });

  it('what stands on the ground or hangs on the belt is not carried in the hands', () => {
    const made = createTestRig(
      [body, handle, { ...weightAhead, kind: 'support' }],
      [joint('h', 'handle.base', 'body.rail'), joint('w', 'weight.base', 'body.plain')],
      { setup: { worn: ['handle'] } },
    );
    expect(measureReport(made.rig, 'low', made.parts).spend.carriedG).toBe(1000);
  });

  it('says on the strip what is spent and carried, of which limits, and that it is at least that', () => {
    const say = (brief: Brief, made = wished(brief)) =>
      sayFigure(measureReport(made.rig, 'low', made.parts), 'spend');
    const open = say({ currency: 'EUR', limits: {} });
    // The weight has a price in another currency and no rate.
    expect([open.main, open.detail]).toEqual(['≥ EUR 74', '1\u202f481 g']);
    const limited = say({ currency: 'EUR', limits: { spend: eur(70_000), carryG: 2400 }, rates });
    expect([limited.main, limited.detail]).toEqual([
      'EUR 83 of 700',
      '1\u202f481 g of 2\u202f400 g',
    ]);
    // One without any price and one without a rate count together, and do not cancel out.
    const both = createTestRig(
      [body, handle, { ...weightAhead, price: usd(1000) }],
      [joint('h', 'handle.base', 'body.rail'), joint('w', 'weight.base', 'body.plain')],
      {
        kit: ['body', 'handle', 'weight'].map((id) => ({ id, partId: id, owned: id === 'body' })),
      },
    );
    expect(say({ currency: 'EUR', limits: {} }, both).main).toBe('≥ EUR 0');
  });

  it('a setup may have limits of its own', () => {
    const made = createTestRig([body, handle], [joint('h', 'handle.base', 'body.rail')], {
      brief: { currency: 'EUR', limits: { carryG: 5000, heightMm: 500 } },
      setup: { brief: { limits: { carryG: 900 } } },
    });
    const report = measureReport(made.rig, 'low', made.parts);
    expect(report.findings.map((f) => f.code)).toContain('over-carry');
    expect(report.brief.limits.heightMm).toBe(500);
  });

  it('over its limit offers to leave out the smallest branch that is enough, never body or lens', () => {
    const lens = mountAt('rear', 'lens-mount', 'lens', [0, 0, 0], [-1, 0, 0], [0, 0, 1], {
      family: 'E',
      carrier: true,
    });
    const flange = (id: string, at: Vec3) =>
      mountAt(id, 'lens-mount', 'body', at, [1, 0, 0], [0, 0, 1], { family: 'E' });
    const made = createTestRig(
      [
        { ...body, price: eur(90_000), mounts: [...body.mounts, flange('flange', [5, 0, 0])] },
        { ...handle, price: eur(3000) },
        { ...weightAhead, price: eur(9000) },
        cube('adapter', 80, {
          kind: 'lens-adapter',
          price: eur(9500),
          mounts: [lens, flange('front', [20, 0, 0])],
        }),
        cube('lens', 400, { kind: 'lens', price: eur(70_000), mounts: [lens] }),
      ],
      [
        joint('h', 'handle.base', 'body.rail'),
        joint('w', 'weight.base', 'body.plain'),
        joint('a', 'adapter.rear', 'body.flange'),
        joint('l', 'lens.rear', 'adapter.front'),
      ],
      {
        kit: ['body', 'handle', 'weight', 'adapter', 'lens'].map((id) => ({
          id,
          partId: id,
          owned: false,
        })),
        brief: { currency: 'EUR', limits: { spend: eur(181_500 - 3000) } },
      },
    );
    const over = measureReport(made.rig, 'low', made.parts).findings.find(
      (f) => f.code === 'over-spend',
    )!;
    // EUR 30 over. The adapter bears the lens, so it stays as well.
    expect(over.remedies.map((r) => r.edit)).toEqual([
      { type: 'remove-item', setupId: 'low', itemId: 'handle' },
      { type: 'remove-item', setupId: 'low', itemId: 'weight' },
    ]);
  });
});
