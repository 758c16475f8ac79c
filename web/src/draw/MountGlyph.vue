<script setup lang="ts">
import type { MountKind } from '@zucchini/core';
import { computed } from 'vue';

/**
 * The cross-section of the real interface, about 14 px across: open where it is free, filled where it
 * is taken, struck through where something stands before it.
 */
const props = defineProps<{
  kind: MountKind;
  state: 'free' | 'taken' | 'blocked';
  chosen?: boolean;
}>();

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

const shapes: Readonly<Record<MountKind, string>> = {
  'quarter-20': ring(4),
  'three-eighths-16': ring(6),
  'screw-pair': `${ring(2.6, -4)}${ring(2.6, 4)}`,
  'cold-shoe': 'M-7-4H7V1H3.4V4H-3.4V1H-7Z',
  'hot-shoe': 'M-7-4H7V1H3.4V4H-3.4V1H-7Z',
  'nato-rail': 'M-6-4H6L7.5-1 4.5 4H-4.5L-7.5-1Z',
  'own-rail': 'M-7-4H7L5 0 7 4H-7L-5 0Z',
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
  'filter-tray': 'M-6-7H6V7H-6ZM-3-4H3V4H-3Z',
  'clamp-ring': `${ring(7.5)}${ring(5)}`,
  'strap-lug': 'M-5-2A5 5 0 0 1 5-2V5H-5Z',
  'bolt-pattern': `${ring(2, -4)}${ring(2, 4)}M-1-6H1V-4H-1Z`,
  'device-clamp': 'M-6-6H6V-3H-3V3H6V6H-6Z',
  'belt-clip': 'M-3-7H3V7H0V-3H-3Z',
  magnet: 'M-6 6V-1A6 6 0 0 1 6-1V6H2.5V-1A2.5 2.5 0 0 0-2.5-1V6Z',
  'rod-pad': 'M-7-5H7A7 7 0 0 1-7-5Z',
  'rod-end-thread': `${ring(5)}${ring(2)}`,
  'slot-pins': 'M-8-2H8V2H-8Z',
  'hook-loop': 'M-6-6H6V6H-6ZM-3-3H-1V-1H-3ZM1 1H3V3H1Z',
  'cable-tie': `${ring(6)}M3-7H7V-3H3Z`,
};
const d = computed(() => shapes[props.kind]);
</script>

<template>
  <g>
    <circle r="12" fill="transparent" />
    <path
      :d="d"
      :class="chosen ? 'stroke-leaf' : 'stroke-ink'"
      :style="{
        fill:
          state === 'taken'
            ? 'var(--color-ink)'
            : chosen
              ? 'var(--color-leaf-tint)'
              : 'var(--color-sheet)',
      }"
      :stroke-width="chosen ? 2.2 : 1.3"
      fill-rule="evenodd"
    />
    <path
      v-if="
        state !== 'taken' &&
        (kind === 'quarter-20' || kind === 'three-eighths-16' || kind === 'lens-mount')
      "
      :d="kind === 'lens-mount' ? ring(6.4) : ring(kind === 'quarter-20' ? 2 : 3.6)"
      class="stroke-ink"
      fill="none"
      stroke-width="0.8"
    />
    <template v-if="state === 'blocked'">
      <path d="M-9 9 9-9" class="stroke-paper" stroke-width="4" />
      <path d="M-9 9 9-9" class="stroke-blossom" stroke-width="2" />
    </template>
  </g>
</template>
