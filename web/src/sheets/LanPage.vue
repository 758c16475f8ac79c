<script setup lang="ts">
import type { Rig, RigSummary } from '@zucchini/core';
import { onMounted, ref, shallowRef } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api, ApiError, readCode, takeCode } from '../api/client';
import AppButton from '../shared/AppButton.vue';
import TroubleBox from '../shared/TroubleBox.vue';
import { sayError } from '../shared/sayError';

/** The way in over the local network: the code, then every rig with the sheets of its setups. */
const route = useRoute();
const router = useRouter();
const code = ref('');
const asks = ref(false);
const trouble = ref('');
const rigs = shallowRef<readonly RigSummary[]>();
const setups = shallowRef<ReadonlyMap<string, Rig['setups']>>(new Map());

async function read(): Promise<void> {
  trouble.value = '';
  try {
    rigs.value = await api.listRigs();
    asks.value = false;
    for (const { id } of rigs.value) {
      const { rig } = await api.findRig(id);
      setups.value = new Map([...setups.value, [id, rig.setups]]);
    }
  } catch (error) {
    const wanted = error instanceof ApiError && error.status === 401;
    asks.value ||= wanted;
    if (!wanted || code.value !== '') trouble.value = sayError(error);
  }
}
function enter(): void {
  takeCode(code.value.trim());
  void read();
}
onMounted(() => {
  // The code of a scanned address is taken once, and does not stay in the address.
  const scanned = route.hash.slice(1);
  if (scanned !== '') {
    takeCode(scanned);
    void router.replace({ name: 'lan' });
  }
  asks.value = readCode() === undefined;
  if (!asks.value) void read();
});
</script>

<template>
  <main class="mx-auto w-full max-w-xl px-4 pt-6 pb-16">
    <h1 class="font-serif text-2xl">Zucchini: sheets</h1>
    <form v-if="asks" class="mt-4 flex flex-col gap-3" @submit.prevent="enter">
      <label class="flex flex-col gap-1 text-sm">
        The code that stands on the screen of the machine
        <input
          v-model="code"
          class="field min-h-12 text-xl tracking-widest uppercase"
          autocomplete="off"
          autocapitalize="characters"
          spellcheck="false"
          maxlength="12"
        />
      </label>
      <AppButton look="main" type="submit" class="min-h-12" :disabled="code.trim() === ''"
        >Open the sheets</AppButton
      >
      <p class="text-faint text-xs">
        Ten wrong codes shut the door. Plain http can be overheard by others in the same network.
      </p>
    </form>
    <TroubleBox v-if="trouble" class="mt-4" :title="trouble">
      <AppButton v-if="!asks" class="mt-2" small @click="read">Try again</AppButton>
    </TroubleBox>
    <p v-if="!asks && !rigs && !trouble" class="text-faint mt-6" role="status">Reading …</p>
    <section v-for="rig in rigs ?? []" :key="rig.id" class="mt-6">
      <h2 class="font-serif text-xl">{{ rig.name }}</h2>
      <ul class="mt-1 flex flex-col gap-2">
        <li v-for="s in setups.get(rig.id) ?? []" :key="s.id">
          <RouterLink
            class="border-ink/40 hover:bg-shade block rounded-sm border px-4 py-3"
            :to="{ name: 'sheets', params: { id: rig.id, setupId: s.id, sheet: 'pack' } }"
            >{{ s.name }}</RouterLink
          >
        </li>
      </ul>
    </section>
  </main>
</template>
