<script setup lang="ts">
import { listChecked, nameCheck, sayCheck } from '@zucchini/core';
import { computed } from 'vue';
import type { FieldLog } from './fieldLog';
import type { Sheets } from './useSheets';

/** What is tried by hand before the first take; whether it passed goes to the log. */
const props = defineProps<{ sheets: Sheets; log: FieldLog; setupId: string }>();

/** Answers of today count. */
const answers = computed(() =>
  listChecked(props.log.entries.value, props.setupId, new Date(new Date().setHours(0, 0, 0, 0))),
);
const lines = computed(() =>
  props.sheets.checks.map((check) => ({
    subject: nameCheck(check),
    text: sayCheck(check, props.sheets.names, props.sheets.hangs),
    yes: answers.value.get(nameCheck(check)),
  })),
);
const answer = (subject: string, yes: boolean) =>
  props.log.add({ kind: 'checked', setup: props.setupId, subject, yes });
</script>

<template>
  <section aria-labelledby="checks-title">
    <h2 id="checks-title" class="font-serif text-2xl">Checks by hand</h2>
    <ol class="mt-1">
      <li
        v-for="line in lines"
        :key="line.subject"
        class="rule flex items-center justify-between gap-4 py-2 text-sm max-sm:flex-col max-sm:items-stretch"
      >
        <span>{{ line.text }}</span>
        <span class="flex shrink-0 gap-2" role="group" :aria-label="line.text">
          <button
            v-for="[yes, word] in [
              [true, 'passes'],
              [false, 'fails'],
            ] as const"
            :key="word"
            type="button"
            class="min-w-20 rounded-sm border px-3 py-1 text-sm max-sm:min-h-11 max-sm:flex-1 print:min-w-0 print:border-0"
            :class="
              line.yes === yes
                ? yes
                  ? 'border-leaf bg-leaf text-on-leaf'
                  : 'border-tomato bg-tomato-tint text-tomato'
                : 'border-ink/40 hover:bg-shade'
            "
            :data-check="line.subject"
            :data-yes="yes"
            :aria-pressed="line.yes === yes"
            @click="answer(line.subject, yes)"
          >
            {{ line.yes === yes ? (yes ? '✓' : '✕') : '☐' }} {{ word }}
          </button>
        </span>
      </li>
    </ol>
    <p class="mt-2 text-xs print:hidden" data-pocket="leave">
      Answers count for today and go to the log of this rig.
    </p>
  </section>
</template>
