<script setup lang="ts">
import {
  type Answered,
  calibrated,
  calibrationWords,
  makeScenario,
  plural,
  randomOf,
  type Scenario,
  SCENARIO_KINDS,
  SURE,
} from '@esprel/core';
import { CROP_REFERENCE } from '@esprel/core/crops/reference';
import { useLocalStorage } from '@vueuse/core';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import DeskMessage from '../base/DeskMessage.vue';
import { useSession } from '../base/session.ts';
import TwoPanes from '../base/TwoPanes.vue';
import FieldChoice from '../fields/FieldChoice.vue';
import PracticeHead from './PracticeHead.vue';

/** Practice in judgement: a case, an answer, how sure; and how often one was right when one was sure. */
const session = useSession();
const answers = useLocalStorage<Answered[]>('esprel.practice.judged', []);
const KEPT = 200;
const crops = CROP_REFERENCE.filter((c) => ['vegetable', 'legume', 'flower', 'herb'].includes(c.kind));
const count = ref(0);
const scenario = ref<Scenario>(next());
const chosen = ref<string | null>(null);
const sure = ref<string | null>(null);
const told = ref(false);
const wrong = ref<string | null>(null);

function next(): Scenario {
  const random = randomOf(crypto.getRandomValues(new Uint32Array(1))[0] ?? 1);
  const s = session.settings;
  const frost = s
    ? { last: s.lastFrost, lastSdDays: s.lastFrostSdDays, first: s.firstFrost, firstSdDays: s.firstFrostSdDays }
    : { last: '05-05', lastSdDays: 11, first: '10-12', firstSdDays: 12 };
  const kind = SCENARIO_KINDS[count.value % SCENARIO_KINDS.length] ?? 'call-or-wait';
  return makeScenario(kind, { crops, today: session.today, frost, random });
}
function another(): void {
  count.value += 1;
  scenario.value = next();
  chosen.value = null;
  sure.value = null;
  told.value = false;
  wrong.value = null;
}
const right = computed(() => chosen.value === scenario.value.right);
function answer(): void {
  wrong.value = chosen.value === null ? 'Choose an answer first.' : sure.value === null ? 'Say how sure you are.' : null;
  if (wrong.value !== null) return;
  told.value = true;
  answers.value = [...answers.value, { sure: Number(sure.value), right: right.value }].slice(-KEPT);
}
const SURE_WORDS: Readonly<Record<string, string>> = { '0.5': 'A guess', '0.7': 'Rather', '0.9': 'Quite sure', '0.99': 'Certain' };
const rows = computed(() => calibrated(answers.value));
const words = computed(() => calibrationWords(answers.value));
const percent = (n: number, of: number): string => `${String(Math.round((100 * n) / of))} %`;
const rightWords = computed(() => scenario.value.options.find((o) => o.key === scenario.value.right)?.words ?? '');
</script>

<template>
  <TwoPanes left="The case" right="How it was">
    <PracticeHead what="judge" />
    <article class="case" aria-live="polite">
      <h2>{{ scenario.question }}</h2>
      <ul>
        <li v-for="f in scenario.facts" :key="f">{{ f }}</li>
      </ul>
    </article>
    <form novalidate @submit.prevent="told ? another() : answer()">
      <FieldChoice
        id="judge-answer"
        v-model="chosen"
        label="Your answer"
        :options="scenario.options.map((o) => ({ value: o.key, label: o.words }))"
      />
      <FieldChoice
        id="judge-sure"
        v-model="sure"
        label="How sure are you?"
        :options="SURE.map((s) => ({ value: String(s), label: `${SURE_WORDS[String(s)]}, ${Math.round(s * 100)} %` }))"
        :error="wrong ?? undefined"
      />
      <p><Button type="submit" :label="told ? 'Another case' : 'That is my answer'" /></p>
    </form>
    <template #right>
      <DeskMessage v-if="told" :kind="right ? 'notice' : 'caution'" role="status">
        <p>
          <strong>{{ right ? 'Right.' : `It was: ${rightWords}.` }}</strong>
        </p>
        <p>{{ scenario.because }}</p>
      </DeskMessage>
      <section v-if="rows.length > 0" class="score" aria-labelledby="sure-title">
        <h2 id="sure-title">Right when you are sure?</h2>
        <p>{{ words ?? `After ten answers this says how well your sureness holds; so far there are ${answers.length}.` }}</p>
        <table class="plain-table numbers">
          <thead>
            <tr>
              <th scope="col">You were</th>
              <th scope="col" class="right">Answers</th>
              <th scope="col" class="right">Right</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="r in rows" :key="r.sure">
              <th scope="row">{{ SURE_WORDS[String(r.sure)] }}, {{ Math.round(r.sure * 100) }} %</th>
              <td class="right">{{ r.n }}</td>
              <td class="right">{{ percent(r.right, r.n) }}</td>
            </tr>
          </tbody>
        </table>
        <p class="quiet small">Kept in this browser only: nobody else sees your {{ plural(answers.length, 'answer') }}.</p>
        <p><Button label="Forget them" severity="secondary" size="small" @click="answers = []" /></p>
      </section>
      <p v-else-if="!told" class="quiet">Say what you would do, and how sure you are. Then you see how it was.</p>
    </template>
  </TwoPanes>
</template>

<style scoped>
.case {
  display: grid;
  gap: 8px;
  padding: 14px 18px;
  background: var(--sheet);
  border: 1px solid var(--rule);
}
.case ul {
  margin: 0;
  padding-left: 20px;
  display: grid;
  gap: 4px;
}
form {
  display: grid;
  gap: 14px;
}
.score {
  display: grid;
  gap: 8px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
th {
  font-weight: 400;
}
strong {
  font-weight: 600;
}
</style>
