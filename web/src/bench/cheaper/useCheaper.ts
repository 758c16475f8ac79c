import { computed } from 'vue';
import { useAsking } from '../../desk/useAsking';
import type { CheaperAnswer, CheaperApi } from './cheaper.worker';

/** Cheaper makes of what is still to be bought, each tried by the whole report in a worker and told as they come. */
export function useCheaper() {
  const asking = useAsking<CheaperApi, CheaperAnswer>(
    () => new Worker(new URL('./cheaper.worker.ts', import.meta.url), { type: 'module' }),
    (api, question, hear) => api.find(question, hear),
  );
  return {
    ...asking,
    done: computed(() => asking.found.value.at(-1)?.done ?? 0),
    makes: computed(() => asking.found.value.flatMap((a) => a.make ?? [])),
  };
}
