import { describe, expect, it } from '@jest/globals';
import { drawForces, type ViewName } from './index.js';

const statics = {
  down: [0, 0, -1] as const,
  forces: [
    { on: 'weight', itemId: undefined, atMm: [10, 0, 0], forceN: [0, 0, -20] },
    { on: 'hand', itemId: 'grip', atMm: [0, 30, 40], forceN: [0, 0, 20] },
    { on: 'chest', itemId: 'body', atMm: [-50, 0, 0], forceN: [0, 0, 0.01] },
  ] as const,
  twists: [{ on: 'hand', itemId: 'grip', atMm: [0, 30, 40], momentNm: [0, -0.2, 0] }] as const,
};

describe('forces on the page', () => {
  it('are arrows to scale: 20 N at 2 mm a newton are 40 mm, the weight down, the hand up', () => {
    const { forces } = drawForces(statics, 'near', 2);
    const [weight, hand] = forces;
    // From the near side forward is to the left.
    expect([weight!.at, weight!.tip]).toEqual([
      [-10, 0],
      [-10, -40],
    ]);
    expect([hand!.at, hand!.tip]).toEqual([
      [0, 40],
      [0, 80],
    ]);
    expect([weight!.newton, weight!.isEndOn, hand!.itemId]).toEqual([20, false, 'grip']);
  });

  it('that are next to nothing are left out, and those along the line of sight are seen end on', () => {
    expect(drawForces(statics, 'near', 2).forces).toHaveLength(2);
    expect(drawForces(statics, 'top', 2).forces.map((f) => f.isEndOn)).toEqual([true, true]);
  });

  it('a moment turns the other way from the other side, and not at all from ahead', () => {
    const seen = (view: ViewName) => drawForces(statics, view, 2).twists[0]!.seenNm;
    expect(Math.abs(seen('near'))).toBeCloseTo(0.2, 9);
    expect(seen('far')).toBeCloseTo(-seen('near'), 9);
    expect(seen('front')).toBeCloseTo(0, 9);
    expect(drawForces(statics, 'front', 2).twists[0]!.wholeNm).toBeCloseTo(0.2, 9);
  });
});
