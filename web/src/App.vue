<script setup lang="ts">
import { announcement } from './shared/announce';
</script>

<template>
  <RouterView />
  <p class="sr-only" role="status" aria-live="polite">{{ announcement }}</p>
</template>
