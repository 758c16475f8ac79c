<script setup lang="ts">
import { compareWeighing, sayWeighed, type Weighing } from '@zucchini/core';
import { computed, ref } from 'vue';
import { useBench } from '../desk/benchStore';
import WorkingLines from '../shared/WorkingLines.vue';
import { announce } from '../shared/announce';
import AppButton from '../shared/AppButton.vue';
import FigureField from '../form/FigureField.vue';

/** What a kitchen scale says of the real rig, against what is computed. */
const bench = useBench();
const weighing = computed<Weighing>(() => bench.setup?.weighing ?? {});
const weighed = computed(() => compareWeighing(bench.report!.assembly, weighing.value));
const lines = computed(() => sayWeighed(weighed.value, bench.names!));

function set(change: Partial<Record<keyof Weighing, number | undefined>>): void {
  const next = Object.fromEntries(
    Object.entries({ ...weighing.value, ...change }).filter(([, v]) => v !== undefined),
  ) as Weighing;
  bench.apply({
    type: 'set-weighing',
    setupId: bench.setupId,
    weighing: Object.keys(next).length > 0 ? next : undefined,
  });
}
const fields = [
  ['totalG', 'All of it', 'g', 0.1, 100_000],
  ['frontG', 'Under the front support', 'g', 0, 100_000],
  ['rearG', 'Under the rear support', 'g', 0, 100_000],
  ['frontMm', 'Front support ahead of the lens mount', 'mm', -5000, 5000],
  ['rearMm', 'Rear support ahead of the lens mount', 'mm', -5000, 5000],
] as const;
/** What was typed and cannot be, by field: it is not written down, and said beside the field. */
const wrong = ref<Partial<Record<keyof Weighing, string>>>({});
function take(key: keyof Weighing, value: number | undefined, low: number, high: number): void {
  const { [key]: _, ...rest } = wrong.value;
  if (value !== undefined && (value < low || value > high)) {
    wrong.value = { ...rest, [key]: `${value} cannot be: between ${low} and ${high}` };
    return;
  }
  wrong.value = rest;
  set({ [key]: value });
}
function spread(): void {
  if (!weighed.value.spread) return;
  bench.apply(weighed.value.spread);
  announce('The difference is spread. Z takes it back.');
}
</script>

<template>
  <section aria-label="Weighed against computed">
    <p class="text-faint text-xs">
      One kitchen scale is enough: all of it, or once under each of two supports while it lies level
      on both. Behind the lens mount counts below zero.
    </p>
    <FigureField
      v-for="[key, label, unit, low, high] in fields"
      :key="key"
      :label="label"
      :unit="unit"
      :model-value="weighing[key]"
      :issue="wrong[key]"
      @update:model-value="(v) => take(key, v, low, high)"
    />
    <RouterLink
      :to="{ name: 'scale', query: { rig: bench.rig!.id, setup: bench.setupId } }"
      class="text-leaf text-xs hover:underline"
      >Read it from a scale →</RouterLink
    >
    <WorkingLines v-if="lines.length" class="mt-2" :lines="lines" />
    <template v-if="weighed.culprits.length">
      <p class="text-faint mt-1 text-xs">
        The parts named are the likeliest to be off: the least changes, for how sure each figure is,
        that explain what the scale says.
      </p>
      <AppButton v-if="weighed.spread" class="mt-1" small :disabled="bench.readOnly" @click="spread"
        >Spread the difference over them</AppButton
      >
    </template>
  </section>
</template>
