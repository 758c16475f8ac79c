<script setup lang="ts">
import {
  hasTrait,
  listLaterBlocked,
  listLenses,
  purposeWords,
  askedBudgetMs,
  readLensSetting,
  sayLengths,
  sayList,
  sayMm,
  sayNm,
  sayTool,
  toggleLens,
  type LensUse,
} from '@zucchini/core';
import { computed } from 'vue';
import TickField from '../../form/TickField.vue';
import { announce } from '../../shared/announce';
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

/** What is good to know and is no finding: what is aimed by turning it, and what must come off to tighten a screw again. */
const known = computed(() => {
  const names = bench.names!;
  const joints = new Map(bench.report!.assembly.joints.map((j) => [j.joint.id, j]));
  const aimed = fit.value.slips.flatMap((slip) => {
    const joint = joints.get(slip.jointId);
    return joint &&
      slip.turning === 'aims' &&
      !slip.braced &&
      !slip.slipStated &&
      slip.handsRatio > 1
      ? [
          `A push can turn ${names.item(joint.child)} on ${names.item(joint.parent)}: that is how you aim it.`,
        ]
      : [];
  });
  const later = listLaterBlocked(bench.report!.assembly, fit.value.solidity?.access ?? []).map(
    ({ itemId, tool, blockers }) =>
      `To tighten ${names.item(itemId)} again (${sayTool(tool)}), first take off ${sayList(blockers.map((id) => names.item(id)))}.`,
  );
  return [...aimed, ...later];
});

/** How far batteries stand out, how much of each rod is used, and how level the two hands are. */
const lengths = computed(() => sayLengths(fit.value, bench.names!, bench.rig!.setups.length > 1));

const lenses = computed(() => {
  const inSet = new Map(listLenses(bench.rig!, bench.setup!).map((l) => [l.item, l]));
  return bench
    .rig!.kit.filter((i) => {
      const part = bench.parts.get(i.partId);
      return part !== undefined && hasTrait(part, 'optic');
    })
    .map((i) => ({
      id: i.id,
      name: bench.names!.item(i.id),
      inSet: inSet.has(i.id),
      kept: inSet.get(i.id)?.set !== undefined,
      onRig: bench.report!.assembly.byId.has(i.id),
    }));
});

/** Whether this setup has a set of its own; its lenses are changed then, the rig's otherwise. */
const hasOwn = computed(() => bench.setup!.lenses !== undefined);
const isSetByLens = computed(() =>
  bench.report!.assembly.items.some((p) => hasTrait(p.part, 'set-by-lens')),
);

function setLenses(lenses: readonly LensUse[] | undefined): void {
  bench.apply({
    type: 'set-lenses',
    ...(hasOwn.value || lenses === undefined ? { setupId: bench.setupId } : {}),
    lenses,
  });
}

function giveOwn(own: boolean): void {
  bench.apply({
    type: 'set-lenses',
    setupId: bench.setupId,
    lenses: own ? [...listLenses(bench.rig!, bench.setup!)] : undefined,
  });
}

/** Keeps support, gear and matte box as they stand for the lens that is on. */
function keepSetting(itemId: string): void {
  const set = readLensSetting(bench.report!.assembly);
  const now = listLenses(bench.rig!, bench.setup!);
  const list = now.some((l) => l.item === itemId) ? now : toggleLens(now, itemId);
  setLenses(list.map((l) => (l.item === itemId ? { ...l, set } : l)));
  announce('Kept for this lens. Z takes it back.');
}

function sayTroubles(id: string): string {
  const count = bench.report!.findings.filter((f) => f.lens === id).length;
  return count === 0 ? 'nothing more found' : `${count} more found`;
}
</script>

<template>
  <QuestionFrame question="fit">
    <div
      v-if="bench.overMs !== undefined"
      class="border-blossom bg-blossom-tint/60 mt-3 border-l-4 px-3 py-2 text-sm"
      role="status"
    >
      <p>
        What stands where was not computed: it takes longer than {{ bench.overMs / 1000 }} s for
        this rig. What is found below is without it.
      </p>
      <AppButton
        v-if="bench.overMs < askedBudgetMs"
        class="mt-2"
        small
        title="The page stands still meanwhile"
        @click="bench.measureAll()"
        >Compute it once, for up to {{ askedBudgetMs / 1000 }} s</AppButton
      >
    </div>
    <FindingList question="fit" nothing="All of it goes together." />

    <details v-if="known.length > 0" class="mt-4 text-xs">
      <summary class="w-fit py-1 underline decoration-dotted">
        Good to know ({{ known.length }})
      </summary>
      <ul class="mt-1">
        <li v-for="line in known" :key="line" class="rule py-1">{{ line }}</li>
      </ul>
    </details>

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
          <tr v-for="row in lengths" :key="row.what" class="rule align-baseline">
            <th scope="row" class="py-1 pr-2 text-left font-normal">
              {{ row.what }}
              <span v-if="row.more" class="text-faint block text-xs">{{ row.more }}</span>
            </th>
            <td class="text-right whitespace-nowrap">{{ row.value }}</td>
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
      <p class="text-faint text-xs">
        Everything is checked with each lens of the set, with the rings of the kit, and set as it is
        kept for that lens.
      </p>
      <TickField
        v-if="bench.rig!.setups.length > 1"
        label="A set of this setup’s own"
        :model-value="hasOwn"
        :disabled="bench.readOnly"
        @update:model-value="giveOwn"
      />
      <ul class="mt-1">
        <li
          v-for="l in lenses"
          :key="l.id"
          class="rule flex flex-wrap items-center justify-between gap-x-2 pb-1"
        >
          <TickField
            :label="l.name"
            :model-value="l.inSet"
            :disabled="bench.readOnly"
            @update:model-value="setLenses(toggleLens(listLenses(bench.rig!, bench.setup!), l.id))"
          />
          <span class="text-faint text-xs">{{
            [
              l.onRig ? 'on the rig' : l.inSet ? sayTroubles(l.id) : '',
              l.kept ? 'its setting is kept' : '',
            ]
              .filter((t) => t !== '')
              .join(', ')
          }}</span>
          <AppButton
            v-if="l.onRig && isSetByLens && !bench.readOnly"
            small
            title="Keeps support, gear and matte box as they stand now for this lens"
            @click="keepSetting(l.id)"
            >Keep how the rig is set for it</AppButton
          >
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
    <p
      v-if="!fit.solidity && bench.overMs === undefined"
      class="text-faint mt-5 text-xs"
      role="status"
    >
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
