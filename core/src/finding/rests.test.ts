import { describe, expect, it } from '@jest/globals';
import type { Part } from '../part/index.js';
import { standAlone } from '../rig/index.js';
import { isGuessed, listGuessesOf } from './index.js';

const part: Part = {
  id: 'p',
  kind: 'plate',
  name: 'P',
  massG: 10,
  solids: [{ id: 'body', type: 'box', atMm: [0, 0, 0], sizeMm: [4, 2, 1] }],
  mounts: [],
  provenance: { massG: 'guessed', solids: 'guessed', mounts: 'guessed', 'mounts.a': 'measured' },
};

describe('what a verdict rests on', () => {
  it('names the parts whose figures were guessed, and which figures', () => {
    const assembly = standAlone(part);
    expect(listGuessesOf(['mass', 'shape'], { items: [], joints: [] }, assembly)).toEqual([
      { itemId: 'part', partId: 'p', basis: ['mass', 'shape'] },
    ]);
    expect(listGuessesOf([], { items: ['part'], joints: [] }, assembly)).toEqual([]);
  });

  it('is no guess any more once measured, mount by mount', () => {
    const known: Part = { ...part, provenance: { ...part.provenance, solids: 'measured' } };
    expect(isGuessed(known, 'shape')).toBe(false);
    expect(isGuessed(part, 'mounts', ['a'])).toBe(false);
    expect(isGuessed(part, 'mounts', ['a', 'b'])).toBe(true);
    expect(isGuessed({ ...part, provenance: {} }, 'mounts')).toBe(false);
  });
});
