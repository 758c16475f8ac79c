import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from '@jest/globals';
import {
  applyEdit,
  createPartBook,
  createRigFileSchema,
  loadCollider,
  measureMate,
  measureReport,
  measureVolumeMm3,
  mountKinds,
  readRigText,
  toDeg,
  type Collider,
  type MountKind,
  type PartKind,
  type RigFile,
} from '@zucchini/core';
import { createDemoRigFile, demoRigs, readDemoCatalogue } from './demo-files.ts';

const read = (path: string) => readFileSync(new URL(`../${path}`, import.meta.url), 'utf8');
const catalogue = readDemoCatalogue();
let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});
const reportOf = (file: RigFile) =>
  measureReport(file.rig, 'low', createPartBook(file.parts), { catalogue, collider });

describe('the demo', () => {
  it.each(demoRigs)(
    '%s.rig.json is what its sources make (npm run demo writes it anew)',
    (name) => {
      expect(JSON.parse(read(`demo/${name}.rig.json`))).toEqual(
        JSON.parse(JSON.stringify(createDemoRigFile(name, catalogue))),
      );
    },
  );

  it('the published schema is the one in use', () => {
    expect(JSON.parse(read('docs/rig-file.schema.json'))).toEqual(
      JSON.parse(JSON.stringify(createRigFileSchema())),
    );
  });

  it('has at least 25 parts over the kinds that have templates', () => {
    const kinds = new Set([...catalogue.values()].map((p) => p.kind));
    expect(catalogue.size).toBeGreaterThanOrEqual(25);
    const wanted: PartKind[] = [
      'body',
      'cage',
      'lens',
      'top-handle',
      'side-grip',
      'monitor',
      'arm',
      'microphone',
      'battery',
      'plate',
    ];
    expect([...kinds]).toEqual(expect.arrayContaining(wanted));
  });

  it('masses are within what their volumes can hold: 0.05 to 8 g/cm³', () => {
    for (const part of catalogue.values()) {
      if (part.massG === undefined) continue;
      if (part.kind === 'cable' || part.kind === 'strap') continue;
      const cm3 = part.solids.reduce((sum, solid) => sum + measureVolumeMm3(solid), 0) / 1000;
      const density = part.massG / cm3;
      expect({ id: part.id, plausible: density > 0.05 && density < 8 }).toEqual({
        id: part.id,
        plausible: true,
      });
    }
  });

  it('Mark 1 has the faults of a first build, found by computation', () => {
    const report = reportOf(createDemoRigFile('mark-1', catalogue));
    const found = (code: string) => report.findings.find((f) => f.code === code);
    expect(found('screw-can-turn')).toMatchObject({ weight: 'stops', items: ['lagoon', 'nub'] });
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
    const { edit } = door(reportOf(file))!.remedies[0]!;
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

  it('no part of either rig stands in another, but for what is told', () => {
    for (const name of demoRigs) {
      expect(reportOf(createDemoRigFile(name, catalogue)).fit.solidity!.overlaps).toEqual([]);
    }
  });

  it('the first remedy against the turning monitor mends it', () => {
    const report = reportOf(createDemoRigFile('mark-1', catalogue));
    const edit = report.findings.find((f) => f.code === 'screw-can-turn')!.remedies[0]!.edit;
    expect(edit).toMatchObject({ type: 'swap-part', item: { partId: 'quillon-perch' } });
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
