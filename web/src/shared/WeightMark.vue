<script setup lang="ts">
import { weightWords, type Weight } from '@zucchini/core';

/** A finding's weight as a drawn mark with its word: colour never says it alone. */
withDefaults(defineProps<{ weight: Weight | 'well'; wordless?: boolean }>(), { wordless: false });

const wellWord = 'well';
</script>

<template>
  <span
    class="inline-flex items-center gap-1 text-xs font-medium"
    :class="{
      'text-tomato': weight === 'stops',
      'text-blossom': weight === 'risk',
      'text-faint': weight === 'note',
      'text-leaf': weight === 'well',
    }"
  >
    <svg
      width="13"
      height="13"
      viewBox="0 0 14 14"
      aria-hidden="true"
      fill="none"
      stroke="currentColor"
      stroke-width="1.8"
    >
      <path v-if="weight === 'stops'" d="M2 2 12 12M12 2 2 12" stroke-width="2.4" />
      <path v-else-if="weight === 'risk'" d="M7 1.8 13 12.4H1Z M7 5.8v3 M7 10.3v.4" />
      <circle v-else-if="weight === 'note'" cx="7" cy="7" r="4.6" />
      <path v-else d="M2 8c2 .5 3 2 3.6 3.4C7 7 9 4 12.4 2.4" />
    </svg>
    <span :class="{ 'sr-only': wordless }">{{
      weight === 'well' ? wellWord : weightWords[weight].word
    }}</span>
  </span>
</template>
