import type { Edit } from '@zucchini/core';
import { useDebounceFn } from '@vueuse/core';
import { proxy } from 'comlink';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import { useBench } from '../../desk/benchStore';
import { sayError } from '../../shared/sayError';
import { linkWorker, toPlain } from '../../shared/workerLink';
import type { RemediesAnswer, RemediesQuestion } from './messages';
import type { RemediesApi } from './remedies.worker';

/** One worker for the whole bench, started when it is first asked. */
const link = linkWorker<RemediesApi>(
  () => new Worker(new URL('./remedies.worker.ts', import.meta.url), { type: 'module' }),
);
let run = 0;

/** How long the rig must rest before ways out are looked for, in ms. */
const restMs = 150;

/**
 * Ways out of what was found, looked for in a worker whenever the rig changes and told finding by finding. The findings
 * stand at once; answers about an older rig are dropped.
 */
export const useRemedies = defineStore('remedies', () => {
  const bench = useBench();
  const found = shallowRef<ReadonlyMap<string, readonly Edit[]>>(new Map());
  const state = ref<'idle' | 'working' | 'done' | 'stopped' | 'failed'>('idle');
  const trouble = ref('');
  const done = ref(0);
  const total = ref(0);
  let mine = 0;

  /** What is asked about: the rig as it is stored, not what is tried out on it. */
  const asked = computed(() => [bench.history?.present, bench.setupId, bench.era] as const);

  function drop(): void {
    mine = -1;
    found.value = new Map();
    state.value = 'idle';
  }

  async function start(): Promise<void> {
    const rig = bench.history?.present;
    if (!rig || bench.readOnly || !bench.collider) return;
    const own = (mine = run += 1);
    state.value = 'working';
    found.value = new Map();
    done.value = 0;
    total.value = 0;
    const question: RemediesQuestion = {
      run: own,
      rig,
      setupId: bench.setupId,
      era: bench.era,
      newParts: link.takeNewParts(bench.parts.values(), bench.era),
    };
    const hear = (answer: RemediesAnswer) => {
      // Told once: also what an older question brings is wanted.
      bench.offer(answer.parts, question.era);
      if (own !== mine || state.value !== 'working') return;
      found.value = new Map([
        ...found.value,
        ...answer.offered.map((o) => [o.findingId, o.edits] as const),
      ]);
      done.value = answer.done;
      total.value = answer.total;
      if (answer.done >= answer.total) state.value = 'done';
    };
    try {
      await link.ask().ask(toPlain(question), proxy(hear));
    } catch (error) {
      if (own !== mine) return;
      trouble.value = sayError(error);
      state.value = 'failed';
    }
  }

  /** Ends what is at work and keeps what was found; the next change of the rig starts another worker. */
  function stop(): void {
    if (state.value !== 'working') return;
    state.value = 'stopped';
    link.end();
  }

  const startRested = useDebounceFn(() => void start(), restMs);
  watch(
    () => [...asked.value, bench.collider] as const,
    () => {
      drop();
      void startRested();
    },
    { immediate: true },
  );

  return { found, state, trouble, done, total, start, stop };
});
