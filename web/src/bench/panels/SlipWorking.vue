<script setup lang="ts">
import {
  judgeSlip,
  saySlipLimits,
  saySlipLines,
  saySlipState,
  sayNumber,
  type Slip,
} from '@zucchini/core';
import { computed } from 'vue';
import WeightMark from '../../shared/WeightMark.vue';
import { useBench } from '../../desk/benchStore';
import WorkingLines from '../../shared/WorkingLines.vue';

/** The working of one friction joint, from torque to ratio. */
const props = defineProps<{ slip: Slip }>();
const bench = useBench();

/** What is aimed by turning it is no alarm, and no ✓ either. */
const weight = computed(() => {
  const { weight: judged } = judgeSlip(props.slip);
  const isTold = props.slip.braced || saySlipState(props.slip) === 'holds';
  return judged === 'well' && !isTold ? 'note' : judged;
});
const word = computed(() => saySlipState(props.slip));
const title = computed(() => {
  const joint = bench.report!.assembly.joints.find((j) => j.joint.id === props.slip.jointId)!;
  return `${bench.names!.item(joint.child)} on ${bench.names!.item(joint.parent)}`;
});

const lines = computed(() => saySlipLines(props.slip, bench.rig!.settings));
</script>

<template>
  <details class="rule py-1.5">
    <summary class="flex items-baseline gap-2">
      <span class="min-w-0 flex-1">{{ title }}</span>
      <span class="text-xs tabular-nums">≈ {{ sayNumber(slip.ratio, 2) }}</span>
      <WeightMark :weight="weight" wordless />
      <span class="w-16 text-xs">{{ word }}</span>
    </summary>
    <WorkingLines class="mt-1 mb-2 pl-2" :lines="lines" />
    <p class="text-faint pl-2 text-xs">
      {{ saySlipLimits() }}
    </p>
  </details>
</template>
