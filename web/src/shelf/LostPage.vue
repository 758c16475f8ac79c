<script setup lang="ts">
import TopBar from '../shared/TopBar.vue';
</script>

<template>
  <TopBar />
  <main class="mx-auto max-w-xl p-10">
    <h1 class="font-serif text-3xl">There is nothing here</h1>
    <p class="mt-3">
      This address leads nowhere. Your rigs are on the
      <RouterLink class="underline" to="/">shelf</RouterLink>.
    </p>
  </main>
</template>
