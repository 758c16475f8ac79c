import {
  createNames,
  loadCollider,
  tellFinding,
  tryEdit,
  tryPart,
  type Part,
  type PartTrial,
  type Report,
  type RigRecord,
  type RigSummary,
} from '@zucchini/core';
import { ref, shallowRef } from 'vue';
import { api } from '../api/client';
import { findLastRig, rememberRig } from '../shared/lastRig';
import { sayError } from '../shared/sayError';

/** What a part would do to the open rig, in words. */
export interface TrialTold {
  readonly trial: PartTrial;
  readonly where: string;
  readonly appears: readonly string[];
  readonly goes: readonly string[];
}

function tell(trial: PartTrial, parts: ReadonlyMap<string, Part>): TrialTold {
  if (trial.state === 'breaks') return { trial, where: '', appears: [], goes: [] };
  const before = createNames(trial.before.assembly, parts);
  const sentences = (
    change: { appears: Report['findings']; goes: Report['findings'] },
    after: ReturnType<typeof createNames>,
  ) => ({
    appears: change.appears.map((f) => tellFinding(f, after).sentence),
    goes: change.goes.map((f) => tellFinding(f, before).sentence),
  });
  if (trial.state === 'on-it') {
    const after = createNames(trial.after.assembly, parts);
    return { trial, where: '', ...sentences(trial.change, after) };
  }
  const { candidate } = trial;
  if (candidate.state !== 'fits') return { trial, where: '', appears: [], goes: [] };
  const after = createNames(tryEdit(trial.before.assembly, candidate.edit, parts), parts);
  const { itemId, mountId } = candidate.onto;
  return {
    trial,
    where: `${before.mount(itemId, mountId)} of ${before.item(itemId)}`,
    ...sentences(candidate.change, after),
  };
}

/**
 * The rig that parts are tried on: the one that was on the bench last, or the first of the shelf.
 * `attempt` computes what a part, stored or not, changes there; nothing is stored.
 */
export function useOpenRig() {
  const shelf = shallowRef<readonly RigSummary[]>([]);
  const record = shallowRef<RigRecord>();
  const setupId = ref('');
  const trouble = ref('');

  async function choose(id: string): Promise<void> {
    try {
      const found = await api.findRig(id);
      record.value = found;
      setupId.value = found.rig.setups[0]!.id;
      rememberRig(id);
      trouble.value = '';
    } catch (error) {
      trouble.value = sayError(error);
    }
  }

  async function load(): Promise<void> {
    try {
      shelf.value = await api.listRigs();
    } catch (error) {
      trouble.value = sayError(error);
      return;
    }
    const last = findLastRig();
    const id = shelf.value.some((r) => r.id === last) ? last : shelf.value[0]?.id;
    if (id !== undefined) await choose(id);
  }

  async function attempt(part: Part): Promise<TrialTold | undefined> {
    const now = record.value;
    if (!now) return undefined;
    const collider = await loadCollider();
    const parts = new Map(now.parts.map((p) => [p.id, p]));
    const trial = tryPart(now.rig, setupId.value, parts, part, {
      collider,
      makeId: () => crypto.randomUUID(),
    });
    return tell(trial, new Map([...parts, [part.id, part]]));
  }

  return { shelf, record, setupId, trouble, load, choose, attempt };
}
