<script setup lang="ts">
import { readTyped } from '@zucchini/core';
import { ref, watch } from 'vue';

/**
 * A figure with its unit, typed in any unit of its kind; empty is allowed where `optional`. Tells what it
 * does not understand beside the field and leaves the value as it was.
 */
const props = withDefaults(
  defineProps<{
    label: string;
    unit: string;
    modelValue: number | undefined;
    min?: number;
    max?: number;
    optional?: boolean;
    disabled?: boolean;
    placeholder?: string;
  }>(),
  { min: 0, max: 1e9, optional: false, disabled: false, placeholder: '' },
);
const emit = defineEmits<{ 'update:modelValue': [value: number | undefined] }>();

const say = (value: number | undefined) =>
  value === undefined ? '' : String(Math.round(value * 100) / 100);
const text = ref(say(props.modelValue));
const trouble = ref('');
/** How a figure was read that could have been meant otherwise. */
const told = ref('');
watch(
  () => props.modelValue,
  (value) => {
    text.value = say(value);
    trouble.value = '';
  },
);

function take(): void {
  const written = text.value.trim();
  told.value = '';
  if (written === '') {
    if (props.optional) emit('update:modelValue', undefined);
    else text.value = say(props.modelValue);
    trouble.value = '';
    return;
  }
  const read = readTyped(written, props.unit);
  if (read.state === 'refused') trouble.value = read.why;
  else if (read.value < props.min) trouble.value = `At least ${props.min} ${props.unit}`;
  else if (read.value > props.max) trouble.value = `At most ${props.max} ${props.unit}`;
  else {
    trouble.value = '';
    if (read.ambiguous) told.value = `“${written}” is read as ${say(read.value)} ${props.unit}`;
    text.value = say(read.value);
    if (read.value !== props.modelValue) emit('update:modelValue', read.value);
  }
}
</script>

<template>
  <label class="block">
    <span class="flex items-baseline justify-between gap-2">
      <span>{{ label }}</span>
      <span class="whitespace-nowrap">
        <input
          v-model="text"
          class="field w-20 text-right tabular-nums"
          inputmode="decimal"
          :disabled="disabled"
          :placeholder="placeholder"
          :aria-invalid="trouble !== ''"
          @change="take"
          @keydown.enter="take"
        />
        <span class="unit inline-block w-9 pl-1">{{ unit }}</span>
      </span>
    </span>
    <span v-if="trouble" class="text-tomato mt-0.5 block text-right text-xs" role="alert">{{
      trouble
    }}</span>
    <span v-else-if="told" class="text-faint mt-0.5 block text-right text-xs" role="status">{{
      told
    }}</span>
  </label>
</template>
