<script setup lang="ts">
import { drawExtent, drawPortToPort, sayMm, type Point2 } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../../desk/benchStore';
import { usePlate } from '../plateContext';

/** Sizes: the whole across and upright, and from port to port along each planned lead. */
const bench = useBench();
const { plate, toPage } = usePlate();

const sizes = computed(() => {
  if (!bench.shown.sizes) return [];
  const { assembly, setup } = { assembly: bench.report!.assembly, setup: bench.setup! };
  const lines = [
    ...drawExtent(plate.value.lowMm, plate.value.highMm),
    ...(setup.cables ?? []).flatMap(
      (run) => drawPortToPort(assembly, bench.view, run.from, run.to) ?? [],
    ),
  ];
  return lines.map((line, i) => {
    const off = line.what === 'across' ? [0, 14] : line.what === 'upright' ? [-26, 0] : [0, 0];
    const shift = (p: Point2) => {
      const [x, y] = toPage(...p);
      return [x + off[0]!, y + off[1]!] as const;
    };
    const [a, b] = [shift(line.from), shift(line.to)];
    return {
      key: `${line.what} ${i}`,
      a,
      b,
      upright: line.what === 'upright',
      ports: line.what === 'ports',
      text: sayMm(line.mm),
      // From port to port the figure stands off the middle, where other sizes stand.
      x: a[0] + (b[0] - a[0]) * (line.what === 'ports' ? 0.3 : 0.5),
      y: a[1] + (b[1] - a[1]) * (line.what === 'ports' ? 0.3 : 0.5),
    };
  });
});
</script>

<template>
  <g v-if="sizes.length > 0" pointer-events="none" data-layer="sizes">
    <g v-for="l in sizes" :key="l.key">
      <path
        :d="`M${l.a[0]} ${l.a[1]}L${l.b[0]} ${l.b[1]}`"
        class="stroke-ink"
        stroke-width="0.9"
        :stroke-dasharray="l.ports ? '2 3' : undefined"
      />
      <circle :cx="l.a[0]" :cy="l.a[1]" r="1.8" class="fill-ink" />
      <circle :cx="l.b[0]" :cy="l.b[1]" r="1.8" class="fill-ink" />
      <text
        :x="l.x"
        :y="l.y - 4"
        text-anchor="middle"
        class="fill-ink stroke-paper text-[11px] tabular-nums"
        stroke-width="3.5"
        paint-order="stroke"
        :transform="l.upright ? `rotate(-90 ${l.x} ${l.y})` : undefined"
      >
        {{ l.text }}
      </text>
    </g>
  </g>
</template>
