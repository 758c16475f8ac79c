<script setup lang="ts">
import {
  listTicked,
  packCases,
  sayG,
  sayListMass,
  sayNumber,
  sayPackLine,
  type PackLine,
  type PackList,
} from '@zucchini/core';
import { computed, ref } from 'vue';
import AppButton from '../shared/AppButton.vue';
import { announce } from '../shared/announce';
import type { FieldLog } from './fieldLog';
import type { Sheets } from './useSheets';

/** What is taken along, to be ticked; ticks stay from day to day until they are cleared. */
const props = defineProps<{
  sheets: Sheets;
  log: FieldLog;
  setupId: string;
  /** All that the day's setups take along, where there are several. */
  dayPack?: PackList | undefined;
}>();

/** The list of this setup, or of the whole day: each with ticks of its own. */
const whole = ref(false);
const pack = computed(() => (whole.value && props.dayPack) || props.sheets.pack);
const packing = computed(() => {
  const cases = props.sheets.rig.brief.cases;
  if (pack.value === props.sheets.pack) return props.sheets.packing;
  return cases?.length ? packCases(pack.value, cases) : undefined;
});
/** Under which name of a setup its ticks are kept: none of a rig is called so. */
const tickedAs = computed(() => (whole.value ? 'whole-day_' : props.setupId));

const ticked = computed(() => listTicked(props.log.entries.value, tickedAs.value));
const tick = (subject: string, yes: boolean) =>
  props.log.add({ kind: 'packed', setup: tickedAs.value, subject, yes });
function clear(): void {
  for (const subject of ticked.value) tick(subject, false);
  announce('All ticks are off.');
}

const say = (line: PackLine) => sayPackLine(line, props.sheets.names, props.sheets.parts);
const left = computed(() => pack.value.lines.filter((l) => !ticked.value.has(l.subject)).length);
const bySubject = computed(() => new Map(pack.value.lines.map((l) => [l.subject, l] as const)));
const nameOf = (subject: string) => {
  const line = bySubject.value.get(subject);
  return line ? say(line).name : subject;
};
</script>

<template>
  <section aria-labelledby="pack-title">
    <h2 id="pack-title" class="font-serif text-2xl">Pack list</h2>
    <div
      v-if="dayPack"
      class="my-1 flex gap-2 print:hidden"
      role="group"
      aria-label="Which list"
      data-pocket="leave"
    >
      <AppButton
        small
        :look="whole ? 'plain' : 'main'"
        :aria-pressed="!whole"
        @click="whole = false"
        >This setup</AppButton
      >
      <AppButton small :look="whole ? 'main' : 'plain'" :aria-pressed="whole" @click="whole = true"
        >The whole day</AppButton
      >
    </div>
    <p class="text-sm tabular-nums">
      {{ sayListMass(pack.massG, pack.unweighed.length) }}, {{ sayNumber(pack.volumeL, 1) }} litres
      of boxes round the parts.
      <span class="print:hidden" role="status" data-pocket="leave">{{
        left === 0 ? 'All of it is ticked.' : `${left} of ${pack.lines.length} to go.`
      }}</span>
      <AppButton
        v-if="ticked.size > 0"
        class="ml-2 print:hidden"
        data-pocket="leave"
        small
        @click="clear"
        >All ticks off</AppButton
      >
    </p>
    <ul class="mt-2 columns-2 gap-x-8 max-sm:columns-1">
      <li v-for="line in pack.lines" :key="line.subject" class="break-inside-avoid">
        <label
          class="rule flex cursor-pointer items-baseline gap-3 py-1.5 text-sm max-sm:min-h-11 max-sm:py-2.5"
        >
          <input
            type="checkbox"
            class="h-4 w-4 shrink-0 self-center max-sm:h-6 max-sm:w-6"
            :data-tick="line.subject"
            :checked="ticked.has(line.subject)"
            @change="tick(line.subject, ($event.target as HTMLInputElement).checked)"
          />
          <span class="min-w-0 flex-1"
            >{{ say(line).name
            }}<span v-if="say(line).note" class="text-faint text-xs print:text-black">
              · {{ say(line).note }}</span
            ></span
          >
          <span class="tabular-nums">{{ line.massG === undefined ? '' : sayG(line.massG) }}</span>
        </label>
      </li>
    </ul>
    <section v-if="packing" class="mt-4 break-inside-avoid" aria-labelledby="cases-title">
      <h3 id="cases-title" class="font-serif text-lg">By case</h3>
      <p v-for="c in packing.cases" :key="c.name" class="rule py-1.5 text-sm">
        <span class="font-serif">{{ c.name }}</span>, {{ sayG(c.massG)
        }}{{ c.mostG === undefined ? '' : ` of ${sayG(c.mostG)}` }}:
        {{ c.subjects.map(nameOf).join(', ') || 'nothing' }}
      </p>
      <p v-if="packing.left.length > 0" class="text-blossom py-1.5 text-sm">
        ! In no case: {{ packing.left.map(nameOf).join(', ') }}
      </p>
      <p class="text-xs">
        A hint, by the boxes round the parts with 3 mm to each side; leads and small things lie
        between.
      </p>
    </section>
    <p v-else class="mt-2 text-xs print:hidden" data-pocket="leave">
      Name your cases in the brief, and this list says what goes into which.
    </p>
    <section
      v-if="sheets.apart.length > 0"
      class="mt-4 break-inside-avoid"
      aria-labelledby="apart-title"
    >
      <h3 id="apart-title" class="font-serif text-lg">Taking it apart</h3>
      <p class="text-sm">
        Off in this order: {{ sheets.apart.join(' · ') }}. What is named together may stay joined in
        the case.
      </p>
    </section>
  </section>
</template>
