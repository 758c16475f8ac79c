<script setup lang="ts">
import { drawListening, drawSightLines, drawViews } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../../desk/benchStore';
import { usePlate } from '../plateContext';

/** Under Light what the lens takes in and where the eye looks from; under Sound which way the microphones listen. */
const bench = useBench();
const { page, toPage } = usePlate();
/** As long in the drawing, whatever its scale. */
const longPx = 150;
const longMm = computed(() => longPx / page.value.pxPerMm);

const toPath = (points: readonly (readonly [number, number])[]) =>
  points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${toPage(x, y).join(' ')}`).join('');
const views = computed(() =>
  bench.question === 'light'
    ? drawViews(bench.report!.assembly, bench.view, longMm.value).map((v) => ({
        key: v.lensId,
        d: `${toPath(v.outline)}Z`,
      }))
    : [],
);
const lines = computed(() => {
  const { assembly, hold } = bench.report!;
  if (bench.question === 'sound') return drawListening(assembly, bench.view, longMm.value * 0.6);
  return bench.question === 'light' ? drawSightLines(assembly, hold, bench.view, longMm.value) : [];
});
const drawn = computed(() =>
  lines.value.map((line, i) => {
    const [from, to] = [toPage(...line.from), toPage(...line.to)];
    const turnDeg = (Math.atan2(to[1] - from[1], to[0] - from[0]) * 180) / Math.PI;
    const isEndOn = Math.hypot(to[0] - from[0], to[1] - from[1]) < 6;
    return { key: `${line.itemId} ${i}`, from, to, turnDeg, isEndOn };
  }),
);
</script>

<template>
  <g pointer-events="none" data-layer="gaze">
    <path
      v-for="v in views"
      :key="v.key"
      :d="v.d"
      class="fill-leaf stroke-leaf"
      fill-opacity="0.07"
      stroke-width="1.2"
      stroke-dasharray="6 4"
    />
    <g v-for="l in drawn" :key="l.key">
      <circle
        v-if="l.isEndOn"
        :cx="l.from[0]"
        :cy="l.from[1]"
        r="7"
        fill="none"
        class="stroke-leaf"
        stroke-width="1.4"
      />
      <template v-else>
        <path
          :d="`M${l.from[0]} ${l.from[1]}L${l.to[0]} ${l.to[1]}`"
          class="stroke-leaf"
          stroke-width="1.4"
          :stroke-dasharray="bench.question === 'light' ? '2 4' : undefined"
        />
        <path
          d="M3 0L-7 -4V4Z"
          class="fill-leaf"
          :transform="`translate(${l.to[0]} ${l.to[1]}) rotate(${l.turnDeg})`"
        />
      </template>
    </g>
  </g>
</template>
