import { describe, expect, it } from '@jest/globals';
import { createTestRig, cube, joint, mountAt, body } from '../testing/rigs.js';
import { listLoose, placeSetup } from './index.js';

describe('clamps over each other on a rail', () => {
  const clamp = (id: string) =>
    cube(id, 20, {
      mounts: [
        mountAt('base', 'nato-rail', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
          clampLengthMm: 20,
          carrier: true,
        }),
      ],
    });
  const looseOf = (apartMm: number, ...order: readonly ['a' | 'b', 'a' | 'b']) => {
    const at = { a: 0, b: apartMm };
    const { rig, parts } = createTestRig(
      [body, clamp('a'), clamp('b')],
      order.map((id) => joint(id, `${id}.base`, 'body.rail', { slideMm: at[id] })),
    );
    return [...listLoose(placeSetup(rig, rig.setups[0]!, parts))];
  };

  it('leave the one that was put there later without a place; side by side both have one', () => {
    expect(looseOf(19, 'a', 'b')).toEqual(['b']);
    expect(looseOf(19, 'b', 'a')).toEqual(['a']);
    expect(looseOf(-19, 'a', 'b')).toEqual(['b']);
    expect(looseOf(20, 'a', 'b')).toEqual([]);
  });
});
