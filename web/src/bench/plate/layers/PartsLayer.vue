<script setup lang="ts">
import { listCarriers, type Silhouette } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../../desk/benchStore';
import { linePath, outlinePath } from '../../../shared/path';
import { usePlate } from '../plateContext';

/** The parts themselves: ink outlines, paper tints, the chosen one stronger. */
const emit = defineEmits<{
  grab: [event: PointerEvent, itemId: string, solidId: string | undefined];
}>();
const bench = useBench();
const { page, plate, toPage, items } = usePlate();

/** Paths of what has not moved since the frame was set are not made again. */
const kept = computed(() => {
  void page.value;
  return new WeakMap<Silhouette, string>();
});

function pathOf(seen: Silhouette): string {
  let d = kept.value.get(seen);
  if (d === undefined) {
    d = outlinePath(seen, toPage, page.value.pxPerMm);
    kept.value.set(seen, d);
  }
  return d;
}

const runs = computed(() =>
  plate.value.runs.map((run) => ({
    itemId: run.itemId,
    solids: run.solids.map(({ solid, seen }) => ({
      d: pathOf(seen),
      id: solid.id,
      surface: solid.surface ?? 'plastic',
      edges: seen.edges.map((edge) => linePath(edge, toPage)),
    })),
  })),
);

/** What is not owned yet, whether its price is known or not. */
const wished = computed(
  () => new Set([...items.value.values()].flatMap((p) => (p.item.owned ? [] : [p.item.id]))),
);
/** Parts whose outermost contour is drawn strong: the one chosen. */
function contour(itemId: string): string {
  return itemId === bench.selected ? 'var(--color-leaf)' : 'var(--color-ink)';
}

const stopped = computed(
  () =>
    new Set(
      [...bench.findingsByItem]
        .filter(([, list]) => list.some((f) => f.weight === 'stops'))
        .map(([id]) => id),
    ),
);

function tint(itemId: string, surface: string): string {
  if (bench.question === 'spend') {
    return wished.value.has(itemId) ? 'var(--color-blossom-tint)' : 'var(--color-sheet)';
  }
  if (bench.question === 'fit' && stopped.value.has(itemId)) return 'var(--color-tomato-tint)';
  return `var(--color-${surface})`;
}

const grained = ['rubber', 'wood', 'cloth'];

function isSliding(itemId: string): boolean {
  return (
    !bench.readOnly &&
    (items.value.get(itemId)?.carriedBy?.slide !== undefined ||
      listCarriers(bench.report!.assembly, itemId, undefined).length > 0)
  );
}

function solidAt(event: PointerEvent): string | undefined {
  return (event.target as Element).getAttribute('data-solid') ?? undefined;
}
</script>

<template>
  <g
    v-for="(run, i) in runs"
    :key="i"
    v-memo="[
      run.itemId,
      run.solids.map((solid) => solid.d).join(),
      run.itemId === bench.selected,
      stopped.has(run.itemId),
      bench.question,
      wished.has(run.itemId),
      isSliding(run.itemId),
      page,
    ]"
    data-layer="part"
    :data-item="run.itemId"
    :class="isSliding(run.itemId) ? 'cursor-grab touch-none' : 'cursor-pointer'"
    @pointerdown="emit('grab', $event, run.itemId, solidAt($event))"
  >
    <path
      v-for="(solid, k) in run.solids"
      :key="`c${k}`"
      :d="solid.d"
      fill="none"
      :stroke="contour(run.itemId)"
      :stroke-width="run.itemId === bench.selected ? 4.4 : 2.6"
      stroke-linejoin="round"
    />
    <template v-for="(solid, k) in run.solids" :key="`f${k}`">
      <path
        :d="solid.d"
        :data-solid="solid.id"
        fill-rule="evenodd"
        :style="{ fill: tint(run.itemId, solid.surface) }"
        class="stroke-ink"
        stroke-width="0.55"
        stroke-linejoin="round"
      />
      <path
        v-if="grained.includes(solid.surface)"
        :d="solid.d"
        :fill="`url(#grain-${solid.surface})`"
        pointer-events="none"
      />
      <path
        v-for="(edge, e) in solid.edges"
        :key="e"
        :d="edge"
        fill="none"
        class="stroke-ink"
        stroke-width="0.5"
      />
    </template>
  </g>
</template>
