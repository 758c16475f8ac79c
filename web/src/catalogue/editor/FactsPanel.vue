<script setup lang="ts">
import type { Part } from '@zucchini/core';
import { computed } from 'vue';
import ChoiceField from '../../form/ChoiceField.vue';
import AppButton from '../../shared/AppButton.vue';
import { useCatalogue } from '../catalogueStore';
import { sayPath } from '../words';
import FieldList from './FieldList.vue';
import type { Fields } from './fields/field';
import { listFactGroups, listPlainFacts } from './fields/facts';
import type { FactGroup } from './fields/group';
import RowList from './RowList.vue';
import type { Editor } from './useEditor';

/** Facts of the part as a whole, and what was guessed about it. */
const props = defineProps<{ editor: Editor; part: Part }>();
const catalogue = useCatalogue();

function state(facts: Fields): void {
  props.editor.apply({ type: 'state', facts });
}
const plain = computed(() => listPlainFacts(props.part));
const nameOf = (id: string) => catalogue.all.find((f) => f.id === id)?.name ?? id;
const groups = computed(() => listFactGroups(props.part, nameOf));
const usual = computed(() => groups.value.filter((g) => g.usual));
const seldom = computed(() => groups.value.filter((g) => !g.usual));
const others = computed(() =>
  catalogue.all
    .filter((f) => f.id !== props.part.id)
    .map((f) => [f.id, f.maker ? `${f.name}, ${f.maker}` : f.name] as const),
);
/** Both kinds in one list, so that each is written once. */
const folds = computed<readonly (readonly [FactGroup, boolean])[]>(() => [
  ...usual.value.map((g) => [g, true] as const),
  ...seldom.value.map((g) => [g, false] as const),
]);
const text = (event: Event) => (event.target as HTMLInputElement).value.trim() || undefined;
const guesses = computed(() =>
  Object.entries(props.part.provenance ?? {})
    .filter(([, by]) => by === 'guessed')
    .map(([path]) => ({ path, label: sayPath(path, props.part.kind) })),
);
function approve(path: string): void {
  state({ provenance: { ...props.part.provenance, [path]: 'measured' } });
}
</script>

<template>
  <p class="eyebrow">The part</p>
  <FieldList :fields="plain" @set="state" />
  <p v-if="part.homeMade || part.altered" class="text-blossom py-1 text-xs">
    ▲ Break its edges. The maker’s warranty may end, and what it bears is not known: try it low,
    over something soft, and use a tether.
  </p>
  <label class="block py-1"
    >Note
    <textarea
      class="field mt-1 h-20 w-full text-xs"
      :value="part.note ?? ''"
      maxlength="4000"
      @change="state({ note: text($event) })"
    />
  </label>
  <details
    v-for="[g, isUsual] in folds"
    :key="g.title"
    class="border-line border-t py-1"
    :open="isUsual && g.fields.length > 0"
  >
    <summary class="min-h-6 py-1" :class="{ 'text-faint': !isUsual }">
      {{ g.title }}
      <span v-if="g.rows?.length" class="text-faint text-xs">{{ g.rows.length }}</span>
    </summary>
    <FieldList :fields="g.fields" @set="state" />
    <RowList v-if="g.rows" :rows="g.rows" @set="state" />
    <div class="mt-1 flex flex-wrap gap-2">
      <AppButton v-for="[label, facts] in g.adds" :key="label" small @click="state(facts)"
        >Add: {{ label.toLowerCase() }}</AppButton
      >
      <ChoiceField
        v-if="g.addPart"
        small
        labelled="hidden"
        :label="`A part for “${g.title.toLowerCase()}”`"
        placeholder="Add a part …"
        :options="others"
        :model-value="undefined"
        @update:model-value="(id: string) => state(g.addPart!(id))"
      />
    </div>
  </details>
  <AppButton class="mt-3" small @click="editor.apply({ type: 'mirror' })"
    >Mirror the whole part, left to right</AppButton
  >
  <section class="mt-4" aria-label="Guessed">
    <h3 class="eyebrow">≈ Guessed by its template</h3>
    <p v-if="guesses.length === 0" class="text-faint mt-1 text-xs">
      Nothing: all of it was stated or measured.
    </p>
    <ul v-else class="mt-1">
      <li
        v-for="g in guesses"
        :key="g.path"
        class="rule flex items-center justify-between gap-2 py-1 text-xs"
      >
        {{ g.label }}
        <AppButton small :aria-label="`${g.label} is right`" @click="approve(g.path)"
          >It is right</AppButton
        >
      </li>
    </ul>
  </section>
</template>
