<script setup lang="ts">
import { createSetAside, findKind, type Finding } from '@zucchini/core';
import { nextTick, ref, useTemplateRef } from 'vue';
import ChoiceField from '../../form/ChoiceField.vue';
import TextField from '../../form/TextField.vue';
import { announce } from '../../shared/announce';
import AppButton from '../../shared/AppButton.vue';
import { useBench } from '../../desk/benchStore';

/** Sets a risk or a note aside, with a word why: it is counted apart until it is worse. */
const props = defineProps<{ finding: Finding }>();
const bench = useBench();
const isOpen = ref(false);
const word = ref('');
const scope = ref<'setup' | 'rig'>('setup');
const issue = ref<string>();
const form = useTemplateRef<HTMLFormElement>('form');

async function open(): Promise<void> {
  isOpen.value = true;
  await nextTick();
  form.value?.querySelector('input')?.focus();
}

function close(): void {
  isOpen.value = false;
  word.value = '';
  issue.value = undefined;
}

function put(): void {
  const why = word.value.trim();
  if (why === '') {
    issue.value = 'Say in a word why: you will read it when it comes back.';
    form.value?.querySelector('input')?.focus();
    return;
  }
  const { finding } = props;
  const { assembly } = bench.report!;
  const entry = createSetAside(finding, findKind(finding.code), assembly, why, scope.value);
  close();
  bench.apply({ type: 'set-aside', entry });
  announce('Set aside. Z takes it back.');
}
</script>

<template>
  <button
    v-if="!isOpen"
    type="button"
    class="text-faint mt-1 w-fit py-1 text-xs underline"
    :aria-expanded="false"
    @click="open"
  >
    I know
  </button>
  <form
    v-else
    ref="form"
    class="border-line mt-2 flex flex-col gap-2 border-l pl-3"
    aria-label="Set this aside"
    @submit.prevent="put"
    @keydown.esc.stop="close"
  >
    <TextField v-model="word" label="Why you live with it" labelled="above" live :issue="issue" />
    <ChoiceField
      v-model="scope"
      label="for"
      small
      :options="[
        ['setup', 'this setup'],
        ['rig', 'the whole rig'],
      ]"
    />
    <p class="text-faint text-xs">
      It is counted apart, and comes back when its parts or its figure change for the worse.
    </p>
    <div class="flex gap-2">
      <AppButton small look="main" type="submit">Set aside</AppButton>
      <AppButton small @click="close">Leave it</AppButton>
    </div>
  </form>
</template>
