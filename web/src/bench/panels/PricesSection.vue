<script setup lang="ts">
import { toMoney } from '@zucchini/core';
import { computed, ref } from 'vue';
import { api } from '../../api/client';
import { useBench } from '../../desk/benchStore';
import FigureField from '../../form/FigureField.vue';
import AppButton from '../../shared/AppButton.vue';
import TroubleBox from '../../shared/TroubleBox.vue';
import { announce } from '../../shared/announce';
import { sayError } from '../../shared/sayError';

/** Asks for the prices that nobody has given, one after the other: each is stored with its part as soon as it is typed. */
const bench = useBench();
const open = ref(false);
const trouble = ref('');
const currency = computed(() => bench.report!.spend.toSpend.currency);
/** Those that were asked for stay in the row until it is closed, so that no field goes from under the hand. */
const asked = ref<readonly string[]>([]);
const given = ref<Readonly<Record<string, number>>>({});
const parts = computed(() =>
  asked.value.flatMap((id) => {
    const part = bench.parts.get(id);
    return part ? [part] : [];
  }),
);

function toggle(): void {
  open.value = !open.value;
  trouble.value = '';
  given.value = {};
  const { unpriced } = bench.report!.spend;
  const partOf = new Map(bench.rig!.kit.map((i) => [i.id, i.partId]));
  asked.value = [...new Set(unpriced.flatMap((id) => partOf.get(id) ?? []))];
}

async function store(partId: string, amount: number | undefined): Promise<void> {
  if (amount === undefined) return;
  try {
    const { revision, part } = await api.findPart(partId);
    await api.storeParts([{ revision, part: { ...part, price: toMoney(amount, currency.value) } }]);
    given.value = { ...given.value, [partId]: amount };
    trouble.value = '';
    await bench.refreshParts();
    announce(`The price of ${part.name} is stored.`);
  } catch (error) {
    trouble.value = sayError(error);
  }
}
</script>

<template>
  <section v-if="bench.report!.spend.unpriced.length > 0 || open" class="mt-3">
    <AppButton small :aria-expanded="open" @click="toggle">{{
      open ? 'Done' : 'Give the missing prices'
    }}</AppButton>
    <template v-if="open">
      <TroubleBox v-if="trouble" class="mt-2" :title="trouble" />
      <FigureField
        v-for="part in parts"
        :key="part.id"
        :label="part.name"
        :unit="currency"
        :min="0"
        :max="1e9"
        placeholder="no price yet"
        :model-value="given[part.id]"
        @update:model-value="(amount) => store(part.id, amount)"
      />
      <p class="text-faint mt-1 text-xs">
        Each is kept as the part’s list price, for all rigs that use it.
      </p>
    </template>
  </section>
</template>
