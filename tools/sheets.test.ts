import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from '@jest/globals';
import {
  findRigIssues,
  hasTrait,
  listBuild,
  listLadder,
  listStages,
  loadCollider,
  measureChangeover,
  measureReport,
  placeSetup,
  planBody,
  readBuilt,
  readRigText,
  type Collider,
  type Report,
} from '@zucchini/core';
import { demoRigs, readDemoCatalogue } from './demo-files.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

function readDemoRig(name: string) {
  const text = readFileSync(new URL(`../demo/${name}.rig.json`, import.meta.url), 'utf8');
  const outcome = readRigText(text);
  if (outcome.state !== 'read') throw new Error(`demo/${name}.rig.json cannot be read`);
  return { rig: outcome.file.rig, parts: outcome.parts };
}
const reportsOf = (name: string) => {
  const { rig, parts } = readDemoRig(name);
  return rig.setups.map(({ id }) => ({
    report: measureReport(rig, id, parts, { collider, oneLens: true, lean: true }),
    parts,
  }));
};

describe.each(demoRigs)('the ladder of %s', (name) => {
  it('takes as long at its top as the build sheet of the same setup', () => {
    for (const { report, parts } of reportsOf(name)) {
      const top = listLadder(report, parts, { collider }).at(-1)!;
      expect(top.seconds).toBe(listBuild(report, parts)!.seconds);
    }
  });
});

describe.each(demoRigs)('the build sheets of %s', (name) => {
  it('keep every rule: carriers, screws, entries, makers, the lens after the cage, cells last', () => {
    for (const { report, parts } of reportsOf(name)) {
      const build = listBuild(report, parts)!;
      const { assembly } = report;
      const puts = build.steps.filter((s) => s.step.kind === 'put-on');
      // Every part once, and nothing but the body left.
      expect(puts.map((s) => s.step.itemId).sort()).toEqual(
        assembly.joints.map((j) => j.child).sort(),
      );
      const at = new Map(puts.map((s, i) => [s.step.itemId, i]));
      // What is put together on the table is on the rig when its root is.
      const onRig = (id: string): number => {
        const { table } = puts[at.get(id)!]!;
        return at.get(table ?? id)!;
      };
      for (const [first, then] of report.fit.solidity!.orderEdges) {
        if (!at.has(first) || !at.has(then)) continue;
        const [a, b] = [puts[at.get(first)!]!, puts[at.get(then)!]!];
        const tableOf = (s: typeof a) => s.table ?? s.step.itemId;
        // Within a branch on the table a part goes onto what is there already; between branches the whole branch counts.
        if (a.step.itemId === tableOf(b)) continue;
        if (tableOf(a) === tableOf(b)) expect(at.get(first)!).toBeLessThan(at.get(then)!);
        else expect(onRig(first)).toBeLessThan(onRig(then));
      }
      const is = (trait: Parameters<typeof hasTrait>[1]) =>
        puts.filter((s) => hasTrait(assembly.byId.get(s.step.itemId)!.part, trait));
      for (const cage of is('round-body')) {
        for (const glass of is('optic')) {
          expect(at.get(cage.step.itemId)!).toBeLessThan(at.get(glass.step.itemId)!);
        }
      }
      const leads = build.steps.filter((s) => s.step.kind === 'lead-in');
      // Only where it is settled in the hold comes after them.
      const done = build.steps.filter((s) => s.step.kind !== 'settle');
      expect(done.slice(done.length - leads.length)).toEqual(leads);
      expect(build.steps.slice(0, done.length)).toEqual(done);
    }
  });

  it('change into each other by steps of which each leaves a setup that can be placed, and end exactly there', () => {
    const all = reportsOf(name);
    for (const { report: from, parts } of all) {
      for (const { report: to } of all) {
        if (from === to) continue;
        const change = measureChangeover(readBuilt(from, parts), readBuilt(to, parts))!;
        const [a, b] = [from.assembly.setup, to.assembly.setup];
        const stages = listStages(a, b, change.steps);
        for (const stage of stages) {
          expect(placeSetup(from.assembly.rig, stage, parts).items).toHaveLength(
            stage.joints.length + 1,
          );
        }
        const say = ({ joints, cables = [], braces = [], stances = {} }: typeof a) => [
          joints.map((j) => JSON.stringify(j)).sort(),
          cables.map((c) => JSON.stringify(c)).sort(),
          braces.map((x) => JSON.stringify(x)).sort(),
          stances,
        ];
        expect(say(stages.at(-1)!)).toEqual(say(b));
        const back = measureChangeover(readBuilt(to, parts), readBuilt(from, parts))!;
        // There and back takes as long, but for what is settled at one end only.
        const moved = ({ seconds, steps }: typeof back) =>
          seconds - steps.reduce((sum, x) => sum + (x.kind === 'settle' ? x.seconds : 0), 0);
        expect(moved(back)).toBeCloseTo(moved(change), 6);
      }
    }
  });

  it('never leave two parts in one another that are apart in both setups', () => {
    const all = reportsOf(name);
    const clashesOf = (report: Report) =>
      new Set(report.fit.solidity!.overlaps.map((o) => [o.a.item.id, o.b.item.id].sort().join()));
    for (const { report: from, parts } of all) {
      for (const { report: to } of all) {
        if (from === to) continue;
        const change = measureChangeover(readBuilt(from, parts), readBuilt(to, parts))!;
        const known = new Set([...clashesOf(from), ...clashesOf(to)]);
        const { rig, setup } = from.assembly;
        for (const stage of listStages(setup, to.assembly.setup, change.steps)) {
          const trial = { ...rig, setups: rig.setups.map((s) => (s.id === setup.id ? stage : s)) };
          const report = measureReport(trial, setup.id, parts, {
            ...{ collider, oneLens: true, lean: true },
          });
          for (const clash of clashesOf(report)) expect(known).toContain(clash);
        }
      }
    }
  });
});

describe('a rig on another body', () => {
  it.each(['mark-2', 'barge', 'skiff'])(
    '%s gets the cage of that body, and nothing that cannot be placed',
    (name) => {
      const { rig } = readDemoRig(name);
      const catalogue = readDemoCatalogue();
      let id = 0;
      let cages = 0;
      for (const body of catalogue.values()) {
        if (!hasTrait(body, 'camera')) continue;
        const item = { id: 'other-body', partId: body.id, owned: false };
        const plan = planBody(
          rig,
          rig.setups[0]!.body,
          item,
          catalogue,
          () => `fresh-${(id += 1)}`,
        );
        expect(findRigIssues(plan.rig, catalogue, 'rig')).toEqual([]);
        const { joints } = placeSetup(plan.rig, plan.rig.setups[0]!, catalogue);
        for (const { mate, slide, joint } of joints) {
          expect(mate.state).toBe('mates');
          // Unknown is said as unknown, never as a fit.
          if (mate.state === 'mates') expect(mate.key).not.toBe('unknown');
          if (slide && slide.fromMm <= slide.toMm) {
            expect(joint.slideMm).toBeGreaterThanOrEqual(slide.fromMm - 1e-9);
            expect(joint.slideMm).toBeLessThanOrEqual(slide.toMm + 1e-9);
          }
        }
        cages += plan.replaced.filter((r) => r.part.kind === 'cage').length;
        const all = new Set([
          ...plan.stays,
          ...plan.lost,
          ...plan.replaced.map((r) => r.itemId),
          ...plan.adapted.map((a) => a.itemId),
        ]);
        const was = new Set(rig.setups.flatMap((s) => s.joints.map((j) => j.child.item)));
        expect([...all].sort()).toEqual([...was].sort());
      }
      expect(cages).toBeGreaterThan(1);
    },
  );

  it.each(['mark-1', 'mark-2', 'buoy', 'skiff'])(
    '%s can be stored then, though its leads are tied to what gives way, and that was posed and held',
    (name) => {
      const { rig } = readDemoRig(name);
      const catalogue = readDemoCatalogue();
      const partOf = (id: string) => catalogue.get(rig.kit.find((k) => k.id === id)!.partId)!;
      let tied = 0;
      const used = {
        ...rig,
        setups: rig.setups.map((s) => {
          const around = [s.body, ...s.joints.map((j) => j.child.item)];
          const ties = around.flatMap((item) => {
            const mount = partOf(item).mounts.find((m) => !m.carrier);
            return mount ? [{ item, mount: mount.id }] : [];
          });
          tied += (s.cables ?? []).length * ties.length;
          return { ...s, cables: (s.cables ?? []).map((c) => ({ ...c, ties: ties.slice(0, 8) })) };
        }),
      };
      expect(findRigIssues(used, catalogue, 'rig')).toEqual([]);
      for (const body of catalogue.values()) {
        if (!hasTrait(body, 'camera')) continue;
        let id = 0;
        const item = { id: 'other-body', partId: body.id, owned: false };
        const make = () => `fresh-${(id += 1)}`;
        const plan = planBody(used, used.setups[0]!.body, item, catalogue, make);
        expect({ body: body.id, issues: findRigIssues(plan.rig, catalogue, 'rig') }).toEqual({
          body: body.id,
          issues: [],
        });
      }
      expect(tied).toBeGreaterThan(0);
    },
  );
});
