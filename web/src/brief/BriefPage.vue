<script setup lang="ts">
import {
  beginWith,
  judgeNeed,
  nameNeed,
  needMarks,
  sayNeed,
  type ReadyBrief,
} from '@zucchini/core';
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { useBench } from '../desk/benchStore';
import { readyBriefs } from './ready';
import ChoiceField from '../form/ChoiceField.vue';
import AppButton from '../shared/AppButton.vue';
import { announce } from '../shared/announce';
import TopBar from '../shared/TopBar.vue';
import TroubleBox from '../shared/TroubleBox.vue';
import WeightMark from '../shared/WeightMark.vue';
import BriefFields from './BriefFields.vue';
import { useBrief } from './useBrief';

/** The brief of a rig on a page of its own; beside it what the rig must supply, as it follows from each change. */
const props = defineProps<{ id: string }>();
const bench = useBench();
watch(
  () => props.id,
  (id) => void bench.open(id),
  { immediate: true },
);
onBeforeUnmount(() => bench.close());

const editing = useBrief(ref('rig'));
const needs = computed(() => bench.report?.needs() ?? []);
const name = (id: string) => bench.names!.item(id);
const shortFirst = computed(() =>
  [...needs.value].sort(
    (a, b) =>
      Number(needMarks[judgeNeed(a)] !== 'risk') - Number(needMarks[judgeNeed(b)] !== 'risk'),
  ),
);
function begin(id: string): void {
  const ready: ReadyBrief | undefined = readyBriefs.find((b) => b.id === id);
  if (!ready || !editing.stored.value) return;
  editing.take(beginWith(ready, editing.stored.value));
  announce(`Began with ${ready.name}. Z takes it back on the bench.`);
}
</script>

<template>
  <div class="flex h-screen flex-col">
    <TopBar>
      <span class="font-serif">{{ bench.rig?.name }}</span>
      <template #right>
        <AppButton small :disabled="!bench.canUndo" @click="bench.stepBack()">Undo</AppButton>
        <RouterLink
          class="bg-leaf text-on-leaf px-3 py-1 text-xs"
          :to="{ name: 'bench', params: { id } }"
          >To the bench</RouterLink
        >
      </template>
    </TopBar>
    <TroubleBox v-if="bench.opened.kind === 'failed'" class="m-6" :title="bench.opened.message" />
    <div
      v-else-if="bench.report"
      class="grid min-h-0 flex-1 grid-cols-[1fr_20rem] max-[960px]:grid-cols-1"
    >
      <main class="min-h-0 overflow-y-auto px-8 pt-5 pb-16">
        <div class="mx-auto max-w-3xl">
          <div class="flex items-end justify-between gap-4">
            <div>
              <h1 class="font-serif text-2xl">The brief</h1>
              <p class="text-faint text-xs">
                Everything may be left out: what is left out is not judged.<template
                  v-if="bench.rig?.brief.from"
                >
                  Began with “{{ bench.rig.brief.from }}”; figures that are still its own say where
                  they come from.</template
                >
              </p>
            </div>
            <ChoiceField
              label="Begin again with"
              labelled="above"
              small
              placeholder="a ready-made job"
              :options="readyBriefs.map((b) => [b.id, b.name] as const)"
              model-value=""
              @update:model-value="begin"
            />
          </div>
          <div class="mt-5"><BriefFields :editing="editing" /></div>
        </div>
      </main>
      <aside
        class="border-line bg-sheet min-h-0 overflow-y-auto border-l px-5 pt-5 pb-10"
        aria-label="What the rig must supply"
      >
        <h2 class="font-serif text-lg">What the rig must supply</h2>
        <p v-if="needs.length === 0" class="text-faint mt-1 text-xs">Nothing is asked for yet.</p>
        <ul class="mt-2">
          <li v-for="n in shortFirst" :key="n.id" class="rule py-1.5">
            <span class="flex items-baseline justify-between gap-2">
              <span class="font-serif">{{ nameNeed(n) }}</span>
              <WeightMark :weight="needMarks[judgeNeed(n)]" wordless />
            </span>
            <span
              class="block text-xs tabular-nums"
              :class="needMarks[judgeNeed(n)] === 'risk' ? 'text-blossom' : 'text-faint'"
              >{{ sayNeed(n, name) }}</span
            >
          </li>
        </ul>
      </aside>
    </div>
    <p v-else class="text-faint p-8" role="status">opening …</p>
  </div>
</template>
