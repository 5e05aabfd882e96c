<script setup lang="ts">
import { computed } from 'vue';
import { verdictLook } from './verdictLook.ts';

const props = defineProps<{ verdict: string | null; size?: number }>();
const look = computed(() => verdictLook(props.verdict));
</script>

<template>
  <svg :width="size ?? 15" :height="size ?? 15" viewBox="0 0 16 16" aria-hidden="true" :style="{ color: look.colour }">
    <circle v-if="look.shape === 'disc'" cx="8" cy="8" r="6" fill="currentColor" />
    <g v-else-if="look.shape === 'half'">
      <circle cx="8" cy="8" r="5.600" fill="none" stroke="currentColor" stroke-width="1.800" />
      <path d="M8 2.400a5.600 5.600 0 0 1 0 11.200z" fill="currentColor" />
    </g>
    <circle
      v-else-if="look.shape === 'dashed'"
      cx="8"
      cy="8"
      r="5.600"
      fill="none"
      stroke="currentColor"
      stroke-width="2"
      stroke-dasharray="2.600 1.800"
    />
    <path v-else-if="look.shape === 'triangle'" d="M8 1.500 15 14H1z" fill="currentColor" />
    <path v-else-if="look.shape === 'cross'" d="m2.500 2.500 11 11m0-11-11 11" stroke="currentColor" stroke-width="2.400" />
    <path
      v-else-if="look.shape === 'leaf'"
      d="M2 14C2 6 7 2 14 2c0 7-4 12-12 12zm0 0 7-7"
      fill="none"
      stroke="currentColor"
      stroke-width="1.800"
    />
    <g v-else-if="look.shape === 'box'" fill="none" stroke="currentColor" stroke-width="1.800">
      <rect x="2" y="2" width="12" height="12" rx="2" />
      <path d="M5 8h6" />
    </g>
    <circle v-else cx="8" cy="8" r="3" fill="none" stroke="currentColor" />
  </svg>
</template>

<style scoped>
svg {
  flex: none;
}
</style>
