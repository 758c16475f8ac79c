import { longestSheet, readSheet, readTitle, type Span } from '../reading/index.js';
import { things, type Thing } from './ask/index.js';

/** One product of a pasted text: a page, or a line of a gear list. */
export interface Product extends Span {
  /** What it is called there. */
  readonly title: string;
  readonly text: string;
  /** What it is by its words; undefined where none says it. */
  readonly thing: Thing | undefined;
}

/** What parts are called, by the label of the thing; of two that stand in a title the last named counts, of one word the earlier entry. */
const called: readonly (readonly [label: string, words: RegExp])[] = [
  ['Dummy battery', /dummy[- ]batter(?:y|ies)|batter(?:y|ies) (?:eliminator|coupler)/giu],
  ['Battery plate', /(?:battery|v[- ]?mount|three[- ]stud) plate/giu],
  ['Charger', /charger/giu],
  ['Battery', /batter(?:y|ies)|power ?bank/giu],
  ['Electronic eyepiece', /electronic (?:eyepiece|viewfinder)|\bEVF\b/giu],
  ['Cage', /(?:half |full )?cage/giu],
  ['Top handle', /(?:top |carry(?:ing)? )handle/giu],
  [
    'Side grip',
    /side[- ](?:grip|handle)|hand ?grip|(?:left|right|rosette|wooden) (?:grip|handle)/giu,
  ],
  ['Shoulder pad', /shoulder[- ](?:pad|rest)/giu],
  ['Strap', /(?:wrist|neck|hand|shoulder)[- ]?strap|\bstrap/giu],
  ['15 mm rods', /15 ?mm rods?|pair of rods|\brods\b/giu],
  ['Rod clamp', /rod (?:clamp|block|riser)/giu],
  ['38 mm clamp', /dovetail clamp|38 ?mm clamp/giu],
  ['Seat for a flat device', /(?:ssd|drive|phone) (?:clamp|holder|mount)/giu],
  [
    'Arm',
    /(?:friction|articulat\w+|magic|tilt(?:ing)?|monitor|swivel) (?:arm|mount|head)|\barm\b/giu,
  ],
  ['Monitor', /(?:field |on-camera )?(?:monitor|display)/giu],
  ['Loupe', /loupe|eyecup/giu],
  ['Lamp', /\blamp\b|(?:led|video) (?:light|lamp|panel)/giu],
  ['Video transmitter', /(?:video )?transmitter/giu],
  ['Microphone', /microphone|\bmic\b|shotgun/giu],
  ['Wireless receiver', /receiver|wireless (?:microphone )?(?:system|set|kit)/giu],
  ['XLR box', /xlr (?:box|module|adapter|unit)|audio adapter/giu],
  ['Timecode box', /time ?code (?:box|generator|unit)/giu],
  ['Sound recorder', /(?:audio |sound |field )recorder/giu],
  ['Tap or regulator', /regulator|d-?tap (?:splitter|hub)/giu],
  ['Lens adapter', /(?:lens|mount) adapt[eo]r/giu],
  ['Step ring', /step(?:-| )?(?:up|down)?(?:-| )?ring/giu],
  ['Gear ring', /gear ring/giu],
  ['Square filter', /square filter|\d+ ?[x×] ?\d+ ?mm (?:nd )?filter/giu],
  [
    'Round filter',
    /(?:\bnd\b|variable|polari[sz]\w+|\bcpl\b|mist|uv)[^.]{0,24}filter|filter|variable nd|vari-?nd/giu,
  ],
  ['Lens hood', /lens hood/giu],
  ['Matte box', /matte ?box/giu],
  ['Focus motor', /focus motor|lens motor/giu],
  ['Follow focus', /follow focus/giu],
  ['Lens support', /lens support/giu],
  ['Lens', /\blens\b|\bzoom\b|\bprime\b|\d+(?:[-–]\d+)? ?mm [fT][/ ]?\d/giu],
  ['Cable clamp', /cable clamp/giu],
  ['Lead', /\bcable\b|\blead\b/giu],
  ['Card or drive', /memory card|\bssd\b|\bcard\b|portable drive/giu],
  ['Support below', /tripod|monopod|gimbal|slider|video head/giu],
  ['Plate', /(?:base|bottom|top|quick[- ]release|dovetail|mounting)[- ]?plate|baseplate/giu],
  ['Camera body', /camera|mirrorless|\bbody\b|camcorder/giu],
];

/** What a product is by what it is called: the word that comes last names it, “camera cage” is a cage. Undefined where none does. */
export function guessThing(title: string): Thing | undefined {
  let best: { label: string; end: number; length: number } | undefined;
  for (const [label, words] of called) {
    for (const match of title.matchAll(words)) {
      const end = match.index + match[0].length;
      // What a part is for stands behind “for”: “cage for Heron camera”.
      if (/\b(?:for|with|to fit|incl\w*)\b/iu.test(title.slice(0, match.index))) continue;
      const { length } = match[0];
      if (!best || end > best.end || (end === best.end && length > best.length)) {
        best = { label, end, length };
      }
    }
  }
  return best && things.find((t) => t.label === best.label);
}

/** A mark before an item of a list: “-”, “•”, “1.”, “2 x”. */
const itemMark = /^\s*(?:[-–•*·]\s+|\d{1,2}[.)]\s+|\d{1,2}\s?[x×]\s+)+/u;

function createProduct(text: string, from: number, to: number): Product {
  const own = text.slice(from, to);
  const mark = itemMark.exec(own)?.[0].length ?? 0;
  const title =
    readTitle(own.slice(mark))?.text ?? own.slice(mark).trim().split('\n')[0]!.slice(0, 60);
  return { from, to, text: own.slice(mark), title, thing: guessThing(title) };
}

/** Stretches of a text between lines that are empty or a rule. */
function listBlocks(text: string): Span[] {
  const blocks: { from: number; to: number }[] = [];
  for (const match of text.matchAll(/(?:(?!\n[ \t]*(?:[-=_*]{3,}[ \t]*)?(?:\n|$))[\s\S])+/gu)) {
    const lead = match[0].length - match[0].trimStart().length;
    const to = match.index + match[0].trimEnd().length;
    if (to > match.index + lead && !/^[-=_*\s]+$/u.test(match[0])) {
      blocks.push({ from: match.index + lead, to });
    }
  }
  return blocks;
}

const listLines = (text: string): Span[] =>
  [...text.matchAll(/[^\n]+/gu)].map((m) => ({ from: m.index, to: m.index + m[0].length }));

/**
 * The products that a pasted text is about, in its order: a gear list line by line, pages block by block. What is not
 * called anything goes with the product before it. One product is the whole text. Text beyond {@link longestSheet} is left out;
 * empty for none.
 */
export function listProducts(whole: string): Product[] {
  const text = whole.slice(0, longestSheet);
  if (text.trim() === '') return [];
  const one = [createProduct(text, 0, text.length)];
  const lines = listLines(text).filter(({ from, to }) => text.slice(from, to).trim() !== '');
  const blocks = listBlocks(text);
  // A list: nearly every line is called something of its own.
  const named = lines.filter(({ from, to }) => isNamedLine(text.slice(from, to)));
  if (named.length >= 2 && named.length >= lines.length * 0.6) return merge(text, lines);
  const begun = blocks.filter(({ from, to }) => isNamedLine(firstLine(text.slice(from, to))));
  if (begun.length >= 2) return merge(text, blocks);
  const sized = blocks.filter(({ from, to }) => isSizedBlock(text.slice(from, to)));
  return sized.length >= 2 ? merge(text, blocks) : one;
}

const firstLine = (text: string): string => text.split('\n', 1)[0]!;

/** Whether a line calls a product: it has a word for one, and does not say a figure of another with “label:”. */
function isNamedLine(line: string): boolean {
  const bare = line.replace(itemMark, '').trim();
  const title = readTitle(bare)?.text ?? bare;
  if (/^[\p{L} ]{2,30}:/u.test(bare)) return false;
  return guessThing(title) !== undefined;
}

/** What stands over a part of one product's page. */
const headings =
  /^(?:features?|specifications?|specs|overview|details|description|technical data|dimensions?|in the box|box contents|what.s in|included|notes?|power|connections?|compatib\w*|downloads?|reviews?)\b/iu;

/** Whether a block begins with a name that no word of ours explains, its figures below it. */
function isTitledBlock(block: string): boolean {
  const [head = '', ...rest] = block.split('\n');
  const bare = head.replace(itemMark, '').trim();
  const title = readTitle(bare)?.text;
  return (
    title === bare &&
    !headings.test(bare) &&
    readSheet(bare).found.length === 0 &&
    readSheet(rest.join('\n')).found.length > 0
  );
}

/** Whether a block is called something and states sizes of its own: of two such each is a product, whatever it is called. */
function isSizedBlock(block: string): boolean {
  const [head = ''] = block.split('\n');
  const bare = head.replace(itemMark, '').trim();
  const title = readTitle(bare)?.text;
  return (
    title !== undefined &&
    !headings.test(title) &&
    readSheet(block).found.some((f) => f.is.type === 'sizes' && f.is.valuesMm.length === 3)
  );
}

/** Products of stretches: one that is called nothing goes with the one before. */
function merge(text: string, spans: readonly Span[]): Product[] {
  const merged: { from: number; to: number }[] = [];
  for (const span of spans) {
    const own = text.slice(span.from, span.to);
    const isNamed = isNamedLine(firstLine(own)) || isTitledBlock(own) || isSizedBlock(own);
    const before = merged.at(-1);
    if (before && !isNamed) before.to = span.to;
    else merged.push({ ...span });
  }
  return merged.map(({ from, to }) => createProduct(text, from, to));
}
