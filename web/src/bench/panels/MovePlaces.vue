<script setup lang="ts">
import { ref } from 'vue';
import { useBench } from '../../desk/benchStore';
import TurnoverLines from './TurnoverLines.vue';
import type { MovePlace } from './movePlace';

/** Places for a part, each tried on the plate while one looks at it. */
defineProps<{ label: string; places: readonly MovePlace[] }>();
const emit = defineEmits<{ take: [place: MovePlace] }>();
const bench = useBench();
const open = ref<string>();
</script>

<template>
  <ul :aria-label="label">
    <li v-for="p in places" :key="p.key" class="rule">
      <button
        type="button"
        class="hover:bg-leaf-tint block w-full px-1 py-1.5 text-left"
        @click="emit('take', p)"
        @mouseenter="bench.tryOut(p.edit)"
        @mouseleave="bench.letGo()"
        @focus="bench.tryOut(p.edit)"
        @blur="bench.letGo()"
      >
        <span class="block">{{ p.where }}</span>
        <span class="text-faint block text-xs">{{ p.how }}</span>
        <span
          class="block text-xs tabular-nums"
          :class="p.stops > 0 ? 'text-tomato' : 'text-faint'"
          >{{ p.effects.length > 0 ? p.effects.join(' · ') : 'no figure changes' }}</span
        >
      </button>
      <TurnoverLines
        :appears="p.appears"
        :goes="p.goes"
        :open="open === p.key"
        @toggle="open = open === p.key ? undefined : p.key"
      />
    </li>
  </ul>
</template>
