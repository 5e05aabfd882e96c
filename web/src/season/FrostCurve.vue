<script setup lang="ts">
import type { FrostPage } from '@esprel/core/api';
import { computed } from 'vue';
import { percent } from '../base/format.ts';
import { frostLayout } from './frostLayout.ts';

/** The chance that a frost still follows, day by day; with a record, what it counted as steps over what is planned by. */
const props = defineProps<{ page: FrostPage; width: number }>();
const HEIGHT = 268;
const layout = computed(() => frostLayout(props.page, props.width, HEIGHT));
const said = computed(() => {
  const month = props.page.fitted.filter((_c, i) => i % 14 === 0).map((c) => `${c.day}: ${percent(c.risk)}`);
  return `Chance that a frost still follows. ${month.join(', ')}`;
});
</script>

<template>
  <svg :width="width" :height="HEIGHT" role="img" :aria-label="said">
    <g v-for="s in layout.shares" :key="s.label">
      <line :x1="layout.box.x0" :x2="layout.box.x1" :y1="s.y" :y2="s.y" class="grid" />
      <text :x="layout.box.x0 - 7" :y="s.y + 5" text-anchor="end">{{ s.label }}</text>
    </g>
    <path :d="layout.fitted" class="risk" />
    <path v-if="layout.counted" :d="layout.counted" class="counted" />
    <g v-for="m in layout.marks" :key="m.label">
      <line :x1="m.x" :x2="m.x" :y1="m.level" :y2="layout.box.y1" class="mark" />
      <circle :cx="m.x" :cy="m.level" r="4" class="dot" />
      <text :x="m.x + 8" :y="m.level - 6" class="strong">{{ m.label }}</text>
    </g>
    <g v-for="m in layout.months" :key="m.label">
      <line :x1="m.x" :x2="m.x" :y1="layout.box.y1" :y2="layout.box.y1 + 5" class="mark" />
      <text :x="m.x + 3" :y="layout.box.y1 + 18">{{ m.label }}</text>
    </g>
    <line v-for="s in layout.springs" :key="s.year" :x1="s.x" :x2="s.x" :y1="HEIGHT - 20" :y2="HEIGHT - 10" class="spring" />
    <text v-if="layout.springs.length > 0" :x="layout.box.x1" :y="HEIGHT - 24" text-anchor="end" class="small">
      last frost of each spring
    </text>
    <text :x="layout.box.x0" y="14">chance that a frost still follows</text>
  </svg>
</template>

<style scoped>
svg {
  display: block;
}
text {
  font-size: 14px;
  fill: var(--quiet);
}
.strong {
  fill: var(--ink);
  font-weight: 600;
}
.small {
  font-size: 13px;
}
.grid {
  stroke: var(--band);
}
.risk {
  fill: var(--frost);
}
.counted {
  fill: none;
  stroke: var(--action);
  stroke-width: 2;
}
.mark {
  stroke: var(--quiet);
}
.dot {
  fill: var(--ink);
}
.spring {
  stroke: var(--action);
  stroke-width: 2;
  stroke-opacity: 0.55;
}
</style>
