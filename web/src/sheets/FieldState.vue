<script setup lang="ts">
import type { Names } from '@zucchini/core';
import { computed } from 'vue';
import type { FieldLog } from './fieldLog';
import AppButton from '../shared/AppButton.vue';

/** Whether what is ticked here is stored yet, and what was overruled by a later tick elsewhere. */
const props = defineProps<{ log: FieldLog; names: Names }>();

const onPage = computed(() => props.log.unkept.value.length);
const inBrowser = computed(() => props.log.waiting.value.length - onPage.value);
const count = (n: number): string => (n === 1 ? '1 entry is' : `${n} entries are`);
</script>

<template>
  <div>
    <p v-if="log.refused.value" class="text-tomato text-sm" role="alert">
      ✕ What you tick here cannot be stored: {{ log.refused.value }} It stays
      {{ onPage > 0 ? 'on this page while it is open' : 'in this browser' }}.
    </p>
    <div
      v-else-if="log.waiting.value.length > 0"
      class="flex flex-wrap items-center gap-2 text-sm"
      :class="onPage > 0 ? 'text-tomato' : 'text-blossom'"
    >
      <p v-if="onPage > 0" role="alert">
        ✕ This browser has no room left: {{ count(onPage) }} on this page only. Keep it open until
        the server has them.
      </p>
      <p role="status">
        <template v-if="inBrowser > 0"
          >! {{ inBrowser === 1 ? '1 entry waits' : `${inBrowser} entries wait` }} in this browser,
          not stored yet.</template
        >
        {{ log.trouble.value }}
      </p>
      <AppButton small class="max-sm:min-h-11" @click="log.handOver()">Store now</AppButton>
    </div>
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
