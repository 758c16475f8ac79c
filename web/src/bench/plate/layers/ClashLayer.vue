<script setup lang="ts">
import { tellFinding, projectPoint, sayMm } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../../desk/benchStore';
import { usePlate } from '../plateContext';

/** Where parts stand in each other. */
const bench = useBench();
const { toPage } = usePlate();

const clashes = computed(() =>
  bench.question === 'fit'
    ? bench.report!.findings.flatMap((f) => {
        if (f.code !== 'parts-overlap' || f.lens !== undefined) return [];
        const [x, y] = toPage(...projectPoint(bench.view, f.facts.atMm));
        return [
          {
            key: f.id,
            x,
            y,
            text: sayMm(f.facts.depthMm),
            title: tellFinding(f, bench.names!).sentence,
          },
        ];
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
