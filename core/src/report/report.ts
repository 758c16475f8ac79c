import { mergeBrief, type Brief } from '../brief/index.js';
import { isSetAside, withLens, type AnyFinding } from '../finding/index.js';
import { findHold, type Hold } from '../hold/index.js';
import { hasTrait, measureCentreMm, type PartBook } from '../part/index.js';
import { listNeeds, type Need } from '../needs/index.js';
import type { Placement, Vec3 } from '../placement/index.js';
import { ask, type AskOptions, type Asking, type Count } from '../question/index.js';
import {
  listLenses,
  placeSetup,
  tryEdit,
  type Assembly,
  type Rig,
  type SetAside,
} from '../rig/index.js';
import { exchangeLens } from './lenses.js';
import {
  compareFindings,
  findKind,
  questionEntries,
  questionOf,
  type ReportAnswers,
  type Finding,
  type Question,
} from './questions.js';

/** One setup and its brief in, all answers and findings out. */
export interface Report extends ReportAnswers {
  readonly assembly: Assembly;
  readonly brief: Brief;
  readonly hold: Hold;
  /** Centre of mass in the rig's frame, of all whose mass is known. */
  readonly centreMm: Vec3 | undefined;
  /** Heaviest first; without what the owner has set aside. */
  readonly findings: readonly Finding[];
  /** What was found and set aside, each with what its owner said of it. */
  readonly aside: readonly AsideFinding[];
  /** What the job asks, need by need; worked out when it is first asked for. */
  readonly needs: () => readonly Need[];
}

/** A finding that its owner knows of and lives with. */
export interface AsideFinding {
  readonly finding: Finding;
  readonly entry: SetAside;
}

/** What a report may draw on beyond the rig itself. */
export interface ReportOptions extends AskOptions {
  /** Checks only the lens that is on the rig: for trying many edits one after the other. */
  readonly oneLens?: boolean | undefined;
  /** Stands the rig and its operator elsewhere. */
  readonly rigFromBody?: Placement | undefined;
}

/**
 * The full report of one setup. Throws only where the setup is not in the rig. About linear in the
 * number of parts; the few checks that look at pairs stay below the rest up to hundreds of parts.
 * Where a catalogue is given, remedies may also offer another part in place of one.
 */
export function measureReport(
  rig: Rig,
  setupId: string,
  parts: PartBook,
  options: ReportOptions = {},
): Report {
  const setup = rig.setups.find((s) => s.id === setupId);
  if (!setup) throw new Error(`measureReport: rig ${rig.id} has no setup ${setupId}`);
  return reportOn(placeSetup(rig, setup, parts, options.rigFromBody), parts, options);
}

/** The full report of a setup that is placed already. */
export function reportOn(assembly: Assembly, parts: PartBook, options: ReportOptions = {}): Report {
  const brief = mergeBrief(assembly.rig.brief, assembly.setup.brief);
  const hold = findHold(assembly);
  const asked: Asking = { assembly, hold, brief, parts, options };
  const answers: Record<string, unknown> = {};
  const found = questionEntries.map((entry) => {
    const { answer, findings: own } = ask(entry as never, asked);
    answers[entry.id] = answer;
    if (!entry.perLens || options.oneLens) return own;
    return [...own, ...findOtherLensFindings(asked, entry, own)];
  });
  let needs: readonly Need[] | undefined;
  const told = answers as unknown as ReportAnswers;
  return {
    assembly,
    brief,
    hold,
    needs: () => (needs ??= listNeeds({ assembly, hold, brief, parts, ...told })),
    centreMm: measureCentreMm(assembly.mass),
    ...told,
    ...splitAside((found.flat() as Finding[]).sort(compareFindings), assembly),
  };
}

/** What stands, and what its owner has set aside and is no worse than it was then. */
function splitAside(
  found: readonly Finding[],
  assembly: Assembly,
): Pick<Report, 'findings' | 'aside'> {
  const entries = assembly.rig.setAside ?? [];
  const findings: Finding[] = [];
  const aside: AsideFinding[] = [];
  for (const finding of found) {
    const entry = entries.find((e) => isSetAside(e, finding, findKind(finding.code), assembly));
    if (entry) aside.push({ finding, entry });
    else findings.push(finding);
  }
  return { findings, aside };
}

/**
 * What comes up only with the other lenses of the setup's set: each is put in the place of the one on the rig
 * and the question is asked again. A finding that is there with the first lens too is not told twice.
 */
function findOtherLensFindings(
  { assembly, brief, parts, options }: Asking,
  entry: (typeof questionEntries)[number],
  findings: readonly AnyFinding[],
): AnyFinding[] {
  const { rig } = assembly;
  const present = assembly.items.find((p) => hasTrait(p.part, 'optic') && p.carriedBy);
  const lenses = listLenses(rig, assembly.setup);
  if (!present || lenses.length === 0) return [];
  const known = new Set(findings.map((f) => f.id.replace(present.item.id, '')));
  return lenses.flatMap((one) => {
    const item = rig.kit.find((i) => i.id === one.item);
    const part = item && parts.get(item.partId);
    if (!item || !part || assembly.byId.has(item.id)) return [];
    const { edit, lost } = exchangeLens(assembly, present, item, part, parts, options.catalogue);
    const other = tryEdit(assembly, edit, parts);
    const { findings: found } = ask(entry as never, {
      assembly: other,
      hold: findHold(other),
      brief,
      parts,
      options: { collider: options.collider, lean: options.lean },
    });
    return [...lost, ...found.filter((f) => !known.has(f.id.replace(item.id, '')))].map((f) =>
      withLens(f, item.id),
    );
  });
}

/** How many findings of each weight, under one question or in all. */
export function countFindings(findings: readonly Finding[], question?: Question): Count {
  const count = { stops: 0, risk: 0, note: 0 };
  for (const finding of findings) {
    if (!question || questionOf(finding.code) === question) count[finding.weight] += 1;
  }
  return count;
}

/** The findings that come and go from one report to another, by their ids; heaviest first, as reports list them. */
export function compareReports(
  before: Report,
  after: Report,
): { readonly appears: readonly Finding[]; readonly goes: readonly Finding[] } {
  const ids = (report: Report) => new Set(report.findings.map((f) => f.id));
  const [was, is] = [ids(before), ids(after)];
  return {
    appears: after.findings.filter((f) => !was.has(f.id)),
    goes: before.findings.filter((f) => !is.has(f.id)),
  };
}
