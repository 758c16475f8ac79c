import { longestStepS, type LogEntry, type ToldStep } from '@zucchini/core';
import { computed, ref } from 'vue';

/** Two clocks: one that only runs on, and the one on the wall, both in ms. */
export interface Clocks {
  readonly running: () => number;
  readonly wall: () => number;
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

/**
 * A stopwatch over the steps of a change: one tap ends a step and begins the next. A step in which a clock jumped (the phone
 * slept, its time was set) or that took longer than anybody works at one is told and does not count.
 */
export function useStopwatch(
  steps: () => readonly ToldStep[],
  clocks: Clocks,
  keep: (entry: Pick<LogEntry, 'kind' | 'item' | 'durationS' | 'did'>) => void,
) {
  const at = ref(-1);
  const timed = ref<readonly TimedStep[]>([]);
  /** When the present step began by both clocks; undefined while it rests. */
  const since = ref<{ readonly running: number; readonly wall: number }>();
  /** What of the present step was done before it was paused, ms. */
  const beforeMs = ref(0);
  const read = () => ({ running: clocks.running(), wall: clocks.wall() });

  const state = computed(() =>
    at.value < 0
      ? 'ready'
      : at.value >= steps().length
        ? 'done'
        : since.value
          ? 'running'
          : 'paused',
  );

  function start(): void {
    at.value = 0;
    timed.value = [];
    beforeMs.value = 0;
    since.value = read();
  }

  /** What has run of the present step, ms, and whether a clock jumped meanwhile. */
  function measure(): { readonly ms: number; readonly jumped: boolean } {
    if (!since.value) return { ms: beforeMs.value, jumped: false };
    const now = read();
    const [ran, passed] = [now.running - since.value.running, now.wall - since.value.wall];
    return { ms: beforeMs.value + ran, jumped: Math.abs(ran - passed) > driftMs };
  }

  /** Ends the present step and begins the next. */
  function tap(): void {
    const step = steps()[at.value];
    if (!step || !since.value) return;
    const { ms, jumped } = measure();
    if (ms < tremblingMs) return;
    const seconds = Math.round(ms / 100) / 10;
    const dropped = jumped ? 'jumped' : seconds > longestStepS ? 'too-long' : undefined;
    timed.value = [...timed.value, { id: step.id, seconds, ...(dropped ? { dropped } : {}) }];
    if (!dropped) {
      const { kind, itemId, mountKind, tool, picks } = step;
      const mount = mountKind ? { mount: mountKind } : {};
      keep({
        kind: 'timed',
        item: itemId,
        durationS: seconds,
        did: { step: kind, ...mount, tool, picked: picks },
      });
    }
    at.value += 1;
    beforeMs.value = 0;
    since.value = at.value < steps().length ? read() : undefined;
  }

  function pause(): void {
    if (state.value === 'running') {
      beforeMs.value = measure().ms;
      since.value = undefined;
    } else if (state.value === 'paused') since.value = read();
  }

  return { at, timed, state, start, tap, pause, measure };
}
