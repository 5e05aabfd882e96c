<script setup lang="ts">
import type { WorkItem } from '@esprel/core/api';
import {
  DatabaseBackup,
  Droplets,
  Flag,
  Hand,
  HandHeart,
  Handshake,
  MessageSquare,
  Package,
  Refrigerator,
  ShieldAlert,
  Snowflake,
  Tag,
  Undo2,
} from '@lucide/vue';
import { computed } from 'vue';

/** The sign of a kind of work: our own drawings where it is about seeds, seedlings and trays. */
const props = defineProps<{ kind: WorkItem['kind'] }>();
const DRAWN: Partial<Record<WorkItem['kind'], string>> = {
  count: 'M3 8.500C3 5.500 6 4 9.500 4S16 6 16 8.500 13 13 9.500 13 3 11.500 3 8.500zM15 10c2 1 3 3 3 6',
  look: 'M10 18V9m0 0C10 5 7 3 3 3c0 4 3 6 7 6zm0 3c0-3 3-6 7-6 0 4-3 6-7 6zM4 18h12',
  sow: 'M2 15h16M5 15c0-3 2-5 5-5s5 2 5 5M10 3v4M6 5l2 3M14 5l-2 3',
  tray: 'M2 4h16v12H2zM7.300 4v12M12.600 4v12M2 10h16',
};
const SHAPES = {
  lay: Package,
  warm: Snowflake,
  cold: Refrigerator,
  care: Droplets,
  fate: Flag,
  promise: HandHeart,
  reprint: Tag,
  tell: MessageSquare,
  ask: Hand,
  'put-back': Undo2,
  swap: Handshake,
  copy: DatabaseBackup,
} as const;
const drawn = computed(() => DRAWN[props.kind]);
const shape = computed(() => (props.kind in SHAPES ? SHAPES[props.kind as keyof typeof SHAPES] : ShieldAlert));
</script>

<template>
  <svg v-if="drawn" viewBox="0 0 20 20" width="20" height="20" aria-hidden="true" :class="kind">
    <path :d="drawn" :fill="kind === 'count' ? 'currentColor' : 'none'" stroke="currentColor" stroke-width="1.8" />
  </svg>
  <component :is="shape" v-else :size="20" :stroke-width="1.9" :class="kind" aria-hidden="true" />
</template>

<style scoped>
svg {
  color: var(--action);
  flex: none;
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
.put-back,
.tell {
  color: var(--watch-fill);
}
.quarantine,
.cold,
.warm {
  color: var(--asleep);
}
</style>
