/** Ways out that need the shops' shelves: over rigs grown by chance, with the demo catalogue beside them. */
import { beforeAll, describe, expect, it } from '@jest/globals';
import {
  applyEdit,
  createNames,
  createPartBook,
  findRemedies,
  listFlat,
  loadCollider,
  measureReport,
  sayEdit,
  withFreshIds,
  type Collider,
  type Edit,
  type FindingCode,
} from '@zucchini/core';
import { tries } from '../core/src/testing/depth.ts';
import { growRig } from '../core/src/testing/grown.ts';
import { createDemoRigFile, readDemoCatalogue } from './demo-files.ts';
import { createOddRigs } from './odd-rigs.ts';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});
const catalogue = readDemoCatalogue();

describe('a way out that needs the shelf, or several steps', () => {
  const offersFor = (seed: number, code: FindingCode) => {
    const { rig, parts } = growRig(seed, collider);
    const report = measureReport(rig, 'use', parts, { collider });
    const finding = report.findings.find((f) => f.code === code)!;
    const offered = [...findRemedies(report, parts, { collider, catalogue })];
    const { edits } = offered.find((o) => o.findingId === finding.id)!;
    const after = (edit: Edit) => {
      let made = 0;
      const next = applyEdit(
        rig,
        withFreshIds(edit, () => `own-${(made += 1)}`),
      );
      return measureReport(next, 'use', new Map([...catalogue, ...parts]), { collider }).findings;
    };
    return { edits, finding, after };
  };

  it('puts another make of a handle on a firmer mount, and it is held there', () => {
    const { edits, finding, after } = offersFor(48, 'one-fastening');
    const [edit] = edits;
    expect(listFlat(edit!).map((e) => e.type)).toEqual(['swap-part', 'move']);
    expect(after(edit!).map((f) => f.code)).not.toContain(finding.code);
  });

  it('gives a receiver without an input one through a make with an input of its own, or a recorder', () => {
    const through = offersFor(25, 'inputs-short');
    expect(listFlat(through.edits[0]!).map((e) => e.type)).toEqual([
      'swap-part',
      'remove-cable',
      'add-cable',
      'add-cable',
    ]);
    expect(through.after(through.edits[0]!).map((f) => f.code)).not.toContain('inputs-short');
    const beside = offersFor(38, 'inputs-short');
    expect(listFlat(beside.edits[0]!).map((e) => e.type)).toEqual(['add-part', 'add-cable']);
    expect(beside.after(beside.edits[0]!).map((f) => f.code)).not.toContain('no-lead');
  });

  it('brings a lens support under a heavy lens, as high as the barrel is', () => {
    const file = createDemoRigFile('barge', catalogue);
    const own = new Map(
      [...createPartBook(file.parts)].map(
        ([id, part]) => [id, part.kind === 'lens' ? { ...part, massG: 2400 } : part] as const,
      ),
    );
    const onLegs = {
      ...file.rig,
      setups: file.rig.setups.map((s) => ({ ...s, hold: 'tripod' as const, braces: [] })),
    };
    const off: Edit = { type: 'remove-item', setupId: 'shoulder', itemId: 'crutch' };
    const rig = applyEdit(onLegs, off);
    const report = measureReport(rig, 'shoulder', own, { collider });
    const finding = report.findings.find((f) => f.code === 'lens-mount-overloaded')!;
    const offered = [...findRemedies(report, own, { collider, catalogue })];
    const [edit] = offered.find((o) => o.findingId === finding.id)!.edits;
    expect(listFlat(edit!).map((e) => e.type)).toEqual(['add-part', 'slide', 'set-stance']);
    const book = new Map([...catalogue, ...own]);
    // A part that is not there yet is called by its name, and its movement by its unit.
    expect(sayEdit(edit!, createNames(report.assembly, book))).toMatch(
      /^Fit Crutch lens support on .*set “pad raised” of Crutch lens support to [\d.]+ mm$/u,
    );
    const after = measureReport(applyEdit(rig, edit!), 'shoulder', book, { collider });
    expect(after.findings.map((f) => f.code)).not.toContain('lens-mount-overloaded');
  });

  it('clamps a weight to the rods of a rig that is nose-heavy on the shoulder', () => {
    const { edits, finding, after } = offersFor(5, 'heavy-end');
    const [weight] = listFlat(edits[0]!);
    expect(weight).toMatchObject({ type: 'add-part', item: { partId: 'quillon-kentledge-250' } });
    expect(after(edits[0]!).map((f) => f.id)).not.toContain(finding.id);
  });

  it('puts no weight on a rig for what is only a note', () => {
    const { rig, parts } = createOddRigs(collider).find((o) => o.rig.name === 'Box on rods')!;
    const report = measureReport(rig, 'first', parts, { collider });
    const note = report.findings.find((f) => f.code === 'heavy-end')!;
    expect(note.weight).toBe('note');
    const offered = [...findRemedies(report, parts, { collider, catalogue })];
    const { edits } = offered.find((o) => o.findingId === note.id)!;
    expect(edits.flatMap(listFlat).map((e) => e.type)).not.toContain('add-part');
  });

  it('goes on from what does not help by itself: an arm brought elsewhere, and the hand over the weight', () => {
    const { edits, finding, after } = offersFor(21, 'not-level');
    const steps = listFlat(edits[0]!);
    expect(steps.map((e) => e.type)).toEqual(['move', 'set-stance', 'set-stance', 'hold-at']);
    expect(after(edits[0]!).map((f) => f.id)).not.toContain(finding.id);
    // The arm alone does not do it, and the hand alone stands in the arm's way.
    expect(after(steps[0]!).map((f) => f.id)).toContain(finding.id);
    expect(after(steps[3]!).map((f) => f.code)).toContain('hand-room');
  });
});

describe('what stops or is a risk', () => {
  it('has a way out more than one time in three, over rigs of chance', () => {
    let [all, out] = [0, 0];
    for (let seed = 0; seed < tries(6); seed += 1) {
      const { rig, parts } = growRig(seed, collider);
      const report = measureReport(rig, 'use', parts, { collider });
      const heavy = new Set(report.findings.filter((f) => f.weight !== 'note').map((f) => f.id));
      for (const { findingId, edits } of findRemedies(report, parts, { collider, catalogue })) {
        if (!heavy.has(findingId)) continue;
        all += 1;
        if (edits.length > 0) out += 1;
      }
    }
    expect(all).toBeGreaterThan(6);
    expect(out / all).toBeGreaterThanOrEqual(1 / 3);
  });
});
