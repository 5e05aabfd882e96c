<script setup lang="ts">
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import DeskMessage from '../base/DeskMessage.vue';
import {
  betweenWords,
  capital,
  plural,
  SOWING_METHOD_FACTS,
  type SowingMethod,
  type Timing,
  TIMING_WORDS,
  type Way,
  WAY_WORDS,
} from '@esprel/core';
import { sowingsApi, type WorkedSeason } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import { percent } from '../base/format.ts';
import TwoPanes from '../base/TwoPanes.vue';
import { useFormat } from '../base/useFormat.ts';
import SowingNav from '../shared/SowingNav.vue';

/** What worked: by crop and method, season against season, and what it moved. */
const route = useRoute();
const router = useRouter();
const changes = useChanges();
const format = useFormat();
const crop = computed(() => (typeof route.query.crop === 'string' ? route.query.crop : ''));
const { data, problem } = useRead(sowingsApi.worked, () => ({}));
const { data: one } = useRead(sowingsApi.worked, () => (crop.value === '' ? null : { crop: crop.value }));
const MOST_YEARS = 3;
/** The latest seasons, a column each; all before them are one more. */
const columns = computed(() => {
  const years = [...new Set((data.value?.rows ?? []).flatMap((r) => r.seasons.map((s) => s.year)))].sort((a, b) => b - a);
  const shown = years.slice(0, MOST_YEARS).map((year) => ({ words: String(year), of: (s: WorkedSeason) => s.year === year }));
  const last = years[MOST_YEARS - 1] ?? 0;
  return years.length > MOST_YEARS ? [...shown, { words: 'before', of: (s: WorkedSeason) => s.year < last }] : shown;
});
type Sown = Pick<WorkedSeason, 'sowings' | 'seeds' | 'emerged'>;
const share = (s: Sown): number | null => (s.seeds > 0 ? s.emerged / s.seeds : null);
/** Several seasons as one; null where there is none. */
function together(seasons: readonly WorkedSeason[]): Sown | null {
  if (seasons.length === 0) return null;
  const sum = (of: keyof Sown): number => seasons.reduce((n, s) => n + s[of], 0);
  return { sowings: sum('sowings'), seeds: sum('seeds'), emerged: sum('emerged') };
}
/** Crops with the most sowings first, a row a method. */
const crops = computed(() => {
  const by = new Map<string, { key: string; name: string; sowings: number; rows: { method: SowingMethod; sown: (Sown | null)[] }[] }>();
  for (const r of data.value?.rows ?? []) {
    const crop = by.get(r.cropKey) ?? { key: r.cropKey, name: r.crop, sowings: 0, rows: [] };
    by.set(r.cropKey, crop);
    crop.sowings += r.seasons.reduce((n, s) => n + s.sowings, 0);
    crop.rows.push({ method: r.method, sown: columns.value.map((c) => together(r.seasons.filter(c.of))) });
  }
  return [...by.values()].sort((a, b) => b.sowings - a.sowings || a.name.localeCompare(b.name));
});
interface MethodRow {
  readonly key: string;
  readonly crop: string;
  readonly name: string;
  readonly method: SowingMethod;
  readonly sown: readonly (Sown | null)[];
}
const methods = computed((): MethodRow[] =>
  crops.value.flatMap((c) => c.rows.map((r) => ({ ...r, key: `${c.key} ${r.method}`, crop: c.key, name: c.name }))),
);
function shareOf(row: MethodRow, column: number): number | null {
  const sown = row.sown[column];
  return sown ? share(sown) : null;
}
const opened = computed(() => (one.value?.rows ?? []).map((r) => ({ ...r, seasons: r.seasons })));
const name = computed(() => opened.value[0]?.crop ?? '');
const moved = computed(() => {
  const shifts = one.value?.shifts;
  return shifts ? (Object.keys(shifts) as Way[]).filter((w) => shifts[w].verdicts > 0).map((way) => ({ way, ...shifts[way] })) : [];
});
const between = (s: WorkedSeason): string => format.days(s.from, s.to);
const said = (s: WorkedSeason): string =>
  (Object.keys(s.timings) as Timing[]).map((t) => `${String(s.timings[t] ?? 0)} ${TIMING_WORDS[t]}`).join(', ');
const takeBack = ({ id, version }: { readonly id: number; readonly version: number }): void =>
  void changes.make(sowingsApi.removeTiming, { id }, { version });
const choose = (key: string): void => void router.replace({ path: '/sowing/worked', query: { crop: key } });
</script>

<template>
  <TwoPanes left="What worked" right="One crop">
    <SowingNav here="/sowing/worked" />
    <h1>What worked</h1>
    <p class="quiet">
      How much of the seed came up, by crop and method, this season against those before. Only sowings that say something of the seed count.
    </p>
    <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
    <p v-if="data && data.rows.length === 0" class="empty">
      <strong>Nothing is sown yet.</strong> Counts and causes of the first sowings will stand here.
    </p>
    <div v-if="data && data.rows.length > 0" class="wide" tabindex="0" role="region" aria-label="Shares by season">
      <DataTable
        class="numbers"
        :value="methods"
        data-key="key"
        row-group-mode="subheader"
        group-rows-by="crop"
        :row-class="(r: MethodRow) => ({ here: r.crop === crop })"
      >
        <Column header="Sown in">
          <template #body="{ data: r }">{{ SOWING_METHOD_FACTS[r.method as SowingMethod].words }}</template>
        </Column>
        <Column v-for="(c, i) in columns" :key="c.words" :header="c.words" class="season-cell">
          <template #body="{ data: r }">
            <template v-if="shareOf(r, i) !== null">
              <span class="bar" aria-hidden="true"><i :style="{ width: `${Math.round(34 * (shareOf(r, i) ?? 0))}px` }" /></span
              >{{ percent(shareOf(r, i) ?? 0) }}
              <span class="quiet small">of {{ r.sown[i].seeds }}</span>
            </template>
            <span v-else-if="r.sown[i]" class="quiet small">{{ r.sown[i].sowings }} sown, nothing said</span>
          </template>
        </Column>
        <template #groupheader="{ data: r }">
          <button type="button" class="link" @click="choose(r.crop)">{{ r.name }}</button>
        </template>
      </DataTable>
    </div>
    <template #right>
      <p v-if="crop === ''" class="quiet">Choose a crop to see its days, its causes, its notes, and what moved its window.</p>
      <template v-else-if="one">
        <h2>{{ name }}</h2>
        <section v-for="r in opened" :key="r.method" :aria-label="SOWING_METHOD_FACTS[r.method].words">
          <h3>In {{ SOWING_METHOD_FACTS[r.method].words }}</h3>
          <div v-for="s in r.seasons" :key="s.year" class="season">
            <strong>{{ s.year }}</strong>
            <div>
              <p>
                <template v-if="share(s) !== null"
                  ><strong>{{ percent(share(s) ?? 0) }}</strong> of {{ s.seeds }} came up</template
                ><template v-else>nothing that speaks of the seed</template>, {{ plural(s.sowings, 'sowing') }}, {{ between(s) }}
              </p>
              <p class="quiet small">
                {{ s.daysUp === null ? 'nobody saw the first come up' : `first up ${betweenWords(s.daysUp)}`
                }}{{ s.lost > 0 ? `; ${plural(s.lost, 'seed')} lost to other causes` : '' }}{{ said(s) === '' ? '' : `; ${said(s)}` }}
              </p>
              <p v-for="n in s.notes" :key="n.id" class="note">
                <RouterLink :to="`/sowing/${n.id}`">{{ n.variety }}, {{ format.day(n.sownOn) }}</RouterLink
                >: {{ n.note }}
              </p>
            </div>
          </div>
        </section>
        <section v-if="moved.length > 0" aria-label="What moved its window">
          <h3>Its window</h3>
          <p v-for="m in moved" :key="m.way">
            {{ capital(WAY_WORDS[m.way]) }}:
            <strong>{{ m.days === 0 ? 'not moved' : `${plural(Math.abs(m.days), 'day')} ${m.days > 0 ? 'later' : 'earlier'}` }}</strong>,
            from {{ plural(m.verdicts, 'verdict') }}.
          </p>
          <p class="quiet small">{{ one.rule }}</p>
          <ul class="plain">
            <li v-for="v in one.verdicts" :key="v.id" class="said">
              <RouterLink :to="`/sowing/${v.sowingId}`">{{ v.variety }}, {{ format.day(v.sownOn) }}</RouterLink>
              <span>{{ TIMING_WORDS[v.timing] }}</span>
              <button
                type="button"
                class="link"
                :aria-label="`Take back what was said of ${v.variety}, ${format.day(v.sownOn)}`"
                @click="takeBack(v)"
              >
                take back
              </button>
            </li>
          </ul>
        </section>
        <p v-else class="quiet">Nobody has said yet whether it was too early, right or too late; one tap on a sowing does.</p>
      </template>
    </template>
  </TwoPanes>
</template>

<style scoped>
.wide :deep(.season-cell) {
  white-space: nowrap;
}
.wide :deep(.p-datatable-row-group-header td) {
  padding-top: 10px;
  border-bottom: 0;
  font-weight: 600;
  background: none;
}
.wide :deep(tr.here) {
  background: var(--sheet);
}
.wide {
  overflow-x: auto;
}
.link {
  border: 0;
  background: none;
  color: var(--action);
  text-decoration: underline;
  cursor: pointer;
  min-height: 34px;
  padding: 0;
  text-align: left;
}
.bar {
  display: inline-block;
  width: 34px;
  height: 8px;
  background: var(--band);
  margin-right: 8px;
}
.bar i {
  display: block;
  height: 100%;
  background: var(--good-mid);
}
.season {
  display: grid;
  grid-template-columns: 52px minmax(0, 1fr);
  padding: 7px 0;
  border-bottom: 1px solid var(--hair);
}
strong {
  font-weight: 600;
}
.note {
  font-style: italic;
}
.said {
  display: flex;
  gap: 12px;
  align-items: center;
}
.said .link {
  margin-left: auto;
}
section {
  display: grid;
  gap: 6px;
}
</style>
