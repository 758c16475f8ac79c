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

/** A click into the field shows what is known; coming by Tab does not. */
const opener = useTemplateRef<{ readonly el: HTMLElement }>('opener');
function openList(): void {
  const button = opener.value?.el;
  if (button?.getAttribute('aria-expanded') === 'false') button.click();
}

const typed = ref(props.modelValue ?? '');
/** Text that is being typed narrows the list; a name that stands there does not. */
const isTyping = ref(false);
watch(
  () => props.modelValue,
  (name) => {
    typed.value = name ?? '';
  },
);
/**
 * What can be taken, first of all what leaving the field takes: what was typed, as it is known or as a new name, or nothing.
 */
const options = computed<readonly { readonly name: string; readonly label: string }[]>(() => {
  const name = typed.value.trim();
  const known = props.known.includes(name) ? name : findSpelling(name, props.known);
  const words = isTyping.value ? listSearchWords(name) : [];
  const own =
    name === ''
      ? { name: '', label: 'not said' }
      : { name: known ?? name, label: known ?? `new: “${name}”` };
  const others = props.known.filter((n) => n !== own.name && hasAllWords(foldText(n), words));
  return [own, ...others.map((n) => ({ name: n, label: n }))];
});
const told = ref('');

function take(name: string | undefined): void {
  isTyping.value = false;
  const said = name?.trim() ?? '';
  const known = findSpelling(said, props.known);
  // Of two ways to leave the field one brings what was typed, the other the name as it is known.
  const spelt = findSpelling(typed.value.trim(), props.known);
  told.value =
    spelt && (known ?? said) === spelt ? `Taken as “${spelt}”, as it is already called` : '';
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
          @click="openList"
          @change="write(($event.target as HTMLInputElement).value)"
          @blur="isTyping && take(typed)"
        />
        <ComboboxButton
          ref="opener"
          class="text-faint absolute inset-y-0 right-0 px-1.5 text-[0.7em]"
          :aria-label="`Known: ${label}`"
          >▾</ComboboxButton
        >
        <ComboboxOptions
          ref="list"
          class="border-ink/40 bg-sheet text-ink z-30 w-max max-w-80 overflow-y-auto rounded-sm border py-1 text-sm shadow-md focus:outline-none"
          :style="floatingStyles"
        >
          <ComboboxOption
            v-for="option in options"
            :key="option.name"
            v-slot="{ active, selected }"
            as="template"
            :value="option.name"
          >
            <li class="flex cursor-pointer gap-1.5 px-2 py-1" :class="{ 'bg-leaf-tint': active }">
              <span class="w-3 shrink-0" aria-hidden="true">{{
                selected && option.name ? '✓' : ''
              }}</span>
              <span :class="{ 'text-faint': !option.name }">{{ option.label }}</span>
            </li>
          </ComboboxOption>
        </ComboboxOptions>
      </span>
    </FieldFrame>
  </Combobox>
</template>
