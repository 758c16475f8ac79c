import { describe, expect, it } from '@jest/globals';
import { findChain, measureReachOver } from '../fit/index.js';
import { cube, mountAt } from '../testing/rigs.js';
import { comparePrices, findBestPrice, findForeignPrice, readPrice } from './index.js';

const yen = (minor: number) => ({ minor, currency: 'JPY' });
const eur = (minor: number) => ({ minor, currency: 'EUR' });
/** 160 yen are a euro. */
const purse = {
  currency: 'EUR',
  rates: [{ from: 'JPY', to: 'EUR', rate: 0.00625, on: '2026-11-01' }],
};

describe('prices of several currencies', () => {
  it('meet in one: JPY 12 000 are EUR 75 and cheaper than EUR 90, JPY 16 000 are EUR 100 and dearer', () => {
    const of = (id: string, price: { minor: number; currency: string }) => cube(id, 1, { price });
    const euros = of('euros', eur(9000));
    const byPrice = comparePrices(purse);
    expect(readPrice(of('few', yen(12_000)), purse)).toBe(7500);
    expect(byPrice(of('few', yen(12_000)), euros)).toBeLessThan(0);
    expect(byPrice(of('many', yen(16_000)), euros)).toBeGreaterThan(0);
    expect(byPrice(of('same', yen(14_400)), euros)).toBe(0);
  });

  it('without a rate come after all that has one, among them as they are', () => {
    const byPrice = comparePrices({ currency: 'EUR' });
    const [foreign, dear, unpriced] = [
      cube('a', 1, { price: yen(1) }),
      cube('b', 1, { price: eur(99_999) }),
      cube('c', 1),
    ];
    expect(byPrice(foreign, dear)).toBeGreaterThan(0);
    expect(byPrice(foreign, unpriced)).toBe(0);
    expect([findForeignPrice(foreign), findForeignPrice(unpriced)]).toEqual([yen(1), undefined]);
  });

  it('an offer alone is a price too, and one that only lacks a rate is told as such', () => {
    const offered = cube('a', 1, {
      offers: [{ seller: 'Quay', on: '2026-11-01', price: yen(8000) }],
    });
    expect(findBestPrice(offered, 'EUR', purse.rates)?.price).toEqual(eur(5000));
    expect(findBestPrice(offered, 'EUR', [])).toBeUndefined();
    expect(findForeignPrice(offered)).toEqual(yen(8000));
  });

  it('a chain of adaptors is the cheapest by what its links cost in that currency', () => {
    const adaptor = (id: string, price: { minor: number; currency: string } | undefined) =>
      cube(id, 20, {
        kind: 'adaptor',
        ...(price ? { price } : {}),
        mounts: [
          mountAt('in', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
            thread: { lengthMm: 6 },
            carrier: true,
          }),
          mountAt('out', 'cold-shoe', 'shoe', [0, 0, 10], [0, 0, 1], [1, 0, 0]),
        ],
      });
    const from = mountAt('m', 'quarter-20', 'socket', [0, 0, 0], [0, 0, 1], [1, 0, 0]);
    const foot = cube('foot', 50, {
      kind: 'monitor',
      mounts: [mountAt('f', 'cold-shoe', 'foot', [0, 0, 0], [0, 0, -1], [1, 0, 0])],
    });
    const over = (minor: number, rates: typeof purse.rates = purse.rates) => {
      const all = [
        adaptor('euros', eur(9000)),
        adaptor('yen', yen(minor)),
        adaptor('none', undefined),
      ];
      const chain = findChain(measureReachOver(from, all, 'price', { ...purse, rates }), foot)!;
      return [chain.links[0]!.part.id, chain.priceMinor, chain.priceKnown];
    };
    expect(over(12_000)).toEqual(['yen', 7500, true]);
    expect(over(16_000)).toEqual(['euros', 9000, true]);
    // Without a rate its price is not known, and a known one goes first.
    expect(over(12_000, [])).toEqual(['euros', 9000, true]);
  });
});
