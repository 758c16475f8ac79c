import { describe, expect, it } from '@jest/globals';
import { turnAbout, cube } from '../testing/rigs.js';
import {
  measureCentreMm,
  measurePartInertia,
  measurePartMass,
  placeMovements,
  type Part,
} from './index.js';

const two: Part = cube('two', 300, {
  solids: [
    { id: 'a', type: 'box', sizeMm: [10, 10, 10], atMm: [0, 0, 0] },
    { id: 'b', type: 'box', sizeMm: [10, 10, 20], atMm: [30, 0, 0] },
  ],
});
const centreOf = (part: Part, stance = {}) => {
  const mass = measurePartMass(part, placeMovements(part, stance));
  return mass && measureCentreMm(mass);
};

describe('mass of a part', () => {
  it('is spread by volume: one third at 0 and two thirds at 30 balance at 20', () => {
    expect(centreOf(two)).toEqual([20, 0, 0]);
  });

  it('a solid that states its grams keeps them: 240 g at 0 leave 60 g at 30, so 6', () => {
    const [a, b] = two.solids as [Part['solids'][0], Part['solids'][0]];
    expect(centreOf({ ...two, solids: [{ ...a, massG: 240 }, b] })?.[0]).toBeCloseTo(6, 9);
  });

  it('and its inertia grow with what one of its kind weighs, but for grams that are stated', () => {
    const still = new Map();
    const tensorOf = (part: Part, massG: number) =>
      measurePartInertia(part, still, massG)!.tensorGmm2.map((v) => Math.round(v));
    const own = tensorOf(two, 300);
    // Asked again with another mass: half as much again.
    expect(tensorOf(two, 450)).toEqual(own.map((v) => Math.round(v * 1.5)));
    expect(tensorOf(two, 300)).toEqual(own);
    const [a, b] = two.solids as [Part['solids'][0], Part['solids'][0]];
    const stated = { ...two, solids: [{ ...a, massG: 240 }, b] };
    expect(tensorOf(stated, 450)).not.toEqual(tensorOf(stated, 300).map((v) => v * 1.5));
  });

  it('is not known where it is not stated, and a weighed figure counts before the stated one', () => {
    expect(measurePartMass(cube('x', undefined), new Map())).toBeUndefined();
    expect(measurePartMass(two, new Map(), 450)?.massG).toBeCloseTo(450, 9);
  });

  it('goes with what moves: b drawn out by 15 mm carries the centre by 10', () => {
    const drawn: Part = {
      ...two,
      movements: [
        {
          id: 'out',
          name: 'out',
          type: 'shift',
          originMm: [0, 0, 0],
          axis: [1, 0, 0],
          from: 0,
          to: 20,
          rest: 0,
          carries: ['b'],
        },
      ],
    };
    expect(centreOf(drawn, { out: 15 })?.[0]).toBeCloseTo(30, 9);
  });

  it('a movement carried by another turns with it', () => {
    const arm: Part = {
      ...two,
      movements: [
        turnAbout('swivel', [0, 0, 1], [0, 0, 0], [-180, 180], ['a']),
        turnAbout('tilt', [0, 1, 0], [0, 0, 0], [-90, 90], ['b'], { after: 'swivel' }),
      ],
    };
    // b at (30, 0, 0): tilted 90° about left it points down; swivelled it stays below. Untilted, swivelled 90°: left.
    const moved = placeMovements(arm, { swivel: 90, tilt: 90 });
    const mass = measurePartMass({ ...arm, solids: [arm.solids[1]!] }, moved)!;
    const [x, y, z] = measureCentreMm(mass)!;
    expect([x, y, z].map((v) => Math.round(v * 1e6) / 1e6 + 0)).toEqual([0, 0, -30]);
    const level = measurePartMass(
      { ...arm, solids: [arm.solids[1]!] },
      placeMovements(arm, { swivel: 90 }),
    )!;
    expect(measureCentreMm(level)![1]).toBeCloseTo(30, 6);
  });
});
