import { describe, expect, it } from '@jest/globals';
import { foldText, hasAllWords, listSearchWords } from './index.js';

describe('a search', () => {
  it('takes no heed of case and accents', () => {
    expect(foldText('Übergangsring Ø 77, café')).toBe('ubergangsring ø 77, cafe');
    expect(hasAllWords(foldText('Poignée latérale'), listSearchWords('POIGNEE'))).toBe(true);
    expect(hasAllWords(foldText('Poignee'), listSearchWords('poignée'))).toBe(true);
  });

  it('wants every word, in any order', () => {
    const text = foldText('Yoke top handle');
    expect(hasAllWords(text, listSearchWords('handle yoke'))).toBe(true);
    expect(hasAllWords(text, listSearchWords('handle side'))).toBe(false);
  });

  it('for nothing finds everything', () => {
    expect(listSearchWords('  \t ')).toEqual([]);
    expect(hasAllWords('', listSearchWords(''))).toBe(true);
  });
});
