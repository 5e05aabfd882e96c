<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { fromTo, span } from '@esprel/core';
import { type SupplierText, varietiesApi, type VarietySheetData } from '@esprel/core/api';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import { computed, ref } from 'vue';
import { percent } from '../base/format.ts';
import { useChanges } from '../base/changes.ts';
import { useFormat } from '../base/useFormat.ts';

/** The printed instructions of each supplier beside the figures of the crop; one of them is followed, with a reason. */
const props = defineProps<{ sheet: VarietySheetData }>();
const changes = useChanges();
const format = useFormat();
const choosing = ref<number | null>(null);
const reason = ref('');
const problem = ref<string | null>(null);

const range = (min: number | null, max: number | null, unit: string, after = ''): string =>
  min === null ? '' : `${span(min, max ?? min, unit)}${after}`;
const before = (e: SupplierText): string =>
  range(e.weeksMin, e.weeksMax, 'week', ` before ${e.anchor === 'plant-out' ? 'planting out' : 'the last frost'}`);
const rows = computed(() => {
  const { crop, envelopes } = props.sheet;
  const line = (label: string, own: string, of: (e: SupplierText) => string) => ({ label, own, cells: envelopes.map(of) });
  return [
    line('Sow', range(crop.startWeeksMin, crop.startWeeksMax, 'week', ' ahead'), before),
    line('Deep', format.depths(crop.sowDepthMm, null), (e) => (e.depthMm === null ? '' : format.depths(e.depthMm, e.depthMaxMm))),
    line('Light', '', (e) => (e.light === null || e.light === 'either' ? '' : `in the ${e.light}`)),
    line('Apart', format.length(crop.spacingCm), (e) =>
      e.spacingCm === null ? '' : fromTo(format.length(e.spacingCm), format.length(e.spacingMaxCm ?? e.spacingCm)),
    ),
    line('Up in', span(crop.emergeMinD, crop.emergeMaxD, 'day'), (e) => range(e.daysMin, e.daysMax, 'day')),
    line('Ripe in', '', (e) => range(e.maturityMin, e.maturityMax, 'day')),
    line('Grows', '', (e) => e.habit ?? ''),
    line('Warmth', '', (e) => (e.warmthC === null ? '' : format.warmth(e.warmthC))),
    line('Germination', '', (e) => (e.germination === null ? '' : percent(e.germination))),
    line('Warnings', '', (e) => e.warnings ?? ''),
    line('Says', '', (e) => e.words ?? ''),
  ].filter((r) => r.own !== '' || r.cells.some((c) => c !== ''));
});
const chosen = computed(() => props.sheet.variety.chosenEnvelopeId);

async function follow(envelopeId: number | null): Promise<void> {
  problem.value = null;
  const { id, version } = props.sheet.variety;
  await changes
    .send(varietiesApi.instructions, { id }, { version, envelopeId, reason: reason.value.trim() || null })
    .then(() => {
      choosing.value = null;
      reason.value = '';
    })
    .catch((error: unknown) => {
      problem.value = (error as Error).message.replace(/^reason: /, '');
    });
}
</script>

<template>
  <section v-if="sheet.envelopes.length > 0" aria-label="What the envelopes say">
    <h2>What the envelopes say</h2>
    <div class="wide">
      <table class="plain-table">
        <thead>
          <tr>
            <th scope="col"><span class="unseen">What</span></th>
            <th scope="col">The crop</th>
            <th v-for="e in sheet.envelopes" :key="e.id" scope="col" :class="{ followed: e.id === chosen }">
              {{ e.source }} <span class="code small">{{ e.lotCode }}</span>
            </th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in rows" :key="r.label">
            <th scope="row">{{ r.label }}</th>
            <td>{{ r.own }}</td>
            <td v-for="(c, i) in r.cells" :key="i" :class="{ followed: sheet.envelopes[i]?.id === chosen }">{{ c }}</td>
          </tr>
          <tr>
            <th scope="row">Followed</th>
            <td>
              <span v-if="chosen === null">yes</span>
              <Button v-else size="small" severity="secondary" label="Follow the crop" @click="follow(null)" />
            </td>
            <td v-for="e in sheet.envelopes" :key="e.id" :class="{ followed: e.id === chosen }">
              <span v-if="e.id === chosen">yes: {{ sheet.variety.chosenReason }}</span>
              <Button v-else size="small" severity="secondary" label="Follow" :aria-label="`Follow ${e.source}`" @click="choosing = e.id" />
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <form v-if="choosing !== null" class="why" novalidate @submit.prevent="follow(choosing)">
      <label for="follow-why">Why these</label>
      <InputText id="follow-why" v-model="reason" placeholder="came up best here" autocomplete="off" />
      <Button type="submit" label="Follow them" />
      <DeskMessage v-if="problem" kind="problem">{{ problem }}</DeskMessage>
    </form>
  </section>
</template>

<style scoped>
section {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 6px;
}
h2 {
  font-size: 18px;
}
.wide {
  overflow-x: auto;
}
.plain-table th[scope='row'] {
  white-space: nowrap;
}
.followed {
  background: var(--good-soft);
}
td,
th[scope='col'] {
  min-width: 120px;
  padding-left: 8px !important;
}
.why {
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 10px;
  align-items: center;
}
.why p {
  grid-column: 1 / -1;
}
.wrong {
  color: var(--act);
  font-weight: 600;
}
</style>
