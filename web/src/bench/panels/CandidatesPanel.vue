<script setup lang="ts">
import {
  listAsked,
  listCandidates,
  nameItem,
  nameMount,
  sayChange,
  sayMount,
  sayWhyNot,
  type Candidate,
} from '@zucchini/core';
import { computed, nextTick, onMounted, ref, useTemplateRef } from 'vue';
import { announce } from '../../shared/announce';
import { createId, useBench } from '../benchStore';
import PanelFrame from './PanelFrame.vue';

/** What could go onto a mount, each with the change it makes; below the line what could not, and why. */
const props = defineProps<{ itemId: string; mountId: string }>();
const bench = useBench();
const text = ref('');
const field = useTemplateRef('field');
onMounted(() => nextTick(() => field.value?.focus({ preventScroll: true })));

const mount = computed(() =>
  bench.report!.assembly.byId.get(props.itemId)!.part.mounts.find((m) => m.id === props.mountId)!,
);

const all = computed(() => {
  const asked = listAsked(bench.report!, bench.drawer, bench.parts, createId);
  return listCandidates(bench.report!, bench.parts, props.itemId, props.mountId, asked, createId);
});
const found = computed(() => {
  const wanted = text.value.trim().toLowerCase();
  return all.value.filter((c) =>
    `${c.part.name} ${c.part.maker ?? ''} ${c.part.kind} ${c.item.label ?? ''}`
      .toLowerCase()
      .includes(wanted),
  );
});
const fitting = computed(() => found.value.filter((c) => c.state === 'fits'));
const others = computed(() => found.value.filter((c) => c.state === 'does-not-fit'));

const currency = computed(() => bench.report!.spend.toSpend.currency);

function take(c: Extract<Candidate, { state: 'fits' }>): void {
  bench.apply(c.edit);
  bench.select(c.item.id);
  announce(`${c.part.name} fitted`);
}

function takeFirst(): void {
  const [first] = fitting.value;
  if (first) take(first);
}
</script>

<template>
  <PanelFrame
    :over="`${nameMount(mount)} of ${bench.names!.item(itemId)}`"
    title="What goes here?"
    back
    @back="bench.select(undefined)"
  >
    <p class="text-faint text-xs">{{ sayMount(mount) }}</p>
    <input
      ref="field"
      v-model="text"
      type="search"
      class="field mt-2 w-full"
      placeholder="name, maker, kind …"
      aria-label="Search parts"
      @keydown.enter.prevent="takeFirst"
    />
    <p class="sr-only" role="status">{{ fitting.length }} parts fit</p>

    <ul v-if="fitting.length > 0" class="mt-3" aria-label="Fits">
      <li v-for="c in fitting" :key="c.item.id">
        <button
          type="button"
          class="hover:bg-leaf-tint rule block w-full px-1 py-2 text-left"
          @click="take(c)"
        >
          <span class="flex items-baseline justify-between gap-2">
            <span class="font-serif text-[0.95rem]">{{ nameItem(c) }}</span>
            <span class="text-faint text-xs">{{
              c.inDrawer ? 'from the drawer' : c.part.maker
            }}</span>
          </span>
          <span
            class="block text-xs tabular-nums"
            :class="c.change.stops > 0 ? 'text-tomato' : 'text-faint'"
            >{{ sayChange(c, currency).join(' · ') }}</span
          >
        </button>
      </li>
    </ul>
    <p v-else class="text-faint mt-4">Nothing {{ text ? 'called so ' : '' }}fits here.</p>

    <details
      v-if="others.length > 0"
      class="border-ink mt-4 border-t pt-2"
      :open="fitting.length === 0"
    >
      <summary class="font-serif text-base">Does not fit ({{ others.length }})</summary>
      <ul aria-label="Does not fit">
        <li v-for="c in others" :key="c.item.id" class="rule py-1">
          <span class="block">{{ nameItem(c) }}</span>
          <span class="text-faint block text-xs">{{ sayWhyNot(c) }}</span>
        </li>
      </ul>
    </details>
  </PanelFrame>
</template>
