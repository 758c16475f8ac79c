<script setup lang="ts">
import {
  compareLightness,
  measureEffort,
  measureReport,
  measureSteadiness,
  sayG,
  sayHang,
  sayHold,
  sayHoldTime,
  type PartBook,
  type Rig,
  type VersionSummary,
} from '@zucchini/core';
import { computed, onMounted, ref, shallowRef, watch } from 'vue';
import { api } from '../api/client';
import { useBench } from '../desk/benchStore';
import ChoiceField from '../form/ChoiceField.vue';
import { sayError } from '../shared/sayError';

/** This setup beside another one, of this rig or of a kept version: light and quick against heavy and steady. */
const bench = useBench();
const versions = shallowRef<readonly VersionSummary[]>([]);
const chosen = ref('');
const other = shallowRef<{ rig: Rig; parts: PartBook; name: string }>();
const trouble = ref('');

onMounted(async () => {
  try {
    versions.value = await api.listVersions(bench.rig!.id);
  } catch {
    // Without its versions the setups of this rig are still there to compare.
    versions.value = [];
  }
});
watch(chosen, async (key) => {
  other.value = undefined;
  trouble.value = '';
  const [kind, id, setupId] = key.split(' ');
  if (kind !== 'version' || !id || setupId) return;
  try {
    const version = await api.findVersion(bench.rig!.id, id);
    const parts = new Map([...bench.parts, ...version.parts.map((p) => [p.id, p] as const)]);
    other.value = { rig: version.rig, parts, name: version.name };
  } catch (error) {
    trouble.value = sayError(error);
  }
});

function measure(rig: Rig, setupId: string, parts: PartBook) {
  const report = measureReport(rig, setupId, parts);
  const steady = measureSteadiness(report.assembly, report.hold);
  const effort = measureEffort(report.assembly, report.hang);
  const figure = sayHang(report.hang);
  const times = (v: number | undefined) => (v === undefined ? '–' : `${v.toFixed(1)} ×`);
  return {
    massG: report.assembly.mass.massG,
    pitch: steady?.times.pitch ?? 0,
    cells: [
      sayHold(report.hold.kind),
      sayG(report.assembly.mass.massG),
      `${figure.main}, ${figure.detail}`,
      effort ? (effort.limit ? sayHoldTime(effort.limit.timeS) : 'not limited') : 'no arm bears it',
      times(steady?.times.pitch),
      times(steady?.times.yaw),
      times(steady?.times.roll),
    ],
  };
}
const heads = ['Held', 'Mass', 'Sits', 'Held for', 'Pitch', 'Yaw', 'Roll'];
const pair = computed(() => {
  const [kind, id] = chosen.value.split(' ');
  if (!bench.rig || !id) return undefined;
  const here = measure(bench.rig, bench.setupId, bench.parts);
  const there =
    kind === 'setup'
      ? {
          name: bench.rig.setups.find((s) => s.id === id)?.name ?? '',
          ...measure(bench.rig, id, bench.parts),
        }
      : other.value
        ? {
            name: other.value.name,
            ...measure(
              other.value.rig,
              other.value.rig.setups.find((s) => s.id === bench.setupId)?.id ??
                other.value.rig.setups[0]!.id,
              other.value.parts,
            ),
          }
        : undefined;
  return there && { here, there };
});
const others = computed<[string, string][]>(() => [
  ...bench
    .rig!.setups.filter((s) => s.id !== bench.setupId)
    .map((s): [string, string] => [`setup ${s.id}`, s.name]),
  ...versions.value.map((v): [string, string] => [`version ${v.id}`, `version: ${v.name}`]),
]);
const lightnessWords = {
  'lighter-quicker': 'This one is the lighter and quicker, the other the steadier.',
  'heavier-steadier': 'This one is the heavier and steadier, the other the quicker.',
  'lighter-steadier': 'This one is lighter and yet slower to turn: its weight lies farther out.',
  'heavier-quicker': 'This one is heavier and yet quicker to turn: its weight lies closer in.',
};
const verdict = computed(() =>
  pair.value ? lightnessWords[compareLightness(pair.value.here, pair.value.there)] : '',
);
</script>

<template>
  <section aria-label="Side by side">
    <ChoiceField
      v-model="chosen"
      label="Beside which"
      labelled="hidden"
      placeholder="beside …"
      :options="others"
    />
    <p v-if="bench.rig!.setups.length < 2 && versions.length === 0" class="text-faint mt-1 text-xs">
      Keep a version first, or make another setup: then the two stand side by side here.
    </p>
    <p v-if="trouble" class="text-tomato mt-1 text-xs" role="alert">{{ trouble }}</p>
    <template v-if="pair">
      <table class="mt-2 w-full table-fixed text-xs">
        <thead>
          <tr class="text-left">
            <th class="w-16 font-normal"><span class="sr-only">Figure</span></th>
            <th class="caption font-normal">this one</th>
            <th class="caption font-normal">{{ pair.there.name }}</th>
          </tr>
        </thead>
        <tbody class="tabular-nums">
          <tr v-for="(head, i) in heads" :key="head" class="rule align-top">
            <th scope="row" class="text-faint py-1 text-left font-normal">{{ head }}</th>
            <td class="py-1 pr-2">{{ pair.here.cells[i] }}</td>
            <td class="py-1">{{ pair.there.cells[i] }}</td>
          </tr>
        </tbody>
      </table>
      <p class="mt-1 text-xs">{{ verdict }} ≈ Hold times are estimates.</p>
    </template>
  </section>
</template>
