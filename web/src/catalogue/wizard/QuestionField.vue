<script setup lang="ts">
import {
  hasTrait,
  measureMinorDigits,
  toMoney,
  type Money,
  type PartQuestion,
} from '@zucchini/core';
import { computed, ref, useId, watch } from 'vue';
import QuantityField from '../../shared/QuantityField.vue';
import { useCatalogue } from '../catalogueStore';
import FaceRows from './FaceRows.vue';
import { carriesOptions, plugOptions } from './options';

/** One question about a part, by its type. What would be guessed is shown as such. */
const props = defineProps<{
  question: PartQuestion;
  modelValue: unknown;
  /** What it is taken as where nobody answers. */
  taken: unknown;
  issue: string | undefined;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: unknown] }>();
const catalogue = useCatalogue();
const id = useId();

const must = computed(() => !props.question.guess && !props.question.optional);
const guess = computed(() =>
  props.modelValue === undefined && typeof props.taken === 'number' ? props.taken : undefined,
);
const value = (event: Event) => (event.target as HTMLInputElement | HTMLSelectElement).value;
const isGuess = computed(() => props.modelValue === undefined && props.question.guess);

function setChoice(text: string): void {
  const chosen = props.question.choices?.find(([v]) => String(v) === text);
  emit('update:modelValue', chosen?.[0]);
}

const figure = computed(() => props.modelValue as number | undefined);
const rowList = computed(() => props.modelValue as Record<string, unknown>[] | undefined);

const pair = computed(() => (props.modelValue ?? []) as [number?, number?]);
function setPair(i: 0 | 1, v: number | undefined): void {
  const next = [...pair.value] as [number?, number?];
  next[i] = v;
  emit('update:modelValue', next[0] === undefined && next[1] === undefined ? undefined : next);
}

// Money: the amount and the currency are typed apart, and are an answer once both are there.
const money = computed(() => props.modelValue as Money | undefined);
const currency = ref(money.value?.currency ?? 'EUR');
const amount = computed(() =>
  money.value ? money.value.minor / 10 ** measureMinorDigits(money.value.currency) : undefined,
);
watch(money, (m) => {
  if (m) currency.value = m.currency;
});
function setMoney(v: number | undefined, code: string): void {
  currency.value = code;
  emit('update:modelValue', v === undefined ? undefined : toMoney(v, code));
}

const ends = computed(() => (props.modelValue ?? []) as { connector: string }[]);
function setEnd(i: 0 | 1, connector: string): void {
  const next = [ends.value[0]?.connector, ends.value[1]?.connector];
  next[i] = connector || undefined;
  const both = next[0] && next[1];
  emit(
    'update:modelValue',
    both
      ? next.map((c) => ({ connector: c }))
      : next[0] || next[1]
        ? next.map((c) => ({ connector: c ?? '' }))
        : undefined,
  );
}
const carried = computed(() => (props.modelValue ?? []) as string[]);
function toggleCarried(what: string): void {
  const next = carried.value.includes(what)
    ? carried.value.filter((c) => c !== what)
    : [...carried.value, what];
  emit('update:modelValue', next.length ? next : undefined);
}
const bodies = computed(() => catalogue.all.filter((f) => hasTrait(f, 'camera')));
</script>

<template>
  <QuantityField
    v-if="question.type === 'length' || question.type === 'number' || question.type === 'whole'"
    :label="question.label"
    :unit="question.unit ?? ''"
    :hint="question.hint"
    :model-value="figure"
    :guess="guess"
    :issue="issue"
    :must="must"
    @update:model-value="(v) => emit('update:modelValue', v)"
  />
  <div v-else class="py-1">
    <div v-if="question.type === 'ports' || question.type === 'mounts'">
      <FaceRows
        :kind="question.type"
        :label="question.label"
        :model-value="rowList"
        @update:model-value="(v) => emit('update:modelValue', v)"
      />
    </div>
    <fieldset
      v-else-if="question.type === 'pair'"
      class="flex items-baseline justify-between gap-3"
    >
      <legend class="float-left">{{ question.label }}</legend>
      <span class="flex">
        <QuantityField
          v-for="i in [0, 1] as const"
          :key="i"
          :label="''"
          :unit="i === 1 ? (question.unit ?? '') : '–'"
          :aria-label="question.label"
          :model-value="pair[i]"
          @update:model-value="(v) => setPair(i, v)"
        />
      </span>
    </fieldset>
    <fieldset
      v-else-if="question.type === 'ends'"
      class="flex items-baseline justify-between gap-3"
    >
      <legend class="float-left">{{ question.label }}<span class="text-tomato"> *</span></legend>
      <span class="flex gap-1">
        <label v-for="i in [0, 1] as const" :key="i">
          <span class="sr-only">{{ i === 0 ? 'one end' : 'the other end' }}</span>
          <select
            class="field"
            :value="ends[i]?.connector ?? ''"
            @change="setEnd(i, value($event))"
          >
            <option value="">…</option>
            <option v-for="[v, label] in plugOptions" :key="v" :value="v">{{ label }}</option>
          </select>
        </label>
      </span>
    </fieldset>
    <fieldset v-else-if="question.type === 'carries'" class="flex flex-wrap items-center gap-3">
      <legend class="float-left mr-2">
        {{ question.label }}<span class="text-tomato"> *</span>
      </legend>
      <label v-for="[v, label] in carriesOptions" :key="v" class="flex items-center gap-1">
        <input type="checkbox" :checked="carried.includes(v)" @change="toggleCarried(v)" />
        {{ label }}
      </label>
    </fieldset>
    <div v-else class="flex items-baseline justify-between gap-3">
      <label :for="id"
        >{{ question.label
        }}<span v-if="must" class="text-tomato" title="must be answered"> *</span>
      </label>
      <input
        v-if="question.type === 'flag'"
        :id="id"
        type="checkbox"
        :checked="(modelValue ?? taken) === true"
        @change="emit('update:modelValue', ($event.target as HTMLInputElement).checked)"
      />
      <select
        v-else-if="question.type === 'choice'"
        :id="id"
        class="field max-w-56"
        :value="String(modelValue ?? '')"
        @change="setChoice(value($event))"
      >
        <option value="">
          ≈ {{ question.choices!.find(([v]) => v === question.guess?.({}))?.[1] ?? 'not said' }}
        </option>
        <option v-for="[v, label] in question.choices" :key="v" :value="String(v)">
          {{ label }}
        </option>
      </select>
      <select
        v-else-if="question.type === 'body'"
        :id="id"
        class="field max-w-56"
        :value="modelValue ?? ''"
        @change="emit('update:modelValue', value($event) || undefined)"
      >
        <option value="">choose a body …</option>
        <option v-for="b in bodies" :key="b.id" :value="b.id">
          {{ b.name }}{{ b.maker ? `, ${b.maker}` : '' }}
        </option>
      </select>
      <span v-else-if="question.type === 'money'" class="flex items-baseline gap-1">
        <QuantityField
          label=""
          unit=""
          :aria-label="question.label"
          :model-value="amount"
          @update:model-value="(v) => setMoney(v, currency)"
        />
        <input
          class="field w-16 uppercase"
          aria-label="Currency"
          maxlength="3"
          :value="currency"
          @change="setMoney(amount, value($event).toUpperCase())"
        />
      </span>
      <input
        v-else
        :id="id"
        class="field w-56"
        autocomplete="off"
        :value="modelValue ?? ''"
        :placeholder="isGuess ? `≈ ${String(taken ?? '')}` : ''"
        :aria-required="must"
        :aria-invalid="issue !== undefined"
        @input="emit('update:modelValue', value($event) || undefined)"
      />
    </div>
    <p v-if="question.hint" class="text-faint text-xs">{{ question.hint }}</p>
    <p v-if="issue" class="text-tomato text-right text-xs" role="alert">{{ issue }}</p>
  </div>
</template>
