<script setup lang="ts">
import type { BenchKind } from '@esprel/core';

/** A small drawing of a place on the bench. */
defineProps<{ kind: BenchKind }>();
</script>

<template>
  <svg viewBox="0 0 24 24" width="26" height="26" fill="none" stroke="currentColor" stroke-width="1.800" aria-hidden="true" :class="kind">
    <path v-if="kind === 'mat'" d="M2 18h20v3H2zM6 14c-2-3 2-5 0-9M12 14c-2-3 2-5 0-9M18 14c-2-3 2-5 0-9" />
    <path v-else-if="kind === 'lamp'" d="M3 4h18v4H3zM5 11l-2 4M10 11l-1 5M14 11l1 5M19 11l2 4M3 21h18" />
    <path v-else-if="kind === 'sill'" d="M4 2h16v15H4zM12 2v15M4 9.500h16M1 21h22" />
    <path v-else-if="kind === 'dark'" d="M3 5h18v15H3zM3 5l18 15M3 12l9 8M12 5l9 8" />
    <path v-else-if="kind === 'fridge'" d="M5 2h14v20H5zM5 9h14M8 5v2M8 12v4" />
    <path v-else d="M2 12 12 4l10 8M5 11v10h14V11M9 21v-6h6v6" />
  </svg>
</template>

<style scoped>
svg {
  color: var(--quiet);
}
.mat {
  color: var(--act);
}
.lamp {
  color: var(--watch);
}
.fridge,
.dark {
  color: var(--asleep);
}
</style>
