<script setup lang="ts">
import { computed } from 'vue';
import TextField from '../form/TextField.vue';
import AppButton from '../shared/AppButton.vue';
import BriefFigure from './BriefFigure.vue';
import type { BriefEditing } from './useBrief';

/** What the kit travels in: inner sizes, and what each may weigh. The pack list says what goes into which. */
const props = defineProps<{ editing: BriefEditing; narrow: boolean }>();
const cases = computed(() => props.editing.stored.value?.cases ?? []);
const sides = ['Long', 'Wide', 'High'] as const;
const add = () =>
  props.editing.set(`cases.${cases.value.length}`, {
    name: `Case ${cases.value.length + 1}`,
    sizeMm: [400, 300, 150],
  });
</script>

<template>
  <ol v-if="cases.length > 0" aria-label="Cases">
    <li
      v-for="(c, i) in cases"
      :key="i"
      class="rule grid items-end gap-x-4 gap-y-1 py-2"
      :class="narrow ? 'grid-cols-2' : 'grid-cols-[1fr_repeat(4,7rem)_auto]'"
    >
      <TextField
        label="Case"
        labelled="above"
        :model-value="c.name"
        :issue="editing.issueAt(`cases.${i}.name`)"
        @update:model-value="(v) => editing.set(`cases.${i}.name`, v)"
      />
      <BriefFigure
        v-for="(side, k) in sides"
        :key="side"
        above
        :editing="editing"
        :path="`cases.${i}.sizeMm.${k}`"
        :label="side"
        unit="mm"
      />
      <BriefFigure
        above
        :editing="editing"
        :path="`cases.${i}.mostG`"
        label="Holds"
        unit="g"
        placeholder="no limit"
      />
      <AppButton
        small
        look="quiet"
        :aria-label="`Take out ${c.name}`"
        @click="editing.set(`cases.${i}`, undefined)"
        >Take out</AppButton
      >
    </li>
  </ol>
  <AppButton class="mt-2" small @click="add">Add a case</AppButton>
</template>
