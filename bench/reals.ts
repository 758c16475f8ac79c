/** What people build, timed: the demo's rigs as they are, and grown to many parts with their leads and lenses. */
import {
  applyEdit,
  drawRig,
  findRemedies,
  measureLevelling,
  measureReport,
  type Collider,
  type PartBook,
} from '@zucchini/core';
import { createDemoRigFile } from '../tools/demo-files.ts';
import { growReal, recordPairs, takeRig, type RealRig } from './real.ts';

type Time = (work: () => void, runs: number) => { readonly median: number; readonly slow: number };

const ms = (value: number) => `${value.toFixed(2)} ms`.padStart(12);
const times = (value: number) => `${value.toFixed(1)} ×`.padStart(9);

/** Mark 1, Mark 2, Barge, and Barge cut to 10 parts and grown to 40, 160 and 640. */
export function listReals(catalogue: PartBook): RealRig[] {
  const barge = createDemoRigFile('barge', catalogue);
  return [
    takeRig(createDemoRigFile('mark-1', catalogue), 'j-yoke'),
    takeRig(createDemoRigFile('mark-2', catalogue), 'j-yoke'),
    takeRig(barge, 'j-sweeps'),
    ...[10, 40, 160, 640].map((count) => growReal(barge, count, 'j-sweeps')),
  ];
}

/**
 * Prints, for each rig, what it costs to report on it with all lenses and with the one that is on, to slide one part by a step
 * (edit, report with the lens that is on, drawing) and to make that step (edit, whole report, drawing); each also as a
 * multiple of the collision library alone over the very pairs that the work asks it for, timed in the same run.
 */
export function printReals(catalogue: PartBook, collider: Collider, time: Time): void {
  const rigs = listReals(catalogue);
  process.stdout.write(
    '\nWhat people build: the demo, and Barge cut short or several on a boom; × of the collision library alone over the same pairs\n' +
      '  (reach: slide step 6 ms for Mark 1 and 2, 12 ms for Barge and 40 parts; commit 16 ms; report at most 8 × at 40 parts)\n' +
      `  ${'rig'.padEnd(30)}${['report', '', 'one lens', '', 'slide step', '', 'commit', ''].map((t) => t.padStart(t === '' ? 9 : 12)).join('')}${'found'.padStart(8)}\n`,
  );
  for (const { name, rig, parts, setupId, jointId } of rigs) {
    const count = rig.setups[0]!.joints.length + 1;
    const runs = count > 300 ? 3 : count > 100 ? 7 : 40;
    const alone = (work: (c: Collider) => void) => {
      const pairs = recordPairs(collider, work);
      return time(() => pairs.forEach((pair) => collider.meet(...pair)), runs).median;
    };
    let step = 0;
    const slid = () => {
      step = (step + 1) % 10;
      const from = rig.setups[0]!.joints.find((j) => j.id === jointId)!.slideMm;
      return applyEdit(rig, { type: 'slide', setupId, jointId, slideMm: from + step });
    };
    const work: readonly ((c: Collider) => void)[] = [
      (c) => void measureReport(rig, setupId, parts, { collider: c }),
      (c) => void measureReport(rig, setupId, parts, { collider: c, oneLens: true }),
      (c) =>
        void drawRig(
          measureReport(slid(), setupId, parts, { collider: c, oneLens: true }).assembly,
          'near',
        ),
      (c) => void drawRig(measureReport(slid(), setupId, parts, { collider: c }).assembly, 'near'),
    ];
    const cells = work.map((one) => {
      const { median } = time(() => one(collider), runs);
      return `${ms(median)}${times(median / alone(one))}`;
    });
    const found = measureReport(rig, setupId, parts, { collider }).findings.length;
    process.stdout.write(`  ${name.padEnd(30)}${cells.join('')}${String(found).padStart(8)}\n`);
  }

  process.stdout.write('\nAsked of what people build, in workers\n');
  for (const { name, rig, parts, setupId } of [rigs[2]!, rigs[4]!, rigs[5]!]) {
    const report = measureReport(rig, setupId, parts, { collider });
    let first = 0;
    const remedies = time(() => {
      const start = performance.now();
      first = 0;
      for (const { edits } of findRemedies(report, parts, { collider, catalogue: parts })) {
        if (edits.length > 0 && first === 0) first = performance.now() - start;
      }
    }, 3);
    const levelling = time(
      () => void measureLevelling({ rig, setupId, parts, collider, kinds: ['hand', 'slide'] }),
      3,
    );
    process.stdout.write(
      `  ${name.padEnd(30)} remedies: first${ms(first)}, all${ms(remedies.median)} · levelling${ms(levelling.median)}\n`,
    );
  }
}
