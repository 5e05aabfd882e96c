<script setup lang="ts">
/** The mark of the program: a seed with what grows in it. */
defineProps<{ size: number }>();
</script>

<template>
  <svg viewBox="0 0 32 32" :width="size" :height="size" aria-hidden="true">
    <path d="M16 2c6 6 9 11 9 16a9 9 0 0 1-18 0c0-5 3-10 9-16z" fill="var(--action)" />
    <path d="M16 27V13m0 7c-3 0-5-2-5-5m5 2c2 0 4-1.500 4-4" fill="none" stroke="var(--paper)" stroke-width="2" stroke-linecap="round" />
  </svg>
</template>
