<script setup lang="ts">
import {
  drawRig,
  measurePartSizeMm,
  needNames,
  sayConnector,
  sayG,
  sayMoney,
  sayHalf,
  standAlone,
  viewNames,
  type Part,
  type ViewName,
} from '@zucchini/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { viewWords } from '../draw/viewWords';
import AppButton from '../shared/AppButton.vue';
import PartDrawing from '../shared/PartDrawing.vue';
import TopBar from '../shared/TopBar.vue';
import { useCatalogue } from './catalogueStore';
import { ownWords, sayThing, saySize } from './words';

/** Up to four parts side by side: drawn to one scale, their facts line by line, what differs marked. */
const catalogue = useCatalogue();
const router = useRouter();
const parts = shallowRef<readonly Part[]>([]);
const view = ref<ViewName>('near');
const onlyDifferent = ref(false);

watch(
  () => catalogue.compared,
  async (ids) => {
    if (!catalogue.lines) await catalogue.load();
    const found = await Promise.all(ids.map((id) => catalogue.find(id)));
    parts.value = found.flatMap((r) => (r ? [r.part] : []));
  },
  { immediate: true },
);

/** One window for all: as large as the largest of them needs. */
const windowMm = computed<readonly [number, number]>(() => {
  const sizes = parts.value.map((p) => {
    const { lowMm: low, highMm: high } = drawRig(standAlone(p), view.value);
    return [high[0] - low[0], high[1] - low[1]] as const;
  });
  return [Math.max(...sizes.map((s) => s[0])) + 8, Math.max(...sizes.map((s) => s[1])) + 8];
});

const mountText = (p: Part) => {
  const counts = new Map<string, number>();
  for (const m of p.mounts) {
    const text = sayHalf(m.kind, m.side);
    counts.set(text, (counts.get(text) ?? 0) + 1);
  }
  return (
    [...counts]
      .map(([t, n]) => (n > 1 ? `${n} × ${t}` : t))
      .sort()
      .join('\n') || 'none'
  );
};
const portText = (p: Part) =>
  (p.ports ?? [])
    .map((o) => `${sayConnector(o.connector)} ${o.direction}`)
    .sort()
    .join('\n') || 'none';
const served = (p: Part) =>
  (p.serves ?? [])
    .map((s) => {
      const figures = [
        s.nits && `${s.nits} cd/m²`,
        s.stops && `${s.stops} stops`,
        s.channels && `${s.channels} channels`,
        s.energyWh && `${s.energyWh} Wh`,
        s.rateMbps && `${s.rateMbps} Mbit/s`,
      ].filter(Boolean);
      return needNames[s.need] + (figures.length ? `, ${figures.join(', ')}` : '');
    })
    .join('\n') || 'nothing of its own';

const lines = computed(() => {
  const all: readonly (readonly [string, (p: Part) => string])[] = [
    ['Kind', (p) => sayThing(p.kind)],
    ['Maker', (p) => p.maker ?? 'not known'],
    ['Mass', (p) => (p.massG === undefined ? 'not known' : sayG(p.massG))],
    ['Price', (p) => (p.price ? sayMoney(p.price) : 'not known')],
    ['Size', (p) => saySize(measurePartSizeMm(p))],
    ['Comes as', (p) => ownWords[p.homeMade ? 'home-made' : p.altered ? 'altered' : 'bought']],
    ['Owned', (p) => (catalogue.owned.has(p.id) ? 'owned' : 'no')],
    ['Serves', served],
    ['Mounts', mountText],
    ['Sockets', portText],
    ['Poses', (p) => (p.movements ?? []).map((m) => m.name).join('\n') || 'none'],
    [
      'In the box',
      (p) =>
        (p.inBox ?? []).map((b) => (typeof b === 'string' ? b : b.name)).join('\n') || 'not said',
    ],
    ['Finish', (p) => p.finish ?? 'not said'],
  ];
  return all
    .map(([name, say]) => {
      const cells = parts.value.map(say);
      return { name, cells, differs: new Set(cells).size > 1 };
    })
    .filter((l) => !onlyDifferent.value || l.differs);
});
</script>

<template>
  <div class="flex min-h-screen flex-col">
    <TopBar />
    <main class="mx-auto w-full max-w-6xl flex-1 px-6 pt-5 pb-10">
      <RouterLink :to="{ name: 'catalogue' }" class="text-leaf text-xs hover:underline"
        >← back to the catalogue</RouterLink
      >
      <h1 class="font-serif text-2xl">Side by side</h1>
      <section v-if="parts.length < 2" class="border-line mt-6 border-y py-10 text-center">
        <p>Tick two to four parts in the catalogue, with Space or the box before their names.</p>
        <AppButton class="mt-3" @click="router.push({ name: 'catalogue' })"
          >To the catalogue</AppButton
        >
      </section>
      <template v-else>
        <div class="mt-3 flex flex-wrap items-center gap-4">
          <span
            class="border-line flex overflow-hidden rounded-sm border"
            role="group"
            aria-label="Side"
          >
            <button
              v-for="v in viewNames"
              :key="v"
              type="button"
              class="px-2 py-1 text-xs"
              :class="view === v ? 'bg-leaf text-on-leaf' : 'hover:bg-shade'"
              :aria-pressed="view === v"
              @click="view = v"
            >
              {{ viewWords[v] }}
            </button>
          </span>
          <label class="flex items-center gap-2 text-xs"
            ><input v-model="onlyDifferent" type="checkbox" /> only what differs</label
          >
          <span class="text-faint caption text-xs">all drawn to one scale</span>
        </div>
        <table class="mt-4 w-full table-fixed border-collapse">
          <thead>
            <tr>
              <th class="w-28"><span class="sr-only">Fact</span></th>
              <th v-for="p in parts" :key="p.id" class="px-3 pb-2 align-bottom font-normal">
                <div class="h-52"><PartDrawing :part="p" :view="view" :window-mm="windowMm" /></div>
                <p class="mt-2 font-serif text-lg leading-tight">{{ p.name }}</p>
                <AppButton look="quiet" small @click="catalogue.toggleCompared(p.id)"
                  >Take away</AppButton
                >
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="line in lines" :key="line.name" class="rule">
              <th scope="row" class="text-faint py-1.5 pr-2 text-left align-top font-normal">
                <span v-if="line.differs" class="text-blossom" title="differs">≠ </span
                ><span v-if="line.differs" class="sr-only">differs: </span>{{ line.name }}
              </th>
              <td
                v-for="(cell, i) in line.cells"
                :key="i"
                class="px-3 py-1.5 align-top whitespace-pre-line"
                :class="{ 'bg-blossom-tint/50': line.differs }"
              >
                {{ cell }}
              </td>
            </tr>
          </tbody>
        </table>
      </template>
    </main>
  </div>
</template>
