import type { RigSummary } from '@zucchini/core';
import { useTimeoutFn } from '@vueuse/core';
import { computed, ref } from 'vue';
import { api } from '../api/client';

/** How soon it is asked again for figures that follow, in ms. */
const againMs = 700;

/** The rigs on the shelf. While figures of one are still to come, they are asked for again. */
export function useShelf() {
  const rigs = ref<RigSummary[]>();
  /** The server is away: these are the rigs that this browser can open. */
  const isOffline = ref(false);
  let newest = 0;
  const again = useTimeoutFn(
    () => {
      // Who cannot be reached now is asked once more; what is shown stands meanwhile.
      read().catch(() => again.start());
    },
    againMs,
    { immediate: false },
  );

  /** Reads the shelf; of several at once the one that was asked last counts. Rejects where it cannot be read. */
  async function read(): Promise<void> {
    const mine = (newest += 1);
    again.stop();
    const { rigs: found, isOffline: away = false } = await api.listShelf();
    if (mine !== newest) return;
    rigs.value = found;
    isOffline.value = away;
    if (!away && found.some((rig) => rig.pending)) again.start();
  }

  /** Of how many rigs figures are still to come, the most there were since it last came to an end. */
  let most = 0;
  const waiting = computed(() => {
    const left = rigs.value?.filter((rig) => rig.pending).length ?? 0;
    most = left === 0 ? 0 : Math.max(most, left);
    return { left, of: most };
  });

  return { rigs, isOffline, read, waiting };
}
