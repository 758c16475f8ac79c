<script setup lang="ts">
import { mountKinds, usuallyCarries, type Connector, type MountKind } from '@zucchini/core';
import { computed } from 'vue';
import ChoiceField from '../../form/ChoiceField.vue';
import AppButton from '../../shared/AppButton.vue';
import FieldRow from '../editor/FieldRow.vue';
import { listBlockFields, sayBlockMount, withFields } from './blockFields';
import CarriesTicks from './CarriesTicks.vue';
import { carriesOptions, faceOptions, halfOptions, plugOptions } from './options';

/** What is on the faces of a box: plugs or mounts, one row each. */
const props = defineProps<{
  kind: 'ports' | 'mounts';
  label: string;
  must?: boolean;
  modelValue: readonly Record<string, unknown>[] | undefined;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: Record<string, unknown>[] | undefined] }>();
const rows = computed(() => props.modelValue ?? []);
const directions = [
  ['in', 'in'],
  ['out', 'out'],
  ['both', 'both'],
] as const;

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
  return {
    connector,
    direction,
    carries: usuallyCarries[connector as Connector] ?? ['data'],
    face,
  };
}

/** Halves by which a part is carried as a rule: the first of them on it carries it. */
const carrying = ['screw', 'clamp', 'foot', 'battery', 'face', 'strap'];
function withCarrier(row: Record<string, unknown>, i: number): Record<string, unknown> {
  const isFirst = !rows.value.some((r, k) => k !== i && r['carrier']);
  return isFirst && carrying.includes(String(row['side'])) ? { ...row, carrier: true } : row;
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
function setFace(i: number, row: Record<string, unknown>, face: string): void {
  const half = `${String(row['kind'])} ${String(row['side'])}`;
  set(i, props.kind === 'mounts' ? withCarrier(createMount(half, face, i), i) : { ...row, face });
}
const carriedBy = (row: Record<string, unknown>) => (row['carries'] ?? []) as string[];
const sayCarried = (row: Record<string, unknown>) =>
  carriesOptions
    .filter(([v]) => carriedBy(row).includes(v))
    .map(([, label]) => label)
    .join(', ');
function drop(i: number): void {
  const next = rows.value.filter((_, k) => k !== i);
  emit('update:modelValue', next.length ? next : undefined);
}
</script>

<template>
  <fieldset>
    <legend class="mb-1">{{ label }}<span v-if="must" class="text-tomato"> *</span></legend>
    <ul class="space-y-1">
      <li v-for="(row, i) in rows" :key="i" class="flex flex-wrap items-center gap-1">
        <ChoiceField
          v-if="kind === 'mounts'"
          class="min-w-0 flex-1"
          labelled="hidden"
          :label="`Mount ${i + 1}`"
          :options="halfOptions"
          :model-value="`${row['kind']} ${row['side']}`"
          @update:model-value="
            (half) => set(i, withCarrier(createMount(half, String(row['face']), i), i))
          "
        />
        <template v-else>
          <ChoiceField
            class="min-w-0 flex-1"
            labelled="hidden"
            :label="`Socket ${i + 1}`"
            :options="plugOptions"
            :model-value="String(row['connector'])"
            @update:model-value="
              (plug) => set(i, createPort(plug, String(row['direction']), String(row['face'])))
            "
          />
          <ChoiceField
            class="w-20"
            label="In or out"
            labelled="hidden"
            :options="directions"
            :model-value="String(row['direction'])"
            @update:model-value="(direction) => set(i, { ...row, direction })"
          />
        </template>
        <ChoiceField
          class="w-28"
          labelled="hidden"
          :label="`Face of ${i + 1}`"
          :options="faceOptions"
          :model-value="String(row['face'])"
          @update:model-value="(face) => setFace(i, row, face)"
        />
        <AppButton look="quiet" small :aria-label="`Take row ${i + 1} away`" @click="drop(i)"
          >×</AppButton
        >
        <details v-if="kind === 'mounts'" class="text-faint w-full pl-1 text-xs">
          <summary class="min-h-6 py-1">{{ sayBlockMount(row) }}</summary>
          <FieldRow
            v-for="field in listBlockFields(row)"
            :key="field.label"
            :field="field"
            @set="(fields) => set(i, withFields(row, fields))"
          />
        </details>
        <!-- Guessed by its connector: an HDMI socket need not carry sound. -->
        <details v-if="kind === 'ports'" class="text-faint w-full pl-1 text-xs">
          <summary class="min-h-6 py-1">carries {{ sayCarried(row) }}</summary>
          <fieldset class="flex flex-wrap gap-x-3">
            <legend class="sr-only">What socket {{ i + 1 }} carries</legend>
            <CarriesTicks
              at-least-one
              :model-value="carriedBy(row)"
              @update:model-value="(carries) => set(i, { ...row, carries })"
            />
          </fieldset>
        </details>
      </li>
    </ul>
    <AppButton class="mt-1" small @click="add">{{
      kind === 'mounts' ? 'Add a mount' : 'Add a socket'
    }}</AppButton>
  </fieldset>
</template>
