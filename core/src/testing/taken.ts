/** Takes every way out that is offered, and says of each what it leaves worse. */
import type { Collider } from '../clash/index.js';
import { weights } from '../finding/index.js';
import { findRemedies } from '../mend/index.js';
import type { PartBook } from '../part/index.js';
import { countFindings, measureReport } from '../report/index.js';
import { applyEdit, findRigIssues, withFreshIds, type Rig } from '../rig/index.js';

/** How many ways out a setup was offered, and those of them that do not help, in words. */
export interface Taken {
  readonly offered: number;
  readonly worse: readonly string[];
}

/**
 * Applies each remedy of a setup by itself and judges the whole rig again: it can be stored, the finding is one less, and
 * no more stops or is a risk than before. What stopped and is only a risk after it is no risk more: what weighs as much or
 * more is counted together.
 */
export function takeRemedies(
  rig: Rig,
  setupId: string,
  parts: PartBook,
  catalogue: PartBook,
  collider: Collider,
): Taken {
  const before = measureReport(rig, setupId, parts, { collider });
  const was = countFindings(before.findings);
  const book: PartBook = new Map([...catalogue, ...parts]);
  const worse: string[] = [];
  let offered = 0;
  for (const { findingId, edits } of findRemedies(before, parts, { collider, catalogue })) {
    if (edits.length > 3) worse.push(`${findingId}: ${edits.length} ways out`);
    for (const edit of edits) {
      offered += 1;
      let n = 0;
      const next = applyEdit(
        rig,
        withFreshIds(edit, () => `fresh-${(n += 1)}`),
      );
      const told = `${findingId} by ${JSON.stringify(edit)}`;
      const [issue] = findRigIssues(next, book, 'rig');
      if (issue) {
        worse.push(`${told}: ${issue.path} ${issue.message}`);
        continue;
      }
      const is = countFindings(measureReport(next, setupId, book, { collider }).findings);
      const finding = before.findings.find((f) => f.id === findingId)!;
      const sum = (count: typeof is, upTo: number) =>
        weights.slice(0, upTo).reduce((all, w) => all + count[w], 0);
      for (const upTo of [1, 2]) {
        const less = weights.indexOf(finding.weight) < upTo ? 1 : 0;
        if (sum(is, upTo) > sum(was, upTo) - less) worse.push(told);
      }
    }
  }
  return { offered, worse };
}
