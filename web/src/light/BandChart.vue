<script setup lang="ts">
import {
  brightnessTable,
  sayEv,
  sayStops,
  type Exposing,
  type Gap,
  type Light,
} from '@zucchini/core';
import { computed } from 'vue';

/** Scene brightness from left to right: the brief's scenes above, below them what each way of filtering holds. */
const props = defineProps<{
  light: Light;
  exposing: Exposing;
  /** Rows below the scenes, each with what it holds. */
  rows: readonly {
    readonly key: string;
    readonly name: string;
    readonly held: readonly { readonly from: number; readonly to: number }[];
    readonly note?: string;
    readonly lead?: boolean;
  }[];
}>();

/** From whole EV to whole EV, a little beyond all that is shown; at least from 2 to 16. */
const range = computed(() => {
  const all = [
    ...props.light.scenes.flatMap((s) => [s.from, s.to]),
    ...props.exposing.held.flatMap((h) => [h.from, h.to]),
  ];
  const low = Math.max(-6, Math.floor(Math.min(2, ...all)) - 1);
  const high = Math.min(20, Math.ceil(Math.max(16, ...all)) + 1);
  return { low, high };
});
const at = (ev: number) => {
  const { low, high } = range.value;
  return Math.min(100, Math.max(0, ((ev - low) / (high - low)) * 100));
};
const bar = (from: number, to: number) => ({
  left: `${at(from)}%`,
  width: `${Math.max(0.6, at(to) - at(from))}%`,
});
const ticks = computed(() => {
  const { low, high } = range.value;
  const every = high - low > 14 ? 4 : 2;
  return Array.from({ length: high - low + 1 }, (_, i) => low + i).filter((ev) => ev % every === 0);
});
const sayGap = (gap: Gap) => `${sayStops(gap.stops)} short`;
const gapsOf = (name: string | undefined) =>
  props.exposing.gaps.filter((g) => g.scene.name === name);
const nearest = (ev: number) =>
  [...brightnessTable].sort((a, b) => Math.abs(a.ev - ev) - Math.abs(b.ev - ev))[0]!.what;
const sayScene = (s: Light['scenes'][number]) =>
  s.from === s.to ? sayEv(s.from) : `${sayEv(s.from)} – ${sayEv(s.to).replace('EV ', '')}`;
</script>

<template>
  <div class="text-xs">
    <div class="relative mt-1 h-4 tabular-nums" aria-hidden="true">
      <span
        v-for="ev in ticks"
        :key="ev"
        class="text-faint absolute -translate-x-1/2 text-[0.65rem] whitespace-nowrap"
        :style="{ left: `${at(ev)}%` }"
        :title="nearest(ev)"
        >{{ ev === ticks.at(-1) ? `EV ${ev}` : ev }}</span
      >
    </div>
    <div class="relative">
      <span
        v-for="ev in ticks"
        :key="ev"
        class="bg-line/70 absolute inset-y-0 w-px"
        :style="{ left: `${at(ev)}%` }"
        aria-hidden="true"
      />
      <ul class="relative" aria-label="Scenes, and where they are not held">
        <li v-for="(s, i) in light.scenes" :key="i" class="py-0.5">
          <span class="flex justify-between gap-2">
            <span
              class="bg-sheet truncate pr-1"
              :title="`about ${nearest(s.to)} at its brightest`"
              >{{ s.name ?? 'Your brief' }}</span
            >
            <span class="bg-sheet shrink-0 pl-1 whitespace-nowrap tabular-nums">
              <template v-if="gapsOf(s.name).length > 0">
                <span class="text-blossom font-medium">{{
                  gapsOf(s.name).map(sayGap).join(', ')
                }}</span>
                ·
              </template>
              <span class="text-faint">{{ sayScene(s) }}</span>
            </span>
          </span>
          <span class="relative block h-2" aria-hidden="true">
            <span class="bg-ink/30 absolute inset-y-0.5 rounded-full" :style="bar(s.from, s.to)" />
            <span
              v-for="(g, k) in gapsOf(s.name)"
              :key="k"
              class="hatched border-blossom absolute inset-y-0 border"
              :style="bar(g.from, g.to)"
            />
          </span>
        </li>
      </ul>
      <p v-if="light.scenes.length > 0" class="text-faint bg-sheet relative mt-2 w-fit pr-1">
        held with
      </p>
      <ul class="relative" aria-label="What is held, by what is before the lens">
        <li v-for="row in rows" :key="row.key" class="py-0.5">
          <span class="flex justify-between gap-2">
            <span class="bg-sheet truncate pr-1" :class="{ 'font-medium': row.lead }">{{
              row.name
            }}</span>
            <span class="text-faint bg-sheet shrink-0 pl-1 whitespace-nowrap tabular-nums">{{
              row.held
                .map((h) => `${sayEv(h.from)} – ${sayEv(h.to).replace('EV ', '')}`)
                .join(', ') || 'nothing'
            }}</span>
          </span>
          <span class="relative block h-1.5" aria-hidden="true">
            <span
              v-for="(h, k) in row.held"
              :key="k"
              class="absolute inset-y-0"
              :class="row.lead ? 'bg-leaf' : 'bg-leaf/50'"
              :style="bar(h.from, h.to)"
            />
          </span>
          <span v-if="row.note" class="text-faint bg-sheet pr-1">{{ row.note }}</span>
        </li>
      </ul>
    </div>
  </div>
</template>

<style scoped>
.hatched {
  background: repeating-linear-gradient(
    45deg,
    var(--color-blossom-fill) 0 3px,
    var(--color-sheet) 3px 6px
  );
}
</style>
