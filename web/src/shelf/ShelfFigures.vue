<script setup lang="ts">
import type { NotComputed, RigSummary } from '@zucchini/core';
import WeightMark from '../shared/WeightMark.vue';

/** What the shelf says of a rig: what was found, how it hangs, what it costs and weighs. */
defineProps<{ rig: RigSummary }>();

const whyNot: Readonly<Record<NotComputed, string>> = {
  time: 'it would take too long',
  memory: 'it takes more memory than there is for one rig',
  fault: 'something went wrong; the log of the server has the details',
};
</script>

<template>
  <dl v-if="rig.figures" class="mt-2 grid max-w-xl grid-cols-3 gap-4">
    <div>
      <dt class="eyebrow">Found</dt>
      <dd class="flex flex-wrap items-center gap-x-3">
        <span v-if="rig.figures.stops === null || rig.figures.risks === null" class="text-faint"
          >not computed</span
        >
        <template v-else>
          <WeightMark v-if="rig.figures.stops === 0 && rig.figures.risks === 0" weight="well" />
          <span v-if="rig.figures.stops > 0" class="text-tomato flex items-center gap-1">
            <WeightMark weight="stops" wordless />{{ rig.figures.stops }} to mend
          </span>
          <span v-if="rig.figures.risks > 0" class="text-blossom flex items-center gap-1">
            <WeightMark weight="risk" wordless />{{ rig.figures.risks }}
            {{ rig.figures.risks === 1 ? 'risk' : 'risks' }}
          </span>
        </template>
      </dd>
    </div>
    <div>
      <dt class="eyebrow">Hang</dt>
      <dd>{{ rig.figures.hang }}</dd>
    </div>
    <div>
      <dt class="eyebrow">Spend, carry</dt>
      <dd>{{ rig.figures.spend }}<br />{{ rig.figures.carried }}</dd>
    </div>
  </dl>
  <p v-if="rig.pending" class="text-faint mt-2 text-sm">
    {{ rig.figures ? 'Figures from before the last change …' : 'Figures are being worked out …' }}
  </p>
  <p v-else-if="rig.notComputed" class="text-blossom mt-2 text-sm">
    {{ rig.figures ? 'What stands where was not computed' : 'Not computed' }}:
    {{ whyNot[rig.notComputed] }}.
  </p>
</template>
