import {
  chooseStepView,
  drawRig,
  listBuild,
  measureChangeover,
  measureMatrix,
  measureReport,
  narrowTo,
  readBuilt,
  type Collider,
  type PartBook,
  type Rig,
  type Setup,
} from '@zucchini/core';
import { createBenchRig } from './rigs.ts';

type Time = (work: () => void, runs: number) => { readonly median: number; readonly slow: number };
const ms = (value: number) => `${value.toFixed(2)} ms`.padStart(12);

/** Another arrangement of a setup: of what carries nothing every third part stays home, and every third is turned. */
function rearrange(setup: Setup, k: number): Setup {
  const carriers = new Set(setup.joints.map((j) => j.parent.item));
  return {
    ...setup,
    id: `other-${k}`,
    name: `Other ${k}`,
    joints: setup.joints.flatMap((j, i) => {
      if (carriers.has(j.child.item)) return [j];
      if ((i + k) % 3 === 0) return [];
      return [(i + k) % 3 === 1 ? { ...j, turnDeg: j.turnDeg + 90 } : j];
    }),
    cables: [],
  };
}

function createMany(
  count: number,
  setups: number,
  catalogue: PartBook,
): { rig: Rig; parts: PartBook } {
  const { rig, parts } = createBenchRig(count, catalogue);
  const first = rig.setups[0]!;
  const others = Array.from({ length: setups - 1 }, (_, k) => rearrange(first, k));
  return { rig: { ...rig, setups: [first, ...others] }, parts };
}

/** Changes between setups, the matrix of eight, and the build sheet, with how they grow. */
export function printChange(time: Time, catalogue: PartBook, collider: Collider): void {
  const lean = { collider, oneLens: true, lean: true } as const;
  console.log('\nSetups and sheets');
  for (const count of [10, 40, 80]) {
    const { rig, parts } = createMany(count, 8, catalogue);
    const [a, b] = rig.setups as [Setup, Setup];
    const reports = rig.setups.map((s) => measureReport(rig, s.id, parts, lean));
    const [from, to] = reports.map((r) => readBuilt(r, parts));
    const change = measureChangeover(from!, to!)!;
    const runs = count > 40 ? 5 : 15;
    const pair = time(() => measureChangeover(from!, to!), runs);
    const fresh = time(() => {
      const two = [a, b].map((s) => readBuilt(measureReport({ ...rig }, s.id, parts, lean), parts));
      measureChangeover(two[0]!, two[1]!);
    }, runs);
    const matrix = time(
      () => {
        const builts = new Map(
          rig.setups.map((s) => [
            s.id,
            readBuilt(measureReport({ ...rig }, s.id, parts, lean), parts),
          ]),
        );
        measureMatrix(builts);
      },
      Math.min(5, runs),
    );
    const report = measureReport(rig, a.id, parts, { collider, oneLens: true });
    const sheet = time(
      () => {
        const build = listBuild(report, parts);
        for (const { step, there, fresh: parts_ } of build?.steps ?? []) {
          if (step.kind !== 'put-on') continue;
          const shown = narrowTo(report.assembly, there);
          drawRig(shown, chooseStepView(shown, parts_));
        }
      },
      Math.min(5, runs),
    );
    console.log(
      `${String(count).padStart(4)} parts, ${String(change.steps.length).padStart(2)} steps (${change.proven ? 'proven' : 'bound'})` +
        `  change${ms(pair.median)}  with both reports${ms(fresh.median)}  matrix of 8${ms(matrix.median)}  build sheet drawn${ms(sheet.median)}`,
    );
  }
  console.log('  reach: change 150 ms, matrix 2000 ms, build sheet 500 ms, at 40 parts');
}
