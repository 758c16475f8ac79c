<script setup lang="ts">
import { findSureMate, listKindsWith, type Part } from '@zucchini/core';
import { computed, onMounted, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api } from '../api/client';
import ChoiceField from '../form/ChoiceField.vue';
import TextField from '../form/TextField.vue';
import AppButton from '../shared/AppButton.vue';
import { sayError } from '../shared/sayError';
import { toWizardForNewRig } from '../shared/errand';
import TopBar from '../shared/TopBar.vue';
import TroubleBox from '../shared/TroubleBox.vue';
import { readyBriefs } from './ready';

/**
 * A new rig begins with the job: a ready-made one or none, then camera and lens. What is chosen stands in the address, so that the
 * way into the wizard and back loses nothing.
 */
const route = useRoute();
const router = useRouter();
const one = (name: string): string => {
  const value = route.query[name];
  return typeof value === 'string' ? value : '';
};
const job = ref(one('job'));
const name = ref(one('name'));
const currency = ref(one('currency') || 'EUR');
const body = ref(one('body'));
const lens = ref(one('lens'));
const bodies = ref<Part[]>();
const lenses = ref<Part[]>([]);
const trouble = ref('');
const busy = ref(false);

onMounted(async () => {
  try {
    [bodies.value, lenses.value] = await Promise.all([
      api.listPartsOf(listKindsWith('camera')),
      api.listPartsOf(listKindsWith('optic')),
    ]);
  } catch (error) {
    trouble.value = sayError(error);
  }
});

const ready = computed(() => readyBriefs.find((b) => b.id === job.value));
const sayPart = (p: Part) => [p.maker, p.name].filter(Boolean).join(' ');
const camera = computed(() => bodies.value?.find((p) => p.id === body.value));
/** Lenses that go onto the chosen camera as they are; all where none is chosen. */
const going = computed(() => {
  const mounts = camera.value?.mounts.filter((m) => m.kind === 'lens-mount') ?? [];
  if (!camera.value) return lenses.value;
  return lenses.value.filter((l) =>
    l.mounts.some((own) => mounts.some((m) => findSureMate(m, own) !== undefined)),
  );
});
const chosenLens = computed(() => going.value.find((l) => l.id === lens.value)?.id);
const state = computed(() => ({
  job: job.value,
  name: name.value,
  currency: currency.value,
  body: body.value,
  lens: lens.value,
}));

async function create(): Promise<void> {
  busy.value = true;
  trouble.value = '';
  try {
    const { rig } = await api.createRig({
      name: name.value.trim() || ready.value?.name || 'A new rig',
      bodyPartId: body.value,
      currency: currency.value.trim().toUpperCase(),
      ...(chosenLens.value ? { lensPartId: chosenLens.value } : {}),
      ...(ready.value
        ? {
            brief: {
              limits: {},
              ...ready.value.brief,
              from: ready.value.name,
              because: ready.value.because,
            },
          }
        : {}),
    });
    await router.push({ name: ready.value ? 'brief' : 'bench', params: { id: rig.id } });
  } catch (error) {
    trouble.value = sayError(error);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <div class="flex min-h-screen flex-col">
    <TopBar />
    <main class="mx-auto w-full max-w-4xl flex-1 px-6 pt-6 pb-16">
      <h1 class="font-serif text-2xl">A new rig</h1>
      <TroubleBox v-if="trouble" class="mt-3" :title="trouble" />
      <form aria-label="New rig" @submit.prevent="create">
        <fieldset class="mt-4">
          <legend class="font-serif text-lg">What is the job?</legend>
          <p class="text-faint text-xs">
            A ready-made one to begin with; every figure of it can be changed, or left out.
          </p>
          <div class="mt-2 grid grid-cols-2 gap-x-8">
            <label
              v-for="b in readyBriefs"
              :key="b.id"
              class="rule hover:bg-shade/60 flex items-baseline gap-3 px-1 py-2"
            >
              <input v-model="job" type="radio" name="job" :value="b.id" class="translate-y-0.5" />
              <span
                ><span class="font-serif text-base">{{ b.name }}</span
                ><span class="text-faint block text-xs">{{ b.says }}</span></span
              >
            </label>
            <label class="rule hover:bg-shade/60 flex items-baseline gap-3 px-1 py-2">
              <input v-model="job" type="radio" name="job" value="" class="translate-y-0.5" />
              <span
                ><span class="font-serif text-base">None of these</span
                ><span class="text-faint block text-xs"
                  >Begin with the camera; the brief can be written later.</span
                ></span
              >
            </label>
          </div>
        </fieldset>

        <fieldset class="mt-7">
          <legend class="font-serif text-lg">Camera and lens</legend>
          <p v-if="bodies?.length === 0" class="mt-2">
            The catalogue holds no camera body yet. Describe yours, bring a rig file, or load the
            demo from the empty shelf.
          </p>
          <div class="mt-2 grid grid-cols-2 gap-x-8 gap-y-3">
            <div>
              <ChoiceField
                v-model="body"
                label="Camera body"
                labelled="above"
                placeholder="choose it"
                :options="(bodies ?? []).map((p) => [p.id, sayPart(p)] as const)"
              />
              <RouterLink
                class="text-leaf mt-1 inline-block text-xs underline"
                :to="toWizardForNewRig('body', state)"
                >Mine is not here: describe it</RouterLink
              >
            </div>
            <div>
              <ChoiceField
                label="Lens"
                labelled="above"
                :options="[['', 'none yet'], ...going.map((p) => [p.id, sayPart(p)] as const)]"
                :model-value="chosenLens ?? ''"
                @update:model-value="lens = $event"
              />
              <RouterLink
                class="text-leaf mt-1 inline-block text-xs underline"
                :to="toWizardForNewRig('lens', state)"
                >Mine is not here: describe it</RouterLink
              >
            </div>
            <TextField
              v-model="name"
              label="Its name"
              labelled="above"
              live
              :placeholder="ready?.name ?? 'Harbour rig'"
            />
            <TextField
              v-model="currency"
              class="uppercase"
              label="Currency"
              labelled="above"
              live
              required
              pattern="[A-Za-z]{3}"
              maxlength="3"
              title="Three letters, such as EUR"
            />
          </div>
        </fieldset>
        <div class="mt-6 flex items-center gap-3">
          <AppButton look="main" type="submit" :disabled="busy || !body">{{
            ready ? 'On to what differs' : 'Put it on the bench'
          }}</AppButton>
          <RouterLink to="/" class="text-xs underline">Cancel</RouterLink>
          <span v-if="!body" class="text-faint text-xs">Choose a camera body first.</span>
        </div>
      </form>
    </main>
  </div>
</template>
