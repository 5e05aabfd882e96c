<script setup lang="ts">
import { type Crop, FOUND_AT_HOME, FOUND_WORDS, IS_IT, IS_IT_WORDS, plural, PROMISE_ANSWER_WORDS, PROMISE_ANSWERS } from '@esprel/core';
import type { EnvelopeLook, LoanOut, VarietyListed } from '@esprel/core/api';
import Button from 'primevue/button';
import Checkbox from 'primevue/checkbox';
import { computed } from 'vue';
import { useFormat } from '../base/useFormat.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldFind from '../fields/FieldFind.vue';
import FieldText from '../fields/FieldText.vue';
import { findCrops, findVarieties } from '../fields/finders.ts';
import { seedsHint } from '../fields/seedsText.ts';
import { KNOWN_OPTIONS } from '../shared/choices.ts';
import type { EnvelopeValues } from './homeEnvelope.ts';

/** One envelope that came home: what it answers, what it is, and what follows of it. */
const props = defineProps<{
  index: number;
  loans: readonly LoanOut[];
  /** Loans that no envelope answers yet. */
  free: readonly LoanOut[];
  errors: Readonly<Record<string, string | undefined>>;
  look: EnvelopeLook | null;
}>();
const emit = defineEmits<{ remove: [] }>();
const values = defineModel<EnvelopeValues>({ required: true });
const format = useFormat();
const loan = computed(() => props.loans.find((l) => l.id === values.value.loanId) ?? null);
const also = computed(() =>
  loan.value === null
    ? []
    : props.loans.filter(
        (l) =>
          l.id !== loan.value?.id &&
          l.varietyId === loan.value?.varietyId &&
          (values.value.alsoIds.includes(l.id) || props.free.some((f) => f.id === l.id)),
      ),
);
const weight = computed(() => {
  const { crop } = values.value;
  return loan.value?.weight ?? (typeof crop === 'object' && crop !== null ? { seedsPerGram: crop.seedsPerGram, weighed: false } : null);
});
const error = (field: string): string | undefined => props.errors[`envelopes[${String(props.index)}].${field}`];
const id = (field: string): string => `e${String(values.value.key)}-${field}`;
const title = computed(() => (loan.value ? `${loan.value.variety}, from ${loan.value.lotCode}` : 'A gift'));
const promised = computed(() => {
  const l = loan.value;
  if (l === null || l.promise === 'nothing' || l.dueOn === null) return null;
  const what = l.promise === 'amount' ? plural(l.promisedSeeds ?? 0, 'seed') : 'some seed';
  return `Promised: ${what} by ${format.day(l.dueOn)}.`;
});
const mould = computed(() => values.value.found.includes('mould'));
const needsName = computed(() => values.value.isIt === 'other' || (values.value.isIt === 'right' && loan.value === null));
</script>

<template>
  <section class="envelope" :aria-label="title">
    <header>
      <h2>{{ title }}</h2>
      <Button label="Not this one" severity="secondary" variant="text" size="small" type="button" @click="emit('remove')" />
    </header>
    <p v-if="promised" class="quiet">{{ promised }}</p>
    <p v-if="loan?.said" class="quiet small">{{ loan.said }}</p>
    <p v-if="error('loanIds[0]')" class="error" role="alert">{{ error('loanIds[0]') }}</p>
    <label v-for="l in also" :key="l.id" class="check">
      <Checkbox v-model="values.alsoIds" :value="l.id" />
      <span>also grown from {{ l.lotCode }}, lent {{ format.day(l.lentOn) }}</span>
    </label>
    <div class="fields">
      <FieldChoice
        :id="id('is')"
        v-model="values.isIt"
        label="It is"
        :options="IS_IT.map((v) => ({ value: v, label: loan === null && v === 'right' ? 'what it is called' : IS_IT_WORDS[v] }))"
        :error="error('isIt')"
      />
      <template v-if="needsName || loan === null">
        <FieldFind
          :id="id('crop')"
          v-model="values.crop"
          class="half"
          label="Crop"
          :optional="loan !== null"
          :placeholder="loan?.crop ?? ''"
          nothing="No crop is called that."
          :search="findCrops"
          :words="(c: Crop) => c.name"
          :detail="(c: Crop) => c.scientific"
          :error="error('cropKey')"
        />
        <FieldFind
          v-if="values.isIt !== 'unknown'"
          :id="id('variety')"
          v-model="values.variety"
          class="half"
          label="Variety"
          hint="one that is new is written down"
          :search="findVarieties"
          :words="(v: VarietyListed) => v.name"
          :detail="(v: VarietyListed) => v.crop"
          :error="error('varietyName') ?? error('varietyId')"
        />
      </template>
      <fieldset class="found">
        <legend>Looked at</legend>
        <label v-for="f in FOUND_AT_HOME" :key="f" class="check">
          <Checkbox v-model="values.found" :value="f" /> <span>{{ FOUND_WORDS[f] }}</span>
        </label>
      </fieldset>
      <template v-if="!mould">
        <FieldText
          :id="id('seeds')"
          v-model="values.seeds"
          class="half"
          label="How much"
          :hint="seedsHint(values.seeds, weight) ?? 'a number, or a weight as in 12 g'"
          :error="error('seeds')"
        />
        <FieldChoice
          :id="id('known')"
          v-model="values.amountKnown"
          class="half"
          label="Known because"
          :options="KNOWN_OPTIONS"
          :error="error('amountKnown')"
        />
        <FieldText :id="id('year')" v-model="values.harvestYear" class="third" label="Harvested in" numeric :error="error('harvestYear')" />
        <FieldText :id="id('plants')" v-model="values.plants" class="third" label="From plants" optional numeric :error="error('plants')" />
        <FieldChoice
          :id="id('form')"
          v-model="values.form"
          class="third"
          label="Cleaned"
          :options="[
            { value: 'raw', label: 'no' },
            { value: 'cleaned', label: 'yes' },
          ]"
          :error="error('form')"
        />
        <FieldChoice
          :id="id('isolated')"
          v-model="values.isolated"
          class="half"
          label="Kept apart from its kind"
          :options="[
            { value: 'yes', label: 'Yes' },
            { value: 'no', label: 'No' },
            { value: 'unknown', label: 'Not known' },
          ]"
          :error="error('isolated')"
        />
        <FieldText
          :id="id('beside')"
          v-model="values.grownBeside"
          class="half"
          label="Grown beside"
          optional
          :error="error('grownBeside')"
        />
      </template>
      <FieldChoice
        v-if="promised"
        :id="id('promise')"
        :model-value="values.promise ?? look?.promise ?? 'open'"
        label="The promise is"
        :options="PROMISE_ANSWERS.map((a) => ({ value: a, label: PROMISE_ANSWER_WORDS[a] }))"
        :error="error('promise')"
        @update:model-value="values.promise = $event"
      />
      <FieldText :id="id('note')" v-model="values.note" label="Note" optional :error="error('note')" />
    </div>
    <div v-if="look" class="follows" :class="{ refused: look.refused }" role="status">
      <p v-for="w in look.words" :key="w">{{ w }}</p>
      <ol v-if="look.steps.length > 0" class="plain">
        <li v-for="s in look.steps" :key="s.kind">
          <strong>{{ format.day(s.dueOn) }}</strong> {{ s.words }}
        </li>
      </ol>
      <p v-else-if="!look.refused" class="quiet">Nothing is to be done but to look through it.</p>
    </div>
  </section>
</template>

<style scoped>
.envelope {
  background: var(--sheet);
  border: 1px solid var(--rule);
  border-left: 5px solid var(--asleep);
  padding: 14px 18px;
  display: grid;
  gap: 8px;
}
header {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  align-items: baseline;
}
h2 {
  font-size: 18px;
}
.fields {
  display: grid;
  grid-template-columns: repeat(6, minmax(0, 1fr));
  gap: 10px 14px;
}
.fields > * {
  grid-column: span 6;
}
.fields > .half {
  grid-column: span 3;
}
.fields > .third {
  grid-column: span 2;
}
.check {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 36px;
  cursor: pointer;
}
.found {
  border: 0;
  padding: 0;
  margin: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
}
.found legend {
  font-weight: 600;
  padding: 0;
}
.follows {
  border-left: 4px solid var(--good-line);
  background: var(--good-soft);
  padding: 8px 12px;
  display: grid;
  gap: 3px;
}
.follows.refused {
  border-color: var(--act);
  background: var(--act-soft);
}
.follows strong {
  font-weight: 600;
  display: inline-block;
  min-width: 92px;
}
.error {
  color: var(--act);
  font-weight: 600;
}
@media (max-width: 620px) {
  .fields > .half,
  .fields > .third {
    grid-column: span 6;
  }
}
</style>
