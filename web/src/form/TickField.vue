<script setup lang="ts">
import { useId } from 'vue';
import FieldFrame from './FieldFrame.vue';

/** Yes or no. Before its words, or at the end of the line as the other fields of a form are. */
defineProps<{
  label: string;
  modelValue: boolean;
  /** The box stands at the end of the line. */
  last?: boolean;
  hint?: string | undefined;
  issue?: string | undefined;
  must?: boolean;
  disabled?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: boolean] }>();
const id = useId();
const isTicked = (event: Event) => (event.target as HTMLInputElement).checked;
</script>

<template>
  <FieldFrame v-if="last" :label="label" :control="id" :must="must" :hint="hint" :issue="issue">
    <input
      :id="id"
      type="checkbox"
      :checked="modelValue"
      :disabled="disabled"
      @change="emit('update:modelValue', isTicked($event))"
    />
  </FieldFrame>
  <label v-else class="flex items-center gap-1.5 py-1">
    <input
      type="checkbox"
      :checked="modelValue"
      :disabled="disabled"
      @change="emit('update:modelValue', isTicked($event))"
    />
    {{ label }}
  </label>
</template>
