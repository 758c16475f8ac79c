<script setup lang="ts">
import { questionOf, type Question } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../desk/benchStore';
import AppButton from '../../shared/AppButton.vue';
import { useRemedies } from '../remedies/remedyStore';
import FindingItem from './FindingItem.vue';

/** What was found under one question, heaviest first, or that there is nothing. */
const props = defineProps<{ question: Question; nothing: string }>();
const bench = useBench();
const mending = useRemedies();
const findings = computed(() =>
  bench.report!.findings.filter((f) => questionOf(f.code) === props.question),
);
</script>

<template>
  <p
    v-if="findings.length > 0 && mending.state === 'working'"
    class="text-faint mt-3 flex items-center gap-2 text-xs"
  >
    Trying ways out, {{ mending.done }} of {{ mending.total || findings.length }}
    <AppButton small @click="mending.stop()">Stop</AppButton>
  </p>
  <p
    v-else-if="mending.state === 'stopped'"
    class="text-faint mt-3 flex items-center gap-2 text-xs"
  >
    Stopped looking for ways out.
    <AppButton small @click="mending.start()">Look on</AppButton>
  </p>
  <p
    v-else-if="mending.state === 'failed'"
    class="mt-3 flex items-center gap-2 text-xs"
    role="alert"
  >
    Ways out could not be looked for: {{ mending.trouble }}
    <AppButton small @click="mending.start()">Try again</AppButton>
  </p>
  <ul v-if="findings.length > 0" class="mt-3" aria-label="Findings">
    <FindingItem v-for="f in findings" :key="f.id" :finding="f" />
  </ul>
  <p v-else class="text-leaf mt-3 flex items-baseline gap-2">
    <span aria-hidden="true">✓</span>{{ nothing }}
  </p>
</template>
