import { describe, expect, it } from '@jest/globals';
import { loadCollider } from '../clash/index.js';
import type { Part } from '../part/index.js';
import { measureReport } from '../report/index.js';
import { placeSetup } from '../rig/index.js';
import { body as standing, createTestRig, cube, joint, mountAt } from '../testing/rigs.js';
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

describe('a lens', () => {
  it('is on before the support that is set against it, whatever stands where its screw is turned', () => {
    const screw = mountAt('base', 'quarter-20', 'screw', [0, 0, -10], [0, 0, -1], [1, 0, 0], {
      carrier: true,
    });
    const orderWith = (kind: Part['kind']) => {
      const { rig, parts } = createTestRig(
        [
          standing,
          cube('glass', 50, { kind: 'lens', mounts: [screw] }),
          cube('foot', 50, { kind, mounts: [screw] }),
        ],
        [joint('g', 'glass.base', 'body.plain'), joint('f', 'foot.base', 'body.holes')],
      );
      const assembly = placeSetup(rig, rig.setups[0]!, parts);
      const blockers = [assembly.byId.get('glass')!];
      const tight = assembly.joints.find((j) => j.child === 'foot')!;
      const access = { joint: tight, tool: 'thumb', roomMm: 20, blockers, firm: blockers } as const;
      return measureOrder(assembly, [], [access]).edges.filter(([first]) => first === 'foot');
    };
    expect(orderWith('lens-support')).toEqual([]);
    expect(orderWith('plate')).toEqual([['foot', 'glass']]);
  });
});

describe('what is in the way by 2 mm', () => {
  it('is tilted past: nothing else comes off for it', async () => {
    const collider = await loadCollider();
    const foot = cube('mic', 20, {
      mounts: [
        mountAt('foot', 'cold-shoe', 'foot', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
          clampLengthMm: 18,
          entry: 'end',
          carrier: true,
        }),
      ],
    });
    const block = (id: string, x: number, deepMm: number) =>
      cube(
        id,
        1,
        {
          mounts: [
            mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
              thread: { lengthMm: 6 },
            }),
          ],
        },
        // The foot’s own cube reaches to y = 45.
        [x, 50 - deepMm, 0],
      );
    const waitsFor = (deepMm: number) => {
      const { rig, parts } = createTestRig(
        [standing, foot, block('ahead', 18, deepMm), block('behind', -48, deepMm)],
        [
          joint('m', 'mic.foot', 'body.shoe'),
          joint('a', 'ahead.base', 'body.plain'),
          joint('b', 'behind.base', 'body.holes'),
        ],
      );
      const { solidity } = measureReport(rig, 'low', parts, { collider, oneLens: true }).fit;
      return solidity!.orderEdges.filter(([first]) => first === 'mic').length;
    };
    expect(waitsFor(1.9)).toBe(0);
    expect(waitsFor(2.2)).toBe(1);
  });
});
