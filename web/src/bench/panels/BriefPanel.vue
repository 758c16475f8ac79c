<script setup lang="ts">
import { ref } from 'vue';
import BriefFields from '../../brief/BriefFields.vue';
import { useBrief } from '../../brief/useBrief';
import { useBench } from '../../desk/benchStore';
import ChoiceField from '../../form/ChoiceField.vue';
import PanelFrame from './PanelFrame.vue';

/** The brief beside the plate: of the rig, or what this setup has otherwise. */
const bench = useBench();
const scope = ref<'rig' | 'setup'>('rig');
const editing = useBrief(scope);
</script>

<template>
  <PanelFrame over="The job" title="The brief" back @back="bench.select(undefined)">
    <p class="mt-1 text-xs">
      <RouterLink class="text-leaf underline" :to="{ name: 'brief', params: { id: bench.rig!.id } }"
        >On a page of its own</RouterLink
      >
    </p>
    <ChoiceField
      v-if="bench.rig!.setups.length > 1"
      v-model="scope"
      class="mt-2"
      label="Change it for"
      labelled="above"
      small
      :options="[
        ['rig', 'all setups'],
        ['setup', 'this setup alone'],
      ]"
    />
    <div class="mt-3"><BriefFields :editing="editing" narrow /></div>
  </PanelFrame>
</template>
