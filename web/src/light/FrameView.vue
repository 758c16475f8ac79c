<script setup lang="ts">
import type { Intruder } from '@zucchini/core';
import { computed } from 'vue';

/** The picture as the sensor shows it, with what stands in it. */
const props = defineProps<{
  intruders: readonly Intruder[];
  /** Width over height of the picture. */
  aspect: number;
  /** The camera is rolled: the long side stands upright. */
  upright: boolean;
  nameOf: (itemId: string) => string;
}>();

const height = 100;
const width = computed(() => height * props.aspect);
const toPoints = (outline: readonly (readonly [number, number])[]) =>
  outline.map(([x, y]) => `${((x + 1) / 2) * width.value},${((1 - y) / 2) * height}`).join(' ');
</script>

<template>
  <svg
    class="border-ink/60 bg-paper mx-auto block border"
    :class="upright ? 'max-h-56 rotate-90' : 'w-full max-w-xs'"
    :viewBox="`0 0 ${width} ${height}`"
    role="img"
    :aria-label="
      intruders.length === 0
        ? 'The picture is clean'
        : `In the picture: ${intruders.map((i) => nameOf(i.placed.item.id)).join(', ')}`
    "
  >
    <g stroke="var(--color-line)" stroke-width="0.4">
      <line
        v-for="i in [1, 2]"
        :key="i"
        :x1="(width * i) / 3"
        :x2="(width * i) / 3"
        y1="0"
        :y2="height"
      />
      <line
        v-for="i in [1, 2]"
        :key="`h${i}`"
        x1="0"
        :x2="width"
        :y1="(height * i) / 3"
        :y2="(height * i) / 3"
      />
    </g>
    <g v-for="intruder in intruders" :key="intruder.placed.item.id">
      <title>{{ nameOf(intruder.placed.item.id) }}</title>
      <polygon
        v-for="(outline, i) in intruder.outlines"
        :key="i"
        :points="toPoints(outline)"
        fill="var(--color-blossom-tint)"
        stroke="var(--color-blossom)"
        stroke-width="0.8"
      />
    </g>
  </svg>
</template>
