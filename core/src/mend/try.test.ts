import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import { measureReport, type FindingCode } from '../report/index.js';
import { findingFixtures } from '../testing/findings.js';
import { tryOutcome } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

/** A rig with a finding, that finding and its remedies. */
function have(code: FindingCode) {
  const { rig, parts } = findingFixtures[code].has;
  const light = { collider, oneLens: true, lean: true };
  const before = measureReport(rig, 'low', parts, light);
  const offered = measureReport(rig, 'low', parts, { ...light, catalogue: parts });
  const finding = offered.findings.find((f) => f.code === code)!;
  return { rig, parts, before, finding };
}

describe('an edit that is tried', () => {
  it('tells what goes and what comes, and leaves the rig as it was', () => {
    const { rig, parts, before, finding } = have('off-the-rail');
    const was = JSON.stringify(rig);
    const { after, goes, appears } = tryOutcome(before, finding.remedies[0]!.edit, parts, {
      collider,
    });
    expect(goes.map((f) => f.code)).toContain('off-the-rail');
    expect(after.findings.map((f) => f.code)).not.toContain('off-the-rail');
    const known = new Set(before.findings.map((f) => f.id));
    expect(appears.filter((f) => known.has(f.id))).toEqual([]);
    expect(JSON.stringify(rig)).toBe(was);
  });
});
