<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useBench } from '../../desk/benchStore';
import StageDrawing from '../../draw/StageDrawing.vue';
import { viewWords } from '../../draw/viewWords';
import AppButton from '../../shared/AppButton.vue';
import WalkRound from '../plate/WalkRound.vue';
import { useChange } from './changeStore';

/** The drawing while a change is gone through: what goes is dashed, what comes is green. */
const bench = useBench();
const change = useChange();
const step = computed(() => change.found?.told.steps[change.at]);
const count = computed(() => change.found?.told.steps.length ?? 0);
/** One step after the other, as fast as one reads it. */
const stepMs = 1800;
const isPlaying = ref(false);
const { pause, resume } = useIntervalFn(
  () => {
    if (change.at >= count.value) stop();
    else change.go(change.at + 1);
  },
  stepMs,
  { immediate: false },
);
function stop(): void {
  isPlaying.value = false;
  pause();
}
function play(): void {
  if (isPlaying.value) {
    stop();
    return;
  }
  if (change.at >= count.value) change.go(0);
  isPlaying.value = true;
  resume();
}
const line = computed(() =>
  step.value
    ? step.value.text
    : count.value === 0
      ? 'Nothing to change.'
      : `${change.pair?.to.name}: done.`,
);
</script>

<template>
  <section class="relative flex min-h-0 min-w-0 flex-col overflow-hidden" aria-label="The plate">
    <div class="flex items-baseline gap-3 px-6 pt-4">
      <p class="min-w-0 flex-1 font-serif text-lg" role="status" aria-live="polite">
        <span class="text-faint italic tabular-nums"
          >{{ Math.min(change.at + 1, count) }} of {{ count }}</span
        >&ensp;
        {{ line }}
      </p>
      <AppButton v-if="count > 1" small :aria-pressed="isPlaying" @click="play">{{
        isPlaying ? 'Stop' : 'Play'
      }}</AppButton>
      <AppButton small :disabled="change.at === 0" @click="change.go(change.at - 1)"
        >Back</AppButton
      >
      <AppButton
        small
        look="main"
        :disabled="change.at >= count"
        @click="change.go(change.at + 1)"
        >{{ change.at + 1 >= count ? 'Done' : 'Next' }}</AppButton
      >
    </div>
    <div class="min-h-0 flex-1 px-6 py-3">
      <StageDrawing
        v-if="change.shown && change.frame"
        :assembly="change.shown.assembly"
        :view="bench.view"
        :frame="change.frame"
        :fresh="change.shown.fresh"
        :ghost="change.shown.ghost"
        :strokes="change.strokes"
        :aria-label="`${line} ${viewWords[bench.view]}`"
        data-testid="change-plate"
      />
    </div>
    <div class="flex items-end justify-between gap-4 pr-3 pb-2 pl-6">
      <p class="caption text-faint pb-1 text-sm">
        {{ viewWords[bench.view] }} · <span class="text-tomato">╌ goes</span> ·
        <span class="text-leaf">— comes</span>
      </p>
      <WalkRound />
    </div>
  </section>
</template>
