<script setup lang="ts">
import { TOLERATED_EMPTY } from '@esprel/core';
import { computed } from 'vue';
import { percent } from '../app/format.ts';
import type { SowingAdvice } from './types.ts';

const props = defineProps<{ advice: SowingAdvice; chosen: number | null }>();
const emit = defineEmits<{ choose: [perCell: number] }>();

const tooMany = (seeds: number | null): boolean => seeds === null || seeds > props.advice.available;
const sentence = computed(() => {
  const { recommended, options, available, plants, clumpSeeds } = props.advice;
  const chance = 'nine times in ten';
  if (recommended === null)
    return `There are ${String(available)} seeds, too few to be sure of ${String(plants)} plants. Sow all of it in one pot, or want fewer plants.`;
  const o = options.find((x) => x.seedsPerCell === recommended);
  const words = `Put ${String(recommended)} in each cell: ${String(o?.cells ?? 0)} cells give ${String(plants)} plants ${chance}, from ${String(o?.seeds ?? 0)} of ${String(available)} seeds.`;
  const empty = o && o.emptyShare > TOLERATED_EMPTY ? ` ${percent(o.emptyShare)} of the cells will stay empty.` : '';
  const clump = clumpSeeds > 1 ? ` It is usually grown in clumps of ${String(clumpSeeds)} and not thinned.` : '';
  return words + empty + clump;
});
</script>

<template>
  <section class="advice" aria-label="How many in a cell">
    <table class="plain-table numbers">
      <thead>
        <tr>
          <th scope="col">in each cell</th>
          <th scope="col" class="right">stay empty</th>
          <th scope="col" class="right">cells</th>
          <th scope="col" class="right">seeds</th>
          <th scope="col" class="right">to thin</th>
          <th scope="col"><span class="unseen">choose</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="o in advice.options" :key="o.seedsPerCell" :class="{ chosen: o.seedsPerCell === chosen }">
          <td>
            <span class="seeds" aria-hidden="true"><i v-for="n in o.seedsPerCell" :key="n" /></span>{{ o.seedsPerCell
            }}<span v-if="o.seedsPerCell === advice.recommended" class="best"> advised</span>
          </td>
          <td class="right">
            <span class="bar" aria-hidden="true" :style="{ width: `${Math.round(o.emptyShare * 60)}px` }" />{{ percent(o.emptyShare) }}
          </td>
          <td class="right">{{ o.cells ?? 'never enough' }}</td>
          <td class="right" :class="{ over: tooMany(o.seeds) }">
            {{ o.seeds ?? '' }}<span v-if="tooMany(o.seeds)" class="unseen"> more than there are</span>
          </td>
          <td class="right">{{ o.thinned === null ? '' : Math.round(o.thinned) }}</td>
          <td class="right">
            <button
              type="button"
              :aria-label="`Take ${o.seedsPerCell} in each cell`"
              :aria-pressed="o.seedsPerCell === chosen"
              @click="emit('choose', o.seedsPerCell)"
            >
              Take
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p>{{ sentence }}</p>
  </section>
</template>

<style scoped>
.advice {
  display: grid;
  gap: 8px;
}
td,
th {
  padding-block: 4px !important;
  vertical-align: middle !important;
}
.chosen {
  background: var(--action-soft);
  font-weight: 600;
}
.chosen td:first-child {
  box-shadow: inset 4px 0 0 var(--action);
}
td:first-child {
  padding-left: 10px;
}
.seeds {
  display: inline-flex;
  gap: 3px;
  width: 62px;
}
.seeds i {
  width: 8px;
  height: 10px;
  border-radius: 50%;
  background: #8a6a2c;
}
.best {
  color: var(--good);
  font-weight: 600;
  font-size: 14px;
}
.bar {
  display: inline-block;
  height: 8px;
  background: #d3c7b0;
  margin-right: 8px;
}
.over {
  color: var(--act);
}
button {
  min-height: 34px;
  padding: 0 12px;
  border: 1px solid #cfc5b1;
  background: var(--sheet);
  border-radius: 3px;
  cursor: pointer;
}
@media (max-width: 1100px) {
  .bar {
    display: none;
  }
}
</style>
