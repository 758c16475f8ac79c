<script setup lang="ts">
import { showTheme, theme } from '../theme/theme';
import AppButton from './AppButton.vue';
</script>

<template>
  <header
    class="border-line flex h-12 shrink-0 items-center gap-4 border-b px-5 max-[960px]:gap-2 max-[960px]:px-3"
  >
    <RouterLink
      to="/"
      class="flex items-center gap-2 font-serif text-lg"
      aria-label="Zucchini, to the shelf"
    >
      <svg width="24" height="24" viewBox="0 0 32 32" aria-hidden="true">
        <path
          d="M6 22C4 15 10 11 16 10s9-4 10-6c2 6-1 12-5 16s-12 7-15 2z"
          class="fill-leaf stroke-ink"
          stroke-width="1.5"
        />
        <path d="M9 22c5-1 10-5 13-11" fill="none" class="stroke-paper" stroke-width="1.2" />
      </svg>
      Zucchini
    </RouterLink>
    <nav class="flex gap-3 text-xs" aria-label="Places">
      <RouterLink to="/" class="hover:underline" exact-active-class="text-leaf font-medium"
        >Shelf</RouterLink
      >
      <RouterLink to="/catalogue" class="hover:underline" active-class="text-leaf font-medium"
        >Catalogue</RouterLink
      >
    </nav>
    <slot />
    <div class="ml-auto flex items-center gap-2">
      <slot name="right" />
      <AppButton look="quiet" small @click="showTheme(theme === 'day' ? 'night' : 'day')">
        {{ theme === 'day' ? 'Night' : 'Day' }}
      </AppButton>
    </div>
  </header>
</template>
