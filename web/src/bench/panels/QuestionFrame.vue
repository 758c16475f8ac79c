<script setup lang="ts">
import { findQuestion, type Question } from '@zucchini/core';
import PanelFrame from './PanelFrame.vue';

/** The frame of a question's working: its name over what it asks. */
defineProps<{ question: Question }>();
</script>

<template>
  <PanelFrame :over="findQuestion(question).name" :title="findQuestion(question).asks">
    <slot />
  </PanelFrame>
</template>
