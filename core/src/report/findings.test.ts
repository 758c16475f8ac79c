import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import { findingFixtures } from '../testing/findings.js';
import { body, createTestRig, cube } from '../testing/rigs.js';
import { measureReport } from './index.js';
import { mergeBrief } from '../brief/index.js';
import { findHold } from '../hold/index.js';
import type { Asking } from '../question/index.js';
import { applyEdit, findRigIssues, placeSetup } from '../rig/index.js';
import { createNames } from '../words/index.js';
import { sayEdit, tellFinding } from '../wording/index.js';
import { findingCodes, findKind, questionEntries, questionOf, type FindingCode } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});
const reportOf = ({ rig, parts, elsewhere }: (typeof findingFixtures)[FindingCode]['has']) =>
  measureReport(rig, 'low', parts, { collider, catalogue: parts, elsewhere });

describe.each(findingCodes)('%s', (code) => {
  const { has, hasNot } = findingFixtures[code];
  const found = () => reportOf(has).findings.find((f) => f.code === code);

  it('is found', () => expect(found()).toBeDefined());

  it('is not found just beside', () => {
    expect(reportOf(hasNot).findings.map((f) => f.code)).not.toContain(code);
  });

  it('is told in a sentence with every name and figure filled in', () => {
    const report = reportOf(has);
    const told = tellFinding(found()!, createNames(report.assembly, has.parts));
    expect(told.sentence).toMatch(/^\S.*\.$/);
    expect(told.sentence).not.toMatch(/undefined|NaN|\[object/);
    expect(findKind(code).why).toMatch(/\.$/);
    expect(findKind(code).todo).toMatch(/\.$/);
  });

  it('each of its remedies can be applied, leaves a rig that can be placed, and does not leave it as it was', () => {
    const report = reportOf(has);
    for (const { edit } of found()!.remedies) {
      const next = applyEdit(has.rig, edit);
      expect(findRigIssues(next, has.parts, 'rig')).toEqual([]);
      const after = reportOf({ rig: next, parts: has.parts });
      expect(after.findings.map((f) => f.id)).not.toContain(found()!.id);
      expect(sayEdit(edit, createNames(report.assembly, has.parts))).not.toMatch(/undefined|NaN/);
    }
  });
});

describe('remedies', () => {
  const remediesOf = (code: FindingCode) =>
    reportOf(findingFixtures[code].has)
      .findings.find((f) => f.code === code)!
      .remedies.map((r) => r.edit.type);

  it.each<[FindingCode, string[]]>([
    ['kinds-do-not-mate', ['move', 'move', 'remove-item']],
    ['screw-too-long', ['set-screw', 'set-spacer']],
    ['screw-too-short', ['set-screw']],
    ['clamps-overlap', ['slide', 'slide']],
    ['not-level', ['hold-at', 'slide']],
    ['turn-off-step', ['turn']],
    ['off-the-rail', ['slide']],
    ['over-spend', ['remove-item']],
  ])('%s offers %j', (code, types) => {
    expect(remediesOf(code)).toEqual(types);
  });
});

describe('checks', () => {
  it('find only the kinds that they name, and each kind stands under one question', () => {
    const named = questionEntries.map((q) => ({
      id: q.id,
      codes: new Set(q.checks.flatMap((c) => c.kinds.map((k): string => k.code))),
    }));
    for (const code of findingCodes) {
      expect(named.filter((q) => q.codes.has(code)).map((q) => q.id)).toEqual([questionOf(code)]);
    }
    let looked = 0;
    for (const code of findingCodes) {
      const { rig, parts } = findingFixtures[code].has;
      const setup = rig.setups.find((s) => s.id === 'low')!;
      const assembly = placeSetup(rig, setup, parts);
      const asking: Asking = {
        assembly,
        hold: findHold(assembly),
        brief: mergeBrief(rig.brief, setup.brief),
        parts,
        options: { collider, catalogue: parts },
      };
      for (const entry of questionEntries) {
        const context = entry.prepare(asking);
        for (const check of entry.checks) {
          const codes = check.kinds.map((k): string => k.code);
          for (const finding of check.find(context as never)) {
            expect(codes).toContain(finding.code);
            looked += 1;
          }
        }
      }
    }
    expect(looked).toBeGreaterThan(findingCodes.length);
  });
});

describe('ids of findings', () => {
  it('stay the same from one report to the next and are never shared', () => {
    const { rig, parts } = createTestRig([body, cube('a', undefined), cube('b', undefined)], [], {
      kit: [
        { id: 'body', partId: 'body', owned: true },
        { id: 'a', partId: 'a', owned: false },
        { id: 'b', partId: 'b', owned: false },
      ],
    });
    const ids = measureReport(rig, 'low', parts).findings.map((f) => f.id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(measureReport(rig, 'low', parts).findings.map((f) => f.id)).toEqual(ids);
  });
});
