import { weights } from '../finding/index.js';
import { findKind, type Finding, type FindingCode } from '../report/index.js';
import type { Edit } from '../rig/index.js';

/** How much worse the figure of a trouble that stays may become beside a way out of another, as a share (estimates). */
const worseShare = { stops: 0.1, risk: 0.5, note: Infinity } as const;

/** What leaves something without picture, sound or power: a lead with slack is the lesser evil. */
const unserved: ReadonlySet<FindingCode> = new Set<FindingCode>([
  'no-lead',
  'no-supply',
  'lead-too-short',
]);

/** The id that a finding would have had before a part was put in the place of another. */
export function createOldId(edit: Edit): (id: string) => string {
  const swaps = listFlat(edit).filter((e) => e.type === 'swap-part');
  return (id) => swaps.reduce((now, { item, itemId }) => now.split(item.id).join(itemId), id);
}

/** The single edits of one step, however they are nested. */
export const listFlat = (edit: Edit): readonly Exclude<Edit, { type: 'all' }>[] =>
  edit.type === 'all' ? edit.edits.flatMap(listFlat) : [edit];

/** One step of several edits; a single one is that step. */
export function joinEdits(...edits: readonly Edit[]): Edit {
  const flat = edits.flatMap(listFlat);
  const [only, ...more] = flat;
  return only && more.length === 0 ? only : { type: 'all', edits: flat };
}

const isHeavy = ({ weight }: Finding): boolean => weight !== 'note';

function measureBad(finding: Finding): number | undefined {
  const value = findKind(finding.code).bad?.(finding.facts as never);
  return value === undefined || !Number.isFinite(value) ? undefined : value;
}

/** Whether a trouble that stays has got far worse by its own figure: what stops the build by a tenth, a risk by half. */
function isFarWorse(was: Finding, is: Finding): boolean {
  const [before, after] = [measureBad(was), measureBad(is)];
  if (before === undefined || after === undefined) return false;
  return after > before + Math.abs(before) * worseShare[was.weight] + 1e-9;
}

/** What comes with an edit, heavier than it was or new, and what of the old trouble it makes worse. Notes are left out. */
export function listFresh(
  before: readonly Finding[],
  after: readonly Finding[],
  edit: Edit,
): Finding[] {
  const toOld = createOldId(edit);
  const known = new Map(before.map((f) => [f.id, f]));
  return after.filter((f) => {
    if (!isHeavy(f)) return false;
    const was = known.get(toOld(f.id));
    if (!was) return true;
    return weights.indexOf(f.weight) < weights.indexOf(was.weight) || isFarWorse(was, f);
  });
}

/** Whether nothing that stops or is a risk is new, heavier or far worse after an edit. What was a note may become another note. */
export function isNoWorse(
  before: readonly Finding[],
  after: readonly Finding[],
  edit: Edit,
): boolean {
  return listFresh(before, after, edit).length === 0;
}

/**
 * Whether the rig as a whole is better with a way out of one finding: that is gone or weighs less, nothing new stops the build, nothing that stays
 * is far worse by its own figure, and there is less of it in all, what stops before what is a risk. So one stop may give
 * way to a risk, and two risks to one, but none to another.
 */
export function isBetter(
  before: readonly Finding[],
  after: readonly Finding[],
  finding: Pick<Finding, 'id'> & Partial<Pick<Finding, 'code' | 'weight'>>,
  edit: Edit,
): boolean {
  const toOld = createOldId(edit);
  // A picture that is only seen less aslant is still not judged.
  const isHalf = finding.code === 'screen-not-seen';
  const was = isHalf ? Infinity : weights.indexOf(finding.weight ?? 'note');
  const isThere = (f: Finding) => toOld(f.id) === finding.id && weights.indexOf(f.weight) <= was;
  if (after.some(isThere)) return false;
  const known = new Set(before.map((f) => f.id));
  const fresh = listFresh(before, after, edit).filter(
    // Of two evils: slack where nothing was plugged in.
    (f) => f.code !== 'lead-too-long' || !finding.code || !unserved.has(finding.code),
  );
  // What must be there is left out by nobody, however much that would end.
  const isRefused = (f: Finding) =>
    f.weight === 'stops' || f.code === 'need-unserved' || known.has(toOld(f.id));
  if (fresh.some(isRefused)) return false;
  if (fresh.length === 0) return true;
  const count = (list: readonly Finding[], weight: Finding['weight']) =>
    list.filter((f) => f.weight === weight).length;
  const stops = count(before, 'stops') - count(after, 'stops');
  const risks = count(before, 'risk') - count(after, 'risk');
  return stops > 0 ? risks >= -1 : stops === 0 && risks > 0;
}
