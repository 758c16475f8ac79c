<script setup lang="ts">
import { drawRig, measurePhotoScale, standAlone, type Part, type ViewName } from '@zucchini/core';
import { computed, ref, watch } from 'vue';
import { viewWords } from '../../draw/viewWords';
import AppButton from '../../shared/AppButton.vue';
import FigureField from '../../form/FigureField.vue';
import { dropPhoto, keepPhoto, openPhoto, type FacePhoto } from './photos';
import { sayError } from '../../shared/sayError';

/** A photograph behind this face: two points of known distance give its scale. It stays in this browser. */
const props = defineProps<{ part: Part; view: ViewName }>();
const photo = defineModel<FacePhoto | undefined>('photo');
const picking = defineModel<'a' | 'b' | 'origin' | undefined>('picking');
const trouble = ref('');
const busy = ref(false);

async function bring(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  input.value = '';
  if (!file) return;
  busy.value = true;
  trouble.value = '';
  try {
    const { lowMm: low, highMm: high } = drawRig(standAlone(props.part), props.view);
    const middle = [(low[0] + high[0]) / 2, (low[1] + high[1]) / 2] as const;
    photo.value = await openPhoto(file, middle, (high[0] - low[0]) * 1.3);
    picking.value = 'a';
  } catch (error) {
    trouble.value = sayError(error);
  } finally {
    busy.value = false;
  }
}
// Kept as it is set; a browser that is full says so and the picture stays on the page.
watch(photo, async (next, before) => {
  if (!next || next === before) return;
  try {
    await keepPhoto(props.part.id, props.view, next);
  } catch {
    trouble.value = 'This browser cannot keep the picture; it is gone when the page is left.';
  }
});
async function drop(): Promise<void> {
  await dropPhoto(props.part.id, props.view);
  photo.value = undefined;
  picking.value = undefined;
}
const scale = computed(() => photo.value && measurePhotoScale(photo.value.fit));
function fit(change: Partial<FacePhoto['fit']>): void {
  if (!photo.value) return;
  const next = { ...photo.value, fit: { ...photo.value.fit, ...change } };
  if (measurePhotoScale(next.fit).state === 'unscaled') {
    trouble.value = 'The two points need a distance of more than 0 mm, and to be apart.';
    return;
  }
  trouble.value = '';
  photo.value = next;
}
</script>

<template>
  <p class="eyebrow">Photograph of the {{ viewWords[view] }}</p>
  <p class="text-faint mt-1 text-xs">
    Taken square to the face and from far off, so that near edges do not look larger. It stays in
    this browser and is sent nowhere.
  </p>
  <label
    class="border-ink/40 bg-sheet hover:bg-shade focus-within:outline-leaf mt-2 inline-block cursor-pointer rounded-sm border px-2 py-1 text-xs focus-within:outline-2"
  >
    {{ photo ? 'Another picture' : 'Bring a picture' }}
    <input class="sr-only" type="file" accept="image/*" :disabled="busy" @change="bring" />
  </label>
  <p v-if="busy" class="mt-2 text-xs" role="status">Opening the picture …</p>
  <p v-if="trouble" class="text-tomato mt-2 text-xs" role="alert">{{ trouble }}</p>
  <template v-if="photo">
    <ol class="mt-3 space-y-2 text-xs">
      <li>
        <AppButton
          small
          :aria-pressed="picking === 'a' || picking === 'b'"
          @click="picking = 'a'"
          >{{
            picking === 'a'
              ? 'Click the first point …'
              : picking === 'b'
                ? 'Click the second point …'
                : '1 Set two points'
          }}</AppButton
        >
      </li>
      <li>
        <FigureField
          label="2 They are apart by"
          unit="mm"
          :model-value="photo.fit.distanceMm"
          @update:model-value="(v) => fit({ distanceMm: v ?? 0 })"
        />
      </li>
      <li>
        <AppButton small :aria-pressed="picking === 'origin'" @click="picking = 'origin'">{{
          picking === 'origin' ? 'Click where the part’s own zero is …' : '3 Lay it on the part'
        }}</AppButton>
      </li>
      <li>
        <FigureField
          label="Turned by"
          unit="°"
          :model-value="photo.fit.turnDeg"
          @update:model-value="(v) => fit({ turnDeg: v ?? 0 })"
        />
      </li>
      <li>
        <label class="flex items-center justify-between gap-3"
          >Strength
          <input
            type="range"
            min="0.1"
            max="1"
            step="0.05"
            :value="photo.opacity"
            @input="
              photo = { ...photo, opacity: Number(($event.target as HTMLInputElement).value) }
            "
        /></label>
      </li>
    </ol>
    <p v-if="scale?.state === 'scaled'" class="mt-2 text-xs" role="status">
      1 pixel is {{ scale.mmPerPx.toFixed(3) }} mm.
    </p>
    <AppButton class="mt-2" small look="quiet" @click="drop">Take the picture away</AppButton>
  </template>
</template>
