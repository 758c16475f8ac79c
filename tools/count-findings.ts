/**
 * How much the app says: stops, risks and notes of the demo rigs, of six odd ones and of rigs grown by chance, and on how many of
 * the grown ones each finding stands. `npm run count -- [--rigs N] [--say CODE]`: `--say` reads that finding aloud.
 */
import { parseArgs } from 'node:util';
import {
  countFindings,
  createNames,
  createPartBook,
  listOwn,
  listToldElsewhere,
  loadCollider,
  measureReport,
  tellFinding,
  type Finding,
  type PartBook,
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
  },
});
const collider = await loadCollider();
const print = (line: string) => process.stdout.write(`${line}\n`);
const row = (findings: readonly Finding[]) => {
  const count = countFindings(findings);
  return `${count.stops} stops, ${count.risk} risks, ${count.note} notes`;
};

/** One line for each setup; with `--say all`, or the code of a finding, what it says. */
function printSetups(rig: Rig, parts: PartBook): void {
  for (const { id } of rig.setups) {
    const report = measureReport(rig, id, parts, { collider });
    const told = listToldElsewhere(report, parts).length;
    const elsewhere = told > 0 ? `, and ${told} told in another setup` : '';
    print(`${`${rig.name}, ${id}`.padEnd(32)} ${row(listOwn(report, parts))}${elsewhere}`);
    const names = createNames(report.assembly, parts);
    for (const finding of listOwn(report, parts)) {
      if (values.say !== 'all' && values.say !== finding.code) continue;
      print(`  [${finding.weight}] ${finding.code}: ${tellFinding(finding, names).sentence}`);
    }
  }
}

const catalogue = readDemoCatalogue();
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
