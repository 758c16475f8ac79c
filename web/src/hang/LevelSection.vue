<script setup lang="ts">
import {
  counterweight,
  sayEdit,
  sayG,
  sayMm,
  saySway,
  type Counterweight,
  type Edit,
  type LevelOption,
  type LeverKind,
} from '@zucchini/core';
import { computed, onBeforeUnmount, ref } from 'vue';
import { useBench } from '../desk/benchStore';
import { announce } from '../shared/announce';
import ChoiceField from '../form/ChoiceField.vue';
import TickField from '../form/TickField.vue';
import AppButton from '../shared/AppButton.vue';
import TryRow from './TryRow.vue';
import { useLevelling } from './useLevelling';

/** The fewest and smallest moves that bring the rig level, each tried on the drawing before it is taken. */
const bench = useBench();
const { found, state, trouble, start, stop } = useLevelling();
const limitDeg = ref(1);
const arms = ref(true);
const kinds = computed<readonly LeverKind[]>(() =>
  arms.value ? ['hand', 'slide', 'turn', 'movement'] : ['hand', 'slide'],
);
onBeforeUnmount(() => bench.letGo());

const isAngle = computed(() => bench.report!.hang.state === 'hangs');
function sayWhere(edit: Edit): string {
  if (edit.type !== 'add-part') return '';
  const { item, mount } = edit.joint.parent;
  return `on ${bench.names!.mount(item, mount)} of ${bench.names!.item(item)}`;
}
function take(edit: Edit): void {
  bench.letGo();
  bench.apply(edit);
  announce('Moved. Z takes it back.');
}
function sayPlace(c: Counterweight): string {
  const along = c.alongMm === undefined ? '' : ` at ${sayMm(c.alongMm)}`;
  return `${bench.names!.mount(c.itemId, c.mountId)}${along} of ${bench.names!.item(c.itemId)}`;
}
const nothing = computed(() => found.value?.state === 'none' && found.value.moves.length === 0);
const rows = computed<readonly LevelOption[]>(() => found.value?.options ?? []);
</script>

<template>
  <section class="mt-4" aria-label="Bring it level">
    <h3 class="font-serif text-base">Bring it level</h3>
    <div class="mt-1 flex flex-wrap items-center gap-2 text-xs">
      <ChoiceField
        v-if="isAngle"
        v-model="limitDeg"
        label="within"
        small
        :options="[0.5, 1, 2, 5].map((d) => [d, `${d}°`])"
      />
      <TickField v-model="arms" label="turns and arms too" />
      <AppButton v-if="state === 'working'" small class="ml-auto" @click="stop">Stop</AppButton>
      <AppButton
        v-else
        small
        class="ml-auto"
        :disabled="bench.readOnly"
        @click="start(limitDeg, kinds)"
        >Look for moves</AppButton
      >
    </div>
    <p v-if="state === 'working'" class="text-faint mt-1 text-xs" role="status">looking …</p>
    <p v-else-if="state === 'failed'" class="text-tomato mt-1 text-xs" role="alert">
      {{ trouble }}
    </p>
    <template v-else-if="state === 'done' && found">
      <p v-if="found.state === 'level'" class="text-leaf mt-2" role="status">✓ It is level.</p>
      <p v-else-if="found.state === 'no-aim'" class="text-faint mt-2 text-xs" role="status">
        This way of holding has no level to bring it to, or its figures are not known.
      </p>
      <ol v-if="rows.length" class="mt-1" aria-label="Ways to bring it level">
        <li v-for="o in rows" :key="JSON.stringify(o.edit)" class="rule">
          <TryRow :edit="o.edit" @take="take">
            <span class="block">{{ sayEdit(o.edit, bench.names!) }}</span>
            <span class="text-faint block text-xs tabular-nums"
              >{{ o.moves }} {{ o.moves === 1 ? 'move' : 'moves'
              }}{{ o.proven ? '' : ' (best so far)' }}, {{ sayMm(o.sizeMm) }} in all · then
              {{ saySway(o.sway) }}</span
            >
          </TryRow>
        </li>
      </ol>
      <p v-if="found.state === 'none'" class="mt-2" role="status">
        No slide, turn or arm brings it there, nor two of them, without new trouble.
        <template v-if="found.nearest"
          >The nearest: {{ sayEdit(found.nearest.edit, bench.names!) }}. It then hangs
          {{ saySway(found.nearest.sway) }}.</template
        >
        <template v-else>None of them brings it any nearer.</template>
      </p>
      <TryRow
        v-if="found.nearest && found.state === 'none'"
        :edit="found.nearest.edit"
        class="rule"
        @take="take"
        >Take the nearest</TryRow
      >
      <template v-if="found.moves.length">
        <p class="text-faint mt-2 text-xs">Something heavy that is on board, elsewhere:</p>
        <ul>
          <li v-for="o in found.moves" :key="JSON.stringify(o.edit)" class="rule">
            <TryRow :edit="o.edit" @take="take">
              <span class="block">{{ sayEdit(o.edit, bench.names!) }}</span>
              <span class="text-faint block text-xs">then {{ saySway(o.sway) }}</span>
            </TryRow>
          </li>
        </ul>
      </template>
      <template v-if="found.weights.length">
        <p class="text-faint mt-2 text-xs">A weight of the catalogue would:</p>
        <ul aria-label="Weights that balance it">
          <li v-for="o in found.weights" :key="JSON.stringify(o.edit)" class="rule">
            <TryRow :edit="o.edit" @take="take">
              <span class="block">{{ sayEdit(o.edit, bench.names!) }}</span>
              <span class="text-faint block text-xs"
                >{{ sayWhere(o.edit) }}, then {{ saySway(o.sway) }}</span
              >
            </TryRow>
          </li>
        </ul>
      </template>
      <template v-if="found.counterweights.length">
        <p class="text-faint mt-2 text-xs">Or the least counterweight:</p>
        <ul class="text-xs">
          <li
            v-for="c in found.counterweights"
            :key="c.itemId + c.mountId + String(c.alongMm)"
            class="rule flex justify-between gap-3 py-1"
          >
            <span>{{ sayPlace(c) }}</span>
            <span class="font-medium whitespace-nowrap tabular-nums">≈ {{ sayG(c.massG) }}</span>
          </li>
        </ul>
      </template>
      <p v-if="nothing && found.counterweights.length === 0" class="text-faint mt-1 text-xs">
        No counterweight up to {{ sayG(counterweight.mostG) }} on a free mount would either.
      </p>
    </template>
  </section>
</template>
