<script setup lang="ts">
/** What can be practised, and which of it is open. */
defineProps<{ what: 'count' | 'judge' }>();
const ABOUT = {
  count: 'Papers as they come from the bag on the last day of a test, drawn by the program. Nothing here is written down in the library.',
  judge: 'Cases whose truth the program knows, with the figures of the real screens. Nothing here is written down in the library.',
} as const;
</script>

<template>
  <header>
    <h1>Practice</h1>
    <nav aria-label="What to practise">
      <RouterLink to="/tests/practice" :class="{ on: what === 'count' }" :aria-current="what === 'count' ? 'page' : undefined"
        >Counting</RouterLink
      >
      <RouterLink to="/tests/practice/judge" :class="{ on: what === 'judge' }" :aria-current="what === 'judge' ? 'page' : undefined"
        >Judging</RouterLink
      >
    </nav>
    <p class="quiet">{{ ABOUT[what] }}</p>
  </header>
</template>

<style scoped>
header {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 4px 22px;
  align-items: center;
}
nav {
  display: flex;
  gap: 4px;
}
nav a {
  display: flex;
  align-items: center;
  min-height: 40px;
  padding: 0 14px;
  border: 1px solid var(--edge);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  text-decoration: none;
}
nav a.on {
  background: var(--action-soft);
  border-color: var(--action);
  font-weight: 600;
}
p {
  grid-column: 1 / -1;
}
</style>
