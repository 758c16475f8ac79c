<script setup lang="ts">
import { findElement, measurePlaceMm, type Part } from '@zucchini/core';
import { computed } from 'vue';
import AppButton from '../../shared/AppButton.vue';
import type { Fields } from './fields/field';
import { createMovement, createPose, listMovementRows, listPoseRows } from './fields/movement';
import RowList from './RowList.vue';
import type { Editor } from './useEditor';

/** How the part moves by itself: hinges and slides with what goes along, and the poses that have names. */
const props = defineProps<{ editor: Editor; part: Part }>();

const movements = computed(() => listMovementRows(props.part));
const poses = computed(() => listPoseRows(props.part));
const state = (facts: Fields) => props.editor.apply({ type: 'state', facts });

/** Through what was chosen last on the faces, and carrying it; else through the middle of the first solid. */
function add(type: 'turn' | 'shift'): void {
  const id = props.editor.chosen.value;
  const element = id === undefined ? undefined : findElement(props.part, id);
  const at = element ? measurePlaceMm(element) : props.part.solids[0]!.atMm;
  state(createMovement(props.part, type, at, element?.is.id));
}
</script>

<template>
  <p class="eyebrow">It moves</p>
  <p v-if="movements.length === 0" class="text-faint text-xs">
    Nothing on it moves. A screen, a door with a leaf, an arm, a plate on a hinge: choose on the
    face what moves, then add the hinge it turns about.
  </p>
  <RowList :rows="movements" @set="state" />
  <div class="mt-2 flex gap-2">
    <AppButton small @click="add('turn')">Add a hinge</AppButton>
    <AppButton small @click="add('shift')">Add a slide</AppButton>
  </div>
  <template v-if="movements.length > 0">
    <p class="eyebrow mt-4">Poses with a name</p>
    <p class="text-faint text-xs">
      How it is used: shut, out, up. A pose says where each movement stands; an empty field leaves
      it where it is.
    </p>
    <RowList :rows="poses" @set="state" />
    <AppButton class="mt-2" small @click="state(createPose(part))">Add a pose</AppButton>
  </template>
</template>
