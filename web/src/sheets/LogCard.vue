<script setup lang="ts">
import { saySeconds, type LogEntry, type Names, type Rig } from '@zucchini/core';
import { computed, ref, watch } from 'vue';
import AppButton from '../shared/AppButton.vue';
import { sayError } from '../shared/sayError';
import type { FieldLog } from './fieldLog';

/** Everything that was logged of a rig, of all its setups: looked through, and cleared. */
const props = defineProps<{ log: FieldLog; names: Names; rig: Rig }>();

const kinds: Readonly<Record<LogEntry['kind'], string>> = {
  packed: 'Packed or not',
  checked: 'Checks',
  timed: 'Times',
  weighed: 'Weighings',
  note: 'Notes',
  'came-loose': 'Came loose',
  'in-the-way': 'In the way',
  'went-dark': 'Went dark',
};
const kind = ref<LogEntry['kind'] | ''>('');
const ofKind = computed(() =>
  props.log.entries.value.filter((e) => kind.value === '' || e.kind === kind.value),
);
const listed = computed(() => [...ofKind.value].sort((a, b) => (a.at < b.at ? 1 : -1)));
const present = computed(() => {
  const counts = new Map<LogEntry['kind'], number>();
  for (const e of props.log.entries.value) counts.set(e.kind, (counts.get(e.kind) ?? 0) + 1);
  return [...counts];
});
/** So many are shown at a time: a log holds thousands. */
const step = 50;
const most = ref(step);
const asks = ref(false);
watch(kind, () => {
  most.value = step;
  asks.value = false;
});

// When the last of a kind is gone the others are shown again.
watch(ofKind, (list) => {
  if (list.length === 0) kind.value = '';
});

const setupNames = computed(() => new Map(props.rig.setups.map((s) => [s.id, s.name])));
const nameItem = (id: string): string => (props.names.has(id) ? props.names.item(id) : id);
/** What an entry says, but for its kind and its time. */
function tell(e: LogEntry): string {
  const subject = e.subject?.startsWith('item ') ? nameItem(e.subject.slice(5)) : e.subject;
  return [
    e.item === undefined ? undefined : nameItem(e.item),
    subject,
    e.yes === undefined ? undefined : e.yes ? 'yes' : 'no',
    e.massG === undefined ? undefined : `${e.massG} g`,
    e.durationS === undefined ? undefined : saySeconds(e.durationS, false),
    e.text,
    e.setup === undefined ? undefined : setupNames.value.get(e.setup),
  ]
    .filter((word) => word !== undefined)
    .join(' · ');
}
const when = (at: string) =>
  new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

const trouble = ref('');
const busy = ref(false);
async function remove(list: readonly LogEntry[]): Promise<void> {
  busy.value = true;
  trouble.value = '';
  try {
    await props.log.remove(list);
    asks.value = false;
  } catch (error) {
    trouble.value = `Nothing was deleted. ${sayError(error)}`;
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <section aria-labelledby="log-title">
    <h2 id="log-title" class="font-serif text-2xl">Everything logged</h2>
    <p class="text-faint text-sm">
      {{ log.entries.value.length }}
      {{ log.entries.value.length === 1 ? 'entry' : 'entries' }} of all setups, from this computer
      and from phones.
    </p>
    <div v-if="log.entries.value.length > 0" class="mt-3 flex flex-wrap items-end gap-3">
      <label class="flex flex-col gap-1 text-xs">
        Show
        <select v-model="kind" class="field">
          <option value="">all</option>
          <option v-for="[k, n] in present" :key="k" :value="k">{{ kinds[k] }} ({{ n }})</option>
        </select>
      </label>
      <AppButton v-if="!asks" look="danger" :disabled="listed.length === 0" @click="asks = true"
        >Delete {{ listed.length === 1 ? 'it' : `all ${listed.length}` }}</AppButton
      >
      <template v-else>
        <AppButton look="danger" :disabled="busy" @click="remove(listed)"
          >Delete {{ listed.length }} for good</AppButton
        >
        <AppButton @click="asks = false">Keep</AppButton>
      </template>
    </div>
    <p v-if="trouble" class="text-tomato mt-2 text-sm" role="alert">✕ {{ trouble }}</p>
    <ul class="mt-3">
      <li
        v-for="e in listed.slice(0, most)"
        :key="e.id"
        class="rule flex items-baseline gap-3 py-1.5 text-sm"
      >
        <span class="text-faint w-32 shrink-0 text-xs tabular-nums">{{ when(e.at) }}</span>
        <span class="w-28 shrink-0 text-xs">{{ kinds[e.kind] }}</span>
        <span class="min-w-0 flex-1 break-words">{{ tell(e) }}</span>
        <AppButton
          look="quiet"
          small
          :disabled="busy"
          :aria-label="`Delete: ${kinds[e.kind]}, ${tell(e)}`"
          @click="remove([e])"
          >Delete</AppButton
        >
      </li>
    </ul>
    <AppButton v-if="listed.length > most" class="mt-2" small @click="most += step"
      >Show more ({{ listed.length - most }})</AppButton
    >
  </section>
</template>
