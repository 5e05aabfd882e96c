<script setup lang="ts">
/** Where a sheet opens: what one may open, and what else there is to know of the page. */
defineProps<{ title: string }>();
</script>

<template>
  <div class="nothing">
    <h2>{{ title }}</h2>
    <slot />
  </div>
</template>

<style scoped>
.nothing {
  display: grid;
  gap: 12px;
  padding: 30px 26px;
  max-width: 46ch;
  color: var(--quiet);
}
</style>
