<script setup lang="ts">
import { mountKinds, sayG, sayMoney, type PartFacts } from '@zucchini/core';
import {
  createSortedRowModel,
  FlexRender,
  rowSortingFeature,
  sortFn_alphanumeric,
  sortFn_basic,
  tableFeatures,
  useTable,
  type ColumnDef,
} from '@tanstack/vue-table';
import { useVirtualizer } from '@tanstack/vue-virtual';
import { computed, nextTick, useTemplateRef, watch } from 'vue';
import { mostCompared, useCatalogue } from './catalogueStore';
import { sayThing, saySize } from './words';

/**
 * The catalogue as a table of rows that are drawn only where they can be seen. Arrow keys move the chosen
 * row, Space lays it beside others, Enter goes to its sheet.
 */
const emit = defineEmits<{ open: [] }>();
const catalogue = useCatalogue();

const features = tableFeatures({
  rowSortingFeature,
  sortedRowModel: createSortedRowModel(),
  sortFns: { alphanumeric: sortFn_alphanumeric, basic: sortFn_basic },
});
const volume = (f: PartFacts) => f.sizeMm[0] * f.sizeMm[1] * f.sizeMm[2];
// What is not known comes last, whichever way the column is sorted.
const last = { sortUndefined: 'last' as const };
/** The currencies of the catalogue, the most frequent first. */
const currencies = computed(() => {
  const counts = new Map<string, number>();
  for (const { price } of catalogue.all) {
    if (price) counts.set(price.currency, (counts.get(price.currency) ?? 0) + 1);
  }
  return [...counts].sort((a, b) => b[1] - a[1] || (a[0] < b[0] ? -1 : 1)).map(([code]) => code);
});
/** Without a rate two currencies are not compared: each stands by itself. An amount is at most 1e12. */
const price = ({ price: p }: PartFacts) =>
  p && currencies.value.indexOf(p.currency) * 1e13 + p.minor;
const columns: ColumnDef<typeof features, PartFacts, unknown>[] = [
  { id: 'name', header: 'Name', accessorFn: (f) => f.name, sortFn: 'alphanumeric' },
  { id: 'kind', header: 'Kind', accessorFn: (f) => sayThing(f.kind), sortFn: 'alphanumeric' },
  { id: 'maker', header: 'Maker', accessorFn: (f) => f.maker, sortFn: 'alphanumeric', ...last },
  { id: 'mass', header: 'Mass', accessorFn: (f) => f.massG, sortFn: 'basic', ...last },
  { id: 'price', header: 'Price', accessorFn: price, sortFn: 'basic', ...last },
  { id: 'size', header: 'Size', accessorFn: volume, sortFn: 'basic' },
  { id: 'mounts', header: 'Mounts', accessorFn: (f) => f.mounts.length, sortFn: 'basic' },
  {
    id: 'owned',
    header: 'Owned',
    accessorFn: (f) => (catalogue.owned.has(f.id) ? 0 : 1),
    sortFn: 'basic',
  },
];
const data = computed(() => [...catalogue.shown]);
const table = useTable({ features, columns, data, getRowId: (f: PartFacts) => f.id });
const rows = computed(() => table.getRowModel().rows);

const right = ['mass', 'price', 'size'];
const widths: Record<string, string> = {
  name: 'minmax(11rem,2.4fr)',
  kind: '6.2rem',
  maker: '5rem',
  mass: '4.6rem',
  price: '5.4rem',
  size: '8.2rem',
  mounts: 'minmax(5.5rem,1fr)',
  owned: '3.4rem',
};
const grid = `1.8rem ${columns.map((c) => widths[c.id!]).join(' ')}`;

function sayMounts(f: PartFacts): string {
  const [first, second, ...more] = f.mounts.map((k) => mountKinds[k].label);
  if (!first) return 'none';
  return [first, second].filter(Boolean).join(', ') + (more.length ? ` + ${more.length}` : '');
}

const area = useTemplateRef('area');
const rowPx = 34;
const virtual = useVirtualizer(
  computed(() => ({
    count: rows.value.length,
    getScrollElement: () => area.value,
    estimateSize: () => rowPx,
    overscan: 12,
  })),
);

const at = computed(() => rows.value.findIndex((r) => r.id === catalogue.chosen));
/** The row that Tab reaches: the chosen one, or the first. */
const reached = computed(() => Math.max(0, at.value));

async function choose(index: number): Promise<void> {
  const row = rows.value[Math.min(Math.max(index, 0), rows.value.length - 1)];
  if (!row) return;
  catalogue.chosen = row.id;
  virtual.value.scrollToIndex(rows.value.indexOf(row), { align: 'auto' });
  await nextTick();
  area.value?.querySelector<HTMLElement>(`[data-row="${CSS.escape(row.id)}"]`)?.focus();
}

const steps: Record<string, number> = {
  ArrowDown: 1,
  ArrowUp: -1,
  PageDown: 12,
  PageUp: -12,
  Home: -1e6,
  End: 1e6,
};
function onKey(event: KeyboardEvent, id: string): void {
  if (event.target !== event.currentTarget) return;
  const step = steps[event.key];
  if (step !== undefined) void choose(reached.value + step);
  else if (event.key === ' ') catalogue.toggleCompared(id);
  else if (event.key === 'Enter') {
    catalogue.chosen = id;
    emit('open');
  } else return;
  event.preventDefault();
}

watch(
  () => catalogue.filter,
  () => virtual.value.scrollToOffset(0),
);

type Header = ReturnType<typeof table.getHeaderGroups>[number]['headers'][number];
const sorted = (header: Header) => header.column.getIsSorted();
const ariaSort = (header: Header) =>
  sorted(header) === 'asc' ? 'ascending' : sorted(header) === 'desc' ? 'descending' : 'none';
</script>

<template>
  <div
    role="grid"
    aria-label="Parts"
    :aria-rowcount="rows.length + 1"
    class="flex min-h-0 flex-1 flex-col"
  >
    <div
      v-for="group in table.getHeaderGroups()"
      :key="group.id"
      role="row"
      aria-rowindex="1"
      class="border-ink/40 grid border-b px-2"
      :style="{ gridTemplateColumns: grid }"
    >
      <span role="columnheader" class="sr-only">Side by side</span>
      <span aria-hidden="true" />
      <span
        v-for="header in group.headers"
        :key="header.id"
        role="columnheader"
        :aria-sort="ariaSort(header)"
        class="min-w-0"
      >
        <button
          type="button"
          class="hover:bg-shade flex w-full items-baseline gap-1 px-1 py-1.5 text-xs font-medium"
          :class="{ 'justify-end': right.includes(header.id) }"
          @click="header.column.getToggleSortingHandler()?.($event)"
        >
          <FlexRender :header="header" />
          <span class="text-leaf w-2" aria-hidden="true">{{
            sorted(header) === 'asc' ? '↑' : sorted(header) === 'desc' ? '↓' : ''
          }}</span>
        </button>
      </span>
    </div>
    <div ref="area" role="rowgroup" class="min-h-0 flex-1 overflow-auto" tabindex="-1" data-rows>
      <div class="relative" role="presentation" :style="{ height: `${virtual.getTotalSize()}px` }">
        <div
          v-for="v in virtual.getVirtualItems()"
          :key="rows[v.index]!.id"
          role="row"
          :aria-rowindex="v.index + 2"
          :aria-selected="rows[v.index]!.id === catalogue.chosen"
          :tabindex="v.index === reached ? 0 : -1"
          :data-row="rows[v.index]!.id"
          class="rule absolute inset-x-0 top-0 grid cursor-pointer items-center px-2 -outline-offset-2"
          :class="rows[v.index]!.id === catalogue.chosen ? 'bg-leaf-tint' : 'hover:bg-shade'"
          :style="{
            gridTemplateColumns: grid,
            height: `${rowPx}px`,
            transform: `translateY(${v.start}px)`,
          }"
          @click="catalogue.chosen = rows[v.index]!.id"
          @dblclick="emit('open')"
          @keydown="onKey($event, rows[v.index]!.id)"
        >
          <span role="gridcell" class="flex">
            <input
              type="checkbox"
              tabindex="-1"
              :aria-label="`Lay ${rows[v.index]!.original.name} beside others`"
              :checked="catalogue.compared.includes(rows[v.index]!.id)"
              :disabled="
                !catalogue.compared.includes(rows[v.index]!.id) &&
                catalogue.compared.length >= mostCompared
              "
              @click.stop
              @change="catalogue.toggleCompared(rows[v.index]!.id)"
            />
          </span>
          <span role="gridcell" class="truncate px-1 font-serif text-[0.95rem]">{{
            rows[v.index]!.original.name
          }}</span>
          <span role="gridcell" class="truncate px-1">{{
            sayThing(rows[v.index]!.original.kind)
          }}</span>
          <span role="gridcell" class="truncate px-1">{{
            rows[v.index]!.original.maker ?? '–'
          }}</span>
          <span role="gridcell" class="px-1 text-right whitespace-nowrap">{{
            rows[v.index]!.original.massG === undefined
              ? 'not known'
              : sayG(rows[v.index]!.original.massG!)
          }}</span>
          <span role="gridcell" class="px-1 text-right whitespace-nowrap">{{
            rows[v.index]!.original.price ? sayMoney(rows[v.index]!.original.price!) : '–'
          }}</span>
          <span role="gridcell" class="px-1 text-right text-xs whitespace-nowrap">{{
            saySize(rows[v.index]!.original.sizeMm)
          }}</span>
          <span
            role="gridcell"
            class="text-faint truncate px-1 text-xs"
            :title="rows[v.index]!.original.mounts.map((k) => mountKinds[k].label).join(', ')"
            >{{ sayMounts(rows[v.index]!.original) }}</span
          >
          <span role="gridcell" class="px-1">{{
            catalogue.owned.has(rows[v.index]!.id) ? 'owned' : ''
          }}</span>
        </div>
      </div>
    </div>
  </div>
</template>
