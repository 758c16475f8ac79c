<script setup lang="ts">
import { answerMate, findMateAnswer, type MateAnswer, type PartRecord } from '@zucchini/core';
import { computed, ref, shallowRef, watch } from 'vue';
import { api } from '../api/client';
import AppButton from '../shared/AppButton.vue';
import { sayError } from '../shared/sayError';

/**
 * Whether two mounts that are made for each other go together: known, by whom, or asked once and
 * remembered in the catalogue.
 */
const props = defineProps<{
  a: { readonly partId: string; readonly mountId: string };
  b: { readonly partId: string; readonly mountId: string };
}>();
const emit = defineEmits<{ answered: [] }>();
const records = shallowRef<readonly [PartRecord, PartRecord]>();
const trouble = ref('');
const busy = ref(false);

async function load(): Promise<void> {
  try {
    records.value = await Promise.all([api.findPart(props.a.partId), api.findPart(props.b.partId)]);
    trouble.value = '';
  } catch (error) {
    trouble.value = sayError(error);
  }
}
watch(() => [props.a.partId, props.a.mountId, props.b.partId, props.b.mountId], load, {
  immediate: true,
});

const known = computed(() => {
  const [a, b] = records.value ?? [];
  const mountA = a?.part.mounts.find((m) => m.id === props.a.mountId);
  const mountB = b?.part.mounts.find((m) => m.id === props.b.mountId);
  return a && b && mountA && mountB
    ? findMateAnswer({ part: a.part, mount: mountA }, { part: b.part, mount: mountB })
    : undefined;
});
const answers: readonly (readonly [MateAnswer, string])[] = [
  ['fits', 'It fits'],
  ['refuses', 'It does not go in'],
  ['enters-only', 'It goes in, does not latch'],
  ['unknown', 'Not known'],
];
const by = { sheet: 'the maker’s sheet', measured: 'your own trial', guessed: 'a guess' } as const;

async function answer(says: MateAnswer): Promise<void> {
  const now = records.value;
  if (!now) return;
  busy.value = true;
  try {
    const [a, b] = now;
    const told = answerMate(
      { part: a.part, mountId: props.a.mountId },
      { part: b.part, mountId: props.b.mountId },
      says,
      'measured',
    );
    await api.storeParts([
      { revision: a.revision, part: told[0] },
      { revision: b.revision, part: told[1] },
    ]);
    await load();
    emit('answered');
  } catch (error) {
    trouble.value = sayError(error);
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <div>
    <p v-if="known" class="text-faint text-xs">
      {{
        known.says === 'unknown'
          ? 'Nobody has said yet whether these two go together. Have you tried, or does the maker say?'
          : `Known from ${known.by ? by[known.by] : 'the catalogue'}.`
      }}
    </p>
    <div class="mt-1 flex flex-wrap gap-1" role="group" aria-label="Do these two go together?">
      <AppButton
        v-for="[says, label] in answers"
        :key="says"
        small
        :disabled="busy || !records"
        :aria-pressed="known?.says === says"
        :class="{ 'outline-leaf outline-2 -outline-offset-2': known?.says === says }"
        @click="answer(says)"
        >{{ known?.says === says ? '● ' : '' }}{{ label }}</AppButton
      >
    </div>
    <p v-if="trouble" class="text-tomato mt-1 text-xs" role="alert">{{ trouble }}</p>
  </div>
</template>
