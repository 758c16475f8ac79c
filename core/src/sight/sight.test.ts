import { describe, expect, it } from '@jest/globals';
import type { Brief } from '../brief/index.js';
import { findHold } from '../hold/index.js';
import type { Part } from '../part/index.js';
import { placeSetup } from '../rig/index.js';
import { camera, createLightRig, lensOf, onCamera } from '../testing/optics.js';
import { cube, joint, mountAt, noBrief } from '../testing/rigs.js';
import {
  findBrightestEv,
  measureDriveMoveMm,
  measureFocusing,
  measureNeededNits,
  measureShadedNits,
  measureSight,
} from './index.js';

const sightOf = (parts: readonly Part[], joints: Parameters<typeof createLightRig>[1]) => {
  const made = createLightRig(parts, joints, noBrief);
  const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
  return measureSight(assembly, findHold(assembly), made.parts);
};

describe('how bright a screen must be', () => {
  it.each([
    [4, 250],
    [9, 250],
    [12, 400],
    [15, 1000],
    // Half way in equal ratios: √(400 · 1000).
    [13.5, 632.5],
    [18, 2500],
  ])('at EV %d is %d cd/m²', (ev, nits) => {
    expect(measureNeededNits(ev)).toBeCloseTo(nits, 0);
  });

  it('is asked at the brightest of the scenes, or in the sun', () => {
    const brief = (more: Partial<Brief>) => findBrightestEv({ ...noBrief, ...more });
    expect(
      brief({
        scenes: [
          { name: 'a', toEv: 8 },
          { name: 'b', fromEv: 12 },
        ],
      }),
    ).toBe(12);
    expect(brief({ scenes: [{ name: 'a', toEv: 8 }], watch: { inSun: true } })).toBe(15);
    expect(brief({ picture: { sceneToEv: 13 } })).toBe(13);
    expect(brief({})).toBe(undefined);
  });
});

const screenOf = (more: Partial<NonNullable<Part['screens']>[number]>, part: Partial<Part> = {}) =>
  cube('screen', 100, {
    kind: 'monitor',
    mounts: [
      mountAt('foot', 'cold-shoe', 'foot', [0, 0, 0], [0, 0, -1], [1, 0, 0], {
        clampLengthMm: 10,
        carrier: true,
      }),
    ],
    screens: [{ id: 'face', atMm: [-5, 0, 0], normal: [-1, 0, 0], diagonalMm: 120, ...more }],
    ...part,
  });
const seen = (screen: Part) =>
  sightOf([camera, screen], [joint('s', 'screen.foot', 'body.a')]).screens[0]!;

describe('a screen', () => {
  it('says how bright it is itself, or by what it serves, and looks brighter in its hood', () => {
    expect(seen(screenOf({ nits: 500 })).nits).toBe(500);
    expect(seen(screenOf({}, { serves: [{ need: 'monitor', nits: 700 }] })).nits).toBe(700);
    expect(seen(screenOf({})).nits).toBe(undefined);
    expect(measureShadedNits(seen(screenOf({ nits: 400 }, { inBox: ['sun hood'] })))).toBe(1000);
  });

  it('is seen from before the lens as it stands, on its hinge, or not', () => {
    const hinge = (to: number): Partial<Part> => ({
      movements: [
        {
          id: 'hinge',
          name: 'hinge',
          type: 'turn',
          originMm: [0, 0, 0],
          axis: [0, 0, 1],
          from: 0,
          to,
          rest: 0,
          carries: ['face'],
        },
      ],
    });
    expect(seen(screenOf({ normal: [1, 0, 0] })).front).toBe('now');
    expect(seen(screenOf({})).front).toBe('no');
    expect(seen(screenOf({}, hinge(180))).front).toBe('turns');
    expect(seen(screenOf({}, hinge(90))).front).toBe('no');
    // A picture that stands on its head is no help.
    expect(seen(screenOf({ flips: false }, hinge(180))).front).toBe('no');
    expect(seen(screenOf({ finder: true, normal: [1, 0, 0] })).front).toBe('no');
  });
});

describe('the focus of a lens', () => {
  const af = (body: boolean | undefined, lens: boolean | undefined) =>
    sightOf(
      [
        { ...camera, ...(body === undefined ? {} : { autofocus: body }) },
        { ...lensOf('lens', 77), ...(lens === undefined ? {} : { autofocus: lens }) },
      ],
      [onCamera()],
    ).focusing.lenses[0]!.autofocus;

  it('is the camera’s where body and lens both say so, and nobody’s word where one is silent', () => {
    expect(af(true, true)).toEqual({ state: 'works' });
    expect(af(true, false)).toEqual({ state: 'not', because: 'lens', id: 'lens' });
    expect(af(false, true)).toEqual({ state: 'not', because: 'body', id: 'body' });
    expect(af(true, undefined)).toEqual({ state: 'unknown' });
  });

  it('ends at an adapter that does not hand it on', () => {
    const adapter = (autofocus: boolean) =>
      cube('ring', 50, {
        kind: 'lens-adapter',
        autofocus,
        mounts: [
          mountAt('back', 'lens-mount', 'lens', [0, 0, 0], [-1, 0, 0], [0, 0, 1], {
            family: 'F',
            carrier: true,
          }),
          mountAt('front', 'lens-mount', 'body', [20, 0, 0], [1, 0, 0], [0, 0, 1], { family: 'F' }),
        ],
      });
    const through = (autofocus: boolean) =>
      sightOf(
        [
          { ...camera, autofocus: true },
          adapter(autofocus),
          { ...lensOf('lens', 77), autofocus: true },
        ],
        [joint('r', 'ring.back', 'body.lens'), joint('l', 'lens.rear', 'ring.front')],
      ).focusing.lenses[0]!.autofocus;
    expect(through(false)).toEqual({ state: 'not', because: 'adapter', id: 'ring' });
    expect(through(true)).toEqual({ state: 'works' });
  });

  it('moves the drive as far as the rings lie apart, forward for one that lies farther out', () => {
    const geared = (id: string, atMm: number): Part => ({
      ...lensOf(id, 77),
      mounts: [
        ...lensOf(id, 77).mounts,
        mountAt('gear', 'gear-08', 'ring', [atMm, 0, 40], [0, 0, 1], [1, 0, 0], { sizeMm: 80 }),
      ],
    });
    const made = createLightRig(
      [camera, geared('lens', 30), geared('other', 44), lensOf('bare', 77)],
      [onCamera()],
      noBrief,
      { lenses: ['lens', 'other', 'bare'].map((item) => ({ item, share: 1 / 3 })) },
    );
    const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
    const [one, two, bare] = measureFocusing(assembly, made.parts).lenses;
    expect(measureDriveMoveMm(one!, two!)).toBe(14);
    expect(measureDriveMoveMm(two!, one!)).toBe(-14);
    expect(measureDriveMoveMm(one!, bare!)).toBe(undefined);
  });
});
