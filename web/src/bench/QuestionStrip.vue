<script setup lang="ts">
import { findQuestion, questions, sayFigure, type Figure, type Question } from '@zucchini/core';
import { computed } from 'vue';
import WeightMark from '../shared/WeightMark.vue';
import { useBench } from '../desk/benchStore';

/** The six questions, each with its figure; one is open. */
const bench = useBench();
/** The figure of a question; of one that was computed in part that it was. */
function sayWhole(question: Question): Figure {
  const figure = sayFigure(bench.report!, question);
  const isPart = question === 'fit' && bench.overMs !== undefined;
  return isPart ? { ...figure, detail: 'room not computed' } : figure;
}

const entries = computed(() =>
  questions.map((question, i) => ({
    question,
    key: i + 1,
    words: findQuestion(question),
    figure: sayWhole(question),
  })),
);
</script>

<template>
  <nav class="border-line flex shrink-0 border-b" aria-label="The six questions">
    <button
      v-for="{ question, key, words, figure } in entries"
      :key="question"
      type="button"
      class="border-line relative flex min-w-0 grow basis-auto items-center gap-2 border-r px-3 py-2 xl:gap-3 xl:px-4 text-left last:border-r-0"
      :class="bench.question === question ? 'bg-sheet' : 'hover:bg-shade/60'"
      :aria-current="bench.question === question ? 'true' : undefined"
      :title="`${words.asks} (key ${key})`"
      @click="bench.ask(question)"
    >
      <span
        v-if="bench.question === question"
        class="bg-leaf absolute inset-x-0 top-0 h-[3px]"
        aria-hidden="true"
      />
      <span class="font-serif text-base">{{ words.name }}</span>
      <span class="min-w-0 flex-1 text-right leading-tight">
        <span class="block truncate font-medium tabular-nums">{{ figure.main }}</span>
        <!-- What is longer than the figure is cut: it must not take room from the others. -->
        <span
          class="text-faint block w-0 min-w-full truncate text-xs tabular-nums"
          :title="figure.detail"
          >{{ figure.detail }}</span
        >
      </span>
      <WeightMark
        v-if="figure.state === 'stops' || figure.state === 'risk' || figure.state === 'well'"
        :weight="figure.state"
        wordless
      />
    </button>
  </nav>
</template>
