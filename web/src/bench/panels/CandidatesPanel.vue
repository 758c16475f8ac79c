<script setup lang="ts">
import {
  isOnlyWorn,
  isCalled,
  listSearchWords,
  candidateOrders,
  createSense,
  nameItem,
  readBodyFigures,
  needNames,
  sayChain,
  sayChainCost,
  sayChange,
  sayMount,
  sayPartKind,
  saySense,
  type Sense,
  sayWhyNot,
  sortCandidates,
  type PartAsk,
  type Candidate,
  type CandidateOrder,
  type OfferedChain,
} from '@zucchini/core';
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import { announce } from '../../shared/announce';
import AppButton from '../../shared/AppButton.vue';
import ChoiceField from '../../form/ChoiceField.vue';
import TickField from '../../form/TickField.vue';
import SearchField from '../../form/SearchField.vue';
import { useBench } from '../../desk/benchStore';
import { useCandidates } from '../candidates/useCandidates';
import { toWanted, toWizard } from '../../shared/errand';
import PanelFrame from './PanelFrame.vue';
import TurnoverLines from './TurnoverLines.vue';

/**
 * What could go onto a mount, serve a need or stand in a part's place, each with the change it makes; below
 * the line what could not, why, and the adaptors that would make it fit. Judged in a worker.
 */
const props = defineProps<{ itemId: string; ask: PartAsk; wanted?: string | undefined }>();
const bench = useBench();
const text = ref(props.wanted === undefined ? '' : (bench.named.get(props.wanted)?.name ?? ''));
const order = ref<CandidateOrder>('best');
const ownedFirst = ref(true);
const kind = ref('');
const open = ref<string>();
// What is looked at is not kept when the list goes away under the pointer.
onBeforeUnmount(() => bench.letGo());

const { found, done, total, held, state, trouble, start, stop } = useCandidates(
  () => props.ask,
  () => text.value.trim(),
);

const mount = computed(() => {
  const { ask } = props;
  if (ask.kind !== 'mount') return undefined;
  return bench.report!.assembly.byId.get(ask.itemId)?.part.mounts.find((m) => m.id === ask.mountId);
});
const head = computed(() => {
  const { ask } = props;
  if (ask.kind === 'need') {
    return { over: `Need: ${needNames[ask.need]}`, title: 'What, and where?' };
  }
  if (ask.kind === 'replace') {
    return { over: `In place of ${bench.names!.item(ask.itemId)}`, title: 'What instead?' };
  }
  if (ask.kind === 'anywhere') return { over: 'Any free mount', title: 'What, and where?' };
  return {
    over: `${bench.names!.mount(ask.itemId, ask.mountId)} of ${bench.names!.item(ask.itemId)}`,
    title: 'What goes here?',
  };
});

const told = computed(() => new Map(found.value.map((t) => [t.candidate.item.id, t])));
const kinds = computed(() =>
  [...new Set(found.value.map((t) => t.candidate.part.kind))].sort().map((id) => ({
    id,
    name: sayPartKind(id),
  })),
);
/** Of the rig as it is, not as it is looked at with one of them on. */
const sense = computed(() => createSense(bench.settled!));
const isSensible = ({ need, isFirst }: Sense): boolean => need !== undefined || isFirst;
const listed = computed(() => {
  const wanted = listSearchWords(text.value);
  const all = found.value
    .map((t) => t.candidate)
    .filter((c) => kind.value === '' || c.part.kind === kind.value)
    .filter((c) => isCalled(c, wanted));
  return sortCandidates(all, order.value, ownedFirst.value, sense.value);
});
const fitting = computed(() => listed.value.filter((c) => c.state === 'fits'));
const others = computed(() =>
  listed.value
    .filter((c) => c.state === 'does-not-fit')
    .sort((a, b) => Number(b.chains.length > 0) - Number(a.chains.length > 0)),
);
/** Why the list is empty: what keeps most of them off. */
const emptyBecause = computed(() => {
  if (others.value.length === 0) return 'The catalogue has nothing for this yet.';
  const counts = new Map<string, number>();
  for (const c of others.value) {
    const why = sayWhyNot(c);
    counts.set(why, (counts.get(why) ?? 0) + 1);
  }
  const [[why] = ['']] = [...counts].sort((a, b) => b[1] - a[1]);
  const many = others.value.length;
  return many === 1
    ? `The only one does not fit as the rig is: ${why}.`
    : `None of the ${many} fits as the rig is: ${why}.`;
});
/** On a bare body nothing takes what a cage would take. */
const wantsCage = computed(
  () =>
    props.ask.kind === 'need' &&
    props.ask.need !== 'protection' &&
    others.value.some((c) => c.state === 'does-not-fit' && c.why.reason === 'no-mount') &&
    !bench.report!.assembly.items.some((p) => p.part.kind === 'cage'),
);
const currency = computed(() => bench.report!.spend.toSpend.currency);

const orderWords: Readonly<Record<CandidateOrder, string>> = {
  best: 'what is lacking',
  mass: 'grams',
  price: 'money',
  height: 'height',
  tilt: 'change of tilt',
  name: 'name',
};

function take(c: Extract<Candidate, { state: 'fits' }>): void {
  bench.apply(c.edit);
  if (isOnlyWorn(c.edit)) {
    // It stands nowhere on the rig: back to what is still short.
    bench.panel = { kind: 'needs' };
    announce(`${c.part.name} taken along`);
    return;
  }
  bench.select(c.item.id);
  // Asked for by a need, the next need comes next.
  if (props.ask.kind === 'need') bench.panel = { kind: 'needs' };
  announce(`${c.part.name} fitted`);
}

function takeChain(c: Candidate, offered: OfferedChain): void {
  bench.apply(offered.edit);
  bench.select(c.item.id);
  announce(`${c.part.name} fitted with ${sayChain(offered)}`);
}

/** Enter before anything is judged: taken as soon as the first that fits has come. */
const pending = ref(false);

function takeFirst(): void {
  const [first] = fitting.value;
  if (first) take(first);
  else pending.value = state.value === 'working';
}
watch([fitting, text], ([now, written], [, before]) => {
  bench.letGo();
  if (written !== before) pending.value = false;
  if (pending.value && now[0]) take(now[0]);
});
// All is judged and nothing fits: the Enter is forgotten.
watch(state, (now) => {
  if (now !== 'working') pending.value = false;
});

// What was described for this place is taken as soon as it is judged; if it does not go here, that is told below.
const isWanted = (c: Candidate) => props.wanted !== undefined && c.part.id === props.wanted;
watch(fitting, (now) => {
  const mine = now.find(isWanted);
  if (mine) take(mine);
});

/** The mount that is asked about, as far as it decides what a part must say to go there. */
const onto = computed(() => {
  if (props.ask.kind !== 'mount') return undefined;
  const { itemId, mountId } = props.ask;
  const mount = bench.report!.assembly.byId.get(itemId)?.part.mounts.find((m) => m.id === mountId);
  return mount && toWanted(mount);
});

/** The rig's camera, where its figures say what a cage has to go round. */
const camera = computed(() => {
  const { assembly } = bench.report!;
  const part = assembly.byId.get(assembly.setup.body)?.part;
  return part && readBodyFigures(part) ? part.id : undefined;
});

/** Into the wizard with this place in mind, and back with what was described there. */
const wizard = computed(() =>
  toWizard({
    rigId: bench.rig!.id,
    setupId: bench.setupId,
    ask: props.ask,
    where: head.value.over,
    ...(onto.value ? { mount: onto.value } : {}),
    ...(camera.value ? { camera: camera.value } : {}),
    kinds: [
      ...new Set(
        found.value.filter((t) => t.candidate.state === 'fits').map((t) => t.candidate.part.kind),
      ),
    ],
  }),
);

function look(c: Candidate): void {
  if (c.state === 'fits') bench.tryOut(c.edit);
}
</script>

<template>
  <PanelFrame :over="head.over" :title="head.title" back @back="bench.select(undefined)">
    <p v-if="mount" class="text-faint text-xs">{{ sayMount(mount) }}</p>
    <SearchField
      v-model="text"
      class="mt-2"
      ready
      label="Search parts"
      placeholder="name, maker, kind …"
      @first="takeFirst"
    />
    <div class="mt-2 grid grid-cols-2 gap-2 text-xs">
      <ChoiceField
        v-model="order"
        label="Sorted by"
        labelled="above"
        small
        :options="candidateOrders.map((o) => [o, orderWords[o]])"
      />
      <ChoiceField
        v-model="kind"
        label="Kind"
        labelled="above"
        small
        :options="[['', 'all'], ...kinds.map((k) => [k.id, k.name] as const)]"
      />
      <TickField v-model="ownedFirst" class="col-span-2" label="what you own first" />
    </div>
    <p class="text-faint mt-2 flex min-h-6 items-center justify-between text-xs" role="status">
      <span v-if="state === 'working'">judging … {{ done }}{{ total ? ` of ${total}` : '' }}</span>
      <span v-else-if="state === 'failed'" class="text-tomato">{{ trouble }}</span>
      <span v-else
        >{{ fitting.length }} {{ fitting.length === 1 ? 'part fits' : 'parts fit'
        }}{{ state === 'stopped' ? `, stopped after ${done} of ${total}` : '' }}</span
      >
      <AppButton v-if="state === 'working'" small look="quiet" @click="stop">Stop</AppButton>
      <AppButton v-else-if="state !== 'done'" small look="quiet" @click="start">Go on</AppButton>
    </p>

    <!-- Above the list, where it stays under the pointer while that grows. -->
    <p v-if="!bench.readOnly" class="text-xs">
      Yours is not there?
      <RouterLink :to="wizard" class="text-leaf underline"
        >Describe it, and come back with it</RouterLink
      >
    </p>

    <p v-if="held > 0" class="text-faint mt-1 text-xs">
      The most promising of {{ total + held }}: what you own, what your brief still lacks, then the
      cheapest of each kind. A word above looks among all of them.
    </p>

    <ul v-if="fitting.length > 0" class="mt-1" aria-label="Fits">
      <li v-for="c in fitting" :key="c.item.id" class="rule">
        <button
          type="button"
          class="hover:bg-leaf-tint block w-full px-1 pt-2 pb-1 text-left"
          @click="take(c)"
          @mouseenter="look(c)"
          @mouseleave="bench.letGo()"
          @focus="look(c)"
          @blur="bench.letGo()"
        >
          <span class="flex items-baseline justify-between gap-2">
            <span class="font-serif text-[0.95rem]">{{ nameItem(c) }}</span>
            <span class="text-faint text-xs">{{
              c.inDrawer ? 'from the drawer' : c.part.maker
            }}</span>
          </span>
          <span
            class="block text-xs tabular-nums"
            :class="c.change.stops > 0 ? 'text-tomato' : 'text-faint'"
            >{{ sayChange(c, currency).join(' · ') }}</span
          >
          <span
            v-if="saySense(sense(c.part))"
            class="block text-xs"
            :class="isSensible(sense(c.part)) ? 'text-leaf' : 'text-faint'"
            >{{ saySense(sense(c.part)) }}</span
          >
          <span v-if="ask.kind === 'need'" class="text-faint block text-xs">{{
            told.get(c.item.id)?.where
          }}</span>
        </button>
        <TurnoverLines
          :appears="told.get(c.item.id)?.appears ?? []"
          :goes="told.get(c.item.id)?.goes ?? []"
          :open="open === c.item.id"
          @toggle="open = open === c.item.id ? undefined : c.item.id"
        />
      </li>
    </ul>
    <p v-else-if="state !== 'working' && text" class="text-faint mt-2">
      Nothing called so fits here.
    </p>
    <p v-else-if="state !== 'working'" class="text-faint mt-2">
      {{ emptyBecause }}
      <AppButton v-if="wantsCage" small class="mt-1" @click="bench.askNeed('protection')"
        >Start with a cage</AppButton
      >
    </p>

    <details
      v-if="others.length > 0"
      class="border-ink mt-4 border-t pt-2"
      :open="fitting.length === 0 && state !== 'working'"
    >
      <summary class="font-serif text-base">Does not fit ({{ others.length }})</summary>
      <ul aria-label="Does not fit">
        <li v-for="c in others" :key="c.item.id" class="rule py-1.5">
          <span class="block">{{ nameItem(c) }}</span>
          <span class="text-faint block text-xs">{{ sayWhyNot(c) }}</span>
          <div
            v-for="offered in c.chains"
            :key="sayChain(offered)"
            class="border-leaf/50 mt-1 border-l-2 pl-2 text-xs"
          >
            <AppButton small @click="takeChain(c, offered)">with {{ sayChain(offered) }}</AppButton>
            <span class="text-faint mt-0.5 block tabular-nums">{{
              sayChainCost(offered, currency).join(' · ')
            }}</span>
          </div>
        </li>
      </ul>
    </details>
  </PanelFrame>
</template>
