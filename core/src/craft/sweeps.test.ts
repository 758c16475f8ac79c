import { describe, expect, it } from '@jest/globals';
import type { Movement, Part } from '../part/index.js';
import type { Solid } from '../solid/index.js';
import { cube, mountAt, turnAbout } from '../testing/rigs.js';
import { findPartFaults } from './faults.js';
import { findOwnSweeps } from './sweeps.js';

const box = (id: string, atMm: [number, number, number], size = 20): Solid => ({
  id,
  type: 'box',
  atMm,
  sizeMm: [size, size, size],
});
const partOf = (solids: Solid[], movements: Movement[], more: Partial<Part> = {}): Part =>
  cube('part', 100, { solids, movements, ...more });
const shift = (axis: [number, number, number], from: number, to: number): Movement => ({
  id: 'slide',
  name: 'drawn',
  type: 'shift',
  originMm: [0, 0, 0],
  axis,
  from,
  to,
  rest: 0,
  carries: ['goes'],
});
const stays = box('stays', [0, 0, 0]);

describe('a movement through its own part', () => {
  it('is told where it first is so, on its way from rest, to either side', () => {
    const there = partOf([stays, box('goes', [40, 0, 0])], [shift([1, 0, 0], -60, 0)]);
    const [sweep, ...more] = findOwnSweeps(there);
    expect(more).toEqual([]);
    expect(sweep).toMatchObject({ movementId: 'slide', solidId: 'goes', byId: 'stays' });
    // The faces meet after 20 mm; a little more is a fault.
    expect(sweep!.at).toBeLessThan(-21);
    expect(sweep!.at).toBeGreaterThan(-28);
    expect(findPartFaults({ ...there, mounts: [] })).toMatchObject([
      { code: 'runs-through', id: 'slide', by: 'stays' },
    ]);
  });

  it('is none that ends before, or passes beside', () => {
    expect(
      findOwnSweeps(partOf([stays, box('goes', [40, 0, 0])], [shift([1, 0, 0], -19, 30)])),
    ).toEqual([]);
    expect(
      findOwnSweeps(partOf([stays, box('goes', [40, 22, 0])], [shift([1, 0, 0], -80, 0)])),
    ).toEqual([]);
  });

  it('is found of a leaf that swings into what is beside its hinge', () => {
    const leaf = (to: number) =>
      partOf(
        [stays, box('goes', [60, 0, 0])],
        [turnAbout('swing', [0, 0, 1], [30, 0, 0], [0, to], ['goes'])],
      );
    expect(findOwnSweeps(leaf(90))).toEqual([]);
    expect(findOwnSweeps(leaf(180))).toMatchObject([{ movementId: 'swing', byId: 'stays' }]);
  });

  it('is not what touches at rest: a hinge is drawn roughly', () => {
    const touching = partOf([stays, box('goes', [20, 0, 0])], [shift([1, 0, 0], -20, 0)]);
    expect(findOwnSweeps(touching)).toEqual([]);
  });

  it('counts what goes with it on another movement', () => {
    const chain = partOf(
      [stays, box('goes', [40, 40, 0]), box('rider', [40, 0, 0])],
      [
        shift([1, 0, 0], -40, 0),
        { ...turnAbout('tilt', [0, 0, 1], [40, 0, 0], [0, 0], ['rider']), after: 'slide' },
      ],
    );
    expect(findOwnSweeps(chain)).toMatchObject([{ movementId: 'slide', solidId: 'rider' }]);
  });

  it.each<[string, Solid]>([
    ['cylinder', { id: 'goes', type: 'cylinder', atMm: [40, 0, 0], radiusMm: 8, lengthMm: 20 }],
    [
      'frustum',
      { id: 'goes', type: 'frustum', atMm: [40, 0, 0], radiusMm: 8, endRadiusMm: 4, lengthMm: 20 },
    ],
    [
      'prism',
      {
        id: 'goes',
        type: 'prism',
        atMm: [40, 0, 0],
        outlineMm: [
          [-8, -8],
          [8, -8],
          [0, 8],
        ],
        lengthMm: 20,
      },
    ],
  ])('is found of a %s', (_, solid) => {
    expect(findOwnSweeps(partOf([stays, solid], [shift([1, 0, 0], -40, 0)]))).toHaveLength(1);
  });
});

describe('two mounts in one place', () => {
  const hole = (id: string, x: number, more: object = {}) =>
    mountAt(id, 'quarter-20', 'socket', [x, 0, 10], [0, 0, 1], [1, 0, 0], more);
  const codes = (...mounts: Part['mounts']) =>
    findPartFaults(partOf([stays], [], { mounts })).map((f) => `${f.code} ${f.id} ${f.by}`);

  it('are one hole drawn twice', () => {
    expect(codes(hole('a', 0), hole('b', 0.5))).toEqual(['mounts-together b a']);
    expect(codes(hole('a', 0), hole('b', 5))).toEqual([]);
  });

  it('are a choice where one has pins and the other none', () => {
    const pins = { locating: { side: 'holes', spacingMm: 19 } } as const;
    expect(codes(hole('a', 0), hole('b', 0, pins))).toEqual([]);
  });
});
