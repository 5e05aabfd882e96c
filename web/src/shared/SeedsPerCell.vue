<script setup lang="ts">
import InputText from 'primevue/inputtext';
import {
  beyondReasonWords,
  capital,
  cellsAdviceWords,
  inEach,
  isBeyondReason,
  plural,
  SOWING_METHOD_FACTS,
  sowingCost,
  sownUnit,
} from '@esprel/core';
import type { SowingAdvice } from '@esprel/core/api';
import { useLocalStorage } from '@vueuse/core';
import { computed } from 'vue';
import { percent } from '../base/format.ts';
import { numberOf } from '../base/useForm.ts';
import { cellPicture } from './cellPicture.ts';

/** What each number of seeds a cell costs in empty cells, seeds, cells, thinning and money: as a table and as pictures. */
const props = defineProps<{ advice: SowingAdvice; chosen: number | null }>();
const emit = defineEmits<{ choose: [perCell: number] }>();
const COLUMNS = 6;
const SIZE = 12;

/** Money is remembered in this browser; nobody has to say what a seed costs. */
const seedCost = useLocalStorage('esprel.cost.seed', '');
const cellCost = useLocalStorage('esprel.cost.cell', '');
function cost(text: string): number {
  try {
    return Math.max(0, numberOf('cost', text) ?? 0);
  } catch {
    return 0;
  }
}
const money = computed(() => cost(seedCost.value) > 0 || cost(cellCost.value) > 0);
const options = computed(() =>
  props.advice.options
    .filter((o) => o.seedsPerCell <= 5 || o.seedsPerCell === props.advice.clumpSeeds)
    .filter((o) => !isBeyondReason(o, props.advice.plants))
    .map((o) => ({ ...o, cost: sowingCost(o, cost(seedCost.value), cost(cellCost.value)), picture: cellPicture(o, COLUMNS, SIZE) })),
);
const cheapest = computed(() => {
  const known = options.value.filter((o) => o.cost !== null && !tooMany(o.seeds));
  return known.reduce<number | null>(
    (best, o) =>
      best === null || (o.cost ?? Infinity) < (known.find((k) => k.seedsPerCell === best)?.cost ?? Infinity) ? o.seedsPerCell : best,
    null,
  );
});
const tooMany = (seeds: number | null): boolean => seeds === null || seeds > props.advice.available;
/** Cells, pots, or stations in the ground. */
const place = computed(() => SOWING_METHOD_FACTS[props.advice.method].place);
const each = computed(() => inEach(place.value));
const sentence = computed(() => cellsAdviceWords({ ...props.advice, place: place.value }));
const beyond = computed(() => beyondReasonWords(props.advice.options, props.advice.plants, place.value));
const from = computed(() => {
  const { learned, emergence } = props.advice;
  return learned.sowings === 0
    ? `Of live seed, ${percent(emergence)} usually comes up this way; nothing of your own is counted yet.`
    : `Of live seed, ${percent(emergence)} comes up this way here, learned from ${plural(learned.sowings, 'sowing')} with ${plural(learned.seeds, 'seed')} (usual: ${percent(learned.usual)}).`;
});
const price = (x: number): string => x.toFixed(2);
</script>

<template>
  <section class="advice" :aria-label="`How many ${each}`">
    <table v-if="options.length > 0" class="plain-table numbers">
      <thead>
        <tr>
          <th scope="col">{{ each }}</th>
          <th scope="col" class="right">stay empty</th>
          <th scope="col" class="right">{{ place }}s</th>
          <th scope="col" class="right">{{ sownUnit(advice.crop.key) }}s</th>
          <th scope="col" class="right">to thin</th>
          <th v-if="money" scope="col" class="right">costs</th>
          <th scope="col"><span class="unseen">choose</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="o in options" :key="o.seedsPerCell" :class="{ chosen: o.seedsPerCell === chosen }">
          <td>
            {{ o.seedsPerCell }}<span v-if="o.seedsPerCell === advice.clumpSeeds && advice.clumpSeeds > 1" class="best"> a clump</span
            ><span v-else-if="o.seedsPerCell === advice.recommended && advice.clumpSeeds === 1" class="best"> advised</span>
          </td>
          <td class="right">{{ percent(o.emptyShare) }}</td>
          <td class="right">{{ o.cells ?? 'never enough' }}</td>
          <td class="right" :class="{ over: tooMany(o.seeds) }">
            {{ o.seeds ?? '' }}<span v-if="tooMany(o.seeds)" class="unseen"> more than there are</span>
          </td>
          <td class="right">{{ o.thinned === null || o.seedsPerCell === advice.clumpSeeds ? '' : Math.round(o.thinned) }}</td>
          <td v-if="money" class="right">
            {{ o.cost === null ? '' : price(o.cost) }}<span v-if="o.seedsPerCell === cheapest" class="best"> least</span>
          </td>
          <td class="right">
            <button
              type="button"
              :aria-label="`Take ${o.seedsPerCell} ${each}`"
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
    <p v-if="beyond" class="quiet small">{{ beyond }}</p>
    <figure v-if="options.length > 0">
      <div class="pictures" aria-hidden="true">
        <div v-for="o in options" :key="o.seedsPerCell" class="picture" :class="{ taken: o.seedsPerCell === chosen }">
          <strong>{{ o.seedsPerCell }}</strong>
          <svg v-if="o.picture" :width="o.picture.width" :height="Math.max(o.picture.height, SIZE)">
            <g v-for="(q, i) in o.picture.squares" :key="i" :transform="`translate(${q.x} ${q.y})`">
              <rect x="0.500" y="0.500" width="10" height="10" :class="q.up > 0 ? 'full' : 'bare'" />
              <circle v-if="q.up > 0" cx="5.500" cy="5.500" r="2.700" class="keep" />
              <circle
                v-for="n in Math.max(0, q.up - 1)"
                :key="n"
                :cx="n % 2 === 1 ? 2.2 : 8.8"
                :cy="n < 3 ? 2.2 : 8.8"
                r="1.400"
                class="extra"
              />
            </g>
          </svg>
          <span v-if="(o.picture?.each ?? 1) > 1" class="quiet small">one square for {{ o.picture?.each }}</span>
        </div>
      </div>
      <figcaption class="quiet small">
        {{ capital(place) }}s as they are likely to look, by seeds in each: green is kept, small dots are thinned, dashed stay empty.
      </figcaption>
    </figure>
    <p class="money small">
      <label>a {{ sownUnit(advice.crop.key) }} costs <InputText v-model="seedCost" inputmode="decimal" size="5" /></label>
      <label>a {{ place }} costs <InputText v-model="cellCost" inputmode="decimal" size="5" /></label>
    </p>
    <p class="quiet small">
      {{ from }}{{ advice.reserve > 0 ? ` ${advice.reserve} of the ${plural(advice.there, 'seed')} are kept for a second sowing.` : '' }}
    </p>
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
.best {
  color: var(--good);
  font-weight: 600;
  font-size: 14px;
}
.over {
  color: var(--act);
}
button {
  min-height: 34px;
  padding: 0 12px;
  border: 1px solid var(--edge);
  background: var(--sheet);
  border-radius: 3px;
  cursor: pointer;
}
.pictures {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.picture {
  display: grid;
  gap: 3px;
  align-content: start;
  padding: 4px 4px 5px;
  border: 1px solid transparent;
  line-height: 1.1;
  max-width: 82px;
}
.picture.taken {
  background: var(--action-soft);
  border-color: var(--frost);
}
.picture strong {
  font-weight: 600;
}
figure {
  margin: 0;
  display: grid;
  gap: 4px;
}
.full {
  fill: var(--good-soft);
  stroke: var(--faint);
}
.bare {
  fill: none;
  stroke: var(--dashes);
  stroke-dasharray: 2 2;
}
.keep {
  fill: var(--good);
}
.extra {
  fill: var(--lamp-deep);
}
.money {
  display: flex;
  gap: 12px;
  flex-wrap: wrap;
}
.money :deep(.p-inputtext) {
  width: 68px;
}
</style>
