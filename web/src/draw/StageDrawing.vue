<script setup lang="ts">
import { drawRig, type Assembly, type Point2, type ViewName } from '@zucchini/core';
import { computed } from 'vue';
import { outlinePath, linePath } from '../shared/path';

/**
 * A setup from one side while it is being put together: what stands in quiet lines, what comes in ink or green, what goes as
 * a dashed outline. `frame` is the window of the page in mm of the view, so that several steps stand still beside each other.
 */
const props = defineProps<{
  assembly: Assembly;
  view: ViewName;
  frame: { readonly lowMm: Point2; readonly highMm: Point2 };
  fresh?: ReadonlySet<string>;
  ghost?: ReadonlySet<string>;
  /** Straight strokes from place to place, in mm of the view: leads that are plugged or drawn. */
  strokes?: readonly { readonly from: Point2; readonly to: Point2; readonly ghost: boolean }[];
  /** On paper, what comes is in ink; on the screen it is green. */
  paper?: boolean;
}>();

const toPage = (x: number, y: number): readonly [number, number] => [x, -y];
const runs = computed(() => drawRig(props.assembly, props.view).runs);
const stateOf = (itemId: string) =>
  props.ghost?.has(itemId) ? 'ghost' : props.fresh?.has(itemId) ? 'fresh' : 'there';
const padMm = 8;
const viewBox = computed(() => {
  const { lowMm: low, highMm: high } = props.frame;
  const [w, h] = [high[0] - low[0] + 2 * padMm, high[1] - low[1] + 2 * padMm];
  return `${low[0] - padMm} ${-high[1] - padMm} ${w} ${h}`;
});
const fill = (state: string, surface: string) =>
  state === 'ghost'
    ? props.paper
      ? 'none'
      : 'var(--color-tomato-tint)'
    : state === 'fresh' && !props.paper
      ? 'var(--color-leaf-tint)'
      : props.paper
        ? 'var(--color-sheet)'
        : `var(--color-${surface})`;
</script>

<template>
  <svg :viewBox="viewBox" class="h-full w-full" role="img">
    <g
      v-for="(run, i) in runs"
      :key="i"
      :data-item="run.itemId"
      :data-state="stateOf(run.itemId)"
      :class="
        stateOf(run.itemId) === 'fresh'
          ? paper
            ? 'stroke-ink'
            : 'stroke-leaf'
          : stateOf(run.itemId) === 'ghost'
            ? 'stroke-tomato'
            : 'stroke-faint'
      "
      :stroke-dasharray="stateOf(run.itemId) === 'ghost' ? '4 3' : undefined"
      :stroke-width="stateOf(run.itemId) === 'fresh' ? 1.8 : 0.7"
      stroke-linejoin="round"
    >
      <template v-for="(d, k) in run.solids" :key="k">
        <path
          :d="outlinePath(d.seen, toPage, 1)"
          vector-effect="non-scaling-stroke"
          fill-rule="evenodd"
          :style="{ fill: fill(stateOf(run.itemId), d.solid.surface ?? 'plastic') }"
        />
        <path
          v-for="(edge, e) in d.seen.edges"
          :key="`e${e}`"
          :d="linePath(edge, toPage)"
          vector-effect="non-scaling-stroke"
          stroke-width="0.5"
          fill="none"
        />
      </template>
    </g>
    <g v-for="(s, i) in strokes" :key="`s${i}`" :data-state="s.ghost ? 'ghost' : 'fresh'">
      <path
        :d="linePath([s.from, s.to], toPage)"
        vector-effect="non-scaling-stroke"
        :class="s.ghost ? 'stroke-tomato' : paper ? 'stroke-ink' : 'stroke-leaf'"
        :stroke-dasharray="s.ghost ? '4 3' : undefined"
        stroke-width="2"
        fill="none"
      />
      <circle
        v-for="(p, k) in [s.from, s.to]"
        :key="k"
        :cx="p[0]"
        :cy="-p[1]"
        r="2.2"
        :class="s.ghost ? 'fill-tomato' : paper ? 'fill-ink' : 'fill-leaf'"
      />
    </g>
  </svg>
</template>
