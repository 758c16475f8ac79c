<script setup lang="ts">
import { assumptions, judgeSlip, sayG, sayMm, sayNm, sayNumber, type Slip } from '@zucchini/core';
import { computed } from 'vue';
import WeightMark from '../../shared/WeightMark.vue';
import { useBench } from '../../desk/benchStore';
import WorkingLines from '../../shared/WorkingLines.vue';

/** The working of one friction joint, from torque to ratio. */
const props = defineProps<{ slip: Slip }>();
const bench = useBench();

const weight = computed(() => judgeSlip(props.slip));
const word = computed(() =>
  props.slip.braced
    ? 'braced'
    : { well: 'holds', note: 'look at it', risk: 'creeps', stops: 'turns' }[weight.value],
);
const title = computed(() => {
  const joint = bench.report!.assembly.joints.find((j) => j.joint.id === props.slip.jointId)!;
  return `${bench.names!.item(joint.child)} on ${bench.names!.item(joint.parent)}`;
});

const source = (name: keyof typeof assumptions) => assumptions[name].source;

const lines = computed(() => {
  const s = props.slip;
  const joltN = sayNumber(s.joltG, 1);
  return [
    ...(s.slipStated
      ? [{ what: 'Holds', value: sayNm(s.slipMomentNm), from: 'stated for this part' }]
      : [
          {
            what: 'Torque of the screw, T',
            value: sayNm(s.torqueNm),
            from: s.torqueFrom === 'stated' ? 'stated for this part' : source(s.torqueFrom),
          },
          {
            what: 'Clamp force F = T ∕ (K·d)',
            value: `≈ ${sayNumber(s.clampForceN)} N`,
            from: source('nutFactor'),
          },
          {
            what: 'Friction µ',
            value: sayNumber(s.friction, 2),
            from: s.friction >= 0.4 ? source('frictionRubber') : source('frictionMetal'),
          },
          {
            what: 'Radius r = ⅔·(Ro³−Ri³)∕(Ro²−Ri²)',
            value: sayMm(s.frictionRadiusMm),
            from: s.contactStated ? 'from the faces of both parts' : source('contactOuterMm'),
          },
          { what: 'Slips at M = µ·F·r', value: `≈ ${sayNm(s.slipMomentNm)}` },
        ]),
    {
      what: `Weight beyond the joint (${sayG(s.awayMassG)}) and motion`,
      value: `≈ ${sayNm(s.weightMomentNm)}`,
      from: `gravity, and a jolt of ${joltN} g in the worst direction; ratio ≈ ${sayNumber(s.weightRatio, 2)}`,
    },
    {
      what: 'A hand on it',
      value: `≈ ${sayNm(s.handsMomentNm)}`,
      from:
        s.handForceN > 0
          ? `${sayNumber(s.handForceN)} N at ${sayMm(s.handArmMm)} from the screw; ${source('handForceN')}; ratio ≈ ${sayNumber(s.handsRatio, 2)}`
          : 'nothing beyond the joint is taken hold of',
    },
  ];
});
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
      Over 1 it turns, over 0.5 it creeps, from 0.3 look at it now and then.
    </p>
  </details>
</template>
