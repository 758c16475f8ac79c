<script setup lang="ts">
import type { LanReply } from '@zucchini/core';
import { computed, onMounted, shallowRef } from 'vue';
import { api } from '../api/client';

/** How these sheets come onto a phone in the same network: the address as a picture, where the door is open. */
const lan = shallowRef<LanReply>();
onMounted(async () => {
  lan.value = await api.findLan().catch(() => undefined);
});
const shutWords = {
  'wrong-codes': 'It has shut after ten wrong codes. Start Zucchini again for another one.',
  time: 'It has shut: its time was over. Start Zucchini again for another code.',
  ended: 'It is shut.',
  'no-network': 'This machine is in no network.',
} as const;
const picture = computed(() =>
  lan.value?.state === 'open'
    ? `data:image/svg+xml;charset=utf-8,${encodeURIComponent(lan.value.qr)}`
    : undefined,
);
const until = computed(() =>
  lan.value?.state === 'open'
    ? new Date(lan.value.closesAt).toLocaleTimeString('en-GB', { timeStyle: 'short' })
    : '',
);
</script>

<template>
  <section v-if="lan" class="sheet" aria-labelledby="phone-title">
    <h2 id="phone-title" class="font-serif text-2xl">On the phone, in the same network</h2>
    <div v-if="lan.state === 'open'" class="mt-2 flex flex-wrap items-start gap-6">
      <img
        :src="picture"
        class="h-44 w-44 bg-white"
        alt="The address with the code, to be scanned"
      />
      <div class="max-w-md text-sm">
        <p>Scan it, or open</p>
        <p v-for="url in lan.urls" :key="url" class="font-medium break-all">
          {{ url.split('#')[0] }}
        </p>
        <p>
          and type
          <span class="font-medium tracking-wider"
            >{{ lan.code.slice(0, 4) }} {{ lan.code.slice(4) }}</span
          >.
        </p>
        <p class="text-blossom mt-2">
          ! Plain http can be overheard by others in the same network: use one that you trust.
        </p>
        <p class="text-faint text-xs">
          Sheets are read there; ticks, times and notes are taken. Everything else stays shut, and
          the door shuts by itself at {{ until }}, or after ten wrong codes.
        </p>
      </div>
    </div>
    <p v-else-if="lan.state === 'shut'" class="text-sm">{{ shutWords[lan.why] }}</p>
    <p v-else class="text-sm">
      Start Zucchini with <code>./start --lan</code>, and a code to be scanned stands here. Without
      it, the pocket sheet does the same from a file.
    </p>
  </section>
</template>
