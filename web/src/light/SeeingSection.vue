<script setup lang="ts">
import {
  findBrightestEv,
  hasTrait,
  isShielded,
  measureDriveMoveMm,
  measureNeededNits,
  measureShadedNits,
  sayDeg,
  sayEv,
  sayMm,
  sayNumber,
  screenToolLabels,
  type LensFocus,
  type SeenScreen,
} from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../desk/benchStore';

/** What shows the picture, to whom, and what focuses it. */
const bench = useBench();
const sight = computed(() => bench.report!.light.sight);
const name = (id: string) => bench.names!.item(id);

const brightest = computed(() => findBrightestEv(bench.report!.brief));
const needed = computed(() =>
  brightest.value === undefined ? undefined : measureNeededNits(brightest.value),
);
const shielded = computed(() => isShielded(bench.report!.assembly));
const fronts = { now: 'faces the front', turns: 'turns to the front', no: '' } as const;
const sayScreen = (s: SeenScreen): string =>
  [
    s.angleDeg === undefined
      ? 'where your eye is, is not known here'
      : `${sayDeg(s.angleDeg)} aslant, ${sayMm(Math.round(s.farMm!))} from your eye`,
    fronts[s.front],
    s.screen.tools === undefined
      ? 'aids not stated'
      : s.screen.tools.length === 0
        ? 'no aids'
        : s.screen.tools.map((t) => screenToolLabels[t]).join(', '),
  ]
    .filter(Boolean)
    .join(' · ');
const sayBright = (s: SeenScreen): string => {
  const shaded = measureShadedNits(s);
  if (s.nits === undefined || shaded === undefined) return '? cd/m²';
  return s.hooded
    ? `${sayNumber(s.nits)}, hooded ≈ ${sayNumber(shaded)} cd/m²`
    : `${sayNumber(s.nits)} cd/m²`;
};
const isDim = (s: SeenScreen): boolean => {
  const shaded = measureShadedNits(s);
  return (
    !shielded.value && needed.value !== undefined && shaded !== undefined && shaded < needed.value
  );
};

const focusing = computed(() => sight.value.focusing);
const onRig = computed(() => focusing.value.lenses.find((l) => l.onRig));
function sayFocus(lens: LensFocus): string {
  const { autofocus } = lens;
  const by = {
    works: 'the camera focuses it',
    unknown: 'nobody says whether the camera focuses it',
    not: '',
  }[autofocus.state];
  const why =
    autofocus.state === 'not'
      ? {
          body: 'the camera does not focus by itself',
          lens: 'focused by hand',
          adapter: `${name(autofocus.id)} does not hand autofocus on`,
        }[autofocus.because]
      : '';
  const stops =
    lens.hardStops === undefined
      ? ''
      : lens.hardStops
        ? 'stops at both ends'
        : 'turns without an end';
  const move =
    onRig.value && lens !== onRig.value && focusing.value.drives.length > 0
      ? measureDriveMoveMm(onRig.value, lens)
      : undefined;
  const gear =
    lens.gearAtMm === undefined
      ? 'no gear'
      : `gear ${sayMm(Math.round(lens.gearAtMm))} from its mount${
          move === undefined || Math.abs(move) < 0.5
            ? ''
            : `: the drive moves ${sayMm(Math.round(Math.abs(move)))} ${move > 0 ? 'forward' : 'back'}`
        }`;
  return [by || why, stops, gear].filter(Boolean).join(' · ');
}
const links = computed(() =>
  bench.report!.assembly.items.filter((p) => p.part.kind === 'transmitter'),
);
const hasLoupe = computed(() =>
  bench.report!.assembly.items.some((p) => hasTrait(p.part, 'eye-rest')),
);
</script>

<template>
  <section class="mt-5">
    <h3 class="font-serif text-base">Seeing it</h3>
    <p v-if="sight.screens.length === 0" class="text-faint mt-1 text-xs">
      No screen is on it: nobody sees the picture.
    </p>
    <ul v-else class="mt-1 text-xs">
      <li
        v-for="s in sight.screens"
        :key="`${s.placed.item.id} ${s.screen.id}`"
        class="rule py-1.5"
      >
        <span class="flex justify-between gap-2">
          <button
            type="button"
            class="min-w-0 truncate text-left font-medium hover:underline"
            @click="bench.select(s.placed.item.id)"
          >
            {{ name(s.placed.item.id) }}
          </button>
          <span class="shrink-0 tabular-nums" :class="isDim(s) ? 'text-blossom' : 'text-faint'">{{
            sayBright(s)
          }}</span>
        </span>
        <span class="text-faint">{{ sayScreen(s) }}</span>
      </li>
    </ul>
    <p v-if="needed !== undefined && brightest !== undefined" class="text-faint mt-1 text-xs">
      At {{ sayEv(brightest) }} ≈ {{ sayNumber(Math.round(needed / 10) * 10) }} cd/m² are wanted
      bare (estimate: 400 cd/m² want a hood outdoors, {{ sayNumber(1000) }} are judged in sun){{
        shielded ? '; at the eye none of it counts' : ''
      }}.
    </p>
    <p v-if="hasLoupe" class="text-blossom mt-1 text-xs">
      Never point a loupe or a long lens at the sun: it burns the eye and the sensor.
    </p>
    <ul v-if="links.length > 0" class="mt-1 text-xs" aria-label="Pictures over the air">
      <li v-for="l in links" :key="l.item.id" class="rule flex justify-between gap-2 py-1.5">
        <span>{{ name(l.item.id) }}</span>
        <span class="text-faint tabular-nums"
          >{{ l.part.link?.rangeM === undefined ? '? m' : `${sayNumber(l.part.link.rangeM)} m` }} ·
          {{ l.part.delayMs === undefined ? '? ms' : `${sayNumber(l.part.delayMs)} ms late` }}</span
        >
      </li>
    </ul>
  </section>

  <section v-if="focusing.lenses.length > 0" class="mt-5">
    <h3 class="font-serif text-base">Focusing it</h3>
    <ul class="mt-1 text-xs">
      <li v-for="l in focusing.lenses" :key="l.itemId" class="rule py-1.5">
        <span class="block font-medium">{{ name(l.itemId) }}</span>
        <span class="text-faint">{{ sayFocus(l) }}</span>
      </li>
      <li v-for="d in focusing.drives" :key="d.placed.item.id" class="rule py-1.5">
        <span class="block font-medium">{{ name(d.placed.item.id) }}</span>
        <span class="text-faint"
          >{{ d.by === 'hand' ? 'turned by hand' : 'turned by a motor'
          }}{{ d.worked === false ? ' · its hand unit is sold apart' : '' }}</span
        >
      </li>
    </ul>
  </section>
</template>
