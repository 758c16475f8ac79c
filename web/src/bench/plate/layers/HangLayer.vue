<script setup lang="ts">
import { projectDirection, projectPoint, type Point2, type Vec3 } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../../desk/benchStore';
import { linePath } from '../../../shared/path';
import { usePlate } from '../plateContext';

/** How it is held: the grips in use, where it hangs, the plumb line and the level point. */
defineProps<{ centre: Point2 | undefined }>();
const bench = useBench();
const { page, toPage } = usePlate();

const hanging = computed(() => {
  const { hang, hold } = bench.report!;
  if (bench.question !== 'hang' || hold.state !== 'held') return undefined;
  const at = (point: Vec3) => toPage(...projectPoint(bench.view, point));
  const grips = hold.grips.map((g) => ({
    line: linePath([projectPoint(bench.view, g.fromMm), projectPoint(bench.view, g.toMm)], toPage),
    hand: at(g.pointMm),
  }));
  const others = hold.contacts.filter((c) => !c.grip).map((c) => at(c.pointMm));
  const lone = hang.state === 'hangs' || hang.state === 'tips-over' ? hang : undefined;
  const first = hold.contacts[0];
  if (!lone || !first) return { grips, others, lone: undefined };
  const hand = at(first.pointMm);
  const [downX, downY] = projectDirection(bench.view, hold.axes.down);
  const reach = 1.25 * page.value.pxPerMm * Math.max(40, 'belowMm' in lone ? lone.belowMm : 40);
  const { grip } = lone;
  const level =
    lone.state === 'hangs' && lone.level?.onGrip && grip && grip.lengthMm > 0
      ? at(
          grip.fromMm.map(
            (v, i) => v + ((grip.toMm[i]! - v) * lone.level!.alongMm) / grip.lengthMm,
          ) as unknown as Vec3,
        )
      : undefined;
  return {
    grips,
    others,
    lone: {
      hand,
      level,
      plumb:
        Math.hypot(downX, downY) > 0.3
          ? ([hand[0] + downX * reach, hand[1] - downY * reach] as const)
          : undefined,
    },
  };
});
</script>

<template>
  <g v-if="hanging" pointer-events="none" data-layer="hang">
    <template v-for="(g, i) in hanging.grips" :key="`grip ${i}`">
      <path
        :d="g.line"
        class="stroke-leaf"
        stroke-width="5"
        stroke-linecap="round"
        opacity="0.55"
      />
      <circle
        :cx="g.hand[0]"
        :cy="g.hand[1]"
        r="5"
        class="fill-sheet stroke-leaf"
        stroke-width="2.4"
      />
    </template>
    <rect
      v-for="(c, i) in hanging.others"
      :key="`bearer ${i}`"
      :x="c[0] - 4.5"
      :y="c[1] - 4.5"
      width="9"
      height="9"
      class="fill-sheet stroke-leaf"
      stroke-width="2.2"
    />
    <template v-if="hanging.lone">
      <path
        v-if="hanging.lone.plumb"
        :d="`M${hanging.lone.hand[0]} ${hanging.lone.hand[1]}L${hanging.lone.plumb[0]} ${hanging.lone.plumb[1]}`"
        class="stroke-ink"
        stroke-width="1"
        stroke-dasharray="7 4"
      />
      <path
        v-if="centre"
        :d="`M${hanging.lone.hand[0]} ${hanging.lone.hand[1]}L${centre[0]} ${centre[1]}`"
        class="stroke-blossom"
        stroke-width="1.6"
      />
      <g
        v-if="hanging.lone.level"
        :transform="`translate(${hanging.lone.level[0]} ${hanging.lone.level[1]})`"
      >
        <path d="M0 6 8 18H-8Z" class="fill-leaf" />
        <text
          y="31"
          text-anchor="middle"
          class="fill-leaf stroke-paper text-[11px] font-semibold"
          stroke-width="3.5"
          paint-order="stroke"
        >
          level here
        </text>
      </g>
    </template>
  </g>
</template>
