import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { body, createTestRig, cube, handle, joint, weightAhead } from '../testing/rigs.js';
import {
  applyEdit,
  toggleLens,
  createHistory,
  findRigIssues,
  historyLength,
  record,
  redo,
  undo,
  type Edit,
  type Rig,
} from './index.js';

const { rig, parts } = createTestRig(
  [body, handle, weightAhead],
  [joint('h', 'handle.base', 'body.rail'), joint('w', 'weight.base', 'body.plain')],
  {
    kit: [
      { id: 'body', partId: 'body', owned: true },
      { id: 'handle', partId: 'handle', owned: false },
      { id: 'weight', partId: 'weight', owned: true },
    ],
    setup: { heldBy: [{ item: 'handle', grip: 'palm' }] },
  },
);

function freeze<T>(value: T): T {
  if (typeof value === 'object' && value !== null) {
    Object.values(value).forEach(freeze);
    Object.freeze(value);
  }
  return value;
}

const number = fc.double({ min: -40, max: 40, noNaN: true });
const setupId = 'low';
const edits: fc.Arbitrary<Edit> = fc.oneof(
  number.map((slideMm): Edit => ({ type: 'slide', setupId, jointId: 'h', slideMm })),
  number.map((turnDeg): Edit => ({ type: 'turn', setupId, jointId: 'w', turnDeg })),
  number.map((n): Edit => ({ type: 'set-screw', setupId, jointId: 'w', screwMm: Math.abs(n) + 1 })),
  number.map((n): Edit => ({ type: 'set-spacer', setupId, jointId: 'w', spacerMm: Math.abs(n) })),
  fc.constant<Edit>({
    type: 'move',
    setupId,
    jointId: 'w',
    childMount: 'base',
    parent: { item: 'body', mount: 'holes' },
    slideMm: 0,
    turnDeg: 0,
  }),
  fc.constantFrom<Edit>(
    { type: 'remove-item', setupId, itemId: 'handle' },
    { type: 'remove-item', setupId, itemId: 'weight' },
  ),
  fc.string({ minLength: 1 }).map((name): Edit => ({ type: 'rename', name })),
  fc.integer({ min: 1, max: 9e6 }).map((minor): Edit => ({
    type: 'set-brief',
    brief: { currency: 'EUR', limits: { spend: { minor, currency: 'EUR' } } },
  })),
  fc
    .boolean()
    .map((owned): Edit => ({ type: 'set-item', item: { id: 'body', partId: 'body', owned } })),
  fc.constantFrom('low', 'tripod', 'grips').map((hold): Edit => ({
    type: 'set-hold',
    setupId,
    hold: hold as 'low',
    attitude: 'level',
    motion: 'walking',
  })),
  fc.constant<Edit>({ type: 'hold-at', setupId, item: 'handle', grip: 'palm', alongMm: 12 }),
);

/** Applies an edit where it still makes sense: an earlier one may have removed what it names. */
function tryEdit(state: Rig, edit: Edit): Rig {
  try {
    return applyEdit(state, edit);
  } catch {
    return state;
  }
}

describe('edits', () => {
  it('leave the rig they are given untouched, to the byte', () => {
    fc.assert(
      fc.property(edits, (edit) => {
        const before = JSON.stringify(rig);
        applyEdit(freeze(rig), edit);
        expect(JSON.stringify(rig)).toBe(before);
      }),
    );
  });

  it('undone one by one bring back every state to the byte, and done again the last', () => {
    fc.assert(
      fc.property(fc.array(edits, { maxLength: 12 }), (list) => {
        let history = createHistory(rig);
        const texts = [JSON.stringify(rig)];
        for (const edit of list) {
          const next = tryEdit(history.present, edit);
          if (next !== history.present) texts.push(JSON.stringify(next));
          history = record(history, next);
        }
        const last = history.present;
        for (let i = texts.length - 2; i >= 0; i -= 1) {
          history = undo(history);
          expect(JSON.stringify(history.present)).toBe(texts[i]);
        }
        expect(undo(history)).toBe(history);
        while (history.future.length > 0) history = redo(history);
        expect(history.present).toBe(last);
      }),
    );
  });

  it('leave a rig that can still be placed', () => {
    fc.assert(
      fc.property(fc.array(edits, { maxLength: 12 }), (list) => {
        expect(findRigIssues(list.reduce(tryEdit, rig), parts, 'rig')).toEqual([]);
      }),
    );
  });

  it('that name what is not there say so', () => {
    expect(() => applyEdit(rig, { type: 'slide', setupId, jointId: 'ghost', slideMm: 0 })).toThrow(
      /no joint ghost/,
    );
    expect(() => applyEdit(rig, { type: 'remove-item', setupId, itemId: 'body' })).toThrow(
      /body cannot be removed/,
    );
    expect(() =>
      applyEdit(rig, { type: 'hold-at', setupId, item: 'ghost', grip: 'palm', alongMm: 1 }),
    ).toThrow(/no item ghost/);
    const move = {
      type: 'move',
      setupId,
      jointId: 'h',
      childMount: 'base',
      slideMm: 0,
      turnDeg: 0,
    } as const;
    expect(() => applyEdit(rig, { ...move, parent: { item: 'ghost', mount: 'rail' } })).toThrow(
      /ghost is not in setup/,
    );
    expect(() => applyEdit(rig, { ...move, parent: { item: 'handle', mount: 'base' } })).toThrow(
      /carried by itself/,
    );
  });
});

describe('taking a part off', () => {
  it('takes off what it carries, and its grips; what is owned stays in the kit, a mere wish does not', () => {
    const hook = cube('hook', 1, { mounts: [...weightAhead.mounts, ...body.mounts.slice(1, 2)] });
    const made = createTestRig(
      [body, handle, hook, weightAhead],
      [
        joint('h', 'handle.base', 'body.rail'),
        joint('k', 'hook.base', 'body.plain'),
        joint('w', 'weight.base', 'hook.plain'),
      ],
      {
        kit: [
          { id: 'body', partId: 'body', owned: true },
          { id: 'handle', partId: 'handle', owned: false },
          { id: 'hook', partId: 'hook', owned: false },
          { id: 'weight', partId: 'weight', owned: true },
        ],
      },
    );
    const after = applyEdit(made.rig, { type: 'remove-item', setupId, itemId: 'hook' });
    expect(after.setups[0]!.joints.map((j) => j.id)).toEqual(['h']);
    expect(after.kit.map((i) => i.id)).toEqual(['body', 'handle', 'weight']);
    const bare = applyEdit(rig, { type: 'remove-item', setupId, itemId: 'handle' });
    expect(bare.setups[0]!.heldBy).toEqual([]);
  });
});

describe('putting another part in place', () => {
  it('keeps every joint, with the mounts of the new part', () => {
    const after = applyEdit(rig, {
      type: 'swap-part',
      setupId,
      itemId: 'weight',
      item: { id: 'other', partId: 'handle', owned: false },
      mounts: { base: 'foot' },
    });
    expect(after.setups[0]!.joints[1]!.child).toEqual({ item: 'other', mount: 'foot' });
    // The weight is owned, so it goes back to the drawer and not out of the kit.
    expect(after.kit.map((i) => i.id)).toEqual(['body', 'handle', 'weight', 'other']);
  });

  it('keeps the leads whose sockets the new part has, and unplugs the others', () => {
    const run = (id: string, port: string) => ({
      id,
      item: id,
      from: { item: 'weight', port },
      to: { item: 'body', port: 'out' },
    });
    const [first, ...rest] = rig.setups;
    const wired: Rig = {
      ...rig,
      setups: [{ ...first!, cables: [run('a', 'in'), run('b', 'aux')] }, ...rest],
    };
    const swap = (ports?: Record<string, string>) =>
      applyEdit(wired, {
        type: 'swap-part',
        setupId,
        itemId: 'weight',
        item: { id: 'other', partId: 'handle', owned: false },
        mounts: {},
        ...(ports ? { ports } : {}),
      }).setups[0]!.cables;
    expect(swap({ in: 'hdmi' })).toEqual([
      { ...run('a', 'in'), from: { item: 'other', port: 'hdmi' } },
    ]);
    expect(swap()).toEqual([]);
  });

  it('takes the other screw, washers and felt play along with the part that had them', () => {
    const worn = (['w', 'h'] as const).reduce(
      (now: Rig, jointId) =>
        [
          { type: 'set-screw', setupId, jointId, screwMm: 9 } as const,
          { type: 'set-spacer', setupId, jointId, spacerMm: 2 } as const,
          { type: 'set-play', setupId, jointId, playMm: 0.4, playDeg: 1 } as const,
        ].reduce<Rig>(applyEdit, now),
      rig,
    );
    const swap = (itemId: string): Edit => ({
      type: 'swap-part',
      setupId,
      itemId,
      item: { id: 'other', partId: 'handle', owned: false },
      mounts: {},
    });
    const [h, w] = applyEdit(worn, swap('weight')).setups[0]!.joints;
    expect(w).toEqual({ ...joint('w', 'other.base', 'body.plain') });
    // What is fastened to something else keeps what it had.
    expect(h).toMatchObject({ screwMm: 9, spacerMm: 2, playMm: 0.4, playDeg: 1 });
  });
});

describe('the history', () => {
  it('forgets the oldest states first', () => {
    let history = createHistory(0);
    for (let i = 1; i <= historyLength + 5; i += 1) history = record(history, i);
    expect(history.past).toHaveLength(historyLength);
    expect(history.past[0]).toBe(5);
  });

  it('a new state after an undo drops what was undone; the same state changes nothing', () => {
    const history = record(undo(record(createHistory('a'), 'b')), 'c');
    expect(history).toEqual({ past: ['a'], present: 'c', future: [] });
    expect(record(history, 'c')).toBe(history);
  });
});

describe('leads, braces, lenses and several edits at once', () => {
  const made = createTestRig([body, handle], [joint('h', 'handle.base', 'body.rail')]);
  const lead = { id: 'lead', partId: 'handle', owned: false };
  const run = {
    id: 'run',
    item: 'lead',
    from: { item: 'body', port: 'a' },
    to: { item: 'handle', port: 'b' },
  };
  const plugged = applyEdit(made.rig, {
    type: 'add-cable',
    setupId: 'low',
    item: lead,
    cable: run,
  });

  it('a lead joins the kit and the setup, and a wished one leaves both', () => {
    expect(plugged.kit.map((i) => i.id)).toContain('lead');
    expect(plugged.setups[0]!.cables).toEqual([run]);
    const out = applyEdit(plugged, { type: 'remove-cable', setupId: 'low', cableId: 'run' });
    expect(out.kit.map((i) => i.id)).not.toContain('lead');
    expect(out.setups[0]!.cables).toEqual([]);
  });

  it('an owned lead stays in the kit when it is unplugged', () => {
    const own = applyEdit(made.rig, {
      type: 'add-cable',
      setupId: 'low',
      item: { ...lead, owned: true },
      cable: run,
    });
    const out = applyEdit(own, { type: 'remove-cable', setupId: 'low', cableId: 'run' });
    expect(out.kit.map((i) => i.id)).toContain('lead');
  });

  it('a lead goes with the part it is plugged into', () => {
    const off = applyEdit(plugged, { type: 'remove-item', setupId: 'low', itemId: 'handle' });
    expect(off.setups[0]!.cables).toEqual([]);
    expect(off.kit.map((i) => i.id)).not.toContain('lead');
  });

  it('a brace is added, replaced by its id, and taken away', () => {
    const brace = (mount: string) => ({
      id: 'b',
      kind: 'stop' as const,
      a: { item: 'handle', mount: 'base' },
      b: { item: 'body', mount },
    });
    const once = applyEdit(made.rig, { type: 'add-brace', setupId: 'low', brace: brace('plain') });
    const twice = applyEdit(once, { type: 'add-brace', setupId: 'low', brace: brace('holes') });
    expect(twice.setups[0]!.braces!.map((b) => b.b.mount)).toEqual(['holes']);
    const none = applyEdit(twice, { type: 'remove-brace', setupId: 'low', braceId: 'b' });
    expect(none.setups[0]!.braces).toEqual([]);
  });

  it('play that is felt is noted, and taken back by 0', () => {
    const edit = { type: 'set-play' as const, setupId: 'low', jointId: 'h', playDeg: 0 };
    const felt = applyEdit(made.rig, { ...edit, playMm: 0.4 });
    expect(felt.setups[0]!.joints[0]).toMatchObject({ playMm: 0.4 });
    expect(applyEdit(felt, { ...edit, playMm: 0 }).setups[0]!.joints[0]).toEqual(
      made.rig.setups[0]!.joints[0],
    );
  });

  it('the set of lenses names individuals of the kit only', () => {
    const lenses = [{ item: 'handle', share: 1 }];
    expect(applyEdit(made.rig, { type: 'set-lenses', lenses }).lenses).toEqual(lenses);
    expect(() =>
      applyEdit(made.rig, { type: 'set-lenses', lenses: [{ item: 'ghost', share: 1 }] }),
    ).toThrow(/no item ghost/);
  });

  it('several edits are one step, in their order', () => {
    const both = applyEdit(made.rig, {
      type: 'all',
      edits: [
        { type: 'rename', name: 'One' },
        { type: 'rename', name: 'Two' },
        { type: 'slide', setupId: 'low', jointId: 'h', slideMm: 7 },
      ],
    });
    expect([both.name, both.setups[0]!.joints[0]!.slideMm]).toEqual(['Two', 7]);
  });
});

describe('the set of lenses', () => {
  const of = (lenses: Rig['lenses']): Rig => ({ ...rig, ...(lenses ? { lenses } : {}) });
  const sharesOf = (list: NonNullable<Rig['lenses']>) =>
    Object.fromEntries(list.map((l) => [l.item, Math.round(l.share * 1000) / 1000]));

  it('one more takes its even part, the others keep their proportion', () => {
    const two = [
      { item: 'a', share: 0.8 },
      { item: 'b', share: 0.2 },
    ];
    expect(sharesOf(toggleLens(of(two).lenses ?? [], 'c'))).toEqual({
      a: 0.533,
      b: 0.133,
      c: 0.333,
    });
    expect(sharesOf(toggleLens([], 'a'))).toEqual({ a: 1 });
  });

  it('without one, the rest share what it had in their proportion', () => {
    const three = [
      { item: 'a', share: 0.6 },
      { item: 'b', share: 0.2 },
      { item: 'c', share: 0.2 },
    ];
    expect(sharesOf(toggleLens(of(three).lenses ?? [], 'c'))).toEqual({ a: 0.75, b: 0.25 });
    expect(toggleLens([{ item: 'a', share: 1 }], 'a')).toEqual([]);
  });

  it('always sums to 1, and on and off again leaves the proportions', () => {
    const share = fc.double({ min: 0.01, max: 1, noNaN: true });
    fc.assert(
      fc.property(fc.array(share, { minLength: 1, maxLength: 6 }), (list) => {
        const sum = list.reduce((a, b) => a + b, 0);
        const lenses = list.map((s, i) => ({ item: `l${i}`, share: s / sum }));
        const more = toggleLens(lenses, 'new');
        expect(more.reduce((total, l) => total + l.share, 0)).toBeCloseTo(1, 9);
        toggleLens(more, 'new').forEach((l, i) => expect(l.share).toBeCloseTo(lenses[i]!.share, 9));
      }),
    );
  });
});

describe('setups', () => {
  const weighed = applyEdit(rig, {
    type: 'set-weighing',
    setupId: 'low',
    weighing: { totalG: 1501 },
  });
  const copied = applyEdit(weighed, {
    type: 'copy-setup',
    setupId: 'low',
    id: 'chest',
    name: 'At the chest',
  });

  it('are copied with all but what the scale said, and changed apart from then on', () => {
    expect(copied.setups.map((s) => [s.id, s.name, s.weighing])).toEqual([
      ['low', rig.setups[0]!.name, { totalG: 1501 }],
      ['chest', 'At the chest', undefined],
    ]);
    const slid = applyEdit(copied, { type: 'slide', setupId: 'chest', jointId: 'h', slideMm: 7 });
    expect(slid.setups.map((s) => s.joints.find((j) => j.id === 'h')!.slideMm)).toEqual([0, 7]);
    expect(findRigIssues(copied, parts, 'rig')).toEqual([]);
  });

  it('are renamed and taken away, but for the last', () => {
    const named = applyEdit(copied, { type: 'rename-setup', setupId: 'chest', name: 'Chest' });
    expect(named.setups[1]!.name).toBe('Chest');
    const one = applyEdit(named, { type: 'remove-setup', setupId: 'low' });
    expect(one.setups.map((s) => s.id)).toEqual(['chest']);
    expect(applyEdit(one, { type: 'remove-setup', setupId: 'chest' })).toBe(one);
  });

  it('that are not there cannot be copied', () => {
    const edit: Edit = { type: 'copy-setup', setupId: 'ghost', id: 'x', name: 'X' };
    expect(() => applyEdit(rig, edit)).toThrow('ghost');
  });
});

describe('what a rig remembers of its owner', () => {
  it('settings, a hold test and a weighing are kept, and leave no trace when they are forgotten', () => {
    const test = { hold: 'one-grip', massG: 2000, durationS: 45 } as const;
    const edits: readonly (readonly [Edit, Edit])[] = [
      [
        { type: 'set-settings', settings: { wristNm: 3 } },
        { type: 'set-settings', settings: {} },
      ],
      [
        { type: 'set-hold-test', test },
        { type: 'set-hold-test', test: undefined },
      ],
      [
        { type: 'set-weighing', setupId: 'low', weighing: { totalG: 900 } },
        { type: 'set-weighing', setupId: 'low', weighing: undefined },
      ],
    ];
    for (const [set, forget] of edits) {
      const kept = applyEdit(rig, set);
      expect(kept).not.toEqual(rig);
      expect(findRigIssues(kept, parts, 'rig')).toEqual([]);
      expect(JSON.stringify(applyEdit(kept, forget))).toBe(JSON.stringify(rig));
    }
  });
});
