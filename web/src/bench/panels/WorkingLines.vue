<script setup lang="ts">
/** The steps of a computation: what, how much, where from. */
defineProps<{
  lines: readonly { readonly what: string; readonly value: string; readonly from?: string }[];
}>();
</script>

<template>
  <dl class="text-xs">
    <div v-for="line in lines" :key="line.what" class="rule py-1">
      <div class="flex justify-between gap-3">
        <dt>{{ line.what }}</dt>
        <dd class="text-right font-medium whitespace-nowrap tabular-nums">{{ line.value }}</dd>
      </div>
      <p v-if="line.from" class="text-faint">{{ line.from }}</p>
    </div>
  </dl>
</template>
