<script setup lang="ts">
import { sayProof, type ToldChange } from '@zucchini/core';
import StageDrawing from '../draw/StageDrawing.vue';
import { viewWords } from '../draw/viewWords';
import type { DrawnStep } from './useSheets';

/** The order of assembly, a drawing for each step: what is there by then, the new part in ink, its joint enlarged. */
defineProps<{
  told: ToldChange | undefined;
  steps: readonly DrawnStep[] | undefined;
  /** False where parts wait for each other, so that there is no order. */
  known: boolean;
}>();
</script>

<template>
  <section aria-labelledby="build-title">
    <h2 id="build-title" class="font-serif text-2xl">Build sheet</h2>
    <p v-if="!known" class="text-tomato text-sm">
      It cannot be put together in any order: Fit says which parts wait for each other.
    </p>
    <template v-else-if="told && steps">
      <p class="text-sm tabular-nums">
        {{ told.line }}<template v-if="told.steps.length > 0">. {{ sayProof(told) }}</template>
      </p>
      <p v-if="steps.length === 0" class="text-sm">Nothing is put on the camera.</p>
      <ol class="mt-2 grid grid-cols-2 gap-x-6 max-sm:grid-cols-1">
        <li
          v-for="(step, i) in steps"
          :key="step.id"
          class="rule break-inside-avoid py-3"
          data-testid="build-step"
        >
          <div class="relative">
            <div class="h-44 w-full">
              <StageDrawing
                paper
                :assembly="step.assembly"
                :view="step.view"
                :frame="step.frame"
                :fresh="step.fresh"
                :strokes="step.strokes"
                :aria-label="`${step.text}, ${viewWords[step.view]}`"
              />
            </div>
            <div
              v-if="step.closeUp && step.assembly.items.length > 1"
              class="border-ink/50 bg-sheet absolute right-0 bottom-0 h-20 w-20 overflow-hidden rounded-full border"
              aria-hidden="true"
            >
              <StageDrawing
                paper
                :assembly="step.assembly"
                :view="step.view"
                :frame="step.closeUp"
                :fresh="step.fresh"
              />
            </div>
          </div>
          <p class="mt-1 leading-snug">
            <span class="mr-1 font-serif text-lg italic tabular-nums">{{ i + 1 }}</span>
            <span v-if="step.where" class="font-medium">On the table: </span>{{ step.text }}
          </p>
          <p class="text-faint text-xs tabular-nums print:text-black">
            {{ step.does }} · {{ step.takes }} ·
            {{ viewWords[step.view] }}
          </p>
          <ul class="text-xs">
            <li v-for="(line, k) in step.lines" :key="k">– {{ line }}</li>
          </ul>
          <p
            v-for="(line, k) in step.cautions"
            :key="`c${k}`"
            class="text-blossom text-xs print:text-black"
          >
            ! {{ line }}
          </p>
        </li>
      </ol>
    </template>
  </section>
</template>
