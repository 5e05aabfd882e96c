<script setup lang="ts">
import Button from 'primevue/button';
import { useMine } from './useMine.ts';

/** What was said last, and taking it back: as easy as saying it. */
const mine = useMine();
</script>

<template>
  <div class="said" :class="{ empty: mine.last === null }" role="status">
    <template v-if="mine.last">
      <span>Written down: {{ mine.last.words }}</span>
      <Button label="Take back" severity="secondary" @click="mine.last.undo()" />
      <Button class="close" label="OK" variant="text" severity="secondary" @click="mine.last = null" />
    </template>
  </div>
</template>

<style scoped>
.said {
  position: sticky;
  bottom: 64px;
  margin: 0 12px 8px;
  padding: 6px 6px 6px 14px;
  display: flex;
  gap: 8px;
  align-items: center;
  background: var(--good-soft);
  border: 1px solid var(--good-line);
  border-radius: 3px;
}
.said.empty {
  padding: 0;
  border: 0;
  margin: 0;
}
.said span {
  flex: 1;
  font-weight: 600;
}
</style>
