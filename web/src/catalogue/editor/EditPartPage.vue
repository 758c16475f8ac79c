<script setup lang="ts">
import {
  findFreeId,
  listElements,
  measurePartSizeMm,
  standAlone,
  drawRig,
  toRigDirection,
  toRigPoint,
  viewNames,
  type ElementList,
  type PartFault,
  type Vec3,
  type Issue,
} from '@zucchini/core';
import { useEventListener } from '@vueuse/core';
import { computed, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue';
import { onBeforeRouteLeave, useRouter } from 'vue-router';
import { ApiError } from '../../api/client';
import { viewWords } from '../../draw/viewWords';
import { useKeys } from '../../shared/useKeys';
import { announce } from '../../shared/announce';
import ChoiceField from '../../form/ChoiceField.vue';
import AppButton from '../../shared/AppButton.vue';
import PartDrawing from '../../shared/PartDrawing.vue';
import TopBar from '../../shared/TopBar.vue';
import TroubleBox from '../../shared/TroubleBox.vue';
import { useCatalogue } from '../catalogueStore';
import TrialBox from '../TrialBox.vue';
import { saySize } from '../words';
import ElementPanel from './ElementPanel.vue';
import FaceCanvas from './FaceCanvas.vue';
import FactsPanel from './FactsPanel.vue';
import MovesPanel from './MovesPanel.vue';
import { newElements } from './newElements';
import PhotoPanel from './PhotoPanel.vue';
import { readPhoto, type FacePhoto } from './photos';
import { useEditor } from './useEditor';
import { sayError } from '../../shared/sayError';

/** A part on its six faces: everything on it can be moved, turned, sized, added and taken away. */
const props = defineProps<{ id: string }>();
const catalogue = useCatalogue();
const router = useRouter();
const editor = useEditor();
const { part, chosen, view, element, faults, changed, canUndo, canRedo } = editor;
const lost = ref('');
const trouble = ref<{ title: string; issues?: readonly Issue[] }>();
const busy = ref(false);
const tab = ref<'one' | 'facts' | 'moves' | 'photo' | 'rig'>('facts');
const photo = shallowRef<FacePhoto>();
const picking = ref<'a' | 'b' | 'origin'>();
const canvas = useTemplateRef('canvas');

async function load(): Promise<void> {
  try {
    if (!catalogue.lines) await catalogue.load();
    catalogue.forget();
    const record = await catalogue.find(props.id);
    if (!record) lost.value = `There is no part “${props.id}”.`;
    else editor.open(record.part, record.revision);
  } catch (error) {
    lost.value = sayError(error);
  }
}
onMounted(load);
watch(() => props.id, load);
watch(
  [view, () => props.id],
  async () => {
    picking.value = undefined;
    photo.value = await readPhoto(props.id, view.value);
  },
  { immediate: true },
);
watch(chosen, (id) => {
  if (id !== undefined) tab.value = 'one';
});

const listWords: Record<ElementList, string> = {
  solids: 'Solids',
  mounts: 'Mounts',
  ports: 'Sockets',
  keepClear: 'To keep clear',
  grips: 'Grips',
  screens: 'Screens',
  controls: 'Controls',
};
const elements = computed(() => (part.value ? listElements(part.value) : []));
const groups = computed(() =>
  (Object.keys(listWords) as ElementList[])
    .map((list) => ({
      list,
      title: listWords[list],
      entries: elements.value.filter((e) => e.list === list),
    }))
    .filter((g) => g.entries.length > 0),
);
const sayElement = (e: (typeof elements.value)[number]) =>
  ('name' in e.is && e.is.name) || e.is.id.replaceAll('-', ' ');
const faulty = computed(() => new Set(faults.value.map((f) => f.id)));

/** Where a new thing is put: in the middle of the face that is looked at, on the side of the viewer. */
function middleOfFace(): { at: [number, number, number]; towards: Vec3 } {
  const plate = drawRig(standAlone(part.value!), view.value);
  const [low, high] = [plate.lowMm, plate.highMm];
  const near = Math.max(...plate.runs.flatMap((r) => r.solids.map((s) => s.seen.nearMm)));
  const flat = toRigPoint(view.value, [(low[0] + high[0]) / 2, (low[1] + high[1]) / 2], [0, 0, 0]);
  const towards = toRigDirection(view.value, [0, 0], 1);
  const round = (v: number) => Math.round(v * 10) / 10 + 0;
  const at = flat.map((v, i) => {
    const along = towards[i]!;
    return round(Math.abs(along) > 0.5 ? along * near : v);
  }) as [number, number, number];
  return { at, towards: towards.map((v) => Math.round(v) + 0) as unknown as Vec3 };
}
function add(label: string): void {
  const kind = newElements.find((n) => n.label === label);
  if (!kind || !part.value) return;
  const { at, towards } = middleOfFace();
  const created = kind.create(part.value, at, towards);
  if (editor.apply({ type: 'add', list: kind.list, element: created })) {
    chosen.value = String(created['id']);
    announce(`${label} added in the middle of this face.`);
  }
}

function step(right: number, up: number): void {
  if (!chosen.value) return;
  const byMm = toRigDirection(view.value, [right, up]);
  editor.apply({ type: 'move', ids: [chosen.value], byMm });
}
function turn(byDeg: number): void {
  if (!chosen.value) return;
  const axis = toRigDirection(view.value, [0, 0], 1);
  editor.apply({ type: 'turn', id: chosen.value, axis, byDeg });
}
function remove(): void {
  if (!chosen.value) return;
  const id = chosen.value;
  if (editor.apply({ type: 'remove', ids: [id] })) {
    chosen.value = undefined;
    announce(`${id} taken away. Z brings it back.`);
  }
}
function duplicate(): void {
  if (!chosen.value || !part.value) return;
  const newId = findFreeId(part.value, chosen.value);
  const byMm = toRigDirection(view.value, [5, 5]);
  if (editor.apply({ type: 'duplicate', id: chosen.value, newId, byMm })) chosen.value = newId;
}
function choose(by: 1 | -1): void {
  const list = elements.value;
  const at = list.findIndex((e) => e.is.id === chosen.value);
  const next = list[(at + by + list.length) % list.length];
  if (next) chosen.value = next.is.id;
}

const pace = (event: KeyboardEvent) => (event.shiftKey ? 10 : 1);
useKeys({
  ...Object.fromEntries(viewNames.map((v, i) => [String(i + 1), () => (view.value = v)])),
  ArrowLeft: (e) => step(-pace(e), 0),
  ArrowRight: (e) => step(pace(e), 0),
  ArrowUp: (e) => step(0, pace(e)),
  ArrowDown: (e) => step(0, -pace(e)),
  ',': () => turn(15),
  '.': () => turn(-15),
  '<': () => turn(1),
  '>': () => turn(-1),
  Delete: remove,
  d: duplicate,
  z: editor.back,
  'Shift+z': editor.forth,
  '[': () => choose(-1),
  ']': () => choose(1),
  s: () => void save(),
  Escape: () => {
    chosen.value = undefined;
    tab.value = 'facts';
  },
});

async function save(): Promise<void> {
  const now = editor.history.value?.present;
  if (!now || !changed.value || busy.value) return;
  busy.value = true;
  trouble.value = undefined;
  try {
    await catalogue.store([{ revision: editor.revision.value, part: now }]);
    editor.settle(editor.revision.value + 1);
    announce('Stored.');
  } catch (error) {
    trouble.value =
      error instanceof ApiError
        ? {
            title: `Not stored; your changes are kept here. ${error.message}`,
            issues: error.issues,
          }
        : { title: `Not stored; your changes are kept here. ${String(error)}` };
  } finally {
    busy.value = false;
  }
}

// What is not stored is not left by accident.
onBeforeRouteLeave(() => !changed.value || window.confirm('Leave, and lose what is not stored?'));
useEventListener(window, 'beforeunload', (event) => {
  if (changed.value) event.preventDefault();
});

const faultWords = {
  'mount-off': 'floats off the skin',
  'mount-buried': 'lies inside',
  'port-buried': 'cannot be reached, inside',
  'solid-inside': 'is swallowed by',
  'mounts-together': 'is in the same place as',
  'runs-through': 'moves through',
} as const;

const movementOf = (id: string) => part.value?.movements?.find((m) => m.id === id);
const sayFaulty = (f: PartFault): string =>
  (f.code === 'runs-through' && movementOf(f.id)?.name) || f.id.replaceAll('-', ' ');
function sayFault(f: PartFault): string {
  if (f.code === 'mount-off') return `by ${f.mm.toFixed(1)} mm: bring it onto one`;
  const by = f.by.replaceAll('-', ' ');
  if (f.code !== 'runs-through') return by;
  const unit = movementOf(f.id)?.type === 'turn' ? '°' : ' mm';
  return `${by} at ${Math.round(f.mm)}${unit}: end it before, or move its hinge`;
}
function lookAt(f: PartFault): void {
  if (f.code === 'runs-through') tab.value = 'moves';
  else chosen.value = f.id;
}

function pick(pixel: readonly [number, number]): void {
  if (!photo.value || !picking.value) return;
  photo.value = { ...photo.value, fit: { ...photo.value.fit, [picking.value]: pixel } };
  picking.value = picking.value === 'a' ? 'b' : undefined;
}
</script>

<template>
  <div class="flex h-screen flex-col">
    <TopBar>
      <template #right>
        <template v-if="part">
          <span class="text-faint text-xs" role="status">{{
            busy ? 'storing …' : changed ? 'not stored yet' : 'stored'
          }}</span>
          <AppButton small :disabled="!canUndo" @click="editor.back">Undo</AppButton>
          <AppButton small :disabled="!canRedo" @click="editor.forth">Redo</AppButton>
          <AppButton small look="main" :disabled="!changed || busy" @click="save"
            >Store it</AppButton
          >
        </template>
      </template>
    </TopBar>
    <main v-if="lost" class="p-8">
      <TroubleBox :title="lost">
        <AppButton class="mt-2" small @click="router.push({ name: 'catalogue' })"
          >To the catalogue</AppButton
        >
      </TroubleBox>
    </main>
    <p v-else-if="!part" class="text-faint p-8">Reading the part …</p>
    <main v-else class="flex min-h-0 flex-1">
      <nav
        class="border-line relative w-56 shrink-0 overflow-y-auto border-r px-4 py-3"
        aria-label="On this part"
      >
        <RouterLink :to="{ name: 'catalogue' }" class="text-leaf text-xs hover:underline"
          >← back to the catalogue</RouterLink
        >
        <h1 class="font-serif text-lg leading-tight">{{ part.name }}</h1>
        <p class="caption text-faint text-xs">{{ saySize(measurePartSizeMm(part)) }}</p>
        <ChoiceField
          class="mt-3"
          label="Add to this face"
          labelled="hidden"
          placeholder="Add to this face …"
          :options="newElements.map((n) => [n.label, n.label])"
          :model-value="undefined"
          @update:model-value="add"
        />
        <section v-for="g in groups" :key="g.list" class="mt-3" :aria-label="g.title">
          <h2 class="eyebrow">{{ g.title }}</h2>
          <ul>
            <li v-for="e in g.entries" :key="e.is.id">
              <button
                type="button"
                class="w-full truncate rounded-sm px-1.5 py-1 text-left text-xs"
                :class="
                  e.is.id === chosen ? 'bg-leaf-tint text-leaf font-medium' : 'hover:bg-shade'
                "
                :aria-pressed="e.is.id === chosen"
                @click="chosen = e.is.id"
              >
                <span v-if="faulty.has(e.is.id)" class="text-tomato" title="cannot be so">▲ </span
                >{{ sayElement(e) }}
              </button>
            </li>
          </ul>
        </section>
      </nav>
      <div class="flex min-w-0 flex-1 flex-col">
        <div class="border-line flex border-b" role="group" aria-label="Faces">
          <button
            v-for="(v, i) in viewNames"
            :key="v"
            type="button"
            class="border-line flex-1 border-r px-1 pt-1 last:border-r-0"
            :class="view === v ? 'bg-leaf-tint' : 'hover:bg-shade'"
            :aria-pressed="view === v"
            @click="view = v"
          >
            <span class="block h-11"><PartDrawing :part="part" :view="v" /></span>
            <span class="caption block text-xs" :class="{ 'text-leaf font-medium': view === v }"
              >{{ i + 1 }} {{ viewWords[v] }}</span
            >
          </button>
        </div>
        <div class="min-h-0 flex-1">
          <FaceCanvas
            ref="canvas"
            :editor="editor"
            :part="part"
            :photo="photo"
            :picking="picking"
            @pick="pick"
          />
        </div>
        <p v-if="editor.trouble.value" class="text-tomato px-4 py-1 text-xs" role="alert">
          Not so: {{ editor.trouble.value }}. Nothing was changed.
        </p>
        <TroubleBox v-if="trouble" :title="trouble.title" :issues="trouble.issues" />
        <ul v-if="faults.length" class="bg-tomato-tint/40 max-h-20 overflow-auto px-4 py-1 text-xs">
          <li v-for="f in faults" :key="f.code + f.id">
            <button type="button" class="text-tomato underline" @click="lookAt(f)">
              {{ sayFaulty(f) }}
            </button>
            {{ faultWords[f.code] }}
            {{ sayFault(f) }}
          </li>
        </ul>
        <p class="text-faint border-line border-t px-4 py-1 text-xs">
          1–6 faces · [ ] choose · arrows move 1 mm, Shift 10 · , . turn 15°, with Shift 1° · D
          duplicate · Delete · Z undo · S store
        </p>
      </div>
      <aside
        class="border-line bg-sheet relative w-[20.5rem] shrink-0 overflow-y-auto border-l"
        aria-label="Figures"
      >
        <div class="border-line flex border-b text-xs" role="tablist">
          <button
            v-for="[t, label] in [
              ['one', 'Chosen'],
              ['facts', 'The part'],
              ['moves', 'Moves'],
              ['photo', 'Photo'],
              ['rig', 'On a rig'],
            ] as const"
            :key="t"
            type="button"
            role="tab"
            class="flex-1 border-b-2 py-2"
            :class="
              tab === t ? 'border-leaf text-leaf font-medium' : 'border-transparent hover:bg-shade'
            "
            :aria-selected="tab === t"
            @click="tab = t"
          >
            {{ label }}
          </button>
        </div>
        <div class="px-4 py-3" role="tabpanel">
          <template v-if="tab === 'one'">
            <ElementPanel
              v-if="element"
              :key="element.is.id"
              :editor="editor"
              :element="element"
              @duplicate="duplicate"
              @remove="remove"
            />
            <p v-else class="text-faint caption">
              Choose something on the face or in the list; its figures stand here.
            </p>
          </template>
          <FactsPanel v-else-if="tab === 'facts'" :editor="editor" :part="part" />
          <MovesPanel v-else-if="tab === 'moves'" :editor="editor" :part="part" />
          <PhotoPanel
            v-else-if="tab === 'photo'"
            v-model:photo="photo"
            v-model:picking="picking"
            :part="part"
            :view="view"
          />
          <TrialBox v-else :part="part" />
        </div>
      </aside>
    </main>
  </div>
</template>
