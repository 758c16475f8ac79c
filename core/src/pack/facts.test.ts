import { describe, expect, it } from '@jest/globals';
import type { Part } from '../part/index.js';
import { filterFacts, isSameValue, toPartFacts, type FactsFilter } from './index.js';

const part: Part = {
  id: 'yard-arm',
  kind: 'arm',
  name: 'Yárd arm',
  maker: 'Quillon',
  massG: 90,
  price: { minor: 4900, currency: 'EUR' },
  serves: [{ need: 'monitor', nits: 900 }],
  solids: [
    { id: 'a', type: 'box', atMm: [0, 0, 0], sizeMm: [40, 20, 10] },
    { id: 'b', type: 'cylinder', atMm: [0, 0, 15], radiusMm: 5, lengthMm: 20 },
  ],
  mounts: [
    {
      id: 'm',
      kind: 'cold-shoe',
      side: 'foot',
      originMm: [0, 0, -5],
      normal: [0, 0, -1],
      reference: [1, 0, 0],
    },
    {
      id: 'n',
      kind: 'cold-shoe',
      side: 'foot',
      originMm: [9, 0, -5],
      normal: [0, 0, -1],
      reference: [1, 0, 0],
    },
  ],
  provenance: { massG: 'sheet', solids: 'guessed', mounts: 'guessed' },
};
const facts = toPartFacts(part);
const bare = toPartFacts({
  ...part,
  id: 'other',
  name: 'Other',
  massG: undefined,
  price: undefined,
  homeMade: true,
} as never);

describe('two values', () => {
  it.each<[unknown, unknown, boolean]>([
    [{ a: 1, b: [1, 2] }, { b: [1, 2], a: 1 }, true],
    [{ a: 1 }, { a: 1, b: undefined }, true],
    [{ a: 1 }, { a: 2 }, false],
    [{}, { a: 1 }, false],
    [[1, 2], [2, 1], false],
    [[], {}, false],
    [null, {}, false],
    [{}, null, false],
    [undefined, {}, false],
    ['x', { 0: 'x' }, false],
    [{ 0: 'x' }, 'x', false],
    [1, '1', false],
    ['a', 'a', true],
  ])('%j and %j: %s', (a, b, same) => expect(isSameValue(a, b)).toBe(same));
});

describe('the flat facts of a part', () => {
  it('tell its sizes, its mounts once each, what it serves and how much was guessed', () => {
    expect(facts).toMatchObject({
      sizeMm: [40, 20, 30],
      mounts: ['cold-shoe'],
      serves: ['monitor'],
      own: 'bought',
      guesses: 2,
    });
    expect(bare.own).toBe('home-made');
  });
});

describe('a filter', () => {
  const through = (filter: FactsFilter, owned: string[] = []) =>
    filterFacts([facts, bare], filter, (id) => owned.includes(id)).map((f) => f.id);

  it('finds words in any order, whatever their case and accents', () => {
    expect(through({ text: 'ARM yard' })).toEqual(['yard-arm']);
    expect(through({ text: 'quillon' })).toEqual(['yard-arm', 'other']);
    expect(through({ text: 'mast' })).toEqual([]);
  });

  it('narrows by kind, mount, need, origin and what is owned', () => {
    expect(through({ kind: 'cage' })).toEqual([]);
    expect(through({ mount: 'cold-shoe', serves: 'monitor' })).toHaveLength(2);
    expect(through({ own: 'home-made' })).toEqual(['other']);
    expect(through({ owned: 'yes' }, ['other'])).toEqual(['other']);
    expect(through({ owned: 'no' }, ['other'])).toEqual(['yard-arm']);
  });

  it('leaves out what is heavier or dearer, or not known to be lighter', () => {
    expect(through({ massG: 90 })).toEqual(['yard-arm']);
    expect(through({ massG: 89.9 })).toEqual([]);
    expect(through({ priceMinor: 4900 })).toEqual(['yard-arm']);
    expect(through({ priceMinor: 4899 })).toEqual([]);
  });
});
