<script setup lang="ts">
import { sayTightening } from '@zucchini/core';
import AppButton from '../shared/AppButton.vue';
import { announce } from '../shared/announce';
import type { FieldLog } from './fieldLog';
import type { Sheets } from './useSheets';

/** Joints that work loose, and how often one looks at each; what came loose is logged and shortens that. */
const props = defineProps<{ sheets: Sheets; log: FieldLog; setupId: string }>();

function cameLoose(itemId: string): void {
  props.log.add({ kind: 'came-loose', setup: props.setupId, item: itemId });
  announce(`Noted that ${props.sheets.names.item(itemId)} came loose.`);
}
</script>

<template>
  <section aria-labelledby="tighten-title">
    <h2 id="tighten-title" class="font-serif text-2xl">Re-tighten card</h2>
    <p v-if="sheets.tightenings.length === 0" class="text-sm">
      No joint of this setup carries more than a third of what friction holds.
    </p>
    <ul v-else class="mt-1">
      <li
        v-for="t in sheets.tightenings"
        :key="t.jointId"
        class="rule flex flex-wrap items-baseline justify-between gap-x-4 py-2"
      >
        <span class="text-sm"
          ><span class="font-serif text-base">{{ sheets.names.item(t.itemId) }}</span
          >, {{ sayTightening(t) }}</span
        >
        <AppButton
          small
          class="max-sm:min-h-11 print:hidden"
          :data-loose="t.itemId"
          :aria-label="`${sheets.names.item(t.itemId)} came loose`"
          @click="cameLoose(t.itemId)"
          >It came loose</AppButton
        >
      </li>
    </ul>
    <p class="mt-2 text-xs">
      The hours are an estimate from how much acts on each screw; each time one comes loose halves
      its own.
    </p>
  </section>
</template>
