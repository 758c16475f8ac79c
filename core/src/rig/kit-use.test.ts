import { describe, expect, it } from '@jest/globals';
import { body, createTestRig, handle, joint, weightAhead } from '../testing/rigs.js';
import { applyEdit, findRigIssues, listKitUses } from './index.js';

const { rig, parts } = createTestRig(
  [body, handle, weightAhead],
  [joint('h', 'handle.base', 'body.rail')],
  {
    kit: [
      { id: 'body', partId: 'body', owned: true },
      { id: 'handle', partId: 'handle', owned: false },
      { id: 'weight', partId: 'weight', owned: true },
      { id: 'boxed', partId: 'weight', owned: true, comesWith: 'weight' },
    ],
  },
);
const tell = (of: typeof rig, setupId = 'low') =>
  listKitUses(of, setupId).map((u) => [u.item.id, u.here, u.elsewhere]);

describe('what becomes of a kit', () => {
  it('fitted, packed, or nowhere; and in which other setups', () => {
    const packed = applyEdit(rig, { type: 'wear', setupId: 'low', item: rig.kit[2]! });
    expect(tell(packed)).toEqual([
      ['body', 'fitted', []],
      ['handle', 'fitted', []],
      ['weight', 'worn', []],
      ['boxed', 'none', []],
    ]);
    const { name } = rig.setups[0]!;
    expect(tell(packed, 'another')[2]).toEqual(['weight', 'none', [name]]);
  });

  it('what nothing uses is removed, and what lay in its box stays', () => {
    const next = applyEdit(rig, { type: 'discard', itemId: 'weight' });
    expect(next.kit.map((i) => [i.id, i.comesWith])).toEqual([
      ['body', undefined],
      ['handle', undefined],
      ['boxed', undefined],
    ]);
    expect(findRigIssues(next, parts, 'rig')).toEqual([]);
  });

  it('what is on a setup is not removed from under it', () => {
    expect(() => applyEdit(rig, { type: 'discard', itemId: 'handle' })).toThrow('in use');
    expect(() => applyEdit(rig, { type: 'discard', itemId: 'ghost' })).toThrow('ghost');
  });
});
