<script setup lang="ts">
import { addDays, plural, TEST_METHOD_WORDS } from '@esprel/core';
import { testsApi, type TestSheetData } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import CautionNote from '../shared/CautionNote.vue';

/** A test that is only planned: what to take, how to lay it, and the button that says it lies. */
const props = defineProps<{ sheet: TestSheetData }>();
const emit = defineEmits<{ changed: [] }>();
const router = useRouter();
const session = useSession();
const changes = useChanges();
const format = useFormat();
const busy = ref(false);
const test = computed(() => props.sheet.test);
const seeds = computed(() => props.sheet.replicates.reduce((n, r) => n + r.seeds, 0));
const bags = computed(() => props.sheet.replicates.map((r) => `bag ${String(r.bag ?? r.number)} with ${String(r.seeds)}`).join(', '));
const cautions = computed(() => props.sheet.protocol.preparation.flatMap((p) => (p.caution === null ? [] : [p.caution])));
const warmth = computed(() =>
  test.value.nightC === test.value.dayC
    ? format.warmth(test.value.dayC)
    : `${format.warmth(test.value.nightC)} at night and ${format.warmth(test.value.dayC)} by day`,
);
const round = computed(() => (test.value.roundId === null ? '/tests' : `/tests/rounds/${String(test.value.roundId)}`));

async function busyWith<T>(work: Promise<T | null>): Promise<boolean> {
  busy.value = true;
  const answer = await work;
  busy.value = false;
  return answer !== null;
}
async function lay(): Promise<void> {
  const { id, version } = test.value;
  if (!(await busyWith(changes.make(testsApi.lay, { id }, { version, laidOn: session.today })))) return;
  emit('changed');
  // The next of the round, so that an evening goes hand over hand.
  await router.push(round.value);
}
async function giveUp(): Promise<void> {
  const { id, version } = test.value;
  if (await busyWith(changes.make(testsApi.giveUp, { id }, { version }))) await router.push(round.value);
}
</script>

<template>
  <section class="planned" aria-label="A planned test">
    <p class="code">
      <RouterLink :to="`/lots/${test.lotCode}`">{{ test.lotCode }}</RouterLink>
    </p>
    <h1>{{ test.variety }}</h1>
    <p class="quiet">{{ test.crop }}, planned for {{ format.day(test.startedOn) }}, {{ format.due(test.startedOn) }}</p>
    <CautionNote :cautions="cautions" />
    <ol>
      <li>
        Count out <strong>{{ plural(seeds, 'seed') }}</strong> of the {{ sheet.balance }} in the envelope: {{ bags }}.
      </li>
      <li v-for="s in sheet.steps.slice(0, -1)" :key="s.number">
        <strong>{{ s.words }}</strong>
      </li>
      <li>
        Lay them {{ TEST_METHOD_WORDS[test.method] }}, {{ warmth }}{{ test.light === 'either' ? '' : `, in the ${test.light}` }}, in loosely
        closed bags, so that they get air.
      </li>
      <li>Count {{ test.countDays.map((d) => format.day(addDays(test.warmFrom, d))).join(', ') }}.</li>
    </ol>
    <p class="row-of-buttons">
      <Button :disabled="busy" label="It is laid: begin the test" @click="lay" />
      <Button severity="secondary" :disabled="busy" label="Give it up" @click="giveUp" />
      <RouterLink :to="`/labels?kind=bag&tests=${test.id}`">Bag labels</RouterLink>
      <RouterLink v-if="test.roundId !== null" :to="round">Round {{ test.roundId }}</RouterLink>
    </p>
    <p class="quiet small">Nothing has left the envelope yet. The days count from the day it is really laid.</p>
  </section>
</template>

<style scoped>
.planned {
  max-width: 720px;
}
.planned h1 {
  font-size: 26px;
}
ol {
  display: grid;
  gap: 8px;
  padding-left: 24px;
}
</style>
