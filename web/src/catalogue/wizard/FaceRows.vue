<script setup lang="ts">
import { mountKinds, type MountKind } from '@zucchini/core';
import { computed } from 'vue';
import AppButton from '../../shared/AppButton.vue';
import { faceOptions, halfOptions, plugOptions, usuallyCarries } from './options';

/** What is on the faces of a box: plugs or mounts, one row each. */
const props = defineProps<{
  kind: 'ports' | 'mounts';
  label: string;
  modelValue: readonly Record<string, unknown>[] | undefined;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: Record<string, unknown>[] | undefined] }>();
const rows = computed(() => props.modelValue ?? []);
const value = (event: Event) => (event.target as HTMLSelectElement).value;

/** A direction along a face: rails run forward, or up where the face looks ahead or back. */
const along = (face: unknown) => (face === 'front' || face === 'back' ? 'top' : 'front');

function createMount(half: string, face: string, i: number): Record<string, unknown> {
  const [kind, side] = half.split(' ') as [MountKind, string];
  const { lengthwise } = mountKinds[kind];
  return {
    id: `${face}-${i + 1}`,
    face,
    kind,
    side,
    reference: along(face),
    ...(lengthwise === side ? { railMm: 40 } : lengthwise ? { clampMm: 24 } : {}),
  };
}
function createPort(connector: string, direction: string, face: string): Record<string, unknown> {
  return { connector, direction, carries: usuallyCarries[connector] ?? ['data'], face };
}

function add(): void {
  const next =
    props.kind === 'mounts'
      ? createMount(
          'quarter-20 socket',
          rows.value.length % 2 ? 'bottom' : 'top',
          rows.value.length,
        )
      : createPort('usb-c', 'in', 'left');
  emit('update:modelValue', [...rows.value, next]);
}
function set(i: number, row: Record<string, unknown>): void {
  emit(
    'update:modelValue',
    rows.value.map((r, k) => (k === i ? row : r)),
  );
}
function drop(i: number): void {
  const next = rows.value.filter((_, k) => k !== i);
  emit('update:modelValue', next.length ? next : undefined);
}
</script>

<template>
  <fieldset>
    <legend class="mb-1">{{ label }}</legend>
    <ul class="space-y-1">
      <li v-for="(row, i) in rows" :key="i" class="flex items-center gap-1">
        <template v-if="kind === 'mounts'">
          <select
            class="field min-w-0 flex-1"
            :aria-label="`Mount ${i + 1}`"
            :value="`${row['kind']} ${row['side']}`"
            @change="set(i, createMount(value($event), String(row['face']), i))"
          >
            <option v-for="[v, text] in halfOptions" :key="v" :value="v">{{ text }}</option>
          </select>
        </template>
        <template v-else>
          <select
            class="field min-w-0 flex-1"
            :aria-label="`Socket ${i + 1}`"
            :value="row['connector']"
            @change="
              set(i, createPort(value($event), String(row['direction']), String(row['face'])))
            "
          >
            <option v-for="[v, text] in plugOptions" :key="v" :value="v">{{ text }}</option>
          </select>
          <select
            class="field"
            aria-label="In or out"
            :value="row['direction']"
            @change="set(i, { ...row, direction: value($event) })"
          >
            <option value="in">in</option>
            <option value="out">out</option>
            <option value="both">both</option>
          </select>
        </template>
        <select
          class="field"
          :aria-label="`Face of ${i + 1}`"
          :value="row['face']"
          @change="
            set(
              i,
              kind === 'mounts'
                ? createMount(`${row['kind']} ${row['side']}`, value($event), i)
                : { ...row, face: value($event) },
            )
          "
        >
          <option v-for="[v, text] in faceOptions" :key="v" :value="v">{{ text }}</option>
        </select>
        <AppButton look="quiet" small :aria-label="`Take row ${i + 1} away`" @click="drop(i)"
          >×</AppButton
        >
      </li>
    </ul>
    <AppButton class="mt-1" small @click="add">{{
      kind === 'mounts' ? 'Add a mount' : 'Add a socket'
    }}</AppButton>
  </fieldset>
</template>
