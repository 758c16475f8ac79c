import { describe, expect, it } from '@jest/globals';
import { createSetAside } from '../finding/index.js';
import { applyEdit, readRigFile, type Rig } from '../rig/index.js';
import { body, createTestRig, cube, handle, joint, mountAt } from '../testing/rigs.js';
import { sayReport, toReportJson } from '../wording/index.js';
import { countFindings, findKind, measureReport, type FindingCode } from './index.js';

/** A rig that does not hang level, and is over its limit of height. */
function make(slideMm: number) {
  const block = cube('block', 200, {
    mounts: [
      mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
        thread: { lengthMm: 6 },
        carrier: true,
      }),
    ],
  });
  return createTestRig(
    [body, handle, block],
    [joint('h', 'handle.base', 'body.rail', { slideMm }), joint('b', 'block.base', 'body.holes')],
    { brief: { currency: 'EUR', limits: { heightMm: 50 } } },
  );
}
const reportOf = (rig: Rig, parts: Parameters<typeof measureReport>[2], setup = 'low') =>
  measureReport(rig, setup, parts);

function putAside(
  made: ReturnType<typeof make>,
  code: FindingCode,
  scope: 'setup' | 'rig' = 'setup',
): Rig {
  const report = reportOf(made.rig, made.parts);
  const finding = report.findings.find((f) => f.code === code)!;
  const entry = createSetAside(finding, findKind(code), report.assembly, 'I know', scope);
  return applyEdit(made.rig, { type: 'set-aside', entry });
}

describe('a finding that its owner knows of', () => {
  const made = make(5);
  const codes = (rig: Rig, setup?: string) =>
    reportOf(rig, made.parts, setup).findings.map((f) => f.code);

  it('is counted apart, with the word why, and nothing else changes', () => {
    const before = reportOf(made.rig, made.parts);
    const rig = putAside(made, 'over-height');
    const after = reportOf(rig, made.parts);
    expect(after.findings.map((f) => f.id)).toEqual(
      before.findings.map((f) => f.id).filter((id) => !id.startsWith('over-height')),
    );
    expect(after.aside).toMatchObject([
      { finding: { code: 'over-height' }, entry: { word: 'I know', setup: 'low' } },
    ]);
    expect(countFindings(after.findings).risk).toBe(countFindings(before.findings).risk - 1);
    expect(sayReport(after, made.parts)).toMatch(/Set aside\n· Fit: Your rig stands .* — “I know”/);
    expect(toReportJson(after, made.parts)).toMatchObject({
      setAside: [{ code: 'over-height', word: 'I know', wholeRig: false }],
    });
  });

  it('is kept in the rig file, and brought back by hand', () => {
    const rig = putAside(made, 'over-height');
    const file = JSON.parse(
      JSON.stringify({
        format: 'zucchini-rig',
        formatVersion: 1,
        parts: [...made.parts.values()],
        rig,
      }),
    );
    const read = readRigFile(file);
    expect(read.state === 'read' && read.file.rig.setAside).toEqual(rig.setAside);
    const [entry] = rig.setAside!;
    const back = applyEdit(rig, {
      type: 'bring-back',
      finding: entry!.finding,
      setupId: entry!.setup,
    });
    expect(back).toEqual(made.rig);
  });

  it('put aside anew it is there once', () => {
    const once = putAside(made, 'over-height');
    const twice = applyEdit(once, {
      type: 'set-aside',
      entry: { ...once.setAside![0]!, word: 'still' },
    });
    expect(twice.setAside).toMatchObject([{ word: 'still' }]);
  });

  it('is aside in one setup or in all, goes with its copy, and goes when its setup goes', () => {
    const copy = (rig: Rig) =>
      applyEdit(rig, { type: 'copy-setup', setupId: 'low', id: 'other', name: 'Other' });
    const known = copy(putAside(made, 'over-height'));
    expect(codes(known, 'other')).not.toContain('over-height');
    const own = copy(made.rig);
    const here = putAside({ ...made, rig: own }, 'over-height');
    expect(codes(here)).not.toContain('over-height');
    expect(codes(here, 'other')).toContain('over-height');
    const everywhere = putAside({ ...made, rig: own }, 'over-height', 'rig');
    expect(codes(everywhere, 'other')).not.toContain('over-height');
    const gone = applyEdit(known, { type: 'remove-setup', setupId: 'other' });
    expect(gone.setAside!.map((a) => a.setup)).toEqual(['low']);
  });

  it('comes back when its figure is worse, not when it is better or the same', () => {
    const rig = putAside(made, 'not-level');
    const at = (slideMm: number) =>
      codes(applyEdit(rig, { type: 'slide', setupId: 'low', jointId: 'h', slideMm }));
    // The hand is ahead of the weight: the farther ahead, the worse.
    expect(at(5)).not.toContain('not-level');
    expect(at(4)).not.toContain('not-level');
    expect(at(10)).toContain('not-level');
  });

  it('comes back when another part takes the place of one that it is about', () => {
    const rig = putAside(made, 'over-height');
    const other = { ...handle, id: 'other-handle' };
    const parts = new Map([...made.parts, ['other-handle', other]]);
    // The same individual, of another make.
    const changed = {
      ...rig,
      kit: rig.kit.map((i) => (i.id === 'handle' ? { ...i, partId: 'other-handle' } : i)),
    };
    expect(reportOf(rig, parts).aside).toHaveLength(1);
    expect(reportOf(changed, parts).aside).toHaveLength(0);
  });

  it('never stops the build', () => {
    const broken = applyEdit(made.rig, {
      type: 'slide',
      setupId: 'low',
      jointId: 'h',
      slideMm: 90,
    });
    const report = reportOf(broken, made.parts);
    const finding = report.findings.find((f) => f.code === 'off-the-rail')!;
    expect(() =>
      createSetAside(finding, findKind('off-the-rail'), report.assembly, 'no', 'rig'),
    ).toThrow('stops the build');
  });
});
