<script setup lang="ts">
import Button from 'primevue/button';
import { useChanges } from '../base/changes.ts';
import { useFormat } from '../base/useFormat.ts';
import type { HistoryStep } from '../answers/history.ts';

defineProps<{ steps: readonly HistoryStep[]; heading?: string }>();
const changes = useChanges();
const format = useFormat();
</script>

<template>
  <section class="history" aria-label="History">
    <component :is="heading ? 'h1' : 'h2'">{{ heading ?? 'History' }}</component>
    <p v-if="steps.length === 0" class="quiet">Nothing has happened yet.</p>
    <ol class="plain">
      <li v-for="s in steps" :key="s.id" :class="{ undone: s.undoneBy !== null }">
        <span class="when small"
          >{{ format.day(s.day) }}<template v-if="s.person">, {{ s.person }}</template></span
        >
        <span class="what">{{ s.summary }}<span v-if="s.undoneBy !== null" class="quiet small"> (taken back)</span></span>
        <Button
          v-if="s.undoneBy === null"
          severity="secondary"
          variant="text"
          size="small"
          :aria-label="`Take back: ${s.summary}`"
          @click="changes.undo(s.id)"
          >Take back</Button
        >
      </li>
    </ol>
  </section>
</template>

<style scoped>
.history {
  display: grid;
  gap: 4px;
}
h2 {
  font-size: 17px;
}
li {
  display: grid;
  grid-template-columns: 128px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: baseline;
  border-bottom: 1px solid #ece6d9;
  padding: 2px 0;
}
.when {
  color: var(--quiet);
}
.undone .what {
  text-decoration: line-through;
  text-decoration-color: #a79d8b;
  color: var(--quiet);
}
.undone .what span {
  text-decoration: none;
  display: inline-block;
}
</style>
