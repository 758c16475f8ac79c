<script setup lang="ts">
import {
  hasTrait,
  listAlternatives,
  sayG,
  saySway,
  sweep,
  type Edit,
  type SweepOf,
  type Sway,
} from '@zucchini/core';
import { computed, defineAsyncComponent, onBeforeUnmount, ref, watch } from 'vue';
import { api } from '../api/client';
import { useBench } from '../desk/benchStore';
import ChoiceField from '../form/ChoiceField.vue';
import AppButton from '../shared/AppButton.vue';

/** What if the zoom goes out, the arm comes down, the battery is the big one: swept and plotted. */
const SwayChart = defineAsyncComponent(() => import('./SwayChart.vue'));
const bench = useBench();
const chosen = ref('');
onBeforeUnmount(() => bench.letGo());
watch(
  () => bench.setupId,
  () => (chosen.value = ''),
);

interface Choice {
  readonly key: string;
  readonly label: string;
  readonly unit: string;
  readonly of: SweepOf | { readonly kind: 'alternatives'; readonly itemId: string };
}
const choices = computed<readonly Choice[]>(() => {
  const { assembly } = bench.settled!;
  const moving = assembly.items.flatMap((p) =>
    (p.part.movements ?? []).map((m) => ({
      key: `m ${p.item.id} ${m.id}`,
      label: `${bench.names!.item(p.item.id)}: ${m.name}`,
      unit: m.type === 'turn' ? '°' : 'mm',
      of: { kind: 'movement' as const, itemId: p.item.id, movementId: m.id },
    })),
  );
  const sliding = assembly.joints
    .filter((j) => j.slide && j.slide.fromMm < j.slide.toMm)
    .map((j) => ({
      key: `s ${j.joint.id}`,
      label: `${bench.names!.item(j.child)} along ${bench.names!.mount(j.parent, j.parentMount.id)}`,
      unit: 'mm',
      of: { kind: 'slide' as const, jointId: j.joint.id },
    }));
  const others = assembly.items
    .filter((p) => hasTrait(p.part, 'exchanged') && p.carriedBy)
    .map((p) => ({
      key: `a ${p.item.id}`,
      label: `another in place of ${bench.names!.item(p.item.id)}`,
      unit: 'g',
      of: { kind: 'alternatives' as const, itemId: p.item.id },
    }));
  return [...moving, ...sliding, ...others];
});
const choice = computed(() => choices.value.find((c) => c.key === chosen.value));
// Others of its kind come when they are asked for.
watch(
  () => {
    const of = choice.value?.of;
    return of?.kind === 'alternatives'
      ? ([bench.settled!.assembly.byId.get(of.itemId)?.part.kind, bench.era] as const)
      : undefined;
  },
  async (now, before) => {
    if (!now) return;
    const [kind, era] = now;
    if (!kind || (kind === before?.[0] && era === before[1])) return;
    const found = await api.listPartsOf([kind]).catch(() => []);
    bench.offer(found, era);
  },
  { immediate: true },
);

interface Plotted {
  readonly points: readonly {
    readonly label: string;
    readonly ahead: number | undefined;
    readonly left: number | undefined;
    readonly sway: Sway | undefined;
    readonly edit: Edit;
  }[];
  readonly unit: string;
  readonly bars: boolean;
}
const plotted = computed<Plotted | undefined>(() => {
  const c = choice.value;
  const rig = bench.history?.present;
  if (!c || !rig) return undefined;
  if (c.of.kind === 'alternatives') {
    const now = bench.settled!.assembly.byId.get(c.of.itemId);
    const list = listAlternatives(rig, bench.setupId, bench.named, c.of.itemId);
    return {
      bars: true,
      unit: list.find((a) => a.sway)?.sway?.unit ?? '',
      points: list.map((a) => ({
        label: `${a.part.name}${a.massG === undefined ? '' : `, ${sayG(a.massG)}`}${now?.part.id === a.part.id ? ' (now)' : ''}`,
        ahead: a.sway?.ahead,
        left: a.sway?.left,
        sway: a.sway,
        edit: a.edit,
      })),
    };
  }
  const points = sweep(rig, bench.setupId, bench.parts, c.of);
  return {
    bars: false,
    unit: points.find((p) => p.sway)?.sway?.unit ?? '',
    points: points.map((p) => ({
      label: `${Math.round(p.value)}${c.unit === '°' ? '°' : ` ${c.unit}`}`.replace('-', '−'),
      ahead: p.sway?.ahead,
      left: p.sway?.left,
      sway: p.sway,
      edit: p.edit,
    })),
  };
});
/** Where the slider was put, and what the pointer is over meanwhile: leaving the chart goes back to the slider. */
const placed = ref<number>();
const over = ref<number>();
const pointed = computed(() => over.value ?? placed.value);
watch(chosen, () => (placed.value = over.value = undefined));
watch(pointed, look);
function look(index: number | undefined): void {
  const edit = index === undefined ? undefined : plotted.value?.points[index]?.edit;
  // Another part in its place is only told: trying it would buy it.
  if (edit && !plotted.value?.bars) bench.tryOut(edit);
  else bench.letGo();
}
function keep(): void {
  const edit = pointed.value === undefined ? undefined : plotted.value?.points[pointed.value]?.edit;
  if (!edit) return;
  bench.letGo();
  bench.apply(edit);
}
const told = computed(() =>
  pointed.value === undefined ? undefined : plotted.value?.points[pointed.value],
);
const say = (v: number | undefined) => (v === undefined ? '–' : v.toFixed(1));
</script>

<template>
  <section aria-label="What if">
    <ChoiceField
      v-model="chosen"
      label="What if this changes"
      labelled="hidden"
      placeholder="choose what changes …"
      :options="choices.map((c) => [c.key, c.label])"
    />
    <template v-if="plotted">
      <p v-if="plotted.points.length === 0" class="text-faint mt-2 text-xs">
        The catalogue has nothing else that goes there.
      </p>
      <template v-else>
        <SwayChart class="mt-2" :plotted="plotted" :pointed="pointed" @point="(i) => (over = i)" />
        <div class="mt-1 flex items-center justify-between gap-2 text-xs" aria-live="polite">
          <label v-if="!plotted.bars" class="flex flex-1 items-center gap-2"
            ><span class="sr-only">Place along the sweep</span>
            <input
              type="range"
              class="w-full"
              min="0"
              :max="plotted.points.length - 1"
              :value="pointed ?? 0"
              @input="placed = Number(($event.target as HTMLInputElement).value)"
          /></label>
          <span v-else class="flex-1">Point at a bar to read it.</span>
          <AppButton v-if="told && !plotted.bars && !bench.readOnly" small @click="keep"
            >Keep it so</AppButton
          >
        </div>
        <p v-if="told" class="mt-1 text-xs tabular-nums">
          {{ told.label }}: {{ told.sway ? saySway(told.sway) : 'does not sit so' }}
        </p>
        <details class="mt-1 text-xs">
          <summary class="text-faint">as a table</summary>
          <table class="mt-1 w-full">
            <thead class="text-faint text-left">
              <tr>
                <th class="font-normal">at</th>
                <th class="text-right font-normal">ahead, {{ plotted.unit }}</th>
                <th class="text-right font-normal">left, {{ plotted.unit }}</th>
              </tr>
            </thead>
            <tbody class="tabular-nums">
              <tr v-for="p in plotted.points" :key="p.label" class="rule">
                <td>{{ p.label }}</td>
                <td class="text-right">{{ say(p.ahead) }}</td>
                <td class="text-right">{{ say(p.left) }}</td>
              </tr>
            </tbody>
          </table>
        </details>
      </template>
    </template>
  </section>
</template>
