<script setup lang="ts">
import { computed, type Component } from 'vue';

/**
 * What every field has round its control: the label, that it must be answered, the hint, what is wrong and
 * what was read. The control stands at the end of the line, below the label, or with a label that is only
 * spoken.
 */
const props = defineProps<{
  label: string;
  labelled?: Labelled;
  /** The id of the control that the label names; what is said of it has the same with `-says`. */
  control?: string | undefined;
  /** Another component than a plain label, for a control that brings its own. */
  labelAs?: Component | string;
  must?: boolean | undefined;
  hint?: string | undefined;
  issue?: string | undefined;
  told?: string | undefined;
}>();
const where = computed(() => props.labelled ?? 'beside');
const isPlain = computed(() => props.labelAs === undefined);
</script>

<script lang="ts">
/** Where the label stands. */
export type Labelled = 'beside' | 'above' | 'hidden';
</script>

<template>
  <div :class="{ 'py-1': where === 'beside' }">
    <div :class="{ 'flex items-baseline justify-between gap-3': where === 'beside' }">
      <component
        :is="labelAs ?? 'label'"
        v-if="label"
        :for="isPlain ? control : undefined"
        :class="{
          'min-w-0': where === 'beside',
          'eyebrow mb-1 block': where === 'above',
          'sr-only': where === 'hidden',
        }"
        >{{ label
        }}<span v-if="must" class="text-tomato" title="must be answered"> *</span></component
      >
      <slot />
    </div>
    <div v-if="hint || issue || told" :id="control && `${control}-says`">
      <p v-if="hint" class="text-faint text-xs">{{ hint }}</p>
      <p v-if="issue" class="text-tomato text-right text-xs" role="alert">{{ issue }}</p>
      <p v-else-if="told" class="text-faint text-right text-xs" role="status">{{ told }}</p>
    </div>
  </div>
</template>
