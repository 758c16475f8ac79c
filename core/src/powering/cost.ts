import type { Part } from '../part/index.js';
import type { KitItem } from '../rig/index.js';
import { findBestPrice } from '../price/index.js';
import type { ExchangeRate } from '../units/index.js';

/**
 * What a way of powering brings onto the rig, compared one after the other: parts without a price, money in minor units of the
 * brief's currency, parts without a mass, grams carried, leads. What stands on the rig already costs nothing.
 */
export type Cost = readonly [
  unpriced: number,
  moneyMinor: number,
  unweighed: number,
  massG: number,
  leads: number,
];

export const noCost: Cost = [0, 0, 0, 0, 0];

export function addCosts(a: Cost, b: Cost): Cost {
  return [a[0] + b[0], a[1] + b[1], a[2] + b[2], a[3] + b[3], a[4] + b[4]];
}

/** Below 0 where `a` is the better one; 0 where both are alike. Adding the same to both changes nothing. */
export function compareCosts(a: Cost, b: Cost): number {
  for (const i of [0, 1, 2, 3, 4] as const) {
    // Sums of the same grams in another order differ by a rounding.
    if (Math.abs(a[i] - b[i]) > 1e-6) return a[i] - b[i];
  }
  return 0;
}

/** What one more individual costs; `carried` is false of what is worn, `isLead` true of a lead. */
export function measureCost(
  item: KitItem,
  part: Part,
  currency: string,
  rates: readonly ExchangeRate[],
  { carried = true, isLead = false } = {},
): Cost {
  const isFree = item.owned || item.comesWith !== undefined;
  const minor = isFree ? 0 : findBestPrice(part, currency, rates)?.price.minor;
  const massG = carried ? (item.measuredMassG ?? part.massG) : 0;
  return [
    minor === undefined ? 1 : 0,
    minor ?? 0,
    massG === undefined ? 1 : 0,
    massG ?? 0,
    isLead ? 1 : 0,
  ];
}
