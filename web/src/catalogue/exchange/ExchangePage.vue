<script setup lang="ts">
import { writeCsv, writePack, type Issue } from '@zucchini/core';
import { useVirtualizer } from '@tanstack/vue-virtual';
import { proxy } from 'comlink';
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef } from 'vue';
import { api } from '../../api/client';
import AppButton from '../../shared/AppButton.vue';
import { saveText } from '../../shared/saveText';
import { sayError } from '../../shared/sayError';
import { linkWorker } from '../../shared/workerLink';
import TopBar from '../../shared/TopBar.vue';
import TroubleBox from '../../shared/TroubleBox.vue';
import { useCatalogue } from '../catalogueStore';
import type { ShownRow } from './messages';
import type { PlanApi } from './plan.worker';

/** Parts in and out: files to keep, and a dry run that tells each row's fate before anything is stored. */
const catalogue = useCatalogue();
onMounted(() => {
  if (!catalogue.lines) void catalogue.load();
});

const state = ref<'none' | 'reading' | 'planning' | 'planned' | 'storing' | 'stored' | 'stopped'>(
  'none',
);
const fileName = ref('');
const rows = shallowRef<readonly ShownRow[]>([]);
const progress = ref({ done: 0, total: 0 });
const trouble = ref<{ title: string; issues?: readonly Issue[] }>();
const told = ref('');
/** Places of rows with something unusual that the person says are right. */
const right = ref<ReadonlySet<string>>(new Set());
const only = ref<ShownRow['fate'] | 'asks' | ''>('');
const link = linkWorker<PlanApi>(
  () => new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' }),
);
onBeforeUnmount(() => link.end());

function fail(message: string, issues?: readonly Issue[]): void {
  trouble.value = { title: `Nothing was stored. ${message}`, ...(issues ? { issues } : {}) };
  state.value = rows.value.length > 0 ? 'planned' : 'none';
}

/** A pack of ten thousand parts is about 40 MB. */
const mostBytes = 48 * 1024 * 1024;

async function bring(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (!file) return;
  trouble.value = undefined;
  told.value = '';
  rows.value = [];
  right.value = new Set();
  only.value = '';
  if (file.size > mostBytes) {
    const mb = (file.size / 1024 / 1024).toFixed(0);
    trouble.value = {
      title: `“${file.name}” has ${mb} MB; at most 48 MB are read. Nothing was stored.`,
    };
    state.value = 'none';
    return;
  }
  fileName.value = file.name;
  state.value = 'reading';
  link.end();
  const hear = (more: readonly ShownRow[], done: number, total: number) => {
    state.value = 'planning';
    rows.value = [...rows.value, ...more];
    progress.value = { done, total };
  };
  try {
    const outcome = await link.ask().plan(file.name, await file.text(), proxy(hear));
    if (outcome.state === 'failed') fail(outcome.message, outcome.issues);
    else state.value = 'planned';
  } catch (error) {
    fail(sayError(error));
  }
}
function stop(): void {
  link.end();
  state.value = 'stopped';
}

const asks = (row: ShownRow) => row.doubts.length > 0;
const counts = computed(() => ({
  new: rows.value.filter((r) => r.fate === 'new').length,
  changes: rows.value.filter((r) => r.fate === 'changes').length,
  same: rows.value.filter((r) => r.fate === 'same').length,
  refused: rows.value.filter((r) => r.fate === 'refused').length,
  asks: rows.value.filter(asks).length,
}));
const shown = computed(() =>
  only.value === ''
    ? rows.value
    : rows.value.filter((r) => (only.value === 'asks' ? asks(r) : r.fate === only.value)),
);
const taken = computed(() =>
  rows.value
    .filter((r) => r.fate === 'new' || r.fate === 'changes')
    .filter((r) => !asks(r) || right.value.has(r.place))
    .map((r) => r.place),
);
function toggleRight(place: string): void {
  const next = new Set(right.value);
  if (!next.delete(place)) next.add(place);
  right.value = next;
}
function allRight(): void {
  right.value = new Set(rows.value.filter(asks).map((r) => r.place));
}
async function store(): Promise<void> {
  trouble.value = undefined;
  state.value = 'storing';
  try {
    const outcome = await link.ask().store([...taken.value]);
    if (outcome.state === 'failed') {
      fail(outcome.message, outcome.issues);
      return;
    }
    state.value = 'stored';
    told.value = `${outcome.count} ${outcome.count === 1 ? 'part is' : 'parts are'} stored.`;
    void catalogue.load();
  } catch (error) {
    fail(sayError(error));
  }
}

const fateWords: Record<ShownRow['fate'], string> = {
  new: '＋ new',
  changes: '≠ changes',
  same: '= same',
  refused: '✕ refused',
};
function sayDetail(row: ShownRow): string {
  const pieces = [
    ...row.why.map((w) => `${w.path}: ${w.message}`),
    ...row.changed.map((c) => `${c.path}: ${c.from || 'nothing'} → ${c.to || 'nothing'}`),
  ];
  return pieces.join(' · ');
}

const area = useTemplateRef('area');
const virtual = useVirtualizer(
  computed(() => ({
    count: shown.value.length,
    getScrollElement: () => area.value,
    estimateSize: () => 32,
    overscan: 10,
  })),
);

const busy = ref(false);
async function takeOut(as: 'csv' | 'pack', which: 'all' | 'own'): Promise<void> {
  busy.value = true;
  trouble.value = undefined;
  try {
    const all = await api.listParts();
    const parts = which === 'all' ? all : all.filter((p) => p.homeMade || p.altered || !p.maker);
    if (as === 'csv') saveText('parts.csv', writeCsv(parts), 'text/csv');
    else
      saveText(
        which === 'all' ? 'catalogue.parts.json' : 'own.parts.json',
        writePack(parts),
        'application/json',
      );
    told.value = `${parts.length} parts written.`;
  } catch (error) {
    trouble.value = { title: sayError(error) };
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <div class="flex h-screen flex-col">
    <TopBar />
    <main class="mx-auto flex min-h-0 w-full max-w-6xl flex-1 flex-col px-6 pt-4 pb-4">
      <RouterLink :to="{ name: 'catalogue' }" class="text-leaf text-xs hover:underline"
        >← back to the catalogue</RouterLink
      >
      <h1 class="font-serif text-2xl">In and out</h1>
      <div class="mt-3 grid grid-cols-2 gap-8">
        <section aria-label="Bring parts in">
          <h2 class="eyebrow">Bring parts in</h2>
          <p class="mt-1">
            A part pack (JSON) brings whole parts. A table (CSV) brings flat facts: it corrects
            parts by their id, and makes plain blocks of new ones from length, width and height.
          </p>
          <label
            class="border-ink/40 bg-sheet hover:bg-shade focus-within:outline-leaf mt-2 inline-block cursor-pointer rounded-sm border px-3 py-1.5 focus-within:outline-2"
          >
            Choose a file
            <input
              class="sr-only"
              type="file"
              accept=".csv,.tsv,.txt,.json,text/csv,application/json"
              @change="bring"
            />
          </label>
          <span class="text-faint ml-3 text-xs">Nothing is stored until you say so.</span>
        </section>
        <section aria-label="Take parts out">
          <h2 class="eyebrow">Take parts out</h2>
          <p class="mt-1">
            The pack loses nothing: brought into an empty catalogue it makes the same parts.
          </p>
          <div class="mt-2 flex flex-wrap gap-2">
            <AppButton small :disabled="busy" @click="takeOut('pack', 'all')"
              >Whole catalogue as a pack</AppButton
            >
            <AppButton small :disabled="busy" @click="takeOut('pack', 'own')"
              >Own and altered parts</AppButton
            >
            <AppButton small :disabled="busy" @click="takeOut('csv', 'all')"
              >Flat facts as a table</AppButton
            >
          </div>
        </section>
      </div>
      <TroubleBox v-if="trouble" class="mt-3" :title="trouble.title" :issues="trouble.issues" />
      <p v-if="told" class="text-leaf mt-3" role="status">{{ told }}</p>
      <template v-if="state !== 'none'">
        <div class="border-line mt-4 flex flex-wrap items-center gap-3 border-t pt-3">
          <h2 class="font-serif text-lg">{{ fileName }}</h2>
          <span v-if="state === 'reading'" role="status">reading …</span>
          <template v-else-if="state === 'planning'">
            <progress :value="progress.done" :max="progress.total" aria-label="Rows looked at" />
            <span role="status">{{ progress.done }} of {{ progress.total }} rows</span>
            <AppButton small @click="stop">Stop</AppButton>
          </template>
          <span v-else-if="state === 'stopped'" role="status"
            >stopped after {{ progress.done }} of {{ progress.total }} rows; nothing was
            stored</span
          >
          <span v-else class="text-faint" role="status">{{ rows.length }} rows</span>
          <span v-if="rows.length" class="flex gap-1" role="group" aria-label="Show">
            <button
              v-for="[key, label] in [
                ['', 'all'],
                ['new', 'new'],
                ['changes', 'changes'],
                ['same', 'same'],
                ['refused', 'refused'],
                ['asks', 'unusual'],
              ] as const"
              :key="key"
              type="button"
              class="rounded-sm px-2 py-0.5 text-xs"
              :class="only === key ? 'bg-leaf text-on-leaf' : 'hover:bg-shade'"
              :aria-pressed="only === key"
              @click="only = key"
            >
              {{ label }}{{ key === '' ? '' : ` ${counts[key]}` }}
            </button>
          </span>
          <span class="ml-auto flex gap-2">
            <AppButton v-if="counts.asks > 0 && state === 'planned'" small @click="allRight"
              >All unusual figures are right</AppButton
            >
            <AppButton
              v-if="state === 'planned' || state === 'storing'"
              look="main"
              small
              :disabled="taken.length === 0 || state === 'storing'"
              @click="store"
              >{{
                state === 'storing'
                  ? 'Storing …'
                  : `Store ${taken.length} ${taken.length === 1 ? 'part' : 'parts'}`
              }}</AppButton
            >
          </span>
        </div>
        <div ref="area" class="mt-2 min-h-0 flex-1 overflow-auto" tabindex="0" aria-label="Rows">
          <ul class="relative" :style="{ height: `${virtual.getTotalSize()}px` }">
            <li
              v-for="v in virtual.getVirtualItems()"
              :key="shown[v.index]!.place"
              class="rule absolute inset-x-0 top-0 grid h-8 grid-cols-[6rem_14rem_6.5rem_1fr_auto] items-center gap-3 text-xs"
              :style="{ transform: `translateY(${v.start}px)` }"
            >
              <span class="text-faint">{{ shown[v.index]!.place }}</span>
              <span class="truncate font-serif text-sm">{{
                shown[v.index]!.title || '(no name)'
              }}</span>
              <span
                :class="{
                  'text-tomato': shown[v.index]!.fate === 'refused',
                  'text-leaf': shown[v.index]!.fate === 'new',
                  'text-faint': shown[v.index]!.fate === 'same',
                }"
                >{{ fateWords[shown[v.index]!.fate] }}</span
              >
              <span class="truncate" :title="sayDetail(shown[v.index]!)"
                >{{ sayDetail(shown[v.index]!)
                }}<span v-if="asks(shown[v.index]!)" class="text-blossom">
                  ▲
                  {{
                    shown[v.index]!.doubts.map(
                      (d) =>
                        `${d.label} ${d.value} ${d.unit}, usual is ${d.usual[0]} to ${d.usual[1]}`,
                    ).join(' · ')
                  }}</span
                ></span
              >
              <label
                v-if="asks(shown[v.index]!) && state === 'planned'"
                class="flex items-center gap-1 pr-2"
              >
                <input
                  type="checkbox"
                  :checked="right.has(shown[v.index]!.place)"
                  @change="toggleRight(shown[v.index]!.place)"
                />
                it is right
              </label>
              <span v-else />
            </li>
          </ul>
        </div>
      </template>
    </main>
  </div>
</template>
