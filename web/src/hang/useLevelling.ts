import type { Levelling, LeverKind, Part } from '@zucchini/core';
import { onScopeDispose, ref, shallowRef, toRaw, watch } from 'vue';
import { useBench } from '../desk/benchStore';
import type { LevelAnswer, LevelQuestion } from './messages';

/**
 * Levelling in a worker: asked for by hand, and again whenever the rig changes while it is open. A question that is
 * stopped ends its worker; the next one starts another. Late answers are dropped by their number.
 */
export function useLevelling() {
  const bench = useBench();
  const found = shallowRef<Levelling>();
  const state = ref<'idle' | 'working' | 'done' | 'failed'>('idle');
  const trouble = ref('');
  let worker: Worker | undefined;
  let given = new WeakSet<Part>();
  let run = 0;
  let asked: { limitDeg: number; kinds: readonly LeverKind[] } | undefined;

  function hear({ data }: MessageEvent<LevelAnswer>): void {
    if (data.run !== run) return;
    found.value = data.levelling;
    trouble.value = data.trouble ?? '';
    state.value = data.trouble === undefined ? 'done' : 'failed';
  }

  function start(limitDeg: number, kinds: readonly LeverKind[]): void {
    const rig = bench.history?.present;
    if (!rig) return;
    asked = { limitDeg, kinds };
    if (!worker) {
      worker = new Worker(new URL('./level.worker.ts', import.meta.url), { type: 'module' });
      worker.onmessage = hear;
    }
    run += 1;
    state.value = 'working';
    const newParts = [...bench.parts.values()].map((p) => toRaw(p)).filter((p) => !given.has(p));
    for (const part of newParts) given.add(part);
    const question: LevelQuestion = {
      run,
      rig,
      setupId: bench.setupId,
      limitDeg,
      kinds,
      newParts,
    };
    // A copy without the interface's wrappings: they cannot be sent.
    worker.postMessage(JSON.parse(JSON.stringify(question)));
  }

  function stop(): void {
    worker?.terminate();
    worker = undefined;
    given = new WeakSet();
    state.value = 'idle';
    run += 1;
  }

  onScopeDispose(() => worker?.terminate());
  watch(
    () => [bench.history?.present, bench.setupId] as const,
    () => {
      if (asked) start(asked.limitDeg, asked.kinds);
    },
  );
  return { found, state, trouble, start, stop };
}
