<script setup lang="ts">
import { ref, watch } from 'vue';
import { useBench } from '../desk/benchStore';

/** The rig's name, changed where it stands. */
const bench = useBench();
const text = ref(bench.rig?.name ?? '');
watch(
  () => bench.rig?.name,
  (name) => (text.value = name ?? ''),
);

function take(): void {
  const name = text.value.trim();
  if (name && name !== bench.rig?.name) bench.apply({ type: 'rename', name });
  else text.value = bench.rig?.name ?? '';
}
</script>

<template>
  <h1 v-if="bench.readOnly" class="font-serif text-lg">
    {{ bench.versionName }} <span class="text-faint text-sm">· kept version, to look at</span>
  </h1>
  <input
    v-else
    v-model="text"
    class="hover:border-line focus:border-line w-56 min-w-20 shrink rounded-sm border border-transparent bg-transparent px-1 font-serif text-lg"
    aria-label="Name of the rig"
    maxlength="120"
    @change="take"
    @keydown.enter="($event.target as HTMLInputElement).blur()"
  />
</template>
