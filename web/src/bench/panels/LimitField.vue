<script setup lang="ts">
import FigureField from '../../form/FigureField.vue';
import { useBench } from '../../desk/benchStore';
import { useLimit, type LimitName } from './useLimit';

/** One limit of the brief: set, changed, or taken away by emptying it. */
const props = defineProps<{ limit: LimitName; label: string }>();
const bench = useBench();
const { unit, range, figure, set } = useLimit(props.limit);
</script>

<template>
  <FigureField
    :label="label"
    :unit="unit"
    :min="range.min"
    :max="range.max"
    placeholder="no limit"
    :disabled="bench.readOnly"
    :model-value="figure"
    @update:model-value="set"
  />
</template>
