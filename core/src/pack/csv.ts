import Papa from 'papaparse';
import { readCell, type Part } from '../part/index.js';
import { findUnit, readNumber, type FigureDimension } from '../reading/index.js';
import { measureMinorDigits } from '../units/index.js';
import type { PackReading, RawRow } from './file.js';

/** Columns of the flat facts, in the order in which they are written. */
export const csvColumns = [
  'id',
  'kind',
  'name',
  'maker',
  'mass_g',
  'price',
  'currency',
  'finish',
  'home_made',
  'altered',
  'length_mm',
  'width_mm',
  'height_mm',
  'draw_w',
  'idle_w',
  'energy_wh',
  'capacity_gb',
  'writes_mbps',
  'note',
] as const;
type Column = (typeof csvColumns)[number];

/** What a spreadsheet would run: a cell that begins so is written behind an apostrophe. */
const runs = /^'*[=+\-@\t\r]/u;
const guarded = /^'+[=+\-@\t\r]/u;

const guard = (cell: string) => (runs.test(cell) ? `'${cell}` : cell);
const unguard = (cell: string) => (guarded.test(cell) ? cell.slice(1) : cell);

function toAmount(part: Part): string {
  if (!part.price) return '';
  const digits = measureMinorDigits(part.price.currency);
  return (part.price.minor / 10 ** digits).toFixed(digits);
}

/** What a part draws, holds and takes down, in the columns of their units. */
function sayFeeds(part: Part): Pick<Record<Column, string>, FeedColumn> {
  const say = (value: number | undefined) => (value === undefined ? '' : String(value));
  return {
    draw_w: say(part.draw?.recordW),
    idle_w: say(part.draw?.idleW),
    energy_wh: say(readCell(part).energyWh),
    capacity_gb: say(part.medium?.capacityGB),
    writes_mbps: say(part.medium?.sustainedMbps),
  };
}

/** Whether a spreadsheet that is set to another delimiter would split a cell that stands without quotes. */
const isSplitElsewhere = (cell: unknown): boolean => /[;\t]/u.test(String(cell));

/**
 * The flat facts of parts as CSV (RFC 4180: commas, double quotes, CRLF), sorted by id. Cells that a
 * spreadsheet would take for a formula are written behind an apostrophe, which {@link readCsv} takes off.
 */
export function writeCsv(parts: Iterable<Part>): string {
  const sorted = [...parts].sort((a, b) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0));
  const rows = sorted.map((part): Record<Column, string> => {
    const cells: Record<Column, string> = {
      id: part.id,
      kind: part.kind,
      name: part.name,
      maker: part.maker ?? '',
      mass_g: part.massG === undefined ? '' : String(part.massG),
      price: toAmount(part),
      currency: part.price?.currency ?? '',
      finish: part.finish ?? '',
      home_made: part.homeMade ? 'yes' : '',
      altered: part.altered ? 'yes' : '',
      // Sizes are asked for new parts alone: those of a whole part are in its solids.
      length_mm: '',
      width_mm: '',
      height_mm: '',
      ...sayFeeds(part),
      note: part.note ?? '',
    };
    return Object.fromEntries(
      Object.entries(cells).map(([name, cell]) => [name, guard(cell)]),
    ) as Record<Column, string>;
  });
  return `${Papa.unparse({ fields: [...csvColumns], data: rows }, { newline: '\r\n', quotes: isSplitElsewhere })}\r\n`;
}

/** Headers that people write, and the column each means with the unit it states. */
const headers: Readonly<Record<string, Column>> = {
  mass: 'mass_g',
  weight: 'mass_g',
  length: 'length_mm',
  width: 'width_mm',
  height: 'height_mm',
  homemade: 'home_made',
  'home-made': 'home_made',
  title: 'name',
  brand: 'maker',
  cost: 'price',
  draws: 'draw_w',
  draw: 'draw_w',
  energy: 'energy_wh',
  capacity: 'capacity_gb',
};

interface Heading {
  readonly column: Column | undefined;
  /** The unit that the heading states, for cells that state none. */
  readonly unit: string | undefined;
  readonly raw: string;
}

function readHeading(raw: string): Heading {
  const text = raw
    .trim()
    .toLowerCase()
    .replace(/^\uFEFF/u, '');
  const columns: readonly string[] = csvColumns;
  if (columns.includes(text)) {
    const unit = /_(g|mm|w|wh|gb|mbps)$/u.exec(text)?.[1];
    return { column: text as Column, unit, raw };
  }
  const match =
    /^([a-z -]+?)(?:[\s_]*\(?\s*(mm|cm|m|in|inch|inches|g|kg|oz|lb|lbs|w|wh|gb|tb)\s*\)?)?$/u.exec(
      text,
    );
  const column = match && headers[match[1]!.trim()];
  return { column: column ?? undefined, unit: match?.[2], raw };
}

interface Cell {
  readonly value?: unknown;
  readonly message?: string;
}

function readFigure(cell: string, unit: string | undefined, dimension: FigureDimension): Cell {
  const match =
    /^(?:approx\.?|about|ca\.?|~|≈)?\s*([\d.,'\u00a0\u202f ¼½¾⅛⅜⅝⅞/⁄]*[\d¼½¾⅛⅜⅝⅞])\s*(.*)$/iu.exec(
      cell,
    );
  if (!match) return { message: `“${cell}” is no figure` };
  const number = readNumber(match[1]!);
  if (!number) return { message: `“${cell}” is no figure` };
  const spelt = match[2]!.trim() || unit;
  const found = spelt ? findUnit(spelt) : undefined;
  if (!found) return { message: `“${cell}”: the unit is not said, or not known` };
  if (found.dimension !== dimension) {
    return { message: `“${cell}”: ${spelt} does not measure this` };
  }
  // What is in the unit that is kept stays to the last digit.
  if (found.factor === 1) return { value: number.value };
  return { value: Math.round(number.value * found.factor * 1e6) / 1e6 };
}

const yes = /^(?:yes|y|true|1|x|ja|oui|si)$/iu;
const no = /^(?:no|n|false|0|nein|non)?$/iu;

function readColumn(column: Column, cell: string, unit: string | undefined): Cell {
  switch (column) {
    case 'mass_g':
      return readFigure(cell, unit, 'massG');
    case 'length_mm':
    case 'width_mm':
    case 'height_mm':
      return readFigure(cell, unit, 'lengthMm');
    case 'draw_w':
    case 'idle_w':
      return readFigure(cell, unit, 'powerW');
    case 'energy_wh':
      return readFigure(cell, unit, 'energyWh');
    case 'capacity_gb':
      return readFigure(cell, unit, 'capacityGb');
    case 'writes_mbps':
      return readFigure(cell, unit, 'rateMbps');
    case 'home_made':
    case 'altered':
      if (yes.test(cell)) return { value: true };
      return no.test(cell) ? { value: false } : { message: `“${cell}” is neither yes nor no` };
    case 'price': {
      const number = /^[\d.,'\u00a0\u202f ]+$/u.test(cell) ? readNumber(cell) : undefined;
      return number ? { value: number.value } : { message: `“${cell}” is no amount` };
    }
    default:
      return { value: cell };
  }
}

/** Columns and the fact of a part that each gives, where it is a plain one. */
const plain: Readonly<Partial<Record<Column, keyof Part>>> = {
  id: 'id',
  kind: 'kind',
  name: 'name',
  maker: 'maker',
  mass_g: 'massG',
  finish: 'finish',
  home_made: 'homeMade',
  altered: 'altered',
  note: 'note',
};

/** Columns that give one figure of what a part draws, holds or takes down. */
const feedFields = {
  draw_w: { fact: 'draw', field: 'recordW' },
  idle_w: { fact: 'draw', field: 'idleW' },
  energy_wh: { fact: 'cell', field: 'energyWh' },
  capacity_gb: { fact: 'medium', field: 'capacityGB' },
  writes_mbps: { fact: 'medium', field: 'sustainedMbps' },
} as const satisfies Readonly<Partial<Record<Column, { fact: keyof Part; field: string }>>>;
type FeedColumn = keyof typeof feedFields;
const isFeed = (column: Column): column is FeedColumn => column in feedFields;

function readRow(cells: readonly string[], headings: readonly Heading[], place: string): RawRow {
  const value: Record<string, unknown> = {};
  const issues: { path: string; message: string }[] = [];
  const sizes: Record<string, unknown> = {};
  const feeds: Record<string, Record<string, unknown>> = {};
  let amount: number | undefined;
  let currency: string | undefined;
  headings.forEach(({ column, unit }, i) => {
    if (!column) return;
    // Exactly as it stands for texts, so that nothing is lost; trimmed for figures.
    const raw = unguard(cells[i] ?? '');
    const cell = raw.trim();
    if (cell === '') return;
    if (column === 'currency') {
      currency = cell.toUpperCase();
      return;
    }
    const isText =
      column === 'note' || column === 'name' || column === 'maker' || column === 'finish';
    const read = readColumn(column, isText ? raw : cell, unit);
    if (read.message !== undefined) issues.push({ path: column, message: read.message });
    else if (column === 'price') amount = read.value as number;
    else if (column === 'length_mm' || column === 'width_mm' || column === 'height_mm') {
      sizes[column.replace('_mm', 'Mm')] = read.value;
    } else if (isFeed(column)) {
      const { fact, field } = feedFields[column];
      feeds[fact] = { ...feeds[fact], [field]: read.value };
    } else if (!(read.value === false && (column === 'home_made' || column === 'altered'))) {
      value[plain[column]!] = read.value;
    }
  });
  if (amount !== undefined) {
    if (currency === undefined)
      issues.push({ path: 'currency', message: 'is missing beside a price' });
    else if (!/^[A-Z]{3}$/u.test(currency)) {
      issues.push({ path: 'currency', message: `“${currency}” is no three capital letters` });
    } else {
      value['price'] = {
        minor: Math.round(amount * 10 ** measureMinorDigits(currency)),
        currency,
      };
    }
  }
  if (Object.keys(sizes).length) value['sizes'] = sizes;
  if (Object.keys(feeds).length) value['feeds'] = feeds;
  if (cells.length > headings.length) {
    issues.push({
      path: 'row',
      message: `has ${cells.length} cells where the header names ${headings.length}`,
    });
  }
  return { place, value, partial: true, issues };
}

/**
 * Reads flat facts from CSV: commas, semicolons or tabs, quoted cells, headings in several spellings with
 * units in them or in the cells. A heading that is not known makes the file unread, with its name: a
 * column that is silently dropped would be lost.
 */
export function readCsv(text: string): PackReading {
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/u, ''), {
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t'],
  });
  const quotes = parsed.errors.find((e) => e.type === 'Quotes');
  if (quotes) {
    return { state: 'malformed', message: `Row ${(quotes.row ?? 0) + 1}: ${quotes.message}` };
  }
  const [first, ...rest] = parsed.data;
  if (!first) return { state: 'malformed', message: 'The file has no header row.' };
  const headings = first.map(readHeading);
  const unknown = headings.filter((h) => !h.column && h.raw.trim() !== '');
  if (unknown.length) {
    return {
      state: 'malformed',
      message: `Row 1: ${unknown.map((h) => `“${h.raw}”`).join(', ')} is no column that is known. Known are ${csvColumns.join(', ')}.`,
    };
  }
  const known = headings.flatMap((h) => (h.column ? [h.column] : []));
  const twice = known.find((c, i) => known.indexOf(c) !== i);
  if (twice) return { state: 'malformed', message: `Row 1: the column ${twice} is there twice.` };
  if (!known.includes('name') && !known.includes('id')) {
    return { state: 'malformed', message: 'Row 1: neither “id” nor “name” is there.' };
  }
  return { state: 'read', rows: rest.map((cells, i) => readRow(cells, headings, `row ${i + 2}`)) };
}
