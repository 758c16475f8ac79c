<script setup lang="ts">
import {
  countElsewhere,
  listOwn,
  listToldElsewhere,
  questionOf,
  sayElsewhere,
  sayFigure,
  tellFinding,
  type Question,
} from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../../desk/benchStore';
import { announce } from '../../shared/announce';
import AppButton from '../../shared/AppButton.vue';
import { useRemedies } from '../remedies/remedyStore';
import WeightMark from '../../shared/WeightMark.vue';
import FindingItems from './FindingItems.vue';

/** What was found under one question, heaviest first, or that there is nothing. */
const props = defineProps<{ question: Question; nothing: string }>();
const bench = useBench();
const mending = useRemedies();
const aside = computed(() =>
  bench.report!.aside.filter(({ finding }) => questionOf(finding.code) === props.question),
);

function bringBack({ finding, entry }: (typeof aside.value)[number]): void {
  bench.apply({ type: 'bring-back', finding: finding.id, setupId: entry.setup });
  announce('Brought back. Z sets it aside again.');
}
const findings = computed(() =>
  listOwn(bench.report!, bench.parts).filter((f) => questionOf(f.code) === props.question),
);
/** What the strip leaves open is no ✓ here either. */
const figure = computed(() => sayFigure(bench.report!, props.question, bench.parts));
const isOpen = computed(() => figure.value.state === 'open');
/** Troubles of the kit, the rig or its day that another setup tells in full. */
const elsewhere = computed(() =>
  countElsewhere(listToldElsewhere(bench.report!, bench.parts)).filter(
    (line) => line.question === props.question,
  ),
);
</script>

<template>
  <p
    v-if="findings.length > 0 && mending.state === 'working'"
    class="text-faint mt-3 flex items-center gap-2 text-xs"
  >
    Trying ways out, {{ mending.done }} of {{ mending.total || findings.length }}
    <AppButton small @click="mending.stop()">Stop</AppButton>
  </p>
  <p
    v-else-if="mending.state === 'stopped'"
    class="text-faint mt-3 flex items-center gap-2 text-xs"
  >
    Stopped looking for ways out.
    <AppButton small @click="mending.start()">Look on</AppButton>
  </p>
  <p
    v-else-if="mending.state === 'failed'"
    class="mt-3 flex items-center gap-2 text-xs"
    role="alert"
  >
    Ways out could not be looked for: {{ mending.trouble }}
    <AppButton small @click="mending.start()">Try again</AppButton>
  </p>
  <FindingItems v-if="findings.length > 0" class="mt-3" :findings="findings" />
  <p v-else-if="isOpen" class="text-faint mt-3">
    Nothing found, and nothing is sure: {{ figure.main }}, {{ figure.detail }}.
  </p>
  <p v-else-if="elsewhere.length === 0" class="text-leaf mt-3 flex items-baseline gap-2">
    <span aria-hidden="true">✓</span>{{ nothing }}
  </p>
  <p v-for="line in elsewhere" :key="line.owner" class="rule mt-2 flex items-baseline gap-2 py-2">
    <WeightMark :weight="line.weight" />
    <button type="button" class="text-left underline" @click="bench.openSetup(line.setup.id)">
      {{ sayElsewhere(line) }}
    </button>
  </p>
  <details v-if="aside.length > 0" class="rule mt-2 pt-2" data-list="aside">
    <summary class="text-faint py-1 text-xs">{{ aside.length }} set aside</summary>
    <ul class="mt-1" aria-label="Set aside">
      <li v-for="a in aside" :key="a.finding.id" class="py-1.5 text-xs">
        <p>{{ tellFinding(a.finding, bench.names!).sentence }}</p>
        <p class="text-faint italic">
          “{{ a.entry.word }}”{{ a.entry.setup === undefined ? ', for the whole rig' : '' }}
        </p>
        <AppButton v-if="!bench.readOnly" class="mt-1" small @click="bringBack(a)"
          >Bring it back</AppButton
        >
      </li>
    </ul>
  </details>
</template>
