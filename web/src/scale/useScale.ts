import { findSettledG, settling, type ScaleReading } from '@zucchini/core';
import { computed, onScopeDispose, ref, shallowRef } from 'vue';

/** The stream of a scale while the page is open: the last readings, and what it has come to rest at. */
export function useScale() {
  const readings = shallowRef<readonly ScaleReading[]>([]);
  const state = ref<'connecting' | 'reading' | 'lost'>('connecting');
  const source = new EventSource('/api/scale/readings');
  source.onmessage = (event: MessageEvent<string>) => {
    state.value = 'reading';
    const reading = JSON.parse(event.data) as ScaleReading;
    readings.value = [...readings.value, reading].slice(-120);
  };
  // The browser tries again by itself.
  source.onerror = () => (state.value = 'lost');
  onScopeDispose(() => source.close());
  const now = computed(() => readings.value.at(-1)?.g);
  const settledG = computed(() => findSettledG(readings.value));
  /** Forgets what lay on it before: a new load must settle anew. */
  const disturb = () => (readings.value = readings.value.slice(-1));
  return { readings, state, now, settledG, disturb, wanted: settling.readings };
}
