import { nameSpellings, type NamedThing } from './names.js';
import {
  currencySigns,
  findUnit,
  numberPattern as N,
  readNumber,
  unitSpellings,
  type FigureDimension,
} from './units.js';

/** Where something stands in the pasted text: from the first character to one past the last. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

/** One figure or name that was understood, with the words around it. */
export interface Found extends Span {
  readonly text: string;
  /** What stands before it in its line, up to the figure before. */
  readonly label: string;
  /** What stands after it in its line, up to the figure behind. */
  readonly after: string;
  /** “about”, “approx.”, “~”, “±”: the figure is no promise. */
  readonly approx: boolean;
  readonly bound: 'none' | 'most' | 'least';
  /** Why it wants a second look. */
  readonly doubt: 'none' | 'separator' | 'disagrees' | 'currency' | 'with-cell';
  /** The index of an earlier figure that says the same in another unit. */
  readonly repeats: number | undefined;
  readonly is:
    | { readonly type: 'figure'; readonly dimension: FigureDimension; readonly value: number }
    | {
        readonly type: 'range';
        readonly dimension: FigureDimension;
        readonly low: number;
        readonly high: number;
      }
    | {
        readonly type: 'sizes';
        readonly valuesMm: readonly number[];
        /** What each is said to be: length, width, height, depth, diameter; undefined where not said. */
        readonly order: readonly ('l' | 'w' | 'h' | 'd' | 'o' | undefined)[];
      }
    | { readonly type: 'money'; readonly value: number; readonly currency: string }
    | { readonly type: 'count'; readonly value: number; readonly of: string }
    /** What a maker calls something of its own: the family of a lens mount, of a cell. */
    | { readonly type: 'word'; readonly of: 'lens-mount' | 'cell'; readonly value: string }
    | { readonly type: 'stop'; readonly letter: 't' | 'f'; readonly value: number }
    | {
        readonly type: 'named';
        readonly thing: NamedThing;
        readonly direction: 'in' | 'out' | undefined;
      };
}

/** What a text says: figures and names in their order, and what was not understood. */
export interface Reading {
  readonly found: readonly Found[];
  /** Stretches of text that hold letters or digits and belong to no figure. */
  readonly unread: readonly (Span & { readonly text: string })[];
}

/** The longest text that is read: some thirty printed pages. */
export const longestSheet = 100_000;
/** The longest page, markup and all, that is looked through for its text. */
export const longestPage = 1_000_000;

const U = unitSpellings.map((u) => u.spelt).join('|');
const by = '\\s*(?:[x×*✕]|by)\\s*';
const to = '\\s*(?:-|–|—|to|…|\\.\\.\\.?|~|bis|and)\\s*';
// Not the first of “(W x H x D)”, which names them all.
const letter = '(?:\\s?\\(?(?:[LWHDØ]|dia\\.?)\\)?(?!\\s*[x×*]\\s*(?:[LWHDØ]|dia)))?';

type Draft = Pick<Found, 'is' | 'from' | 'to'> & { readonly doubt: Found['doubt'] };

/** Reads a unit, minding that the letter case of “Mb” and “MB” tells them apart. */
function unitOf(spelt: string | undefined) {
  return spelt === undefined ? undefined : findUnit(spelt);
}

function draft(m: RegExpMatchArray, is: Found['is'], doubt: Found['doubt'] = 'none'): Draft {
  return { is, from: m.index!, to: m.index! + m[0].trimEnd().length, doubt };
}

function readSizes(m: RegExpMatchArray): Draft | undefined {
  const [, a, ua, , b, ub, , c, uc] = m;
  const last = uc ?? ub ?? ua;
  const units = [ua ?? last, ub ?? last, ...(c === undefined ? [] : [uc ?? last])].map(unitOf);
  const numbers = [a, b, ...(c === undefined ? [] : [c])].map((n) => readNumber(n!));
  if (units.some((u) => u?.dimension !== 'lengthMm') || numbers.some((n) => !n)) return undefined;
  const letters = [m[3], m[6], m[9]].slice(0, numbers.length).map((l) => {
    const key = l?.replace(/[\s().]/gu, '').toLowerCase();
    if (!key) return undefined;
    return key === 'ø' || key === 'dia' ? 'o' : (key as 'l' | 'w' | 'h' | 'd');
  });
  return draft(
    m,
    {
      type: 'sizes',
      valuesMm: numbers.map((n, i) => n!.value * units[i]!.factor),
      order: letters,
    },
    numbers.some((n) => n!.ambiguous) ? 'separator' : 'none',
  );
}

/** What a letter, or a word by its first, names; B and T are the width and the depth of a German or Dutch page. */
function toOrder(word: string): 'l' | 'w' | 'h' | 'd' {
  const letter = word[0]!.toLowerCase();
  return letter === 'b' ? 'w' : letter === 't' ? 'd' : (letter as 'l' | 'w' | 'h' | 'd');
}

/** “W 126 × H 88 × D 62 mm”: each size with its letter before it. */
function readLetteredSizes(m: RegExpMatchArray): Draft | undefined {
  const parts = [1, 4, 7].filter((i) => m[i + 1] !== undefined);
  const last = parts.map((i) => m[i + 2]).findLast((u) => u !== undefined);
  const units = parts.map((i) => unitOf(m[i + 2] ?? last));
  const numbers = parts.map((i) => readNumber(m[i + 1]!));
  if (units.some((u) => u?.dimension !== 'lengthMm') || numbers.some((n) => !n)) return undefined;
  return draft(
    m,
    {
      type: 'sizes',
      valuesMm: numbers.map((n, i) => n!.value * units[i]!.factor),
      order: parts.map((i) => toOrder(m[i]!)),
    },
    numbers.some((n) => n!.ambiguous) ? 'separator' : 'none',
  );
}

/** “(mm): 72 x 102”, “in mm 146 × 90 × 28”: the unit stands in the label, and none behind the figures. */
function readUnitBefore(m: RegExpMatchArray): Draft | undefined {
  const unit = unitOf(m[2] ?? m[3]);
  const texts = [m[4], m[5], m[6]].filter((n) => n !== undefined);
  const numbers = texts.map(readNumber);
  if (!unit || numbers.some((n) => !n)) return undefined;
  const values = numbers.map((n) => n!.value * unit.factor);
  const doubt = numbers.some((n) => n!.ambiguous) ? 'separator' : 'none';
  const [first] = values;
  if (values.length === 1) {
    return draft(m, { type: 'figure', dimension: unit.dimension, value: first! }, doubt);
  }
  return unit.dimension === 'lengthMm'
    ? draft(
        m,
        {
          type: 'sizes',
          valuesMm: values,
          order: readOrder(m[1], values.length) ?? values.map(() => undefined),
        },
        doubt,
      )
    : undefined;
}

/** “(V): 7–17”: a range whose unit stands in the label. */
function readUnitBeforeRange(m: RegExpMatchArray): Draft | undefined {
  const unit = unitOf(m[2] ?? m[3]);
  const [a, b] = [readNumber(m[4]!), readNumber(m[5]!)];
  if (!unit || !a || !b || a.value > b.value) return undefined;
  const [low, high] = [a.value * unit.factor, b.value * unit.factor];
  return draft(m, { type: 'range', dimension: unit.dimension, low, high });
}

/** A unit before its figures, in brackets, behind words there or not, or after “in”: it belongs to a label. */
const unitBefore = `(?:[(\\[](?:([^()\\[\\]\\n]*?)[,\\s]\\s*)?(${U})[)\\]]|(?<![\\p{L}])in (mm|cm|inch(?:es)?|g|grams|kg))\\s*[:|=\\t]?\\s*`;
/** Behind the figures stands none. */
const noUnit = `(?![ \\t]?(?:${U})(?![\\p{L}]))`;

type Matcher = readonly [RegExp, (m: RegExpMatchArray) => Draft | undefined];

const matchers: readonly Matcher[] = [
  ...nameSpellings.map(([spelt, thing]): Matcher => [
    new RegExp(`(?<![\\p{L}\\d])(?:${spelt})(?![\\p{L}])`, 'giu'),
    (m) => draft(m, { type: 'named', thing, direction: undefined }),
  ]),
  [
    new RegExp(
      `(?<![\\d.,/])(${N})\\s?(${U})?(${letter})${by}(${N})\\s?(${U})?(${letter})(?:${by}(${N})\\s?(${U})?(${letter}))?(?![\\d\\p{L}])`,
      'giu',
    ),
    readSizes,
  ],
  [
    new RegExp(
      `(?<![\\p{L}\\d])([LWHDBT])[: ]?\\s?(${N})\\s?(${U})?${by}([LWHDBT])[: ]?\\s?(${N})\\s?(${U})?(?:${by}([LWHDBT])[: ]?\\s?(${N})\\s?(${U})?)?(?![\\d\\p{L}])`,
      'giu',
    ),
    readLetteredSizes,
  ],
  [
    new RegExp(`${unitBefore}(${N})${by}(${N})(?:${by}(${N}))?${noUnit}(?![\\d\\p{L}])`, 'giu'),
    readUnitBefore,
  ],
  [
    new RegExp(`${unitBefore}(${N})(?!${to}\\d|${by}\\d)${noUnit}(?![\\d.,\\p{L}])`, 'giu'),
    readUnitBefore,
  ],
  [
    new RegExp(`${unitBefore}(${N})${to}(${N})${noUnit}(?![\\d.,\\p{L}])`, 'giu'),
    readUnitBeforeRange,
  ],
  [
    // Pounds and ounces, feet and inches: one figure in two units.
    new RegExp(
      `(?<![\\d.,/])(${N})\\s?(lbs?\\.?|pounds?|feet|ft\\.?|['′’])[ ,]?\\s?(${N})\\s?(oz\\.?|ounces?|inch(?:es)?|in\\.?|["″”])(?![\\p{L}\\d])`,
      'giu',
    ),
    (m) => {
      const [big, small] = [unitOf(m[2]), unitOf(m[4])];
      const [a, b] = [readNumber(m[1]!), readNumber(m[3]!)];
      if (!big || !small || !a || !b || big.dimension !== small.dimension) return undefined;
      const value = a.value * big.factor + b.value * small.factor;
      return draft(m, { type: 'figure', dimension: big.dimension, value });
    },
  ],
  [
    new RegExp(`(?<![\\d.,/])(${N})\\s?(${U})?${to}(${N})\\s?(${U})(?![\\p{L}\\d])`, 'giu'),
    (m) => {
      const [a, b] = [readNumber(m[1]!), readNumber(m[3]!)];
      const second = unitOf(m[4]);
      const first = unitOf(m[2]) ?? second;
      if (!a || !b || !first || first.dimension !== second?.dimension) return undefined;
      const [low, high] = [a.value * first.factor, b.value * second.factor];
      if (low > high) return undefined;
      const doubt = a.ambiguous || b.ambiguous ? 'separator' : 'none';
      return draft(m, { type: 'range', dimension: first.dimension, low, high }, doubt);
    },
  ],
  [
    new RegExp(
      `(?:(EUR|USD|GBP|CHF|JPY|SEK|NOK|DKK|PLN|CZK|CAD|AUD)\\s?|([€$£¥])\\s?)(${N})(?:[.,][-–—]+)?`,
      'giu',
    ),
    (m) => readMoney(m, m[1]?.toUpperCase(), m[2], m[3]!),
  ],
  [
    new RegExp(
      `(?<![\\d.,/])(${N})(?:[.,][-–—]+)?\\s?(?:(EUR|USD|GBP|CHF|JPY|SEK|NOK|DKK|PLN|CZK|CAD|AUD)(?![\\p{L}])|([€£¥$])|(?:euros?)(?![\\p{L}]))`,
      'giu',
    ),
    (m) => readMoney(m, m[2]?.toUpperCase() ?? (m[3] ? undefined : 'EUR'), m[3], m[1]!),
  ],
  [
    new RegExp(`(?<![\\p{L}\\d])([TtFf])[/⁄ ]?(\\d{1,2}(?:[.,]\\d{1,2})?)(?![\\d\\p{L}])`, 'gu'),
    (m) => {
      const value = readNumber(m[2]!)?.value;
      const letterOf = m[1]!.toLowerCase() as 't' | 'f';
      return value ? draft(m, { type: 'stop', letter: letterOf, value }) : undefined;
    },
  ],
  [
    // Two words where the line ends with them, with or without what they name.
    /(?<![\p{L}\d])(?:[Ll]ens\s?)?[Mm]ount\s*[:|]\s*(?!V\b|NATO)([A-Z][A-Za-z0-9]{0,11}(?:[- ](?!mount|bayonet)[A-Z0-9][A-Za-z0-9]{0,11}(?=(?:[- ](?:mount|bayonet))?[ \t]*(?:$|[\n,;|(])))?)(?:[- ](?:mount|bayonet))?(?![\p{L}\d])/gu,
    (m) => draft(m, { type: 'word', of: 'lens-mount', value: m[1]! }),
  ],
  [
    /(?<![\p{L}\d-])(?!V[- ]|NATO)([A-Z][A-Z0-9]{0,3})[- ]mount(?![\p{L}\d])/gu,
    (m) => draft(m, { type: 'word', of: 'lens-mount', value: m[1]! }),
  ],
  [
    /(?<![\p{L}\d])(?:[Bb]attery|[Cc]ell)(?:\s(?:type|model|pack))?\s*[:|]\s*([A-Z][A-Za-z]*[- ]?\d[\w-]*)/gu,
    (m) => draft(m, { type: 'word', of: 'cell', value: m[1]! }),
  ],
  [
    new RegExp(`(?<![\\d.,/\\p{L}])(${N})[- ]?(${U})(?![\\p{L}\\d²])`, 'giu'),
    (m) => {
      const [n, unit] = [readNumber(m[1]!), unitOf(m[2])];
      if (!n || !unit) return undefined;
      const doubt = n.ambiguous ? 'separator' : 'none';
      return draft(
        m,
        { type: 'figure', dimension: unit.dimension, value: n.value * unit.factor },
        doubt,
      );
    },
  ],
  [
    /(?<![\d.,/])(\d{1,2}|one|single|two|dual|twin|three|four|six|eight)[- ]?(?:×|x)?\s?(?:(?:cold|accessory)[- ])?(channels?|bays?|shoes?|outlets?|inputs?|outputs?)(?![\p{L}])/giu,
    (m) => {
      const words: Record<string, number> = {
        one: 1,
        single: 1,
        two: 2,
        dual: 2,
        twin: 2,
        three: 3,
        four: 4,
        six: 6,
        eight: 8,
      };
      const value = words[m[1]!.toLowerCase()] ?? Number(m[1]);
      return draft(m, { type: 'count', value, of: m[2]!.toLowerCase().replace(/s$/u, '') });
    },
  ],
];

function readMoney(
  m: RegExpMatchArray,
  code: string | undefined,
  sign: string | undefined,
  figure: string,
): Draft | undefined {
  const n = readNumber(figure);
  const currency = code ?? currencySigns[sign ?? ''];
  if (!n || !currency) return undefined;
  const doubt = sign === '$' ? 'currency' : n.ambiguous ? 'separator' : 'none';
  return draft(m, { type: 'money', value: n.value, currency }, doubt);
}

const approxWords = /(?:approx(?:imately)?\.?|about|around|circa|ca\.?|c\.|roughly|~|≈|±)\s*$/iu;
const mostWords = /(?:up to|max(?:imum)?\.?|at most|≤|<|no more than)\s*:?\s*$/iu;
const leastWords = /(?:min(?:imum)?\.?|at least|from|≥|>)\s*:?\s*$/iu;

/** A word behind a figure that says what it is: “118 mm long”. */
export const wordBehind =
  /^[\s(]*(long|length|wide|width|high|height|tall|deep|depth|thick|dia\.?|diameter)(?![\p{L}])/iu;

const abbreviation = /(?:approx|ca|wt|dia|max|min|incl|no|c)\.$/iu;

/** Whether a line, a cell or a sentence ends here: a label does not reach over it. */
function isBreak(text: string, at: number): boolean {
  if (/[\n\r;|•]/u.test(text[at]!)) return true;
  if (text[at] === '·' || text[at] === '—') return /\s/u.test(text[at + 1] ?? '');
  return (
    text[at] === '.' &&
    /\s/u.test(text[at + 1] ?? '') &&
    !abbreviation.test(text.slice(Math.max(0, at - 8), at + 1))
  );
}

/** What says what a figure is stands no farther from it than this, in letters: a text without a break is no line (estimate). */
const farthestLetters = 300;

function lineAround(text: string, at: Span): Span {
  const [first, last] = [
    Math.max(0, at.from - farthestLetters),
    Math.min(text.length, at.to + farthestLetters),
  ];
  let from = at.from;
  while (from > first && !isBreak(text, from - 1)) from -= 1;
  let end = at.to;
  while (end < last && !isBreak(text, end)) end += 1;
  return { from, to: end };
}

/** Every figure that no other one covers; where two lie over each other the longer wins, then the earlier matcher. */
function collect(text: string): Draft[] {
  const all = matchers.flatMap(([pattern, read], rank) =>
    [...text.matchAll(pattern)].flatMap((m) => {
      const one = read(m);
      return one ? [{ ...one, rank }] : [];
    }),
  );
  all.sort((a, b) => b.to - b.from - (a.to - a.from) || a.rank - b.rank || a.from - b.from);
  const taken: Draft[] = [];
  const used = new Uint8Array(text.length + 1);
  for (const one of all) {
    let free = true;
    for (let i = one.from; i < one.to && free; i += 1) free = used[i] === 0;
    if (!free) continue;
    used.fill(1, one.from, one.to);
    taken.push(one);
  }
  return taken.sort((a, b) => a.from - b.from);
}

/**
 * Where a sheet writes its decimals with a comma and none with a point, “1.200” is twelve hundred: the points that
 * group are set to thin spaces, each for one, so that every place stays where it was.
 */
function groupPoints(text: string): string {
  const hasCommas = /\d,\d{1,2}(?!\d)/u.test(text);
  const hasPoints = /\d\.\d{1,2}(?!\d)/u.test(text.replace(/\d{1,3}\.\d{3},\d+/gu, ''));
  if (!hasCommas || hasPoints) return text;
  return text.replace(/(?<![\d.,])([1-9]\d{0,2})\.(\d{3})(?![\d.,])/gu, '$1\u202f$2');
}

/** The cell of a table before this one, where this one holds a figure alone: its words say what the figure is. */
function cellBefore(text: string, from: number): string {
  if (text[from - 1] !== '|') return '';
  let start = from - 1;
  while (start > 0 && !/[\n\r|]/u.test(text[start - 1]!)) start -= 1;
  const cell = text.slice(start, from - 1);
  return /\d/u.test(cell) ? '' : cell;
}

/** “655 g with battery and card”: a part is weighed without what goes into it. */
function saysWithCell(is: Found['is'], after: string): boolean {
  if (is.type !== 'figure' || is.dimension !== 'massG') return false;
  return /^[\s,(]*(?:with|incl(?:uding|usive of|\.)?)\s(?:the\s|its\s)?(?:batter|cell)/iu.test(
    after,
  );
}

/** A word or letter that names a size: “W”, “width”, “Ø”, “dia.”. */
const sizeWord = '(?:[LWHDBT](?![\\p{L}])|length|width|height|depth|dia(?:meter|\\.)?|Ø)';
const sizeWords = `${sizeWord}(?:\\s*[x×*/,]\\s*${sizeWord}){1,2}`;
const wordsBefore = new RegExp(`\\(?\\s*(${sizeWords})\\s*\\)?\\s*:?\\s*$`, 'iu');
const wordsAfter = new RegExp(`^\\s*[,:]?\\s*\\(\\s*(${sizeWords})\\s*\\)`, 'iu');

type Order = Extract<Found['is'], { type: 'sizes' }>['order'];

/** Words that name the sizes, “W × H × D”, “diameter x length”, as letters; undefined where they are not as many as the sizes. */
function readOrder(words: string | undefined, count: number): Order | undefined {
  const letters = words?.split(/[x×*/,]/iu).map((word) => {
    const one = word.trim().toLowerCase();
    return one.startsWith('dia') || one === 'ø' ? 'o' : toOrder(one);
  });
  return letters?.length === count ? letters : undefined;
}

/** “HDMI: micro HDMI”: the first names what the second says. */
function isLabel(text: string, one: Draft, next: Draft | undefined): boolean {
  if (one.is.type !== 'named' || next?.is.type !== 'named') return false;
  const between = text.slice(one.to, next.from);
  return one.is.thing.what === next.is.thing.what && /^[ \t]*[:|=][ \t]*$/u.test(between);
}

function sameFigure(a: Found, b: Found): 'same' | 'other' | 'unlike' {
  const pair = (is: Found['is']): number[] | undefined =>
    is.type === 'figure'
      ? [is.value]
      : is.type === 'range'
        ? [is.low, is.high]
        : is.type === 'sizes'
          ? [...is.valuesMm]
          : undefined;
  const dimension = (is: Found['is']) =>
    is.type === 'sizes' ? 'lengthMm' : 'dimension' in is ? is.dimension : undefined;
  const [x, y] = [pair(a.is), pair(b.is)];
  if (!x || !y || x.length !== y.length || dimension(a.is) !== dimension(b.is)) return 'unlike';
  // Rounding to a tenth of an inch on a small size is a few per cent.
  return x.every((v, i) => Math.abs(v - y[i]!) <= Math.max(0.04 * v, 0.8)) ? 'same' : 'other';
}

/** In or out, by the word that stands nearest: behind the plug's name, in it, or before it. */
function directionOf(label: string, after: string, text: string): 'in' | 'out' | undefined {
  const places = [
    /^[\s(-]*(in|out)(?:puts?)?(?![\p{L}])/iu.exec(after),
    /(?<![\p{L}])(in|out)(?:puts?)?(?![\p{L}])/iu.exec(text),
    /(?<![\p{L}])(in|out)(?:puts?)?[\s:(]*$/iu.exec(label),
    /(?<![\p{L}])(in|out)puts?(?![\p{L}])/iu.exec(label),
  ];
  return places.find((m) => m)?.[1]?.toLowerCase() as 'in' | 'out' | undefined;
}

/**
 * Reads a pasted maker's sheet: figures in metric or imperial units, ranges, sizes, prices, and the names
 * of threads, rails, plugs and tools, each with where it stands. Nothing is dropped: what belongs to no
 * figure is in `unread`. Text beyond {@link longestSheet} characters is unread as a whole.
 */
export function readSheet(whole: string): Reading {
  const text = whole.slice(0, longestSheet);
  const drafts = collect(groupPoints(text)).filter(
    (one, i, all) => !isLabel(text, one, all[i + 1]),
  );
  const labelled = new Uint8Array(text.length);
  const found: Found[] = [];
  drafts.forEach((one, i) => {
    const line = lineAround(text, one);
    // From behind the figure before, and behind what names its sizes.
    const labelFrom = Math.max(line.from, drafts[i - 1]?.to ?? 0, found.at(-1)?.to ?? 0);
    const afterTo = Math.min(line.to, drafts[i + 1]?.from ?? text.length);
    const inCell = text.slice(labelFrom, one.from);
    const space =
      inCell.trim() === '' && labelFrom === line.from ? cellBefore(text, line.from) : inCell;
    // A word that belongs to the figure before is no label of this one.
    const label = i > 0 && labelFrom > line.from ? space.replace(wordBehind, '') : space;
    const after = text.slice(one.to, Math.max(one.to, afterTo));
    const own = text.slice(one.from, one.to);
    let is = one.is;
    let to = one.to;
    if (is.type === 'sizes' && is.order.every((o) => o === undefined)) {
      const count = is.valuesMm.length;
      const behind = wordsAfter.exec(after);
      const said = readOrder(behind?.[1], count);
      // What names them behind belongs to them.
      if (behind && said) to += behind[0].length;
      const order = said ?? readOrder(wordsBefore.exec(label)?.[1], count);
      if (order) is = { ...is, order };
    }
    if (is.type === 'named' && is.thing.what === 'connector') {
      is = { ...is, direction: directionOf(label, after, own) };
    }
    const next: Found = {
      from: one.from,
      to,
      text: text.slice(one.from, to),
      label: label.trim().replace(/^[)\s,.:(–-]+|[\s:=(–-]+$/gu, ''),
      after: text.slice(to, Math.max(to, afterTo)).trim(),
      approx: approxWords.test(label),
      bound: mostWords.test(label) ? 'most' : leastWords.test(label) ? 'least' : 'none',
      doubt: one.doubt === 'none' && saysWithCell(is, after) ? 'with-cell' : one.doubt,
      repeats: undefined,
      is,
    };
    // “120 mm (4.72 in)”: the second says the first again, or contradicts it.
    const before = found.at(-1);
    const between = before ? text.slice(before.to, one.from) : '';
    if (before && /^\s*(?:[/|=(]|\bor\b)\s*(?:approx\.?|about|~|≈|±)?\s*$/iu.test(between)) {
      const same = sameFigure(before, next);
      if (same !== 'unlike') {
        const base = before.repeats ?? found.length - 1;
        found.push({ ...next, repeats: base, doubt: same === 'same' ? next.doubt : 'disagrees' });
        labelled.fill(1, before.to, one.from);
        return;
      }
    }
    found.push(next);
  });
  for (const one of found) {
    // The words that say what a figure is are used up with it, back to the last comma.
    const start = text.lastIndexOf(one.label, one.from);
    if (one.label !== '' && start >= 0 && one.label.length <= 60) labelled.fill(1, start, one.from);
    labelled.fill(1, one.from, one.to);
  }
  return { found, unread: listUnread(text, whole, labelled) };
}

function listUnread(text: string, whole: string, used: Uint8Array): Reading['unread'] {
  const unread: (Span & { text: string })[] = [];
  let from = -1;
  const close = (end: number) => {
    if (from < 0) return;
    const piece = text.slice(from, end);
    if (/[\p{L}\d]{2}/u.test(piece)) {
      const lead = piece.length - piece.trimStart().length;
      const own = piece.trim().replace(/^[\s,.:;()–-]+|[\s,:;(–-]+$/gu, '');
      if (own !== '') {
        const start = text.indexOf(own, from + lead);
        unread.push({ from: start, to: start + own.length, text: own });
      }
    }
    from = -1;
  };
  for (let i = 0; i < text.length; i += 1) {
    if (used[i] || /[\n\r|•\t]/u.test(text[i]!)) close(i);
    else if (from < 0) from = i;
  }
  close(text.length);
  if (whole.length > text.length) {
    unread.push({ from: text.length, to: whole.length, text: whole.slice(text.length) });
  }
  return unread;
}
