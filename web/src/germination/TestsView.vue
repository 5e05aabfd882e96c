<script setup lang="ts">
import WordHelp from '../base/WordHelp.vue';
import DeskMessage from '../base/DeskMessage.vue';
import { plural } from '@esprel/core';
import { lotsApi, roundsApi, testsApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { percent } from '../base/format.ts';
import TwoPanes from '../base/TwoPanes.vue';
import { useTable } from '../base/table.ts';
import { useFormat } from '../base/useFormat.ts';
import MoreRows from '../base/MoreRows.vue';
import { useParts } from '../base/useParts.ts';
import { useRead } from '../base/useRead.ts';
import VerdictShape from '../shared/VerdictShape.vue';
import TestLine from './TestLine.vue';

const router = useRouter();
const format = useFormat();
const table = useTable();
const { data: open, problem } = useRead(testsApi.list, () => ({ state: 'open' }), [], true);
const { data: closed } = useRead(testsApi.list, () => ({ state: 'closed' }), [], true);
const { data: rounds } = useRead(roundsApi.list, () => ({}), [], true);
const { data: wanted } = useRead(lotsApi.worth, () => ({ limit: 40 }), [], true);
/** Of the closed ones the latest are looked for, of those worth a test the first. */
const parts = useParts(12);
const closedTests = computed(() => closed.value?.tests ?? []);
const worthLots = computed(() => wanted.value?.lots ?? []);
const most = computed(() => wanted.value?.lots[0]?.worth ?? 1);
const openRounds = computed(() => (rounds.value?.rounds ?? []).filter((r) => r.open > 0));
const best = computed(() => (wanted.value?.lots ?? []).slice(0, 8).map((l) => l.code));
</script>

<template>
  <TwoPanes left="Tests" right="Worth a test">
    <header class="top">
      <h1>On the bench</h1>
      <p class="row-of-buttons small">
        <RouterLink to="/tests/calibration">How well we predict</RouterLink>
        <RouterLink to="/tests/sources">Sources of seed</RouterLink>
        <RouterLink to="/tests/practice">Practice counting</RouterLink>
      </p>
    </header>
    <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
    <p v-if="open && open.tests.length === 0" class="empty">
      <strong>No test is running.</strong> Open a lot on the right and start one, or plan a round.
    </p>
    <ul v-if="openRounds.length > 0" class="plain rounds">
      <li v-for="r in openRounds" :key="r.id">
        <RouterLink :to="`/tests/rounds/${r.id}`" class="roundcard">
          <strong>Round {{ r.id }}</strong>
          <span class="quiet"
            >{{ plural(r.tests, 'test') }},
            {{ r.planned > 0 ? `${r.planned} to lay, from ${format.day(r.startsOn)}` : `${r.open} running` }}</span
          >
        </RouterLink>
      </li>
    </ul>
    <ul class="plain">
      <li v-for="t in open?.tests ?? []" :key="t.id"><TestLine :test="t" /></li>
    </ul>
    <h2 class="closed">Closed</h2>
    <p v-if="closed && closed.tests.length === 0" class="quiet">None yet.</p>
    <ul class="plain">
      <li v-for="t in parts.of('closed', closedTests)" :key="t.id"><TestLine :test="t" /></li>
    </ul>
    <MoreRows :rows="closedTests.length" :shown="parts.of('closed', closedTests).length" @more="parts.more('closed')" />
    <template #right>
      <h2>Worth a <WordHelp of="test">test</WordHelp></h2>
      <p class="quiet">Where a count could change what is done with the lot, the most worthwhile first.</p>
      <div class="row-of-buttons">
        <Button
          v-if="best.length > 1"
          :label="`Plan a round of these ${best.length}`"
          @click="router.push(`/tests/round?codes=${best.join(',')}`)"
        />
        <Button
          v-if="table.count > 0"
          severity="secondary"
          :label="`Of the ${table.count} on the table`"
          @click="router.push('/tests/round')"
        />
      </div>
      <ul class="plain">
        <li v-for="l in parts.of('worth', worthLots)" :key="l.code">
          <RouterLink :to="`/lots/${l.code}/test`" class="want">
            <VerdictShape :verdict="l.verdict" />
            <span
              ><span class="code">{{ l.code }}</span> <strong>{{ l.variety }}</strong>
              <span class="quiet">{{ l.crop }}, {{ percent(l.low) }} to {{ percent(l.high) }}</span>
              <span class="bar" aria-hidden="true"><i :style="{ width: `${Math.max(3, Math.round((100 * l.worth) / most))}%` }" /></span>
              <span class="small block">{{ l.why }}</span></span
            >
            <span class="start">Test</span>
          </RouterLink>
        </li>
      </ul>
      <MoreRows :rows="worthLots.length" :shown="parts.of('worth', worthLots).length" @more="parts.more('worth')" />
      <p v-if="wanted && wanted.lots.length === 0" class="quiet">No lot is in that much doubt just now.</p>
      <p><RouterLink to="/lots?tag=test-first">All that should be tested first, in the list</RouterLink></p>
    </template>
  </TwoPanes>
</template>

<style scoped>
.closed {
  margin-top: 14px;
}
.want:hover {
  background: var(--hover);
}
.want strong {
  font-weight: 600;
}
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  justify-content: space-between;
  align-items: baseline;
}
.rounds {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.roundcard {
  display: grid;
  padding: 7px 14px;
  min-height: 44px;
  border: 1px solid var(--rule);
  border-bottom-width: 3px;
  background: var(--hover);
  color: var(--ink);
  text-decoration: none;
}
.roundcard:hover {
  border-color: var(--action);
}
.want {
  display: grid;
  grid-template-columns: 18px minmax(0, 1fr) auto;
  gap: 10px;
  align-items: center;
  padding: 7px 0;
  color: var(--ink);
  text-decoration: none;
  border-bottom: 1px solid var(--hair);
}
.want .quiet {
  white-space: nowrap;
}
.block {
  display: block;
}
.bar {
  display: block;
  height: 4px;
  margin: 3px 0;
  background: var(--wash);
}
.bar i {
  display: block;
  height: 4px;
  background: var(--action);
}
.start {
  border: 1px solid var(--edge);
  border-radius: 3px;
  padding: 8px 14px;
  font-weight: 600;
}
</style>
