import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import type { Mount, Part } from '../part/index.js';
import { placeSetup } from '../rig/index.js';
import { body, createTestRig, cube, joint, mountAt } from '../testing/rigs.js';
import { createProbe, createSpace, listOverlaps } from './index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

const geared = (id: string, side: Mount['side']): Part =>
  cube(id, 50, {
    mounts: [
      mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], { carrier: true }),
      mountAt('gear', 'gear-08', side, [0, 20, 0], [0, 1, 0], [1, 0, 0]),
    ],
  });

describe('how deep two parts may reach into each other', () => {
  type Triple = [number, number, number];
  const block = (id: string, atMm: Triple, sizeMm: Triple) => ({
    id,
    type: 'box' as const,
    atMm,
    sizeMm,
  });
  const depthsOf = (made: ReturnType<typeof createTestRig>) =>
    listOverlaps(createSpace(placeSetup(made.rig, made.rig.setups[0]!, made.parts), collider)).map(
      (o) => `${o.b.item.id} ${o.solidB} in ${o.a.item.id} ${o.solidA} ${o.depthMm.toFixed(1)}`,
    );

  // A plate of 10 mm with a wall beside it, and a clamp round the plate whose jaw goes 6 mm down into it.
  const plate: Part = {
    ...cube('plate', 100, { kind: 'plate' }),
    solids: [block('plate', [0, 0, 45], [100, 38, 10]), block('wall', [40, 0, 60], [10, 38, 40])],
    mounts: [
      mountAt('tail', 'dovetail-38', 'plate', [0, 0, 50], [0, 0, 1], [1, 0, 0], {
        lengthwise: { axis: [1, 0, 0], fromMm: -50, toMm: 50 },
      }),
    ],
  };
  const clamp = (jawMm: number, extra: ReturnType<typeof block>[] = []): Part => ({
    ...cube('clamp', 60),
    solids: [block('jaw', [0, 0, 10 - jawMm / 2], [40, 50, 20 + jawMm]), ...extra],
    mounts: [
      mountAt('jaws', 'dovetail-38', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
        clampLengthMm: 40,
        carrier: true,
      }),
    ],
  });
  const clamped = (slideMm: number, part: Part) =>
    createTestRig(
      [{ ...plate, kind: 'body', id: 'body' }, part],
      [joint('c', 'clamp.jaws', 'body.tail', { slideMm })],
    );

  it('is what their mates take in at the mate’s own place', () => {
    expect(depthsOf(clamped(0, clamp(6)))).toEqual([]);
    expect(depthsOf(clamped(0, clamp(14)))).toEqual([
      expect.stringContaining('clamp jaw in body plate'),
    ]);
  });

  it('is not granted to a wall beside it, nor to another solid of the clamp', () => {
    // Slid so far that the jaw stands 8 mm deep in the wall, which begins at x = 35.
    expect(depthsOf(clamped(23, clamp(6)))).toEqual(['clamp jaw in body wall 8.0']);
    const finger = block('finger', [30, 0, -3], [8, 8, 8]);
    expect(depthsOf(clamped(-20, clamp(6, [finger])))).toEqual(['clamp finger in body plate 7.0']);
  });

  it('rods go through their clamp, and through nothing else of it', () => {
    const rods: Part = {
      ...cube('rods', 150, { kind: 'rod' }),
      solids: [30, -30].map((y, i) => ({
        id: `rod-${i}`,
        type: 'cylinder' as const,
        atMm: [0, y, 0] as Triple,
        axis: [1, 0, 0] as Triple,
        radiusMm: 7.5,
        lengthMm: 200,
      })),
      mounts: [
        mountAt('pair', 'rod-15-pair', 'rods', [0, 0, 0], [0, 0, 1], [1, 0, 0], {
          lengthwise: { axis: [1, 0, 0], fromMm: -100, toMm: 100 },
          carrier: true,
        }),
      ],
    };
    const base = (extra: ReturnType<typeof block>[]): Part => ({
      ...cube('body', 900, { kind: 'body' }),
      solids: [block('clamp', [0, 0, 0], [40, 90, 30]), ...extra],
      mounts: [
        mountAt('rods', 'rod-15-pair', 'clamp', [0, 0, 0], [0, 0, 1], [1, 0, 0], {
          clampLengthMm: 40,
        }),
      ],
    });
    const made = (extra: ReturnType<typeof block>[]) =>
      createTestRig([base(extra), rods], [joint('r', 'rods.pair', 'body.rods')]);
    expect(depthsOf(made([]))).toEqual([]);
    expect(depthsOf(made([block('shield', [70, 0, 10], [4, 90, 20])]))).toHaveLength(1);
  });

  it('is what teeth take in between a ring and a wheel, and little at a stop', () => {
    const toothed = (id: string, side: Mount['side'], at: Triple): Part => ({
      ...geared(id, side),
      solids: [block(id, at, [10, 10, 10])],
    });
    const made = (apartMm: number) =>
      createTestRig(
        [
          body,
          toothed('ring', 'ring', [0, 0, 20]),
          toothed('wheel', 'drive', [-30 + apartMm, 0, 20]),
        ],
        [joint('r', 'ring.base', 'body.plain'), joint('w', 'wheel.base', 'body.holes')],
      );
    expect(depthsOf(made(7.1))).toEqual([]);
    expect(depthsOf(made(6.9))).toEqual(['wheel wheel in ring ring 3.1']);
  });

  it('what is soft gives way', () => {
    const strap = (kind: Part['kind']) =>
      createTestRig(
        [
          body,
          cube('a', 5, { mounts: [geared('x', 'ring').mounts[0]!] }),
          { ...geared('b', 'ring'), kind, solids: [block('b', [-30, 0, 0], [10, 10, 10])] },
        ],
        [joint('a', 'a.base', 'body.plain'), joint('b', 'b.base', 'body.holes')],
      );
    expect(depthsOf(strap('other'))).toHaveLength(1);
    expect(depthsOf(strap('strap'))).toEqual([]);
  });
});

describe('a probe', () => {
  it.each([
    [
      [1, 0, 0],
      [0, -2, -2],
      [30, 2, 2],
    ],
    [
      [0, 1, 0],
      [-2, 0, -2],
      [2, 30, 2],
    ],
    [
      [0, 0, -1],
      [-2, -2, -30],
      [2, 2, 0],
    ],
  ] as const)('of 30 mm along %j begins where it is put', (direction, low, high) => {
    const { bounds } = createProbe([0, 0, 0], direction, 2, 30);
    expect(bounds.lowMm.map((v) => Math.round(v * 1e6) / 1e6 + 0)).toEqual([...low]);
    expect(bounds.highMm.map((v) => Math.round(v * 1e6) / 1e6 + 0)).toEqual([...high]);
  });
});
