<script setup lang="ts">
import {
  hasTrait,
  listChoices,
  measureMinorDigits,
  needNames,
  Serves,
  toMoney,
  toolLabels,
  type Money,
  type Tool,
} from '@zucchini/core';
import { computed } from 'vue';
import { useBench } from '../desk/benchStore';
import ChoiceField from '../form/ChoiceField.vue';
import FigureField from '../form/FigureField.vue';
import TextField from '../form/TextField.vue';
import TickField from '../form/TickField.vue';
import AppButton from '../shared/AppButton.vue';
import BriefChoice from './BriefChoice.vue';
import CaseRows from './CaseRows.vue';
import BriefFigure from './BriefFigure.vue';
import SceneRows from './SceneRows.vue';
import { frameOptions, schools } from './words';
import type { BriefEditing } from './useBrief';

/** All of a brief, section by section. Everything may be left out, and what is left out is not judged. */
const props = defineProps<{
  editing: BriefEditing;
  /** In the drawer beside the plate: one thing under the other. */
  narrow?: boolean;
}>();
const bench = useBench();
const brief = computed(() => props.editing.stored.value!);
const { get, set, issueAt } = props.editing;

const deliverables = computed(() => brief.value.deliverables ?? []);
const addDeliverable = () =>
  set(`deliverables.${deliverables.value.length}`, {
    name: `Film ${deliverables.value.length + 1}`,
    framesPerS: 25,
  });
const modes = computed(
  () => bench.report?.assembly.items.find((p) => hasTrait(p.part, 'camera'))?.part.modes ?? [],
);

const spend = computed(() => {
  const money = get('limits.spend') as Money | undefined;
  return money && money.minor / 10 ** measureMinorDigits(money.currency);
});
const setSpend = (v: number | undefined) =>
  set('limits.spend', v === undefined ? undefined : toMoney(v, brief.value.currency));

const tools = listChoices(toolLabels) as readonly (readonly [Tool, string])[];
const allowed = computed(() => brief.value.limits.tools ?? []);
function toggleTool(tool: Tool, isOn: boolean): void {
  const next = tools.map(([t]) => t).filter((t) => (t === tool ? isOn : allowed.value.includes(t)));
  set('limits.tools', next.length > 0 ? next : undefined);
}

type Wishes = NonNullable<typeof brief.value.wishes>;
const wishes = computed<Wishes>(() => brief.value.wishes ?? []);
const weightOptions = [
  ['', 'not asked for'],
  ['must', 'must'],
  ['should', 'should'],
  ['nice', 'nice to have'],
] as const;
const needs = Serves.shape.need.options.filter((n) => n !== 'picture' && n !== 'optics');
const weightOf = (need: string) => wishes.value.find((w) => w.need === need)?.weight ?? '';
function setWeight(need: (typeof needs)[number], weight: string): void {
  const others = wishes.value.filter((w) => w.need !== need);
  const next = weight ? [...others, { need, weight: weight as Wishes[number]['weight'] }] : others;
  set('wishes', next.length > 0 ? next : undefined);
}
const schoolPath = (name: (typeof schools)[number]['name']) =>
  name === 'leads' ? 'leads' : `schools.${name}`;
const cells = computed(() => (props.narrow ? 'grid-cols-1' : 'grid-cols-2'));
</script>

<template>
  <section aria-labelledby="brief-scenes">
    <h2 id="brief-scenes" class="font-serif text-lg">Scenes</h2>
    <SceneRows :editing="editing" :narrow="narrow ?? false" />
  </section>

  <section class="mt-7" aria-labelledby="brief-picture">
    <h2 id="brief-picture" class="font-serif text-lg">What is handed over</h2>
    <div class="mt-1 grid gap-x-8" :class="cells">
      <BriefFigure
        :editing="editing"
        path="picture.framesPerS"
        label="Frames a second"
        unit="fps"
      />
      <BriefFigure :editing="editing" path="picture.shutterDeg" label="Shutter angle" unit="°" />
      <BriefFigure :editing="editing" path="picture.widestT" label="Widest stop" unit="T" />
      <BriefFigure :editing="editing" path="picture.smallestT" label="Smallest stop" unit="T" />
      <BriefFigure
        :editing="editing"
        path="picture.highestIso"
        label="Highest ISO you accept"
        unit="ISO"
      />
      <BriefChoice
        v-if="modes.length > 0"
        :editing="editing"
        path="day.mode"
        label="Recorded as"
        :options="[['', 'not said'], ...modes.map((m) => [m.name, m.name] as const)]"
      />
    </div>
    <ol v-if="deliverables.length > 0" aria-label="Deliverables">
      <li
        v-for="(d, i) in deliverables"
        :key="i"
        class="rule grid items-end gap-x-4 gap-y-1 py-2"
        :class="narrow ? 'grid-cols-2' : 'grid-cols-[1fr_auto_auto_auto_auto]'"
      >
        <TextField
          label="Deliverable"
          labelled="above"
          :model-value="d.name"
          :issue="issueAt(`deliverables.${i}.name`)"
          @update:model-value="(v) => set(`deliverables.${i}.name`, v)"
        />
        <BriefFigure
          above
          :editing="editing"
          :path="`deliverables.${i}.framesPerS`"
          label="Frames a second"
          unit="fps"
        />
        <BriefFigure
          above
          :editing="editing"
          :path="`deliverables.${i}.shutterDeg`"
          label="Shutter angle"
          unit="°"
          placeholder="as above"
        />
        <BriefChoice
          above
          :editing="editing"
          :path="`deliverables.${i}.frame`"
          label="Picture"
          :options="frameOptions"
        />
        <AppButton
          small
          look="quiet"
          :aria-label="`Take out ${d.name}`"
          @click="set(`deliverables.${i}`, undefined)"
          >Take out</AppButton
        >
      </li>
    </ol>
    <AppButton class="mt-2" small @click="addDeliverable">Add a deliverable</AppButton>
  </section>

  <section class="mt-7" aria-labelledby="brief-limits">
    <h2 id="brief-limits" class="font-serif text-lg">Limits</h2>
    <div class="mt-1 grid gap-x-8" :class="cells">
      <FigureField
        label="Money, for what you do not own"
        :unit="brief.currency"
        placeholder="no limit"
        :model-value="spend"
        :issue="issueAt('limits.spend')"
        @update:model-value="setSpend"
      />
      <BriefFigure
        :editing="editing"
        path="limits.carryG"
        label="In the hands"
        unit="g"
        placeholder="no limit"
      />
      <BriefFigure
        :editing="editing"
        path="limits.heightMm"
        label="Tall"
        unit="mm"
        placeholder="no limit"
      />
      <BriefFigure
        :editing="editing"
        path="limits.aheadMm"
        label="Ahead of the lens mount"
        unit="mm"
        placeholder="no limit"
      />
      <BriefFigure
        :editing="editing"
        path="limits.changeMin"
        label="From one setup to another"
        unit="min"
        note="judged under Setups"
        placeholder="no limit"
      />
      <BriefFigure
        :editing="editing"
        path="supports.tripodPayloadG"
        label="Your tripod bears"
        unit="g"
      />
      <BriefFigure
        :editing="editing"
        path="supports.gimbalPayloadG"
        label="Your gimbal bears"
        unit="g"
      />
      <TextField
        label="The day"
        placeholder="e.g. 2026-03-01"
        :model-value="(get('day.date') as string | undefined) ?? ''"
        :issue="issueAt('day.date')"
        @update:model-value="(v) => set('day.date', v.trim() || undefined)"
      />
      <BriefFigure :editing="editing" path="day.flights" label="Flights" unit="" />
      <BriefFigure :editing="editing" path="day.hoursOn" label="Hours on the day" unit="h" />
      <BriefFigure :editing="editing" path="day.temperatureC" label="As cold as" unit="°C" />
    </div>
    <fieldset class="mt-2">
      <legend class="text-faint text-xs">
        Tools at hand on location (none ticked: not judged)
      </legend>
      <div class="mt-1 flex flex-wrap gap-x-4 gap-y-1 text-xs">
        <TickField
          v-for="[tool, label] in tools"
          :key="tool"
          :label="label"
          :model-value="allowed.includes(tool)"
          @update:model-value="(v) => toggleTool(tool, v)"
        />
      </div>
      <p v-if="editing.doubtAt('limits.tools')" class="text-blossom mt-1 text-xs">
        ▲ {{ editing.doubtAt('limits.tools') }}
      </p>
    </fieldset>
  </section>
  <section class="mt-7" aria-labelledby="brief-cases">
    <h2 id="brief-cases" class="font-serif text-lg">Cases</h2>
    <CaseRows :editing="editing" :narrow="narrow ?? false" />
  </section>

  <section class="mt-7" aria-labelledby="brief-people">
    <h2 id="brief-people" class="font-serif text-lg">People, picture and sound</h2>
    <div class="mt-1 grid gap-x-8" :class="cells">
      <BriefChoice
        :editing="editing"
        path="people.client"
        label="A client watches"
        :options="[
          ['', 'nobody'],
          ['wired', 'by a lead'],
          ['wireless', 'over the air'],
          ['either', 'either way'],
        ]"
      />
      <BriefFigure
        v-if="get('people.client')"
        :editing="editing"
        path="people.clientM"
        label="From so far off"
        unit="m"
      />
      <BriefChoice
        :editing="editing"
        path="people.focusFrom"
        label="Somebody pulls focus"
        :options="[
          ['', 'nobody'],
          ['left', 'from the left'],
          ['right', 'from the right'],
          ['afar', 'from afar'],
        ]"
      />
      <BriefChoice
        :editing="editing"
        path="people.sound"
        label="A sound person"
        :options="[
          ['', 'nobody'],
          ['alone', 'records by themselves'],
          ['timecode', 'with timecode'],
        ]"
      />
      <BriefChoice
        :editing="editing"
        path="sound.purpose"
        label="The camera’s sound is"
        :options="[
          ['', 'not said'],
          ['guide', 'a guide'],
          ['main', 'what is handed over'],
        ]"
      />
      <BriefFigure
        :editing="editing"
        path="sound.wirelessChannels"
        label="Radio microphones"
        unit="channels"
      />
      <BriefFigure
        :editing="editing"
        path="sound.onCameraMics"
        label="Mics on the camera"
        unit=""
      />
      <TickField
        last
        label="Headphones"
        :model-value="get('sound.headphones') === true"
        @update:model-value="(v) => set('sound.headphones', v || undefined)"
      />
      <TickField
        last
        label="A quieter track for safety"
        :model-value="get('sound.safetyTrack') === true"
        @update:model-value="(v) => set('sound.safetyTrack', v || undefined)"
      />
      <TickField
        last
        label="A picture that can be read in sun"
        :model-value="get('watch.inSun') === true"
        @update:model-value="(v) => set('watch.inSun', v || undefined)"
      />
      <TickField
        last
        label="You stand before the lens yourself"
        :model-value="get('watch.fromFront') === true"
        @update:model-value="(v) => set('watch.fromFront', v || undefined)"
      />
    </div>
  </section>

  <section class="mt-7" aria-labelledby="brief-schools">
    <h2 id="brief-schools" class="font-serif text-lg">How you like it</h2>
    <fieldset v-for="school in schools" :key="school.name" class="rule py-2">
      <legend class="sr-only">{{ school.label }}</legend>
      <div
        class="grid gap-x-6 gap-y-1"
        :class="narrow ? 'grid-cols-1' : 'grid-cols-[9rem_1fr_1fr]'"
      >
        <span class="font-serif" aria-hidden="true">{{ school.label }}</span>
        <label
          v-for="[value, label, follows] in school.options"
          :key="value"
          class="flex items-baseline gap-2"
        >
          <input
            type="checkbox"
            class="translate-y-0.5"
            :checked="get(schoolPath(school.name)) === value"
            @change="
              set(
                schoolPath(school.name),
                get(schoolPath(school.name)) === value ? undefined : value,
              )
            "
          />
          <span
            >{{ label }}<span class="text-faint block text-xs">{{ follows }}</span></span
          >
        </label>
      </div>
    </fieldset>
  </section>

  <section class="mt-7" aria-labelledby="brief-wishes">
    <h2 id="brief-wishes" class="font-serif text-lg">Must, should, nice to have</h2>
    <p class="text-faint text-xs">
      What the scenes ask for counts as a must unless you say otherwise here.
    </p>
    <div class="mt-1 grid gap-x-8" :class="cells">
      <ChoiceField
        v-for="need in needs"
        :key="need"
        small
        :label="needNames[need]"
        :options="weightOptions"
        :model-value="weightOf(need)"
        @update:model-value="(v) => setWeight(need, v)"
      />
    </div>
  </section>
</template>
