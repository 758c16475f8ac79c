import type { Ask, Part } from '@zucchini/core';
import { useDebounceFn } from '@vueuse/core';
import { proxy } from 'comlink';
import { onScopeDispose, ref, shallowRef, watch } from 'vue';
import { useBench } from '../../desk/benchStore';
import { sayError } from '../../shared/sayError';
import { linkWorker, toPlain } from '../../shared/workerLink';
import type { CandidatesApi } from './candidates.worker';
import type { CandidatesAnswer, CandidatesQuestion, ToldCandidate } from './messages';

/** One worker for the whole bench, started when it is first asked. */
export const candidatesLink = linkWorker<CandidatesApi>(
  () => new Worker(new URL('./candidates.worker.ts', import.meta.url), { type: 'module' }),
);
let run = 0;

/** Starts the worker and lets it read the catalogue, so that the first question is answered at once. */
export function warmCandidates(era: number, parts: Iterable<Part>): void {
  void candidatesLink
    .ask()
    .warm(toPlain({ era, newParts: candidatesLink.takeNewParts(parts, era) }));
}

/**
 * What could go somewhere, asked in a worker and told as it comes. Asked anew whenever the rig changes;
 * answers to an older question are dropped. `stop` ends it and keeps what was found.
 */
export function useCandidates(ask: () => Ask, words: () => string = () => '') {
  const bench = useBench();
  const found = shallowRef<readonly ToldCandidate[]>([]);
  const done = ref(0);
  const total = ref(0);
  /** How many were not judged: more are asked than can be judged at once. Words look among them too. */
  const held = ref(0);
  const state = ref<'working' | 'done' | 'stopped' | 'failed'>('working');
  const trouble = ref('');
  let mine = 0;
  let isClosed = false;
  /** Whether words were written that are about to be looked for among all. */
  let isDue = false;

  async function start(): Promise<void> {
    const rig = bench.history?.present;
    if (!rig || isClosed) return;
    const own = (mine = run += 1);
    let isFirst = true;
    state.value = 'working';
    done.value = 0;
    const question: CandidatesQuestion = {
      run: own,
      rig,
      setupId: bench.setupId,
      drawer: bench.drawer,
      ask: ask(),
      words: words(),
      era: bench.era,
      newParts: candidatesLink.takeNewParts(bench.parts.values(), bench.era),
    };
    const hear = (answer: CandidatesAnswer) => {
      // Told once: also what an older question brings is wanted.
      bench.offer(answer.parts, question.era);
      if (own !== mine || state.value === 'stopped') return;
      // The first answer takes the place of what an older rig was told.
      found.value = isFirst ? answer.found : [...found.value, ...answer.found];
      isFirst = false;
      done.value = answer.done;
      total.value = answer.total;
      held.value = answer.held;
      if (answer.done >= answer.total && !isDue) state.value = 'done';
    };
    try {
      await candidatesLink.ask().ask(toPlain(question), proxy(hear));
    } catch (error) {
      if (own !== mine) return;
      trouble.value = sayError(error);
      state.value = 'failed';
    }
  }

  function stop(): void {
    if (state.value !== 'working') return;
    state.value = 'stopped';
    // What is at work is ended at once; the next question starts another worker.
    candidatesLink.end();
  }

  // What is still told after the panel is closed is not heard, and what it was about to ask is not asked: that would
  // end what the next panel asked.
  onScopeDispose(() => {
    isClosed = true;
    mine = -1;
  });
  watch(
    () => [bench.history?.present, bench.era, bench.drawer, ask()] as const,
    () => void start(),
    {
      immediate: true,
    },
  );
  // What is judged already is filtered where it is listed; only what waited needs another look.
  let narrowed = '';
  const isWanting = () => words() !== narrowed && (held.value > 0 || narrowed !== '');
  const lookAmongAll = useDebounceFn(() => {
    isDue = false;
    if (isWanting()) {
      narrowed = words();
      void start();
    } else if (state.value === 'working' && total.value > 0 && done.value >= total.value) {
      state.value = 'done';
    }
  }, 150);
  watch(words, () => {
    // At work from the first letter: who presses Enter now is not told that nothing is there.
    if (isWanting() && state.value === 'done') state.value = 'working';
    isDue = isWanting();
    void lookAmongAll();
  });

  return { found, done, total, held, state, trouble, start, stop };
}
