<script setup lang="ts">
import { computed } from 'vue';
import { usePlate } from '../plateContext';

/** The scale bar. */
const { page, height, barMm } = usePlate();

const bar = computed(() => barMm.value * page.value.pxPerMm);
</script>

<template>
  <g :transform="`translate(24 ${height - 40})`" pointer-events="none">
    <path
      :d="`M0 0V-6M0-3H${bar}M${bar / 2} 0V-6M${bar} 0V-6`"
      class="stroke-ink"
      stroke-width="1.2"
      fill="none"
    />
    <text x="0" y="14" class="fill-ink text-[11px]">0</text>
    <text :x="bar" y="14" text-anchor="middle" class="fill-ink text-[11px]"> {{ barMm }} mm </text>
  </g>
</template>
