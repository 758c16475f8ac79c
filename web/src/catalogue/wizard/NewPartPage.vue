<script setup lang="ts">
import {
  answerForMount,
  createFromAnswers,
  hasTrait,
  isAskedFirst,
  readAnswers,
  readTitle,
  sayRestsOn,
  things,
  viewNames,
  type Answers,
  type Part,
  type PartQuestion,
  type Product,
  type Thing,
  type ViewName,
  type Issue,
} from '@zucchini/core';
import { computed, nextTick, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { viewWords } from '../../draw/viewWords';
import AppButton from '../../shared/AppButton.vue';
import PartDrawing from '../../shared/PartDrawing.vue';
import TopBar from '../../shared/TopBar.vue';
import TroubleBox from '../../shared/TroubleBox.vue';
import { ApiError } from '../../api/client';
import { useCatalogue } from '../catalogueStore';
import TrialBox from '../TrialBox.vue';
import { saySize } from '../words';
import { measurePartSizeMm } from '@zucchini/core';
import QuestionField from './QuestionField.vue';
import GearList from './GearList.vue';
import SheetReader from './SheetReader.vue';
import { dropPartDraft, keepPartDraft, readPartDrafts, type PartDraft } from './partDraft';
import { useDraft } from './useDraft';
import { readErrand, readNewRig, toBench, toMount, toNewRig } from '../../shared/errand';

/** A part from what a shop page states: its kind, a few figures, and the drawing that they make. */
const catalogue = useCatalogue();
const router = useRouter();
const thing = shallowRef<Thing>();
const route = useRoute();
/** Where the part is to go once it is stored, if it was asked for on the bench. */
const errand = computed(() => readErrand(route.query));
/** What the errand says of a part before a word is said: what it is to be joined to, and which camera it goes round. */
function beginFor(next: Thing): Answers {
  const { mount, camera } = errand.value ?? {};
  return {
    ...(mount ? answerForMount(next, toMount(mount)) : {}),
    ...(camera && next.questions.some((q) => q.type === 'body') ? { body: camera } : {}),
  };
}
const draft = useDraft(thing, beginFor);
const { stated, questions, drafted, sketch, companions, issues, open, twin, ready } = draft;
const busy = ref(false);
const trouble = ref<{ title: string; issues?: readonly Issue[] }>();
const trying = ref(false);
const form = useTemplateRef('form');
const newRig = computed(() => readNewRig(route.query));

// What was being described is never lost: it is kept at each answer, and offered when the page is opened again.
const place = globalThis.localStorage as Storage | undefined;
const kept = shallowRef(readPartDrafts(place));
let draftId: string = crypto.randomUUID();
/** The page that it is read from. */
const sheet = ref('');
const listed = ref(false);
watch([thing, stated, draft.rough, sheet], () => {
  if (!thing.value) return;
  keepPartDraft(place, {
    id: draftId,
    thing: thing.value,
    stated: stated.value,
    rough: [...draft.rough.value],
    sheet: sheet.value,
    listed: listed.value,
  });
});
function goOn(one: PartDraft): void {
  draftId = one.id;
  sheet.value = one.sheet ?? '';
  listed.value = one.listed ?? false;
  draft.resume(one.thing, one.stated, one.rough);
}
/** Products of a pasted text: each is kept, and the first is gone on with. */
function beginProducts(products: readonly { product: Product; thing: Thing }[]): void {
  const drafts = products.map(({ product, thing: of }): PartDraft => ({
    id: crypto.randomUUID(),
    thing: of,
    stated: beginFor(of),
    rough: [],
    sheet: product.text,
    listed: products.length > 1,
  }));
  for (const one of [...drafts].reverse()) keepPartDraft(place, one);
  if (drafts[0]) goOn(drafts[0]);
}
/** What is left of a gear list once a part of it is stored. */
const stored = ref('');
function goToNext(name: string): boolean {
  const rest = readPartDrafts(place).filter((one) => one.listed);
  if (!listed.value || !rest[0]) return false;
  stored.value = `“${name}” is stored. ${rest.length} more of your list.`;
  goOn(rest[0]);
  return true;
}
function letGo(one: PartDraft): void {
  dropPartDraft(place, one.id);
  kept.value = readPartDrafts(place);
}
/** Another kind is another part: what was said of the first stays kept. */
function backToKinds(): void {
  thing.value = undefined;
  draftId = crypto.randomUUID();
  sheet.value = '';
  listed.value = false;
  stored.value = '';
  kept.value = readPartDrafts(place);
}
/** “Like this one, but …”: all that was said of another part stands in the fields. */
async function startLike(id: string): Promise<void> {
  const record = await catalogue.find(id).catch(() => undefined);
  const again = record && readAnswers(record.part);
  if (!again) {
    trouble.value = { title: `There is nothing to go by: “${id}” was not made here from answers.` };
    return;
  }
  const said = Object.fromEntries(
    Object.entries(again.answers).filter(([name]) => !again.guessed.includes(name)),
  );
  // What was worked out from an answer that the part does not keep is taken over as the estimate it is.
  const lost = createFromAnswers(again.thing, 'like', said, new Map()).missing.map((q) => q.name);
  const rough = lost.filter((name) => name in again.answers);
  const kept = Object.fromEntries(rough.map((name) => [name, again.answers[name]]));
  draft.resume(again.thing, { ...said, ...kept }, rough);
  likeName.value = record.part.name;
}
const likeName = ref('');
const sayDraft = ({ thing: of, stated: said, sheet: page }: PartDraft) => {
  const name = typeof said['name'] === 'string' ? said['name'] : readTitle(page ?? '')?.text;
  return name ? `${of.label} “${name}”` : `${of.label}, no name yet`;
};

onMounted(async () => {
  if (!catalogue.lines) await catalogue.load();
  const { like } = route.query;
  if (typeof like === 'string') await startLike(like);
  // For a new rig it is known what is described.
  const wanted = newRig.value && things.find((t) => t.kind === newRig.value);
  if (wanted && !thing.value) await choose(wanted);
});

const groupWords: Record<Thing['group'], string> = {
  camera: 'Camera',
  hold: 'To hold it',
  join: 'To join things',
  see: 'To see',
  hear: 'To hear',
  power: 'Power',
  lens: 'On the lens',
  carry: 'Leads, media, supports',
};
const groups = computed(() => [
  ...(errand.value && errand.value.kinds.length > 0
    ? [
        {
          title: 'What goes there',
          things: things.filter((t) => errand.value!.kinds.includes(t.kind)),
        },
      ]
    : []),
  ...(Object.keys(groupWords) as Thing['group'][]).map((group) => ({
    title: groupWords[group],
    things: things.filter((t) => t.group === group),
  })),
]);

async function choose(next: Thing): Promise<void> {
  thing.value = next;
  trying.value = false;
  trouble.value = undefined;
  await nextTick();
  form.value?.querySelector<HTMLInputElement>('input')?.focus();
}

const first = computed(() => questions.value.filter(isAskedFirst));
const rest = computed(() => questions.value.filter((q) => !first.value.includes(q)));
const guessedCount = computed(
  () =>
    drafted.value?.guessed.filter((name) => rest.value.some((q) => q.name === name)).length ?? 0,
);
/** What is folded away, by what it is: figures that are estimated, and what may be left out. */
const saysRest = computed(() => {
  const may = rest.value.length - guessedCount.value;
  const count = (n: number, word: string) => `${n} ${word}${n === 1 ? '' : 's'}`;
  return [
    ...(guessedCount.value > 0 ? [count(guessedCount.value, 'estimate')] : []),
    ...(may > 0 ? [count(may, 'optional detail')] : []),
  ].join(', ');
});
const restOpen = ref(false);
watch(
  () => rest.value.length < 4 || rest.value.some((q) => issues.value.has(q.name)),
  (must) => {
    if (must) restOpen.value = true;
  },
);
/** Which verdict rests on an answer that nobody has given. */
const restsOn = (q: PartQuestion): string | undefined =>
  thing.value && stated.value[q.name] === undefined ? sayRestsOn(thing.value, q) : undefined;
const faces: readonly ViewName[] = viewNames.filter((v) => v !== 'far' && v !== 'under');

/** What is still missing is gone to: the button is never dead. */
async function goToFirst(): Promise<void> {
  const missing = drafted.value?.missing[0]?.name ?? [...issues.value.keys()][0];
  const isHidden = rest.value.some((q) => q.name === missing);
  if (isHidden) restOpen.value = true;
  await nextTick();
  const field =
    missing &&
    form.value?.querySelector<HTMLElement>(`[data-question="${missing}"] :is(input, button)`);
  if (field) field.focus();
  else form.value?.querySelector<HTMLElement>('[aria-label="Is this right?"] button')?.focus();
}

/**
 * The part of a gear list that the errand is about: the first of a kind that goes there, else the one that was stored last. Kept in
 * the address, so that it is still known after a reload in the middle of the list.
 */
async function rememberAsked(part: Part): Promise<string> {
  if (!listed.value) return part.id;
  const known = route.query['listed'];
  if (typeof known === 'string') return known;
  const kinds: readonly string[] = errand.value?.kinds ?? (newRig.value ? [newRig.value] : []);
  if (kinds.includes(part.kind)) {
    await router.replace({ query: { ...route.query, listed: part.id } });
  }
  return part.id;
}

async function store(): Promise<void> {
  // Who is quicker than the body of a cage is not told that something is missing.
  await draft.arrived().catch(() => undefined);
  const making = drafted.value?.making;
  if (making?.state !== 'made' || !ready.value) {
    await goToFirst();
    return;
  }
  busy.value = true;
  trouble.value = undefined;
  try {
    const all = [making.part, ...companions.value];
    await catalogue.store(all.map((part) => ({ revision: 0, part })));
    dropPartDraft(place, draftId);
    const asked = await rememberAsked(making.part);
    if (goToNext(making.part.name)) return;
    if (errand.value) {
      await router.push(toBench(errand.value, asked, route.query));
      return;
    }
    if (newRig.value) {
      await router.push(toNewRig(route.query, asked));
      return;
    }
    catalogue.filter = {};
    catalogue.chosen = making.part.id;
    await router.push({ name: 'catalogue' });
  } catch (error) {
    trouble.value =
      error instanceof ApiError
        ? { title: `Not stored; nothing typed is lost. ${error.message}`, issues: error.issues }
        : { title: `Not stored; nothing typed is lost. ${String(error)}` };
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <div class="flex min-h-screen flex-col">
    <TopBar />
    <main class="mx-auto w-full max-w-6xl flex-1 px-6 pt-4 pb-12">
      <RouterLink
        v-if="errand"
        :to="{ name: 'bench', params: { id: errand.rigId } }"
        class="text-leaf text-xs hover:underline"
        >← back to the bench</RouterLink
      >
      <RouterLink
        v-else-if="newRig"
        :to="toNewRig(route.query)"
        class="text-leaf text-xs hover:underline"
        >← back to the new rig</RouterLink
      >
      <RouterLink v-else :to="{ name: 'catalogue' }" class="text-leaf text-xs hover:underline"
        >← back to the catalogue</RouterLink
      >
      <h1 class="font-serif text-2xl">
        {{ thing ? `A new part: ${thing.label.toLowerCase()}` : 'What is it?' }}
      </h1>
      <p v-if="errand" class="text-faint text-xs">
        For: {{ errand.where }}. It goes straight onto the rig when stored.
      </p>
      <p v-if="likeName" class="text-faint text-xs">
        Like “{{ likeName }}”: change what differs, its name first.
      </p>
      <ul
        v-if="kept.length > 0 && !thing"
        class="bg-leaf-tint mt-3 px-3 py-1"
        aria-label="Begun and not stored"
      >
        <li v-for="one in kept" :key="one.id" class="flex items-center gap-3 py-1">
          <span class="flex-1">{{ sayDraft(one) }}</span>
          <AppButton small :aria-label="`Go on with ${sayDraft(one)}`" @click="goOn(one)"
            >Go on with it</AppButton
          >
          <AppButton small look="quiet" :aria-label="`Let ${sayDraft(one)} go`" @click="letGo(one)"
            >Let it go</AppButton
          >
        </li>
      </ul>
      <TroubleBox v-if="trouble && !thing" class="mt-3" :title="trouble.title" />
      <GearList v-if="!thing" class="mt-3 max-w-3xl" @begin="beginProducts" />
      <p v-if="stored && thing" class="bg-leaf-tint mt-2 px-3 py-1" role="status">{{ stored }}</p>
      <div v-if="!thing" class="mt-4 grid grid-cols-4 gap-x-8 gap-y-6">
        <section v-for="group in groups" :key="group.title" :aria-label="group.title">
          <h2 class="eyebrow border-line border-b pb-1">{{ group.title }}</h2>
          <ul class="mt-1">
            <li v-for="t in group.things" :key="t.label">
              <button
                type="button"
                class="hover:bg-shade w-full rounded-sm px-1 py-1 text-left font-serif text-base"
                @click="choose(t)"
              >
                {{ t.label }}
              </button>
            </li>
          </ul>
        </section>
      </div>
      <div v-else class="mt-3 grid grid-cols-[1fr_25rem] items-start gap-10">
        <div>
          <button type="button" class="text-leaf text-xs hover:underline" @click="backToKinds">
            ← it is something else
          </button>
          <details class="border-line mt-2 border-y py-2" open>
            <summary class="font-medium">Read it from a sheet</summary>
            <SheetReader
              v-model:sheet="sheet"
              class="mt-2"
              :thing="thing"
              :stated="stated"
              @take="(name, value, approx) => draft.answer(name, value, approx)"
            />
          </details>
          <form ref="form" class="mt-3" aria-label="The part" @submit.prevent="store">
            <div v-for="q in first" :key="q.name" :data-question="q.name">
              <QuestionField
                :question="q"
                :model-value="stated[q.name]"
                :taken="drafted?.answers[q.name]"
                :issue="issues.get(q.name)"
                :rests-on="restsOn(q)"
                @update:model-value="(v) => draft.answer(q.name, v)"
              />
            </div>
            <details
              v-if="rest.length"
              class="border-line mt-3 border-t pt-2"
              :open="restOpen"
              @toggle="restOpen = ($event.target as HTMLDetailsElement).open"
            >
              <summary>
                {{ saysRest }}
                <span class="text-faint text-xs">— correct or add what you know</span>
              </summary>
              <div v-for="q in rest" :key="q.name" :data-question="q.name">
                <QuestionField
                  :question="q"
                  :model-value="stated[q.name]"
                  :taken="drafted?.answers[q.name]"
                  :issue="issues.get(q.name)"
                  :rests-on="restsOn(q)"
                  @update:model-value="(v) => draft.answer(q.name, v)"
                />
              </div>
            </details>
            <ul
              v-if="open.length"
              class="bg-blossom-tint/60 mt-3 px-3 py-2"
              aria-label="Is this right?"
            >
              <li
                v-for="d in open"
                :key="`${d.name} ${d.unit}`"
                class="flex items-center gap-3 py-1"
              >
                <span class="text-blossom flex-1"
                  >▲ {{ d.label }}: {{ d.value }} {{ d.unit }}. Usual is {{ d.usual[0] }} to
                  {{ d.usual[1] }}.</span
                >
                <AppButton small @click="draft.confirm(d)">It is right</AppButton>
              </li>
            </ul>
            <p v-if="twin" class="text-tomato mt-2" role="alert">
              “{{ twin.name }}” of this maker is already in the catalogue. Give this one another
              name.
            </p>
            <TroubleBox
              v-if="trouble"
              class="mt-3"
              :title="trouble.title"
              :issues="trouble.issues"
            />
            <div class="mt-4 flex items-center gap-3">
              <AppButton :look="ready ? 'main' : 'plain'" type="submit" :disabled="busy"
                >Store it</AppButton
              >
              <span v-if="drafted?.missing.length" class="text-faint text-xs" role="status"
                >Still needed:
                {{ drafted.missing.map((q) => q.label.toLowerCase()).join(', ') }}</span
              >
              <span v-else-if="open.length" class="text-faint text-xs"
                >Is each unusual figure right? Say so first.</span
              >
              <span v-else-if="companions.length" class="text-faint text-xs"
                >Stored with it: {{ companions.map((p) => p.name).join(', ') }}</span
              >
            </div>
          </form>
        </div>
        <aside class="bg-sheet border-line sticky top-4 border p-4" aria-label="Drawing">
          <template v-if="sketch">
            <div class="grid grid-cols-2 gap-3">
              <figure v-for="view in faces" :key="view" class="text-center">
                <div class="h-36"><PartDrawing :part="sketch" :view="view" /></div>
                <figcaption class="caption text-faint text-xs">{{ viewWords[view] }}</figcaption>
              </figure>
            </div>
            <p class="caption mt-2 text-center text-xs">
              {{ saySize(measurePartSizeMm(sketch)) }} · {{ sketch.mounts.length }}
              {{ sketch.mounts.length === 1 ? 'mount' : 'mounts' }}
              <template v-if="sketch.ports?.length"
                >· {{ sketch.ports.length }}
                {{ sketch.ports.length === 1 ? 'socket' : 'sockets' }}</template
              >
            </p>
            <p class="text-faint mt-2 text-xs">
              ≈ Its shape and the places of its mounts are the template’s guess from these figures.
              Afterwards each can be moved on the faces, by figures or over a photograph.
            </p>
            <div class="border-line mt-3 border-t pt-3">
              <TrialBox v-if="trying" :part="sketch" />
              <AppButton v-else-if="!hasTrait(thing, 'camera')" small @click="trying = true"
                >Try it on a rig before it is stored</AppButton
              >
            </div>
          </template>
          <p v-else class="text-faint caption py-16 text-center">
            The drawing appears once
            {{
              drafted?.missing
                .filter((q) => q.name !== 'name')
                .map((q) => q.label.toLowerCase())
                .slice(0, 3)
                .join(', ') || 'the figures'
            }}
            {{
              (drafted?.missing.filter((q) => q.name !== 'name').length ?? 0) === 1 ? 'is' : 'are'
            }}
            said.
          </p>
        </aside>
      </div>
    </main>
  </div>
</template>
