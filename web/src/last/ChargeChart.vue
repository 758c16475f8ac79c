<script setup lang="ts">
import {
  Chart,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type Plugin,
} from 'chart.js';
import { sayHours, type DayPlan, type DayRun } from '@zucchini/core';
import { computed } from 'vue';
import { Line } from 'vue-chartjs';
import { useChartColours } from '../shared/useChartColours';

Chart.register(Legend, LinearScale, LineController, LineElement, PointElement, Tooltip);

/** A day to be drawn: its run, and what its cells are called. */
export interface ChartedDay {
  readonly run: DayRun;
  readonly nameOf: (itemId: string) => string;
}

/**
 * The charge of every cell over the day, in Wh; straight between what happens. Breaks near mains are shaded, and a bar at the top says
 * when something is dark. Another day may be laid over it, in thin dots.
 */
const props = defineProps<{
  day: ChartedDay;
  plan: DayPlan;
  over?: (ChartedDay & { readonly label: string }) | undefined;
}>();
const colours = useChartColours();
const still = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
// Told apart by their strokes as well as by colour.
const dashes = [[], [5, 3], [2, 2], [8, 3, 2, 3], [1, 3]];

const toSets = ({ run, nameOf }: ChartedDay, label: string, isOver: boolean) => {
  const c = colours.value;
  const inks = [c.ink, c.leaf, c.blossom, c.faint];
  return [...run.charge]
    .filter(([, points]) => points.some((p) => p.wh > 0))
    .map(([id, points], i) => ({
      label: `${nameOf(id)}${label}`,
      data: points.map((p) => ({ x: p.atH, y: p.wh })),
      borderColor: inks[i % inks.length]!,
      backgroundColor: 'transparent',
      borderDash: isOver ? [1, 2] : dashes[i % dashes.length]!,
      borderWidth: isOver ? 1 : 1.6,
      pointRadius: 0,
    }));
};
const data = computed(() => ({
  datasets: [
    ...toSets(props.day, '', false),
    ...(props.over ? toSets(props.over, ` (${props.over.label})`, true) : []),
  ],
}));

interface Span {
  readonly fromH: number;
  readonly toH: number;
}
const breaks = computed<Span[]>(() => {
  let atH = 0;
  return props.plan.parts.flatMap((part) => {
    const span = { fromH: atH, toH: (atH += part.hours) };
    return part.mains ? [span] : [];
  });
});
const dark = computed<Span[]>(() => {
  const since = new Map<string, number>();
  const spans: Span[] = [];
  for (const e of props.day.run.events) {
    if (e.kind === 'dark') since.set(e.itemId, e.atH);
    const fromH = e.kind === 'back' ? since.get(e.itemId) : undefined;
    if (e.kind !== 'back' || fromH === undefined) continue;
    spans.push({ fromH, toH: e.atH });
    since.delete(e.itemId);
  }
  return [...spans, ...[...since.values()].map((fromH) => ({ fromH, toH: props.day.run.hours }))];
});
const spans: Plugin<'line'> = {
  id: 'spans',
  beforeDatasetsDraw({ ctx, chartArea: { top, bottom }, scales }) {
    const x = scales['x']!;
    const fill = (list: readonly Span[], colour: string, y: number, height: number) => {
      ctx.fillStyle = colour;
      for (const { fromH, toH } of list) {
        const from = x.getPixelForValue(fromH);
        ctx.fillRect(from, y, x.getPixelForValue(toH) - from, height);
      }
    };
    ctx.save();
    fill(breaks.value, colours.value.line, top, bottom - top);
    fill(dark.value, colours.value.blossom, top, 4);
    ctx.restore();
  },
};
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
        max: props.day.run.hours,
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
  <div>
    <div :class="over ? 'h-72' : 'h-52'">
      <Line
        :data="data"
        :options="options"
        :plugins="[spans]"
        role="img"
        aria-label="Charge of each cell over the day"
      />
    </div>
    <p class="text-faint text-xs">
      Shaded: mains at hand.<template v-if="dark.length > 0">
        The bar at the top: something is dark.</template
      ><template v-if="over"> Thin dots: {{ over.label }}.</template>
    </p>
  </div>
</template>
