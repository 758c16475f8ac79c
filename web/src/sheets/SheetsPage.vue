<script setup lang="ts">
import {
  fieldFormat,
  fieldFormatVersion,
  listTicked,
  longestStepS,
  readFieldText,
  type Issue,
  type PartBook,
  type Rig,
} from '@zucchini/core';
import { computed, nextTick, ref, shallowRef, useTemplateRef, watch } from 'vue';
import { useRouter } from 'vue-router';
import { api, ApiError, readCode } from '../api/client';
import AppButton from '../shared/AppButton.vue';
import TopBar from '../shared/TopBar.vue';
import TroubleBox from '../shared/TroubleBox.vue';
import { sayError } from '../shared/sayError';
import { saveText } from '../shared/saveText';
import BuildSheet from './BuildSheet.vue';
import ChecksCard from './ChecksCard.vue';
import ClockList from './ClockList.vue';
import FieldState from './FieldState.vue';
import FlightCard from './FlightCard.vue';
import { useFieldLog } from './fieldLog';
import LogCard from './LogCard.vue';
import NotesCard from './NotesCard.vue';
import PhoneCard from './PhoneCard.vue';
import PackSheet from './PackSheet.vue';
import { makePocket } from './pocket/makePocket';
import PowerSheet from './PowerSheet.vue';
import RotaCard from './RotaCard.vue';
import TightenCard from './TightenCard.vue';
import { useSheets } from './useSheets';

/** All sheets of one setup, each as a page of its own: read on a phone, printed black on white. */
const props = defineProps<{ id: string; setupId: string; sheet?: string }>();
const read = shallowRef<{ readonly rig: Rig; readonly parts: PartBook }>();
const trouble = ref('');
const isLost = ref(false);
const needsCode = ref(false);
const log = useFieldLog(() => props.id);
/** Read over the local network: the bench is not open there. */
const isPhone = readCode() !== undefined;

async function load(): Promise<void> {
  try {
    const { rig, parts } = await api.findRig(props.id);
    read.value = { rig, parts: new Map(parts.map((p) => [p.id, p])) };
    trouble.value = '';
    await log.read();
  } catch (error) {
    isLost.value = error instanceof ApiError && error.status === 404;
    needsCode.value = error instanceof ApiError && error.status === 401;
    trouble.value = sayError(error);
  }
}
watch(() => props.id, load, { immediate: true });

const { build, told, steps, sheets, dayPack, changes, isReady } = useSheets(
  read,
  () => props.setupId,
  log.entries,
);
const setup = computed(() => read.value?.rig.setups.find((s) => s.id === props.setupId));

const kinds = [
  ['build', 'Build'],
  ['power', 'Leads and power'],
  ['tighten', 'Re-tighten'],
  ['checks', 'Checks'],
  ['rota', 'Rota'],
  ['pack', 'Pack list'],
  ['flight', 'Flight'],
  ['clock', 'Clock'],
  ['notes', 'Notes'],
  ['phone', 'On the phone'],
] as const;
/** Which one is looked at; all of them under one another where none is named. */
const open = computed(() => kinds.find(([kind]) => kind === props.sheet)?.[0]);
const shows = (kind: (typeof kinds)[number][0]) =>
  open.value === kind || (open.value === undefined && !['clock', 'notes', 'phone'].includes(kind));

const router = useRouter();
function switchSetup(event: Event): void {
  const setupId = (event.target as HTMLSelectElement).value;
  void router.replace({ name: 'sheets', params: { id: props.id, setupId, sheet: props.sheet } });
}
const print = () => window.print();

const page = useTemplateRef('page');
const making = ref(false);
/** The pocket sheet is made of what stands on the page: all of it is shown first, and then what was looked at again. */
async function savePocket(): Promise<void> {
  making.value = true;
  const looked = open.value;
  const { id, setupId } = props;
  try {
    if (looked !== undefined) {
      await router.replace({ name: 'sheets', params: { id, setupId } });
      await nextTick();
    }
    const { rig } = read.value!;
    const name = `${rig.name} ${setup.value!.name}`.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase();
    const html = await makePocket(
      page.value!,
      {
        format: fieldFormat,
        formatVersion: fieldFormatVersion,
        rig: rig.id,
        rigName: rig.name,
        setup: props.setupId,
        madeAt: new Date().toISOString(),
        fileName: `${name}.field.json`,
        longestS: longestStepS,
        ticked: [...listTicked(log.entries.value, props.setupId)],
        changes: changes.value,
      },
      rig.kit.map((i) => ({ id: i.id, name: sheets.value!.names.item(i.id) })),
    );
    saveText(`${name}.pocket.html`, html, 'text/html');
  } catch (error) {
    trouble.value = sayError(error);
  } finally {
    making.value = false;
    // Unless somebody has gone elsewhere meanwhile.
    if (looked && !open.value && props.id === id && props.setupId === setupId) {
      await router.replace({ name: 'sheets', params: { id, setupId, sheet: looked } });
    }
  }
}

const broughtTrouble = ref<readonly Issue[]>([]);
const brought = ref('');
async function bringNotes(event: Event): Promise<void> {
  const field = event.target as HTMLInputElement;
  const file = field.files?.[0];
  field.value = '';
  if (!file) return;
  const outcome = readFieldText(await file.text(), props.id);
  broughtTrouble.value = outcome.state === 'malformed' ? outcome.issues.slice(0, 20) : [];
  brought.value = '';
  if (outcome.state === 'malformed') return;
  await log.bring(outcome.file.entries);
  const count = outcome.file.entries.length;
  brought.value = `${count} ${count === 1 ? 'entry is' : 'entries are'} in the log.`;
}
const printedOn = new Date().toLocaleDateString('en-GB', { dateStyle: 'medium' });
</script>

<template>
  <div class="min-h-screen">
    <TopBar class="print:hidden max-sm:hidden" />
    <main
      class="mx-auto w-full max-w-4xl px-6 pt-5 pb-24 max-sm:px-4 print:max-w-none print:p-0 print:text-black"
    >
      <div class="flex flex-wrap items-center justify-between gap-x-4 gap-y-2 print:hidden">
        <RouterLink
          class="text-leaf text-xs hover:underline max-sm:py-2 max-sm:text-sm"
          :to="isPhone ? { name: 'lan' } : { name: 'bench', params: { id } }"
          >{{ isPhone ? '← all sheets' : '← to the bench' }}</RouterLink
        >
        <div v-if="read && setup" class="flex items-center gap-2">
          <label class="text-faint text-xs" for="sheet-setup">Setup</label>
          <select
            id="sheet-setup"
            class="field max-w-52 max-sm:min-h-11"
            :value="setupId"
            @change="switchSetup"
          >
            <option v-for="s in read.rig.setups" :key="s.id" :value="s.id">{{ s.name }}</option>
          </select>
          <AppButton look="main" class="max-sm:hidden" @click="print">Print</AppButton>
        </div>
      </div>
      <TroubleBox v-if="trouble && !read" class="mt-4" :title="trouble">
        <AppButton v-if="!isLost" class="mt-2" small @click="load">Read it again</AppButton>
        <RouterLink v-if="needsCode" class="text-leaf ml-3 underline" :to="{ name: 'lan' }"
          >Type the code</RouterLink
        >
      </TroubleBox>
      <TroubleBox
        v-else-if="read && !setup"
        class="mt-4"
        title="This rig has no such setup any more."
      >
        <ul class="mt-2 text-sm">
          <li v-for="s in read.rig.setups" :key="s.id">
            <RouterLink
              class="text-leaf underline"
              :to="{ name: 'sheets', params: { id, setupId: s.id } }"
              >{{ s.name }}</RouterLink
            >
          </li>
        </ul>
      </TroubleBox>
      <p v-else-if="!sheets" class="text-faint mt-8" role="status">
        {{ isReady ? 'Reading the rig …' : 'Looking what stands where …' }}
      </p>
      <template v-else>
        <nav
          class="mt-3 flex flex-wrap gap-1 max-sm:gap-1.5 print:hidden"
          aria-label="Sheets of this setup"
        >
          <RouterLink
            v-for="[kind, label] in [['', 'All'] as const, ...kinds]"
            :key="kind"
            class="rounded-sm border px-2 py-1 text-xs max-sm:px-3 max-sm:py-2.5 max-sm:text-sm"
            :class="
              (open ?? '') === kind
                ? 'border-leaf bg-leaf-tint font-medium'
                : 'border-line hover:bg-shade'
            "
            :aria-current="(open ?? '') === kind ? 'page' : undefined"
            :to="{ name: 'sheets', params: { id, setupId, sheet: kind } }"
            replace
            >{{ label }}</RouterLink
          >
        </nav>
        <FieldState class="mt-3 print:hidden" :log="log" :names="sheets.names" />
        <div ref="page">
          <header class="mt-4">
            <h1 class="font-serif text-3xl max-sm:text-2xl">{{ read!.rig.name }}</h1>
            <p class="caption text-faint print:text-black">{{ setup!.name }} · {{ printedOn }}</p>
          </header>

          <BuildSheet
            v-if="shows('build')"
            class="sheet"
            :told="told"
            :steps="steps"
            :known="build !== undefined"
          />
          <PowerSheet v-if="shows('power')" class="sheet" :sheets="sheets" />
          <TightenCard
            v-if="shows('tighten')"
            class="sheet"
            :sheets="sheets"
            :log="log"
            :setup-id="setupId"
          />
          <ChecksCard
            v-if="shows('checks')"
            class="sheet"
            :sheets="sheets"
            :log="log"
            :setup-id="setupId"
          />
          <RotaCard v-if="shows('rota')" class="sheet" :sheets="sheets" />
          <PackSheet
            v-if="shows('pack')"
            class="sheet"
            :sheets="sheets"
            :day-pack="dayPack"
            :log="log"
            :setup-id="setupId"
          />
          <FlightCard v-if="shows('flight')" class="sheet" :sheets="sheets" />
          <ClockList v-if="shows('clock')" class="sheet" :rig="read!.rig" :setup-id="setupId" />
          <NotesCard
            v-if="shows('notes')"
            class="sheet"
            :log="log"
            :setup-id="setupId"
            :names="sheets.names"
            :rig="read!.rig"
          />
          <LogCard
            v-if="shows('notes') && !isPhone"
            class="sheet print:hidden"
            :log="log"
            :names="sheets.names"
            :rig="read!.rig"
          />
        </div>
        <PhoneCard v-if="shows('phone') && !isPhone" class="print:hidden" />
        <section v-if="shows('phone')" class="sheet print:hidden" aria-labelledby="pocket-title">
          <h2 id="pocket-title" class="font-serif text-2xl">Without Zucchini</h2>
          <p class="text-sm">
            The pocket sheet is one file with all sheets of this setup, their drawings, ticks, the
            clock and notes. It opens from a phone’s files with no server and no network, and gives
            back what was noted as a small file.
          </p>
          <div class="mt-2 flex flex-wrap gap-2">
            <AppButton :disabled="making" @click="savePocket">Save the pocket sheet</AppButton>
            <label
              class="border-ink/40 bg-sheet hover:bg-shade focus-within:outline-leaf cursor-pointer rounded-sm border px-3 py-1.5 text-sm focus-within:outline-2"
              >Bring its notes in<input
                class="sr-only"
                type="file"
                accept=".json,application/json"
                @change="bringNotes"
            /></label>
          </div>
          <TroubleBox
            v-if="broughtTrouble.length > 0"
            class="mt-2"
            title="These notes cannot be brought in; nothing was stored."
            :issues="broughtTrouble"
          />
          <p v-else-if="brought" class="text-leaf mt-2 text-sm" role="status">{{ brought }}</p>
        </section>
      </template>
    </main>
  </div>
</template>
