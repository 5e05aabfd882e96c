<script setup lang="ts">
import WordHelp from '../base/WordHelp.vue';
import InputText from 'primevue/inputtext';
import DeskMessage from '../base/DeskMessage.vue';
import Checkbox from 'primevue/checkbox';
import { replicatesFor, plural, type RoundPlan } from '@esprel/core';
import { type RoundLotChoice, roundsApi } from '@esprel/core/api';
import { act } from '../base/calls.ts';
import { useRead } from '../base/useRead.ts';
import { refDebounced } from '@vueuse/core';
import Button from 'primevue/button';
import { computed, reactive, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { ApiProblem } from '../base/api.ts';
import { percent } from '../base/format.ts';
import { useTable } from '../base/table.ts';
import TwoPanes from '../base/TwoPanes.vue';
import { useForm } from '../base/useForm.ts';
import { useSession } from '../base/session.ts';
import FieldDay from '../fields/FieldDay.vue';
import RoundWork from './RoundWork.vue';
import TestSizeChart from './TestSizeChart.vue';

/** One round of tests for the lots on the table (or in the address): how many seeds of each, and what it all takes. */
const route = useRoute();
const router = useRouter();
const session = useSession();
const table = useTable();
const codes = computed(() => (typeof route.query.codes === 'string' ? route.query.codes.split(',').filter(Boolean) : table.codes));
const { data, problem } = useRead(roundsApi.lots, () => (codes.value.length === 0 ? null : { codes: codes.value.join(',') }));

/** What was typed for each lot; seeds are shared out among bags by themselves. */
const typed = reactive<Record<string, { seeds: string; growOn: boolean }>>({});
const opened = ref('');
watch(data, (now) => {
  for (const lot of now?.lots ?? []) {
    typed[lot.lotCode] ??= { seeds: String(lot.replicates.reduce((a, b) => a + b, 0) || ''), growOn: lot.growOn };
  }
  opened.value = testable.value[0]?.lotCode ?? '';
});
const testable = computed(() => (data.value?.lots ?? []).filter((l) => l.problem === null));
const left = computed(() => (data.value?.lots ?? []).filter((l) => l.problem !== null));
/** Seeds typed for a lot; null when it is no whole number. Nothing typed is none: the lot stays out of this round. */
function read(code: string): number | null {
  const text = typed[code]?.seeds.trim() ?? '';
  return text === '' ? 0 : /^\d{1,6}$/.test(text) ? Number(text) : null;
}
const seedsOf = (code: string): number => read(code) ?? 0;
const bags = (code: string): number[] => (seedsOf(code) >= 1 ? replicatesFor(Math.min(6400, seedsOf(code))) : []);
const shown = computed(() => testable.value.find((l) => l.lotCode === opened.value) ?? null);
function chance(lot: RoundLotChoice): string {
  const n = seedsOf(lot.lotCode);
  const option = [...lot.options].reverse().find((o) => o.seeds <= n);
  return option ? `${percent(option.clear)} clear` : '';
}

const chosen = computed(() =>
  testable.value
    .filter((l) => read(l.lotCode) !== 0)
    .map((l) => ({ lotCode: l.lotCode, replicates: bags(l.lotCode), growOn: typed[l.lotCode]?.growOn ?? false })),
);
const form = useForm({
  name: null,
  initial: () => ({ from: session.today }),
  of: roundsApi.make,
  body: (v) => ({ from: v.from, lots: chosen.value }),
});
watch(
  () => session.today,
  (today) => {
    if (form.values.from === '') form.values.from = today;
  },
  { immediate: true },
);
const asked = computed(() => ({ from: form.values.from, lots: chosen.value }));
const settled = refDebounced(asked, 200);
const plan = ref<RoundPlan | null>(null);
const wrong = ref<Readonly<Record<string, string>>>({});
watch(settled, async (body) => {
  const unread = body.lots.filter((l) => l.replicates.length === 0).map((l) => l.lotCode);
  if (unread.length > 0) {
    plan.value = null;
    wrong.value = Object.fromEntries(unread.map((code) => [code, 'is not a whole number of seeds; type 0 to leave the lot out']));
    return;
  }
  if (body.lots.length === 0 || body.from === '') {
    plan.value = null;
    wrong.value = {};
    return;
  }
  try {
    const answer = await act(roundsApi.plan, {}, body);
    // A late answer to what was typed before is dropped.
    if (body !== settled.value) return;
    plan.value = answer;
    wrong.value = {};
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error;
    if (body !== settled.value) return;
    plan.value = null;
    // Named by the place in what was asked; here by lot code.
    wrong.value = Object.fromEntries(
      error.errors.map((e) => [body.lots[Number(/^lots\[(\d+)\]/.exec(e.path)?.[1] ?? -1)]?.lotCode ?? 'from', e.message]),
    );
  }
});
async function save(): Promise<void> {
  const answer = await form.send();
  if (!answer) return;
  table.putBack(...testable.value.map((l) => l.lotCode));
  await router.push(`/tests/rounds/${String(answer.id)}`);
}
</script>

<template>
  <TwoPanes left="The lots of the round" right="What it takes">
    <form novalidate @submit.prevent="save" @keydown.esc="router.push('/tests')">
      <h1>A <WordHelp of="round">round</WordHelp> of tests</h1>
      <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
      <p v-if="codes.length === 0" class="empty">
        <strong>Nothing lies on the table.</strong> Pull lots out with <kbd>T</kbd>, or take the most worthwhile from
        <RouterLink to="/tests">the bench</RouterLink>.
      </p>
      <p v-else class="quiet">How many seeds of each? Nothing leaves its envelope before the evening it is laid.</p>
      <table v-if="testable.length > 0" class="plain-table lots">
        <thead>
          <tr>
            <th scope="col">Lot</th>
            <th scope="col" class="right">There are</th>
            <th scope="col">Seeds</th>
            <th scope="col">In bags of</th>
            <th scope="col">Sprouts grown on</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="lot in testable" :key="lot.lotCode" :class="{ opened: lot.lotCode === opened }" @focusin="opened = lot.lotCode">
            <td>
              <span class="code">{{ lot.lotCode }}</span> <strong>{{ lot.variety }}</strong>
              <span class="quiet small block"
                >{{ lot.crop
                }}<template v-if="lot.low !== null && lot.high !== null"
                  >, {{ percent(lot.low) }} to {{ percent(lot.high) }} alive</template
                ></span
              >
              <span v-if="wrong[lot.lotCode]" :id="`wrong-${lot.lotCode}`" class="error block" role="alert">{{ wrong[lot.lotCode] }}</span>
            </td>
            <td class="right numbers">{{ lot.balance }}</td>
            <td>
              <InputText
                v-if="typed[lot.lotCode]"
                v-model="typed[lot.lotCode]!.seeds"
                class="seeds"
                inputmode="numeric"
                autocomplete="off"
                :aria-label="`Seeds of ${lot.lotCode}`"
                :aria-invalid="wrong[lot.lotCode] !== undefined"
                :aria-describedby="wrong[lot.lotCode] ? `wrong-${lot.lotCode}` : undefined"
              />
              <span class="quiet small block">{{ chance(lot) }}</span>
            </td>
            <td class="numbers">{{ bags(lot.lotCode).join(', ') }}</td>
            <td>
              <label v-if="typed[lot.lotCode]" class="grow">
                <Checkbox v-model="typed[lot.lotCode]!.growOn" binary :aria-label="`Sprouts of ${lot.lotCode} are grown on`" />
                <span class="quiet small">{{ typed[lot.lotCode]!.growOn ? `up to ${lot.grown}` : `up to ${lot.spendable}` }}</span>
              </label>
            </td>
          </tr>
        </tbody>
      </table>
      <ul v-if="left.length > 0" class="plain">
        <li v-for="lot in left" :key="lot.lotCode" class="quiet">
          <span class="code">{{ lot.lotCode }}</span> {{ lot.variety }} {{ lot.problem }}.
          <RouterLink v-if="lot.openTest !== null" :to="`/tests/${lot.openTest}`">See it</RouterLink>
        </li>
      </ul>
      <FieldDay id="from" v-model="form.values.from" class="from" label="Not before" :error="form.errors.from ?? wrong.from" />
      <p v-if="data?.openDays?.length === 0" class="quiet small">
        Say in <RouterLink to="/library/settings">the settings</RouterLink> on which days the library is open, and the counts will fall on
        those.
      </p>
      <DeskMessage v-if="form.problem" kind="problem">{{ form.problem.message }}</DeskMessage>
      <div class="row-of-buttons last">
        <Button
          type="submit"
          :disabled="plan === null || form.sending"
          :label="plan ? `Plan ${plural(plan.tests.length, 'test')}` : 'Plan the tests'"
        />
        <Button severity="secondary" type="button" label="Leave it" @click="router.push('/tests')" />
      </div>
    </form>
    <template #right>
      <section v-if="shown && shown.options.length > 0">
        <h2>How many of {{ shown.variety }}</h2>
        <TestSizeChart
          :options="shown.options"
          :chosen="seedsOf(shown.lotCode)"
          :spendable="shown.spendable"
          @choose="typed[shown.lotCode]!.seeds = String($event)"
        />
        <p class="quiet small">Clear means: nine to one above or below {{ percent(shown.threshold) }}, its lending line.</p>
      </section>
      <RoundWork v-if="plan" :materials="plan.materials" :groups="plan.groups" :evenings="plan.evenings" />
    </template>
  </TwoPanes>
</template>

<style scoped>
form {
  display: grid;
  gap: 10px;
}
tr.opened td {
  background: var(--hover);
}
.block {
  display: block;
}
.seeds {
  width: 66px;
  min-height: 40px;
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--sheet);
  padding: 0 8px;
  font-size: 16px;
}
.seeds[aria-invalid='true'] {
  border-color: var(--act);
}
.error {
  color: var(--act);
  font-weight: 600;
  font-size: 14px;
}
.grow {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  min-height: 40px;
}
.from {
  max-width: 240px;
}
.last {
  position: sticky;
  bottom: -22px;
  background: var(--paper);
  padding: 10px 0 12px;
  border-top: 1px solid var(--rule);
}
</style>
