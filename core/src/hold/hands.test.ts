import { describe, expect, it } from '@jest/globals';
import type { Grip, Part } from '../part/index.js';
import type { Vec3 } from '../placement/index.js';
import { placeSetup, type Setup } from '../rig/index.js';
import { gripAt, sits } from '../testing/hold-findings.js';
import { createTestRig, cube, body, joint, mountAt } from '../testing/rigs.js';
import { findHold, listGripChoices } from './index.js';

/** The grips in use, by id, of a body of 1 kg at the origin with grips of its own. */
function heldOf(hold: Setup['hold'], grips: readonly Grip[], setup: Partial<Setup> = {}): string[] {
  const { rig, parts } = sits(hold, { grips: [...grips] }, [], [], setup);
  const held = findHold(placeSetup(rig, rig.setups[0]!, parts));
  return held.state === 'held' ? held.grips.map((g) => g.gripId) : [held.need];
}

describe('the hands that a person would use', () => {
  it('are level, side by side, apart, with the weight between them', () => {
    const left = gripAt('left', [0, 100, 0]);
    const right = gripAt('right', [0, -100, 0]);
    // In tree order the first two would be chosen: one 120 mm below the other, one far behind, one too near.
    expect(heldOf('grips', [gripAt('low', [0, 90, -120]), left, right])).toEqual(['left', 'right']);
    expect(heldOf('grips', [gripAt('behind', [-150, 90, 0]), left, right])).toEqual([
      'left',
      'right',
    ]);
    expect(heldOf('grips', [gripAt('near', [0, 10, 0]), left, right])).toEqual(['left', 'right']);
    // The weight lies outside the hands of the first pair.
    expect(heldOf('grips', [gripAt('far', [0, 220, 0]), left, right])).toEqual(['left', 'right']);
  });

  it('one hand takes the grip nearest under or over the weight; of two alike the first', () => {
    expect(heldOf('one-grip', [gripAt('far', [0, 120, 0]), gripAt('near', [0, 60, 0])])).toEqual([
      'near',
    ]);
    expect(heldOf('one-grip', [gripAt('first', [0, 90, 0]), gripAt('near', [0, 60, 0])])).toEqual([
      'first',
    ]);
  });

  it('are the owner’s choice where there is one, and the best other beside it', () => {
    const grips = [
      gripAt('low', [0, 90, -120]),
      gripAt('left', [0, 100, 0]),
      gripAt('right', [0, -100, 0]),
    ];
    const by = (...ids: string[]) => ({ heldBy: ids.map((grip) => ({ item: 'body', grip })) });
    expect(heldOf('grips', grips, by('low'))).toEqual(['low', 'right']);
    expect(heldOf('grips', grips, by('low', 'left'))).toEqual(['low', 'left']);
    expect(heldOf('grips', grips, by('low', 'right'))).toEqual(['low', 'right']);
    expect(heldOf('one-grip', grips, by('low'))).toEqual(['low']);
  });
});

describe('what is on top', () => {
  // A side grip that stands out to the left: rolled right, the left side is up.
  const grip = (place: Grip['place'], at: Vec3): Part => ({
    ...cube('grip', 100, { kind: 'side-grip' }),
    mounts: [
      mountAt('base', 'rosette-m6', 'face', [0, 0, 0], [0, -1, 0], [0, 0, 1], {
        toothPhaseDeg: 3,
        carrier: true,
      }),
    ],
    grips: [gripAt('hold', at, { place })],
  });
  const holdOf = (hold: Setup['hold'], attitude: Setup['attitude']) => {
    const { rig, parts } = createTestRig(
      [body, grip('side', [0, 60, 0])],
      [joint('g', 'grip.base', 'body.teeth')],
      { setup: { hold, attitude } },
    );
    return findHold(placeSetup(rig, rig.setups[0]!, parts)).state;
  };

  it('is a top grip whatever its part calls it, and in portrait stays one of two hands', () => {
    expect(holdOf('low', 'level')).toBe('needs');
    expect(holdOf('low', 'rolled-right')).toBe('held');
    expect(holdOf('low', 'rolled-left')).toBe('needs');
    expect(holdOf('one-grip', 'rolled-right')).toBe('held');
  });
});

describe('the grips to choose from', () => {
  it('are all of the place that the way of holding asks for', () => {
    const grips = [
      gripAt('left', [0, 100, 0]),
      gripAt('right', [0, -100, 0]),
      gripAt('third', [0, 90, -120]),
      gripAt('top', [0, 0, 80], { place: 'top' }),
    ];
    const choicesOf = (hold: Setup['hold']) => {
      const { rig, parts } = sits(hold, { grips });
      const assembly = placeSetup(rig, rig.setups[0]!, parts);
      return listGripChoices(assembly, findHold(assembly)).map((g) => g.gripId);
    };
    expect(choicesOf('grips')).toEqual(['left', 'right', 'third']);
    expect(choicesOf('low')).toEqual(['top']);
    expect(choicesOf('set-down')).toEqual([]);
  });
});
