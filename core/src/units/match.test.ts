import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { match } from './index.js';

describe('a greatest matching', () => {
  it('makes way for who has one choice only', () => {
    const found = match(
      new Map([
        ['a', ['x', 'y']],
        ['b', ['x']],
      ]),
    );
    expect([...found].sort()).toEqual([
      ['a', 'y'],
      ['b', 'x'],
    ]);
  });

  it('serves as many as the best of all ways to hand things out', () => {
    const best = (askers: readonly (readonly number[])[], used: readonly number[]): number => {
      const [first, ...rest] = askers;
      if (!first) return 0;
      return Math.max(
        best(rest, used),
        ...first.filter((t) => !used.includes(t)).map((t) => 1 + best(rest, [...used, t])),
      );
    };
    fc.assert(
      fc.property(
        fc.array(fc.uniqueArray(fc.integer({ min: 0, max: 4 }), { maxLength: 4 }), {
          maxLength: 5,
        }),
        (lists) => {
          const found = match(new Map(lists.map((list, i) => [i, list])));
          expect(found.size).toBe(best(lists, []));
          expect(new Set(found.values()).size).toBe(found.size);
          for (const [asker, thing] of found) expect(lists[asker]).toContain(thing);
        },
      ),
    );
  });
});
