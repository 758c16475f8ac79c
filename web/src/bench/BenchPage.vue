<script setup lang="ts">
import { listTurnsDeg, questions, slideBy, wrapDeg, type PlacedJoint } from '@zucchini/core';
import {
  computed,
  defineAsyncComponent,
  nextTick,
  onBeforeUnmount,
  ref,
  useTemplateRef,
  watch,
} from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { api } from '../api/client';
import { readFit } from '../shared/errand';
import { announce } from '../shared/announce';
import { saveText } from '../shared/saveText';
import AppButton from '../shared/AppButton.vue';
import KeySheet from '../shared/KeySheet.vue';
import TopBar from '../shared/TopBar.vue';
import TroubleBox from '../shared/TroubleBox.vue';
import { showTheme, theme } from '../theme/theme';
import { useBench } from '../desk/benchStore';
import { warmCandidates } from './candidates/useCandidates';
import ChangePlate from './change/ChangePlate.vue';
import { useChange } from './change/changeStore';
import BriefPanel from './panels/BriefPanel.vue';
import CandidatesPanel from './panels/CandidatesPanel.vue';
import ChangePanel from './panels/ChangePanel.vue';
import LeadsPanel from './panels/LeadsPanel.vue';
import MountsPanel from './panels/MountsPanel.vue';
import MovePanel from './panels/MovePanel.vue';
import KitPanel from './panels/KitPanel.vue';
import NeedsPanel from './panels/NeedsPanel.vue';
import PartPanel from './panels/PartPanel.vue';
import { questionPanels } from './panels/questionPanels';
import SetupsPanel from './panels/SetupsPanel.vue';
import VersionsPanel from './panels/VersionsPanel.vue';
import PlateView from './plate/PlateView.vue';
import QuestionStrip from './QuestionStrip.vue';
import RigName from './RigName.vue';
import SaveMark from './SaveMark.vue';
import StackList from './StackList.vue';
import ChoiceField from '../form/ChoiceField.vue';
import { useKeys } from '../shared/useKeys';

// Loaded only when it is asked for: it is larger than all the rest.
const SolidView = defineAsyncComponent(() => import('./solid/SolidView.vue'));
const WiringView = defineAsyncComponent(() => import('./wiring/WiringView.vue'));

const props = defineProps<{ id: string; versionId?: string }>();
const bench = useBench();
const sheet = ref(false);
const side = useTemplateRef('side');
/** Hands out what was changed and cannot be gone on with, so that nothing of it is lost. */
function keepDraftAsText(): void {
  const draft = bench.draftTrouble?.rig;
  if (draft)
    saveText(`${draft.name}.unstored.json`, JSON.stringify(draft, null, 2), 'application/json');
}
function keepUnreadAsText(): void {
  const { text } = bench.unreadDraft ?? {};
  if (text) saveText(`${props.id}.unread.json`, text, 'application/json');
}

// Whoever comes back to this window has most likely been in another one.
const lookAround = () => {
  if (document.visibilityState === 'visible') void bench.lookAround();
};
const everyMs = 30_000;
const looking = setInterval(lookAround, everyMs);
window.addEventListener('focus', lookAround);
onBeforeUnmount(() => {
  clearInterval(looking);
  window.removeEventListener('focus', lookAround);
});

watch(
  () => [props.id, props.versionId] as const,
  ([id, versionId]) => void (versionId ? bench.openVersion(id, versionId) : bench.open(id)),
  { immediate: true },
);
onBeforeUnmount(() => bench.close());
// A part that was described for this rig comes back with its errand in the address.
const route = useRoute();
const router = useRouter();
watch(
  () => bench.report !== undefined && bench.collider !== undefined && readFit(route.query),
  (fit) => {
    if (!fit || bench.readOnly) return;
    void router.replace({ name: 'bench', params: { id: props.id } });
    if (fit.setupId !== bench.setupId) bench.openSetup(fit.setupId);
    void bench.fitWanted(fit.ask, fit.partId);
  },
  { immediate: true },
);
// A change is asked for by its two setups in the address.
const change = useChange();
watch(
  () => bench.report !== undefined && ([route.query.change, route.query.to] as const),
  (asked) => {
    if (!asked) return;
    const [from, to] = asked;
    if (typeof from !== 'string' || typeof to !== 'string') return;
    void router.replace({ name: 'bench', params: { id: props.id } });
    change.begin(from, to);
  },
  { immediate: true },
);
/** Whether a change is gone through: then the keys that slide go from step to step. */
const stepping = computed(() => bench.panel.kind === 'change');
// Once the bench stands, what will be asked next is made ready.
watch(
  () => bench.collider !== undefined && bench.parts.size > 0,
  (ready) => {
    if (ready && !bench.readOnly) warmCandidates(bench.era, bench.parts.values());
  },
);

const joint = computed<PlacedJoint | undefined>(() =>
  bench.selected === undefined
    ? undefined
    : bench.report?.assembly.byId.get(bench.selected)?.carriedBy,
);

function slide(byMm: number): void {
  const now = joint.value;
  if (!now?.slide) {
    announce('The chosen part does not slide');
    return;
  }
  const slideMm = slideBy(now.slide, now.joint.slideMm, byMm);
  if (slideMm === now.joint.slideMm) announce('It is at the end of its rail');
  else {
    bench.apply({ type: 'slide', setupId: bench.setupId, jointId: now.joint.id, slideMm });
    announce(`At ${Math.round(slideMm * 10) / 10} mm`);
  }
}

function turn(): void {
  const now = joint.value;
  if (!now || now.mate.state !== 'mates') return;
  const turns = listTurnsDeg(now.mate, now.parentMount, now.childMount)
    .map(wrapDeg)
    .sort((a, b) => a - b);
  const next = turns.find((t) => t > wrapDeg(now.joint.turnDeg) + 0.01) ?? turns[0]!;
  if (turns.length < 2) {
    announce('It can be fitted in one way only');
    return;
  }
  bench.apply({ type: 'turn', setupId: bench.setupId, jointId: now.joint.id, turnDeg: next });
  announce(`Turned to ${next}°`);
}

function remove(): void {
  if (!joint.value || bench.selected === undefined) return;
  const name = bench.names?.item(bench.selected) ?? '';
  bench.apply({ type: 'remove-item', setupId: bench.setupId, itemId: bench.selected });
  announce(`${name} taken off; Z brings it back`);
}

function choose(step: 1 | -1): void {
  const items = bench.report?.assembly.items ?? [];
  const at = items.findIndex((p) => p.item.id === bench.selected);
  const next = items[(at + step + items.length) % items.length];
  if (next) bench.select(next.item.id);
}

/** The sheets are made of what is stored. */
async function toSheets(): Promise<void> {
  await bench.saveNow();
  await router.push({
    name: 'sheets',
    params: { id: props.id, setupId: bench.setupId, sheet: 'build' },
  });
}

async function startMove(): Promise<void> {
  if (!joint.value || bench.selected === undefined || bench.readOnly) return;
  bench.panel = { kind: 'move', itemId: bench.selected };
  await nextTick();
  side.value?.querySelector<HTMLInputElement>('input[type="search"]')?.focus();
}

async function focusSide(): Promise<void> {
  await nextTick();
  side.value?.querySelector<HTMLElement>('li button, input, select')?.focus();
}

// What was asked for by need is taken: the next need stands under the keys.
watch(
  () => bench.panel.kind,
  (now, before) => {
    if (now === 'needs' && before === 'candidates') void focusSide();
  },
);

async function search(): Promise<void> {
  if (!['candidates', 'mounts', 'move'].includes(bench.panel.kind)) {
    bench.panel = { kind: 'mounts', itemId: undefined };
  }
  await nextTick();
  side.value?.querySelector<HTMLInputElement>('input[type="search"]')?.focus();
}

useKeys({
  ...Object.fromEntries(questions.map((q, i) => [String(i + 1), () => bench.ask(q)])),
  ArrowLeft: () => bench.walkRound('left'),
  ArrowRight: () => bench.walkRound('right'),
  ArrowUp: () => bench.walkRound('up'),
  ArrowDown: () => bench.walkRound('down'),
  '/': () => void search(),
  f: () => {
    bench.panel = { kind: 'mounts', itemId: bench.selected };
    void nextTick(() =>
      side.value?.querySelector<HTMLInputElement>('input[type="search"]')?.focus(),
    );
  },
  w: () => {
    bench.panel = { kind: 'needs' };
    void focusSide();
  },
  b: () => {
    bench.panel = { kind: 'brief' };
    void focusSide();
  },
  r: () => {
    if (joint.value && bench.selected !== undefined && !bench.readOnly) {
      bench.askReplacement(bench.selected);
    }
  },
  c: () => {
    bench.panel = { kind: 'leads' };
    void focusSide();
  },
  d: () => {
    bench.shown = { ...bench.shown, sizes: !bench.shown.sizes };
    announce(bench.shown.sizes ? 'Sizes shown' : 'Sizes hidden');
  },
  k: () => {
    bench.shown = { ...bench.shown, spaces: !bench.shown.spaces };
    announce(bench.shown.spaces ? 'Spaces to keep clear shown' : 'Spaces hidden');
  },
  s: () => {
    bench.shown = { ...bench.shown, solid: !bench.shown.solid };
  },
  g: () => {
    bench.shown = { ...bench.shown, wiring: !bench.shown.wiring };
    announce(bench.shown.wiring ? 'Wiring shown below the drawing' : 'Wiring hidden');
  },
  z: () => bench.stepBack(),
  'Shift+z': () => bench.stepForward(),
  ',': () => (stepping.value ? change.go(change.at - 1) : slide(-1)),
  '.': () => (stepping.value ? change.go(change.at + 1) : slide(1)),
  '<': () => slide(-10),
  '>': () => slide(10),
  t: turn,
  m: () => void startMove(),
  Delete: remove,
  Backspace: remove,
  '[': () => choose(-1),
  ']': () => choose(1),
  n: () => showTheme(theme.value === 'day' ? 'night' : 'day'),
  '?': () => (sheet.value = true),
  Escape: () => {
    bench.letGo();
    bench.select(undefined);
  },
});
</script>

<template>
  <div class="flex h-screen min-h-[600px] flex-col overflow-hidden">
    <TopBar>
      <template v-if="bench.opened.kind === 'open' && bench.rig">
        <RigName />
        <ChoiceField
          v-if="bench.rig.setups.length > 1"
          class="w-48 max-[1100px]:w-36 max-[960px]:w-28"
          label="Setup"
          labelled="hidden"
          :options="bench.rig.setups.map((s) => [s.id, s.name])"
          :model-value="bench.setupId"
          @update:model-value="bench.openSetup"
        />
        <SaveMark v-if="!bench.readOnly" />
      </template>
      <template v-if="bench.opened.kind === 'open'" #right>
        <AppButton look="quiet" small :disabled="!bench.canUndo" @click="bench.stepBack()"
          >Undo</AppButton
        >
        <AppButton look="quiet" small :disabled="!bench.canRedo" @click="bench.stepForward()"
          >Redo</AppButton
        >
        <AppButton look="quiet" small @click="bench.panel = { kind: 'setups' }">Setups</AppButton>
        <AppButton v-if="!bench.readOnly" look="quiet" small @click="toSheets">Sheets</AppButton>
        <AppButton look="quiet" small @click="bench.panel = { kind: 'versions' }"
          >Versions</AppButton
        >
        <a
          v-if="!bench.readOnly"
          :href="api.fileUrl(id)"
          download
          class="hover:bg-shade rounded-sm px-2 py-1 text-xs whitespace-nowrap max-[960px]:hidden"
          >Rig file</a
        >
        <AppButton class="max-[1100px]:hidden" look="quiet" small @click="sheet = true"
          >Keys</AppButton
        >
      </template>
    </TopBar>

    <main v-if="bench.opened.kind === 'failed'" class="mx-auto w-full max-w-xl p-10">
      <h1 class="font-serif text-3xl">
        {{ bench.opened.lost ? 'This rig is not on the shelf' : 'The rig could not be opened' }}
      </h1>
      <TroubleBox class="mt-4" :title="bench.opened.message" />
      <div class="mt-4 flex gap-2">
        <AppButton
          v-if="!bench.opened.lost"
          look="main"
          @click="versionId ? bench.openVersion(id, versionId) : bench.open(id)"
          >Try again</AppButton
        >
        <RouterLink
          to="/"
          class="border-ink/40 bg-sheet hover:bg-shade rounded-sm border px-3 py-1.5"
          >To the shelf</RouterLink
        >
      </div>
    </main>
    <div
      v-if="bench.news"
      class="bg-leaf-tint border-leaf flex items-baseline gap-3 border-l-4 px-4 py-2 text-sm"
      role="status"
      aria-label="Changed elsewhere"
    >
      <p class="min-w-0 flex-1">
        {{ bench.news.parts.map((name) => `“${name}”`).join(', ') }}
        {{ bench.news.parts.length === 1 ? 'was' : 'were' }} changed elsewhere.
        {{ bench.news.changes.join(' · ') || 'No figure of this setup has changed by it.' }}
      </p>
      <AppButton small @click="bench.news = undefined">Seen</AppButton>
    </div>
    <TroubleBox
      v-if="bench.draftTrouble"
      title="Changes that were not stored rest on parts that have left the catalogue."
      :issues="bench.draftTrouble.issues"
    >
      <div class="mt-2 flex gap-2">
        <AppButton small @click="keepDraftAsText">Keep them as a file</AppButton>
        <AppButton small @click="bench.dropBrokenDraft()">Let them go</AppButton>
      </div>
    </TroubleBox>
    <TroubleBox
      v-if="bench.unreadDraft"
      title="This browser keeps changes of this rig that cannot be read: another edition wrote them."
    >
      <div class="mt-2 flex gap-2">
        <AppButton small @click="keepUnreadAsText">Keep them as a file</AppButton>
        <AppButton small @click="bench.dropUnreadDraft()">Let them go</AppButton>
      </div>
    </TroubleBox>
    <p v-if="bench.opened.kind === 'loading'" class="text-faint p-10" role="status">
      Laying the rig on the bench …
    </p>

    <template v-else-if="bench.report">
      <QuestionStrip />
      <!-- In a narrow window the stack stands below the plate, so that both can be read. -->
      <main
        class="grid min-h-0 flex-1 grid-cols-[17.5rem_minmax(0,1fr)_20.5rem] max-[960px]:grid-cols-[minmax(0,1fr)_18.5rem] max-[960px]:grid-rows-[minmax(0,1fr)_14rem]"
      >
        <StackList class="max-[960px]:col-start-1 max-[960px]:row-start-2 max-[960px]:border-t" />
        <div
          class="grid min-h-0 min-w-0 max-[960px]:col-start-1 max-[960px]:row-start-1"
          :class="[
            bench.shown.solid ? 'grid-cols-2' : 'grid-cols-1',
            { 'grid-rows-[minmax(0,3fr)_minmax(0,2fr)]': bench.shown.wiring },
          ]"
        >
          <ChangePlate v-if="bench.panel.kind === 'change'" />
          <PlateView v-else />
          <SolidView v-if="bench.shown.solid" />
          <WiringView v-if="bench.shown.wiring" :class="{ 'col-span-2': bench.shown.solid }" />
        </div>
        <section
          ref="side"
          class="border-line bg-sheet relative min-h-0 overflow-y-auto border-l max-[960px]:col-start-2 max-[960px]:row-span-2 max-[960px]:row-start-1"
          aria-label="Working"
        >
          <PartPanel
            v-if="
              bench.panel.kind === 'part' && bench.report?.assembly.byId.has(bench.panel.itemId)
            "
            :key="bench.panel.itemId"
            :item-id="bench.panel.itemId"
          />
          <CandidatesPanel
            v-else-if="bench.panel.kind === 'candidates'"
            :key="JSON.stringify(bench.panel.ask)"
            :item-id="bench.panel.itemId"
            :ask="bench.panel.ask"
            :wanted="bench.panel.wanted"
          />
          <BriefPanel v-else-if="bench.panel.kind === 'brief'" />
          <NeedsPanel v-else-if="bench.panel.kind === 'needs'" />
          <KitPanel v-else-if="bench.panel.kind === 'kit'" />
          <LeadsPanel v-else-if="bench.panel.kind === 'leads'" />
          <MovePanel v-else-if="bench.panel.kind === 'move'" :item-id="bench.panel.itemId" />
          <MountsPanel v-else-if="bench.panel.kind === 'mounts'" :item-id="bench.panel.itemId" />
          <ChangePanel v-else-if="bench.panel.kind === 'change'" />
          <SetupsPanel v-else-if="bench.panel.kind === 'setups'" />
          <VersionsPanel v-else-if="bench.panel.kind === 'versions'" :rig-id="id" />
          <component
            :is="questionPanels[bench.question]"
            v-else
            :key="bench.question"
            :question="bench.question"
          />
        </section>
      </main>
    </template>
    <KeySheet :open="sheet" @close="sheet = false" />
  </div>
</template>
