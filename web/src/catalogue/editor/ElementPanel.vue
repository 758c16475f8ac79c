<script setup lang="ts">
import type { Element } from '@zucchini/core';
import { computed } from 'vue';
import AppButton from '../../shared/AppButton.vue';
import ChoiceField from '../../form/ChoiceField.vue';
import FigureField from '../../form/FigureField.vue';
import TextField from '../../form/TextField.vue';
import TickField from '../../form/TickField.vue';
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
const textOf = (field: Field) => field.value as string | undefined;
</script>

<template>
  <p class="eyebrow">{{ listWords[element.list] }}</p>
  <h2 class="font-serif text-lg leading-tight">
    {{ ('name' in element.is && element.is.name) || element.is.id.replaceAll('-', ' ') }}
  </h2>
  <p v-if="provenance" class="text-faint text-xs">{{ provenance }}</p>
  <div class="mt-2">
    <template v-for="field in fields" :key="field.label">
      <FigureField
        v-if="field.type === 'number'"
        :label="field.label"
        :unit="field.unit ?? ''"
        :model-value="numberOf(field)"
        @update:model-value="(v) => set(field, v)"
      />
      <TickField
        v-else-if="field.type === 'flag'"
        last
        :label="field.label"
        :disabled="field.fixed ?? false"
        :model-value="field.value === true"
        @update:model-value="(v) => set(field, v)"
      />
      <ChoiceField
        v-else-if="field.type === 'choice'"
        :label="field.label"
        :options="field.options ?? []"
        :model-value="textOf(field)"
        @update:model-value="(v) => set(field, v)"
      />
      <TextField
        v-else
        :label="field.label"
        :model-value="textOf(field)"
        @update:model-value="(v) => set(field, v)"
      />
    </template>
  </div>
  <div class="mt-3 flex gap-2">
    <AppButton small @click="$emit('duplicate')">Duplicate</AppButton>
    <AppButton small look="danger" @click="$emit('remove')">Take away</AppButton>
  </div>
</template>
