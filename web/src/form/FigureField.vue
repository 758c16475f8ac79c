<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core';
import { computed, useId } from 'vue';
import FieldFrame, { type Labelled } from './FieldFrame.vue';
import { useFigure, writeFigure } from './useFigure';

/**
 * A figure that can be typed in any unit of its kind: “5.7 in” in a field of millimetres becomes 144.78.
 * Empty is no answer; what would be guessed then stands in the field, faint.
 */
const props = defineProps<{
  label: string;
  unit: string;
  modelValue: number | undefined;
  min?: number;
  max?: number;
  filled?: boolean;
  guess?: number | undefined;
  placeholder?: string;
  hint?: string | undefined;
  issue?: string | undefined;
  must?: boolean;
  disabled?: boolean;
  labelled?: Labelled;
  /** Given while it is typed too, a moment after the last letter. */
  live?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: number | undefined] }>();

// What else is said of the field is said of its input: a name where the label stands elsewhere.
defineOptions({ inheritAttrs: false });

/** As long as a person who types on leaves between two letters, in ms (estimate). */
const peekMs = 250;
const id = useId();
const { text, trouble, told, take, peek } = useFigure(props, (v) => emit('update:modelValue', v));
const peekSoon = useDebounceFn(peek, peekMs);
const wrong = computed(() => trouble.value || props.issue || '');
const faint = computed(() =>
  props.guess === undefined ? (props.placeholder ?? '') : `≈ ${writeFigure(props.guess)}`,
);
</script>

<template>
  <FieldFrame
    :label="label"
    :labelled="labelled"
    :control="id"
    :must="must"
    :hint="hint"
    :issue="wrong"
    :told="told"
  >
    <span class="whitespace-nowrap">
      <input
        :id="id"
        v-model="text"
        v-bind="$attrs"
        class="field w-24 text-right tabular-nums"
        inputmode="decimal"
        autocomplete="off"
        :disabled="disabled"
        :placeholder="faint"
        :aria-invalid="wrong !== ''"
        :aria-required="must"
        :aria-describedby="hint || wrong || told ? `${id}-says` : undefined"
        @input="live && peekSoon()"
        @change="take"
        @keydown.enter="take"
      />
      <span class="unit inline-block w-9 pl-1">{{ unit }}</span>
    </span>
  </FieldFrame>
</template>
