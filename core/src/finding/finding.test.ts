import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import { findingFixtures } from '../testing/findings.js';
import { body, createTestRig, cube } from '../testing/rigs.js';
import { measureReport } from '../report/index.js';
import { applyEdit, findRigIssues } from '../rig/index.js';
import { createNames, findingWords, sayEdit, tellFinding } from '../wording/index.js';
import { findingCodes, type FindingCode } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});
const reportOf = ({ rig, parts }: (typeof findingFixtures)[FindingCode]['has']) =>
  measureReport(rig, 'low', parts, { collider, catalogue: parts });
const docs = readFileSync(new URL('../../../docs/findings.md', import.meta.url), 'utf8');

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
    expect(findingWords[code].why).toMatch(/\.$/);
    expect(findingWords[code].todo).toMatch(/\.$/);
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

  it('stands in the documents', () => expect(docs).toContain(`\`${code}\``));
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

describe('the docs', () => {
  it('name no finding that there is not', () => {
    const named = [...docs.matchAll(/^\| `([a-z-]+)`\s+\|/gm)].map((m) => m[1]);
    expect(named.sort()).toEqual([...findingCodes].sort());
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
