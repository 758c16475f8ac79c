<script setup lang="ts">
import { computed } from 'vue';
import { useBench } from '../desk/benchStore';
import type { ChangePiece, Stay } from './change.worker';

/** Where a joint that opens by hand would shorten the day, what saves most first, with what it costs. */
const props = defineProps<{
  quick: Extract<ChangePiece, { readonly kind: 'quick' }>;
  stays: readonly Stay[];
  nameOf: (id: string) => string;
}>();
const bench = useBench();
const per = computed(() => (props.quick.fromDay ? 'over the day' : 'with every change made once'));
const staying = computed(() => [...new Set(props.stays.map((s) => s.itemId))]);
</script>

<template>
  <div class="mt-1">
    <p v-if="staying.length > 0" class="text-sm">
      First what costs nothing:
      {{ staying.map((id) => bench.names!.item(id)).join(' and ') }} may stay on in some changes,
      which the steps beside say.
    </p>
    <ol v-if="quick.list.length > 0" class="mt-1">
      <li v-for="q in quick.list" :key="q.itemId" class="rule py-2 text-sm">
        <p class="flex items-baseline justify-between gap-4">
          <span class="font-serif text-base">{{ bench.names!.item(q.itemId) }}</span>
          <span class="whitespace-nowrap tabular-nums"
            >{{ q.saves }} <span class="text-faint text-xs">less {{ per }}</span></span
          >
        </p>
        <p>{{ q.text }}.</p>
        <p class="text-faint text-xs">
          Costs {{ q.costs }}; it is undone or made {{ q.times }}
          {{ q.times === 1 ? 'time' : 'times' }} {{ per }}. It stands clear in
          {{ nameOf(q.setupId) }}; look at the others once it is on.
        </p>
        <p v-for="(line, i) in q.brings" :key="i" class="text-blossom text-xs">! {{ line }}</p>
      </li>
    </ol>
    <p v-else class="text-faint mt-1 text-sm">
      No part of the catalogue makes a joint here quicker without making something worse.
    </p>
    <p v-if="!quick.fromDay" class="text-faint mt-1 text-xs">
      The day in your brief names no setups: every change is counted once.
    </p>
  </div>
</template>
