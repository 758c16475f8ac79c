<script setup lang="ts">
import { measureProperties, sayG, sayProperties } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../desk/benchStore';
import WorkingLines from '../shared/WorkingLines.vue';

/** Mass by part and with what each carries; centre of mass and principal axes. */
const bench = useBench();
const assembly = computed(() => bench.report!.assembly);
const lines = computed(() => sayProperties(measureProperties(assembly.value, bench.parts)));
</script>

<template>
  <section aria-label="Mass">
    <WorkingLines :lines="lines" />
    <table class="mt-3 w-full text-xs">
      <thead class="text-faint">
        <tr>
          <th class="text-left font-normal">part</th>
          <th class="text-right font-normal">itself</th>
          <th class="text-right font-normal">with what it carries</th>
        </tr>
      </thead>
      <tbody class="tabular-nums">
        <tr v-for="p in assembly.items" :key="p.item.id" class="rule">
          <td class="max-w-36 truncate py-0.5" :style="{ paddingLeft: `${p.depth * 6}px` }">
            {{ bench.names!.item(p.item.id) }}
          </td>
          <td class="text-right">{{ p.mass ? sayG(p.mass.massG) : 'not known' }}</td>
          <td class="text-right">
            {{ p.branchEnd > p.number ? sayG(p.branchMass.massG) : '' }}
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="assembly.leadMassG > 0" class="text-faint mt-1 text-xs">
      Leads, half at each end: {{ sayG(assembly.leadMassG) }}.
    </p>
  </section>
</template>
