<script setup lang="ts">
import { addDays, isDay, replicatesFor, plural, TEST_METHOD_WORDS, TEST_METHODS, type TestMethod } from '@esprel/core';
import { lotsApi, roundsApi, testsApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import { computed, watch } from 'vue';
import { useRouter } from 'vue-router';
import { fromCelsius, toCelsius } from '../base/format.ts';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldDay from '../fields/FieldDay.vue';
import FieldNote from '../fields/FieldNote.vue';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import CautionNote from '../shared/CautionNote.vue';
import SheetProblem from '../shared/SheetProblem.vue';
import TestSizeChart from './TestSizeChart.vue';

const props = defineProps<{ code: string }>();
const router = useRouter();
const session = useSession();
const format = useFormat();
const { data, problem } = useRead(lotsApi.sheet, () => ({ code: props.code }));
const unit = computed(() => session.settings?.temperatureUnit ?? 'C');

const form = useForm({
  name: `test.${props.code}`,
  initial: () => ({
    method: '' as TestMethod | '',
    bags: '1',
    each: '',
    startedOn: session.today,
    nightC: '',
    dayC: '',
    light: 'either' as 'light' | 'dark' | 'either',
    preparationDays: '',
    note: '',
  }),
  of: testsApi.start,
  body: (v) => {
    const n = gather({
      bags: () => numberOf('replicates', v.bags) ?? 1,
      each: () => numberOf('replicates', v.each),
      night: () => numberOf('nightC', v.nightC),
      day: () => numberOf('dayC', v.dayC),
      preparation: () => numberOf('preparationDays', v.preparationDays),
    });
    const bags = Math.min(17, Math.max(0, Math.floor(n.bags)));
    return {
      lotCode: props.code,
      method: v.method || undefined,
      replicates: Array.from({ length: bags }, () => n.each ?? 0),
      startedOn: v.startedOn,
      nightC: n.night === null ? undefined : toCelsius(n.night, unit.value),
      dayC: n.day === null ? undefined : toCelsius(n.day, unit.value),
      light: v.light,
      preparationDays: n.preparation ?? 0,
      note: v.note.trim() || null,
    };
  },
});
const { values } = form;

// What the crop asks for, filled in once; whatever was typed before stays.
watch(
  [data, () => session.today],
  ([sheet, today]) => {
    if (values.startedOn === '') values.startedOn = today;
    if (!sheet || values.method !== '') return;
    const p = sheet.protocol;
    const asked = {
      each: String(sheet.testSize || 10),
      nightC: String(fromCelsius(p.warmth.nightC, unit.value)),
      dayC: String(fromCelsius(p.warmth.dayC, unit.value)),
      preparationDays: String(p.preparationDays),
    };
    for (const [field, value] of Object.entries(asked)) values[field as keyof typeof asked] ||= value;
    Object.assign(values, { method: p.method, light: p.light });
  },
  { immediate: true },
);

/** How clear an answer so many seeds give; a dot of the chart chooses. */
const { data: sizes } = useRead(roundsApi.lots, () => ({ codes: props.code }));
const size = computed(() => sizes.value?.lots[0] ?? null);
function choose(n: number): void {
  const bags = replicatesFor(n).length;
  Object.assign(values, { bags: String(bags), each: String(Math.ceil(n / bags)) });
}
const seeds = computed(() => (Number(values.bags) || 0) * (Number(values.each) || 0));
const replicateError = computed(() => form.errors.replicates ?? form.errors['replicates[0]']);
const cost = computed(() => {
  const lot = data.value?.lot;
  if (!lot) return undefined;
  const left = lot.balance - seeds.value;
  return `${String(seeds.value)} of ${plural(lot.balance, 'seed')}; ${left < 0 ? 'more than there are' : `${String(left)} stay${left < lot.floor ? ', below the floor' : ''}`}`;
});
const warmFrom = computed(() => (isDay(values.startedOn) ? addDays(values.startedOn, Number(values.preparationDays) || 0) : null));
const countDays = computed(() => {
  const from = warmFrom.value;
  const days = data.value?.protocol.countDays ?? [];
  return from === null ? [] : days.map((d) => ({ day: d, on: addDays(from, d) }));
});
const cautions = computed(() => [
  ...(data.value?.cautions ?? []),
  ...(data.value?.protocol.preparation.flatMap((p) => (p.caution === null ? [] : [p.caution])) ?? []),
]);

const back = (): void => void router.push(`/lots/${props.code}`);
async function save(): Promise<void> {
  const answer = await form.send();
  if (answer) await router.push(`/tests/${String(answer.id)}`);
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="lot" />
  <FormFrame
    v-else-if="data"
    title="Start a test"
    :about="data ? `${data.lot.code} ${data.lot.variety}, ${data.lot.crop}` : ''"
    action="Start the test"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="back"
  >
    <div v-if="data" class="plan">
      <h2>What {{ data.lot.crop.toLowerCase() }} asks for</h2>
      <ol class="plain">
        <li v-for="p in data.protocol.preparation" :key="p.step"><strong>First</strong> {{ p.words }}</li>
        <li>
          <strong>Then</strong> {{ TEST_METHOD_WORDS[data.protocol.method] }} in a loosely closed bag, so that it gets air{{
            data.protocol.light === 'either' ? '' : `, in the ${data.protocol.light}`
          }}
        </li>
        <li v-if="warmFrom">
          <strong>Warm from</strong> {{ format.day(warmFrom) }},
          {{
            data.protocol.warmth.nightC === data.protocol.warmth.dayC
              ? format.warmth(data.protocol.warmth.dayC)
              : `${format.warmth(data.protocol.warmth.nightC)} at night and ${format.warmth(data.protocol.warmth.dayC)} for eight hours by day`
          }}
        </li>
        <li>
          <strong>Count</strong>
          <span v-for="(c, i) in countDays" :key="c.day"
            >{{ i > 0 ? ', ' : '' }}{{ format.day(c.on) }} <span class="quiet">day {{ c.day }}</span></span
          >
        </li>
      </ol>
    </div>
    <CautionNote :cautions="cautions" />
    <details v-if="size && size.options.length > 0" class="sizes">
      <summary>How many seeds give a clear answer</summary>
      <TestSizeChart :options="size.options" :chosen="seeds" :spendable="size.spendable" @choose="choose" />
    </details>
    <FieldText id="each" v-model="values.each" class="third" label="Seeds in a bag" numeric :error="replicateError" :hint="cost" />
    <FieldText id="bags" v-model="values.bags" class="third" label="Bags" numeric hint="two or more show whether they agree" />
    <FieldSelect
      id="method"
      v-model="values.method"
      class="third"
      label="Method"
      :options="TEST_METHODS.map((m) => ({ value: m as TestMethod | '', label: TEST_METHOD_WORDS[m] }))"
      :error="form.errors.method"
    />
    <FieldText
      id="night"
      v-model="values.nightC"
      class="third"
      label="Warmth at night"
      numeric
      :unit="`°${unit}`"
      :error="form.errors.nightC"
    />
    <FieldText id="day" v-model="values.dayC" class="third" label="By day" numeric :unit="`°${unit}`" :error="form.errors.dayC" />
    <FieldText
      id="preparation"
      v-model="values.preparationDays"
      class="third"
      label="Preparation takes"
      numeric
      unit="days"
      :error="form.errors.preparationDays"
    />
    <FieldChoice
      id="light"
      v-model="values.light"
      class="half"
      label="Light"
      :options="[
        { value: 'light', label: 'Light' },
        { value: 'dark', label: 'Dark' },
        { value: 'either', label: 'Either' },
      ]"
      :error="form.errors.light"
    />
    <FieldDay id="started" v-model="values.startedOn" class="half" label="Starts on" :max="session.today" :error="form.errors.startedOn" />
    <FieldNote id="note" v-model="values.note" label="Note" optional :error="form.errors.note" />
    <template #actions
      ><span class="quiet small">{{ plural(countDays.length, 'count') }} will stand on Today.</span></template
    >
  </FormFrame>
</template>

<style scoped>
.sizes summary {
  cursor: pointer;
  font-weight: 600;
  min-height: 28px;
}
.plan {
  background: var(--hover);
  border: 1px solid var(--band);
  padding: 10px 14px;
  display: grid;
  gap: 6px;
}
.plan h2 {
  font-size: 17px;
}
.plan ol {
  display: grid;
  gap: 3px;
}
</style>
