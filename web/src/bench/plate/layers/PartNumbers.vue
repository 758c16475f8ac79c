<script setup lang="ts">
import { useBench } from '../../../desk/benchStore';
import type { PlateLabel } from '../useLabels';

/** The numbers of the parts: clicked to choose one, carried to move it. */
defineProps<{ labels: readonly PlateLabel[] }>();
const emit = defineEmits<{ carry: [event: PointerEvent, itemId: string] }>();
const bench = useBench();
</script>

<template>
  <g
    v-for="l in labels"
    :key="`n${l.itemId}`"
    class="cursor-pointer touch-none"
    :data-number="l.itemId"
    @pointerdown="emit('carry', $event, l.itemId)"
  >
    <title>{{ l.name }}: drag its number onto a lit mount to move it</title>
    <circle
      :cx="l.at[0]"
      :cy="-l.at[1]"
      r="9.5"
      :class="l.itemId === bench.selected ? 'fill-leaf' : 'fill-paper'"
    />
    <text
      :x="l.at[0]"
      :y="-l.at[1] + 4.5"
      text-anchor="middle"
      class="font-serif text-[13px] italic"
      :class="l.itemId === bench.selected ? 'fill-on-leaf' : 'fill-ink'"
    >
      {{ l.number }}
    </text>
  </g>
</template>
