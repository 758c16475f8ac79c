import { computed } from 'vue';
import { useAsking } from '../desk/useAsking';
import type { PoweringAnswer, PoweringApi } from './powering.worker';

/** Ways of powering, looked for in a worker and told as they come. */
export function usePowering() {
  const asking = useAsking<PoweringApi, PoweringAnswer>(
    () => new Worker(new URL('./powering.worker.ts', import.meta.url), { type: 'module' }),
    (api, question, hear) => api.propose(question, hear),
  );
  return { ...asking, found: computed(() => asking.found.value.map((answer) => answer.told)) };
}
