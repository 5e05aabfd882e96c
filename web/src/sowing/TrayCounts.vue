<script setup lang="ts">
import { daysBetween } from '@esprel/core';
import { useElementSize } from '@vueuse/core';
import { scaleLinear } from 'd3-scale';
import { computed, ref } from 'vue';
import { letterLook } from './letterLook.ts';
import type { TraySheetData, TraySowing } from './trayTypes.ts';

/** What came up day by day, a line a letter, as a share of its seeds. */
const props = defineProps<{ counts: TraySheetData['counts']; sownOn: string; sowings: readonly TraySowing[] }>();
const box = ref<HTMLElement | null>(null);
const { width } = useElementSize(box);
const HEIGHT = 150;
const w = computed(() => Math.max(240, width.value));
const last = computed(() => Math.max(7, ...props.counts.map((c) => daysBetween(props.sownOn, c.day))) + 1);
const x = computed(() => scaleLinear([0, last.value], [34, w.value - 22]));
const y = scaleLinear([0, 1], [HEIGHT - 24, 12]);
const lines = computed(() =>
  props.sowings.map((s) => {
    const points = props.counts
      .filter((c) => c.letter === s.letter)
      .map((c) => ({ x: x.value(daysBetween(props.sownOn, c.day)), y: y(c.emerged / s.seeds) }));
    return {
      letter: s.letter,
      points,
      path: [{ x: x.value(0), y: y(0) }, ...points].map((p, i) => `${i === 0 ? 'M' : 'L'}${String(p.x)} ${String(p.y)}`).join(''),
    };
  }),
);
const ticks = computed(() => x.value.ticks(6).filter((t) => Number.isInteger(t)));
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
      <g v-for="s in [0, 0.5, 1]" :key="s">
        <line :x1="34" :x2="w - 22" :y1="y(s)" :y2="y(s)" class="grid" />
        <text :x="30" :y="y(s) + 5" text-anchor="end">{{ s * 100 }}</text>
      </g>
      <text v-for="t in ticks" :key="t" :x="x(t)" :y="HEIGHT - 6" text-anchor="middle">{{ t }}</text>
      <g v-for="l in lines" :key="l.letter" :style="{ '--ink': letterLook(l.letter).ink }">
        <path :d="l.path" class="course" />
        <circle v-for="p in l.points" :key="p.x" :cx="p.x" :cy="p.y" r="3" class="dot" />
        <text v-if="l.points.length > 0" :x="(l.points.at(-1)?.x ?? 0) + 7" :y="(l.points.at(-1)?.y ?? 0) + 5" class="letter">
          {{ l.letter }}
        </text>
      </g>
    </svg>
    <figcaption class="quiet small">percent of the seeds that are up, by days after sowing</figcaption>
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
  stroke: #ece6d9;
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
