import { describe, expect, it } from '@jest/globals';
import type { Part } from '../part/index.js';
import { placeSetup } from '../rig/index.js';
import { createTestRig, cube, joint, mountAt } from '../testing/rigs.js';
import { measureOrder } from './order.js';

/** A body with two sockets, and two plates on it or one on the other. */
function orderOf(rules: Partial<Part>, plateOn: 'body.left' | 'grip.top') {
  const body = cube('body', 500, {
    kind: 'body',
    mounts: [
      mountAt('left', 'quarter-20', 'socket', [0, 25, 0], [0, 1, 0], [1, 0, 0]),
      mountAt('right', 'quarter-20', 'socket', [0, -25, 0], [0, -1, 0], [1, 0, 0]),
    ],
  });
  const on = (id: string, more: Partial<Part>): Part =>
    cube(id, 50, {
      ...more,
      mounts: [
        mountAt('base', 'quarter-20', 'screw', [0, 0, -10], [0, 0, -1], [1, 0, 0], {
          carrier: true,
        }),
        mountAt('top', 'quarter-20', 'socket', [0, 0, 10], [0, 0, 1], [1, 0, 0]),
      ],
    });
  const { rig, parts } = createTestRig(
    [body, on('plate', { kind: 'plate' }), on('grip', { kind: 'side-grip', ...rules })],
    [joint('g', 'grip.base', 'body.right'), joint('p', 'plate.base', plateOn)],
  );
  return measureOrder(placeSetup(rig, rig.setups[0]!, parts), [], []);
}

describe('what goes on after what', () => {
  it('is as the parts stand where nobody says otherwise', () => {
    expect(orderOf({}, 'body.left').itemIds!.indexOf('grip')).toBe(1);
  });

  it.each<Partial<Part>>([{ assembleAfter: ['plate'] }, { assembleAfterParts: ['plate'] }])(
    'is said by kind or by part: %j',
    (rules) => {
      const order = orderOf(rules, 'body.left');
      expect([order.itemIds, order.broken]).toEqual([['body', 'plate', 'grip'], []]);
    },
  );

  it('of parts that are not there rules nothing', () => {
    const order = orderOf({ assembleAfterParts: ['another-plate'] }, 'body.left');
    expect([order.itemIds!.indexOf('grip'), order.broken]).toEqual([1, []]);
  });

  it('that cannot be kept is told with the part it names', () => {
    expect(orderOf({ assembleAfterParts: ['plate'] }, 'grip.top').broken).toEqual([
      { itemId: 'grip', after: { partId: 'plate' } },
    ]);
  });
});
