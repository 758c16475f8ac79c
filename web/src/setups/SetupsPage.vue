<script setup lang="ts">
import { saySeconds } from '@zucchini/core';
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { useBench } from '../desk/benchStore';
import AppButton from '../shared/AppButton.vue';
import TopBar from '../shared/TopBar.vue';
import TroubleBox from '../shared/TroubleBox.vue';
import ChangeSteps from './ChangeSteps.vue';
import LadderSection from './LadderSection.vue';
import MatrixTable from './MatrixTable.vue';
import PartsTable from './PartsTable.vue';
import QuickList from './QuickList.vue';
import { useChanges } from './useChanges';

/** One kit, many arrangements: how each becomes each other, what may stay on, and who does what where. */
const props = defineProps<{ id: string }>();
const bench = useBench();
watch(
  () => props.id,
  (id) => void bench.open(id),
  { immediate: true },
);
onBeforeUnmount(() => bench.close());

const changes = useChanges();
watch(
  () => bench.opened.kind === 'open' && bench.parts.size > 0 && changes.state.value === 'idle',
  (ready) => {
    if (ready) void changes.start();
  },
  { immediate: true },
);

const names = computed(() => new Map((bench.rig?.setups ?? []).map((s) => [s.id, s.name])));
const nameOf = (id: string) => names.value.get(id) ?? 'a setup that is gone';

/** The change that is looked at: by the two setups, or from pieces where `from` is empty. */
const looked = ref<{ readonly from: string; readonly to: string }>();
const shown = computed(() => {
  const { matrix, stays } = changes;
  if (!matrix.value) return undefined;
  const first = matrix.value.cells.find((c) => c.told);
  const at = looked.value ?? (first && { from: first.fromId, to: first.toId });
  if (!at) return undefined;
  if (at.from === '') {
    const built = matrix.value.fromPieces.find((p) => p.setupId === at.to);
    return built && { ...at, told: built.told, stays: [] };
  }
  const cell = matrix.value.cells.find((c) => c.fromId === at.from && c.toId === at.to);
  if (!cell) return undefined;
  return {
    ...at,
    told: cell.told,
    stays: (stays.value ?? []).filter((s) => s.fromId === at.from && s.toId === at.to),
  };
});
</script>

<template>
  <div class="flex h-screen flex-col">
    <TopBar>
      <span class="font-serif">{{ bench.rig?.name }}</span>
      <template #right>
        <RouterLink
          class="bg-leaf text-on-leaf rounded-sm px-3 py-1 text-xs"
          :to="{ name: 'bench', params: { id } }"
          >To the bench</RouterLink
        >
      </template>
    </TopBar>
    <TroubleBox v-if="bench.opened.kind === 'failed'" class="m-6" :title="bench.opened.message" />
    <div
      v-else-if="bench.report"
      class="grid min-h-0 flex-1 grid-cols-[1fr_23rem] max-[960px]:grid-cols-1 max-[960px]:overflow-y-auto"
    >
      <main class="min-h-0 overflow-y-auto px-8 pt-5 pb-16 max-[960px]:overflow-visible">
        <div class="flex items-end justify-between gap-4">
          <div>
            <h1 class="font-serif text-2xl">Setups</h1>
            <p class="text-faint text-xs">
              One kit, {{ bench.rig!.setups.length }}
              {{ bench.rig!.setups.length === 1 ? 'arrangement' : 'arrangements' }}. A setup is made
              on the bench, from another one.
            </p>
          </div>
          <p
            v-if="changes.state.value === 'working'"
            class="text-faint flex items-center gap-3 text-xs"
            role="status"
          >
            {{ changes.done.value }} of {{ changes.total.value || '…' }} looked at
            <AppButton small @click="changes.stop()">Stop</AppButton>
          </p>
          <p v-else-if="changes.state.value === 'stopped'" class="text-faint text-xs" role="status">
            Stopped.
            <AppButton small @click="changes.start()">Go on</AppButton>
          </p>
        </div>
        <TroubleBox
          v-if="changes.state.value === 'failed'"
          class="mt-4"
          :title="changes.trouble.value"
        >
          <AppButton class="mt-2" small @click="changes.start()">Try again</AppButton>
        </TroubleBox>
        <p v-if="changes.unlooked.value.length > 0" class="text-blossom mt-3 text-xs">
          {{ changes.unlooked.value.map(nameOf).join(', ') }}: it took too long to look what stands
          where, so of these only what carries what is kept to.
        </p>

        <section class="mt-6" aria-labelledby="matrix-title">
          <h2 id="matrix-title" class="font-serif text-lg">From one to another</h2>
          <MatrixTable
            v-if="changes.matrix.value"
            :matrix="changes.matrix.value"
            :looked="shown"
            :name-of="nameOf"
            @look="(from, to) => (looked = { from, to })"
          />
          <p v-else-if="changes.state.value === 'working'" class="text-faint mt-2 text-sm">
            Setups are being looked at …
          </p>
        </section>

        <section v-if="bench.rig!.setups.length > 1" class="mt-8" aria-labelledby="quick-title">
          <h2 id="quick-title" class="font-serif text-lg">What a quick joint would save</h2>
          <QuickList
            v-if="changes.quick.value"
            :quick="changes.quick.value"
            :stays="changes.stays.value ?? []"
            :name-of="nameOf"
          />
          <p v-else-if="changes.state.value === 'working'" class="text-faint mt-2 text-sm">
            Comes after the minutes …
          </p>
        </section>

        <section class="mt-8" aria-labelledby="parts-title">
          <h2 id="parts-title" class="font-serif text-lg">Who does what where</h2>
          <PartsTable />
        </section>

        <LadderSection class="mt-8" />
      </main>
      <aside
        class="border-line bg-sheet min-h-0 overflow-y-auto border-l px-5 pt-5 pb-10 max-[960px]:border-t max-[960px]:border-l-0"
        aria-label="The change that is looked at"
      >
        <template v-if="shown">
          <p class="eyebrow">
            {{ shown.from === '' ? 'From pieces' : `From ${nameOf(shown.from)}` }}
          </p>
          <h2 class="font-serif text-xl leading-tight">to {{ nameOf(shown.to) }}</h2>
          <template v-if="shown.told">
            <ChangeSteps class="mt-2" :told="shown.told" />
            <ul v-if="shown.stays.length > 0" class="mt-4" aria-label="What may stay on">
              <li v-for="s in shown.stays" :key="s.itemId" class="rule py-1.5 text-sm">
                <span class="font-serif">{{ bench.names!.item(s.itemId) }}</span> may stay on:
                nothing is worse for it, {{ saySeconds(s.savedS, true) }} less each way, and
                {{ Math.round(s.massG) }} <span class="unit">g</span> carried for nothing.
              </li>
            </ul>
            <RouterLink
              v-if="shown.from !== '' && shown.told.steps.length > 0"
              class="text-leaf mt-4 inline-block text-sm hover:underline"
              :to="{
                name: 'bench',
                params: { id },
                query: { change: shown.from, to: shown.to },
              }"
              >Step through it on the drawing</RouterLink
            >
          </template>
          <p v-else class="text-faint mt-2 text-sm">
            It has another camera: it is built anew, from pieces.
          </p>
        </template>
        <p v-else class="text-faint text-sm">Choose a change in the table to read its steps.</p>
      </aside>
    </div>
    <p v-else class="text-faint p-8" role="status">opening …</p>
  </div>
</template>
