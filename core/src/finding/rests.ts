import type { Part } from '../part/index.js';
import type { Assembly } from '../rig/index.js';
import type { AnyFinding } from './finding.js';

/** What a verdict is computed from. */
export type Basis = 'mass' | 'shape' | 'mounts' | 'spaces' | 'ports';

/** A part whose figures were guessed where a verdict rests on them. */
export interface Guess {
  readonly itemId: string;
  readonly partId: string;
  readonly basis: readonly Basis[];
}

/** Whether what a part says of a basis was guessed by its template, nobody having stated or measured it. */
export function isGuessed(part: Part, basis: Basis, mountIds: readonly string[] = []): boolean {
  const by = part.provenance ?? {};
  switch (basis) {
    case 'mass':
      return part.massG !== undefined && by['massG'] === 'guessed';
    case 'shape':
      return by['solids'] === 'guessed';
    case 'spaces':
      return by['keepClear'] === 'guessed';
    case 'ports':
      return by['ports'] === 'guessed';
    case 'mounts': {
      if (by['mounts'] !== 'guessed') return false;
      // A mount that was corrected by itself is no guess, though the others are.
      return (
        mountIds.length === 0 ||
        mountIds.some((id) => (by[`mounts.${id}`] ?? 'guessed') === 'guessed')
      );
    }
  }
}

/**
 * The guesses that a finding rests on, part by part: of the parts it names, or of all parts of the setup
 * where it is about the whole rig. Empty where every figure was stated or measured.
 */
export function listGuessesOf(
  bases: readonly Basis[],
  finding: Pick<AnyFinding, 'items' | 'joints'>,
  assembly: Assembly,
): Guess[] {
  if (bases.length === 0) return [];
  const ids = finding.items.length > 0 ? finding.items : assembly.items.map((p) => p.item.id);
  const mountsOf = (itemId: string) =>
    assembly.items.flatMap(({ carriedBy: joint }) => {
      if (!joint || !finding.joints.includes(joint.joint.id)) return [];
      if (joint.child === itemId) return [joint.childMount.id];
      return joint.parent === itemId ? [joint.parentMount.id] : [];
    });
  return [...new Set(ids)].flatMap((itemId): Guess[] => {
    const part = assembly.byId.get(itemId)?.part;
    if (!part) return [];
    const basis = bases.filter((b) => isGuessed(part, b, b === 'mounts' ? mountsOf(itemId) : []));
    return basis.length > 0 ? [{ itemId, partId: part.id, basis }] : [];
  });
}
