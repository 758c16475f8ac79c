import type { Basis, Guess } from '../finding/index.js';
import { sayList, type Names } from '../words/index.js';

const words: Readonly<Record<Basis, string>> = {
  mass: 'mass',
  shape: 'shape',
  mounts: 'mounts',
  spaces: 'spaces to keep clear',
  ports: 'sockets',
};

/** How many parts are named before the others are only counted. */
const mostNamed = 2;

/** “Rests on guesses: shape of Yoke top handle; shape and mounts of Tern 5 monitor.” Empty for none. */
export function sayGuesses(guesses: readonly Guess[], names: Names): string {
  if (guesses.length === 0) return '';
  const named = guesses
    .slice(0, mostNamed)
    .map((g) => `${sayList(g.basis.map((b) => words[b]))} of ${names.item(g.itemId)}`);
  const more = guesses.length - mostNamed;
  const rest = more > 0 ? `; and of ${more} more ${more === 1 ? 'part' : 'parts'}` : '';
  return `≈ Rests on guesses: ${named.join('; ')}${rest}.`;
}
