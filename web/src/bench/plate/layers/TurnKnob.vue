<script setup lang="ts">
import { listTurnsDeg, projectDirection, projectPoint, type PlacedJoint } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../../desk/benchStore';
import { usePlate } from '../plateContext';

/** A ring about the joint of the chosen part, with a knob that turns it. */
defineProps<{ angleRad: number }>();
const emit = defineEmits<{
  turn: [event: PointerEvent, joint: PlacedJoint, x: number, y: number];
}>();
const bench = useBench();
const { toPage, items } = usePlate();

const turning = computed(() => {
  const placed = bench.selected === undefined ? undefined : items.value.get(bench.selected);
  const joint = placed?.carriedBy;
  if (!joint || joint.mate.state !== 'mates' || bench.readOnly) return undefined;
  if (listTurnsDeg(joint.mate, joint.parentMount, joint.childMount).length < 2) return undefined;
  const axis = projectDirection(bench.view, joint.rigFromParentMount.rotation.z);
  // Seen from the side a turn cannot be dragged: the panel and the T key turn it.
  if (Math.hypot(...axis) > 0.3) return undefined;
  const [x, y] = toPage(...projectPoint(bench.view, joint.rigFromParentMount.originMm));
  return { x, y, joint };
});
</script>

<template>
  <g v-if="turning" :transform="`translate(${turning.x} ${turning.y})`" data-layer="turn">
    <circle r="26" fill="none" class="stroke-leaf" stroke-width="1.2" stroke-dasharray="3 3" />
    <circle
      :cx="26 * Math.cos(angleRad)"
      :cy="26 * Math.sin(angleRad)"
      r="7"
      class="fill-leaf cursor-grab touch-none"
      data-testid="turn-knob"
      @pointerdown.stop="emit('turn', $event, turning.joint, turning.x, turning.y)"
    >
      <title>Drag to turn it</title>
    </circle>
  </g>
</template>
