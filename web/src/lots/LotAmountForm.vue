<script setup lang="ts">
import { lotsApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import { computed } from 'vue';
import { numberOf, useForm } from '../base/useForm.ts';
import { useLeave } from '../base/useLeave.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import SheetProblem from '../shared/SheetProblem.vue';

const props = defineProps<{ code: string }>();
const { data, problem } = useRead(lotsApi.sheet, () => ({ code: props.code }));
const balance = computed(() => data.value?.lot.balance ?? 0);

type Kind = 'recount' | 'out' | 'discarded' | 'in';
const KINDS: readonly { readonly value: Kind; readonly label: string }[] = [
  { value: 'recount', label: 'Counted again' },
  { value: 'out', label: 'Given away' },
  { value: 'discarded', label: 'Thrown out' },
  { value: 'in', label: 'More came in' },
];

const form = useForm({
  name: `amount.${props.code}`,
  initial: () => ({ kind: 'recount' as Kind, seeds: '', reason: '' }),
  of: lotsApi.amount,
  body: (v) => {
    const n = numberOf('seeds', v.seeds);
    const seeds = n === null ? undefined : v.kind === 'recount' ? n - balance.value : v.kind === 'in' ? n : -n;
    return {
      kind: v.kind === 'recount' ? 'correction' : v.kind,
      seeds,
      reason: v.reason.trim() || (v.kind === 'recount' ? 'counted again' : ''),
    };
  },
  asked: () => ({ code: props.code }),
});
const label = computed(() => (form.values.kind === 'recount' ? 'Seeds there are now' : 'Seeds'));
const after = computed(() => {
  const n = Number(form.values.seeds);
  if (form.values.seeds.trim() === '' || !Number.isFinite(n)) return `${String(balance.value)} in the record now`;
  const left = form.values.kind === 'recount' ? n : form.values.kind === 'in' ? balance.value + n : balance.value - n;
  return `${String(balance.value)} in the record now, ${String(left)} after this`;
});

const { back, save } = useLeave(form, () => `/lots/${props.code}`);
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="lot" />
  <FormFrame
    v-else-if="data"
    title="Change the amount"
    :about="data ? `${data.lot.code} ${data.lot.variety}, ${data.lot.amountKnown}` : ''"
    action="Write it down"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="back"
  >
    <FieldChoice id="kind" v-model="form.values.kind" label="What happened" :options="KINDS" :error="form.errors.kind" />
    <FieldText
      id="seeds"
      v-model="form.values.seeds"
      class="half"
      :label="label"
      numeric
      unit="seeds"
      :hint="after"
      :error="form.errors.seeds"
    />
    <FieldText
      id="reason"
      v-model="form.values.reason"
      class="half"
      label="Why"
      :placeholder="form.values.kind === 'discarded' ? 'mould, beetles, tested dead …' : ''"
      :error="form.errors.reason"
    />
    <p class="small">
      <RouterLink :to="`/lots/${code}/weigh`">Weigh it instead</RouterLink> ·
      <RouterLink :to="`/lots/${code}/packets`">Fill packets from it</RouterLink>
    </p>
  </FormFrame>
</template>
