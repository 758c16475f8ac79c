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
    expect(listGuessesOf(['mass'], { items: ['part'], joints: [] }, assembly)).toMatchObject([
      { basis: ['mass'] },
    ]);
  });

  it('names only the bases that were guessed, and of mounts those of the joints it is about', () => {
    const guessed = (by: Part['provenance']) =>
      listGuessesOf(
        ['mass', 'shape', 'spaces', 'ports', 'mounts'],
        { items: ['part'], joints: [] },
        standAlone({ ...part, provenance: by }),
      );
    expect(guessed({ solids: 'guessed' })).toMatchObject([{ basis: ['shape'] }]);
    expect(guessed({ keepClear: 'guessed', ports: 'sheet' })).toMatchObject([
      { basis: ['spaces'] },
    ]);
    expect(guessed({ ports: 'guessed' })).toMatchObject([{ basis: ['ports'] }]);
    expect(guessed({ mounts: 'guessed' })).toMatchObject([{ basis: ['mounts'] }]);
    expect(guessed({ massG: 'measured', solids: 'sheet' })).toEqual([]);
  });

  it('rests on no guess of a mass that nobody states', () => {
    const { massG: _, ...unweighed } = part;
    expect(isGuessed({ ...unweighed, provenance: { massG: 'guessed' } }, 'mass')).toBe(false);
    expect(isGuessed(part, 'mass')).toBe(true);
  });

  it('is no guess any more once measured, mount by mount', () => {
    const known: Part = { ...part, provenance: { ...part.provenance, solids: 'measured' } };
    expect(isGuessed(known, 'shape')).toBe(false);
    expect(isGuessed(part, 'mounts', ['a'])).toBe(false);
    expect(isGuessed(part, 'mounts', ['a', 'b'])).toBe(true);
    expect(isGuessed({ ...part, provenance: {} }, 'mounts')).toBe(false);
  });
});
