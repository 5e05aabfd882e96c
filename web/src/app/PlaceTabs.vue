<script setup lang="ts">
import { PLACES } from './router.ts';
import { useSession } from './session.ts';

defineProps<{ place: string }>();
const session = useSession();

function countOf(name: string): { readonly n: number; readonly words: string; readonly late: boolean } | null {
  const s = session.session;
  if (!s) return null;
  if (name === 'today' && s.due > 0) return { n: s.due, words: 'due', late: s.late > 0 };
  if (name === 'tests' && s.openTests > 0) return { n: s.openTests, words: 'open', late: false };
  return null;
}
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
      <template v-for="c in [countOf(p.name)]" :key="p.name">
        <span v-if="c" class="count" :class="{ late: c.late }">{{ c.n }}<span class="unseen"> {{ c.words }}</span></span>
      </template>
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
  color: #4b545c;
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
  background: #f5eee1;
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
  background: #d8ccb6;
  color: var(--ink);
  border-radius: 10px;
  padding: 0 7px;
  font-size: 14px;
  line-height: 20px;
}
.count.late {
  background: var(--act);
  color: #fff;
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
