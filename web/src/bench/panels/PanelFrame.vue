<script setup lang="ts">
defineProps<{ title: string; over?: string; back?: boolean }>();
defineEmits<{ back: [] }>();
</script>

<template>
  <div class="px-5 pt-3 pb-8">
    <button
      v-if="back"
      type="button"
      class="text-leaf mb-1 text-xs hover:underline"
      @click="$emit('back')"
    >
      ← back to the question
    </button>
    <p v-if="over" class="eyebrow">{{ over }}</p>
    <h2 class="font-serif text-xl leading-tight">{{ title }}</h2>
    <slot />
  </div>
</template>
