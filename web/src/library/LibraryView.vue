<script setup lang="ts">
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { useAccess } from '../base/access.ts';

const route = useRoute();
const access = useAccess();
const PAGES = [
  { to: '/library/settings', label: 'Settings' },
  { to: '/library/places', label: 'Places' },
  { to: '/library/varieties', label: 'Varieties' },
  { to: '/library/crops', label: 'Crops' },
  { to: '/library/read-in', label: 'Read in' },
  { to: '/library/restricted', label: 'Restricted' },
  { to: '/library/devices', label: 'Devices' },
  { to: '/library/year', label: 'The year' },
  { to: '/library/copies', label: 'Copies' },
  { to: '/library/open-files', label: 'Open files' },
  { to: '/library/people', label: 'People' },
  { to: '/library/history', label: 'History' },
] as const;
/** Who works here, and the library as a whole, are for coordinators. */
const FOR_COORDINATORS: ReadonlySet<string> = new Set(['People', 'Copies']);
const pages = computed(() => PAGES.filter((p) => !FOR_COORDINATORS.has(p.label) || access.coordinator));
</script>

<template>
  <div class="library">
    <nav class="noprint" aria-label="Library">
      <RouterLink v-for="p in pages" :key="p.to" :to="p.to" :class="{ here: route.path.startsWith(p.to) }">{{ p.label }}</RouterLink>
      <RouterLink to="/begin">Begin here</RouterLink>
      <RouterLink to="/help">Help</RouterLink>
    </nav>
    <section class="page" aria-label="Library page"><RouterView /></section>
  </div>
</template>

<style scoped>
.library {
  display: grid;
  grid-template-columns: 170px minmax(0, 1fr);
  grid-template-rows: minmax(0, 1fr);
  height: 100%;
}
nav {
  padding: 6px 0 4px 20px;
  overflow-y: auto;
  display: grid;
  gap: 0;
  align-content: start;
}
nav a {
  min-height: 40px;
  padding: 9px 12px;
  color: var(--ink-soft);
  font-weight: 600;
  text-decoration: none;
  white-space: nowrap;
}
nav a.here {
  background: var(--sheet);
  color: var(--ink);
  box-shadow: inset 4px 0 0 var(--action);
}
.page {
  min-height: 0;
  background: var(--sheet);
  border-left: 1px solid var(--rule);
}
@media (max-width: 700px) {
  .library {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: auto minmax(0, 1fr);
  }
  nav {
    grid-auto-flow: column;
    padding: 8px 8px 0;
    overflow-x: auto;
  }
}
</style>
