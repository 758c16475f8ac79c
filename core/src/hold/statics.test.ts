import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { dot, measureLength, negate, type Vec3 } from '../placement/index.js';
import { HoldKind, placeSetup, type Rig } from '../rig/index.js';
import type { PartBook } from '../part/index.js';
import { gripAt, pad, sits, support } from '../testing/hold-findings.js';
import { body, cube, handle, joint, mountAt } from '../testing/rigs.js';
import { findHold, measureBorne, solveStatics, sumStatics, type Statics } from './index.js';

const W = 9.80665;
function solve({ rig, parts }: { rig: Rig; parts: PartBook }): Statics {
  const assembly = placeSetup(rig, rig.setups[0]!, parts);
  const statics = solveStatics(assembly, findHold(assembly));
  if (!statics) throw new Error('nothing holds it');
  return statics;
}
const lifts = (s: Statics, role: string) =>
  s.forces.filter((f) => f.on === role).map((f) => dot(f.forceN, negate(s.down)));
const pushes = (s: Statics, role: string) =>
  s.forces.filter((f) => f.on === role).map((f) => f.forceN[0]);

/** A lens whose middle is 60 mm ahead and whose underside is at z = −30. */
const lens = cube('lens', 1e-6, {
  kind: 'lens',
  solids: [{ id: 'barrel', type: 'box', sizeMm: [60, 60, 60], atMm: [60, 0, 0] }],
  mounts: [
    mountAt('rear', 'lens-mount', 'lens', [0, 0, 0], [-1, 0, 0], [0, 0, 1], { family: 'x' }),
  ],
});
const mounted = {
  mounts: [
    ...body.mounts,
    mountAt('lens', 'lens-mount', 'body', [0, 0, 0], [1, 0, 0], [0, 0, 1], { family: 'x' }),
  ],
};
const onLens = joint('l', 'lens.rear', 'body.lens');

describe('hands', () => {
  it('one hand bears all, and its wrist what is left: a lever of 100 mm is 0.981 N·m', () => {
    const s = solve(sits('one-grip', { grips: [gripAt('hand', [-100, 0, 0])] }));
    expect(lifts(s, 'hand')[0]).toBeCloseTo(W, 9);
    // The weight turns the nose down about the left axis; the wrist turns it up.
    expect(s.twists[0]!.momentNm[1]).toBeCloseTo(-W * 0.1, 9);
  });

  it('two hands share by balance, and nothing is left where the weight lies between them', () => {
    const s = solve(
      sits('grips', { grips: [gripAt('a', [0, 60, 20]), gripAt('b', [0, -20, -30])] }),
    );
    expect(lifts(s, 'hand').map((n) => n / W)).toEqual([
      expect.closeTo(0.25, 9),
      expect.closeTo(0.75, 9),
    ]);
    expect(s.twists).toEqual([]);
  });

  it('two hands 50 mm behind the weight hold 0.49 N·m between them, half each', () => {
    const s = solve(
      sits('grips', { grips: [gripAt('a', [-50, 60, 0]), gripAt('b', [-50, -60, 0])] }),
    );
    expect(s.twists.map((t) => t.momentNm[1])).toEqual([
      expect.closeTo((-W * 0.05) / 2, 9),
      expect.closeTo((-W * 0.05) / 2, 9),
    ]);
  });

  it('a hand under the lens takes what lies ahead: 20 mm of 60 from the top handle is a third', () => {
    const s = solve(
      sits(
        'low-two',
        { ...mounted, grips: [gripAt('top', [-30, 0, 60], { place: 'top' })] },
        [lens],
        [onLens],
      ),
    );
    // Handle at −30, lens middle at 60, weight at 0: 30 of 90.
    expect(lifts(s, 'under-hand')[0]! / W).toBeCloseTo(1 / 3, 6);
  });
});

describe('chest and eye', () => {
  it('a chest behind a tail-heavy rig lifts by friction, at most its share of the push', () => {
    // Hands 20 mm ahead of the weight, chest touched at x = −5 by the body itself: 25 mm behind the hands.
    const grips = [gripAt('a', [1, 60, 0]), gripAt('b', [1, -60, 0])];
    const s = solve(sits('chest', { grips }));
    expect(pushes(s, 'chest')[0]).toBeCloseTo(15, 9);
    // Wanted: W·1 ∕ 6 = 1.63 N, and friction gives up to 6 N: the wrists hold nothing.
    expect(lifts(s, 'chest')[0]).toBeCloseTo(W / 6, 6);
    expect(s.twists).toEqual([]);
    const far = solve(
      sits('chest', { grips: [gripAt('a', [40, 60, 0]), gripAt('b', [40, -60, 0])] }),
    );
    expect(lifts(far, 'chest')[0]).toBeCloseTo(0.4 * 15, 9);
    expect(far.twists).not.toEqual([]);
  });

  it('a face above the hands holds up a heavy tail, never a heavy nose', () => {
    const loupe = cube('loupe', 1e-6, {
      kind: 'loupe',
      mounts: [mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0])],
    });
    const eyed = (x: number) =>
      solve(
        sits(
          'eye',
          { grips: [gripAt('a', [x, 60, 0]), gripAt('b', [x, -60, 0])] },
          [loupe],
          [joint('e', 'loupe.base', 'body.plain')],
        ),
      );
    // Weight 20 mm behind the hands, eye 50 mm above them: W·20 ∕ 50.
    expect(pushes(eyed(20), 'eye')[0]).toBeCloseTo((W * 20) / 50, 6);
    expect(pushes(eyed(-20), 'eye')[0]).toBe(0);
  });
});

describe('shoulder, strap and head', () => {
  const onRoof = [joint('p', 'pad.base', 'body.plain')];

  it('over the pad it sits by itself; beyond, pad and hands share it like two supports', () => {
    const grips = [gripAt('a', [100, 60, 0]), gripAt('b', [100, -60, 0])];
    const over = solve(sits('shoulder', { grips }, [pad(2)], onRoof));
    expect([lifts(over, 'shoulder')[0]! / W, ...lifts(over, 'hand')]).toEqual([
      expect.closeTo(1, 6),
      expect.closeTo(0, 9),
      expect.closeTo(0, 9),
    ]);
    // Pressure at −20 + 2.5 = −17.5, hands at 100: the hands bear 17.5 of 117.5.
    const ahead = solve(sits('shoulder', { grips }, [pad(-20)], onRoof));
    expect(lifts(ahead, 'hand').reduce((a, b) => a + b) / W).toBeCloseTo(17.5 / 117.5, 6);
  });

  it('hung from two lugs it turns about their line until the weight is below', () => {
    const lug = (id: string, y: number) =>
      mountAt(id, 'strap-lug', 'lug', [-30, y, 40], [0, 0, 1], [1, 0, 0]);
    const s = solve(sits('strap', { mounts: [lug('a', 60), lug('b', -60)] }));
    // Lugs 30 behind and 40 above the weight: down in the rig is (0.6, 0, −0.8), 36.9° nose down.
    [0.6, 0, -0.8].forEach((v, i) => expect(s.down[i]).toBeCloseTo(v, 9));
    expect(lifts(s, 'strap')).toEqual([expect.closeTo(W / 2, 9), expect.closeTo(W / 2, 9)]);
  });

  it('a head bears the rig without itself', () => {
    const s = solve(sits('tripod', {}, [support(20)], [joint('s', 'support.base', 'body.plain')]));
    expect(lifts(s, 'head')[0]).toBeCloseTo(W, 9);
    expect(measureLength(s.twists[0]!.momentNm)).toBeCloseTo(W * 0.02, 9);
  });
});

describe('the laws', () => {
  it('forces and moments sum to nothing, in every way of holding that bears', () => {
    const mm = fc.integer({ min: -150, max: 150 });
    const point = fc.tuple(mm, mm, mm);
    const attitude = fc.constantFrom('level', 'rolled-left', 'rolled-right');
    let solved = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...HoldKind.options),
        attitude,
        point,
        point,
        fc.integer({ min: 1, max: 3000 }),
        (hold, roll, a, b, extraG) => {
          const lug = (id: string, at: Vec3) =>
            mountAt(id, 'strap-lug', 'lug', at, [0, 0, 1], [1, 0, 0]);
          const made = sits(
            hold,
            {
              ...mounted,
              mounts: [...mounted.mounts, lug('la', a), lug('lb', b)],
              grips: [
                gripAt('a', a),
                gripAt('b', b),
                gripAt('t', a, { place: 'top', toMm: [a[0] + 40, a[1], a[2]] }),
              ],
            },
            [
              lens,
              pad(-20),
              support(15),
              cube(
                'extra',
                extraG,
                {
                  mounts: [
                    mountAt('base', 'cold-shoe', 'foot', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
                      clampLengthMm: 10,
                    }),
                  ],
                },
                [20, 30, 40],
              ),
            ],
            [
              onLens,
              joint('p', 'pad.base', 'body.plain'),
              joint('s', 'support.base', 'body.holes'),
              joint('e', 'extra.base', 'body.shoe'),
            ],
            { attitude: roll as 'level' },
          );
          const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
          const held = findHold(assembly);
          const statics = solveStatics(assembly, held);
          if (!statics) return;
          solved += 1;
          const { forceN, momentNm } = sumStatics(statics, [13, -7, 5]);
          const weight = (measureBorne(assembly, held)!.massG / 1000) * W;
          expect(measureLength(forceN) / weight).toBeLessThan(1e-9);
          expect(measureLength(momentNm) / weight).toBeLessThan(1e-9);
        },
      ),
      { numRuns: 400 },
    );
    expect(solved).toBeGreaterThan(200);
  });

  it('a rig that hangs comes to rest with its weight below the hand, whatever side was down', () => {
    const s = solve(
      sits('low', {}, [handle], [joint('h', 'handle.base', 'body.rail', { slideMm: 30 })]),
    );
    const hand = s.forces.find((f) => f.on === 'hand')!;
    const weight = s.forces.find((f) => f.on === 'weight')!;
    const d = weight.atMm.map((v, i) => v - hand.atMm[i]!) as never as Vec3;
    expect(dot(d, s.down)).toBeCloseTo(measureLength(d), 9);
  });
});
