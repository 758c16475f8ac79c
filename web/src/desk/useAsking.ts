import type { KitItem, LogEntry, Part, Rig } from '@zucchini/core';
import { proxy, type Remote } from 'comlink';
import { onScopeDispose, ref, shallowRef, watch } from 'vue';
import { sayError } from '../shared/sayError';
import { linkWorker, toPlain } from '../shared/workerLink';
import { useBench } from './benchStore';
import type { PartNews } from './workerParts';

/** What a worker is asked about the rig on the bench. */
export interface RigQuestion extends PartNews {
  readonly rig: Rig;
  readonly setupId: string;
  readonly drawer: readonly KitItem[];
  readonly log: readonly LogEntry[];
}

/** One piece of an answer, and the parts of the catalogue that it names. */
export interface RigAnswer {
  readonly parts: readonly Part[];
  /** How many pieces there are so far, and how many there will be. */
  readonly done: number;
  readonly total: number;
}

/**
 * A question about the rig on the bench that a worker answers piece by piece: asked by hand, and again whenever the rig
 * changes afterwards. `stop` ends the worker and keeps what was told; pieces of an older answer are dropped.
 */
export function useAsking<Api, Answer extends RigAnswer>(
  create: () => Worker,
  ask: (api: Remote<Api>, question: RigQuestion, hear: (answer: Answer) => void) => Promise<void>,
) {
  const bench = useBench();
  const found = shallowRef<readonly Answer[]>([]);
  const total = ref(0);
  const state = ref<'idle' | 'working' | 'done' | 'stopped' | 'failed'>('idle');
  const trouble = ref('');
  const link = linkWorker<Api>(create);
  let run = 0;

  async function start(): Promise<void> {
    const rig = bench.history?.present;
    if (!rig) return;
    const mine = (run += 1);
    let isFirst = true;
    state.value = 'working';
    const { era, setupId, drawer, log } = bench;
    const newParts = link.takeNewParts(bench.parts.values(), era);
    const hear = (answer: Answer) => {
      // Told once: also what an older question brings is wanted.
      bench.offer(answer.parts, era);
      if (mine !== run || state.value === 'stopped') return;
      // The first piece takes the place of what was told of an older rig.
      found.value = isFirst ? [answer] : [...found.value, answer];
      isFirst = false;
      total.value = answer.total;
      if (answer.done === answer.total) state.value = 'done';
    };
    try {
      await ask(link.ask(), toPlain({ rig, setupId, drawer, log, era, newParts }), proxy(hear));
    } catch (error) {
      if (mine !== run) return;
      trouble.value = sayError(error);
      state.value = 'failed';
    }
  }

  function stop(): void {
    if (state.value !== 'working') return;
    state.value = 'stopped';
    link.end();
  }

  onScopeDispose(() => link.end());
  watch(
    () => [bench.history?.present, bench.setupId, bench.era, bench.drawer, bench.log] as const,
    () => {
      if (state.value !== 'idle') void start();
    },
  );
  return { found, total, state, trouble, start, stop };
}
