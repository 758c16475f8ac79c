<script setup lang="ts">
import type { Names } from '@zucchini/core';
import type { FieldLog } from './fieldLog';
import AppButton from '../shared/AppButton.vue';

/** Whether what is ticked here is stored yet, and what was overruled by a later tick elsewhere. */
defineProps<{ log: FieldLog; names: Names }>();
</script>

<template>
  <div>
    <p v-if="log.refused.value" class="text-tomato text-sm" role="alert">
      ✕ What you tick here cannot be stored: {{ log.refused.value }} It stays in this browser.
    </p>
    <p
      v-else-if="log.waiting.value.length > 0"
      class="text-blossom flex flex-wrap items-center gap-2 text-sm"
      role="status"
    >
      ! {{ log.waiting.value.length }}
      {{ log.waiting.value.length === 1 ? 'entry waits' : 'entries wait' }} in this browser for the
      server.
      <AppButton small class="max-sm:min-h-11" @click="log.handOver()">Hand over now</AppButton>
    </p>
    <p v-if="log.overruled.value.length > 0" class="text-blossom text-sm" role="status">
      ! Elsewhere it was ticked otherwise later, and that counts:
      {{
        log.overruled.value
          .map((e) => (e.subject ?? '').replace(/^item /u, ''))
          .map((id) => (names.has(id) ? names.item(id) : id))
          .join(', ')
      }}.
    </p>
  </div>
</template>
