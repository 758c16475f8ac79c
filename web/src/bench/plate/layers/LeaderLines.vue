<script setup lang="ts">
import { useBench } from '../../../desk/benchStore';
import type { PlateLabel } from '../useLabels';

/** Leader lines from the numbers to the parts. */
defineProps<{ labels: readonly PlateLabel[] }>();
const bench = useBench();
</script>

<template>
  <g data-layer="leaders">
    <path
      v-for="l in labels"
      :key="l.itemId"
      :d="`M${l.at[0] + (l.side === 'left' ? 10 : -10)} ${-l.at[1]}L${l.anchor[0]} ${-l.anchor[1]}`"
      :class="l.itemId === bench.selected ? 'stroke-leaf' : 'stroke-line'"
      stroke-width="0.9"
      fill="none"
    />
  </g>
</template>
