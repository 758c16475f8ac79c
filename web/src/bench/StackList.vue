<script setup lang="ts">
import { sayJoint, sayNumber } from '@zucchini/core';
import { computed, nextTick, useTemplateRef } from 'vue';
import WeightMark from '../shared/WeightMark.vue';
import { useBench } from '../desk/benchStore';

/** The rig as people speak of it: from the body outwards, one line a part, with how it is held. */
const bench = useBench();
const list = useTemplateRef('list');

const lines = computed(() =>
  bench.report!.assembly.items.map((placed) => ({
    id: placed.item.id,
    number: placed.number,
    depth: Math.min(placed.depth, 6),
    name: bench.names!.item(placed.item.id),
    held: placed.carriedBy ? sayJoint(placed.carriedBy) : 'the body',
    mass: placed.mass,
    owned: placed.item.owned,
    worst: bench.findingsByItem.get(placed.item.id)?.[0],
  })),
);
const total = computed(() => bench.report!.assembly);
const current = computed(() => bench.selected ?? lines.value[0]?.id);

async function move(step: number): Promise<void> {
  const at = lines.value.findIndex((l) => l.id === current.value);
  const next = lines.value[Math.min(lines.value.length - 1, Math.max(0, at + step))];
  if (!next) return;
  bench.select(next.id);
  await nextTick();
  list.value?.querySelector<HTMLElement>(`[data-item="${CSS.escape(next.id)}"]`)?.focus();
}
</script>

<template>
  <section class="border-line flex min-h-0 flex-col border-r" aria-labelledby="stack-title">
    <header class="flex items-baseline justify-between px-4 pt-3 pb-2">
      <h2 id="stack-title" class="font-serif text-base">The stack</h2>
      <span class="text-faint text-xs tabular-nums">
        {{ lines.length }} {{ lines.length === 1 ? 'part' : 'parts' }} ·
        {{ total.unweighed.length > 0 ? '≥ ' : '' }}{{ sayNumber(total.mass.massG) }}
        <span class="unit">g</span>
      </span>
    </header>
    <ol
      ref="list"
      class="min-h-0 flex-1 overflow-y-auto pb-2"
      aria-label="Parts, from the body outwards"
    >
      <li v-for="line in lines" :key="line.id">
        <button
          type="button"
          class="flex w-full items-start gap-2 border-l-[3px] py-1 pr-3 text-left"
          :class="
            line.id === bench.selected
              ? 'border-leaf bg-leaf-tint'
              : 'hover:bg-shade/70 border-transparent'
          "
          :style="{ paddingLeft: `${0.5 + line.depth * 0.7}rem` }"
          :tabindex="line.id === current ? 0 : -1"
          :aria-current="line.id === bench.selected ? 'true' : undefined"
          :data-item="line.id"
          @click="bench.select(line.id)"
          @keydown.down.prevent.stop="move(1)"
          @keydown.up.prevent.stop="move(-1)"
        >
          <span
            class="text-faint w-5 shrink-0 pt-0.5 text-right font-serif text-xs italic tabular-nums"
            >{{ line.number }}</span
          >
          <span class="min-w-0 flex-1 leading-snug">
            <span class="block font-serif text-[0.94rem]">{{ line.name }}</span>
            <span class="text-faint block text-xs"
              >{{ line.held }}<template v-if="!line.owned"> · to buy</template></span
            >
          </span>
          <span class="flex shrink-0 flex-col items-end text-xs tabular-nums">
            <span v-if="line.mass"
              >{{ sayNumber(line.mass.massG) }} <span class="unit">g</span></span
            >
            <span v-else class="text-blossom" title="Nobody has weighed it">? g</span>
            <WeightMark v-if="line.worst" :weight="line.worst.weight" wordless />
          </span>
        </button>
      </li>
    </ol>
    <footer v-if="!bench.readOnly" class="rule px-2 py-2">
      <div class="flex justify-between text-xs font-medium whitespace-nowrap">
        <button
          type="button"
          class="text-leaf hover:bg-leaf-tint rounded-sm px-0.5 py-1.5"
          @click="bench.panel = { kind: 'mounts', itemId: undefined }"
        >
          Fit a part …
        </button>
        <button
          type="button"
          class="text-leaf hover:bg-leaf-tint rounded-sm px-0.5 py-1.5"
          @click="bench.panel = { kind: 'needs' }"
        >
          By need …
        </button>
        <button
          type="button"
          class="text-leaf hover:bg-leaf-tint rounded-sm px-0.5 py-1.5"
          @click="bench.panel = { kind: 'leads' }"
        >
          Leads …
        </button>
        <button
          type="button"
          class="text-leaf hover:bg-leaf-tint rounded-sm px-0.5 py-1.5"
          @click="bench.panel = { kind: 'kit' }"
        >
          Kit …
        </button>
        <button
          type="button"
          class="text-leaf hover:bg-leaf-tint rounded-sm px-0.5 py-1.5"
          @click="bench.panel = { kind: 'brief' }"
        >
          Brief …
        </button>
      </div>
    </footer>
  </section>
</template>
