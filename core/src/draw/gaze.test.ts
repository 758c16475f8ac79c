import { describe, expect, it } from '@jest/globals';
import type { Part } from '../part/index.js';
import { placeSetup } from '../rig/index.js';
import { listener, micOf, createSoundRig, seat } from '../testing/hearing.js';
import { camera, createLightRig, lensOf, onCamera } from '../testing/optics.js';
import { noBrief } from '../testing/rigs.js';
import { drawListening, drawViews } from './index.js';

const viewOf = (optics: Part['optics'], farMm: number) => {
  const made = createLightRig([camera, lensOf('lens', 77, { optics })], [onCamera()], noBrief);
  const assembly = placeSetup(made.rig, made.rig.setups[0]!, made.parts);
  return drawViews(assembly, 'near', farMm);
};

describe('what a lens takes in, drawn', () => {
  it('from the near side is as tall as the picture is where it ends', () => {
    // 24 mm high at 50 mm: 0.24 mm up for each mm from the pupil, without an aperture to widen it.
    const [cone] = viewOf({ focalMm: [50, 50], pupilMm: 0 }, 100);
    const ys = cone!.outline.map(([, y]) => y);
    // The near rim lies 61 mm ahead of the pupil; the edges run 100 mm on from there along their own slant.
    const slant = Math.hypot(1, 0.36, 0.24);
    expect(Math.max(...ys)).toBeCloseTo(0.24 * (61 + 100 / slant), 6);
    expect(Math.min(...ys)).toBeCloseTo(-0.24 * (61 + 100 / slant), 6);
  });

  it('is not made up where the lens does not say', () => {
    expect(viewOf(undefined, 100)).toEqual([]);
  });
});

describe('which way a microphone listens', () => {
  it('is ahead of it by as much as is asked, seen from the side', () => {
    const { rig, parts } = createSoundRig([listener, micOf('mic')], [seat('mic', 'a')], []);
    const assembly = placeSetup(rig, rig.setups[0]!, parts);
    const [line] = drawListening(assembly, 'near', 80);
    expect(Math.hypot(line!.to[0] - line!.from[0], line!.to[1] - line!.from[1])).toBeCloseTo(80, 6);
    const [endOn] = drawListening(assembly, 'front', 80);
    expect(Math.hypot(endOn!.to[0] - endOn!.from[0], endOn!.to[1] - endOn!.from[1])).toBeCloseTo(
      0,
      6,
    );
  });
});
