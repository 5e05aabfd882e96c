<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { cellsOf, plural } from '@esprel/core';
import { type ListedTray, traysApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { useTable } from '../base/table.ts';
import { useFormat } from '../base/useFormat.ts';
import { letterLook } from './letterLook.ts';
import SowingNav from '../shared/SowingNav.vue';

/** Trays that are laid out, that grow, and that were cleared, each as a small picture of itself. */
const router = useRouter();
const table = useTable();
const format = useFormat();
const { data: planned, problem } = useRead(traysApi.list, () => ({ state: 'planned' }));
const { data: growing } = useRead(traysApi.list, () => ({ state: 'growing' }));
const { data: cleared } = useRead(traysApi.list, () => ({ state: 'cleared' }));
const groups = computed(() => [
  { name: 'Laid out, to be sown', trays: planned.value?.trays ?? [], none: 'No tray waits to be sown.' },
  { name: 'Growing', trays: growing.value?.trays ?? [], none: 'Nothing grows on a tray just now.' },
  ...((cleared.value?.trays.length ?? 0) > 0 ? [{ name: 'Cleared', trays: (cleared.value?.trays ?? []).slice(0, 12), none: '' }] : []),
]);
const about = (t: ListedTray): string => {
  const when = t.sownOn === null ? `sow ${format.day(t.sowOn)}` : `sown ${format.day(t.sownOn)}`;
  const up = t.sownOn === null ? '' : `, ${String(t.cellsUp ?? 0)} of ${plural(t.cellsSown, 'cell')} up`;
  return `${when}${t.bench === null ? '' : `, ${t.bench}`}${up}`;
};
const SIZE = 11;
</script>

<template>
  <div class="trays scrolls" tabindex="-1">
    <SowingNav here="/sowing/trays" />
    <header class="top">
      <h1>Trays</h1>
      <span class="row-of-buttons">
        <Button label="Lay out a tray" @click="router.push('/sowing/trays/new')" />
        <Button
          v-if="table.count > 0"
          severity="secondary"
          :label="`With the ${table.count} on the table`"
          @click="router.push('/sowing/trays/new?table=1')"
        />
        <Button severity="secondary" label="Pick from what is wanted" @click="router.push('/sowing/list')" />
      </span>
    </header>
    <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
    <section v-for="g in groups" :key="g.name" :aria-label="g.name">
      <h2>
        {{ g.name }} <span class="quiet small">{{ g.trays.length }}</span>
      </h2>
      <p v-if="g.trays.length === 0" class="quiet">{{ g.none }}</p>
      <ul class="plain cards">
        <li v-for="t in g.trays" :key="t.id">
          <RouterLink :to="`/sowing/trays/${t.id}`" class="card">
            <svg :width="t.columns * SIZE + 6" :height="t.rows * SIZE + 6" aria-hidden="true">
              <rect width="100%" height="100%" rx="4" class="ground" />
              <template v-for="(c, i) in t.map" :key="i">
                <rect
                  v-if="!t.gaps.includes(i)"
                  :x="3 + (i % t.columns) * SIZE"
                  :y="3 + Math.floor(i / t.columns) * SIZE"
                  :width="SIZE - 2"
                  :height="SIZE - 2"
                  rx="1.500"
                  :fill="c === '' ? 'var(--paper-deep)' : c.endsWith('*') ? 'var(--sheet)' : letterLook(c).wash"
                  :stroke="c === '' ? 'var(--edge)' : letterLook(c).ink"
                />
              </template>
            </svg>
            <strong>{{ t.name }}</strong>
            <span class="quiet small">{{ about(t) }}</span>
            <span class="small names">{{ t.names ?? `${plural(cellsOf(t), 'cell')}, nothing on it yet` }}</span>
          </RouterLink>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.trays {
  height: 100%;
  padding: 16px 22px 26px;
  display: grid;
  gap: 14px;
  align-content: start;
  outline: none;
}
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 18px;
  align-items: center;
  justify-content: space-between;
}
section {
  display: grid;
  gap: 8px;
}
.cards {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 12px;
}
.card {
  display: grid;
  gap: 3px;
  align-content: start;
  height: 100%;
  padding: 12px;
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-radius: 4px;
  color: var(--ink);
  text-decoration: none;
}
.card:hover {
  border-color: var(--dashes);
}
.card svg {
  max-width: 100%;
  margin-bottom: 6px;
}
.ground {
  fill: var(--band);
}
.names {
  display: -webkit-box;
  -webkit-line-clamp: 2;
  line-clamp: 2;
  -webkit-box-orient: vertical;
  overflow: hidden;
}
</style>
