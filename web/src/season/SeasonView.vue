<script setup lang="ts">
import { ChevronLeft, ChevronRight } from '@lucide/vue';
import QuickSelect from '../fields/QuickSelect.vue';
import DeskMessage from '../base/DeskMessage.vue';
import { type Lane, plural } from '@esprel/core';
import { seasonApi, type SeasonLane } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import ListAndSheet from '../base/ListAndSheet.vue';
import { useTable } from '../base/table.ts';
import { useFormat } from '../base/useFormat.ts';
import SowingNav from '../shared/SowingNav.vue';
import SeasonLanes from './SeasonLanes.vue';

/** The season: one lane a planned sowing, over the frost it stands in. */
const route = useRoute();
const router = useRouter();
const changes = useChanges();
const table = useTable();
const format = useFormat();
const year = computed(() => (typeof route.query.year === 'string' && /^\d{4}$/.test(route.query.year) ? Number(route.query.year) : null));
const { data, problem } = useRead(seasonApi.page, () => ({ year: year.value }), [], true);
const opened = computed(() => (typeof route.params.id === 'string' ? Number(route.params.id) : null));

const filters = [
  { key: 'crop', label: 'All crops', of: (l: SeasonLane) => l.crop },
  { key: 'person', label: 'Everybody', of: (l: SeasonLane) => l.person },
  { key: 'bench', label: 'Anywhere', of: (l: SeasonLane) => l.bench ?? l.growBench },
] as const;
const chosen = (key: string): string => (typeof route.query[key] === 'string' ? (route.query[key] as string) : '');
const values = (of: (l: SeasonLane) => string | null): string[] =>
  [...new Set((data.value?.lanes ?? []).map(of).filter((v) => v !== null))].sort((a, b) => a.localeCompare(b));
function choose(key: string, value: string): void {
  void router.replace({ path: route.path, query: { ...route.query, [key]: value === '' ? undefined : value } });
}
const lanes = computed(() =>
  (data.value?.lanes ?? []).filter((l) => filters.every((f) => chosen(f.key) === '' || f.of(l) === chosen(f.key))),
);
function goYear(by: number): void {
  if (data.value) choose('year', String(data.value.year + by));
}

const preview = ref<{ lane: SeasonLane; was: Lane; now: Lane; outOnly: boolean } | null>(null);
const moves = computed(() => {
  const p = preview.value;
  if (!p) return [];
  const parts: [string, string | null, string | null][] = [
    ['soak', p.was.soakFrom, p.now.soakFrom],
    ['chill', p.was.chillFrom, p.now.chillFrom],
    ['sow', p.was.sowOn, p.now.sowOn],
    ['pot on', p.was.potOn, p.now.potOn],
    ['harden', p.was.hardenFrom, p.now.hardenFrom],
    ['plant out', p.was.plantOutOn, p.now.plantOutOn],
  ];
  return parts.flatMap(([what, was, now]) => (was !== null && now !== null && was !== now ? [`${what} ${format.day(now)}`] : []));
});
const risks = computed(() => {
  const now = preview.value?.now;
  if (!now || !data.value) return [];
  return now.sowOn < data.value.today ? ['That day has passed.', ...now.risks] : now.risks;
});
const wrong = ref<string | null>(null);
async function move(lane: SeasonLane, sowOn: string, plantOutOn: string | null): Promise<void> {
  wrong.value = null;
  try {
    await changes.send(seasonApi.move, { id: lane.id }, { version: lane.version, sowOn, plantOutOn });
  } catch (error) {
    wrong.value = (error as Error).message;
  }
}
const sown = computed(() => lanes.value.filter((l) => l.sowingId !== null).length);
</script>

<template>
  <ListAndSheet :opened="route.path !== '/sowing/season'" label="The season">
    <div class="season">
      <SowingNav here="/sowing/season" />
      <header class="top">
        <h1>
          Season
          <Button variant="text" severity="secondary" aria-label="The season before" @click="goYear(-1)"><ChevronLeft :size="20" /></Button
          >{{ data?.year ?? ''
          }}<Button variant="text" severity="secondary" aria-label="The season after" @click="goYear(1)"
            ><ChevronRight :size="20"
          /></Button>
        </h1>
        <span v-if="data" class="quiet">{{ plural(lanes.length, 'sowing') }}{{ sown > 0 ? `, ${sown} sown` : '' }}</span>
        <span class="filters">
          <QuickSelect
            v-for="f in filters"
            :key="f.key"
            :model-value="chosen(f.key)"
            :label="`Show: ${f.label}`"
            :options="[{ value: '', label: f.label }, ...values(f.of).map((v) => ({ value: v, label: v }))]"
            @update:model-value="choose(f.key, $event)"
          />
        </span>
      </header>
      <DeskMessage v-if="problem ?? wrong" kind="problem">{{ wrong ?? problem?.message }}</DeskMessage>
      <div v-if="data && data.lanes.length === 0" class="empty">
        <p>
          <strong>Nothing is planned for this season.</strong> Pull lots onto the table with <kbd>T</kbd> and plan them all at once, or open
          a lot and press Plan.
        </p>
        <p v-if="table.count > 0" class="row-of-buttons">
          <Button :label="`Plan the ${table.count} on the table`" @click="router.push('/sowing/plan')" />
        </p>
      </div>
      <SeasonLanes v-else-if="data" class="lanes" :page="data" :lanes="lanes" :opened="opened" @preview="preview = $event" @move="move" />
      <footer class="foot" aria-live="polite">
        <template v-if="preview">
          <span
            ><strong>{{ preview.lane.variety }}</strong
            >: {{ moves.join(', ') }}.</span
          >
          <span v-for="r in risks" :key="r" class="risk">{{ r }}</span>
          <span v-if="risks.length === 0" class="good">Nothing is risked by that.</span>
        </template>
        <template v-else-if="data && data.lanes.length > 0">
          <span class="key"><i class="k window" />window, its middle</span>
          <span class="key"><i class="k cold" />in the cold</span>
          <span class="key"><i class="k emerge" />comes up</span>
          <span class="key"><i class="k pot" />pot on</span>
          <span class="key"><i class="k harden" />harden off</span>
          <span class="key"><i class="k frost" />frost likely</span>
          <span class="quiet">Drag a lane, or press <kbd>←</kbd> <kbd>→</kbd>, Shift for a day</span>
        </template>
      </footer>
    </div>
  </ListAndSheet>
</template>

<style scoped>
.season {
  display: grid;
  grid-template-rows: auto auto auto minmax(0, 1fr) auto;
  height: 100%;
  padding: 16px 0 0 20px;
}
.lanes,
.empty {
  grid-row: 4;
}
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  padding: 8px 12px 6px 0;
}
.filters :deep(.quick) {
  min-width: 130px;
  max-width: 220px;
}
.filters {
  display: flex;
  gap: 8px;
  margin-left: auto;
}
.foot {
  grid-row: 5;
  min-height: 54px;
  padding: 8px 12px 8px 0;
  border-top: 1px solid var(--rule);
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  align-items: center;
}
.risk {
  color: var(--act);
  font-weight: 600;
}
.good {
  color: var(--good);
  font-weight: 600;
}
.key {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  font-size: 14px;
}
.k {
  width: 18px;
  height: 12px;
  display: inline-block;
}
.k.window {
  height: 6px;
  border-radius: 3px;
  background: linear-gradient(90deg, var(--good-mid) 44%, var(--good) 44% 58%, var(--good-mid) 58%);
}
.k.cold {
  background: repeating-linear-gradient(90deg, var(--asleep) 0 3px, transparent 3px 6px);
  border: 1px solid var(--asleep);
}
.k.emerge {
  background: var(--good-mid);
}
.k.pot {
  width: 0;
  border-left: 2px dotted var(--good);
}
.k.harden {
  background: repeating-linear-gradient(135deg, var(--watch-fill) 0 3px, transparent 3px 7px);
}
.k.frost {
  background: var(--frost);
}
@media (max-width: 700px) {
  .season {
    padding-left: 10px;
  }
  .filters {
    margin: 0;
  }
}
</style>
