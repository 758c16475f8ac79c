import { mergeBrief, type Brief } from '../brief/index.js';
import type { Collider } from '../clash/index.js';
import {
  compareFindings,
  questionOf,
  withLens,
  type Finding,
  type Question,
  type Weight,
} from '../finding/index.js';
import { measureFit, type Fit } from '../fit/index.js';
import { findHangFindings, measureHang, type Hang } from '../hang/index.js';
import { findHold, type Hold } from '../hold/index.js';
import { measureCentreMm, type PartBook } from '../part/index.js';
import type { Placement, Vec3 } from '../placement/index.js';
import { applyEdit, placeSetup, type Assembly, type Rig } from '../rig/index.js';
import { exchangeLens } from './lenses.js';
import { findSpendFindings, measureSpend, type Spend } from '../spend/index.js';

/** Questions whose computation is still to come. Each leaves this list as its folder arrives. */
export const questionsToCome: readonly Question[] = ['last', 'light', 'sound'];

/** One setup and its brief in, all answers and findings out. */
export interface Report {
  readonly assembly: Assembly;
  readonly brief: Brief;
  readonly hold: Hold;
  /** Centre of mass in the rig's frame, of all whose mass is known. */
  readonly centreMm: Vec3 | undefined;
  readonly fit: Fit;
  readonly hang: Hang;
  readonly spend: Spend;
  /** Heaviest first. */
  readonly findings: readonly Finding[];
}

/** What a report may draw on beyond the rig itself. */
export interface ReportOptions {
  /** Parts that remedies may put in place of others; remedies are looked for only where it is given. */
  readonly catalogue?: PartBook | undefined;
  /** The narrow phase of collision; without it nothing is said of what stands where. */
  readonly collider?: Collider | undefined;
  /** Checks only the lens that is on the rig: for trying many edits one after the other. */
  readonly oneLens?: boolean | undefined;
  /** Leaves out the ways of leads and which mounts are covered. */
  readonly lean?: boolean | undefined;
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
  const brief = mergeBrief(rig.brief, setup.brief);
  const assembly = placeSetup(rig, setup, parts, options.rigFromBody);
  const hold = findHold(assembly);
  const fit = measureFit(assembly, hold, brief, parts, options);
  const hang = measureHang(assembly, hold);
  const spend = measureSpend(assembly, brief, parts);
  const findings = [
    ...fit.findings,
    ...(options.oneLens ? [] : findOtherLensFindings(assembly, fit, brief, parts, options)),
    ...findHangFindings(assembly, hold, hang),
    ...findSpendFindings(assembly, spend),
  ].sort(compareFindings);
  return {
    assembly,
    brief,
    hold,
    centreMm: measureCentreMm(assembly.mass),
    fit,
    hang,
    spend,
    findings,
  };
}

/**
 * What comes up only with the other lenses of the rig's set: each is put in the place of the one on the rig
 * and Fit is asked again. A finding that is there with the first lens too is not told twice.
 */
function findOtherLensFindings(
  assembly: Assembly,
  fit: Fit,
  brief: Brief,
  parts: PartBook,
  options: ReportOptions,
): Finding[] {
  const { rig, setup } = assembly;
  const present = assembly.items.find((p) => p.part.kind === 'lens' && p.carriedBy);
  if (!present || !rig.lenses) return [];
  const known = new Set(fit.findings.map((f) => f.id.replace(present.item.id, '')));
  return rig.lenses.flatMap((entry) => {
    const item = rig.kit.find((i) => i.id === entry.item);
    const part = item && parts.get(item.partId);
    if (!item || !part || assembly.byId.has(item.id)) return [];
    const { edit, lost } = exchangeLens(assembly, present, item, part, options.catalogue);
    const next = applyEdit(rig, edit);
    const other = placeSetup(
      next,
      next.setups.find((s) => s.id === setup.id)!,
      parts,
      options.rigFromBody,
    );
    const hold = findHold(other);
    const { findings } = measureFit(other, hold, brief, parts, {
      collider: options.collider,
      lean: options.lean,
    });
    return [...lost, ...findings.filter((f) => !known.has(f.id.replace(item.id, '')))].map((f) =>
      withLens(f, item.id),
    );
  });
}

/** How many findings of each weight, under one question or in all. */
export function countFindings(
  findings: readonly Finding[],
  question?: Question,
): Readonly<Record<Weight, number>> {
  const count = { stops: 0, risk: 0, note: 0 };
  for (const finding of findings) {
    if (!question || questionOf[finding.code] === question) count[finding.weight] += 1;
  }
  return count;
}
