<script setup lang="ts">
import { historyApi, type HistoryStep } from '@esprel/core/api';
import Button from 'primevue/button';
import { ref } from 'vue';
import { readOnce } from '../base/calls.ts';
import { useRead } from '../base/useRead.ts';
import LotHistory from '../shared/StepHistory.vue';

const { data } = useRead(historyApi.steps, () => ({ limit: 100 }));
const older = ref<readonly HistoryStep[]>([]);
const next = ref<number | null>(null);
async function more(): Promise<void> {
  const before = next.value ?? data.value?.next;
  if (before == null) return;
  const page = await readOnce(historyApi.steps, { limit: 100, before });
  older.value = [...older.value, ...page.steps];
  next.value = page.next;
}
</script>

<template>
  <div class="page scrolls" tabindex="-1">
    <LotHistory v-if="data" :steps="[...data.steps, ...older]" heading="Everything that happened, latest first" />
    <Button
      v-if="data && (older.length === 0 ? data.next : next) !== null"
      class="older"
      severity="secondary"
      label="Show older steps"
      @click="more"
    />
  </div>
</template>

<style scoped>
.page {
  height: 100%;
  padding: 22px 26px;
  max-width: 900px;
}
.older {
  margin-top: 12px;
}
</style>
