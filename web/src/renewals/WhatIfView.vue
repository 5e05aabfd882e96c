<script setup lang="ts">
import { bandsOf, type FutureYear, plural, type WhatIfKind } from '@esprel/core';
import { cropsApi, renewalsApi } from '@esprel/core/api';
import Button from 'primevue/button';
import ProgressBar from 'primevue/progressbar';
import { useElementSize } from '@vueuse/core';
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue';
import { ApiProblem } from '../base/api.ts';
import { act } from '../base/calls.ts';
import DeskMessage from '../base/DeskMessage.vue';
import TwoPanes from '../base/TwoPanes.vue';
import { useRead } from '../base/useRead.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import QuickSelect from '../fields/QuickSelect.vue';
import { useRenewalPlan } from './usePlan.ts';
import { bandsLayout } from './whatIfLayout.ts';

/** Ten years ahead, as bands: the library as it is planned, and as it would be otherwise. */
const plan = useRenewalPlan();
const { data: page } = useRead(renewalsApi.page, () => ({}));
watch(page, (p) => {
  if (p !== null) plan.page = p;
});
const { data: crops } = useRead(cropsApi.list, () => ({}));

const RUNS = 100;
const AT_ONCE = 10;
type Question = Exclude<WhatIfKind, 'as-planned'>;
const QUESTIONS: readonly { readonly value: Question; readonly label: string }[] = [
  { value: 'nothing', label: 'Nobody renews anything' },
  { value: 'grower', label: 'One more grower' },
  { value: 'cage', label: 'One more cage' },
  { value: 'fridge', label: 'The fridge for a crop' },
];
const what = ref<Question | null>('nothing');
const gardenId = ref('');
const cropKey = ref('');
const gardens = computed(() => (page.value?.gardens ?? []).map((g) => ({ value: String(g.id), label: g.name })));
const cropOptions = computed(() => {
  const planned = new Set((page.value?.varieties ?? []).map((v) => v.crop));
  const all = (crops.value?.crops ?? []).filter((c) => c.storageBehaviour === 'orthodox' && c.lots > 0);
  const first = [...all.filter((c) => planned.has(c.name)), ...all.filter((c) => !planned.has(c.name))];
  return first.map((c) => ({ value: c.key, label: c.name }));
});
watch(gardens, (g) => {
  if (gardenId.value === '') gardenId.value = g[0]?.value ?? '';
});
watch(cropOptions, (c) => {
  if (cropKey.value === '') cropKey.value = c.find((o) => o.value === 'onion')?.value ?? c[0]?.value ?? '';
});
interface Asked {
  readonly what: WhatIfKind;
  readonly gardenId?: number;
  readonly cropKey?: string;
}
const asked = computed((): Asked | null => {
  if (what.value === 'cage') return gardenId.value === '' ? null : { what: 'cage', gardenId: Number(gardenId.value) };
  if (what.value === 'fridge') return cropKey.value === '' ? null : { what: 'fridge', cropKey: cropKey.value };
  return what.value === null ? null : { what: what.value };
});
const keyOf = (a: Asked): string => JSON.stringify(a);
const PLANNED: Asked = { what: 'as-planned' };

const runs = shallowRef<ReadonlyMap<string, readonly (readonly FutureYear[])[]>>(new Map());
const years = shallowRef<readonly number[]>([]);
const of = shallowRef<{ readonly varieties: number; readonly lots: number } | null>(null);
const working = ref(false);
const problem = ref<string | null>(null);
let turn = 0;
onScopeDispose(() => {
  turn += 1;
});

const runsOf = (a: Asked | null): readonly (readonly FutureYear[])[] => (a === null ? [] : (runs.value.get(keyOf(a)) ?? []));

/** Works the questions out, some runs of each in turn, so that both bands grow together; the last that was asked counts. */
async function work(): Promise<void> {
  const mine = ++turn;
  const questions = [PLANNED, ...(asked.value === null ? [] : [asked.value])];
  problem.value = null;
  working.value = true;
  try {
    for (let from = 0; from < RUNS; from += AT_ONCE) {
      for (const q of questions) {
        if (runsOf(q).length > from) continue;
        const answer = await act(renewalsApi.whatIf, {}, { ...q, from, runs: AT_ONCE });
        if (mine !== turn) return;
        years.value = answer.years;
        of.value = answer.of;
        runs.value = new Map(runs.value).set(keyOf(q), [...runsOf(q), ...answer.runs]);
      }
    }
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error;
    if (mine === turn) problem.value = error.message;
  } finally {
    if (mine === turn) working.value = false;
  }
}
function stop(): void {
  turn += 1;
  working.value = false;
}
watch(asked, () => void work(), { immediate: true });
// A library that has changed is another one.
watch(
  () => plan.found,
  (_, before) => {
    if (before === '') return;
    runs.value = new Map();
    void work();
  },
);

const figure = ref<keyof FutureYear | null>('varieties');
const FIGURES: readonly { readonly value: keyof FutureYear; readonly label: string }[] = [
  { value: 'varieties', label: 'Varieties' },
  { value: 'lots', label: 'Lots' },
  { value: 'diversity', label: 'Diversity' },
];
const MEANS: Readonly<Record<keyof FutureYear, string>> = {
  varieties: 'Varieties that could still be carried on, as each season begins',
  lots: 'Lots of which enough is alive to grow them on',
  diversity: 'Diversity that is left, in 100 of what the first known ancestors had; lost varieties count as none',
};
const shown = computed(() => figure.value ?? 'varieties');
const bands = computed(() => [PLANNED, asked.value].map((a) => bandsOf(runsOf(a), shown.value)));
const box = ref<HTMLElement | null>(null);
const { width } = useElementSize(box);
const HEIGHT = 330;
const layout = computed(() =>
  bandsLayout({ width: Math.max(320, width.value), height: HEIGHT }, years.value, bands.value, shown.value === 'diversity'),
);
const done = computed(() => {
  const all = asked.value === null ? 1 : 2;
  return Math.round((100 * (runsOf(PLANNED).length + runsOf(asked.value).length)) / (RUNS * all));
});
const said = (n: number): string => (shown.value === 'diversity' ? (100 * n).toFixed(0) : n.toFixed(0));
const label = computed(() => QUESTIONS.find((q) => q.value === what.value)?.label ?? '');
/** Every other year and the last, as the table says them. */
const tabled = computed(() => years.value.map((year, i) => ({ year, i })).filter(({ i }) => i % 2 === 0));
</script>

<template>
  <TwoPanes left="What if" right="What is asked">
    <header>
      <p class="small"><RouterLink to="/renewals">Renewals</RouterLink></p>
      <h1>What if</h1>
      <p class="quiet">{{ MEANS[shown] }}. The line is the middle of {{ runsOf(PLANNED).length }} runs, the band holds eight of ten.</p>
    </header>
    <div ref="box" class="chart">
      <svg v-if="years.length > 0" :width="Math.max(320, width)" :height="HEIGHT" role="img" :aria-label="MEANS[shown]">
        <g v-for="t in layout.ticks" :key="t.y">
          <line :x1="layout.plot.left" :x2="layout.plot.right" :y1="t.y" :y2="t.y" class="grid" />
          <text :x="layout.plot.left - 8" :y="t.y + 4" text-anchor="end">{{ t.words }}</text>
        </g>
        <text v-for="y in layout.years" :key="y.year" :x="y.x" :y="HEIGHT - 8" text-anchor="middle">{{ y.year }}</text>
        <g v-for="(b, i) in layout.bands" :key="i" :class="i === 0 ? 'planned' : 'asked'">
          <path :d="b.area" class="area" />
          <path :d="b.line" class="line" />
        </g>
      </svg>
    </div>
    <p class="legend">
      <span class="sign planned" /> as planned
      <template v-if="asked"><span class="sign asked" /> {{ label.toLowerCase() }}</template>
    </p>
    <div v-if="years.length > 0" class="table-scrolls">
      <table class="plain-table numbers">
        <thead>
          <tr>
            <th scope="col"><span class="unseen">Question</span></th>
            <th v-for="t in tabled" :key="t.year" scope="col">{{ t.year }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(b, i) in bands" v-show="b.length > 0" :key="i">
            <th scope="row">{{ i === 0 ? 'As planned' : label }}</th>
            <td v-for="t in tabled" :key="t.year">
              <strong>{{ said(b[t.i]?.middle ?? 0) }}</strong>
              <span class="quiet small block">{{ said(b[t.i]?.low ?? 0) }} to {{ said(b[t.i]?.high ?? 0) }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <template #right>
      <FieldChoice id="what-if" v-model="what" label="What if" :options="QUESTIONS" />
      <QuickSelect v-if="what === 'cage'" v-model="gardenId" label="In which garden" :options="gardens" />
      <QuickSelect v-if="what === 'fridge'" v-model="cropKey" label="Which crop" :options="cropOptions" />
      <FieldChoice id="what-figure" v-model="figure" label="Counted" :options="FIGURES" />
      <DeskMessage v-if="problem" kind="problem">{{ problem }}</DeskMessage>
      <div v-if="working" class="working">
        <ProgressBar :value="done" :show-value="false" aria-label="How much is worked out" />
        <Button label="Stop here" size="small" severity="secondary" @click="stop" />
      </div>
      <p v-else-if="done < 100" class="row-of-buttons">
        <Button label="Work it out" size="small" @click="work" />
      </p>
      <section class="assumes" aria-label="What it takes for granted">
        <h2>What it takes for granted</h2>
        <ul>
          <li v-if="of">
            It follows {{ plural(of.varieties, 'variety', 'varieties') }} in {{ plural(of.lots, 'lot') }}, each as alive as the library
            believes, doubt and all.
          </li>
          <li>Members go on taking as much seed as in the last three years, and leave enough for two tries.</li>
          <li>
            This plan is followed for its seasons; then what would be lost soonest goes to the garden from which it comes home surest.
          </li>
          <li>Seed comes home as often as its grower has kept promises, and is kept in the room as fresh seed of its crop.</li>
          <li v-if="what === 'grower'">
            The new grower has room for 30 plants, is neither new nor practised, and lives far from everybody.
          </li>
          <li v-if="what === 'fridge'">The fridge is at 5 degrees, and the seed dried and in closed jars, from today on.</li>
          <li>Nothing is given to the library, and nothing is bought.</li>
        </ul>
      </section>
    </template>
  </TwoPanes>
</template>

<style scoped>
.chart {
  min-height: 330px;
}
svg {
  display: block;
}
svg text {
  font-size: 13px;
  fill: var(--quiet);
}
.grid {
  stroke: var(--hair);
}
.planned .area {
  fill: var(--action-mist);
  opacity: 0.7;
}
.planned .line {
  fill: none;
  stroke: var(--action);
  stroke-width: 2.5;
}
.asked .area {
  fill: var(--watch-line);
  opacity: 0.45;
}
.asked .line {
  fill: none;
  stroke: var(--watch);
  stroke-width: 2.5;
  stroke-dasharray: 7 4;
}
.legend {
  display: flex;
  gap: 8px;
  align-items: center;
}
.sign {
  width: 26px;
  height: 0;
  border-top: 3px solid var(--action);
}
.sign.asked {
  border-top: 3px dashed var(--watch);
  margin-left: 14px;
}
.block {
  display: block;
}
th,
td {
  text-align: right;
}
th:first-child {
  text-align: left;
}
strong {
  font-weight: 600;
}
h2 {
  font-size: 17px;
}
.working {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 12px;
  align-items: center;
}
.assumes ul {
  margin: 6px 0 0;
  padding-left: 18px;
  display: grid;
  gap: 5px;
  color: var(--quiet);
}
</style>
