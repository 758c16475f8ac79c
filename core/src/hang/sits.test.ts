import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { findHold } from '../hold/index.js';
import type { HoldKind } from '../rig/index.js';
import { placeSetup, type Rig, type Setup } from '../rig/index.js';
import type { PartBook } from '../part/index.js';
import { gripAt, pad, sits, support } from '../testing/hold-findings.js';
import { measureReport } from '../report/index.js';
import { body, joint, mountAt } from '../testing/rigs.js';
import {
  enduranceCurves,
  measureDay,
  measureEffort,
  measureEnduranceS,
  measureHang,
  measureStrengthFactor,
  type Hang,
} from './index.js';

type Vec = [number, number, number];
const W = 9.80665;
const place = ({ rig, parts }: { rig: Rig; parts: PartBook }) =>
  placeSetup(rig, rig.setups[0]!, parts);
function hangOf<State extends Hang['state']>(
  made: { rig: Rig; parts: PartBook },
  state: State,
): Extract<Hang, { state: State }> {
  const assembly = place(made);
  const hang = measureHang(assembly, findHold(assembly));
  if (hang.state !== state) throw new Error(hang.state);
  return hang as Extract<Hang, { state: State }>;
}

describe('in the hands', () => {
  const pair = (a: number, b: number, z = 0) =>
    hangOf(
      sits('grips', { grips: [gripAt('a', [10, a, z]), gripAt('b', [-5, b, 0])] }),
      'in-hands',
    );

  it('tells what each lifts, how the hands lie to each other, and what one holds when the other lets go', () => {
    const h = pair(60, -20, 40);
    expect(h.hands.map((x) => x.liftN / W)).toEqual([
      expect.closeTo(0.25, 1),
      expect.closeTo(0.75, 1),
    ]);
    expect(h.between).toEqual({ heightMm: 40, depthMm: 15, spreadMm: 80 });
    // Let go of the first: the second holds 1000 g at √(5² + 20²) mm.
    expect(h.letGo[0]).toEqual({
      freeItemId: 'body',
      otherNm: expect.closeTo((W * Math.hypot(5, 20)) / 1000, 9),
    });
  });

  it('a heavy nose is held up: the sign of the wrist follows the weight', () => {
    const one = (x: number) =>
      hangOf(sits('one-grip', { grips: [gripAt('hand', [x, 0, 0])] }), 'in-hands').hands[0]!;
    expect(one(-50).pitchNm).toBeCloseTo(W * 0.05, 9);
    expect(one(50).pitchNm).toBeCloseTo(-W * 0.05, 9);
  });

  it('in portrait the same grips bear by what is then below', () => {
    const rolled = (attitude: Setup['attitude']) =>
      hangOf(
        sits('one-grip', { grips: [gripAt('hand', [0, 0, -80])] }, [], [], { attitude }),
        'in-hands',
      );
    // Level the grip is under the weight; rolled left it lies 80 mm beside it.
    expect(rolled('level').wristNm).toBeCloseTo(0, 9);
    expect(rolled('rolled-left').wristNm).toBeCloseTo(W * 0.08, 9);
  });
});

describe('when the hand slips', () => {
  const upright = (open: 'from' | 'to' | 'none' | undefined) =>
    hangOf(
      sits('one-grip', {
        grips: [
          gripAt('hand', [0, 0, -60], {
            toMm: [0, 0, 60],
            ...(open === undefined ? {} : { open }),
          }),
        ],
      }),
      'in-hands',
    ).hands[0]!.slipOff!;

  it('an upright grip slides down through it: the hand comes to the upper end', () => {
    expect(upright('to')).toEqual({
      towards: 'to',
      slopeDeg: expect.closeTo(90, 6),
      comesOff: true,
    });
    expect(upright('from').comesOff).toBe(false);
    expect(upright(undefined).comesOff).toBeUndefined();
  });
});

describe('on the shoulder', () => {
  it('is heavy at the end that lies beyond the pad', () => {
    const at = (mm: number) =>
      hangOf(
        sits('shoulder', {}, [pad(mm)], [joint('p', 'pad.base', 'body.plain')]),
        'on-shoulder',
      );
    expect(at(-20)).toMatchObject({
      heavy: 'nose',
      beyondMm: expect.closeTo(17.5, 3),
      hasHands: false,
    });
    expect(at(20)).toMatchObject({ heavy: 'tail' });
    expect(at(0)).toMatchObject({ heavy: 'balanced', beyondMm: 0, padN: expect.closeTo(W, 6) });
  });
});

describe('on a support', () => {
  const plated = (offMm: number, lengthMm: number) => {
    const rail = mountAt('plate', 'nato-rail', 'rail', [0, 0, -50], [0, 0, -1], [1, 0, 0], {
      lengthwise: { axis: [1, 0, 0], fromMm: -lengthMm / 2, toMm: lengthMm / 2 },
    });
    const head = {
      ...support(0),
      mounts: [
        mountAt('clamp', 'nato-rail', 'clamp', [0, 0, 0], [0, 0, 1], [1, 0, 0], {
          clampLengthMm: 20,
        }),
      ],
    };
    return hangOf(
      sits(
        'tripod',
        { mounts: [rail] },
        [head],
        [joint('s', 'support.clamp', 'body.plate', { slideMm: offMm })],
      ),
      'on-head',
    );
  };

  it('tells where the plate would have to be, whether it gets there, and what is left', () => {
    // The head 30 mm ahead of the weight: the weight is 30 mm behind its axis.
    expect(plated(30, 100)).toMatchObject({
      aheadMm: expect.closeTo(-30, 9),
      travel: {
        wantedMm: expect.closeTo(0, 9),
        nearestMm: expect.closeTo(0, 9),
        leftOverMm: expect.closeTo(0, 9),
      },
      offsetNm: expect.closeTo(W * 0.03, 9),
    });
  });

  it('on a gimbal what the plate can slide counts as travel', () => {
    const made = (forwardMm: [number, number], offMm: number) =>
      hangOf(
        sits(
          'gimbal',
          {},
          [support(offMm, { gimbal: { forwardMm, leftMm: [-9, 9], upMm: [-60, 60] } })],
          [joint('s', 'support.base', 'body.plain')],
        ),
        'on-gimbal',
      ).axes[0]!;
    expect(made([-10, 10], 12)).toMatchObject({
      atMm: expect.closeTo(12, 9),
      outMm: expect.closeTo(2, 9),
    });
    expect(made([-10, 12], 12).outMm).toBeCloseTo(0, 9);
  });
});

describe('set down', () => {
  it('tips over the edge that is nearest: atan(20 ∕ 40) to the front', () => {
    const { standing } = hangOf(
      sits('set-down', {
        solids: [
          ...body.solids,
          { id: 'foot', type: 'box', sizeMm: [60, 80, 10], atMm: [-10, 0, -35], massG: 1e-6 },
        ],
      }),
      'stands',
    );
    expect(standing.tipDeg).toMatchObject({
      forward: expect.closeTo(26.565, 3),
      back: expect.closeTo(45, 3),
      left: expect.closeTo(45, 3),
    });
  });
});

describe('how long an arm holds', () => {
  it('follows the published curves: at half the strength a shoulder 53 s, an elbow 83 s, a hand 103 s', () => {
    expect(measureEnduranceS('shoulder', 0.5)).toBeCloseTo(14.9 * 2 ** 1.83, 9);
    expect(measureEnduranceS('elbow', 0.5)).toBeCloseTo(18 * 2 ** 2.21, 9);
    expect(measureEnduranceS('grip', 0.5)).toBeCloseTo(33.6 * 2 ** 1.61, 9);
    expect(Object.keys(enduranceCurves)).toHaveLength(3);
  });

  it('is not limited below a tenth of the strength, and is just at it', () => {
    expect(measureEnduranceS('grip', 0.0999)).toBeUndefined();
    expect(measureEnduranceS('grip', 0.1)).toBeGreaterThan(1000);
  });

  const effortOf = (massG: number, rig: Partial<Rig> = {}, hold: HoldKind = 'one-grip') => {
    // Two hands stand as far to the left as to the right: each lifts half.
    const grips =
      hold === 'grips'
        ? [gripAt('a', [0, 60, 0]), gripAt('b', [0, -60, 0])]
        : [gripAt('hand', [0, 0, 0])];
    const made = sits(hold, { massG, grips });
    const assembly = place({ ...made, rig: { ...made.rig, ...rig } });
    return {
      assembly,
      effort: measureEffort(assembly, measureHang(assembly, findHold(assembly)))!,
    };
  };

  it('a heavier rig is held for less time, and the joint that gives out first is named', () => {
    const times = [1500, 2500, 3500].map((g) => effortOf(g).effort.limit!);
    expect(times.map((t) => t.joint)).toEqual(['shoulder', 'shoulder', 'shoulder']);
    expect(times[0]!.timeS!).toBeGreaterThan(times[1]!.timeS!);
    expect(times[1]!.timeS!).toBeGreaterThan(times[2]!.timeS!);
    // 2500 g at 0.35 m, and an arm of 3600 g at 0.2 m, of 60 N·m.
    const fraction = ((2.5 * 0.35 + 3.6 * 0.2) * W) / 60;
    expect(times[1]!.fraction).toBeCloseTo(fraction, 9);
    expect(times[1]!.timeS).toBeCloseTo(14.9 * fraction ** -1.83, 6);
  });

  it('the owner’s own hold test comes out again as it was held, in one hand and shared by two', () => {
    const looked = new Set<string>();
    fc.assert(
      fc.property(
        fc.constantFrom('one-grip', 'grips'),
        fc.integer({ min: 2000, max: 9000 }),
        fc.integer({ min: 30, max: 240 }),
        (hold, massG, durationS) => {
          const test = { hold: hold as HoldKind, massG, durationS };
          const factor = measureStrengthFactor(test, undefined);
          fc.pre(factor > 0.21 && factor < 4.9);
          const { effort } = effortOf(massG, { holdTest: test }, hold as HoldKind);
          looked.add(hold);
          expect(effort.factorFrom).toBe('hold-test');
          expect(effort.limit!.timeS! / durationS).toBeCloseTo(1, 6);
        },
      ),
    );
    expect([...looked].sort()).toEqual(['grips', 'one-grip']);
  });

  it('a day is hours on, the share in the hands, and how many holds that makes', () => {
    const { assembly, effort } = effortOf(2500);
    const day = measureDay(assembly, effort, { currency: 'EUR', limits: {}, day: { hoursOn: 6 } })!;
    expect(day.carriedMin).toBeCloseTo(108, 9);
    expect(day.holds).toBe(Math.ceil((108 * 60) / effort.limit!.timeS!));
    expect(measureDay(assembly, effort, { currency: 'EUR', limits: {} })).toBeUndefined();
  });
});

describe('a weight beside the axis of a head', () => {
  const weightOf = (aheadMm: number, leftMm: number) => {
    const made = sits(
      'tripod',
      {},
      [
        {
          ...support(0),
          mounts: support(0).mounts.map((m) => ({ ...m, originMm: [aheadMm, leftMm, 0] as Vec })),
        },
      ],
      [joint('s', 'support.base', 'body.plain')],
    );
    return measureReport(made.rig, 'low', made.parts).findings.find(
      (f) => f.code === 'off-head-axis',
    )?.weight;
  };

  it('is a risk from 20 mm ahead or behind, where it tilts the head', () => {
    expect([weightOf(4.9, 0), weightOf(19.9, 0), weightOf(20.1, 0)]).toEqual([
      undefined,
      'note',
      'risk',
    ]);
  });

  it('is a note to a side as far as a platform reaches', () => {
    expect([weightOf(0, 59.9), weightOf(0, 60.1)]).toEqual(['note', 'risk']);
  });
});
