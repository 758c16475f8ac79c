<script setup lang="ts">
import type { PlateLabel } from '../useLabels';

/** Leaders end in a dot on the part itself, above all ink. */
defineProps<{ labels: readonly PlateLabel[] }>();
</script>

<template>
  <circle
    v-for="l in labels"
    :key="`d${l.itemId}`"
    :cx="l.anchor[0]"
    :cy="-l.anchor[1]"
    r="1.6"
    class="fill-ink"
    pointer-events="none"
  />
</template>
