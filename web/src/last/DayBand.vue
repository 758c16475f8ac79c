<script setup lang="ts">
import {
  listDarkSpans,
  measureStates,
  sayDayHour,
  sayHours,
  sayNumber,
  type Last,
} from '@zucchini/core';
import { computed } from 'vue';

/** The day as a band: its stretches by their hours, and below it when each device is lit. */
const props = defineProps<{ last: Last; nameOf: (itemId: string) => string }>();

const share = (hours: number) => `${(hours / props.last.plan.hours) * 100}%`;
const stretches = computed(() => props.last.plan.parts);
const devices = computed(() => {
  const { network, worst, plan, dark } = props.last;
  // What is only dark where a figure that is not known is at its worst is no red line.
  const open = new Set(dark.filter((d) => d.perhaps).map((d) => d.itemId));
  const fed = new Set(dark.map((d) => d.itemId));
  return [...network.takers]
    .filter(([, { placed }]) => (measureStates(placed.part)?.recordW.high ?? 0) > 0)
    .map(([id]) => {
      const spans = listDarkSpans(worst, id);
      const [first] = spans;
      const isOpen = open.has(id);
      return {
        id,
        // Of a day that nobody has spoken of nothing is judged; what nothing feeds is told under Fit.
        tint: (spans.length === 0 || plan.from === 'none' || !fed.has(id)
          ? 'plain'
          : isOpen
            ? 'open'
            : 'dark') as keyof typeof tints,
        name: props.nameOf(id),
        spans,
        says: first
          ? !fed.has(id)
            ? 'nothing feeds it: see Fit'
            : `${isOpen ? 'may be dark' : 'dark'} from ${sayDayHour(plan, first.fromH)}${sayRest(spans)}`
          : 'lit throughout',
      };
    });
});
/** How far the first of the dark spans reaches, or, where it is not the only one, how much is dark in all. */
const sayRest = (spans: ReturnType<typeof listDarkSpans>) => {
  if (spans.length > 1)
    return `, ${sayHours(spans.reduce((h, s) => h + s.toH - s.fromH, 0))} in all`;
  const [only] = spans;
  return only && only.toH < props.last.plan.hours - 1e-9
    ? ` to ${sayDayHour(props.last.plan, only.toH)}`
    : '';
};
const tints = { plain: 'text-faint', open: 'text-blossom', dark: 'text-tomato' } as const;
const borders = { plain: 'border-ink/40', open: 'border-blossom', dark: 'border-tomato' } as const;
const sayStretch = (s: (typeof stretches.value)[number]) =>
  `${s.name}, ${sayHours(s.hours)}, ${
    s.record + s.idle > 0
      ? `records ${sayNumber(s.record * 100)} %, waits ${sayNumber(s.idle * 100)} %`
      : 'all off'
  }, ${sayNumber(s.temperatureC)} °C${s.mains ? ', mains at hand' : ''}`;
</script>

<template>
  <div class="mt-2">
    <ol
      class="border-ink/40 flex h-9 border text-[0.65rem]"
      aria-label="The day, from left to right"
    >
      <li
        v-for="(s, i) in stretches"
        :key="i"
        class="border-ink/40 relative min-w-0 border-r last:border-r-0"
        :style="{ width: share(s.hours) }"
        :title="sayStretch(s)"
      >
        <span
          class="bg-leaf-tint absolute inset-x-0 bottom-0"
          :style="{ height: `${(s.record + s.idle) * 100}%` }"
          aria-hidden="true"
        />
        <span
          class="bg-leaf/40 absolute inset-x-0 bottom-0"
          :style="{ height: `${s.record * 100}%` }"
          aria-hidden="true"
        />
        <span class="relative block truncate px-1 leading-4" aria-hidden="true">{{ s.name }}</span>
        <span class="relative block truncate px-1 leading-4 tabular-nums" aria-hidden="true"
          >{{ sayHours(s.hours) }}{{ s.mains ? ' · mains' : '' }}</span
        >
        <span class="sr-only">{{ sayStretch(s) }}</span>
      </li>
    </ol>
    <ul class="mt-1 text-xs" aria-label="When each device is lit">
      <li v-for="d in devices" :key="d.id" class="mt-1.5">
        <span class="flex justify-between gap-2">
          <span class="truncate">{{ d.name }}</span>
          <span class="shrink-0 whitespace-nowrap tabular-nums" :class="tints[d.tint]">{{
            d.says
          }}</span>
        </span>
        <span class="bg-leaf relative mt-0.5 block h-1" aria-hidden="true">
          <span
            v-for="(span, i) in d.spans"
            :key="i"
            class="bg-sheet absolute inset-y-0 border-t-2 border-dotted"
            :class="borders[d.tint]"
            :style="{ left: share(span.fromH), width: share(span.toH - span.fromH) }"
          />
        </span>
      </li>
    </ul>
    <p class="text-faint mt-1 text-[0.65rem]" aria-hidden="true">
      darker: records · lighter: on and waits · dotted: dark
    </p>
  </div>
</template>
