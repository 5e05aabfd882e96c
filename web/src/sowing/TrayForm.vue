<script setup lang="ts">
import InputText from 'primevue/inputtext';
import { X } from '@lucide/vue';
import Checkbox from 'primevue/checkbox';
import { BENCH_KIND_WORDS, cellsOf, LETTERS, plural } from '@esprel/core';
import { benchApi, seasonApi, traysApi } from '@esprel/core/api';
import { readOnce } from '../base/calls.ts';
import { useRead } from '../base/useRead.ts';
import { computed, reactive, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useTable } from '../base/table.ts';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import FieldDay from '../fields/FieldDay.vue';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import { useTodayWhenEmpty } from '../fields/useTodayWhenEmpty.ts';
import { gapsOf } from './gaps.ts';

/** A new tray: its kind or its own size, where it stands, and what is laid out on it. */
const route = useRoute();
const router = useRouter();
const table = useTable();
const { data: bench } = useRead(benchApi.sheet, () => ({}));
const { data: growing } = useRead(traysApi.list, () => ({ state: 'growing' }));
const { data: planned } = useRead(traysApi.list, () => ({ state: 'planned' }));

interface Wish {
  readonly lotCode: string;
  readonly variety: string;
  readonly crop: string;
  readonly plannedId: number | null;
  readonly seedsPerCell: number;
  cells: string;
}
const wishes = reactive<Wish[]>([]);
const form = useForm({
  name: null,
  initial: () => ({
    name: '',
    kindId: 0 as number | null,
    rows: '6',
    columns: '10',
    gaps: '',
    benchId: null as number | null,
    covered: true,
    sowOn: '',
  }),
  of: traysApi.layOut,
  body: (v) => {
    const kind = bench.value?.trayKinds.find((k) => k.id === v.kindId);
    const own = gather({ rows: () => numberOf('rows', v.rows) ?? undefined, columns: () => numberOf('columns', v.columns) ?? undefined });
    const cells = gather(Object.fromEntries(wishes.map((w, i) => [String(i), () => numberOf(`wish[${String(i)}].cells`, w.cells) ?? 0])));
    return {
      name: v.name,
      rows: kind?.rows ?? own.rows,
      columns: kind?.columns ?? own.columns,
      gaps: kind ? kind.gaps : gapsOf(v.gaps, own),
      benchId: v.benchId,
      covered: v.covered,
      sowOn: v.sowOn,
      fills: wishes.map((w, i) => ({
        letter: LETTERS.charAt(i),
        lotCode: w.lotCode,
        plannedId: w.plannedId,
        seedsPerCell: w.seedsPerCell,
      })),
      wish: wishes.map((_w, i) => ({ letter: LETTERS.charAt(i), cells: cells[String(i)] as number })),
    };
  },
});
const { values } = form;
useTodayWhenEmpty(values, 'sowOn');
/** The next number that no tray on the bench has. */
watch([growing, planned], ([g, p]) => {
  if (!g || !p || values.name !== '') return;
  const numbers = [...g.trays, ...p.trays].map((t) => Number(/(\d+)$/.exec(t.name)?.[1] ?? 0));
  values.name = `Tray ${String(Math.max(0, ...numbers) + 1)}`;
});
watch(bench, (b) => {
  const first = b?.trayKinds[0];
  if (first && values.kindId === 0) values.kindId = first.id;
});
async function load(): Promise<void> {
  const ids = typeof route.query.plans === 'string' ? route.query.plans.split(',').filter((x) => /^\d+$/.test(x)) : [];
  for (const id of ids.slice(0, 26)) {
    const { planned: p } = await readOnce(seasonApi.sheet, { id });
    wishes.push({
      lotCode: p.lotCode,
      variety: p.variety,
      crop: p.crop,
      plannedId: p.id,
      seedsPerCell: p.seedsPerCell,
      cells: String(p.cells),
    });
    if (wishes.length === 1)
      Object.assign(values, { sowOn: p.sowOn, benchId: p.benchId, ...(p.trayKindId === null ? {} : { kindId: p.trayKindId }) });
  }
  if (route.query.table === '1') {
    for (const lot of table.lots.slice(0, 26)) {
      const { plan } = await readOnce(seasonApi.usual, { code: lot.code, plants: 8 });
      wishes.push({
        lotCode: lot.code,
        variety: lot.variety,
        crop: lot.crop,
        plannedId: null,
        seedsPerCell: plan.seedsPerCell,
        cells: String(plan.cells),
      });
    }
  }
}
/** The form is there once what it is filled from was read: it writes nothing over what was typed. */
const ready = ref(false);
void load()
  .catch(() => undefined)
  .finally(() => (ready.value = true));
const kind = computed(() => bench.value?.trayKinds.find((k) => k.id === values.kindId) ?? null);
const wanted = computed(() => wishes.reduce((n, w) => n + (Number(w.cells) || 0), 0) + wishes.length);
const room = computed(() => (kind.value ? cellsOf(kind.value) : (Number(values.rows) || 0) * (Number(values.columns) || 0)));
async function save(): Promise<void> {
  const answer = await form.send();
  if (answer) await router.push(`/sowing/trays/${String(answer.id)}`);
}
const dropWish = (i: number): void => void wishes.splice(i, 1);
</script>

<template>
  <section class="form-page" aria-label="A tray">
    <FormFrame
      v-if="ready"
      title="Lay out a tray"
      about="Every variety gets a letter, whole columns, and a marker in its first cell; look-alikes get an empty column between. All of it can be painted over."
      action="Lay it out"
      :sending="form.sending"
      :problem="form.problem"
      @submit="save"
      @leave="router.push('/sowing/trays')"
    >
      <FieldText id="name" v-model="values.name" class="third" label="Name" :error="form.errors.name" />
      <FieldSelect
        id="kind"
        v-model="values.kindId"
        class="third"
        label="Tray"
        optional
        placeholder="of its own size"
        :options="(bench?.trayKinds ?? []).map((k) => ({ value: k.id, label: k.name }))"
        :error="kind ? (form.errors.rows ?? form.errors.columns ?? form.errors.gaps) : undefined"
      />
      <FieldDay id="sow-on" v-model="values.sowOn" class="third" label="Sow on" :error="form.errors.sowOn" />
      <template v-if="!kind">
        <FieldText id="rows" v-model="values.rows" class="third" label="Rows" numeric :error="form.errors.rows" />
        <FieldText id="columns" v-model="values.columns" class="third" label="Cells in a row" numeric :error="form.errors.columns" />
        <FieldText
          id="gaps"
          v-model="values.gaps"
          class="third"
          label="Cells it lacks"
          optional
          hint="row.cell, as 1.1, 3.5"
          :error="form.errors.gaps"
        />
      </template>
      <FieldSelect
        id="bench"
        v-model="values.benchId"
        class="half"
        label="Stands on"
        optional
        :options="(bench?.places ?? []).map((b) => ({ value: b.id, label: `${b.name}, ${BENCH_KIND_WORDS[b.kind]}` }))"
        :error="form.errors.benchId"
      />
      <label class="pick half"><Checkbox v-model="values.covered" binary /> Under a cover until it is up</label>
      <table v-if="wishes.length > 0" class="plain-table numbers">
        <thead>
          <tr>
            <th scope="col"><span class="unseen">Letter</span></th>
            <th scope="col">Lot</th>
            <th scope="col" class="right">in each</th>
            <th scope="col">Cells</th>
            <th scope="col"><span class="unseen">Leave out</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(w, i) in wishes" :key="w.lotCode + String(w.plannedId)">
            <td>
              <strong>{{ LETTERS.charAt(i) }}</strong>
            </td>
            <td>
              <span class="code">{{ w.lotCode }}</span> <strong>{{ w.variety }}</strong> <span class="quiet">{{ w.crop }}</span>
              <span v-if="form.errors[`fills[${i}].lotCode`]" class="error">{{ form.errors[`fills[${i}].lotCode`] }}</span>
            </td>
            <td class="right">{{ w.seedsPerCell }}</td>
            <td>
              <InputText
                v-model="w.cells"
                class="cells"
                inputmode="numeric"
                :aria-label="`Cells of ${w.variety}`"
                :aria-invalid="form.errors[`wish[${i}].cells`] !== undefined"
              />
            </td>
            <td>
              <button type="button" class="drop" :aria-label="`Leave ${w.variety} out`" @click="dropWish(i)">
                <X :size="16" aria-hidden="true" />
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="wishes.length > 0" :class="wanted > room ? 'error' : 'quiet'">
        {{ plural(wanted, 'cell') }} with their markers, of {{ room }}.<template v-if="wanted > room">
          What does not fit stays off the map; it says so there.</template
        >
      </p>
      <p v-else class="quiet">Nothing is chosen yet: lay an empty tray out and add lots on it, or pick plans from what is wanted.</p>
    </FormFrame>
  </section>
</template>

<style scoped>
.pick {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 40px;
  align-self: end;
}
.cells {
  width: 76px;
  min-height: 40px;
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--sheet);
  padding: 0 8px;
}
td {
  vertical-align: middle !important;
}
.drop {
  min-width: 40px;
  min-height: 40px;
  border: 0;
  background: none;
  cursor: pointer;
}
.error {
  color: var(--act);
  font-weight: 600;
}
strong {
  font-weight: 600;
}
</style>
