<script setup lang="ts">
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import AppButton from '../shared/AppButton.vue';
import { useBench } from '../desk/benchStore';
import { sayError } from '../shared/sayError';
import { sayPlace } from './sayPlace';

/** Where the changes are, in words; what can be done when they are not on the server. */
const bench = useBench();
const router = useRouter();
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
    case 'gone':
      return trouble.value || 'Taken off the shelf elsewhere; yours is kept here';
    default:
      return '';
  }
});
const isTrouble = computed(() =>
  ['failed', 'refused', 'conflict', 'gone'].includes(bench.saveState.kind),
);
/** What both windows changed, each otherwise. */
const clashes = computed(() => {
  const { meeting, rig, parts } = bench;
  if (!meeting?.merged || !rig) return [];
  return [...new Set(meeting.merged.clashes.map((path) => sayPlace(path, rig, parts)))];
});
const trouble = ref('');
async function keepAsNew(): Promise<void> {
  trouble.value = '';
  try {
    const id = await bench.keepAsNew();
    if (id !== undefined) await router.push(`/rigs/${id}`);
  } catch (error) {
    trouble.value = sayError(error);
  }
}
</script>

<template>
  <div
    class="relative flex items-center gap-2 text-xs whitespace-nowrap"
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
    <!-- Below the bar, which has no room for it: the rest of its buttons would leave the window. -->
    <div
      v-if="bench.saveState.kind === 'conflict'"
      class="bg-sheet border-line absolute top-full left-0 z-20 mt-2 border p-2"
    >
      <p v-if="clashes.length" class="mb-2 w-96 whitespace-normal">
        Both windows changed {{ clashes.join(', ') }}. Put together, yours stands there.
      </p>
      <div class="flex gap-2">
        <AppButton v-if="bench.meeting?.merged" small @click="bench.keepBoth()"
          >Put both together</AppButton
        >
        <AppButton small @click="bench.keepMine()">Store mine over it</AppButton>
        <AppButton small @click="bench.takeStored()">Take the stored one</AppButton>
      </div>
    </div>
    <AppButton v-if="bench.saveState.kind === 'gone'" small @click="keepAsNew()"
      >Keep mine as a new rig</AppButton
    >
  </div>
</template>
