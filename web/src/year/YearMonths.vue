<script setup lang="ts">
import { plural } from '@esprel/core';
import type { YearReport } from '@esprel/core/api';
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { monthsLayout } from './yearLayout.ts';

/** What went out and what came home, month by month. */
const props = defineProps<{ months: YearReport['months'] }>();
const HEIGHT = 210;
const box = ref<HTMLElement | null>(null);
const { width } = useElementSize(box);
const size = computed(() => ({ width: Math.max(300, width.value), height: HEIGHT }));
const layout = computed(() => monthsLayout(props.months, size.value));
const sums = computed(() => props.months.reduce((s, m) => ({ lent: s.lent + m.lent, home: s.home + m.home }), { lent: 0, home: 0 }));
</script>

<template>
  <figure ref="box">
    <svg
      :width="size.width"
      :height="HEIGHT"
      :viewBox="`0 0 ${size.width} ${HEIGHT}`"
      role="img"
      :aria-label="`${plural(sums.lent, 'packet')} lent and ${plural(sums.home, 'envelope')} that came home, by month`"
    >
      <g v-for="b in layout.bars" :key="b.month">
        <rect :x="b.lent.x" :y="b.lent.y" :width="b.lent.width" :height="b.lent.height" class="lent" />
        <rect :x="b.home.x" :y="b.home.y" :width="b.home.width" :height="b.home.height" class="home" />
        <text v-if="b.lent.n > 0 && b.lent.width > 16" :x="b.lent.x + b.lent.width / 2" :y="b.lent.y - 4" class="n">{{ b.lent.n }}</text>
        <text v-if="b.home.n > 0 && b.home.width > 16" :x="b.home.x + b.home.width / 2" :y="b.home.y + b.home.height + 14" class="n">
          {{ b.home.n }}
        </text>
        <text :x="b.lent.x + b.lent.width / 2" :y="HEIGHT - 4" class="axis">{{ b.label }}</text>
      </g>
      <line x1="0" :x2="size.width" :y1="layout.zero" :y2="layout.zero" class="zero" />
    </svg>
    <figcaption class="small"><i class="lent" />packets lent <i class="home" />envelopes that came home</figcaption>
    <details>
      <summary>The numbers</summary>
      <table class="plain-table numbers">
        <thead>
          <tr>
            <th scope="col">Month</th>
            <th scope="col" class="right">Lent</th>
            <th scope="col" class="right">Came home</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="m in months" :key="m.month">
            <th scope="row">{{ m.month }}</th>
            <td class="right">{{ m.lent }}</td>
            <td class="right">{{ m.home }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
  display: grid;
  gap: 4px;
  min-width: 0;
}
svg {
  max-width: 100%;
  height: auto;
}
.lent {
  fill: var(--action);
  background: var(--action);
}
.home {
  fill: var(--good-mid);
  background: var(--good-mid);
}
.zero {
  stroke: var(--ink);
}
.n,
.axis {
  font-size: 13px;
  text-anchor: middle;
  fill: var(--quiet);
}
.n {
  fill: var(--ink);
}
i {
  display: inline-block;
  width: 11px;
  height: 11px;
  margin: 0 6px 0 0;
}
i + i,
i.home {
  margin-left: 14px;
}
</style>
