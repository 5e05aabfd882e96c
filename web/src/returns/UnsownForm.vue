<script setup lang="ts">
import { plural } from '@esprel/core';
import { membersApi, returnsApi } from '@esprel/core/api';
import { computed, watch } from 'vue';
import { useRouter } from 'vue-router';
import { gather, useForm } from '../base/useForm.ts';
import { useRead } from '../base/useRead.ts';
import { useSession } from '../base/session.ts';
import FieldDay from '../fields/FieldDay.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import { readSeeds, seedsHint } from '../fields/seedsText.ts';
import { leftOfLoan } from '../shared/loanLeft.ts';
import SheetProblem from '../shared/SheetProblem.vue';

/** Seed that comes back as it was lent, in its packet: it goes into its own lot again. */
const props = defineProps<{ id: string; loan: string }>();
const router = useRouter();
const session = useSession();
const { data, problem } = useRead(membersApi.sheet, () => ({ id: props.id }));
const loan = computed(() => data.value?.loans.find((l) => l.id === Number(props.loan)) ?? null);
const left = computed(() => (data.value && loan.value ? leftOfLoan(loan.value, data.value.sowings) : 0));

const form = useForm({
  name: `unsown.${props.loan}`,
  initial: () => ({ seeds: '', receivedOn: session.today }),
  of: () => returnsApi.bringBackUnsown,
  asked: () => ({ id: props.loan }),
  body: (v) => {
    const n = gather({ seeds: () => readSeeds('seeds', v.seeds, loan.value?.weight ?? null) });
    return { receivedOn: v.receivedOn, seeds: n.seeds?.seeds };
  },
});
const { values } = form;
watch(
  [() => session.today, left],
  ([today, n]) => {
    if (values.receivedOn === '') values.receivedOn = today;
    // A packet that was never opened is the usual one.
    if (values.seeds === '' && n > 0) values.seeds = String(n);
  },
  { immediate: true },
);

const leave = (): void => void router.push(`/members/${props.id}`);
async function save(): Promise<void> {
  if (await form.send()) leave();
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="member" />
  <p v-else-if="data && !loan" class="empty" role="alert">There is no such loan of {{ data.member.name }}.</p>
  <FormFrame
    v-else-if="data && loan"
    title="Back unsown"
    :about="`${data.member.name} brings seed of ${loan.lotCode} ${loan.variety} back as it was lent. It goes into its lot again, if it was kept dry and cool; how long it was outside stands in the lot’s history.`"
    action="Put it back"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="leave"
  >
    <FieldText
      id="seeds"
      v-model="values.seeds"
      class="half"
      label="Seeds that came back"
      :hint="seedsHint(values.seeds, loan.weight) ?? `${plural(left, 'seed')} of it are still in the packet, as far as is known`"
      :error="form.errors.seeds"
    />
    <FieldDay id="received" v-model="values.receivedOn" class="half" label="Came on" :max="session.today" :error="form.errors.receivedOn" />
  </FormFrame>
</template>
