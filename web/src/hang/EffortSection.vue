<script setup lang="ts">
import {
  testableHolds,
  measureDay,
  measureEffort,
  measureSteadiness,
  sayEffort,
  sayHold,
  sayHoldTime,
  saySteadiness,
  type Rig,
} from '@zucchini/core';
import { computed, defineAsyncComponent, ref, watch } from 'vue';
import { useBench } from '../desk/benchStore';
import WorkingLines from '../shared/WorkingLines.vue';
import AppButton from '../shared/AppButton.vue';
import ChoiceField from '../form/ChoiceField.vue';
import FigureField from '../form/FigureField.vue';

/** How slowly the rig turns, how long an arm holds it, and the owner's own hold test. */
const EnduranceChart = defineAsyncComponent(() => import('./EnduranceChart.vue'));
const bench = useBench();
const steadiness = computed(() => measureSteadiness(bench.report!.assembly, bench.report!.hold));
const effort = computed(() => measureEffort(bench.report!.assembly, bench.report!.hang));
const day = computed(() =>
  effort.value ? measureDay(bench.report!.assembly, effort.value, bench.report!.brief) : undefined,
);
const limitWords = { shoulder: 'the shoulder', elbow: 'the elbow', grip: 'the hand' } as const;

const test = computed(() => bench.rig?.holdTest);
const massG = ref<number>();
const seconds = ref<number>();
watch(
  test,
  (now) => {
    massG.value = now?.massG;
    seconds.value = now?.durationS;
  },
  { immediate: true },
);
const hold = ref<NonNullable<Rig['holdTest']>['hold']>('one-grip');
watch(test, (now) => now && (hold.value = now.hold), { immediate: true });
const wrong = computed(() =>
  massG.value !== undefined && (massG.value <= 0 || massG.value > 50_000)
    ? 'between 1 g and 50 kg'
    : seconds.value !== undefined && (seconds.value <= 0 || seconds.value > 36_000)
      ? 'between 1 s and 10 h'
      : undefined,
);
function keep(): void {
  if (massG.value === undefined || seconds.value === undefined || wrong.value) return;
  bench.apply({
    type: 'set-hold-test',
    test: { hold: hold.value, massG: massG.value, durationS: seconds.value },
  });
}
const percent = (v: number) => `${Math.round(v * 100)} %`;
</script>

<template>
  <section aria-label="Steadiness and effort">
    <template v-if="steadiness">
      <h4 class="eyebrow mt-2">Slower to turn than the bare camera</h4>
      <WorkingLines :lines="saySteadiness(steadiness)" />
      <p class="text-faint mt-1 text-xs">
        More is slower and smoother, and harder to turn on purpose.
      </p>
    </template>
    <template v-if="effort">
      <h4 class="eyebrow mt-3">How long an arm holds it</h4>
      <p class="mt-1">
        <template v-if="effort.limit"
          >{{ sayHoldTime(effort.limit.timeS) }}, then {{ limitWords[effort.limit.joint] }} gives
          out.</template
        >
        <template v-else
          >Below a tenth of the strength of every joint: not limited by this.</template
        >
      </p>
      <EnduranceChart
        v-if="effort.limit && effort.limit.timeS !== undefined"
        class="mt-1"
        :joint="effort.limit.joint"
        :fraction="effort.limit.fraction"
        :time-s="effort.limit.timeS"
      />
      <WorkingLines class="mt-1" :lines="sayEffort(effort)" />
      <p class="text-faint mt-1 text-xs">
        ≈ Published curves of static endurance, t = a · f⁻ᵇ from a tenth of strength up; postures
        and strength are estimates{{
          effort.factorFrom === 'hold-test'
            ? `, scaled ${effort.strengthFactor.toFixed(2)} × by your hold test`
            : ''
        }}. Stop when it hurts, whatever a figure says.
      </p>
      <p v-if="day" class="mt-2 text-xs">
        A day of {{ day.hoursOn }} h with the rig in the hands for {{ percent(day.share) }} of it is
        ≈ {{ Math.round(day.carriedMin) }} min<template v-if="day.holds"
          >, ≈ {{ day.holds }} holds to the end of your strength</template
        >; on average ≈ {{ percent(day.meanFraction) }} of strength, where ≈
        {{ percent(day.bearableFraction) }} is bearable for hours<span
          v-if="day.meanFraction > day.bearableFraction"
          class="text-blossom"
        >
          ▲ plan rests, a support or a lighter rig</span
        >.
      </p>
      <details class="mt-2 text-xs">
        <summary>{{ test ? 'Your hold test' : 'Set the scale by your own hold test' }}</summary>
        <p class="text-faint mt-1">
          Hold a known weight as you would hold the rig, until you must stop. Once is enough; not
          with an injury.
        </p>
        <ChoiceField
          v-model="hold"
          label="Held"
          :options="testableHolds.map((h) => [h, sayHold(h)])"
        />
        <FigureField v-model="massG" label="A weight of" unit="g" :issue="wrong" />
        <FigureField v-model="seconds" label="for" unit="s" />
        <div class="mt-1 flex gap-2">
          <AppButton
            small
            :disabled="
              bench.readOnly || massG === undefined || seconds === undefined || wrong !== undefined
            "
            @click="keep"
            >Keep it</AppButton
          >
          <AppButton
            v-if="test"
            small
            look="quiet"
            :disabled="bench.readOnly"
            @click="bench.apply({ type: 'set-hold-test', test: undefined })"
            >Forget it</AppButton
          >
        </div>
      </details>
    </template>
    <p v-else class="text-faint mt-3 text-xs">
      No arm bears the rig in this way of holding, or it cannot be held so yet.
    </p>
  </section>
</template>
