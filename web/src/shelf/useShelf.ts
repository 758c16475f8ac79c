import type { RigSummary } from '@zucchini/core';
import { useTimeoutFn } from '@vueuse/core';
import { ref } from 'vue';
import { api } from '../api/client';

/** How soon it is asked again for figures that follow, in ms. */
const againMs = 700;

/** The rigs on the shelf. While figures of one are still to come, they are asked for again. */
export function useShelf() {
  const rigs = ref<RigSummary[]>();
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
    const found = await api.listRigs();
    if (mine !== newest) return;
    rigs.value = found;
    if (found.some((rig) => rig.pending)) again.start();
  }

  return { rigs, read };
}
