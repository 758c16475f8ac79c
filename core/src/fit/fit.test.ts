import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { createAxes } from '../hold/index.js';
import { body, createTestRig, cube, handle, joint, mountAt, weightAhead } from '../testing/rigs.js';
import { measureReport } from '../report/index.js';
import { placeSetup, type Setup } from '../rig/index.js';
import {
  judgeSlip,
  measureBraceGapMm,
  measureClampForceN,
  measureFrictionRadiusMm,
  measureWeightMomentNm,
} from './index.js';

const held = joint('h', 'handle.base', 'body.rail');
const screwed = joint('w', 'weight.base', 'body.plain');

function slipOf(setup: Partial<Setup>, part = weightAhead, more: Partial<typeof screwed> = {}) {
  const { rig, parts } = createTestRig([body, handle, part], [held, { ...screwed, ...more }], {
    setup,
  });
  return measureReport(rig, 'low', parts).fit.slips[0]!;
}

describe('what a screw joint holds', () => {
  it('a ring from 3.3 to 9 mm acts at 6.61 mm', () => {
    // ⅔ · (729 − 35.937) ∕ (81 − 10.89) = ⅔ · 693.063 ∕ 70.11 = 6.590…
    expect(measureFrictionRadiusMm(3.3, 9)).toBeCloseTo(((2 / 3) * 693.063) / 70.11, 9);
  });

  it('a disc without a hole acts at two thirds of its radius', () => {
    expect(measureFrictionRadiusMm(1e-9, 9)).toBeCloseTo(6, 6);
  });

  it('1.5 N·m on a ¼″ screw clamp with 1181 N', () => {
    expect(measureClampForceN(1.5, 0.2, 6.35)).toBeCloseTo(1181.1, 1);
  });

  it('the report uses both: 0.2 · 1181.1 N · 6.590 mm = 1.557 N·m', () => {
    expect(slipOf({}).slipMomentNm).toBeCloseTo(1.557, 3);
  });

  it('the tool, the pad and the owner’s own setting change it', () => {
    const coin = {
      ...weightAhead,
      mounts: [{ ...weightAhead.mounts[0]!, fastening: { tool: 'coin' as const, seconds: 9 } }],
    };
    expect(slipOf({}, coin).slipMomentNm / slipOf({}).slipMomentNm).toBeCloseTo(2.5 / 1.5, 9);
    const rubber = {
      ...weightAhead,
      mounts: [
        {
          ...weightAhead.mounts[0]!,
          contact: { innerRadiusMm: 3.3, outerRadiusMm: 9, lining: 'rubber' as const },
        },
      ],
    };
    expect(slipOf({}, rubber).slipMomentNm / slipOf({}).slipMomentNm).toBeCloseTo(0.5 / 0.2, 9);
    const { rig, parts } = createTestRig([body, handle, weightAhead], [held, screwed], {
      rig: { settings: { torqueThumbNm: 3 } },
    });
    expect(measureReport(rig, 'low', parts).fit.slips[0]!.slipMomentNm).toBeCloseTo(2 * 1.557, 2);
  });
});

describe('what acts on a screw joint', () => {
  it('an upright screw is not turned by weight standing still', () => {
    expect(slipOf({ motion: 'still' }).weightMomentNm).toBeCloseTo(0, 12);
  });

  it('walking, 500 g at 100 mm jolted with half a g turn it with 0.245 N·m; running with twice that', () => {
    // 0.5 kg · 9.80665 · 0.5 · 0.1 m
    expect(slipOf({ motion: 'walking' }).weightMomentNm).toBeCloseTo(0.24517, 5);
    expect(slipOf({ motion: 'running' }).weightMomentNm).toBeCloseTo(0.49033, 5);
  });

  it('rolled, the screw lies across and the weight itself turns it: 0.490 N·m', () => {
    expect(slipOf({ motion: 'still', attitude: 'rolled-left' }).weightMomentNm).toBeCloseTo(
      0.49033,
      5,
    );
    expect(slipOf({ motion: 'still', attitude: 'rolled-right' }).weightMomentNm).toBeCloseTo(
      0.49033,
      5,
    );
  });

  it('the axis counts, not the way the child is turned', () => {
    expect(
      slipOf({ attitude: 'rolled-left', motion: 'walking' }, weightAhead, { turnDeg: 90 })
        .weightMomentNm,
    ).toBeCloseTo(
      // Turned to the left the weight hangs straight below the screw: only the jolt is left.
      0.24517,
      5,
    );
  });

  it('a lever arm along the screw turns nothing', () => {
    expect(
      measureWeightMomentNm(500, [0, 0, 80], [0, 0, 0], [0, 0, 1], createAxes('level').down, 1),
    ).toBe(0);
  });

  it('a hand counts at the farthest grip on the side away from the hold, with 25 N', () => {
    const gripped = {
      ...weightAhead,
      grips: [
        {
          id: 'edge',
          use: 'adjust' as const,
          place: 'other' as const,
          fromMm: [0, 30, 0] as [number, number, number],
          toMm: [0, 80, 0] as [number, number, number],
        },
      ],
    };
    const slip = slipOf({}, gripped);
    expect(slip.handsMomentNm).toBeCloseTo(25 * 0.08, 9);
    expect(slip.handAtItem).toBe('weight');
    expect(slip.ratio).toBe(Math.max(slip.handsRatio, slip.weightRatio));
  });

  it('on one upright screw the hand that holds the rig twists the camera beyond it', () => {
    // The handle on a plain screw: the body hangs from it. Its grip ends 60 mm ahead of the screw.
    const screwHandle = { ...handle, mounts: [...weightAhead.mounts] };
    const made = createTestRig([body, screwHandle], [joint('h', 'handle.base', 'body.plain')]);
    const [slip] = measureReport(made.rig, 'low', made.parts).fit.slips;
    expect(slip!.awayMassG).toBe(1000);
    expect(slip!.handsMomentNm).toBeCloseTo(25 * 0.06, 9);
    expect(slip!.turning).toBe('picture');
    // Rolled over, the screw lies level: the hand lifts, it does not twist.
    const rolled = createTestRig([body, screwHandle], [joint('h', 'handle.base', 'body.plain')], {
      setup: { attitude: 'rolled-left', hold: 'one-grip' },
    });
    expect(measureReport(rolled.rig, 'low', rolled.parts).fit.slips[0]!.handsMomentNm).toBe(0);
  });

  it('the hand that holds the rig does not push what is light and beyond', () => {
    const slip = slipOf({});
    expect(slip.awayMassG).toBe(500);
    expect(slip.handsMomentNm).toBe(0);
  });

  it('on a tripod the jolt is that of the motion, and a knock of 40 N at the farthest point counts', () => {
    const head = cube('head', 800, {
      kind: 'support',
      mounts: [
        mountAt('top', 'quarter-20', 'screw', [0, 0, 5], [0, 0, 1], [1, 0, 0], {
          thread: { lengthMm: 5 },
        }),
      ],
    });
    const under = {
      ...body,
      mounts: [
        ...body.mounts,
        mountAt('under', 'quarter-20', 'socket', [0, 0, -5], [0, 0, -1], [1, 0, 0], {
          thread: { depthMm: 8 },
        }),
      ],
    };
    const on = (motion: 'still' | 'walking') => {
      const { rig, parts } = createTestRig([under, head], [joint('t', 'head.top', 'body.under')], {
        setup: { hold: 'tripod', motion },
      });
      return measureReport(rig, 'low', parts).fit.slips[0];
    };
    expect(on('walking')!.joltG).toBe(0.5);
    const slip = on('still');
    expect(slip!.joltG).toBe(0);
    // The corner of the body's cube, 5 mm ahead and 5 mm aside of the screw.
    expect(slip!.handsMomentNm).toBeCloseTo((40 * Math.hypot(5, 5)) / 1000, 9);
    expect(slip!.handForceN).toBe(40);
  });
});

describe('what a ratio means', () => {
  const judge = (more: Partial<Parameters<typeof judgeSlip>[0]>) =>
    judgeSlip({
      weightRatio: 0,
      handsRatio: 0,
      turning: 'nothing',
      slipStated: false,
      braced: false,
      ...more,
    });

  it.each([
    [0.3, 'well'],
    [0.3001, 'note'],
    [0.5, 'note'],
    [0.5001, 'risk'],
    [1, 'risk'],
    [1.0001, 'stops'],
  ])('%d by weight and motion is %s', (weightRatio, weight) => {
    expect(judge({ weightRatio })).toEqual({ weight, by: 'weight' });
    // A maker's own figure is judged by weight and motion as well.
    expect(judge({ weightRatio, slipStated: true }).weight).toBe(weight);
    expect(judge({ weightRatio, braced: true }).weight).toBe('well');
  });

  it.each([
    ['picture', 'risk'],
    ['grip', 'risk'],
    ['hits', 'risk'],
    ['unplugs', 'risk'],
    ['aims', 'well'],
    ['nothing', 'note'],
  ] as const)('a push that turns it never stops the build: %s is a %s', (turning, weight) => {
    expect(judge({ handsRatio: 1.0001, turning })).toEqual({ weight, by: 'hands' });
    expect(judge({ handsRatio: 9, turning }).weight).toBe(weight);
    expect(judge({ handsRatio: 9, turning, braced: true }).weight).toBe('well');
    // A friction pose that its maker states is there to be moved by hand.
    expect(judge({ handsRatio: 9, turning, slipStated: true }).weight).toBe('well');
  });

  it('a push that nearly turns it is worth a look only where turning does harm', () => {
    expect(judge({ handsRatio: 1, turning: 'picture' }).weight).toBe('note');
    expect(judge({ handsRatio: 0.5001, turning: 'picture' }).weight).toBe('note');
    expect(judge({ handsRatio: 0.5, turning: 'picture' }).weight).toBe('well');
    expect(judge({ handsRatio: 1, turning: 'aims' }).weight).toBe('well');
    expect(judge({ handsRatio: 1, turning: 'nothing' }).weight).toBe('well');
  });

  it('the heavier of both speaks', () => {
    expect(judge({ weightRatio: 0.6, handsRatio: 3, turning: 'aims' })).toEqual({
      weight: 'risk',
      by: 'weight',
    });
    expect(judge({ weightRatio: 0.4, handsRatio: 3, turning: 'picture' })).toEqual({
      weight: 'risk',
      by: 'hands',
    });
  });
});

describe('joints that something else keeps from turning', () => {
  it('a brace across the joint blocks it within its tolerance and not beyond', () => {
    const gripped = (gapMm: number) => ({
      ...weightAhead,
      mounts: [
        ...weightAhead.mounts,
        mountAt('foot', 'rod-pad', 'pad', [30, 0, gapMm], [0, 0, -1], [1, 0, 0]),
      ],
      grips: [
        {
          id: 'edge',
          use: 'adjust' as const,
          place: 'other' as const,
          fromMm: [0, 90, 0] as [number, number, number],
          toMm: [0, 90, 1] as [number, number, number],
        },
      ],
    });
    const braces = [
      {
        id: 'b',
        kind: 'stop' as const,
        a: { item: 'weight', mount: 'foot' },
        b: { item: 'body', mount: 'holes' },
      },
    ];
    const codes = (gapMm: number) => {
      const { rig, parts } = createTestRig([body, handle, gripped(gapMm)], [held, screwed], {
        setup: { braces },
      });
      return measureReport(rig, 'low', parts).findings.map((f) => f.code);
    };
    expect(codes(0.9)).not.toContain('screw-can-turn');
    expect(codes(1.1)).toEqual(expect.arrayContaining(['screw-can-turn', 'brace-apart']));
  });
});

describe('size', () => {
  it('is taken as the rig is held: rolled, the width stands upright', () => {
    const wide = cube('wide', 1, {
      mounts: weightAhead.mounts,
      solids: [{ id: 'bar', type: 'box', sizeMm: [10, 200, 10], atMm: [0, 0, 5] }],
    });
    const sizeIn = (attitude: Setup['attitude']) => {
      const { rig, parts } = createTestRig([body, wide], [joint('w', 'wide.base', 'body.plain')], {
        setup: { attitude },
      });
      return measureReport(rig, 'low', parts).fit.size;
    };
    // The body's cube reaches down to −5, the bar up to 60.
    expect(sizeIn('level').heightMm).toBeCloseTo(65, 9);
    expect(sizeIn('level').widthMm).toBeCloseTo(200, 9);
    expect(sizeIn('level').topItem).toBe('wide');
    expect(sizeIn('rolled-left').heightMm).toBeCloseTo(200, 9);
    expect(sizeIn('rolled-left').widthMm).toBeCloseTo(65, 9);
  });

  it('moving a part along its rail never changes the height', () => {
    fc.assert(
      fc.property(fc.integer({ min: -40, max: 40 }), (slideMm) => {
        const { rig, parts } = createTestRig([body, handle], [{ ...held, slideMm }]);
        expect(measureReport(rig, 'low', parts).fit.size.heightMm).toBeCloseTo(60, 9);
      }),
    );
  });
});

describe('braces', () => {
  const clampAt = (z: number) =>
    cube('rods', 10, {
      mounts: [
        mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0]),
        mountAt('pair', 'rod-15-pair', 'rods', [0, 0, z], [0, 0, 1], [1, 0, 0], {
          lengthwise: { axis: [1, 0, 0], fromMm: -100, toMm: 100 },
        }),
      ],
    });
  const second = cube('second', 10, {
    mounts: [
      mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0]),
      mountAt('clamp', 'rod-15-pair', 'clamp', [40, 0, 20], [0, 0, 1], [1, 0, 0]),
    ],
  });
  const gapOf = (z: number) => {
    const made = createTestRig(
      [body, clampAt(z), second],
      [joint('r', 'rods.base', 'body.plain'), joint('s', 'second.base', 'body.holes')],
      {
        setup: {
          braces: [
            {
              id: 'b',
              kind: 'rods',
              a: { item: 'second', mount: 'clamp' },
              b: { item: 'rods', mount: 'pair' },
            },
          ],
        },
      },
    );
    const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
    return measureBraceGapMm(assembly, assembly.setup.braces![0]!);
  };

  it('rods through a second clamp meet it anywhere along their length, not only at their middle', () => {
    expect(gapOf(20)).toBeCloseTo(0, 9);
    expect(gapOf(21.5)).toBeCloseTo(1.5, 9);
  });

  it('a support meets the barrel above its pad: 30 mm of radius, 32 mm from the axis, is 2 mm', () => {
    const lens = cube('lens', 100, {
      kind: 'lens',
      solids: [
        {
          id: 'barrel',
          type: 'cylinder',
          atMm: [50, 0, 0],
          axis: [1, 0, 0],
          radiusMm: 30,
          lengthMm: 100,
        },
      ],
      mounts: [
        mountAt('rear', 'lens-mount', 'lens', [0, 0, 0], [-1, 0, 0], [0, 0, 1], { family: 'F' }),
      ],
    });
    const crutch = cube('crutch', 10, {
      mounts: [
        mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0]),
        mountAt('pad', 'rod-pad', 'pad', [60, 0, -82], [0, 0, 1], [1, 0, 0]),
      ],
    });
    const camera = {
      ...body,
      mounts: [
        ...body.mounts,
        mountAt('lens', 'lens-mount', 'body', [0, 0, 0], [1, 0, 0], [0, 0, 1], { family: 'F' }),
      ],
    };
    const made = createTestRig(
      [camera, lens, crutch],
      [joint('l', 'lens.rear', 'body.lens'), joint('c', 'crutch.base', 'body.plain')],
      {
        setup: {
          braces: [
            {
              id: 'b',
              kind: 'support',
              a: { item: 'crutch', mount: 'pad' },
              b: { item: 'lens', mount: 'rear' },
            },
          ],
        },
      },
    );
    const report = measureReport(made.rig, 'low', made.parts);
    expect(measureBraceGapMm(report.assembly, report.assembly.setup.braces![0]!)).toBeCloseTo(2, 9);
    expect(report.findings.map((f) => f.code)).toContain('brace-apart');
    expect(report.fit.lensLoads[0]!.supported).toBe(false);
  });
});
