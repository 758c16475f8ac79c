<script setup lang="ts">
import { computed } from 'vue';
import AppButton from '../shared/AppButton.vue';
import { useBench } from '../desk/benchStore';

/** Where the changes are, in words; what can be done when they are not on the server. */
const bench = useBench();
const words = computed(() => {
  const state = bench.saveState;
  switch (state.kind) {
    case 'saved':
      return 'Saved';
    case 'waiting':
      return 'Not saved yet';
    case 'saving':
      return 'Saving …';
    case 'failed':
      return state.kept
        ? 'Not saved: kept in this browser, trying again'
        : 'Not saved, and this browser keeps nothing: do not close it';
    case 'refused':
      return `Refused: ${state.message}`;
    case 'conflict':
      return 'Changed elsewhere; yours is kept here';
    default:
      return '';
  }
});
const isTrouble = computed(() => ['failed', 'refused', 'conflict'].includes(bench.saveState.kind));
</script>

<template>
  <div
    class="flex items-center gap-2 text-xs whitespace-nowrap"
    role="status"
    data-testid="save-state"
    :data-state="bench.saveState.kind"
  >
    <span
      class="max-w-72 truncate"
      :class="isTrouble ? 'text-tomato font-medium' : 'text-faint'"
      :title="words"
      >{{ words }}</span
    >
    <AppButton v-if="bench.saveState.kind === 'failed'" small @click="bench.saveNow()"
      >Try now</AppButton
    >
    <template v-if="bench.saveState.kind === 'conflict'">
      <AppButton small @click="bench.keepMine()">Store mine over it</AppButton>
      <AppButton small @click="bench.takeStored()">Take the stored one</AppButton>
    </template>
  </div>
</template>
