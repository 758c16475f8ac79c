import type { CableRun, LeadBetween } from '@zucchini/core';
import { onScopeDispose, ref, shallowRef, watch } from 'vue';
import { useBench } from '../../desk/benchStore';
import { sayError } from '../../shared/sayError';
import { toPlain } from '../../shared/workerLink';
import { candidatesLink } from './useCandidates';

/** The leads that go between two ports, asked in the worker; undefined while it looks, or where no two are chosen. */
export function useFittingLeads(
  between: () => { from: CableRun['from']; to: CableRun['from'] } | undefined,
) {
  const bench = useBench();
  const found = shallowRef<readonly LeadBetween[]>();
  const trouble = ref('');
  let run = 0;
  onScopeDispose(() => (run = -1));

  async function look(): Promise<void> {
    const mine = (run += 1);
    const [ends, rig] = [between(), bench.history?.present];
    found.value = undefined;
    trouble.value = '';
    if (!ends || !rig) return;
    const { era, setupId, drawer } = bench;
    const newParts = candidatesLink.takeNewParts(bench.parts.values(), era);
    try {
      const answer = await candidatesLink
        .ask()
        .leads(toPlain({ rig, setupId, drawer, ...ends, era, newParts }));
      bench.offer(answer.parts, era);
      if (mine !== run) return;
      found.value = answer.leads;
    } catch (error) {
      if (mine === run) trouble.value = sayError(error);
    }
  }

  watch(
    () => [JSON.stringify(between()), bench.history?.present, bench.era, bench.drawer] as const,
    () => void look(),
    { immediate: true },
  );
  return { found, trouble };
}
