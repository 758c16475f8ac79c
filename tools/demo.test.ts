import { readFileSync } from 'node:fs';
import { describe, expect, it } from '@jest/globals';
import {
  createPartBook,
  createRigFileSchema,
  measureReport,
  readRigText,
  toDeg,
  type PartKind,
  type RigFile,
} from '@zucchini/core';
import { createDemoRigFile, demoRigs, readDemoCatalogue } from './demo-files.ts';

const read = (path: string) => readFileSync(new URL(`../${path}`, import.meta.url), 'utf8');
const catalogue = readDemoCatalogue();
const reportOf = (file: RigFile) =>
  measureReport(file.rig, 'low', createPartBook(file.parts), { catalogue });

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
      const cm3 =
        part.solids.reduce((sum, s) => {
          if (s.type === 'box') return sum + s.sizeMm[0] * s.sizeMm[1] * s.sizeMm[2];
          if (s.type === 'cylinder') return sum + Math.PI * s.radiusMm ** 2 * s.lengthMm;
          if (s.type === 'frustum')
            return sum + Math.PI * ((s.radiusMm + s.endRadiusMm) / 2) ** 2 * s.lengthMm;
          return sum;
        }, 0) / 1000;
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
      expect.arrayContaining(['over-height', 'over-carry', 'over-spend']),
    );
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
