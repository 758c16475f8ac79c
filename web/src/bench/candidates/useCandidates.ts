import type { Ask, Part } from '@zucchini/core';
import { useDebounceFn } from '@vueuse/core';
import { onScopeDispose, ref, shallowRef, toRaw, watch } from 'vue';
import { useBench } from '../../desk/benchStore';
import type { CandidatesAnswer, CandidatesQuestion, ToldCandidate, WarmUp } from './messages';

/** One worker for the whole bench, started when it is first asked. */
let worker: Worker | undefined;
/** What the worker has been given; a part that was changed is another object and goes over again. */
let given = new WeakSet<Part>();
let run = 0;

function findWorker(): Worker {
  worker ??= new Worker(new URL('./candidates.worker.ts', import.meta.url), { type: 'module' });
  return worker;
}

/** Parts that the worker has not been given yet, without the interface's wrappings. */
function takeNew(all: Iterable<Part>): Part[] {
  const fresh = [...all].map((p) => toRaw(p)).filter((p) => !given.has(p));
  for (const part of fresh) given.add(part);
  return fresh;
}

/** Starts the worker and gives it the catalogue, so that the first question is answered at once. */
export function warmCandidates(parts: Iterable<Part>): void {
  const warmUp: WarmUp = { warm: true, newParts: takeNew(parts) };
  findWorker().postMessage(JSON.parse(JSON.stringify(warmUp)));
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
  let listening: Worker | undefined;

  function hear({ data }: MessageEvent<CandidatesAnswer>): void {
    if (data.run !== mine || state.value === 'stopped') return;
    if (data.trouble !== undefined) {
      trouble.value = data.trouble;
      state.value = 'failed';
      return;
    }
    // The first answer takes the place of what an older rig was told.
    found.value = fresh ? data.found : [...found.value, ...data.found];
    fresh = false;
    done.value = data.done;
    total.value = data.total;
    held.value = data.held;
    if (data.done >= data.total) state.value = 'done';
  }
  let fresh = true;

  function start(): void {
    const rig = bench.history?.present;
    if (!rig) return;
    mine = run += 1;
    fresh = true;
    state.value = 'working';
    done.value = 0;
    const question: CandidatesQuestion = {
      run: mine,
      rig,
      setupId: bench.setupId,
      drawer: bench.drawer,
      ask: ask(),
      words: words(),
      newParts: takeNew(bench.parts.values()),
    };
    const target = findWorker();
    if (listening !== target) {
      listening?.removeEventListener('message', hear);
      target.addEventListener('message', hear);
      listening = target;
    }
    // A copy without the interface's wrappings: they cannot be sent.
    target.postMessage(JSON.parse(JSON.stringify(question)));
  }

  function stop(): void {
    if (state.value !== 'working') return;
    state.value = 'stopped';
    // What is at work is ended at once; the next question starts another worker.
    worker?.terminate();
    worker = undefined;
    given = new WeakSet();
  }

  onScopeDispose(() => listening?.removeEventListener('message', hear));
  watch(() => [bench.history?.present, bench.parts, bench.drawer, ask()] as const, start, {
    immediate: true,
  });
  // What is judged already is filtered where it is listed; only what waited needs another look.
  let narrowed = '';
  const lookAmongAll = useDebounceFn(() => {
    if (words() === narrowed || (held.value === 0 && narrowed === '')) return;
    narrowed = words();
    start();
  }, 150);
  watch(words, () => void lookAmongAll());

  return { found, done, total, held, state, trouble, start, stop };
}
