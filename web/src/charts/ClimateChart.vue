<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { fromCelsius, MONTHS } from '../base/format.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import { climateLayout, type ClimatePoint } from './climateLayout.ts';

/** What a climate logger saw: the mean of each day, its coldest and warmest, and the days on which it was too warm. */
const props = defineProps<{ days: readonly ClimatePoint[]; limitC: number | null; place: string }>();
const session = useSession();
const format = useFormat();
const box = ref<HTMLElement | null>(null);
const { width } = useElementSize(box);
const HEIGHT = 190;
const unit = computed(() => session.settings?.temperatureUnit ?? 'C');
const layout = computed(() =>
  climateLayout(props.days, { width: Math.max(280, width.value || 560), height: HEIGHT }, props.limitC, (c) =>
    unit.value === 'C' ? c : c * 1.8 + 32,
  ),
);
const summary = computed(() => {
  const { days } = props;
  if (days.length === 0) return 'no readings';
  const coldest = Math.min(...days.map((d) => d.lowC));
  const warmest = Math.max(...days.map((d) => d.highC));
  return `${format.day(days[0]?.day ?? '')} to ${format.day(days[days.length - 1]?.day ?? '')}: from ${String(fromCelsius(Math.round(coldest * 10) / 10, unit.value))} to ${String(fromCelsius(Math.round(warmest * 10) / 10, unit.value))} °${unit.value}`;
});
</script>

<template>
  <figure ref="box">
    <figcaption>
      <strong>Warmth in {{ place }}</strong> <span class="quiet small">{{ summary }}</span>
    </figcaption>
    <svg
      :viewBox="`0 0 ${Math.max(280, width || 560)} ${HEIGHT}`"
      :height="HEIGHT"
      width="100%"
      role="img"
      :aria-label="`Warmth in ${place}. ${summary}`"
    >
      <g v-for="t in layout.ticks" :key="t.value">
        <line x1="44" :x2="Math.max(280, width || 560) - 8" :y1="t.y" :y2="t.y" stroke="var(--band)" />
        <text x="38" :y="t.y + 5" text-anchor="end">{{ t.value }}°</text>
      </g>
      <text v-for="m in layout.months" :key="`${m.year}${m.month}`" :x="m.x + 3" :y="HEIGHT - 5">{{ MONTHS[m.month] }}</text>
      <line v-for="m in layout.months" :key="`l${m.year}${m.month}`" :x1="m.x" :x2="m.x" y1="8" :y2="HEIGHT - 22" stroke="var(--hair)" />
      <path :d="layout.band" fill="var(--action-mist)" opacity="0.8" />
      <path :d="layout.mean" fill="none" stroke="var(--action)" stroke-width="1.8" />
      <template v-if="layout.limitY !== null">
        <line
          x1="44"
          :x2="Math.max(280, width || 560) - 8"
          :y1="layout.limitY"
          :y2="layout.limitY"
          stroke="var(--act)"
          stroke-dasharray="5 4"
        />
        <text class="limit" :x="Math.max(280, width || 560) - 10" :y="layout.limitY - 5" text-anchor="end">should stay below</text>
      </template>
      <path v-for="w in layout.warm" :key="w.day" :d="`M${w.x - 5} ${w.y - 2}l5 -9 5 9z`" fill="var(--act)" />
    </svg>
    <details>
      <summary>The numbers</summary>
      <div class="scrolls numbers-table">
        <table class="plain-table">
          <thead>
            <tr>
              <th scope="col">Day</th>
              <th scope="col" class="right">Mean</th>
              <th scope="col" class="right">Coldest</th>
              <th scope="col" class="right">Warmest</th>
              <th scope="col" class="right">Humidity</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="d in days" :key="d.day">
              <td>{{ format.day(d.day) }}</td>
              <td class="right">{{ format.warmth(d.temperatureC) }}</td>
              <td class="right">{{ format.warmth(d.lowC) }}</td>
              <td class="right">{{ format.warmth(d.highC) }}</td>
              <td class="right">{{ d.rhPercent === null ? '' : `${Math.round(d.rhPercent)} %` }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </details>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  display: grid;
  gap: 4px;
}
text {
  font-size: 14px;
  fill: var(--quiet);
}
text.limit {
  fill: var(--act);
}
strong {
  font-weight: 600;
}
summary {
  min-height: 32px;
  cursor: pointer;
  color: var(--action);
}
.numbers-table {
  max-height: 260px;
}
</style>
