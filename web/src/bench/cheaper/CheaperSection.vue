<script setup lang="ts">
import { announce } from '../../shared/announce';
import AppButton from '../../shared/AppButton.vue';
import { useBench } from '../../desk/benchStore';
import { useCheaper } from './useCheaper';

/** Other makes of what is still to be bought that cost less, with which nothing on this setup is worse. */
const bench = useBench();
const { makes, done, total, state, trouble, start, stop } = useCheaper();

function swap(make: (typeof makes.value)[number]): void {
  bench.apply(make.edit);
  announce(`Swapped for ${make.name}. Z takes it back.`);
}
</script>

<template>
  <section class="mt-5">
    <h3 class="font-serif text-base">Cheaper makes</h3>
    <p class="text-faint mt-1 text-xs">
      Each part you still have to buy, with the cheapest other make that joins the same way, serves
      the same needs and makes nothing in this setup worse.
    </p>
    <AppButton v-if="state === 'idle'" class="mt-2" small @click="start">Look for them</AppButton>
    <p v-else-if="state === 'failed'" class="text-tomato mt-2 text-xs" role="alert">
      {{ trouble }} <AppButton small @click="start">Try again</AppButton>
    </p>
    <template v-else>
      <ul v-if="makes.length > 0" class="mt-1">
        <li v-for="make in makes" :key="make.itemId" class="rule py-2 text-xs">
          <p>
            <span class="font-medium">{{ make.name }}</span> in the place of
            {{ bench.names!.item(make.itemId) }}: saves {{ make.saves
            }}{{ [make.mass, ...make.lower].map((t) => (t ? `, ${t}` : '')).join('') }}.
          </p>
          <p v-for="line in make.brings" :key="line" class="text-faint">It brings: {{ line }}</p>
          <AppButton class="mt-1" small @click="swap(make)">Swap for {{ make.name }}</AppButton>
        </li>
      </ul>
      <p class="text-faint mt-1 text-xs" role="status">
        <template v-if="state === 'working'"
          >Looking … {{ done }} of {{ total || '?' }}
          <AppButton small @click="stop">Stop</AppButton></template
        >
        <template v-else-if="state === 'stopped'"
          >Stopped. <AppButton small @click="start">Look again</AppButton></template
        >
        <template v-else-if="makes.length === 0"
          >Nothing in the catalogue is cheaper without making something worse.</template
        >
      </p>
    </template>
  </section>
</template>
