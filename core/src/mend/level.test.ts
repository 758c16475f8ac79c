import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { measureHang } from '../hang/index.js';
import { findHold } from '../hold/index.js';
import type { Part, PartBook } from '../part/index.js';
import { dot, type Vec3 } from '../placement/index.js';
import { applyEdit, placeSetup, type Edit, type Joint, type Rig } from '../rig/index.js';
import { gripAt, pad, sits, support } from '../testing/hold-findings.js';
import {
  turnAbout,
  body,
  createTestRig,
  cube,
  handle,
  joint,
  mountAt,
  railAlongX,
} from '../testing/rigs.js';
import { toDeg } from '../units/index.js';
import {
  findAim,
  listAlternatives,
  listLevers,
  measureLevelling,
  searchBalance,
  sweep,
} from './index.js';

type Made = { readonly rig: Rig; readonly parts: PartBook };
const light = { ...handle, massG: 1e-6 };
const clamp = (more: object = {}) =>
  mountAt('base', 'nato-rail', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
    clampLengthMm: 10,
    ...more,
  });
/** A weight on a rail of its own that runs across (+y) at the front of the body. */
const across = { axis: [0, 1, 0] as [number, number, number], fromMm: -60, toMm: 60 };
const railed: Part = {
  ...body,
  mounts: [
    ...body.mounts,
    mountAt('ahead', 'nato-rail', 'rail', [60, 0, 0], [0, 0, 1], [1, 0, 0], {
      lengthwise: railAlongX,
    }),
    mountAt('wide', 'nato-rail', 'rail', [-60, 0, 0], [0, 0, 1], [0, 1, 0], {
      lengthwise: across,
    }),
  ],
};
const block = (id: string, massG: number): Part => cube(id, massG, { mounts: [clamp()] });

const rigOf = (
  aheadMm: number,
  wideMm: number,
  masses: readonly [number, number],
  palm = 10,
): Made =>
  createTestRig(
    [railed, light, block('a', masses[0]), block('b', masses[1])],
    [
      joint('h', 'handle.base', 'body.rail', { slideMm: -10 }),
      joint('a', 'a.base', 'body.ahead', { slideMm: aheadMm }),
      joint('b', 'b.base', 'body.wide', { slideMm: wideMm }),
    ],
    { setup: { heldBy: [{ item: 'handle', grip: 'palm', alongMm: 40 + palm }] } },
  );

/** 300 g 40 mm to the right of the hand, on a screw that cannot be slid. */
const leaning = (): Made =>
  createTestRig(
    [
      body,
      light,
      cube('a', 300, {
        mounts: [mountAt('base', 'quarter-20', 'screw', [0, 40, 0], [0, 0, -1], [1, 0, 0])],
      }),
    ],
    [joint('h', 'handle.base', 'body.rail', { slideMm: -10 }), joint('a', 'a.base', 'body.plain')],
  );

function anglesOf({ parts }: Made, rig: Rig) {
  const assembly = placeSetup(rig, rig.setups[0]!, parts);
  const hang = measureHang(assembly, findHold(assembly));
  if (hang.state !== 'hangs') throw new Error(hang.state);
  return { tilt: toDeg(hang.tiltRad), lean: toDeg(hang.leanRad) };
}
const level = (made: Made, more: object = {}) =>
  measureLevelling({ rig: made.rig, setupId: 'low', parts: made.parts, ...more });
const worstOf = (made: Made, edit: Edit) => {
  const { tilt, lean } = anglesOf(made, applyEdit(made.rig, edit));
  return Math.max(Math.abs(tilt), Math.abs(lean));
};

describe('where the weight should be', () => {
  const aimOf = (made: Made, limitDeg = 1) => {
    const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
    return findAim(assembly, findHold(assembly), limitDeg)!;
  };
  const onto = (hold: 'tripod' | 'slider' | 'gimbal', offMm: number, more: Partial<Part> = {}) =>
    sits(hold, {}, [support(offMm, more)], [joint('s', 'support.base', 'body.plain')]);

  it('on a gimbal is the middle of its travel, which need not be the plate’s, half of it to either side', () => {
    // The plate takes the weight from 4 behind to 20 ahead and from 6 right to 10 left of its middle.
    const { at, aim } = aimOf(
      onto('gimbal', 12, { gimbal: { forwardMm: [-4, 20], leftMm: [-6, 10], upMm: [-60, 60] } }),
    );
    // The weight is 12 mm ahead of the plate: 4 ahead of the middle of its travel; and 2 to the right of that.
    expect([at[0], at[1]]).toEqual([expect.closeTo(4, 9), expect.closeTo(-2, 9)]);
    expect(aim.width(0)).toEqual([12, 8]);
    expect(aim.miss(12, -8, 0)).toBe(0);
    expect(aim.miss(15, 0, 0)).toBeCloseTo(3, 9);
    expect(aim.miss(0, -12, 0)).toBeCloseTo(4, 9);
  });

  it('between two hands is over the line that joins them, half their spread to either side', () => {
    // 60 mm left and 20 mm right of the middle, 10 ahead and 5 behind it.
    const { at, aim } = aimOf(
      sits('grips', { grips: [gripAt('a', [10, 60, 0]), gripAt('b', [-5, -20, 0])] }),
    );
    expect([at[0], at[1]]).toEqual([expect.closeTo(-2.5, 9), expect.closeTo(-20, 9)]);
    const [depth, spread] = aim.width(0);
    expect(spread).toBeCloseTo(40, 9);
    expect(depth).toBeGreaterThan(7.5);
    // Two hands close together still have 20 mm.
    const near = aimOf(sits('grips', { grips: [gripAt('a', [0, 6, 0]), gripAt('b', [0, -4, 0])] }));
    expect(near.aim.width(0)[1]).toBe(20);
  });

  it('on a gimbal of which nothing is said is nowhere', () => {
    const made = onto('gimbal', 12);
    const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
    expect(findAim(assembly, findHold(assembly), 1)).toBeUndefined();
  });

  it('on a head is over its axis, as nearly as on a slider', () => {
    for (const hold of ['tripod', 'slider'] as const) {
      const { at, aim } = aimOf(onto(hold, 30));
      expect([at[0], at[1]]).toEqual([expect.closeTo(30, 9), expect.closeTo(0, 9)]);
      const [near] = aim.width(0);
      expect(aim.miss(near, near, 0)).toBe(0);
      expect(aim.miss(near + 2, 0, 0)).toBeCloseTo(2, 9);
    }
  });

  it('hung from a handle is within the angle that counts as level, and nothing is level from above', () => {
    const { aim } = aimOf(rigOf(0, 0, [200, 200]), 2);
    expect(aim.miss(100 * Math.tan((2 * Math.PI) / 180), 0, 100)).toBeCloseTo(0, 9);
    expect(aim.miss(100 * Math.tan((5 * Math.PI) / 180), 0, 100)).toBeCloseTo(3, 9);
    expect(aim.miss(0, -100 * Math.tan((7 * Math.PI) / 180), 100)).toBeCloseTo(5, 9);
    expect(aim.miss(0, 0, -5)).toBe(90);
    expect(aim.width(50)[0]).toBeCloseTo(50 * Math.tan((2 * Math.PI) / 180), 9);
    expect(aim.width(0)[1]).toBeCloseTo(Math.tan((2 * Math.PI) / 180), 9);
  });
});

describe('levelling', () => {
  it('has nothing to do where it hangs level, and no aim where nothing hangs', () => {
    const made = createTestRig(
      [body, light],
      [joint('h', 'handle.base', 'body.rail', { slideMm: -10 })],
    );
    expect(level(made).state).toBe('level');
    expect(
      level({
        ...made,
        rig: { ...made.rig, setups: [{ ...made.rig.setups[0]!, hold: 'set-down' }] },
      }).state,
    ).toBe('no-aim');
  });

  it('slides a weight that is a third of the rig three times as far as the hand is off', () => {
    // 500 g of 1500 g, 60 + 0 ahead: the centre lies 20 mm ahead of a hand over the body's middle.
    const made = createTestRig(
      [railed, light, block('a', 500)],
      [
        joint('h', 'handle.base', 'body.rail', { slideMm: -10 }),
        joint('a', 'a.base', 'body.ahead', { slideMm: 0 }),
      ],
    );
    const found = level(made, { kinds: ['slide'], limitDeg: 0.2 });
    expect(found.state).toBe('found');
    // The handle itself by about 20 mm is less than the weight by about 60.
    expect(found.options[0]!.edit).toMatchObject({ type: 'slide', jointId: 'h' });
    expect(found.options[0]!.sizeMm).toBeLessThanOrEqual(21);
    expect(worstOf(made, found.options[0]!.edit)).toBeLessThanOrEqual(0.2);
    const hand = level(made, { kinds: ['hand'] });
    expect(hand.options[0]!.edit).toMatchObject({ type: 'hold-at', item: 'handle' });
  });

  it('takes two moves where tilt and lean both are off, and no more', () => {
    const made = rigOf(20, 30, [400, 400]);
    const found = level(made, { kinds: ['slide'] });
    expect(found.options[0]!.moves).toBe(2);
    expect(worstOf(made, found.options[0]!.edit)).toBeLessThanOrEqual(1);
  });

  it('says that none will do, how near it comes, and which counterweight would', () => {
    const fixed = leaning();
    const found = level(fixed, { kinds: ['slide', 'hand'] });
    expect(found.state).toBe('none');
    expect(found.counterweights[0]!.massG).toBeGreaterThan(0);
    expect(found.counterweights.map((c) => c.massG)).toEqual(
      [...found.counterweights.map((c) => c.massG)].sort((a, b) => a - b),
    );
    // What was found is nearer than what is.
    if (found.nearest) {
      const before = anglesOf(fixed, fixed.rig);
      expect(worstOf(fixed, found.nearest.edit)).toBeLessThan(
        Math.max(Math.abs(before.tilt), Math.abs(before.lean)),
      );
    }
  });

  it('offers a weight of the catalogue where one balances the rig, the lightest first', () => {
    const made = leaning();
    const foot = mountAt('foot', 'cold-shoe', 'foot', [0, 0, -15], [0, 0, -1], [1, 0, 0], {
      clampLengthMm: 10,
    });
    const parts = new Map(made.parts);
    // 300 g at −40 mm ask for about as much at the shoe, 40 mm to the left.
    for (const massG of [100, 300, 320]) {
      const id = `w-${massG}`;
      parts.set(id, cube(id, massG, { mounts: [foot], serves: [{ need: 'balance' }] }));
    }
    const found = measureLevelling({ rig: made.rig, setupId: 'low', parts, kinds: ['slide'] });
    const fitted = found.weights.map((w) => w.edit.type === 'add-part' && w.edit.item.partId);
    expect(fitted[0]).toBe('w-300');
    expect(fitted).not.toContain('w-100');
    expect(worstOf({ ...made, parts }, found.weights[0]!.edit)).toBeLessThanOrEqual(1);
  });

  it('brings the weight over the line between two hands, as far as the wrists hold', () => {
    // 9000 g of 10 kg, 60 mm ahead: 98 N · 54 mm is 5.3 N·m for two wrists that hold 2 · 2.
    const made = sits(
      'grips',
      { mounts: railed.mounts, grips: [gripAt('a', [0, 60, 0]), gripAt('b', [0, -60, 0])] },
      [block('a', 9000)],
      [joint('a', 'a.base', 'body.ahead')],
    );
    const found = level(made, { kinds: ['slide'] });
    const { edit } = found.options[0]!;
    expect(edit).toMatchObject({ type: 'slide', jointId: 'a' });
    // 4 N·m is 40.8 mm of the whole: the block may lie 45.3 mm ahead, so it goes back by 15.
    expect(edit).toMatchObject({ slideMm: -15 });
  });

  it('brings a rig over its shoulder pad', () => {
    const made = sits(
      'shoulder',
      { mounts: railed.mounts, grips: [gripAt('hand', [100, 0, 0])] },
      [block('a', 500), pad(8)],
      [joint('a', 'a.base', 'body.ahead'), joint('p', 'pad.base', 'body.plain')],
    );
    const found = level(made, { kinds: ['slide'] });
    expect(found.options[0]?.edit).toMatchObject({ type: 'slide', jointId: 'a' });
    expect(found.options[0]?.sway.ahead).toBeCloseTo(0, 6);
  });
});

describe('the search', () => {
  /** Every combination of all slides and the hand, by placing the rig anew: fewest moves, then least way. */
  function searchAll(made: Made): { moves: number; sizeMm: number } | undefined {
    const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
    const levers = listLevers(assembly, findHold(assembly), ['slide']);
    const choices = levers.map((l) => [undefined, ...l.settings.map((s) => ({ l, s }))]);
    let best: { moves: number; sizeMm: number } | undefined;
    for (const one of choices[0] ?? [undefined]) {
      for (const two of choices[1] ?? [undefined]) {
        for (const three of choices[2] ?? [undefined]) {
          const pulls = [one, two, three].flatMap((p) => p ?? []);
          const sizeMm = pulls.reduce((sum, p) => sum + p.s.sizeMm, 0);
          const better =
            !best ||
            pulls.length < best.moves ||
            (pulls.length === best.moves && sizeMm < best.sizeMm - 1e-9);
          if (!better) continue;
          const rig = pulls.reduce((r, p) => applyEdit(r, p.l.toEdit(p.s.value)), made.rig);
          const { tilt, lean } = anglesOf(made, rig);
          if (Math.max(Math.abs(tilt), Math.abs(lean)) <= 1) best = { moves: pulls.length, sizeMm };
        }
      }
    }
    return best;
  }

  it('finds as few moves and as short a way as trying everything', () => {
    const narrow: Part = {
      ...railed,
      mounts: railed.mounts.map((m) =>
        m.lengthwise
          ? { ...m, lengthwise: { ...m.lengthwise, fromMm: -24, toMm: 24, stepMm: 3 } }
          : m,
      ),
    };
    let some = 0;
    fc.assert(
      fc.property(
        fc.integer({ min: -6, max: 6 }),
        fc.integer({ min: -6, max: 6 }),
        fc.integer({ min: 50, max: 600 }),
        fc.integer({ min: 50, max: 600 }),
        (a, b, massA, massB) => {
          const made = createTestRig(
            [narrow, light, block('a', massA), block('b', massB)],
            [
              joint('h', 'handle.base', 'body.rail', { slideMm: 0 }),
              joint('a', 'a.base', 'body.ahead', { slideMm: 3 * a }),
              joint('b', 'b.base', 'body.wide', { slideMm: 3 * b }),
            ],
          );
          const plain = searchAll(made);
          const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
          const hold = findHold(assembly);
          const { at, aim } = findAim(assembly, hold, 1)!;
          if (aim.miss(...at) === 0) return;
          const { axes } = hold;
          const toLocal = (v: Vec3) =>
            [dot(v, axes.forward), dot(v, axes.left), dot(v, axes.down)] as const;
          const { found } = searchBalance(at, aim, listLevers(assembly, hold, ['slide']), toLocal);
          if (!plain || plain.moves > 2) {
            return;
          }
          some += 1;
          expect(found[0]).toBeDefined();
          expect([found[0]!.pulls.length, found[0]!.sizeMm]).toEqual([
            plain.moves,
            expect.closeTo(plain.sizeMm, 6),
          ]);
        },
      ),
      { numRuns: 25 },
    );
    expect(some).toBeGreaterThan(5);
  });

  it('never ends worse than it began, whatever it may move', () => {
    const n = fc.integer({ min: -40, max: 40 });
    fc.assert(
      fc.property(
        n,
        n,
        fc.integer({ min: 10, max: 900 }),
        fc.integer({ min: 10, max: 900 }),
        n,
        (a, b, ma, mb, palm) => {
          const made = rigOf(a, b, [ma, mb], palm / 2);
          const before = anglesOf(made, made.rig);
          const worst = Math.max(Math.abs(before.tilt), Math.abs(before.lean));
          const found = level(made);
          for (const option of found.options)
            expect(worstOf(made, option.edit)).toBeLessThanOrEqual(1 + 1e-9);
          for (const option of [...found.moves, ...(found.nearest ? [found.nearest] : [])]) {
            expect(worstOf(made, option.edit)).toBeLessThan(worst);
          }
        },
      ),
      { numRuns: 30 },
    );
  });

  it('the shift of each lever is what placing the rig anew says', () => {
    const arm = cube(
      'arm',
      120,
      {
        kind: 'arm',
        mounts: [
          clamp(),
          mountAt('head', 'cold-shoe', 'shoe', [0, 0, 60], [0, 0, 1], [1, 0, 0], {
            lengthwise: railAlongX,
          }),
        ],
        movements: [
          turnAbout('swivel', [0, 0, 1], [0, 0, 20], [-90, 90], ['solid']),
          {
            id: 'tilt',
            name: 'tilt',
            type: 'turn',
            originMm: [0, 0, 30],
            axis: [0, 1, 0],
            from: -60,
            to: 60,
            rest: 0,
            after: 'swivel',
            carries: ['head'],
          },
        ],
      },
      [5, 0, 40],
    );
    const eye = cube(
      'eye',
      250,
      {
        mounts: [
          mountAt('base', 'cold-shoe', 'foot', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
            clampLengthMm: 10,
          }),
        ],
      },
      [30, 0, 20],
    );
    const joints: Joint[] = [
      joint('h', 'handle.base', 'body.rail', { slideMm: -10 }),
      joint('m', 'arm.base', 'body.ahead'),
      joint('e', 'eye.base', 'arm.head', { slideMm: 12 }),
    ];
    const made = createTestRig([railed, light, arm, eye], joints, {
      setup: { stances: { arm: { swivel: 30 } } },
    });
    const at = (rig: Rig) => {
      const assembly = placeSetup(rig, rig.setups[0]!, made.parts);
      return findAim(assembly, findHold(assembly), 1)!.at;
    };
    const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
    const hold = findHold(assembly);
    const { axes } = hold;
    const now = at(made.rig);
    const levers = listLevers(assembly, hold);
    expect(levers.map((l) => l.kind).sort()).toEqual(
      expect.arrayContaining(['hand', 'movement', 'slide']),
    );
    for (const lever of levers) {
      for (const setting of [lever.settings[0]!, lever.settings.at(-1)!]) {
        const then = at(applyEdit(made.rig, lever.toEdit(setting.value)));
        [axes.forward, axes.left, axes.down].forEach((axis, i) =>
          expect({ id: lever.id, shift: dot(setting.shiftMm, axis) }).toEqual({
            id: lever.id,
            shift: expect.closeTo(then[i]! - now[i]!, 6),
          }),
        );
      }
    }
  });
});

describe('what if', () => {
  it('a slide is swept from end to end, and the middle is where the statics says', () => {
    const made = rigOf(0, 0, [500, 1e-6]);
    const points = sweep(made.rig, 'low', made.parts, { kind: 'slide', jointId: 'a' }, 8);
    expect(points).toHaveLength(9);
    expect(points[0]!.value).toBe(-45);
    expect(points.at(-1)!.value).toBe(45);
    const tilts = points.map((p) => p.sway!.ahead);
    expect(tilts).toEqual([...tilts].sort((a, b) => a - b));
    for (const p of points) {
      expect(p.sway!.ahead).toBeCloseTo(anglesOf(made, applyEdit(made.rig, p.edit)).tilt, 9);
    }
  });

  it('every other part of the kind that goes there is an alternative, lightest first', () => {
    const made = rigOf(0, 0, [100, 100]);
    const parts = new Map(made.parts);
    parts.set('big', block('big', 700));
    parts.set('no', cube('no', 5));
    const list = listAlternatives(made.rig, 'low', parts, 'a');
    expect(list.map((x) => x.part.id)).toEqual(['b', 'big']);
    expect(list[1]!.sway!.ahead).toBeGreaterThan(list[0]!.sway!.ahead);
  });
});
