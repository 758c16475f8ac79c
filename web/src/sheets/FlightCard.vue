<script setup lang="ts">
import { flightLimitsWh, sayNumber } from '@zucchini/core';
import { flightWords } from '../last/words';
import type { Sheets } from './useSheets';

/** What of the kit's batteries may fly, to be shown where it is asked. */
defineProps<{ sheets: Sheets }>();
</script>

<template>
  <section aria-labelledby="flight-title">
    <h2 id="flight-title" class="font-serif text-2xl">Flight card</h2>
    <p v-if="sheets.flight.length === 0" class="text-sm">No battery is in the kit.</p>
    <table v-else class="mt-1 w-full text-sm tabular-nums">
      <tbody>
        <tr v-for="c in sheets.flight" :key="c.itemId" class="rule">
          <th scope="row" class="py-1.5 text-left font-normal">
            {{ sheets.names.item(c.itemId) }}
          </th>
          <td class="py-1.5">{{ c.loose ? 'terminals covered' : 'in its device' }}</td>
          <td class="py-1.5 text-right whitespace-nowrap">
            {{ c.energyWh === undefined ? '? Wh' : `${sayNumber(c.energyWh, 1)} Wh` }}
          </td>
          <td class="py-1.5 pl-2 text-right">{{ flightWords[c.may] }}</td>
        </tr>
      </tbody>
    </table>
    <p class="mt-2 text-xs">
      {{ sheets.flight.length }} in all. As a rule up to {{ flightLimitsWh.free }} Wh each in the
      cabin, up to {{ flightLimitsWh.asked }} Wh where the airline agrees, spares never in the hold.
      Ask the airline: its rules count.
    </p>
  </section>
</template>
