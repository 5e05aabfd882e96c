<script setup lang="ts">
import { MOST_CROSSED, plural, type Spot } from '@esprel/core';
import { growingApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import DeskMessage from '../base/DeskMessage.vue';
import ListAndSheet from '../base/ListAndSheet.vue';
import OpeningNote from '../base/OpeningNote.vue';
import { useRead } from '../base/useRead.ts';
import QuickSelect from '../fields/QuickSelect.vue';
import FlowerBars from './FlowerBars.vue';
import GrowingNothingOpen from './GrowingNothingOpen.vue';
import { asSeason, isSaved, patchName, placeName, varietyColours } from './looks.ts';
import PlanChart from './PlanChart.vue';

/** Who grows what: the plan of a crossing group in a season, with who would cross whom, and when each flowers. */
const route = useRoute();
const router = useRouter();
const asText = (v: unknown): string | null => (typeof v === 'string' && v !== '' ? v : null);
const { data, problem } = useRead(growingApi.plan, () => ({ group: asText(route.query.group), season: asSeason(route.query.season) }));
const openedKey = computed(() => asText(route.params.key));
const opened = computed(() => data.value?.patches.find((p) => p.key === openedKey.value) ?? null);
const colours = computed(() => varietyColours(data.value?.patches ?? [], opened.value));
/** Of the opened patch, what reaches it; without one, who crosses whom at all. */
const lines = computed(() => {
  const all = data.value?.lines ?? [];
  return opened.value === null ? all.filter((l) => l.share >= 0.01).slice(0, 60) : all.filter((l) => l.to === opened.value?.key);
});
const offPlan = computed(() => (data.value?.patches ?? []).filter((p) => p.spot === null));
const ROWS = 12;
const inFlower = computed(() => {
  const from = new Map(lines.value.map((l) => [l.from, l.share]));
  const weight = (key: string): number => (key === opened.value?.key ? 2 : (from.get(key) ?? 0));
  return [...(data.value?.patches ?? [])]
    .sort((a, b) => weight(b.key) - weight(a.key) || (a.flower?.from ?? '9').localeCompare(b.flower?.from ?? '9'))
    .slice(0, ROWS);
});
const groups = computed(() => {
  const d = data.value;
  if (!d) return [];
  const listed = d.groups.map((g) => ({ value: g.group, label: g.risky > 0 ? `${g.name} (${String(g.risky)} would cross)` : g.name }));
  return listed.some((g) => g.value === d.group) ? listed : [{ value: d.group, label: d.name }, ...listed];
});
const keep = (over: Record<string, string | undefined>) => ({ ...route.query, ...over });
const choose = (over: Record<string, string>): void => void router.push({ path: '/growing', query: keep(over) });
const open = (key: string): void => void router.push({ path: `/growing/${key}`, query: route.query });
const asking = computed(() => route.path.endsWith('/new') || route.path.endsWith('/change'));
/** A tap on the plan while a form asks for a spot. */
function spot(s: Spot): void {
  void router.replace({ path: route.path, query: keep({ east: String(s.eastM), north: String(s.northM) }) });
}
const pin = computed((): Spot | null => {
  const [east, north] = [asText(route.query.east), asText(route.query.north)];
  return asking.value && east !== null && north !== null ? { eastM: Number(east), northM: Number(north) } : null;
});
const risky = computed(() => (data.value?.patches ?? []).filter((p) => isSaved(p) && p.crossing.share > MOST_CROSSED).length);
</script>

<template>
  <ListAndSheet :opened="route.path !== '/growing'" label="Who grows what">
    <div class="view">
      <header class="top">
        <h1>Who grows what</h1>
        <QuickSelect
          v-if="data"
          class="group"
          :model-value="data.group"
          label="Which crops"
          :options="groups"
          @update:model-value="choose({ group: $event })"
        />
        <QuickSelect
          v-if="data"
          class="season"
          :model-value="String(data.season)"
          label="Season"
          :options="data.seasons.map((s) => ({ value: String(s), label: String(s) }))"
          @update:model-value="choose({ season: $event })"
        />
        <Button label="Add a patch" severity="secondary" @click="router.push({ path: '/growing/new', query: route.query })" />
      </header>
      <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
      <OpeningNote v-else-if="!data" what="the plan" />
      <template v-else>
        <p v-if="data.patches.length === 0" class="quiet none">
          Nothing of {{ data.name.toLowerCase() }} flowers in {{ data.season }} as far as anybody said. Loans for seed, the library’s beds
          and patches that are added stand here by themselves.
        </p>
        <p v-else class="quiet none">
          {{ plural(data.patches.length, 'patch', 'patches')
          }}<template v-if="risky > 0"
            >; {{ risky }} of those for seed would be crossed by more than 1 in 100: open {{ risky === 1 ? 'it' : 'one' }}</template
          ><template v-else>; what is grown for seed is far enough apart</template>.
        </p>
        <PlanChart
          class="chart"
          :plan="data"
          :lines="lines"
          :opened="opened"
          :colours="colours"
          :asking="asking"
          :pin="pin"
          @open="open"
          @garden="router.push(`/sowing/frost/gardens/${$event}`)"
          @spot="spot"
        />
        <div class="below">
          <p v-if="offPlan.length > 0" class="off">
            Not on the plan, so not reckoned with:
            <template v-for="(p, i) in offPlan.slice(0, 4)" :key="p.key"
              ><template v-if="i > 0">, </template
              ><RouterLink :to="{ path: `/growing/${p.key}`, query: route.query }">{{ patchName(p) }}</RouterLink>
              {{ p.grower ?? placeName(p) }}</template
            ><template v-if="offPlan.length > 4"> and {{ offPlan.length - 4 }} more</template>.
          </p>
          <FlowerBars v-if="inFlower.length > 0" :patches="inFlower" :opened="opened" :colours="colours" @open="open" />
        </div>
      </template>
    </div>
    <template #sheet>
      <GrowingNothingOpen v-if="route.path === '/growing'" :patches="data?.patches ?? []" />
      <RouterView v-else :key="openedKey ?? route.path" />
    </template>
  </ListAndSheet>
</template>

<style scoped>
.view {
  height: 100%;
  min-height: 560px;
  padding: 14px 0 0 20px;
  display: grid;
  grid-template-rows: auto auto minmax(260px, 1fr) auto;
  grid-template-columns: minmax(0, 1fr);
}
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 10px;
  align-items: center;
  padding-right: 20px;
}
.top h1 {
  margin-right: auto;
}
/* The name of a group may be long; what stands beside it stays in the line. */
.top .group {
  flex: 0 1 210px;
  min-width: 140px;
}
.top .season {
  min-width: 96px;
}
.none {
  padding: 6px 20px 2px 0;
}
.chart {
  grid-row: 3;
}
.below {
  grid-row: 4;
  max-height: 196px;
  overflow-y: auto;
  padding: 6px 20px 8px 0;
}
.off {
  font-size: 14px;
  color: var(--watch);
  padding-bottom: 6px;
}
</style>
