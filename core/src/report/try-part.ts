import type { Collider } from '../clash/index.js';
import type { Part, PartBook } from '../part/index.js';
import { findRigIssues, type Issue, type Rig } from '../rig/index.js';
import { judgeCandidates, measureChange, type Candidate, type Change } from './candidates.js';
import { measureReport, type Report } from './report.js';

/** What a part, stored or only being made, would do to a rig. */
export type PartTrial =
  /** The rig has it: the same rig with the part as it is now. */
  | {
      readonly state: 'on-it';
      readonly before: Report;
      readonly after: Report;
      readonly change: Change;
    }
  /** The rig does not have it: the best place for it, or why there is none. */
  | { readonly state: 'offered'; readonly before: Report; readonly candidate: Candidate }
  /** The rig has it, and could not be put together any more. */
  | { readonly state: 'breaks'; readonly issues: readonly Issue[] };

/**
 * Tries a part on a setup of a rig without storing anything. `parts` are those of the rig as they are
 * stored; `part` takes the place of the one with its id. Costs two reports, or one for each place tried.
 */
export function tryPart(
  rig: Rig,
  setupId: string,
  parts: PartBook,
  part: Part,
  options: { readonly collider?: Collider | undefined; readonly makeId: () => string },
): PartTrial {
  const { collider, makeId } = options;
  const before = measureReport(rig, setupId, parts, { collider });
  const isOn = before.assembly.items.some((p) => p.part.id === part.id);
  const book = new Map([...parts, [part.id, part]]);
  if (!isOn) {
    const item = { id: makeId(), partId: part.id, owned: false };
    const [candidate] = judgeCandidates(
      { report: before, parts: book, collider, makeId },
      { kind: 'anywhere' },
      [{ part, item, inDrawer: false }],
    );
    return { state: 'offered', before, candidate: candidate! };
  }
  const issues = findRigIssues(rig, book, 'rig');
  if (issues.length > 0) return { state: 'breaks', issues };
  const after = measureReport(rig, setupId, book, { collider });
  return { state: 'on-it', before, after, change: measureChange(before, after) };
}
