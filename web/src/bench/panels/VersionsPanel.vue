<script setup lang="ts">
import { type VersionSummary } from '@zucchini/core';
import { onMounted, ref } from 'vue';
import { api, ApiError } from '../../api/client';
import { announce } from '../../shared/announce';
import TextField from '../../form/TextField.vue';
import AppButton from '../../shared/AppButton.vue';
import TroubleBox from '../../shared/TroubleBox.vue';
import { useBench } from '../../desk/benchStore';
import PanelFrame from './PanelFrame.vue';

/** Kept versions of the rig: keep one, look at one, go back to one. */
const props = defineProps<{ rigId: string }>();
const bench = useBench();
const versions = ref<VersionSummary[]>();
const name = ref('');
const reason = ref('');
const trouble = ref('');
const busy = ref(false);

async function attempt(work: () => Promise<void>): Promise<void> {
  busy.value = true;
  trouble.value = '';
  try {
    await work();
  } catch (error) {
    trouble.value = error instanceof ApiError ? error.message : String(error);
  } finally {
    busy.value = false;
  }
}

const load = () =>
  attempt(async () => {
    versions.value = await api.listVersions(props.rigId);
  });

const keepVersion = () =>
  attempt(async () => {
    // What is kept is what is stored; so everything goes there first.
    await bench.saveNow();
    if (bench.saveState.kind !== 'saved')
      throw new Error('Your last changes are not stored yet; keep the version once they are.');
    await api.keepVersion(props.rigId, name.value.trim(), reason.value.trim());
    announce(`Version ${name.value} kept`);
    name.value = '';
    reason.value = '';
    versions.value = await api.listVersions(props.rigId);
  });

const goBack = (version: VersionSummary) =>
  attempt(async () => {
    const { rig, parts, renamed } = await api.readyVersion(props.rigId, version.id);
    bench.learn(parts);
    bench.apply({ type: 'restore', rig });
    const beside = renamed.some((r) => r.what === 'part')
      ? '; parts that were changed since have come in beside the changed ones'
      : '';
    announce(`Back to ${version.name}${beside}; Z undoes it`);
  });

const day = new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
onMounted(load);
</script>

<template>
  <PanelFrame over="Versions" title="What was kept" back @back="bench.select(undefined)">
    <TroubleBox v-if="trouble" class="mt-3" :title="trouble" />
    <form v-if="!bench.readOnly" class="mt-3 space-y-2" @submit.prevent="keepVersion">
      <TextField v-model="name" label="Name" labelled="above" live required placeholder="Mark 2" />
      <TextField
        v-model="reason"
        label="Why it is kept"
        labelled="above"
        live
        maxlength="400"
        placeholder="monitor off the handle"
      />
      <AppButton type="submit" small :disabled="busy">Keep the rig as it is now</AppButton>
    </form>
    <p v-if="versions?.length === 0" class="text-faint mt-4">No version of this rig is kept yet.</p>
    <ol class="mt-4" aria-label="Kept versions">
      <li v-for="v in versions" :key="v.id" class="rule py-2">
        <p class="font-serif text-base">{{ v.name }}</p>
        <p class="text-sm">{{ v.reason }}</p>
        <p class="text-faint text-xs">{{ day.format(new Date(v.keptAt)) }}</p>
        <div class="mt-1 flex gap-2">
          <RouterLink
            :to="{ name: 'version', params: { id: rigId, versionId: v.id } }"
            class="border-ink/40 bg-sheet hover:bg-shade rounded-sm border px-2 py-1 text-xs"
            >Look at it</RouterLink
          >
          <AppButton v-if="!bench.readOnly" small :disabled="busy" @click="goBack(v)"
            >Go back to it</AppButton
          >
        </div>
      </li>
    </ol>
    <RouterLink
      v-if="bench.readOnly"
      :to="{ name: 'bench', params: { id: rigId } }"
      class="mt-3 inline-block underline"
      >To the rig as it is now</RouterLink
    >
  </PanelFrame>
</template>
