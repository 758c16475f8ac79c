<script setup lang="ts">
import type { Question, ToCome } from '@zucchini/core';
import { useBench } from '../../desk/benchStore';
import QuestionFrame from './QuestionFrame.vue';

/** A question whose computation is still to come. */
defineProps<{ question: Question }>();
const bench = useBench();
const say = (question: Question) => (bench.report![question] as ToCome).willSay;
</script>

<template>
  <QuestionFrame :question="question">
    <p class="mt-4">
      This question is not computed yet: nothing on this screen says anything about it.
    </p>
    <p class="text-faint mt-2">It will say {{ say(question) }}.</p>
  </QuestionFrame>
</template>
