<script setup lang="ts">
withDefaults(
  defineProps<{
    look?: 'plain' | 'main' | 'quiet' | 'danger';
    small?: boolean;
    type?: 'button' | 'submit';
  }>(),
  { look: 'plain', small: false, type: 'button' },
);
</script>

<template>
  <button
    :type="type"
    class="inline-flex items-center justify-center gap-1.5 rounded-sm border text-left leading-tight disabled:cursor-not-allowed disabled:opacity-50"
    :class="[
      small ? 'px-2 py-1 text-xs' : 'px-3 py-1.5 text-sm',
      {
        'border-ink/40 bg-sheet hover:bg-shade': look === 'plain',
        'border-leaf bg-leaf text-on-leaf hover:brightness-110': look === 'main',
        'hover:bg-shade border-transparent': look === 'quiet',
        'border-tomato/60 text-tomato hover:bg-tomato-tint': look === 'danger',
      },
    ]"
  >
    <slot />
  </button>
</template>
