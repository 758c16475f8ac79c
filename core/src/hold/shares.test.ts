import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { cross, dot, negate, scale, subtract, toUnit, type Vec3 } from '../placement/index.js';
import { placeSetup, type HoldKind, type Setup } from '../rig/index.js';
import { gripAt, pad, sits } from '../testing/hold-findings.js';
import { cube, joint, mountAt } from '../testing/rigs.js';
import { findHold, measureShares, solveStatics, type Statics } from './index.js';

const W = 9.80665;
function solve(
  hold: HoldKind,
  grips: readonly Vec3[],
  attitude: Setup['attitude'] = 'level',
  extra: readonly [number, Vec3] | undefined = undefined,
): Statics {
  const made = sits(
    hold,
    { grips: grips.map((p, i) => gripAt(`g${i}`, p)) },
    extra
      ? [
          cube(
            'extra',
            extra[0],
            { mounts: [mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0])] },
            extra[1],
          ),
        ]
      : [],
    extra ? [joint('e', 'extra.base', 'body.plain')] : [],
    { attitude },
  );
  const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
  return solveStatics(assembly, findHold(assembly))!;
}
const lifts = (s: Statics) =>
  s.forces.filter((f) => f.on === 'hand').map((f) => dot(f.forceN, negate(s.down)) / W);

describe('shares of two hands', () => {
  it('go by the distance along the level line between them, whatever their height and depth', () => {
    expect(measureShares([0, 0, 0], [0, 90, 50], [0, -30, -20], [0, 0, -1])).toEqual([
      expect.closeTo(0.25, 9),
      expect.closeTo(0.75, 9),
    ]);
    expect(measureShares([30, 0, 0], [40, 30, 0], [0, 0, 9], [0, 0, -1])).toEqual([
      expect.closeTo(0.48, 9),
      expect.closeTo(0.52, 9),
    ]);
  });

  it('swap when the hands do', () => {
    const [a, b] = measureShares([5, 3, 0], [0, 60, 0], [10, -20, 0], [0, 0, -1]);
    const [c, d] = measureShares([5, 3, 0], [10, -20, 0], [0, 60, 0], [0, 0, -1]);
    expect([c, d]).toEqual([expect.closeTo(b, 12), expect.closeTo(a, 12)]);
    expect(a + b).toBeCloseTo(1, 12);
  });

  it('beyond one hand the other pulls down', () => {
    const [a, b] = measureShares([0, 70, 0], [0, 50, 0], [0, -50, 0], [0, 0, -1]);
    expect([a, b]).toEqual([expect.closeTo(1.2, 9), expect.closeTo(-0.2, 9)]);
  });

  it('rolled left the upright of the rig is the level line: two thirds above, a third below', () => {
    // The weight at the origin; hands 30 above it and 60 below, as the camera stands.
    const s = solve(
      'grips',
      [
        [0, 0, 30],
        [0, 0, -60],
      ],
      'rolled-left',
    );
    expect(s.down).toEqual([0, -1, 0].map((v) => expect.closeTo(-v, 9)));
    expect(lifts(s)).toEqual([expect.closeTo(2 / 3, 9), expect.closeTo(1 / 3, 9)]);
    const other = solve(
      'grips',
      [
        [0, 0, 30],
        [0, 0, -60],
      ],
      'rolled-right',
    );
    expect(lifts(other)).toEqual([expect.closeTo(2 / 3, 9), expect.closeTo(1 / 3, 9)]);
  });

  it('leave nothing to the wrists that another share would have taken', () => {
    const mm = fc.integer({ min: -150, max: 150 });
    const point = fc.tuple(mm, mm, mm);
    let solved = 0;
    fc.assert(
      fc.property(
        point,
        point,
        point,
        fc.integer({ min: 1, max: 3000 }),
        fc.constantFrom('level', 'rolled-left', 'rolled-right'),
        (a, b, at, massG, attitude) => {
          const s = solve('grips', [a, b], attitude as 'level', [massG, at]);
          const line = subtract(b, a);
          const level = subtract(line, scale(s.down, dot(line, s.down)));
          if (Math.hypot(...level) < 45) return;
          solved += 1;
          // More in one hand and less in the other turns the rig about the level direction square to the line.
          const about = toUnit(cross(s.down, level));
          const left = s.twists.reduce((sum, t) => sum + dot(t.momentNm, about), 0);
          expect(Math.abs(left)).toBeLessThan(1e-9);
        },
      ),
      { numRuns: 200 },
    );
    expect(solved).toBeGreaterThan(100);
  });
});

describe('what hangs', () => {
  it('has nothing left for a wrist', () => {
    const top = sits('low', { grips: [gripAt('t', [-20, 10, 80], { place: 'top' })] });
    const assembly = placeSetup(top.rig, top.rig.setups[0]!, top.parts);
    const s = solveStatics(assembly, findHold(assembly))!;
    expect(s.twists).toEqual([]);
    // From the hand to the weight: (20, −10, −80), as a unit vector.
    const d = toUnit([20, -10, -80]);
    d.forEach((v, i) => expect(s.down[i]).toBeCloseTo(v, 9));
  });

  it('from two lugs aslant keeps the slope of its line and shares by balance along it', () => {
    const lug = (id: string, at: Vec3) => mountAt(id, 'strap-lug', 'lug', at, [0, 0, 1], [1, 0, 0]);
    const made = sits('strap', { mounts: [lug('a', [-30, 30, 40]), lug('b', [-30, -90, 40])] });
    const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
    const s = solveStatics(assembly, findHold(assembly))!;
    const strap = s.forces.filter((f) => f.on === 'strap');
    // The weight lies 30 of 120 mm from the first lug along their line.
    expect(strap.map((f) => Math.hypot(...f.forceN) / W)).toEqual([
      expect.closeTo(0.75, 9),
      expect.closeTo(0.25, 9),
    ]);
    expect(s.twists).toEqual([]);
    [0.6, 0, -0.8].forEach((v, i) => expect(s.down[i]).toBeCloseTo(v, 9));
  });
});

describe('on the shoulder', () => {
  it('a tail-heavy rig is pulled down by the hands: 17.5 mm behind the pressure, 82.5 from the hands', () => {
    const grips = [gripAt('a', [100, 60, 0]), gripAt('b', [100, -60, 0])];
    const made = sits('shoulder', { grips }, [pad(20)], [joint('p', 'pad.base', 'body.plain')]);
    const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
    const s = solveStatics(assembly, findHold(assembly))!;
    const hands = lifts(s).reduce((x, y) => x + y);
    const shoulder = s.forces
      .filter((f) => f.on === 'shoulder')
      .reduce((sum, f) => sum + dot(f.forceN, negate(s.down)) / W, 0);
    // Pressure at 20 − 2.5 = 17.5 ahead of the weight, hands at 100: 82.5 mm apart.
    expect(hands).toBeCloseTo(-17.5 / 82.5, 6);
    expect(hands + shoulder).toBeCloseTo(1, 6);
  });
});
