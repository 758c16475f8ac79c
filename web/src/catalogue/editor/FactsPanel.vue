<script setup lang="ts">
import { hasTrait, measureMinorDigits, toMoney, type Part } from '@zucchini/core';
import { computed } from 'vue';
import AppButton from '../../shared/AppButton.vue';
import FigureField from '../../form/FigureField.vue';
import TextField from '../../form/TextField.vue';
import TickField from '../../form/TickField.vue';
import { sayPath } from '../words';
import type { Editor } from './useEditor';

/** Facts of the part as a whole, and what was guessed about it. */
const props = defineProps<{ editor: Editor; part: Part }>();

function state(facts: Record<string, unknown>): void {
  props.editor.apply({ type: 'state', facts });
}
function head(change: Partial<NonNullable<Part['head']>>): void {
  const next = Object.fromEntries(
    Object.entries({ ...props.part.head, ...change }).filter(([, v]) => v !== undefined),
  );
  state({ head: Object.keys(next).length > 0 ? next : undefined });
}
/** How far the weight may be from the middle of a gimbal's plate: even to both sides, up from it. */
const ways = [
  ['forwardMm', 'Gimbal: ahead or behind, at most'],
  ['leftMm', 'Gimbal: to either side, at most'],
  ['upMm', 'Gimbal: above, at most'],
] as const;
function gimbal(key: (typeof ways)[number][0], mm: number | undefined): void {
  const { [key]: _, ...rest } = props.part.gimbal ?? {};
  const next = mm === undefined ? rest : { ...rest, [key]: [key === 'upMm' ? 0 : -mm, mm] };
  state({ gimbal: Object.keys(next).length > 0 ? next : undefined });
}
const text = (event: Event) => (event.target as HTMLInputElement).value.trim() || undefined;
const amount = computed(() =>
  props.part.price
    ? props.part.price.minor / 10 ** measureMinorDigits(props.part.price.currency)
    : undefined,
);
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
  <TextField
    label="Name"
    :model-value="part.name"
    @update:model-value="(v) => state({ name: v || undefined })"
  />
  <TextField
    label="Maker"
    :model-value="part.maker"
    @update:model-value="(v) => state({ maker: v || undefined })"
  />
  <FigureField
    label="Mass"
    unit="g"
    hint="Weighed yourself counts as measured"
    :model-value="part.massG"
    @update:model-value="(v) => state({ massG: v })"
  />
  <FigureField
    label="Price"
    :unit="part.price?.currency ?? 'EUR'"
    :model-value="amount"
    @update:model-value="
      (v) =>
        state({ price: v === undefined ? undefined : toMoney(v, part.price?.currency ?? 'EUR') })
    "
  />
  <TextField
    label="Finish"
    :model-value="part.finish"
    @update:model-value="(v) => state({ finish: v || undefined })"
  />
  <fieldset v-if="hasTrait(part, 'grounded')" class="border-line mt-2 border-t pt-1">
    <legend class="eyebrow">As a head or a gimbal</legend>
    <FigureField
      label="Head: greatest counterbalance"
      unit="N·m"
      :model-value="part.head?.counterbalanceNm"
      @update:model-value="(v) => head({ counterbalanceNm: v })"
    />
    <FigureField
      label="Head: tilt axis below its plate"
      unit="mm"
      :model-value="part.head?.axisBelowMm"
      @update:model-value="(v) => head({ axisBelowMm: v })"
    />
    <FigureField
      v-for="[key, label] in ways"
      :key="key"
      :label="label"
      unit="mm"
      :model-value="part.gimbal?.[key]?.[1]"
      @update:model-value="(v) => gimbal(key, v)"
    />
  </fieldset>
  <TickField
    v-if="hasTrait(part, 'device') || part.innerCell"
    label="has a cell inside, and runs without a supply for a while"
    :model-value="part.innerCell === true"
    @update:model-value="(v) => state({ innerCell: v || undefined })"
  />
  <TickField
    label="home-made"
    :model-value="part.homeMade === true"
    @update:model-value="(v) => state({ homeMade: v || undefined })"
  />
  <TickField
    label="a bought part, altered (drilled, bent, cut, glued)"
    :model-value="part.altered === true"
    @update:model-value="(v) => state({ altered: v || undefined })"
  />
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
  <AppButton class="mt-1" small @click="editor.apply({ type: 'mirror' })"
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
