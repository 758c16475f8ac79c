<script setup lang="ts">
import {
  flightLimitsWh,
  hasTrait,
  listFlightCells,
  listPowerOrder,
  measureMedia,
  measureSetting,
  measureStates,
  sayBetweenW,
  sayHours,
  sayNumber,
  sayOrderStep,
  usualSwapMin,
} from '@zucchini/core';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useBench } from '../desk/benchStore';
import AppButton from '../shared/AppButton.vue';
import DayBand from './DayBand.vue';
import CellsSection from './CellsSection.vue';
import DaySection from './DaySection.vue';
import PoweringSection, { type WayOver } from './PoweringSection.vue';
import { flightWords } from './words';

/** The working of Last: the day, who draws what from where, the cells, the media, the order of leads, what may fly. */
const bench = useBench();
const last = computed(() => bench.report!.last);
const name = (id: string) => bench.names!.item(id);
const ways = ref<readonly WayOver[]>([]);
const router = useRouter();

/** The sheet is made of what is stored. */
async function toSheet(): Promise<void> {
  await bench.saveNow();
  await router.push({
    name: 'sheets',
    params: { id: bench.rig!.id, setupId: bench.setupId, sheet: 'power' },
  });
}

/** Who draws what, and from where it comes first. */
const draws = computed(() =>
  [...last.value.network.takers].flatMap(([id, { placed, feeds }]) => {
    const states = measureStates(placed.part);
    if (!states || states.recordW.high === 0) return [];
    const [first] = feeds;
    return [
      {
        id,
        partId: placed.part.id,
        name: name(id),
        draws: sayBetweenW(states.recordW),
        idles: sayBetweenW(states.idleW),
        stated: states.stated,
        from: first
          ? `${name(first.from)}${first.via.kind === 'lead' ? `, by ${bench.names!.lead(first.via.run.id)}` : ''}`
          : last.value.network.stores.has(id)
            ? 'the cell inside it'
            : 'nothing',
      },
    ];
  }),
);
const camera = computed(() => bench.report!.assembly.items.find((p) => hasTrait(p.part, 'camera')));
/** How much of what the day wants recorded the camera is lit for. */
const recorded = computed(() => {
  const { plan, worst } = last.value;
  const id = camera.value?.item.id;
  if (id === undefined || plan.from === 'none' || worst.wantedH === 0) return '';
  const hours = worst.recordedH.get(id) ?? 0;
  const swaps = worst.events.filter((e) => e.kind === 'swap' && e.dark.includes(id)).length;
  const off = swaps > 0 ? `; off ≈ ${swaps * usualSwapMin} min for swaps` : '';
  if (hours === 0) return 'Records nothing: the camera has no power.';
  return hours < worst.wantedH - 1e-6
    ? `Records ≈ ${sayHours(hours)} of the ${sayHours(worst.wantedH)} wanted${off}.`
    : `Records all of the ${sayHours(worst.wantedH)} wanted${off}.`;
});
const modes = computed(() =>
  measureMedia(bench.report!.assembly, bench.parts, last.value.worst.wantedH),
);
const sayMinutes = (minutes: number) => (minutes > 0 ? sayHours(minutes / 60) : 'nothing');
const sayTB = (gb: number) =>
  gb >= 1000 ? `${sayNumber(gb / 1000, 2)} TB` : `${sayNumber(gb)} GB`;

/** The longest copy of the day: of the mode that is recorded, or of the largest. */
const offload = computed(() => {
  const { brief, assembly } = bench.report!;
  const chosen = modes.value.filter((m) => m.mode.name === brief.day?.mode);
  const gb = Math.max(...(chosen.length > 0 ? chosen : modes.value).map((m) => m.dayGB), 0);
  const mbps = measureSetting(assembly.rig.settings, 'readerMBps');
  return { gb, mbps, hours: (gb * 1000) / mbps / 3600 };
});

const order = computed(() => listPowerOrder(bench.report!.assembly, bench.parts));
const flight = computed(() => listFlightCells(bench.report!.assembly, bench.parts));
</script>

<template>
  <slot />
  <DaySection>
    <DayBand :last="last" :name-of="name" />
    <p v-if="recorded" class="mt-1 text-xs tabular-nums">{{ recorded }}</p>
  </DaySection>

  <PoweringSection @found="ways = $event" />

  <section class="mt-5">
    <h3 class="font-serif text-base">Who draws what</h3>
    <p v-if="draws.length === 0" class="text-faint mt-1 text-xs">No device on it takes power.</p>
    <table v-else class="mt-1 w-full text-xs tabular-nums">
      <thead>
        <tr class="text-faint">
          <th scope="col" class="py-1 text-left font-normal">Device, and what feeds it first</th>
          <th scope="col" class="py-1 pl-2 text-right font-normal">Records</th>
          <th scope="col" class="py-1 pl-2 text-right font-normal">Waits</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="d in draws" :key="d.id" class="rule align-baseline">
          <td class="py-1.5">
            <button type="button" class="text-left hover:underline" @click="bench.select(d.id)">
              {{ d.name }}
            </button>
            <span class="text-faint block">{{ d.from }}</span>
            <RouterLink
              v-if="!d.stated && !bench.readOnly"
              class="text-blossom block underline"
              :to="{ name: 'part', params: { id: d.partId } }"
              >What it draws is not known: say it</RouterLink
            >
          </td>
          <td class="py-1.5 pl-2 text-right whitespace-nowrap">{{ d.draws }}</td>
          <td class="py-1.5 pl-2 text-right whitespace-nowrap">{{ d.idles }}</td>
        </tr>
      </tbody>
    </table>
  </section>

  <CellsSection :ways="ways" />

  <section v-if="camera && modes.length > 0" class="mt-5">
    <h3 class="font-serif text-base">Cards and drives</h3>
    <table class="mt-1 w-full text-xs tabular-nums">
      <thead>
        <tr class="text-faint">
          <th scope="col" class="py-1 text-left font-normal">
            {{ sayHours(last.worst.wantedH) }} recorded as
          </th>
          <th scope="col" class="py-1 pl-2 text-right font-normal">The day</th>
          <th scope="col" class="py-1 pl-2 text-right font-normal">Your media</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="m in modes" :key="m.mode.name" class="rule align-baseline">
          <th scope="row" class="py-1.5 text-left font-normal">
            {{ m.mode.name }}
            <span class="text-faint block"
              >{{ sayNumber(m.mode.rateMbps) }} Mb/s{{
                m.mode.limitMin ? `, stops after ${m.mode.limitMin} min` : ''
              }}</span
            >
          </th>
          <td class="py-1.5 pl-2 text-right whitespace-nowrap">{{ sayTB(m.dayGB) }}</td>
          <td class="py-1.5 pl-2 text-right whitespace-nowrap">
            {{ m.media.length === 0 ? 'none in your kit' : sayMinutes(m.minutes) }}
          </td>
        </tr>
      </tbody>
    </table>
    <p class="text-faint mt-1 text-xs">
      Each copy takes the day once more, and its reader ≈ {{ sayHours(offload.hours) }} for
      {{ sayTB(offload.gb) }} at {{ sayNumber(offload.mbps) }} MB/s.
    </p>
  </section>

  <section v-if="order.length > 0" class="mt-5">
    <div class="flex items-baseline justify-between gap-2">
      <h3 class="font-serif text-base">Order</h3>
      <AppButton v-if="!bench.readOnly" small look="quiet" @click="toSheet"
        >Cards to print</AppButton
      >
    </div>
    <ol class="mt-1 list-decimal pl-5 text-xs" aria-label="Bringing it up">
      <li v-for="(step, i) in order" :key="i" class="py-0.5">
        {{ sayOrderStep(step, bench.names!) }}
      </li>
    </ol>
    <p class="text-faint mt-1 text-xs">
      Take it down the other way round. Between two devices on different power the picture lead can
      carry the difference: it is the last in and the first out.
    </p>
  </section>

  <section v-if="flight.length > 0" class="mt-5">
    <h3 class="font-serif text-base">In the air</h3>
    <table class="mt-1 w-full text-xs tabular-nums">
      <tbody>
        <tr v-for="c in flight" :key="c.itemId" class="rule align-baseline">
          <th scope="row" class="py-1.5 text-left font-normal">
            {{ name(c.itemId) }}
            <span v-if="c.loose" class="text-faint block">loose: cover its terminals</span>
          </th>
          <td class="py-1.5 pl-2 text-right whitespace-nowrap">
            {{ c.energyWh === undefined ? '? Wh' : `${sayNumber(c.energyWh, 1)} Wh` }}
          </td>
          <td
            class="py-1.5 pl-2 text-right whitespace-nowrap"
            :class="c.may === 'not' ? 'text-tomato' : c.may === 'free' ? 'text-leaf' : ''"
          >
            {{ flightWords[c.may] }}
          </td>
        </tr>
      </tbody>
    </table>
    <p class="text-faint mt-1 text-xs">
      As a rule up to {{ flightLimitsWh.free }} Wh in the cabin, up to {{ flightLimitsWh.asked }} Wh
      where the airline agrees, spares never in the hold. Ask the airline: its rules count.
    </p>
  </section>
</template>
