<script setup lang="ts">
import {
  sayG,
  sayMoney,
  saySigned,
  type Edit,
  type PoweringWay,
  type WayTold,
} from '@zucchini/core';
import { computed, onBeforeUnmount, watch } from 'vue';
import { useBench } from '../desk/benchStore';
import AppButton from '../shared/AppButton.vue';
import { announce } from '../shared/announce';
import { usePowering } from './usePowering';

/** Ways of powering the rig side by side, each whole; one is looked at on the drawing before it is taken as one step. */
/** A way that changes the rig, to be run through the day beside how it is. */
export interface WayOver {
  readonly way: PoweringWay;
  readonly name: string;
  readonly edit: Edit;
}
const emit = defineEmits<{ found: [ways: readonly WayOver[]] }>();
const bench = useBench();
const { found, total, state, trouble, start, stop } = usePowering();
onBeforeUnmount(() => bench.letGo());

watch(found, (ways) =>
  emit(
    'found',
    ways.flatMap(({ way, name, offered }) =>
      offered?.edit ? [{ way, name, edit: offered.edit }] : [],
    ),
  ),
);

const currency = computed(() => bench.report!.brief.currency);
const open = computed(() => found.value.filter((w) => w.offered));
const notOpen = computed(() => found.value.filter((w) => w.notOpen));
const look = ({ offered }: WayTold) => offered?.edit && bench.tryOut(offered.edit);
function take(edit: Edit, name: string): void {
  bench.letGo();
  bench.apply(edit);
  announce(`${name}: taken. Z takes it back.`);
}
const money = (minor: number) =>
  saySigned(minor, (v) => sayMoney({ minor: v, currency: currency.value }));
</script>

<template>
  <section class="mt-5" aria-label="Ways of powering it">
    <div class="flex items-baseline justify-between gap-2">
      <h3 class="font-serif text-base">Ways of powering it</h3>
      <AppButton v-if="state === 'working'" small @click="stop">Stop</AppButton>
      <AppButton v-else small :disabled="bench.readOnly" @click="start">{{
        found.length > 0 ? 'Look again' : 'Lay side by side'
      }}</AppButton>
    </div>
    <p v-if="state === 'idle'" class="text-faint mt-1 text-xs">
      Own cells, a dummy, USB-C, one family, one brick, or the belt: each as the least that has to
      be bought, with the cells the day takes.
    </p>
    <p v-else-if="state === 'working'" class="text-faint mt-1 text-xs" role="status">
      looking, {{ found.length }} of {{ total || 6 }} …
    </p>
    <p v-else-if="state === 'stopped'" class="text-faint mt-1 text-xs" role="status">
      Stopped after {{ found.length }} of {{ total || 6 }}.
    </p>
    <p v-else-if="state === 'failed'" class="text-tomato mt-1 text-xs" role="alert">
      {{ trouble }}
    </p>
    <table v-if="open.length > 0" class="mt-1 w-full text-xs tabular-nums">
      <thead>
        <tr class="text-faint">
          <th scope="col" class="py-1 text-left font-normal">Way</th>
          <th scope="col" class="py-1 pl-2 text-right font-normal">Carried</th>
          <th scope="col" class="py-1 pl-2 text-right font-normal">To spend</th>
          <th scope="col" class="py-1 pl-2 text-right font-normal">Leads</th>
        </tr>
      </thead>
      <tbody
        v-for="w in open"
        :key="w.way"
        class="rule hover:bg-leaf-tint"
        @mouseenter="look(w)"
        @mouseleave="bench.letGo()"
      >
        <tr class="align-baseline">
          <th scope="row" class="pt-1.5 text-left font-medium">{{ w.name }}</th>
          <td class="pt-1.5 pl-2 text-right whitespace-nowrap">
            {{ w.offered!.massG === undefined ? '? g' : saySigned(w.offered!.massG, sayG) }}
          </td>
          <td class="pt-1.5 pl-2 text-right whitespace-nowrap">
            {{ money(w.offered!.spendMinor)
            }}<span v-if="w.offered!.unpriced > 0" class="text-blossom block"
              >and {{ w.offered!.unpriced }} without a price</span
            >
          </td>
          <td class="pt-1.5 pl-2 text-right whitespace-nowrap">{{ w.offered!.leads.all }}</td>
        </tr>
        <tr class="align-top">
          <td colspan="3" class="pb-1.5">
            <span class="block"
              >{{ w.offered!.last.main
              }}<template v-if="w.offered!.last.detail">
                · {{ w.offered!.last.detail }}</template
              ></span
            >
            <span v-if="w.offered!.givesUp.length" class="text-faint block"
              >But: {{ w.offered!.givesUp.join('; ') }}.</span
            >
            <details v-if="w.offered!.steps.length" class="mt-0.5">
              <summary class="w-fit underline decoration-dotted">
                {{
                  w.offered!.steps.length === 1
                    ? 'The one step'
                    : `All ${w.offered!.steps.length} steps`
                }}<template v-if="w.offered!.brings.length"
                  >, and
                  {{
                    w.offered!.brings.length === 1
                      ? 'one risk'
                      : `${w.offered!.brings.length} risks`
                  }}</template
                >
              </summary>
              <ol class="mt-1 list-decimal pl-5">
                <li v-for="step in w.offered!.steps" :key="step" class="py-0.5">{{ step }}</li>
              </ol>
              <p v-for="b in w.offered!.brings" :key="b" class="text-blossom py-0.5">! {{ b }}</p>
              <p v-for="e in w.offered!.ends" :key="e" class="text-leaf py-0.5">✓ ends: {{ e }}</p>
            </details>
          </td>
          <td class="pb-1.5 pl-2 text-right">
            <span v-if="!w.offered!.edit" class="text-leaf whitespace-nowrap">✓ as it is</span>
            <AppButton
              v-else
              small
              :disabled="bench.readOnly"
              :aria-label="`Take: ${w.name}`"
              @focus="look(w)"
              @blur="bench.letGo()"
              @click="take(w.offered!.edit, w.name)"
              >Take</AppButton
            >
          </td>
        </tr>
      </tbody>
    </table>
    <template v-if="notOpen.length > 0">
      <p class="text-faint mt-2 text-xs">Not open to this rig:</p>
      <ul class="text-xs">
        <li v-for="w in notOpen" :key="w.way" class="rule py-1">
          <span class="font-medium">{{ w.name }}.</span> {{ w.notOpen }}
        </li>
      </ul>
    </template>
    <p v-if="open.length > 0" class="text-faint mt-1 text-xs">
      Of each way the cheapest that holds, then the lightest, then the fewest leads; what is on the
      rig costs nothing. Check voltage and polarity against the makers’ sheets before you plug it.
    </p>
  </section>
</template>
