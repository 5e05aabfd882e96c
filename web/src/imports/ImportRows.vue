<script setup lang="ts">
import { Check, Equal, TriangleAlert } from '@lucide/vue';
import { harvestNotYet, IMPORT_FIELDS, type ImportField } from '@esprel/core';
import Button from 'primevue/button';
import { computed } from 'vue';
import { amount } from '../base/format.ts';
import { useSession } from '../base/session.ts';
import type { ImportRow } from '../answers/imports.ts';
import { useImport } from './useImport.ts';

/** Every row, what it was read as, and every problem beside it. */
const work = useImport();
const counts = computed(() => work.file?.counts ?? { ready: 0, known: 0, problem: 0 });
const FILTERS = computed(() => [
  { value: '' as const, label: `All ${String(counts.value.ready + counts.value.known + counts.value.problem)}` },
  { value: 'problem' as const, label: `With a problem ${String(counts.value.problem)}` },
  { value: 'ready' as const, label: `To take in ${String(counts.value.ready)}` },
  { value: 'known' as const, label: `Here already ${String(counts.value.known)}` },
]);
const label = (path: string): string => IMPORT_FIELDS[path as ImportField]?.label ?? path;
const session = useSession();
const early = ({ lot }: ImportRow): boolean =>
  lot !== null && harvestNotYet(lot.yearKind, lot.year, lot.receivedOn, session.settings?.hemisphere ?? 'north');
const STATE = { ready: 'ready', known: 'here already', problem: 'problem' } as const;
function year(r: ImportRow): string {
  if (!r.lot) return '';
  return r.lot.year === null ? 'not known' : `${r.lot.yearKind === 'packing' ? 'packed ' : ''}${String(r.lot.year)}`;
}
</script>

<template>
  <section aria-label="Rows">
    <div class="row-of-buttons" role="group" aria-label="Which rows">
      <button v-for="f in FILTERS" :key="f.value" type="button" :aria-pressed="work.only === f.value" @click="work.only = f.value">
        {{ f.label }}
      </button>
    </div>
    <table class="plain-table">
      <thead>
        <tr>
          <th scope="col" class="right">Row</th>
          <th scope="col">State</th>
          <th scope="col" class="as">Read as</th>
          <th scope="col">Year</th>
          <th scope="col" class="right">Seeds</th>
          <th scope="col" class="from">From</th>
          <th scope="col">Problems</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in work.rows" :key="r.row" :class="r.state">
          <td class="right numbers">{{ r.row }}</td>
          <td class="state">
            <component :is="r.state === 'ready' ? Check : r.state === 'known' ? Equal : TriangleAlert" :size="16" aria-hidden="true" />
            {{ r.code ? 'in' : STATE[r.state] }}
          </td>
          <td>
            <template v-if="r.lot"
              ><RouterLink v-if="r.code" class="code" :to="`/lots/${r.code}`">{{ r.code }}</RouterLink>
              <strong>{{ r.lot.varietyName }}</strong> <span class="quiet"> {{ r.lot.cropKey.replace(/-/g, ' ') }}</span></template
            >
            <span v-else class="quiet">{{
              r.cells
                .filter((c) => c !== '')
                .join(' · ')
                .slice(0, 120)
            }}</span>
          </td>
          <td>{{ year(r) }}</td>
          <td class="right numbers">{{ r.lot ? amount(r.lot.seeds, r.lot.amountKnown) : '' }}</td>
          <td class="quiet">{{ r.lot?.source ?? '' }}</td>
          <td>
            <p v-for="p in r.problems" :key="p.path" class="wrong">{{ label(p.path) }}: {{ p.message }}</p>
            <p v-if="r.state === 'ready' && early(r)" class="quiet">
              nothing of {{ r.lot?.year }} is ripe yet; if it is the year of packing, write “packed {{ r.lot?.year }}”
            </p>
            <p v-if="r.near && r.problems.length === 0" class="quiet">like {{ r.near.name }}</p>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="work.rows.length === 0" class="empty">No row here.</p>
    <Button v-if="work.rows.length < work.total" severity="secondary" label="Show more rows" @click="work.loadRows(work.rows.length)" />
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
}
.row-of-buttons button {
  min-height: 40px;
  border: 1px solid var(--dashes);
  border-radius: 3px;
  background: var(--sheet);
  padding: 0 12px;
  cursor: pointer;
}
.row-of-buttons button[aria-pressed='true'] {
  border-color: var(--action);
  background: var(--action-soft);
  font-weight: 600;
}
td {
  padding-right: 14px !important;
}
td,
.state {
  white-space: normal;
}
.as {
  width: 30%;
}
.from {
  width: 15%;
}
.state {
  white-space: nowrap;
}
.ready .state {
  color: var(--good);
}
.known .state {
  color: var(--quiet);
}
.problem .state,
.wrong {
  color: var(--act);
}
tr.problem {
  background: var(--hover);
}
strong {
  font-weight: 600;
}
</style>
