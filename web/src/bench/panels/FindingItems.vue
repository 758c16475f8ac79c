<script setup lang="ts">
import type { Finding } from '@zucchini/core';
import { computed, ref } from 'vue';
import AppButton from '../../shared/AppButton.vue';
import FindingItem from './FindingItem.vue';

/** Findings one below the other; of very many the first ones, and more when they are asked for. */
const props = defineProps<{ findings: readonly Finding[] }>();

/** Findings that are shown at a time: nobody reads more, and a page with thousands stands still. */
const atATime = 100;
const most = ref(atATime);
const shown = computed(() => props.findings.slice(0, most.value));
const left = computed(() => props.findings.length - shown.value.length);
</script>

<template>
  <ul aria-label="Findings">
    <FindingItem v-for="f in shown" :key="f.id" :finding="f" />
    <li v-if="left > 0" class="rule py-2.5">
      <span class="text-faint">{{ left }} more, none of them heavier.</span>
      <AppButton class="mt-1" small @click="most += atATime"
        >Show {{ Math.min(left, atATime) }} more</AppButton
      >
    </li>
  </ul>
</template>
