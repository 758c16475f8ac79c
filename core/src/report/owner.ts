import { mergeBrief } from '../brief/index.js';
import { weights, type AnyFinding, type Owner, type Weight } from '../finding/index.js';
import { findHold } from '../hold/index.js';
import type { PartBook } from '../part/index.js';
import { ask } from '../question/index.js';
import { listSetupItems, placeSetup, type Rig, type Setup } from '../rig/index.js';
import {
  findKind,
  questionEntries,
  questionOf,
  questions,
  type Finding,
  type Question,
} from './questions.js';
import type { Report } from './report.js';

/** A trouble that is not this setup's own, and the setup under which it is told in full. */
export interface ToldElsewhere {
  readonly finding: Finding;
  readonly owner: Exclude<Owner, 'setup'>;
  readonly setup: Setup;
}

// What a question finds in a setup, without what stands where: asked for several setups of one rig.
const known = new WeakMap<
  Rig,
  { readonly parts: PartBook; readonly found: Map<string, ReadonlyMap<string, AnyFinding>> }
>();

/** What one question finds in a setup, by the finding's id: without the collision library and with the lens that is on it. */
function askOf(rig: Rig, setup: Setup, question: Question, parts: PartBook) {
  let entry = known.get(rig);
  if (entry?.parts !== parts) {
    entry = { parts, found: new Map() };
    known.set(rig, entry);
  }
  const key = `${setup.id} ${question}`;
  let found = entry.found.get(key);
  if (!found) {
    const assembly = placeSetup(rig, setup, parts);
    const asked = questionEntries.find((e) => e.id === question)!;
    const { findings } = ask(asked as never, {
      assembly,
      hold: findHold(assembly),
      brief: mergeBrief(rig.brief, setup.brief),
      parts,
      options: { lean: true },
    });
    found = new Map(findings.map((f) => [f.id, f]));
    entry.found.set(key, found);
  }
  return found;
}

/** Whether a setup tells a finding: it finds it too, no lighter and with the same figures, and its owner has not set it aside there. */
function doesTell(rig: Rig, setup: Setup, finding: Finding, parts: PartBook): boolean {
  const isAside = rig.setAside?.some(
    (a) => a.finding === finding.id && (a.setup === undefined || a.setup === setup.id),
  );
  if (isAside) return false;
  const same = askOf(rig, setup, questionOf(finding.code), parts).get(finding.id);
  return (
    same !== undefined &&
    weights.indexOf(same.weight) <= weights.indexOf(finding.weight) &&
    JSON.stringify(same.facts) === JSON.stringify(finding.facts)
  );
}

const told = new WeakMap<Report, readonly ToldElsewhere[]>();

/**
 * Troubles of the kit, of the rig or of its day that an earlier setup of the rig tells in full: here each is one of a count. What
 * an earlier setup does not find, or finds lighter, is told here. Worked out once for a report; asks a question of another setup
 * only where this one has such a trouble.
 */
export function listToldElsewhere(report: Report, parts: PartBook): readonly ToldElsewhere[] {
  let list = told.get(report);
  if (list) return list;
  const { rig, setup } = report.assembly;
  const at = rig.setups.findIndex((s) => s.id === setup.id);
  const before = rig.setups.slice(0, Math.max(0, at));
  const kit = new Set(rig.kit.map((i) => i.id));
  list = report.findings.flatMap((finding): ToldElsewhere[] => {
    const owner = findKind(finding.code).owner ?? 'setup';
    if (owner === 'setup' || finding.lens !== undefined) return [];
    const home = before.find((one) => {
      const items = listSetupItems(one);
      const isIn = (id: string) => items.has(id) || !kit.has(id) || owner === 'kit';
      return finding.items.every(isIn) && doesTell(rig, one, finding, parts);
    });
    return home ? [{ finding, owner, setup: home }] : [];
  });
  told.set(report, list);
  return list;
}

/** The findings that a setup tells itself: all but those that an earlier one tells. */
export function listOwn(report: Report, parts: PartBook): readonly Finding[] {
  const elsewhere = new Set(listToldElsewhere(report, parts).map((t) => t.finding));
  return elsewhere.size === 0 ? report.findings : report.findings.filter((f) => !elsewhere.has(f));
}

/** So many troubles of one owner, under one question, told in one other setup. */
export interface ElsewhereCount {
  readonly owner: ToldElsewhere['owner'];
  readonly question: Question;
  readonly setup: Setup;
  readonly count: number;
  /** The heaviest of them. */
  readonly weight: Weight;
}

/** What is told elsewhere as lines: by owner, question and setup, in the order of the questions. */
export function countElsewhere(list: readonly ToldElsewhere[]): ElsewhereCount[] {
  const lines = new Map<string, ElsewhereCount>();
  for (const { finding, owner, setup } of list) {
    const question = questionOf(finding.code);
    const key = `${owner} ${question} ${setup.id}`;
    const was = lines.get(key);
    const weight =
      was && weights.indexOf(was.weight) <= weights.indexOf(finding.weight)
        ? was.weight
        : finding.weight;
    lines.set(key, { owner, question, setup, count: (was?.count ?? 0) + 1, weight });
  }
  return [...lines.values()].sort(
    (a, b) => questions.indexOf(a.question) - questions.indexOf(b.question),
  );
}
