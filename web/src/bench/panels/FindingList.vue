<script setup lang="ts">
import { questionOf, type Question } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../desk/benchStore';
import FindingItem from './FindingItem.vue';

/** What was found under one question, heaviest first, or that there is nothing. */
const props = defineProps<{ question: Question; nothing: string }>();
const bench = useBench();
const findings = computed(() =>
  bench.report!.findings.filter((f) => questionOf(f.code) === props.question),
);
</script>

<template>
  <ul v-if="findings.length > 0" class="mt-3" aria-label="Findings">
    <FindingItem v-for="f in findings" :key="f.id" :finding="f" />
  </ul>
  <p v-else class="text-leaf mt-3 flex items-baseline gap-2">
    <span aria-hidden="true">✓</span>{{ nothing }}
  </p>
</template>
