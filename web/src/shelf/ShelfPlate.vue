<script setup lang="ts">
import type { Sketch } from '@zucchini/core';
import { useIntersectionObserver } from '@vueuse/core';
import { computed, ref, shallowRef } from 'vue';
import { api } from '../api/client';
import { outlinePath } from '../shared/path';

/** A rig from its near side, small; asked for when it comes into view. */
const props = defineProps<{ rigId: string }>();

/** How far below the window it is asked for already. */
const ahead = '400px';

const place = ref<HTMLElement>();
const sketch = shallowRef<Sketch>();
const { stop } = useIntersectionObserver(
  place,
  ([entry]) => {
    if (!entry?.isIntersecting) return;
    stop();
    void draw();
  },
  { rootMargin: ahead },
);

async function draw(): Promise<void> {
  try {
    sketch.value = (await api.sketchRig(props.rigId)) ?? undefined;
  } catch {
    // The row says what matters; a missing picture is no reason for an alarm.
  }
}

const frame = computed(() => {
  const s = sketch.value;
  if (!s) return '0 0 1 1';
  const pad = 8;
  return `${s.lowMm[0] - pad} ${-s.highMm[1] - pad} ${s.highMm[0] - s.lowMm[0] + 2 * pad} ${s.highMm[1] - s.lowMm[1] + 2 * pad}`;
});
const toPage = (x: number, y: number): readonly [number, number] => [x, -y];
</script>

<template>
  <div ref="place" class="h-full w-full">
    <svg v-if="sketch" :viewBox="frame" class="h-full w-full" aria-hidden="true" data-sketch>
      <path
        v-for="(solid, i) in sketch.solids"
        :key="i"
        :d="outlinePath({ cornerMm: 0, ...solid }, toPage, 1)"
        class="stroke-ink"
        stroke-width="1"
        vector-effect="non-scaling-stroke"
        :style="{ fill: `var(--color-${solid.surface})` }"
      />
    </svg>
  </div>
</template>
