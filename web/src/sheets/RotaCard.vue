<script setup lang="ts">
import { sayDayEvent, sayDayHour, sayHours } from '@zucchini/core';
import type { Sheets } from './useSheets';

/** Who is charged when, and what happens over the day. */
defineProps<{ sheets: Sheets }>();
</script>

<template>
  <section aria-labelledby="rota-title">
    <h2 id="rota-title" class="font-serif text-2xl">Rota</h2>
    <p class="text-sm">{{ sayHours(sheets.last.plan.hours) }} in all.</p>
    <p v-if="sheets.rota.length === 0" class="text-sm">Nothing is charged during the day.</p>
    <table v-else class="mt-1 w-full max-w-xl text-sm tabular-nums">
      <thead>
        <tr class="text-faint text-xs print:text-black">
          <th scope="col" class="py-1 text-left font-normal">From – to</th>
          <th scope="col" class="py-1 text-left font-normal">Cell</th>
          <th scope="col" class="py-1 text-left font-normal">In</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(t, i) in sheets.rota" :key="i" class="rule align-baseline">
          <td class="py-1.5 pr-2 whitespace-nowrap">
            {{ sayDayHour(sheets.last.plan, t.fromH) }} – {{ sayDayHour(sheets.last.plan, t.toH) }}
          </td>
          <td class="py-1.5 pr-2">
            {{ sheets.names.item(t.cell) }}{{ t.full ? '' : ', not full by then' }}
          </td>
          <td class="py-1.5">{{ sheets.names.item(t.charger) }}</td>
        </tr>
      </tbody>
    </table>
    <template v-if="sheets.last.worst.events.length > 0">
      <h3 class="mt-4 font-serif text-lg">What happens when</h3>
      <ol class="mt-1 text-sm">
        <li
          v-for="(e, i) in sheets.last.worst.events"
          :key="i"
          class="rule flex gap-3 py-1 tabular-nums"
        >
          <span class="w-24 shrink-0 text-right">≈ {{ sayDayHour(sheets.last.plan, e.atH) }}</span>
          <span>{{ sayDayEvent(e, sheets.names) }}</span>
        </li>
      </ol>
    </template>
    <p class="mt-3 text-xs">
      Hours count from the first minute of the day and are estimates (≈). Lithium cells are not
      charged below 0 °C and not left alone on a charger.
    </p>
  </section>
</template>
