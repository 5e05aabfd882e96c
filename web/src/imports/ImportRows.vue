<script setup lang="ts">
import SelectButton from 'primevue/selectbutton';
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import { Check, Equal, TriangleAlert } from '@lucide/vue';
import { harvestNotYet, IMPORT_FIELDS, type ImportField } from '@esprel/core';
import type { ImportRow } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed } from 'vue';
import { amount } from '../base/format.ts';
import { useSession } from '../base/session.ts';
import { useImport } from './useImport.ts';

/** Every row, what it was read as, and every problem beside it. */
const work = useImport();
const counts = computed(() => work.file?.counts ?? { ready: 0, known: 0, problem: 0 });
const FILTERS = computed(() => [
  { value: 'all' as const, label: `All ${String(counts.value.ready + counts.value.known + counts.value.problem)}` },
  { value: 'problem' as const, label: `With a problem ${String(counts.value.problem)}` },
  { value: 'ready' as const, label: `To take in ${String(counts.value.ready)}` },
  { value: 'known' as const, label: `Here already ${String(counts.value.known)}` },
]);
/** An empty value would count as none chosen. */
const only = computed({
  get: () => (work.only === '' ? 'all' : work.only),
  set: (value) => (work.only = value === 'all' ? '' : value),
});
const label = (path: string): string => IMPORT_FIELDS[path as ImportField]?.label ?? path;
const session = useSession();
const early = ({ lot }: ImportRow): boolean =>
  lot !== null && harvestNotYet(lot.yearKind, lot.year, lot.receivedOn, session.settings?.hemisphere ?? 'north');
const STATE = { ready: 'ready', known: 'here already', problem: 'problem' } as const;
const cellsOf = (r: ImportRow): string =>
  r.cells
    .filter((c) => c !== '')
    .join(' · ')
    .slice(0, 120);
function year(r: ImportRow): string {
  if (!r.lot) return '';
  return r.lot.year === null ? 'not known' : `${r.lot.yearKind === 'packing' ? 'packed ' : ''}${String(r.lot.year)}`;
}
</script>

<template>
  <section aria-label="Rows">
    <SelectButton
      v-model="only"
      :options="FILTERS"
      option-label="label"
      option-value="value"
      :allow-empty="false"
      aria-label="Which rows"
    />
    <DataTable :value="[...work.rows]" data-key="row" :row-class="(r: ImportRow) => r.state">
      <Column field="row" header="Row" class="right numbers" />
      <Column header="State" class="state">
        <template #body="{ data: r }">
          <component :is="r.state === 'ready' ? Check : r.state === 'known' ? Equal : TriangleAlert" :size="16" aria-hidden="true" />
          {{ r.code ? 'in' : STATE[(r as ImportRow).state] }}
        </template>
      </Column>
      <Column header="Read as" class="as">
        <template #body="{ data: r }">
          <template v-if="r.lot"
            ><RouterLink v-if="r.code" class="code" :to="`/lots/${r.code}`">{{ r.code }}</RouterLink>
            <strong>{{ r.lot.varietyName }}</strong> <span class="quiet"> {{ r.lot.cropKey.replace(/-/g, ' ') }}</span></template
          >
          <span v-else class="quiet">{{ cellsOf(r) }}</span>
        </template>
      </Column>
      <Column header="Year">
        <template #body="{ data: r }">{{ year(r) }}</template>
      </Column>
      <Column header="Seeds" class="right numbers">
        <template #body="{ data: r }">{{ r.lot ? amount(r.lot.seeds, r.lot.amountKnown) : '' }}</template>
      </Column>
      <Column header="From" class="from">
        <template #body="{ data: r }"
          ><span class="quiet">{{ r.lot?.source ?? '' }}</span></template
        >
      </Column>
      <Column header="Problems">
        <template #body="{ data: r }">
          <p v-for="p in r.problems" :key="p.path" class="wrong">{{ label(p.path) }}: {{ p.message }}</p>
          <p v-if="r.state === 'ready' && early(r)" class="quiet">
            nothing of {{ r.lot?.year }} is ripe yet; if it is the year of packing, write “packed {{ r.lot?.year }}”
          </p>
          <p v-if="r.near && r.problems.length === 0" class="quiet">like {{ r.near.name }}</p>
        </template>
      </Column>
      <template #empty>No row here.</template>
    </DataTable>
    <Button v-if="work.rows.length < work.total" severity="secondary" label="Show more rows" @click="work.loadRows(work.rows.length)" />
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
  justify-items: start;
}
section > :deep(.p-datatable) {
  width: 100%;
}
section :deep(.as) {
  width: 30%;
}
section :deep(.from) {
  width: 15%;
}
section :deep(td.state) {
  white-space: nowrap;
}
section :deep(.ready .state) {
  color: var(--good);
}
section :deep(.known .state) {
  color: var(--quiet);
}
section :deep(.problem .state),
.wrong {
  color: var(--act);
}
section :deep(tr.problem) {
  background: var(--hover);
}
strong {
  font-weight: 600;
}
</style>
