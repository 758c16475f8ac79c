<script setup lang="ts">
import ChoiceField from '../form/ChoiceField.vue';
import { sayDeg, sayG, sayMm, sayMoney, saySigned, type Change, type Part } from '@zucchini/core';
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { useOpenRig, type TrialTold } from './openRig';
import { sayError } from '../shared/sayError';

/** What a part would do in a rig: the one that was open last, or any other of the shelf. Nothing is stored. */
const props = defineProps<{ part: Part }>();
const open = useOpenRig();
const told = shallowRef<TrialTold>();
const busy = ref(false);
const failed = ref('');
let run = 0;

async function attempt(): Promise<void> {
  const mine = (run += 1);
  if (!open.record.value) return;
  busy.value = true;
  try {
    const answer = await open.attempt(props.part);
    if (mine !== run) return;
    told.value = answer;
    failed.value = '';
  } catch (error) {
    if (mine === run) failed.value = sayError(error);
  } finally {
    if (mine === run) busy.value = false;
  }
}
onMounted(async () => {
  await open.load();
  await attempt();
});
watch(() => [props.part, open.setupId.value, open.record.value], attempt);

const change = computed<Change | undefined>(() => {
  const trial = told.value?.trial;
  if (trial?.state === 'on-it') return trial.change;
  return trial?.state === 'offered' && trial.candidate.state === 'fits'
    ? trial.candidate.change
    : undefined;
});
const signed = (value: number, say: (v: number) => string) =>
  value === 0 ? 'no change' : saySigned(value, say);
const lines = computed(() => {
  const c = change.value;
  if (!c) return [];
  const { currency } = open.record.value!.rig.brief;
  return [
    ['Mass', c.massG === undefined ? 'not known' : signed(Math.round(c.massG), sayG)],
    ['To spend', signed(c.spendMinor, (minor) => sayMoney({ minor, currency }))],
    ['Height', signed(Math.round(c.heightMm), sayMm)],
    [
      'Tilt',
      c.tiltDeg === undefined ? 'does not hang' : signed(Math.round(c.tiltDeg * 10) / 10, sayDeg),
    ],
  ] as const;
});
</script>

<template>
  <section aria-label="On a rig">
    <h3 class="eyebrow">What it would do on</h3>
    <p v-if="open.trouble.value" class="text-tomato mt-1 text-xs" role="alert">
      {{ open.trouble.value }}
    </p>
    <p v-else-if="open.shelf.value.length === 0" class="text-faint mt-1 text-xs">
      No rig is on the shelf yet.
    </p>
    <template v-else>
      <div class="mt-1 flex gap-2">
        <ChoiceField
          class="min-w-0 flex-1"
          label="Rig"
          labelled="hidden"
          :options="open.shelf.value.map((r) => [r.id, r.name])"
          :model-value="open.record.value?.rig.id"
          @update:model-value="open.choose"
        />
        <ChoiceField
          v-if="open.record.value"
          v-model="open.setupId.value"
          class="min-w-0 flex-1"
          label="Setup"
          labelled="hidden"
          :options="open.record.value.rig.setups.map((s) => [s.id, s.name])"
        />
      </div>
      <p v-if="failed" class="text-tomato mt-2 text-xs" role="alert">{{ failed }}</p>
      <div v-else-if="told" :class="{ 'opacity-60': busy }" aria-live="polite">
        <p v-if="told.trial.state === 'breaks'" class="text-tomato mt-2">
          This rig could not be put together any more: {{ told.trial.issues[0]?.path }}
          {{ told.trial.issues[0]?.message }}.
        </p>
        <p v-else-if="told.trial.state === 'on-it'" class="mt-2">
          It is on this rig. Against what is stored:
        </p>
        <p v-else-if="change" class="mt-2">Not on this rig. It would go onto {{ told.where }}:</p>
        <p v-else class="mt-2">No free mount of this rig takes it as it stands.</p>
        <dl v-if="lines.length" class="mt-2 grid grid-cols-2 gap-x-6">
          <div v-for="[name, value] in lines" :key="name" class="rule flex justify-between py-1">
            <dt class="text-faint">{{ name }}</dt>
            <dd>{{ value }}</dd>
          </div>
        </dl>
        <ul v-if="told.appears.length" class="mt-2 space-y-1 text-xs">
          <li v-for="s in told.appears.slice(0, 4)" :key="s">
            <span class="text-tomato">▲ comes up:</span> {{ s }}
          </li>
          <li v-if="told.appears.length > 4" class="text-faint">
            and {{ told.appears.length - 4 }} more
          </li>
        </ul>
        <ul v-if="told.goes.length" class="mt-2 space-y-1 text-xs">
          <li v-for="s in told.goes.slice(0, 4)" :key="s">
            <span class="text-leaf">▽ goes:</span> {{ s }}
          </li>
        </ul>
        <p
          v-if="change && told.appears.length === 0 && told.goes.length === 0"
          class="text-faint mt-2 text-xs"
        >
          No finding comes up or goes.
        </p>
      </div>
    </template>
  </section>
</template>
