import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { findHold } from '../hold/index.js';
import { measureTensorAt } from '../part/index.js';
import { createRotation, rotate, toUnit, type Vec3 } from '../placement/index.js';
import { measureInertia, placeSetup, type Setup } from '../rig/index.js';
import { gripAt, sits } from '../testing/hold-findings.js';
import { body, createTestRig, cube, joint, mountAt, weightAhead } from '../testing/rigs.js';
import {
  compareLightness,
  measureHang,
  measurePrincipal,
  measureProperties,
  measureSteadiness,
  measureTurning,
} from './index.js';

type Made = ReturnType<typeof createTestRig>;
const assemble = ({ rig, parts }: Made, rigFromBody?: Parameters<typeof placeSetup>[3]) =>
  placeSetup(rig, rig.setups[0]!, parts, rigFromBody);
/** 1000 g at the origin, 500 g at 100 ahead and 50 up: both cubes of 10 mm. */
const two = createTestRig([body, weightAhead], [joint('w', 'weight.base', 'body.plain')]);

describe('mass properties', () => {
  it('two cubes by parallel axes: 500 · 1000 ∕ 1500 · distance² and the cubes’ own', () => {
    const { inertia } = measureProperties(assemble(two), two.parts);
    expect(inertia.massG).toBe(1500);
    expect(inertia.centreMm).toEqual([
      expect.closeTo(100 / 3, 9),
      expect.closeTo(0, 9),
      expect.closeTo(50 / 3, 9),
    ]);
    // Reduced mass 333.3 g; a cube has m·a² ∕ 6 about any axis through its middle.
    const own = (1500 * 100) / 6;
    const [xx, yy, zz, xy, xz, yz] = inertia.tensorGmm2;
    expect(xx).toBeCloseTo(own + (1000 / 3) * 50 ** 2, 4);
    expect(yy).toBeCloseTo(own + (1000 / 3) * (100 ** 2 + 50 ** 2), 4);
    expect(zz).toBeCloseTo(own + (1000 / 3) * 100 ** 2, 4);
    expect(xz).toBeCloseTo((-1000 / 3) * 100 * 50, 4);
    expect([xy, yz]).toEqual([expect.closeTo(0, 6), expect.closeTo(0, 6)]);
  });

  it('the principal axes of two masses: along the line between them, and square to it', () => {
    const { principal } = measureProperties(assemble(two), two.parts);
    const line = toUnit([100, 0, 50]);
    expect(Math.abs(line.reduce((sum, v, i) => sum + v * principal[0]!.axis[i]!, 0))).toBeCloseTo(
      1,
      9,
    );
    expect(principal[0]!.kgm2).toBeCloseTo(25_000e-9, 12);
    expect(principal[2]!.kgm2).toBeCloseTo((25_000 + (1000 / 3) * 12_500) * 1e-9, 12);
  });

  it('stay the same however the rig stands, and are positive about every axis', () => {
    const part = fc.integer({ min: -9, max: 9 });
    const mm = fc.integer({ min: -200, max: 200 });
    const still = measureProperties(assemble(two), two.parts);
    fc.assert(
      fc.property(part, part, fc.integer({ min: 0, max: 628 }), mm, mm, (a, b, turn, x, y) => {
        const rotation = createRotation(toUnit([a, b, 4]), turn / 100);
        const moved = measureProperties(
          assemble(two, { rotation, originMm: [x, y, 30] }),
          two.parts,
        );
        moved.principal.forEach((p, i) => {
          expect(p.kgm2).toBeGreaterThan(0);
          expect(p.kgm2 / still.principal[i]!.kgm2).toBeCloseTo(1, 9);
        });
        const centre = rotate(rotation, still.inertia.centreMm);
        expect(moved.inertia.centreMm[0]).toBeCloseTo(centre[0] + x, 6);
        // Positive definite: its principal moments are, and no axis has less than the smallest.
        const least = Math.min(...moved.inertia.tensorGmm2.slice(0, 3));
        expect(least * 1e-9).toBeGreaterThanOrEqual(still.principal[0]!.kgm2 * (1 - 1e-9));
      }),
    );
  });

  it('about another point is never less than about the centre of mass', () => {
    const inertia = measureInertia(assemble(two));
    const at = measureTensorAt(inertia, [0, 0, 0]);
    [0, 1, 2].forEach((i) => expect(at[i]!).toBeGreaterThanOrEqual(inertia.tensorGmm2[i]!));
  });

  it('a diagonal tensor has its own axes', () => {
    const found = measurePrincipal([3e9, 1e9, 2e9, 0, 0, 0]);
    expect(found.map((p) => p.kgm2)).toEqual([1, 2, 3].map((v) => expect.closeTo(v, 9)));
    expect(Math.abs(found[0]!.axis[1])).toBeCloseTo(1, 9);
  });

  it('what is on the belt is counted apart, and what nobody weighed there is named', () => {
    const brick = cube('brick', 600);
    const made = createTestRig([body, brick, cube('pouch', undefined)], [], {
      setup: { worn: ['brick', 'pouch'] },
    });
    const { worn, inertia } = measureProperties(assemble(made), made.parts);
    expect([worn.massG, worn.unweighed, inertia.massG]).toEqual([600, ['pouch'], 1000]);
  });
});

describe('steadiness', () => {
  const lens = cube('lens', 200, {
    kind: 'lens',
    mounts: [mountAt('rear', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0])],
  });
  it('is counted about the hands, in multiples of the bare camera about its own grip', () => {
    const bar = cube(
      'bar',
      1000,
      { mounts: [mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0])] },
      [0, 0, 150],
    );
    const made = sits(
      'one-grip',
      { grips: [gripAt('hand', [0, 0, 0])] },
      [bar],
      [joint('b', 'bar.base', 'body.plain')],
    );
    const assembly = assemble(made);
    const steady = measureSteadiness(assembly, findHold(assembly))!;
    // The bare body: 1000 g·100 mm² ∕ 6. The bar adds its own and 1000 g · 200² about pitch and roll.
    const bare = (1000 * 100) / 6;
    expect(steady.bare.pitchKgm2).toBeCloseTo(bare * 1e-9, 12);
    expect(steady.times.pitch).toBeCloseTo((2 * bare + 1000 * 200 ** 2) / bare, 6);
    expect(steady.times.yaw).toBeCloseTo(2, 6);
  });

  it('counts the lens to the bare camera, and turns with the operator when rolled', () => {
    const made = (attitude: Setup['attitude']) =>
      sits(
        'one-grip',
        { grips: [gripAt('hand', [0, 0, 0])] },
        [lens],
        [joint('l', 'lens.rear', 'body.plain')],
        { attitude },
      );
    const level = assemble(made('level'));
    const rolled = assemble(made('rolled-left'));
    const a = measureSteadiness(level, findHold(level))!;
    const b = measureSteadiness(rolled, findHold(rolled))!;
    expect(a.times.pitch).toBeCloseTo(1, 9);
    expect(b.rig.pitchKgm2).toBeCloseTo(a.rig.yawKgm2, 12);
    expect(
      measureTurning(measureInertia(level), [0, 0, 0], findHold(level).axes).rollKgm2,
    ).toBeCloseTo(a.rig.rollKgm2, 12);
  });
});

describe('two rigs side by side', () => {
  it('are told apart by mass and by how they turn; equal counts as lighter and quicker', () => {
    const rig = (massG: number, pitch: number) => ({ massG, pitch });
    expect(compareLightness(rig(1000, 2), rig(2000, 5))).toBe('lighter-quicker');
    expect(compareLightness(rig(2000, 5), rig(1000, 2))).toBe('heavier-steadier');
    expect(compareLightness(rig(1000, 5), rig(2000, 2))).toBe('lighter-steadier');
    expect(compareLightness(rig(2000, 2), rig(1000, 5))).toBe('heavier-quicker');
    expect(compareLightness(rig(1000, 2), rig(1000, 2))).toBe('lighter-quicker');
  });
});

describe('what nobody weighed', () => {
  it('makes the mass a range, from a light shell to solid metal, and the tilt with it', () => {
    const box = cube(
      'box',
      undefined,
      { mounts: [mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0])] },
      [80, 0, 0],
    );
    const made = sits(
      'low',
      { grips: [gripAt('top', [0, 0, 60] as Vec3, { place: 'top', toMm: [40, 0, 60] })] },
      [box],
      [joint('b', 'box.base', 'body.plain')],
    );
    const assembly = assemble(made);
    const hang = measureHang(assembly, findHold(assembly));
    if (hang.state !== 'hangs') throw new Error(hang.state);
    // 1 cm³: 0.3 to 3.5 g.
    expect(hang.massRangeG).toEqual([expect.closeTo(1000.3, 9), expect.closeTo(1003.5, 9)]);
    expect(hang.ranges!.tiltRad[0]).toBeGreaterThan(hang.tiltRad);
    expect(hang.ranges!.tiltRad[1]).toBeGreaterThan(hang.ranges!.tiltRad[0]);
  });
});
