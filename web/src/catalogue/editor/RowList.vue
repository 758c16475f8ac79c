<script setup lang="ts">
import AppButton from '../../shared/AppButton.vue';
import FieldList from './FieldList.vue';
import type { Fields } from './fields/field';
import type { Row } from './fields/movement';

/** Things of a list, each opened for its figures and taken away. */
defineProps<{ rows: readonly Row[] }>();
defineEmits<{ set: [fields: Fields] }>();
</script>

<template>
  <ul>
    <li v-for="row in rows" :key="row.key" class="rule py-1">
      <div v-if="row.fields.length === 0" class="flex items-center justify-between gap-2 text-xs">
        {{ row.title }}
        <AppButton
          small
          look="quiet"
          :aria-label="`Take ${row.title} away`"
          @click="$emit('set', row.without)"
          >×</AppButton
        >
      </div>
      <details v-else>
        <summary class="min-h-6 py-1">{{ row.title }}</summary>
        <FieldList :fields="row.fields" @set="(fields) => $emit('set', fields)" />
        <AppButton class="mt-1" small look="danger" @click="$emit('set', row.without)"
          >Take “{{ row.title }}” away</AppButton
        >
      </details>
    </li>
  </ul>
</template>
