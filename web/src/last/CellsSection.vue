<script setup lang="ts">
import {
  createNames,
  measureLast,
  measureSetupLast,
  sayDayEvent,
  sayDayHour,
  sayHours,
  sayNumber,
  tryEdit,
} from '@zucchini/core';
import { computed, defineAsyncComponent, ref } from 'vue';
import { useBench } from '../desk/benchStore';
import ChoiceField from '../form/ChoiceField.vue';
import AppButton from '../shared/AppButton.vue';
import type { WayOver } from './PoweringSection.vue';
import { tellsWords } from './words';

/** How many cells the day takes, what one more or fewer would do, and their charge over the day. */
const ChargeChart = defineAsyncComponent(() => import('./ChargeChart.vue'));
const props = defineProps<{ ways: readonly WayOver[] }>();
const bench = useBench();
const last = computed(() => bench.report!.last);
const name = (id: string) => bench.names!.item(id);
const charted = ref(false);
const cells = computed(() => last.value.cells());
const changes = computed(() => last.value.changes());

const sayDark = (atH: number | 'never') =>
  atH === 'never'
    ? 'all stays lit'
    : atH === 0
      ? 'dark from the start'
      : `dark from ${sayDayHour(last.value.plan, atH)}`;
const lines = computed(() =>
  last.value.plan.from === 'none'
    ? []
    : changes.value.cells.flatMap((c) => [
        ...(c.lessDarkAtH === undefined
          ? []
          : [{ what: `One ${c.part.name} fewer`, then: sayDark(c.lessDarkAtH) }]),
        ...(last.value.first
          ? [{ what: `One ${c.part.name} more`, then: sayDark(c.moreDarkAtH) }]
          : []),
      ]),
);
/** More batteries, fewer swaps: as many as the kit has and each number beyond at which there are fewer. */
const trades = computed(() =>
  last.value.plan.from === 'none'
    ? []
    : last.value.trades().map(({ part, more, swaps }) => {
        const owned = bench.rig!.kit.filter((i) => i.partId === part.id).length;
        return {
          what: `${owned + more} × ${part.name}`,
          then: `${swaps} ${swaps === 1 ? 'swap' : 'swaps'}`,
        };
      }),
);
const events = computed(() =>
  last.value.worst.events.map((e) => ({
    at: sayDayHour(last.value.plan, e.atH),
    says: sayDayEvent(e, bench.names!),
  })),
);

const over = ref('');
const overs = computed(() => [
  ...bench
    .rig!.setups.filter((s) => s.id !== bench.setupId)
    .map((s) => [`setup ${s.id}`, s.name] as const),
  ...props.ways.map((w) => [`way ${w.way}`, w.name] as const),
]);
/** Another setup, or another way of powering this one, run through the same day. */
const laidOver = computed(() => {
  const option = overs.value.find(([key]) => key === over.value);
  if (!option) return undefined;
  const [key, label] = option;
  const { assembly, brief } = bench.report!;
  if (key.startsWith('setup ')) {
    const { worst } = measureSetupLast(bench.rig!, key.slice(6), bench.parts);
    return { run: worst, label, nameOf: name };
  }
  const way = props.ways.find((w) => `way ${w.way}` === key)!;
  // What the way would bring in is known by what was offered.
  const then = tryEdit(assembly, way.edit, bench.named);
  const names = createNames(then, bench.named);
  const { worst } = measureLast(then, bench.named, brief);
  return { run: worst, label, nameOf: (id: string) => names.item(id) };
});

/** The charge of each cell where a stretch ends, for those who read figures. */
const table = computed(() => {
  const { worst, plan } = last.value;
  let atH = 0;
  const ends = [0, ...plan.parts.map((p) => (atH += p.hours))];
  const used = [...worst.charge].filter(([, points]) => points.some((p) => p.wh > 0));
  const at = (points: readonly { atH: number; wh: number }[], h: number) => {
    const after = points.findIndex((p) => p.atH >= h - 1e-9);
    const [a, b] = [points[after - 1], points[after]];
    if (!b) return points.at(-1)!.wh;
    if (!a || b.atH - h < 1e-9) return points.filter((p) => p.atH <= h + 1e-9).at(-1)?.wh ?? b.wh;
    return a.wh + ((b.wh - a.wh) * (h - a.atH)) / (b.atH - a.atH);
  };
  return {
    head: used.map(([id]) => name(id)),
    rows: ends.map((h) => ({
      at: sayDayHour(plan, h),
      wh: used.map(([, points]) => sayNumber(at(points, h), 1)),
    })),
  };
});
</script>

<template>
  <section class="mt-5">
    <div class="flex items-baseline justify-between gap-2">
      <h3 class="font-serif text-base">Cells for the day</h3>
      <AppButton
        v-if="cells.length > 0"
        small
        look="quiet"
        :aria-expanded="charted"
        @click="charted = !charted"
        >{{ charted ? 'Without the chart' : 'Charge over the day' }}</AppButton
      >
    </div>
    <p v-if="cells.length === 0" class="text-faint mt-1 text-xs">
      No battery is on it that could be changed.
    </p>
    <ul v-else class="mt-1 text-xs tabular-nums">
      <li v-for="c in cells" :key="c.store" class="rule flex justify-between gap-2 py-1.5">
        <span
          >{{ c.part.name }}
          <span v-if="c.part.cell?.tells" class="text-faint block">{{
            tellsWords[c.part.cell.tells]
          }}</span></span
        >
        <span class="whitespace-nowrap">{{
          c.enough
            ? `${c.used + c.more}${c.more > 0 ? `, ${c.moreAtLeast < c.more ? 'up to ' : ''}${c.more} more than you have` : ''}`
            : 'no number of them will do'
        }}</span>
      </li>
    </ul>
    <ul v-if="lines.length > 0" class="text-xs tabular-nums" aria-label="What a change would do">
      <li v-for="l in lines" :key="l.what" class="rule flex justify-between gap-2 py-1">
        <span>{{ l.what }}</span><span class="text-right">≈ {{ l.then }}</span>
      </li>
      <li
        v-if="changes.withoutMainsDarkAtH !== undefined"
        class="rule flex justify-between gap-2 py-1"
      >
        <span>Without the first hour of mains</span
        ><span class="text-right">≈ {{ sayDark(changes.withoutMainsDarkAtH) }}</span>
      </li>
    </ul>
    <template v-if="trades.length > 0">
      <p class="text-faint mt-2 text-xs">
        Swaps with more of them, at least {{ sayNumber(last.apartH * 60) }} min apart:
      </p>
      <ul class="text-xs tabular-nums" aria-label="Batteries against swaps">
        <li v-for="t in trades" :key="t.what" class="rule flex justify-between gap-2 py-1">
          <span>{{ t.what }}</span><span class="text-right">{{ t.then }}</span>
        </li>
      </ul>
    </template>
    <template v-if="charted">
      <ChoiceField
        v-if="overs.length > 0"
        v-model="over"
        class="mt-2"
        label="Laid over it"
        small
        :options="[['', 'nothing'], ...overs]"
      />
      <ChargeChart
        class="mt-2"
        :day="{ run: last.worst, nameOf: name }"
        :plan="last.plan"
        :over="laidOver"
      />
      <p v-if="laidOver" class="text-xs" role="status">
        {{ laidOver.label }}:
        {{
          laidOver.run.ranOutAtH.size === 0
            ? `all stays lit for ${sayHours(laidOver.run.hours)}`
            : `first dark from ${sayDayHour(last.plan, Math.min(...laidOver.run.ranOutAtH.values()))}`
        }}.
      </p>
      <details class="mt-1 text-xs">
        <summary class="w-fit py-1 underline decoration-dotted">The same as a table</summary>
        <div class="overflow-x-auto">
          <table class="w-full tabular-nums">
            <thead>
              <tr class="text-faint">
                <th scope="col" class="py-1 text-left font-normal">At</th>
                <th
                  v-for="head in table.head"
                  :key="head"
                  scope="col"
                  class="py-1 pl-2 text-right font-normal"
                >
                  {{ head }}, Wh
                </th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in table.rows" :key="row.at" class="rule">
                <th scope="row" class="py-1 text-left font-normal whitespace-nowrap">
                  {{ row.at }}
                </th>
                <td v-for="(wh, i) in row.wh" :key="i" class="py-1 pl-2 text-right">{{ wh }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </details>
    </template>
    <details v-if="events.length > 0" class="mt-2 text-xs" :open="charted">
      <summary class="w-fit py-1 underline decoration-dotted">
        What happens when ({{ events.length }})
      </summary>
      <ol class="mt-1">
        <li v-for="(e, i) in events" :key="i" class="rule flex gap-2 py-1">
          <span class="w-20 shrink-0 text-right tabular-nums">≈ {{ e.at }}</span>
          <span>{{ e.says }}</span>
        </li>
      </ol>
    </details>
    <p class="text-faint mt-2 text-xs">
      Lithium cells are not charged below 0 °C, and not left alone on a charger; keep them dry.
    </p>
  </section>
</template>
