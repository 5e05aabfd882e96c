<script setup lang="ts">
import { GRAMS_PER_OUNCE, InputError, isChaffy, weigh, type Weighing, plural } from '@esprel/core';
import { lotsApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { computed, ref, watch } from 'vue';
import ScaleDisplay from '../shared/ScaleDisplay.vue';
import { useScale } from '../shared/useScale.ts';
import { numberOf, useForm } from '../base/useForm.ts';
import { useLeave } from '../base/useLeave.ts';
import { useSession } from '../base/session.ts';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import SheetProblem from '../shared/SheetProblem.vue';

/** How many are there, by weight: a few counted samples, then the whole. */
const props = defineProps<{ code: string }>();
const session = useSession();
const { data, problem } = useRead(lotsApi.sheet, () => ({ code: props.code }));
const { reading, tare, lay } = useScale();
/** What the record had when the weighing began: what another desk takes out meanwhile is not put back. */
const seen = ref<number | null>(null);
watch(data, (sheet) => (seen.value ??= sheet?.lot.balance ?? null), { immediate: true });
const ounces = computed(() => session.settings?.massUnit === 'oz');
const unit = computed(() => (ounces.value ? 'oz' : 'g'));
const grams = (path: string, text: string): number | undefined => {
  const n = numberOf(path, text);
  return n === null ? undefined : ounces.value ? n * GRAMS_PER_OUNCE : n;
};
const shown = (g: number): string => (ounces.value ? (g / GRAMS_PER_OUNCE).toFixed(4) : g.toFixed(3));

const form = useForm({
  name: `weigh.${props.code}`,
  initial: () => ({ samples: [1, 2, 3].map(() => ({ seeds: '', weight: '' })), total: '' }),
  of: lotsApi.weigh,
  body: (v) => ({
    samples: v.samples
      .map((s, i) => ({
        seeds: numberOf(`samples[${String(i)}].seeds`, s.seeds) ?? undefined,
        grams: grams(`samples[${String(i)}].grams`, s.weight),
      }))
      .filter((s) => s.seeds !== undefined || s.grams !== undefined),
    totalGrams: grams('totalGrams', v.total),
    weighedOn: session.today,
    seen: seen.value,
  }),
  asked: () => ({ code: props.code }),
});
const { values } = form;

/** Seed with hairs, wings or chaff scatters more and still agrees. */
const chaffy = computed(() => data.value !== null && isChaffy(data.value.crop.key));
/** What the weights typed so far come to; null until there is a sample. */
const result = computed((): Weighing | null => {
  try {
    const samples = values.samples.flatMap((s) => {
      const seeds = numberOf('s', s.seeds);
      const g = grams('g', s.weight);
      return seeds !== null && g !== undefined && seeds > 0 && g > 0 ? [{ seeds, grams: g }] : [];
    });
    return samples.length === 0 ? null : weigh(samples, grams('t', values.total) ?? 0, chaffy.value);
  } catch (error) {
    if (error instanceof InputError || error instanceof Error) return null;
    throw error;
  }
});
const verdict = computed(() => {
  const r = result.value;
  if (!r) return 'Count out a few seeds (20 to 100), weigh them, and do it again twice with others.';
  const per = `${r.gramsPerThousand.toPrecision(3)} g a thousand`;
  if (r.variationPercent === null) return `${per}, from one sample; a second tells how sure that is.`;
  const spread = `the samples differ by ${r.variationPercent.toFixed(1)} %`;
  return r.trustworthy
    ? `${per}; ${spread}, which is close enough.`
    : `${per}, but ${spread}. Weigh more samples, or larger ones, until it is ${chaffy.value ? '6' : '4'} % or less.`;
});
const rests = computed(() => reading.value?.stable === true && !reading.value.overloaded && reading.value.grams > 0);

function takeSample(i: number): void {
  const s = values.samples[i];
  if (s && reading.value) s.weight = shown(reading.value.grams);
}
const { back, save } = useLeave(form, () => `/lots/${props.code}`);
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="lot" />
  <FormFrame
    v-else-if="data"
    title="Weigh"
    :about="data ? `${data.lot.code} ${data.lot.variety}, ${plural(data.lot.balance, 'seed')} in the record (${data.lot.amountKnown})` : ''"
    action="Take this amount"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="back"
  >
    <ScaleDisplay :reading="reading" @tare="tare" />
    <p v-if="reading?.simulated" class="row-of-buttons small">
      <span class="quiet">This scale is a stand-in. Lay on it:</span>
      <Button type="button" size="small" severity="secondary" label="50 seeds" @click="lay({ lotCode: code, seeds: 50 })" />
      <Button type="button" size="small" severity="secondary" label="all of it" @click="lay({ lotCode: code })" />
      <Button type="button" size="small" severity="secondary" label="nothing" @click="lay({})" />
    </p>
    <div v-for="(s, i) in values.samples" :key="i" class="sample">
      <FieldText
        :id="`seeds-${i}`"
        v-model="s.seeds"
        :label="`Sample ${i + 1}, seeds`"
        numeric
        :error="form.errors[`samples[${i}].seeds`]"
      />
      <FieldText :id="`grams-${i}`" v-model="s.weight" label="weigh" numeric :unit="unit" :error="form.errors[`samples[${i}].grams`]" />
      <Button
        type="button"
        severity="secondary"
        label="From the scale"
        :aria-label="`Sample ${i + 1} from the scale`"
        :disabled="!rests"
        @click="takeSample(i)"
      />
    </div>
    <p v-if="form.errors.samples" class="error" role="alert">{{ form.errors.samples }}</p>
    <Button
      v-if="values.samples.length < 10"
      type="button"
      severity="secondary"
      variant="text"
      label="One more sample"
      @click="values.samples.push({ seeds: '', weight: '' })"
    />
    <p role="status">{{ verdict }}</p>
    <div class="sample">
      <FieldText id="total" v-model="values.total" label="All of it weighs" numeric :unit="unit" :error="form.errors.totalGrams" />
      <span />
      <Button
        type="button"
        severity="secondary"
        label="From the scale"
        aria-label="All of it from the scale"
        :disabled="!rests"
        @click="values.total = shown(reading?.grams ?? 0)"
      />
    </div>
    <p v-if="result && result.seeds > 0" class="result" role="status">
      <strong class="numbers">{{ result.seeds }}</strong> seeds<template v-if="result.low !== null && result.high !== null"
        >, between {{ result.low }} and {{ result.high }}</template
      >
    </p>
  </FormFrame>
</template>

<style scoped>
.sample {
  display: grid;
  grid-template-columns: 1fr 1fr auto;
  gap: 12px;
  align-items: end;
}
.result strong {
  font-size: 24px;
}
.error {
  color: var(--act);
  font-weight: 600;
}
</style>
