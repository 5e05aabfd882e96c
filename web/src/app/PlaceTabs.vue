<script setup lang="ts">
import { computed } from 'vue';
import { PLACES } from './router.ts';
import { useSession } from '../base/session.ts';

defineProps<{ place: string }>();
const session = useSession();

interface Count {
  readonly n: number;
  readonly words: string;
  readonly late: boolean;
}
const counts = computed<Readonly<Record<string, Count | undefined>>>(() => {
  const s = session.session;
  if (!s) return {};
  return {
    today: s.due > 0 ? { n: s.due, words: 'due', late: s.late > 0 } : undefined,
    tests: s.openTests > 0 ? { n: s.openTests, words: 'open', late: false } : undefined,
  };
});
</script>

<template>
  <nav class="tabs" aria-label="Places">
    <RouterLink
      v-for="p in PLACES"
      :key="p.name"
      :to="p.to"
      class="tab"
      :class="{ here: p.name === place }"
      :aria-current="p.name === place ? 'page' : undefined"
      :aria-keyshortcuts="p.key"
    >
      {{ p.label }}
      <span v-if="counts[p.name]" class="count" :class="{ late: counts[p.name]?.late }"
        >{{ counts[p.name]?.n }}<span class="unseen">{{ ` ${counts[p.name]?.words ?? ''}` }}</span></span
      >
    </RouterLink>
  </nav>
</template>

<style scoped>
.tabs {
  grid-row: 3;
  display: flex;
  gap: 4px;
  padding: 0 20px;
  background: var(--paper-deep);
  border-bottom: 1px solid var(--rule);
  overflow-x: auto;
  scrollbar-width: none;
}
.tab {
  padding: 8px 18px;
  min-height: 38px;
  color: var(--ink-soft);
  text-decoration: none;
  font-weight: 600;
  border: 1px solid transparent;
  border-bottom: 0;
  border-radius: 9px 9px 0 0;
  white-space: nowrap;
  display: flex;
  gap: 8px;
  align-items: center;
}
.tab:hover {
  background: var(--wash);
}
.tab.here {
  background: var(--paper);
  color: var(--ink);
  border-color: var(--rule);
  margin-bottom: -1px;
  padding-bottom: 9px;
}
.tab:focus-visible {
  outline-offset: -3px;
}
.count {
  background: var(--edge);
  color: var(--ink);
  border-radius: 10px;
  padding: 0 7px;
  font-size: 14px;
  line-height: 20px;
}
.count.late {
  background: var(--act);
  color: var(--white);
}
@media (max-width: 700px) {
  .tabs {
    padding: 0 8px;
  }
  .tab {
    padding: 8px 12px;
  }
}
</style>
