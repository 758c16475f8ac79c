<script setup lang="ts">
import { questionWords, type Question } from '@zucchini/core';
import PanelFrame from './PanelFrame.vue';

defineProps<{ question: Question }>();

const willSay: Partial<Record<Question, string>> = {
  last: 'who goes dark first, how many batteries the day takes, and whether every voltage and outlet agrees',
  light:
    'over which range of scene brightness your stop, ISO and shutter angle hold, and where the gaps are',
  sound: 'which inputs are used, what is monitored, and what the microphone does to the frame',
};
</script>

<template>
  <PanelFrame :over="questionWords[question].name" :title="questionWords[question].asks">
    <p class="mt-4">
      This question is not computed yet: nothing on this screen says anything about it.
    </p>
    <p class="text-faint mt-2">It will say {{ willSay[question] }}.</p>
  </PanelFrame>
</template>
