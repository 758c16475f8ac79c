/** Rigs for the findings of seeing and focus: each just over and just under its limit. */
import type { Brief } from '../brief/index.js';
import type { FindingCode } from '../report/index.js';
import type { Part, PartBook } from '../part/index.js';
import type { Rig } from '../rig/index.js';
import { camera, createLightRig, lensOf, onCamera } from './optics.js';
import { cube, joint, mountAt, noBrief } from './rigs.js';

type Made = { readonly rig: Rig; readonly parts: PartBook };

const foot = mountAt('foot', 'cold-shoe', 'foot', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
  clampLengthMm: 10,
  carrier: true,
});
const lens = lensOf('lens', 77);

/** A screen whose place from the eye is not known, since nothing holds the rig. */
const glowing = (nits: number): Made =>
  createLightRig(
    [
      camera,
      cube('screen', 100, {
        kind: 'monitor',
        mounts: [foot],
        screens: [{ id: 'face', atMm: [-5, 0, 0], normal: [-1, 0, 0], diagonalMm: 120, nits }],
      }),
    ],
    [joint('s', 'screen.foot', 'body.a')],
    { ...noBrief, scenes: [{ name: 'Noon', toEv: 15 }] },
  );

const focused = (autofocus: boolean): Made =>
  createLightRig(
    [
      { ...camera, autofocus: true },
      { ...lens, autofocus },
    ],
    [onCamera()],
    { ...noBrief, schools: { focus: 'autofocus' } },
  );

const geared = (id: string, atMm: number): Part => ({
  ...lensOf(id, 77),
  mounts: [
    ...lens.mounts,
    mountAt('gear', 'gear-08', 'ring', [atMm, 0, 40], [0, 0, 1], [1, 0, 0], { sizeMm: 80 }),
  ],
});
const drive = (workedBy: 'own-unit' | 'sold-apart'): Part =>
  cube('drive', 100, { kind: 'follow-focus', drive: { by: 'motor', workedBy }, mounts: [foot] });

const moved = (otherMm: number): Made =>
  createLightRig(
    [camera, geared('lens', 30), geared('other', otherMm), drive('own-unit')],
    [onCamera(), joint('d', 'drive.foot', 'body.a')],
    noBrief,
    {
      lenses: [
        { item: 'lens', share: 0.5 },
        { item: 'other', share: 0.5 },
      ],
    },
  );

const driven = (workedBy: 'own-unit' | 'sold-apart', more: readonly Part[] = []): Made =>
  createLightRig([camera, drive(workedBy), ...more], [joint('d', 'drive.foot', 'body.a')], noBrief);
const wheel: Part = cube('wheel', 150, {
  controls: [{ id: 'focus', use: 'focus', atMm: [0, 0, 5] }],
});

const linked = (more: Partial<Part>, people: NonNullable<Brief['people']>): Made =>
  createLightRig(
    [camera, cube('link', 100, { kind: 'transmitter', mounts: [foot], ...more })],
    [joint('t', 'link.foot', 'body.a')],
    { ...noBrief, people },
  );

export const sightFixtures = {
  'screen-too-dim': { has: glowing(990), hasNot: glowing(1000) },
  'no-autofocus': { has: focused(false), hasNot: focused(true) },
  'drive-moves': { has: moved(32.5), hasNot: moved(31.5) },
  // A wheel in the hand that lies in the kit works it.
  'motor-unworked': { has: driven('sold-apart'), hasNot: driven('sold-apart', [wheel]) },
  'link-too-short': {
    has: linked({ link: { rangeM: 99 } }, { client: 'wireless', clientM: 100 }),
    hasNot: linked({ link: { rangeM: 100 } }, { client: 'wireless', clientM: 100 }),
  },
  'picture-late': {
    has: linked({ delayMs: 81 }, { focusFrom: 'afar' }),
    hasNot: linked({ delayMs: 80 }, { focusFrom: 'afar' }),
  },
} satisfies Partial<Record<FindingCode, { has: Made; hasNot: Made }>>;
