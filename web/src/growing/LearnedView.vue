<script setup lang="ts">
import { plural } from '@esprel/core';
import { growingApi, type LearnedCrop } from '@esprel/core/api';
import Column from 'primevue/column';
import DataTable from 'primevue/datatable';
import DeskMessage from '../base/DeskMessage.vue';
import OpeningNote from '../base/OpeningNote.vue';
import { useRead } from '../base/useRead.ts';

/** Which crops cross more here than the reference says, from the off-types that were seen. */
const { data, problem } = useRead(growingApi.learned, () => ({}));
const times = (n: number): string => `${n.toFixed(n < 9.95 ? 1 : 0)} x`;
</script>

<template>
  <section class="page scrolls" aria-label="What was learned">
    <h1>What was learned</h1>
    <p>
      Off-types that were seen when lots were grown, against what was to be expected of them. One odd plant is no verdict: the reference
      weighs as much as four.
    </p>
    <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
    <OpeningNote v-else-if="!data" what="what was learned" />
    <p v-else-if="data.crops.length === 0" class="quiet">
      Nobody wrote down yet what was seen. Open a lot, “True to type”, and say of how many plants how many were something else: none is
      worth writing down, too.
    </p>
    <DataTable v-else :value="[...data.crops]" data-key="key" removable-sort>
      <Column field="name" header="Crop" sortable>
        <template #body="{ data: c }"
          ><strong>{{ c.name }}</strong
          ><span class="quiet small block">{{ plural(c.lots, 'lot') }}</span></template
        >
      </Column>
      <Column field="plants" header="Plants seen" sortable class="right numbers" />
      <Column field="offTypes" header="Something else" sortable class="right numbers" />
      <Column field="expected" header="Expected" sortable class="right numbers">
        <template #body="{ data: c }">{{ (c as LearnedCrop).expected.toFixed(1) }}</template>
      </Column>
      <Column field="ratio" header="Here" sortable class="right numbers">
        <template #body="{ data: c }"
          >{{ times((c as LearnedCrop).ratio)
          }}<span class="quiet small block">{{ times((c as LearnedCrop).low) }} to {{ times((c as LearnedCrop).high) }}</span></template
        >
      </Column>
      <Column header="So">
        <template #body="{ data: c }">{{ (c as LearnedCrop).words }}</template>
      </Column>
    </DataTable>
    <p><RouterLink to="/growing">Who grows what</RouterLink></p>
  </section>
</template>

<style scoped>
.page {
  height: 100%;
  padding: 18px 20px;
  display: grid;
  gap: 12px;
  align-content: start;
  max-width: 980px;
}
strong {
  font-weight: 600;
}
.block {
  display: block;
}
</style>
