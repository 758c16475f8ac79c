import { z } from 'zod';

/** Sensitivities that a sensor has: nothing lies outside, whoever made it. */
const Iso = z
  .number()
  .min(1, 'a sensitivity is at least ISO 1')
  .max(10_000_000, 'a sensitivity is at most ISO 10 000 000');

const Stops = z
  .number()
  .min(0, 'glass takes light away and gives none: 0 stops or more')
  .max(40, 'glass takes at most 40 stops away');

/** How a camera exposes. A figure that is absent is not known. */
export const Exposes = z
  .strictObject({
    /** One, or two of a sensor with two gains, the lower first. */
    baseIso: z.array(Iso).min(1).max(2).optional(),
    mostIso: Iso.optional(),
    /** Built-in filters, each by the stops that it takes; empty of a camera that is stated to have none. */
    ndStops: z.array(Stops).max(12).optional(),
    /** A built-in filter that is set anywhere between, from the least to the most stops. */
    ndRange: z.tuple([Stops, Stops]).optional(),
  })
  .refine((v) => (v.baseIso?.[0] ?? 0) <= (v.baseIso?.[1] ?? Infinity), {
    path: ['baseIso'],
    message: 'names the higher ISO first',
  })
  .refine((v) => (v.ndRange?.[0] ?? 0) <= (v.ndRange?.[1] ?? Infinity), {
    path: ['ndRange'],
    message: 'names the greater figure first',
  });
export type Exposes = z.infer<typeof Exposes>;

/** What glass before a lens is there for. */
export const GlassPurpose = z.enum([
  'nd',
  'variable-nd',
  'polariser',
  'mist',
  'graduated',
  'clear',
  'other',
]);
export type GlassPurpose = z.infer<typeof GlassPurpose>;

/** Glass before a lens: what it does, and what it takes away. */
export const Glass = z.strictObject({
  does: GlassPurpose,
  /**
   * What it takes away, in stops, each stretch from its least to its most, in rising order: one of no width for fixed
   * glass, one for a variable filter, several for one with stages.
   */
  stops: z
    .array(
      z
        .tuple([Stops, Stops])
        .refine(([least, most]) => least <= most, 'names the greater figure first'),
    )
    .min(1)
    .max(6)
    .optional(),
  /** Of crossed polarisers: as far as their maker says that the picture stays even, in stops. */
  cleanTo: Stops.optional(),
  /** Whether it stops at both ends of its range. */
  hardStops: z.boolean().optional(),
});
export type Glass = z.infer<typeof Glass>;

/** Whether glass must be turned for its purpose: what is fixed before it turns as well. */
export const isTurned = (glass: Glass): boolean =>
  glass.does === 'variable-nd' || glass.does === 'polariser';

/** How a figure of neutral glass is written: stops, optical density, or factor. */
export const ndNotations = ['stops', 'density', 'factor'] as const;
export type NdNotation = (typeof ndNotations)[number];

/** Density of one stop: log₁₀ 2. */
export const densityOfStop = Math.log10(2);

/**
 * Stops of a figure in its notation: density 0.9 is 3 stops as makers count them (0.3 each; log₁₀2 = 0.301), a factor
 * of 8 is 3. Throws a RangeError for a factor below 1 and for what is negative.
 */
export function toStops(value: number, notation: NdNotation): number {
  if (notation === 'factor' ? value < 1 : value < 0) {
    throw new RangeError(`toStops: ${value} is no ${notation} of a filter`);
  }
  if (notation === 'density') return value / densityOfStop;
  return notation === 'factor' ? Math.log2(value) : value;
}

/** What stops are in a notation. */
export function fromStops(stops: number, notation: NdNotation): number {
  if (notation === 'density') return stops * densityOfStop;
  return notation === 'factor' ? 2 ** stops : stops;
}
