<script setup lang="ts">
import { AppWindow, Heater, Lamp, MoonStar, Refrigerator, Warehouse } from '@lucide/vue';
import type { BenchKind } from '@esprel/core';
import { computed } from 'vue';

/** A small sign for a place on the bench. */
const props = defineProps<{ kind: BenchKind }>();
const SHAPES = { mat: Heater, lamp: Lamp, sill: AppWindow, dark: MoonStar, fridge: Refrigerator } as const;
const shape = computed(() => (props.kind in SHAPES ? SHAPES[props.kind as keyof typeof SHAPES] : Warehouse));
</script>

<template>
  <component :is="shape" class="shape" :class="kind" :size="25" :stroke-width="1.7" aria-hidden="true" />
</template>

<style scoped>
.shape {
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
