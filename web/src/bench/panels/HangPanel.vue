<script setup lang="ts">
import {
  HoldKind,
  questionWords,
  sayG,
  sayHold,
  sayLean,
  sayMm,
  sayTilt,
  toDeg,
  type Setup,
} from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../benchStore';
import FindingList from './FindingList.vue';
import PanelFrame from './PanelFrame.vue';
import WorkingLines from './WorkingLines.vue';

const bench = useBench();
const hang = computed(() => bench.report!.hang);
const setup = computed(() => bench.setup!);

function setHold(change: Partial<Pick<Setup, 'hold' | 'attitude' | 'motion'>>): void {
  const { hold, attitude, motion } = setup.value;
  bench.apply({ type: 'set-hold', setupId: setup.value.id, hold, attitude, motion, ...change });
}

const valueOf = (event: Event) => (event.target as HTMLSelectElement).value;

const lines = computed(() => {
  const h = hang.value;
  if (h.state !== 'hangs') return [];
  return [
    {
      what: 'Mass',
      value: sayG(h.massG),
      from:
        h.unweighed.length > 0
          ? `without ${h.unweighed.map((id) => bench.names!.item(id)).join(', ')}: nobody weighed it`
          : 'sum of all parts',
    },
    {
      what: 'Centre of mass ahead of the hand',
      value: sayMm(h.aheadMm),
      from: 'masses spread over each part’s solids by volume',
    },
    { what: '… to the left', value: sayMm(h.leftMm) },
    { what: '… below', value: sayMm(h.belowMm) },
    {
      what: 'Tilt = atan2(ahead, √(below² + left²))',
      value: sayTilt(toDeg(h.tiltRad)),
      from: 'statics: the centre of mass comes to rest below the hand',
    },
    { what: 'Lean = atan2(left, below)', value: sayLean(toDeg(h.leanRad)) },
    ...(h.level
      ? [
          {
            what: 'Level point on the grip',
            value: h.level.onGrip ? `${sayMm(h.level.alongMm)} along` : `off the grip`,
            from: h.level.onGrip
              ? `the grip is ${sayMm(h.grip.lengthMm)} long`
              : `${sayMm(h.level.alongMm)} along a grip of ${sayMm(h.grip.lengthMm)}`,
          },
        ]
      : []),
  ];
});

const grip = computed(() =>
  hang.value.state === 'hangs' || hang.value.state === 'tips-over' ? hang.value.grip : undefined,
);

function holdAt(event: Event): void {
  const g = grip.value;
  if (!g) return;
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
  <PanelFrame over="Hang" :title="questionWords.hang.asks">
    <div class="mt-3 space-y-2">
      <label class="flex items-baseline justify-between gap-2">
        Held
        <select
          class="field w-48"
          :value="setup.hold"
          :disabled="bench.readOnly"
          @change="setHold({ hold: valueOf($event) as Setup['hold'] })"
        >
          <option v-for="h in HoldKind.options" :key="h" :value="h">{{ sayHold(h) }}</option>
        </select>
      </label>
      <label class="flex items-baseline justify-between gap-2">
        Camera
        <select
          class="field w-48"
          :value="setup.attitude"
          :disabled="bench.readOnly"
          @change="setHold({ attitude: valueOf($event) as Setup['attitude'] })"
        >
          <option value="level">level</option>
          <option value="rolled-left">portrait, rolled left</option>
          <option value="rolled-right">portrait, rolled right</option>
        </select>
      </label>
      <label class="flex items-baseline justify-between gap-2">
        While
        <select
          class="field w-48"
          :value="setup.motion"
          :disabled="bench.readOnly"
          @change="setHold({ motion: valueOf($event) as Setup['motion'] })"
        >
          <option value="still">standing still</option>
          <option value="walking">walking</option>
          <option value="running">running</option>
        </select>
      </label>
    </div>

    <p v-if="hang.state === 'not-yet'" class="text-faint mt-4">
      “{{ sayHold(setup.hold) }}” is not computed yet. Choose “{{ sayHold('low') }}” to see how the
      rig hangs from your hand; mass and centre of mass are right for every way of holding.
    </p>
    <template v-else>
      <FindingList question="hang" nothing="It hangs level." />
      <label v-if="grip && grip.lengthMm > 0" class="rule mt-3 block pt-2">
        <span class="flex justify-between"
          ><span>Your hand along the grip</span
          ><span class="tabular-nums">{{ sayMm(grip.alongMm) }}</span></span
        >
        <input
          type="range"
          class="mt-1 w-full"
          min="0"
          :max="Math.round(grip.lengthMm)"
          step="1"
          :value="Math.round(grip.alongMm)"
          :disabled="bench.readOnly"
          aria-label="Your hand along the grip, in mm from its rear end"
          @input="holdAt"
          @change="bench.keep()"
        />
      </label>
      <section v-if="lines.length > 0" class="mt-4">
        <h3 class="font-serif text-base">Working</h3>
        <WorkingLines class="mt-1" :lines="lines" />
      </section>
    </template>
    <p class="text-faint mt-5 text-xs">
      Hold time is not computed yet. Whatever a figure says: stop when it hurts.
    </p>
  </PanelFrame>
</template>
