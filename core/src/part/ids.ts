import { z } from 'zod';

/** Words that every object of the language knows already, as “constructor”: looked up by them, nothing would be something. */
export function isFreeWord(id: string): boolean {
  return !(id in Object.prototype);
}
export const isNoId = 'is a word of the language that this is written in: choose another';

/** Whether a text is whole: half of a character that is written in two is a text to this language, and to no database. */
const isWhole = (text: string): boolean => !/\p{Surrogate}/u.test(text);

/** Any whole text. */
export const WholeText = z.string().refine(isWhole, 'has a broken character');

/** What a template was told may be nested so deep: a list of mounts with their places is 4. */
const deepest = 8;

/** Whether a value is made of finite figures, short words, ticks, and short lists of them, not nested without end. */
export function isPlainValue(value: unknown, depth = deepest): boolean {
  if (typeof value === 'number') return Number.isFinite(value);
  if (typeof value === 'string') return value.length <= 400 && isWhole(value);
  if (typeof value !== 'object' || value === null) return true;
  if (depth === 0) return false;
  const inner = Object.entries(value) as [string, unknown][];
  return (
    inner.length <= 200 && inner.every(([key, v]) => isWhole(key) && isPlainValue(v, depth - 1))
  );
}

/** Names a part of the catalogue: small letters, digits and hyphens. */
export const PartId = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]{0,63}$/, 'an id has 1 to 64 small letters, digits and hyphens')
  .refine(isFreeWord, isNoId);

/** Names something inside one part: a mount, a grip, a port. */
export const LocalId = z
  .string()
  .regex(/^[a-z0-9][a-z0-9-]{0,39}$/, 'an id has 1 to 40 small letters, digits and hyphens')
  .refine(isFreeWord, isNoId);

// Tab and line breaks are for notes alone.
const controlCharacters = /[^\P{Cc}\t\n\r]/u;
const lineCharacters = /[\t\n\r]/;
const turningCharacters = /[\u2028\u2029\u202a-\u202e\u2066-\u2069]/;

function isPlain(text: string): boolean {
  return !controlCharacters.test(text) && !turningCharacters.test(text);
}

/**
 * A name that a person typed: any script, any sign, markup too, since every screen shows it as plain
 * text; but no control characters and none that turn the direction of writing around.
 */
export const Name = z
  .string()
  .trim()
  .min(1, 'a name has at least one character')
  .max(120, 'a name has at most 120 characters')
  .refine((v) => isPlain(v) && !lineCharacters.test(v), 'a name has no control characters')
  .refine(isWhole, 'a name has no broken characters');

/** Longer text in the owner's words. */
export const Note = z
  .string()
  .max(4000, 'a note has at most 4000 characters')
  .refine(isPlain, 'a note has no control characters')
  .refine(isWhole, 'a note has no broken characters');
