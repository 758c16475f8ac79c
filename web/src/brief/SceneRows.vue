<script setup lang="ts">
import { brightnessTable, type Scene } from '@zucchini/core';
import { computed } from 'vue';
import TextField from '../form/TextField.vue';
import TickField from '../form/TickField.vue';
import AppButton from '../shared/AppButton.vue';
import BriefChoice from './BriefChoice.vue';
import BriefFigure from './BriefFigure.vue';
import { colourOptions, frameOptions, holdOptions, windOptions, withOptions } from './words';
import type { BriefEditing } from './useBrief';

/** The scenes of the brief, each in a few lines; the table of brightness beside them. */
const props = defineProps<{ editing: BriefEditing; narrow?: boolean }>();
const scenes = computed(() => (props.editing.stored.value?.scenes ?? []) as readonly Scene[]);
const add = () =>
  props.editing.set(`scenes.${scenes.value.length}`, {
    name: `Scene ${scenes.value.length + 1}`,
  });
const flag = (i: number, name: 'wet' | 'dusty' | 'noisy') => `scenes.${i}.${name}`;
const cells = computed(() => (props.narrow ? 'grid-cols-2' : 'grid-cols-4'));
</script>

<template>
  <ol v-if="scenes.length > 0" aria-label="Scenes">
    <li v-for="(s, i) in scenes" :key="i" class="rule py-3">
      <div class="flex items-end gap-3">
        <TextField
          class="min-w-0 flex-1"
          label="Scene"
          labelled="above"
          :model-value="s.name"
          :issue="editing.issueAt(`scenes.${i}.name`)"
          @update:model-value="(v) => editing.set(`scenes.${i}.name`, v)"
        />
        <AppButton
          small
          look="quiet"
          class="whitespace-nowrap"
          :aria-label="`Take out ${s.name}`"
          @click="editing.set(`scenes.${i}`, undefined)"
          >Take out</AppButton
        >
      </div>
      <div class="mt-2 grid items-start gap-x-4 gap-y-2" :class="cells">
        <BriefFigure
          above
          :editing="editing"
          :path="`scenes.${i}.fromEv`"
          label="At its darkest"
          unit="EV"
        />
        <BriefFigure
          above
          :editing="editing"
          :path="`scenes.${i}.toEv`"
          label="At its brightest"
          unit="EV"
        />
        <BriefChoice
          above
          :editing="editing"
          :path="`scenes.${i}.hold`"
          label="Held"
          :options="holdOptions"
        />
        <BriefChoice
          above
          :editing="editing"
          :path="`scenes.${i}.frame`"
          label="Picture"
          :options="frameOptions"
        />
        <BriefChoice
          above
          :editing="editing"
          :path="`scenes.${i}.with`"
          label="With"
          :options="withOptions"
        />
        <BriefChoice
          above
          :editing="editing"
          :path="`scenes.${i}.wind`"
          label="Air"
          :options="windOptions"
        />
        <BriefChoice
          above
          :editing="editing"
          :path="`scenes.${i}.colour`"
          label="Light"
          :options="colourOptions"
        />
        <BriefFigure above :editing="editing" :path="`scenes.${i}.hours`" label="Lasts" unit="h" />
        <BriefFigure
          above
          :editing="editing"
          :path="`scenes.${i}.wirelessChannels`"
          label="Radio microphones"
          unit="channels"
        />
        <BriefFigure
          above
          :editing="editing"
          :path="`scenes.${i}.onCameraMics`"
          label="Mics on the camera"
          unit=""
        />
        <BriefFigure
          above
          :editing="editing"
          :path="`scenes.${i}.readyMin`"
          label="Ready within"
          unit="min"
          note="judged under Setups"
        />
        <div class="flex flex-col gap-1 text-xs">
          <TickField
            v-for="[name, label] in [
              ['wet', 'rain or spray'],
              ['dusty', 'dust or sand'],
              ['noisy', 'loud'],
            ] as const"
            :key="name"
            :label="label"
            :model-value="editing.get(flag(i, name)) === true"
            @update:model-value="(v) => editing.set(flag(i, name), v || undefined)"
          />
        </div>
      </div>
    </li>
  </ol>
  <p v-if="scenes.length > 0" class="text-faint mt-1 text-xs">
    The colour of the light and how loud it is are kept for you; nothing is judged by them yet.
  </p>
  <p v-else class="text-faint mt-1 text-xs">
    No scene yet: without one nothing is said of light, wind or how it is held.
  </p>
  <div class="mt-2 flex items-start justify-between gap-6">
    <AppButton small @click="add">Add a scene</AppButton>
    <details class="text-xs">
      <summary class="text-faint">How bright is that?</summary>
      <table class="mt-1 tabular-nums">
        <tbody>
          <tr v-for="row in brightnessTable" :key="row.ev" class="rule">
            <th scope="row" class="py-0.5 pr-3 text-right font-medium">EV {{ row.ev }}</th>
            <td class="py-0.5">{{ row.what }}</td>
          </tr>
        </tbody>
      </table>
      <p class="text-faint mt-1 max-w-60">
        EV at ISO 100, as handbooks of photography tabulate it, each within about a stop.
      </p>
    </details>
  </div>
</template>
