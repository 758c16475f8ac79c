<script setup lang="ts">
import type { Carries } from '@zucchini/core';
import TickField from '../../form/TickField.vue';
import { carriesOptions } from './options';

/** What a lead or a socket carries, ticked. The last one stays where nothing at all would make no sense. */
const props = defineProps<{ modelValue: readonly string[]; atLeastOne?: boolean }>();
const emit = defineEmits<{ 'update:modelValue': [value: Carries[]] }>();

/** In the order of the list, whichever was ticked first. */
function tick(what: Carries, isOn: boolean): void {
  const next = carriesOptions
    .map(([v]) => v)
    .filter((v) => (v === what ? isOn : props.modelValue.includes(v)));
  emit('update:modelValue', next);
}
</script>

<template>
  <TickField
    v-for="[v, label] in carriesOptions"
    :key="v"
    :label="label"
    :model-value="modelValue.includes(v)"
    :disabled="atLeastOne && modelValue.length === 1 && modelValue[0] === v"
    @update:model-value="(isOn) => tick(v, isOn)"
  />
</template>
