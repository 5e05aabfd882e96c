<script setup lang="ts">
import { renewalsApi, type RenewalRowShown } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import { useChanges } from '../base/changes.ts';
import { useFormat } from '../base/useFormat.ts';
import QuickSelect from '../fields/QuickSelect.vue';
import { useRenewalPlan } from './usePlan.ts';

/** What a grower answered by telephone, by letter or at the desk; on their own page they answer themselves. */
const props = defineProps<{ row: RenewalRowShown }>();
const plan = useRenewalPlan();
const changes = useChanges();
const format = useFormat();
const other = ref('');
/** What they may grow instead: what nobody renews first. */
const instead = computed(() => {
  const all = (plan.page?.varieties ?? []).filter((v) => v.varietyId !== props.row.varietyId && !v.fine);
  const sorted = [...all.filter((v) => v.rows.length === 0), ...all.filter((v) => v.rows.length > 0)];
  return [{ value: '', label: 'another one …' }, ...sorted.map((v) => ({ value: String(v.varietyId), label: v.variety }))];
});
async function answer(said: 'yes' | 'no' | 'another'): Promise<void> {
  const { rowId, version } = props.row;
  if (rowId === null) return;
  await changes.make(
    renewalsApi.answer,
    { id: rowId },
    { answer: said, version, ...(said === 'another' ? { otherVarietyId: Number(other.value) } : {}) },
  );
}
</script>

<template>
  <div class="answer" role="group" :aria-label="`What ${row.grower ?? 'the grower'} says`">
    <span class="quiet small">Asked {{ row.askedOn ? format.day(row.askedOn) : '' }}. {{ row.grower?.split(' ')[0] }} says:</span>
    <Button label="Yes" size="small" severity="secondary" @click="answer('yes')" />
    <Button label="No" size="small" severity="secondary" @click="answer('no')" />
    <QuickSelect v-model="other" label="Another one instead" :options="instead" />
    <Button v-if="other !== ''" label="That one" size="small" severity="secondary" @click="answer('another')" />
  </div>
</template>

<style scoped>
.answer {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: center;
}
</style>
