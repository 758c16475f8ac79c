<script setup lang="ts">
import { compareSetups, placeSetup, sayG, sayMoney, type Role } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../desk/benchStore';

/** Every part over all setups: used, fastened elsewhere, set otherwise, worn, at home; and what each setup alone needs. */
const bench = useBench();
const table = computed(() => {
  const rig = bench.rig!;
  const assemblies = rig.setups.map((s) => placeSetup(rig, s, bench.parts));
  return compareSetups(rig, assemblies, bench.parts);
});
const marks: Readonly<Record<Role, readonly [mark: string, word: string]>> = {
  used: ['●', 'used'],
  moved: ['◐', 'fastened elsewhere'],
  set: ['◒', 'slid or turned otherwise'],
  worn: ['○', 'worn by you'],
  home: ['', 'stays home'],
};
const ownOf = (id: string) => table.value.own.find((o) => o.setupId === id)!;
const sayOwn = (id: string) => {
  const { itemIds } = ownOf(id);
  return itemIds.length === 0 ? 'none' : `${itemIds.length}`;
};
const isPriced = computed(() => table.value.own.some((o) => o.toSpend.minor > 0));
</script>

<template>
  <div class="mt-2 overflow-x-auto">
    <table class="w-full border-collapse text-sm tabular-nums">
      <thead>
        <tr class="align-bottom">
          <th scope="col" class="py-1 text-left text-xs font-normal"></th>
          <th
            v-for="s in bench.rig!.setups"
            :key="s.id"
            scope="col"
            class="w-32 px-1 py-1 text-center font-serif font-normal"
          >
            {{ s.name }}
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in table.rows" :key="row.itemId" class="rule">
          <th scope="row" class="py-1 pr-3 text-left font-serif font-normal">
            {{ bench.names!.item(row.itemId) }}
          </th>
          <td
            v-for="(role, i) in row.roles"
            :key="i"
            class="text-center"
            :class="role === 'used' ? '' : 'text-leaf'"
          >
            <span aria-hidden="true" :title="marks[role][1]">{{ marks[role][0] }}</span>
            <span class="sr-only">{{ marks[role][1] }}</span>
          </td>
        </tr>
      </tbody>
      <tfoot v-if="bench.rig!.setups.length > 1" class="text-xs">
        <tr class="border-ink/40 border-t">
          <th scope="row" class="py-1 text-left font-normal">Parts that only this one needs</th>
          <td v-for="s in bench.rig!.setups" :key="s.id" class="text-center">{{ sayOwn(s.id) }}</td>
        </tr>
        <tr>
          <th scope="row" class="py-0.5 text-left font-normal">their grams</th>
          <td v-for="s in bench.rig!.setups" :key="s.id" class="text-center">
            <template v-if="ownOf(s.id).itemIds.length > 0"
              >{{ ownOf(s.id).unweighed.length > 0 ? '≥ ' : ''
              }}{{ sayG(ownOf(s.id).massG) }}</template
            >
          </td>
        </tr>
        <tr v-if="isPriced">
          <th scope="row" class="py-0.5 text-left font-normal">still to pay for them</th>
          <td v-for="s in bench.rig!.setups" :key="s.id" class="text-center">
            <template v-if="ownOf(s.id).itemIds.length > 0"
              >{{ ownOf(s.id).unpriced.length > 0 ? '≥ ' : ''
              }}{{ sayMoney(ownOf(s.id).toSpend) }}</template
            >
          </td>
        </tr>
      </tfoot>
    </table>
    <p class="text-faint mt-1.5 text-xs">
      <template v-for="(role, i) in ['used', 'moved', 'set', 'worn'] as const" :key="role"
        >{{ i > 0 ? ' · ' : '' }}{{ marks[role][0] }} {{ marks[role][1] }}</template
      >, each beside the first setup that uses it. {{ table.shared.length }} of
      {{ table.rows.length }} parts are in all of them.
    </p>
  </div>
</template>
