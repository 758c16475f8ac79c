import { describe, expect, it } from '@jest/globals';
import { createFinding, defineFinding, stating } from './index.js';

const kind = defineFinding('loose', stating<{ readonly mm: number }>(), {
  restsOn: [],
  weight: 'note',
  when: 'it is loose',
  offers: '',
  sentence: ({ facts }) => `It is ${facts.mm} mm loose.`,
  why: '',
  todo: '',
});
const idOf = (about: Parameters<typeof createFinding>[2]) =>
  createFinding(kind, 'note', about, { mm: 1 }).id;

describe('the id of a finding', () => {
  it('is its code and what it is about: the joints, or else the items, and a key', () => {
    expect(idOf({ items: [] })).toBe('loose');
    expect(idOf({ items: ['a', 'b'] })).toBe('loose:a:b');
    expect(idOf({ items: ['a', 'b'], joints: ['j'] })).toBe('loose:j');
    expect(idOf({ items: ['a'], key: 'k' })).toBe('loose:a:k');
    expect(idOf({ items: ['a'], joints: ['j', 'i'], key: 'k' })).toBe('loose:j:i:k');
  });

  it('has no empty pieces', () => {
    expect(idOf({ items: ['a'], key: '' })).toBe('loose:a');
    expect(idOf({ items: [''], key: 'k' })).toBe('loose:k');
  });
});

it('a finding keeps what it is about, its facts, and a remedy for each edit', () => {
  const edit = { type: 'remove-item' as const, setupId: 's', itemId: 'a' };
  expect(createFinding(kind, 'stops', { items: ['a'] }, { mm: 3 }, [edit])).toEqual({
    id: 'loose:a',
    code: 'loose',
    weight: 'stops',
    items: ['a'],
    joints: [],
    facts: { mm: 3 },
    remedies: [{ edit }],
  });
});
