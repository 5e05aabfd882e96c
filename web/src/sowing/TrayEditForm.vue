<script setup lang="ts">
import { BENCH_KIND_WORDS } from '@esprel/core';
import { benchApi, traysApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import { watch } from 'vue';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import { useLeave } from '../base/useLeave.ts';
import FieldDay from '../fields/FieldDay.vue';
import FieldNote from '../fields/FieldNote.vue';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import SheetProblem from '../shared/SheetProblem.vue';

/** Name, day, place and size of a tray that is laid out already; what is painted stays where it is. */
const props = defineProps<{ id: string }>();
const { data, problem } = useRead(traysApi.sheet, () => ({ id: props.id }));
const { data: bench } = useRead(benchApi.sheet, () => ({}));
const form = useForm({
  name: null,
  initial: () => ({ version: 0, name: '', rows: '', columns: '', benchId: null as number | null, covered: true, sowOn: '', note: '' }),
  of: traysApi.change,
  body: (v) => {
    const n = gather({ rows: () => numberOf('rows', v.rows) ?? undefined, columns: () => numberOf('columns', v.columns) ?? undefined });
    const t = data.value?.tray;
    // Cells it lacks keep their row and place.
    const gaps = (t?.gaps ?? []).map((g) => Math.floor(g / (t?.columns ?? 1)) * (n.columns ?? 1) + (g % (t?.columns ?? 1)));
    return {
      version: v.version,
      name: v.name,
      ...n,
      gaps,
      benchId: v.benchId,
      covered: v.covered,
      sowOn: v.sowOn,
      note: v.note.trim() || null,
    };
  },
  asked: () => ({ id: props.id }),
});
watch(data, (d) => {
  // Filled once: a change by somebody else meanwhile is a conflict that the server tells of.
  if (!d || form.values.version !== 0) return;
  const t = d.tray;
  form.reset({
    version: t.version,
    name: t.name,
    rows: String(t.rows),
    columns: String(t.columns),
    benchId: t.benchId,
    covered: t.covered,
    sowOn: t.sowOn,
    note: t.note ?? '',
  });
});
const { back, save } = useLeave(form, () => `/sowing/trays/${props.id}`);
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="tray" />
  <section v-else-if="data" class="form-page" aria-label="Change the tray">
    <FormFrame title="Change the tray" action="Write it down" :sending="form.sending" :problem="form.problem" @submit="save" @leave="back">
      <FieldText id="name" v-model="form.values.name" class="half" label="Name" :error="form.errors.name" />
      <FieldDay id="sow-on" v-model="form.values.sowOn" class="half" label="Sow on" :error="form.errors.sowOn" />
      <FieldText id="rows" v-model="form.values.rows" class="third" label="Rows" numeric :error="form.errors.rows ?? form.errors.gaps" />
      <FieldText id="columns" v-model="form.values.columns" class="third" label="Cells in a row" numeric :error="form.errors.columns" />
      <FieldSelect
        id="bench"
        v-model="form.values.benchId"
        class="third"
        label="Stands on"
        optional
        :options="(bench?.places ?? []).map((b) => ({ value: b.id, label: `${b.name}, ${BENCH_KIND_WORDS[b.kind]}` }))"
        :error="form.errors.benchId"
      />
      <FieldNote id="note" v-model="form.values.note" label="Note" optional :error="form.errors.note" />
    </FormFrame>
  </section>
</template>
