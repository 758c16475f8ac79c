import type { Cell, FlightCell } from '@zucchini/core';

/** What a battery may in the air, in a few words. */
export const flightWords: Readonly<Record<FlightCell['may'], string>> = {
  free: 'cabin',
  ask: 'ask the airline',
  not: 'stays at home',
  unknown: 'Wh not known',
};

/** How one learns that a battery runs low, in a few words. */
export const tellsWords: Readonly<Record<NonNullable<Cell['tells']>, string>> = {
  percent: 'says what is left in %',
  dots: 'says what is left by dots',
  lamp: 'a lamp says that it runs low',
  nothing: 'says nothing before it is empty',
};
