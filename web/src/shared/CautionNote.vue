<script setup lang="ts">
defineProps<{ cautions: readonly string[] }>();
</script>

<template>
  <div v-if="cautions.length > 0" class="caution" role="note" aria-label="Caution">
    <svg viewBox="0 0 20 20" width="20" height="20" aria-hidden="true">
      <path d="M6 1h8l5 5v8l-5 5H6l-5-5V6z" fill="#a63d2f" />
      <path d="M10 5v6" stroke="#fff" stroke-width="2.400" />
      <circle cx="10" cy="14.500" r="1.500" fill="#fff" />
    </svg>
    <div>
      <p v-for="c in cautions" :key="c">{{ c.endsWith('.') ? c : `${c}.` }}</p>
    </div>
  </div>
</template>

<style scoped>
svg {
  flex: none;
  margin-top: 1px;
}
</style>
