<script setup lang="ts">
import { measureOccupancy, placeAlong, projectPoint, type Stretch } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../../desk/benchStore';
import { linePath } from '../../../shared/path';
import { usePlate } from '../plateContext';

/** The rails of the part that is chosen: what of them is taken, and what is free. */
const bench = useBench();
const { toPage, items } = usePlate();

const rails = computed(() => {
  const placed = bench.selected === undefined ? undefined : items.value.get(bench.selected);
  if (!placed) return [];
  return placed.part.mounts.flatMap((mount) => {
    if (!mount.lengthwise) return [];
    const { taken, free } = measureOccupancy(bench.report!.assembly, placed, mount);
    const line = (piece: Stretch) =>
      linePath(
        [piece.fromMm, piece.toMm].map((mm) =>
          projectPoint(bench.view, placeAlong(placed, mount, mm)),
        ),
        toPage,
      );
    return [
      ...free.map((f) => ({ key: `${mount.id} free ${f.fromMm}`, d: line(f), taken: false })),
      ...taken.map((t) => ({ key: `${mount.id} ${t.jointId}`, d: line(t), taken: true })),
    ];
  });
});
</script>

<template>
  <g v-if="rails.length > 0" pointer-events="none" data-layer="rails">
    <path
      v-for="rail in rails"
      :key="rail.key"
      :d="rail.d"
      :class="rail.taken ? 'stroke-ink' : 'stroke-leaf'"
      :stroke-width="rail.taken ? 6 : 4"
      :stroke-dasharray="rail.taken ? undefined : '5 3'"
    />
  </g>
</template>
