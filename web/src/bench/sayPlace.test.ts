import { describe, expect, it } from '@jest/globals';
import type { Part, Rig } from '@zucchini/core';
import { sayPlace } from './sayPlace';

const rig = {
  kit: [{ id: 'h1', partId: 'yoke' }],
  setups: [{ id: 'low', name: 'Low', joints: [{ id: 'j', child: { item: 'h1' } }] }],
} as unknown as Rig;
const parts = new Map([['yoke', { name: 'Yoke top handle' } as Part]]);

describe('a place in a rig', () => {
  it.each([
    ['name', 'the name of the rig'],
    ['kit[h1].measuredMassG', 'what is known of Yoke top handle'],
    ['kit[gone]', 'what is known of a part'],
    ['setups[low].joints[j].slideMm', 'how Yoke top handle is fastened in “Low”'],
    ['setups[low].stances.h1.tilt', 'how Yoke top handle is set in “Low”'],
    ['setups[low].hold', 'how the rig is held in “Low”'],
    ['setups[low].cables[c].lengthMm', 'a lead in “Low”'],
    ['setups[low].name', 'the setup “Low”'],
    ['setups[gone]', 'the setup “gone”'],
    ['brief.limits.heightMm', 'the limits and the day'],
  ])('%s is told as %s', (path, words) => {
    expect(sayPlace(path, rig, parts)).toBe(words);
  });
});
