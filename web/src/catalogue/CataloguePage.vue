<script setup lang="ts">
import { measureMinorDigits, type FactsFilter, type PartFacts } from '@zucchini/core';
import { computed, nextTick, onMounted, ref, useTemplateRef } from 'vue';
import { useRouter } from 'vue-router';
import { useKeys } from '../shared/useKeys';
import AppButton from '../shared/AppButton.vue';
import ChoiceField from '../form/ChoiceField.vue';
import FigureField from '../form/FigureField.vue';
import SearchField from '../form/SearchField.vue';
import TopBar from '../shared/TopBar.vue';
import TroubleBox from '../shared/TroubleBox.vue';
import { useCatalogue } from './catalogueStore';
import PartPlates from './PartPlates.vue';
import PartSheet from './PartSheet.vue';
import PartTable from './PartTable.vue';
import { kindOptions, mountOptions, needOptions, ownWords } from './words';

/** The whole catalogue: a table or small plates, what narrows it, and the chosen part beside it. */
const catalogue = useCatalogue();
const router = useRouter();
const search = useTemplateRef('search');
const side = useTemplateRef('side');

onMounted(() => void catalogue.load());

function narrow(change: Partial<Record<keyof FactsFilter, unknown>>): void {
  const next = { ...catalogue.filter, ...change } as Record<string, unknown>;
  for (const key of Object.keys(next)) {
    if (next[key] === '' || next[key] === undefined) Reflect.deleteProperty(next, key);
  }
  catalogue.filter = next as FactsFilter;
}

/** The currency of most prices: what a limit of price is said in. */
const currency = computed(() => {
  const counts = new Map<string, number>();
  for (const f of catalogue.all) {
    if (f.price) counts.set(f.price.currency, (counts.get(f.price.currency) ?? 0) + 1);
  }
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 'EUR';
});
const perUnit = computed(() => 10 ** measureMinorDigits(currency.value));
const narrowed = computed(() => Object.keys(catalogue.filter).length > 0);
/** What narrows the catalogue, first of all nothing. */
const kindChoices = computed(() => {
  const present = new Set(catalogue.all.map((f) => f.kind));
  return [['', 'any kind'], ...kindOptions.filter(([kind]) => present.has(kind))] as const;
});
const mountChoices = [['', 'any mount'], ...mountOptions] as const;
const needChoices = [['', 'any need'], ...needOptions] as const;
const ownedChoices = [
  ['', 'owned or not'],
  ['yes', 'owned'],
  ['no', 'not owned'],
] as const;
const comesAsChoices = [
  ['', 'anything'],
  ...(Object.entries(ownWords) as [PartFacts['own'], string][]),
] as const;
const moreFilters = ref(false);

async function openSheet(): Promise<void> {
  await nextTick();
  side.value?.focus();
}

useKeys({
  '/': () => search.value?.focus(),
  n: () => void router.push({ name: 'new-part' }),
  p: () => (catalogue.look = catalogue.look === 'table' ? 'plates' : 'table'),
  b: () => void (catalogue.compared.length > 1 && router.push({ name: 'compare' })),
});
</script>

<template>
  <div class="flex h-screen flex-col">
    <TopBar />
    <div class="flex min-h-0 flex-1">
      <main class="flex min-w-0 flex-1 flex-col px-5 pt-4">
        <div class="flex flex-wrap items-end justify-between gap-3">
          <h1 class="font-serif text-2xl">
            The catalogue
            <span v-if="catalogue.lines" class="text-faint font-sans text-sm" role="status">{{
              narrowed
                ? `${catalogue.shown.length} of ${catalogue.all.length} parts`
                : `${catalogue.all.length} parts`
            }}</span>
          </h1>
          <div class="flex items-center gap-2">
            <span
              class="border-line flex overflow-hidden rounded-sm border"
              role="group"
              aria-label="Look"
            >
              <button
                v-for="look in ['table', 'plates'] as const"
                :key="look"
                type="button"
                class="px-2 py-1 text-xs"
                :class="catalogue.look === look ? 'bg-leaf text-on-leaf' : 'hover:bg-shade'"
                :aria-pressed="catalogue.look === look"
                @click="catalogue.look = look"
              >
                {{ look === 'table' ? 'Table' : 'Plates' }}
              </button>
            </span>
            <AppButton
              :disabled="catalogue.compared.length < 2"
              @click="router.push({ name: 'compare' })"
              >Side by side{{
                catalogue.compared.length ? ` (${catalogue.compared.length})` : ''
              }}</AppButton
            >
            <AppButton @click="router.push({ name: 'exchange' })">In and out</AppButton>
            <AppButton look="main" @click="router.push({ name: 'new-part' })">New part</AppButton>
          </div>
        </div>
        <form
          class="mt-3 flex flex-wrap items-center gap-2 pb-3"
          role="search"
          aria-label="Narrow the catalogue"
          @submit.prevent
        >
          <div class="min-w-32 flex-1">
            <SearchField
              ref="search"
              label="Words in name, maker or kind"
              placeholder="Search   /"
              :model-value="catalogue.filter.text ?? ''"
              @update:model-value="(text) => narrow({ text })"
            />
          </div>
          <ChoiceField
            class="w-32"
            label="Kind"
            labelled="hidden"
            :options="kindChoices"
            :model-value="catalogue.filter.kind ?? ''"
            @update:model-value="(v) => narrow({ kind: v || undefined })"
          />
          <ChoiceField
            class="w-32"
            label="Mount"
            labelled="hidden"
            :options="mountChoices"
            :model-value="catalogue.filter.mount ?? ''"
            @update:model-value="(v) => narrow({ mount: v || undefined })"
          />
          <ChoiceField
            class="w-32"
            label="Serves"
            labelled="hidden"
            :options="needChoices"
            :model-value="catalogue.filter.serves ?? ''"
            @update:model-value="(v) => narrow({ serves: v || undefined })"
          />
          <ChoiceField
            class="w-36"
            label="Owned"
            labelled="hidden"
            :options="ownedChoices"
            :model-value="catalogue.filter.owned ?? ''"
            @update:model-value="(v) => narrow({ owned: v || undefined })"
          />
          <AppButton small :aria-expanded="moreFilters" @click="moreFilters = !moreFilters">{{
            moreFilters ? 'Less' : 'More'
          }}</AppButton>
          <div v-if="moreFilters" class="flex w-full flex-wrap items-center gap-x-6 gap-y-2">
            <FigureField
              label="Mass at most"
              unit="g"
              :model-value="catalogue.filter.massG"
              @update:model-value="(v) => narrow({ massG: v })"
            />
            <FigureField
              label="Price at most"
              :unit="currency"
              :model-value="
                catalogue.filter.priceMinor === undefined
                  ? undefined
                  : catalogue.filter.priceMinor / perUnit
              "
              @update:model-value="
                (v) => narrow({ priceMinor: v === undefined ? undefined : Math.round(v * perUnit) })
              "
            />
            <ChoiceField
              label="Comes as"
              :options="comesAsChoices"
              :model-value="catalogue.filter.own ?? ''"
              @update:model-value="(v) => narrow({ own: v || undefined })"
            />
          </div>
        </form>
        <TroubleBox v-if="catalogue.trouble" :title="catalogue.trouble">
          <AppButton class="mt-2" small @click="catalogue.load">Read it again</AppButton>
        </TroubleBox>
        <p v-else-if="!catalogue.lines" class="text-faint mt-8">Reading the catalogue …</p>
        <section
          v-else-if="catalogue.all.length === 0"
          class="border-line border-y py-12 text-center"
        >
          <h2 class="font-serif text-xl">No parts yet</h2>
          <p class="mx-auto mt-2 max-w-md">
            Describe a part from its shop page, paste its sheet, or bring a part pack somebody gave
            you. The demo on the shelf brings a whole catalogue.
          </p>
          <div class="mt-5 flex justify-center gap-3">
            <AppButton look="main" @click="router.push({ name: 'new-part' })">New part</AppButton>
            <AppButton @click="router.push({ name: 'exchange' })">Bring a pack</AppButton>
          </div>
        </section>
        <section
          v-else-if="catalogue.shown.length === 0"
          class="border-line border-y py-10 text-center"
        >
          <p>No part is all of this.</p>
          <AppButton class="mt-3" @click="catalogue.filter = {}">Show all</AppButton>
        </section>
        <PartTable v-else-if="catalogue.look === 'table'" @open="openSheet" />
        <PartPlates v-else @open="openSheet" />
        <p class="text-faint border-line border-t py-1.5 text-xs">
          ↑ ↓ choose · Space lays beside · Enter to the sheet · / search · N new part · P table or
          plates · B side by side
        </p>
      </main>
      <aside
        ref="side"
        class="border-line bg-sheet relative w-[22rem] shrink-0 overflow-y-auto border-l"
        tabindex="-1"
        aria-label="The chosen part"
      >
        <PartSheet v-if="catalogue.chosen && catalogue.lines" :id="catalogue.chosen" />
        <p v-else class="text-faint caption p-6">
          Choose a part: its faces, its facts, where it is used and what it would do on a rig stand
          here.
        </p>
      </aside>
    </div>
  </div>
</template>
