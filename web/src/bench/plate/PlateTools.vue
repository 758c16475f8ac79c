<script setup lang="ts">
import { toSvg, sayHold, viewNames } from '@zucchini/core';
import { ref } from 'vue';
import { useBench } from '../../desk/benchStore';
import { saveText } from '../../shared/saveText';
import { viewWords } from '../../draw/viewWords';
import { useLeadCurves } from '../useLeadCurves';

/** What the drawing shows, and the drawing as a file. */
const bench = useBench();
const open = ref(false);
const curves = useLeadCurves();

const toggles = [
  { id: 'sizes', word: 'sizes', key: 'D' },
  { id: 'spaces', word: 'keep clear', key: 'K' },
  { id: 'solid', word: 'solid', key: 'S' },
  { id: 'wiring', word: 'wiring', key: 'G' },
] as const;

function toggle(id: (typeof toggles)[number]['id']): void {
  bench.shown = { ...bench.shown, [id]: !bench.shown[id] };
}

function save(scale: number, all: boolean): void {
  const views = all ? viewNames : [bench.view];
  for (const view of views) {
    const caption = `${bench.rig!.name} · ${sayHold(bench.setup!.hold)} · ${viewWords[view]} · ${scale === 1 ? '1 : 1' : `1 : ${1 / scale}`}`;
    const svg = toSvg(bench.report!.assembly, view, {
      scale,
      caption,
      leads: curves.value,
    });
    const name = bench.rig!.name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase();
    saveText(`${name}-${view}-1-${1 / scale}.svg`, svg, 'image/svg+xml');
  }
  open.value = false;
}
</script>

<template>
  <div class="absolute top-2 left-16 flex items-center gap-1 text-xs">
    <button
      v-for="t in toggles"
      :key="t.id"
      type="button"
      class="rounded-sm border px-2 py-0.5"
      :class="
        bench.shown[t.id]
          ? 'border-leaf bg-leaf text-on-leaf'
          : 'border-ink/40 bg-sheet hover:bg-shade'
      "
      :aria-pressed="bench.shown[t.id]"
      :title="`${t.word} (key ${t.key})`"
      @click="toggle(t.id)"
    >
      {{ t.word }}
    </button>
    <div class="relative">
      <button
        type="button"
        class="border-ink/40 bg-sheet hover:bg-shade rounded-sm border px-2 py-0.5"
        :aria-expanded="open"
        @click="open = !open"
        @keydown.escape.stop="open = false"
      >
        as SVG …
      </button>
      <div
        v-if="open"
        class="border-ink/40 bg-sheet absolute top-7 left-0 z-10 w-48 border p-1 shadow-sm"
        @keydown.escape.stop="open = false"
      >
        <button
          v-for="o in [
            { label: 'this side, 1 : 1', scale: 1, all: false },
            { label: 'this side, 1 : 2', scale: 0.5, all: false },
            { label: 'this side, 1 : 4', scale: 0.25, all: false },
            { label: 'all six sides, 1 : 1', scale: 1, all: true },
            { label: 'all six sides, 1 : 2', scale: 0.5, all: true },
          ]"
          :key="o.label"
          type="button"
          class="hover:bg-shade block w-full px-2 py-1 text-left"
          @click="save(o.scale, o.all)"
        >
          {{ o.label }}
        </button>
      </div>
    </div>
  </div>
</template>
