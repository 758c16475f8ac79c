import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  longestSheet,
  readNumber,
  readSheet,
  readTyped,
  unitSpellings,
  writeQuantity,
} from './index.js';

const only = (text: string) => {
  const { found } = readSheet(text);
  expect(found).toHaveLength(1);
  return found[0]!;
};

describe('a number', () => {
  it.each([
    ['12', 12, false],
    ['1,5', 1.5, false],
    ['0,125', 0.125, false],
    ['1,250', 1250, true],
    ['1.250', 1.25, true],
    ['1.250,5', 1250.5, false],
    ['1,250.5', 1250.5, false],
    ['1 250', 1250, false],
    ["1'250", 1250, false],
    ['1.250.000', 1_250_000, false],
    ['1,250,000', 1_250_000, false],
    ['1,250,000.5', 1_250_000.5, false],
    ['1/4', 0.25, false],
    ['5 1/2', 5.5, false],
    ['5½', 5.5, false],
    ['2 ¾', 2.75, false],
    ['⅜', 0.375, false],
    ['¼', 0.25, false],
    ['½', 0.5, false],
    ['¾', 0.75, false],
    ['⅛', 0.125, false],
    ['⅝', 0.625, false],
    ['⅞', 0.875, false],
    ['⅓', 1 / 3, false],
    ['⅔', 2 / 3, false],
    ['.5', 0.5, false],
  ])('“%s” is %d', (text, value, ambiguous) => {
    expect(readNumber(text)).toEqual({ value, ambiguous });
  });

  it('that is none is none', () => {
    for (const text of ['', 'x', '1/0', '--', '.', ',', '1.2,3.4', '1,2.3,4', '..', '12-5']) {
      expect(readNumber(text)).toBeUndefined();
    }
  });
});

describe('sizes whose order is said', () => {
  it.each([
    ['129.6 x 90.2 x 79.8 mm (W x H x D)', 'whd'],
    ['Dimensions (W × H × D): 129.6 × 90.2 × 79.8 mm', 'whd'],
    ['126 x 88 x 62 mm, (width x height x depth)', 'whd'],
    ['88 x 126 mm (diameter x length)', 'ol'],
    ['(diameter x length): 72 x 102 mm', 'ol'],
    ['Size (Ø x L): 72 x 102 mm', 'ol'],
    ['Dia. x length: 72 x 102 mm', 'ol'],
    // As many words as sizes, or none are taken.
    ['129.6 x 90.2 x 79.8 mm (W x H)', '---'],
    ['72 x 102 mm', '--'],
    ['72 x 102 mm (with hood x cap)', '--'],
  ])('“%s” is %s', (text, order) => {
    const { is } = readSheet(text).found[0]!;
    expect(is.type === 'sizes' && is.order.map((o) => o ?? '-').join('')).toBe(order);
  });

  it('leaves nothing of what names them unread', () => {
    expect(readSheet('129.6 x 90.2 x 79.8 mm (W x H x D)').unread).toEqual([]);
    expect(readSheet('129.6 x 90.2 x 79.8 mm (W x H x D), 655 g').found).toHaveLength(2);
  });
});

describe('a figure that is typed', () => {
  const read = (value: number, ambiguous = false) => ({ state: 'read', value, ambiguous });

  it.each([
    ['1,250', 'g', read(1250, true)],
    ['1.250', 'g', read(1.25, true)],
    ['0,5', 'mm', read(0.5)],
    ['-3.5', 'mm', read(-3.5)],
    ['−3.5', 'mm', read(-3.5)],
    ['12', 'ND', read(12)],
    ['5.7 in', 'mm', read(144.78)],
    ['5½ in', 'mm', read(139.7)],
    ['1 kg', 'g', read(1000)],
    ['8.8 oz', 'g', read(249.476)],
    ['10 mm', 'mm', read(10)],
    ['7.5 s', 's', read(7.5)],
    ['3.', 'mm', read(3)],
  ])('“%s” in a field of %s', (text, unit, expected) => {
    expect(readTyped(text, unit)).toEqual(expected);
  });

  it.each([
    ['abc', 'mm', '“abc” is not a number'],
    ['', 'mm', '“” is not a number'],
    ['5 kg', 'mm', '“kg” does not measure this'],
    ['5 mm', 's', '“mm” does not measure this'],
    ['5 flurbs', 'mm', '“5 flurbs” is not a number'],
    ['12,5x', 'g', '“12,5x” is not a number'],
    ['1/0', 'mm', '“1/0” is not a number'],
  ])('“%s” in a field of %s is refused with the reason', (text, unit, why) => {
    expect(readTyped(text, unit)).toEqual({ state: 'refused', why });
  });
});

describe('a quantity', () => {
  it.each(unitSpellings.map((u) => [u.sign, u.dimension] as const))(
    'written in %s (%s) is read back as it was',
    (sign, dimension) => {
      fc.assert(
        fc.property(
          fc.integer({ min: 1, max: 999_999 }),
          fc.constantFrom(1, 10, 100, 1000),
          (n, by) => {
            const unit = unitSpellings.find((u) => u.sign === sign)!;
            const value = (n / by) * unit.factor;
            const found = only(writeQuantity(value, dimension, sign));
            expect(found.is).toMatchObject({ type: 'figure', dimension });
            const back = found.is.type === 'figure' ? found.is.value : NaN;
            expect(Math.abs(back - value)).toBeLessThanOrEqual(value * 1e-9 + 1e-9 * unit.factor);
          },
        ),
      );
    },
  );

  it('in pounds and ounces or feet and inches is one figure', () => {
    expect(only('1 lb 4 oz').is).toEqual({
      type: 'figure',
      dimension: 'massG',
      value: 566.9904625,
    });
    const length = only(`1' 6"`).is;
    expect(length.type === 'figure' && length.value).toBeCloseTo(457.2, 6);
  });

  it('tells megabits from megabytes by the letter case', () => {
    expect(only('400 Mb/s').is).toMatchObject({ value: 400 });
    expect(only('400 MB/s').is).toMatchObject({ value: 3200 });
  });

  it('keeps its “about”, its “at most” and the words beside it', () => {
    expect(only('Weight: approx. 300 g net')).toMatchObject({
      approx: true,
      label: 'Weight: approx.',
      after: 'net',
    });
    expect(only('up to 4 kg')).toMatchObject({ bound: 'most' });
    expect(only('at least 12 V')).toMatchObject({ bound: 'least' });
  });

  it('said again in another unit is linked, and a contradiction is doubted', () => {
    const agrees = readSheet('120 mm (4.72 in)').found;
    expect(agrees[1]).toMatchObject({ repeats: 0, doubt: 'none' });
    const mixed = readSheet('120 mm (6 in)').found;
    expect(mixed[1]).toMatchObject({ repeats: 0, doubt: 'disagrees' });
  });

  it('with one comma before three digits is doubted', () => {
    expect(only('1,250 g')).toMatchObject({ doubt: 'separator' });
    expect(only('1,25 kg')).toMatchObject({ doubt: 'none' });
  });
});

describe('ranges, sizes and money', () => {
  it('are read with the unit said once or twice', () => {
    expect(only('7–17 V').is).toEqual({ type: 'range', dimension: 'voltageV', low: 7, high: 17 });
    expect(only('7 V to 17 V').is).toEqual({
      type: 'range',
      dimension: 'voltageV',
      low: 7,
      high: 17,
    });
    expect(only('2 x 3 x 4 cm').is).toMatchObject({ type: 'sizes', valuesMm: [20, 30, 40] });
    expect(only('Size (H x W x D): 2 × 3 × 4 cm').is).toMatchObject({ order: ['h', 'w', 'd'] });
    expect(only('W2 × 3 mm'.replace('W2', '2 mm (W)')).is).toMatchObject({
      order: ['w', undefined],
    });
  });

  it('take the currency from its code or sign; a dollar sign is doubted', () => {
    expect(only('EUR 1.234,50').is).toEqual({ type: 'money', value: 1234.5, currency: 'EUR' });
    expect(only('£17.50').is).toEqual({ type: 'money', value: 17.5, currency: 'GBP' });
    expect(only('$89')).toMatchObject({ doubt: 'currency' });
  });
});

describe('a label', () => {
  const labelOf = (text: string) => readSheet(text).found.at(-1)!.label;
  it.each([
    ['Width 12 mm\nMass 300 g', 'Mass'],
    ['Width 12 mm; Mass 300 g', 'Mass'],
    ['In the box: screw. Mass 300 g', 'Mass'],
    ['Black — Mass 300 g', 'Mass'],
    ['Black · Mass 300 g', 'Mass'],
    // No sentence ends there.
    ['Mass approx. 300 g', 'Mass approx.'],
    ['Dia. of rod 15 mm', 'Dia. of rod'],
    ['V·A rating 300 g', 'V·A rating'],
  ])('of “%s” is “%s”', (text, label) => expect(labelOf(text)).toBe(label));

  it('tells whether the figure is about, at most or at least', () => {
    const of = (text: string) => {
      const [one] = readSheet(text).found;
      return [one!.approx, one!.bound];
    };
    expect(of('Mass 300 g')).toEqual([false, 'none']);
    expect(of('approx. 300 g')).toEqual([true, 'none']);
    expect(of('up to 300 g')).toEqual([false, 'most']);
    expect(of('at least 300 g')).toEqual([false, 'least']);
  });
});

describe('a figure said twice', () => {
  const repeats = (text: string) => readSheet(text).found.map((f) => [f.repeats, f.doubt]);
  it('is the same within four per cent, or 0.8 of small ones, and else contradicts', () => {
    expect(repeats('100 mm (3.94 in)')).toEqual([
      [undefined, 'none'],
      [0, 'none'],
    ]);
    // 103.9 mm, and 104.1: just within and just beyond.
    expect(repeats('100 mm (4.09 in)')[1]).toEqual([0, 'none']);
    expect(repeats('100 mm (4.11 in)')[1]![1]).toBe('disagrees');
    // 5.6 mm and 6.1 mm beside 5: 0.8 counts.
    expect(repeats('5 mm (0.22 in)')[1]).toEqual([0, 'none']);
    expect(repeats('5 mm (0.24 in)')[1]![1]).toBe('disagrees');
  });
});

describe('names', () => {
  it.each([
    ['1/4"-20', 'quarter-20'],
    ['1/4-20 UNC', 'quarter-20'],
    ['¼″ thread', 'quarter-20'],
    ['UNC 1/4', 'quarter-20'],
    ['1/4" screw', 'quarter-20'],
    ['3/8"-16', 'three-eighths-16'],
    ['⅜″-16 UNC', 'three-eighths-16'],
    ['three-eighths thread', 'three-eighths-16'],
    ['cold shoe', 'cold-shoe'],
    ['accessory shoe', 'cold-shoe'],
    ['NATO clamp', 'nato-rail'],
    ['38mm dovetail', 'dovetail-38'],
    ['15mm rods', 'rod-15-pair'],
    ['rosette (M6)', 'rosette-m6'],
    ['V-lock', 'v-mount'],
    ['L-series battery', 'l-series'],
    ['micro HDMI', 'hdmi-d'],
    ['HDMI type D', 'hdmi-d'],
    ['HDMI mini', 'hdmi-c'],
    ['HDMI', 'hdmi-a'],
    ['USB Type-C', 'usb-c'],
    ['D-Tap', 'd-tap'],
    ['DC barrel 5.5 x 2.1 mm', 'barrel'],
    ['3.5 mm TRS', 'jack-3.5'],
    ['mini XLR', 'xlr-3-mini'],
    ['4 mm hex key', 'hex-4'],
    ['locating pins', 'pins'],
  ])('“%s” is %s', (text, name) => {
    const named = readSheet(text).found.filter((f) => f.is.type === 'named');
    expect(named.map((f) => f.is.type === 'named' && f.is.thing.name)).toEqual([name]);
  });

  it('of plugs take the nearest in or out', () => {
    const found = readSheet('HDMI in, HDMI out (Type A)').found;
    expect(found.map((f) => f.is.type === 'named' && f.is.direction)).toEqual(['in', 'out']);
  });
});

describe('any text', () => {
  it('is read without loss or fault, and spans lie in order without overlap', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.constantFrom(
            '12',
            ',',
            '.',
            'mm',
            ' x ',
            '"',
            "'",
            'g ',
            'approx. ',
            '1/4',
            '–',
            '\n',
            'é',
            '€',
            'V',
            'Weight: ',
            '(',
            ')',
            '⅜',
            'HDMI ',
            '\t',
            '💡',
          ),
          { maxLength: 40 },
        ),
        (pieces) => {
          const text = pieces.join('');
          const { found, unread } = readSheet(text);
          let end = 0;
          for (const f of found) {
            expect(f.from).toBeGreaterThanOrEqual(end);
            expect(text.slice(f.from, f.to)).toBe(f.text);
            end = f.to;
          }
          for (const u of unread) expect(text.slice(u.from, u.to)).toBe(u.text);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('of any length ends in good time; what is beyond the longest is unread', () => {
    const long = `${'9'.repeat(50)} x `.repeat(3000);
    const reading = readSheet(long);
    expect(reading.unread.at(-1)?.to).toBe(long.length);
    expect(long.length).toBeGreaterThan(longestSheet);
  });

  it('takes both words of a lens mount where the line ends with them, and leaves what follows alone', () => {
    const mountOf = (text: string) =>
      readSheet(text).found.flatMap(({ is }) => (is.type === 'word' ? [is.value] : []));
    expect(mountOf('Lens mount: Lapwing L mount')).toEqual(['Lapwing L']);
    expect(mountOf('Mount: Lapwing L\nWeight: 5 g')).toEqual(['Lapwing L']);
    expect(mountOf('Mount: Lapwing bayonet')).toEqual(['Lapwing']);
    expect(mountOf('Mount: Lapwing Weight: 600 g')).toEqual(['Lapwing']);
  });
});
