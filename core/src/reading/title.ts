import type { Span } from './read.js';

/** No product is called by more letters than this (estimate). */
const longestTitle = 80;

/**
 * What a pasted page is about: the words at the start of its first line, up to a comma, a bar or a bracket. Undefined where
 * the line begins with a figure or a label: “Dimensions: …”, “5.5 inch · 298 g”, “Weight | 310 g”.
 *
 *     readTitle('Lagoon field monitor, 5.5"\n298 g')?.text // 'Lagoon field monitor'
 */
export function readTitle(text: string): (Span & { readonly text: string }) | undefined {
  const match = /[^\s][^\n\r]*/u.exec(text);
  if (!match) return undefined;
  const line = match[0];
  if (/^[\d.,]+\s?(?:mm|cm|in|g|kg|["″”])/iu.test(line)) return undefined;
  const [head = ''] = line.split(/\s*(?:[|•·;\t(]|,\s|\s[–—-]\s|\.\s)\s*/u);
  const title = head.trim().replace(/[\s:,.;–—-]+$/u, '');
  const hasLabel =
    /:\s*\S/u.test(head) ||
    /:\s*$/u.test(head.trim()) ||
    // A row of a table: one word, and its figure in the next cell.
    /^[\p{L}]+\s*[|\t]\s*[~≈]?\s*\d/u.test(line);
  if (hasLabel || title.length > longestTitle || !/\p{L}{2}/u.test(title)) return undefined;
  const from = match.index + line.indexOf(title);
  return { from, to: from + title.length, text: title };
}
