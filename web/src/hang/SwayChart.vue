<script setup lang="ts">
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartData,
  type ChartOptions,
} from 'chart.js';
import { computed } from 'vue';
import { Bar, Line } from 'vue-chartjs';
import { useChartColours } from '../shared/useChartColours';

Chart.register(
  BarController,
  BarElement,
  CategoryScale,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
);

/** How the rig sits over what is swept: one line for ahead, one for left, and a band of what is level. */
const props = defineProps<{
  plotted: {
    readonly points: readonly {
      readonly label: string;
      readonly ahead: number | undefined;
      readonly left: number | undefined;
    }[];
    readonly unit: string;
    readonly bars: boolean;
  };
  pointed: number | undefined;
}>();
const emit = defineEmits<{ point: [index: number | undefined] }>();

const colours = useChartColours();
const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;

const data = computed(() => {
  const c = colours.value;
  const { points, bars } = props.plotted;
  const set = (label: string, of: 'ahead' | 'left', colour: string, dash: number[]) => ({
    label,
    data: points.map((p) => p[of] ?? null),
    borderColor: colour,
    backgroundColor: bars ? colour : 'transparent',
    borderDash: dash,
    borderWidth: bars ? 0 : 1.6,
    pointRadius: points.map((_, i) => (i === props.pointed ? 4 : 0)),
    pointBackgroundColor: colour,
    spanGaps: false,
  });
  return {
    labels: points.map((p) => p.label),
    datasets: [set('nose down', 'ahead', c.ink, []), set('left side down', 'left', c.leaf, [4, 3])],
  };
});
const options = computed(() => {
  const c = colours.value;
  return {
    responsive: true,
    maintainAspectRatio: false,
    animation: still ? (false as const) : { duration: 120 },
    interaction: { mode: 'index' as const, intersect: false },
    indexAxis: (props.plotted.bars ? 'y' : 'x') as 'x' | 'y',
    onHover: (_event: unknown, active: readonly { index: number }[]) =>
      emit('point', active[0]?.index),
    plugins: { legend: { display: false }, tooltip: { enabled: false } },
    scales: {
      x: {
        ticks: { color: c.faint, maxTicksLimit: 5, maxRotation: 0, font: { size: 10 } },
        grid: { color: c.line },
      },
      y: {
        ticks: { color: c.faint, maxTicksLimit: 6, font: { size: 10 } },
        grid: { color: c.line },
      },
    },
  };
});
</script>

<template>
  <figure>
    <div
      :style="{ height: plotted.bars ? `${40 + plotted.points.length * 26}px` : '150px' }"
      @mouseleave="emit('point', undefined)"
    >
      <Bar
        v-if="plotted.bars"
        :data="data as ChartData<'bar'>"
        :options="options as ChartOptions<'bar'>"
        aria-hidden="true"
      />
      <Line
        v-else
        :data="data as ChartData<'line'>"
        :options="options as ChartOptions<'line'>"
        aria-hidden="true"
      />
    </div>
    <figcaption class="text-faint flex justify-between text-xs">
      <span><span aria-hidden="true">—</span> nose down, {{ plotted.unit }}</span>
      <span class="text-leaf"
        ><span aria-hidden="true">- -</span> left side down, {{ plotted.unit }}</span
      >
    </figcaption>
  </figure>
</template>
