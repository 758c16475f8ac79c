<script setup lang="ts">
import type { Edit } from '@zucchini/core';
import { useBench } from '../desk/benchStore';

/** A change that is looked at on the drawing while it is pointed at or focused, and made when it is clicked. */
const props = defineProps<{ edit: Edit }>();
const emit = defineEmits<{ take: [edit: Edit] }>();
const bench = useBench();
const look = () => bench.tryOut(props.edit);
</script>

<template>
  <button
    type="button"
    class="hover:bg-leaf-tint block w-full px-1 py-1.5 text-left"
    @click="emit('take', edit)"
    @mouseenter="look"
    @mouseleave="bench.letGo()"
    @focus="look"
    @blur="bench.letGo()"
  >
    <slot />
  </button>
</template>
