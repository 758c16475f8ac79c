<script setup lang="ts">
import { autoUpdate, flip, offset, size, useFloating } from '@floating-ui/vue';
import {
  Combobox,
  ComboboxButton,
  ComboboxInput,
  ComboboxLabel,
  ComboboxOption,
  ComboboxOptions,
} from '@headlessui/vue';
import { findSpelling, hasAllWords, foldText, listSearchWords } from '@zucchini/core';
import { computed, ref, useTemplateRef, watch } from 'vue';
import FieldFrame from './FieldFrame.vue';

/**
 * A name that another part must say too: one of those that are known, or a new one. What is typed in another spelling of a
 * known name is taken as that name, and told.
 */
const props = defineProps<{
  label: string;
  /** The names that are known, by the alphabet. */
  known: readonly string[];
  modelValue: string | undefined;
  placeholder?: string;
  hint?: string | undefined;
  issue?: string | undefined;
  must?: boolean;
}>();
const emit = defineEmits<{ 'update:modelValue': [value: string | undefined] }>();

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
          maxHeight: `${Math.min(availableHeight, 280)}px`,
          minWidth: `${rects.reference.width}px`,
        });
      },
    }),
  ],
});

const typed = ref(props.modelValue ?? '');
/** Text that is being typed narrows the list; a name that stands there does not. */
const isTyping = ref(false);
watch(
  () => props.modelValue,
  (name) => {
    typed.value = name ?? '';
  },
);
const shown = computed(() => {
  if (!isTyping.value) return props.known;
  const words = listSearchWords(typed.value);
  return props.known.filter((name) => hasAllWords(foldText(name), words));
});
const fresh = computed(() => {
  const name = typed.value.trim();
  return name === '' || props.known.includes(name) || findSpelling(name, props.known)
    ? undefined
    : name;
});
const told = ref('');

function take(name: string | undefined): void {
  isTyping.value = false;
  const said = name?.trim() ?? '';
  const known = findSpelling(said, props.known);
  told.value = known ? `Taken as “${known}”, as it is already called` : '';
  typed.value = known ?? said;
  emit('update:modelValue', (known ?? said) || undefined);
}
function write(text: string): void {
  isTyping.value = true;
  told.value = '';
  typed.value = text;
  // The rest of the form follows while one types; the spelling is looked at when the field is left.
  emit('update:modelValue', text.trim() || undefined);
}
const says = computed(() => {
  if (told.value) return told.value;
  const name = props.modelValue?.trim();
  if (!name || isTyping.value || props.known.includes(name)) return undefined;
  return 'New: no other part has it yet';
});
</script>

<template>
  <Combobox
    :model-value="modelValue ?? ''"
    as="template"
    nullable
    @update:model-value="(name: string | null) => take(name ?? undefined)"
  >
    <FieldFrame
      :label="label"
      :label-as="ComboboxLabel"
      :must="must"
      :hint="hint"
      :issue="issue"
      :told="says"
    >
      <span ref="field" class="relative inline-flex w-48 min-w-0">
        <ComboboxInput
          class="field w-full pr-6"
          maxlength="120"
          autocomplete="off"
          :display-value="() => typed"
          :placeholder="placeholder"
          :aria-required="must || undefined"
          :aria-invalid="issue ? true : undefined"
          @change="write(($event.target as HTMLInputElement).value)"
          @blur="take(typed)"
        />
        <ComboboxButton
          class="text-faint absolute inset-y-0 right-0 px-1.5 text-[0.7em]"
          :aria-label="`Known: ${label}`"
          >▾</ComboboxButton
        >
        <ComboboxOptions
          v-if="shown.length > 0 || fresh"
          ref="list"
          class="border-ink/40 bg-sheet text-ink z-30 w-max max-w-80 overflow-y-auto rounded-sm border py-1 text-sm shadow-md focus:outline-none"
          :style="floatingStyles"
        >
          <ComboboxOption
            v-for="name in shown"
            :key="name"
            v-slot="{ active, selected }"
            as="template"
            :value="name"
          >
            <li class="flex cursor-pointer gap-1.5 px-2 py-1" :class="{ 'bg-leaf-tint': active }">
              <span class="w-3 shrink-0" aria-hidden="true">{{ selected ? '✓' : '' }}</span>
              {{ name }}
            </li>
          </ComboboxOption>
          <ComboboxOption v-if="fresh" v-slot="{ active }" as="template" :value="fresh">
            <li class="flex cursor-pointer gap-1.5 px-2 py-1" :class="{ 'bg-leaf-tint': active }">
              <span class="w-3 shrink-0" aria-hidden="true"></span>new: “{{ fresh }}”
            </li>
          </ComboboxOption>
        </ComboboxOptions>
      </span>
    </FieldFrame>
  </Combobox>
</template>
