<script setup lang="ts">
import type { LogEntry, Names, Rig } from '@zucchini/core';
import { computed, ref } from 'vue';
import AppButton from '../shared/AppButton.vue';
import type { FieldLog } from './fieldLog';

/** Notes from the field: what came loose, what was in the way, what else; read again at home. */
const props = defineProps<{ log: FieldLog; setupId: string; names: Names; rig: Rig }>();
const text = ref('');
const kind = ref<'note' | 'in-the-way' | 'came-loose'>('note');
const item = ref('');
const kinds = [
  ['note', 'A note'],
  ['came-loose', 'It came loose'],
  ['in-the-way', 'It was in the way'],
] as const;

function add(): void {
  const said = text.value.trim();
  if (said === '' && item.value === '') return;
  props.log.add({
    kind: kind.value,
    setup: props.setupId,
    ...(item.value ? { item: item.value } : {}),
    ...(said ? { text: said } : {}),
  });
  text.value = '';
  item.value = '';
}
const words: Partial<Record<LogEntry['kind'], string>> = Object.fromEntries(kinds);
const notes = computed(() =>
  props.log.entries.value
    .filter((e) => e.kind in words)
    .sort((a, b) => (a.at < b.at ? 1 : -1))
    .slice(0, 60),
);
const when = (at: string) =>
  new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
</script>

<template>
  <section aria-labelledby="notes-title">
    <h2 id="notes-title" class="font-serif text-2xl">Field notes</h2>
    <form class="mt-2 flex max-w-xl flex-col gap-3 print:hidden" @submit.prevent="add">
      <fieldset class="flex flex-wrap gap-2">
        <legend class="sr-only">What it is</legend>
        <label
          v-for="[value, label] in kinds"
          :key="value"
          class="border-ink/40 has-checked:border-leaf has-checked:bg-leaf-tint flex cursor-pointer items-center gap-2 rounded-sm border px-3 py-1.5 text-sm max-sm:min-h-11"
        >
          <input v-model="kind" type="radio" name="note-kind" :value="value" />{{ label }}
        </label>
      </fieldset>
      <label class="flex flex-col gap-1 text-xs">
        Which part
        <select v-model="item" class="field max-sm:min-h-11">
          <option value="">none in particular</option>
          <option v-for="i in rig.kit" :key="i.id" :value="i.id">{{ names.item(i.id) }}</option>
        </select>
      </label>
      <label class="flex flex-col gap-1 text-xs">
        In your words
        <textarea v-model="text" class="field min-h-20 text-base" maxlength="2000" rows="3" />
      </label>
      <AppButton
        look="main"
        type="submit"
        class="self-start max-sm:min-h-12 max-sm:self-stretch"
        :disabled="text.trim() === '' && item === ''"
        >Note it</AppButton
      >
    </form>
    <ul class="mt-4">
      <li v-for="e in notes" :key="e.id" class="rule py-2 text-sm">
        <span class="text-faint text-xs">{{ when(e.at) }} · {{ words[e.kind] }}</span>
        <p>
          <span v-if="e.item" class="font-serif">{{ names.item(e.item) }}</span><template
            v-if="e.item && e.text"
            >: </template
          >{{ e.text }}
        </p>
      </li>
    </ul>
    <p v-if="notes.length === 0" class="text-faint text-sm">Nothing is noted yet.</p>
  </section>
</template>
