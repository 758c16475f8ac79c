import type { Collider } from '../clash/index.js';
import type { PartBook } from '../part/index.js';
import { reportOn, type Finding, type FindingCode } from '../report/index.js';
import { proposeId, withFreshIds, type Assembly, type Edit } from '../rig/index.js';
import { crowded, listBetween } from './between.js';
import { proposeMore } from './propose.js';
import { joinEdits, listFlat, listFresh } from './weigh.js';

/** What may follow from an edit and is mended with one more: each has ways out that are sure to be small. */
const follows: ReadonlySet<FindingCode> = new Set<FindingCode>([
  'lead-too-short',
  'lead-too-long',
  'no-lead',
  'no-supply',
  'plug-cannot-enter',
  'plug-in-the-way',
  'bend-too-tight',
  'not-level',
  'screw-too-long',
  'screw-too-short',
  'gear-out-of-mesh',
  'screen-not-seen',
  'clamps-overlap',
  'off-the-rail',
  'hand-room',
  'off-head-axis',
]);

/** So many edits that do not help by themselves are gone on from, those that leave least first. */
const mostBegun = 4;
/** So much may follow from one. */
const mostFresh = 2;
/** So many ways are tried for each thing that follows, and of one sort of edit no more than a few of them. */
const mostWays = 12;
const mostAlike = 4;

/** The first ways of each sort, in the order in which they were proposed. */
function spread(ways: readonly Edit[]): Edit[] {
  const counts = new Map<string, number>();
  return ways
    .filter((way) => {
      const sort = [...new Set(listFlat(way).map((e) => e.type))].join();
      const count = (counts.get(sort) ?? 0) + 1;
      counts.set(sort, count);
      return count <= mostAlike;
    })
    .slice(0, mostWays);
}

/** An edit that a builder would make, and what is found after it. */
export interface Tried {
  readonly edit: Edit;
  readonly after: Assembly;
  readonly findings: readonly Finding[];
}

/** What is gone on from. */
export interface FollowContext {
  readonly book: PartBook;
  readonly collider: Collider | undefined;
  /** What was found before any edit, as far as the tried ones were looked at. */
  readonly before: readonly Finding[];
  /** Tries an edit as a whole: that it helps, that nobody would build it, or what is found after it. */
  readonly attempt: (edit: Edit) => Attempt;
}

/** What came of trying an edit. */
export type Attempt =
  | { readonly state: 'helps' }
  | { readonly state: 'not-built' }
  | ({ readonly state: 'does-not-help' } & Tried);

/** What is still in the way after an edit: the finding itself, or what came with it. */
function listLeft(
  { before }: FollowContext,
  finding: Finding,
  { edit, findings }: Tried,
): Finding[] {
  const fresh = listFresh(before, findings, edit);
  const itself = findings.find((f) => f.id === finding.id);
  return itself && !fresh.includes(itself) ? [itself, ...fresh] : fresh;
}

/** The ways out of one finding of a setup, as its question and the whole rig propose them; not tried yet. */
function listWays(context: FollowContext, after: Assembly, left: Finding): Edit[] {
  const { book, collider } = context;
  const report = reportOn(after, book, { collider, oneLens: true, lean: true, catalogue: book });
  const own = report.findings.find((f) => f.id === left.id)?.remedies ?? [];
  const between = crowded.has(left.code) ? listBetween(after, left, book) : [];
  const more = proposeMore(report, left, book, collider);
  return [...own.map((r) => r.edit), ...between, ...more].filter((e) => e.type !== 'remove-item');
}

/** What a single edit settles; of an exchange and of a move one is enough, a second one may take the first back. */
function nameSettled(edit: Edit): string {
  if (edit.type === 'swap-part') return edit.type;
  if ('jointId' in edit) return `${edit.type} ${edit.jointId}`;
  if (edit.type === 'set-stance') return `${edit.type} ${edit.itemId} ${edit.movementId}`;
  return edit.type === 'hold-at' ? `${edit.type} ${edit.item} ${edit.grip}` : '';
}
const isFinal = (what: string): boolean => what.startsWith('swap-part') || what.startsWith('move');

/** One edit after the other as one step; what the second settles anew is left out of the first. Undefined where it would undo it. */
function continueWith(first: Edit, way: Edit): Edit | undefined {
  const anew = new Set(listFlat(way).map(nameSettled));
  anew.delete('');
  const settled = listFlat(first);
  const added = (edit: Edit) =>
    listFlat(edit).flatMap((e) => (e.type === 'add-part' ? [e.item.partId] : []));
  // Twice the same part more is not what a person would do: one weight after the other.
  if (added(way).some((id) => added(first).includes(id))) return undefined;
  if (settled.some((e) => anew.has(nameSettled(e)) && isFinal(nameSettled(e)))) return undefined;
  return joinEdits(...settled.filter((e) => !anew.has(nameSettled(e))), way);
}

/**
 * A way out of one finding in two or three steps, where none helps by itself: an edit that ends it, and with it what follows
 * from that, as a longer lead for a part that was moved. Tried as one whole; undefined where none was found. Costs
 * some dozen reports.
 */
export function findFollowed(
  context: FollowContext,
  finding: Finding,
  tried: readonly Tried[],
): Edit | undefined {
  const begun = tried
    .filter(({ edit }) => edit.type !== 'remove-item')
    .map((one) => ({ one, left: listLeft(context, finding, one) }))
    .filter(
      ({ left }) =>
        left.length > 0 &&
        left.length <= mostFresh &&
        left.every((f) => f.id === finding.id || follows.has(f.code)),
    )
    .sort((a, b) => a.left.length - b.left.length)
    .slice(0, mostBegun);
  for (const { one } of begun) {
    const settled = context.attempt(withStepIds(one.edit));
    if (settled.state !== 'does-not-help') continue;
    const whole = goOn(context, finding, settled, listLeft(context, finding, settled));
    if (whole) return whole;
  }
  return undefined;
}

/** The edit with other ids for what it brings in, so that what follows may bring in another of the same part. */
function withStepIds(edit: Edit): Edit {
  let made = 0;
  return withFreshIds(edit, () => {
    made += 1;
    return proposeId(`step-${made}`);
  });
}

/** A way out of more steps than this is another rig. */
const mostEdits = 3;
/** How many things a person does: the hinges of one arm are set in one, and what is bought comes with what it stands on. */
function countEdits(edit: Edit): number {
  const flat = listFlat(edit);
  const added = new Set(flat.flatMap((e) => (e.type === 'add-part' ? [e.item.id] : [])));
  const isOnAdded = (e: (typeof flat)[number]) =>
    e.type === 'add-part' && added.has(e.joint.parent.item);
  const posed = new Set(
    flat.flatMap((e) => (e.type === 'set-stance' && !added.has(e.itemId) ? [e.itemId] : [])),
  );
  // One lead in the place of another is one thing.
  const leads = Math.max(
    ...(['remove-cable', 'add-cable'] as const).map(
      (type) => flat.filter((e) => e.type === type).length,
    ),
  );
  const isOther = ({ type }: (typeof flat)[number]) =>
    type !== 'set-stance' && type !== 'remove-cable' && type !== 'add-cable';
  return flat.filter((e) => isOther(e) && !isOnAdded(e)).length + posed.size + leads;
}
/** So many steps follow from one at most. */
const mostSteps = 2;

/** Goes on from an edit with a way out of the first thing that it leaves, and from that once more. */
function goOn(
  context: FollowContext,
  finding: Finding,
  one: Tried,
  left: readonly Finding[],
  steps = mostSteps,
): Edit | undefined {
  const [first] = left;
  if (!first || left.length > mostFresh) return undefined;
  const ways = spread(listWays(context, one.after, first))
    .flatMap((way) => continueWith(one.edit, way) ?? [])
    .filter((whole) => countEdits(whole) <= mostEdits);
  const tried: Tried[] = [];
  for (const whole of ways) {
    const attempt = context.attempt(withStepIds(whole));
    if (attempt.state === 'helps') return whole;
    if (attempt.state === 'does-not-help') tried.push(attempt);
  }
  if (steps <= 1) return undefined;
  for (const next of tried) {
    const rest = listLeft(context, finding, next);
    // What is the same trouble again is no step forward.
    if (rest[0]?.id === first.id) continue;
    const further = goOn(context, finding, next, rest, steps - 1);
    if (further) return further;
  }
  return undefined;
}
