<script setup lang="ts">
import { useElementSize } from '@vueuse/core';
import { computed, ref } from 'vue';
import { barsLayout } from './yearLayout.ts';
import type { YearRow } from './yearRows.ts';

/** A list with a bar a row, by one measure; what was, as a mark on the bar of what is. */
const props = defineProps<{
  label: string;
  rows: readonly YearRow[];
  tone?: 'action' | 'good' | 'act';
}>();
const box = ref<HTMLElement | null>(null);
const { width } = useElementSize(box);
const room = computed(() => Math.max(60, width.value * 0.46 - 10));
const bars = computed(() => {
  const all = barsLayout(
    props.rows.flatMap((r) => [r.value, r.was ?? 0]),
    room.value,
  );
  return props.rows.map((r, i) => ({ ...r, long: all[2 * i] ?? 0, mark: r.was == null ? null : (all[2 * i + 1] ?? 0) }));
});
</script>

<template>
  <div ref="box" class="bars" :class="tone ?? 'action'">
    <table :aria-label="label">
      <tbody>
        <tr v-for="b in bars" :key="b.name">
          <th scope="row">{{ b.name }}</th>
          <td class="bar">
            <svg :width="room + 6" height="16" aria-hidden="true">
              <rect x="0" y="2" :width="b.long" height="12" class="is" />
              <line v-if="b.mark !== null" :x1="b.mark" :x2="b.mark" y1="0" y2="16" class="was" />
            </svg>
          </td>
          <td class="numbers words">{{ b.words }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.bars {
  min-width: 0;
}
table {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
}
th {
  font-weight: 400;
  text-align: left;
  width: 30%;
  padding: 2px 8px 2px 0;
  overflow-wrap: anywhere;
}
.bar {
  width: 46%;
  padding: 0;
}
svg {
  display: block;
  max-width: 100%;
}
.words {
  padding-left: 6px;
}
.is {
  fill: var(--action);
}
.good .is {
  fill: var(--good-mid);
}
.act .is {
  fill: var(--act-line);
}
.was {
  stroke: var(--ink);
  stroke-width: 2;
}
</style>
