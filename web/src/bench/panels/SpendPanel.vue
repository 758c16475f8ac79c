<script setup lang="ts">
import { sayG, sayMoney } from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../desk/benchStore';
import CheaperSection from '../cheaper/CheaperSection.vue';
import FindingList from './FindingList.vue';
import LimitField from './LimitField.vue';
import PricesSection from './PricesSection.vue';
import QuestionFrame from './QuestionFrame.vue';

const bench = useBench();
const spend = computed(() => bench.report!.spend);

const prices = computed(() => new Map(spend.value.lines.map((l) => [l.itemId, l])));

const isAtLeast = computed(
  () =>
    spend.value.unpriced.length + spend.value.withoutRate.length > 0 ||
    spend.value.forTheDay.some((l) => !l.price),
);

function sayUnpriced(itemId: string): string {
  const stated = spend.value.withoutRate.find((w) => w.itemId === itemId);
  return stated ? `${sayMoney(stated.price)}, no rate` : 'no price';
}

const rows = computed(() => {
  const kit = bench.rig!.kit;
  const placed = bench.report!.assembly.byId;
  return kit
    .filter((item) => placed.has(item.id) || !item.owned)
    .map((item) => {
      const line = prices.value.get(item.id);
      const on = placed.get(item.id);
      return {
        item,
        name: bench.names!.item(item.id),
        price: item.owned ? 'owned' : line ? sayMoney(line.price) : sayUnpriced(item.id),
        from: line?.seller ? `${line.seller}, ${line.on}` : undefined,
        mass: on?.mass ? sayG(on.mass.massG) : on ? '? g' : 'not fitted',
        isOn: on !== undefined,
        minor: line?.price.minor ?? 0,
      };
    })
    .sort((a, b) => b.minor - a.minor || a.name.localeCompare(b.name, 'en'));
});

function own(itemId: string, owned: boolean): void {
  const item = bench.rig!.kit.find((i) => i.id === itemId);
  if (item) bench.apply({ type: 'set-item', item: { ...item, owned } });
}
</script>

<template>
  <QuestionFrame question="spend">
    <FindingList
      question="spend"
      :nothing="
        spend.limit || spend.carryLimitG
          ? 'Within the limits that are set.'
          : 'No limit is set, and nothing is wrong.'
      "
    />
    <PricesSection v-if="!bench.readOnly" />

    <section class="mt-4">
      <h3 class="font-serif text-base">Limits</h3>
      <LimitField limit="spend" label="Money for what is not owned" />
      <LimitField limit="carryG" label="Carried in the hands" />
    </section>

    <section class="mt-5">
      <h3 class="font-serif text-base">Parts</h3>
      <table class="mt-1 w-full text-xs tabular-nums">
        <thead>
          <tr class="text-faint">
            <th scope="col" class="w-6 py-1 text-left font-normal">
              <span class="sr-only">Owned</span>
            </th>
            <th scope="col" class="py-1 text-left font-normal">Part (ticked: owned)</th>
            <th scope="col" class="py-1 pr-2 text-right font-normal">Mass</th>
            <th scope="col" class="py-1 text-right font-normal">To spend</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="row in rows" :key="row.item.id" class="rule align-baseline">
            <td class="py-1.5">
              <input
                type="checkbox"
                :checked="row.item.owned"
                :disabled="bench.readOnly"
                :aria-label="`${row.name} is owned`"
                @change="own(row.item.id, ($event.target as HTMLInputElement).checked)"
              />
            </td>
            <td class="py-1.5 pr-2">
              <button
                v-if="row.isOn"
                type="button"
                class="text-left hover:underline"
                @click="bench.select(row.item.id)"
              >
                {{ row.name }}
              </button>
              <RouterLink
                v-else
                class="hover:underline"
                :to="{ name: 'part', params: { id: row.item.partId } }"
                >{{ row.name }}</RouterLink
              >
              <span v-if="row.from" class="text-faint block">{{ row.from }}</span>
            </td>
            <td class="py-1.5 pr-2 text-right whitespace-nowrap">{{ row.mass }}</td>
            <td
              class="py-1.5 text-right whitespace-nowrap"
              :class="row.item.owned ? 'text-faint' : ''"
            >
              {{ row.price }}
            </td>
          </tr>
        </tbody>
        <tbody v-if="spend.forTheDay.length > 0">
          <tr v-for="line in spend.forTheDay" :key="line.partId" class="rule align-baseline">
            <td />
            <td class="py-1.5 pr-2">
              <RouterLink
                class="hover:underline"
                :to="{ name: 'part', params: { id: line.partId } }"
                >{{ line.count }} more × {{ line.name }}</RouterLink
              >
              <span class="text-faint block">the day needs them: see Last</span>
            </td>
            <td />
            <td class="py-1.5 text-right whitespace-nowrap">
              {{ line.price ? sayMoney(line.price) : 'no price' }}
            </td>
          </tr>
        </tbody>
        <tfoot>
          <tr class="border-ink border-t font-medium">
            <td />
            <th scope="row" class="py-1.5 text-left">In all</th>
            <td class="py-1.5 pr-2 text-right">
              {{ spend.unweighed.length > 0 ? '≥ ' : '' }}{{ sayG(spend.carriedG) }}
            </td>
            <td class="py-1.5 text-right">
              {{ isAtLeast ? '≥ ' : '' }}{{ sayMoney(spend.toSpend) }}
            </td>
          </tr>
        </tfoot>
      </table>
      <p class="text-faint mt-2 text-xs">
        The cheapest of list price and offers; ask the seller before you pay.
      </p>
    </section>
    <CheaperSection v-if="!bench.readOnly && spend.toSpend.minor > 0" />
  </QuestionFrame>
</template>
