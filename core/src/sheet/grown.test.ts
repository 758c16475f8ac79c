import { beforeAll, describe, expect, it } from '@jest/globals';
import {
  listStages,
  measureChangeover,
  measureMatrix,
  readBuilt,
  type Step,
} from '../change/index.js';
import { loadCollider, type Collider } from '../clash/index.js';
import { listPowerOrder } from '../last/index.js';
import { measureReport, type Report } from '../report/index.js';
import { isInBranch, listCarried, placeSetup, type Rig, type Setup } from '../rig/index.js';
import { tries } from '../testing/depth.js';
import { createRandom, growRig } from '../testing/grown.js';
import { createNames } from '../words/index.js';
import {
  listJointLines,
  sayCheck,
  sayPackLine,
  sayTightening,
  tellChange,
} from '../wording/index.js';
import {
  chooseStepView,
  findSlip,
  listBuild,
  listChecks,
  listLadder,
  listPack,
  listTightenings,
  narrowTo,
  packCases,
} from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

/** Another arrangement of a grown rig: some branches stay home, some joints are turned, some leads are drawn. */
function rearrange(
  rig: Rig,
  setup: Setup,
  parts: Parameters<typeof placeSetup>[2],
  seed: number,
): Setup {
  const random = createRandom(seed);
  const { items } = placeSetup(rig, setup, parts);
  const gone = new Set<string>();
  for (const placed of items) {
    if (!placed.carriedBy || random() > 0.25) continue;
    for (const one of listCarried(placeSetup(rig, setup, parts), placed.item.id))
      gone.add(one.item.id);
  }
  return {
    ...setup,
    id: 'other',
    name: 'Other',
    joints: setup.joints
      .filter((j) => !gone.has(j.child.item))
      .map((j) => (random() < 0.2 ? { ...j, turnDeg: j.turnDeg + 90 } : j)),
    cables: (setup.cables ?? []).filter(
      (c) => !gone.has(c.from.item) && !gone.has(c.to.item) && random() < 0.8,
    ),
    braces: (setup.braces ?? []).filter((b) => !gone.has(b.a.item) && !gone.has(b.b.item)),
  };
}

/** Whether one part hangs on another, which may be put together on the table first. */
const isInBranchOf = ({ assembly }: Report, branch: string, id: string): boolean =>
  isInBranch(assembly.byId.get(branch)!, assembly.byId.get(id)!);

describe('on rigs that strangers build', () => {
  it('every change, sheet and card is told whole, and every step leaves what can be placed', () => {
    let steps = 0;
    for (let seed = 0; seed < tries(8); seed += 1) {
      const { rig: grown, parts } = growRig(seed, collider);
      const setup = grown.setups[0]!;
      const other = rearrange(grown, setup, parts, seed);
      const rig = { ...grown, setups: [setup, other] };
      const asked = { collider, oneLens: true, lean: true } as const;
      const [from, to] = [setup, other].map((s) => measureReport(rig, s.id, parts, asked));
      const said: (string | undefined)[] = [];

      const { cells } = measureMatrix(
        new Map([from!, to!].map((r) => [r.assembly.setup.id, readBuilt(r, parts)])),
      );
      expect(cells).toHaveLength(2);
      const there = measureChangeover(readBuilt(from!, parts), readBuilt(to!, parts))!;
      const back = measureChangeover(readBuilt(to!, parts), readBuilt(from!, parts))!;
      expect(Math.abs(back.seconds - there.seconds)).toBeLessThan(1e-6);
      expect(there.proven).toBe(true);
      const stages = listStages(setup, other, there.steps);
      for (const stage of stages) {
        expect(placeSetup(rig, stage, parts).items).toHaveLength(stage.joints.length + 1);
      }
      there.steps.forEach(({ kind, itemId }, i) => {
        // On the rig, not on a piece that lies beside it.
        const stage =
          kind === 'put-on' ? stages[i + 1] : kind === 'take-off' ? stages[i] : undefined;
        if (stage) expect(stage.joints.some((j) => j.child.item === itemId)).toBe(true);
      });
      const sort = (s: Setup) => s.joints.map((j) => JSON.stringify(j)).sort();
      expect(sort(stages.at(-1)!)).toEqual(sort(other));
      steps += there.steps.length;
      const names = createNames(to!.assembly, parts);
      for (const told of [there, back].map((c) => tellChange(c, names))) {
        said.push(told.line, ...told.steps.flatMap((s) => [s.text, s.takes, s.goes, s.lacks]));
      }

      const report = measureReport(rig, setup.id, parts, { collider, oneLens: true });
      const own = createNames(report.assembly, parts);
      const build = listBuild(report, parts);
      expect(build === undefined).toBe(report.fit.solidity!.order === undefined);
      const puts = (build?.steps ?? []).filter((s) => s.step.kind === 'put-on');
      if (build) {
        expect(puts.map((s) => s.step.itemId).sort()).toEqual(
          report.assembly.joints.map((j) => j.child).sort(),
        );
      }
      for (const { step, there: shown, fresh } of puts) {
        const view = chooseStepView(narrowTo(report.assembly, shown), fresh);
        const slip = findSlip(report.fit.slips, step.to!.joint.id);
        said.push(view, ...listJointLines(report.assembly, step.to!, step.tool, slip, own));
      }
      said.push(...listTightenings(report, []).map(sayTightening));
      said.push(...listChecks(report).map((c) => sayCheck(c, own, 'level')));
      const pack = listPack(report, parts, build?.steps.map((s) => s.step) ?? []);
      said.push(...pack.lines.map((l) => sayPackLine(l, own, parts).name));
      const { cases, left } = packCases(pack, [
        { name: 'Bag', sizeMm: [400, 300, 150], mostG: 4000 },
      ]);
      expect(cases[0]!.massG).toBeLessThanOrEqual(4000);
      const boxed = pack.lines.filter((l) => l.boxMm).length;
      expect(cases[0]!.subjects.length + left.length).toBe(boxed);

      const rungs = listLadder(report, parts, { collider });
      if (build && rungs.length > 0) {
        const last = rungs.at(-1)!;
        expect(last.setup.joints).toHaveLength(setup.joints.length);
        // The last rung is the whole: leads are in it once.
        expect(last.massG).toBeCloseTo(report.assembly.mass.massG, 6);
        const masses = rungs.map((r) => r.massG);
        expect(masses).toEqual([...masses].sort((a, b) => a - b));
      }
      for (const line of said) {
        if (line !== undefined) expect(line).not.toMatch(/undefined|NaN|\[object|^\s*$/);
      }
    }
    expect(steps).toBeGreaterThan(20);
  });

  it('plugs in one order on the sheet, in a change and on the power card, and puts parts on as the order of assembly has it', () => {
    let [leads, waits] = [0, 0];
    for (let seed = 0; seed < tries(15); seed += 1) {
      const { rig: grown, parts } = growRig(seed, collider);
      const setup = grown.setups[0]!;
      const other = rearrange(grown, setup, parts, seed + 100);
      const rig = { ...grown, setups: [setup, other] };
      const asked = { collider, oneLens: true, lean: true } as const;
      const [whole, less] = [setup, other].map((x) => measureReport(rig, x.id, parts, asked));
      const card = listPowerOrder(whole!.assembly, parts).flatMap((o) =>
        o.kind === 'plug' ? [o.runId] : [],
      );
      const [full, few] = [whole!, less!].map((r) => readBuilt(r, parts));
      const runsOf = (steps: readonly Step[], kind: Step['kind']) =>
        steps.flatMap((s) => (s.kind === kind ? [s.cable!.id] : []));
      const inOrder = (runs: readonly string[]) => {
        expect(runs).toEqual(card.filter((id) => runs.includes(id)));
        leads += runs.length;
      };
      const build = listBuild(whole!, parts);
      const sheet = build?.steps.map((s) => s.step) ?? [];
      inOrder(runsOf(sheet, 'lead-in'));
      const there = measureChangeover(few!, full!)!.steps;
      inOrder(runsOf(there, 'lead-in'));
      inOrder(runsOf(measureChangeover(full!, few!)!.steps, 'lead-out').reverse());
      // What must be on before what is so on the sheet and in the change alike: a part that is loosened comes after what it waits for.
      for (const steps of [sheet, there]) {
        const at = new Map(steps.map((s, i) => [s.id, i]));
        for (const [first, then] of full!.edges) {
          const [a, b] = [at.get(`put-on ${first}`), at.get(`put-on ${then}`)];
          // On the table a branch is put together before what carries it is there.
          if (a === undefined || b === undefined || isInBranchOf(whole!, first, then)) continue;
          expect(a).toBeLessThan(b);
          waits += 1;
        }
      }
    }
    expect(leads).toBeGreaterThan(15);
    expect(waits).toBeGreaterThan(2);
  });
});
