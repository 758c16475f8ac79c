<script setup lang="ts">
import {
  measureChangeover,
  readBuilt,
  sayChangeover,
  sayHold,
  readOwnTimes,
  sayCut,
  tellChange,
  type Changeover,
  type Edit,
} from '@zucchini/core';
import { computed, ref } from 'vue';
import { announce } from '../../shared/announce';
import ChoiceField from '../../form/ChoiceField.vue';
import TextField from '../../form/TextField.vue';
import AppButton from '../../shared/AppButton.vue';
import { lookAt } from '../../shared/lookAt';
import { useBench } from '../../desk/benchStore';
import { createId } from '../../shared/createId';
import AnotherBody from '../../setups/AnotherBody.vue';
import ChangeSteps from '../../setups/ChangeSteps.vue';
import { useChange } from '../change/changeStore';
import PanelFrame from './PanelFrame.vue';

/** The arrangements of this rig: opened, copied to be changed, named, taken away. */
const bench = useBench();
const change = useChange();
const setups = computed(() => bench.rig?.setups ?? []);
const name = ref('');
const taken = computed(() => setups.value.some((s) => s.name === name.value.trim()));

/** How long one setup may be looked at, ms: what takes longer is told by what carries what alone. */
const mostMs = 150;
/** How long all of them together, ms. */
const mostInAllMs = 400;
/** How the open setup becomes each of the others; undefined for one with another camera. */
const changes = computed((): ReadonlyMap<string, Changeover | undefined> => {
  const { rig, settled: report, collider, parts } = bench;
  if (!rig || !report) return new Map();
  const start = performance.now();
  const from = readBuilt(report, bench.parts);
  const times = readOwnTimes(bench.log, rig.settings);
  return new Map(
    setups.value
      .filter((s) => s.id !== bench.setupId)
      // The page stands still meanwhile: what is not looked at here is told side by side.
      .flatMap((s): [string, Changeover | undefined][] => {
        if (performance.now() - start > mostInAllMs) return [];
        const to = lookAt(rig, s.id, parts, collider, undefined, mostMs);
        return [[s.id, measureChangeover(from, readBuilt(to, bench.parts), { times })]];
      }),
  );
});

type Held = Pick<Extract<Edit, { type: 'set-hold' }>, 'hold' | 'attitude'>;
/** What a copy is often made for, and how it is then held. */
const kinds: readonly (readonly [kind: string, label: string, held?: Held])[] = [
  ['same', 'held as it is now'],
  ['stills', 'stills, at the eye', { hold: 'eye', attitude: 'level' }],
  ['rolled', 'portrait, rolled, by two grips', { hold: 'grips', attitude: 'rolled-left' }],
  ['one-grip', 'portrait, rolled, by one grip', { hold: 'one-grip', attitude: 'rolled-left' }],
  [
    'base',
    'portrait, rolled, on its base on the tripod',
    { hold: 'tripod', attitude: 'rolled-left' },
  ],
  ['turned', 'portrait, hung from a handle that turns', { hold: 'low', attitude: 'rolled-left' }],
  ['bag', 'for the bag, laid down', { hold: 'set-down', attitude: 'level' }],
];
const wantedFor = ref('same');
const isPortrait = computed(
  () => kinds.find(([k]) => k === wantedFor.value)?.[2]?.attitude === 'rolled-left',
);

function copy(): void {
  const wanted = name.value.trim();
  if (wanted === '' || taken.value) return;
  const id = createId();
  const made: Edit = { type: 'copy-setup', setupId: bench.setupId, id, name: wanted };
  const held = kinds.find(([kind]) => kind === wantedFor.value)?.[2];
  const { motion } = bench.setup!;
  bench.apply(
    held
      ? {
          type: 'all',
          edits: [made, { type: 'set-hold', setupId: id, motion, ...held }],
        }
      : made,
  );
  bench.openSetup(id);
  bench.panel = { kind: 'setups' };
  name.value = '';
  announce(`${wanted} is a setup now; what you change stays in it.`);
}
function rename(setupId: string, event: Event): void {
  const field = event.target as HTMLInputElement;
  const wanted = field.value.trim();
  const now = setups.value.find((s) => s.id === setupId);
  if (wanted === '' || !now || wanted === now.name) {
    field.value = now?.name ?? '';
    return;
  }
  bench.apply({ type: 'rename-setup', setupId, name: wanted });
}
function remove(setupId: string, called: string): void {
  bench.apply({ type: 'remove-setup', setupId });
  announce(`${called} is taken away. Z brings it back.`);
}
</script>

<template>
  <PanelFrame over="This rig" title="Setups" back @back="bench.panel = { kind: 'question' }">
    <RouterLink
      v-if="!bench.readOnly && setups.length > 1"
      class="text-leaf text-xs hover:underline"
      :to="{ name: 'setups', params: { id: bench.rig!.id } }"
      >All of them side by side, with the minutes between them</RouterLink
    >
    <ul class="mt-2" aria-label="Setups">
      <li v-for="s in setups" :key="s.id" class="rule py-2">
        <input
          class="field w-full font-serif"
          :value="s.name"
          maxlength="120"
          :disabled="bench.readOnly"
          :aria-label="`Name of the setup ${s.name}`"
          @change="rename(s.id, $event)"
        />
        <div class="mt-1 flex items-center gap-2 text-xs">
          <span class="text-faint flex-1"
            >{{ sayHold(s.hold) }} · {{ s.joints.length + 1 }} parts</span
          >
          <span v-if="s.id === bench.setupId" class="text-leaf">● open</span>
          <AppButton
            v-else
            small
            :aria-label="`Open ${s.name}`"
            @click="(bench.openSetup(s.id), (bench.panel = { kind: 'setups' }))"
            >Open</AppButton
          >
          <AppButton
            v-if="setups.length > 1 && !bench.readOnly"
            small
            look="quiet"
            :aria-label="`Take ${s.name} away`"
            @click="remove(s.id, s.name)"
            >Take away</AppButton
          >
        </div>
        <details v-if="changes.get(s.id)" class="mt-1 text-xs">
          <summary>From the open one: {{ sayChangeover(changes.get(s.id)!) }}</summary>
          <ChangeSteps class="mt-1" :told="tellChange(changes.get(s.id)!, bench.names!)" />
          <AppButton
            v-if="changes.get(s.id)!.steps.length > 0"
            class="mt-1"
            small
            @click="change.begin(bench.setupId, s.id)"
            >Step through it on the drawing</AppButton
          >
        </details>
        <p v-else-if="changes.has(s.id)" class="text-faint mt-1 text-xs">
          It has another camera: it is built anew.
        </p>
      </li>
    </ul>
    <form v-if="!bench.readOnly" class="mt-4" @submit.prevent="copy">
      <TextField
        v-model="name"
        label="Copy the open one as"
        labelled="above"
        live
        placeholder="e.g. Chest, on the slipway"
        :issue="taken ? 'A setup is called so already.' : undefined"
      />
      <ChoiceField
        v-model="wantedFor"
        class="mt-2"
        label="For"
        labelled="above"
        :options="kinds.map(([kind, label]) => [kind, label] as const)"
      />
      <p v-if="isPortrait" class="text-faint mt-1 text-xs">
        Without a setup of its own, cut from landscape, {{ sayCut(16 / 9) }} of the pixels of a 16 :
        9 picture are left.
      </p>
      <AppButton class="mt-2" small type="submit" :disabled="name.trim() === '' || taken"
        >Copy it</AppButton
      >
    </form>
    <AnotherBody v-if="!bench.readOnly" class="mt-6" />
  </PanelFrame>
</template>
