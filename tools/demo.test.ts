import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from '@jest/globals';
import {
  applyEdit,
  createPartBook,
  findRemedies,
  listSwaps,
  loadCollider,
  measureMate,
  measureReport,
  mountKinds,
  placeSetup,
  readRigText,
  toDeg,
  withRemedies,
  type Collider,
  type MountKind,
  type RigFile,
} from '@zucchini/core';
import { takeRemedies } from '../core/src/testing/taken.ts';
import { createDemoRigFile, demoRigs, readDemoCatalogue } from './demo-files.ts';

const read = (path: string) => readFileSync(new URL(`../${path}`, import.meta.url), 'utf8');
const catalogue = readDemoCatalogue();
let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});
const reportOf = (file: RigFile, setupId = 'low') =>
  measureReport(file.rig, setupId, createPartBook(file.parts), { collider });
const mendedOf = (file: RigFile) => {
  const report = reportOf(file);
  const parts = createPartBook(file.parts);
  return withRemedies(report, findRemedies(report, parts, { catalogue, collider }));
};
const setupsOf = (name: (typeof demoRigs)[number]) => {
  const file = createDemoRigFile(name, catalogue);
  return file.rig.setups.map((s) => [name, s.id, reportOf(file, s.id)] as const);
};

describe('the demo', () => {
  it.each(demoRigs)(
    '%s.rig.json is what its sources make (npm run demo writes it anew)',
    (name) => {
      expect(JSON.parse(read(`demo/${name}.rig.json`))).toEqual(
        JSON.parse(JSON.stringify(createDemoRigFile(name, catalogue))),
      );
    },
  );

  it('Mark 1 has the faults of a first build, found by computation', () => {
    const report = reportOf(createDemoRigFile('mark-1', catalogue));
    const found = (code: string) => report.findings.find((f) => f.code === code);
    // A hand can turn the monitor on its plain screw: that stands in the working, since that is how it is aimed.
    const slip = report.fit.slips.find((s) => s.turning === 'aims' && s.handsRatio > 1)!;
    const joint = report.assembly.joints.find((j) => j.joint.id === slip.jointId)!;
    expect([joint.child, joint.parent]).toEqual(['lagoon', 'nub']);
    expect(found('not-level')).toMatchObject({ weight: 'risk' });
    expect(report.hang.state === 'hangs' && toDeg(report.hang.tiltRad)).toBeGreaterThan(5);
    expect(report.findings.map((f) => f.code)).toEqual(
      expect.arrayContaining(['over-height', 'over-carry', 'over-spend', 'hand-room', 'no-lead']),
    );
    expect(found('keep-clear-entered')).toMatchObject({
      weight: 'risk',
      items: ['thole', 'petrel'],
      facts: { purpose: 'battery-door', sweepDeg: 160 },
    });
    expect(found('lead-too-long')).toMatchObject({ items: ['painter', 'petrel', 'lagoon'] });
  });

  it('Mark 1: sliding the side handle up lets the battery door open', () => {
    const file = createDemoRigFile('mark-1', catalogue);
    const door = (report: ReturnType<typeof reportOf>) =>
      report.findings.find((f) => f.code === 'keep-clear-entered');
    const { edit } = door(mendedOf(file))!.remedies[0]!;
    expect(edit).toMatchObject({ type: 'slide', jointId: 'j-thole' });
    expect(door(reportOf({ ...file, rig: applyEdit(file.rig, edit) }))).toBeUndefined();
  });

  it('has for each kind of mount two halves that mate', () => {
    const mounts = [...catalogue.values()].flatMap((p) => p.mounts);
    const without = (Object.keys(mountKinds) as MountKind[]).filter(
      (kind) =>
        !mounts.some(
          (a) =>
            a.kind === kind &&
            mounts.some((b) => {
              const mate = measureMate(a, b);
              return a !== b && mate.state === 'mates' && mate.as === kind;
            }),
        ),
    );
    expect(without).toEqual([]);
  });

  it('no part of any rig stands in another', () => {
    for (const [name, setup, report] of demoRigs.flatMap(setupsOf)) {
      expect({ name, setup, overlaps: report.fit.solidity!.overlaps }).toEqual({
        name,
        setup,
        overlaps: [],
      });
    }
  });

  it('but for Mark 1 nothing stops any rig, in any setup', () => {
    for (const [name, setup, report] of demoRigs.filter((n) => n !== 'mark-1').flatMap(setupsOf)) {
      const stops = report.findings.filter((f) => f.weight === 'stops').map((f) => f.code);
      expect({ name, setup, stops }).toEqual({ name, setup, stops: [] });
    }
  });

  it.each(demoRigs)('no way out that is offered on %s leaves it worse, in any setup', (name) => {
    const { rig, parts } = createDemoRigFile(name, catalogue);
    for (const { id } of rig.setups) {
      const { worse } = takeRemedies(rig, id, createPartBook(parts), catalogue, collider);
      expect({ setup: id, worse }).toEqual({ setup: id, worse: [] });
    }
  });

  it('each school has its rig: coin only, long rods with a brick, a low monitor, stripped for speed', () => {
    const of = (name: (typeof demoRigs)[number]) => {
      const file = createDemoRigFile(name, catalogue);
      const [, , report] = setupsOf(name)[0]!;
      const kinds = report.assembly.items.map((p) => p.part.kind);
      return { file, report, kinds, tools: file.rig.brief.limits.tools };
    };
    const skiff = of('skiff');
    expect(skiff.tools).toEqual(['none', 'thumb', 'coin']);
    expect(skiff.report.findings.map((f) => f.code)).not.toContain('tool-missing');
    expect(skiff.kinds.filter((k) => k === 'top-handle' || k === 'side-grip')).toHaveLength(1);

    const barge = of('barge');
    expect(barge.kinds).toEqual(
      expect.arrayContaining(['rod', 'matte-box', 'follow-focus', 'lens-support', 'battery-plate']),
    );
    expect(barge.report.findings.map((f) => f.code)).not.toContain('longer-than-needed');

    const buoy = of('buoy');
    const eye = buoy.report.assembly.items.find((p) => p.part.kind === 'monitor')!;
    const handle = buoy.report.assembly.items.find((p) => p.part.kind === 'top-handle')!;
    expect(eye.rigFromPart.originMm[2]).toBeLessThan(handle.rigFromPart.originMm[2]);

    const cutter = of('cutter');
    const masses = demoRigs.map((name) => of(name).report.assembly.mass.massG);
    expect(cutter.report.assembly.items.length).toBeLessThan(8);
    expect(Math.max(...masses)).toBe(of('barge').report.assembly.mass.massG);
  });

  it('an arm with pins in the place of the plain one ends the turning of the monitor', () => {
    const { rig, parts } = createDemoRigFile('mark-1', catalogue);
    const book = createPartBook([...parts, ...catalogue.values()]);
    const [setup] = rig.setups;
    const assembly = placeSetup(rig, setup!, book);
    const joint = assembly.joints.find((j) => j.child === 'lagoon')!;
    const [edit] = listSwaps(assembly, joint, book, 1);
    expect(edit).toMatchObject({ type: 'swap-part', item: { partId: 'quillon-perch' } });
    const after = measureReport(applyEdit(rig, edit!), setup!.id, book);
    expect(after.fit.slips.some((s) => s.turning === 'aims' && s.handsRatio > 1)).toBe(false);
  });

  it('Mark 2 mends them: nothing stops, nothing is at risk, and it hangs level', () => {
    const report = reportOf(createDemoRigFile('mark-2', catalogue));
    expect(report.findings.filter((f) => f.weight !== 'note')).toEqual([]);
    expect(report.hang.state === 'hangs' && Math.abs(toDeg(report.hang.tiltRad))).toBeLessThan(1);
  });
});

describe('the documents', () => {
  it('the example of the rig file is a rig, and says what the text beside it says', () => {
    const doc = read('docs/rig-file.md');
    const example = /```json\n([\s\S]*?)```/.exec(doc)![1]!;
    const outcome = readRigText(example);
    expect(outcome).toMatchObject({ state: 'read' });
    if (outcome.state !== 'read') return;
    const report = measureReport(outcome.file.rig, 'low', outcome.parts);
    expect(report.assembly.mass.massG).toBe(800);
    // 600 g at 0 and 200 g at 60 mm: the centre lies 15 mm ahead; the hand is over 0, 80 mm above the axis.
    expect(report.centreMm![0]).toBeCloseTo(15, 9);
    expect(doc).toContain('15 mm');
  });
});
