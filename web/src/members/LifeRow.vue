<script setup lang="ts">
/** One thing in the life of a member: a sowing, or seed that came back, and where it is told whole. */
defineProps<{ to: string; variety: string; figure?: string; code?: string; words: string }>();
</script>

<template>
  <RouterLink :to="to" class="row">
    <strong>{{ variety }}</strong>
    <span :class="code ? 'code' : 'numbers'">{{ code ?? figure }}</span>
    <span class="quiet">{{ words }}</span>
  </RouterLink>
</template>

<style scoped>
.row {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 90px minmax(0, 1.2fr);
  gap: 10px;
  align-items: center;
  min-height: 40px;
  padding: 5px 0;
  color: var(--ink);
  text-decoration: none;
  border-bottom: 1px solid var(--hair);
}
.row:hover {
  background: var(--hover);
}
strong {
  font-weight: 600;
}
</style>
