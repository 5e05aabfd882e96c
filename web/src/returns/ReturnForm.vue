<script setup lang="ts">
import { yearOf } from '@esprel/core';
import { type BroughtBack, membersApi, returnsApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { useRead } from '../base/useRead.ts';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import { useSession } from '../base/session.ts';
import { useTable } from '../base/table.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldDay from '../fields/FieldDay.vue';
import FieldNote from '../fields/FieldNote.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import { readSeeds, seedsHint } from '../fields/seedsText.ts';
import CautionNote from '../shared/CautionNote.vue';
import { KNOWN_OPTIONS } from '../shared/choices.ts';
import SheetProblem from '../shared/SheetProblem.vue';

const props = defineProps<{ id: string; loan: string }>();
const router = useRouter();
const session = useSession();
const table = useTable();
const { data, problem } = useRead(membersApi.sheet, () => ({ id: props.id }));
const loan = computed(() => data.value?.loans.find((l) => l.id === Number(props.loan)) ?? null);
const back = ref<BroughtBack | null>(null);

const form = useForm({
  name: `return.${props.loan}`,
  initial: () => ({
    what: 'saved' as 'saved' | 'unsown',
    seeds: '',
    amountKnown: 'estimated' as 'counted' | 'weighed' | 'estimated',
    harvestYear: '',
    receivedOn: session.today,
    form: 'raw' as 'raw' | 'cleaned',
    plants: '',
    isolated: 'unknown' as 'yes' | 'no' | 'unknown',
    grownBeside: '',
    note: '',
  }),
  of: (v) => (v.what === 'saved' ? returnsApi.bringBack : returnsApi.bringBackUnsown),
  asked: () => ({ id: props.loan }),
  body: (v) => {
    const n = gather({
      seeds: () => readSeeds('seeds', v.seeds, loan.value?.weight ?? null),
      harvestYear: () => numberOf('harvestYear', v.harvestYear),
      plants: () => numberOf('plants', v.plants),
    });
    const seeds = n.seeds?.seeds;
    if (v.what === 'unsown') return { receivedOn: v.receivedOn, seeds };
    return {
      loanId: Number(props.loan),
      receivedOn: v.receivedOn,
      harvestYear: n.harvestYear ?? undefined,
      seeds,
      amountKnown: v.amountKnown,
      form: v.form,
      plants: n.plants,
      grownBeside: v.grownBeside.trim() || null,
      isolated: v.isolated,
      note: v.note.trim() || null,
    };
  },
});
const { values } = form;
watch(
  [() => session.today, loan],
  ([today, l]) => {
    if (today === '') return;
    if (values.receivedOn === '') values.receivedOn = today;
    // Seed that comes before the summer was ripe last year, unless it was lent since.
    if (values.harvestYear === '' && l)
      values.harvestYear = String(Math.max(yearOf(l.lentOn), yearOf(today) - (today.slice(5) < '07-01' ? 1 : 0)));
  },
  { immediate: true },
);

const leave = (): void => void router.push(`/members/${props.id}`);
async function save(): Promise<void> {
  const answer = await form.send();
  if (!answer) return;
  if (!('generation' in answer)) {
    leave();
    return;
  }
  back.value = answer;
  table.pullOut(answer.lotCode);
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="member" />
  <article v-else-if="back" class="done scrolls">
    <h1>It is a lot of its own now</h1>
    <p>
      Write on the envelope: <strong class="code">{{ back.lotCode }}</strong>
    </p>
    <p>
      Generation {{ back.generation }}, in quarantine until it is dry, clean and looked through. It lies on the table and stands on Today in
      two weeks.
    </p>
    <CautionNote :cautions="back.warnings" />
    <div class="row-of-buttons">
      <Button :label="`Open ${back.lotCode}`" @click="router.push(`/lots/${back.lotCode}`)" />
      <Button label="Print its label" severity="secondary" @click="router.push(`/labels?codes=${back.lotCode}`)" />
      <Button label="See the descent" severity="secondary" @click="router.push(`/lots/${back.lotCode}/descent`)" />
    </div>
  </article>
  <p v-else-if="data && !loan" class="empty" role="alert">There is no such loan of {{ data.member.name }}.</p>
  <FormFrame
    v-else-if="data"
    title="Seed came back"
    :about="data && loan ? `${data.member.name}, from ${loan.lotCode} ${loan.variety}` : ''"
    action="Take it back in"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="leave"
  >
    <p v-if="form.errors.loanId" class="error" role="alert">{{ form.errors.loanId }}</p>
    <FieldChoice
      id="what"
      v-model="values.what"
      label="What came back"
      :options="[
        { value: 'saved', label: 'Seed that was saved from it' },
        { value: 'unsown', label: 'The seed itself, unsown' },
      ]"
      :hint="
        values.what === 'saved'
          ? 'it becomes a lot of its own, also when it is less or far more than was lent'
          : `it goes back into ${loan?.lotCode ?? 'its lot'}, if it was kept dry and cool`
      "
    />
    <FieldText
      id="seeds"
      v-model="values.seeds"
      class="half"
      label="Seeds that came back"
      :hint="loan ? (seedsHint(values.seeds, loan.weight) ?? 'a number, or a weight as in 12 g') : undefined"
      :error="form.errors.seeds"
    />
    <FieldChoice
      v-if="values.what === 'saved'"
      id="known"
      v-model="values.amountKnown"
      class="half"
      label="Known because"
      :options="KNOWN_OPTIONS"
      :error="form.errors.amountKnown"
    />
    <FieldText
      v-if="values.what === 'saved'"
      id="harvest"
      v-model="values.harvestYear"
      class="half"
      label="Harvested in"
      numeric
      :error="form.errors.harvestYear"
    />
    <FieldDay id="received" v-model="values.receivedOn" class="half" label="Came on" :max="session.today" :error="form.errors.receivedOn" />
    <template v-if="values.what === 'saved'">
      <FieldText
        id="plants"
        v-model="values.plants"
        class="half"
        label="From how many plants"
        optional
        numeric
        :error="form.errors.plants"
      />
      <FieldChoice
        id="isolated"
        v-model="values.isolated"
        class="half"
        label="Kept apart from its kind"
        :options="[
          { value: 'yes', label: 'Yes' },
          { value: 'no', label: 'No' },
          { value: 'unknown', label: 'Not known' },
        ]"
        :error="form.errors.isolated"
      />
      <FieldText
        id="beside"
        v-model="values.grownBeside"
        label="Grown beside"
        optional
        placeholder="what of its kind stood near, and how far"
        :error="form.errors.grownBeside"
      />
      <FieldChoice
        id="form"
        v-model="values.form"
        label="It is"
        :options="[
          { value: 'raw', label: 'As harvested' },
          { value: 'cleaned', label: 'Cleaned already' },
        ]"
        :error="form.errors.form"
      />
      <FieldNote id="note" v-model="values.note" label="Note" optional :error="form.errors.note" />
    </template>
  </FormFrame>
</template>

<style scoped>
.done {
  height: 100%;
  padding: 26px 24px;
  display: grid;
  gap: 14px;
  align-content: start;
}
.done .code {
  font-size: 22px;
}
</style>
