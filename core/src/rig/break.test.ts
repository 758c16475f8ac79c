import { describe, expect, it } from '@jest/globals';
import type { Part } from '../part/index.js';
import { body, cube, createTestRig, handle, joint } from '../testing/rigs.js';
import { findRigIssues, mayBreak } from './index.js';

const port = {
  id: 'socket',
  connector: 'hdmi-a' as const,
  direction: 'out' as const,
  carries: ['video' as const],
  originMm: [0, 50, 0] as [number, number, number],
  normal: [0, 1, 0] as [number, number, number],
};
const turn = {
  id: 'hinge',
  name: 'Hinge',
  type: 'turn' as const,
  originMm: [0, 0, 0] as [number, number, number],
  axis: [0, 0, 1] as [number, number, number],
  from: 0,
  to: 90,
  rest: 0,
  carries: [],
};
const grip = {
  id: 'side',
  use: 'carry' as const,
  place: 'side' as const,
  fromMm: [0, 0, -10] as [number, number, number],
  toMm: [0, 0, 10] as [number, number, number],
};
const before: Part = {
  ...body,
  ports: [port, { ...port, id: 'other' }],
  movements: [turn],
  grips: [grip],
};

/** A rig that names everything of the part that a rig can name. */
const { rig } = createTestRig([before, handle], [joint('h', 'handle.base', 'body.rail')], {
  setup: {
    stances: { body: { hinge: 10 } },
    heldBy: [{ item: 'body', grip: 'side' }],
    cables: [
      {
        id: 'lead',
        item: 'handle',
        from: { item: 'body', port: 'socket' },
        to: { item: 'body', port: 'other' },
      },
    ],
  },
});
const isWhole = (after: Part) =>
  findRigIssues(
    rig,
    new Map([
      [after.id, after],
      [handle.id, handle],
    ]),
    'rig',
  ).length === 0;

describe('a part that is changed', () => {
  it('is safe where all that rigs name is still there', () => {
    const heavier: Part = { ...before, massG: 2000, name: 'Heavier', solids: handle.solids };
    expect([mayBreak(before, heavier), isWhole(heavier)]).toEqual([false, true]);
    const more: Part = {
      ...before,
      mounts: [...before.mounts, { ...before.mounts[0]!, id: 'new' }],
    };
    expect([mayBreak(before, more), isWhole(more)]).toEqual([false, true]);
  });

  it.each<[string, Partial<Part>]>([
    ['a mount', { mounts: before.mounts.filter((m) => m.id !== 'rail') }],
    ['a movement', { movements: [] }],
    ['a grip', { grips: [] }],
    ['a port', { ports: [] }],
    ['being a camera', { kind: 'other' }],
  ])('may break a rig by the loss of %s, and does break one that names it', (_, loss) => {
    const after: Part = { ...before, ...loss };
    expect([mayBreak(before, after), isWhole(after)]).toEqual([true, false]);
  });

  it('may break a rig that has it among its lenses by being no lens any more, and does', () => {
    const lens: Part = { ...cube('lens', 300), kind: 'lens' };
    const { rig: among, parts } = createTestRig([body, lens], [], {
      setup: { lenses: [{ item: 'lens', share: 1 }] },
    });
    const after: Part = { ...lens, kind: 'plate' };
    expect(mayBreak(lens, after)).toBe(true);
    expect(findRigIssues(among, new Map([...parts, ['lens', after]]), 'rig')).toHaveLength(1);
  });
});
