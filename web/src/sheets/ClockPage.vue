<script setup lang="ts">
import {
  createNames,
  listBuild,
  loadCollider,
  measureChangeover,
  readBuilt,
  readOwnTimes,
  saySeconds,
  tellChange,
  type Collider,
  type PartBook,
  type Rig,
} from '@zucchini/core';
import { useIntervalFn } from '@vueuse/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { api } from '../api/client';
import AppButton from '../shared/AppButton.vue';
import TroubleBox from '../shared/TroubleBox.vue';
import { lookAt } from '../shared/lookAt';
import { sayError } from '../shared/sayError';
import FieldState from './FieldState.vue';
import { useFieldLog } from './fieldLog';
import { droppedWords } from './stopwatch';
import { useStopwatch } from './useStopwatch';

/** A stopwatch through the steps of a change, or of building from pieces: one large target, made for a gloved thumb. */
const props = defineProps<{ id: string; toId: string; fromId?: string }>();
const read = shallowRef<{ readonly rig: Rig; readonly parts: PartBook }>();
const trouble = ref('');
const log = useFieldLog(() => props.id);
const collider = shallowRef<Collider>();
const isReady = ref(false);

async function load(): Promise<void> {
  try {
    const { rig, parts } = await api.findRig(props.id);
    read.value = { rig, parts: new Map(parts.map((p) => [p.id, p])) };
    trouble.value = '';
    collider.value = await loadCollider().catch(() => undefined);
    isReady.value = true;
    await log.read();
  } catch (error) {
    trouble.value = sayError(error);
  }
}
watch(() => props.id, load, { immediate: true });

const nameOf = (id: string) => read.value?.rig.setups.find((s) => s.id === id)?.name;
function look(setupId: string) {
  const { rig, parts } = read.value!;
  return lookAt(rig, setupId, parts, collider.value);
}
/** The log as it was when the page was opened: what is timed now does not change the plan under the thumb. */
const times = computed(() => readOwnTimes(firstLog.value, read.value?.rig.settings));
const firstLog = shallowRef(log.entries.value);
watch(isReady, () => (firstLog.value = log.entries.value));
const told = computed(() => {
  if (!read.value || !isReady.value || nameOf(props.toId) === undefined) return undefined;
  const to = look(props.toId);
  const options = { times: times.value };
  const names = createNames(to.assembly, read.value.parts);
  if (!props.fromId) {
    const build = listBuild(to, read.value.parts, options);
    return build && tellChange({ ...build, steps: build.steps.map((s) => s.step) }, names);
  }
  if (nameOf(props.fromId) === undefined) return undefined;
  const change = measureChangeover(
    readBuilt(look(props.fromId), read.value.parts),
    readBuilt(to, read.value.parts),
    options,
  );
  return change && tellChange(change, names);
});
const names = computed(
  () => read.value && isReady.value && createNames(look(props.toId).assembly, read.value.parts),
);

const watchRun = useStopwatch(
  () => told.value?.steps ?? [],
  () => ({ running: performance.now(), wall: Date.now() }),
  (entry) => log.add({ ...entry, setup: props.toId }),
);
const { at, timed, state } = watchRun;
const shownMs = ref(0);
useIntervalFn(() => (shownMs.value = watchRun.measure().ms), 200);
const step = computed(() => told.value?.steps[at.value]);
const total = computed(() => timed.value.reduce((sum, t) => sum + t.seconds, 0));
function press(): void {
  if (state.value === 'ready' || state.value === 'done') watchRun.start();
  else if (state.value === 'paused') watchRun.pause();
  else watchRun.tap();
}
const textOf = (id: string) => told.value?.steps.find((s) => s.id === id)?.text ?? '';
</script>

<template>
  <main class="mx-auto flex min-h-dvh max-w-xl flex-col px-4 pt-3 pb-4">
    <div class="flex items-center justify-between gap-3">
      <RouterLink
        class="text-leaf py-2 text-sm hover:underline"
        :to="{ name: 'sheets', params: { id, setupId: fromId || toId, sheet: 'clock' } }"
        >← to the sheets</RouterLink
      >
      <AppButton
        v-if="state === 'running' || state === 'paused'"
        class="min-h-11"
        @click="watchRun.pause()"
        >{{ state === 'paused' ? 'Go on' : 'Pause' }}</AppButton
      >
    </div>
    <h1 class="font-serif text-xl leading-tight">
      {{ fromId ? `${nameOf(fromId) ?? 'A setup that is gone'} → ` : 'Building '
      }}{{ nameOf(toId) ?? 'a setup that is gone' }}
    </h1>
    <FieldState v-if="names" :log="log" :names="names" />
    <TroubleBox v-if="trouble && !read" class="mt-4" :title="trouble">
      <AppButton class="mt-2" small @click="load">Try again</AppButton>
    </TroubleBox>
    <p v-else-if="!isReady" class="text-faint mt-6" role="status">Reading the rig …</p>
    <p v-else-if="!told" class="mt-6">
      There is no way from the one to the other: a setup is gone, has another camera, or cannot be
      put together.
    </p>
    <p v-else-if="told.steps.length === 0" class="mt-6">Nothing has to be done.</p>
    <template v-else>
      <div class="mt-3 min-h-36" aria-live="polite">
        <p v-if="state === 'ready'" class="text-lg">
          {{ told.line }}. Lay everything out, then begin.
        </p>
        <template v-else-if="step">
          <p class="text-faint text-sm tabular-nums">
            {{ at + 1 }} of {{ told.steps.length }} ·
            {{ step.does }}
          </p>
          <p class="font-serif text-2xl leading-snug">{{ step.text }}</p>
        </template>
        <template v-else>
          <p class="font-serif text-2xl">Done in {{ saySeconds(Math.round(total), false) }}.</p>
          <p class="text-sm">
            It was reckoned with {{ saySeconds(told.seconds, told.estimated) }}.
          </p>
        </template>
      </div>
      <p class="py-2 text-center text-5xl tabular-nums" role="timer">
        {{
          state === 'ready'
            ? '0'
            : state === 'done'
              ? total.toFixed(0)
              : (shownMs / 1000).toFixed(0)
        }}<span class="unit text-2xl"> s</span>
      </p>
      <button
        type="button"
        class="bg-leaf text-on-leaf min-h-44 w-full rounded-sm text-3xl font-medium select-none active:brightness-90"
        data-testid="clock-tap"
        @click="press"
      >
        {{
          state === 'ready'
            ? 'Begin'
            : state === 'paused'
              ? 'Go on'
              : state === 'done'
                ? 'Once more'
                : 'Done'
        }}
      </button>
      <ol v-if="timed.length > 0" class="mt-4 text-sm" aria-label="Timed so far">
        <li
          v-for="t in [...timed].reverse()"
          :key="t.id"
          class="rule flex justify-between gap-4 py-1.5"
        >
          <span>{{ textOf(t.id) }}</span>
          <span class="text-right whitespace-nowrap tabular-nums"
            >{{ t.seconds.toFixed(1) }} s<span v-if="t.dropped" class="text-blossom block text-xs"
              >! {{ droppedWords[t.dropped] }}</span
            ></span
          >
        </li>
      </ol>
    </template>
  </main>
</template>
