import { describe, expect, it } from '@jest/globals';
import type { Mount, Part } from '../part/index.js';
import { applyEdit, placeSetup, tryEdit, type Rig, type Setup } from '../rig/index.js';
import { body, createTestRig, cube, handle, joint, mountAt } from '../testing/rigs.js';
import { exchangeLens, readLensSetting } from './lenses.js';
import { measureReport } from './report.js';

const family = 'Gannet bayonet';
const flange = mountAt('flange', 'lens-mount', 'body', [5, 0, 0], [1, 0, 0], [0, 0, 1], { family });
/** A lens with a front thread of its own diameter, its mounts in an order of their own. */
const lens = (id: string, sizeMm: number, own: Partial<Mount> = {}): Part =>
  cube(id, 300, {
    kind: 'lens',
    mounts: [
      mountAt('ring', 'clamp-ring', 'ring', [30, 0, 0], [1, 0, 0], [0, 0, 1], { sizeMm: 90 }),
      mountAt('front', 'front-thread', 'female', [40, 0, 0], [1, 0, 0], [0, 0, 1], {
        sizeMm,
        ...own,
      }),
      mountAt('rear', 'lens-mount', 'lens', [0, 0, 0], [-1, 0, 0], [0, 0, 1], { family }),
    ],
  });
const filter = (sizeMm: number): Part =>
  cube('filter', 40, {
    kind: 'filter',
    mounts: [mountAt('back', 'front-thread', 'male', [0, 0, 0], [-1, 0, 0], [0, 0, 1], { sizeMm })],
  });
const made = createTestRig(
  [{ ...body, mounts: [...body.mounts, flange] }, handle, lens('zoom', 77), filter(77)],
  [
    joint('h', 'handle.base', 'body.rail'),
    joint('l', 'zoom.rear', 'body.flange'),
    joint('f', 'filter.back', 'zoom.front'),
  ],
);
const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
function exchange(part: Part) {
  const { edit, lost } = exchangeLens(
    assembly,
    assembly.byId.get('zoom')!,
    { id: part.id, partId: part.id, owned: true },
    part,
    made.parts,
  );
  const rig = applyEdit(made.rig, edit);
  const parts = new Map([...made.parts, [part.id, part] as const]);
  const after = placeSetup(rig, rig.setups[0]!, parts);
  return { lost, ids: after.items.map((p) => p.item.id) };
}

describe('another lens in the place of the one on the rig', () => {
  it('takes over what it has a thread for', () => {
    const { lost, ids } = exchange(lens('prime', 77, { id: 'thread' }));
    expect(lost).toEqual([]);
    expect(ids).toEqual(['body', 'handle', 'prime', 'filter']);
  });

  it('leaves off what its thread is too small for, and says by how much', () => {
    const { lost, ids } = exchange(lens('prime', 67));
    expect(ids).toEqual(['body', 'handle', 'prime']);
    expect(lost).toMatchObject([
      {
        code: 'kinds-do-not-mate',
        weight: 'stops',
        items: ['filter', 'prime'],
        joints: ['f'],
        facts: { mismatch: { reason: 'size' } },
      },
    ]);
  });

  it('that has no thread at all is of another kind', () => {
    const bare = { ...lens('prime', 67), mounts: lens('prime', 67).mounts.slice(2) };
    expect(exchange(bare).lost).toMatchObject([{ facts: { mismatch: { reason: 'kinds' } } }]);
  });

  it('of another mount does not go on the body either, which keeps it at its place', () => {
    const alien = lens('prime', 77);
    const { lost, ids } = exchange({
      ...alien,
      mounts: alien.mounts.map((m) => (m.id === 'rear' ? { ...m, family: 'Smew' } : m)),
    });
    expect(lost).toMatchObject([
      { items: ['body', 'prime'], joints: ['l'], facts: { mismatch: { reason: 'family' } } },
    ]);
    expect(ids).toContain('prime');
  });
});

describe('the set of lenses of a setup', () => {
  const step: Part = cube('step', 10, {
    kind: 'ring',
    mounts: [
      mountAt('back', 'front-thread', 'male', [0, 0, 0], [-1, 0, 0], [0, 0, 1], {
        sizeMm: 67,
        carrier: true,
      }),
      mountAt('front', 'front-thread', 'female', [5, 0, 0], [1, 0, 0], [0, 0, 1], { sizeMm: 77 }),
    ],
  });
  const parts = new Map([
    ...made.parts,
    ['prime', lens('prime', 67)] as const,
    ['step', step] as const,
  ]);
  const rigOf = (kit: readonly string[], more: Partial<Setup> = {}): Rig => ({
    ...made.rig,
    kit: [...made.rig.kit, ...kit.map((id) => ({ id, partId: id, owned: true }))],
    lenses: ['zoom', 'prime'].map((item) => ({ item, share: 0.5 })),
    setups: [{ ...made.rig.setups[0]!, ...more }],
  });
  const lensTroubles = (rig: Rig) =>
    measureReport(rig, 'low', parts)
      .findings.filter((f) => f.lens !== undefined)
      .map((f) => `${f.code} ${f.lens}`);

  it('knows the ring in the kit: what its thread is too small for goes on by that', () => {
    expect(lensTroubles(rigOf(['prime']))).toEqual(['kinds-do-not-mate prime']);
    expect(lensTroubles(rigOf(['prime', 'step']))).toEqual([]);
    // The ring stands between, and what was on the thread is on it.
    const rig = rigOf(['prime', 'step']);
    const now = placeSetup(rig, rig.setups[0]!, parts);
    const { edit } = exchangeLens(
      now,
      now.byId.get('zoom')!,
      { id: 'prime', partId: 'prime', owned: true },
      parts.get('prime')!,
      parts,
    );
    const after = tryEdit(now, edit, parts);
    expect(after.joints.map((j) => `${j.child} on ${j.parent}`)).toEqual(
      expect.arrayContaining(['step on prime', 'filter on step']),
    );
  });

  it('has a ring of its own in the kit: the one on the rig is exchanged for it, and the filter stays on', () => {
    const ring = (id: string, backMm: number): Part =>
      cube(id, 10, {
        kind: 'ring',
        mounts: [
          mountAt('male', 'front-thread', 'male', [0, 0, 0], [-1, 0, 0], [0, 0, 1], {
            sizeMm: backMm,
          }),
          mountAt('female', 'front-thread', 'female', [5, 0, 0], [1, 0, 0], [0, 0, 1], {
            sizeMm: 82,
          }),
        ],
      });
    const rigWith = (ownMm: number) => {
      const all = createTestRig(
        [
          { ...body, mounts: [...body.mounts, flange] },
          handle,
          lens('zoom', 77),
          lens('prime', 67),
          ring('first', 77),
          ring('second', ownMm),
          filter(82),
        ],
        [
          joint('h', 'handle.base', 'body.rail'),
          joint('l', 'zoom.rear', 'body.flange'),
          joint('r', 'first.male', 'zoom.front'),
          joint('f', 'filter.back', 'first.female'),
        ],
        {
          rig: {
            lenses: [
              { item: 'zoom', share: 0.5 },
              { item: 'prime', share: 0.5 },
            ],
          },
        },
      );
      return measureReport(all.rig, all.rig.setups[0]!.id, all.parts)
        .findings.filter((f) => f.code === 'kinds-do-not-mate')
        .map((f) => f.weight);
    };
    expect(rigWith(67)).toEqual([]);
    // A ring for another thread is no ring of its own.
    expect(rigWith(72)).toEqual(['stops']);
  });

  it('is the setup’s own where it has one', () => {
    expect(lensTroubles(rigOf(['prime'], { lenses: [{ item: 'zoom', share: 1 }] }))).toEqual([]);
    const own = applyEdit(rigOf(['prime']), {
      type: 'set-lenses',
      setupId: 'low',
      lenses: [{ item: 'zoom', share: 1 }],
    });
    expect(lensTroubles(own)).toEqual([]);
    const back = applyEdit(own, { type: 'set-lenses', setupId: 'low', lenses: undefined });
    expect(back.setups[0]).not.toHaveProperty('lenses');
    expect(lensTroubles(back)).toEqual(['kinds-do-not-mate prime']);
  });

  it('keeps for each lens how the rig is set while it is on', () => {
    // A support on a rail that rises by 0 to 20 mm: 4 mm for this lens, 12 for the other.
    const support: Part = cube('support', 60, {
      kind: 'lens-support',
      mounts: [
        mountAt('base', 'nato-rail', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
          clampLengthMm: 8,
          carrier: true,
        }),
      ],
      movements: [
        {
          id: 'lift',
          name: 'raised',
          type: 'shift',
          originMm: [0, 0, 0],
          axis: [0, 0, 1],
          from: 0,
          to: 20,
          rest: 0,
          carries: ['solid'],
        },
      ],
    });
    const rig = createTestRig(
      [{ ...body, mounts: [...body.mounts, flange] }, lens('zoom', 77), support, lens('prime', 77)],
      [
        joint('l', 'zoom.rear', 'body.flange'),
        joint('s', 'support.base', 'body.rail', { slideMm: 30 }),
      ],
      {
        setup: {
          stances: { support: { lift: 4 } },
          lenses: [
            { item: 'zoom', share: 0.5 },
            {
              item: 'prime',
              share: 0.5,
              set: { stances: { support: { lift: 12 } }, slides: { s: -20 } },
            },
          ],
        },
      },
    );
    const now = placeSetup(rig.rig, rig.rig.setups[0]!, rig.parts);
    expect(readLensSetting(now)).toEqual({ stances: { support: { lift: 4 } }, slides: { s: 30 } });
    const { edit } = exchangeLens(
      now,
      now.byId.get('zoom')!,
      rig.rig.kit.find((i) => i.id === 'prime')!,
      rig.parts.get('prime')!,
      rig.parts,
    );
    const after = tryEdit(now, edit, rig.parts);
    expect(readLensSetting(after)).toEqual({
      stances: { support: { lift: 12 } },
      slides: { s: -20 },
    });
  });
});
