import type { Levelling, LeverKind } from '@zucchini/core';
import { onScopeDispose, ref, shallowRef, watch } from 'vue';
import { useBench } from '../desk/benchStore';
import { sayError } from '../shared/sayError';
import { linkWorker, toPlain } from '../shared/workerLink';
import type { LevelApi } from './level.worker';

/**
 * Levelling in a worker: asked for by hand, and again whenever the rig changes while it is open. A question that is
 * stopped ends its worker; the next one starts another. Late answers are dropped by their number.
 */
export function useLevelling() {
  const bench = useBench();
  const found = shallowRef<Levelling>();
  const state = ref<'idle' | 'working' | 'done' | 'failed'>('idle');
  const trouble = ref('');
  const link = linkWorker<LevelApi>(
    () => new Worker(new URL('./level.worker.ts', import.meta.url), { type: 'module' }),
  );
  let run = 0;
  let asked: { limitDeg: number; kinds: readonly LeverKind[] } | undefined;

  async function start(limitDeg: number, kinds: readonly LeverKind[]): Promise<void> {
    const rig = bench.history?.present;
    if (!rig) return;
    asked = { limitDeg, kinds };
    const mine = (run += 1);
    state.value = 'working';
    const { era, setupId } = bench;
    const newParts = link.takeNewParts(bench.parts.values(), era);
    const question = toPlain({ rig, setupId, limitDeg, kinds, era, newParts });
    try {
      const { levelling, parts } = await link.ask().level(question);
      bench.offer(parts, era);
      if (mine !== run) return;
      found.value = levelling;
      trouble.value = '';
      state.value = 'done';
    } catch (error) {
      if (mine !== run) return;
      found.value = undefined;
      trouble.value = sayError(error);
      state.value = 'failed';
    }
  }

  function stop(): void {
    link.end();
    state.value = 'idle';
    run += 1;
  }

  onScopeDispose(() => link.end());
  watch(
    () => [bench.history?.present, bench.setupId] as const,
    () => {
      if (asked) void start(asked.limitDeg, asked.kinds);
    },
  );
  return { found, state, trouble, start, stop };
}
