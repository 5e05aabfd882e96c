<script setup lang="ts">
import type { PlaceKind } from '../answers/places.ts';

defineProps<{ kind: PlaceKind }>();
</script>

<template>
  <svg viewBox="0 0 22 22" width="22" height="22" aria-hidden="true" fill="none" stroke="currentColor" stroke-width="1.6">
    <path v-if="kind === 'building' || kind === 'room'" d="M3 10 11 3l8 7M5 9v10h12V9M9 19v-6h4v6" />
    <path v-else-if="kind === 'fridge' || kind === 'freezer'" d="M5 2h12v18H5zM5 8.500h12M8 5v1.500M8 11v3" />
    <path v-else-if="kind === 'cupboard'" d="M3 3h16v16H3zM11 3v16M9 10.500v2M13 10.500v2" />
    <path v-else-if="kind === 'drawer'" d="M2 6h18v11H2zM8.500 10h5" />
    <path v-else d="M2 8h18v11H2zM4 8l2-4h10l2 4M8 12h6" />
    <path v-if="kind === 'freezer'" d="M11 13.500v5M9 14.500l4 3M13 14.500l-4 3" stroke-width="1.100" />
  </svg>
</template>

<style scoped>
svg {
  color: var(--wood-line);
  flex: none;
}
</style>
