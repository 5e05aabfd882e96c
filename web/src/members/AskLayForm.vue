<script setup lang="ts">
import { type PromiseKind, PROMISES, type Purpose, PURPOSES, plural } from '@esprel/core';
import { type Ask, asksApi, labelsApi, membersApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { act } from '../base/calls.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { useForm } from '../base/useForm.ts';
import { useRead } from '../base/useRead.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldDay from '../fields/FieldDay.vue';
import FieldText from '../fields/FieldText.vue';
import BeforeLendingNote from './BeforeLendingNote.vue';
import { lineOf, type LentRow, usualRow } from './lentRows.ts';

/** Lays a packet ready: of the best lot, as much as is usual; label and slip come with it. */
const props = defineProps<{ ask: Ask }>();
const router = useRouter();
const renews = props.ask.kind === 'offer';
const form = useForm({
  name: `ask.${String(props.ask.id)}`,
  initial: () => ({
    code: props.ask.serving[0]?.code ?? '',
    purpose: (renews ? 'renew' : 'garden') as Purpose,
    promise: (renews ? 'some' : 'nothing') as PromiseKind,
    dueOn: '',
    row: null as LentRow | null,
  }),
  of: asksApi.lay,
  asked: () => ({ id: props.ask.id }),
  body: (v) => {
    const lot = lots.value.find((l) => l.code === v.code);
    if (!lot || v.row === null) return { version: props.ask.version, lotCode: v.code, purpose: v.purpose, promise: v.promise };
    const { lotCode, seeds, packetFillId, packets, promise, promisedSeeds, dueOn, packetNote } = lineOf(lot, v.row, 0, v);
    return {
      version: props.ask.version,
      purpose: v.purpose,
      lotCode,
      seeds,
      packetFillId,
      packets,
      promise,
      promisedSeeds,
      dueOn,
      packetNote,
    };
  },
});
const { values } = form;
const { data } = useRead(membersApi.lendable, () => ({ codes: props.ask.serving.map((s) => s.code).join(',') }));
const lots = computed(() => data.value?.lots ?? []);
const lot = computed(() => lots.value.find((l) => l.code === values.code) ?? null);
/** Errors of the one line, under the fields that show them. */
const wrong = (field: string): string | undefined => form.errors[field] ?? form.errors[`lots[0].${field}`];

watch(
  [() => values.code, lots],
  ([code], [before] = ['', []]) => {
    const chosen = lots.value.find((l) => l.code === code);
    if (!chosen) return;
    if (values.row === null || (before !== '' && before !== code)) {
      const row = usualRow(chosen);
      const serving = props.ask.serving.find((s) => s.code === code);
      values.row = row.fillId === null && serving ? { ...row, seeds: String(serving.usualSeeds) } : row;
    }
    if (values.dueOn === '') values.dueOn = chosen.usualDue;
  },
  { immediate: true },
);
watch(
  () => values.purpose,
  (purpose) => {
    if (purpose !== 'garden' && values.promise === 'nothing') values.promise = 'some';
  },
);
const fill = computed(() => lot.value?.packets.find((p) => p.id === values.row?.fillId) ?? null);
const printing = ref<string | null>(null);

/** One tap: it lies ready, its label comes out of the label printer, and its slip is there to be printed. */
async function lay(prints: boolean): Promise<void> {
  const { code } = values;
  const answer = await form.send();
  if (!answer) return;
  form.reset();
  if (!prints) return;
  try {
    await act(labelsApi.print, { kind: 'packet', codes: code, ask: props.ask.id }, {});
    await router.push({ path: `/asks/${String(props.ask.id)}/slip`, query: { label: 'out' } });
  } catch (error) {
    printing.value = (error as Error).message;
    await router.push({ path: `/asks/${String(props.ask.id)}/slip`, query: { label: printing.value } });
  }
}
</script>

<template>
  <form class="form-page" novalidate @submit.prevent="lay(true)">
    <FieldChoice
      id="ask-lot"
      v-model="values.code"
      label="From"
      :options="ask.serving.map((s) => ({ value: s.code, label: `${s.code}, ${s.year ?? 'no year'}: ${s.why}` }))"
      :error="wrong('lotCode')"
    />
    <template v-if="values.row && lot">
      <FieldText
        v-if="fill"
        id="ask-packets"
        v-model="values.row.packets"
        class="half"
        label="Packets"
        numeric
        :hint="`of ${plural(fill.seedsEach, 'seed')}, ${fill.packetsLeft} are filled`"
        :error="wrong('packets') ?? wrong('seeds')"
      />
      <FieldText
        v-else
        id="ask-seeds"
        v-model="values.row.seeds"
        class="half"
        :label="lot.unit === 'cluster' ? 'Clusters' : 'Seeds'"
        numeric
        :hint="`${plural(values.purpose === 'renew' ? lot.renewable : lot.lendable, lot.unit)} may go`"
        :error="wrong('seeds')"
      />
      <FieldChoice
        id="ask-purpose"
        v-model="values.purpose"
        label="What for"
        :options="
          PURPOSES.map((p) => ({ value: p, label: { garden: 'The garden', 'save-seed': 'To save seed', renew: 'To renew it' }[p] }))
        "
        :error="wrong('purpose')"
      />
      <FieldChoice
        id="ask-promise"
        v-model="values.promise"
        label="Promises back"
        :options="PROMISES.map((p) => ({ value: p, label: { nothing: 'Nothing', some: 'Some seed', amount: 'An amount' }[p] }))"
        :error="wrong('promise')"
      />
      <FieldText
        v-if="values.promise === 'amount'"
        id="ask-promised"
        v-model="values.row.promisedSeeds"
        class="half"
        label="How many seeds"
        numeric
        :error="wrong('promisedSeeds')"
      />
      <FieldDay v-if="values.promise !== 'nothing'" id="ask-due" v-model="values.dueOn" class="half" label="By" :error="wrong('dueOn')" />
      <FieldText
        v-if="lot.doubtful"
        id="ask-note"
        v-model="values.row.note"
        label="Written on the packet"
        hint="The name is in doubt: say what is known."
        :error="wrong('packetNote')"
      />
      <BeforeLendingNote :codes="[values.code]" :member-id="ask.memberId" :purpose="values.purpose" />
    </template>
    <DeskMessage v-if="form.problem" kind="problem">{{ form.problem.message }}</DeskMessage>
    <div class="row-of-buttons in-sight">
      <Button type="submit" label="Lay it ready, print label and slip" :loading="form.sending" :disabled="lot === null" />
      <Button label="Lay it ready" severity="secondary" :disabled="lot === null" @click="lay(false)" />
    </div>
  </form>
</template>

<style scoped>
form {
  display: grid;
  gap: 12px;
}
</style>
