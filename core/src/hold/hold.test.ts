import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { Grip } from '../part/index.js';
import { measureReport } from '../report/index.js';
import { placeSetup, type Setup } from '../rig/index.js';
import { body, createTestRig, cube, handle, joint, mountAt } from '../testing/rigs.js';
import { findHold, measureShares } from './index.js';

const side = (id: string, y: number): Grip => ({
  id,
  use: 'carry',
  place: 'side',
  fromMm: [0, y, -40],
  toMm: [0, y, 40],
});
const gripped = (grips: Grip[]) => ({ ...body, grips });

function holdOf(setup: Partial<Setup>, parts = [body, handle]) {
  const joints = parts.includes(handle) ? [joint('h', 'handle.base', 'body.rail')] : [];
  const made = createTestRig(parts, joints, { setup });
  return findHold(placeSetup(made.rig, made.rig.setups[0]!, made.parts));
}

describe('two hands', () => {
  it('share the weight by balance: three quarters of the way to the second, it bears three quarters', () => {
    expect(measureShares([75, 0, -20], [0, 0, 0], [100, 0, 30], [0, 0, -1])).toEqual([0.25, 0.75]);
  });

  it('one above the other, each bears half', () => {
    expect(measureShares([10, 0, 0], [0, 0, 0], [0, 0, 50], [0, 0, -1])).toEqual([0.5, 0.5]);
  });

  it('bear the whole weight together, and their moments balance along the line between them', () => {
    const n = fc.integer({ min: -200, max: 200 });
    fc.assert(
      fc.property(n, n, n, (x, y, z) => {
        const [a, b] = measureShares([x, y, z], [-50, 0, 0], [50, 0, 10], [0, 0, -1]);
        expect(a + b).toBeCloseTo(1, 9);
        expect(a * -50 + b * 50).toBeCloseTo(x, 9);
      }),
    );
  });
});

describe('how a setup is held', () => {
  it('by the middle of the top grip, or where the owner says, never beyond its ends', () => {
    const at = (alongMm?: number) => {
      const hold = holdOf({
        heldBy: [{ item: 'handle', grip: 'palm', ...(alongMm === undefined ? {} : { alongMm }) }],
      });
      return hold.state === 'held'
        ? hold.grips[0]!.pointMm.map((v) => Math.round(v * 1e6) / 1e6 + 0)
        : undefined;
    };
    expect(at()).toEqual([10, 0, 100]);
    expect(at(0)).toEqual([-40, 0, 100]);
    expect(at(25)).toEqual([-15, 0, 100]);
    expect(at(999)).toEqual([60, 0, 100]);
  });

  it('says which grip is missing', () => {
    const need = (hold: Setup['hold'], parts = [body]) => {
      const found = holdOf({ hold }, parts);
      return found.state === 'needs' ? found.need : found.state;
    };
    expect(need('low')).toBe('top-grip');
    expect(need('one-grip')).toBe('side-grip');
    expect(need('grips')).toBe('side-grip');
    expect(need('grips', [gripped([side('a', 60)])])).toBe('second-grip');
    expect(need('grips', [gripped([side('a', 60), side('b', -60)])])).toBe('held');
    expect(need('tripod')).toBe('support');
    expect(need('shoulder')).toBe('shoulder-pad');
    expect(need('strap')).toBe('strap-anchor');
    expect(need('low-two', [body, handle])).toBe('lens');
    expect(need('eye', [gripped([side('a', 60)])])).toBe('loupe');
    expect(need('chest')).toBe('side-grip');
    expect(need('gimbal')).toBe('support');
    expect(need('set-down')).toBe('held');
  });

  it('a grip named by the owner leads, others follow', () => {
    const hold = holdOf({ hold: 'grips', heldBy: [{ item: 'body', grip: 'b' }] }, [
      gripped([side('a', 60), side('b', -60)]),
    ]);
    expect(hold.state === 'held' && hold.grips.map((g) => g.gripId)).toEqual(['b', 'a']);
  });
});

describe('a joint with a hand on each side', () => {
  it('bears its side’s weight less what that side’s hand carries', () => {
    // The body, 1000 g, in the left hand at its middle; a bar of 1000 g on a screw lying across at
    // y = 50, with the right hand at the bar's own middle, 100 mm ahead: each hand bears its own, so
    // the screw bears nothing. Held 50 mm ahead instead, the screw's balance is upset.
    const bar = (handX: number) =>
      cube(
        'bar',
        1000,
        {
          mounts: [
            mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, -1, 0], [1, 0, 0], {
              thread: { lengthMm: 6 },
            }),
          ],
          grips: [{ ...side('right', 0), fromMm: [handX, 0, 0], toMm: [handX, 0, 0] }],
        },
        [100, 0, 0],
      );
    const centred = {
      ...body,
      mounts: [
        mountAt('side', 'quarter-20', 'socket', [0, 50, 0], [0, 1, 0], [1, 0, 0], {
          thread: { depthMm: 8 },
        }),
      ],
      grips: [
        {
          ...side('left', 0),
          fromMm: [0, 0, 0] as [number, number, number],
          toMm: [0, 0, 0] as [number, number, number],
        },
      ],
    };
    const momentOf = (handX: number) => {
      const made = createTestRig([centred, bar(handX)], [joint('b', 'bar.base', 'body.side')], {
        setup: { hold: 'grips' },
      });
      return measureReport(made.rig, 'low', made.parts).fit.slips[0]!.weightMomentNm;
    };
    expect(momentOf(100)).toBeCloseTo(0, 9);
    expect(momentOf(50)).toBeGreaterThan(0);
  });
});
