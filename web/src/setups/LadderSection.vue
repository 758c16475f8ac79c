<script setup lang="ts">
import {
  drawRig,
  listLadder,
  listSlowing,
  nameNeed,
  needNames,
  placeSetup,
  sayG,
  sayList,
  sayMoney,
  saySeconds,
  type Assembly,
  type Need,
  type Serves,
  type Point2,
} from '@zucchini/core';
import { computed, ref } from 'vue';
import { useBench } from '../desk/benchStore';
import StageDrawing from '../draw/StageDrawing.vue';
import ChoiceField from '../form/ChoiceField.vue';

/** The rig as a row of working builds, from body and cage upwards, and what slows one down that this brief does not need. */
const bench = useBench();
const isOpen = ref(false);
const rungs = computed(() => {
  if (!isOpen.value || !bench.report || !bench.collider) return [];
  return listLadder(bench.report, bench.parts, { collider: bench.collider }).map((rung) => ({
    ...rung,
    assembly: placeSetup(bench.rig!, rung.setup, bench.parts),
  }));
});
const slowing = computed(() =>
  isOpen.value && bench.report ? listSlowing(bench.report, bench.parts) : [],
);
/** All stand in the window of the whole. */
const frame = computed(() => {
  const whole = rungs.value.at(-1)?.assembly;
  const { lowMm, highMm } = whole
    ? drawRig(whole, 'near')
    : { lowMm: [0, 0] as Point2, highMm: [1, 1] as Point2 };
  return { lowMm, highMm };
});
const nameOf = (id: string) => bench.names!.item(id);
const sayGains = (gains: readonly Need['id'][]) =>
  gains
    .map((id) => nameNeed({ id }))
    .map((name, i) => (i === 0 ? name : `${name[0]!.toLowerCase()}${name.slice(1)}`))
    .join(', ');
/** What a rung is for by which no need is served first; what the brief does not ask for at all stands below the rungs. */
const sayMore = ({
  serves,
  met,
}: {
  serves: readonly Serves['need'][];
  met: readonly Need['id'][];
}) => {
  const words = serves.map((need) => needNames[need]);
  if (words.length === 0) return 'Serves no need by itself.';
  const isMore = serves.some((need) => (met as readonly string[]).includes(need));
  return isMore ? `More of: ${sayList(words)}.` : `For ${sayList(words)}.`;
};
const sayFresh = (fresh: readonly string[], assembly: Assembly) =>
  fresh.length === 0 ? nameOf(assembly.setup.body) : fresh.map(nameOf).join(', ');
</script>

<template>
  <details @toggle="isOpen = ($event.target as HTMLDetailsElement).open">
    <summary class="cursor-pointer font-serif text-lg">From the body up</summary>
    <ChoiceField
      v-if="bench.rig!.setups.length > 1"
      class="mt-2 w-72"
      label="Setup"
      labelled="hidden"
      :options="bench.rig!.setups.map((s) => [s.id, s.name] as const)"
      :model-value="bench.setupId"
      @update:model-value="bench.openSetup"
    />
    <p v-if="isOpen && rungs.length === 0" class="text-faint mt-2 text-sm">
      {{
        bench.collider
          ? 'It cannot be put together in any order: Fit says which parts wait for each other.'
          : 'Looking what stands where …'
      }}
    </p>
    <ol class="mt-2 grid grid-cols-3 gap-x-6 gap-y-4 max-[1100px]:grid-cols-2" aria-label="Builds">
      <li v-for="(rung, i) in rungs" :key="i" class="rule pt-2" data-testid="rung">
        <div class="h-32">
          <StageDrawing
            :assembly="rung.assembly"
            view="near"
            :frame="frame"
            :fresh="i === 0 ? new Set() : new Set(rung.fresh)"
            :aria-label="`With ${sayFresh(rung.fresh, rung.assembly)}`"
          />
        </div>
        <p class="text-sm leading-snug">
          <span class="font-serif text-base italic">{{ i + 1 }}</span>
          {{ i === 0 ? '' : rung.inBag ? 'In the bag: ' : '+ '
          }}{{ sayFresh(rung.fresh, rung.assembly) }}
        </p>
        <p class="text-faint text-xs tabular-nums">
          {{ rung.unpriced.length > 0 ? '≥ ' : '' }}{{ sayMoney(rung.toSpend) }} to spend ·
          {{ sayG(rung.massG) }} · {{ saySeconds(rung.seconds, true) }}
        </p>
        <p v-if="rung.gains.length > 0" class="text-leaf text-xs">✓ {{ sayGains(rung.gains) }}</p>
        <p v-else-if="i > 0" class="text-faint text-xs">{{ sayMore(rung) }}</p>
        <p v-if="rung.stops > 0" class="text-tomato text-xs">
          ✕ {{ rung.stops }} to mend as it stands
        </p>
      </li>
    </ol>
    <p v-if="slowing.length > 0" class="mt-3 text-sm">
      What slows you down here and this brief does not ask for:
      <template v-for="(s, i) in slowing" :key="s.itemId"
        >{{ i > 0 ? '; ' : '' }}<span class="font-serif">{{ nameOf(s.itemId) }}</span> ({{
          saySeconds(s.seconds, true)
        }}{{ s.massG === undefined ? '' : `, ${sayG(s.massG)}` }})</template
      >.
    </p>
    <p v-else-if="rungs.length > 0" class="text-faint mt-3 text-sm">
      {{
        bench.report!.needs().length === 0
          ? 'Your brief asks for nothing yet, so nothing can be called too much.'
          : 'Every part is there for something that your brief asks for.'
      }}
    </p>
  </details>
</template>
