<script setup lang="ts">
/** Patterns of the surfaces that have a grain. */
</script>

<template>
  <defs>
    <pattern
      id="grain-rubber"
      width="4"
      height="4"
      patternUnits="userSpaceOnUse"
      patternTransform="rotate(45)"
    >
      <path d="M0 0V4" class="stroke-ink" stroke-width="0.5" opacity="0.35" />
    </pattern>
    <pattern id="grain-wood" width="40" height="5" patternUnits="userSpaceOnUse">
      <path
        d="M0 1.2C10 0 22 2.4 40 1.2M0 3.8C14 4.8 26 2.8 40 3.8"
        class="stroke-ink"
        stroke-width="0.45"
        fill="none"
        opacity="0.4"
      />
    </pattern>
    <pattern id="grain-cloth" width="3" height="3" patternUnits="userSpaceOnUse">
      <circle cx="1" cy="1" r="0.5" class="fill-ink" opacity="0.4" />
    </pattern>
  </defs>
</template>
