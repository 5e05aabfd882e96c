<script setup lang="ts">
import { monthDay, plural, type Units } from '@esprel/core';
import type { MySaving } from '@esprel/core/api';
import { computed } from 'vue';
import GrowAsk from './GrowAsk.vue';
import SavingStepLine from './SavingStepLine.vue';
import StepItem from './StepItem.vue';
import { useMine } from './useMine.ts';

/** What is grown for seed: the dated steps of that crop, each with one question. */
const props = defineProps<{ loan?: string }>();
const mine = useMine();
const all = computed(() => mine.page?.saving ?? []);
const one = computed((): MySaving | null => {
  if (props.loan !== undefined) return all.value.find((s) => String(s.loanId) === props.loan) ?? null;
  return all.value.length === 1 ? (all.value[0] ?? null) : null;
});
const AS_USUAL: Units = { dateOrder: 'day-month', temperatureUnit: 'C', lengthUnit: 'mm', massUnit: 'g' };
const units = computed(() => mine.page?.library.said ?? AS_USUAL);
const day = (d: string): string => monthDay(d, units.value.dateOrder, mine.today);

function promised(s: MySaving): string {
  if (s.promise === 'nothing' || s.dueOn === null) return '';
  const what = s.promise === 'amount' && s.promisedSeeds !== null ? plural(s.promisedSeeds, 'seed') : 'some seed';
  return `Promised: ${what} by ${day(s.dueOn)}. `;
}
const sownWords = (s: MySaving['sowings'][number]): string =>
  s.emerged === null ? `${plural(s.seeds, 'seed')}, not counted yet` : `${String(s.emerged)} of ${String(s.seeds)} up`;
const open = computed(() => (one.value?.steps ?? []).filter((s) => !one.value?.done.some((d) => d.step === s.key)));
/** Nothing is asked of what does not grow yet. Who has sown without saying so, and says a later step, is asked as all others. */
const unsown = computed(() => one.value?.sowings.length === 0 && one.value.done.length === 0);
/** The step that is asked about now: the first that is not done and whose time has come, else the first that is not done. */
const current = computed(() =>
  unsown.value ? null : ((open.value.find((s) => s.from === null || s.from <= mine.today) ?? open.value[0])?.key ?? null),
);
/** The step that was said last. */
const latest = computed(() => {
  const done = one.value?.done ?? [];
  return done.reduce<(typeof done)[number] | null>((a, d) => (a === null || d.doneOn >= a.doneOn ? d : a), null)?.step ?? null;
});
const nextWords = (s: MySaving): string => {
  const next = (s.steps ?? []).find((step) => !s.done.some((d) => d.step === step.key));
  if (s.sowings.length === 0) return 'To be sown first.';
  return next ? `Next: ${next.title.charAt(0).toLowerCase()}${next.title.slice(1)}.` : 'All steps are done. Bring it to the library.';
};
</script>

<template>
  <template v-if="one">
    <GrowAsk v-for="g in (mine.page?.grow ?? []).filter((g) => g.answer === null)" :key="g.id" :ask="g" />
    <p v-if="all.length > 1" class="small"><RouterLink to="/saving">All that I grow for seed</RouterLink></p>
    <h1>{{ one.variety }}, for seed</h1>
    <p class="quiet">{{ promised(one) }}{{ one.plantsWords }}</p>
    <p v-if="one.warning" class="caution">{{ one.warning }}</p>
    <p v-for="c in one.cautions" :key="c" class="caution">{{ c.replace(/\.?$/, '.') }}</p>
    <ol class="plain steps">
      <StepItem v-if="one.sowings.length === 0" :now="unsown">
        <strong>Sow it</strong>
        <p class="quiet">It stands under <RouterLink to="/">My seed</RouterLink>.</p>
      </StepItem>
      <StepItem v-for="s in one.sowings" :key="s.sownOn + s.seeds" done>
        <strong class="past">Sown {{ day(s.sownOn) }}</strong>
        <p class="quiet">{{ sownWords(s) }}</p>
      </StepItem>
      <SavingStepLine
        v-for="step in one.steps ?? []"
        :key="step.key"
        :step="step"
        :done="one.done.find((d) => d.step === step.key) ?? null"
        :current="step.key === current"
        :latest="step.key === latest"
        :loan-id="one.loanId"
        :variety="one.variety"
        :units="units"
      />
    </ol>
    <p v-if="one.steps === null">The library has no steps written down for this crop. Ask at the desk how it is saved.</p>
    <p v-else-if="open.length === 0">All steps are done. Bring the seed to the library, dry and named.</p>
  </template>
  <template v-else>
    <h1>For seed</h1>
    <GrowAsk v-for="g in mine.page?.grow ?? []" :key="g.id" :ask="g" />
    <p v-if="all.length === 0 && (mine.page?.grow.length ?? 0) === 0">
      You grow nothing for the library’s seed just now. Under <RouterLink to="/find">Find</RouterLink> stands what needs growers.
    </p>
    <ul v-else class="plain list">
      <li v-for="s in all" :key="s.loanId">
        <RouterLink :to="`/saving/${s.loanId}`">
          <strong>{{ s.variety }}</strong> <span class="quiet">{{ s.crop.toLowerCase() }}</span>
          <span class="next">{{ nextWords(s) }}</span>
          <span v-if="s.dueOn" class="quiet">{{ promised(s) }}</span>
        </RouterLink>
      </li>
    </ul>
  </template>
</template>

<style scoped>
.steps {
  display: grid;
}
.past {
  color: var(--quiet);
}
strong {
  font-weight: 600;
}
.list a {
  display: block;
  padding: 12px 0;
  border-bottom: 1px solid var(--rule);
  color: var(--ink);
  text-decoration: none;
}
.list a > .next,
.list a > .quiet:last-child {
  display: block;
}
</style>
