<script setup lang="ts">
import { needNames, Serves } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../desk/benchStore';
import PanelFrame from './PanelFrame.vue';

/** What the job needs, and whether something on the rig serves it: from a need to a part. */
const bench = useBench();
const weights = { must: 'must', should: 'should', nice: 'nice to have' } as const;

const needs = computed(() => {
  const { assembly, brief } = bench.report!;
  const wishes = new Map((brief.wishes ?? []).map((w) => [w.need, w.weight]));
  return Serves.shape.need.options
    .filter((need) => need !== 'picture')
    .map((need) => ({
      need,
      name: needNames[need],
      weight: wishes.get(need),
      by: assembly.items
        .filter((p) => p.part.serves?.some((s) => s.need === need))
        .map((p) => bench.names!.item(p.item.id)),
    }))
    .sort((a, b) => rank(a.weight) - rank(b.weight));
});

function rank(weight: 'must' | 'should' | 'nice' | undefined): number {
  return weight === undefined ? 3 : ['must', 'should', 'nice'].indexOf(weight);
}
</script>

<template>
  <PanelFrame over="Fit a part" title="For which need?" back @back="bench.select(undefined)">
    <ul class="mt-3">
      <li v-for="n in needs" :key="n.need">
        <button
          type="button"
          class="hover:bg-shade rule block w-full px-1 py-1.5 text-left"
          @click="bench.askNeed(n.need)"
        >
          <span class="flex items-baseline justify-between gap-2">
            <span class="font-serif">{{ n.name }}</span>
            <span v-if="n.weight" class="text-faint text-xs">{{ weights[n.weight] }}</span>
          </span>
          <span class="block text-xs" :class="n.by.length > 0 ? 'text-leaf' : 'text-faint'">{{
            n.by.length > 0 ? `✓ ${n.by.join(', ')}` : 'nothing on the rig yet'
          }}</span>
        </button>
      </li>
    </ul>
  </PanelFrame>
</template>
