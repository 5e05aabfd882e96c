<script setup lang="ts">
import { ArrowDown, ArrowUp } from '@lucide/vue';
import type { RenewalRowShown, RenewalsPage, RenewedVariety } from '@esprel/core/api';
import { computed, nextTick, onMounted, ref, shallowRef, watch } from 'vue';
import { useRoute } from 'vue-router';
import MoreRows from '../base/MoreRows.vue';
import { useParts } from '../base/useParts.ts';
import VerdictShape from '../shared/VerdictShape.vue';
import { verdictLook } from '../shared/verdictLook.ts';
import PlanChip from './PlanChip.vue';
import { percent, shareLook, useRenewalPlan } from './usePlan.ts';

/**
 * The plan by variety: a row is moved to another season along its line, to another garden onto the strip that comes up below. A table of its own: what is
 * carried must stay the same thing while better plans come in, and the cells of the kit's table are made anew each time.
 */
const props = defineProps<{ varieties: readonly RenewedVariety[]; page: RenewalsPage }>();
const route = useRoute();
const plan = useRenewalPlan();
const dragged = ref<RenewalRowShown | null>(null);
/** While something is carried the table stands still. */
const still = shallowRef(props.varieties);
watch([() => props.varieties, dragged], () => {
  if (dragged.value === null) still.value = props.varieties;
});
const SORTS = ['variety', 'worth', 'kept'] as const;
type Sort = (typeof SORTS)[number];
const sorted = ref<{ readonly by: Sort; readonly up: boolean } | null>(null);
const shown = computed(() => {
  const { value: sort } = sorted;
  if (sort === null) return still.value;
  const sign = sort.up ? 1 : -1;
  const { by } = sort;
  return [...still.value].sort(
    (a, b) => sign * (by === 'variety' ? a.variety.localeCompare(b.variety) : a[by] - b[by]) || a.varietyId - b.varietyId,
  );
});
const parts = useParts(40);
const lines = computed(() => parts.of('plan', shown.value));
/** Once by what is greatest, once the other way round, and then as it is most needed. */
function sort(by: Sort): void {
  const first = by === 'variety';
  if (sorted.value?.by !== by) sorted.value = { by, up: first };
  else sorted.value = sorted.value.up === first ? { by, up: !first } : null;
}
const sortOf = (by: Sort): 'ascending' | 'descending' | undefined =>
  sorted.value?.by === by ? (sorted.value.up ? 'ascending' : 'descending') : undefined;
const most = computed(() => Math.max(0.01, ...props.varieties.map((v) => v.worth)));
const rowsIn = (v: RenewedVariety, season: number): readonly RenewalRowShown[] => v.rows.filter((r) => r.season === season);
const isOpened = (v: RenewedVariety): boolean => route.path === `/renewals/variety/${String(v.varietyId)}`;
// One that is opened from elsewhere stands in the table.
watch(
  () => [route.path, shown.value] as const,
  () => {
    if (shown.value.some(isOpened) && !lines.value.some(isOpened)) parts.more('plan');
  },
  { immediate: true },
);

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
const table = ref<HTMLElement | null>(null);
/** What is opened is in sight. */
async function showOpened(): Promise<void> {
  await nextTick();
  table.value?.querySelector('tr.here')?.scrollIntoView({ block: 'nearest' });
}
watch(() => route.path, showOpened);
onMounted(showOpened);
const HEADS: Readonly<Record<Sort, string>> = { variety: 'Variety', worth: 'Worth', kept: 'Kept' };
</script>

<template>
  <div class="plan">
    <table ref="table" aria-label="Who renews what, by variety">
      <thead>
        <tr>
          <th v-for="by in SORTS.slice(0, 2)" :key="by" scope="col" :class="by" :aria-sort="sortOf(by)">
            <button type="button" class="head" @click="sort(by)">
              {{ HEADS[by] }}<component :is="sorted?.up ? ArrowUp : ArrowDown" v-if="sorted?.by === by" :size="13" aria-hidden="true" />
            </button>
          </th>
          <th v-for="s in page.seasons" :key="s" scope="col">{{ s }}</th>
          <th scope="col" class="kept" :aria-sort="sortOf('kept')">
            <button type="button" class="head" @click="sort('kept')">
              {{ HEADS.kept
              }}<component :is="sorted?.up ? ArrowUp : ArrowDown" v-if="sorted?.by === 'kept'" :size="13" aria-hidden="true" />
            </button>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="v in lines" :key="v.varietyId" :class="{ here: isOpened(v) }">
          <th scope="row">
            <RouterLink class="open" :to="`/renewals/variety/${v.varietyId}`">
              <VerdictShape :verdict="v.verdict" :size="15" /><span class="unseen">{{ verdictLook(v.verdict).words }}: </span>
              <span
                ><strong>{{ v.variety }}</strong> <span class="quiet">{{ v.crop.replace(/ \(.*\)/, '').toLowerCase() }}</span></span
              >
            </RouterLink>
          </th>
          <td>
            <span class="worth-bar" :class="{ said: v.worthSaid }" :style="{ width: `${(100 * v.worth) / most}%` }" /><span
              class="unseen"
              >{{ v.worth.toFixed(1) }}</span
            >
          </td>
          <td v-for="s in page.seasons" :key="s">
            <div class="cell" :class="{ takes: dragged?.varietyId === v.varietyId }" :data-season="s" :data-variety="v.varietyId">
              <PlanChip
                v-for="r in rowsIn(v, s)"
                :key="r.gardenId"
                :row="r"
                :variety="v.variety"
                :two-years="v.twoYears"
                :opened="isOpened(v)"
                :seasons="page.seasons"
                @carry="dragged = $event"
                @drop="drop(r, $event)"
              />
            </div>
          </td>
          <td class="kept">
            <strong :class="shareLook(v.kept)">{{ percent(v.kept) }}</strong>
          </td>
        </tr>
      </tbody>
    </table>
    <MoreRows :rows="shown.length" :shown="lines.length" @more="parts.more('plan')" />
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
table {
  width: 100%;
  min-width: 620px;
  table-layout: fixed;
  border-collapse: collapse;
}
th {
  font-weight: 400;
  text-align: left;
}
thead th {
  padding: 6px 4px;
  color: var(--quiet);
  border-bottom: 2px solid var(--rule);
}
th.variety {
  width: 27%;
}
th.worth {
  width: 10%;
}
th.kept {
  width: 9%;
}
.kept {
  text-align: right;
}
.head {
  display: inline-flex;
  gap: 3px;
  align-items: center;
  border: 0;
  background: none;
  padding: 2px 4px;
  color: inherit;
  cursor: pointer;
}
.head:hover {
  color: var(--ink);
  text-decoration: underline;
}
tbody tr {
  border-bottom: 1px solid var(--hair);
}
tbody th,
tbody td {
  padding: 3px 4px;
}
tbody tr:hover {
  background: var(--hover);
}
tr.here {
  background: var(--sheet);
  box-shadow: inset 5px 0 0 var(--action);
}
strong {
  font-weight: 600;
}
.open {
  display: flex;
  gap: 8px;
  padding-left: 6px;
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
