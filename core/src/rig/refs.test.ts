import { describe, expect, it } from '@jest/globals';
import { body, createTestRig, cube, handle, joint } from '../testing/rigs.js';
import {
  applyEdit,
  forgetGone,
  findRigIssues,
  isProposedId,
  listItemRefs,
  listSetupItems,
  listUsedItems,
  mapItemRefs,
  renameLog,
  proposeId,
  withFreshIds,
  type Edit,
  type ItemUse,
  type Rig,
} from './index.js';

const made = createTestRig(
  [body, handle, cube('a', 100)],
  [joint('j', 'handle.base', 'body.rail')],
);

/** A rig in which an id stands at every place where one can. */
const rich: Rig = {
  ...made.rig,
  kit: [
    ...made.rig.kit,
    { id: 'boxed', partId: 'a', owned: false, comesWith: 'handle' },
    { id: 'belt', partId: 'a', owned: true },
  ],
  lenses: [{ item: 'a', share: 1 }],
  setups: [
    {
      ...made.rig.setups[0]!,
      stances: { handle: {} },
      heldBy: [{ item: 'handle', grip: handle.grips![0]!.id }],
      braces: [
        {
          id: 'b1',
          kind: 'stop',
          a: { item: 'handle', mount: handle.mounts[0]!.id },
          b: { item: 'body', mount: body.mounts[0]!.id },
        },
      ],
      cables: [
        {
          id: 'c1',
          item: 'boxed',
          from: { item: 'body', port: 'p' },
          to: { item: 'handle', port: 'q' },
        },
      ],
      worn: ['belt'],
    },
  ],
};
const all: readonly ItemUse[] = [
  'kit',
  'box',
  'lens',
  'body',
  'child',
  'parent',
  'stance',
  'held',
  'brace',
  'lead',
  'lead-end',
  'worn',
];

describe('what leaves the kit', () => {
  // In another setup it stands in no joint, and yet how it stood there is kept.
  const [low] = rich.setups;
  const spare: Rig['kit'][number] = { id: 'handle', partId: 'handle', owned: false };
  const two: Rig = {
    ...made.rig,
    kit: [
      ...made.rig.kit.filter((i) => i.id !== 'handle'),
      spare,
      { id: 'boxed', partId: 'a', owned: true, comesWith: 'handle' },
    ],
    lenses: [{ item: 'body', share: 1, set: { stances: { handle: {}, body: {} } } }],
    setups: [
      { ...made.rig.setups[0]!, stances: { handle: {}, body: {} } },
      {
        ...made.rig.setups[0]!,
        id: 'other',
        joints: [],
        stances: { handle: {} },
        heldBy: low!.heldBy!,
        braces: low!.braces!,
        cables: [
          {
            ...low!.cables![0]!,
            item: 'boxed',
            to: { item: 'body', port: 'q' },
            ties: [{ item: 'handle', mount: 'base' }],
          },
        ],
        lenses: [{ item: 'body', share: 1, set: { stances: { handle: {} } } }],
      },
    ],
  };
  const listLost = (rig: Rig) =>
    listItemRefs(rig).filter((ref) => !rig.kit.some((i) => i.id === ref.itemId));

  it('takes with it whatever says more of it, in every setup', () => {
    const bare: Rig = {
      ...two,
      setups: [two.setups[0]!, { ...two.setups[1]!, heldBy: [], braces: [] }],
    };
    const edits: Edit[] = [
      { type: 'remove-item', setupId: 'low', itemId: 'handle' },
      {
        type: 'swap-part',
        setupId: 'low',
        itemId: 'handle',
        item: { id: 'new', partId: 'handle', owned: false },
        mounts: {},
      },
    ];
    for (const edit of edits) {
      const next = applyEdit(bare, edit);
      expect([edit.type, next.kit.some((i) => i.id === 'handle')]).toEqual([edit.type, false]);
      expect([edit.type, listLost(next)]).toEqual([edit.type, []]);
    }
    const discarded = applyEdit(
      { ...two, setups: [{ ...two.setups[0]!, joints: [] }, two.setups[1]!] },
      {
        type: 'discard',
        itemId: 'handle',
      },
    );
    expect(listLost(discarded)).toEqual([]);
    expect(discarded.setups[0]!.stances).toEqual({ body: {} });
    expect(discarded.lenses![0]!.set!.stances).toEqual({ body: {} });
  });

  it('nothing, leaves the rig as it is', () => {
    expect(forgetGone(rich)).toBe(rich);
  });
});

/** Reads what stands at a path such as `setups[0].joints[1].child.item`. */
function at(root: unknown, path: string): unknown {
  return path
    .split(/[.[\]]+/)
    .filter(Boolean)
    .reduce<unknown>((now, key) => (now as Record<string, unknown>)[key], root);
}

describe('where the ids of individuals stand in a rig', () => {
  const refs = listItemRefs(rich);

  it('is every place there is', () => {
    expect([...new Set(refs.map((r) => r.use))].sort()).toEqual([...all].sort());
  });

  it('is told by a path that leads there', () => {
    let looked = 0;
    for (const { itemId, use, path } of refs) {
      // A stance is named by its key.
      if (use === 'stance') expect(at(rich, path)).toBeDefined();
      else expect(at(rich, path)).toBe(itemId);
      looked += 1;
    }
    expect(looked).toBe(18);
  });

  it('is rewritten as a whole, and the rig given stays as it was', () => {
    const before = JSON.stringify(rich);
    const renamed = mapItemRefs(rich, ({ itemId }) => `${itemId}-2`);
    expect(listItemRefs(renamed).map((r) => r.itemId)).toEqual(refs.map((r) => `${r.itemId}-2`));
    expect(JSON.stringify(renamed)).not.toMatch(/(?<!"partId"):"(body|handle|boxed|belt)"/);
    expect(JSON.stringify(rich)).toBe(before);
  });

  it('takes along what its owner set aside, and what a log says of it', () => {
    const aside = {
      finding: `no-lead:${rich.kit[1]!.id}:in@${rich.kit[0]!.id}`,
      word: 'known',
      weight: 'risk' as const,
      parts: [],
    };
    const next = mapItemRefs({ ...rich, setAside: [aside] }, ({ itemId }) => `${itemId}-2`);
    expect(next.setAside![0]!.finding).toBe(`no-lead:${rich.kit[1]!.id}-2:in@${rich.kit[0]!.id}-2`);
    const entry = { id: 'a', at: '2026-03-01T10:00:00Z', kind: 'packed' as const };
    const log = [
      { ...entry, item: 'cage' },
      { ...entry, subject: 'item cage' },
      { ...entry, subject: 'tool hex-4' },
    ];
    expect(renameLog(log, (id) => `${id}-2`)).toEqual([
      { ...entry, item: 'cage-2' },
      { ...entry, subject: 'item cage-2' },
      { ...entry, subject: 'tool hex-4' },
    ]);
  });

  it('stays as it is under the identity', () => {
    expect(mapItemRefs(rich, (r) => r.itemId)).toEqual(rich);
  });

  it('is where a rig is refused when the id leads nowhere', () => {
    let looked = 0;
    for (const ref of refs) {
      if (ref.use === 'kit') continue;
      const lost = mapItemRefs(rich, (r) => (r.path === ref.path ? 'nowhere' : r.itemId));
      const issues = findRigIssues(lost, made.parts, 'rig').filter((i) =>
        i.message.includes('“nowhere” is not in the rig'),
      );
      expect(issues.map((i) => i.path)).toContain(
        `rig.${ref.use === 'stance' ? ref.path.replace('handle', 'nowhere') : ref.path}`,
      );
      looked += 1;
    }
    expect(looked).toBe(refs.length - rich.kit.length);
  });
});

describe('what has a place in a rig', () => {
  it('is what is on it, worn, plugged in, or a lens of the set; not what only says more of one', () => {
    expect([...listUsedItems(rich)].sort()).toEqual(['a', 'belt', 'body', 'boxed', 'handle']);
    expect(listSetupItems(rich.setups[0]!).has('a')).toBe(false);
    const { lenses: _, ...without } = rich;
    expect(listUsedItems(without).has('a')).toBe(false);
  });

  it('does not hang on being held, posed, braced or boxed alone', () => {
    const setup = rich.setups[0]!;
    const loose = {
      ...rich,
      setups: [{ ...setup, joints: [], cables: [], worn: [] }],
      lenses: [],
    };
    expect([...listUsedItems(loose)]).toEqual(['body']);
  });
});

describe('ids that are only proposed', () => {
  const edit: Edit = {
    type: 'all',
    edits: [
      { type: 'rename', name: 'new-rig' },
      {
        type: 'add-part',
        setupId: 'low',
        item: { id: proposeId('a'), partId: 'a', owned: false },
        joint: {
          id: proposeId('joint-a'),
          child: { item: proposeId('a'), mount: 'm' },
          parent: { item: 'new-handle', mount: 'm' },
          slideMm: 0,
          turnDeg: 0,
        },
      },
      {
        type: 'move',
        setupId: 'low',
        jointId: 'j',
        childMount: 'new-mount',
        parent: { item: proposeId('a'), mount: 'new-mount' },
        slideMm: 0,
        turnDeg: 0,
      },
    ],
  };
  let made = 0;
  const own = withFreshIds(edit, () => `id-${(made += 1)}`);

  it('become ids of their own, the same one throughout', () => {
    const [, add, move] = (own as Extract<Edit, { type: 'all' }>).edits;
    expect(add).toMatchObject({
      item: { id: 'id-1', partId: 'a' },
      joint: { id: 'id-2', child: { item: 'id-1' } },
    });
    expect(move).toMatchObject({ parent: { item: 'id-1' } });
    expect(made).toBe(2);
  });

  it('leave names, mounts and ids that look alike as they are', () => {
    const [rename, add, move] = (own as Extract<Edit, { type: 'all' }>).edits;
    expect(rename).toEqual({ type: 'rename', name: 'new-rig' });
    expect(add).toMatchObject({ joint: { parent: { item: 'new-handle' } } });
    expect(move).toMatchObject({ childMount: 'new-mount' });
  });

  it('cost nothing where there are none: the edit itself comes back', () => {
    const plain: Edit = { type: 'rename', name: 'new-rig' };
    expect(withFreshIds(plain, () => 'x')).toBe(plain);
    expect(
      applyEdit(
        rich,
        withFreshIds(plain, () => 'x'),
      ).name,
    ).toBe('new-rig');
  });

  it('cannot be stored by mistake', () => {
    expect(isProposedId(proposeId('a'))).toBe(true);
    expect(isProposedId('new-a')).toBe(false);
    expect(proposeId('a')).not.toMatch(/^[A-Za-z0-9][A-Za-z0-9_-]{0,63}$/);
  });
});
