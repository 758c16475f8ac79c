<script setup lang="ts">
import { computed } from 'vue';
import ChoiceField from '../form/ChoiceField.vue';
import type { BriefEditing } from './useBrief';

/** One choice of the brief; the empty one takes it away. */
const props = defineProps<{
  editing: BriefEditing;
  path: string;
  label: string;
  options: readonly (readonly [value: string, label: string])[];
  above?: boolean;
}>();
const value = computed(() => (props.editing.get(props.path) as string | undefined) ?? '');
</script>

<template>
  <ChoiceField
    :label="label"
    small
    :labelled="above ? 'above' : undefined"
    :options="options"
    :model-value="value"
    :issue="editing.issueAt(path)"
    @update:model-value="(v) => editing.set(path, v || undefined)"
  />
</template>
