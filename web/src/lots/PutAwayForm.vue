<script setup lang="ts">
import { type LotByCode, lotsApi, placesApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import Select from 'primevue/select';
import InputText from 'primevue/inputtext';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { useTable } from '../base/table.ts';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import FormFrame from '../fields/FormFrame.vue';

/** What is said of an envelope, and what the record had when it was said: only what was changed is sent. */
interface Row {
  placeId: number | null;
  wasIn: number | null;
  left: string;
  seen: number;
}

const router = useRouter();
const table = useTable();
const { data: places } = useRead(placesApi.list, () => ({}));
const { data, reload } = useRead(lotsApi.byCode, () => (table.codes.length === 0 ? null : { codes: table.codes.join(',') }));
const lots = computed(() => data.value?.lots ?? []);
const everywhere = ref<number | null>(null);

const form = useForm({
  name: 'table.put-away',
  initial: () => ({ rows: {} as Record<string, Row> }),
  of: lotsApi.putAway,
  body: (v) => ({
    lots: lots.value.map((lot, i) => {
      const row = v.rows[lot.code];
      return {
        lotCode: lot.code,
        ...(row === undefined || row.placeId === row.wasIn ? {} : { placeId: row.placeId }),
        ...(row === undefined || !counted(row) ? {} : gather({ left: () => numberOf(`lots[${String(i)}].left`, row.left) })),
        ...(row === undefined || !counted(row) ? {} : { seen: row.seen }),
      };
    }),
  }),
});
/** Whether somebody counted: an empty field, or the number of the record, says nothing. */
function counted(row: Row): boolean {
  return row.left.trim() !== '' && row.left.trim() !== String(row.seen);
}
watch(lots, (now) => {
  for (const lot of now) {
    const row = (form.values.rows[lot.code] ??= { placeId: lot.placeId, wasIn: lot.placeId, left: String(lot.balance), seen: lot.balance });
    // What another desk wrote meanwhile is followed, unless this one has said something else.
    if (!counted(row)) Object.assign(row, { left: String(lot.balance), seen: lot.balance });
    if (row.placeId === row.wasIn) Object.assign(row, { placeId: lot.placeId, wasIn: lot.placeId });
  }
});
/** A number that is typed now was counted against the record of now. */
function typed(lot: LotByCode): void {
  const row = form.values.rows[lot.code];
  if (row) row.seen = lot.balance;
}
function allTo(place: number | null): void {
  if (place === null) return;
  for (const lot of lots.value) {
    const row = form.values.rows[lot.code];
    if (row) row.placeId = place;
  }
}
function inRecord(lot: LotByCode): string {
  const seen = form.values.rows[lot.code]?.seen ?? lot.balance;
  return seen === lot.balance ? `${String(lot.balance)} in the record` : `${String(lot.balance)} in the record now, ${String(seen)} before`;
}
const wrong = (i: number, field: string): string | undefined => form.errors[`lots[${String(i)}].${field}`];
const leave = (): void => void router.push('/lots');
async function save(): Promise<void> {
  const codes = lots.value.map((l) => l.code);
  if (!(await form.send())) {
    // What another desk wrote meanwhile is shown beside what was counted.
    await reload();
    return;
  }
  form.reset();
  table.putBack(...codes);
  leave();
}
</script>

<template>
  <section class="page">
    <FormFrame
      title="Put away"
      about="Where does each envelope go, and how much is left in it?"
      action="Put all away"
      :disabled="lots.length === 0"
      :sending="form.sending"
      :problem="form.problem"
      @submit="save"
      @leave="leave"
    >
      <p v-if="table.count === 0" class="empty">Nothing lies on the table.</p>
      <div v-else class="everywhere">
        <label for="everywhere">All of them to</label>
        <Select
          v-model="everywhere"
          input-id="everywhere"
          :options="[...(places?.places ?? [])]"
          option-label="name"
          option-value="id"
          placeholder="choose one place"
          append-to="self"
          @update:model-value="allTo"
        />
      </div>
      <table v-if="lots.length > 0" class="plain-table">
        <thead>
          <tr>
            <th scope="col">Envelope</th>
            <th scope="col">Goes to</th>
            <th scope="col">Seeds left</th>
            <th scope="col"><span class="unseen">Keep out</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(lot, i) in lots" :key="lot.code">
            <td>
              <span class="code">{{ lot.code }}</span><br /><strong>{{ lot.variety }}</strong>
            </td>
            <td>
              <Select
                v-if="form.values.rows[lot.code]"
                v-model="form.values.rows[lot.code]!.placeId"
                :aria-label="`Place of ${lot.code}`"
                :options="[...(places?.places ?? [])]"
                option-label="name"
                option-value="id"
                placeholder="stays where it was"
                append-to="self"
              />
              <p v-if="wrong(i, 'placeId')" class="error" role="alert">{{ wrong(i, 'placeId') }}</p>
            </td>
            <td>
              <InputText
                v-if="form.values.rows[lot.code]"
                v-model="form.values.rows[lot.code]!.left"
                inputmode="numeric"
                :aria-label="`Seeds left of ${lot.code}`"
                :aria-invalid="wrong(i, 'left') !== undefined"
                :invalid="wrong(i, 'left') !== undefined"
                @input="typed(lot)"
              />
              <p class="quiet small">{{ inRecord(lot) }}</p>
              <p v-if="wrong(i, 'left')" class="error" role="alert">{{ wrong(i, 'left') }}</p>
            </td>
            <td><Button severity="secondary" size="small" label="Leave it out" type="button" @click="table.putBack(lot.code)" /></td>
          </tr>
        </tbody>
      </table>
    </FormFrame>
  </section>
</template>

<style scoped>
.page {
  --form-ground: var(--paper);
  height: 100%;
  max-width: 880px;
}
.everywhere {
  display: flex;
  gap: 10px;
  align-items: center;
  font-weight: 600;
}
.everywhere :deep(.p-select) {
  width: 280px;
}
td :deep(.p-select) {
  width: 250px;
}
td :deep(.p-inputtext) {
  width: 120px;
}
.error {
  color: var(--act);
  font-weight: 600;
}
@media (max-width: 700px) {
  /* An envelope under the other: its name, where to, how much is left. */
  thead {
    position: absolute;
    clip-path: inset(50%);
  }
  tbody tr {
    display: grid;
    gap: 6px;
    padding: 10px 0;
    border-bottom: 1px solid var(--rule);
  }
  tbody td {
    border: 0;
    padding: 0;
  }
}
</style>
