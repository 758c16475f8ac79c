import { listOverrides, mergeBrief, type Brief, type BriefOverrides } from '@zucchini/core';
import { computed, type ComputedRef } from 'vue';
import { useBench } from './benchStore';

/** A part of the brief as it counts on the bench. */
export interface Counting {
  /** The brief that counts: the setup's own where it says otherwise than the rig, the rig's else. */
  readonly brief: ComputedRef<Brief | undefined>;
  /** Whether that is the setup's own. */
  readonly isOwn: ComputedRef<boolean>;
  /** Stores a changed one where it counts, as one step. */
  readonly store: (next: Brief) => void;
}

/** The brief as it counts for what `says` finds in a setup's own: panels show and change what the report counts with. */
export function useCounting(says: (own: BriefOverrides) => boolean): Counting {
  const bench = useBench();
  const setup = computed(() => bench.rig?.setups.find((s) => s.id === bench.setupId));
  const isOwn = computed(() => setup.value?.brief !== undefined && says(setup.value.brief));
  const brief = computed(() => {
    const rigs = bench.rig?.brief;
    return rigs && isOwn.value ? mergeBrief(rigs, setup.value!.brief) : rigs;
  });
  function store(next: Brief): void {
    if (!bench.rig) return;
    if (!isOwn.value) bench.apply({ type: 'set-brief', brief: next });
    else {
      const own = listOverrides(bench.rig.brief, next);
      bench.apply({ type: 'set-setup-brief', setupId: bench.setupId, brief: own });
    }
  }
  return { brief, isOwn, store };
}
