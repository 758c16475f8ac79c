<script setup lang="ts">
import type { BackupContents } from '@zucchini/core';
import { computed } from 'vue';

/** The rigs of a backup, or those that it replaces. */
const props = defineProps<{
  rigs: BackupContents['rigs'];
  sayMoment: (text: string) => string;
}>();

/** So many are named; of a hundred nobody reads all. */
const most = 8;
const shown = computed(() => props.rigs.slice(0, most));
</script>

<template>
  <p v-if="rigs.length === 0" class="mt-1 text-sm">No rigs</p>
  <ul v-else class="mt-1 text-sm">
    <li v-for="(rig, i) in shown" :key="i" class="flex gap-3">
      <span class="min-w-0 flex-1 truncate">{{ rig.name }}</span>
      <span class="text-faint shrink-0 text-xs tabular-nums"
        >saved {{ sayMoment(rig.savedAt) }}</span
      >
    </li>
    <li v-if="rigs.length > most" class="text-faint">and {{ rigs.length - most }} more</li>
  </ul>
</template>
