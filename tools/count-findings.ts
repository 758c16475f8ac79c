/**
 * How much the app says: stops, risks and notes of the demo rigs, of six odd ones and of rigs grown by chance, and on how many of
 * the grown ones each finding stands. `npm run count -- [--rigs N] [--say CODE] [--ways]`: `--say` reads that finding aloud;
 * `--ways` looks for ways out of what stops or is a risk, and tells for how many there is one, and which.
 */
import { parseArgs } from 'node:util';
import {
  countFindings,
  createNames,
  createPartBook,
  findRemedies,
  listOwn,
  listToldElsewhere,
  loadCollider,
  measureReport,
  sayEdit,
  tellFinding,
  type Finding,
  type PartBook,
  type Report,
  type Rig,
} from '@zucchini/core';
import { growRig } from '../core/src/testing/grown.ts';
import { createDemoRigFile, demoRigs, readDemoCatalogue } from './demo-files.ts';
import { createOddRigs } from './odd-rigs.ts';

const { values } = parseArgs({
  options: {
    rigs: { type: 'string', default: '60' },
    from: { type: 'string', default: '0' },
    say: { type: 'string' },
    ways: { type: 'boolean', default: false },
  },
});
const collider = await loadCollider();
const catalogue = readDemoCatalogue();
const print = (line: string) => process.stdout.write(`${line}\n`);
const row = (findings: readonly Finding[]) => {
  const count = countFindings(findings);
  return `${count.stops} stops, ${count.risk} risks, ${count.note} notes`;
};

/** Of what stops or is a risk, by code: how many there are, and of how many there is a way out. */
const waysOf = new Map<string, { all: number; out: number }>();

/** Looks for ways out of what a report tells as its own; with `--say` they are read aloud. */
function countWays(report: Report, parts: PartBook, catalogue: PartBook, told: readonly Finding[]) {
  const heavy = new Map(told.filter((f) => f.weight !== 'note').map((f) => [f.id, f]));
  if (heavy.size === 0) return;
  const names = createNames(report.assembly, new Map([...catalogue, ...parts]));
  for (const { findingId, edits } of findRemedies(report, parts, { collider, catalogue })) {
    const finding = heavy.get(findingId);
    if (!finding) continue;
    const count = waysOf.get(finding.code) ?? { all: 0, out: 0 };
    count.all += 1;
    if (edits.length > 0) count.out += 1;
    waysOf.set(finding.code, count);
    if (values.say !== 'all' && values.say !== finding.code) continue;
    print(`      ${finding.code}: ${tellFinding(finding, names).sentence}`);
    for (const edit of edits) print(`        → ${sayEdit(edit, names)}`);
  }
}

/** The ways out by code, the code with most left first, and in all. */
function printWays(): void {
  const rows = [...waysOf].sort((a, b) => b[1].all - b[1].out - (a[1].all - a[1].out));
  for (const [code, { all, out }] of rows) print(`${String(out).padStart(4)} of ${all}  ${code}`);
  const [all, out] = [0, 0].map((_, i) =>
    rows.reduce((sum, [, row]) => sum + (i === 0 ? row.all : row.out), 0),
  ) as [number, number];
  print(`ways out of ${out} of ${all} stops and risks: ${Math.round((out / all) * 100)} %`);
}

/** One line for each setup; with `--say all`, or the code of a finding, what it says. */
function printSetups(rig: Rig, parts: PartBook): void {
  for (const { id } of rig.setups) {
    const report = measureReport(rig, id, parts, { collider });
    const told = listToldElsewhere(report, parts).length;
    const elsewhere = told > 0 ? `, and ${told} told in another setup` : '';
    print(`${`${rig.name}, ${id}`.padEnd(32)} ${row(listOwn(report, parts))}${elsewhere}`);
    if (values.ways && id === rig.setups[0]!.id) {
      countWays(report, parts, new Map([...catalogue, ...parts]), listOwn(report, parts));
      continue;
    }
    if (values.ways) continue;
    const names = createNames(report.assembly, parts);
    for (const finding of listOwn(report, parts)) {
      if (values.say !== 'all' && values.say !== finding.code) continue;
      print(`  [${finding.weight}] ${finding.code}: ${tellFinding(finding, names).sentence}`);
    }
  }
}

for (const name of demoRigs) {
  const file = createDemoRigFile(name, catalogue);
  printSetups(file.rig, createPartBook(file.parts));
}
for (const { rig, parts, missed } of createOddRigs(collider)) {
  printSetups(rig, parts);
  if (missed.length > 0) print(`  nowhere to put: ${missed.join(', ')}`);
}

const many = Number(values.rigs);
const from = Number(values.from);
const all: Finding[] = [];
const on = new Map<string, number>();
for (let seed = from; seed < from + many; seed += 1) {
  const { rig, parts } = growRig(seed, collider);
  const report = measureReport(rig, 'use', parts, { collider });
  all.push(...report.findings);
  for (const key of new Set(report.findings.map((f) => `${f.code} ${f.weight}`))) {
    on.set(key, (on.get(key) ?? 0) + 1);
  }
  if (values.ways) {
    countWays(report, parts, new Map([...catalogue, ...parts]), report.findings);
    continue;
  }
  if (!values.say) continue;
  const names = createNames(report.assembly, parts);
  for (const finding of report.findings) {
    if (values.say !== 'all' && finding.code !== values.say) continue;
    print(
      `${seed} ${rig.setups[0]!.hold} [${finding.weight}] ${finding.code}: ${tellFinding(finding, names).sentence}`,
    );
  }
}
print(`${many} grown rigs: ${row(all)}`);
for (const [key, count] of [...on].sort((a, b) => b[1] - a[1])) {
  print(`${String(Math.round((count / many) * 100)).padStart(4)} %  ${key}`);
}
if (values.ways) printWays();
