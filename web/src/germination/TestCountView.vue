<script setup lang="ts">
import WordHelp from '../base/WordHelp.vue';
import OpeningNote from '../base/OpeningNote.vue';
import DeskMessage from '../base/DeskMessage.vue';
import { countNumber, daysBetween, type GlossaryKey, MOULD_CAUTION, plural, type SeedKind, TEST_METHOD_WORDS } from '@esprel/core';
import { type SeedMark, testsApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { computed, nextTick, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import SheetProblem from '../shared/SheetProblem.vue';
import DayInput from '../fields/DayInput.vue';
import SeedSheet from './SeedSheet.vue';
import { countOf, countTo, STAMPS } from '../shared/seedSheet.ts';
import TestPlanned from './TestPlanned.vue';
import TestCountResult from './TestCountResult.vue';
import StampPicker from '../shared/StampPicker.vue';
import TestRest from './TestRest.vue';
import { countAbout, useCount } from './useCount.ts';
import { useKeptSteps } from '../base/keptSteps.ts';

/** What is easily taken for something else. */
const TELL = ['abnormal', 'hard', 'fresh', 'mouldy', 'empty'] as const satisfies readonly GlossaryKey[];
const props = defineProps<{ id: string }>();
const router = useRouter();
const session = useSession();
const format = useFormat();
const { data, problem, reload } = useRead(testsApi.sheet, () => ({ id: props.id }));
const bag = ref(1);
const today = computed(() => session.today);
const kept = useKeptSteps();
const count = useCount(data, bag, today);
const kind = ref<SeedKind>('normal');
const typed = ref('');
const typedError = ref('');
const numberField = ref<HTMLInputElement | null>(null);
watch(
  () => props.id,
  () => (bag.value = 1),
);
watch(
  [count.marks, kind, bag],
  () => {
    if (document.activeElement !== numberField.value) typed.value = String(countOf(count.marks.value, kind.value));
    typedError.value = '';
  },
  { immediate: true },
);

const test = computed(() => data.value?.test ?? null);
const closed = computed(() => test.value?.closedOn != null);
const seeds = computed(() => count.replicate.value?.seeds ?? 0);
const unsavedMarks = computed(() => (count.unsaved.value ? count.marks.value : null));
const warmth = computed(() =>
  test.value
    ? test.value.nightC === test.value.dayC
      ? format.warmth(test.value.dayC)
      : `${format.warmth(test.value.nightC)} at night, ${format.warmth(test.value.dayC)} by day`
    : '',
);
const which = computed(() => {
  const t = test.value;
  if (!t) return '';
  if (t.closedOn !== null) return `closed ${format.day(t.closedOn)}`;
  const warmFrom = count.replicate.value?.warmFrom ?? t.warmFrom;
  const day = daysBetween(warmFrom, count.asOf.value);
  if (day < 0) return `still being prepared; into the warm ${format.day(warmFrom)}`;
  return `count ${String(countNumber(t.countDays, day))} of ${String(t.countDays.length)}, day ${String(day)}`;
});

/** A number typed does the same as so many taps; what cannot be is said, and stays as typed. */
function typeCount(): void {
  const n = typed.value.trim() === '' ? 0 : Number(typed.value);
  const next = countTo(count.marks.value, kind.value, n, seeds.value, count.asOf.value);
  if (next === null) {
    const others = count.marks.value.length - countOf(count.marks.value, kind.value);
    typedError.value =
      Number.isInteger(n) && n >= 0
        ? `only ${String(seeds.value)} lie here${others > 0 ? `, and ${String(others)} are marked otherwise` : ''}`
        : 'a whole number, please';
    return;
  }
  typedError.value = '';
  count.keep(next);
}
async function digit(d: string): Promise<void> {
  typed.value = '';
  numberField.value?.focus();
  await nextTick();
  typed.value = d;
  typeCount();
}
function setMarks(marks: SeedMark[]): void {
  count.keep(marks);
}
/** Gives every seed without a mark the same one, once it was cut or squeezed. */
function restAre(what: SeedKind): void {
  const next = countTo(
    count.marks.value,
    what,
    countOf(count.marks.value, what) + seeds.value - count.marks.value.length,
    seeds.value,
    count.asOf.value,
  );
  if (next) count.keep(next);
}
async function save(): Promise<void> {
  if (!(await count.save())) return;
  // The next bag that nobody counted today, so that a round of bags goes hand over hand.
  const next = data.value?.replicates.find(
    (r) => r.number !== bag.value && r.countedOn !== count.day.value && !kept.isWaiting(countAbout(Number(props.id), r.number)),
  );
  if (next) bag.value = next.number;
}
function change(number: number): void {
  bag.value = number;
}
</script>

<template>
  <SheetProblem v-if="problem && !data" :problem="problem" what="test" />
  <div v-else-if="data && test" class="count">
    <TestPlanned v-if="test.planned" class="left scrolls" :sheet="data" @changed="reload" />
    <section v-else class="left scrolls" aria-label="The seed sheet">
      <header>
        <p class="code">
          <RouterLink :to="`/lots/${test.lotCode}`">{{ test.lotCode }}</RouterLink>
        </p>
        <h1>{{ test.variety }}</h1>
        <p class="quiet">
          {{ test.crop }}, {{ TEST_METHOD_WORDS[test.method] }}, {{ warmth }}, {{ plural(data.replicates.length, 'bag') }} of
          {{ data.replicates[0]?.seeds }}
        </p>
      </header>
      <div class="bags">
        <div class="row" role="group" aria-label="Bag">
          <button
            v-for="r in data.replicates"
            :key="r.number"
            type="button"
            class="bag"
            :aria-pressed="r.number === bag"
            @click="change(r.number)"
          >
            <strong>Bag {{ r.bag ?? r.number }}</strong> {{ countOf(r.number === bag ? count.marks.value : r.marks, 'normal') }} up<template
              v-if="r.countedOn === session.today"
              >, counted</template
            ><template v-if="r.droppedWhy">, left out</template>
          </button>
        </div>
        <p class="which quiet">{{ which }}</p>
      </div>
      <DeskMessage v-if="count.replicate.value?.droppedWhy" kind="notice">
        This bag does not count: {{ count.replicate.value.droppedWhy }}.
        <RouterLink v-if="!closed" :to="`/tests/${test.id}/bags`">Count it in again</RouterLink>
      </DeskMessage>
      <DeskMessage v-if="count.waiting.value" kind="notice" role="status">
        The server did not answer. This count is kept in the browser and is sent by itself when the server is back; go on with the next bag.
      </DeskMessage>
      <DeskMessage v-if="count.outdated.value && !count.waiting.value" kind="notice" role="status">
        These marks were made before somebody else counted.
        <Button severity="secondary" size="small" label="Show theirs, drop mine" @click="count.drop()" />
      </DeskMessage>
      <div v-if="!closed" class="stamps">
        <StampPicker v-model="kind" :marks="count.marks.value" />
        <p class="quiet small what">
          How to tell:
          <template v-for="(w, i) in TELL" :key="w"><template v-if="i > 0">, </template><WordHelp :of="w" /></template>
        </p>
        <div class="typing">
          <label for="typed">Tap the seeds, or type how many are {{ STAMPS.find((s) => s.kind === kind)?.words }} in all</label>
          <input
            id="typed"
            ref="numberField"
            v-model="typed"
            inputmode="numeric"
            autocomplete="off"
            :aria-invalid="typedError !== ''"
            aria-describedby="typed-error"
            @input="typeCount"
            @keydown.enter.prevent="save"
          />
          <label for="counted-on">counted on</label>
          <DayInput
            id="counted-on"
            v-model="count.day.value"
            class="on"
            :max="session.today"
            :min="count.replicate.value?.laidOn ?? test.startedOn"
            :invalid="count.errors.value.countedOn !== undefined"
          />
        </div>
        <p v-show="typedError || count.errors.value.countedOn || count.errors.value.marks" id="typed-error" class="error" role="alert">
          {{ typedError || count.errors.value.countedOn || count.errors.value.marks || '' }}
        </p>
      </div>
      <SeedSheet
        :seeds="seeds"
        :marks="count.marks.value"
        :warm-from="count.replicate.value?.warmFrom ?? test.warmFrom"
        :day="count.asOf.value"
        :kind="kind"
        :readonly="closed"
        :name="`Bag ${count.replicate.value?.bag ?? bag}, ${plural(seeds, 'seed')}; arrows move, Space marks`"
        @marks="setMarks"
        @digit="digit"
      />
      <TestRest
        v-if="!closed && seeds > count.marks.value.length && count.marks.value.length > 0"
        :left="seeds - count.marks.value.length"
        @rest="restAre"
      />
      <p class="quiet small">{{ MOULD_CAUTION }}</p>
    </section>
    <section v-if="!test.planned" class="right" aria-label="What it says">
      <TestCountResult
        :sheet="data"
        :bag="bag"
        :unsaved="unsavedMarks"
        :saving="count.saving.value"
        :problem="count.problem.value"
        :day="count.asOf.value"
        @save="save"
        @closed="reload"
        @back="router.push('/tests')"
      />
    </section>
  </div>
  <OpeningNote v-else what="the test" />
</template>

<style scoped>
.count {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(380px, 39.3%);
  height: 100%;
}
.left {
  padding: 14px 20px 20px;
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.left > :deep(*) {
  flex: none;
}
.right {
  background: var(--sheet);
  border-left: 1px solid var(--rule);
  box-shadow: -3px 0 10px rgb(60 50 30 / 7%);
  min-height: 0;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  align-items: baseline;
}
header .code {
  font-size: 16px;
}
.bags {
  display: flex;
  justify-content: space-between;
  align-items: flex-end;
  gap: 14px;
  flex-wrap: wrap;
}
.row {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}
.bag {
  min-height: 40px;
  border: 1px solid var(--rule);
  border-bottom-width: 3px;
  background: var(--paper-deep);
  padding: 0 14px;
  cursor: pointer;
}
.bag strong {
  font-weight: 600;
  margin-right: 6px;
}
.bag[aria-pressed='true'] {
  background: var(--hover);
  border-bottom-color: var(--action);
}
.stamps {
  display: grid;
  gap: 8px;
}
.typing {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
  align-items: center;
}
.typing .on {
  width: 168px;
}
#typed {
  min-height: 40px;
  border: 1px solid var(--faint);
  border-radius: 3px;
  background: var(--sheet);
  padding: 0 10px;
}
#typed {
  width: 76px;
  font-size: 18px;
  font-weight: 600;
}
[aria-invalid='true'] {
  border-color: var(--act) !important;
}
.error {
  color: var(--act);
  font-weight: 600;
}
@media (max-width: 900px) {
  .count {
    display: block;
    overflow-y: auto;
  }
  .left {
    overflow: visible;
  }
}
</style>
