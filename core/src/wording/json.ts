import type { PartBook } from '../part/index.js';
import {
  findQuestion,
  questionOf,
  questions,
  type Report,
  listToldElsewhere,
} from '../report/index.js';
import { nameItem } from '../rig/index.js';
import { sayEdit } from './edits.js';
import { tellFinding } from './findings.js';
import { createNames, sayJoint } from '../words/index.js';
import { sayFigure } from './report.js';

/**
 * The report as plain JSON, for `./zucchini check` and whoever reads its output: figures with their
 * units in their names, every part's place, the working of every friction joint, every finding with its
 * sentence and its remedies as edits.
 */
export function toReportJson(report: Report, parts: PartBook): object {
  const { assembly, brief } = report;
  const names = createNames(assembly, parts);
  const elsewhere = new Map(
    listToldElsewhere(report, parts).map((t) => [t.finding, t.setup.id] as const),
  );
  return {
    setup: assembly.setup.id,
    name: assembly.setup.name,
    hold:
      report.hold.state === 'held'
        ? { state: 'held', kind: report.hold.kind, grips: report.hold.grips }
        : { ...report.hold, axes: undefined },
    figures: Object.fromEntries(questions.map((q) => [q, sayFigure(report, q, parts)])),
    massG: assembly.mass.massG,
    centreMm: report.centreMm,
    ...Object.assign({}, ...questions.map((q) => findQuestion(q).json(report[q] as never))),
    limits: brief.limits,
    parts: assembly.items.map((p) => ({
      number: p.number,
      item: p.item.id,
      part: p.part.id,
      name: nameItem(p),
      massG: p.mass?.massG ?? null,
      atMm: p.rigFromPart.originMm,
      heldBy: p.carriedBy ? sayJoint(p.carriedBy) : null,
    })),
    findings: report.findings.map((f) => ({
      id: f.id,
      code: f.code,
      question: questionOf(f.code),
      weight: f.weight,
      ...tellFinding(f, names),
      lens: f.lens,
      // The setup that tells it in full, where it is of the kit, the rig or the day.
      toldIn: elsewhere.get(f),
      items: f.items,
      joints: f.joints,
      facts: f.facts,
      remedies: f.remedies.map((r) => ({ label: sayEdit(r.edit, names), edit: r.edit })),
    })),
    setAside: report.aside.map(({ finding: f, entry }) => ({
      id: f.id,
      code: f.code,
      question: questionOf(f.code),
      weight: f.weight,
      sentence: tellFinding(f, names).sentence,
      word: entry.word,
      wholeRig: entry.setup === undefined,
    })),
  };
}
