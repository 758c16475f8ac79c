import type { PartBook } from '../part/index.js';
import type { Report } from '../report/index.js';
import { nameItem } from '../rig/index.js';
import { questionOf, questions } from '../finding/index.js';
import { toDeg } from '../units/index.js';
import { sayEdit } from './edits.js';
import { tellFinding } from './findings.js';
import { createNames, sayJoint } from './names.js';
import { sayFigure } from './report.js';

/**
 * The report as plain JSON, for `./zucchini check` and whoever reads its output: figures with their
 * units in their names, every part's place, the working of every friction joint, every finding with its
 * sentence and its remedies as edits.
 */
export function toReportJson(report: Report, parts: PartBook): object {
  const { assembly, hang, fit, spend, brief } = report;
  const names = createNames(assembly, parts);
  return {
    setup: assembly.setup.id,
    name: assembly.setup.name,
    hold:
      report.hold.state === 'held'
        ? { state: 'held', kind: report.hold.hold, grips: report.hold.grips }
        : { ...report.hold, axes: undefined },
    figures: Object.fromEntries(questions.map((q) => [q, sayFigure(report, q)])),
    massG: assembly.mass.massG,
    centreMm: report.centreMm,
    sizeMm: { length: fit.size.lengthMm, width: fit.size.widthMm, height: fit.size.heightMm },
    hang:
      hang.state === 'hangs'
        ? {
            ...hang,
            tiltDeg: toDeg(hang.tiltRad),
            leanDeg: toDeg(hang.leanRad),
            tiltRad: undefined,
            leanRad: undefined,
          }
        : hang.state === 'stands'
          ? { ...hang, standing: { ...hang.standing, on: hang.standing.on.map((p) => p.item.id) } }
          : hang,
    spend,
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
    frictionJoints: fit.slips,
    assemblyOrder: fit.solidity?.order ?? null,
    leads: (fit.solidity?.leadWays ?? []).map(({ lead, way, neededMm }) => ({
      run: lead.run.id,
      item: lead.run.item,
      lengthMm: lead.lengthMm ?? null,
      neededMm,
      wayMm: way.points,
    })),
    findings: report.findings.map((f) => ({
      id: f.id,
      code: f.code,
      question: questionOf[f.code],
      weight: f.weight,
      ...tellFinding(f, names),
      lens: f.lens,
      items: f.items,
      joints: f.joints,
      facts: f.facts,
      remedies: f.remedies.map((r) => ({ label: sayEdit(r.edit, names), edit: r.edit })),
    })),
  };
}
