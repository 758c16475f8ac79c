<script setup lang="ts">
import {
  listProducts,
  longestPage,
  stripMarkup,
  things,
  type Product,
  type Thing,
} from '@zucchini/core';
import { computed, ref, watch } from 'vue';
import ChoiceField from '../../form/ChoiceField.vue';
import AppButton from '../../shared/AppButton.vue';

/**
 * A pasted shop page or gear list, before anybody has said what it is: its products, each with what it most likely is. One
 * is described at once, several one by one.
 */
const emit = defineEmits<{
  begin: [products: readonly { readonly product: Product; readonly thing: Thing }[]];
}>();

const text = ref('');
const products = computed(() => listProducts(stripMarkup(text.value.slice(0, longestPage))));
/** What each is said to be, where its words do not say it or say it wrongly; by its place. */
const chosen = ref<ReadonlyMap<number, string>>(new Map());
watch(text, () => {
  chosen.value = new Map();
});
const options = things.map((t) => [t.label, t.label] as const);
const labelOf = (i: number): string | undefined =>
  chosen.value.get(i) ?? products.value[i]?.thing?.label;
const ready = computed(() =>
  products.value.flatMap((product, i) => {
    const thing = things.find((t) => t.label === labelOf(i));
    return thing ? [{ product, thing }] : [];
  }),
);
const open = computed(() => products.value.length - ready.value.length);
</script>

<template>
  <section aria-label="From a page or a list">
    <label class="block">
      <span class="font-medium">Paste a shop page or a whole gear list</span>
      <textarea
        v-model="text"
        class="field mt-1 h-20 w-full font-sans text-xs"
        placeholder="Heron 2 mirrorless camera, 600 g&#10;Half cage for Heron 2, 180 g&#10;…"
      />
    </label>
    <template v-if="products.length > 0">
      <ul class="mt-2" aria-label="Products in it">
        <li
          v-for="(product, i) in products"
          :key="product.from"
          class="rule flex items-center gap-3 py-1"
        >
          <span class="min-w-0 flex-1 truncate" :title="product.text">{{ product.title }}</span>
          <ChoiceField
            small
            labelled="hidden"
            class="w-44"
            placeholder="what is it? …"
            :label="`What ${product.title} is`"
            :options="options"
            :model-value="labelOf(i)"
            @update:model-value="(label) => (chosen = new Map([...chosen, [i, label]]))"
          />
        </li>
      </ul>
      <div class="mt-2 flex items-center gap-3">
        <AppButton look="main" :disabled="ready.length === 0" @click="emit('begin', ready)">{{
          ready.length === 1 ? 'Describe it' : `Describe these ${ready.length}, one by one`
        }}</AppButton>
        <span v-if="open > 0" class="text-faint text-xs" role="status"
          >{{ open }} {{ open === 1 ? 'line is' : 'lines are' }} left out until you say what
          {{ open === 1 ? 'it is' : 'they are' }}</span
        >
      </div>
    </template>
  </section>
</template>
