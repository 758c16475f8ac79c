<script setup lang="ts">
import { tellFinding, projectPoint, sayMm } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../../desk/benchStore';
import { usePlate } from '../plateContext';

/** Where parts stand in each other. */
const bench = useBench();
const { toPage } = usePlate();

/** Marks that are drawn, the heaviest: where there are more, nobody tells them apart. */
const mostMarks = 200;

function listOverlaps() {
  return bench
    .report!.findings.filter((f) => f.code === 'parts-overlap')
    .filter((f) => f.lens === undefined)
    .slice(0, mostMarks);
}

const clashes = computed(() =>
  bench.question === 'fit'
    ? listOverlaps().map((f) => {
        const [x, y] = toPage(...projectPoint(bench.view, f.facts.atMm));
        return {
          key: f.id,
          x,
          y,
          text: sayMm(f.facts.depthMm),
          title: tellFinding(f, bench.names!).sentence,
        };
      })
    : [],
);
</script>

<template>
  <g v-for="c in clashes" :key="c.key" data-layer="clash" :transform="`translate(${c.x} ${c.y})`">
    <title>{{ c.title }}</title>
    <path d="M-8-8 8 8M8-8-8 8" class="stroke-paper" stroke-width="6" />
    <path d="M-8-8 8 8M8-8-8 8" class="stroke-tomato" stroke-width="3" />
    <text
      x="12"
      y="4"
      class="fill-tomato stroke-paper text-[11px] font-semibold"
      stroke-width="3.5"
      paint-order="stroke"
    >
      {{ c.text }}
    </text>
  </g>
</template>
