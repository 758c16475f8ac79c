import { z } from 'zod';

/** An ISO 4217 code such as EUR. */
export const Currency = z
  .string()
  .regex(/^[A-Z]{3}$/, 'a currency is three capital letters, such as EUR');

/** An amount of money: whole minor units (cents) and the currency they are counted in. */
export const Money = z.strictObject({
  minor: z
    .int('an amount is a whole number of minor units (cents)')
    .min(0)
    .max(1e12, 'an amount is at most 10 000 000 000.00'),
  currency: Currency,
});
export type Money = z.infer<typeof Money>;

/** What one unit of another currency is worth in the brief's, and of which day that is. */
export const ExchangeRate = z.strictObject({
  from: Currency,
  to: Currency,
  rate: z.number().positive().max(1e9),
  on: z.iso.date(),
});
export type ExchangeRate = z.infer<typeof ExchangeRate>;

// Asked of the runtime once for each currency: it takes as long as many sums of money.
const minorDigits = new Map<string, number>();
/** There are some 180 currencies; words that are none are not kept without end. */
const mostCurrencies = 500;

function askMinorDigits(currency: string): number {
  try {
    const options = new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions();
    return options.maximumFractionDigits ?? 2;
  } catch {
    return 2;
  }
}

/** How many digits a currency's minor unit has: 2 for EUR, 0 for JPY, 3 for KWD; 2 where it is unknown. */
export function measureMinorDigits(currency: string): number {
  let digits = minorDigits.get(currency);
  if (digits === undefined) {
    digits = askMinorDigits(currency);
    if (minorDigits.size < mostCurrencies) minorDigits.set(currency, digits);
  }
  return digits;
}

/**
 * A whole number times a decimal one, rounded half up: of the digits as they are written, so that 165 × 0.7 are 115.5 and become
 * 116, which as binary fractions they miss.
 */
function multiplyHalfUp(whole: number, decimal: number): number {
  const [, digits = '0', fraction = '', exponent = '0'] =
    /^(\d+)(?:\.(\d+))?(?:e([+-]\d+))?$/u.exec(String(decimal)) ?? [];
  const product = BigInt(whole) * BigInt(digits + fraction);
  const shift = Number(exponent) - fraction.length;
  if (shift >= 0) return Number(product * 10n ** BigInt(shift));
  const unit = 10n ** BigInt(-shift);
  return Number((2n * product + unit) / (2n * unit));
}

/**
 * The same amount in another currency, rounded half up to its minor unit, or undefined when no rate
 * is known. Rates are only used in the direction in which they are written.
 */
export function convertMoney(
  amount: Money,
  currency: string,
  rates: readonly ExchangeRate[],
): Money | undefined {
  if (amount.currency === currency) return amount;
  const rate = rates.find((r) => r.from === amount.currency && r.to === currency);
  if (!rate) return undefined;
  // By whole numbers: 10 ** −2 is no decimal fraction.
  const digits = measureMinorDigits(currency) - measureMinorDigits(amount.currency);
  const [sign, whole] = String(rate.rate).split('e') as [string, string | undefined];
  const scaled = Number(`${sign}e${Number(whole ?? 0) + digits}`);
  return { minor: multiplyHalfUp(amount.minor, scaled), currency };
}
