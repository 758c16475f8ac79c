<script setup lang="ts">
import { projectPoint } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../../desk/benchStore';
import { linePath } from '../../../shared/path';
import { usePlate } from '../plateContext';

/** Ways of the planned leads. */
const bench = useBench();
const { toPage } = usePlate();

const leads = computed(() =>
  (bench.question === 'fit' || bench.panel.kind === 'leads'
    ? (bench.report!.fit.solidity?.leadWays ?? [])
    : []
  ).map(({ lead, way }) => ({
    key: lead.run.id,
    d: linePath(
      [lead.from.atMm, ...way.points, lead.to.atMm].map((p) => projectPoint(bench.view, p)),
      toPage,
    ),
  })),
);
</script>

<template>
  <g v-if="leads.length > 0" pointer-events="none" data-layer="leads">
    <template v-for="l in leads" :key="l.key">
      <path :d="l.d" fill="none" class="stroke-paper" stroke-width="4.5" stroke-linejoin="round" />
      <path :d="l.d" fill="none" class="stroke-ink" stroke-width="2" stroke-linejoin="round" />
    </template>
  </g>
</template>
