<script setup lang="ts">
import {
  hasTrait,
  copyPart,
  createPartId,
  listPartDoubts,
  measurePartSizeMm,
  nameMountOf,
  needNames,
  sayG,
  sayMoney,
  sayMount,
  sayTool,
  standAlone,
  toSvg,
  viewNames,
  type CopyKind,
  type Part,
  type PartRecord,
  readAnswers,
} from '@zucchini/core';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';

import AppButton from '../shared/AppButton.vue';
import PartDrawing from '../shared/PartDrawing.vue';
import { saveText } from '../shared/saveText';
import { viewWords } from '../draw/viewWords';
import { useCatalogue } from './catalogueStore';
import MatesSection from './MatesSection.vue';
import TrialBox from './TrialBox.vue';
import { ownWords, sayThing, sayPath, saySize } from './words';
import { sayError } from '../shared/sayError';

/** One part: its faces, its facts, where it is used, what it would do on the open rig. */
const props = defineProps<{ id: string }>();
const catalogue = useCatalogue();
const router = useRouter();
const record = ref<PartRecord>();
const trouble = ref('');
const leaving = ref(false);

watch(
  () => [props.id, catalogue.lines] as const,
  async () => {
    leaving.value = false;
    trouble.value = '';
    try {
      const found = await catalogue.find(props.id);
      if (found?.part.id === props.id) record.value = found;
      else if (!found) record.value = undefined;
    } catch (error) {
      trouble.value = sayError(error);
    }
  },
  { immediate: true },
);
const part = computed(() => record.value?.part);
const doubts = computed(() => (part.value ? listPartDoubts(part.value) : []));

const provenanceWords = {
  sheet: 'maker’s sheet',
  measured: 'measured',
  guessed: 'guessed',
} as const;
const guessed = computed(() =>
  Object.entries(part.value?.provenance ?? {})
    .filter(([, by]) => by === 'guessed')
    .map(([path]) => sayPath(path, part.value!.kind)),
);
const massBy = computed(() => {
  const by = part.value?.provenance?.['massG'];
  return by ? provenanceWords[by] : '';
});

async function makeCopy(how: CopyKind): Promise<void> {
  const from = part.value!;
  const ending = { copy: 'copy', mirrored: 'mirrored', altered: 'altered' }[how];
  const name = `${from.name}, ${ending}`.slice(0, 120);
  const id = createPartId(`${from.id}-${ending}`, undefined, (i) => catalogue.taken.has(i));
  try {
    await catalogue.store([{ revision: 0, part: copyPart(from, how, id, name) }]);
    await router.push({ name: 'part', params: { id } });
  } catch (error) {
    trouble.value = sayError(error);
  }
}

async function takeOut(): Promise<void> {
  try {
    await catalogue.remove(props.id);
  } catch (error) {
    trouble.value = sayError(error);
    leaving.value = false;
  }
}

function saveFaces(of: Part): void {
  for (const view of viewNames) {
    const caption = `${of.name} · ${viewWords[view]} · 1 : 1`;
    const drawing = toSvg(standAlone(of), view, { scale: 1, caption });
    saveText(`${of.id}-${view}.svg`, drawing, 'image/svg+xml');
  }
}
const faces = ['near', 'front', 'top'] as const;
</script>

<template>
  <article v-if="part" class="px-5 py-4" :aria-label="part.name">
    <p class="eyebrow">
      {{ readAnswers(part)?.thing.label ?? sayThing(part.kind)
      }}{{ part.maker ? ` · ${part.maker}` : '' }}
    </p>
    <h2 class="font-serif text-xl leading-tight">{{ part.name }}</h2>
    <p v-if="part.homeMade || part.altered" class="text-blossom mt-1 text-xs">
      ▲ {{ part.altered ? 'Altered' : 'Home-made' }}: edges, the maker’s warranty and the load it
      bears are not known. Hang nothing above people on it.
    </p>
    <div class="mt-3 grid grid-cols-3 gap-2">
      <figure v-for="view in faces" :key="view" class="text-center">
        <div class="h-24"><PartDrawing :part="part" :view="view" /></div>
        <figcaption class="caption text-faint text-xs">{{ viewWords[view] }}</figcaption>
      </figure>
    </div>
    <div class="mt-3 flex flex-wrap gap-1">
      <AppButton look="main" small @click="router.push({ name: 'part', params: { id: part.id } })"
        >Correct it</AppButton
      >
      <AppButton
        v-if="part.made"
        small
        @click="router.push({ name: 'new-part', query: { like: part.id } })"
        >Like this one, but …</AppButton
      >
      <AppButton small @click="makeCopy('copy')">Copy</AppButton>
      <AppButton small @click="makeCopy('mirrored')">Mirrored copy</AppButton>
      <AppButton small @click="makeCopy('altered')">Altered copy</AppButton>
      <AppButton small @click="saveFaces(part)">Faces as SVG</AppButton>
    </div>
    <p v-if="trouble" class="text-tomato mt-2 text-xs" role="alert">{{ trouble }}</p>
    <dl class="mt-3">
      <div class="rule flex justify-between gap-4 py-1">
        <dt class="text-faint">Mass</dt>
        <dd class="text-right">
          {{ part.massG === undefined ? 'not known' : sayG(part.massG)
          }}<span v-if="massBy" class="unit ml-1">{{ massBy }}</span>
        </dd>
      </div>
      <div class="rule flex justify-between gap-4 py-1">
        <dt class="text-faint">Size</dt>
        <dd>{{ saySize(measurePartSizeMm(part)) }}</dd>
      </div>
      <div class="rule flex justify-between gap-4 py-1">
        <dt class="text-faint">Price</dt>
        <dd>{{ part.price ? sayMoney(part.price) : 'not known' }}</dd>
      </div>
      <div class="rule flex justify-between gap-4 py-1">
        <dt class="text-faint">Comes as</dt>
        <dd>{{ ownWords[part.homeMade ? 'home-made' : part.altered ? 'altered' : 'bought'] }}</dd>
      </div>
      <div v-if="part.serves?.length" class="rule flex justify-between gap-4 py-1">
        <dt class="text-faint">Serves</dt>
        <dd class="text-right">{{ part.serves.map((s) => needNames[s.need]).join(', ') }}</dd>
      </div>
      <div class="rule py-1">
        <dt class="text-faint">Mounts</dt>
        <dd>
          <ul class="mt-0.5">
            <li v-for="m in part.mounts" :key="m.id" class="flex justify-between gap-3 text-xs">
              <span class="truncate">{{ nameMountOf(part, m.id) }}</span>
              <span class="text-faint whitespace-nowrap"
                >{{ sayMount(m) }}{{ m.fastening ? ` · ${sayTool(m.fastening.tool)}` : '' }}</span
              >
            </li>
          </ul>
          <span v-if="part.mounts.length === 0" class="text-xs">none</span>
        </dd>
      </div>
    </dl>
    <p v-if="guessed.length" class="bg-blossom-tint/60 mt-2 px-2 py-1 text-xs">
      ≈ Guessed by its template: {{ guessed.join(', ') }}. “Correct it” shows them on the faces.
    </p>
    <p v-for="d in doubts" :key="d.label" class="text-blossom mt-2 text-xs">
      ▲ {{ d.label }} {{ d.value }} {{ d.unit }} is unusual for this kind ({{ d.usual[0] }} to
      {{ d.usual[1] }}). Is it right?
    </p>
    <MatesSection class="mt-4" :part="part" @answered="catalogue.load()" />
    <section class="mt-4" aria-label="Where it is used">
      <h3 class="eyebrow">Where it is used</h3>
      <p v-if="record!.uses.length === 0" class="text-faint mt-1 text-xs">In no rig.</p>
      <ul v-else class="mt-1">
        <li v-for="use in record!.uses" :key="use.rigId">
          <RouterLink :to="{ name: 'bench', params: { id: use.rigId } }" class="underline">{{
            use.rigName
          }}</RouterLink>
          <span class="text-faint text-xs">
            · {{ use.setups.length ? use.setups.join(', ') : 'in its kit, not fitted' }}</span
          >
        </li>
      </ul>
    </section>
    <TrialBox v-if="!hasTrait(part, 'camera')" class="mt-4" :part="part" />
    <div class="mt-6">
      <AppButton v-if="!leaving" look="quiet" small @click="leaving = true"
        >Take out of the catalogue</AppButton
      >
      <div v-else class="flex items-center gap-2 text-xs">
        Gone for good:
        <AppButton look="danger" small @click="takeOut">Take it out</AppButton>
        <AppButton small @click="leaving = false">Keep</AppButton>
      </div>
    </div>
  </article>
  <p v-else-if="trouble" class="text-tomato p-5" role="alert">{{ trouble }}</p>
</template>
