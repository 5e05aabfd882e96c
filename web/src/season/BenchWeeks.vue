<script setup lang="ts">
import { addDays, BENCH_KIND_WORDS, plural } from '@esprel/core';
import type { SeasonListData } from '@esprel/core/api';
import { ref } from 'vue';
import { useFormat } from '../base/useFormat.ts';

type Place = SeasonListData['bench']['places'][number];

/**
 * How full each place is, week by week: a column a week, as tall as the share of its room that is taken. A place is two paths, not an
 * element a week: a bench of ten places would be a thousand of them.
 */
defineProps<{ weeks: readonly string[]; places: readonly Place[] }>();
const format = useFormat();
const HEIGHT = 34;
/** Width of a week and the gap before the next, in units that are stretched to the width there is. */
const WEEK = 10;
const GAP = 1;

/** Columns of all weeks for which `tall` says a share of the height. */
function columns(place: Place, tall: (week: Place['load'][number]) => number): string {
  return place.load
    .map((w, i) => ({ x: i * WEEK, height: HEIGHT * Math.min(1, tall(w)) }))
    .filter((c) => c.height > 0)
    .map((c) => `M${String(c.x)} ${String(HEIGHT)}v${(-c.height).toFixed(1)}h${String(WEEK - GAP)}v${c.height.toFixed(1)}z`)
    .join('');
}
const clashes = (place: Place): { readonly trays: number; readonly at: number }[] =>
  place.load.flatMap((w, i) => (w.clash ? [{ trays: w.trays, at: (100 * (i + 0.45)) / place.load.length }] : []));
/** Weeks in a row that are too full, said as one. */
function tooFull(p: Place): string[] {
  const runs: { from: string; to: string; trays: number }[] = [];
  p.load.forEach((w, i) => {
    const last = runs.at(-1);
    if (!w.clash) return;
    if (last && p.load[i - 1]?.clash) Object.assign(last, { to: w.monday, trays: Math.max(last.trays, w.trays) });
    else runs.push({ from: w.monday, to: w.monday, trays: w.trays });
  });
  return runs.map((r) =>
    r.from === r.to
      ? `week of ${format.day(r.from)}: ${String(r.trays)} of ${String(p.holds)}`
      : `${format.days(r.from, addDays(r.to, 6))}: up to ${String(r.trays)} of ${String(p.holds)}`,
  );
}
const words = (p: Place): string => {
  const full = tooFull(p);
  const most = Math.max(0, ...p.load.map((w) => w.trays));
  return full.length > 0 ? `Too full: ${full.join('; ')}` : `At most ${plural(most, 'tray')} of ${String(p.holds)}`;
};
const monthOf = (monday: string): string => format.day(monday).split(' ').slice(-1)[0] ?? '';
/** Months by the week they begin with, unless the next month's name would run into their own. */
const months = (weeks: readonly string[]): { readonly name: string; readonly at: number }[] =>
  weeks.flatMap((w, i) =>
    (i === 0 || w.slice(5, 7) !== weeks[i - 1]?.slice(5, 7)) && weeks[i + 2]?.slice(5, 7) === w.slice(5, 7)
      ? [{ name: monthOf(w), at: (100 * i) / weeks.length }]
      : [],
  );

/** The week under the pointer, said as a hint. */
const hint = ref('');
function point(event: PointerEvent, place: Place): void {
  const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
  const week = place.load[Math.floor((place.load.length * (event.clientX - box.left)) / box.width)];
  hint.value = week ? `${format.day(week.monday)}: ${String(week.trays)} of ${String(place.holds)}` : '';
}
</script>

<template>
  <div class="bench">
    <div class="months" aria-hidden="true">
      <span v-for="m in months(weeks)" :key="m.at" class="small quiet" :style="{ left: `${m.at}%` }">{{ m.name }}</span>
    </div>
    <div v-for="p in places" :key="p.id" class="place">
      <p class="name">
        <strong>{{ p.name }}</strong> <span class="quiet small">{{ BENCH_KIND_WORDS[p.kind] }}, holds {{ p.holds }}</span>
      </p>
      <div class="weeks" role="img" :aria-label="`${p.name}: ${words(p)}`" :title="hint" @pointermove="point($event, p)">
        <svg :viewBox="`0 0 ${WEEK * p.load.length - GAP} ${HEIGHT}`" preserveAspectRatio="none" aria-hidden="true">
          <path class="room" :d="columns(p, () => 1)" />
          <path class="taken" :d="columns(p, (w) => (w.clash ? 0 : w.trays / p.holds))" />
          <path class="over" :d="columns(p, (w) => (w.clash ? 1 : 0))" />
        </svg>
        <b v-for="c in clashes(p)" :key="c.at" :style="{ left: `${c.at}%` }">{{ c.trays }}</b>
      </div>
      <p v-if="p.load.some((w) => w.clash)" class="toofull small">{{ words(p) }}</p>
    </div>
  </div>
</template>

<style scoped>
.bench {
  display: grid;
  gap: 10px;
}
.months {
  position: relative;
  height: 20px;
}
.months span {
  position: absolute;
  white-space: nowrap;
}
.name strong {
  font-weight: 600;
}
.weeks {
  position: relative;
  height: 34px;
}
.weeks svg {
  display: block;
  width: 100%;
  height: 100%;
}
.room {
  fill: var(--wash);
}
.taken {
  fill: var(--dashes);
}
.over {
  fill: var(--act);
}
.weeks b {
  position: absolute;
  top: 0;
  transform: translateX(-50%);
  font-size: 13px;
  color: var(--white);
  line-height: 34px;
  pointer-events: none;
}
.toofull {
  color: var(--act);
  font-weight: 600;
}
</style>
