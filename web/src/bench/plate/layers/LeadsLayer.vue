<script setup lang="ts">
import { drawLeads, leadUseLabels } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../../desk/benchStore';
import { linePath } from '../../../shared/path';
import { useLeadCurves } from '../../useLeadCurves';
import { usePlate } from '../plateContext';

/** The planned leads as they lie, hidden where parts stand before them, each in the tint of what it carries. */
const bench = useBench();
const { toPage, plate, page } = usePlate();

/** A word is set beside a lead of which so much is seen, in px. */
const leastSeenPx = 46;

const curves = useLeadCurves();

/** Lights a lead, here and in the wiring; a second time it goes to all of them. */
function choose(runId: string): void {
  if (bench.litRun === runId) bench.panel = { kind: 'leads' };
  bench.litRun = runId;
}

const lengthPx = (points: readonly (readonly [number, number])[]) =>
  points.reduce(
    (sum, p, i) =>
      i === 0 ? 0 : sum + Math.hypot(p[0] - points[i - 1]![0], p[1] - points[i - 1]![1]),
    0,
  ) * page.value.pxPerMm;

const leads = computed(() =>
  drawLeads(curves.value, plate.value, bench.preview === undefined).map((l) => ({
    key: l.runId,
    colour: `var(--color-lead-${l.use})`,
    width: Math.max(2, 2 * l.radiusMm * page.value.pxPerMm),
    paths: l.seen.map((points) => linePath(points, toPage)),
    plugs: l.plugs.map((p) => ({
      d: linePath([p.from, p.to], toPage),
      width: Math.max(3, 2 * p.radiusMm * page.value.pxPerMm),
    })),
    word: leadUseLabels[l.use],
    at:
      l.labelAt && Math.max(0, ...l.seen.map(lengthPx)) > leastSeenPx
        ? toPage(...l.labelAt)
        : undefined,
    name: bench.names!.lead(l.runId),
  })),
);
</script>

<template>
  <g v-if="leads.length > 0" data-layer="leads">
    <g
      v-for="l in leads"
      :key="l.key"
      class="cursor-pointer"
      :data-run="l.key"
      @click="choose(l.key)"
    >
      <title>{{ l.name }}: {{ l.word }}</title>
      <template v-for="(p, i) in l.plugs" :key="`p${i}`">
        <path :d="p.d" fill="none" class="stroke-ink" :stroke-width="p.width + 1.4" />
        <path
          :d="p.d"
          fill="none"
          :style="{ stroke: 'var(--color-rubber)' }"
          :stroke-width="p.width"
        />
      </template>
      <template v-for="(d, i) in l.paths" :key="i">
        <path
          :d="d"
          fill="none"
          :style="{ stroke: l.key === bench.litRun ? 'var(--color-leaf)' : 'var(--color-ink)' }"
          :stroke-width="l.width + (l.key === bench.litRun ? 6 : 1.4)"
          stroke-linejoin="round"
        />
        <path
          :d="d"
          fill="none"
          :style="{ stroke: l.colour }"
          :stroke-width="l.width"
          stroke-linejoin="round"
        />
      </template>
      <text
        v-if="l.at"
        :x="l.at[0] + 6"
        :y="l.at[1] - 6"
        class="fill-ink stroke-paper font-serif text-[11px] italic"
        stroke-width="3"
        paint-order="stroke"
        pointer-events="none"
        >{{ l.word }}</text
      >
    </g>
  </g>
</template>
