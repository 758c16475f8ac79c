/** Signs that pages write by name. */
const named: Readonly<Record<string, string>> = {
  nbsp: ' ',
  amp: '&',
  lt: '<',
  gt: '>',
  quot: '"',
  apos: "'",
  times: '×',
  deg: '°',
  euro: '€',
  pound: '£',
  ndash: '–',
  mdash: '—',
  prime: '′',
  Prime: '″',
  oslash: 'ø',
  Oslash: 'Ø',
  sup2: '²',
  frac14: '¼',
  thinsp: ' ',
  middot: '·',
  bull: '•',
  hellip: '…',
};

const blockTag = /<\/?(?:p|div|li|ul|ol|br|tr|h[1-6]|table|section|dt|dd|dl|hr)\b[^<>]*>/giu;
const cellTag = /<\/(?:td|th)\s*>/giu;

function decode(text: string): string {
  return text.replace(
    /&(?:#(\d{1,6})|#x([\da-f]{1,6})|([a-z]\w{1,8}));/giu,
    (whole, dec, hex, name) => {
      const code = dec ? Number(dec) : hex ? Number.parseInt(String(hex), 16) : undefined;
      if (code !== undefined)
        return code > 0 && code <= 0x10ffff ? String.fromCodePoint(code) : ' ';
      return named[String(name)] ?? whole;
    },
  );
}

/**
 * A text as a person would read it where it was pasted with its markup: tags away, each block on a line of its own, cells
 * apart, signs as signs. A text without markup stays as it is. Linear.
 *
 *     stripMarkup('<li>Weight: 600&nbsp;g</li>') // 'Weight: 600 g'
 */
export function stripMarkup(text: string): string {
  const hasTags = /<\/?[a-z][a-z0-9]*(?:\s[^<>]*)?\/?>/iu.test(text);
  if (!hasTags) return decode(text);
  const plain = text
    .replace(/<(script|style)\b[^<>]*>[\s\S]*?<\/\1\s*>/giu, '\n')
    .replace(/<!--[\s\S]*?-->/gu, ' ')
    .replace(cellTag, ' | ')
    .replace(blockTag, '\n')
    .replace(/<\/?[a-z][^<>]*>/giu, '');
  return decode(plain)
    .replace(/[ \t\u00a0]+/gu, ' ')
    .replace(/ ?\n\s*/gu, '\n')
    .replace(/ \| ?(?=\n|$)/gu, '')
    .trim();
}
