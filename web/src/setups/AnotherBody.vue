<script setup lang="ts">
import type { Part } from '@zucchini/core';
import { onScopeDispose, ref, shallowRef, watch } from 'vue';
import { api } from '../api/client';
import { useBench } from '../desk/benchStore';
import ChoiceField from '../form/ChoiceField.vue';
import { announce } from '../shared/announce';
import { createId } from '../shared/createId';
import { sayError } from '../shared/sayError';
import AppButton from '../shared/AppButton.vue';
import { linkWorker, toPlain } from '../shared/workerLink';
import type { BodyAnswer, ChangeApi } from './change.worker';

/** The rig on another body: what stays, what gives way, what has no place, as one planned edit with its price. */
const bench = useBench();
const bodies = shallowRef<readonly Part[]>([]);
const wanted = ref('');
const answer = shallowRef<BodyAnswer>();
const trouble = ref('');
const isLooking = ref(false);
const link = linkWorker<ChangeApi>(
  () => new Worker(new URL('./change.worker.ts', import.meta.url), { type: 'module' }),
);
onScopeDispose(() => link.end());
let run = 0;

async function readBodies(event: Event): Promise<void> {
  if (!(event.target as HTMLDetailsElement).open || bodies.value.length > 0) return;
  try {
    const present = bench.rig!.kit.find((i) => i.id === bench.setup!.body)?.partId;
    bodies.value = (await api.listPartsOf(['body'])).filter((p) => p.id !== present);
  } catch (error) {
    trouble.value = sayError(error);
  }
}

async function look(partId: string): Promise<void> {
  const rig = bench.history?.present;
  if (!rig) return;
  const mine = (run += 1);
  wanted.value = partId;
  answer.value = undefined;
  trouble.value = '';
  isLooking.value = true;
  const { era, setupId, drawer, log } = bench;
  // One that lies in the drawer already is taken before one more is wished for.
  const own = drawer.find((i) => i.partId === partId);
  const item = own ?? { id: createId(), partId, owned: false };
  const newParts = link.takeNewParts(bench.parts.values(), era);
  try {
    const found = await link
      .ask()
      .plan(toPlain({ rig, setupId, drawer, log, era, newParts }), toPlain(item));
    if (mine === run) answer.value = found;
  } catch (error) {
    if (mine === run) trouble.value = sayError(error);
  } finally {
    if (mine === run) isLooking.value = false;
  }
}
// What was looked at was of the rig as it was.
watch(
  () => bench.history?.present,
  () => {
    run += 1;
    answer.value = undefined;
    isLooking.value = false;
  },
);

function take(): void {
  const now = answer.value;
  if (!now) return;
  bench.learn(now.parts);
  bench.apply({ type: 'restore', rig: now.rig });
  bench.panel = { kind: 'question' };
  announce('The rig stands on the other body. Z takes it back.');
}
</script>

<template>
  <details @toggle="readBodies">
    <summary class="cursor-pointer text-sm">On another body …</summary>
    <ChoiceField
      class="mt-2"
      label="Body"
      labelled="above"
      placeholder="which one"
      :options="bodies.map((p) => [p.id, p.name] as const)"
      :model-value="wanted"
      @update:model-value="look"
    />
    <p v-if="isLooking" class="text-faint mt-2 text-xs" role="status">Looking what fits it …</p>
    <p v-if="trouble" class="text-tomato mt-2 text-xs" role="alert">{{ trouble }}</p>
    <div v-if="answer" class="mt-2 text-xs" data-testid="another-body">
      <p>{{ answer.told.stays }}</p>
      <ul>
        <li v-for="line in answer.told.replaced" :key="line" class="text-leaf">◐ {{ line }}</li>
        <li v-for="line in answer.told.adapted" :key="line" class="text-leaf">＋ {{ line }}</li>
        <li v-for="line in answer.told.lost" :key="line" class="text-blossom">! {{ line }}</li>
      </ul>
      <p class="mt-1">Costs {{ answer.told.costs }}, the body apart.</p>
      <template v-for="s in answer.stops" :key="s.setup">
        <p v-if="s.lines.length > 0" class="text-tomato mt-1">
          ✕ {{ s.setup }}: {{ s.lines.length }} to mend then. {{ s.lines[0] }}
        </p>
      </template>
      <AppButton class="mt-2" small @click="take">Plan it so</AppButton>
    </div>
  </details>
</template>
