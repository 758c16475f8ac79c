<script setup lang="ts">
import type { BackupContents } from '@zucchini/core';
import { computed, nextTick, onMounted, ref, useTemplateRef, watch } from 'vue';
import AppButton from '../shared/AppButton.vue';
import TopBar from '../shared/TopBar.vue';
import TroubleBox from '../shared/TroubleBox.vue';
import BackupRigs from './BackupRigs.vue';
import { useBackups } from './useBackups';

const { busy, trouble, kept, chosen, restored, stop, list, take, choose, forget, restore } =
  useBackups(() => new Date());
onMounted(list);

const leavesOut = ref(false);
watch(chosen, () => {
  leavesOut.value = false;
});
const look = computed(() => chosen.value?.look);
/** One that is chosen further down is shown up here: whoever asked is brought to it. */
const panel = useTemplateRef<HTMLElement>('panel');
watch(look, async (now) => {
  if (!now) return;
  await nextTick();
  panel.value?.focus();
});

async function bring(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (file) await choose({ file }, file.name);
}

const moment = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
const sayMoment = (text: string) => moment.format(new Date(text));
const saySize = (bytes: number) =>
  bytes < 1024 * 1024 ? `${Math.ceil(bytes / 1024)} kB` : `${(bytes / 1024 / 1024).toFixed(1)} MB`;
const counted = (n: number, one: string, many: string) => `${n} ${n === 1 ? one : many}`;
const sayRest = (c: BackupContents) =>
  [
    counted(c.versions, 'kept version', 'kept versions'),
    counted(c.parts, 'part in the catalogue', 'parts in the catalogue'),
    counted(c.individuals, 'piece in the kit', 'pieces in the kit'),
  ].join(' · ');
/** Why one was taken, from its name. */
const sayWhy = (name: string) =>
  name.startsWith('before-upgrade')
    ? 'Before an update of Zucchini'
    : name.startsWith('before-restore')
      ? 'Before another backup was restored'
      : name;
const kinds = { part: 'Part', individual: 'Piece in the kit', rig: 'Rig', version: 'Version' };
</script>

<template>
  <div class="flex min-h-screen flex-col">
    <TopBar />
    <main class="mx-auto w-full max-w-5xl flex-1 px-6 pt-8 pb-16">
      <h1 class="font-serif text-3xl">Backups</h1>
      <p class="text-faint mt-1">
        One file holds every rig with its versions and field log, your kit and your catalogue.
      </p>

      <TroubleBox v-if="trouble" class="mt-6" :title="trouble" />

      <section class="border-line mt-8 border-t pt-6" aria-labelledby="take-title">
        <h2 id="take-title" class="font-serif text-xl">Save everything</h2>
        <p class="mt-1 max-w-2xl text-sm">
          Keep the file on another disk. This computer’s own copies do not help when its disk fails.
        </p>
        <div class="mt-3 flex items-center gap-3">
          <AppButton look="main" :disabled="busy !== undefined" @click="take"
            >Download a backup</AppButton
          >
          <span v-if="busy === 'taking'" class="text-faint text-sm" role="status"
            >Writing the file …</span
          >
        </div>
      </section>

      <section class="border-line mt-8 border-t pt-6" aria-labelledby="put-title">
        <h2 id="put-title" class="font-serif text-xl">Restore a backup</h2>
        <p class="mt-1 max-w-2xl text-sm">
          It replaces everything stored here. First you see what it holds and what it replaces.
        </p>
        <label
          v-if="!chosen"
          class="border-ink/40 bg-sheet hover:bg-shade focus-within:outline-leaf mt-3 inline-block cursor-pointer rounded-sm border px-3 py-1.5 text-sm leading-tight focus-within:outline-2 focus-within:outline-offset-2"
        >
          Choose a backup file
          <input
            class="sr-only"
            type="file"
            accept=".gz,application/gzip"
            :disabled="busy !== undefined"
            @change="bring"
          />
        </label>

        <div v-if="chosen && !look" class="mt-3 flex items-center gap-3 text-sm" role="status">
          <progress class="w-40" aria-label="Reading the backup" />
          Reading “{{ chosen.name }}” and checking every rig and part in it.
          <AppButton small @click="stop">Stop</AppButton>
        </div>

        <div v-if="chosen && look" class="border-line bg-sheet mt-4 border p-5">
          <h3 ref="panel" class="font-medium" tabindex="-1">{{ chosen.name }}</h3>
          <p class="text-faint text-sm">
            Backed up {{ sayMoment(look.takenAt) }}. Not restored yet.
          </p>
          <div class="mt-4 grid gap-6 sm:grid-cols-2">
            <div>
              <h4 class="caption text-faint">In the backup</h4>
              <BackupRigs :rigs="look.brings.rigs" :say-moment="sayMoment" />
              <p class="mt-2 text-sm tabular-nums">{{ sayRest(look.brings) }}</p>
            </div>
            <div>
              <h4 class="caption text-faint">Here now, to be replaced</h4>
              <BackupRigs :rigs="look.replaces.rigs" :say-moment="sayMoment" />
              <p class="mt-2 text-sm tabular-nums">{{ sayRest(look.replaces) }}</p>
            </div>
          </div>
          <div v-if="look.faults.length > 0" class="border-blossom mt-4 border-l-4 pl-3">
            <p class="text-sm font-medium">
              ! {{ counted(look.faults.length, 'thing', 'things') }} in this backup cannot be read:
            </p>
            <ul class="mt-1 max-h-48 space-y-1 overflow-auto text-sm">
              <li v-for="fault in look.faults" :key="fault.what + fault.name">
                {{ kinds[fault.what] }} “{{ fault.name }}”
                <span v-if="fault.issues[0]" class="text-faint">
                  <code class="text-xs">{{ fault.issues[0].path || 'all of it' }}</code>
                  {{ fault.issues[0].message }}
                </span>
              </li>
            </ul>
            <label class="mt-2 flex items-center gap-2 text-sm">
              <input v-model="leavesOut" type="checkbox" />
              Restore the rest without them
            </label>
          </div>
          <p class="mt-4 text-sm">
            What it replaces is kept below as a backup, so you can go back.
          </p>
          <div class="mt-3 flex flex-wrap items-center gap-2">
            <AppButton
              look="danger"
              :disabled="busy !== undefined || (look.faults.length > 0 && !leavesOut)"
              @click="restore(leavesOut)"
              >Replace everything with this backup</AppButton
            >
            <AppButton :disabled="busy !== undefined" @click="forget">Cancel</AppButton>
            <span v-if="busy === 'restoring'" class="text-faint text-sm" role="status"
              >Restoring …</span
            >
          </div>
        </div>

        <div v-if="restored" class="border-leaf mt-4 border-l-4 px-4 py-2 text-sm" role="status">
          <p class="text-leaf font-medium">
            Restored: {{ counted(restored.brought.rigs.length, 'rig', 'rigs') }} ·
            {{ sayRest(restored.brought) }}
          </p>
          <p v-if="restored.left.length > 0">
            Left out:
            {{ restored.left.map((f) => `${kinds[f.what]} “${f.name}”`).join(', ') }}.
          </p>
          <p v-if="restored.kept">What was here before is the newest backup below.</p>
          <p v-else>
            No backup was written of what was here before. If there was anything, it is still in the
            database, and is written when Zucchini starts next.
          </p>
          <!-- A whole load: no page keeps anything of what was replaced. -->
          <a href="/" class="underline">Go to the shelf</a>
        </div>
      </section>

      <section
        v-if="kept && kept.backups.length > 0"
        class="border-line mt-8 border-t pt-6"
        aria-labelledby="kept-title"
      >
        <h2 id="kept-title" class="font-serif text-xl">Kept automatically</h2>
        <p class="text-faint mt-1 text-sm">
          In <code class="text-xs break-all">{{ kept.folder }}</code> on this computer.
        </p>
        <ul class="mt-3">
          <li
            v-for="backup in kept.backups"
            :key="backup.name"
            class="border-line flex flex-wrap items-center gap-x-4 gap-y-1 border-t py-2 text-sm"
          >
            <span class="w-44 tabular-nums">{{ sayMoment(backup.takenAt) }}</span>
            <span class="flex-1">{{ sayWhy(backup.name) }}</span>
            <span class="text-faint tabular-nums">{{ saySize(backup.bytes) }}</span>
            <AppButton
              small
              :disabled="busy !== undefined"
              :aria-label="`Look into the backup of ${sayMoment(backup.takenAt)}`"
              @click="choose({ kept: backup.name }, sayWhy(backup.name))"
              >Look into it</AppButton
            >
          </li>
        </ul>
      </section>
    </main>
  </div>
</template>
