<script setup lang="ts">
import { plural, pluralLarge } from '@esprel/core';
import type { Stock } from '@esprel/core/api';
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { stockLayout } from './stockLayout.ts';

/** All lots by amount and by how alive they are: what may be lost next lies in the lower left corner. */
const props = defineProps<{ stock: Stock; height?: number }>();
const box = ref<HTMLElement | null>(null);
const { width } = useElementSize(box);
const layout = computed(() => stockLayout(props.stock, { width: Math.max(320, width.value), height: props.height ?? 320 }));
const GROUPS = { renew: 'act', rescue: 'act', 'sow-thicker': 'watch', 'test-first': 'action', lend: 'good', 'let-go': 'unknown' } as const;
const atRisk = computed(() => props.stock.points.filter((p) => p.verdict === 'renew' || p.verdict === 'rescue'));
const summary = computed(() => {
  const { lots, varieties, seeds, live } = props.stock;
  const share = seeds === 0 ? 0 : Math.round((100 * live) / seeds);
  return `${plural(lots, 'lot')} of ${plural(varieties, 'variety', 'varieties')}, ${pluralLarge(seeds, 'seed')}, ${String(share)} % of them alive. ${plural(atRisk.value.length, 'lot')} to be renewed or rescued.`;
});
</script>

<template>
  <figure ref="box">
    <svg
      :viewBox="`0 0 ${Math.max(320, width)} ${height ?? 320}`"
      :width="Math.max(320, width)"
      :height="height ?? 320"
      role="img"
      :aria-label="`All lots by amount and by how alive they are. ${summary}`"
    >
      <rect v-bind="layout.risk" class="risk" />
      <text :x="layout.risk.x + 8" :y="layout.risk.y + 18" class="axis">little left, hardly alive</text>
      <g v-for="a in layout.amounts" :key="a.label">
        <line :x1="layout.box.x0" :x2="layout.box.x1" :y1="a.y" :y2="a.y" class="grid" />
        <text :x="layout.box.x0 - 8" :y="a.y + 5" text-anchor="end" class="axis">{{ a.label }}</text>
      </g>
      <g v-for="s in layout.shares" :key="s.label">
        <line :x1="s.x" :x2="s.x" :y1="layout.box.y0" :y2="layout.box.y0 + 5" class="tick" />
        <text :x="s.x" :y="layout.box.y0 + 20" :text-anchor="s.x >= layout.box.x1 ? 'end' : 'middle'" class="axis">{{ s.label }}</text>
      </g>
      <text :x="layout.box.x1" :y="layout.box.y0 + 36" text-anchor="end" class="axis">alive</text>
      <text :x="layout.box.x0" :y="layout.box.y0 + 36" class="axis">seeds, each line ten times the one below</text>
      <circle v-for="c in layout.circles" :key="`${c.x} ${c.y}`" :cx="c.x" :cy="c.y" :r="c.r" class="many">
        <title>{{ plural(c.n, 'lot') }}</title>
      </circle>
      <g v-for="d in layout.dots" :key="d.code" :class="GROUPS[d.verdict] ?? 'unknown'">
        <path v-if="d.verdict === 'renew' || d.verdict === 'rescue'" :d="`M${d.x} ${d.y - 6}l5.500 10h-11z`" />
        <circle v-else :cx="d.x" :cy="d.y" :r="d.verdict === 'test-first' ? 3.5 : 4" :class="{ hollow: d.verdict === 'test-first' }" />
        <title>{{ d.words }}</title>
      </g>
    </svg>
    <figcaption class="small">
      {{ summary }}
      <span class="key" aria-hidden="true"
        ><i class="good" />lend <i class="watch" />sow thicker <i class="action" />test first <i class="act" />renew or rescue</span
      >
    </figcaption>
    <details v-if="atRisk.length > 0">
      <summary>The numbers</summary>
      <table class="plain-table numbers" aria-label="Lots to be renewed or rescued">
        <tbody>
          <tr v-for="p in atRisk.slice(0, 60)" :key="p.code">
            <th scope="row">{{ p.variety }}</th>
            <td class="code">{{ p.code }}</td>
            <td class="right">{{ Math.round(p.alive * 100) }} %</td>
            <td class="right">{{ p.seeds }}</td>
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
  gap: 6px;
  min-width: 0;
}
svg {
  max-width: 100%;
  height: auto;
}
.risk {
  fill: var(--act-soft);
}
.grid {
  stroke: var(--hair);
}
.tick {
  stroke: var(--edge);
}
.axis {
  font-size: 13px;
  fill: var(--quiet);
}
.many {
  fill: var(--action-mist);
  stroke: var(--action-line);
}
.good {
  fill: var(--good);
  --own: var(--good);
}
.watch {
  fill: var(--watch-fill);
  --own: var(--watch-fill);
}
.act {
  fill: var(--act);
  --own: var(--act);
}
.action {
  fill: var(--action);
  --own: var(--action);
}
.unknown {
  fill: var(--unknown);
}
.hollow {
  fill: var(--sheet);
  stroke: var(--action);
  stroke-width: 1.6;
}
.key {
  display: inline-flex;
  gap: 4px;
  align-items: center;
  flex-wrap: wrap;
  margin-left: 6px;
}
.key i {
  width: 10px;
  height: 10px;
  border-radius: 50%;
  background: var(--own);
  margin-left: 8px;
}
.key .act {
  border-radius: 0;
  clip-path: polygon(50% 0, 100% 100%, 0 100%);
}
</style>
