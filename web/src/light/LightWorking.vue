<script setup lang="ts">
import {
  createTakeAlong,
  findGlass,
  isViewKnown,
  listInPicture,
  listPupilsMm,
  listSensibleChoices,
  measureAngles,
  sayDeg,
  sayG,
  sayMoney,
  sayNumber,
  sayStop,
  sayStops,
  sayTime,
  type FilterChoice,
  type LensLight,
} from '@zucchini/core';
import { computed, ref } from 'vue';
import { useBench } from '../desk/benchStore';
import ChoiceField from '../form/ChoiceField.vue';
import { announce } from '../shared/announce';
import AppButton from '../shared/AppButton.vue';
import WorkingLines from '../shared/WorkingLines.vue';
import BandChart from './BandChart.vue';
import FrameView from './FrameView.vue';
import SeeingSection from './SeeingSection.vue';
import StackSection from './StackSection.vue';
import { useGlass } from './useGlass';

/** The working of Light: the band, how it is exposed, what stands before the lens, what would close it, the picture. */
const bench = useBench();
const light = computed(() => bench.report!.light);
const name = (id: string) => bench.names!.item(id);

const chosenLens = ref<string>();
const lens = computed<LensLight | undefined>(
  () => light.value.lenses.find((l) => l.itemId === chosenLens.value) ?? light.value.lenses[0],
);
const chosenTiming = ref(0);
const exposing = computed(
  () => lens.value?.exposings[chosenTiming.value] ?? lens.value?.exposings[0],
);

const nameChoice = (choice: FilterChoice): string =>
  choice.filters.length === 0
    ? 'the bare lens'
    : [...choice.filters.map((f) => name(f.id)), ...(choice.box ? [name(choice.box.id)] : [])].join(
        ' + ',
      );
const noteOf = (choice: FilterChoice): string | undefined => {
  const cross = choice.filters.find((f) => f.read.evenTo);
  const rings = choice.rings.map((r) => name(r.id));
  return (
    [
      ...(choice.cuts ? ['cuts the corners at this lens’s widest'] : []),
      ...(cross?.read.evenTo
        ? [
            `even up to ${cross.read.evenTo.by === 'angle' ? '≈ ' : ''}${sayStops(cross.read.evenTo.stops)} at this angle of view`,
          ]
        : []),
      ...(rings.length > 0 ? [`over ${rings.join(' and ')}`] : []),
    ].join(' · ') || undefined
  );
};
const rows = computed(() => {
  const [one, now] = [lens.value, exposing.value];
  if (!one || !now) return [];
  return [
    ...(now.now
      ? [{ key: 'now', name: 'as it stands on the rig', held: now.now, lead: true }]
      : []),
    ...listSensibleChoices(one, now).map(({ choice, held }, i) => ({
      key: `${i}`,
      name: nameChoice(choice),
      held,
      note: noteOf(choice),
    })),
  ];
});

const brief = computed(() => bench.report!.brief);
const lines = computed(() => {
  const [one, now] = [lens.value, exposing.value];
  if (!one || !now) return [];
  const { stops } = one;
  const { isos } = light.value;
  const [first, last] = [isos.stretches[0]!, isos.stretches.at(-1)!];
  return [
    {
      what: 'Stops',
      value: `${sayStop(stops.widest, stops.isF)} to ${sayStop(stops.smallest, stops.isF)}`,
      from: `${stops.widestBy === 'brief' ? 'as wide as your brief asks' : 'as wide as the lens opens'}; ${
        stops.smallestBy === 'brief'
          ? 'down to where your brief ends'
          : stops.smallestBy === 'lens'
            ? 'down to where the lens ends'
            : 'nobody says how far down: T16 is taken'
      }${stops.isF ? '. f-numbers: the glass takes a little more' : ''}`,
    },
    {
      what: 'Shutter',
      value: `${sayTime(now.timing.timeS)} at ${sayNumber(now.timing.framesPerS)} fps`,
      ...(now.timing.assumed ? { from: 'nobody says: 25 frames a second and 180° are taken' } : {}),
    },
    {
      what: 'ISO',
      value:
        first.from === last.to
          ? sayNumber(first.from)
          : `${sayNumber(first.from)} to ${sayNumber(last.to)}`,
      from: `${
        isos.known
          ? 'from the body’s lowest base'
          : '≈ nobody states the body’s base ISO: the lowest usual one is taken'
      }, up to ${
        isos.mostBy === 'brief'
          ? 'what you accept'
          : isos.mostBy === 'body'
            ? 'what it has; say in the brief how high you go'
            : 'a usual one; say in the brief how high you go, and darkness is judged too'
      }`,
    },
    {
      what: 'Holds within',
      value: sayStops(light.value.toleranceStops),
      from: 'EV100 = log₂(N² ∕ t) − log₂(ISO ∕ 100); glass adds its stops',
    },
  ];
});

// What would close it: looked for when it is asked, and anew when the rig changes.
const { sets, state, trouble, start } = useGlass();
const hasGap = computed(() =>
  light.value.lenses.some((l) => l.exposings.some((e) => e.gaps.some((g) => g.side !== 'dark'))),
);
const currency = computed(() => brief.value.currency);
const sayParts = (ids: readonly string[]) => ids.map((id) => bench.names!.part(id)).join(', ');
function take(ids: readonly string[]): void {
  bench.apply(createTakeAlong(bench.setupId, ids));
  announce(`${sayParts(ids)}: taken along. Z takes it back.`);
}

// The picture: of the lens that is on the rig.
const path = computed(() => {
  const p = light.value.path;
  return p && isViewKnown(p) ? p : undefined;
});
const focal = ref<number>();
const focalRange = computed(() => path.value?.lens.part.optics?.focalMm);
const focalMm = computed(() => {
  const [low, high] = focalRange.value ?? [50, 50];
  return Math.min(high, Math.max(low, focal.value ?? low));
});
const angles = computed(() => {
  const p = path.value;
  return p && measureAngles(focalMm.value, p.body.part.sensorMm!, p.lens.part.optics!.squeeze);
});
const inPicture = computed(() => {
  const p = path.value;
  return p ? listInPicture(bench.report!.assembly, p, listPupilsMm(p)[0]!, focalMm.value) : [];
});
const isUpright = computed(() => bench.report!.assembly.setup.attitude !== 'level');
const aspect = computed(() => {
  const p = path.value;
  if (!p) return 1.5;
  const [w, h] = p.body.part.sensorMm!;
  return (w * (p.lens.part.optics!.squeeze ?? 1)) / h;
});
const cuts = computed(() =>
  bench.report!.findings.flatMap((f) => (f.code === 'view-cut' ? [f] : [])),
);
const glassOnIt = computed(() => light.value.stack?.standing.some((s) => findGlass(s.placed.part)));
</script>

<template>
  <slot />
  <p v-if="!lens" class="text-faint mt-3 text-sm">
    {{
      light.unknown.length > 0
        ? `Nobody says how wide ${name(light.unknown[0]!)} opens, and your brief asks for no stop.`
        : 'Put a lens on the camera, and its exposure is worked out.'
    }}
  </p>
  <template v-else>
    <section class="mt-4">
      <div class="flex flex-wrap items-end gap-x-3">
        <ChoiceField
          v-if="light.lenses.length > 1"
          label="Lens"
          :options="light.lenses.map((l) => [l.itemId, name(l.itemId)] as const)"
          :model-value="lens.itemId"
          @update:model-value="chosenLens = $event"
        />
        <ChoiceField
          v-if="light.timings.length > 1"
          label="For"
          :options="light.timings.map((t, i) => [`${i}`, t.name ?? 'your brief'] as const)"
          :model-value="`${chosenTiming}`"
          @update:model-value="chosenTiming = Number($event)"
        />
      </div>
      <BandChart v-if="exposing" :light="light" :exposing="exposing" :rows="rows" />
      <p v-if="light.scenes.length === 0" class="text-faint mt-1 text-xs">
        Say in the brief how bright your scenes are, and the gaps are told.
      </p>
      <div v-if="(hasGap || sets) && !bench.readOnly" class="mt-2">
        <AppButton v-if="state === 'idle'" small @click="start">What closes it cheapest?</AppButton>
        <p v-else-if="state === 'failed'" class="text-tomato text-xs" role="alert">{{ trouble }}</p>
        <p v-else-if="!sets" class="text-faint text-xs" role="status">looking …</p>
        <p v-else-if="!hasGap" class="text-faint text-xs" role="status">
          Nothing is open any more.
        </p>
        <table v-else class="w-full text-xs tabular-nums" aria-label="Glass that closes it">
          <thead>
            <tr class="text-faint">
              <th scope="col" class="py-1 text-left font-normal">One size of glass</th>
              <th scope="col" class="py-1 pl-2 text-right font-normal">To buy</th>
              <th scope="col" class="py-1 pl-2 text-right font-normal">Weighs</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="s in sets"
              :key="`${s.style.is} ${s.style.sizeMm}`"
              class="rule align-baseline"
            >
              <th scope="row" class="py-1.5 text-left font-normal">
                {{ s.style.is }}, {{ s.style.sizeMm }} mm{{
                  s.style.is === 'square' ? ', in a box' : ''
                }}
                <template v-if="s.ids">
                  <span class="text-faint block">{{ sayParts(s.ids) }}</span>
                  <AppButton small look="quiet" @click="take(s.ids)">Take it along</AppButton>
                </template>
                <span v-else class="text-faint block">nothing of this size closes it</span>
              </th>
              <td class="py-1.5 pl-2 text-right whitespace-nowrap">
                {{
                  !s.ids
                    ? '–'
                    : s.costMinor === undefined
                      ? 'no price'
                      : sayMoney({ minor: s.costMinor, currency })
                }}
              </td>
              <td class="py-1.5 pl-2 text-right whitespace-nowrap">
                {{ !s.ids ? '–' : s.massG === undefined ? '? g' : sayG(s.massG) }}
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <WorkingLines class="mt-2" :lines="lines" />
    </section>

    <StackSection v-if="glassOnIt || light.stack?.standing.length" />

    <section v-if="path && angles" class="mt-5">
      <h3 class="font-serif text-base">The picture</h3>
      <label
        v-if="focalRange && focalRange[0] < focalRange[1]"
        class="mt-1 flex items-center gap-2 text-xs"
      >
        <span class="text-faint">Focal length</span>
        <input
          class="min-w-0 flex-1"
          type="range"
          :min="focalRange[0]"
          :max="focalRange[1]"
          step="1"
          :value="focalMm"
          @input="focal = Number(($event.target as HTMLInputElement).value)"
        />
        <span class="w-14 text-right tabular-nums">{{ focalMm }} mm</span>
      </label>
      <FrameView
        class="mt-2"
        :intruders="inPicture"
        :aspect="aspect"
        :upright="isUpright"
        :name-of="name"
      />
      <p class="mt-1 text-xs tabular-nums" aria-live="polite">
        {{
          inPicture.length === 0
            ? `At ${focalMm} mm the picture is clean.`
            : `At ${focalMm} mm ${inPicture.map((i) => `${name(i.placed.item.id)} takes ${i.share < 0.001 ? 'less than 0.1' : sayNumber(i.share * 100, 1)} %`).join(', ')}.`
        }}
        <template v-for="c in cuts" :key="c.id">
          <template
            v-if="c.facts.cleanFromMm !== undefined && c.facts.cleanFromMm > c.facts.focalMm + 0.5"
          >
            Free of {{ name(c.items[0]!) }} from ≈ {{ Math.ceil(c.facts.cleanFromMm) }} mm.
          </template>
        </template>
      </p>
      <WorkingLines
        class="mt-1"
        :lines="[
          {
            what: isUpright ? 'Angle of view, up and across' : 'Angle of view, across and up',
            value: `${sayDeg(angles.acrossDeg)} × ${sayDeg(angles.upDeg)}`,
            from: '2 · atan(side ∕ 2f), focused far away',
          },
          {
            what: 'Crop, and the same on a full frame',
            value: `${sayNumber(angles.crop, 2)} · ${sayNumber(angles.fullFrameMm)} mm`,
          },
          ...(path.lens.part.optics?.pupilMm === undefined
            ? [
                {
                  what: 'Entrance pupil',
                  value: '≈ at the front',
                  from: 'nobody says where it lies: farther back the picture is cut sooner',
                },
              ]
            : []),
        ]"
      />
    </section>
  </template>
  <SeeingSection />
</template>
