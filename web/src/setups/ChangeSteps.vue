<script setup lang="ts">
import { sayProof, type ToldChange } from '@zucchini/core';

/** The steps of a change, one under the other, with what each takes; `at` is the one that is done next. */
defineProps<{ told: ToldChange; at?: number | undefined }>();
defineEmits<{ go: [at: number] }>();
</script>

<template>
  <div>
    <p class="text-sm tabular-nums">{{ told.line }}</p>
    <p v-if="told.steps.length > 0" class="text-faint text-xs">{{ sayProof(told) }}</p>
    <ol class="mt-2" aria-label="Steps">
      <li
        v-for="(step, i) in told.steps"
        :key="step.id"
        class="rule grid grid-cols-[1.5rem_1fr] gap-x-1 py-1.5 text-sm"
        :class="{ 'bg-leaf-tint': at === i }"
        :aria-current="at === i ? 'step' : undefined"
      >
        <span class="text-faint font-serif italic tabular-nums">{{ i + 1 }}</span>
        <div>
          <button
            v-if="at !== undefined"
            type="button"
            class="text-left hover:underline"
            @click="$emit('go', i)"
          >
            {{ step.text }}
          </button>
          <span v-else>{{ step.text }}</span>
          <span class="text-faint block text-xs tabular-nums"
            >{{ step.does }} · {{ step.takes }}{{ step.goes ? ` · ${step.goes}` : '' }}</span
          >
          <span
            v-if="step.lacks"
            class="block text-xs"
            :class="step.stopped ? 'text-tomato' : 'text-blossom'"
            >{{ step.stopped ? '✕' : '!' }} {{ step.lacks }}</span
          >
        </div>
      </li>
    </ol>
  </div>
</template>
