import { describe, expect, it } from '@jest/globals';
import { slipLimits } from '../fit/index.js';
import { measureReport } from '../report/index.js';
import { assumptions, type Settings } from '../rig/index.js';
import { body, createTestRig, handle, joint, weightAhead } from '../testing/rigs.js';
import { sayAssumed, saySlipLimits, saySlipLines, saySlipState } from './index.js';

/** The joint of a weight on one screw, with a pad of rubber where asked, and what the owner set. */
function slipWith(lining: 'rubber' | 'metal' | undefined, settings: Settings | undefined) {
  const weight = {
    ...weightAhead,
    mounts: weightAhead.mounts.map((m) => ({
      ...m,
      ...(lining ? { contact: { innerRadiusMm: 3.3, outerRadiusMm: 9, lining } } : {}),
    })),
  };
  const { rig, parts } = createTestRig(
    [body, handle, weight],
    [joint('h', 'handle.base', 'body.rail'), joint('w', 'weight.base', 'body.plain')],
    { rig: settings ? { settings } : {} },
  );
  return measureReport(rig, 'low', parts).fit.slips.find((s) => s.jointId === 'w')!;
}
const lineOf = (what: string, lining: 'rubber' | 'metal', settings?: Settings) =>
  saySlipLines(slipWith(lining, settings), settings).find((l) => l.what.startsWith(what))!;

describe('the working of a joint that holds by friction', () => {
  it('names the source of the friction that it used, whatever its figure', () => {
    expect(lineOf('Friction', 'rubber').from).toBe(assumptions.frictionRubber.source);
    expect(lineOf('Friction', 'metal').from).toBe(assumptions.frictionMetal.source);
    // A slippery pad is still a pad, and rough metal still metal.
    const slippery: Settings = { frictionRubber: 0.3 };
    expect(lineOf('Friction', 'rubber', slippery)).toMatchObject({
      value: '0.30',
      from: 'set by you for this rig',
    });
    const rough: Settings = { frictionMetal: 0.45 };
    expect(lineOf('Friction', 'metal', rough)).toMatchObject({
      value: '0.45',
      from: 'set by you for this rig',
    });
    expect(lineOf('Friction', 'rubber', rough).from).toBe(assumptions.frictionRubber.source);
  });

  it('says of every other figure whether the owner set it', () => {
    expect(lineOf('Clamp force', 'metal').from).toBe(assumptions.nutFactor.source);
    expect(lineOf('Clamp force', 'metal', { nutFactor: 0.15 }).from).toContain('set by you');
    expect(lineOf('Torque', 'metal', { torqueThumbNm: 1 }).from).toContain('set by you');
    expect(lineOf('Radius', 'metal').from).toContain('both parts');
    expect(sayAssumed({ walkingG: 0.4 }, 'runningG')).toBe(assumptions.runningG.source);
  });

  it('ends in the two moments, with their ratios', () => {
    const lines = saySlipLines(slipWith('metal', undefined), undefined);
    expect(lines.map((l) => l.what)).toEqual([
      'Torque of the screw, T',
      'Clamp force F = T ∕ (K·d)',
      'Friction µ',
      'Radius r = ⅔·(Ro³−Ri³)∕(Ro²−Ri²)',
      'Slips at M = µ·F·r',
      'Weight beyond the joint (500 g) and motion',
      'A hand on it',
    ]);
    expect(JSON.stringify(lines)).not.toMatch(/undefined|NaN/);
  });

  it('states what is stated, and uses no formula then', () => {
    const slip = { ...slipWith('metal', undefined), slipStated: true };
    expect(saySlipLines(slip, undefined)[0]).toMatchObject({
      what: 'Holds',
      from: 'stated for this part',
    });
  });
});

describe('what a ratio means', () => {
  const none = {
    weightRatio: 0,
    handsRatio: 0,
    turning: 'picture',
    slipStated: false,
    braced: false,
  } as const;

  it.each([
    [slipLimits.watch, 'holds'],
    [slipLimits.watch + 0.01, 'look at it'],
    [slipLimits.creeps + 0.01, 'creeps'],
    [slipLimits.turns, 'creeps'],
    [slipLimits.turns + 0.01, 'turns'],
  ])('%d by weight: %s', (weightRatio, word) => {
    expect(saySlipState({ ...none, weightRatio })).toBe(word);
    expect(saySlipState({ ...none, weightRatio, braced: true })).toBe('braced');
  });

  it.each([
    [slipLimits.creeps, 'holds'],
    [slipLimits.turns, 'look at it'],
    [slipLimits.turns + 0.01, 'by a push'],
  ])('%d by a hand: %s', (handsRatio, word) => {
    expect(saySlipState({ ...none, handsRatio })).toBe(word);
  });

  it('is told with the limits that are judged by', () => {
    const { turns, creeps, watch } = slipLimits;
    expect(saySlipLimits()).toBe(
      `By weight and motion: over ${turns} it turns, over ${creeps} it creeps, from ${watch} look at it now and then. By a hand or a knock: over ${turns} a push turns it.`,
    );
  });
});
