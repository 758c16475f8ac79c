import { describe, expect, it } from '@jest/globals';
import { measureOrder } from '../fit/index.js';
import { hasTrait, type Part } from '../part/index.js';
import { placeSetup, type Brace, type Joint, type Setup } from '../rig/index.js';
import { boxOf, camera as bare, fixed, lensOf, roundOf } from '../testing/optics.js';
import { createTestRig, cube, joint, mountAt } from '../testing/rigs.js';
import { createNames } from '../words/index.js';
import { sayStep } from '../wording/index.js';
import { listStages, measureChangeover, type Built, type Step } from './index.js';

/** What a builder does by custom, tried on every pair of the small rigs that can be made of these parts. */
const under = (id: string) =>
  mountAt(id, 'quarter-20', 'socket', [0, 0, -5], [0, 0, -1], [1, 0, 0], {
    thread: { depthMm: 8 },
  });
const camera: Part = {
  ...bare,
  mounts: [
    ...bare.mounts,
    under('under'),
    mountAt('rail', 'dovetail-38', 'plate', [0, 0, -10], [0, 0, -1], [1, 0, 0], {
      lengthwise: { axis: [1, 0, 0], fromMm: -40, toMm: 40 },
    }),
  ],
};
const screw = (seconds: number) =>
  mountAt('screw', 'quarter-20', 'screw', [0, 0, 5], [0, 0, 1], [1, 0, 0], {
    carrier: true,
    fastening: { tool: 'coin', seconds },
  });
/** What goes onto the head of the tripod. */
const foot = mountAt('foot', 'video-plate-50', 'plate', [0, 0, -5], [0, 0, -1], [1, 0, 0], {
  lengthwise: { axis: [1, 0, 0], fromMm: -30, toMm: 30 },
});
const plate: Part = cube('plate', 80, {
  kind: 'plate',
  mounts: [
    screw(20),
    mountAt('hole', 'quarter-20', 'socket', [0, 3, 5], [0, 0, 1], [1, 0, 0]),
    foot,
  ],
});
/** Lets the camera out sideways by a lever. */
const clamp: Part = cube('clamp', 150, {
  kind: 'plate',
  mounts: [
    mountAt('jaw', 'dovetail-38', 'clamp', [0, 0, 5], [0, 0, 1], [1, 0, 0], {
      carrier: true,
      clampLengthMm: 30,
      fastening: { tool: 'thumb', seconds: 6 },
    }),
    foot,
    mountAt('nose', 'quarter-20', 'socket', [40, 0, 5], [0, 0, 1], [1, 0, 0]),
  ],
});
const tripod: Part = cube('tripod', 2000, {
  kind: 'support',
  mounts: [
    mountAt('head', 'video-plate-50', 'receiver', [0, 0, 0], [0, 0, 1], [1, 0, 0], {
      carrier: true,
      clampLengthMm: 40,
      fastening: { tool: 'thumb', seconds: 8 },
    }),
  ],
});
/** Rods on the clamp, which the box stands on in the place of the camera's own. */
const rods: Part = cube('rods', 100, {
  kind: 'rod',
  mounts: [
    mountAt('foot', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
      carrier: true,
      fastening: { tool: 'hex-4', seconds: 12 },
    }),
    mountAt('pair', 'rod-15-pair', 'rods', [0, 0, 20], [0, 0, 1], [1, 0, 0], {
      lengthwise: { axis: [1, 0, 0], fromMm: 0, toMm: 200 },
    }),
  ],
});
const handle: Part = cube('handle', 60, {
  kind: 'side-grip',
  mounts: [
    mountAt('foot', 'cold-shoe', 'foot', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
      carrier: true,
      fastening: { tool: 'hex-4', seconds: 15 },
    }),
    mountAt('second', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0]),
  ],
});
const lens = lensOf('lens', 77);
const lid = roundOf('lid', 77, fixed(3));
const all = [
  camera,
  plate,
  clamp,
  tripod,
  handle,
  lens,
  lid,
  boxOf('hood', 81),
  boxOf('box', undefined),
  rods,
];
const made = createTestRig(all, []);
const base = made.rig.setups[0]!;

const onLens = joint('l', 'lens.rear', 'body.lens');
const glass = joint('g', 'lid.back', 'lens.thread');
const hood = joint('h', 'hood.clamp', 'lens.ring');
const box = joint('b', 'box.rods', 'body.rods', { slideMm: 60 });
const grip = joint('s', 'handle.foot', 'body.a');
const byScrew = [joint('p', 'plate.screw', 'body.under'), joint('t', 'tripod.head', 'plate.foot')];
const byClamp = [joint('c', 'clamp.jaw', 'body.rail'), joint('t', 'tripod.head', 'clamp.foot')];
const railed = joint('r', 'rods.foot', 'clamp.nose');
const boxOnRods = joint('b', 'box.rods', 'rods.pair', { slideMm: 60 });
const secondScrew: Brace = {
  id: 'x',
  kind: 'second-screw',
  a: { item: 'handle', mount: 'second' },
  b: { item: 'body', mount: 'under' },
};

function build(joints: readonly Joint[], more: Partial<Setup> = {}): Built {
  const there = new Set(joints.map((j) => j.child.item));
  const braces = there.has('handle') && !there.has('plate') ? [secondScrew] : [];
  const setup = { ...base, joints: [...joints], braces, ...more };
  const assembly = placeSetup(made.rig, setup, made.parts);
  return { assembly, edges: measureOrder(assembly, [], []).edges };
}
const idsOf = (from: Built, to: Built) =>
  measureChangeover(from, to)!.steps.map((s) => `${s.kind} ${s.brace?.id ?? s.itemId}`);

describe('what a builder does by custom', () => {
  it('takes the box off before the glass that is screwed in behind it, and puts it on after it', () => {
    const [open, filtered] = [build([onLens, box]), build([onLens, glass, box])];
    expect(idsOf(open, filtered)).toEqual(['take-off box', 'put-on lid', 'put-on box']);
    expect(idsOf(filtered, open)).toEqual(['take-off box', 'take-off lid', 'put-on box']);
    // What hangs on the glass itself comes off with it, and glass alone needs no box to go.
    expect(idsOf(build([onLens, glass]), build([onLens]))).toEqual(['take-off lid']);
  });

  it('takes the box off a lens that is changed, and leaves on it the glass', () => {
    const whole = build([onLens, glass, hood]);
    expect(idsOf(whole, build([]))).toEqual(['take-off hood', 'take-off lens']);
    expect(idsOf(build([]), whole)).toEqual(['put-on lens', 'put-on hood']);
    expect(idsOf(build([onLens, hood]), build([onLens]))).toEqual(['take-off hood']);
  });

  it('takes box and glass off before it reaches for a key', () => {
    const steps = idsOf(build([onLens, box, grip]), build([onLens]));
    expect(steps).toEqual(['take-off box', 'brace-off x', 'take-off handle']);
    // And last of all it goes on, although fingers would have it on sooner.
    const back = idsOf(build([onLens]), build([onLens, box, grip]));
    expect(back).toEqual(['put-on handle', 'brace-on x', 'put-on box']);
  });

  it('lets the rig out of what a lever opens and leaves that on the tripod: it is not dismounted twice', () => {
    const [hand, stood] = [build([onLens]), build([onLens, ...byClamp])];
    expect(idsOf(stood, hand)).toEqual(['take-off clamp']);
    expect(idsOf(hand, stood)).toEqual(['put-on clamp']);
    const [off] = measureChangeover(stood, hand)!.steps;
    expect([off!.grounded, off!.with, off!.seconds]).toEqual([true, ['tripod'], 6]);
    expect(sayStep(off!, createNames(stood.assembly, made.parts))).toMatch(
      /^Take the rig off clamp/u,
    );
    // A screw from below is out of reach on the tripod: first off that, then the plate.
    expect(idsOf(build([onLens, ...byScrew]), hand)).toEqual(['take-off tripod', 'take-off plate']);
    // What stays under the camera stays.
    const plated = build([onLens, byScrew[0]!]);
    expect(idsOf(build([onLens, ...byScrew]), plated)).toEqual(['take-off tripod']);
  });

  /** Every rig of these parts: with or without each, on one of the two plates or none. */
  const each = [[], [glass]].flatMap((g) =>
    [[], [hood], [box]].flatMap((b) =>
      [[], [grip]].flatMap((h) =>
        [[], byScrew, byClamp].flatMap((t) => [
          build([onLens, ...g, ...b, ...h, ...t]),
          ...(g.length > 0 || b[0] === hood ? [] : [build([...b, ...h, ...t])]),
          // With rods on the clamp the box stands on those.
          ...(t === byClamp && b[0] !== hood
            ? [build([onLens, ...g, ...(b.length > 0 ? [boxOnRods] : []), ...h, ...t, railed])]
            : []),
        ]),
      ),
    ),
  );
  const partOf = (id: string) => made.parts.get(id)!;
  const isOn = (stage: Setup, id: string) => stage.joints.some((j) => j.child.item === id);

  it('holds on every pair of small rigs with second screws, bases, rings and hoods', () => {
    expect(each.length).toBeGreaterThan(40);
    let moves = 0;
    for (const from of each) {
      for (const to of each) {
        const { steps } = measureChangeover(from, to)!;
        const stages = listStages(from.assembly.setup, to.assembly.setup, steps);
        steps.forEach((step, i) => checkStep(step, stages[i]!, stages[i + 1]!));
        // Nothing is handled twice in one direction, and nothing comes off that need not.
        const ids = steps.map((s) => s.id);
        expect(new Set(ids).size).toBe(ids.length);
        for (const s of steps.filter((x) => x.inTheWay)) {
          expect(['hood', 'box', 'lens', 'handle']).toContain(s.itemId);
        }
        moves += steps.length;
      }
    }
    expect(moves).toBeGreaterThan(5000);
  });

  function checkStep({ kind, itemId, brace }: Step, before: Setup, after: Setup): void {
    if (kind !== 'take-off' && kind !== 'put-on' && !brace) return;
    // It is done on the rig, not on a piece that lies beside it.
    if (!brace) expect(isOn(kind === 'take-off' ? before : after, itemId)).toBe(true);
    // The fuller of the two: before what comes off, after what goes on.
    const whole = kind === 'take-off' || kind === 'brace-off' ? before : after;
    if (itemId === 'lid') expect(isOn(whole, 'box') || isOn(whole, 'hood')).toBe(false);
    if (itemId === 'lens') expect(isOn(whole, 'hood')).toBe(false);
    if (itemId === 'handle' && kind === 'take-off') expect(before.braces ?? []).toEqual([]);
    if (brace) expect(isOn(whole, 'handle')).toBe(true);
    // Before the first key all that stands before the lens and comes off is off.
    if (kind === 'take-off' && itemId === 'handle') {
      const goes = before.joints.map((j) => j.child.item).filter((id) => !isOn(after, id));
      expect(goes).toEqual(['handle']);
    }
    if (hasTrait(partOf(itemId), 'grounded'))
      expect(isOn(whole, 'plate') || isOn(whole, 'clamp')).toBe(true);
  }

  it('goes back by the inverse of each step', () => {
    const turned = {
      'take-off': 'put-on',
      'put-on': 'take-off',
      'brace-on': 'brace-off',
      'brace-off': 'brace-on',
    };
    const inverse = (step: string) =>
      step.replace(/^\S+/u, (kind) => turned[kind as keyof typeof turned] ?? kind);
    for (const from of each) {
      for (const to of each) {
        const [there, back] = [measureChangeover(from, to)!, measureChangeover(to, from)!];
        expect(back.seconds).toBeCloseTo(there.seconds, 6);
        expect(idsOf(to, from).sort()).toEqual(idsOf(from, to).map(inverse).sort());
      }
    }
  });
});
