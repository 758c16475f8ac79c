<script setup lang="ts">
import { type Issue } from '@zucchini/core';

/** Something failed: what, where, and what is kept. */
defineProps<{ title: string; issues?: readonly Issue[] }>();
</script>

<template>
  <div class="border-tomato/60 bg-tomato-tint/50 border-l-4 px-4 py-3" role="alert">
    <p class="text-tomato font-medium">{{ title }}</p>
    <ul v-if="issues?.length" class="mt-2 max-h-64 space-y-1 overflow-auto text-sm">
      <li v-for="issue in issues" :key="issue.path + issue.message">
        <code class="text-xs">{{ issue.path || 'the whole file' }}</code> {{ issue.message }}
      </li>
    </ul>
    <slot />
  </div>
</template>
