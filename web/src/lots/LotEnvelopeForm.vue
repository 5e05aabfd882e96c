<script setup lang="ts">
import { envelopeTextForm } from '@esprel/core';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { fromCelsius, toCelsius } from '../app/format.ts';
import { useFetched } from '../app/useFetched.ts';
import { gather, numberOf, useForm } from '../app/useForm.ts';
import { useSession } from '../app/session.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldNote from '../fields/FieldNote.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import SheetProblem from './SheetProblem.vue';
import type { LotSheetData } from './types.ts';

/** What is printed on the envelope, kept apart from what the library thinks. */
const props = defineProps<{ code: string }>();
const router = useRouter();
const session = useSession();
const { data, problem } = useFetched<LotSheetData>(() => `/lots/${encodeURIComponent(props.code)}`);
const inch = computed(() => session.settings?.lengthUnit === 'inch');
const warmth = computed(() => session.settings?.temperatureUnit ?? 'C');
const filled = ref(false);
const scaled = (n: number | null, by: number): number | null => (n === null ? null : inch.value ? Math.round(n * by * 100) / 100 : n);

const form = useForm({
  name: null,
  initial: () => ({
    packedFor: '',
    depth: '',
    spacing: '',
    weeksMin: '',
    weeksMax: '',
    anchor: 'last-frost' as 'last-frost' | 'plant-out',
    warmth: '',
    daysMin: '',
    daysMax: '',
    warnings: '',
    words: '',
  }),
  schema: envelopeTextForm,
  body: (v) => {
    const n = gather({
      packedFor: () => numberOf('packedFor', v.packedFor),
      depthMm: () => scaled(numberOf('depthMm', v.depth), 25.4),
      spacingCm: () => scaled(numberOf('spacingCm', v.spacing), 2.54),
      weeksMin: () => numberOf('weeksMin', v.weeksMin),
      weeksMax: () => numberOf('weeksMax', v.weeksMax),
      warmth: () => numberOf('warmthC', v.warmth),
      daysMin: () => numberOf('daysMin', v.daysMin),
      daysMax: () => numberOf('daysMax', v.daysMax),
    });
    const { warmth: w, ...rest } = n;
    return {
      ...rest,
      warmthC: w === null ? null : toCelsius(w, warmth.value),
      anchor: n.weeksMin === null && n.weeksMax === null ? null : v.anchor,
      warnings: v.warnings.trim() || null,
      words: v.words.trim() || null,
    };
  },
  method: 'PUT',
  path: () => `/lots/${props.code}/envelope`,
});
const { values } = form;
const text = (n: number | null, by = 1): string =>
  n === null ? '' : String(inch.value && by !== 1 ? Math.round((n / by) * 100) / 100 : n);
watch(
  data,
  (sheet) => {
    if (!sheet || filled.value) return;
    filled.value = true;
    const e = sheet.envelope;
    if (!e) return;
    Object.assign(values, {
      packedFor: text(e.packedFor),
      depth: text(e.depthMm, 25.4),
      spacing: text(e.spacingCm, 2.54),
      weeksMin: text(e.weeksMin),
      weeksMax: text(e.weeksMax),
      anchor: e.anchor ?? 'last-frost',
      warmth: e.warmthC === null ? '' : String(fromCelsius(e.warmthC, warmth.value)),
      daysMin: text(e.daysMin),
      daysMax: text(e.daysMax),
      warnings: e.warnings ?? '',
      words: e.words ?? '',
    });
  },
  { immediate: true },
);
const back = (): void => void router.push(`/lots/${props.code}`);
async function save(): Promise<void> {
  if (await form.send()) back();
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="lot" />
  <FormFrame
    v-else-if="data"
    title="What the envelope says"
    :about="data ? `${data.lot.code} ${data.lot.variety}, from ${data.lot.source}. Whatever is not printed stays empty.` : ''"
    action="Save"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="back"
  >
    <FieldText
      id="packed"
      v-model="values.packedFor"
      class="third"
      label="Packed for"
      numeric
      placeholder="year"
      :error="form.errors.packedFor"
    />
    <FieldText
      id="depth"
      v-model="values.depth"
      class="third"
      label="Deep"
      numeric
      :unit="inch ? 'inch' : 'mm'"
      :error="form.errors.depthMm"
    />
    <FieldText
      id="spacing"
      v-model="values.spacing"
      class="third"
      label="Apart"
      numeric
      :unit="inch ? 'inch' : 'cm'"
      :error="form.errors.spacingCm"
    />
    <FieldText id="weeks-min" v-model="values.weeksMin" class="third" label="Sow, weeks before" numeric :error="form.errors.weeksMin" />
    <FieldText id="weeks-max" v-model="values.weeksMax" class="third" label="up to" numeric unit="weeks" :error="form.errors.weeksMax" />
    <FieldChoice
      id="anchor"
      v-model="values.anchor"
      label="Before what"
      :options="[
        { value: 'last-frost', label: 'The last frost' },
        { value: 'plant-out', label: 'Planting out' },
      ]"
      hint="They are different days, and get confused; read twice."
    />
    <FieldText
      id="warmth"
      v-model="values.warmth"
      class="third"
      label="Warmth to sprout"
      numeric
      :unit="`°${warmth}`"
      :error="form.errors.warmthC"
    />
    <FieldText id="days-min" v-model="values.daysMin" class="third" label="Up in" numeric :error="form.errors.daysMin" />
    <FieldText id="days-max" v-model="values.daysMax" class="third" label="up to" numeric unit="days" :error="form.errors.daysMax" />
    <FieldText
      id="warnings"
      v-model="values.warnings"
      label="Warnings"
      placeholder="treated with …; not for eating"
      hint="Shown wherever the lot is handled."
      :error="form.errors.warnings"
    />
    <FieldNote id="words" v-model="values.words" label="Anything else it says" optional :error="form.errors.words" />
  </FormFrame>
</template>
