<script setup lang="ts">
import {
  BENCH_KIND_WORDS,
  plural,
  sowAgain,
  SOWING_METHOD_FACTS,
  SOWING_METHODS,
  SOWING_PURPOSE_WORDS,
  WAY_WORDS,
  type Way,
} from '@esprel/core';
import { benchApi, gardensApi, type Missed, seasonApi, sowingsApi, type UsualPlan } from '@esprel/core/api';
import { readOnce } from '../base/calls.ts';
import { useRead } from '../base/useRead.ts';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldDay from '../fields/FieldDay.vue';
import FieldFind from '../fields/FieldFind.vue';
import { findMembers, type FoundMember } from '../fields/finders.ts';
import FieldNote from '../fields/FieldNote.vue';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import SeedsPerCell from '../shared/SeedsPerCell.vue';
import SheetProblem from '../shared/SheetProblem.vue';
import DayRisks from '../shared/DayRisks.vue';
import { againDays, noPlan, ofPlanned, ofUsual, ofWay, planBody } from './planValues.ts';

/** A planned sowing: of a lot (`code`), or one that is planned already (`id`). What is usual stands there to be changed. */
const props = defineProps<{ code?: string; id?: string }>();
const route = useRoute();
const router = useRouter();
const session = useSession();
const format = useFormat();
const { data: bench } = useRead(benchApi.sheet, () => ({}));
const { data: gardens } = useRead(gardensApi.list, () => ({}));
const { data: planned, problem: plannedProblem } = useRead(seasonApi.sheet, () => (props.id === undefined ? null : { id: props.id }));
const { data: usual, problem } = useRead(seasonApi.usual, () => (props.code === undefined ? null : { code: props.code }));

const lotCode = computed(() => planned.value?.planned.lotCode ?? props.code ?? '');
const form = useForm({
  name: props.id === undefined ? `plan.${props.code ?? ''}` : null,
  initial: noPlan,
  body: (v) => ({
    ...planBody(v),
    ...(props.id === undefined
      ? { lotCode: lotCode.value, againDays: againDays(v), againUntil: v.againUntil === '' ? null : v.againUntil }
      : { version: v.version }),
  }),
  of: props.id === undefined ? seasonApi.plan : seasonApi.replan,
  asked: () => ({ id: props.id ?? '' }),
});
const { values } = form;
watch([usual, planned], ([u, d]) => {
  if (values.filled) return;
  if (u) Object.assign(values, ofUsual(u.plan));
  else if (d) Object.assign(values, ofPlanned(d.planned));
});
const missed = ref<Missed | null>(null);
watch(usual, (u) => (missed.value = u?.missed ?? null), { immediate: true });
const inGarden = (): number | null => values.gardenId || null;
/** The usual plan for what is chosen; without an answer what is typed stays, and is held against the window when it is sent. */
async function askUsual(): Promise<UsualPlan | null> {
  const { way, gardenId } = values;
  const asked = { code: lotCode.value, way, plants: plants.value ?? 10, garden: inGarden() };
  const answer = await readOnce(seasonApi.usual, asked).catch(() => null);
  if (!answer || values.way !== way || values.gardenId !== gardenId) return null;
  missed.value = answer.missed;
  return answer.plan;
}
/** Another way of sowing has a window, a place and numbers of its own; what was typed of them was for the other. */
async function chooseWay(way: Way): Promise<void> {
  values.way = way;
  const plan = await askUsual();
  if (plan) Object.assign(values, ofWay(plan));
}
/** Another garden has frosts of its own, and may lie in the other hemisphere. */
async function chooseGarden(gardenId: number): Promise<void> {
  values.gardenId = gardenId;
  const plan = await askUsual();
  if (plan) Object.assign(values, { sowOn: plan.sowOn, plantOutOn: plan.plantOutOn ?? '' });
}

const whole = (text: string, most: number): number | null =>
  /^\d{1,5}$/.test(text.trim()) && Number(text) >= 1 && Number(text) <= most ? Number(text) : null;
const plants = computed(() => whole(values.plants, 10_000));
const { data: advice } = useRead(sowingsApi.advice, () =>
  plants.value === null || lotCode.value === ''
    ? null
    : {
        code: lotCode.value,
        plants: plants.value,
        method: values.method,
        reserve: /^\d{1,7}$/.test(values.reserve.trim()) ? Number(values.reserve) : 0,
        bench: values.benchId,
        plan: props.id === undefined ? null : Number(props.id),
      },
);
function take(perCell: number): void {
  const o = advice.value?.options.find((x) => x.seedsPerCell === perCell);
  if (!o || !advice.value) return;
  values.perCell = String(perCell);
  values.cells = String(Math.min(o.cells ?? Infinity, Math.max(1, Math.floor(advice.value.available / perCell))));
}
const { data: season } = useRead(seasonApi.ofLot, () => (lotCode.value === '' ? null : { code: lotCode.value, garden: inGarden() }));
/** What sowing again comes to, before it is planned. */
const again = computed(() => {
  const every = Math.round(7 * Number(values.againWeeks));
  const day = /^\d{4}-\d\d-\d\d$/;
  if (!(every >= 1) || !day.test(values.sowOn) || !day.test(values.againUntil)) return '';
  const days = sowAgain(values.sowOn, every, values.againUntil);
  if (days.length < 2) return '';
  const seeds = days.length * (whole(values.cells, 10_000) ?? 0) * (whole(values.perCell, 1000) ?? 0);
  const free = usual.value ? usual.value.there - usual.value.others : Infinity;
  const short = seeds > free ? `, and only ${String(Math.max(0, free))} are there` : '';
  return `${plural(days.length, 'sowing')}, the last ${format.day(days[days.length - 1] ?? '')}${seeds > 0 ? `: ${plural(seeds, 'seed')} in all${short}` : ''}.`;
});
const options = <T extends string>(words: Readonly<Record<T, string>>): { value: T; label: string }[] =>
  (Object.keys(words) as T[]).map((value) => ({ value, label: words[value] }));
const benchOptions = computed(() =>
  (bench.value?.places ?? []).map((b) => ({
    value: b.id,
    label: `${b.name}, ${BENCH_KIND_WORDS[b.kind]}${b.warmthC === null ? '' : ` at ${format.warmth(b.warmthC)}`}`,
  })),
);
const about = computed(() => {
  const named = planned.value?.planned ?? usual.value?.plan;
  return named ? `${lotCode.value} ${named.variety}, ${named.crop}` : lotCode.value;
});
const back = (): void =>
  void router.push(props.id === undefined ? `/lots/${lotCode.value}` : { path: `/sowing/planned/${props.id}`, query: route.query });
async function save(): Promise<void> {
  const answer = await form.send();
  if (answer) await router.push({ path: `/sowing/planned/${String(answer.id)}`, query: route.query });
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="lot" />
  <SheetProblem v-else-if="plannedProblem" :problem="plannedProblem" what="planned sowing" />
  <FormFrame
    v-else-if="values.filled"
    :title="id === undefined ? 'Plan a sowing' : 'Change the plan'"
    :about="about"
    :action="id === undefined ? 'Plan it' : 'Write it down'"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="back"
  >
    <FieldText id="plants" v-model="values.plants" class="third" label="Plants wanted" numeric :error="form.errors.plants" />
    <FieldChoice
      id="purpose"
      v-model="values.purpose"
      class="two-thirds"
      label="For"
      :options="options(SOWING_PURPOSE_WORDS)"
      :error="form.errors.purpose"
    />
    <FieldFind
      v-if="values.purpose === 'order'"
      id="member"
      v-model="values.member"
      label="Whose order"
      nothing="No member is called that."
      :search="findMembers"
      :words="(m: FoundMember) => m.name"
      :error="form.errors.memberId"
    />
    <FieldChoice
      id="way"
      :model-value="values.way"
      label="When"
      :options="options(WAY_WORDS)"
      :error="form.errors.way"
      @update:model-value="chooseWay($event as Way)"
    />
    <FieldSelect
      id="method"
      v-model="values.method"
      class="half"
      label="Sown in"
      :options="SOWING_METHODS.map((m) => ({ value: m, label: SOWING_METHOD_FACTS[m].words }))"
      :error="form.errors.method"
    />
    <FieldText
      id="reserve"
      v-model="values.reserve"
      class="half"
      label="Seeds kept back"
      numeric
      hint="for a second sowing"
      :error="form.errors.reserve"
    />
    <SeedsPerCell v-if="advice" :advice="advice" :chosen="Number(values.perCell) || null" @choose="take" />
    <FieldText id="per-cell" v-model="values.perCell" class="third" label="Seeds in each" numeric :error="form.errors.seedsPerCell" />
    <FieldText
      id="cells"
      v-model="values.cells"
      class="third"
      :label="values.method === 'open-ground' ? 'Stations' : 'Cells'"
      numeric
      :error="form.errors.cells"
    />
    <FieldSelect
      v-if="values.method !== 'open-ground'"
      id="tray-kind"
      v-model="values.trayKindId"
      class="third"
      label="Tray"
      optional
      :options="(bench?.trayKinds ?? []).map((k) => ({ value: k.id, label: k.name }))"
      :error="form.errors.trayKindId"
    />
    <FieldDay id="sow-on" v-model="values.sowOn" class="half" label="Sow on" :error="form.errors.sowOn" />
    <FieldDay
      v-if="values.method !== 'open-ground'"
      id="out-on"
      v-model="values.plantOutOn"
      class="half"
      label="Plant out"
      :min="values.sowOn"
      :error="form.errors.plantOutOn"
    />
    <DayRisks
      :lane="season?.lane"
      :ways="[values.way]"
      :method="values.method"
      :seeds-per-cell="Number(values.perCell) || 1"
      :sow-on="values.sowOn"
      :plant-out-on="values.plantOutOn === '' ? null : values.plantOutOn"
      :missed="missed"
    />
    <template v-if="id === undefined">
      <FieldText
        id="again"
        v-model="values.againWeeks"
        class="third"
        label="Again every"
        numeric
        unit="weeks"
        placeholder="once"
        :error="form.errors.againDays"
      />
      <FieldDay
        id="again-until"
        v-model="values.againUntil"
        class="two-thirds"
        label="until"
        :min="values.sowOn"
        :error="form.errors.againUntil"
      />
      <p v-if="again" class="quiet small">{{ again }}</p>
    </template>
    <template v-if="values.method !== 'open-ground'">
      <FieldSelect
        id="bench"
        v-model="values.benchId"
        class="half"
        label="Comes up on"
        optional
        :options="benchOptions"
        :error="form.errors.benchId"
      />
      <FieldSelect
        id="grow-bench"
        v-model="values.growBenchId"
        class="half"
        label="Then grows on"
        optional
        :options="benchOptions"
        :error="form.errors.growBenchId"
      />
    </template>
    <FieldSelect
      id="garden"
      :model-value="values.gardenId"
      class="half"
      label="Garden"
      :options="(gardens?.gardens ?? []).map((g) => ({ value: g.id ?? 0, label: g.name }))"
      :error="form.errors.gardenId"
      @update:model-value="chooseGarden($event ?? 0)"
    />
    <FieldSelect
      id="person"
      v-model="values.personId"
      class="half"
      label="Who does it"
      optional
      :options="(session.session?.people ?? []).map((x) => ({ value: x.id, label: x.name }))"
      :error="form.errors.personId"
    />
    <FieldNote id="note" v-model="values.note" label="Note" optional :error="form.errors.note" />
  </FormFrame>
</template>
