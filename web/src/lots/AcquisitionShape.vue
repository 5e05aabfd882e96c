<script setup lang="ts">
defineProps<{ acquisition: string }>();
</script>

<template>
  <svg
    viewBox="0 0 16 16"
    width="15"
    height="15"
    role="img"
    :aria-label="acquisition"
    fill="none"
    stroke="currentColor"
    stroke-width="1.400"
  >
    <path v-if="acquisition === 'saved'" d="M8 15V7m0 0C8 4 6 2 2 2c0 4 2 5 6 5zm0 2c0-3 2-5 6-5 0 4-2 5-6 5z" />
    <path v-else-if="acquisition === 'purchased'" d="M3 5h10l1 9H2zM5.500 7V4a2.500 2.500 0 0 1 5 0v3" />
    <path v-else d="M2 7h12v7H2zM1 4h14v3H1zM8 4v10M8 4C5 4 4 1 6 1s2 3 2 3 0-3 2-3 1 3-2 3z" />
  </svg>
</template>
