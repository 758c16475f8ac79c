/**
 * For each finding a rig that has it and a nearby one that has not: the compiler asks for one entry per
 * code, the tests for both sides.
 */
import type { FindingCode } from '../report/index.js';
import type { PartBook } from '../part/index.js';
import type { Elsewhere } from '../question/index.js';
import type { Rig } from '../rig/index.js';
import { turnAbout, body, createTestRig, cube, handle, joint, mountAt } from './rigs.js';
import { holdFixtures } from './hold-findings.js';
import { lastFixtures } from './last-findings.js';
import { lightFixtures } from './light-findings.js';
import { sightFixtures } from './sight-findings.js';
import { soundFixtures } from './sound-findings.js';
import { practiceFixtures } from './practice-findings.js';
import { solidFixtures } from './solid-findings.js';

type Made = {
  readonly rig: Rig;
  readonly parts: PartBook;
  /** What other rigs use, where that matters. */
  readonly elsewhere?: readonly Elsewhere[];
};

/** A handle on the rail 5 mm ahead of the body's middle: its grip is centred over it at slide −10. */
const held = joint('h', 'handle.base', 'body.rail', { slideMm: -10 });
const eur = (minor: number) => ({ minor, currency: 'EUR' });

/** A knob of 1 g on a plain screw, with something to take hold of `armMm` from the screw. */
const knob = (armMm: number) =>
  cube('knob', 1, {
    mounts: [
      mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
        thread: { lengthMm: 6 },
        fastening: { tool: 'thumb', seconds: 10 },
      }),
    ],
    grips: [
      { id: 'edge', use: 'adjust', place: 'other', fromMm: [0, armMm, 0], toMm: [0, armMm, 10] },
    ],
  });

const screwed = (part: ReturnType<typeof cube>, to: string, more = {}) =>
  createTestRig([body, handle, part], [held, joint('k', `${part.id}.base`, to, more)]);

const screwOf = (lengthMm: number) =>
  cube('peg', 1, {
    mounts: [
      mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
        thread: { lengthMm, exchangeable: true },
        fastening: { tool: 'thumb', seconds: 10 },
      }),
    ],
  });

const clampOf = (id: string, clampLengthMm: number) =>
  cube(id, 1, {
    mounts: [
      mountAt('base', 'nato-rail', 'clamp', [0, 0, 0], [0, 0, -1], [1, 0, 0], { clampLengthMm }),
    ],
  });

const rosette = cube('grip', 1, {
  mounts: [
    mountAt('base', 'rosette-m6', 'face', [0, 0, 0], [0, -1, 0], [0, 0, 1], { toothPhaseDeg: 0 }),
  ],
});

const hinged = cube('flap', 1, {
  mounts: screwOf(6).mounts,
  movements: [turnAbout('open', [0, 1, 0], [0, 0, 0], [0, 90], ['solid'], { name: 'opened' })],
});

const keyed = (keys: string[]) => {
  const under = {
    ...body,
    mounts: body.mounts.map((m) => (m.id === 'plain' ? { ...m, keys } : m)),
  };
  const cage = cube('cage', 1, {
    mounts: [
      mountAt('base', 'quarter-20', 'screw', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
        thread: { lengthMm: 6 },
        takes: ['gannet'],
        entersOnly: ['puffin'],
        formFit: true,
      }),
    ],
  });
  return createTestRig([under, handle, cage], [held, joint('c', 'cage.base', 'body.plain')]);
};

const braced = (gapMm: number) => {
  const strut = cube('strut', 1, {
    mounts: [
      ...screwOf(6).mounts,
      mountAt('end', 'rod-pad', 'pad', [30, 0, gapMm], [0, 0, -1], [1, 0, 0]),
    ],
  });
  return createTestRig([body, handle, strut], [held, joint('s', 'strut.base', 'body.plain')], {
    setup: {
      braces: [
        {
          id: 'b',
          kind: 'stop',
          a: { item: 'strut', mount: 'end' },
          b: { item: 'body', mount: 'holes' },
        },
      ],
    },
  });
};

const limited = (limits: object, setup = {}) =>
  createTestRig([body, handle], [held], { brief: { currency: 'EUR', limits }, setup });

const priced = (
  price: { minor: number; currency: string } | undefined,
  limitMinor?: number,
  rates = false,
) =>
  createTestRig([body, { ...handle, ...(price ? { price } : {}) }], [held], {
    kit: [
      { id: 'body', partId: 'body', owned: true },
      { id: 'handle', partId: 'handle', owned: false },
    ],
    brief: {
      currency: 'EUR',
      limits: limitMinor === undefined ? {} : { spend: eur(limitMinor) },
      ...(rates ? { rates: [{ from: 'USD', to: 'EUR', rate: 0.9, on: '2026-11-01' }] } : {}),
    },
  });

/** The handle's grip lies 100 mm above the body's middle: a tilt of 1° is 1.746 mm of slide. */
/** On a rail with a notch every 5 mm. */
const notched = (slideMm: number) =>
  createTestRig(
    [
      {
        ...body,
        mounts: body.mounts.map((m) =>
          m.id === 'rail' ? { ...m, lengthwise: { ...m.lengthwise!, stepMm: 5 } } : m,
        ),
      },
      handle,
    ],
    [{ ...held, slideMm }],
  );

const slid = (slideMm: number) =>
  createTestRig([body, handle], [{ ...held, slideMm: -10 + slideMm }], {});

export const findingFixtures: Readonly<
  Record<FindingCode, { readonly has: Made; readonly hasNot: Made }>
> = {
  ...solidFixtures,
  ...holdFixtures,
  ...lastFixtures,
  ...lightFixtures,
  ...soundFixtures,
  ...sightFixtures,
  ...practiceFixtures,
  'kinds-do-not-mate': {
    has: screwed(screwOf(6), 'body.shoe'),
    hasNot: screwed(screwOf(6), 'body.plain'),
  },
  'mount-taken-twice': {
    has: createTestRig(
      [body, handle, screwOf(6), { ...screwOf(6), id: 'second' }],
      [held, joint('a', 'peg.base', 'body.plain'), joint('b', 'second.base', 'body.plain')],
    ),
    hasNot: createTestRig(
      [body, handle, screwOf(6), { ...screwOf(6), id: 'second' }],
      [held, joint('a', 'peg.base', 'body.plain'), joint('b', 'second.base', 'body.holes')],
    ),
  },
  'clamps-overlap': {
    has: createTestRig(
      [body, handle, clampOf('arm', 20)],
      [held, joint('a', 'arm.base', 'body.rail', { slideMm: 9.9 })],
    ),
    hasNot: createTestRig(
      [body, handle, clampOf('arm', 20)],
      [held, joint('a', 'arm.base', 'body.rail', { slideMm: 10 })],
    ),
  },
  'rail-too-short': {
    has: createTestRig([body, clampOf('arm', 100.1)], [joint('a', 'arm.base', 'body.rail')]),
    hasNot: createTestRig([body, clampOf('arm', 100)], [joint('a', 'arm.base', 'body.rail')]),
  },
  'off-the-rail': {
    has: createTestRig([body, handle], [{ ...held, slideMm: 40.1 }]),
    hasNot: createTestRig([body, handle], [{ ...held, slideMm: 40 }]),
  },
  'slide-off-notch': {
    has: notched(3),
    hasNot: notched(5),
  },
  'turn-off-step': {
    has: screwed(rosette, 'body.teeth', { turnDeg: 6 }),
    hasNot: screwed(rosette, 'body.teeth', { turnDeg: 9 }),
  },
  'stance-out-of-range': {
    has: createTestRig([body, handle, hinged], [held, joint('k', 'flap.base', 'body.plain')], {
      setup: { stances: { flap: { open: 91 } } },
    }),
    hasNot: createTestRig([body, handle, hinged], [held, joint('k', 'flap.base', 'body.plain')], {
      setup: { stances: { flap: { open: 90 } } },
    }),
  },
  'key-unknown': { has: keyed(['whimbrel']), hasNot: keyed(['gannet']) },
  'enters-not-latches': { has: keyed(['puffin']), hasNot: keyed(['gannet']) },
  // Slips at 0.2 · 1181.1 N · 6.607 mm = 1.5607 N·m; 25 N reach half of it, beyond a neighbour that it would hit, at 31.21 mm.
  'screw-can-turn': {
    has: screwed(knob(31.3), 'body.plain'),
    hasNot: screwed(knob(31.1), 'body.plain'),
  },
  'screw-too-long': {
    has: screwed(screwOf(5.1), 'body.blind'),
    hasNot: screwed(screwOf(5), 'body.blind'),
  },
  'screw-too-short': {
    has: screwed(screwOf(3.9), 'body.plain'),
    hasNot: screwed(screwOf(4), 'body.plain'),
  },
  'brace-apart': { has: braced(1.1), hasNot: braced(0.9) },
  // From the body's underside at −5 to the top of the handle's cube at 55.
  'over-height': { has: limited({ heightMm: 59.9 }), hasNot: limited({ heightMm: 60 }) },
  'no-hold': { has: createTestRig([body], []), hasNot: createTestRig([body, handle], [held]) },
  'tips-over': {
    has: createTestRig(
      [
        body,
        { ...handle, grips: [{ ...handle.grips![0]!, fromMm: [-40, 0, -51], toMm: [60, 0, -51] }] },
      ],
      [held],
    ),
    hasNot: createTestRig(
      [
        body,
        { ...handle, grips: [{ ...handle.grips![0]!, fromMm: [-40, 0, -49], toMm: [60, 0, -49] }] },
      ],
      [held],
    ),
  },
  'not-level': { has: slid(1.9), hasNot: slid(1.7) },
  'mass-unknown': {
    has: screwed({ ...screwOf(6), massG: undefined }, 'body.plain'),
    hasNot: screwed(screwOf(6), 'body.plain'),
  },
  'over-spend': { has: priced(eur(5001), 5000), hasNot: priced(eur(5000), 5000) },
  'over-carry': { has: limited({ carryG: 1000 }), hasNot: limited({ carryG: 1001 }) },
  'price-unknown': { has: priced(undefined), hasNot: priced(eur(100)) },
  'price-without-rate': {
    has: priced({ minor: 100, currency: 'USD' }),
    hasNot: priced({ minor: 100, currency: 'USD' }, undefined, true),
  },
  'limit-without-rate': {
    has: limited({ spend: { minor: 5000, currency: 'USD' } }),
    hasNot: limited({ spend: eur(5000) }),
  },
};
