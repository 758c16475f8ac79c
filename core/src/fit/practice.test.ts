import { beforeAll, describe, expect, it } from '@jest/globals';
import { loadCollider, type Collider } from '../clash/index.js';
import { findRemedies } from '../mend/index.js';
import type { Part } from '../part/index.js';
import { measureReport } from '../report/index.js';
import type { Fit } from './fit.js';
import { gripAt, sits } from '../testing/hold-findings.js';
import { brick, createPowerRig, onPlate, station } from '../testing/power.js';
import { gripped, practice, secondScrew, wide, wrist } from '../testing/practice-findings.js';
import { body, createTestRig, cube, joint, mountAt } from '../testing/rigs.js';
import { createNames } from '../words/index.js';
import { sayLengths, saySlipLines } from '../wording/index.js';

let collider: Collider;
beforeAll(async () => {
  collider = await loadCollider();
});

describe('what people judge at a glance', () => {
  it.each(practice)('$line: told, and not beside it', ({ code, has, hasNot }) => {
    const codesOf = ({ rig, parts }: typeof has) =>
      measureReport(rig, 'low', parts, { collider }).findings.map((f) => f.code);
    expect(codesOf(has)).toContain(code);
    expect(codesOf(hasNot)).not.toContain(code);
  });

  it('a strap with two eyes of which one is loose is told as that alone', () => {
    const { rig, parts } = wrist({}, 2001, ['eye', 'other']);
    const codes = measureReport(rig, 'low', parts, { collider }).findings.map((f) => f.code);
    expect(codes).toContain('strap-end-loose');
    expect(codes).not.toContain('anchor-weak');
  });

  it('a screen’s swing is freed by the slide of what closes it', () => {
    const { rig, parts } = wide(30);
    const report = measureReport(rig, 'low', parts, { collider });
    const offered = [...findRemedies(report, parts, { collider, catalogue: parts })];
    const finding = report.findings.find((f) => f.code === 'keep-clear-entered')!;
    const edits = offered.find((o) => o.findingId === finding.id)!.edits;
    expect(edits[0]).toMatchObject({ type: 'slide', jointId: 'p' });
  });
});

describe('what a second contact takes off a joint', () => {
  const reliefOf = ({ rig, parts }: ReturnType<typeof gripped>) =>
    measureReport(rig, 'low', parts, { collider }).fit.slips.find((s) => s.jointId === 'c')!;

  it('is the moment over its distance: a second screw 30 mm from the first', () => {
    const slip = reliefOf(gripped([secondScrew]));
    expect(slip.braced).toBe(true);
    // 25 N at 120 mm are 3 N·m, and the weight's is less: 100 N at 30 mm.
    expect(slip.handsMomentNm).toBeCloseTo(25 * Math.hypot(0.12, 0), 6);
    expect(slip.relief).toMatchObject({ by: 'second-screw', itemId: 'body' });
    expect(slip.relief!.armMm).toBeCloseTo(30, 9);
    expect(slip.relief!.forceN).toBeCloseTo(100, 6);
    expect(saySlipLines(slip, undefined).at(-1)).toMatchObject({
      what: 'The second screw, 30 mm from the screw, takes the turning off it',
      value: '≈ 100 N',
    });
  });

  it('is nothing where there is none, nor where its ends do not meet', () => {
    expect(reliefOf(gripped([])).relief).toBeUndefined();
    const apart = { ...secondScrew, b: { item: 'body', mount: 'blind' } };
    expect(reliefOf(gripped([apart])).relief).toBeUndefined();
  });
});

describe('lengths that are worth knowing', () => {
  const fitOf = ({
    rig,
    parts,
  }: {
    rig: Parameters<typeof measureReport>[0];
    parts: Parameters<typeof measureReport>[2];
  }): Fit => measureReport(rig, rig.setups[0]!.id, parts, { collider }).fit;

  it('is how far a battery stands out beyond everything else, the way it comes off', () => {
    const made = createPowerRig([station, brick('brick', 50)], [onPlate('brick')], []);
    // Its cube ends 105 mm behind the origin, the body's 5 mm.
    expect(fitOf(made).proud).toEqual([{ itemId: 'brick', mm: 100, towards: 'behind' }]);
    // Something that reaches as far takes the standing out away.
    const fence = cube('fence', 1, {
      solids: [{ id: 'wall', type: 'box', sizeMm: [600, 600, 600], atMm: [0, 0, 0] }],
      mounts: [
        mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
          thread: { lengthMm: 6 },
        }),
      ],
    });
    const socket = station.mounts.find((m) => m.kind === 'quarter-20');
    const walled = createPowerRig(
      [station, brick('brick', 50), fence],
      [onPlate('brick'), joint('f', 'fence.base', `body.${socket!.id}`)],
      [],
    );
    expect(fitOf(walled).proud).toEqual([]);
  });

  it('is how much of a rod this setup uses, and all of them', () => {
    const rods: Part = cube('rods', 100, {
      kind: 'rod',
      mounts: [
        mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
          thread: { lengthMm: 6 },
        }),
        mountAt('pair', 'rod-15-pair', 'rods', [0, 0, 20], [0, 0, 1], [1, 0, 0], {
          lengthwise: { axis: [1, 0, 0], fromMm: 0, toMm: 200 },
        }),
      ],
    });
    const clamp = (id: string): Part =>
      cube(id, 10, {
        mounts: [
          mountAt('clamp', 'rod-15-pair', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
            clampLengthMm: 20,
          }),
        ],
      });
    const on = (far: number) => [
      joint('r', 'rods.base', 'body.plain'),
      joint('a', 'near.clamp', 'rods.pair', { slideMm: 10 }),
      joint('b', 'far.clamp', 'rods.pair', { slideMm: far }),
    ];
    const made = createTestRig([body, rods, clamp('near'), clamp('far')], on(70));
    const [setup] = made.rig.setups;
    const rig = {
      ...made.rig,
      setups: [setup!, { ...setup!, id: 'long', name: 'Long', joints: on(150) }],
    };
    // From the back of the one clamp to the front of the other: 0 to 80 here, 0 to 160 in the other.
    expect(fitOf({ rig, parts: made.parts }).used).toEqual([
      { itemId: 'rods', mountId: 'pair', lengthMm: 200, hereMm: 80, everywhereMm: 160 },
    ]);
    const report = measureReport(rig, 'low', made.parts, { collider });
    const lines = sayLengths(report.fit, createNames(report.assembly, made.parts), true);
    expect(lines).toContainEqual({
      what: 'rods: used here',
      value: '80 of 200 mm',
      more: 'the shortest for all setups: 160 mm',
    });
  });

  it('is how level two hands are, with the turn of a grip that makes them so', () => {
    const rosette: Part = cube('right', 100, {
      kind: 'side-grip',
      mounts: [
        mountAt('face', 'rosette-m6', 'face', [0, 0, 0], [0, -1, 0], [0, 0, 1], {
          toothPhaseDeg: 0,
          carrier: true,
        }),
      ],
      grips: [gripAt('palm', [60, 20, 20])],
    });
    const made = sits(
      'grips',
      { grips: [gripAt('left', [60, -60, 0])] },
      [rosette],
      [joint('g', 'right.face', 'body.teeth', { turnDeg: 3 })],
    );
    const hands = fitOf(made).hands!;
    expect(hands.better).toMatchObject({ itemId: 'right', edit: { type: 'turn', jointId: 'g' } });
    expect(hands.better!.heightMm).toBeLessThan(hands.heightMm - 1);
    // Both hands on one part: its turn levels nothing.
    const both = { ...rosette, grips: [gripAt('palm', [60, 20, 20]), gripAt('far', [60, 90, 0])] };
    const one = sits('grips', {}, [both], [joint('g', 'right.face', 'body.teeth', { turnDeg: 3 })]);
    expect(fitOf(one).hands).toMatchObject({ better: undefined });
    // In portrait one hand is over the other on purpose; with one hand there is nothing to level.
    expect(fitOf(sits('grips', { grips: [gripAt('left', [60, -60, 0])] })).hands).toBeUndefined();
  });
});
