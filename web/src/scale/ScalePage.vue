<script setup lang="ts">
import {
  applyEdit,
  compareWeighing,
  createNames,
  placeSetup,
  sayG,
  sayMm,
  sayNumber,
  sayWeighed,
  type Weighing,
  type RigRecord,
  type RigSummary,
} from '@zucchini/core';
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api } from '../api/client';
import WorkingLines from '../shared/WorkingLines.vue';
import { announce } from '../shared/announce';
import AppButton from '../shared/AppButton.vue';
import ChoiceField from '../form/ChoiceField.vue';
import FigureField from '../form/FigureField.vue';
import TopBar from '../shared/TopBar.vue';
import TroubleBox from '../shared/TroubleBox.vue';
import { useScale } from './useScale';
import { sayError } from '../shared/sayError';

/** A scale and a rig: readings are taken when they have settled, and stand against what is computed. */
const route = useRoute();
const router = useRouter();
const scale = useScale();
const shelf = shallowRef<readonly RigSummary[]>([]);
const record = shallowRef<RigRecord>();
const setupId = ref('');
const trouble = ref('');
const loadG = ref<number>();
const busy = ref(false);

async function open(id: string, wanted?: string): Promise<void> {
  try {
    record.value = await api.findRig(id);
    const { setups } = record.value.rig;
    setupId.value = setups.find((s) => s.id === wanted)?.id ?? setups[0]!.id;
    trouble.value = '';
  } catch (error) {
    trouble.value = sayError(error);
  }
}
onMounted(async () => {
  try {
    shelf.value = await api.listRigs();
  } catch (error) {
    trouble.value = sayError(error);
  }
  const { rig, setup } = route.query;
  const id = typeof rig === 'string' ? rig : shelf.value[0]?.id;
  if (id) await open(id, typeof setup === 'string' ? setup : undefined);
});

const rig = computed(() => record.value?.rig);
const setup = computed(() => rig.value?.setups.find((s) => s.id === setupId.value));
const parts = computed(() => new Map((record.value?.parts ?? []).map((p) => [p.id, p])));
const assembly = computed(() =>
  rig.value && setup.value ? placeSetup(rig.value, setup.value, parts.value) : undefined,
);
const weighing = computed<Weighing>(() => setup.value?.weighing ?? {});
const lines = computed(() =>
  assembly.value
    ? sayWeighed(
        compareWeighing(assembly.value, weighing.value),
        createNames(assembly.value, parts.value),
      )
    : [],
);

async function write(change: Partial<Weighing>): Promise<void> {
  const now = record.value;
  if (!now || busy.value) return;
  busy.value = true;
  try {
    const next = applyEdit(now.rig, {
      type: 'set-weighing',
      setupId: setupId.value,
      weighing: { ...weighing.value, ...change },
    });
    const { revision } = await api.saveRig(next, now.revision);
    record.value = { ...now, rig: next, revision };
    trouble.value = '';
    announce('Written down.');
  } catch (error) {
    trouble.value = `Not written down. ${sayError(error)}`;
  } finally {
    busy.value = false;
  }
}
async function run(work: () => Promise<unknown>): Promise<void> {
  try {
    await work();
    scale.disturb();
    trouble.value = '';
  } catch (error) {
    trouble.value = sayError(error);
  }
}
const put = (g: number) => run(() => api.loadScale(g));
watch(loadG, (g) => g !== undefined && g >= 0 && g <= 100_000 && void put(g));
/** The stand-in's rig is a little heavier than its parts' sheets say, as real ones are: a strap, screws, dust. */
const realShare = 1.017;
const targets = [
  ['totalG', 'All of it'],
  ['frontG', 'Under the front support'],
  ['rearG', 'Under the rear support'],
] as const;
const trace = computed(() => {
  const list = scale.readings.value;
  if (list.length < 2) return '';
  const grams = list.map((r) => r.g);
  const [low, high] = [Math.min(...grams), Math.max(...grams)];
  const span = Math.max(4, high - low);
  return list
    .map((r, i) => `${i ? 'L' : 'M'}${(i / 119) * 300} ${58 - ((r.g - low) / span) * 52}`)
    .join('');
});
const steps = computed(() => Math.min(scale.readings.value.length, scale.wanted));
</script>

<template>
  <div class="flex min-h-screen flex-col">
    <TopBar />
    <main class="mx-auto grid w-full max-w-5xl flex-1 grid-cols-[22rem_1fr] gap-12 px-6 pt-5 pb-12">
      <section aria-label="The scale">
        <h1 class="font-serif text-2xl">The scale</h1>
        <p class="text-faint mt-1 text-xs">
          The stand-in for a connected kitchen scale: it has noise, a zero that drifts and a tare.
          Set it to zero before each load.
        </p>
        <div class="bg-sheet border-line mt-4 border px-5 py-4">
          <p
            class="font-serif text-5xl tabular-nums"
            :class="scale.settledG.value === undefined ? 'text-faint' : ''"
            data-testid="reading"
          >
            {{ scale.now.value === undefined ? '–' : sayNumber(scale.now.value) }}
            <span class="unit text-lg">g</span>
          </p>
          <p class="mt-1 text-xs" role="status">
            <template v-if="scale.state.value === 'lost'"
              ><span class="text-tomato">The scale does not answer.</span> It is tried
              again.</template
            >
            <template v-else-if="scale.settledG.value !== undefined"
              ><span class="text-leaf">✓ at rest:</span> {{ scale.settledG.value }} g, mean of
              {{ scale.wanted }} readings</template
            >
            <template v-else>moving … {{ steps }} of {{ scale.wanted }} readings</template>
          </p>
          <svg
            viewBox="0 0 300 60"
            class="mt-2 h-14 w-full"
            role="img"
            aria-label="The last readings"
          >
            <path :d="trace" fill="none" class="stroke-leaf" stroke-width="1.4" />
          </svg>
          <div class="mt-2 flex gap-2">
            <AppButton small @click="run(() => api.tareScale())">Set to zero</AppButton>
            <AppButton small look="quiet" @click="((loadG = undefined), put(0))"
              >Take all off</AppButton
            >
          </div>
        </div>
        <h2 class="eyebrow mt-5">Lay on the stand-in</h2>
        <FigureField v-model="loadG" label="A load of" unit="g" />
        <AppButton
          v-if="assembly"
          small
          class="mt-1"
          @click="loadG = Math.round(assembly.mass.massG * realShare)"
          >{{ rig!.name }}, as it really is</AppButton
        >
      </section>
      <section aria-label="The rig">
        <h2 class="font-serif text-2xl">Weigh a rig</h2>
        <div class="mt-2 flex flex-wrap gap-2">
          <ChoiceField
            class="w-48"
            label="Rig"
            labelled="hidden"
            placeholder="no rig"
            :options="shelf.map((r) => [r.id, r.name])"
            :model-value="rig?.id"
            @update:model-value="open"
          />
          <ChoiceField
            v-if="rig"
            v-model="setupId"
            class="w-56"
            label="Setup"
            labelled="hidden"
            :options="rig.setups.map((s) => [s.id, s.name])"
          />
          <AppButton
            v-if="rig"
            look="quiet"
            @click="router.push({ name: 'bench', params: { id: rig.id } })"
            >To the bench</AppButton
          >
        </div>
        <TroubleBox v-if="trouble" class="mt-3" :title="trouble" />
        <p v-if="!rig && shelf.length === 0" class="text-faint mt-4">
          No rig is on the shelf yet: the scale works without one.
        </p>
        <template v-if="assembly">
          <table class="mt-4 w-full">
            <tbody>
              <tr v-for="[key, label] in targets" :key="key" class="rule">
                <th scope="row" class="py-2 text-left font-normal">{{ label }}</th>
                <td class="text-right tabular-nums">
                  {{ weighing[key] === undefined ? 'not weighed' : sayG(weighing[key]!) }}
                </td>
                <td class="w-44 py-1 text-right">
                  <AppButton
                    small
                    :disabled="
                      scale.settledG.value === undefined || scale.settledG.value <= 0 || busy
                    "
                    :aria-label="`Take the reading as: ${label.toLowerCase()}`"
                    @click="write({ [key]: scale.settledG.value })"
                    >Take the reading</AppButton
                  >
                </td>
              </tr>
            </tbody>
          </table>
          <p class="text-faint mt-3 text-xs">
            Two supports: the rig lies level on both, the scale under one and then the other. Where
            they stand along the lens axis, ahead of the lens mount above zero:
          </p>
          <div class="mt-1 grid max-w-md grid-cols-2 gap-6">
            <FigureField
              label="Front"
              unit="mm"
              :model-value="weighing.frontMm"
              @update:model-value="(v) => v !== undefined && write({ frontMm: v })"
            />
            <FigureField
              label="Rear"
              unit="mm"
              :model-value="weighing.rearMm"
              @update:model-value="(v) => v !== undefined && write({ rearMm: v })"
            />
          </div>
          <h3 class="mt-6 font-serif text-lg">Against what is computed</h3>
          <p class="text-faint text-xs">
            {{ sayG(assembly.mass.massG) }} computed, centre of mass
            {{ sayMm(assembly.mass.momentGmm[0] / assembly.mass.massG) }} ahead of the lens mount.
          </p>
          <WorkingLines v-if="lines.length" class="mt-2 max-w-md" :lines="lines" />
          <p v-else class="text-faint mt-2">Take a reading, and the difference stands here.</p>
          <p v-if="lines.length" class="text-faint mt-2 text-xs">
            On the bench, under Hang, the difference can be spread over the parts.
          </p>
        </template>
      </section>
    </main>
  </div>
</template>
