<script setup lang="ts">
import { findQuestion, questions, sayFigure, type Figure, type Question } from '@zucchini/core';
import { computed } from 'vue';
import WeightMark from '../shared/WeightMark.vue';
import { useBench } from '../desk/benchStore';

/** The six questions, each with its figure; one is open. */
const bench = useBench();
/** The figure of a question; of one that was computed in part that it was. */
function sayWhole(question: Question): Figure {
  const figure = sayFigure(bench.report!, question, bench.parts);
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
      class="border-line relative flex min-w-0 grow basis-auto flex-col justify-center border-r px-3 py-2 text-left leading-tight xl:px-4 last:border-r-0"
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
      <!-- In a narrow window the figure has a line of its own: it is the last to be cut. -->
      <span
        class="grid w-full grid-cols-[1fr_auto] items-baseline gap-x-2 xl:grid-cols-[auto_1fr_auto] xl:gap-x-3"
      >
        <span class="font-serif text-base xl:col-start-1 xl:row-start-1">{{ words.name }}</span>
        <span
          class="col-span-2 row-start-2 min-w-0 truncate text-right font-medium tabular-nums xl:col-span-1 xl:col-start-2 xl:row-start-1"
          >{{ figure.main }}</span
        >
        <WeightMark
          v-if="figure.state === 'stops' || figure.state === 'risk' || figure.state === 'well'"
          class="self-center"
          :weight="figure.state"
          wordless
        />
      </span>
      <!-- What is longer than the line above it is cut: it must not take room from the others. -->
      <span
        class="text-faint block w-0 min-w-full truncate text-right text-xs tabular-nums"
        :title="figure.detail"
        >{{ figure.detail }}</span
      >
    </button>
  </nav>
</template>
