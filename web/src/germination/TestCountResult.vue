<script setup lang="ts">
import { closeTestForm, daysBetween, germinationSummary, markedResult, numberWords } from '@esprel/core';
import Button from 'primevue/button';
import { computed } from 'vue';
import type { ApiProblem } from '../app/api.ts';
import { aliveWords } from '../app/format.ts';
import { useFetched } from '../app/useFetched.ts';
import { useForm } from '../app/useForm.ts';
import { useFormat } from '../app/useFormat.ts';
import { useSession } from '../app/session.ts';
import VerdictNote from '../lots/VerdictNote.vue';
import GerminationCurve from './GerminationCurve.vue';
import type { SeedMark, TestSheetData } from './types.ts';
import { type LotModel, whatItSays } from './whatItSays.ts';

const props = defineProps<{
  sheet: TestSheetData;
  bag: number;
  unsaved: readonly SeedMark[] | null;
  saving: boolean;
  problem: ApiProblem | null;
  day: string;
}>();
const emit = defineEmits<{ save: []; closed: []; back: [] }>();
const session = useSession();
const format = useFormat();
const { data: model } = useFetched<LotModel>(() => `/lots/${props.sheet.test.lotCode}/model`);

const test = computed(() => props.sheet.test);
const closed = computed(() => test.value.closedOn !== null);
/** What is saved, with the marks of the open bag that are not saved yet. */
const replicates = computed(() =>
  props.sheet.replicates.map((r) => (r.number === props.bag && props.unsaved ? { ...r, marks: props.unsaved } : r)),
);
const summary = computed(() => germinationSummary(replicates.value.map((r) => markedResult(r.seeds, r.marks, test.value.warmFrom))));
const asleep = computed(() =>
  replicates.value.reduce((n, r) => n + r.marks.filter((m) => m.kind === 'hard' || m.kind === 'fresh').length, 0),
);
const mouldy = computed(() => replicates.value.reduce((n, r) => n + r.marks.filter((m) => m.kind === 'dead').length, 0));
const seedsOut = computed(() => replicates.value.reduce((n, r) => n + r.seeds - r.marks.length, 0));
const counted = computed(() => props.sheet.replicates.some((r) => r.countedOn !== null));
const lastCount = computed(() => {
  const days = props.sheet.replicates.flatMap((r) => (r.countedOn === null ? [] : [daysBetween(test.value.warmFrom, r.countedOn)]));
  return days.length === 0 ? null : Math.max(...days);
});

const says = computed(() => {
  if (!model.value || session.today === '') return null;
  return whatItSays(
    model.value,
    { warmFrom: test.value.warmFrom, sown: summary.value.sown, alive: summary.value.alive, closed: closed.value },
    session.today,
  );
});
const agreement = computed(() => {
  if (summary.value.consistent === null || summary.value.normal === 0) return '';
  const n = numberWords(replicates.value.length);
  return summary.value.consistent ? `; the ${n} bags agree` : '';
});
const disagree = computed(() => summary.value.consistent === false);
const wake = computed(() => {
  const step = props.sheet.protocol.preparation.find((p) => ['scarify', 'soak', 'prechill', 'remove-coat'].includes(p.step));
  return step ? `may wake: ${step.words}` : 'alive, but asleep';
});
const curve = computed(() => ({
  points: summary.value.curve,
  countDays: test.value.countDays,
  usual: { min: test.value.countDays[0] ?? 5, max: test.value.countDays[test.value.countDays.length - 1] ?? 14 },
  expected: says.value === null ? null : { low: says.value.before.low, high: says.value.before.high },
  today: closed.value ? null : daysBetween(test.value.warmFrom, session.today),
  lastCount: lastCount.value,
}));
const curveWords = computed(
  () =>
    `${String(summary.value.normal)} of ${String(summary.value.sown)} sprouted so far. The pale band is what the estimate before this test expected.`,
);

const nextWords = computed(() => {
  const due = props.sheet.next?.due ?? session.today;
  if (due === session.today) return 'Count it today';
  return due < session.today
    ? `This count was due ${format.day(due)}, ${format.due(due)}`
    : `Next count ${format.day(due)}, ${format.due(due)}`;
});

const form = useForm({
  name: null,
  initial: () => ({}),
  schema: closeTestForm,
  body: () => ({ version: test.value.version, closedOn: props.day }),
  path: () => `/tests/${String(test.value.id)}/close`,
});
async function close(): Promise<void> {
  if (await form.send()) emit('closed');
}
</script>

<template>
  <div class="result scrolls" tabindex="-1">
    <h2>{{ summary.share === null ? '' : `${Math.round(summary.share * 100)} in 100 ${closed ? 'sprouted' : 'so far'}` }}</h2>
    <p class="quiet">
      {{ summary.normal }} of {{ summary.sown }} sprouted{{ agreement
      }}<template v-if="summary.interval && summary.normal + mouldy > 0"
        >; with so many seeds it may as well be {{ Math.round(summary.interval.low * 100) }} to
        {{ Math.round(summary.interval.high * 100) }}</template
      >
    </p>
    <p v-if="disagree" class="caution">These do not agree: look for a dry or mouldy corner, then count again or repeat the test.</p>
    <GerminationCurve :data="curve" :summary="curveWords" />

    <div v-if="closed && says && sheet.estimate" class="after">
      <VerdictNote :verdict="{ verdict: sheet.estimate.verdict, beside: null, reason: sheet.estimate.reason }" />
      <p>
        Before this test the lot was put at {{ aliveWords(says.before) }}; now at <strong>{{ aliveWords(sheet.estimate) }}</strong>.
      </p>
    </div>
    <div v-else-if="says && counted" class="notice">
      <h3>If you close it now</h3>
      <p>
        The lot goes from {{ aliveWords(says.before) }} to <strong>{{ aliveWords(says.after) }}</strong>{{
          seedsOut > 0 ? `. ${seedsOut} seeds are still out; slow seed may yet come.` : '.'
        }}
      </p>
    </div>
    <div v-if="!closed && sheet.next" class="notice">
      <h3>{{ nextWords }}</h3>
      <p>
        {{
          sheet.next.extended
            ? 'All planned counts are done; seed is still out, so look again.'
            : `Count ${sheet.next.number} of ${sheet.next.of}, day ${sheet.next.testDay} in the warm.`
        }}
      </p>
    </div>

    <dl class="facts">
      <dt>Half of them up by</dt>
      <dd>{{ summary.t50 === null ? 'not yet' : `day ${Math.round(summary.t50 * 10) / 10}` }}</dd>
      <dt>Mean time</dt>
      <dd>{{ summary.meanTime === null ? 'not yet' : `${Math.round(summary.meanTime * 10) / 10} days` }}</dd>
      <dt>Asleep</dt>
      <dd>{{ asleep === 0 ? 'none' : `${asleep}, ${wake}` }}</dd>
      <dt>Mouldy</dt>
      <dd>{{ mouldy === 0 ? 'none' : `${mouldy}; bin it closed` }}</dd>
    </dl>
    <div v-if="problem && problem.code !== 'bad-input'" class="caution" role="alert">{{ problem.message }}</div>
    <div v-if="form.problem || Object.keys(form.errors).length > 0" class="caution" role="alert">
      {{ form.problem?.message ?? Object.values(form.errors)[0] }}
    </div>
    <div class="row-of-buttons last">
      <Button v-if="!closed" :disabled="saving" @click="emit('save')">{{ unsaved ? 'Save this count' : 'Save: nothing new' }}</Button>
      <Button v-if="!closed" severity="secondary" :disabled="unsaved !== null || !counted" label="Close the test" @click="close" />
      <Button v-if="closed" @click="emit('back')">Back to the tests</Button>
      <span v-if="!closed && unsaved" class="quiet small">kept in this browser until it is saved</span>
    </div>
    <p v-if="!closed && test.warmFrom > session.today" class="quiet">
      Preparation: {{ sheet.protocol.preparation.map((p) => p.words).join('; ') }}. Into the warm {{ format.day(test.warmFrom) }},
      {{ format.due(test.warmFrom) }}.
    </p>
  </div>
</template>

<style scoped>
.result {
  height: 100%;
  padding: 18px 24px;
  display: grid;
  gap: 12px;
  align-content: start;
}
.result > h2 {
  margin-bottom: -8px;
}
.last {
  position: sticky;
  bottom: -18px;
  background: var(--sheet);
  padding: 10px 0 12px;
  border-top: 1px solid var(--rule);
}
.after {
  display: grid;
  gap: 8px;
}
h3 {
  font-size: 17px;
  color: var(--action);
}
</style>
