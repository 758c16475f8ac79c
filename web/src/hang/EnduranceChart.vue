<script setup lang="ts">
import { leastFraction, measureEnduranceS, type ArmJoint } from '@zucchini/core';
import {
  Chart,
  LinearScale,
  LineController,
  LineElement,
  LogarithmicScale,
  PointElement,
  type ChartData,
  type ChartOptions,
} from 'chart.js';
import { computed } from 'vue';
import { Line } from 'vue-chartjs';
import { useChartColours } from '../shared/useChartColours';

Chart.register(LinearScale, LineController, LineElement, LogarithmicScale, PointElement);

/** The endurance curve of the joint that tires first, with where this rig is on it. */
const props = defineProps<{ joint: ArmJoint; fraction: number; timeS: number }>();
const colours = useChartColours();
const data = computed(() => {
  const c = colours.value;
  const curve = Array.from({ length: 40 }, (_, i) => {
    const x = leastFraction + ((1 - leastFraction) * i) / 39;
    return { x: x * 100, y: measureEnduranceS(props.joint, x)! };
  });
  return {
    datasets: [
      { data: curve, borderColor: c.ink, borderWidth: 1.4, pointRadius: 0 },
      {
        data: [{ x: props.fraction * 100, y: props.timeS }],
        pointRadius: 5,
        pointBackgroundColor: c.blossom,
        borderColor: c.blossom,
        showLine: false,
      },
    ],
  };
});
const options = computed(() => {
  const c = colours.value;
  const words: Record<number, string> = { 10: '10 s', 60: '1 min', 300: '5 min', 900: '15 min' };
  return {
    responsive: true,
    maintainAspectRatio: false,
    animation: false as const,
    plugins: { legend: { display: false }, tooltip: { enabled: false } },
    scales: {
      x: {
        type: 'linear' as const,
        min: 0,
        max: Math.max(100, Math.ceil(props.fraction * 10) * 10),
        title: { display: true, text: 'share of strength, %', color: c.faint, font: { size: 10 } },
        ticks: { color: c.faint, maxTicksLimit: 6, font: { size: 10 } },
        grid: { color: c.line },
      },
      y: {
        type: 'logarithmic' as const,
        min: 10,
        max: 1200,
        ticks: {
          color: c.faint,
          font: { size: 10 },
          autoSkip: false,
          callback: (v: number | string) => words[Number(v)] ?? '',
        },
        afterBuildTicks: (axis: { ticks: { value: number }[] }) => {
          axis.ticks = Object.keys(words).map((v) => ({ value: Number(v) }));
        },
        grid: { color: c.line },
      },
    },
  };
});
</script>

<template>
  <div class="h-36" aria-hidden="true">
    <Line :data="data as ChartData<'line'>" :options="options as ChartOptions<'line'>" />
  </div>
</template>
