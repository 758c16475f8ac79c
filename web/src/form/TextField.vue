<script setup lang="ts">
import { useId } from 'vue';
import FieldFrame, { type Labelled } from './FieldFrame.vue';

/** Words on one line. Given when the field is left, or at each letter where `live`. */
const props = defineProps<{
  label: string;
  modelValue: string | undefined;
  labelled?: Labelled;
  live?: boolean;
  hint?: string | undefined;
  issue?: string | undefined;
  must?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: string] }>();
defineOptions({ inheritAttrs: false });

const id = useId();
function take(event: Event, moment: 'letter' | 'left'): void {
  if (props.live !== (moment === 'letter')) return;
  const { value } = event.target as HTMLInputElement;
  emit('update:modelValue', props.live ? value : value.trim());
}
</script>

<template>
  <FieldFrame
    :label="label"
    :labelled="labelled"
    :control="id"
    :must="must"
    :hint="hint"
    :issue="issue"
  >
    <input
      :id="id"
      class="field"
      :class="labelled === 'above' ? 'w-full' : 'w-48'"
      maxlength="120"
      autocomplete="off"
      v-bind="$attrs"
      :value="modelValue ?? ''"
      :aria-required="must"
      :aria-describedby="hint || issue ? `${id}-says` : undefined"
      :aria-invalid="issue !== undefined"
      @input="take($event, 'letter')"
      @change="take($event, 'left')"
    />
  </FieldFrame>
</template>
