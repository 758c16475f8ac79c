<script setup lang="ts">
import ChangeSteps from '../../setups/ChangeSteps.vue';
import AppButton from '../../shared/AppButton.vue';
import { useBench } from '../../desk/benchStore';
import { useChange } from '../change/changeStore';
import PanelFrame from './PanelFrame.vue';

/** The steps of the change that is gone through on the drawing. */
const bench = useBench();
const change = useChange();

function turnRound(): void {
  const { panel } = bench;
  if (panel.kind === 'change') change.begin(panel.toId, panel.fromId);
}
</script>

<template>
  <PanelFrame
    :over="`From ${change.pair?.from.name ?? ''}`"
    :title="`to ${change.pair?.to.name ?? 'a setup that is gone'}`"
    back
    @back="bench.panel = { kind: 'setups' }"
  >
    <template v-if="change.found">
      <p class="text-faint text-xs"><kbd>.</kbd> next step, <kbd>,</kbd> the one before</p>
      <ChangeSteps class="mt-2" :told="change.found.told" :at="change.at" @go="change.go" />
      <div class="mt-4 flex flex-wrap gap-2">
        <AppButton small @click="turnRound">And back again</AppButton>
        <AppButton
          v-if="change.pair"
          small
          @click="(bench.openSetup(change.pair.to.id), (bench.panel = { kind: 'setups' }))"
          >Open {{ change.pair.to.name }}</AppButton
        >
      </div>
    </template>
    <p v-else-if="!change.pair" class="text-faint mt-2 text-sm">One of the two was taken away.</p>
    <p v-else-if="!bench.collider" class="text-faint mt-2 text-sm" role="status">
      Looking what stands where …
    </p>
    <p v-else class="text-faint mt-2 text-sm">It has another camera: it is built anew.</p>
  </PanelFrame>
</template>
