<script setup lang="ts">
import type { RenewalRowShown, RenewalsPage, RenewedVariety } from '@esprel/core/api';
import Column from 'primevue/column';
import DataTable from 'primevue/datatable';
import { computed, ref } from 'vue';
import { useRoute } from 'vue-router';
import VerdictShape from '../shared/VerdictShape.vue';
import { verdictLook } from '../shared/verdictLook.ts';
import PlanChip from './PlanChip.vue';
import { percent, shareLook, useRenewalPlan } from './usePlan.ts';

/** The plan by variety: a row is moved to another season along its line, to another garden onto the strip that comes up below. */
const props = defineProps<{ varieties: readonly RenewedVariety[]; page: RenewalsPage }>();
const route = useRoute();
const plan = useRenewalPlan();
const most = computed(() => Math.max(0.01, ...props.varieties.map((v) => v.worth)));
const rowsIn = (v: RenewedVariety, season: number): readonly RenewalRowShown[] => v.rows.filter((r) => r.season === season);
const dragged = ref<RenewalRowShown | null>(null);
const isOpened = (v: RenewedVariety): boolean => route.path === `/renewals/variety/${String(v.varietyId)}`;

async function drop(r: RenewalRowShown, to: { readonly season: number | null; readonly gardenId: number | null }): Promise<void> {
  const season = to.season ?? r.season;
  const gardenId = to.gardenId ?? r.gardenId;
  if (season === r.season && gardenId === r.gardenId) return;
  const version = plan.versionAt(r.varietyId, gardenId, season);
  await plan.hold(r.varietyId, { gardenId, season, covered: r.covered, version }, r);
}
/** What a garden still has room for in the season of the row that is carried. */
function freeIn(gardenId: number, season: number): string {
  const g = props.page.gardens.find((x) => x.id === gardenId);
  const s = g?.seasons[props.page.seasons.indexOf(season)];
  if (!g || !s) return '';
  return `${String(Math.max(0, g.roomPlants - s.plants - s.planned))} of ${String(g.roomPlants)} free`;
}
</script>

<template>
  <div class="plan">
    <DataTable
      :value="[...varieties]"
      data-key="varietyId"
      removable-sort
      :row-class="(v: RenewedVariety) => (isOpened(v) ? 'here' : '')"
      :pt="{ table: { 'aria-label': 'Who renews what, by variety' } }"
    >
      <Column field="variety" header="Variety" sortable class="name">
        <template #body="{ data: v }">
          <RouterLink class="open" :to="`/renewals/variety/${v.varietyId}`">
            <VerdictShape :verdict="v.verdict" :size="15" /><span class="unseen">{{ verdictLook(v.verdict).words }}: </span>
            <span
              ><strong>{{ v.variety }}</strong> <span class="quiet">{{ v.crop.replace(/ \(.*\)/, '').toLowerCase() }}</span></span
            >
          </RouterLink>
        </template>
      </Column>
      <Column field="worth" header="Worth" sortable class="worth">
        <template #body="{ data: v }"
          ><span class="worth-bar" :class="{ said: v.worthSaid }" :style="{ width: `${(100 * v.worth) / most}%` }" /><span class="unseen">{{
            v.worth.toFixed(1)
          }}</span></template
        >
      </Column>
      <Column v-for="s in page.seasons" :key="s" :header="String(s)" class="season">
        <template #body="{ data: v }">
          <div class="cell" :class="{ takes: dragged?.varietyId === v.varietyId }" :data-season="s" :data-variety="v.varietyId">
            <PlanChip
              v-for="r in rowsIn(v, s)"
              :key="`${r.gardenId} ${r.state}`"
              :row="r"
              :variety="v.variety"
              :two-years="v.twoYears"
              :opened="isOpened(v)"
              :seasons="page.seasons"
              @carry="dragged = $event"
              @drop="drop(r, $event)"
            />
          </div>
        </template>
      </Column>
      <Column field="kept" header="Kept" sortable class="kept">
        <template #body="{ data: v }"
          ><strong :class="shareLook(v.kept)">{{ percent(v.kept) }}</strong></template
        >
      </Column>
    </DataTable>
    <div v-if="dragged" class="strip" aria-hidden="true">
      <span class="small quiet">To another garden:</span>
      <span v-for="g in page.gardens" :key="g.id" class="garden" :class="{ own: g.id === dragged.gardenId }" :data-garden="g.id"
        >{{ g.name }} <span class="small">{{ freeIn(g.id, dragged.season) }}</span></span
      >
    </div>
  </div>
</template>

<style scoped>
.plan {
  min-width: 0;
}
strong {
  font-weight: 600;
}
.open {
  display: flex;
  gap: 8px;
  align-items: baseline;
  color: var(--ink);
  text-decoration: none;
}
.open svg {
  align-self: center;
}
.open:hover strong {
  text-decoration: underline;
}
.plan :deep(.p-datatable-tbody > tr > td) {
  padding-block: 3px;
  vertical-align: middle;
}
.plan :deep(tr.here) {
  background: var(--sheet);
  box-shadow: inset 5px 0 0 var(--action);
}
.plan :deep(table) {
  table-layout: fixed;
  min-width: 620px;
}
.plan :deep(th.name) {
  width: 26%;
}
.plan :deep(th.worth) {
  width: 9%;
}
.plan :deep(th.kept) {
  width: 9%;
}
.plan :deep(td.kept),
.plan :deep(th.kept) {
  text-align: right;
}
.plan :deep(td.season),
.plan :deep(th.season) {
  padding-inline: 4px;
}
.plan :deep(th.kept .p-datatable-column-header-content) {
  justify-content: flex-end;
}
.worth-bar {
  display: block;
  height: 6px;
  min-width: 4px;
  border-radius: 3px;
  background: var(--action);
}
.worth-bar.said {
  background: var(--watch-fill);
}
.cell {
  display: flex;
  flex-direction: column;
  gap: 3px;
  align-items: flex-start;
  min-height: 32px;
  justify-content: center;
}
.cell.takes {
  outline: 1px dashed var(--dashes);
  outline-offset: 1px;
}
.good {
  color: var(--good);
}
.some {
  color: var(--watch);
}
.much {
  color: var(--act);
}
.strip {
  position: sticky;
  bottom: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  padding: 10px 8px;
  background: var(--paper-deep);
  border-top: 1px solid var(--edge);
  z-index: 3;
}
.garden {
  padding: 8px 10px;
  background: var(--sheet);
  border: 1px solid var(--edge);
}
.garden.own {
  opacity: 0.6;
}
</style>
