/** When something was, by two clocks: one that only runs on, and the one on the wall; both in ms. */
export interface Moment {
  readonly running: number;
  readonly wall: number;
}

/** A second tap within so many ms is the same tap, trembling. */
const tremblingMs = 400;
/** The two clocks may drift apart by so much in a step before one of them must have jumped, ms. */
const driftMs = 3000;

/** What became of a step that was timed. */
export interface TimedStep {
  readonly id: string;
  readonly seconds: number;
  /** Why it does not count; it does where absent. */
  readonly dropped?: 'jumped' | 'too-long';
}

/** A stopwatch over steps: one tap ends a step and begins the next. */
export interface Stopwatch {
  /** The ids of the steps, and which of them runs; −1 before the first. */
  readonly ids: readonly string[];
  readonly at: number;
  readonly timed: readonly TimedStep[];
  /** When the present step began, or was gone on with; undefined while it rests. */
  readonly since: Moment | undefined;
  /** What of the present step was done before it was paused, ms. */
  readonly beforeMs: number;
}

export const createStopwatch = (ids: readonly string[]): Stopwatch => ({
  ids,
  at: -1,
  timed: [],
  since: undefined,
  beforeMs: 0,
});

export const startWatch = ({ ids }: Stopwatch, now: Moment): Stopwatch => ({
  ...createStopwatch(ids),
  at: 0,
  since: now,
});

/** What a stopwatch does. */
export function stateOf({ at, ids, since }: Stopwatch): 'ready' | 'running' | 'paused' | 'done' {
  if (at < 0) return 'ready';
  if (at >= ids.length) return 'done';
  return since ? 'running' : 'paused';
}

/** What has run of the present step, ms, and whether a clock jumped meanwhile: the phone slept, or its time was set. */
export function measureStep(
  { since, beforeMs }: Stopwatch,
  now: Moment,
): { readonly ms: number; readonly jumped: boolean } {
  if (!since) return { ms: beforeMs, jumped: false };
  const [ran, passed] = [now.running - since.running, now.wall - since.wall];
  return { ms: beforeMs + ran, jumped: Math.abs(ran - passed) > driftMs };
}

/** Ends the present step and begins the next. A step in which a clock jumped or that is longer than `longestS` does not count. */
export function tapWatch(watch: Stopwatch, now: Moment, longestS: number): Stopwatch {
  if (stateOf(watch) !== 'running') return watch;
  const { ms, jumped } = measureStep(watch, now);
  if (ms < tremblingMs) return watch;
  const seconds = Math.round(ms / 100) / 10;
  const dropped = jumped ? 'jumped' : seconds > longestS ? 'too-long' : undefined;
  const at = watch.at + 1;
  return {
    ids: watch.ids,
    at,
    timed: [...watch.timed, { id: watch.ids[watch.at]!, seconds, ...(dropped ? { dropped } : {}) }],
    beforeMs: 0,
    since: at < watch.ids.length ? now : undefined,
  };
}

/** Rests, or goes on. */
export function pauseWatch(watch: Stopwatch, now: Moment): Stopwatch {
  switch (stateOf(watch)) {
    case 'running':
      return { ...watch, beforeMs: measureStep(watch, now).ms, since: undefined };
    case 'paused':
      return { ...watch, since: now };
    default:
      return watch;
  }
}

/** Why a step does not count, in words. */
export const droppedWords: Readonly<Record<NonNullable<TimedStep['dropped']>, string>> = {
  jumped: 'a clock jumped: not counted',
  'too-long': 'longer than half an hour: not counted',
};
