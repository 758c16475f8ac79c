<script setup lang="ts">
import type { Element } from '@zucchini/core';
import { computed } from 'vue';
import AppButton from '../../shared/AppButton.vue';
import FieldList from './FieldList.vue';
import { listFields } from './fields/element';
import type { Fields } from './fields/field';
import type { Editor } from './useEditor';

/** The figures of one thing on the part. */
const props = defineProps<{ editor: Editor; element: Element }>();
defineEmits<{ duplicate: []; remove: [] }>();

const fields = computed(() => listFields(props.element, props.editor.part.value!));
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
function set(fields: Fields): void {
  props.editor.apply({ type: 'set', id: props.element.is.id, fields });
}
</script>

<template>
  <p class="eyebrow">{{ listWords[element.list] }}</p>
  <h2 class="font-serif text-lg leading-tight">
    {{ ('name' in element.is && element.is.name) || element.is.id.replaceAll('-', ' ') }}
  </h2>
  <p v-if="provenance" class="text-faint text-xs">{{ provenance }}</p>
  <div class="mt-2">
    <FieldList :fields="fields" @set="set" />
  </div>
  <div class="mt-3 flex gap-2">
    <AppButton small @click="$emit('duplicate')">Duplicate</AppButton>
    <AppButton small look="danger" @click="$emit('remove')">Take away</AppButton>
  </div>
</template>
