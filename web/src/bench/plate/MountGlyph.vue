<script setup lang="ts">
import type { MountKind } from '@zucchini/core';
import { computed } from 'vue';

/**
 * The cross-section of the real interface, about 14 px across: open where it is free, filled where it
 * is taken.
 */
const props = defineProps<{ kind: MountKind; taken: boolean; chosen?: boolean }>();

const ring = (r: number, from = 0) =>
  `M${from + r} 0A${r} ${r} 0 1 1 ${from - r} 0A${r} ${r} 0 1 1 ${from + r} 0Z`;

function teeth(): string {
  const points = Array.from({ length: 24 }, (_, i) => {
    const r = i % 2 === 0 ? 7 : 5;
    const a = (i * Math.PI) / 12;
    return `${(r * Math.cos(a)).toFixed(2)} ${(r * Math.sin(a)).toFixed(2)}`;
  });
  return `M${points.join('L')}Z`;
}

const shapes: Partial<Record<MountKind, string>> = {
  'quarter-20': ring(4),
  'three-eighths-16': ring(6),
  'screw-pair': `${ring(2.6, -4)}${ring(2.6, 4)}`,
  'cold-shoe': 'M-7-4H7V1H3.4V4H-3.4V1H-7Z',
  'hot-shoe': 'M-7-4H7V1H3.4V4H-3.4V1H-7Z',
  'nato-rail': 'M-6-4H6L7.5-1 4.5 4H-4.5L-7.5-1Z',
  'dovetail-38': 'M-8 4H8L5.5-4H-5.5Z',
  'video-plate-50': 'M-8.5 4H8.5V1L6-4H-6L-8.5 1Z',
  'rod-15-pair': `${ring(3.4, -5)}${ring(3.4, 5)}`,
  'rod-15-single': ring(3.6),
  'rosette-m6': teeth(),
  'v-mount': 'M-6-6H6L1.8 6H-1.8Z',
  'three-stud': `${ring(2, -4.5)}${ring(2, 4.5)}M0 7A2 2 0 1 1 0.01 7Z`,
  'l-series': 'M-6-6H-2V3H6V6H-6Z',
  'cell-bay': 'M-5-6H5V6H-5Z',
  'lens-mount': `${ring(9)}`,
  'front-thread': ring(7.5),
  'gear-08': teeth(),
};
const d = computed(() => shapes[props.kind] ?? 'M0-5 5 0 0 5-5 0Z');
</script>

<template>
  <g>
    <circle r="12" fill="transparent" />
    <path
      :d="d"
      :class="chosen ? 'stroke-leaf' : 'stroke-ink'"
      :style="{
        fill: taken ? 'var(--color-ink)' : chosen ? 'var(--color-leaf-tint)' : 'var(--color-sheet)',
      }"
      :stroke-width="chosen ? 2.2 : 1.3"
      fill-rule="evenodd"
    />
    <path
      v-if="
        !taken && (kind === 'quarter-20' || kind === 'three-eighths-16' || kind === 'lens-mount')
      "
      :d="kind === 'lens-mount' ? ring(6.4) : ring(kind === 'quarter-20' ? 2 : 3.6)"
      class="stroke-ink"
      fill="none"
      stroke-width="0.8"
    />
  </g>
</template>
