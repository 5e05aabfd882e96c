<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { curveLayout, type CurveData } from './curveLayout.ts';

const props = defineProps<{ data: CurveData; summary: string }>();
const box = ref<HTMLElement | null>(null);
const { width } = useElementSize(box);
const w = computed(() => Math.max(240, width.value));
const HEIGHT = 226;
const layout = computed(() => curveLayout(props.data, w.value, HEIGHT));
</script>

<template>
  <figure ref="box" class="curve">
    <figcaption class="unseen">{{ summary }}</figcaption>
    <svg :width="w" :height="HEIGHT" role="img" aria-label="Sprouted by day of the test, in percent">
      <g v-for="s in layout.shares" :key="s.label">
        <line :x1="layout.box.x0" :x2="layout.box.x1" :y1="s.y" :y2="s.y" class="grid" />
        <text :x="layout.box.x0 - 8" :y="s.y + 5" text-anchor="end">{{ s.label }}</text>
      </g>
      <path :d="layout.band" class="band" />
      <g v-for="t in layout.ticks" :key="t.label">
        <line v-if="t.count" :x1="t.x" :x2="t.x" :y1="layout.box.y1" :y2="layout.box.y1 + 6" class="tick" />
        <text :x="t.x" :y="layout.box.y1 + 19" text-anchor="middle">{{ t.label }}</text>
      </g>
      <text :x="layout.box.x1" :y="layout.box.y1 + 36" text-anchor="end">days in the warm, counts marked</text>
      <path v-for="o in layout.others" :key="o.key" :d="o.path" class="other" />
      <path v-for="b in layout.bags" :key="`b${b.key}`" :d="b.path" class="bag" />
      <path v-if="layout.ahead" :d="layout.ahead" class="ahead" />
      <path v-if="layout.aheadMiddle" :d="layout.aheadMiddle" class="middle" />
      <rect v-for="(u, i) in layout.unseen" :key="`u${i}`" :x="u.x" :y="u.y" :width="u.width" :height="u.height" class="unwatched" />
      <path :d="layout.seen" class="seen" />
      <circle v-for="(d, i) in layout.dots" :key="i" :cx="d.x" :cy="d.y" r="4.500" />
      <template v-if="layout.callX !== null">
        <line :x1="layout.callX" :x2="layout.callX" y1="24" :y2="layout.box.y1" class="call" />
        <text :x="layout.callX - 5" y="35" text-anchor="end" class="calltext">call it</text>
      </template>
      <template v-if="layout.todayX !== null">
        <line :x1="layout.todayX" :x2="layout.todayX" y1="6" :y2="layout.box.y1" class="today" />
        <text
          :x="layout.todayX + (layout.todayX > w - 60 ? -6 : 6)"
          y="15"
          :text-anchor="layout.todayX > w - 60 ? 'end' : 'start'"
          class="todaytext"
        >
          today
        </text>
      </template>
    </svg>
    <details>
      <summary class="small quiet">The numbers</summary>
      <table class="plain-table small numbers">
        <thead>
          <tr>
            <th scope="col">day</th>
            <th scope="col" class="right">sprouted so far</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="p in data.points" :key="p.day">
            <td>{{ p.day }}</td>
            <td class="right">{{ Math.round(p.cumulative * 100) }} %</td>
          </tr>
        </tbody>
      </table>
    </details>
  </figure>
</template>

<style scoped>
.curve {
  margin: 0;
  min-width: 0;
}
svg {
  display: block;
}
text {
  font-size: 14px;
  fill: var(--quiet);
}
.grid {
  stroke: var(--hair);
}
.band {
  fill: var(--action-soft);
}
.ahead {
  fill: var(--good);
  opacity: 0.2;
}
.middle {
  fill: none;
  stroke: var(--good);
  stroke-width: 1.6;
  stroke-dasharray: 5 4;
}
.bag {
  fill: none;
  stroke: var(--good-mid);
  stroke-width: 1.2;
  stroke-dasharray: 2 3;
}
.other {
  fill: none;
  stroke: var(--unknown);
  stroke-width: 1.2;
  opacity: 0.6;
}
.call {
  stroke: var(--ink);
  stroke-width: 1.4;
  stroke-dasharray: 2 3;
}
.calltext {
  fill: var(--ink);
  font-weight: 600;
}
.tick {
  stroke: var(--ink);
  stroke-width: 2;
}
.unwatched {
  fill: var(--good-mid);
  opacity: 0.22;
}
.seen {
  fill: none;
  stroke: var(--good);
  stroke-width: 2.4;
}
circle {
  fill: var(--good);
  stroke: var(--sheet);
  stroke-width: 2;
}
.today {
  stroke: var(--act);
  stroke-width: 2;
}
.todaytext {
  fill: var(--act);
  font-weight: 600;
}
summary {
  cursor: pointer;
}
</style>
