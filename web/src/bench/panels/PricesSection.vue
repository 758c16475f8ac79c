<script setup lang="ts">
import { toMoney } from '@zucchini/core';
import { computed, ref } from 'vue';
import { useBench } from '../../desk/benchStore';
import FigureField from '../../form/FigureField.vue';
import AppButton from '../../shared/AppButton.vue';
import TroubleBox from '../../shared/TroubleBox.vue';
import { announce } from '../../shared/announce';
import { sayError } from '../../shared/sayError';
import { storePrice } from './storePrice';

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
  waiting.value = {};
  const { unpriced } = bench.report!.spend;
  const partOf = new Map(bench.rig!.kit.map((i) => [i.id, i.partId]));
  asked.value = [...new Set(unpriced.flatMap((id) => partOf.get(id) ?? []))];
}

/** Prices that were typed and are not stored. */
const waiting = ref<Readonly<Record<string, number>>>({});

async function store(partId: string, amount: number | undefined): Promise<void> {
  if (amount === undefined) return;
  waiting.value = { ...waiting.value, [partId]: amount };
  try {
    const name = await storePrice(partId, toMoney(amount, currency.value));
    const { [partId]: _stored, ...others } = waiting.value;
    waiting.value = others;
    given.value = { ...given.value, [partId]: amount };
    trouble.value = '';
    await bench.refreshParts();
    announce(`The price of ${name} is stored.`);
  } catch (error) {
    trouble.value = sayError(error);
  }
}
async function storeAgain(): Promise<void> {
  for (const [partId, amount] of Object.entries(waiting.value)) await store(partId, amount);
}
</script>

<template>
  <section v-if="bench.report!.spend.unpriced.length > 0 || open" class="mt-3">
    <AppButton small :aria-expanded="open" @click="toggle">{{
      open ? 'Done' : 'Give the missing prices'
    }}</AppButton>
    <template v-if="open">
      <TroubleBox v-if="trouble" class="mt-2" :title="trouble">
        <template v-if="Object.keys(waiting).length > 0">
          <p class="mt-1 text-xs">What you typed is not stored yet, and stays in its field.</p>
          <AppButton class="mt-2" small @click="storeAgain">Store it again</AppButton>
        </template>
      </TroubleBox>
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
