import type { FilterChoice } from './choices.js';
import type { Exposing, LensLight } from './light.js';
import { addSpans, listHoles, uniteSpans, type StopSpan } from './ranges.js';

/** A choice of filters with what it holds. */
export interface HeldChoice {
  readonly choice: FilterChoice;
  /** EV100, in rising order. */
  readonly held: readonly StopSpan[];
}

/**
 * The ways of filtering worth telling: the bare lens, then the fewest pieces first, each that holds something which none
 * before it does, at most `most`; then those that cut the corners, since somebody will ask after them.
 */
export function listSensibleChoices(lens: LensLight, exposing: Exposing, most = 7): HeldChoice[] {
  const told: HeldChoice[] = [];
  let so: readonly StopSpan[] = [];
  for (const choice of lens.choices) {
    const held = addSpans(addSpans(exposing.bare, lens.inside), choice.takes);
    const adds = held.some((h) => listHoles(h, so).length > 0);
    if (!choice.cuts && !adds) continue;
    if (told.length < most) told.push({ choice, held });
    if (!choice.cuts) so = uniteSpans([...so, ...held]);
  }
  return told;
}
