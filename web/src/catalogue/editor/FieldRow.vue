<script setup lang="ts">
import ChoiceField from '../../form/ChoiceField.vue';
import FigureField from '../../form/FigureField.vue';
import TextField from '../../form/TextField.vue';
import TickField from '../../form/TickField.vue';
import type { Field, Fields } from './fields/field';

/** One figure, choice or tick of a part, by its type. */
const props = defineProps<{ field: Field }>();
const emit = defineEmits<{ set: [fields: Fields] }>();

const set = (value: unknown): void => emit('set', props.field.set(value as never));
const asNumber = (field: Field) => field.value as number | undefined;
const asText = (field: Field) => field.value as string | undefined;
const asTicks = (field: Field) => field.value as readonly string[];
/** In the order of the options, whichever was ticked first. */
function tick(field: Field, value: string, isOn: boolean): void {
  const ticked = asTicks(field);
  set(
    (field.options ?? []).map(([v]) => v).filter((v) => (v === value ? isOn : ticked.includes(v))),
  );
}
</script>

<template>
  <FigureField
    v-if="field.type === 'number'"
    :label="field.label"
    :unit="field.unit ?? ''"
    :hint="field.hint"
    :model-value="asNumber(field)"
    @update:model-value="set"
  />
  <TickField
    v-else-if="field.type === 'flag'"
    last
    :label="field.label"
    :disabled="field.fixed ?? false"
    :model-value="field.value === true"
    @update:model-value="set"
  />
  <ChoiceField
    v-else-if="field.type === 'choice'"
    :label="field.label"
    :options="field.options ?? []"
    :model-value="asText(field)"
    @update:model-value="set"
  />
  <fieldset v-else-if="field.type === 'ticks'" class="py-1">
    <legend>{{ field.label }}</legend>
    <div class="grid grid-cols-2 gap-x-3 text-xs">
      <TickField
        v-for="[value, label] in field.options"
        :key="value"
        :label="label"
        :model-value="asTicks(field).includes(value)"
        @update:model-value="(isOn) => tick(field, value, isOn)"
      />
    </div>
  </fieldset>
  <TextField
    v-else
    :label="field.label"
    :hint="field.hint"
    :model-value="asText(field)"
    @update:model-value="set"
  />
</template>
