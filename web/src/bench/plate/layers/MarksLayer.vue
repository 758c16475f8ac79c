<script setup lang="ts">
import { useBench } from '../../../desk/benchStore';
import MountGlyph from '../../../draw/MountGlyph.vue';
import type { PlateMark } from '../useMarks';

/** The mounts, each by the cross-section of its interface: free, taken, blocked. */
defineProps<{ marks: readonly PlateMark[] }>();
const bench = useBench();

function openMount(itemId: string, mountId: string, state: string): void {
  if (state !== 'taken' && !bench.readOnly) bench.askMount(itemId, mountId);
}
</script>

<template>
  <g
    v-for="m in marks"
    :key="m.key"
    role="button"
    tabindex="-1"
    :aria-label="m.title"
    :aria-disabled="m.state === 'taken'"
    :data-mount="m.key"
    :data-state="m.state"
    :class="m.state === 'taken' ? '' : 'cursor-pointer'"
    :transform="`translate(${m.x} ${m.y}) rotate(${m.turnDeg})`"
    @click="openMount(m.itemId, m.mount.id, m.state)"
  >
    <title>{{ m.title }}</title>
    <MountGlyph :kind="m.mount.kind" :state="m.state" :chosen="m.chosen || m.lit" />
  </g>
</template>
