<script setup lang="ts">
import { judgeSlip, projectPoint, sayNumber, saySlipState } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../../desk/benchStore';
import { usePlate } from '../plateContext';

/** Joints that creep or turn in this way of holding. */
const bench = useBench();
const { toPage } = usePlate();

const creeping = computed(() =>
  bench.question === 'hang'
    ? bench.report!.fit.slips.flatMap((slip) => {
        const { weight, by } = judgeSlip(slip);
        if (weight === 'well' || weight === 'note') return [];
        const joint = bench.report!.assembly.joints.find((j) => j.joint.id === slip.jointId)!;
        const at = toPage(...projectPoint(bench.view, joint.rigFromParentMount.originMm));
        const ratio = by === 'hands' ? slip.handsRatio : slip.weightRatio;
        return [
          { id: slip.jointId, at, ratio, turns: weight === 'stops', word: saySlipState(slip) },
        ];
      })
    : [],
);
</script>

<template>
  <g v-if="creeping.length > 0" pointer-events="none" data-layer="creeping">
    <g v-for="c in creeping" :key="c.id" :transform="`translate(${c.at[0]} ${c.at[1]})`">
      <circle
        r="9"
        fill="none"
        :class="c.turns ? 'stroke-tomato' : 'stroke-blossom'"
        stroke-width="1.8"
        stroke-dasharray="4 3"
      />
      <text
        x="13"
        y="4"
        class="stroke-paper text-[11px] font-medium"
        :class="c.turns ? 'fill-tomato' : 'fill-blossom'"
        stroke-width="3.5"
        paint-order="stroke"
      >
        {{ c.word }} {{ sayNumber(c.ratio, 2) }}
      </text>
    </g>
  </g>
</template>
