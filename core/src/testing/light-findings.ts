/** Rigs for the findings of Light: each just over and just under its limit. */
import type { FindingCode } from '../report/index.js';
import type { PartBook } from '../part/index.js';
import type { Rig } from '../rig/index.js';
import {
  boxOf,
  camera,
  createLightRig,
  fixed,
  lensOf,
  onCamera,
  pictureBrief,
  roundOf,
  variable,
} from './optics.js';
import { joint, noBrief } from './rigs.js';

type Made = { readonly rig: Rig; readonly parts: PartBook };

const lens = lensOf('lens', 77);
const fader = roundOf('fader', 77, variable(2, 7));

/** With 6 stops T4 holds up to EV 12.64: a third of a stop beyond is still held. */
const upTo = (ev: number): Made =>
  createLightRig(
    [camera, lens, roundOf('dark', 77, fixed(6))],
    [onCamera()],
    pictureBrief(12.2, ev),
  );

const boxed = (on: string): Made =>
  createLightRig(
    [camera, lens, fader, boxOf('box', 81)],
    [
      onCamera(),
      joint('f', 'fader.back', 'lens.thread'),
      ...(on === '' ? [] : [joint('b', 'box.clamp', on)]),
    ],
    noBrief,
  );

const recording = (framesPerS: number): Made =>
  createLightRig(
    [{ ...camera, modes: [{ name: 'fine', rateMbps: 100, framesPerS: 50 }] }, lens],
    [onCamera()],
    { ...noBrief, deliverables: [{ name: 'slow', framesPerS }] },
  );

const accepting = (highestIso: number): Made =>
  createLightRig([camera, lens], [onCamera()], { ...noBrief, picture: { highestIso } });

export const lightFixtures = {
  'exposure-gap': { has: upTo(12.64 + 0.36), hasNot: upTo(12.64 + 0.3) },
  'glass-turns': { has: boxed('fader.rim'), hasNot: boxed('') },
  'frames-not-recorded': { has: recording(100), hasNot: recording(50) },
  'iso-refused': { has: accepting(400), hasNot: accepting(800) },
} satisfies Partial<Record<FindingCode, { has: Made; hasNot: Made }>>;
