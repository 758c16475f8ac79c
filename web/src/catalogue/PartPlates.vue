<script setup lang="ts">
import { chooseView, sayG, type PartFacts } from '@zucchini/core';
import { useVirtualizer } from '@tanstack/vue-virtual';
import { useElementSize } from '@vueuse/core';
import { computed, useTemplateRef, watch } from 'vue';
import PartDrawing from '../shared/PartDrawing.vue';
import { useCatalogue } from './catalogueStore';

/** The catalogue as small plates, each with its part from the near side; drawn where they can be seen. */
const emit = defineEmits<{ open: [] }>();
const catalogue = useCatalogue();

const area = useTemplateRef('area');
const { width } = useElementSize(area);
const across = computed(() => Math.max(2, Math.floor(width.value / 168)));
const rows = computed(() => {
  const list: PartFacts[][] = [];
  for (let i = 0; i < catalogue.shown.length; i += across.value) {
    list.push(catalogue.shown.slice(i, i + across.value));
  }
  return list;
});
const virtual = useVirtualizer(
  computed(() => ({
    count: rows.value.length,
    getScrollElement: () => area.value,
    estimateSize: () => 164,
    overscan: 2,
  })),
);

// Whole parts are fetched for the plates that stand on the page, each once.
watch(
  () => virtual.value.getVirtualItems().flatMap((v) => rows.value[v.index] ?? []),
  (seen) => {
    for (const f of seen) if (!catalogue.records.has(f.id)) void catalogue.find(f.id);
  },
  { immediate: true },
);

function step(event: KeyboardEvent, id: string): void {
  const steps: Record<string, number> = {
    ArrowRight: 1,
    ArrowLeft: -1,
    ArrowDown: across.value,
    ArrowUp: -across.value,
  };
  const by = steps[event.key];
  if (by === undefined) return;
  event.preventDefault();
  const at = catalogue.shown.findIndex((f) => f.id === id) + by;
  const next = catalogue.shown[at];
  if (!next) return;
  catalogue.chosen = next.id;
  virtual.value.scrollToIndex(Math.floor(at / across.value), { align: 'auto' });
  requestAnimationFrame(() =>
    area.value?.querySelector<HTMLElement>(`[data-plate="${CSS.escape(next.id)}"]`)?.focus(),
  );
}
</script>

<template>
  <div ref="area" class="min-h-0 flex-1 overflow-auto">
    <ul class="relative" aria-label="Parts" :style="{ height: `${virtual.getTotalSize()}px` }">
      <template v-for="v in virtual.getVirtualItems()" :key="v.key as number">
        <li
          v-for="(f, i) in rows[v.index]"
          :key="f.id"
          class="absolute p-2"
          :style="{
            top: `${v.start}px`,
            left: `${(100 / across) * i}%`,
            width: `${100 / across}%`,
            height: '164px',
          }"
        >
          <button
            type="button"
            class="flex h-full w-full flex-col items-center rounded-sm border px-2 pt-2 pb-1"
            :class="
              f.id === catalogue.chosen
                ? 'border-leaf bg-leaf-tint'
                : 'hover:bg-shade border-transparent'
            "
            :data-plate="f.id"
            @click="catalogue.chosen = f.id"
            @dblclick="emit('open')"
            @keydown="step($event, f.id)"
          >
            <span class="h-24 w-full">
              <PartDrawing
                v-if="catalogue.records.has(f.id)"
                :part="catalogue.records.get(f.id)!.part"
                :view="chooseView(catalogue.records.get(f.id)!.part)"
              />
            </span>
            <span class="caption mt-1 w-full truncate text-center">{{ f.name }}</span>
            <span class="text-faint text-xs"
              >{{ f.massG === undefined ? 'mass not known' : sayG(f.massG)
              }}{{ catalogue.owned.has(f.id) ? ' · owned' : '' }}</span
            >
          </button>
        </li>
      </template>
    </ul>
  </div>
</template>
