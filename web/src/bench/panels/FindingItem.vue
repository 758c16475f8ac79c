<script setup lang="ts">
import { listGuesses, sayEdit, sayGuesses, tellFinding, type Finding } from '@zucchini/core';
import { computed } from 'vue';
import { announce } from '../../shared/announce';
import AppButton from '../../shared/AppButton.vue';
import WeightMark from '../../shared/WeightMark.vue';
import MateQuestion from '../../mates/MateQuestion.vue';
import AsideForm from './AsideForm.vue';
import { useBench } from '../../desk/benchStore';
import { useRemedies } from '../remedies/remedyStore';

/** A finding as a sentence, with its ways out as buttons that take them. */
const props = defineProps<{ finding: Finding }>();
const bench = useBench();
const mending = useRemedies();
const told = computed(() => tellFinding(props.finding, bench.names!));
/** Its ways out: undefined while they are looked for. Of what is only tried out none are told. */
const remedies = computed(() => {
  if (bench.preview) return undefined;
  const edits = mending.found.get(props.finding.id);
  return edits?.map((edit) => ({ edit, label: sayEdit(edit, bench.names!) }));
});

/** What the verdict rests on that nobody has stated or measured. */
const guesses = computed(() => listGuesses(props.finding, bench.report!.assembly));
const guessText = computed(() => sayGuesses(guesses.value, bench.names!));
/** Two mounts that nobody has tried together: the question that ends the finding. */
const mates = computed(() => {
  const { code, joints } = props.finding;
  if (code !== 'key-unknown' && code !== 'enters-not-latches') return undefined;
  const joint = joints[0] === undefined ? undefined : bench.names!.joint(joints[0]);
  const assembly = bench.report!.assembly;
  const placed = joint && assembly.byId.get(joint.child.item);
  const carrier = joint && assembly.byId.get(joint.parent.item);
  if (!joint || !placed || !carrier) return undefined;
  return {
    a: { partId: placed.part.id, mountId: joint.child.mount },
    b: { partId: carrier.part.id, mountId: joint.parent.mount },
  };
});

function take(remedy: { edit: Finding['remedies'][number]['edit']; label: string }): void {
  bench.apply(remedy.edit);
  announce(`${remedy.label}: done. Z takes it back.`);
}
</script>

<template>
  <li class="rule py-2.5 first:border-t-0" :data-finding="finding.code">
    <WeightMark :weight="finding.weight" />
    <p class="mt-1 leading-snug">{{ told.sentence }}</p>
    <details v-if="finding.weight === 'note' && !remedies?.length" class="text-faint text-xs">
      <summary class="w-fit py-1 underline">why</summary>
      <p class="mt-1">{{ told.why }} {{ told.todo }}</p>
    </details>
    <p v-else class="text-faint mt-1 text-xs">{{ told.why }}</p>
    <details v-if="guesses.length > 0" class="text-faint text-xs">
      <summary class="w-fit py-1 underline decoration-dotted">
        ≈ rests on {{ guesses.length }} {{ guesses.length === 1 ? 'guess' : 'guesses' }}
      </summary>
      <p class="mt-1">
        {{ guessText }}
        <RouterLink
          v-for="g in guesses.slice(0, 2)"
          :key="g.itemId"
          class="mr-2 underline"
          :to="{ name: 'part', params: { id: g.partId } }"
          >Correct {{ bench.names!.part(g.partId) }}</RouterLink
        >
      </p>
    </details>
    <MateQuestion
      v-if="mates && !bench.readOnly"
      class="mt-2"
      v-bind="mates"
      @answered="bench.refreshParts"
    />
    <div
      v-if="remedies && remedies.length > 0 && !bench.readOnly"
      class="mt-2 flex flex-col items-start gap-1"
    >
      <AppButton v-for="r in remedies" :key="r.label" small @click="take(r)">{{
        r.label
      }}</AppButton>
    </div>
    <p v-else-if="finding.weight !== 'note'" class="mt-1 text-xs">{{ told.todo }}</p>
    <AsideForm v-if="finding.weight !== 'stops' && !bench.readOnly" :finding="finding" />
  </li>
</template>
