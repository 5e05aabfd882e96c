<script setup lang="ts">
import { daysBetween } from '@esprel/core';
import type { TraySheetData, TraySowing } from '@esprel/core/api';
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { letterLook } from './letterLook.ts';
import { trayCountsLayout } from './trayCountsLayout.ts';

/** What came up day by day, a line a letter, as a share of its seeds. */
const props = defineProps<{ counts: TraySheetData['counts']; sownOn: string; sowings: readonly TraySowing[] }>();
const box = ref<HTMLElement | null>(null);
const { width } = useElementSize(box);
const HEIGHT = 150;
const w = computed(() => Math.max(240, width.value));
const layout = computed(() => trayCountsLayout(props.counts, props.sownOn, props.sowings, w.value, HEIGHT));
const said = computed(() =>
  props.sowings
    .map(
      (s) =>
        `${s.letter}: ${props.counts
          .filter((c) => c.letter === s.letter)
          .map((c) => `day ${String(daysBetween(props.sownOn, c.day))} ${String(c.emerged)} of ${String(s.seeds)}`)
          .join(', ')}`,
    )
    .join('; '),
);
</script>

<template>
  <figure ref="box">
    <svg :width="w" :height="HEIGHT" role="img" :aria-label="`Up by day. ${said}`">
      <g v-for="s in layout.shares" :key="s.share">
        <line :x1="layout.left" :x2="layout.right" :y1="s.y" :y2="s.y" class="grid" />
        <text :x="layout.left - 4" :y="s.y + 5" text-anchor="end">{{ s.share * 100 }}</text>
      </g>
      <text v-for="t in layout.ticks" :key="t.day" :x="t.x" :y="HEIGHT - 6" text-anchor="middle">{{ t.day }}</text>
      <g v-for="c in layout.courses" :key="c.letter" :style="{ '--ink': letterLook(c.letter).ink }">
        <rect v-for="(u, i) in c.unseen" :key="i" :x="u.x" :y="u.y" :width="u.width" :height="u.height" class="unwatched" />
        <path :d="c.path" class="course" />
        <circle v-for="p in c.points" :key="p.x" :cx="p.x" :cy="p.y" r="3" class="dot" />
        <text v-if="c.label" :x="c.label.x" :y="c.label.y" class="letter">{{ c.letter }}</text>
      </g>
    </svg>
    <figcaption class="quiet small">percent of the seeds that are up, by days after sowing; in a pale box they came unwatched</figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
text {
  font-size: 13px;
  fill: var(--quiet);
}
.grid {
  stroke: var(--hair);
}
.unwatched {
  fill: var(--ink);
  opacity: 0.1;
}
.course {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.dot {
  fill: var(--ink);
}
.letter {
  fill: var(--ink);
  font-weight: 600;
}
</style>
