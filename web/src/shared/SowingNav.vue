<script setup lang="ts">
/** The parts of the sowing place, in the order of the year: when, what, where, what grows, what it taught. */
const PARTS = [
  { to: '/sowing', label: 'Growing' },
  { to: '/sowing/season', label: 'Season' },
  { to: '/sowing/list', label: 'Wanted' },
  { to: '/sowing/trays', label: 'Trays' },
  { to: '/sowing/plants', label: 'Plants' },
  { to: '/sowing/bench', label: 'Bench' },
  { to: '/sowing/frost', label: 'Frost' },
  { to: '/sowing/worked', label: 'What worked' },
] as const;
defineProps<{ here: (typeof PARTS)[number]['to'] }>();
</script>

<template>
  <nav aria-label="Sowing" class="parts">
    <RouterLink
      v-for="p in PARTS"
      :key="p.to"
      :to="p.to"
      :class="{ here: p.to === here }"
      :aria-current="p.to === here ? 'page' : undefined"
      >{{ p.label }}</RouterLink
    >
  </nav>
</template>

<style scoped>
.parts {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 18px;
  border-bottom: 1px solid var(--rule);
}
a {
  min-height: 36px;
  display: inline-flex;
  align-items: center;
  color: var(--quiet);
  text-decoration: none;
}
a:hover {
  color: var(--ink);
}
a.here {
  color: var(--ink);
  font-weight: 600;
  box-shadow: inset 0 -3px 0 var(--action);
}
</style>
