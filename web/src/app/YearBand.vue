<script setup lang="ts">
import { addDays, daysBetween, mondayOf } from '@esprel/core';
import { todayApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { bandLayout } from './bandLayout.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';

const HEIGHT = 62;
const session = useSession();
const route = useRoute();
const router = useRouter();
const format = useFormat();
const box = ref<HTMLElement | null>(null);
const { width } = useElementSize(box);
const { data } = useRead(todayApi.band, () => ({}), [() => session.today]);

const layout = computed(() =>
  data.value && session.today !== '' ? bandLayout(data.value, session.today, Math.max(320, width.value), HEIGHT) : null,
);
const firstMonday = computed(() => (data.value ? mondayOf(data.value.from) : ''));
const thisWeek = computed(() => (data.value ? Math.floor(daysBetween(firstMonday.value, session.today) / 7) : 0));
const chosen = computed(() => {
  const week = route.query.week;
  return data.value && typeof week === 'string' ? Math.round(daysBetween(firstMonday.value, week) / 7) : null;
});
const chosenX = computed(() =>
  data.value && layout.value && chosen.value !== null
    ? (daysBetween(data.value.from, addDays(firstMonday.value, 7 * chosen.value)) / 7) * layout.value.weekWidth
    : 0,
);

function choose(event: Event): void {
  const n = Number((event.target as HTMLInputElement).value);
  void router.push(n === thisWeek.value ? '/today' : `/today?week=${addDays(firstMonday.value, 7 * n)}`);
}
</script>

<template>
  <section ref="box" class="band" aria-label="The year">
    <svg v-if="layout" :width="Math.max(320, width)" :height="HEIGHT" aria-hidden="true">
      <path :d="layout.frost" class="frost" />
      <g v-for="m in layout.months" :key="m.x">
        <line :x1="m.x" :x2="m.x" y1="0" :y2="HEIGHT" class="month" />
        <text :x="m.x + 7" y="16" class="label">{{ m.label }}</text>
      </g>
      <rect v-if="chosen !== null" :x="chosenX" y="20" :width="layout.weekWidth" :height="HEIGHT - 20" class="chosen" />
      <text :x="layout.lastFrostX + 6" :y="HEIGHT - 5" class="note">usual last frost</text>
      <line :x1="layout.lastFrostX" :x2="layout.lastFrostX" :y1="HEIGHT - 14" :y2="HEIGHT" class="lastfrost" />
      <g v-for="(m, i) in layout.marks" :key="i" :transform="`translate(${m.x} ${m.y})`" :class="['mark', m.kind]">
        <rect
          v-if="['count', 'warm', 'sow', 'cold'].includes(m.kind)"
          x="-5"
          y="-2.500"
          :width="Math.min(22, 7 + 3 * m.n)"
          height="5"
          rx="2.500"
        />
        <circle v-else-if="['look', 'fate', 'tray', 'care'].includes(m.kind)" r="3.600" />
        <path v-else d="M0-5 5 0 0 5-5 0z" />
      </g>
      <line :x1="layout.todayX" :x2="layout.todayX" y1="0" :y2="HEIGHT" class="today" />
      <g :transform="`translate(${layout.todayX} 0)`">
        <rect width="46" height="18" class="flag" />
        <text x="6" y="13" class="flagtext">today</text>
      </g>
    </svg>
    <input
      v-if="layout"
      class="weeks"
      type="range"
      min="0"
      :max="layout.weeks"
      :value="chosen ?? thisWeek"
      aria-label="Week of the year to show the work of"
      :aria-valuetext="`week of ${format.day(addDays(firstMonday, 7 * (chosen ?? thisWeek)))}`"
      @change="choose"
    />
    <ul class="unseen">
      <li>
        Marks: bars are counts of tests and sowings to be made, dots are sowings and trays to look at, diamonds are promises and returns.
      </li>
    </ul>
  </section>
</template>

<style scoped>
.band {
  grid-row: 2;
  position: relative;
  height: 62px;
  background: var(--band);
  overflow: hidden;
}
svg {
  display: block;
}
.frost {
  fill: var(--frost);
}
.month {
  stroke: var(--edge);
}
.label {
  font-size: 14px;
  fill: var(--ink-soft);
  font-weight: 600;
}
.note {
  font-size: 13px;
  fill: var(--quiet);
}
.lastfrost {
  stroke: var(--quiet);
}
.chosen {
  fill: none;
  stroke: var(--action);
  stroke-width: 2;
}
.mark {
  fill: var(--action);
}
.mark.look,
.mark.tray,
.mark.care,
.mark.sow,
.mark.fate {
  fill: var(--good);
}
.mark.promise {
  fill: var(--watch-fill);
}
.mark.quarantine,
.mark.cold,
.mark.warm {
  fill: var(--asleep);
}
.today {
  stroke: var(--act);
  stroke-width: 2;
}
.flag {
  fill: var(--act);
}
.flagtext {
  fill: var(--white);
  font-size: 13px;
  font-weight: 600;
}
.weeks {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  margin: 0;
  appearance: none;
  background: none;
  cursor: pointer;
}
.weeks:focus-visible {
  outline-offset: -3px;
}
.weeks::-webkit-slider-thumb {
  appearance: none;
  width: 1px;
  height: 62px;
  background: transparent;
}
.weeks::-moz-range-thumb {
  width: 1px;
  height: 62px;
  border: 0;
  background: transparent;
}
</style>
