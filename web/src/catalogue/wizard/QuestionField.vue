<script setup lang="ts">
import {
  hasTrait,
  listKnownNames,
  measureMinorDigits,
  toMoney,
  type Money,
  type PartQuestion,
} from '@zucchini/core';
import { computed, ref, watch } from 'vue';
import ChoiceField from '../../form/ChoiceField.vue';
import FieldFrame from '../../form/FieldFrame.vue';
import FigureField from '../../form/FigureField.vue';
import KnownField from '../../form/KnownField.vue';
import TextField from '../../form/TextField.vue';
import TickField from '../../form/TickField.vue';
import { useCatalogue } from '../catalogueStore';
import CarriesTicks from './CarriesTicks.vue';
import FaceRows from './FaceRows.vue';
import { elbowOptions, plugOptions } from './options';

/** One question about a part, by its type. What would be guessed is shown as such. */
const props = defineProps<{
  question: PartQuestion;
  modelValue: unknown;
  /** What it is taken as where nobody answers. */
  taken: unknown;
  issue: string | undefined;
  /** The verdict that rests on it while nobody answers. */
  restsOn?: string | undefined;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: unknown] }>();
const catalogue = useCatalogue();
/** Its own hint, and what will rest on the guess. */
const hint = computed(
  () =>
    [props.question.hint, props.restsOn && `Decides ${props.restsOn}.`]
      .filter((text) => text)
      .join(' · ') || undefined,
);

/** One whose guess rests on another answer must be given while that is not there. */
const must = computed(
  () =>
    !props.question.optional &&
    (!props.question.guess || (props.modelValue ?? props.taken) === undefined),
);
const guess = computed(() =>
  props.modelValue === undefined && typeof props.taken === 'number' ? props.taken : undefined,
);
const isGuess = computed(() => props.modelValue === undefined && props.question.guess);

const bodies = computed(() => catalogue.all.filter((f) => hasTrait(f, 'camera')));
/** What can be chosen; first of all nothing, which is the guess where there is one. */
const options = computed<readonly (readonly [string, string])[]>(() => {
  if (props.question.type === 'body') {
    const made = bodies.value.map(
      (b) => [b.id, b.maker ? `${b.name}, ${b.maker}` : b.name] as const,
    );
    return props.question.optional ? [['', 'any body that fits inside'], ...made] : made;
  }
  const choices = props.question.choices ?? [];
  // What is guessed may hang on other answers: what it is taken as now is said.
  const taken = props.modelValue === undefined ? props.taken : undefined;
  const guess = taken ?? props.question.guess?.({});
  const guessed = choices.find(([v]) => v === guess)?.[1] ?? 'not said';
  return [['', `≈ ${guessed}`], ...choices.map(([v, label]) => [String(v), label] as const)];
});
function setChoice(text: string): void {
  if (props.question.type === 'body') emit('update:modelValue', text || undefined);
  else emit('update:modelValue', props.question.choices?.find(([v]) => String(v) === text)?.[0]);
}
const words = computed(() => props.modelValue as string | undefined);
/** The names that parts of the catalogue say of the same thing. */
const known = computed(() =>
  props.question.known ? listKnownNames(catalogue.all, props.question.known) : undefined,
);

const figure = computed(() => props.modelValue as number | undefined);
const rowList = computed(() => props.modelValue as Record<string, unknown>[] | undefined);

const pair = computed(() => (props.modelValue ?? []) as [number?, number?]);
function setPair(i: 0 | 1, v: number | undefined): void {
  const next = [...pair.value] as [number?, number?];
  next[i] = v;
  // A lens of one focal length: shortest and longest are the same.
  if (props.question.name === 'focalMm' && next[1 - i] === undefined) next[1 - i] = v;
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

interface PlugAnswer {
  readonly connector: string;
  readonly bodyMm?: number;
  readonly elbow?: string;
}
const ends = computed(() => (props.modelValue ?? []) as PlugAnswer[]);
/** Half a lead is kept while the other end is not said: its missing plug has no name. */
function setEnd(
  i: 0 | 1,
  change: { readonly [K in keyof PlugAnswer]?: PlugAnswer[K] | undefined },
): void {
  const next = [0, 1].map((k) => {
    const now = ends.value[k] ?? { connector: '' };
    const set = k === i ? { ...now, ...change } : now;
    return Object.fromEntries(Object.entries(set).filter(([, v]) => v !== undefined));
  });
  emit('update:modelValue', next.some((e) => e['connector']) ? next : undefined);
}
const endsNamed = computed(() => ([0, 1] as const).filter((i) => ends.value[i]?.connector));
const sayPlug = (i: 0 | 1): string => {
  const end = ends.value[i]!;
  const name = plugOptions.find(([v]) => v === end.connector)?.[1] ?? '';
  const elbow = elbowOptions.find(([v]) => v === end.elbow)?.[1];
  return `${name} plug${elbow ? `, elbow ${elbow}` : ', straight'}${end.bodyMm ? `, ${end.bodyMm} mm` : ''}`;
};
const carried = computed(() => (props.modelValue ?? props.taken ?? []) as string[]);
</script>

<template>
  <FigureField
    v-if="question.type === 'length' || question.type === 'number' || question.type === 'whole'"
    live
    :label="question.label"
    :unit="question.unit ?? ''"
    :hint="hint"
    :model-value="figure"
    :guess="guess"
    :issue="issue"
    :must="must"
    @update:model-value="(v) => emit('update:modelValue', v)"
  />
  <TickField
    v-else-if="question.type === 'flag'"
    last
    :label="question.label"
    :must="must"
    :hint="hint"
    :issue="issue"
    :model-value="(modelValue ?? taken) === true"
    @update:model-value="(v) => emit('update:modelValue', v)"
  />
  <ChoiceField
    v-else-if="question.type === 'choice' || question.type === 'body'"
    :label="question.label"
    :must="must"
    :hint="hint"
    :issue="issue"
    :placeholder="question.type === 'body' ? 'choose a body …' : undefined"
    :options="options"
    :model-value="String(modelValue ?? '')"
    @update:model-value="setChoice"
  />
  <KnownField
    v-else-if="known"
    :label="question.label"
    :known="known"
    :must="must"
    :hint="hint"
    :issue="issue"
    :placeholder="isGuess ? `≈ ${String(taken ?? '')}` : 'pick, or a new name'"
    :model-value="words"
    @update:model-value="(v) => emit('update:modelValue', v)"
  />
  <TextField
    v-else-if="question.type === 'text'"
    live
    :label="question.label"
    :must="must"
    :hint="hint"
    :issue="issue"
    :placeholder="isGuess ? `≈ ${String(taken ?? '')}` : ''"
    :model-value="words"
    @update:model-value="(v) => emit('update:modelValue', v || undefined)"
  />
  <div v-else class="py-1">
    <div v-if="question.type === 'ports' || question.type === 'mounts'">
      <FaceRows
        :kind="question.type"
        :label="question.label"
        :must="must"
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
        <FigureField
          v-for="i in [0, 1] as const"
          :key="i"
          :label="''"
          :unit="i === 1 ? (question.unit ?? '') : '–'"
          :aria-label="`${question.label}: ${i === 0 ? 'first' : 'second'}`"
          :model-value="pair[i]"
          @update:model-value="(v) => setPair(i, v)"
        />
      </span>
    </fieldset>
    <fieldset
      v-else-if="question.type === 'ends'"
      class="flex flex-wrap items-baseline justify-between gap-x-3"
    >
      <legend class="float-left">{{ question.label }}<span class="text-tomato"> *</span></legend>
      <span class="flex gap-1">
        <ChoiceField
          v-for="i in [0, 1] as const"
          :key="i"
          :label="i === 0 ? 'one end' : 'the other end'"
          labelled="hidden"
          class="w-32"
          placeholder="plug …"
          :options="plugOptions"
          :model-value="ends[i]?.connector"
          @update:model-value="(v) => setEnd(i, { connector: v })"
        />
      </span>
      <details
        v-for="i in endsNamed"
        :key="`plug ${i}`"
        class="text-faint clear-both w-full text-xs"
      >
        <summary class="min-h-6 py-1">{{ sayPlug(i) }}</summary>
        <FigureField
          label="How far the plug stands out of its socket"
          unit="mm"
          :model-value="ends[i]?.bodyMm"
          @update:model-value="(v) => setEnd(i, { bodyMm: v })"
        />
        <ChoiceField
          label="The cable leaves it, as one looks at the socket"
          :options="[['', 'straight out'], ...elbowOptions]"
          :model-value="ends[i]?.elbow ?? ''"
          @update:model-value="(v) => setEnd(i, { elbow: v || undefined })"
        />
      </details>
    </fieldset>
    <fieldset v-else-if="question.type === 'carries'" class="flex flex-wrap items-center gap-3">
      <legend class="float-left mr-2">
        {{ question.label }}<span v-if="must" class="text-tomato"> *</span>
      </legend>
      <CarriesTicks
        :model-value="carried"
        @update:model-value="(list) => emit('update:modelValue', list.length ? list : undefined)"
      />
    </fieldset>
    <FieldFrame v-else :label="question.label" :must="must">
      <span class="flex items-baseline gap-1">
        <FigureField
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
          @change="setMoney(amount, ($event.target as HTMLInputElement).value.toUpperCase())"
        />
      </span>
    </FieldFrame>
    <p v-if="hint" class="text-faint text-xs">{{ hint }}</p>
    <p v-if="issue" class="text-tomato text-right text-xs" role="alert">{{ issue }}</p>
  </div>
</template>
