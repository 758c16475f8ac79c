import { listQuestionsFor } from './answer.js';
import type { Answers, Thing } from './ask/index.js';
import { measurePictureMm } from './monitor.js';

/** Two answers that cannot both be so: said beside one of them, with what would be plausible. */
export interface Contradiction {
  /** The question beside which it is said. */
  readonly name: string;
  readonly message: string;
}

/** What is wrong with some answers; undefined where nothing is, or not enough is said to tell. */
type Rule = (n: Figure, answers: Answers) => Contradiction | undefined;

/** The figure that answers a question. */
type Figure = (name: string) => number | undefined;

const mm = (value: number): string => `${Math.round(value * 10) / 10} mm`;

/** One figure that is at most another. */
const atMost =
  (name: string, limit: (n: Figure) => number | undefined, say: (limit: number) => string): Rule =>
  (n) => {
    const [value, most] = [n(name), limit(n)];
    return value !== undefined && most !== undefined && value > most
      ? { name, message: say(most) }
      : undefined;
  };

/** One figure that is at least another. */
const atLeast =
  (name: string, limit: (n: Figure) => number | undefined, say: (limit: number) => string): Rule =>
  (n) => {
    const [value, least] = [n(name), limit(n)];
    return value !== undefined && least !== undefined && value < least
      ? { name, message: say(least) }
      : undefined;
  };

const plus = (a: number | undefined, b: number) => (a === undefined ? undefined : a + b);
const times = (a: number | undefined, b: number) => (a === undefined ? undefined : a * b);

const volts = atLeast(
  'maxV',
  (n) => n('minV'),
  (least) => `is lower than the lowest it takes: at least ${least} V`,
);

/** How far a plate on rods swings before it meets the clamp below its hinge, in degrees (estimate, of the template). */
const mostSwingDeg = 100;

/** Lithium cells of today hold at most about so much, in Wh∕cm³ (estimate: 0.7 and what the case takes). */
const densestWhPerCm3 = 0.75;

const byTemplate: Readonly<Record<string, readonly Rule[]>> = {
  monitor: [
    atLeast(
      'widthMm',
      (n) => measurePictureMm(n('diagonalIn'))?.[0],
      (least) => `is narrower than its picture: that is ${mm(least)} wide`,
    ),
    atLeast(
      'heightMm',
      (n) => measurePictureMm(n('diagonalIn'))?.[1],
      (least) => `is lower than its picture: that is ${mm(least)} high`,
    ),
    volts,
  ],
  lens: [
    atMost(
      'filterMm',
      (n) => n('frontDiameterMm'),
      (most) => `is wider than the front it is cut into: at most ${mm(most)}`,
    ),
    atMost(
      'extendsMm',
      (n) => times(n('lengthMm'), 2),
      (most) => `draws out more than twice the lens: at most ${mm(most)}`,
    ),
  ],
  body: [
    atMost(
      'axisHeightMm',
      (n) => n('heightMm'),
      (most) => `lies above the body: at most its height, ${mm(most)}`,
    ),
    atMost(
      'axisFromLeftMm',
      (n) => n('widthMm'),
      (most) => `lies beside the body: at most its width, ${mm(most)}`,
    ),
    atMost(
      'humpHeightMm',
      (n) => times(n('heightMm'), 0.5),
      (most) => `is more than half the body: the height counts with it, so at most ${mm(most)}`,
    ),
    atMost(
      'bayMm',
      (n) => plus(n('heightMm'), -4),
      (most) => `is longer than the body is high: at most ${mm(most)}`,
    ),
  ],
  ring: [
    atMost(
      'innerMm',
      (n) => plus(n('outerMm'), -1),
      (most) => `is no smaller than the ring itself: at most ${mm(most)}`,
    ),
    atLeast(
      'outerMm',
      (n) => n('frontSizeMm'),
      (least) => `is smaller than the thread at its front: at least ${mm(least)}`,
    ),
    atLeast(
      'footMm',
      (n) => plus(times(n('outerMm'), 0.5), 2),
      (least) => `brings the foot into the adapter itself: at least ${mm(least)} below its axis`,
    ),
  ],
  'gear-ring': [
    atLeast(
      'gearMm',
      (n) => plus(n('innerMm'), 2),
      (least) => `stands outside the ring it is on: at least ${mm(least)}`,
    ),
  ],
  'top-handle': [
    atMost(
      'barDiameterMm',
      (n) => plus(n('heightMm'), -12),
      (most) => `leaves no room under the bar: at most ${mm(most)} at this height`,
    ),
    atMost(
      'baseFromRearMm',
      (n) => n('lengthMm'),
      (most) => `lies beyond the bar: at most its length, ${mm(most)}`,
    ),
  ],
  'side-grip': [
    atLeast(
      'outMm',
      (n) => plus(times(n('diameterMm'), 0.5), 10),
      (least) => `brings the grip into what carries it: at least ${mm(least)}`,
    ),
  ],
  'follow-focus': [
    atLeast(
      'reachMm',
      (n) => plus(times(n('gearMm'), 0.5), 14),
      (least) => `brings the gear down to the rod: at least ${mm(least)}`,
    ),
    volts,
  ],
  bracket: [
    atMost(
      'holeFromEndMm',
      (n) => {
        const legs = [n('footMm'), n('uprightMm')].filter((v) => v !== undefined);
        return legs.length < 2 ? undefined : Math.min(...legs) - (n('thicknessMm') ?? 3);
      },
      (most) => `lies beyond the shorter leg: at most ${mm(most)}`,
    ),
  ],
  battery: [
    (n) => {
      const [w, h, d, energy] = ['widthMm', 'heightMm', 'depthMm', 'energyWh'].map(n);
      if (w === undefined || h === undefined || d === undefined || energy === undefined) return;
      const most = Math.round(((w * h * d) / 1000) * densestWhPerCm3);
      return energy > most
        ? {
            name: 'energyWh',
            message: `is more than so small a battery holds: at most ≈ ${most} Wh`,
          }
        : undefined;
    },
  ],
  'battery-plate': [
    // Its own clamp stands below the hinge.
    (n, a) => {
      const isOnRods = a['fixing'] === 'rods' || a['fixing'] === 'rod';
      return isOnRods && (n('swingsDeg') ?? 0) > mostSwingDeg
        ? {
            name: 'swingsDeg',
            message: `brings the plate into its own rod clamp: at most ≈ ${mostSwingDeg}°`,
          }
        : undefined;
    },
  ],
  'dummy-battery': [volts],
  cable: [
    atLeast(
      'stretchesToMm',
      (n) => n('lengthMm'),
      (least) => `is shorter than the lead as it hangs: at least ${mm(least)}`,
    ),
  ],
  microphone: [
    atLeast(
      'axisHeightMm',
      (n) => plus(times(n('diameterMm'), 0.5), 6),
      (least) => `brings the microphone into its shoe: at least ${mm(least)}`,
    ),
  ],
};

/**
 * Answers that contradict each other or are half an answer, each said beside the one that most likely is wrong, with what would be
 * plausible. Nothing is mended: the person decides which of the two it is. Guesses
 * count like answers.
 */
export function listContradictions(thing: Thing, answers: Answers): Contradiction[] {
  const asked = new Set(listQuestionsFor(thing, answers).map((q) => q.name));
  const n = (name: string) => {
    const value = asked.has(name) ? answers[name] : undefined;
    return typeof value === 'number' ? value : undefined;
  };
  const halves = listQuestionsFor(thing, answers).flatMap((q): Contradiction[] => {
    const value = answers[q.name];
    if (!Array.isArray(value)) return [];
    const [one, other] = value as readonly unknown[];
    if (q.type === 'pair' && (one === undefined || other === undefined)) {
      return [{ name: q.name, message: 'wants both figures' }];
    }
    const isOpen = (end: unknown) => !(end as { connector?: string } | undefined)?.connector;
    return q.type === 'ends' && (isOpen(one) || isOpen(other))
      ? [{ name: q.name, message: 'wants the plug at its other end too' }]
      : [];
  });
  return [
    ...halves,
    ...(byTemplate[thing.template] ?? []).flatMap((rule) => rule(n, answers) ?? []),
  ];
}
