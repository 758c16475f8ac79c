import type { PartBook } from '../part/index.js';
import { compareReports, reportOn, type Finding, type Report } from '../report/index.js';
import { tryEdit, type Edit } from '../rig/index.js';
import type { AskOptions } from '../question/index.js';

/** What an edit does to the whole of a rig: the report as it would be, and what comes and goes. */
export interface Outcome {
  readonly edit: Edit;
  readonly after: Report;
  /** Heaviest first. */
  readonly appears: readonly Finding[];
  readonly goes: readonly Finding[];
}

/**
 * Tries an edit by the whole report, as light as it may be: one lens, no ways of leads. `before` is compared as it
 * is, so it should be as light. Costs one report.
 */
export function tryOutcome(
  before: Report,
  edit: Edit,
  parts: PartBook,
  options: AskOptions = {},
): Outcome {
  const assembly = tryEdit(before.assembly, edit, parts);
  const after = reportOn(assembly, parts, { ...options, oneLens: true, lean: true });
  return { edit, after, ...compareReports(before, after) };
}
