<script setup lang="ts">
import {
  addDays,
  capital,
  type LibraryCrop,
  type PromiseKind,
  PROMISES,
  PURPOSE_WORDS,
  type Purpose,
  PURPOSES,
  seedReadyDay,
  truthWords,
} from '@esprel/core';
import { type NamedMember, lotsApi, membersApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import { computed, watch } from 'vue';
import { useRoute } from 'vue-router';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import { useLeave } from '../base/useLeave.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldDay from '../fields/FieldDay.vue';
import { useTodayWhenEmpty } from '../fields/useTodayWhenEmpty.ts';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';
import { readSeeds, seedsHint, weightOf } from '../fields/seedsText.ts';
import FormFrame from '../fields/FormFrame.vue';
import CautionNote from '../shared/CautionNote.vue';
import SheetProblem from '../shared/SheetProblem.vue';
import VerdictNote from '../shared/VerdictNote.vue';
import { grownWords } from '../shared/lotWords.ts';
import BeforeLendingNote from './BeforeLendingNote.vue';
import MemberField from './MemberField.vue';

const props = defineProps<{ code: string }>();
const route = useRoute();
const session = useSession();
const format = useFormat();
const { data, problem } = useRead(lotsApi.sheet, () => ({ code: props.code }));
const lot = computed(() => data.value?.lot ?? null);
const weight = computed(() => (data.value ? weightOf(data.value) : null));
const doubtful = computed(() => lot.value !== null && (lot.value.identity === 'doubtful' || lot.value.identity === 'unknown'));

const form = useForm({
  name: `lend.${props.code}`,
  initial: () => ({
    member: null as NamedMember | string | null,
    seeds: '',
    purpose: (route.query.purpose === 'renew' ? 'renew' : 'garden') as Purpose,
    promise: 'nothing' as PromiseKind,
    promisedSeeds: '',
    dueOn: '',
    lentOn: session.today,
    packetNote: '',
    fillId: null as number | null,
    packets: '',
  }),
  of: membersApi.lend,
  body: (v) => {
    const n = gather({
      seeds: () => readSeeds('seeds', v.seeds, weight.value)?.seeds ?? null,
      packets: () => (v.fillId === null ? null : numberOf('packets', v.packets)),
      promised: () => (v.promise === 'amount' ? (readSeeds('promisedSeeds', v.promisedSeeds, weight.value)?.seeds ?? null) : null),
    });
    return {
      lotCode: props.code,
      memberId: typeof v.member === 'object' ? (v.member?.id ?? undefined) : undefined,
      seeds: n.seeds ?? undefined,
      packetFillId: v.fillId,
      packets: n.packets,
      purpose: v.purpose,
      promise: v.promise,
      promisedSeeds: n.promised,
      dueOn: v.promise === 'nothing' ? null : v.dueOn || null,
      lentOn: v.lentOn,
      packetNote: v.packetNote.trim() || null,
    };
  },
});
const { values } = form;
useTodayWhenEmpty(values, 'lentOn');

/** When seed sown now could be ripe, with a month to dry and clean it. */
function usualDue(crop: LibraryCrop): string {
  const s = session.settings;
  if (!s) return '';
  const frost = { last: s.lastFrost, lastSdDays: s.lastFrostSdDays, first: s.firstFrost, firstSdDays: s.firstFrostSdDays };
  return addDays(seedReadyDay(crop, session.today, frost), 30);
}
watch([() => values.promise, data], ([promise]) => {
  if (promise !== 'nothing' && values.dueOn === '' && data.value) values.dueOn = usualDue(data.value.crop);
});
watch(
  () => values.purpose,
  (purpose) => {
    if (purpose !== 'garden' && values.promise === 'nothing') values.promise = 'some';
  },
);
// Packets say how many seeds they are.
watch(
  () => [values.fillId, values.packets] as const,
  ([id, packets]) => {
    const fill = data.value?.packets.find((p) => p.id === id);
    if (!fill) return;
    if (packets.trim() === '') values.packets = '1';
    else if (/^\d{1,4}$/.test(packets.trim())) values.seeds = String(Number(packets) * fill.seedsEach);
  },
);
const memberId = computed(() => (typeof values.member === 'object' ? (values.member?.id ?? null) : null));

/** What may leave the lot for this purpose; the floor is there for renewing. */
const freeWords = computed(() => {
  const l = lot.value;
  if (!l || !data.value) return undefined;
  const laid = l.laid > 0 ? `, ${String(l.laid)} lie ready for whoever asked` : '';
  if (values.purpose !== 'renew') return `${String(l.lendable)} may be lent; ${String(l.floor)} always stay${laid}`;
  return `${String(data.value.renewable)} may go to be renewed, of the floor too; ${String(l.balance - data.value.renewable)} stay for a second try`;
});
const grown = computed(() => {
  const g = data.value?.quarantine;
  return g && lot.value?.state === 'kept' ? `This lot was grown ${grownWords(g)}.` : null;
});
const { back, save } = useLeave(form, () => `/lots/${props.code}`);
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="lot" />
  <FormFrame
    v-else-if="data"
    title="Lend"
    :about="lot ? `${lot.code} ${lot.variety}, ${lot.crop}` : ''"
    action="Lend"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="back"
  >
    <VerdictNote v-if="data?.verdict" :verdict="data.verdict" />
    <CautionNote :cautions="data?.cautions ?? []" />
    <p v-if="form.errors.lotCode" class="error" role="alert">{{ form.errors.lotCode }}</p>
    <MemberField v-model="values.member" :error="form.errors.memberId" />
    <FieldSelect
      v-if="(data?.packets.length ?? 0) > 0"
      id="packet-fill"
      v-model="values.fillId"
      class="two-thirds"
      label="From packets"
      optional
      placeholder="loose seed"
      :options="(data?.packets ?? []).map((p) => ({ value: p.id, label: `packets of ${p.seedsEach}, ${p.packetsLeft} left` }))"
      :error="form.errors.packetFillId"
    />
    <FieldText
      v-if="values.fillId !== null"
      id="packets"
      v-model="values.packets"
      class="third"
      label="Packets"
      numeric
      :error="form.errors.packets"
    />
    <FieldText
      id="seeds"
      v-model="values.seeds"
      class="third"
      :label="data.unit === 'cluster' ? 'Clusters' : 'Seeds'"
      :hint="seedsHint(values.seeds, weight) ?? freeWords"
      :error="form.errors.seeds"
    />
    <FieldChoice
      id="purpose"
      v-model="values.purpose"
      class="two-thirds"
      label="What for"
      :options="PURPOSES.map((p) => ({ value: p, label: { garden: 'The garden', 'save-seed': 'To save seed', renew: 'To renew it' }[p] }))"
      :hint="values.purpose === 'renew' ? PURPOSE_WORDS.renew : undefined"
      :error="form.errors.purpose"
    />
    <BeforeLendingNote :codes="[code]" :member-id="memberId" :purpose="values.purpose" />
    <p v-if="data.truth && data.truth.mean < 0.99" class="quiet">{{ capital(truthWords(data.truth.mean)) }}.</p>
    <p v-if="grown" class="quiet">{{ grown }}</p>
    <p v-if="data.sprouting" class="quiet">{{ data.sprouting }}</p>
    <FieldChoice
      id="promise"
      v-model="values.promise"
      label="Promises back"
      :options="PROMISES.map((p) => ({ value: p, label: { nothing: 'Nothing', some: 'Some seed', amount: 'An amount' }[p] }))"
      :error="form.errors.promise"
    />
    <FieldText
      v-if="values.promise === 'amount'"
      id="promised"
      v-model="values.promisedSeeds"
      class="half"
      label="How many seeds"
      numeric
      :error="form.errors.promisedSeeds"
    />
    <FieldDay
      v-if="values.promise !== 'nothing'"
      id="due"
      v-model="values.dueOn"
      class="half"
      label="By"
      :hint="data && values.dueOn === usualDue(data.crop) ? `${format.longDay(values.dueOn)}: ripe by then, and dried` : undefined"
      :error="form.errors.dueOn"
    />
    <FieldText
      v-if="doubtful"
      id="packet-note"
      v-model="values.packetNote"
      label="Written on the packet"
      hint="The name is in doubt: say what is known."
      :error="form.errors.packetNote"
    />
    <FieldDay id="lent" v-model="values.lentOn" class="half" label="Lent on" :max="session.today" :error="form.errors.lentOn" />
  </FormFrame>
</template>

<style scoped>
.error {
  color: var(--act);
  font-weight: 600;
}
</style>
