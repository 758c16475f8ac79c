<script setup lang="ts">
import type { LanReply } from '@zucchini/core';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { api } from '../api/client';
import AppButton from '../shared/AppButton.vue';
import { announce } from '../shared/announce';
import { sayError } from '../shared/sayError';

/** How these sheets come onto a phone in the same network: the address as a picture, where the door is open. */
const lan = shallowRef<LanReply>();
onMounted(async () => {
  lan.value = await api.findLan().catch(() => undefined);
});
const trouble = ref('');
async function renew(): Promise<void> {
  try {
    lan.value = await api.renewLanCode();
    trouble.value = '';
    announce('There is a new code.');
  } catch (error) {
    trouble.value = sayError(error);
  }
}
const shutWords = {
  time: 'It has shut: its time was over. A new code opens it again.',
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
          the door shuts by itself at {{ until }}. A new code shuts out whoever has the old one.
        </p>
        <AppButton class="mt-2" small @click="renew">New code</AppButton>
      </div>
    </div>
    <p v-else-if="lan.state === 'shut'" class="flex flex-wrap items-center gap-2 text-sm">
      {{ shutWords[lan.why] }}
      <AppButton v-if="lan.why === 'time'" small @click="renew">New code</AppButton>
    </p>
    <p v-if="trouble" class="text-tomato text-sm" role="alert">✕ {{ trouble }}</p>
    <p v-if="lan.state === 'none'" class="text-sm">
      Start Zucchini with <code>./start --lan</code>, and a code to be scanned stands here. Without
      it, the pocket sheet does the same from a file.
    </p>
  </section>
</template>
