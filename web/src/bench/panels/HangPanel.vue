<script setup lang="ts">
import {
  saySlipLimits,
  saySlipState,
  sayNumber,
  HoldKind,
  judgeSlip,
  sayHangLines,
  sayHold,
  sayMm,
  sayNm,
  type HeldGrip,
  type Setup,
  listGripChoices,
} from '@zucchini/core';
import { computed } from 'vue';
import EffortSection from '../../hang/EffortSection.vue';
import LevelSection from '../../hang/LevelSection.vue';
import MassSection from '../../hang/MassSection.vue';
import SideBySide from '../../hang/SideBySide.vue';
import WeighSection from '../../hang/WeighSection.vue';
import WhatIfSection from '../../hang/WhatIfSection.vue';
import { useBench } from '../../desk/benchStore';
import ChoiceField from '../../form/ChoiceField.vue';
import FindingList from './FindingList.vue';
import QuestionFrame from './QuestionFrame.vue';
import WorkingLines from '../../shared/WorkingLines.vue';

const bench = useBench();
const hang = computed(() => bench.report!.hang);
const setup = computed(() => bench.setup!);

function setHold(change: Partial<Pick<Setup, 'hold' | 'attitude' | 'motion'>>): void {
  const { hold, attitude, motion } = setup.value;
  bench.apply({ type: 'set-hold', setupId: setup.value.id, hold, attitude, motion, ...change });
}

const nothing = computed(() =>
  hang.value.state === 'hangs'
    ? 'It hangs level.'
    : 'Nothing is wrong with how it sits in this way of holding.',
);
const childOf = (jointId: string) =>
  bench.report!.assembly.joints.find((j) => j.joint.id === jointId)?.child ?? '';
const sections = [
  { title: 'What if', is: WhatIfSection },
  { title: 'Steadiness and effort', is: EffortSection },
  { title: 'Side by side', is: SideBySide },
  { title: 'Weighed against computed', is: WeighSection },
  { title: 'Mass, part by part', is: MassSection },
] as const;

const holds = HoldKind.options.map((hold) => [hold, sayHold(hold)] as const);
const attitudes = [
  ['level', 'level'],
  ['rolled-left', 'portrait, rolled left'],
  ['rolled-right', 'portrait, rolled right'],
] as const;
const motions = [
  ['still', 'standing still'],
  ['walking', 'walking'],
  ['running', 'running'],
] as const;

const lines = computed(() => sayHangLines(hang.value, bench.names!));
/** The grips in use, each with where the hand is along it. */
const grips = computed(() => {
  const { hold } = bench.report!;
  return hold.state === 'held' ? hold.grips.filter((g) => g.lengthMm > 0) : [];
});
/** The hands on grips, and every grip that they could take instead. */
const hands = computed(() => {
  const { hold } = bench.report!;
  return hold.state === 'held' ? hold.grips : [];
});
const possible = computed(() => listGripChoices(bench.report!.assembly, bench.report!.hold));
const nameGrip = (g: { itemId: string; gripId: string }) => `${g.itemId} ${g.gripId}`;
const choices = computed(() =>
  possible.value.map((g) => {
    const own = possible.value.filter((other) => other.itemId === g.itemId);
    const more = own.length > 1 ? `, ${g.gripId}` : '';
    return [nameGrip(g), `${bench.names!.item(g.itemId)}${more}`] as const;
  }),
);

/** One hand takes another grip; the other stays where it is, or takes the one that this one let go. */
function takeGrip(index: number, name: string): void {
  const grip = possible.value.find((g) => nameGrip(g) === name);
  if (!grip) return;
  const now = hands.value;
  const next = now.map((g, i) => (i === index ? grip : nameGrip(g) === name ? now[index]! : g));
  bench.apply({
    type: 'all',
    // The one that is named last leads.
    edits: [...next].reverse().map((g) => ({
      type: 'hold-at',
      setupId: bench.setupId,
      item: g.itemId,
      grip: g.gripId,
      alongMm: g.alongMm,
    })),
  });
}
/** Every joint that holds by friction, the weakest first, and how much of what the lens mount bears is used. */
const joints = computed(() =>
  [...bench.report!.fit.slips].sort((x, y) => y.ratio - x.ratio).slice(0, 8),
);
const mounts = computed(() => bench.report!.fit.lensLoads);
const joltG = computed(() => joints.value[0]?.joltG ?? 0);
/** What a part lacks is asked where it can be given: a head's figures, the grip of a handle. */
const lacking = computed(() => {
  const { findings, assembly } = bench.report!;
  const unknown = findings.find((f) => f.code === 'support-unknown');
  const support = unknown && assembly.byId.get(unknown.items[0]!)?.part;
  if (support) return { part: support, what: 'the figures' };
  if (hang.value.state !== 'needs-grip') return undefined;
  const kind = { 'top-grip': 'top-handle', 'side-grip': 'side-grip', 'second-grip': 'side-grip' };
  const wanted = (kind as Record<string, string>)[hang.value.need];
  const bare = assembly.items.find((p) => p.part.kind === wanted && !p.part.grips?.length);
  return bare && { part: bare.part, what: 'the grip' };
});

function holdAt(g: HeldGrip, event: Event): void {
  const alongMm = Number((event.target as HTMLInputElement).value);
  bench.tryOut({
    type: 'hold-at',
    setupId: setup.value.id,
    item: g.itemId,
    grip: g.gripId,
    alongMm,
  });
}
</script>

<template>
  <QuestionFrame question="hang">
    <div class="mt-3 space-y-2">
      <ChoiceField
        label="Held"
        :options="holds"
        :disabled="bench.readOnly"
        :model-value="setup.hold"
        @update:model-value="(hold) => setHold({ hold })"
      />
      <ChoiceField
        label="Camera"
        :options="attitudes"
        :disabled="bench.readOnly"
        :model-value="setup.attitude"
        @update:model-value="(attitude) => setHold({ attitude })"
      />
      <ChoiceField
        label="While"
        :options="motions"
        :disabled="bench.readOnly"
        :model-value="setup.motion"
        @update:model-value="(motion) => setHold({ motion })"
      />
      <template v-if="choices.length > hands.length">
        <ChoiceField
          v-for="(g, i) in hands"
          :key="i"
          :label="
            hands.length === 1 ? 'Your hand on' : i === 0 ? 'First hand on' : 'Second hand on'
          "
          :options="choices"
          :disabled="bench.readOnly"
          :model-value="nameGrip(g)"
          @update:model-value="(name) => takeGrip(i, name)"
        />
      </template>
    </div>

    <FindingList question="hang" :nothing="nothing" />
    <RouterLink
      v-if="lacking"
      :to="{ name: 'part', params: { id: lacking.part.id } }"
      class="text-leaf text-xs hover:underline"
      >Give {{ lacking.what }} of {{ lacking.part.name }} →</RouterLink
    >
    <label v-for="g in grips" :key="`${g.itemId} ${g.gripId}`" class="rule mt-3 block pt-2">
      <span class="flex justify-between"
        ><span>Your hand along {{ bench.names!.item(g.itemId) }}</span
        ><span class="tabular-nums">{{ sayMm(g.alongMm) }}</span></span
      >
      <input
        type="range"
        class="mt-1 w-full"
        min="0"
        :max="Math.round(g.lengthMm)"
        step="1"
        :value="Math.round(g.alongMm)"
        :disabled="bench.readOnly"
        :aria-label="`Your hand along ${bench.names!.item(g.itemId)}, in mm from its rear or lower end`"
        @input="holdAt(g, $event)"
        @change="bench.keep()"
      />
    </label>
    <section v-if="lines.length > 0" class="mt-4" aria-label="Working of how it sits">
      <h3 class="font-serif text-base">Working</h3>
      <WorkingLines class="mt-1" :lines="lines" />
    </section>
    <LevelSection v-if="lines.length > 0" />
    <section v-if="joints.length + mounts.length > 0" class="mt-4" aria-label="Joints under load">
      <h3 class="font-serif text-base">Joints under load</h3>
      <p v-if="joints.length > 0" class="text-faint text-xs">
        What acts on each over what it holds, held so and jolted by {{ joltG }} g.
        {{ saySlipLimits() }}
      </p>
      <ul class="mt-1 text-xs">
        <li v-for="s in joints" :key="s.jointId" class="rule flex justify-between gap-3 py-1">
          <button
            type="button"
            class="py-0.5 text-left underline"
            @click="bench.select(childOf(s.jointId))"
          >
            {{ bench.names!.item(childOf(s.jointId)) }}
          </button>
          <span
            class="whitespace-nowrap tabular-nums"
            :class="{
              'text-tomato': judgeSlip(s).weight === 'stops',
              'text-blossom': judgeSlip(s).weight === 'risk',
            }"
            >≈ {{ sayNumber(s.ratio, 2) }} {{ saySlipState(s) }}</span
          >
        </li>
        <li
          v-for="m in mounts"
          :key="m.joint.joint.id"
          class="rule flex justify-between gap-3 py-1"
        >
          <span>Lens mount under {{ bench.names!.item(m.joint.child) }}</span>
          <span class="whitespace-nowrap tabular-nums">{{
            m.supported
              ? 'borne by a support'
              : `${sayNm(m.momentNm)} of ${m.limitStated ? '' : '≈ '}${sayNm(m.limitNm)}`
          }}</span>
        </li>
      </ul>
    </section>
    <details v-for="part in sections" :key="part.title" class="border-line mt-3 border-t pt-2">
      <summary class="font-serif text-base">{{ part.title }}</summary>
      <component :is="part.is" class="mt-1" />
    </details>
    <p class="text-faint mt-5 text-xs">
      ≈ Statics of a rig at rest. Whatever a figure says: stop when it hurts; a tether above people,
      vehicles and water.
    </p>
  </QuestionFrame>
</template>
