<script setup lang="ts">
import type { PlaceKind } from '@esprel/core/api';
import { Archive, DoorClosed, House, Inbox, Package, Refrigerator, Snowflake } from '@lucide/vue';
import { computed } from 'vue';

const props = defineProps<{ kind: PlaceKind }>();
const SHAPES = {
  building: House,
  room: DoorClosed,
  fridge: Refrigerator,
  freezer: Snowflake,
  cupboard: Archive,
  drawer: Inbox,
} as const;
const shape = computed(() => (props.kind in SHAPES ? SHAPES[props.kind as keyof typeof SHAPES] : Package));
</script>

<template>
  <component :is="shape" class="place-shape" :size="21" :stroke-width="1.6" aria-hidden="true" />
</template>

<style scoped>
.place-shape {
  color: var(--wood-line);
  flex: none;
}
</style>
