<script setup lang="ts">
/** The head of a tray's page: its name, what it is, and what can be done with all of it. */
defineProps<{ name: string; about: string }>();
</script>

<template>
  <header class="top">
    <div>
      <p class="small noprint"><RouterLink to="/sowing/trays">Trays</RouterLink></p>
      <h1>{{ name }}</h1>
      <p class="quiet">{{ about }}</p>
    </div>
    <span class="row-of-buttons noprint"><slot /></span>
  </header>
</template>

<style scoped>
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: flex-end;
  justify-content: space-between;
}
</style>
