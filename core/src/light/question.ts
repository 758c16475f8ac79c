import { defineQuestion, type Asking } from '../question/index.js';
import { sayEv, sayStops, type Figure } from '../words/index.js';
import { measureSight, sightChecks, type Sight, type SightContext } from '../sight/index.js';
import { lightChecks, type LightContext } from './findings.js';
import { findWorstGap, measureLight, type Light } from './light.js';
import type { StopSpan } from './ranges.js';

/** "EV 4 – 15": from the darkest to the brightest, with what lies between and is not held left to the working. */
function sayBand(held: readonly StopSpan[]): string {
  const [first, last] = [held[0], held.at(-1)];
  if (!first || !last) return 'nothing';
  return `${sayEv(first.from)} – ${sayEv(last.to).replace('EV ', '')}`;
}

/** Light, with what shows the picture and what focuses it. */
export interface LightAnswer extends Light {
  readonly sight: Sight;
}

/** Does exposure hold? */
export const lightQuestion = defineQuestion({
  id: 'light',
  name: 'Light',
  asks: 'Does exposure hold?',
  prepare: ({ assembly, hold, parts, brief, options }: Asking): LightContext & SightContext => ({
    assembly,
    brief,
    sight: measureSight(assembly, hold, parts),
    light: measureLight(assembly, parts, brief),
    catalogue: options.catalogue,
  }),
  answer: ({ light, sight }): LightAnswer => ({ ...light, sight }),
  checks: [...lightChecks, ...sightChecks] as const,
  figure: (light) => {
    const [lens] = light.lenses;
    if (!lens) {
      const detail = light.unknown.length > 0 ? 'no stops stated' : 'no lens on it';
      return { main: 'not known', detail, state: 'open' as Figure['state'] };
    }
    const about = light.isos.known ? '' : '≈ ';
    const worst = findWorstGap(light);
    if (worst) {
      const { gap } = worst;
      const at = gap.side === 'dark' ? gap.from : gap.to;
      return {
        main: `${about}${sayStops(gap.stops)} short`,
        detail:
          gap.scene.name === undefined ? `at ${sayEv(at)}` : `at ${sayEv(at)}, ${gap.scene.name}`,
      };
    }
    const [exposing] = lens.exposings;
    const main = `${about}${sayBand(exposing!.held)}`;
    if (light.scenes.length > 0) return { main, detail: 'holds in every scene' };
    // What nobody asks for does not hold, and does not fail.
    const detail = light.otherScenes > 0 ? 'no scene is held like this' : 'no scene is stated';
    return { main, detail, state: 'open' as Figure['state'] };
  },
  text: (light) =>
    light.lenses.flatMap(({ part, exposings }) =>
      exposings.map(
        (e) =>
          `${part.name} holds ${e.held.map((h) => sayBand([h])).join(' and ')}${e.timing.name === undefined ? '' : ` for ${e.timing.name}`}.`,
      ),
    ),
  json: (light) => ({
    light: {
      scenes: light.scenes,
      isos: light.isos,
      lenses: light.lenses.map((lens) => ({
        item: lens.itemId,
        stops: [lens.stops.widest, lens.stops.smallest],
        exposings: lens.exposings.map((e) => ({
          framesPerS: e.timing.framesPerS,
          timeS: e.timing.timeS,
          bare: e.bare,
          held: e.held,
          gaps: e.gaps.map(({ side, from, to, stops }) => ({ side, from, to, stops })),
        })),
      })),
      before: (light.stack?.standing ?? []).map((s) => s.placed.item.id),
    },
  }),
});
