<script setup lang="ts">
import { hasTrait, purposeWords, sayMm, sayNm, toggleLens } from '@zucchini/core';
import { computed } from 'vue';
import TickField from '../../form/TickField.vue';
import AppButton from '../../shared/AppButton.vue';
import { useBench } from '../../desk/benchStore';
import FindingList from './FindingList.vue';
import LimitField from './LimitField.vue';
import QuestionFrame from './QuestionFrame.vue';
import SlipWorking from './SlipWorking.vue';

const bench = useBench();
const fit = computed(() => bench.report!.fit);
const order = computed(() => fit.value.solidity?.order);

const without = computed(() =>
  (fit.value.solidity?.doesWithout ?? []).map(
    ({ owner, keep, intruder }) =>
      `The ${purposeWords[keep.purpose]} of ${bench.names!.item(owner.item.id)}, where ${bench.names!.item(intruder.item.id)} stands.`,
  ),
);

const lenses = computed(() => {
  const inSet = new Set((bench.rig!.lenses ?? []).map((l) => l.item));
  return bench
    .rig!.kit.filter((i) => {
      const part = bench.parts.get(i.partId);
      return part !== undefined && hasTrait(part, 'optic');
    })
    .map((i) => ({
      id: i.id,
      name: bench.names!.item(i.id),
      inSet: inSet.has(i.id),
      onRig: bench.report!.assembly.byId.has(i.id),
    }));
});

function sayTroubles(id: string): string {
  const count = bench.report!.findings.filter((f) => f.lens === id).length;
  return count === 0 ? 'nothing more found' : `${count} more found`;
}
</script>

<template>
  <QuestionFrame question="fit">
    <FindingList question="fit" nothing="All of it goes together." />

    <section class="mt-5">
      <h3 class="font-serif text-base">Size, as it is held</h3>
      <table class="mt-1 w-full tabular-nums">
        <tbody>
          <tr class="rule">
            <th scope="row" class="py-1 text-left font-normal">Long</th>
            <td class="text-right">{{ sayMm(fit.size.lengthMm) }}</td>
          </tr>
          <tr class="rule">
            <th scope="row" class="py-1 text-left font-normal">Wide</th>
            <td class="text-right">{{ sayMm(fit.size.widthMm) }}</td>
          </tr>
          <tr class="rule">
            <th scope="row" class="py-1 text-left font-normal">Tall</th>
            <td class="text-right">{{ sayMm(fit.size.heightMm) }}</td>
          </tr>
        </tbody>
      </table>
      <LimitField class="rule" limit="heightMm" label="At most this tall" />
    </section>

    <section v-if="fit.slips.length > 0" class="mt-5">
      <h3 class="font-serif text-base">Joints that hold by friction</h3>
      <p class="text-faint mt-1 text-xs">
        Moment that acts ∕ moment that slips. Open one for its working.
      </p>
      <div class="mt-1"><SlipWorking v-for="s in fit.slips" :key="s.jointId" :slip="s" /></div>
    </section>
    <section v-if="fit.lensLoads.length > 0" class="mt-5">
      <h3 class="font-serif text-base">Lens mount</h3>
      <table class="mt-1 w-full tabular-nums">
        <tbody>
          <tr v-for="l in fit.lensLoads" :key="l.joint.joint.id" class="rule">
            <th scope="row" class="py-1 text-left font-normal">
              {{ bench.names!.item(l.joint.child) }}
              <span class="text-faint block text-xs"
                >weight across the axis, zoom drawn out, focus hand; bears
                {{ l.limitStated ? '' : '≈ ' }}{{ sayNm(l.limitNm) }}
                {{ l.limitStated ? '(stated)' : '(estimate)' }}</span
              >
            </th>
            <td class="text-right align-top whitespace-nowrap">≈ {{ sayNm(l.momentNm) }}</td>
          </tr>
        </tbody>
      </table>
    </section>

    <section class="mt-5">
      <h3 class="font-serif text-base">Set of lenses</h3>
      <p class="text-faint text-xs">Everything is checked with each lens of the set.</p>
      <ul class="mt-1">
        <li v-for="l in lenses" :key="l.id" class="rule flex items-center justify-between">
          <TickField
            :label="l.name"
            :model-value="l.inSet"
            :disabled="bench.readOnly"
            @update:model-value="
              bench.apply({ type: 'set-lenses', lenses: toggleLens(bench.rig!, l.id) })
            "
          />
          <span class="text-faint text-xs">{{
            l.onRig ? 'on the rig' : l.inSet ? sayTroubles(l.id) : ''
          }}</span>
        </li>
      </ul>
    </section>

    <details v-if="without.length > 0" class="rule mt-5 pt-2">
      <summary class="font-serif text-base">What this setup does without</summary>
      <ul class="mt-1">
        <li v-for="line in without" :key="line" class="py-0.5">{{ line }}</li>
      </ul>
    </details>

    <details v-if="order" class="rule mt-5 pt-2">
      <summary class="font-serif text-base">Order of assembly</summary>
      <ol class="mt-1 list-decimal pl-6">
        <li v-for="id in order" :key="id" class="py-0.5">{{ bench.names!.item(id) }}</li>
      </ol>
    </details>
    <p v-if="!fit.solidity" class="text-faint mt-5 text-xs" role="status">
      <template v-if="bench.colliderTrouble"
        >What stands where could not be checked: {{ bench.colliderTrouble }}
        <AppButton small @click="bench.readCollider()">Try again</AppButton></template
      >
      <template v-else>What stands where is still being fetched …</template>
    </p>
    <p class="text-faint mt-5 text-xs">
      Figures with ≈ rest on estimates that can be set in the rig file. They help to plan; the
      makers' limits count.
    </p>
  </QuestionFrame>
</template>
