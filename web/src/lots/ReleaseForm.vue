<script setup lang="ts">
import Checkbox from 'primevue/checkbox';
import { addDays, capital, QUARANTINE_DAYS } from '@esprel/core';
import { type LotSheetData, placesApi, returnsApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import FieldSelect from '../fields/FieldSelect.vue';

const props = defineProps<{ lot: LotSheetData['lot']; waiting: NonNullable<LotSheetData['quarantine']> }>();
const format = useFormat();
const { data: places } = useRead(placesApi.list, () => ({}));
const CHECKS = [
  { field: 'dried', words: 'It is dry: it breaks or shatters, it does not bend' },
  { field: 'clean', words: 'It is clean: no chaff, no beetles, no holes, no mould' },
  { field: 'named', words: 'Its label is on the envelope' },
] as const;

const form = useForm({
  name: `release.${props.lot.code}`,
  initial: () => ({ dried: false, clean: false, named: false, placeId: null as number | null }),
  of: returnsApi.release,
  asked: () => ({ id: props.waiting.id }),
  body: (v) => ({ version: props.waiting.version, dried: v.dried, clean: v.clean, named: v.named, placeId: v.placeId, floor: null }),
});
const until = computed(() => addDays(props.waiting.receivedOn, QUARANTINE_DAYS));
const grown = computed(() => {
  const w = props.waiting;
  const parts = [
    `grown by ${w.grownBy}`,
    w.plants === null ? 'from nobody knows how many plants' : `from ${String(w.plants)} ${w.plants === 1 ? 'plant' : 'plants'}`,
    { yes: 'kept apart from its kind', no: 'not kept apart', unknown: 'not known whether kept apart' }[w.isolated] ?? '',
    w.grownBeside === null ? '' : `beside ${w.grownBeside}`,
  ];
  return parts.filter((p) => p !== '').join(', ');
});
</script>

<template>
  <form class="release" novalidate @submit.prevent="form.send()">
    <h2>In quarantine since {{ format.day(waiting.receivedOn) }}</h2>
    <p>{{ capital(grown) }}. Look through it from {{ format.day(until) }}; beetles show by then. It can be tested, but not lent or sown.</p>
    <div v-for="c in CHECKS" :key="c.field">
      <label class="check"
        ><Checkbox v-model="form.values[c.field]" binary :invalid="form.errors[c.field] !== undefined" /> {{ c.words }}</label
      >
      <p v-if="form.errors[c.field]" class="error" role="alert">{{ form.errors[c.field] }}</p>
    </div>
    <FieldSelect
      id="release-place"
      v-model="form.values.placeId"
      label="Goes to"
      optional
      :options="(places?.places ?? []).map((p) => ({ value: p.id, label: p.name }))"
      placeholder="not put away yet"
      :error="form.errors.placeId"
    />
    <p v-if="form.problem" class="error" role="alert">{{ form.problem.message }}</p>
    <div><Button type="submit" :disabled="form.sending" label="Release it" /></div>
  </form>
</template>

<style scoped>
.release {
  border-left: 5px solid var(--asleep);
  background: var(--asleep-soft);
  padding: 12px 14px;
  display: grid;
  gap: 8px;
}
h2 {
  font-size: 18px;
  color: var(--asleep);
}
.check {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 40px;
  cursor: pointer;
}
.error {
  color: var(--act);
  font-weight: 600;
}
</style>
