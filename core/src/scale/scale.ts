import { z } from 'zod';

/** One reading of a scale. A connected one and the stand-in give the same stream of these. */
export const ScaleReading = z.strictObject({
  /** Since the scale was switched on, in s. */
  atS: z.number(),
  /** As shown: rounded to the scale's step, tare taken off. */
  g: z.number(),
});
export type ScaleReading = Readonly<z.infer<typeof ScaleReading>>;

/** A scale: read when asked, set to zero by its tare key. */
export interface Scale {
  readonly read: (atS: number) => ScaleReading;
  readonly tare: (atS: number) => void;
}

/** The shipped stand-in for a connected kitchen scale: what lies on it can be said. */
export interface StandInScale extends Scale {
  readonly put: (massG: number) => void;
}

export interface StandInOptions {
  /** From 0 to 1, as Math.random gives them. */
  readonly random: () => number;
  /** One standard deviation of each reading, in g. */
  readonly noiseG?: number;
  /** How fast its zero wanders, in g a minute. */
  readonly driftGPerMin?: number;
  /** The step it shows, in g. */
  readonly stepG?: number;
  readonly mostG?: number;
}

/** A bell curve of one standard deviation from two even draws. */
function drawNormal(random: () => number): number {
  const u = Math.max(1e-12, random());
  return Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * random());
}

/**
 * A made-up kitchen scale: noise on every reading, a zero that drifts until it is tared, a step and a limit beyond
 * which it shows that limit. Repeatable for the same `random`.
 */
export function createStandInScale(options: StandInOptions): StandInScale {
  const { random, noiseG = 0.7, driftGPerMin = 0.8, stepG = 1, mostG = 8000 } = options;
  let loadG = 0;
  let zeroG = 0;
  let zeroAtS = 0;
  const raw = (atS: number) =>
    Math.min(mostG, loadG) + ((atS - zeroAtS) / 60) * driftGPerMin + noiseG * drawNormal(random);
  return {
    put: (massG) => {
      loadG = Math.max(0, massG);
    },
    tare: (atS) => {
      zeroAtS = atS;
      zeroG = Math.min(mostG, loadG);
    },
    read: (atS) => ({ atS, g: Math.round((raw(atS) - zeroG) / stepG) * stepG + 0 }),
  };
}

/** How many readings must agree, and how far apart they may lie, in g (estimate: a few seconds at rest). */
export const settling = { readings: 8, withinG: 4 } as const;

/** What a scale has come to rest at: the mean of its last readings, where they agree; undefined while it moves. */
export function findSettledG(readings: readonly ScaleReading[]): number | undefined {
  const last = readings.slice(-settling.readings);
  if (last.length < settling.readings) return undefined;
  const grams = last.map((r) => r.g);
  if (Math.max(...grams) - Math.min(...grams) > settling.withinG) return undefined;
  return Math.round((grams.reduce((a, b) => a + b, 0) / grams.length) * 10) / 10;
}
