<script setup lang="ts">
/** What an edit brings and ends, in a line that opens into the sentences. */
const props = defineProps<{
  appears: readonly string[];
  goes: readonly string[];
  open: boolean;
}>();
defineEmits<{ toggle: [] }>();

/** "brings 2 findings, ends 1". */
function sayTurnover(): string {
  const count = (n: number) => `${n} ${n === 1 ? 'finding' : 'findings'}`;
  const [brought, ended] = [props.appears.length, props.goes.length];
  if (brought === 0) return `ends ${count(ended)}`;
  return `brings ${count(brought)}${ended > 0 ? `, ends ${ended}` : ''}`;
}
</script>

<template>
  <template v-if="appears.length + goes.length > 0">
    <button
      type="button"
      class="text-faint px-1 py-1 text-xs underline"
      :aria-expanded="open"
      @click="$emit('toggle')"
    >
      {{ sayTurnover() }}
    </button>
    <ul v-if="open" class="space-y-1 px-1 pb-2 text-xs">
      <li v-for="line in appears" :key="line" class="flex gap-1.5">
        <span class="text-tomato" aria-label="appears">+</span>{{ line }}
      </li>
      <li v-for="line in goes" :key="line" class="flex gap-1.5">
        <span class="text-leaf" aria-label="goes">−</span>{{ line }}
      </li>
    </ul>
  </template>
</template>
