import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { body, createTestRig, handle, joint } from '../testing/rigs.js';
import { findRigIssues, mergeRigs, type Rig } from './index.js';

const { rig: base, parts } = createTestRig(
  [body, handle],
  [joint('j', 'handle.base', 'body.rail')],
);
const setup = base.setups[0]!;
const weigh = (rig: Rig, id: string, measuredMassG: number): Rig => ({
  ...rig,
  kit: rig.kit.map((i) => (i.id === id ? { ...i, measuredMassG } : i)),
});
const slide = (rig: Rig, slideMm: number): Rig => ({
  ...rig,
  setups: rig.setups.map((s) => ({ ...s, joints: s.joints.map((j) => ({ ...j, slideMm })) })),
});

describe('what two windows made of one rig', () => {
  it('a rename takes nothing from a weighing', () => {
    const { rig, clashes } = mergeRigs(
      base,
      { ...base, name: 'Renamed' },
      weigh(base, 'body', 610),
    );
    expect(rig).toEqual({ ...weigh(base, 'body', 610), name: 'Renamed' });
    expect(clashes).toEqual([]);
  });

  it('where both changed the same otherwise, mine stands and the place is told', () => {
    const { rig, clashes } = mergeRigs(base, slide(base, 4), slide(weigh(base, 'body', 610), 9));
    expect(rig).toEqual(slide(weigh(base, 'body', 610), 4));
    expect(clashes).toEqual([`setups[${setup.id}].joints[j].slideMm`]);
  });

  it('both made alike is no clash', () => {
    expect(mergeRigs(base, slide(base, 4), slide(base, 4))).toEqual({
      rig: slide(base, 4),
      clashes: [],
    });
  });

  it('what one adds stays beside what the other adds; what one takes off is off', () => {
    const extra = (id: string): Rig => ({
      ...base,
      kit: [...base.kit, { id, partId: 'handle', owned: false }],
    });
    const { rig } = mergeRigs(base, extra('mine'), extra('theirs'));
    expect(rig.kit.map((i) => i.id)).toEqual(['body', 'handle', 'mine', 'theirs']);
    const bare: Rig = {
      ...base,
      kit: base.kit.slice(0, 1),
      setups: [{ ...setup, joints: [] }],
    };
    expect(mergeRigs(base, bare, weigh(base, 'body', 610)).rig).toEqual(weigh(bare, 'body', 610));
  });

  it('what one takes off and the other changes stays, and is told', () => {
    const bare: Rig = { ...base, setups: [{ ...setup, joints: [] }] };
    const { rig, clashes } = mergeRigs(base, bare, slide(base, 9));
    expect(rig.setups[0]!.joints).toHaveLength(1);
    expect(clashes).toEqual([`setups[${setup.id}].joints[j]`]);
    expect(findRigIssues(rig, parts, 'rig')).toEqual([]);
  });

  it('what each packs is packed, and what one leaves out is not', () => {
    const packed = (...worn: string[]): Rig => ({ ...base, setups: [{ ...setup, worn }] });
    const { rig, clashes } = mergeRigs(packed('a', 'b'), packed('b', 'c'), packed('a', 'b', 'd'));
    expect(rig).toEqual(packed('b', 'c', 'd'));
    expect(clashes).toEqual([]);
    expect(mergeRigs(base, packed(), packed('d')).rig).toEqual(packed('d'));
  });

  it('what one removes from the kit and the other packs stays, and is told', () => {
    const spare = { id: 'spare', partId: 'handle', owned: true };
    const had: Rig = { ...base, kit: [...base.kit, spare] };
    const packed: Rig = { ...had, setups: [{ ...setup, worn: ['spare'] }] };
    for (const [mine, theirs] of [
      [base, packed],
      [packed, base],
    ] as const) {
      const { rig, clashes } = mergeRigs(had, mine, theirs);
      expect(rig).toEqual(packed);
      expect(clashes).toEqual(['kit[spare]']);
    }
  });

  it('nobody changed anything, or only one did: the law of the three', () => {
    const change = fc.constantFrom<(rig: Rig) => Rig>(
      (r) => r,
      (r) => ({ ...r, name: 'A' }),
      (r) => weigh(r, 'body', 700),
      (r) => weigh(r, 'handle', 90),
      (r) => slide(r, 7),
      (r) => ({ ...r, note: 'n' }),
    );
    fc.assert(
      fc.property(change, change, (one, other) => {
        expect(mergeRigs(base, one(base), base).rig).toEqual(one(base));
        expect(mergeRigs(base, base, other(base)).rig).toEqual(other(base));
        const [a, b] = [one(base), other(base)];
        const both = mergeRigs(base, a, b);
        if (both.clashes.length === 0) expect(mergeRigs(base, b, a).rig).toEqual(both.rig);
      }),
    );
  });
});
