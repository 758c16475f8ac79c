<script setup lang="ts">
import type { Element } from '@zucchini/core';
import { computed } from 'vue';
import AppButton from '../../shared/AppButton.vue';
import QuantityField from '../../shared/QuantityField.vue';
import { listFields, type Field } from './fields';
import type { Editor } from './useEditor';

/** The figures of one thing on the part. */
const props = defineProps<{ editor: Editor; element: Element }>();
defineEmits<{ duplicate: []; remove: [] }>();

const fields = computed(() => listFields(props.element));
const listWords = {
  solids: 'Solid',
  mounts: 'Mount',
  ports: 'Socket',
  keepClear: 'To keep clear',
  grips: 'Grip',
  screens: 'Screen',
  controls: 'Control',
} as const;
const provenance = computed(() => {
  const { list, is } = props.element;
  const by = props.editor.part.value?.provenance ?? {};
  const own = by[`${list}.${is.id}`] ?? by[list];
  return own === 'guessed'
    ? '≈ guessed by the template'
    : own === 'sheet'
      ? 'from the maker’s sheet'
      : own === 'measured'
        ? 'measured'
        : '';
});
function set(field: Field, value: unknown): void {
  props.editor.apply({ type: 'set', id: props.element.is.id, fields: field.set(value as never) });
}
const numberOf = (field: Field) => field.value as number | undefined;
const value = (event: Event) => (event.target as HTMLInputElement).value;
</script>

<template>
  <p class="eyebrow">{{ listWords[element.list] }}</p>
  <h2 class="font-serif text-lg leading-tight">
    {{ ('name' in element.is && element.is.name) || element.is.id.replaceAll('-', ' ') }}
  </h2>
  <p v-if="provenance" class="text-faint text-xs">{{ provenance }}</p>
  <div class="mt-2">
    <template v-for="field in fields" :key="field.label">
      <QuantityField
        v-if="field.type === 'number'"
        :label="field.label"
        :unit="field.unit ?? ''"
        :model-value="numberOf(field)"
        @update:model-value="(v) => set(field, v)"
      />
      <label v-else class="flex items-baseline justify-between gap-3 py-1">
        <span>{{ field.label }}</span>
        <input
          v-if="field.type === 'flag'"
          type="checkbox"
          :checked="field.value === true"
          @change="set(field, ($event.target as HTMLInputElement).checked)"
        />
        <select
          v-else-if="field.type === 'choice'"
          class="field max-w-44"
          :value="field.value"
          @change="set(field, value($event))"
        >
          <option v-for="[v, label] in field.options" :key="v" :value="v">{{ label }}</option>
        </select>
        <input
          v-else
          class="field w-44"
          :value="field.value ?? ''"
          maxlength="120"
          @change="set(field, value($event))"
        />
      </label>
    </template>
  </div>
  <div class="mt-3 flex gap-2">
    <AppButton small @click="$emit('duplicate')">Duplicate</AppButton>
    <AppButton small look="danger" @click="$emit('remove')">Take away</AppButton>
  </div>
</template>
