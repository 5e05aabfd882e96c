<script setup lang="ts">
import { fromTo, readRange } from '@esprel/core';
import { lotsApi, type LotSheetData } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { bothSides, type BothSides } from '../base/bothSides.ts';
import KeepWhich from '../base/KeepWhich.vue';
import { fromCelsius, toCelsius } from '../base/format.ts';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import { useSession } from '../base/session.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldNote from '../fields/FieldNote.vue';
import FieldText from '../fields/FieldText.vue';
import { useTypedLengths } from '../fields/useTypedLengths.ts';
import FormFrame from '../fields/FormFrame.vue';
import SheetProblem from '../shared/SheetProblem.vue';

/** What is printed on the envelope, kept apart from what the library thinks. */
const props = defineProps<{ code: string }>();
const router = useRouter();
const session = useSession();
const { data, problem } = useRead(lotsApi.sheet, () => ({ code: props.code }));
const { inch, depthText } = useTypedLengths();
const warmth = computed(() => session.settings?.temperatureUnit ?? 'C');
const filled = ref(false);
/** A range in the field, in the unit of the table: millimetres or centimetres; what is typed may be inches. */
function range(path: string, typed: string, by: number): { readonly min: number | null; readonly max: number | null } {
  const read = readRange(path, typed);
  if (read === null) return { min: null, max: null };
  const scaled = (n: number): number => (inch.value && by !== 1 ? Math.round(n * by * 100) / 100 : n);
  return { min: scaled(read.min), max: scaled(read.max) };
}

const form = useForm({
  name: null,
  initial: () => ({
    packedFor: '',
    depth: '',
    spacing: '',
    light: '' as '' | 'light' | 'dark' | 'either',
    weeks: '',
    anchor: 'last-frost' as 'last-frost' | 'plant-out',
    warmth: '',
    days: '',
    maturity: '',
    habit: '',
    warnings: '',
    words: '',
    /** Of the text that the fields were filled from. */
    version: 0,
  }),
  of: lotsApi.envelope,
  body: (v) => {
    const n = gather({
      packedFor: () => numberOf('packedFor', v.packedFor),
      depthMm: () => range('depthMm', v.depth, 25.4),
      spacingCm: () => range('spacingCm', v.spacing, 2.54),
      weeksMin: () => range('weeksMin', v.weeks, 1),
      warmth: () => numberOf('warmthC', v.warmth),
      daysMin: () => range('daysMin', v.days, 1),
      maturityMin: () => range('maturityMin', v.maturity, 1),
    });
    const w = n.warmth;
    return {
      packedFor: n.packedFor,
      depthMm: n.depthMm?.min ?? null,
      depthMaxMm: n.depthMm?.max ?? null,
      spacingCm: n.spacingCm?.min ?? null,
      spacingMaxCm: n.spacingCm?.max ?? null,
      weeksMin: n.weeksMin?.min ?? null,
      weeksMax: n.weeksMin?.max ?? null,
      daysMin: n.daysMin?.min ?? null,
      daysMax: n.daysMin?.max ?? null,
      maturityMin: n.maturityMin?.min ?? null,
      maturityMax: n.maturityMin?.max ?? null,
      light: v.light === '' ? null : v.light,
      habit: v.habit.trim() || null,
      warmthC: w === null ? null : toCelsius(w, warmth.value),
      anchor: n.weeksMin?.min == null ? null : v.anchor,
      warnings: v.warnings.trim() || null,
      words: v.words.trim() || null,
      version: v.version,
    };
  },
  asked: () => ({ code: props.code }),
});
const { values } = form;
/** A range as it is typed again: `6`, `6 to 8`, `1/4 to 1/2`. */
function text(min: number | null | undefined, max: number | null | undefined = null, by = 1): string {
  if (min == null) return '';
  const one = (n: number): string =>
    !inch.value || by === 1 ? String(n) : by === 25.4 ? depthText(n) : String(Math.round((n / by) * 100) / 100);
  return fromTo(one(min), one(max ?? min));
}
type Envelope = NonNullable<LotSheetData['envelope']>;
/** The text as it was when the fields were filled: what is not so any more was changed, here or at another desk. */
let was: Envelope | null = null;
function fill(e: Envelope): void {
  Object.assign(values, {
    packedFor: text(e.packedFor),
    depth: text(e.depthMm, e.depthMaxMm, 25.4),
    spacing: text(e.spacingCm, e.spacingMaxCm, 2.54),
    light: e.light ?? '',
    weeks: text(e.weeksMin, e.weeksMax),
    anchor: e.anchor ?? 'last-frost',
    warmth: e.warmthC == null ? '' : String(fromCelsius(e.warmthC, warmth.value)),
    days: text(e.daysMin, e.daysMax),
    maturity: text(e.maturityMin ?? null, e.maturityMax),
    habit: e.habit ?? '',
    warnings: e.warnings ?? '',
    words: e.words ?? '',
    version: e.version,
  });
}
watch(
  data,
  (sheet) => {
    if (!sheet || filled.value) return;
    filled.value = true;
    was = sheet.envelope;
    if (was) fill(was);
  },
  { immediate: true },
);
/** What two desks wrote down differently. */
const clash = ref<(BothSides<Envelope> & { readonly now: Envelope }) | null>(null);
const back = (): void => void router.push(`/lots/${props.code}`);
async function save(): Promise<void> {
  clash.value = null;
  if (await form.send()) back();
  else if (form.problem?.code === 'stale') {
    const { current, yours } = form.problem.more as { current: Envelope; yours: object };
    const sides = bothSides(was ?? {}, yours, current, (value) => `“${String(value ?? '')}”`);
    if (sides.words === '') await saveAs(sides.mine, current);
    else clash.value = { ...sides, now: current };
  }
}
/** Saves what was put together of both sides. */
async function saveAs(envelope: Envelope, now: Envelope): Promise<void> {
  was = now;
  fill(envelope);
  await save();
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
    <template v-if="clash" #problem>
      <KeepWhich :words="clash.words" @mine="saveAs(clash.mine, clash.now)" @theirs="saveAs(clash.theirs, clash.now)" />
    </template>
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
      :placeholder="inch ? '1/4 to 1/2' : '6 to 8'"
      :unit="inch ? 'inch' : 'mm'"
      :error="form.errors.depthMm"
    />
    <FieldText
      id="spacing"
      v-model="values.spacing"
      class="third"
      label="Apart"
      :unit="inch ? 'inch' : 'cm'"
      :error="form.errors.spacingCm"
    />
    <FieldText
      id="weeks"
      v-model="values.weeks"
      class="third"
      label="Sow, weeks before"
      placeholder="6 to 8"
      :error="form.errors.weeksMin"
    />
    <FieldChoice
      id="anchor"
      v-model="values.anchor"
      class="two-thirds"
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
    <FieldText id="days" v-model="values.days" class="third" label="Up in, days" placeholder="7 to 10" :error="form.errors.daysMin" />
    <FieldText
      id="maturity"
      v-model="values.maturity"
      class="third"
      label="Ripe in, days"
      placeholder="70 to 75"
      :error="form.errors.maturityMin"
    />
    <FieldText
      id="habit"
      v-model="values.habit"
      class="third"
      label="How it grows"
      placeholder="bush, climbing"
      :error="form.errors.habit"
    />
    <FieldChoice
      id="light"
      v-model="values.light"
      class="two-thirds"
      label="Sprouts in"
      :options="[
        { value: '', label: 'Not said' },
        { value: 'light', label: 'Light' },
        { value: 'dark', label: 'Dark' },
        { value: 'either', label: 'Either' },
      ]"
      :error="form.errors.light"
    />
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
