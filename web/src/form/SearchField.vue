<script setup lang="ts">
import { onMounted, useTemplateRef } from 'vue';

/** Words that narrow a list, at each letter; Enter takes the first of what is left. */
const props = defineProps<{
  label: string;
  placeholder: string;
  modelValue: string;
  /** Stands ready to be typed into as soon as it appears. */
  ready?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: string]; first: [] }>();

const field = useTemplateRef('field');
const focus = (): void => field.value?.focus({ preventScroll: true });
onMounted(() => props.ready && focus());
defineExpose({ focus });
</script>

<template>
  <input
    ref="field"
    type="search"
    class="field w-full"
    :placeholder="placeholder"
    :aria-label="label"
    :value="modelValue"
    @input="emit('update:modelValue', ($event.target as HTMLInputElement).value)"
    @keydown.enter.prevent="emit('first')"
  />
</template>
