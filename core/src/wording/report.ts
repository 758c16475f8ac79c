import { questionOf, questions, type Question } from '../finding/index.js';
import type { PartBook } from '../part/index.js';
import { countFindings, questionsToCome, type Report } from '../report/index.js';
import { nameItem } from '../rig/index.js';
import { sayEdit } from './edits.js';
import {
  sayDeg,
  sayG,
  sayLeanShort,
  sayMm,
  sayMoney,
  sayNm,
  sayNumber,
  sayRad,
  sayTilt,
} from './figures.js';
import type { Hang } from '../hang/index.js';
import { needWords, tellFinding, weightWords } from './findings.js';
import { createNames, sayHold, sayJoint } from './names.js';
import { toDeg } from '../units/index.js';

export const questionWords: Readonly<
  Record<Question, { readonly name: string; readonly asks: string }>
> = {
  fit: { name: 'Fit', asks: 'Does it go together?' },
  hang: { name: 'Hang', asks: 'How does it sit in the hand?' },
  last: { name: 'Last', asks: 'Does it last the day?' },
  light: { name: 'Light', asks: 'Does exposure hold?' },
  sound: { name: 'Sound', asks: 'Does it hear?' },
  spend: { name: 'Spend', asks: 'What does it cost and weigh?' },
};

/** A question's single figure: what the strip along the top shows. */
export interface Figure {
  readonly main: string;
  readonly detail: string;
  readonly state: 'well' | 'risk' | 'stops' | 'open' | 'to-come';
}

function stateOf(report: Report, question: Question): 'well' | 'risk' | 'stops' {
  const count = countFindings(report.findings, question);
  return count.stops > 0 ? 'stops' : count.risk > 0 ? 'risk' : 'well';
}

function sayUnweighed(count: number): string {
  return count > 0 ? ` · ${count} unweighed` : '';
}

/** How the rig sits, in two short lines. */
export function sayHang(hang: Hang): { readonly main: string; readonly detail: string } {
  switch (hang.state) {
    case 'hangs':
      return {
        main: sayTilt(toDeg(hang.tiltRad)),
        detail: `${sayLeanShort(toDeg(hang.leanRad))}${sayUnweighed(hang.unweighed.length)}`,
      };
    case 'in-hands': {
      const lifted = hang.hands.map((h) => h.liftN);
      const sum = lifted.reduce((a, b) => a + b, 0);
      const shares = lifted.map((n) => `${Math.round((100 * n) / sum)}`).join(' / ');
      return {
        main: `${sayNm(hang.wristNm)} at the wrist`,
        detail: `${lifted.length > 1 ? `hands ${shares} %` : `${sayG(hang.massG)} in one hand`}${sayUnweighed(hang.unweighed.length)}`,
      };
    }
    case 'on-shoulder':
      return {
        main:
          hang.heavy === 'balanced'
            ? 'sits by itself'
            : `${hang.heavy}-heavy by ${sayMm(hang.beyondMm)}`,
        detail: `pad ${sayNumber(hang.padN)} N, hands ${sayNumber(hang.handsN)} N`,
      };
    case 'on-head':
      return {
        main: `${sayMm(Math.hypot(hang.aheadMm, hang.leftMm))} off axis`,
        detail: `${sayNm(hang.offsetNm)} on the head`,
      };
    case 'on-gimbal': {
      const out = Math.max(...hang.axes.map((a) => a.outMm));
      const isKnown = hang.axes.every((a) => a.rangeMm);
      return {
        main: out > 0 ? `${sayMm(out)} out of balance` : isKnown ? 'can be balanced' : 'not known',
        detail: `${sayG(hang.massG)}${hang.payload.limitG === undefined ? '' : ` of ${sayG(hang.payload.limitG)}`}`,
      };
    }
    case 'stands': {
      const { tipDeg, shape } = hang.standing;
      const least = tipDeg ? Math.min(...Object.values(tipDeg)) : 0;
      return {
        main: shape !== 'area' ? 'does not stand' : least < 0 ? 'tips over' : 'stands',
        detail:
          shape === 'area' && least >= 0
            ? `tips at ${sayDeg(least)}`
            : shape === 'area'
              ? 'its weight is outside its foot'
              : `on ${shape === 'edge' ? 'an edge' : 'a point'}`,
      };
    }
    case 'tips-over':
      return { main: 'tips over', detail: `weight ${sayMm(hang.aboveMm)} above the hold` };
    case 'needs-grip':
      return { main: 'no hold', detail: `needs ${needWords[hang.need]}` };
    case 'needs-mass':
      return { main: 'no mass', detail: 'nothing has been weighed' };
  }
}

/** The figure of one question, or that it is still to come. */
export function sayFigure(report: Report, question: Question): Figure {
  if (questionsToCome.includes(question)) {
    return { main: 'not yet here', detail: 'still to be built', state: 'to-come' };
  }
  const state = stateOf(report, question);
  if (question === 'fit') {
    const count = countFindings(report.findings, 'fit');
    return {
      main: `${count.stops} to mend`,
      detail: `${count.risk} ${count.risk === 1 ? 'risk' : 'risks'}, ${count.note} ${count.note === 1 ? 'note' : 'notes'}`,
      state,
    };
  }
  if (question === 'hang') {
    return { ...sayHang(report.hang), state: report.hang.state === 'needs-mass' ? 'open' : state };
  }
  const { spend } = report;
  const open = spend.unpriced.length + spend.withoutRate.length;
  return {
    main: `${open > 0 ? '≥ ' : ''}${sayMoney(spend.toSpend)}${spend.limit ? ` of ${sayMoney(spend.limit).replace(/^[A-Z]{3} /, '')}` : ''}`,
    detail: `${spend.unweighed.length > 0 ? '≥ ' : ''}${sayG(spend.carriedG)}${spend.carryLimitG ? ` of ${sayG(spend.carryLimitG)}` : ''}`,
    state,
  };
}

/** The whole report as plain text, for a terminal. Ends without a line break. */
export function sayReport(report: Report, parts: PartBook): string {
  const names = createNames(report.assembly, parts);
  const { setup, rig } = report.assembly;
  const lines = [`${rig.name} · ${setup.name} (${sayHold(setup.hold)})`, ''];
  for (const question of questions) {
    const figure = sayFigure(report, question);
    lines.push(`${questionWords[question].name.padEnd(6)} ${figure.main} · ${figure.detail}`);
  }
  lines.push('', 'Stack');
  for (const placed of report.assembly.items) {
    const mass = placed.mass ? sayG(placed.mass.massG) : 'mass not known';
    const held = placed.carriedBy ? ` — ${sayJoint(placed.carriedBy)}` : '';
    lines.push(
      `${String(placed.number).padStart(3)} ${'  '.repeat(placed.depth)}${nameItem(placed)}, ${mass}${held}`,
    );
  }
  const { size } = report.fit;
  lines.push(
    '',
    `Size ${sayMm(size.lengthMm)} long, ${sayMm(size.widthMm)} wide, ${sayMm(size.heightMm)} tall.`,
  );
  if (report.hang.state === 'hangs') {
    lines.push(
      `Hangs ${sayRad(report.hang.tiltRad)} tilt, ${sayRad(report.hang.leanRad)} lean; centre of mass ${sayMm(report.hang.aheadMm)} ahead of the hand and ${sayMm(report.hang.belowMm)} below.`,
    );
  }
  lines.push('', report.findings.length === 0 ? 'Nothing found.' : 'Findings');
  for (const finding of report.findings) {
    const told = tellFinding(finding, names);
    const { mark, word } = weightWords[finding.weight];
    lines.push(
      `${mark} ${word} · ${questionWords[questionOf[finding.code]].name}: ${told.sentence}`,
    );
    for (const remedy of finding.remedies) lines.push(`    → ${sayEdit(remedy.edit, names)}`);
    if (finding.remedies.length === 0) lines.push(`    → ${told.todo}`);
  }
  return lines.join('\n');
}
