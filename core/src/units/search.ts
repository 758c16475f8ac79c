/** Text as it is searched in: small letters, without accents, compatible forms alike. */
export function foldText(text: string): string {
  return text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase();
}

/** The words of what somebody typed to search, folded; none for empty text. */
export function listSearchWords(typed: string): string[] {
  return foldText(typed).split(/\s+/u).filter(Boolean);
}

/** Whether every word stands in a text that is folded already. No words stand in any. */
export function hasAllWords(folded: string, words: readonly string[]): boolean {
  return words.every((word) => folded.includes(word));
}
