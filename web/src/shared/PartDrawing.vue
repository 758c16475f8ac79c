<script setup lang="ts">
import { drawRig, standAlone, type Part, type ViewName } from '@zucchini/core';
import { computed } from 'vue';
import { outlinePath } from './path';

/**
 * One part from one side, filling its place; where `windowMm` is given, as large as that window of the
 * page makes it, so that several can be drawn to one scale.
 */
const props = defineProps<{ part: Part; view: ViewName; windowMm?: readonly [number, number] }>();

const plate = computed(() => drawRig(standAlone(props.part), props.view));
const frame = computed(() => {
  const { lowMm: low, highMm: high } = plate.value;
  const pad = 3;
  const [w, h] = props.windowMm ?? [high[0] - low[0] + 2 * pad, high[1] - low[1] + 2 * pad];
  const [x, y] = [(low[0] + high[0]) / 2, -(low[1] + high[1]) / 2];
  return `${x - w / 2} ${y - h / 2} ${w} ${h}`;
});
const toPage = (x: number, y: number): readonly [number, number] => [x, -y];
</script>

<template>
  <svg :viewBox="frame" class="h-full w-full" aria-hidden="true">
    <g v-for="(run, i) in plate.runs" :key="i">
      <path
        v-for="(d, k) in run.solids"
        :key="k"
        :d="outlinePath(d.seen, toPage, 1)"
        class="stroke-ink"
        stroke-width="0.9"
        vector-effect="non-scaling-stroke"
        fill-rule="evenodd"
        :style="{ fill: `var(--color-${d.solid.surface ?? 'plastic'})` }"
      />
    </g>
  </svg>
</template>
