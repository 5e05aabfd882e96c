<script setup lang="ts">
import { testsApi, type TestSheetData } from '@esprel/core/api';
import DeskMessage from '../base/DeskMessage.vue';
import { useRead } from '../base/useRead.ts';
import { computed, watch } from 'vue';
import { useForm } from '../base/useForm.ts';
import { useLeave } from '../base/useLeave.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import SheetProblem from '../shared/SheetProblem.vue';
import { countOf } from '../shared/seedSheet.ts';

const props = defineProps<{ id: string }>();
const { data, problem } = useRead(testsApi.sheet, () => ({ id: props.id }));
const form = useForm({
  name: `bag.${props.id}`,
  initial: () => ({ bag: '', why: '' }),
  of: testsApi.dropReplicate,
  body: (v) => ({
    version: data.value?.test.version,
    replicate: v.bag === '' ? undefined : Number(v.bag),
    droppedWhy: v.why.trim() || null,
  }),
  asked: () => ({ id: props.id }),
});
/** The bag that differs most from the others is offered first. */
watch(data, (sheet) => {
  if (!sheet || form.values.bag !== '') return;
  const share = (r: TestSheetData['replicates'][number]): number => countOf(r.marks, 'normal') / r.seeds;
  const all = sheet.replicates;
  const mean = all.reduce((n, r) => n + share(r), 0) / Math.max(1, all.length);
  const odd = [...all].sort((a, b) => Math.abs(share(b) - mean) - Math.abs(share(a) - mean))[0];
  if (odd) form.values.bag = String(odd.number);
});
const bags = computed(() =>
  (data.value?.replicates ?? []).map((r) => ({
    value: String(r.number),
    label: `Bag ${String(r.bag ?? r.number)}: ${String(countOf(r.marks, 'normal'))} of ${String(r.seeds)} up${r.droppedWhy === null ? '' : ', left out'}`,
  })),
);
const dropped = computed(() => data.value?.replicates.find((r) => String(r.number) === form.values.bag)?.droppedWhy ?? null);
const { back, save } = useLeave(form, () => `/tests/${props.id}`);
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="test" />
  <section v-else-if="data" class="form-page">
    <FormFrame
      :title="dropped === null ? 'Leave a bag out' : 'Count a bag in again'"
      about="What was marked in it stays on record; it only does not count. Leave a bag out for a cause you can see, not for a figure you do not like."
      :action="dropped === null ? 'Leave it out' : form.values.why.trim() === '' ? 'Count it in again' : 'Change the reason'"
      :disabled="dropped === null && form.values.why.trim() === ''"
      :sending="form.sending"
      :problem="form.problem"
      @submit="save"
      @leave="back"
    >
      <FieldChoice id="bag" v-model="form.values.bag" label="Which" :options="bags" :error="form.errors.replicate" />
      <FieldText
        id="why"
        v-model="form.values.why"
        label="Why"
        :hint="
          dropped === null
            ? 'as: mould from one corner, dried out, upside down on the radiator'
            : `left out: ${dropped}. Leave this empty to count it in again`
        "
        :error="form.errors.droppedWhy"
      />
      <DeskMessage kind="caution">Mould: do not sniff at it, air the room, and bin the bag closed.</DeskMessage>
    </FormFrame>
  </section>
</template>
