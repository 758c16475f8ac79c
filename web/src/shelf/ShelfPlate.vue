<script setup lang="ts">
import { computed, onMounted, shallowRef } from 'vue';
import { drawRig, placeSetup, type Assembly } from '@zucchini/core';
import { api } from '../api/client';
import { outlinePath } from '../shared/path';

/** A rig from its near side, small. */
const props = defineProps<{ rigId: string; revision: number }>();

const assembly = shallowRef<Assembly>();
onMounted(async () => {
  try {
    const record = await api.findRig(props.rigId);
    const parts = new Map(record.parts.map((p) => [p.id, p]));
    assembly.value = placeSetup(record.rig, record.rig.setups[0]!, parts);
  } catch {
    // The row says what matters; a missing picture is no reason for an alarm.
  }
});
const plate = computed(() => assembly.value && drawRig(assembly.value, 'near'));
const frame = computed(() => {
  const p = plate.value;
  if (!p) return '0 0 1 1';
  const pad = 8;
  return `${p.lowMm[0] - pad} ${-p.highMm[1] - pad} ${p.highMm[0] - p.lowMm[0] + 2 * pad} ${p.highMm[1] - p.lowMm[1] + 2 * pad}`;
});
const toPage = (x: number, y: number): readonly [number, number] => [x, -y];
</script>

<template>
  <svg v-if="plate" :viewBox="frame" class="h-full w-full" aria-hidden="true">
    <g v-for="(run, i) in plate.runs" :key="i">
      <path
        v-for="(d, k) in run.solids"
        :key="k"
        :d="outlinePath(d.seen, toPage, 1)"
        class="stroke-ink"
        stroke-width="1"
        vector-effect="non-scaling-stroke"
        :style="{ fill: `var(--color-${d.solid.surface ?? 'plastic'})` }"
      />
    </g>
  </svg>
</template>
