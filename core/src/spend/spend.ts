import type { Brief } from '../brief/index.js';
import { listRigLacking, readLast } from '../day/index.js';
import { hasTrait, type PartBook } from '../part/index.js';
import { findBestPrice, findForeignPrice, readPrice } from '../price/index.js';
import { listSetupItems, type Assembly } from '../rig/index.js';
import { convertMoney, type Money } from '../units/index.js';

/** What one wished part costs, and where that price is from. */
export interface SpendLine {
  readonly itemId: string;
  readonly partId: string;
  /** In the brief's currency. */
  readonly price: Money;
  /** The seller of the best offer, or undefined for the list price. */
  readonly seller: string | undefined;
  readonly on: string | undefined;
  /** The price as it was stated, where it was in another currency. */
  readonly converted: Money | undefined;
}

/** Batteries that the day takes more than there are, so many of a part, and what they cost together. */
export interface DayLine {
  readonly partId: string;
  readonly name: string;
  readonly count: number;
  /** In the brief's currency; undefined where no price is known in it. */
  readonly price: Money | undefined;
}

/** The answer to "what does it cost and weigh?". */
export interface Spend {
  readonly toSpend: Money;
  readonly lines: readonly SpendLine[];
  /** What the day is lacking beyond the kit: part of the sum. */
  readonly forTheDay: readonly DayLine[];
  /** Wished for without a price: the sum leaves them out. */
  readonly unpriced: readonly string[];
  /** Priced in a currency for which the brief has no rate: left out as well. */
  readonly withoutRate: readonly { readonly itemId: string; readonly price: Money }[];
  readonly limit: Money | undefined;
  /** A limit in a currency for which the brief has no rate: nothing is held against it. */
  readonly limitWithoutRate: Money | undefined;
  readonly carriedG: number;
  readonly carryLimitG: number | undefined;
  readonly unweighed: readonly string[];
}

/** Grams in the hands: all parts of the setup and its leads, but what stands on the ground or is worn. */
function measureCarriedG(assembly: Assembly): number {
  const worn = new Set(assembly.setup.worn ?? []);
  return (
    assembly.leadMassG +
    assembly.items.reduce(
      (sum, p) =>
        hasTrait(p.part, 'grounded') || worn.has(p.item.id) ? sum : sum + (p.mass?.massG ?? 0),
      0,
    )
  );
}

/** Money still to spend on the whole rig, or on this setup where its brief limits that; grams carried in this setup. */
export function measureSpend(assembly: Assembly, brief: Brief, parts: PartBook): Spend {
  const { currency } = brief;
  const rates = brief.rates ?? [];
  const lines: SpendLine[] = [];
  const unpriced: string[] = [];
  const withoutRate: { itemId: string; price: Money }[] = [];
  // A setup with a limit of money of its own is judged by what it and its day use; else the whole rig is.
  const takes = readLast(assembly, parts, brief).takes();
  const stage = assembly.setup.brief?.limits?.spend
    ? new Set([
        ...listSetupItems(assembly.setup),
        ...takes.cells,
        ...takes.chargers,
        ...takes.media,
      ])
    : undefined;
  // The whole rig is paid for once, whichever of its setups the day is spent with.
  const more = stage ? takes.more : listRigLacking(assembly, parts, brief);
  const forTheDay = more.map(({ part, count }): DayLine => {
    const minor = readPrice(part, brief);
    const price = minor === undefined ? undefined : { minor: minor * count, currency };
    return { partId: part.id, name: part.name, count, price };
  });
  for (const item of assembly.rig.kit) {
    if (stage && !stage.has(item.id)) continue;
    if (item.owned || item.comesWith !== undefined) continue;
    const part = parts.get(item.partId);
    if (!part) continue;
    const best = findBestPrice(part, currency, rates);
    if (best) {
      lines.push({
        itemId: item.id,
        partId: part.id,
        price: best.price,
        seller: best.seller,
        on: best.on,
        converted: best.stated.currency === currency ? undefined : best.stated,
      });
      continue;
    }
    const foreign = findForeignPrice(part);
    if (foreign) withoutRate.push({ itemId: item.id, price: foreign });
    else unpriced.push(item.id);
  }
  const limit = brief.limits.spend && convertMoney(brief.limits.spend, currency, rates);
  return {
    toSpend: {
      minor: [...lines, ...forTheDay].reduce((sum, l) => sum + (l.price?.minor ?? 0), 0),
      currency,
    },
    lines,
    forTheDay,
    unpriced,
    withoutRate,
    limit,
    limitWithoutRate: limit ? undefined : brief.limits.spend,
    carriedG: measureCarriedG(assembly),
    carryLimitG: brief.limits.carryG,
    unweighed: assembly.unweighed.map((p) => p.item.id),
  };
}
