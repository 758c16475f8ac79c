import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { createAxes } from '../hold/index.js';
import { measureReport } from '../report/index.js';
import { applyEdit, type Setup } from '../rig/index.js';
import {
  body,
  createTestRig,
  cube,
  handle,
  joint,
  mountAt,
  railAlongX,
  weightAhead,
} from '../testing/rigs.js';
import { toDeg } from '../units/index.js';
import { measureHangAngles, type Hang } from './index.js';

type Hanging = Extract<Hang, { state: 'hangs' }>;
const light = { ...handle, massG: 1e-6 };

function hang(made: ReturnType<typeof createTestRig>): Hanging {
  const report = measureReport(made.rig, 'low', made.parts);
  if (report.hang.state !== 'hangs') throw new Error(report.hang.state);
  return report.hang;
}

/** The body alone on a handle whose grip's middle stands over the body's at slide −10. */
const alone = (slideMm: number, setup: Partial<Setup> = {}) =>
  createTestRig([body, light], [joint('h', 'handle.base', 'body.rail', { slideMm })], { setup });

describe('tilt and lean', () => {
  it('a body held over its middle hangs level', () => {
    const h = hang(alone(-10));
    expect(h.tiltRad).toBeCloseTo(0, 6);
    expect(h.leanRad).toBeCloseTo(0, 6);
    expect(h.belowMm).toBeCloseTo(100, 4);
  });

  it('held 100 mm behind a centre that lies 100 mm below, the nose hangs 45° down', () => {
    expect(toDeg(measureHangAngles(100, 0, 100).tiltRad)).toBeCloseTo(45, 9);
  });

  it('the hung triangle: 25 mm behind and 100 mm above is atan(¼) = 14.04° nose down', () => {
    expect(toDeg(hang(alone(-35)).tiltRad)).toBeCloseTo(14.036, 3);
  });

  it('held ahead of the centre, the nose comes up', () =>
    expect(hang(alone(15)).tiltRad).toBeLessThan(0));

  it('two equal parts balance halfway between them', () => {
    // 1000 g at 0 and 1000 g at 100 ahead of the screw at 0.
    const twin = { ...weightAhead, massG: 1000 };
    const h = hang(
      createTestRig(
        [body, light, twin],
        [
          joint('h', 'handle.base', 'body.rail', { slideMm: -10 }),
          joint('w', 'weight.base', 'body.plain'),
        ],
      ),
    );
    expect(h.aheadMm).toBeCloseTo(50, 4);
    expect(h.level?.alongMm).toBeCloseTo(100, 4);
  });

  it('a weight on the left leans the rig to the left, by atan of its share', () => {
    // 500 g at y = 100, z = 50: the centre lies 33.3 mm left and 16.7 mm above the body's.
    const h = hang(
      createTestRig(
        [body, light, weightAhead],
        [
          joint('h', 'handle.base', 'body.rail', { slideMm: -10 }),
          joint('w', 'weight.base', 'body.plain', { turnDeg: 90 }),
        ],
      ),
    );
    expect(toDeg(h.leanRad)).toBeCloseTo(toDeg(Math.atan2(100 / 3, 100 - 50 / 3)), 4);
  });

  it('rolled left, the left side points down and what was up points to the operator’s left', () => {
    const axes = createAxes('rolled-left');
    expect(axes.down).toEqual([0, 1, 0]);
    expect(axes.left.map((v) => v + 0)).toEqual([0, 0, 1]);
    expect(createAxes('rolled-right').down).toEqual([0, -1, 0]);
  });
});

describe('the level point', () => {
  it('held there, the tilt is nothing', () => {
    let looked = 0;
    fc.assert(
      fc.property(
        fc.integer({ min: -40, max: 40 }),
        fc.integer({ min: 1, max: 2000 }),
        (slideMm, massG) => {
          const made = createTestRig(
            [body, light, { ...weightAhead, massG }],
            [
              joint('h', 'handle.base', 'body.rail', { slideMm }),
              joint('w', 'weight.base', 'body.plain'),
            ],
          );
          const { level, grip } = hang(made);
          if (!level?.onGrip) return;
          looked += 1;
          const moved = applyEdit(made.rig, {
            type: 'hold-at',
            setupId: 'low',
            item: 'handle',
            grip: grip!.gripId,
            alongMm: level.alongMm,
          });
          expect(hang({ ...made, rig: moved }).tiltRad).toBeCloseTo(0, 6);
        },
      ),
    );
    expect(looked).toBeGreaterThan(20);
  });

  it('off the grip it is said to be off the grip', () => {
    const h = hang(
      createTestRig(
        [body, light, { ...weightAhead, massG: 5000 }],
        [
          joint('h', 'handle.base', 'body.rail', { slideMm: -40 }),
          joint('w', 'weight.base', 'body.plain'),
        ],
      ),
    );
    expect(h.level).toMatchObject({ onGrip: false });
  });
});

describe('remedies for a tilt', () => {
  const railed = cube('sled', 400, {
    mounts: [
      mountAt('base', 'nato-rail', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
        clampLengthMm: 10,
      }),
    ],
  });
  const rails = {
    ...body,
    mounts: [
      ...body.mounts,
      mountAt('low-rail', 'nato-rail', 'rail', [0, 0, -20], [0, 0, -1], [1, 0, 0], {
        lengthwise: railAlongX,
      }),
    ],
  };

  it('each one that is offered brings tilt under 1°, whichever part it slides', () => {
    let offered = 0;
    fc.assert(
      fc.property(
        fc.integer({ min: -40, max: 40 }),
        fc.integer({ min: -45, max: 45 }),
        (slideMm, sledMm) => {
          const made = createTestRig(
            [rails, { ...handle, massG: 150 }, railed],
            [
              joint('h', 'handle.base', 'body.rail', { slideMm }),
              joint('s', 'sled.base', 'body.low-rail', { slideMm: sledMm }),
            ],
          );
          const report = measureReport(made.rig, 'low', made.parts);
          const finding = report.findings.find((f) => f.code === 'not-level');
          for (const { edit } of finding?.remedies ?? []) {
            offered += 1;
            const after = hang({ ...made, rig: applyEdit(made.rig, edit) });
            expect(Math.abs(toDeg(after.tiltRad))).toBeLessThanOrEqual(1);
          }
        },
      ),
      { seed: 7 },
    );
    expect(offered).toBeGreaterThan(50);
  });

  it('the shortest way comes first', () => {
    const made = createTestRig(
      [body, handle],
      [joint('h', 'handle.base', 'body.rail', { slideMm: 0 })],
    );
    const finding = measureReport(made.rig, 'low', made.parts).findings.find(
      (f) => f.code === 'not-level',
    )!;
    expect(finding.remedies.map((r) => r.edit)).toEqual([
      { type: 'hold-at', setupId: 'low', item: 'handle', grip: 'palm', alongMm: 40 },
      { type: 'slide', setupId: 'low', jointId: 'h', slideMm: -10 },
    ]);
  });
});

describe('what cannot be answered', () => {
  it('a rig without a top handle says what it needs', () => {
    const { rig, parts } = createTestRig([body], []);
    expect(measureReport(rig, 'low', parts).hang).toEqual({
      state: 'needs-grip',
      need: 'top-grip',
    });
  });

  it('a rig of which nothing is weighed has no balance, and a part without mass is named', () => {
    const bare = { ...body, massG: undefined };
    const made = createTestRig(
      [bare, { ...handle, massG: undefined }],
      [joint('h', 'handle.base', 'body.rail')],
    );
    expect(measureReport(made.rig, 'low', made.parts).hang).toEqual({ state: 'needs-mass' });
    const half = createTestRig(
      [body, { ...handle, massG: undefined }],
      [joint('h', 'handle.base', 'body.rail')],
    );
    expect(hang(half).unweighed).toEqual(['handle']);
  });
});
