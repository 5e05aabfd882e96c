<script setup lang="ts">
import type { PaperSeed, SeedShape } from '@esprel/core';
import { computed } from 'vue';
import { bodyPath, shootPaths } from './seedDrawing.ts';

/** One seed of a practice paper as it lies there, about 50 x 44 around its middle. */
const props = defineProps<{ seed: PaperSeed; shape: SeedShape }>();
const look = computed(() => props.seed.look);
const swollen = computed(() => ['swollen', 'swollen-mouldy'].includes(look.value));
const body = computed(() => bodyPath(props.shape, look.value === 'hard' ? 0.82 : swollen.value ? 1.24 : 1));
const shoots = computed(() => shootPaths(look.value, props.seed.vigour));
/** A root is as pale as the paper: it has an edge. */
const roots = computed(() => shoots.value.filter((p) => p.what === 'root'));
const mouldy = computed(() => look.value === 'mouldy' || look.value === 'swollen-mouldy');
</script>

<template>
  <g :transform="`rotate(${seed.tilt})`" :class="look">
    <path v-for="p in roots" :key="p.d" :d="p.d" class="root-edge" />
    <path v-for="p in shoots" :key="p.d" :d="p.d" :class="p.what" />
    <path :d="body" class="body" />
    <path v-if="shape === 'ridged' && look !== 'empty'" d="M-6-6v12M0-7v14M6-6v12" class="ridge" />
    <path v-if="shape === 'grain' && look !== 'empty'" d="M-11 0h22" class="ridge" />
    <path v-if="look === 'hard'" d="M-5-4c2-2 5-3 8-2" class="shine" />
    <path v-if="look === 'empty'" d="M-8 1c5 2 11 2 16 0" class="hollow" />
    <path v-if="look === 'collapsed'" d="M-9-3c5 4 12 4 18 0M-7 4c4-3 10-3 14 0" class="hollow" />
    <g v-if="mouldy" class="mould" :class="{ own: look === 'mouldy' }">
      <circle cx="-8" cy="-6" r="4" />
      <circle cx="6" cy="-8" r="5" />
      <circle v-if="look === 'mouldy'" cx="10" cy="4" r="5" />
      <circle v-if="look === 'mouldy'" cx="-3" cy="8" r="5" />
      <path d="M-12-9l-4-4M-6-11l-2-5M7-13l2-5M11-9l5-3" />
    </g>
  </g>
</template>

<style scoped>
.body {
  fill: var(--seed);
  stroke: var(--wood);
  stroke-width: 1.2;
}
.hard .body {
  fill: var(--bark);
}
.swollen .body,
.swollen-mouldy .body {
  fill: var(--lamp-deep);
}
.mouldy .body,
.collapsed .body {
  fill: var(--faint);
  stroke: var(--soil);
}
.empty .body {
  fill: var(--sheet);
  stroke: var(--soil);
  stroke-dasharray: none;
}
.shine {
  fill: none;
  stroke: var(--sheet);
  stroke-width: 2;
  stroke-linecap: round;
}
.ridge,
.hollow {
  fill: none;
  stroke: var(--wood);
  stroke-width: 1;
  opacity: 0.7;
}
.root {
  fill: none;
  stroke: var(--white);
  stroke-width: 3.6;
  stroke-linecap: round;
}
.root-edge {
  fill: none;
  stroke: var(--bark);
  stroke-width: 6;
  stroke-linecap: round;
}
.shoot {
  fill: none;
  stroke: var(--leaf);
  stroke-width: 4;
  stroke-linecap: round;
}
.leaf {
  fill: var(--good-mid);
  stroke: var(--good);
  stroke-width: 1;
}
.glassy .shoot {
  stroke: var(--water-soft);
  stroke-width: 6;
}
.glassy .leaf {
  fill: var(--water-soft);
  stroke: var(--water);
}
.brown {
  fill: none;
  stroke: var(--seed);
  stroke-width: 3;
}
.mould circle {
  fill: var(--white);
  stroke: var(--dashes);
  opacity: 0.92;
}
.mould.own circle {
  fill: var(--edge);
  stroke: var(--soil);
}
.mould path {
  stroke: var(--soil);
  stroke-width: 0.8;
  fill: none;
}
</style>
