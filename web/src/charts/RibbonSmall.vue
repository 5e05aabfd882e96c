<script setup lang="ts">
import type { RibbonDot, RibbonPoint } from '@esprel/core/api';
import { computed } from 'vue';
import { ribbonLayout } from './ribbonLayout.ts';

const props = defineProps<{
  points: readonly RibbonPoint[];
  dots: readonly RibbonDot[];
  threshold: number;
  today: string;
  now: number | null;
}>();
const WIDTH = 100;
const HEIGHT = 32;
const layout = computed(() =>
  ribbonLayout(
    { points: props.points, dots: props.dots, threshold: props.threshold, today: props.today, now: props.now ?? undefined },
    WIDTH,
    HEIGHT,
    { top: 3, right: 1, bottom: 3, left: 1 },
  ),
);
</script>

<template>
  <svg :width="WIDTH" :height="HEIGHT" class="ribbon" aria-hidden="true">
    <path :d="layout.known" class="known" />
    <path :d="layout.ahead" class="ahead" />
    <line :x1="layout.box.x0" :x2="layout.box.x1" :y1="layout.lineY" :y2="layout.lineY" class="line" />
    <path :d="layout.median" class="median" />
    <circle v-for="(d, i) in layout.dots" :key="i" :cx="d.x" :cy="d.y" r="2.600" :class="d.kind" />
    <line :x1="layout.todayX" :x2="layout.todayX" y1="1" :y2="HEIGHT - 1" class="today" />
  </svg>
</template>

<style scoped>
.known {
  fill: var(--action-line);
}
.ahead {
  fill: var(--action-mist);
}
.median {
  fill: none;
  stroke: var(--action);
  stroke-width: 1.6;
}
.line {
  stroke: var(--faint);
  stroke-dasharray: 2 3;
}
.today {
  stroke: var(--act);
  stroke-width: 1.5;
}
.test {
  fill: var(--ink);
}
.sowing {
  fill: var(--good);
}
</style>
