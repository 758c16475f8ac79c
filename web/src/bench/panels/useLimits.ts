import type { Limits } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../desk/benchStore';

/** The brief's limits, and changing one of them. */
export function useLimits() {
  const bench = useBench();
  const limits = computed<Limits>(() => bench.report!.brief.limits);

  function setLimit<K extends keyof Limits>(name: K, value: Limits[K] | undefined): void {
    const brief = bench.rig?.brief;
    if (!brief) return;
    const { [name]: _, ...others } = brief.limits;
    const next: Limits = value === undefined ? others : { ...others, [name]: value };
    bench.apply({ type: 'set-brief', brief: { ...brief, limits: next } });
  }

  return { limits, setLimit };
}
