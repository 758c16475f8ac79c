<script setup lang="ts">
import type { Rig } from '@zucchini/core';

/** What can be timed from this setup: building it, and changing it into each other. */
defineProps<{ rig: Rig; setupId: string }>();
</script>

<template>
  <section aria-labelledby="clock-title">
    <h2 id="clock-title" class="font-serif text-2xl">Time it for real</h2>
    <p class="text-sm">
      The clock runs through the steps, one tap each. Your times replace what is usual, the more so
      the more there are.
    </p>
    <ul class="mt-2 flex max-w-xl flex-col gap-2">
      <li>
        <RouterLink
          class="border-ink/40 hover:bg-shade block rounded-sm border px-4 py-3"
          :to="{ name: 'clock', params: { id: rig.id, toId: setupId } }"
          >Build it from pieces</RouterLink
        >
      </li>
      <li v-for="s in rig.setups.filter((x) => x.id !== setupId)" :key="s.id">
        <RouterLink
          class="border-ink/40 hover:bg-shade block rounded-sm border px-4 py-3"
          :to="{ name: 'clock', params: { id: rig.id, toId: s.id, fromId: setupId } }"
          >Change it into {{ s.name }}</RouterLink
        >
      </li>
    </ul>
  </section>
</template>
