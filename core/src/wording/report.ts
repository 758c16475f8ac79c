import type { PartBook } from '../part/index.js';
import {
  countElsewhere,
  countFindings,
  findQuestion,
  listOwn,
  listToldElsewhere,
  questionOf,
  questions,
  type ElsewhereCount,
  type Question,
  type Report,
} from '../report/index.js';
import { nameItem } from '../rig/index.js';
import { createNames, sayG, sayHold, sayJoint, type Figure } from '../words/index.js';
import { sayEdit } from './edits.js';
import { tellFinding, weightWords } from './findings.js';

/** The figure of one question; with the parts its counts are of what this setup tells itself. Its state is the worst of what was found and what it says of itself: no ✓ stands above a risk. */
export function sayFigure(report: Report, question: Question, parts?: PartBook): Figure {
  const count = countFindings(report.findings, question);
  const own = parts ? countFindings(listOwn(report, parts), question) : count;
  const { main, detail, state } = findQuestion(question).figure(report[question] as never, own);
  const found = count.stops > 0 ? 'stops' : count.risk > 0 ? 'risk' : undefined;
  return {
    main,
    detail,
    state: found === 'stops' ? found : state === 'stops' ? state : (found ?? state ?? 'well'),
  };
}

/**
 * What has become of the figures on the strip between two reports of one rig, those that are alike left out:
 * “Hang: 0.4° nose down, now 0.9° nose down”. Empty where none has changed.
 */
export function sayFigureChanges(before: Report, after: Report): string[] {
  return questions.flatMap((question) => {
    const [was, now] = [before, after].map((report) => {
      const { main, detail } = sayFigure(report, question);
      return [main, detail].filter(Boolean).join(', ');
    });
    return was === now ? [] : [`${findQuestion(question).name}: ${was}, now ${now}`];
  });
}

const owners: Readonly<Record<ElsewhereCount['owner'], string>> = {
  kit: 'the kit',
  rig: 'the rig',
  day: 'the day',
};

/** What another setup tells: “3 of the day, told under Last of Main”. */
export const sayElsewhere = ({ owner, question, setup, count }: ElsewhereCount): string =>
  `${count} of ${owners[owner]}, told under ${findQuestion(question).name} of ${setup.name}`;

/** The whole report as plain text, for a terminal. Ends without a line break. */
export function sayReport(report: Report, parts: PartBook): string {
  const names = createNames(report.assembly, parts);
  const { setup, rig } = report.assembly;
  const lines = [`${rig.name} · ${setup.name} (${sayHold(setup.hold)})`, ''];
  for (const question of questions) {
    const figure = sayFigure(report, question, parts);
    lines.push(`${findQuestion(question).name.padEnd(6)} ${figure.main} · ${figure.detail}`);
  }
  lines.push('', 'Stack');
  for (const placed of report.assembly.items) {
    const mass = placed.mass ? sayG(placed.mass.massG) : 'mass not known';
    const held = placed.carriedBy ? ` — ${sayJoint(placed.carriedBy)}` : '';
    lines.push(
      `${String(placed.number).padStart(3)} ${'  '.repeat(placed.depth)}${nameItem(placed)}, ${mass}${held}`,
    );
  }
  lines.push('', ...questions.flatMap((q) => findQuestion(q).text(report[q] as never)));
  const own = listOwn(report, parts);
  lines.push('', own.length === 0 ? 'Nothing found.' : 'Findings');
  for (const finding of own) {
    const told = tellFinding(finding, names);
    const { mark, word } = weightWords[finding.weight];
    lines.push(
      `${mark} ${word} · ${findQuestion(questionOf(finding.code)).name}: ${told.sentence}`,
    );
    for (const remedy of finding.remedies) lines.push(`    → ${sayEdit(remedy.edit, names)}`);
    if (finding.remedies.length === 0) lines.push(`    → ${told.todo}`);
  }
  for (const line of countElsewhere(listToldElsewhere(report, parts))) {
    lines.push(`${weightWords[line.weight].mark} ${sayElsewhere(line)}.`);
  }
  if (report.aside.length > 0) lines.push('', 'Set aside');
  for (const { finding, entry } of report.aside) {
    const { sentence } = tellFinding(finding, names);
    lines.push(`· ${findQuestion(questionOf(finding.code)).name}: ${sentence} — “${entry.word}”`);
  }
  return lines.join('\n');
}
