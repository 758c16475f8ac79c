<script setup lang="ts">
import { sayOrderStep, sayOrderStepBack } from '@zucchini/core';
import type { Sheets } from './useSheets';

/** In which order leads are plugged and devices switched on, and back; what is charged the night before. */
defineProps<{ sheets: Sheets }>();
</script>

<template>
  <section aria-labelledby="power-title">
    <h2 id="power-title" class="font-serif text-2xl">Leads and power</h2>
    <div class="mt-2 grid grid-cols-2 gap-x-8 gap-y-5 max-sm:grid-cols-1">
      <section class="break-inside-avoid">
        <h3 class="font-serif text-lg">Bringing it up</h3>
        <ol class="mt-1 list-decimal pl-5 text-sm">
          <li v-for="(step, i) in sheets.order" :key="i" class="py-0.5">
            {{ sayOrderStep(step, sheets.names) }}
          </li>
        </ol>
      </section>
      <section class="break-inside-avoid">
        <h3 class="font-serif text-lg">Taking it down</h3>
        <ol class="mt-1 list-decimal pl-5 text-sm">
          <li v-for="(step, i) in sheets.orderBack" :key="i" class="py-0.5">
            {{ sayOrderStepBack(step, sheets.names) }}
          </li>
        </ol>
      </section>
      <section class="break-inside-avoid">
        <h3 class="font-serif text-lg">Charge tonight</h3>
        <table class="mt-1 w-full text-sm tabular-nums">
          <tbody>
            <tr v-for="c in sheets.cells" :key="c.store" class="rule">
              <th scope="row" class="py-1.5 text-left font-normal">{{ c.part.name }}</th>
              <td class="py-1.5 text-right">
                {{ c.used + c.more }}{{ c.more > 0 ? ` (${c.more} to get)` : ''
                }}{{ c.enough ? '' : ', and no number will do' }}
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="sheets.cells.length === 0" class="text-sm">No battery is on it.</p>
      </section>
    </div>
    <p class="mt-3 text-xs">
      Power before the picture; the picture comes out first. Check volts and polarity of every lead
      before it is plugged. A cell that is warm, swollen or wet is not used.
    </p>
  </section>
</template>
