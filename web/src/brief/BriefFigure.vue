<script setup lang="ts">
import { computed } from 'vue';
import FigureField from '../form/FigureField.vue';
import type { BriefEditing } from './useBrief';

/** One figure of the brief, with where it comes from; what is refused stays in it, with why. */
const props = defineProps<{
  editing: BriefEditing;
  path: string;
  label: string;
  unit: string;
  placeholder?: string;
  /** What becomes of it, where nothing else is said of it. */
  note?: string;
  /** Where it stands in a row, the label stands above. */
  above?: boolean;
}>();
const figure = computed(() => props.editing.get(props.path) as number | undefined);
const doubt = computed(() => {
  const said = props.editing.doubtAt(props.path);
  return said === undefined ? undefined : `▲ ${said}`;
});
</script>

<template>
  <FigureField
    :label="label"
    :unit="unit"
    :labelled="above ? 'above' : undefined"
    :placeholder="placeholder ?? 'not said'"
    :model-value="figure"
    :hint="doubt ?? editing.becauseOf(path) ?? note"
    :issue="editing.issueAt(path)"
    @update:model-value="(v) => editing.set(path, v)"
  />
</template>
