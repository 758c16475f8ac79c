<script setup lang="ts">
import {
  Chart,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
} from 'chart.js';
import { sayHours, type DayRun } from '@zucchini/core';
import { computed } from 'vue';
import { Line } from 'vue-chartjs';
import { useChartColours } from '../shared/useChartColours';

Chart.register(Legend, LinearScale, LineController, LineElement, PointElement, Tooltip);

/** The charge of every cell over the day, in Wh; straight between what happens. */
const props = defineProps<{ run: DayRun; nameOf: (itemId: string) => string }>();
const colours = useChartColours();
const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
// Told apart by their strokes as well as by colour.
const dashes = [[], [5, 3], [2, 2], [8, 3, 2, 3], [1, 3]];

const data = computed(() => {
  const c = colours.value;
  const inks = [c.ink, c.leaf, c.blossom, c.faint];
  return {
    datasets: [...props.run.charge]
      .filter(([, points]) => points.some((p) => p.wh > 0))
      .map(([id, points], i) => ({
        label: props.nameOf(id),
        data: points.map((p) => ({ x: p.atH, y: p.wh })),
        borderColor: inks[i % inks.length]!,
        backgroundColor: 'transparent',
        borderDash: dashes[i % dashes.length]!,
        borderWidth: 1.6,
        pointRadius: 0,
      })),
  };
});
const options = computed(() => {
  const c = colours.value;
  const title = (text: string) => ({ display: true, text, color: c.faint, font: { size: 10 } });
  const ticks = { color: c.faint, font: { size: 10 }, maxRotation: 0 };
  return {
    responsive: true,
    maintainAspectRatio: false,
    animation: still ? (false as const) : { duration: 120 },
    parsing: false as const,
    plugins: {
      legend: {
        display: true,
        position: 'bottom' as const,
        labels: {
          color: c.ink,
          usePointStyle: true,
          pointStyle: 'line',
          pointStyleWidth: 28,
          font: { size: 10 },
        },
      },
      tooltip: {
        callbacks: {
          title: (at: { parsed: { x: number | null } }[]) => sayHours(at[0]?.parsed.x ?? 0),
        },
      },
    },
    scales: {
      x: {
        type: 'linear' as const,
        min: 0,
        max: props.run.hours,
        title: title('h of the day'),
        ticks,
        grid: { color: c.line },
      },
      y: { min: 0, title: title('Wh'), ticks, grid: { color: c.line } },
    },
  };
});
</script>

<template>
  <div class="h-48">
    <Line
      :data="data"
      :options="options"
      role="img"
      aria-label="Charge of each cell over the day"
    />
  </div>
</template>
