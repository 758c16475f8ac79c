<script setup lang="ts">
import { listKindsWith, type Part } from '@zucchini/core';
import { onMounted, ref } from 'vue';
import { api, ApiError } from '../api/client';
import ChoiceField from '../form/ChoiceField.vue';
import TextField from '../form/TextField.vue';
import AppButton from '../shared/AppButton.vue';
import TroubleBox from '../shared/TroubleBox.vue';

const emit = defineEmits<{ created: [id: string]; cancel: [] }>();

const bodies = ref<Part[]>();
const name = ref('');
const body = ref('');
const currency = ref('EUR');
const trouble = ref('');
const busy = ref(false);

onMounted(async () => {
  try {
    bodies.value = await api.listPartsOf(listKindsWith('camera'));
    body.value = bodies.value[0]?.id ?? '';
  } catch (error) {
    trouble.value = error instanceof ApiError ? error.message : String(error);
  }
});

async function create(): Promise<void> {
  busy.value = true;
  trouble.value = '';
  try {
    const record = await api.createRig(
      name.value.trim(),
      body.value,
      currency.value.trim().toUpperCase(),
    );
    emit('created', record.rig.id);
  } catch (error) {
    trouble.value = error instanceof ApiError ? error.message : String(error);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <form class="border-line bg-sheet border p-5" aria-label="New rig" @submit.prevent="create">
    <h2 class="font-serif text-xl">A new rig</h2>
    <TroubleBox v-if="trouble" class="mt-3" :title="trouble" />
    <p v-if="bodies?.length === 0" class="mt-3">
      The catalogue holds no camera body yet. Bring a rig file, or load the demo from the empty
      shelf.
    </p>
    <div class="mt-4 grid grid-cols-[1fr_1fr_7rem] gap-4">
      <TextField
        v-model="name"
        label="Its name"
        labelled="above"
        live
        autofocus
        required
        placeholder="Harbour rig"
      />
      <ChoiceField
        v-model="body"
        label="Camera body"
        labelled="above"
        placeholder="no body yet"
        :options="(bodies ?? []).map((p) => [p.id, [p.maker, p.name].filter(Boolean).join(' ')])"
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
    <div class="mt-4 flex gap-2">
      <AppButton look="main" type="submit" :disabled="busy || !body">Put it on the bench</AppButton>
      <AppButton @click="emit('cancel')">Cancel</AppButton>
    </div>
  </form>
</template>
