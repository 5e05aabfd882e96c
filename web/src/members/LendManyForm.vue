<script setup lang="ts">
import { parseLotCode, plural, type PromiseKind, PROMISES, type Purpose, PURPOSES } from '@esprel/core';
import { membersApi, type NamedMember } from '@esprel/core/api';
import Button from 'primevue/button';
import InputText from 'primevue/inputtext';
import Select from 'primevue/select';
import { computed, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { readOnce } from '../base/calls.ts';
import { useScans } from '../base/scans.ts';
import { useSession } from '../base/session.ts';
import { useTable } from '../base/table.ts';
import { gather, useForm } from '../base/useForm.ts';
import { useRead } from '../base/useRead.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldDay from '../fields/FieldDay.vue';
import FormFrame from '../fields/FormFrame.vue';
import QuickSelect from '../fields/QuickSelect.vue';
import { useTodayWhenEmpty } from '../fields/useTodayWhenEmpty.ts';
import { latestDue, lineOf, type LentRow, usualRow } from './lentRows.ts';
import BeforeLendingNote from './BeforeLendingNote.vue';
import MemberField from './MemberField.vue';

/** What lies on the table goes to one member, in one step; envelopes that are scanned here come along. */
const route = useRoute();
const router = useRouter();
const session = useSession();
const table = useTable();
const { data, problem } = useRead(membersApi.lendable, () => (table.codes.length === 0 ? null : { codes: table.codes.join(',') }));
const lots = computed(() => (data.value?.lots ?? []).filter((l) => l.problem === null));
const staying = computed(() => (data.value?.lots ?? []).filter((l) => l.problem !== null));

const form = useForm({
  name: 'table.lend',
  initial: () => ({
    member: null as NamedMember | string | null,
    purpose: 'garden' as Purpose,
    promise: 'nothing' as PromiseKind,
    dueOn: '',
    lentOn: session.today,
    rows: {} as Record<string, LentRow>,
  }),
  of: membersApi.lendMany,
  body: (v) => ({
    memberId: typeof v.member === 'object' ? (v.member?.id ?? undefined) : undefined,
    purpose: v.purpose,
    lentOn: v.lentOn,
    lots: Object.values(
      gather(Object.fromEntries(lots.value.map((lot, i) => [lot.code, () => lineOf(lot, v.rows[lot.code] ?? usualRow(lot), i, v)]))),
    ),
  }),
});
const { values } = form;
useTodayWhenEmpty(values, 'lentOn');
useScans().take((code) => {
  table.pullOut(code);
});

watch(lots, (now) => {
  for (const lot of now) values.rows[lot.code] ??= usualRow(lot);
});
// From the page of a member: it is for them.
const { member: asked } = route.query;
if (typeof asked === 'string' && values.member === null) {
  void readOnce(membersApi.sheet, { id: asked })
    .then(({ member: { id, name, called, place } }) => {
      // Whoever was faster has chosen already.
      values.member ??= { id, name, called, place };
    })
    .catch(() => undefined);
}
watch([() => values.promise, lots], ([promise, now]) => {
  if (promise !== 'nothing' && values.dueOn === '') values.dueOn = latestDue(now);
});
watch(
  () => values.purpose,
  (purpose) => {
    if (purpose !== 'garden' && values.promise === 'nothing') values.promise = 'some';
  },
);

const memberId = computed(() => (typeof values.member === 'object' ? (values.member?.id ?? null) : null));
const PROMISE_WORDS: Readonly<Record<PromiseKind, string>> = { nothing: 'Nothing', some: 'Some seed', amount: 'An amount' };
const OWN = [{ value: '' as PromiseKind | '', label: 'as above' }, ...PROMISES.map((value) => ({ value, label: PROMISE_WORDS[value] }))];
const promiseOf = (row: LentRow): PromiseKind => (row.own === '' ? values.promise : row.own);
const free = (lot: (typeof lots.value)[number]): number => (values.purpose === 'renew' ? lot.renewable : lot.lendable);
/** What there is of it: packets that are filled, or seeds that may leave it. */
function ofWords(lot: (typeof lots.value)[number], row: LentRow): string {
  const fill = lot.packets.find((p) => p.id === row.fillId);
  return fill ? `of ${plural(fill.packetsLeft, 'packet')}` : `of ${String(free(lot))} that may go`;
}
const wrong = (i: number, ...fields: string[]): string | undefined =>
  fields.map((field) => form.errors[`lots[${String(i)}].${field}`]).find((e) => e !== undefined);

async function save(): Promise<void> {
  const codes = lots.value.map((l) => parseLotCode(l.code) ?? l.code);
  const answer = await form.send();
  if (!answer) return;
  form.reset();
  table.putBack(...codes);
  await router.push({ path: `/members/${String(answer.memberId)}/slip`, query: { loans: answer.ids.join(',') } });
}
const leave = (): void => void router.push('/members');
</script>

<template>
  <section class="page" aria-label="Lend what is on the table">
    <FormFrame
      title="Lend what is on the table"
      :about="
        table.count === 0
          ? 'Nothing lies on the table. Scan envelopes here, or pull them out with T.'
          : `${plural(lots.length, 'envelope')} to one member, in one step. Scan another and it comes along.`
      "
      action="Lend them"
      :disabled="lots.length === 0"
      :sending="form.sending"
      :problem="form.problem ?? problem"
      @submit="save"
      @leave="leave"
    >
      <MemberField v-model="values.member" :error="form.errors.memberId" />
      <FieldChoice
        id="purpose"
        v-model="values.purpose"
        class="two-thirds"
        label="What for"
        :options="
          PURPOSES.map((p) => ({ value: p, label: { garden: 'The garden', 'save-seed': 'To save seed', renew: 'To renew it' }[p] }))
        "
        :error="form.errors.purpose"
      />
      <FieldDay id="lent" v-model="values.lentOn" class="third" label="Lent on" :max="session.today" :error="form.errors.lentOn" />
      <FieldChoice
        id="promise"
        v-model="values.promise"
        class="two-thirds"
        label="Promises back, of each"
        :options="PROMISES.map((p) => ({ value: p, label: PROMISE_WORDS[p] }))"
      />
      <FieldDay
        v-if="values.promise !== 'nothing'"
        id="due"
        v-model="values.dueOn"
        class="third"
        label="By"
        :hint="values.dueOn !== '' && values.dueOn === latestDue(lots) ? 'the slowest is ripe by then, and dried' : undefined"
      />
      <BeforeLendingNote :codes="lots.map((l) => l.code)" :member-id="memberId" :purpose="values.purpose" named />
      <div v-if="lots.length > 0" class="wide">
        <table class="plain-table">
          <thead>
            <tr>
              <th scope="col">Envelope</th>
              <th scope="col">How much</th>
              <th scope="col">Promises back</th>
              <th scope="col"><span class="unseen">Leave out</span></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(lot, i) in lots" :key="lot.code">
              <template v-if="values.rows[lot.code]">
                <td>
                  <span class="code">{{ lot.code }}</span> <strong>{{ lot.variety }}</strong>
                  <span class="quiet small block">{{ lot.crop }}</span>
                  <p v-for="c in lot.cautions" :key="c" class="caution small">{{ c }}</p>
                  <template v-if="lot.doubtful">
                    <InputText
                      v-model="values.rows[lot.code]!.note"
                      class="note"
                      :aria-label="`Written on the packet of ${lot.code}`"
                      placeholder="name in doubt: what is known?"
                      :invalid="wrong(i, 'packetNote') !== undefined"
                      :aria-invalid="wrong(i, 'packetNote') !== undefined"
                    />
                    <p v-if="wrong(i, 'packetNote')" class="error" role="alert">{{ wrong(i, 'packetNote') }}</p>
                  </template>
                  <p v-if="wrong(i, 'lotCode')" class="error" role="alert">{{ wrong(i, 'lotCode') }}</p>
                </td>
                <td>
                  <Select
                    v-if="lot.packets.length > 0"
                    v-model="values.rows[lot.code]!.fillId"
                    class="fill"
                    :aria-label="`From which packets of ${lot.code}`"
                    :options="[
                      ...lot.packets.map((p) => ({ value: p.id as number | null, label: `packets of ${p.seedsEach}` })),
                      { value: null, label: 'loose seed' },
                    ]"
                    option-label="label"
                    option-value="value"
                    placeholder="loose seed"
                    append-to="self"
                  />
                  <span class="amount">
                    <InputText
                      v-if="values.rows[lot.code]!.fillId !== null"
                      v-model="values.rows[lot.code]!.packets"
                      inputmode="numeric"
                      :aria-label="`Packets of ${lot.code}`"
                      :invalid="wrong(i, 'packets', 'seeds') !== undefined"
                      :aria-invalid="wrong(i, 'packets', 'seeds') !== undefined"
                    />
                    <InputText
                      v-else
                      v-model="values.rows[lot.code]!.seeds"
                      inputmode="numeric"
                      :aria-label="`${lot.unit === 'cluster' ? 'Clusters' : 'Seeds'} of ${lot.code}`"
                      :invalid="wrong(i, 'seeds') !== undefined"
                      :aria-invalid="wrong(i, 'seeds') !== undefined"
                    />
                    <span class="quiet small">{{ ofWords(lot, values.rows[lot.code]!) }}</span>
                  </span>
                  <p v-if="wrong(i, 'packets', 'seeds', 'packetFillId')" class="error" role="alert">
                    {{ wrong(i, 'packets', 'seeds', 'packetFillId') }}
                  </p>
                </td>
                <td>
                  <QuickSelect v-model="values.rows[lot.code]!.own" :label="`Promised back of ${lot.code}`" :options="OWN" />
                  <InputText
                    v-if="promiseOf(values.rows[lot.code]!) === 'amount'"
                    v-model="values.rows[lot.code]!.promisedSeeds"
                    inputmode="numeric"
                    :aria-label="`Seeds promised of ${lot.code}`"
                    placeholder="seeds"
                    :invalid="wrong(i, 'promisedSeeds') !== undefined"
                    :aria-invalid="wrong(i, 'promisedSeeds') !== undefined"
                  />
                  <FieldDay
                    v-if="values.rows[lot.code]!.own !== '' && values.rows[lot.code]!.own !== 'nothing'"
                    :id="`due-${lot.code}`"
                    v-model="values.rows[lot.code]!.dueOn"
                    :label="`By, for ${lot.code}`"
                    optional
                  />
                  <p v-if="wrong(i, 'promisedSeeds', 'dueOn', 'promise')" class="error" role="alert">
                    {{ wrong(i, 'promisedSeeds', 'dueOn', 'promise') }}
                  </p>
                </td>
                <td><Button severity="secondary" size="small" type="button" label="Leave it out" @click="table.putBack(lot.code)" /></td>
              </template>
            </tr>
          </tbody>
        </table>
      </div>
      <ul v-if="staying.length > 0" class="plain staying" aria-label="Stays on the table">
        <li v-for="lot in staying" :key="lot.code">
          <strong>{{ lot.variety }}</strong> stays on the table: {{ lot.problem }}.
        </li>
      </ul>
    </FormFrame>
  </section>
</template>

<style scoped>
.page {
  --form-ground: var(--paper);
  height: 100%;
  max-width: 980px;
}
.wide {
  overflow-x: auto;
}
.block {
  display: block;
}
.fill {
  width: 175px;
  margin-bottom: 4px;
}
.amount {
  display: flex;
  gap: 8px;
  align-items: center;
}
td :deep(.p-inputtext:not(.note)) {
  width: 96px;
}
.note {
  width: 100%;
}
td {
  vertical-align: top;
}
.caution {
  color: var(--act-deep);
}
.error {
  color: var(--act);
  font-weight: 600;
}
.staying li {
  padding: 6px 0;
  color: var(--act-deep);
}
</style>
