<script setup lang="ts">
import {
  judgeNeed,
  listIdle,
  nameNeed,
  needMarks,
  needNames,
  sayNeed,
  Serves,
  type Need,
  type NeedState,
} from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../desk/benchStore';
import WeightMark from '../../shared/WeightMark.vue';
import PanelFrame from './PanelFrame.vue';

/** What the job asks of the rig, need by need: what body and lens bring, what is short, who serves it; from a need to a part. */
const bench = useBench();
const weights = { must: '', should: 'should be', nice: 'nice to have' } as const;
const name = (id: string) => bench.names!.item(id);

const needs = computed(() => bench.report!.needs());
const groups: readonly (readonly [title: string, states: readonly NeedState[]])[] = [
  ['Still short', ['short', 'at-home']],
  ['Nobody says', ['unknown']],
  ['Served by a part', ['served', 'twice']],
  ['There already', ['there']],
];
const grouped = computed(() =>
  groups
    .map(([title, states]) => ({
      title,
      needs: needs.value.filter((n) => states.includes(judgeNeed(n))),
    }))
    .filter((g) => g.needs.length > 0),
);
/** Everything else that a part can serve, and that the brief does not ask for. */
const others = computed(() => {
  const asked = new Set<string>(needs.value.map((n) => n.id));
  return Serves.shape.need.options.filter((need) => need !== 'picture' && !asked.has(need));
});
const idle = computed(() => listIdle(bench.report!, needs.value));
const scenesOf = (need: Need) =>
  need.scenes.length > 1 ? `in ${need.scenes.length} scenes` : (need.scenes[0] ?? '');
</script>

<template>
  <PanelFrame over="By need" title="What must the rig supply?" back @back="bench.select(undefined)">
    <p class="mt-1 text-xs">
      <RouterLink class="text-leaf underline" :to="{ name: 'brief', params: { id: bench.rig!.id } }"
        >The brief</RouterLink
      >
      <span class="text-faint"> says what the job asks; the camera and the lens come first.</span>
    </p>
    <p v-if="needs.length === 0" class="text-faint mt-3 text-sm">
      The brief asks for nothing yet. Say what is shot and how, and what is short stands here.
    </p>
    <section v-for="g in grouped" :key="g.title" class="mt-4">
      <h3 class="font-serif text-base">{{ g.title }}</h3>
      <ul class="mt-1">
        <li v-for="n in g.needs" :key="n.id">
          <button
            type="button"
            class="hover:bg-shade rule block w-full px-1 py-1.5 text-left"
            @click="bench.askNeed(n.id)"
          >
            <span class="flex items-baseline justify-between gap-2">
              <span class="font-serif">{{ nameNeed(n) }}</span>
              <span class="text-faint flex shrink-0 items-center gap-1.5 text-xs">
                {{ [weights[n.weight], scenesOf(n)].filter(Boolean).join(' · ') }}
                <WeightMark :weight="needMarks[judgeNeed(n)]" wordless />
              </span>
            </span>
            <span
              class="block text-xs tabular-nums"
              :class="needMarks[judgeNeed(n)] === 'risk' ? 'text-blossom' : 'text-faint'"
              >{{ sayNeed(n, name) }}</span
            >
          </button>
        </li>
      </ul>
    </section>
    <section v-if="idle.length > 0" class="mt-4">
      <h3 class="font-serif text-base">Serves no need of this brief</h3>
      <ul class="mt-1 text-xs">
        <li v-for="p in idle" :key="p.item.id" class="rule py-1">
          <button type="button" class="hover:underline" @click="bench.select(p.item.id)">
            {{ name(p.item.id) }}
          </button>
        </li>
      </ul>
    </section>
    <details class="mt-4" :open="needs.length === 0">
      <summary class="font-serif text-base">Not asked for</summary>
      <ul>
        <li v-for="need in others" :key="need">
          <button
            type="button"
            class="hover:bg-shade rule block w-full px-1 py-1.5 text-left font-serif"
            @click="bench.askNeed(need)"
          >
            {{ needNames[need] }}
          </button>
        </li>
      </ul>
    </details>
  </PanelFrame>
</template>
