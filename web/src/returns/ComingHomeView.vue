<script setup lang="ts">
import { GIFT_CAUTION, InputError, plural, yearOf } from '@esprel/core';
import { type EnvelopeLook, type LoanOut, returnsApi } from '@esprel/core/api';
import { useDebounceFn } from '@vueuse/core';
import Button from 'primevue/button';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { act } from '../base/calls.ts';
import OpeningNote from '../base/OpeningNote.vue';
import { useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import { useRead } from '../base/useRead.ts';
import { useSession } from '../base/session.ts';
import { useTable } from '../base/table.ts';
import FieldDay from '../fields/FieldDay.vue';
import FormFrame from '../fields/FormFrame.vue';
import QuickSelect from '../fields/QuickSelect.vue';
import { useTodayWhenEmpty } from '../fields/useTodayWhenEmpty.ts';
import SheetProblem from '../shared/SheetProblem.vue';
import HomeEnvelope from './HomeEnvelope.vue';
import { envelopeBody, envelopeFor, type EnvelopeValues } from './homeEnvelope.ts';

/** Everything that one person brings home, envelope by envelope, in one step. */
const props = defineProps<{ id: string }>();
const route = useRoute();
const router = useRouter();
const session = useSession();
const table = useTable();
const format = useFormat();
const { data, problem } = useRead(returnsApi.home, () => ({ id: props.id }));
const loans = computed(() => data.value?.loans ?? []);
const form = useForm({
  name: `home.${props.id}`,
  initial: () => ({ receivedOn: session.today, envelopes: [] as EnvelopeValues[] }),
  of: returnsApi.bringHome,
  asked: () => ({ id: props.id }),
  body: (v) => ({ receivedOn: v.receivedOn, envelopes: bodies(v.envelopes) }),
});
const { values } = form;
useTodayWhenEmpty(values, 'receivedOn');

/** Every envelope as it is sent; what is wrong with any of them is named at once. */
function bodies(envelopes: readonly EnvelopeValues[]): Record<string, unknown>[] {
  const errors: { path: string; message: string }[] = [];
  const read = envelopes.map((e, i) => {
    try {
      return envelopeBody(e, i, loans.value);
    } catch (error) {
      if (!(error instanceof InputError)) throw error;
      errors.push(...error.errors);
      return {};
    }
  });
  if (errors.length > 0) throw new InputError(errors);
  return read;
}

const answered = computed(() => new Set(values.envelopes.flatMap((e) => [e.loanId, ...e.alsoIds])));
const free = computed(() => loans.value.filter((l) => !answered.value.has(l.id)));
const unpromised = computed(() => free.value.filter((l) => l.promise === 'nothing'));
let last = 0;
function add(loan: LoanOut | null): void {
  last = Math.max(last, ...values.envelopes.map((e) => e.key)) + 1;
  values.envelopes.push(envelopeFor(last, loan, yearOf(session.today)));
}
let begun = false;
watch(
  loans,
  (now) => {
    if (begun || data.value === null) return;
    begun = true;
    if (values.envelopes.length > 0) return;
    // The likely one is there already: the one that was chosen, or the only promise.
    const promised = now.filter((l) => l.promise !== 'nothing');
    const chosen = now.find((l) => String(l.id) === route.query.loan) ?? (promised.length === 1 ? promised[0] : undefined);
    if (chosen) add(chosen);
  },
  { immediate: true },
);

const looks = ref<Readonly<Record<number, EnvelopeLook>>>({});
let asked = 0;
/** What would follow, of those that can be read; what cannot yet is looked at once it can. */
const ask = useDebounceFn(async () => {
  const mine = ++asked;
  const now: Record<number, EnvelopeLook> = {};
  for (const [i, e] of values.envelopes.entries()) {
    if (e.seeds.trim() === '' && !e.found.includes('mould')) continue;
    try {
      const body = { receivedOn: values.receivedOn, envelopes: [envelopeBody(e, i, loans.value)] } as never;
      const [look] = (await act(returnsApi.lookHome, { id: props.id }, body)).envelopes;
      if (look) now[e.key] = look;
    } catch {
      // Not all of it is typed yet; what is wrong is said when it is sent.
    }
    if (mine !== asked) return;
  }
  looks.value = now;
}, 300);
watch([() => JSON.stringify(values.envelopes), () => values.receivedOn, loans], () => void ask(), { immediate: true });

const done = ref<readonly (string | null)[] | null>(null);
async function save(): Promise<void> {
  const answer = await form.send();
  if (!answer) return;
  for (const code of answer.lots) if (code !== null) table.pullOut(code);
  done.value = answer.lots;
  form.reset();
}
const taken = computed(() => (done.value ?? []).filter((c) => c !== null));
const leave = (): void => void router.push(`/members/${props.id}`);
const name = computed(() => data.value?.member.called ?? data.value?.member.name ?? '');
function words(l: LoanOut): string {
  const due = l.promise === 'nothing' || l.dueOn === null ? `lent ${format.day(l.lentOn)}` : `promised by ${format.day(l.dueOn)}`;
  return `${l.variety}, ${due}`;
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="member" />
  <article v-else-if="done" class="page done scrolls">
    <h1>Home</h1>
    <p v-if="taken.length > 0">
      Write on the {{ taken.length === 1 ? 'envelope' : 'envelopes' }}:
      <strong v-for="c in taken" :key="c" class="code">{{ c }}</strong>
    </p>
    <p v-if="taken.length < done.length">
      {{ plural(done.length - taken.length, 'envelope') }} with mould stays outside, closed, and goes into the bin.
    </p>
    <p>In quarantine, on the table, and on Today when something is to be done with them.</p>
    <div class="row-of-buttons">
      <Button v-if="taken.length > 0" label="Print the labels" @click="router.push(`/labels?codes=${taken.join(',')}`)" />
      <Button :label="`Back to ${name}`" severity="secondary" @click="leave" />
    </div>
  </article>
  <section v-else-if="data" class="page" aria-label="Coming home">
    <FormFrame
      title="Coming home"
      :about="`Everything that ${name} brings, in one step: each envelope becomes a lot of its own, in quarantine.`"
      :action="values.envelopes.length === 1 ? 'Take it in' : 'Take them in'"
      :disabled="values.envelopes.length === 0"
      :sending="form.sending"
      :problem="form.problem"
      @submit="save"
      @leave="leave"
    >
      <FieldDay
        id="received"
        v-model="values.receivedOn"
        class="third"
        label="Came on"
        :max="session.today"
        :error="form.errors.receivedOn"
      />
      <div class="add">
        <p v-if="values.envelopes.length === 0" class="quiet">What did {{ name }} bring?</p>
        <div class="row-of-buttons">
          <Button
            v-for="l in free.filter((f) => f.promise !== 'nothing')"
            :key="l.id"
            type="button"
            severity="secondary"
            size="small"
            :label="words(l)"
            :aria-label="`Brought: ${words(l)}`"
            @click="add(l)"
          />
          <QuickSelect
            v-if="unpromised.length > 0"
            :model-value="0"
            label="Lent without a promise"
            :options="[{ value: 0, label: 'of seed lent without a promise' }, ...unpromised.map((l) => ({ value: l.id, label: words(l) }))]"
            @update:model-value="add(unpromised.find((l) => l.id === $event) ?? null)"
          />
          <Button type="button" severity="secondary" size="small" label="A gift" @click="add(null)" />
        </div>
      </div>
      <HomeEnvelope
        v-for="(e, i) in values.envelopes"
        :key="e.key"
        v-model="values.envelopes[i]!"
        :index="i"
        :loans="loans"
        :free="free"
        :errors="form.errors"
        :look="looks[e.key] ?? null"
        @remove="values.envelopes.splice(i, 1)"
      />
      <p v-if="values.envelopes.some((e) => e.loanId === null)" class="quiet">{{ GIFT_CAUTION }}</p>
    </FormFrame>
  </section>
  <OpeningNote v-else what="what may come home" />
</template>

<style scoped>
.page {
  --form-ground: var(--paper);
  height: 100%;
  max-width: 900px;
}
.done {
  padding: 26px 24px;
  display: grid;
  gap: 14px;
  align-content: start;
}
.done .code {
  font-size: 22px;
  margin-right: 14px;
}
.add {
  display: grid;
  gap: 6px;
}
</style>
