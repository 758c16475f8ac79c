/** Rigs for the findings about how a rig sits: each just over and just under its limit. */
import type { FindingCode } from '../report/index.js';
import type { Grip, Part, PartBook } from '../part/index.js';
import type { Vec3 } from '../placement/index.js';
import type { Joint, Rig, Setup } from '../rig/index.js';
import { body, createTestRig, cube, joint, mountAt } from './rigs.js';

type Made = { readonly rig: Rig; readonly parts: PartBook };
type Triple = [number, number, number];

/** A side grip at one point. */
export const gripAt = (id: string, at: Vec3, more: Partial<Grip> = {}): Grip => ({
  id,
  use: 'carry',
  place: 'side',
  fromMm: [...at] as Triple,
  toMm: [...at] as Triple,
  ...more,
});

/** The body, 1000 g at the origin, held by grips of its own, with what else is on it. */
export const sits = (
  hold: Setup['hold'],
  camera: Partial<Part> = {},
  others: readonly Part[] = [],
  joints: readonly Joint[] = [],
  setup: Partial<Setup> = {},
): Made =>
  createTestRig([{ ...body, ...camera }, ...others], joints, { setup: { hold, ...setup } });

const base = (more: Parameters<typeof mountAt>[6] = {}, at: Vec3 = [0, 0, 0]) =>
  mountAt('base', 'quarter-20', 'screw', at, [0, 0, -1], [1, 0, 0], {
    thread: { lengthMm: 6 },
    carrier: true,
    ...more,
  });

/** A pad of next to no mass, 10 mm long, its middle `atMm` ahead of the screw on the body's roof. */
export const pad = (atMm: number): Part =>
  cube('pad', 1e-6, { kind: 'shoulder-pad', mounts: [base()] }, [atMm, 0, -120]);

/** A support on the body's roof socket, its own axis `offMm` behind the screw: upside down, as far as z goes. */
export const support = (offMm: number, more: Partial<Part> = {}): Part =>
  cube('support', 1200, { kind: 'support', mounts: [base({}, [offMm, 0, 0])], ...more });
const onSupport = [joint('s', 'support.base', 'body.plain')];
const onTripod = (offMm: number, more: Partial<Part> = {}) =>
  sits('tripod', {}, [support(offMm, more)], onSupport);
const turned = (turnDeg: number) =>
  sits('tripod', {}, [support(0)], [joint('s', 'support.base', 'body.plain', { turnDeg })]);
const balance: [number, number] = [-5, 5];
const onGimbal = (offMm: number, envelopeMm: Triple = [500, 500, 500]) =>
  sits(
    'gimbal',
    {},
    [
      support(offMm, {
        gimbal: { forwardMm: balance, leftMm: balance, upMm: [-60, 60], envelopeMm },
      }),
    ],
    onSupport,
  );

const sloped = (deg: number) => {
  const slope = (deg * Math.PI) / 180;
  return sits('one-grip', {
    grips: [
      gripAt('hand', [0, 0, 0], {
        toMm: [100 * Math.cos(slope), 0, -100 * Math.sin(slope)],
        open: 'from',
      }),
    ],
  });
};

/** On a foot without mass, `widthMm` square, 205 mm below the weight. */
const footed = (widthMm: number) =>
  sits('set-down', {
    solids: [
      ...body.solids,
      { id: 'foot', type: 'box', sizeMm: [widthMm, widthMm, 10], atMm: [0, 0, -200], massG: 1e-6 },
    ],
  });

const headed = (counterbalanceNm: number): Partial<Part> => ({
  head: { counterbalanceNm, axisBelowMm: 150 },
});

export const holdFixtures: Readonly<
  Record<
    Extract<
      FindingCode,
      | 'wrist-over'
      | 'hand-pulls-down'
      | 'heavy-end'
      | 'off-head-axis'
      | 'head-crosswise'
      | 'counterbalance-short'
      | 'gimbal-cannot-balance'
      | 'gimbal-too-big'
      | 'support-unknown'
      | 'slips-out'
      | 'tips-easily'
    >,
    { readonly has: Made; readonly hasNot: Made }
  >
> = {
  // 9.80665 N at 204 mm is 2.0006 N·m, at 203.9 mm 1.9996: half of the 4 N·m a wrist holds.
  'wrist-over': {
    has: sits('one-grip', { grips: [gripAt('hand', [0, 204, 0])] }),
    hasNot: sits('one-grip', { grips: [gripAt('hand', [0, 203.9, 0])] }),
  },
  // 9.81 N · 9.4 ∕ 90.6 are 1.02 N, · 9.1 ∕ 90.9 are 0.98: from 1 N on a hand really pulls.
  'hand-pulls-down': {
    has: sits('grips', { grips: [gripAt('a', [0, 9.4, 0]), gripAt('b', [0, 100, 0])] }),
    hasNot: sits('grips', { grips: [gripAt('a', [0, 9.1, 0]), gripAt('b', [0, 100, 0])] }),
  },
  // The pad's pressure wanders a quarter of its 10 mm to each side.
  'heavy-end': {
    has: sits('shoulder', {}, [pad(-2.6)], [joint('p', 'pad.base', 'body.plain')]),
    hasNot: sits('shoulder', {}, [pad(-2.4)], [joint('p', 'pad.base', 'body.plain')]),
  },
  'off-head-axis': { has: onTripod(5.1), hasNot: onTripod(4.9) },
  'head-crosswise': { has: turned(46), hasNot: turned(44) },
  // The weight lies 50 mm below the upturned plate, the tilt axis 150 below that: 100 mm, 0.98067 N·m.
  'counterbalance-short': { has: onTripod(0, headed(0.98)), hasNot: onTripod(0, headed(0.981)) },
  'gimbal-cannot-balance': { has: onGimbal(5.1), hasNot: onGimbal(4.9) },
  'gimbal-too-big': {
    has: onGimbal(0, [9.9, 500, 500]),
    hasNot: onGimbal(0, [10.1, 500, 500]),
  },
  'support-unknown': { has: onTripod(0), hasNot: onTripod(0, headed(2)) },
  'slips-out': { has: sloped(10.1), hasNot: sloped(9.9) },
  // atan(28.5 ∕ 205) = 7.9°, atan(29 ∕ 205) = 8.05°.
  'tips-easily': { has: footed(57), hasNot: footed(58) },
};
