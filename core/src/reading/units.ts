import { inchMm } from '../units/index.js';

/** What a figure on a sheet measures. Values are kept in the base unit that the name tells. */
export const dimensions = [
  'lengthMm',
  'massG',
  'energyWh',
  'capacityMah',
  'voltageV',
  'currentA',
  'powerW',
  'luminanceNit',
  'angleDeg',
  'stops',
  'capacityGb',
  'rateMbps',
  'durationMin',
  'money',
] as const;
export type FigureDimension = (typeof dimensions)[number];

/** One way of writing a unit: how it is spelt, and how much of the base unit it is. */
interface UnitSpelling {
  readonly dimension: Exclude<FigureDimension, 'money'>;
  /** What {@link writeQuantity} writes. */
  readonly sign: string;
  /** A regular expression of every spelling that is read. */
  readonly spelt: string;
  readonly factor: number;
}

/** Avoirdupois pound in grams, exact by the international agreement of 1959. */
const poundG = 453.59237;

/**
 * Every unit that is read. Longer spellings stand before shorter ones that begin alike. Lengths in
 * inches by the agreement of 1959; a terabyte is 1000 gigabytes, as makers of media count.
 */
export const unitSpellings: readonly UnitSpelling[] = [
  { dimension: 'lengthMm', sign: 'mm', spelt: 'mm|millimet(?:re|er)s?', factor: 1 },
  { dimension: 'lengthMm', sign: 'cm', spelt: 'cm|centimet(?:re|er)s?', factor: 10 },
  {
    dimension: 'lengthMm',
    sign: 'in',
    spelt: "inch(?:es)?|in\\.?(?![a-z])|[\"″”]|′′|''",
    factor: inchMm,
  },
  {
    dimension: 'lengthMm',
    sign: 'ft',
    spelt: "feet|foot|ft\\.?|['′’](?!['′])",
    factor: 12 * inchMm,
  },
  { dimension: 'massG', sign: 'kg', spelt: 'kg|kilos?|kilograms?', factor: 1000 },
  { dimension: 'massG', sign: 'oz', spelt: 'oz\\.?|ounces?', factor: poundG / 16 },
  { dimension: 'massG', sign: 'lb', spelt: 'lbs?\\.?|pounds?', factor: poundG },
  { dimension: 'energyWh', sign: 'Wh', spelt: 'W[·.\\s-]?h(?:rs?)?|watt[- ]?hours?', factor: 1 },
  { dimension: 'capacityMah', sign: 'mAh', spelt: 'mA[·.\\s]?h', factor: 1 },
  { dimension: 'capacityMah', sign: 'Ah', spelt: 'A[·.\\s]?h', factor: 1000 },
  {
    dimension: 'luminanceNit',
    sign: 'cd/m²',
    spelt: 'cd\\s?[/⁄]\\s?m\\s?(?:²|2|\\^2)|nits?|candelas? per square met(?:re|er)',
    factor: 1,
  },
  { dimension: 'rateMbps', sign: 'Mbit/s', spelt: 'Mb(?:it)?(?:ps|[/⁄]s)', factor: 1 },
  { dimension: 'rateMbps', sign: 'MB/s', spelt: 'MB(?:ps|[/⁄]s)', factor: 8 },
  { dimension: 'capacityGb', sign: 'TB', spelt: 'TB', factor: 1000 },
  { dimension: 'capacityGb', sign: 'GB', spelt: 'GB', factor: 1 },
  { dimension: 'massG', sign: 'g', spelt: 'g|gr|grams?|grammes?', factor: 1 },
  { dimension: 'voltageV', sign: 'mV', spelt: 'mV', factor: 0.001 },
  { dimension: 'voltageV', sign: 'V', spelt: 'V(?:\\s?DC)?|volts?', factor: 1 },
  { dimension: 'currentA', sign: 'mA', spelt: 'mA', factor: 0.001 },
  { dimension: 'currentA', sign: 'A', spelt: 'A|amps?|amperes?', factor: 1 },
  { dimension: 'powerW', sign: 'W', spelt: 'W|watts?', factor: 1 },
  { dimension: 'lengthMm', sign: 'm', spelt: 'm|met(?:re|er)s?', factor: 1000 },
  { dimension: 'angleDeg', sign: '°', spelt: '°|degrees?|deg\\.?', factor: 1 },
  { dimension: 'stops', sign: 'stops', spelt: '[- ]?stops?', factor: 1 },
  { dimension: 'durationMin', sign: 'min', spelt: 'min(?:ute)?s?', factor: 1 },
  { dimension: 'durationMin', sign: 'h', spelt: 'h|hrs?|hours?', factor: 60 },
];

/** Units whose letter case tells them apart: a small b is a bit, a capital one a byte; a capital H is a height. */
const caseMatters = ['Mbit/s', 'MB/s', 'h'];

/** The unit that a spelling means; undefined where it means none. */
export function findUnit(spelt: string): UnitSpelling | undefined {
  const text = spelt.trim();
  return unitSpellings.find((u) =>
    new RegExp(`^(?:${u.spelt})$`, caseMatters.includes(u.sign) ? 'u' : 'iu').test(text),
  );
}

/** Signs of the currencies that have one of their own; `$` is taken for US dollars and asked about. */
export const currencySigns: Readonly<Record<string, string>> = {
  '€': 'EUR',
  $: 'USD',
  '£': 'GBP',
  '¥': 'JPY',
};

const fractions: Readonly<Record<string, number>> = {
  '¼': 1 / 4,
  '½': 1 / 2,
  '¾': 3 / 4,
  '⅛': 1 / 8,
  '⅜': 3 / 8,
  '⅝': 5 / 8,
  '⅞': 7 / 8,
  '⅓': 1 / 3,
  '⅔': 2 / 3,
};

/** A regular expression of a number as sheets write it: grouped, with comma or point, or with a fraction. */
export const numberPattern =
  "(?:\\d+[ \\u00a0-]\\d+[/⁄]\\d+|\\d+[/⁄]\\d+|(?:\\d+ ?)?[¼½¾⅛⅜⅝⅞⅓⅔]|\\d{1,3}(?:[,.'\\u00a0\\u202f ]\\d{3})+(?![\\d])(?:[.,]\\d+)?|\\d+(?:[.,]\\d+)?|[.,]\\d+)";

/** A number as it was meant, and whether it could have been meant otherwise. */
export interface ReadNumber {
  readonly value: number;
  /** “1,250” and “1.250” can be one and a quarter or more than a thousand. */
  readonly ambiguous: boolean;
}

/**
 * Reads one number. One comma before three digits groups thousands (and is ambiguous), a leading zero makes
 * it a decimal comma; one point is always a decimal point, ambiguous before three digits.
 */
export function readNumber(text: string): ReadNumber | undefined {
  const t = text.trim();
  const mixed = /^(?:(\d+)[ \u00a0-])?(\d+)[/⁄](\d+)$/u.exec(t);
  if (mixed) {
    const value = Number(mixed[1] ?? 0) + Number(mixed[2]) / Number(mixed[3]);
    return Number.isFinite(value) ? { value, ambiguous: false } : undefined;
  }
  const sign = /^(\d*) ?([¼½¾⅛⅜⅝⅞⅓⅔])$/u.exec(t);
  if (sign) return { value: Number(sign[1] || 0) + fractions[sign[2]!]!, ambiguous: false };
  let plain = t.replace(/['\u00a0\u202f ]/gu, '');
  if (!/^[\d.,]+$/u.test(plain)) return undefined;
  const commas = plain.split(',').length - 1;
  const points = plain.split('.').length - 1;
  let ambiguous = false;
  if (commas && points) {
    // Whichever comes last is the decimal sign.
    const decimal = plain.lastIndexOf(',') > plain.lastIndexOf('.') ? ',' : '.';
    plain = plain.replaceAll(decimal === ',' ? '.' : ',', '').replace(decimal, '.');
  } else if (commas > 1) plain = plain.replaceAll(',', '');
  else if (points > 1) plain = plain.replaceAll('.', '');
  else if (commas === 1) {
    const grouped = /^[1-9]\d{0,2},\d{3}$/u.test(plain);
    ambiguous = grouped;
    plain = plain.replace(',', grouped ? '' : '.');
  } else if (points === 1) ambiguous = /^[1-9]\d{0,2}\.\d{3}$/u.test(plain);
  const value = Number(plain);
  return plain !== '' && plain !== '.' && Number.isFinite(value) ? { value, ambiguous } : undefined;
}

/** Writes a value of the base unit in another unit, so that it is read back as it was. */
export function writeQuantity(value: number, dimension: FigureDimension, sign: string): string {
  const unit = unitSpellings.find((u) => u.dimension === dimension && u.sign === sign);
  if (!unit) throw new Error(`writeQuantity: ${dimension} has no unit ${sign}`);
  // Never in powers of ten: a sheet has none.
  const figure = (value / unit.factor).toFixed(9).replace(/\.?0+$/u, '');
  return sign === '°' ? `${figure}°` : `${figure} ${sign}`;
}

/** A figure that somebody typed, in the unit of its field; or what is wrong with it, as a sentence without its end. */
export type TypedFigure =
  | { readonly state: 'read'; readonly value: number; readonly ambiguous: boolean }
  | { readonly state: 'refused'; readonly why: string };

const typedPattern = /^([-−])?\s*([\d.,'\u00a0\u202f ¼½¾⅛⅜⅝⅞⅓⅔/⁄]*[\d.¼½¾⅛⅜⅝⅞⅓⅔])\s*(.*)$/u;

/** Every fine figure of a field is kept to this: a thousandth of its unit. */
const typedSteps = 1000;

/**
 * Reads a figure as every field does: by {@link readNumber}, with a sign before it, and with any unit of the same
 * dimension behind it. “5.7 in” in a field of millimetres is 144.78; “1,250” is 1250, and told as ambiguous.
 */
export function readTyped(text: string, unit: string): TypedFigure {
  const written = text.trim();
  const match = typedPattern.exec(written);
  const number = match && readNumber(match[2]!);
  if (!match || !number) return { state: 'refused', why: `“${written}” is not a number` };
  let value = match[1] ? -number.value : number.value;
  const spelt = match[3]!.trim();
  if (spelt !== '' && spelt !== unit) {
    const [own, other] = [findUnit(unit), findUnit(spelt)];
    if (!other) return { state: 'refused', why: `“${written}” is not a number` };
    if (own?.dimension !== other.dimension) {
      return { state: 'refused', why: `“${spelt}” does not measure this` };
    }
    value = (value * other.factor) / own.factor;
  }
  return {
    state: 'read',
    value: Math.round(value * typedSteps) / typedSteps,
    ambiguous: number.ambiguous,
  };
}
