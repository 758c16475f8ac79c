import { describe, expect, it } from '@jest/globals';
import type { Mount, Part } from '../part/index.js';
import { applyEdit, placeSetup } from '../rig/index.js';
import { body, createTestRig, cube, handle, joint, mountAt } from '../testing/rigs.js';
import { exchangeLens } from './lenses.js';

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
