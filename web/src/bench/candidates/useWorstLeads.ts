import type { WorstStance } from '@zucchini/core';
import { onScopeDispose, ref, shallowRef, watch } from 'vue';
import { useBench } from '../../desk/benchStore';
import { sayError } from '../../shared/sayError';
import { toPlain } from '../../shared/workerLink';
import { candidatesLink } from './useCandidates';

/** Every planned lead at its worst, by its run: asked in the worker, and let go when the rig changes. */
export function useWorstLeads() {
  const bench = useBench();
  const found = shallowRef<ReadonlyMap<string, WorstStance>>();
  const state = ref<'idle' | 'working' | 'failed'>('idle');
  const trouble = ref('');
  let run = 0;
  onScopeDispose(() => (run = -1));

  async function look(): Promise<void> {
    const mine = (run += 1);
    const rig = bench.history?.present;
    if (!rig) return;
    state.value = 'working';
    const { era, setupId } = bench;
    const newParts = candidatesLink.takeNewParts(bench.parts.values(), era);
    try {
      const answer = await candidatesLink.ask().worst(toPlain({ rig, setupId, era, newParts }));
      if (mine !== run) return;
      found.value = new Map(answer.map((one) => [one.runId, one]));
      state.value = 'idle';
    } catch (error) {
      if (mine !== run) return;
      trouble.value = sayError(error);
      state.value = 'failed';
    }
  }

  watch(
    () => [bench.history?.present, bench.setupId, bench.era] as const,
    () => {
      run += 1;
      found.value = undefined;
      state.value = 'idle';
    },
  );
  return { found, state, trouble, look };
}
