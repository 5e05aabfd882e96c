<script setup lang="ts">
import WordHelp from '../base/WordHelp.vue';
import Checkbox from 'primevue/checkbox';
import { addDays, capital, FOUND_WORDS, QUARANTINE_DAYS } from '@esprel/core';
import { type LotSheetData, returnsApi } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useChanges } from '../base/changes.ts';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import FieldText from '../fields/FieldText.vue';
import { useFormat } from '../base/useFormat.ts';
import FieldPlace from '../fields/FieldPlace.vue';

const props = defineProps<{ lot: LotSheetData['lot']; waiting: NonNullable<LotSheetData['quarantine']> }>();
const format = useFormat();
const CHECKS = [
  { field: 'dried', words: 'It is dry: it breaks or shatters, it does not bend' },
  { field: 'clean', words: 'It is clean: no chaff, no beetles, no holes, no mould' },
  { field: 'named', words: 'Its label is on the envelope' },
] as const;

const form = useForm({
  name: `release.${props.lot.code}`,
  initial: () => ({ dried: false, clean: false, named: false, placeId: null as number | null, floor: '', swap: '', back: '' }),
  of: returnsApi.release,
  asked: () => ({ id: props.waiting.id }),
  body: (v) => ({
    version: props.waiting.version,
    dried: v.dried,
    clean: v.clean,
    named: v.named,
    placeId: v.placeId,
    ...gather({
      floor: () => numberOf('floor', v.floor),
      swapSeeds: () => numberOf('swapSeeds', v.swap),
      backSeeds: () => numberOf('backSeeds', v.back),
    }),
  }),
});
const until = computed(() => addDays(props.waiting.receivedOn, QUARANTINE_DAYS));
const changes = useChanges();
const STEP_WORDS = { dry: 'Dry', freeze: 'A week in the freezer', clean: 'Cleaned', count: 'Weighed or counted', test: 'Tested' } as const;
type Step = (typeof props.waiting.steps)[number];
const did = (s: Step): Promise<unknown> => changes.make(returnsApi.stepDone, { id: s.id }, { version: s.version });
const foundWords = computed(() => props.waiting.found.map((f) => FOUND_WORDS[f]).join(', '));
const grown = computed(() => {
  const w = props.waiting;
  const parts = [
    `grown by ${w.grownBy}`,
    w.plants === null ? 'from nobody knows how many plants' : `from ${String(w.plants)} ${w.plants === 1 ? 'plant' : 'plants'}`,
    { yes: 'kept apart from its kind', no: 'not kept apart', unknown: 'not known whether kept apart' }[w.isolated] ?? '',
    w.grownBeside === null ? '' : `beside ${w.grownBeside}`,
  ];
  return parts.filter((p) => p !== '').join(', ');
});
</script>

<template>
  <form class="release" novalidate @submit.prevent="form.send()">
    <h2><WordHelp of="quarantine">In quarantine</WordHelp> since {{ format.day(waiting.receivedOn) }}</h2>
    <p>{{ capital(grown) }}. Look through it from {{ format.day(until) }}; beetles show by then. It can be tested, but not lent or sown.</p>
    <p v-if="foundWords">Found when it came: {{ foundWords }}.</p>
    <ol v-if="waiting.steps.length > 0" class="plain steps" aria-label="Before it is released">
      <li v-for="s in waiting.steps" :key="s.id" :class="{ over: s.doneOn !== null }">
        <span>{{ STEP_WORDS[s.kind] }}</span>
        <span class="quiet small">{{ s.doneOn === null ? format.due(s.dueOn) : `done ${format.day(s.doneOn)}` }}</span>
        <Button
          v-if="s.doneOn === null"
          type="button"
          label="Done"
          :aria-label="`Done: ${STEP_WORDS[s.kind]}`"
          severity="secondary"
          size="small"
          @click="did(s)"
        />
      </li>
    </ol>
    <div v-for="c in CHECKS" :key="c.field">
      <label class="check"
        ><Checkbox v-model="form.values[c.field]" binary :invalid="form.errors[c.field] !== undefined" /> {{ c.words }}</label
      >
      <p v-if="form.errors[c.field]" class="error" role="alert">{{ form.errors[c.field] }}</p>
    </div>
    <FieldPlace id="release-place" v-model="form.values.placeId" :error="form.errors.placeId" />
    <div class="divide">
      <FieldText
        id="release-floor"
        v-model="form.values.floor"
        label="Base"
        optional
        numeric
        :hint="`empty: ${lot.floor}`"
        :error="form.errors.floor"
      />
      <FieldText id="release-swap" v-model="form.values.swap" label="Swap table" optional numeric :error="form.errors.swapSeeds" />
      <FieldText id="release-back" v-model="form.values.back" label="Back to the grower" optional numeric :error="form.errors.backSeeds" />
    </div>
    <p class="quiet small">The rest may be lent.</p>
    <p v-if="form.problem" class="error" role="alert">{{ form.problem.message }}</p>
    <div><Button type="submit" :disabled="form.sending" label="Release it" /></div>
  </form>
</template>

<style scoped>
.release {
  border-left: 5px solid var(--asleep);
  background: var(--asleep-soft);
  padding: 12px 14px;
  display: grid;
  gap: 8px;
}
h2 {
  font-size: 18px;
  color: var(--asleep);
}
.check {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 40px;
  cursor: pointer;
}
.steps li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 10px;
  align-items: center;
  min-height: 40px;
  border-bottom: 1px solid var(--asleep-mist);
}
.over {
  color: var(--quiet);
}
.divide {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 10px;
}
.error {
  color: var(--act);
  font-weight: 600;
}
</style>
