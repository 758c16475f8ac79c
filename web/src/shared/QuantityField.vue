<script setup lang="ts">
import { findUnit, readNumber, type FigureDimension } from '@zucchini/core';
import { computed, ref, useId, watch } from 'vue';

/**
 * A figure that can be typed in any unit of its kind: “5.7 in” in a field of millimetres becomes 144.78.
 * Empty is no answer; what would be guessed then stands in the field, faint. Tells what it does not
 * understand beside the field and leaves the value as it was.
 */
const props = defineProps<{
  label: string;
  unit: string;
  modelValue: number | undefined;
  guess?: number | undefined;
  hint?: string | undefined;
  /** What is wrong with the figure as far as others know. */
  issue?: string | undefined;
  must?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: number | undefined] }>();

// A field without a label of its own is named by whoever places it.
defineOptions({ inheritAttrs: false });

const say = (value: number | undefined) =>
  value === undefined ? '' : String(Math.round(value * 1000) / 1000);
const text = ref(say(props.modelValue));
const trouble = ref('');
const id = useId();
watch(
  () => props.modelValue,
  (value) => {
    text.value = say(value);
    trouble.value = '';
  },
);

const dimensionOf: Readonly<Record<string, FigureDimension>> = {
  mm: 'lengthMm',
  in: 'lengthMm',
  g: 'massG',
  V: 'voltageV',
  Wh: 'energyWh',
  'cd/m²': 'luminanceNit',
};

function take(): void {
  const written = text.value.trim();
  if (written === '') {
    trouble.value = '';
    // A field emptied after a figure that was refused is told too: what was said of it no longer stands.
    if (props.modelValue !== undefined || props.issue) emit('update:modelValue', undefined);
    return;
  }
  const match = /^(-)?\s*([\d.,'\u00a0\u202f ¼½¾⅛⅜⅝⅞/]*[\d¼½¾⅛⅜⅝⅞])\s*(.*)$/u.exec(written);
  const number = match && readNumber(match[2]!);
  if (!match || !number) {
    trouble.value = `“${written}” is no figure`;
    return;
  }
  let value = match[1] ? -number.value : number.value;
  const spelt = match[3]!.trim();
  if (spelt !== '' && spelt !== props.unit) {
    const own = findUnit(props.unit);
    const unit = findUnit(spelt);
    const dimension = dimensionOf[props.unit];
    if (!unit || !own || !dimension || unit.dimension !== dimension) {
      trouble.value = `“${spelt}” does not measure this`;
      return;
    }
    value = Math.round(((value * unit.factor) / own.factor) * 1000) / 1000;
  }
  trouble.value = '';
  emit('update:modelValue', value);
  text.value = say(value);
}
const wrong = computed(() => trouble.value || props.issue || '');
</script>

<template>
  <div class="py-1">
    <div class="flex items-baseline justify-between gap-3">
      <label v-if="label" :for="id" class="min-w-0">
        {{ label }}<span v-if="must" class="text-tomato" title="must be answered"> *</span>
      </label>
      <span class="whitespace-nowrap">
        <input
          :id="id"
          v-model="text"
          v-bind="$attrs"
          class="field w-24 text-right tabular-nums"
          autocomplete="off"
          :placeholder="guess === undefined ? '' : `≈ ${say(guess)}`"
          :aria-invalid="wrong !== ''"
          :aria-required="must"
          @change="take"
          @keydown.enter="take"
        />
        <span class="unit inline-block w-10 pl-1">{{ unit }}</span>
      </span>
    </div>
    <p v-if="hint" class="text-faint text-xs">{{ hint }}</p>
    <p v-if="wrong" class="text-tomato text-right text-xs" role="alert">{{ wrong }}</p>
  </div>
</template>
