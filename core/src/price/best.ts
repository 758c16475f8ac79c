import { mergeBrief } from '../brief/index.js';
import type { Part } from '../part/index.js';
import type { Assembly } from '../rig/index.js';
import { convertMoney, type ExchangeRate, type Money } from '../units/index.js';

/** The currency in which prices are compared, and what others are worth in it. A brief is one. */
export interface Purse {
  readonly currency: string;
  readonly rates?: readonly ExchangeRate[] | undefined;
}

/** The purse from which a setup is paid. */
export const findPurse = ({ rig, setup }: Pick<Assembly, 'rig' | 'setup'>): Purse =>
  mergeBrief(rig.brief, setup.brief);

/** What a part costs at best, and where that price is from. */
export interface BestPrice {
  readonly price: Money;
  readonly stated: Money;
  /** The seller of the best offer and its day; undefined for the list price. */
  readonly seller: string | undefined;
  readonly on: string | undefined;
}

/** List price and offers as they were stated: the list price first, then the newer offer. */
const listStated = (part: Part): Omit<BestPrice, 'price'>[] => [
  ...(part.price ? [{ stated: part.price, seller: undefined, on: undefined }] : []),
  ...[...(part.offers ?? [])]
    .sort((a, b) => (a.on < b.on ? 1 : -1))
    .map((o) => ({ stated: o.price, seller: o.seller, on: o.on })),
];

/**
 * The cheapest of a part's list price and offers, in a currency; ties keep the list price, then the newer offer. Undefined where
 * it has none, or none for which there is a rate: {@link findForeignPrice} tells the two apart.
 */
export function findBestPrice(
  part: Part,
  currency: string,
  rates: readonly ExchangeRate[],
): BestPrice | undefined {
  let best: BestPrice | undefined;
  for (const one of listStated(part)) {
    const price = convertMoney(one.stated, currency, rates);
    if (price && (!best || price.minor < best.price.minor)) best = { ...one, price };
  }
  return best;
}

/** A price that a part states and for which there is no rate; undefined where it states none. */
export const findForeignPrice = (part: Part): Money | undefined => listStated(part)[0]?.stated;

/** What a part costs at best, in minor units of the purse's currency; undefined where that is not known. */
export const readPrice = (part: Part, { currency, rates = [] }: Purse): number | undefined =>
  findBestPrice(part, currency, rates)?.price.minor;

/** Sorts the cheaper first, and last what has no price in this purse; ties are left. */
export const comparePrices =
  (purse: Purse) =>
  (a: Part, b: Part): number => {
    const [x, y] = [readPrice(a, purse) ?? Infinity, readPrice(b, purse) ?? Infinity];
    return x === y ? 0 : x - y;
  };
