<script setup lang="ts">
import {
  foldText,
  hasAllWords,
  listSearchWords,
  sayEffects,
  sayMount,
  type Candidate,
} from '@zucchini/core';
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { announce } from '../../shared/announce';
import AppButton from '../../shared/AppButton.vue';
import SearchField from '../../form/SearchField.vue';
import { useBench } from '../../desk/benchStore';
import { useCandidates } from '../candidates/useCandidates';
import MovePlaces from './MovePlaces.vue';
import type { MovePlace } from './movePlace';
import PanelFrame from './PanelFrame.vue';

/**
 * Where else on the rig a part could go, with all that it carries: each place with what it changes, judged as a new part is; below
 * the line those where hardly anybody would put it.
 */
const props = defineProps<{ itemId: string }>();
const bench = useBench();
const text = ref('');
const { found, done, total, state, trouble, start, stop } = useCandidates(() => ({
  kind: 'move',
  itemId: props.itemId,
}));
onBeforeUnmount(() => bench.letGo());

type Fitting = Extract<Candidate, { state: 'fits' }>;
const isFitting = (c: Candidate): c is Fitting => c.state === 'fits';

const places = computed(() => {
  const wanted = listSearchWords(text.value);
  // Of the rig as it is, not as it is looked at with the part elsewhere.
  const { assembly } = bench.settled!;
  const now = assembly.byId.get(props.itemId)?.carriedBy?.childMount.id;
  return found.value
    .flatMap(({ candidate: c, appears, goes }): MovePlace[] => {
      const onto = isFitting(c) ? assembly.byId.get(c.onto.itemId) : undefined;
      if (!isFitting(c) || !onto || c.edit.type !== 'move') return [];
      const { edit, change } = c;
      const mount = onto.part.mounts.find((m) => m.id === c.onto.mountId);
      const own = c.part.mounts.find((m) => m.id === edit.childMount);
      return [
        {
          edit,
          key: `${c.onto.itemId} ${c.onto.mountId} ${edit.childMount}`,
          where: `${bench.names!.mount(c.onto.itemId, c.onto.mountId)} of ${bench.names!.item(c.onto.itemId)}`,
          how: [
            own && mount ? `${sayMount(own)} on ${sayMount(mount)}` : '',
            // Another of its own: which one, since the two lines would look alike.
            ...(edit.childMount === now
              ? []
              : [`by its ${bench.names!.mount(props.itemId, edit.childMount)}`]),
          ].join(', '),
          effects: sayEffects(change),
          stops: change.stops,
          risks: change.risks,
          unusual: c.unusual ?? false,
          appears,
          goes,
        },
      ];
    })
    .filter((place) => hasAllWords(foldText(`${place.where} ${place.how}`), wanted))
    .sort((a, b) => a.stops - b.stops || a.risks - b.risks);
});
const usual = computed(() => places.value.filter((p) => !p.unusual));
const unusual = computed(() => places.value.filter((p) => p.unusual));

function take({ edit, where }: MovePlace): void {
  bench.apply(edit);
  bench.select(props.itemId);
  announce(`Moved to ${where}`);
}

/** Enter before all is judged: taken once it is, since a place that comes later may be better. */
const pending = ref(false);
function takeFirst(): void {
  const [first] = [...usual.value, ...unusual.value];
  pending.value = state.value === 'working';
  if (first && !pending.value) take(first);
}
watch(text, () => (pending.value = false));
watch(state, (now) => {
  if (pending.value && now !== 'working') takeFirst();
});
</script>

<template>
  <PanelFrame
    :over="`Move ${bench.names!.item(itemId)}`"
    title="Where to?"
    back
    @back="bench.select(itemId)"
  >
    <SearchField
      v-model="text"
      class="mt-2"
      ready
      label="Search places"
      placeholder="rail, shoe, handle …"
      @first="takeFirst"
    />
    <p class="text-faint mt-2 flex min-h-6 items-center justify-between text-xs" role="status">
      <span v-if="state === 'working'">judging … {{ done }}{{ total ? ` of ${total}` : '' }}</span>
      <span v-else-if="state === 'failed'" class="text-tomato">{{ trouble }}</span>
      <span v-else
        >{{ places.length }} {{ places.length === 1 ? 'place' : 'places'
        }}{{ state === 'stopped' ? `, stopped after ${done} of ${total}` : '' }}</span
      >
      <AppButton v-if="state === 'working'" small look="quiet" @click="stop">Stop</AppButton>
      <AppButton v-else-if="state !== 'done'" small look="quiet" @click="start">Go on</AppButton>
    </p>
    <MovePlaces v-if="usual.length > 0" class="mt-1" label="Places" :places="usual" @take="take" />
    <p v-else-if="state !== 'working' && text" class="text-faint mt-2">
      No place called so takes it.
    </p>
    <p v-else-if="state !== 'working'" class="text-faint mt-2">
      {{
        unusual.length > 0
          ? 'No other place where it usually goes is free.'
          : 'No other free mounting point of this rig takes it.'
      }}
    </p>
    <details
      v-if="unusual.length > 0"
      class="border-ink mt-4 border-t pt-2"
      :open="usual.length === 0 && state !== 'working'"
    >
      <summary class="font-serif text-base">Unusual places ({{ unusual.length }})</summary>
      <MovePlaces label="Unusual places" :places="unusual" @take="take" />
    </details>
  </PanelFrame>
</template>
