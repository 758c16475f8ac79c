import { describe, expect, it } from '@jest/globals';
import { measureReport } from '../report/index.js';
import { applyEdit } from '../rig/index.js';
import { findingFixtures } from '../testing/findings.js';

describe('a camera turned on its rods', () => {
  const { rig, parts } = findingFixtures['camera-askew'].has;
  const turned = (turnDeg: number) =>
    applyEdit(rig, { type: 'turn', setupId: 'low', jointId: 'p', turnDeg });
  const findingsOf = (turnDeg: number) =>
    measureReport(turned(turnDeg), 'low', parts, { catalogue: parts }).findings.filter((f) =>
      ['camera-askew', 'off-optical-axis'].includes(f.code),
    );

  it('is one trouble, and not one for each part on them', () => {
    expect(findingsOf(4)).toMatchObject([
      { code: 'camera-askew', weight: 'risk', items: ['body', 'rods'] },
    ]);
    expect(findingsOf(5.1)).toMatchObject([{ code: 'camera-askew', weight: 'stops' }]);
  });

  it('says which way it looks: rods turned to the right leave it looking to the left of them', () => {
    const leftOf = (deg: number) => (findingsOf(deg)[0]!.facts as { leftDeg: number }).leftDeg;
    expect(leftOf(4)).toBeCloseTo(-leftOf(-4), 6);
    expect(Math.abs(leftOf(4))).toBeCloseTo(4, 6);
    // A turn of +90° about z, up, brings x to y, left: rods turned left, the camera looks right of them.
    expect(leftOf(4)).toBeLessThan(0);
  });

  it('is squared by the turn that is proposed', () => {
    const [found] = findingsOf(4);
    const left = found!.remedies.map(({ edit }) => {
      const mended = applyEdit(turned(4), edit);
      return measureReport(mended, 'low', parts).findings.filter((f) => f.code === 'camera-askew')
        .length;
    });
    expect(left).toEqual([0]);
  });
});
