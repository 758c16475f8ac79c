<script setup lang="ts">
import FigureField from './FigureField.vue';

/**
 * A figure between two ends, typed or slid. While the slider is held its figure is only tried; letting it go
 * keeps it.
 */
defineProps<{
  label: string;
  /** What the slider is called where that is not the label. */
  slider?: string;
  unit: string;
  min: number;
  max: number;
  step: number;
  modelValue: number;
  disabled?: boolean;
}>();
const emit = defineEmits<{
  'update:modelValue': [value: number];
  try: [value: number];
  keep: [];
}>();
defineOptions({ inheritAttrs: false });
</script>

<template>
  <div :class="$attrs['class']">
    <FigureField
      filled
      :label="label"
      :unit="unit"
      :min="min"
      :max="max"
      :disabled="disabled"
      :model-value="modelValue"
      @update:model-value="(v) => v !== undefined && emit('update:modelValue', v)"
    />
    <input
      v-bind="{ ...$attrs, class: 'w-full' }"
      type="range"
      :min="min"
      :max="max"
      :step="step"
      :value="modelValue"
      :disabled="disabled"
      :aria-label="slider ?? label"
      @input="emit('try', Number(($event.target as HTMLInputElement).value))"
      @change="emit('keep')"
    />
  </div>
</template>
