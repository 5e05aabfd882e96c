<script setup lang="ts">
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import DeskMessage from '../base/DeskMessage.vue';
import Checkbox from 'primevue/checkbox';
import { BENCH_KIND_WORDS, capital, plural, SOWING_METHOD_FACTS, SOWING_PURPOSE_WORDS, type SowingMethod } from '@esprel/core';
import { seasonApi, type SeasonListRow } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import MoreRows from '../base/MoreRows.vue';
import TwoPanes from '../base/TwoPanes.vue';
import { useFormat } from '../base/useFormat.ts';
import { useParts } from '../base/useParts.ts';
import SowingNav from '../shared/SowingNav.vue';
import BenchWeeks from './BenchWeeks.vue';

/** What is wanted this season: plants, seeds needed against seeds there, and room on the bench week by week. */
const route = useRoute();
const router = useRouter();
const format = useFormat();
const year = computed(() => (typeof route.query.year === 'string' && /^\d{4}$/.test(route.query.year) ? Number(route.query.year) : null));
/** A season may want thousands: of each purpose so many rows are asked for. */
const most = ref(25);
const { data, problem } = useRead(seasonApi.list, () => ({ rows: most.value, year: year.value }));
const groups = computed(() =>
  (data.value?.groups ?? []).map((g) => ({ ...g, shown: (data.value?.rows ?? []).filter((r) => r.purpose === g.purpose) })),
);
const plants = computed(() => groups.value.reduce((n, g) => n + g.plants, 0));
/** Dozens may find no room. */
const offers = useParts(10);
const canPick = (r: SeasonListRow): boolean => r.sowingId === null && r.method !== 'open-ground' && r.trayId === null;
const picked = ref<number[]>([]);
function pick(row: SeasonListRow): void {
  picked.value = picked.value.includes(row.id) ? picked.value.filter((i) => i !== row.id) : [...picked.value, row.id].slice(0, 26);
}
const clashes = computed(() =>
  (data.value?.bench.places ?? []).flatMap((b) => b.load.filter((w) => w.clash).map((w) => ({ place: b.name, ...w }))),
);
</script>

<template>
  <TwoPanes left="Wanted this season" right="Room on the bench">
    <SowingNav here="/sowing/list" />
    <header class="top">
      <h1>Wanted in {{ data?.year ?? '' }}</h1>
      <span v-if="data" class="quiet">{{ plural(plants, 'plant') }}, {{ plural(data.toSow, 'seed') }} still to sow</span>
    </header>
    <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
    <p v-if="data && data.rows.length === 0" class="empty">
      <strong>Nothing is wanted yet.</strong> Plan sowings from the table, or from a lot; members’ orders are planned the same way.
    </p>
    <section v-for="g in groups" :key="g.purpose" :aria-label="SOWING_PURPOSE_WORDS[g.purpose]">
      <h2>
        {{ capital(SOWING_PURPOSE_WORDS[g.purpose]) }}
        <span class="quiet small">{{ plural(g.plants, 'plant') }}</span>
      </h2>
      <DataTable
        class="numbers"
        :value="[...g.shown]"
        data-key="id"
        removable-sort
        :row-class="(r: SeasonListRow) => ({ done: r.sowingId !== null })"
      >
        <Column>
          <template #header><span class="unseen">For a tray</span></template>
          <template #body="{ data: r }">
            <Checkbox
              v-if="canPick(r)"
              binary
              :model-value="picked.includes(r.id)"
              :aria-label="`Lay ${r.variety} on a tray`"
              @update:model-value="pick(r)"
            />
          </template>
        </Column>
        <Column field="sowOn" header="Sow" sortable class="day">
          <template #body="{ data: r }">{{ format.day(r.sowOn) }}</template>
        </Column>
        <Column field="variety" header="Variety" sortable>
          <template #body="{ data: r }">
            <RouterLink :to="r.sowingId === null ? `/sowing/planned/${r.id}` : `/sowing/${r.sowingId}`">{{ r.variety }}</RouterLink>
            <span class="quiet block">{{ r.crop }}{{ r.member ? `, ${r.member}` : '' }}</span>
          </template>
        </Column>
        <Column field="plants" header="plants" sortable class="right" />
        <Column field="cells" header="cells" sortable class="right">
          <template #body="{ data: r }">{{ r.cells }} × {{ r.seedsPerCell }}</template>
        </Column>
        <Column field="seeds" header="seeds" sortable class="right">
          <template #body="{ data: r }">
            <span :class="{ over: r.short > 0 }"
              >{{ r.sownSeeds ?? r.seeds }}<span class="quiet"> of {{ r.balance }}</span>
              <span v-if="r.short > 0" class="block">{{ r.short }} short</span></span
            >
          </template>
        </Column>
        <Column header="Where">
          <template #body="{ data: r }">
            {{ r.sowingId !== null ? `${r.emerged ?? 0} up` : (r.tray ?? r.bench ?? SOWING_METHOD_FACTS[r.method as SowingMethod].words) }}
          </template>
        </Column>
      </DataTable>
      <MoreRows :rows="g.rows" :shown="g.shown.length" @more="most += 300" />
    </section>
    <p v-if="data?.rows.some(canPick)" class="row-of-buttons last">
      <Button
        :disabled="picked.length === 0"
        :label="picked.length === 0 ? 'Tick what goes on one tray' : `Lay ${picked.length} on a tray`"
        @click="router.push(`/sowing/trays/new?plans=${picked.join(',')}`)"
      />
      <Button severity="secondary" label="See them as lanes" @click="router.push('/sowing/season')" />
    </p>
    <template #right>
      <h2>Room on the bench</h2>
      <p v-if="data && data.bench.places.length === 0" class="quiet">
        No place is written down yet. <RouterLink to="/sowing/bench">Say which mats, lamps and sills there are</RouterLink>, and clashes
        show here.
      </p>
      <BenchWeeks v-if="data && data.bench.places.length > 0" :weeks="data.bench.weeks" :places="data.bench.places" />
      <p v-if="data && data.bench.places.length > 0 && clashes.length === 0" class="good">Everything finds its place.</p>
      <section v-if="data && data.bench.offers.length > 0" aria-label="What does not fit">
        <h2>What does not fit</h2>
        <ul class="plain">
          <li v-for="o in offers.of('offers', data.bench.offers)" :key="o.planId" class="offer">
            <RouterLink :to="`/sowing/planned/${o.planId}`">{{ o.variety }}</RouterLink>
            <span>{{ o.words }}{{ o.day ? `: ${format.day(o.day)}` : '' }}</span>
          </li>
        </ul>
        <MoreRows :rows="data.bench.offers.length" :shown="offers.of('offers', data.bench.offers).length" @more="offers.more('offers')" />
      </section>
      <section v-if="data && data.orders.length > 0" aria-label="Orders">
        <h2>Orders</h2>
        <ul class="plain">
          <li v-for="m in data.orders" :key="m.id" class="order">
            <RouterLink :to="`/members/${m.id}`">{{ m.name }}</RouterLink>
            <span class="quiet">{{ plural(m.plants, 'plant') }} of {{ plural(m.sowings, 'sowing') }}</span>
          </li>
        </ul>
      </section>
      <p class="quiet small">
        {{ capital(BENCH_KIND_WORDS.mat) }}s are free again when the last is usually up; lamps and sills when it is planted out.
      </p>
    </template>
  </TwoPanes>
</template>

<style scoped>
.top {
  display: flex;
  gap: 12px;
  align-items: baseline;
}
.block {
  display: block;
}
section :deep(.day) {
  white-space: nowrap;
}
.over {
  color: var(--act);
  font-weight: 600;
}
section :deep(.done td) {
  color: var(--quiet);
}
.good {
  color: var(--good);
  font-weight: 600;
}
.offer,
.order {
  display: grid;
  padding: 7px 0;
  border-bottom: 1px solid var(--hair);
}
.order {
  grid-template-columns: 1fr auto;
}
.last {
  position: sticky;
  bottom: -22px;
  background: var(--paper);
  padding: 10px 0 14px;
  border-top: 1px solid var(--rule);
}
</style>
