<script setup lang="ts">
import { hasTrait, readyDays } from '@zucchini/core';
import { computed, ref } from 'vue';
import { useBench } from '../desk/benchStore';
import ChoiceField from '../form/ChoiceField.vue';
import FigureField from '../form/FigureField.vue';
import TextField from '../form/TextField.vue';
import TickField from '../form/TickField.vue';
import AppButton from '../shared/AppButton.vue';
import { useDay } from './useDay';

/** The day of the brief as a table that is changed where it stands. */
const bench = useBench();
const { rows, issues, isOwn, isStated, day, dayIssue, setDay, take, change, remove, add } =
  useDay();
const open = ref(false);

const toPercent = (share: number | undefined) =>
  share === undefined ? undefined : Math.round(share * 100);
const toShare = (percent: number | undefined) =>
  percent === undefined ? undefined : percent / 100;

const setups = computed(() => bench.rig?.setups ?? []);
/** The ways in which the body records, where it states them. */
const modes = computed(
  () => bench.report?.assembly.items.find((p) => hasTrait(p.part, 'camera'))?.part.modes ?? [],
);

function startFrom(name: string): void {
  const day = readyDays.find((d) => d.name === name);
  if (day) take(day.stretches);
}
</script>

<template>
  <section class="mt-5">
    <div class="flex items-baseline justify-between gap-2">
      <h3 class="font-serif text-base">The day</h3>
      <AppButton
        v-if="!bench.readOnly"
        small
        look="quiet"
        :aria-expanded="open"
        @click="open = !open"
        >{{ open ? 'Done' : 'Change the day' }}</AppButton
      >
    </div>
    <slot />
    <p v-if="isOwn" class="text-faint mt-1 text-xs">This setup has a day of its own.</p>
    <p v-if="!isStated && rows.length > 0" class="text-faint mt-1 text-xs">
      ≈ Only the hours are known: it is taken to record a third of the time and to wait another
      third.
    </p>
    <p v-else-if="rows.length === 0" class="text-faint mt-1 text-xs">
      Nobody has said how long the day is: it records without a pause until all is empty.
    </p>
    <template v-if="open">
      <ChoiceField
        class="mt-2"
        label="Start from"
        labelled="above"
        small
        placeholder="a day as people have it"
        :options="readyDays.map((d) => [d.name, d.name] as const)"
        model-value=""
        @update:model-value="startFrom"
      />
      <ol aria-label="Stretches of the day" class="mt-2">
        <li v-for="(row, i) in rows" :key="i" class="rule py-2">
          <div class="flex items-end gap-2">
            <TextField
              class="min-w-0 flex-1"
              label="Stretch"
              labelled="above"
              :model-value="row.name"
              @update:model-value="(name) => change(i, { name })"
            />
            <AppButton
              class="whitespace-nowrap"
              small
              look="quiet"
              :aria-label="`Take out ${row.name}`"
              @click="remove(i)"
              >Take out</AppButton
            >
          </div>
          <FigureField
            label="Lasts"
            unit="h"
            :model-value="row.hours"
            @update:model-value="(hours) => change(i, { hours })"
          />
          <FigureField
            label="Records, of its time"
            unit="%"
            :min="0"
            :max="100"
            :model-value="toPercent(row.record)"
            @update:model-value="(v) => change(i, { record: toShare(v) })"
          />
          <FigureField
            label="Is on and waits"
            unit="%"
            :min="0"
            :max="100"
            :model-value="toPercent(row.idle)"
            @update:model-value="(v) => change(i, { idle: toShare(v) })"
          />
          <FigureField
            label="How cold it is"
            unit="°C"
            placeholder="as the day"
            :model-value="row.temperatureC"
            @update:model-value="(temperatureC) => change(i, { temperatureC })"
          />
          <ChoiceField
            v-if="setups.length > 1"
            label="Set up as"
            small
            :options="[
              ['', 'whichever is looked at'],
              ...setups.map((s) => [s.id, s.name] as const),
            ]"
            :model-value="row.setup ?? ''"
            @update:model-value="(setup) => change(i, { setup: setup || undefined })"
          />
          <TickField
            label="Mains at hand"
            last
            :model-value="row.mains ?? false"
            @update:model-value="(mains) => change(i, { mains: mains || undefined })"
          />
          <p
            v-for="issue in issues.filter((x) => x.at === i)"
            :key="issue.message"
            class="text-tomato text-xs"
            role="alert"
          >
            Not stored: {{ issue.message }}.
          </p>
        </li>
      </ol>
      <p
        v-for="issue in issues.filter((x) => x.at === undefined)"
        :key="issue.message"
        class="text-tomato text-xs"
        role="alert"
      >
        Not stored: {{ issue.message }}.
      </p>
      <AppButton class="mt-2" small @click="add">Another stretch</AppButton>
      <FigureField
        class="mt-2"
        label="Kept back in each cell"
        unit="%"
        :min="0"
        :max="90"
        placeholder="nothing"
        :model-value="toPercent(day.reserve)"
        @update:model-value="(v) => setDay({ reserve: toShare(v) })"
      />
      <FigureField
        label="A cell is changed when left with"
        unit="%"
        :min="0"
        :max="90"
        placeholder="nothing"
        :model-value="toPercent(day.swapAtShare)"
        @update:model-value="(v) => setDay({ swapAtShare: toShare(v) })"
      />
      <TickField
        label="In every break what is not full is changed"
        :model-value="day.swapInBreaks ?? false"
        @update:model-value="(v) => setDay({ swapInBreaks: v || undefined })"
      />
      <TextField
        label="Begins at"
        hint="By the clock, like 06:30; times of the day are then told by it."
        :issue="dayIssue || undefined"
        :model-value="day.startsAt ?? ''"
        @update:model-value="(v) => setDay({ startsAt: v || undefined })"
      />
      <ChoiceField
        v-if="modes.length > 0"
        label="Recorded as"
        small
        :options="[['', 'not said'], ...modes.map((m) => [m.name, m.name] as const)]"
        :model-value="day.mode ?? ''"
        @update:model-value="(v) => setDay({ mode: v || undefined })"
      />
    </template>
  </section>
</template>
