import { longestStepS, type LogEntry, type ToldStep } from '@zucchini/core';
import { computed, shallowRef } from 'vue';
import {
  createStopwatch,
  measureStep,
  pauseWatch,
  startWatch,
  stateOf,
  tapWatch,
  type Moment,
} from './stopwatch';

/** What is logged of a step that was timed. */
export function toTimed(
  {
    kind,
    itemId,
    mountKind,
    tool,
    picks,
    settlesIn,
  }: Pick<ToldStep, 'kind' | 'itemId' | 'mountKind' | 'tool' | 'picks' | 'settlesIn'>,
  durationS: number,
): Pick<LogEntry, 'kind' | 'item' | 'durationS' | 'did'> {
  const mount = mountKind ? { mount: mountKind } : {};
  return {
    kind: 'timed',
    item: itemId,
    durationS,
    did: { step: kind, ...mount, tool, picked: picks, ...(settlesIn ? { hold: settlesIn } : {}) },
  };
}

/** A stopwatch over the steps of a change; what counts is kept as it is tapped. */
export function useStopwatch(
  steps: () => readonly ToldStep[],
  now: () => Moment,
  keep: (entry: ReturnType<typeof toTimed>) => void,
) {
  const watch = shallowRef(createStopwatch([]));

  function start(): void {
    watch.value = startWatch(createStopwatch(steps().map((s) => s.id)), now());
  }
  function tap(): void {
    const before = watch.value;
    watch.value = tapWatch(before, now(), longestStepS);
    if (watch.value === before) return;
    const { id, seconds, dropped } = watch.value.timed.at(-1)!;
    const step = steps().find((s) => s.id === id);
    if (step && !dropped) keep(toTimed(step, seconds));
  }
  function pause(): void {
    watch.value = pauseWatch(watch.value, now());
  }
  return {
    at: computed(() => watch.value.at),
    timed: computed(() => watch.value.timed),
    state: computed(() => stateOf(watch.value)),
    start,
    tap,
    pause,
    measure: () => measureStep(watch.value, now()),
  };
}
