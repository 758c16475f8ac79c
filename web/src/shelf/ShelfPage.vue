<script setup lang="ts">
import type { Issue } from '@zucchini/core';
import { computed, onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import { api, ApiError } from '../api/client';
import AppButton from '../shared/AppButton.vue';
import TopBar from '../shared/TopBar.vue';
import TroubleBox from '../shared/TroubleBox.vue';
import ShelfPlate from './ShelfPlate.vue';
import ShelfFigures from './ShelfFigures.vue';
import { sayImported } from './sayImported';
import { useShelf } from './useShelf';

const router = useRouter();
const trouble = ref<{ title: string; issues?: readonly Issue[] }>();
const told = ref('');
const busy = ref(false);
const leaving = ref<string>();

const state = computed(() =>
  rigs.value === undefined
    ? 'loading'
    : rigs.value.length === 0 && !isOffline.value
      ? 'empty'
      : 'list',
);

function tell(error: unknown, title: string): void {
  trouble.value =
    error instanceof ApiError
      ? { title: `${title} ${error.issues.length > 0 ? '' : error.message}`, issues: error.issues }
      : { title: `${title} ${String(error)}` };
}

const { rigs, isOffline, read, waiting } = useShelf();

async function load(): Promise<void> {
  try {
    await read();
    trouble.value = undefined;
  } catch (error) {
    tell(error, 'The shelf could not be read.');
  }
}

async function bringDemo(): Promise<void> {
  busy.value = true;
  try {
    await api.loadDemo();
    await load();
  } catch (error) {
    tell(error, 'The demo could not be loaded; nothing was stored.');
  } finally {
    busy.value = false;
  }
}

const mostBytes = 8 * 1024 * 1024;

async function bringFile(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  if (!file) return;
  told.value = '';
  trouble.value = undefined;
  if (file.size > mostBytes) {
    const size = (file.size / 1024 / 1024).toFixed(1);
    trouble.value = {
      title: `“${file.name}” has ${size} MB; a rig file has at most 8 MB. Nothing was stored.`,
    };
  } else {
    busy.value = true;
    try {
      const imported = await api.importRig(await file.text());
      told.value = sayImported(imported);
      await load();
    } catch (error) {
      tell(error, `“${file.name}” was not stored.`);
    } finally {
      busy.value = false;
    }
  }
  input.value = '';
}

async function remove(id: string): Promise<void> {
  busy.value = true;
  try {
    await api.deleteRig(id);
    leaving.value = undefined;
    await load();
  } catch (error) {
    tell(error, 'The rig is still there.');
  } finally {
    busy.value = false;
  }
}

const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

onMounted(load);
</script>

<template>
  <div class="flex min-h-screen flex-col">
    <TopBar />
    <main class="mx-auto w-full max-w-5xl flex-1 px-6 pt-8 pb-16">
      <div class="flex flex-wrap items-end justify-between gap-4">
        <div>
          <h1 class="font-serif text-3xl">The shelf</h1>
          <p class="text-faint mt-1">
            Your rigs: what they weigh, how they hang, what is still to mend.
          </p>
        </div>
        <div class="flex items-center gap-2">
          <RouterLink :to="{ name: 'backups' }" class="px-2 text-sm underline">Backups</RouterLink>
          <label
            class="border-ink/40 bg-sheet hover:bg-shade focus-within:outline-leaf cursor-pointer rounded-sm border px-3 py-1.5 text-sm leading-tight focus-within:outline-2 focus-within:outline-offset-2"
          >
            Bring a rig file
            <input
              class="sr-only"
              type="file"
              accept=".json,application/json"
              :disabled="busy"
              @change="bringFile"
            />
          </label>
          <AppButton look="main" @click="router.push({ name: 'new-rig' })">New rig</AppButton>
        </div>
      </div>

      <TroubleBox v-if="trouble" class="mt-6" :title="trouble.title" :issues="trouble.issues">
        <AppButton class="mt-2" small @click="load">Read the shelf again</AppButton>
      </TroubleBox>
      <p v-if="told" class="text-leaf mt-6" role="status">{{ told }}</p>

      <div
        v-if="isOffline"
        class="border-blossom mt-6 flex flex-wrap items-center gap-3 border-l-4 px-4 py-2 text-sm"
        role="status"
      >
        <p>
          ! Zucchini is not running on this computer, or there is no network.
          {{
            rigs?.length
              ? 'These rigs can still be opened; changes wait in this browser.'
              : 'No rig was opened in this browser before.'
          }}
        </p>
        <AppButton small @click="load">Try again</AppButton>
      </div>

      <!-- One or two are done before they are read of; of many the work is told. -->
      <p
        v-if="waiting.left > 2"
        class="text-faint mt-6 flex items-center gap-3 text-sm tabular-nums"
        role="status"
      >
        <progress class="w-40" :value="waiting.of - waiting.left" :max="waiting.of" />
        Figures of {{ waiting.left }} rigs are being worked out; all can be opened meanwhile.
      </p>

      <p v-if="state === 'loading' && !trouble" class="text-faint mt-10">Reading the shelf …</p>

      <section v-else-if="state === 'empty'" class="border-line mt-8 border-y py-12 text-center">
        <h2 class="font-serif text-2xl">Nothing planned yet</h2>
        <p class="mx-auto mt-3 max-w-md">
          A rig starts with a camera body. You add what it is to carry, one mount at a time, and see
          at once whether it goes together, how it hangs and what it costs.
        </p>
        <div class="mt-6 flex justify-center gap-3">
          <AppButton look="main" @click="router.push({ name: 'new-rig' })"
            >Start with a job</AppButton
          >
          <AppButton :disabled="busy" @click="bringDemo">Look at the demo first</AppButton>
        </div>
      </section>

      <ol v-else-if="rigs" class="mt-6" aria-label="Rigs">
        <li
          v-for="rig in rigs"
          :key="rig.id"
          class="border-line grid grid-cols-[13rem_1fr_auto] items-center gap-6 border-t py-4 last:border-b"
        >
          <div class="h-44">
            <ShelfPlate :key="`${rig.revision} ${rig.pending}`" :rig-id="rig.id" />
          </div>
          <div class="min-w-0">
            <h2 class="truncate font-serif text-xl">
              <RouterLink :to="{ name: 'bench', params: { id: rig.id } }" class="hover:underline">{{
                rig.name
              }}</RouterLink>
            </h2>
            <p class="caption text-faint">
              {{ rig.setup }} · {{ rig.parts }} {{ rig.parts === 1 ? 'part' : 'parts' }}
            </p>
            <ShelfFigures :rig="rig" />
          </div>
          <div class="flex flex-col items-end gap-2 text-right">
            <p class="text-faint text-xs">saved {{ day.format(new Date(rig.savedAt)) }}</p>
            <div class="flex gap-1">
              <a
                :href="api.fileUrl(rig.id)"
                download
                class="hover:bg-shade rounded-sm px-2 py-1 text-xs underline"
                :aria-label="`Rig file of ${rig.name}`"
                >Rig file</a
              >
              <AppButton
                v-if="leaving !== rig.id"
                look="quiet"
                small
                :aria-label="`Take ${rig.name} off the shelf`"
                @click="leaving = rig.id"
                >Take off</AppButton
              >
            </div>
            <div v-if="leaving === rig.id" class="flex items-center gap-2 text-xs">
              Gone with its versions:
              <AppButton look="danger" small :disabled="busy" @click="remove(rig.id)"
                >Take it off</AppButton
              >
              <AppButton small @click="leaving = undefined">Keep</AppButton>
            </div>
          </div>
        </li>
      </ol>
    </main>
    <footer class="text-faint border-line border-t px-6 py-3 text-center text-xs">
      Figures are planning aids. Makers, airlines, local rules and licensed people have the last
      word.
    </footer>
  </div>
</template>
