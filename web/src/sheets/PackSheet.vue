<script setup lang="ts">
import {
  listTicked,
  sayG,
  sayListMass,
  sayNumber,
  sayPackLine,
  type PackLine,
} from '@zucchini/core';
import { computed } from 'vue';
import AppButton from '../shared/AppButton.vue';
import { announce } from '../shared/announce';
import type { FieldLog } from './fieldLog';
import type { Sheets } from './useSheets';

/** What is taken along, to be ticked; ticks stay from day to day until they are cleared. */
const props = defineProps<{ sheets: Sheets; log: FieldLog; setupId: string }>();

const ticked = computed(() => listTicked(props.log.entries.value, props.setupId));
const tick = (subject: string, yes: boolean) =>
  props.log.add({ kind: 'packed', setup: props.setupId, subject, yes });
function clear(): void {
  for (const subject of ticked.value) tick(subject, false);
  announce('All ticks are off.');
}

const say = (line: PackLine) => sayPackLine(line, props.sheets.names, props.sheets.parts);
const left = computed(
  () => props.sheets.pack.lines.filter((l) => !ticked.value.has(l.subject)).length,
);
const bySubject = computed(
  () => new Map(props.sheets.pack.lines.map((l) => [l.subject, l] as const)),
);
const nameOf = (subject: string) => {
  const line = bySubject.value.get(subject);
  return line ? say(line).name : subject;
};
</script>

<template>
  <section aria-labelledby="pack-title">
    <h2 id="pack-title" class="font-serif text-2xl">Pack list</h2>
    <p class="text-sm tabular-nums">
      {{ sayListMass(sheets.pack.massG, sheets.pack.unweighed.length) }},
      {{ sayNumber(sheets.pack.volumeL, 1) }} litres of boxes round the parts.
      <span class="print:hidden" role="status" data-pocket="leave">{{
        left === 0 ? 'All of it is ticked.' : `${left} of ${sheets.pack.lines.length} to go.`
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
      <li v-for="line in sheets.pack.lines" :key="line.subject" class="break-inside-avoid">
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
    <section v-if="sheets.packing" class="mt-4 break-inside-avoid" aria-labelledby="cases-title">
      <h3 id="cases-title" class="font-serif text-lg">By case</h3>
      <p v-for="c in sheets.packing.cases" :key="c.name" class="rule py-1.5 text-sm">
        <span class="font-serif">{{ c.name }}</span>, {{ sayG(c.massG)
        }}{{ c.mostG === undefined ? '' : ` of ${sayG(c.mostG)}` }}:
        {{ c.subjects.map(nameOf).join(', ') || 'nothing' }}
      </p>
      <p v-if="sheets.packing.left.length > 0" class="text-blossom py-1.5 text-sm">
        ! In no case: {{ sheets.packing.left.map(nameOf).join(', ') }}
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
