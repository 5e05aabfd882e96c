<script setup lang="ts">
import DataTable from 'primevue/datatable';
import Column from 'primevue/column';
import DeskMessage from '../base/DeskMessage.vue';
import { plural } from '@esprel/core';
import { sowingsApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useFormat } from '../base/useFormat.ts';
import SowingNav from '../shared/SowingNav.vue';

/** Plants that stand and are to spare, as a list for a sale, a swap or a gift. */
const format = useFormat();
const { data, problem } = useRead(sowingsApi.plants, () => ({}));
const total = computed(() => (data.value?.plants ?? []).reduce((n, p) => n + p.spare, 0));
const print = (): void => {
  window.print();
};
</script>

<template>
  <div class="page scrolls" tabindex="-1">
    <SowingNav here="/sowing/plants" />
    <header>
      <h1>Plants</h1>
      <Button v-if="total > 0" class="noprint" severity="secondary" label="Print the list" @click="print" />
    </header>
    <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
    <p v-if="data && data.plants.length === 0" class="empty">
      <strong>No plants are counted.</strong> Open a sowing that came up and count its plants when they are pricked out or potted on; what
      is not kept stands here for a sale or a gift.
    </p>
    <template v-if="data && data.plants.length > 0">
      <p>
        <strong>{{ plural(total, 'plant') }}</strong> to spare of {{ plural(data.plants.length, 'sowing') }}.
      </p>
      <DataTable class="numbers" :value="data.plants" data-key="id" removable-sort>
        <Column field="variety" header="Variety" sortable>
          <template #body="{ data: p }">
            <RouterLink :to="`/sowing/${p.id}`">{{ p.variety }}</RouterLink>
            <span class="quiet"> {{ p.crop }}, {{ p.lotCode }}</span>
          </template>
        </Column>
        <Column field="sownOn" header="Sown" sortable>
          <template #body="{ data: p }">{{ format.day(p.sownOn) }}</template>
        </Column>
        <Column field="standing" header="stand" sortable class="right" />
        <Column field="kept" header="kept" sortable class="right" />
        <Column field="spare" header="to spare" sortable class="right">
          <template #body="{ data: p }"
            ><strong>{{ p.spare }}</strong></template
          >
        </Column>
        <Column field="given" header="given" sortable class="right noprint" />
        <Column field="sold" header="sold" sortable class="right noprint" />
      </DataTable>
    </template>
  </div>
</template>

<style scoped>
.page {
  height: 100%;
  padding: 20px 24px 28px;
  display: grid;
  gap: 14px;
  align-content: start;
}
header {
  display: flex;
  gap: 16px;
  align-items: center;
  justify-content: space-between;
}
table {
  max-width: 960px;
}
</style>
