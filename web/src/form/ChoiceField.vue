<script setup lang="ts" generic="T extends string | number">
import { autoUpdate, flip, offset, size, useFloating } from '@floating-ui/vue';
import {
  Listbox,
  ListboxButton,
  ListboxLabel,
  ListboxOption,
  ListboxOptions,
} from '@headlessui/vue';
import { computed, ref, useTemplateRef } from 'vue';
import FieldFrame, { type Labelled } from './FieldFrame.vue';

/**
 * One of several. The list opens under the field, or above where there is more room, and is never cut off by
 * what it stands in; a letter goes to the next that begins with it.
 */
const props = defineProps<{
  label: string;
  /** What is given, and how it is called. */
  options: readonly (readonly [T, string])[];
  modelValue: T | undefined;
  /** What stands in the field while nothing is chosen. */
  placeholder?: string;
  labelled?: Labelled;
  hint?: string | undefined;
  issue?: string | undefined;
  must?: boolean;
  disabled?: boolean;
  small?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: T] }>();
defineOptions({ inheritAttrs: false });

const field = useTemplateRef<HTMLElement>('field');
const list = ref<HTMLElement | null>(null);
const { floatingStyles } = useFloating(field, list, {
  strategy: 'fixed',
  placement: 'bottom-start',
  transform: false,
  whileElementsMounted: autoUpdate,
  middleware: [
    offset(2),
    flip({ padding: 8 }),
    size({
      padding: 8,
      apply({ availableHeight, rects, elements }) {
        Object.assign(elements.floating.style, {
          maxHeight: `${Math.min(availableHeight, 360)}px`,
          minWidth: `${rects.reference.width}px`,
        });
      },
    }),
  ],
});
const chosen = computed(() => props.options.find(([value]) => value === props.modelValue)?.[1]);
</script>

<template>
  <Listbox
    :model-value="modelValue ?? null"
    :disabled="disabled"
    as="template"
    @update:model-value="(v: T) => emit('update:modelValue', v)"
  >
    <FieldFrame
      :label="label"
      :labelled="labelled"
      :label-as="ListboxLabel"
      :must="must"
      :hint="hint"
      :issue="issue"
      :class="$attrs['class']"
    >
      <span
        ref="field"
        class="inline-flex min-w-0"
        :class="(labelled ?? 'beside') !== 'beside' ? 'w-full' : small ? '' : 'w-48'"
      >
        <ListboxButton
          class="field flex w-full min-w-0 items-baseline justify-between gap-2 text-left disabled:cursor-not-allowed disabled:opacity-60"
          :class="{ 'text-xs': small }"
          :data-value="modelValue ?? ''"
          :aria-required="must || undefined"
          :aria-invalid="issue ? true : undefined"
        >
          <span class="truncate" :class="{ 'text-faint': chosen === undefined }">{{
            chosen ?? placeholder ?? 'choose …'
          }}</span>
          <span class="text-faint text-[0.7em]" aria-hidden="true">▾</span>
        </ListboxButton>
        <ListboxOptions
          ref="list"
          class="border-ink/40 bg-sheet text-ink z-30 w-max max-w-80 overflow-y-auto rounded-sm border py-1 text-sm shadow-md focus:outline-none"
          :style="floatingStyles"
        >
          <ListboxOption
            v-for="[value, text] in options"
            :key="value"
            v-slot="{ active, selected }"
            as="template"
            :value="value"
          >
            <li
              class="flex cursor-pointer gap-1.5 px-2 py-1"
              :class="{ 'bg-leaf-tint': active }"
              :data-value="value"
            >
              <span class="w-3 shrink-0" aria-hidden="true">{{ selected ? '✓' : '' }}</span>
              {{ text }}
            </li>
          </ListboxOption>
        </ListboxOptions>
      </span>
    </FieldFrame>
  </Listbox>
</template>
