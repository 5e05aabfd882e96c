<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import Checkbox from 'primevue/checkbox';
import { type Between, betweenWords, daysBetween, numberWords, plural, type SeedKind } from '@esprel/core';
import { lotsApi, type SeedMark, testsApi, type TestSheetData } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import type { ApiProblem } from '../base/api.ts';
import { aliveWords } from '../base/format.ts';
import { useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import VerdictNote from '../shared/VerdictNote.vue';
import { countedOf, lookDays, reachedBetween, summaryOf, waitOf } from './batches.ts';
import GerminationCurve from './GerminationCurve.vue';
import TestSteps from './TestSteps.vue';
import TestWait from './TestWait.vue';
import { whatItSays } from './whatItSays.ts';

const props = defineProps<{
  sheet: TestSheetData;
  bag: number;
  unsaved: readonly SeedMark[] | null;
  saving: boolean;
  problem: ApiProblem | null;
  day: string;
}>();
const emit = defineEmits<{ save: []; closed: []; back: [] }>();
const router = useRouter();
const session = useSession();
const format = useFormat();
const { data: model } = useRead(lotsApi.model, () => ({ code: props.sheet.test.lotCode }));

const test = computed(() => props.sheet.test);
const closed = computed(() => test.value.closedOn !== null);
/** What is saved, with the marks of the open bag that are not saved yet; those are seen as of the day that is counted. */
const replicates = computed(() =>
  props.sheet.replicates.map((r) =>
    r.number === props.bag && props.unsaved ? { ...r, marks: props.unsaved, countedOn: props.day, looks: [...r.looks, props.day] } : r,
  ),
);
const kept = computed(() => replicates.value.filter((r) => r.droppedWhy === null));
const summary = computed(() => summaryOf(replicates.value));
const first = computed(() => reachedBetween(replicates.value, 0));
const half = computed(() => reachedBetween(replicates.value, 0.5));
const said = (b: Between | null): string => (b === null ? 'not yet' : betweenWords(b));
const ofKind = (...kinds: SeedKind[]): number => kept.value.reduce((n, r) => n + r.marks.filter((m) => kinds.includes(m.kind)).length, 0);
const asleep = computed(() => ofKind('hard', 'fresh'));
const mouldy = computed(() => ofKind('dead'));
const seedsOut = computed(() => kept.value.reduce((n, r) => n + r.seeds - r.marks.length, 0));
const counted = computed(() => props.sheet.replicates.some((r) => r.countedOn !== null));

const says = computed(() => {
  if (!model.value || kept.value.length === 0) return null;
  return whatItSays(model.value, { batches: countedOf(replicates.value), closed: closed.value }, session.today);
});
/** The last day that the curve shows. */
const lastDay = computed(() => {
  const now = daysBetween(test.value.warmFrom, session.today) + 4;
  return Math.max(...test.value.countDays, props.sheet.pace.usualDays.max, now);
});
const waits = computed(() => {
  if (closed.value || says.value === null || seedsOut.value === 0) return [];
  return waitOf(replicates.value, props.sheet.pace, says.value.before, session.today, lastDay.value);
});
/** Whether the test says clearly on which side of the lending line the lot is. */
const unclear = computed(() => says.value !== null && says.value.after.atLeast > 0.1 && says.value.after.atLeast < 0.9);
const agreement = computed(() => {
  if (summary.value.consistent === null || summary.value.normal === 0) return '';
  return summary.value.consistent ? `; the ${numberWords(kept.value.length)} bags agree` : '';
});
const disagree = computed(() => summary.value.consistent === false);
const wake = computed(() => {
  const step = props.sheet.protocol.preparation.find((p) => ['scarify', 'soak', 'prechill', 'remove-coat'].includes(p.step));
  return step ? `may wake: ${step.words}` : 'alive, but asleep';
});
const compared = ref(false);
const curve = computed(() => ({
  points: summary.value.curve,
  looks: lookDays(replicates.value),
  countDays: test.value.countDays,
  usual: { min: test.value.countDays[0] ?? 5, max: test.value.countDays[test.value.countDays.length - 1] ?? 14 },
  expected: says.value === null ? null : { low: says.value.before.low, high: says.value.before.high },
  ahead: waits.value.length === 1 ? (waits.value[0]?.ahead ?? []) : [],
  callOn: waits.value.length === 1 ? (waits.value[0]?.callOn ?? null) : null,
  bags: kept.value.length > 1 ? kept.value.map((r) => ({ key: r.number, curve: summaryOf([r]).curve, looks: lookDays([r]) })) : [],
  others: compared.value ? props.sheet.others.map((o) => ({ key: o.id, curve: o.curve })) : [],
  today: closed.value ? null : daysBetween(test.value.warmFrom, session.today),
}));
const curveWords = computed(
  () =>
    `${String(summary.value.normal)} of ${String(summary.value.sown)} sprouted so far. The pale band is what the estimate before this test expected${kept.value.length > 1 ? ', the dotted lines are the bags' : ''}. A pale box lies between two looks: the sprouts in it came somewhere in between.`,
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
  of: testsApi.close,
  body: () => ({ version: test.value.version, closedOn: props.day }),
  asked: () => ({ id: test.value.id }),
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
    <DeskMessage v-if="disagree" kind="caution">
      <p>
        These do not agree: look for a dry or mouldy corner, a bag by the window, seed laid too close. Count again, leave one out or repeat.
      </p>
      <RouterLink v-if="!closed" :to="`/tests/${test.id}/bags`">Leave a bag out</RouterLink>
    </DeskMessage>
    <DeskMessage v-for="m in sheet.missed" :key="m" kind="notice">{{ m }}</DeskMessage>
    <GerminationCurve :data="curve" :summary="curveWords" />
    <div v-if="sheet.others.length > 0" class="compare">
      <label class="row-of-buttons"
        ><Checkbox v-model="compared" binary /> Hold against {{ plural(sheet.others.length, 'other test') }} of {{ test.variety }}</label
      >
      <ul v-if="compared" class="plain small">
        <li v-for="o in sheet.others" :key="o.id">
          <RouterLink :to="`/tests/${o.id}`">{{ o.sameLot ? 'this lot' : o.lotCode }}, {{ format.day(o.closedOn) }}</RouterLink
          >: {{ o.normal }} of {{ o.sown }} sprouted<template v-if="o.half !== null">, half of them {{ betweenWords(o.half) }}</template>
        </li>
      </ul>
    </div>
    <TestWait v-if="waits.length > 0" :waits="waits" />
    <TestSteps v-if="!closed && sheet.steps.length > 1" :sheet="sheet" />

    <div v-if="closed && says && sheet.estimate" class="after">
      <VerdictNote :verdict="{ verdict: sheet.estimate.verdict, beside: null, reason: sheet.estimate.reason }" />
      <p>
        Before this test the lot was put at {{ aliveWords(says.before) }}; now at <strong>{{ aliveWords(sheet.estimate) }}</strong>.
      </p>
    </div>
    <DeskMessage v-else-if="says && counted" kind="notice">
      <h3>If you close it now</h3>
      <p>
        The lot goes from {{ aliveWords(says.before) }} to <strong>{{ aliveWords(says.after) }}</strong>{{
          seedsOut > 0 ? `. ${plural(seedsOut, 'seed')} without a mark would count as dead.` : '.'
        }}
      </p>
      <p v-if="unclear">
        Whether it may be lent would not be clear by that.
        <RouterLink :to="`/tests/${test.id}/extend`">Lay a second batch</RouterLink>
      </p>
    </DeskMessage>
    <DeskMessage v-if="!closed && sheet.next" kind="notice">
      <h3>{{ nextWords }}</h3>
      <p>
        {{
          sheet.next.extended
            ? 'All planned counts are done; seed is still out, so look again.'
            : `Count ${sheet.next.number} of ${sheet.next.of}, day ${sheet.next.testDay} in the warm.`
        }}
      </p>
    </DeskMessage>

    <dl class="facts">
      <dt>First one</dt>
      <dd>{{ said(first) }}</dd>
      <dt>Half of them</dt>
      <dd>{{ said(half) }}</dd>
      <dt>Mean time</dt>
      <dd>
        {{ summary.meanTime === null ? 'not yet' : `${Math.round(summary.meanTime * 10) / 10} days at most, by the days of the counts` }}
      </dd>
      <dt>Asleep</dt>
      <dd>{{ asleep === 0 ? 'none' : `${asleep}, ${wake}` }}</dd>
      <dt>Mouldy</dt>
      <dd>{{ mouldy === 0 ? 'none' : `${mouldy}; bin it closed` }}</dd>
    </dl>
    <p v-if="!test.planned && summary.normal > sheet.potted" class="row-of-buttons">
      <Button severity="secondary" size="small" label="Pot the sprouts" @click="router.push(`/tests/${test.id}/pot`)" />
      <span class="quiet small">{{ sheet.potted > 0 ? `${sheet.potted} are potted already` : 'sprouts are plants' }}</span>
    </p>
    <DeskMessage v-if="problem && problem.code !== 'bad-input'" kind="problem">{{ problem.message }}</DeskMessage>
    <DeskMessage v-if="form.problem || Object.keys(form.errors).length > 0" kind="problem">
      {{ form.problem?.message ?? Object.values(form.errors)[0] }}
    </DeskMessage>
    <div class="row-of-buttons last">
      <Button v-if="!closed" :disabled="saving" @click="emit('save')">{{ unsaved ? 'Save this count' : 'Save: nothing new' }}</Button>
      <Button v-if="!closed" severity="secondary" :disabled="unsaved !== null || !counted" label="Close the test" @click="close" />
      <Button v-if="closed" @click="emit('back')">Back to the tests</Button>
      <span v-if="!closed && unsaved" class="quiet small">kept in this browser until it is saved</span>
    </div>
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
.compare {
  display: grid;
  gap: 4px;
}
h3 {
  font-size: 17px;
  color: var(--action);
}
</style>
