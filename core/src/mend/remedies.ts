import type { Collider } from '../clash/index.js';
import type { PartBook } from '../part/index.js';
import { reportOn, type Report } from '../report/index.js';
import { tryEdit, type Assembly, type Edit } from '../rig/index.js';
import { crowded, listBetween } from './between.js';
import { wouldBuild } from './build.js';
import { findFollowed, type Attempt, type FollowContext, type Tried } from './follow.js';
import { proposeMore, swaying } from './propose.js';
import { isBetter } from './weigh.js';

/** At most so many ways out of one finding are offered. */
const mostOffered = 3;
/** So many proposals are tried for one finding at most, the likeliest first. */
const mostTried = 18;

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
    /** Edits that a builder would make and that do not help by themselves, in the order in which they were tried. */
    const tried: Tried[] = [];
    const isLight = proposed.has(finding.id);
    const attempt = (edit: Edit): Attempt => {
      const after = tryEdit(assembly, edit, book);
      if (!wouldBuild(assembly, edit, after, book)) return { state: 'not-built' };
      // The light report sorts most of them out; the whole one has the last word.
      if (isLight) {
        const { findings } = reportOn(after, book, lean);
        if (!isBetter(light.findings, findings, finding, edit)) {
          return { state: 'does-not-help', edit, after, findings };
        }
      }
      const { findings } = judge(edit, after);
      return isBetter(report.findings, findings, finding, edit)
        ? { state: 'helps' }
        : { state: 'does-not-help', edit, after, findings };
    };
    const helps = (edit: Edit): boolean => {
      const found = attempt(edit);
      if (found.state === 'does-not-help') tried.push(found);
      return found.state === 'helps';
    };
    const context: FollowContext = {
      book,
      collider,
      before: isLight ? light.findings : report.findings,
      attempt,
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
      ...proposeMore(light, finding, book, collider),
    ]);
    // A part more is bought, and a joint more works loose: only where nothing on board helps.
    const isStuck = crowded.has(finding.code) && offered.every((e) => e.type === 'remove-item');
    const between = isStuck ? pick(listBetween(assembly, finding, book)) : [];
    const found = [...between, ...offered];
    // Where nothing helps by itself, something may with what follows from it: a longer lead to where a part is moved.
    const isLeft = found.every((e) => e.type === 'remove-item');
    const followed = isLeft ? findFollowed(context, finding, tried) : undefined;
    const all = followed ? [followed, ...found] : found;
    yield { findingId: finding.id, edits: all.slice(0, mostOffered) };
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
