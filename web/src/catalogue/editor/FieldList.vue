<script setup lang="ts">
import { computed } from 'vue';
import FieldRow from './FieldRow.vue';
import type { Field, Fields } from './fields/field';

/** Figures one below the other; those of a group are folded up under its heading. */
const props = defineProps<{ fields: readonly Field[] }>();
defineEmits<{ set: [fields: Fields] }>();

const plain = computed(() => props.fields.filter((f) => f.group === undefined));
const groups = computed(() =>
  [...new Set(props.fields.flatMap((f) => f.group ?? []))].map((title) => ({
    title,
    fields: props.fields.filter((f) => f.group === title),
  })),
);
</script>

<template>
  <FieldRow
    v-for="field in plain"
    :key="field.label"
    :field="field"
    @set="(fields) => $emit('set', fields)"
  />
  <details v-for="g in groups" :key="g.title" class="border-line border-t py-1">
    <summary class="eyebrow min-h-6 py-1">{{ g.title }}</summary>
    <FieldRow
      v-for="field in g.fields"
      :key="field.label"
      :field="field"
      @set="(fields) => $emit('set', fields)"
    />
  </details>
</template>
