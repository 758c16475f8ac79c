<script setup lang="ts">
import {
  listProducts,
  listQuestions,
  longestPage,
  longestSheet,
  readAnswer,
  readSheet,
  readTitle,
  stripMarkup,
  suggestAnswers,
  type Answers,
  type Found,
  type Suggestion,
  type Thing,
} from '@zucchini/core';
import { computed, ref, watch } from 'vue';
import ChoiceField from '../../form/ChoiceField.vue';
import AppButton from '../../shared/AppButton.vue';
import { sayAnswer, sayFound } from './sayFound';

/**
 * A pasted maker's sheet beside what was read from it. Each figure waits to be taken or left, one by one;
 * what was not understood is marked in the text and listed.
 */
const props = defineProps<{ thing: Thing; stated: Answers }>();
const emit = defineEmits<{ take: [name: string, value: unknown, approx: boolean] }>();

/** What was pasted, as it came. */
const pasted = defineModel<string>('sheet', { default: '' });
/** So much of a page is read; what stands behind it is kept in the field and told. */
const stripped = computed(() => stripMarkup(pasted.value.slice(0, longestPage)));
const tooLong = computed(
  () => pasted.value.length > longestPage || stripped.value.length > longestSheet,
);
const whole = computed(() => stripped.value.slice(0, longestSheet));
/** A page about several products: the one that is read, or all of it. */
const products = computed(() => listProducts(whole.value));
const only = ref<number>();
watch(pasted, () => {
  only.value = undefined;
});
const text = computed(() =>
  only.value === undefined ? whole.value : (products.value[only.value]?.text ?? whole.value),
);
const title = computed(() => readTitle(text.value)?.text);
const reading = computed(() => readSheet(text.value));
const suggestions = computed(() => suggestAnswers(props.thing, reading.value));
const done = ref<ReadonlyMap<number, 'taken' | 'left'>>(new Map());
/** Another question than the one suggested, by figure. */
const chosen = ref<ReadonlyMap<number, string>>(new Map());
watch([text, () => props.thing], () => {
  done.value = new Map();
  chosen.value = new Map();
});

const labels = computed(() => new Map(listQuestions(props.thing).map((q) => [q.name, q.label])));

interface Row {
  readonly suggestion: Suggestion;
  readonly answers: Readonly<Record<string, unknown>>;
  readonly state: 'open' | 'taken' | 'left';
}
function answersOf(s: Suggestion): Readonly<Record<string, unknown>> {
  const name = chosen.value.get(s.index);
  if (name === undefined) return s.answers;
  const value = readAnswer(props.thing, s.found, name);
  return value === undefined ? {} : { [name]: value };
}
/** No page of one product has more figures: of a longer one the first are shown. */
const mostRows = 120;
const rows = computed<readonly Row[]>(() =>
  suggestions.value.slice(0, mostRows).map((suggestion) => ({
    suggestion,
    answers: answersOf(suggestion),
    state: done.value.get(suggestion.index) ?? 'open',
  })),
);
const waiting = computed(
  () => rows.value.filter((r) => r.state === 'open' && Object.keys(r.answers).length > 0).length,
);

function settle(row: Row, state: 'taken' | 'left'): void {
  if (state === 'taken') {
    for (const [name, value] of Object.entries(row.answers)) {
      emit('take', name, value, row.suggestion.found.approx);
    }
  }
  done.value = new Map([...done.value, [row.suggestion.index, state]]);
}
/** Every figure that has its question, and the name; each can still be taken back by typing over it. */
function takeAll(): void {
  if (title.value && isNameOpen.value) takeName();
  for (const row of rows.value) {
    if (row.state === 'open' && Object.keys(row.answers).length > 0) settle(row, 'taken');
  }
}
const isNameOpen = computed(() => (props.stated['name'] ?? '') === '');
function takeName(): void {
  emit('take', 'name', title.value, false);
}
function reopen(row: Row): void {
  const next = new Map(done.value);
  next.delete(row.suggestion.index);
  done.value = next;
}
function choose(index: number, name: string): void {
  chosen.value = new Map([...chosen.value, [index, name]]);
}

/** The text in pieces: figures, what was not understood, and the rest. */
const pieces = computed(() => {
  const marks = [
    ...reading.value.found
      .slice(0, mostRows)
      .map((f, i) => ({ ...f, mark: 'found' as const, index: i })),
    ...reading.value.unread
      .slice(0, mostRows)
      .map((u) => ({ ...u, mark: 'unread' as const, index: -1 })),
  ].sort((a, b) => a.from - b.from);
  const list: { text: string; mark: 'plain' | 'found' | 'unread'; index: number }[] = [];
  let at = 0;
  for (const m of marks) {
    if (m.from > at) list.push({ text: text.value.slice(at, m.from), mark: 'plain', index: -1 });
    if (m.to > at)
      list.push({
        text: text.value.slice(Math.max(at, m.from), m.to),
        mark: m.mark,
        index: m.index,
      });
    at = Math.max(at, m.to);
  }
  if (at < text.value.length) list.push({ text: text.value.slice(at), mark: 'plain', index: -1 });
  return list;
});
/** The words before a figure, from the first whole one of the last few. */
function sayTail(label: string): string {
  const most = 22;
  if (label.length <= most) return label;
  const tail = label.slice(-most);
  return `… ${tail.slice(tail.indexOf(' ') + 1)}`;
}
const pointed = ref<number>();
const doubtWords: Record<Found['doubt'], string> = {
  none: '',
  separator: 'Comma or point: thousands or decimals?',
  disagrees: 'The two units do not agree.',
  currency: 'Which dollar?',
  'with-cell': 'With its battery, it says: here the part is weighed without.',
};
/** So many stretches that were not understood are named, each by its beginning. */
const mostUnread = 8;
const mostLetters = 60;
/** What is left unread: its name at the top is none of it. */
const unread = computed(() =>
  reading.value.unread.map((u) => u.text).filter((one) => one !== title.value),
);
const unreadSaid = computed(() => [
  ...unread.value
    .slice(0, mostUnread)
    .map((one) => `“${one.length > mostLetters ? `${one.slice(0, mostLetters)} …` : one}”`),
  ...(unread.value.length > mostUnread ? [`${unread.value.length - mostUnread} more`] : []),
]);
</script>

<template>
  <section aria-label="Read from a sheet">
    <label class="block">
      <span class="text-faint text-xs"
        >Paste the maker’s sheet or the shop’s text, as it comes. It stays here.</span
      >
      <textarea
        v-model="pasted"
        class="field mt-1 h-24 w-full font-sans text-xs"
        placeholder="Dimensions 146 × 90 × 28 mm, weight approx. 298 g, 1000 cd/m², DC 7–17 V …"
      />
    </label>
    <div
      v-if="products.length > 1"
      class="bg-blossom-tint/60 mt-1 flex flex-wrap items-center gap-2 px-2 py-1 text-xs"
      role="group"
      aria-label="Several products"
    >
      <span class="text-blossom">▲ This is about {{ products.length }} products. Read only:</span>
      <AppButton
        v-for="(product, i) in products.slice(0, 8)"
        :key="product.from"
        small
        :aria-pressed="only === i"
        :class="{ 'bg-leaf-tint': only === i }"
        @click="only = only === i ? undefined : i"
        >{{ product.title }}</AppButton
      >
    </div>
    <p v-if="tooLong" class="text-tomato text-xs" role="alert">
      This is longer than a page of one product: only its beginning is read. Paste the part that
      tells of yours.
    </p>
    <template v-if="text.trim() !== ''">
      <p
        class="bg-sheet border-line mt-2 max-h-28 overflow-auto border p-2 text-xs leading-relaxed whitespace-pre-wrap"
        aria-label="The text, with what was read marked"
      >
        <template v-for="(p, i) in pieces" :key="i">
          <mark
            v-if="p.mark === 'found'"
            class="text-ink rounded-sm px-0.5"
            :class="[
              p.index === pointed ? 'bg-blossom-fill' : 'bg-leaf-tint',
              { 'opacity-60': done.get(p.index) === 'left' },
            ]"
            >{{ p.text }}</mark
          >
          <u
            v-else-if="p.mark === 'unread'"
            class="decoration-blossom decoration-wavy"
            title="not understood"
            >{{ p.text }}</u
          >
          <template v-else>{{ p.text }}</template>
        </template>
      </p>
      <p class="mt-1 text-xs" role="status">
        {{ suggestions.length }} {{ suggestions.length === 1 ? 'figure' : 'figures' }} read{{
          suggestions.length > rows.length ? `, the first ${rows.length} shown` : ''
        }}, {{ waiting }} to confirm<template v-if="unread.length"
          >; <span class="text-blossom">not understood: </span>{{ unreadSaid.join(', ') }}</template
        >.
      </p>
      <p v-if="waiting > 1 || (waiting === 1 && title && isNameOpen)" class="mt-1">
        <AppButton small @click="takeAll">{{
          [
            title && isNameOpen ? 'Take the name and' : 'Take',
            waiting === 1 ? 'the figure' : `all ${waiting} figures`,
          ].join(' ')
        }}</AppButton>
      </p>
      <ul class="mt-2" aria-label="Figures read">
        <li v-if="title && isNameOpen" class="rule flex items-center gap-2 py-1.5 text-xs">
          <span class="w-36 shrink-0"
            ><strong class="block truncate font-medium">{{ title }}</strong></span
          >
          <span aria-hidden="true">→</span>
          <span class="min-w-0 flex-1">Name: {{ title }}</span>
          <AppButton small :aria-label="`Take ${title} as its name`" @click="takeName"
            >Take</AppButton
          >
        </li>
        <li
          v-for="row in rows"
          :key="row.suggestion.index"
          class="rule flex items-center gap-2 py-1.5 text-xs"
          @mouseenter="pointed = row.suggestion.index"
          @mouseleave="pointed = undefined"
          @focusin="pointed = row.suggestion.index"
        >
          <span
            class="w-36 shrink-0"
            :title="`${row.suggestion.found.label} ${row.suggestion.found.text} ${row.suggestion.found.after}`"
          >
            <span v-if="row.suggestion.found.label" class="text-faint block truncate">{{
              sayTail(row.suggestion.found.label)
            }}</span>
            <strong class="block truncate font-medium">{{ row.suggestion.found.text }}</strong>
          </span>
          <span aria-hidden="true">→</span>
          <span class="min-w-0 flex-1">
            <template v-if="row.suggestion.found.repeats !== undefined"
              >says the figure before again</template
            >
            <template v-else-if="Object.keys(row.answers).length">
              <span v-for="(value, name) in row.answers" :key="name" class="block">
                {{ labels.get(String(name)) }}: {{ row.suggestion.found.approx ? '≈ ' : ''
                }}{{ sayAnswer(thing, String(name), value) }}
              </span>
            </template>
            <template v-else-if="row.suggestion.goesWith !== undefined"
              >goes with {{ reading.found[row.suggestion.goesWith]!.text }}</template
            >
            <template v-else>{{ sayFound(row.suggestion.found) }}: no question wants it</template>
            <span v-if="doubtWords[row.suggestion.found.doubt]" class="text-blossom block"
              >▲ {{ doubtWords[row.suggestion.found.doubt] }}</span
            >
            <ChoiceField
              v-if="row.state === 'open' && row.suggestion.could.length > 1"
              class="mt-0.5"
              small
              labelled="hidden"
              placeholder="it is …"
              :label="`What ${row.suggestion.found.text} is`"
              :options="row.suggestion.could.map((q) => [q.name, q.label])"
              :model-value="
                Object.keys(row.answers).length === 1 ? Object.keys(row.answers)[0] : undefined
              "
              @update:model-value="(name) => choose(row.suggestion.index, name)"
            />
          </span>
          <span v-if="row.state === 'open'" class="flex shrink-0 gap-1">
            <AppButton
              v-if="Object.keys(row.answers).length"
              small
              :aria-label="`Take ${row.suggestion.found.text}`"
              @click="settle(row, 'taken')"
              >Take</AppButton
            >
            <AppButton
              look="quiet"
              small
              :aria-label="`Leave ${row.suggestion.found.text}`"
              @click="settle(row, 'left')"
              >Leave</AppButton
            >
          </span>
          <button v-else type="button" class="shrink-0 underline" @click="reopen(row)">
            {{ row.state === 'taken' ? '✓ taken' : 'left' }}
          </button>
        </li>
      </ul>
    </template>
  </section>
</template>
