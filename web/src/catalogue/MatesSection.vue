<script setup lang="ts">
import { measureMate, mountKinds, type Mount, type Part } from '@zucchini/core';
import { computed, ref, shallowRef } from 'vue';
import { api } from '../api/client';
import ChoiceField from '../form/ChoiceField.vue';
import AppButton from '../shared/AppButton.vue';
import MateQuestion from '../mates/MateQuestion.vue';

/** The mounts of a part that ask for a partner made for them, and what is known of each partner. */
const props = defineProps<{ part: Part }>();
const emit = defineEmits<{ answered: [] }>();
const keyed = computed(() =>
  props.part.mounts.filter((m) => m.takes ?? m.refuses ?? m.entersOnly ?? m.keys),
);
const all = shallowRef<readonly Part[]>();
const open = ref('');
const partner = ref('');

async function ask(mount: Mount): Promise<void> {
  all.value ??= await api.listParts();
  open.value = open.value === mount.id ? '' : mount.id;
  partner.value = '';
}
/** Parts with a mount that would meet it, were it not for the keys. */
const partners = computed(() => {
  const mount = keyed.value.find((m) => m.id === open.value);
  if (!mount) return [];
  const bare = (m: Mount): Mount => {
    const { takes: _t, refuses: _r, entersOnly: _e, keys: _k, ...rest } = m;
    return rest;
  };
  return (all.value ?? []).flatMap((part) => {
    if (part.id === props.part.id) return [];
    const own = part.mounts.find(
      (m) =>
        // Either asks for a key; two plain mounts need no answer.
        (mount.takes !== undefined || m.takes !== undefined) &&
        measureMate(bare(mount), bare(m)).state === 'mates',
    );
    if (!own) return [];
    const mate = measureMate(mount, own);
    const state =
      mate.state === 'refuses'
        ? 'refuses'
        : { fits: 'fits', 'enters-only': 'does not latch', unknown: 'not known', none: 'fits' }[
            mate.key
          ];
    return [{ part, mountId: own.id, state, label: `${part.name} · ${state}` }];
  });
});
const chosen = computed(() => partners.value.find((p) => p.part.id === partner.value));
async function answered(): Promise<void> {
  all.value = await api.listParts();
  emit('answered');
}
</script>

<template>
  <section v-if="keyed.length" aria-label="Made for each other">
    <h3 class="eyebrow">Made for each other</h3>
    <ul class="mt-1">
      <li v-for="m in keyed" :key="m.id" class="rule py-1.5">
        <div class="flex items-baseline justify-between gap-2">
          <span>{{ m.name ?? m.id.replaceAll('-', ' ') }}</span>
          <AppButton small look="quiet" :aria-expanded="open === m.id" @click="ask(m)">{{
            open === m.id ? 'Close' : 'What goes with it'
          }}</AppButton>
        </div>
        <p class="text-faint text-xs">
          {{ mountKinds[m.kind].label }} {{ m.side }}
          <template v-if="m.takes">· takes {{ m.takes.length || 'none known' }}</template>
          <template v-if="m.refuses?.length">· refuses {{ m.refuses.length }}</template>
          <template v-if="m.entersOnly?.length"
            >· {{ m.entersOnly.length }} go in without latching</template
          >
        </p>
        <div v-if="open === m.id" class="mt-1">
          <ChoiceField
            v-model="partner"
            label="Partner"
            labelled="hidden"
            placeholder="with which part …"
            :options="partners.map((p) => [p.part.id, p.label])"
          />
          <MateQuestion
            v-if="chosen"
            class="mt-1"
            :a="{ partId: part.id, mountId: m.id }"
            :b="{ partId: chosen.part.id, mountId: chosen.mountId }"
            @answered="answered"
          />
        </div>
      </li>
    </ul>
  </section>
</template>
