import type { Collider } from '../clash/index.js';
import { weights } from '../finding/index.js';
import type { PartBook } from '../part/index.js';
import { reportOn, type Finding, type Report } from '../report/index.js';
import { tryEdit, type Assembly, type Edit } from '../rig/index.js';
import { crowded, listBetween } from './between.js';
import { wouldBuild } from './build.js';
import { proposeMore, swaying } from './propose.js';

/** At most so many ways out of one finding are offered. */
const mostOffered = 3;
/** So many proposals are tried for one finding at most, the likeliest first. */
const mostTried = 14;

/** The ways out of one finding, each tried by the whole report, best first. Empty where none helps. */
export interface Offered {
  readonly findingId: string;
  readonly edits: readonly Edit[];
}

/** What remedies are looked for with. */
export interface MendOptions {
  readonly collider?: Collider | undefined;
  /** Parts that may be put in the place of others, or between. */
  readonly catalogue: PartBook;
}

/** What a builder tries first: a hand's turn before a purchase, and leaving out last. */
function rank(edit: Edit, assembly: Assembly): number {
  const isThere = (itemId: string) => assembly.rig.kit.some((i) => i.id === itemId);
  switch (edit.type) {
    case 'set-stance':
      return 0;
    case 'slide':
    case 'turn':
    case 'roll':
    case 'hold-at':
      return 1;
    case 'set-spacer':
    case 'set-screw':
      return 1.5;
    case 'move':
      return 2;
    case 'add-cable':
      return isThere(edit.item.id) ? 1 : 3;
    case 'remove-cable':
      return 3;
    case 'add-part':
      return isThere(edit.item.id) ? 2 : 3.5;
    case 'swap-part':
      return isThere(edit.item.id) ? 2.5 : 4;
    case 'all':
      // A pose is one move, however many hinges it turns.
      return (
        Math.max(...edit.edits.map((e) => rank(e, assembly))) +
        (edit.edits.every((e) => e.type === 'set-stance') ? 0 : 0.3 * edit.edits.length)
      );
    case 'remove-item':
      return 6;
    default:
      return 5;
  }
}

/** What an edit does and to what: of two of the same kind the better one is offered. */
function nameKind(edit: Edit): string {
  switch (edit.type) {
    case 'slide':
    case 'turn':
    case 'roll':
    case 'move':
    case 'set-screw':
    case 'set-spacer':
      return `${edit.type} ${edit.jointId}`;
    case 'set-stance':
    case 'swap-part':
    case 'remove-item':
      return `${edit.type} ${edit.itemId}`;
    case 'all':
      return edit.edits.every((e) => e.type === 'set-stance')
        ? nameKind(edit.edits[0]!)
        : edit.edits.map((e) => e.type).join(' ');
    default:
      return edit.type;
  }
}

/** The id that a finding would have had before a part was put in the place of another. */
export function createOldId(edit: Edit): (id: string) => string {
  const swaps = (edit.type === 'all' ? edit.edits : [edit]).filter((e) => e.type === 'swap-part');
  return (id) => swaps.reduce((now, { item, itemId }) => now.split(item.id).join(itemId), id);
}

/** Whether nothing that stops or is a risk is new or heavier after an edit. What was a note may become another note. */
export function isNoWorse(
  before: readonly Finding[],
  after: readonly Finding[],
  edit: Edit,
): boolean {
  const toOld = createOldId(edit);
  const known = new Map(before.map((f) => [f.id, weights.indexOf(f.weight)]));
  return after.every((f) => {
    if (f.weight === 'note') return true;
    const was = known.get(toOld(f.id));
    return was !== undefined && was <= weights.indexOf(f.weight);
  });
}

/** Whether a report is better than one before by an edit: the finding is gone, and nothing is worse. */
export function isBetter(
  before: readonly Finding[],
  after: readonly Finding[],
  finding: Pick<Finding, 'id'>,
  edit: Edit,
): boolean {
  const toOld = createOldId(edit);
  return after.every((f) => toOld(f.id) !== finding.id) && isNoWorse(before, after, edit);
}

/**
 * Ways out of everything that was found, one finding after the other, heaviest first: what the questions propose and what
 * belongs to the whole rig, each made on trial and judged by the whole report, leads and all lenses included. Offered is
 * only what a builder would do and what leaves nothing worse. `report` is the setup's full report. It may be left at any
 * time; costs some reports for each finding.
 */
export function* findRemedies(
  report: Report,
  parts: PartBook,
  { collider, catalogue }: MendOptions,
): Generator<Offered> {
  const { assembly } = report;
  const book: PartBook = new Map([...catalogue, ...parts]);
  const lean = { collider, oneLens: true, lean: true } as const;
  const light = reportOn(assembly, book, { ...lean, catalogue: book });
  const proposed = new Map(light.findings.map((f) => [f.id, f.remedies.map((r) => r.edit)]));
  // An edit that helps several findings is judged once.
  const whole = new Map<string, Report>();
  const judge = (edit: Edit, after: Assembly): Report => {
    const key = JSON.stringify(edit);
    let made = whole.get(key);
    if (!made) {
      made = reportOn(after, book, { collider });
      whole.set(key, made);
    }
    return made;
  };
  // Balancing is a search of its own: what is quicker is told first.
  const order = [
    ...report.findings.filter((f) => !swaying.has(f.code)),
    ...report.findings.filter((f) => swaying.has(f.code)),
  ];
  for (const finding of order) {
    const helps = (edit: Edit): boolean => {
      const after = tryEdit(assembly, edit, book);
      if (!wouldBuild(assembly, edit, after, book)) return false;
      // The light report sorts most of them out; the whole one has the last word.
      if (
        proposed.has(finding.id) &&
        !isBetter(light.findings, reportOn(after, book, lean).findings, finding, edit)
      ) {
        return false;
      }
      return isBetter(report.findings, judge(edit, after).findings, finding, edit);
    };
    const pick = (proposals: readonly Edit[]): Edit[] => {
      const ranked = proposals
        .map((edit, i) => ({ edit, i, rank: rank(edit, assembly) }))
        .sort((a, b) => a.rank - b.rank || a.i - b.i)
        .slice(0, mostTried);
      const offered: Edit[] = [];
      const kinds = new Set<string>();
      for (const { edit } of ranked) {
        if (offered.length >= mostOffered) break;
        if (kinds.has(nameKind(edit)) || !helps(edit)) continue;
        offered.push(edit);
        kinds.add(nameKind(edit));
      }
      return offered;
    };
    const offered = pick([
      ...(proposed.get(finding.id) ?? []),
      ...proposeMore(assembly, finding, book, collider),
    ]);
    // A part more is bought, and a joint more works loose: only where nothing on board helps.
    const isStuck = crowded.has(finding.code) && offered.every((e) => e.type === 'remove-item');
    const between = isStuck ? pick(listBetween(assembly, finding, book)) : [];
    yield { findingId: finding.id, edits: [...between, ...offered].slice(0, mostOffered) };
  }
}

/** A report whose findings carry the ways out that were tried, in the place of what was only proposed. */
export function withRemedies(report: Report, offered: Iterable<Offered>): Report {
  const edits = new Map([...offered].map((o) => [o.findingId, o.edits]));
  return {
    ...report,
    findings: report.findings.map((f) => ({
      ...f,
      remedies: (edits.get(f.id) ?? []).map((edit) => ({ edit })),
    })),
  };
}
