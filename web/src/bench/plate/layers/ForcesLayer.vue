<script setup lang="ts">
import type { Acting } from '../useForces';

/** What bears the rig and how much, to scale. */
defineProps<{ acting: Acting }>();
</script>

<template>
  <g v-if="acting" pointer-events="none" data-layer="forces">
    <g v-for="f in acting.forces" :key="f.key">
      <template v-if="f.isEndOn">
        <circle
          :cx="f.from[0]"
          :cy="f.from[1]"
          r="7"
          fill="none"
          class="stroke-ink"
          stroke-width="1.4"
        />
        <circle :cx="f.from[0]" :cy="f.from[1]" r="2" class="fill-ink" />
      </template>
      <template v-else>
        <path
          :d="`M${f.from[0]} ${f.from[1]}L${f.tip[0]} ${f.tip[1]}`"
          :class="f.on === 'weight' ? 'stroke-ink' : 'stroke-leaf'"
          stroke-width="2"
        />
        <path
          d="M2 0L-9 -4.5V4.5Z"
          :class="f.on === 'weight' ? 'fill-ink' : 'fill-leaf'"
          :transform="`translate(${f.tip[0]} ${f.tip[1]}) rotate(${f.turnDeg})`"
        />
      </template>
      <text
        :x="f.label.x"
        :y="f.label.y"
        class="stroke-paper text-[11px] font-medium"
        :class="f.on === 'weight' ? 'fill-ink' : 'fill-leaf'"
        stroke-width="3.5"
        paint-order="stroke"
      >
        {{ f.words }}
      </text>
    </g>
    <g v-for="t in acting.twists" :key="t.key" :transform="`translate(${t.at[0]} ${t.at[1]})`">
      <path
        :d="t.seenNm > 0 ? 'M13 5A14 14 0 1 0 5 13' : 'M-13 5A14 14 0 1 1 -5 13'"
        fill="none"
        class="stroke-blossom"
        stroke-width="1.8"
        :opacity="Math.abs(t.seenNm) > 0.02 ? 1 : 0.35"
      />
      <path
        :d="t.seenNm > 0 ? 'M5 18V8L13 13Z' : 'M-5 18V8L-13 13Z'"
        class="fill-blossom"
        :opacity="Math.abs(t.seenNm) > 0.02 ? 1 : 0.35"
      />
      <text
        x="0"
        :y="t.labelY"
        text-anchor="middle"
        class="fill-blossom stroke-paper text-[11px] font-medium"
        stroke-width="3.5"
        paint-order="stroke"
      >
        {{ t.on === 'head' ? 'head' : 'wrist' }} ≈ {{ t.words }}
      </text>
    </g>
  </g>
</template>
