import { computed } from 'vue';
import { useAsking } from '../desk/useAsking';
import type { GlassAnswer, GlassApi } from './glass.worker';

/** The cheapest glass of each style that closes every gap of the set of lenses, looked for in a worker. */
export function useGlass() {
  const asking = useAsking<GlassApi, GlassAnswer>(
    () => new Worker(new URL('./glass.worker.ts', import.meta.url), { type: 'module' }),
    (api, question, hear) => api.find(question, hear),
  );
  return { ...asking, sets: computed(() => asking.found.value[0]?.sets) };
}
