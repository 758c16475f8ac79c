<script setup lang="ts">
import type { ViewName } from '@zucchini/core';
import { useBench } from '../../desk/benchStore';
import { viewWords } from '../../draw/viewWords';

/** A small plan of the camera from above, lens up: where the viewer stands, and where one could stand. */
const bench = useBench();

const stands: readonly { readonly view: ViewName; readonly x: number; readonly y: number }[] = [
  { view: 'near', x: 14, y: 46 },
  { view: 'front', x: 48, y: 11 },
  { view: 'far', x: 82, y: 46 },
  { view: 'back', x: 48, y: 81 },
];
</script>

<template>
  <div class="flex items-end gap-1" role="group" aria-label="Where you stand">
    <svg viewBox="0 0 96 92" width="96" height="92" class="shrink-0">
      <circle cx="48" cy="46" r="35" fill="none" class="stroke-line" stroke-dasharray="2 3" />
      <path d="M34 44h28v16H34z M41 26h14v18H41z" class="fill-shade stroke-ink" stroke-width="1" />
      <path d="M56 40h6v4h-6z" class="fill-ink" />
      <g
        v-for="s in stands"
        :key="s.view"
        role="button"
        tabindex="0"
        class="cursor-pointer"
        :aria-label="viewWords[s.view]"
        :aria-pressed="bench.view === s.view"
        :transform="`translate(${s.x} ${s.y})`"
        @click="bench.view = s.view"
        @keydown.enter.prevent="bench.view = s.view"
        @keydown.space.prevent="bench.view = s.view"
      >
        <title>{{ viewWords[s.view] }}</title>
        <circle r="12" fill="transparent" />
        <circle
          r="6.5"
          :class="bench.view === s.view ? 'fill-leaf stroke-leaf' : 'fill-sheet stroke-ink'"
          stroke-width="1.2"
        />
        <path
          v-if="bench.view === s.view"
          :d="`M${(48 - s.x) * 0.33} ${(46 - s.y) * 0.33}L${(48 - s.x) * 0.52} ${(46 - s.y) * 0.52}`"
          class="stroke-leaf"
          stroke-width="2"
        />
      </g>
    </svg>
    <div class="flex flex-col gap-1 pb-1">
      <button
        v-for="v in ['top', 'under'] as const"
        :key="v"
        type="button"
        class="rounded-sm border px-2 py-0.5 text-xs"
        :class="
          bench.view === v
            ? 'border-leaf bg-leaf text-on-leaf'
            : 'border-ink/40 bg-sheet hover:bg-shade'
        "
        :aria-pressed="bench.view === v"
        @click="bench.view = v"
      >
        {{ viewWords[v] }}
      </button>
    </div>
  </div>
</template>
