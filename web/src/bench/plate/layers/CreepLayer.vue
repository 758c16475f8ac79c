<script setup lang="ts">
import { judgeSlip, projectPoint } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../../desk/benchStore';
import { usePlate } from '../plateContext';

/** Joints that creep or turn in this way of holding. */
const bench = useBench();
const { toPage } = usePlate();

const creeping = computed(() =>
  bench.question === 'hang'
    ? bench.report!.fit.slips.flatMap((slip) => {
        const judged = judgeSlip(slip);
        if (judged === 'well' || judged === 'note') return [];
        const joint = bench.report!.assembly.joints.find((j) => j.joint.id === slip.jointId)!;
        const at = toPage(...projectPoint(bench.view, joint.rigFromParentMount.originMm));
        return [{ id: slip.jointId, at, ratio: slip.ratio, turns: judged === 'stops' }];
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
        {{ c.turns ? 'turns' : 'creeps' }} {{ c.ratio.toFixed(2) }}
      </text>
    </g>
  </g>
</template>
