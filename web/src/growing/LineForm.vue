<script setup lang="ts">
import { parseLotCode } from '@esprel/core';
import { growingApi, lotsApi } from '@esprel/core/api';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import { useRead } from '../base/useRead.ts';
import { useScans } from '../base/scans.ts';
import OpeningNote from '../base/OpeningNote.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import SheetProblem from '../shared/SheetProblem.vue';

/** What was chosen of a variety is kept as a line under it: of how many plants, for what, and with whose pollen. */
const props = defineProps<{ code: string }>();
const router = useRouter();
const { data, problem } = useRead(lotsApi.sheet, () => ({ code: props.code }));
const variety = computed(() => data.value?.lot.variety ?? '');
const form = useForm({
  name: `line.${props.code}`,
  initial: () => ({ name: '', chosen: '', ofPlants: '', pollen: '', chosenFor: '' }),
  of: growingApi.keepLine,
  asked: () => ({ code: props.code }),
  body: (v) => {
    const n = gather({ chosen: () => numberOf('chosen', v.chosen), ofPlants: () => numberOf('ofPlants', v.ofPlants) });
    return {
      version: data.value?.lot.version ?? 0,
      name: v.name,
      ...n,
      pollenCode: v.pollen.trim() === '' ? null : (parseLotCode(v.pollen) ?? v.pollen.trim()),
      chosenFor: v.chosenFor,
    };
  },
});
const { values } = form;
useScans().take((code) => (values.pollen = code));
const leave = (): void => void router.push(`/lots/${props.code}`);
async function save(): Promise<void> {
  if (!(await form.send())) return;
  form.reset();
  leave();
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="lot" />
  <FormFrame
    v-else-if="data"
    title="Keep it as a line"
    :about="`${code} was chosen from ${variety}. It gets a name of its own, under that variety, and what descends from it goes along.`"
    action="Keep it"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="leave"
  >
    <FieldText id="line-name" v-model="values.name" label="Name of the line" :placeholder="`${variety}, early`" :error="form.errors.name" />
    <FieldText
      id="chosen-for"
      v-model="values.chosenFor"
      label="Chosen for"
      placeholder="early, and deep red"
      :error="form.errors.chosenFor"
    />
    <FieldText id="chosen" v-model="values.chosen" class="half" label="Plants chosen" optional numeric :error="form.errors.chosen" />
    <FieldText
      id="of-plants"
      v-model="values.ofPlants"
      class="half"
      label="Of so many that stood"
      optional
      numeric
      :error="form.errors.ofPlants"
    />
    <FieldText
      id="pollen"
      v-model="values.pollen"
      class="half code"
      label="Pollen from"
      optional
      placeholder="scan or type a code"
      hint="where the other parent was chosen too"
      :error="form.errors.pollenCode"
    />
    <p class="quiet">
      How alike its seedlings are is written down under “True to type” of the line: 7 of 10 like the mother are 3 that are not what they
      should be. Protected varieties may not be bred on in some places; follow your local rules.
    </p>
  </FormFrame>
  <OpeningNote v-else :what="code" />
</template>
