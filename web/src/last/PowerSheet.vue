<script setup lang="ts">
import {
  createNames,
  flightLimitsWh,
  listFlightCells,
  listPowerOrder,
  listRota,
  measureReport,
  sayDayEvent,
  sayDayHour,
  sayHours,
  sayNumber,
  sayOrderStep,
  sayOrderStepBack,
  type PartBook,
  type Rig,
} from '@zucchini/core';
import { computed, onMounted, ref, shallowRef } from 'vue';
import { api } from '../api/client';
import AppButton from '../shared/AppButton.vue';
import TopBar from '../shared/TopBar.vue';
import TroubleBox from '../shared/TroubleBox.vue';
import { sayError } from '../shared/sayError';
import { flightWords } from './words';

/** Order, cells, rota and flight of one setup as cards: black on white where they are printed. */
const props = defineProps<{ id: string; setupId: string }>();
const read = shallowRef<{ rig: Rig; parts: PartBook }>();
const trouble = ref('');
const printedOn = new Date().toLocaleDateString('en-GB', { dateStyle: 'medium' });

async function load(): Promise<void> {
  try {
    const { rig, parts } = await api.findRig(props.id);
    read.value = { rig, parts: new Map(parts.map((p) => [p.id, p])) };
    trouble.value = '';
  } catch (error) {
    trouble.value = sayError(error);
  }
}
onMounted(load);

const setup = computed(() => read.value?.rig.setups.find((s) => s.id === props.setupId));
const sheet = computed(() => {
  if (!read.value || !setup.value) return undefined;
  const { rig, parts } = read.value;
  const { assembly, last } = measureReport(rig, setup.value.id, parts);
  const names = createNames(assembly, parts);
  const order = listPowerOrder(assembly, parts);
  return {
    names,
    last,
    up: order.map((step) => sayOrderStep(step, names)),
    down: [...order].reverse().map((step) => sayOrderStepBack(step, names)),
    cells: last.cells(),
    rota: listRota(last.worst, last.plan),
    flight: listFlightCells(assembly, parts),
  };
});
const print = () => window.print();
</script>

<template>
  <div class="min-h-screen">
    <TopBar class="print:hidden" />
    <main
      class="mx-auto w-full max-w-3xl px-6 pt-6 pb-16 print:max-w-none print:p-0 print:text-black"
    >
      <div class="flex items-center justify-between gap-4 print:hidden">
        <RouterLink
          class="text-leaf text-xs hover:underline"
          :to="{ name: 'bench', params: { id } }"
          >← back to the bench</RouterLink
        >
        <AppButton v-if="sheet" look="main" @click="print">Print the cards</AppButton>
      </div>
      <TroubleBox v-if="trouble" class="mt-4" :title="trouble">
        <AppButton class="mt-2" small @click="load">Read it again</AppButton>
      </TroubleBox>
      <TroubleBox
        v-else-if="read && !setup"
        class="mt-4"
        title="This rig has no such setup any more."
      />
      <p v-else-if="!sheet" class="text-faint mt-8">Reading the rig …</p>
      <template v-else>
        <h1 class="mt-4 font-serif text-3xl">{{ read!.rig.name }}: power</h1>
        <p class="caption text-faint print:text-black">
          {{ setup!.name }} · {{ sayHours(sheet.last.plan.hours) }} · {{ printedOn }}
        </p>

        <div class="mt-6 grid grid-cols-2 gap-x-8 gap-y-6 max-sm:grid-cols-1">
          <section class="break-inside-avoid">
            <h2 class="font-serif text-xl">Bringing it up</h2>
            <ol class="mt-1 list-decimal pl-5 text-sm">
              <li v-for="(line, i) in sheet.up" :key="i" class="py-0.5">{{ line }}</li>
            </ol>
          </section>
          <section class="break-inside-avoid">
            <h2 class="font-serif text-xl">Taking it down</h2>
            <ol class="mt-1 list-decimal pl-5 text-sm">
              <li v-for="(line, i) in sheet.down" :key="i" class="py-0.5">{{ line }}</li>
            </ol>
          </section>

          <section class="break-inside-avoid">
            <h2 class="font-serif text-xl">Charge tonight</h2>
            <table class="mt-1 w-full text-sm tabular-nums">
              <tbody>
                <tr v-for="c in sheet.cells" :key="c.store" class="rule">
                  <td class="w-8 py-1.5">
                    <span class="border-ink inline-block h-4 w-4 border" />
                  </td>
                  <th scope="row" class="py-1.5 text-left font-normal">{{ c.part.name }}</th>
                  <td class="py-1.5 text-right">
                    {{ c.used + c.more }}{{ c.more > 0 ? ` (${c.more} to get)` : ''
                    }}{{ c.enough ? '' : ', and no number will do' }}
                  </td>
                </tr>
              </tbody>
            </table>
            <p v-if="sheet.cells.length === 0" class="text-sm">No battery is on it.</p>
          </section>
          <section class="break-inside-avoid">
            <h2 class="font-serif text-xl">Rota</h2>
            <p v-if="sheet.rota.length === 0" class="text-sm">Nothing is charged during the day.</p>
            <table v-else class="mt-1 w-full text-sm tabular-nums">
              <thead>
                <tr class="text-faint text-xs print:text-black">
                  <th scope="col" class="py-1 text-left font-normal">From – to</th>
                  <th scope="col" class="py-1 text-left font-normal">Cell</th>
                  <th scope="col" class="py-1 text-left font-normal">In</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="(t, i) in sheet.rota" :key="i" class="rule align-baseline">
                  <td class="py-1.5 pr-2 whitespace-nowrap">
                    {{ sayDayHour(sheet.last.plan, t.fromH) }} –
                    {{ sayDayHour(sheet.last.plan, t.toH) }}
                  </td>
                  <td class="py-1.5 pr-2">
                    {{ sheet.names.item(t.cell) }}{{ t.full ? '' : ', not full by then' }}
                  </td>
                  <td class="py-1.5">{{ sheet.names.item(t.charger) }}</td>
                </tr>
              </tbody>
            </table>
          </section>
        </div>

        <section v-if="sheet.last.worst.events.length > 0" class="mt-6 break-inside-avoid">
          <h2 class="font-serif text-xl">What happens when</h2>
          <ol class="mt-1 text-sm">
            <li
              v-for="(e, i) in sheet.last.worst.events"
              :key="i"
              class="rule flex gap-3 py-1 tabular-nums"
            >
              <span class="w-24 shrink-0 text-right"
                >≈ {{ sayDayHour(sheet.last.plan, e.atH) }}</span
              >
              <span>{{ sayDayEvent(e, sheet.names) }}</span>
            </li>
          </ol>
        </section>

        <section v-if="sheet.flight.length > 0" class="mt-6 break-inside-avoid">
          <h2 class="font-serif text-xl">In the air</h2>
          <table class="mt-1 w-full text-sm tabular-nums">
            <tbody>
              <tr v-for="c in sheet.flight" :key="c.itemId" class="rule">
                <td class="w-8 py-1.5"><span class="border-ink inline-block h-4 w-4 border" /></td>
                <th scope="row" class="py-1.5 text-left font-normal">
                  {{ sheet.names.item(c.itemId) }}
                </th>
                <td class="py-1.5">{{ c.loose ? 'terminals covered' : 'in its device' }}</td>
                <td class="py-1.5 text-right">
                  {{ c.energyWh === undefined ? '? Wh' : `${sayNumber(c.energyWh, 1)} Wh` }}
                </td>
                <td class="py-1.5 text-right">{{ flightWords[c.may] }}</td>
              </tr>
            </tbody>
          </table>
          <p class="mt-1 text-sm">
            {{ sheet.flight.length }} in all. As a rule up to {{ flightLimitsWh.free }} Wh each in
            the cabin, up to {{ flightLimitsWh.asked }} Wh where the airline agrees, spares never in
            the hold. Ask the airline: its rules count.
          </p>
        </section>
        <p class="mt-6 text-sm">
          Hours count from the first minute of the day and are estimates (≈). Lithium cells are not
          charged below 0 °C and not left alone on a charger; keep them dry; one that is warm,
          swollen or wet is not used.
        </p>
      </template>
    </main>
  </div>
</template>
