import type { WayTold } from '@zucchini/core';
import { proxy } from 'comlink';
import { onScopeDispose, ref, shallowRef, watch } from 'vue';
import { useBench } from '../desk/benchStore';
import { sayError } from '../shared/sayError';
import { linkWorker, toPlain } from '../shared/workerLink';
import type { PoweringAnswer, PoweringApi, PoweringQuestion } from './powering.worker';

/**
 * Ways of powering, looked for in a worker and told as they come: asked for by hand, and again whenever the rig changes
 * afterwards. `stop` ends it and keeps what was found; answers to an older question are dropped.
 */
export function usePowering() {
  const bench = useBench();
  const found = shallowRef<readonly WayTold[]>([]);
  const total = ref(0);
  const state = ref<'idle' | 'working' | 'done' | 'stopped' | 'failed'>('idle');
  const trouble = ref('');
  const link = linkWorker<PoweringApi>(
    () => new Worker(new URL('./powering.worker.ts', import.meta.url), { type: 'module' }),
  );
  let run = 0;

  async function start(): Promise<void> {
    const rig = bench.history?.present;
    if (!rig) return;
    const mine = (run += 1);
    let isFirst = true;
    state.value = 'working';
    const { era, setupId, drawer } = bench;
    const newParts = link.takeNewParts(bench.parts.values(), era);
    const question: PoweringQuestion = { rig, setupId, drawer, era, newParts };
    const hear = (answer: PoweringAnswer) => {
      // Told once: also what an older question brings is wanted.
      bench.offer(answer.parts, era);
      if (mine !== run || state.value === 'stopped') return;
      // The first answer takes the place of what an older rig was told.
      found.value = isFirst ? [answer.told] : [...found.value, answer.told];
      isFirst = false;
      total.value = answer.total;
      if (answer.done === answer.total) state.value = 'done';
    };
    try {
      await link.ask().propose(toPlain(question), proxy(hear));
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
    () => [bench.history?.present, bench.setupId, bench.era, bench.drawer] as const,
    () => {
      if (state.value !== 'idle') void start();
    },
  );
  return { found, total, state, trouble, start, stop };
}
