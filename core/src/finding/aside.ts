import type { Assembly, SetAside } from '../rig/index.js';
import { weights, type AnyFinding } from './finding.js';
import type { FindingKind } from './kind.js';

/** How much worse a figure must be to count, as a share: less is a change of nothing that one would see. */
const sameShare = 0.01;

/** How bad a finding is by its own figure, larger being worse; undefined for kinds that have none. */
function measureBad(kind: FindingKind<string, never>, finding: AnyFinding): number | undefined {
  const value = kind.bad?.(finding.facts as never);
  return value === undefined || !Number.isFinite(value) ? undefined : value;
}

/** The parts behind what a finding is about, by id; leads and what is only in the kit are left out. */
function listPartIds(finding: AnyFinding, assembly: Assembly): string[] {
  return [...new Set(finding.items.flatMap((id) => assembly.byId.get(id)?.part.id ?? []))].sort();
}

/**
 * What the rig keeps of a finding that its owner knows of and lives with: how bad it is now, and the parts it is about, so
 * that it comes back when either changes for the worse. Only for what does not stop the build; throws otherwise.
 */
export function createSetAside(
  finding: AnyFinding,
  kind: FindingKind<string, never>,
  assembly: Assembly,
  word: string,
  scope: 'setup' | 'rig',
): SetAside {
  if (finding.weight === 'stops') {
    throw new Error(`createSetAside: ${finding.id} stops the build`);
  }
  const figure = measureBad(kind, finding);
  return {
    finding: finding.id,
    word,
    weight: finding.weight,
    parts: listPartIds(finding, assembly),
    ...(figure === undefined ? {} : { figure }),
    ...(scope === 'setup' ? { setup: assembly.setup.id } : {}),
  };
}

/** Whether what was set aside still covers a finding: no heavier, no worse than by a hundredth, about the same parts. */
export function isSetAside(
  entry: SetAside,
  finding: AnyFinding,
  kind: FindingKind<string, never>,
  assembly: Assembly,
): boolean {
  if (entry.finding !== finding.id) return false;
  if (entry.setup !== undefined && entry.setup !== assembly.setup.id) return false;
  if (weights.indexOf(finding.weight) < weights.indexOf(entry.weight)) return false;
  const figure = measureBad(kind, finding);
  if (figure !== undefined && entry.figure !== undefined) {
    if (figure > entry.figure + Math.abs(entry.figure) * sameShare + 1e-9) return false;
  }
  return listPartIds(finding, assembly).join() === entry.parts.join();
}
