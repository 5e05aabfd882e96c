<script setup lang="ts">
import { BENCH_KIND_WORDS, plural } from '@esprel/core';
import { useFormat } from '../app/useFormat.ts';
import type { SeasonListData } from './types.ts';

/** How full each place is, week by week: a column a week, as tall as the share of its room that is taken. */
defineProps<{ weeks: readonly string[]; places: SeasonListData['bench']['places'] }>();
const format = useFormat();
const HEIGHT = 34;
const words = (p: SeasonListData['bench']['places'][number]): string => {
  const clash = p.load.filter((w) => w.clash).map((w) => `week of ${format.day(w.monday)}: ${String(w.trays)} of ${String(p.holds)}`);
  const most = Math.max(0, ...p.load.map((w) => w.trays));
  return clash.length > 0 ? `Too full: ${clash.join('; ')}` : `At most ${plural(most, 'tray')} of ${String(p.holds)}`;
};
const monthOf = (monday: string): string => format.day(monday).split(' ').slice(-1)[0] ?? '';
/** The week a month begins with, unless the next month's name would run into its own. */
const firstOfMonth = (weeks: readonly string[], i: number): boolean =>
  (i === 0 || weeks[i]?.slice(5, 7) !== weeks[i - 1]?.slice(5, 7)) && weeks[i + 2]?.slice(5, 7) === weeks[i]?.slice(5, 7);
</script>

<template>
  <div class="bench">
    <div class="months" aria-hidden="true">
      <span v-for="(w, i) in weeks" :key="w" class="small quiet">{{ firstOfMonth(weeks, i) ? monthOf(w) : '' }}</span>
    </div>
    <div v-for="p in places" :key="p.id" class="place">
      <p class="name">
        <strong>{{ p.name }}</strong> <span class="quiet small">{{ BENCH_KIND_WORDS[p.kind] }}, holds {{ p.holds }}</span>
      </p>
      <div class="weeks" role="img" :aria-label="`${p.name}: ${words(p)}`">
        <span
          v-for="w in p.load"
          :key="w.monday"
          class="week"
          :class="{ clash: w.clash }"
          :title="`${format.day(w.monday)}: ${w.trays} of ${p.holds}`"
        >
          <i :style="{ height: `${Math.min(1, w.trays / p.holds) * HEIGHT}px` }" /><b v-if="w.clash">{{ w.trays }}</b>
        </span>
      </div>
      <p v-if="p.load.some((w) => w.clash)" class="over small">{{ words(p) }}</p>
    </div>
  </div>
</template>

<style scoped>
.bench {
  display: grid;
  gap: 10px;
}
.months,
.weeks {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: minmax(0, 1fr);
  gap: 2px;
}
.months span {
  white-space: nowrap;
}
.name strong {
  font-weight: 600;
}
.week {
  position: relative;
  height: 34px;
  background: #f3ecdd;
  display: flex;
  align-items: flex-end;
}
.week i {
  width: 100%;
  background: #b9b08f;
}
.week.clash i {
  background: repeating-linear-gradient(135deg, var(--act) 0 4px, #c9786c 4px 7px);
}
.week b {
  position: absolute;
  inset: 0;
  text-align: center;
  font-size: 13px;
  color: #fff;
  line-height: 34px;
  text-shadow: 0 0 3px #5a1a12;
}
.over {
  color: var(--act);
  font-weight: 600;
}
</style>
