<script setup lang="ts">
/** The steps of a computation: what, how much, where from. */
defineProps<{
  lines: readonly { readonly what: string; readonly value: string; readonly from?: string }[];
}>();
</script>

<template>
  <dl class="text-xs">
    <div v-for="line in lines" :key="line.what" class="rule grid grid-cols-[1fr_auto] gap-x-3 py-1">
      <dt>{{ line.what }}</dt>
      <dd class="text-right font-medium whitespace-nowrap tabular-nums">{{ line.value }}</dd>
      <dd v-if="line.from" class="text-faint col-span-2">{{ line.from }}</dd>
    </div>
  </dl>
</template>
