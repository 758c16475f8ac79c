<script setup lang="ts">
import { readyDays } from '@zucchini/core';
import { ref } from 'vue';
import { useBench } from '../desk/benchStore';
import ChoiceField from '../form/ChoiceField.vue';
import FigureField from '../form/FigureField.vue';
import TextField from '../form/TextField.vue';
import TickField from '../form/TickField.vue';
import AppButton from '../shared/AppButton.vue';
import { useDay } from './useDay';

/** The day of the brief as a table that is changed where it stands. */
const bench = useBench();
const { rows, issues, isStated, reserve, setReserve, take, change, remove, add } = useDay();
const open = ref(false);

const toPercent = (share: number | undefined) =>
  share === undefined ? undefined : Math.round(share * 100);
const toShare = (percent: number | undefined) =>
  percent === undefined ? undefined : percent / 100;

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
        :model-value="toPercent(reserve)"
        @update:model-value="(v) => setReserve(toShare(v))"
      />
    </template>
  </section>
</template>
