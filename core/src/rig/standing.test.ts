import { describe, expect, it } from '@jest/globals';
import { body, createTestRig, handle, joint, weightAhead } from '../testing/rigs.js';
import { applyEdit, placeSetup, type Rig } from './index.js';

const { rig, parts } = createTestRig(
  [body, handle, weightAhead],
  [joint('h', 'handle.base', 'body.rail'), joint('w', 'weight.base', 'body.plain')],
);
const placeIt = (of: Rig) => placeSetup(of, of.setups[0]!, parts);
const again = (of: Rig) => placeIt(structuredClone(of));

describe('a rig that is placed again', () => {
  it('has the very same items where nothing about them is another', () => {
    const [one, other] = [placeIt(rig), placeIt({ ...rig, name: 'Other' })];
    expect(one.items).toHaveLength(3);
    expect(other.items.map((p, i) => p === one.items[i])).toEqual([true, true, true]);
  });

  it('stands as one that nobody has placed before, whatever was done to it between', () => {
    const setupId = rig.setups[0]!.id;
    const turned = applyEdit(rig, { type: 'turn', setupId, jointId: 'w', turnDeg: 90 });
    const weighed = {
      ...rig,
      kit: rig.kit.map((i) => (i.id === 'handle' ? { ...i, measuredMassG: 77 } : i)),
    };
    for (const now of [rig, turned, rig, weighed, turned, weighed, rig]) {
      expect(placeIt(now)).toEqual(again(now));
    }
    expect(placeIt(weighed).mass.massG).not.toBe(placeIt(rig).mass.massG);
    expect(placeIt(turned).items[2]!.rigFromPart).not.toEqual(placeIt(rig).items[2]!.rigFromPart);
  });
});
