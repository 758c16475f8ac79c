<script setup lang="ts">
import type { Point2 } from '@zucchini/core';

/** The centre of mass. */
defineProps<{ centre: Point2 | undefined }>();
</script>

<template>
  <g
    v-if="centre"
    :transform="`translate(${centre[0]} ${centre[1]})`"
    pointer-events="none"
    data-testid="centre-of-mass"
  >
    <circle r="7.5" class="fill-sheet stroke-ink" stroke-width="1.5" />
    <path d="M0 0V-7.5A7.5 7.5 0 0 1 7.5 0ZM0 0V7.5A7.5 7.5 0 0 1-7.5 0Z" class="fill-ink" />
  </g>
</template>
