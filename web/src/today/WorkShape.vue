<script setup lang="ts">
import type { WorkItem } from '../answers/today.ts';

defineProps<{ kind: WorkItem['kind'] }>();
</script>

<template>
  <svg viewBox="0 0 20 20" width="20" height="20" aria-hidden="true" :class="kind">
    <path
      v-if="kind === 'count'"
      d="M3 8.500C3 5.500 6 4 9.500 4S16 6 16 8.500 13 13 9.500 13 3 11.500 3 8.500zM15 10c2 1 3 3 3 6"
      fill="currentColor"
      stroke="currentColor"
      stroke-width="2"
    />
    <path
      v-else-if="kind === 'lay'"
      d="M3 7h14v10H3zM3 7l3-4h8l3 4M7 12h.1M10 12h.1M13 12h.1"
      fill="none"
      stroke="currentColor"
      stroke-width="1.800"
    />
    <g v-else-if="kind === 'warm'" stroke="currentColor" stroke-width="2"><path d="M10 2v16M3 6l14 8M17 6 3 14" /></g>
    <path
      v-else-if="kind === 'look'"
      d="M10 18V9m0 0C10 5 7 3 3 3c0 4 3 6 7 6zm0 3c0-3 3-6 7-6 0 4-3 6-7 6zM4 18h12"
      fill="none"
      stroke="currentColor"
      stroke-width="1.800"
    />
    <path
      v-else-if="kind === 'sow'"
      d="M2 15h16M5 15c0-3 2-5 5-5s5 2 5 5M10 3v4M6 5l2 3M14 5l-2 3"
      fill="none"
      stroke="currentColor"
      stroke-width="1.800"
    />
    <g v-else-if="kind === 'cold'" stroke="currentColor" stroke-width="1.800" fill="none">
      <path d="M4 2h12v16H4zM4 8h12M7 4.500v1.500M7 10.500v3" />
    </g>
    <path
      v-else-if="kind === 'tray'"
      d="M2 4h16v12H2zM7.300 4v12M12.600 4v12M2 10h16"
      fill="none"
      stroke="currentColor"
      stroke-width="1.800"
    />
    <path
      v-else-if="kind === 'care'"
      d="M5 8h10l-1.500 9h-7zM10 8V3m0 2C8 5 7 4 6.500 2.500M10 5c2 0 3-1 3.500-2.500"
      fill="none"
      stroke="currentColor"
      stroke-width="1.800"
    />
    <path v-else-if="kind === 'fate'" d="M4 5h12l-2 11H6zM4 5l2 11h8l2-11" fill="none" stroke="currentColor" stroke-width="1.800" />
    <path v-else-if="kind === 'promise'" d="m10 2 7 8-7 8-7-8z" fill="currentColor" />
    <path v-else-if="kind === 'reprint'" d="M2 5h11l5 5-5 5H2zM5.500 10h.1" fill="none" stroke="currentColor" stroke-width="1.800" />
    <path v-else-if="kind === 'tell'" d="M3 4h14v9H9l-4 4v-4H3z" fill="none" stroke="currentColor" stroke-width="1.800" />
    <g v-else fill="none" stroke="currentColor" stroke-width="1.800">
      <rect x="3" y="3" width="14" height="14" rx="2" />
      <path d="M7 10h6" />
    </g>
  </svg>
</template>

<style scoped>
svg {
  color: var(--action);
}
.lay,
.count,
.look,
.tray,
.care,
.fate {
  color: var(--good);
}
.promise,
.reprint,
.tell {
  color: var(--watch-fill);
}
.quarantine,
.cold,
.warm {
  color: var(--asleep);
}
</style>
