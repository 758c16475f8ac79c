<script setup lang="ts">
import { readTyped } from '@zucchini/core';
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
/** How a figure was read that could have been meant otherwise. */
const told = ref('');
const id = useId();
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
    trouble.value = '';
    // A field emptied after a figure that was refused is told too: what was said of it no longer stands.
    if (props.modelValue !== undefined || props.issue) emit('update:modelValue', undefined);
    return;
  }
  const read = readTyped(written, props.unit);
  if (read.state === 'refused') {
    trouble.value = read.why;
    return;
  }
  trouble.value = '';
  told.value = read.ambiguous ? `“${written}” is read as ${say(read.value)} ${props.unit}` : '';
  emit('update:modelValue', read.value);
  text.value = say(read.value);
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
    <p v-else-if="told" class="text-faint text-right text-xs" role="status">{{ told }}</p>
  </div>
</template>
