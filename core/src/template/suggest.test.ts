import { describe, expect, it } from '@jest/globals';
import { readSheet } from '../reading/index.js';
import { findThing, things } from './ask/index.js';
import { moreSheets } from '../testing/more-sheets.js';
import { sampleSheets } from '../testing/sheets.js';
import { suggestAnswers } from './suggest.js';

const sheets = [...sampleSheets, ...moreSheets];

describe('a pasted sheet', () => {
  it('is tried in at least 90 hands', () => {
    expect(sheets.length).toBeGreaterThanOrEqual(90);
  });

  it.each(sheets.map((s, i) => [i + 1, s] as const))(
    'number %i gives the figures that it states, each to its question, and no others',
    (_, sheet) => {
      const thing = things.find((t) => t.label === sheet.thing) ?? findThing(sheet.kind)!;
      const reading = readSheet(sheet.text);
      const suggestions = suggestAnswers(thing, reading);
      const answers = Object.assign({}, ...suggestions.map((s) => s.answers)) as object;
      expect(answers).toEqual(sheet.answers);
      for (const piece of sheet.unread ?? []) {
        expect(reading.unread.map((u) => u.text).join('\n')).toContain(piece);
      }
    },
  );

  it.each(sheets.map((s, i) => [i + 1, s] as const))(
    'number %i loses no word: each letter and digit is in a figure, beside one or unread',
    (_, { text }) => {
      const { found, unread } = readSheet(text);
      const seen = new Set<number>();
      const mark = (from: number, to: number) => {
        for (let i = from; i < to; i += 1) seen.add(i);
      };
      for (const f of found) {
        mark(f.from, f.to);
        const label = text.lastIndexOf(f.label, f.from);
        if (label >= 0) mark(label, f.from);
        if (f.repeats !== undefined) mark(found[f.repeats]!.to, f.from);
      }
      for (const u of unread) {
        expect(text.slice(u.from, u.to)).toBe(u.text);
        mark(u.from, u.to);
      }
      const lost = [...text.matchAll(/[\p{L}\d]{2,}/gu)].filter((m) => !seen.has(m.index));
      expect(lost.map((m) => m[0])).toEqual([]);
    },
  );
});

describe('usual spellings of shop pages', () => {
  const answersOf = (kind: Parameters<typeof findThing>[0], text: string) =>
    Object.assign(
      {},
      ...suggestAnswers(findThing(kind)!, readSheet(text)).map((s) => s.answers),
    ) as object;

  it.each([
    [
      'a body weighed with its battery and without',
      'body',
      '129.6 x 90.2 x 79.8 mm (W x H x D), 676 g incl. battery / 600 g body only',
      { widthMm: 129.6, heightMm: 90.2, overallMm: 79.8, massG: 600, batteryG: 76 },
    ],
    [
      'the same the other way round',
      'body',
      '600 g (body only), 676 g with battery; 130 x 90 x 80 mm (W x H x D)',
      { widthMm: 130, heightMm: 90, overallMm: 80, massG: 600, batteryG: 76 },
    ],
    ['a body weighed only with its battery', 'body', '676 g with battery', { massG: 676 }],
    [
      'a lens by its diameter and length',
      'lens',
      'Size (diameter x length): 72 x 102 mm, 480 g',
      { diameterMm: 72, lengthMm: 102, massG: 480 },
    ],
    [
      'a screen by its inches',
      'monitor',
      '5.5 inch, 1000 cd/m², 152 x 92 x 30 mm (W x H x D)',
      { diagonalIn: 5.5, nits: 1000, widthMm: 152, heightMm: 92, depthMm: 30 },
    ],
    [
      'the filter of a lens by its diameter, beside that of the barrel',
      'lens',
      'Filter diameter: 77 mm; Dimensions (diameter x length): 84 x 118 mm',
      { filterMm: 77, diameterMm: 84, lengthMm: 118 },
    ],
    [
      'a rail that is named without its length, as an estimate of it',
      'cage',
      'Two cold shoes, NATO rail on the top, 228 g',
      { shoes: 2, topRailMm: 60, massG: 228 },
    ],
    [
      'a cable by the types of its plugs',
      'cable',
      'HDMI cable, Type D to Type A, 30 cm',
      { ends: [{ connector: 'hdmi-d' }, { connector: 'hdmi-a' }], lengthMm: 300 },
    ],
    [
      'a cable whose plugs are named twice each',
      'cable',
      'HDMI micro (Type D) to full size (Type A), 45 cm',
      { ends: [{ connector: 'hdmi-d' }, { connector: 'hdmi-a' }], lengthMm: 450 },
    ],
    // Inches that words call something else are no diagonal.
    ['a screen on a tall arm', 'monitor', 'Arm reach 7 inch', {}],
  ] as const)('%s', (_, kind, text, answers) => {
    expect(answersOf(kind, text)).toEqual(answers);
  });
});
