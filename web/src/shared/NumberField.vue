<script setup lang="ts">
import { ref, watch } from 'vue';

/**
 * A figure with its unit. Takes a comma or a point; empty is allowed where `optional`. Tells what it
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
watch(
  () => props.modelValue,
  (value) => {
    text.value = say(value);
    trouble.value = '';
  },
);

function take(): void {
  const written = text.value
    .trim()
    .replace(',', '.')
    .replace(/[\s\u202f]/g, '');
  if (written === '') {
    if (props.optional) emit('update:modelValue', undefined);
    else text.value = say(props.modelValue);
    trouble.value = '';
    return;
  }
  const value = Number(written);
  if (!Number.isFinite(value)) trouble.value = `“${text.value}” is not a number`;
  else if (value < props.min) trouble.value = `At least ${props.min} ${props.unit}`;
  else if (value > props.max) trouble.value = `At most ${props.max} ${props.unit}`;
  else {
    trouble.value = '';
    if (value !== props.modelValue) emit('update:modelValue', value);
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
  </label>
</template>
