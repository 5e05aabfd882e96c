<script setup lang="ts">
import type { RibbonDot, RibbonPoint } from '@esprel/core/api';
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { percent } from '../base/format.ts';
import { useFormat } from '../base/useFormat.ts';
import { dotLabels, ribbonLayout } from './ribbonLayout.ts';

const props = defineProps<{
  points: readonly RibbonPoint[];
  dots: readonly RibbonDot[];
  threshold: number;
  today: string;
  now: { readonly median: number; readonly low: number; readonly high: number };
  belowOn: string | null;
  belowLabel: string;
  height?: number;
  against?: readonly RibbonPoint[];
}>();

const box = ref<HTMLElement | null>(null);
const { width } = useElementSize(box);
const format = useFormat();
const size = computed(() => ({ w: Math.max(260, width.value), h: props.height ?? 214 }));
const layout = computed(() =>
  ribbonLayout(
    {
      points: props.points,
      dots: props.dots,
      threshold: props.threshold,
      today: props.today,
      now: props.now.median,
      belowOn: props.belowOn,
      against: props.against,
    },
    size.value.w,
    size.value.h,
    { top: 22, right: 6, bottom: 24, left: 34 },
  ),
);
/** A label goes to the side on which there is room. */
const todayAtLeft = computed(() => layout.value.todayX > layout.value.box.x1 - 100);
const belowAtLeft = computed(() => layout.value.belowX !== null && layout.value.belowX > layout.value.box.x1 - 190);

const labels = computed(() => dotLabels(layout.value));
const summary = computed(
  () =>
    `Today ${percent(props.now.median)} alive, between ${percent(props.now.low)} and ${percent(props.now.high)} with 90 % confidence; lending line ${percent(props.threshold)}. ${props.belowLabel}`,
);
</script>

<template>
  <figure ref="box" class="chart">
    <figcaption class="unseen">{{ summary }}</figcaption>
    <svg :width="size.w" :height="size.h" role="img" aria-label="Share alive over the years, in percent">
      <g v-for="s in layout.shares" :key="s.label">
        <line :x1="layout.box.x0" :x2="layout.box.x1" :y1="s.y" :y2="s.y" class="grid" />
        <text :x="layout.box.x0 - 8" :y="s.y + 5" text-anchor="end" class="axis">{{ s.label }}</text>
      </g>
      <g v-for="yr in layout.years" :key="yr.label">
        <line :x1="yr.x" :x2="yr.x" :y1="layout.box.y1" :y2="layout.box.y1 + 5" class="tick" />
        <text :x="yr.x" :y="layout.box.y1 + 19" text-anchor="middle" class="axis">{{ yr.label }}</text>
      </g>
      <path :d="layout.known" class="known" />
      <path :d="layout.ahead" class="ahead" />
      <line :x1="layout.box.x0" :x2="layout.box.x1" :y1="layout.lineY" :y2="layout.lineY" class="line" />
      <text :x="layout.box.x1" :y="layout.lineY - 5" text-anchor="end" class="axis dark">lending line {{ percent(threshold) }}</text>
      <path :d="layout.median" class="median" />
      <path v-if="layout.againstBand" :d="layout.againstBand" class="against" />
      <path v-if="layout.againstMedian" :d="layout.againstMedian" class="againstmedian" />
      <g v-for="(d, i) in layout.dots" :key="i" :class="{ unused: !d.used }">
        <circle v-if="d.kind === 'test'" :cx="d.x" :cy="d.y" :r="d.r" class="test" />
        <rect
          v-else
          :x="d.x - d.r * 0.85"
          :y="d.y - d.r * 0.85"
          :width="d.r * 1.7"
          :height="d.r * 1.7"
          :transform="`rotate(45 ${d.x} ${d.y})`"
          class="sowing"
        />
      </g>
      <line :x1="layout.todayX" :x2="layout.todayX" y1="4" :y2="layout.box.y1" class="today" />
      <text :x="layout.todayX + (todayAtLeft ? -7 : 7)" y="14" :text-anchor="todayAtLeft ? 'end' : 'start'" class="todaytext">
        today {{ percent(now.median) }}
      </text>
      <circle v-if="layout.todayY !== null" :cx="layout.todayX" :cy="layout.todayY" r="4.500" class="nowdot" />
      <text v-for="(l, i) in labels" :key="`l${i}`" :x="l.x" :y="l.y" :text-anchor="l.anchor" class="dotlabel" :class="l.kind">
        {{ l.text }}
      </text>
      <g v-if="layout.belowX !== null">
        <line :x1="layout.belowX" :x2="layout.belowX" :y1="layout.box.y1 - 10" :y2="layout.box.y1" class="below" />
        <text
          :x="belowAtLeft ? layout.box.x1 : layout.belowX - 4"
          :y="layout.box.y1 - 14"
          :text-anchor="belowAtLeft ? 'end' : 'start'"
          class="belowtext"
        >
          {{ belowLabel }}
        </text>
      </g>
    </svg>
    <details class="numbers-table">
      <summary class="small">The numbers</summary>
      <table class="plain-table small numbers">
        <thead>
          <tr>
            <th scope="col">day</th>
            <th scope="col" class="right">median</th>
            <th scope="col" class="right">5 %</th>
            <th scope="col" class="right">95 %</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in points.filter((_p, i) => i % 4 === 0)" :key="p.date">
            <td>{{ format.day(p.date) }}</td>
            <td class="right">{{ percent(p.median) }}</td>
            <td class="right">{{ percent(p.low) }}</td>
            <td class="right">{{ percent(p.high) }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </figure>
</template>

<style scoped>
.against {
  fill: var(--watch-fill);
  opacity: 0.22;
}
.againstmedian {
  fill: none;
  stroke: var(--watch);
  stroke-width: 2.2;
  stroke-dasharray: 7 4;
}
.chart {
  margin: 0;
  min-width: 0;
}
svg {
  display: block;
  overflow: visible;
}
.grid {
  stroke: var(--hair);
}
.tick {
  stroke: var(--faint);
}
.axis {
  font-size: 14px;
  fill: var(--quiet);
}
.axis.dark {
  fill: var(--ink);
}
.known {
  fill: var(--action-line);
}
.ahead {
  fill: var(--action-soft);
}
.median {
  fill: none;
  stroke: var(--action);
  stroke-width: 2;
}
.line {
  stroke: var(--ink);
  stroke-dasharray: 3 4;
}
.test {
  fill: var(--ink);
  stroke: var(--sheet);
}
.sowing {
  fill: var(--good);
  stroke: var(--sheet);
}
.unused {
  opacity: 0.35;
}
.dotlabel {
  font-size: 14px;
  font-weight: 600;
  fill: var(--ink);
  paint-order: stroke;
  stroke: rgb(255 254 251 / 75%);
  stroke-width: 3px;
}
.dotlabel.sowing {
  font-weight: 400;
  fill: var(--good-deep);
  stroke: rgb(255 254 251 / 75%);
}
.today {
  stroke: var(--act);
  stroke-width: 2;
}
.todaytext {
  font-size: 14px;
  font-weight: 600;
  fill: var(--act);
}
.nowdot {
  fill: var(--sheet);
  stroke: var(--act);
  stroke-width: 2.2;
}
.below {
  stroke: var(--watch-fill);
  stroke-width: 2;
}
.belowtext {
  font-size: 14px;
  fill: var(--watch);
  paint-order: stroke;
  stroke: rgb(255 254 251 / 80%);
  stroke-width: 3px;
}
.numbers-table summary {
  cursor: pointer;
  color: var(--quiet);
  min-height: 24px;
}
</style>
