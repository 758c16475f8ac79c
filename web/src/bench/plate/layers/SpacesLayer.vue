<script setup lang="ts">
import { drawSpaces, purposeWords, type Finding } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../../desk/benchStore';
import { linePath } from '../../../shared/path';
import { usePlate } from '../plateContext';

/** Outlines of spaces to keep clear: those entered always, all of them where they are asked for. */
const bench = useBench();
const { toPage } = usePlate();

const entered = computed(() => {
  const byKey = new Map<string, Finding>();
  for (const f of bench.report!.findings) {
    if (f.code !== 'keep-clear-entered' || f.lens !== undefined) continue;
    byKey.set(`${f.facts.itemId} ${f.facts.spaceId}`, f);
  }
  return byKey;
});
const spaces = computed(() => {
  const all = bench.shown.spaces;
  if (!all && (entered.value.size === 0 || bench.question !== 'fit')) return [];
  return drawSpaces(bench.report!.assembly, bench.view).flatMap((space) => {
    const key = `${space.itemId} ${space.spaceId}`;
    const finding = entered.value.get(key);
    if (!all && finding === undefined) return [];
    return [
      {
        key,
        entered: finding !== undefined && finding.weight !== 'note',
        title: `${purposeWords[space.purpose]} of ${bench.names!.item(space.itemId)}${finding ? ': entered' : ''}`,
        d: space.outlines.map((o) => `${linePath(o, toPage)}Z`).join(''),
      },
    ];
  });
});
</script>

<template>
  <g v-if="spaces.length > 0" data-layer="spaces">
    <path
      v-for="space in spaces"
      :key="space.key"
      :d="space.d"
      :class="space.entered ? 'stroke-blossom' : 'stroke-leaf'"
      :style="{
        fill: space.entered ? 'var(--color-blossom-fill)' : 'var(--color-leaf-tint)',
        fillOpacity: space.entered ? 0.28 : 0.35,
      }"
      stroke-width="1.2"
      stroke-dasharray="4 3"
      pointer-events="none"
    >
      <title>{{ space.title }}</title>
    </path>
  </g>
</template>
