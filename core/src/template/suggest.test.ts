import { describe, expect, it } from '@jest/globals';
import { readSheet } from '../reading/index.js';
import { findThing, things } from './ask/index.js';
import { moreSheets } from './more-sheets.js';
import { sampleSheets } from './sheets.js';
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
