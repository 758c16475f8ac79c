<script setup lang="ts">
import { findGlass, readGlass, sayMm, sayStops, type StandingGlass } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../desk/benchStore';

/** What stands before the lens, in section: from the lens on the left outward. */
const bench = useBench();
const light = computed(() => bench.report!.light);
const stack = computed(() => light.value.stack!);
const name = (id: string) => bench.names!.item(id);
const lens = computed(() => light.value.lenses.find((l) => l.onRig));

const reach = computed(() => Math.max(10, ...stack.value.standing.map((s) => s.toMm)));
const marginMm = 14;
const scaleTo = (mm: number) =>
  ((Math.max(-marginMm, mm) + marginMm) / (reach.value + marginMm + 4)) * 300;

const says = (s: StandingGlass): string => {
  const glass = findGlass(s.placed.part);
  if (!glass) return s.is === 'ring' ? 'step ring' : 'matte box';
  const read = readGlass(glass, light.value.evenAt({ angles: lens.value?.angles }));
  const takes = read.stops
    ?.map(({ from, to }) =>
      from === to ? sayStops(from) : `${sayStops(from).replace(/ stops?$/u, '')} – ${sayStops(to)}`,
    )
    .join(', ');
  return [
    takes ?? 'nobody says what it takes',
    ...(read.turned ? ['turned'] : []),
    ...(glass.does === 'graduated' ? ['has a right way up'] : []),
    ...(read.turned && glass.hardStops === false ? ['no stops at its ends'] : []),
  ].join(' · ');
};
const isCut = (id: string) =>
  stack.value.faults.some((f) => f.ids.some((i) => i === id)) || stack.value.unknown.includes(id);
</script>

<template>
  <section class="mt-5">
    <h3 class="font-serif text-base">Before the lens</h3>
    <svg
      class="mt-1 w-full"
      viewBox="0 0 300 60"
      role="img"
      aria-label="The stack in section, the lens on the left"
    >
      <rect
        x="0"
        y="8"
        :width="scaleTo(0)"
        height="44"
        fill="var(--color-metal)"
        stroke="var(--color-ink)"
        stroke-width="0.8"
      />
      <template v-for="s in stack.standing" :key="s.placed.item.id">
        <g v-if="s.is === 'box'" fill="none" stroke="var(--color-ink)" stroke-width="1">
          <path
            :d="`M${scaleTo(s.fromMm)} 14 V2 H${scaleTo(s.toMm)} M${scaleTo(s.fromMm)} 46 V58 H${scaleTo(s.toMm)}`"
          />
        </g>
        <g v-else>
          <rect
            v-for="y in [8, 46]"
            :key="y"
            :x="scaleTo(s.fromMm)"
            :y="y"
            :width="Math.max(1.5, scaleTo(s.toMm) - scaleTo(s.fromMm))"
            height="6"
            :fill="isCut(s.placed.item.id) ? 'var(--color-blossom-tint)' : 'var(--color-metal)'"
            :stroke="isCut(s.placed.item.id) ? 'var(--color-blossom)' : 'var(--color-ink)'"
            stroke-width="0.8"
          />
          <line
            v-if="s.is === 'glass'"
            :x1="(scaleTo(s.fromMm) + scaleTo(s.toMm)) / 2"
            :x2="(scaleTo(s.fromMm) + scaleTo(s.toMm)) / 2"
            y1="12"
            y2="48"
            stroke="var(--color-leaf)"
            stroke-width="2"
          />
        </g>
      </template>
      <line
        x1="0"
        x2="300"
        y1="30"
        y2="30"
        stroke="var(--color-faint)"
        stroke-width="0.5"
        stroke-dasharray="6 2 1 2"
      />
    </svg>
    <ol class="text-xs" aria-label="From the lens outward">
      <li
        v-for="s in stack.standing"
        :key="s.placed.item.id"
        class="rule flex justify-between gap-2 py-1"
      >
        <button
          type="button"
          class="min-w-0 truncate text-left hover:underline"
          @click="bench.select(s.placed.item.id)"
        >
          {{ name(s.placed.item.id) }}
          <span class="text-faint block truncate">{{ says(s) }}</span>
        </button>
        <span class="text-faint shrink-0 tabular-nums">{{ sayMm(Math.round(s.toMm)) }} ahead</span>
      </li>
    </ol>
  </section>
</template>
