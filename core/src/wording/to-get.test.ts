import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import { findKind, measureReport, type FindingCode } from '../report/index.js';
import { findingFixtures } from '../testing/findings.js';
import { createNames } from '../words/index.js';
import { tellFinding } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

/** What is said of a fixture's finding, with its facts and weight as given. */
function sayTodo(
  code: FindingCode,
  facts: object = {},
  weight?: 'stops' | 'risk' | 'note',
): string {
  const { rig, parts } = findingFixtures[code].has;
  const { assembly, findings } = measureReport(rig, 'low', parts, { collider });
  const finding = findings.find((f) => f.code === code)!;
  return tellFinding(
    {
      ...finding,
      facts: { ...finding.facts, ...facts },
      weight: weight ?? finding.weight,
    } as typeof finding,
    createNames(assembly, parts),
  ).todo;
}

describe('what to get', () => {
  it('is a weight that brings a nose back over the pad, in steps of 50 g', () => {
    // 2 000 g · 35 mm ∕ 150 mm are 467 g.
    expect(sayTodo('heavy-end', { heavy: 'nose', massG: 2000, beyondMm: 35 })).toContain('500 g');
    expect(sayTodo('heavy-end', { heavy: 'nose', massG: 2000, beyondMm: 33 })).toContain('450 g');
    expect(sayTodo('heavy-end', { heavy: 'tail', massG: 2000, beyondMm: 35 })).not.toContain(' g');
  });

  it('is a plate that slides as far as is left ahead, whatever lies to a side', () => {
    // √(50² − 30²) = 40 mm.
    const left = { aheadMm: 90, leftMm: 30, remainsMm: 50 };
    expect(sayTodo('off-head-axis', left)).toContain('slides 40 mm farther');
    expect(sayTodo('off-head-axis', { ...left, aheadMm: 10 })).toContain('nearer the middle');
  });

  it('is a joint that holds what turns it: all that a hand brings, twice what its weight does', () => {
    const hand = { weightRatio: 0, handsRatio: 2, turning: 'view', handsMomentNm: 3.14 };
    expect(sayTodo('screw-can-turn', hand, 'risk')).toContain('holds 3.20 N·m');
    const weight = { weightRatio: 0.8, handsRatio: 0, weightMomentNm: 1.5 };
    expect(sayTodo('screw-can-turn', weight, 'risk')).toContain('holds 3.00 N·m');
    // What holds is only looked at.
    expect(sayTodo('screw-can-turn', {}, 'note')).toBe(findKind('screw-can-turn').todo);
  });

  it('is a base as far as the weight is outside, and nothing where another side is down', () => {
    expect(sayTodo('does-not-stand', { why: 'tips', outsideMm: 21.3 })).toContain('32 mm farther');
    expect(sayTodo('does-not-stand', { why: 'on-the-lens' })).toBe(findKind('does-not-stand').todo);
  });

  it('is a monitor that turns to the eye, unless the one that is there does', () => {
    const aslant = { why: 'aslant', angleDeg: 102.2, canTurn: false, frames: false };
    expect(sayTodo('screen-not-seen', aslant)).toContain('105°');
    expect(sayTodo('screen-not-seen', { ...aslant, canTurn: true })).toBe(
      'Tilt the screen, or move it.',
    );
  });

  it('is a cable in the next 50 mm, room to the millimetre, and as many inputs as are lacking', () => {
    expect(sayTodo('lead-too-short', { neededMm: 201 })).toContain('250 mm');
    expect(sayTodo('hand-room', { leftMm: 10.5, roomMm: 25 })).toContain('at least 15 mm');
    expect(sayTodo('inputs-short', { wanting: 3, free: 1 })).toContain('2 inputs of 3.5 mm');
    expect(sayTodo('inputs-short', { wanting: 1, free: 0 })).toContain('an input of 3.5 mm');
    expect(sayTodo('lens-mount-overloaded')).toMatch(/bears 1\s000\sg/u);
  });
});
