import type { FlightCell } from '@zucchini/core';

/** What a battery may in the air, in a few words. */
export const flightWords: Readonly<Record<FlightCell['may'], string>> = {
  free: 'cabin',
  ask: 'ask the airline',
  not: 'stays at home',
  unknown: 'Wh not known',
};
