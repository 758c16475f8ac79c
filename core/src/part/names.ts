import { foldText } from '../units/index.js';
import { mountKinds } from './mount-kinds.js';
import type { Mount } from './mount.js';
import type { Part } from './schema.js';

/** What parts call by a name that another part must say too: a mount of a named kind, or what media go into. */
export const nameKinds = [
  'lens-mount',
  'cell-bay',
  'own-rail',
  'bolt-pattern',
  'medium',
] as const satisfies readonly (Mount['kind'] | 'medium')[];
export type NameKind = (typeof nameKinds)[number];

/** A name that a part says, and what it is the name of. */
export interface PartName {
  readonly of: NameKind;
  readonly name: string;
}

const isNamed = (kind: Mount['kind']): kind is Exclude<NameKind, 'medium'> =>
  mountKinds[kind].sameFamily && (nameKinds as readonly string[]).includes(kind);

/** Every name that a part says, each once, in the order in which it says them. */
export function listPartNames(part: Part): PartName[] {
  const said: PartName[] = [
    ...part.mounts.flatMap(({ kind, family }) =>
      family !== undefined && isNamed(kind) ? [{ of: kind, name: family }] : [],
    ),
    ...[part.medium?.family, ...(part.modes ?? []).flatMap((mode) => mode.media ?? [])].flatMap(
      (name) => (name === undefined ? [] : [{ of: 'medium' as const, name }]),
    ),
  ];
  const seen = new Set<string>();
  return said.filter(({ of, name }) => {
    const key = `${of} ${name}`;
    return !seen.has(key) && seen.add(key);
  });
}

/** What is left of a name where spelling does not count: letters and digits, small, without accents. */
const bareName = (name: string): string => foldText(name).replace(/[^\p{L}\p{N}]+/gu, '');

/**
 * The name among those known that somebody most likely means who typed this one: the same letters and digits in
 * another spelling. Undefined where it is spelt as known, or where no other reads so.
 *
 *     findSpelling('np w 20', ['NP-W20']) // 'NP-W20'
 */
export function findSpelling(typed: string, known: readonly string[]): string | undefined {
  const bare = bareName(typed);
  if (bare === '' || known.includes(typed)) return undefined;
  return known.find((name) => bareName(name) === bare);
}
