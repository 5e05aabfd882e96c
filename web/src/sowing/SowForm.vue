<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import Checkbox from 'primevue/checkbox';
import {
  cellsAdvised,
  isUsuallyCovered,
  prepareForSowing,
  SOWING_METHOD_FACTS,
  SOWING_METHODS,
  span,
  type SowingMethod,
} from '@esprel/core';
import { benchApi, lotsApi, seasonApi, sowingsApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import { computed, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldDay from '../fields/FieldDay.vue';
import { useTypedLengths } from '../fields/useTypedLengths.ts';
import { useTodayWhenEmpty } from '../fields/useTodayWhenEmpty.ts';
import FieldNote from '../fields/FieldNote.vue';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import CautionNote from '../shared/CautionNote.vue';
import FollowPacket from '../shared/FollowPacket.vue';
import SheetProblem from '../shared/SheetProblem.vue';
import SeedsPerCell from '../shared/SeedsPerCell.vue';
import DayRisks from '../shared/DayRisks.vue';
import { sowingCautions } from './sowingCautions.ts';

const props = defineProps<{ code: string }>();
const route = useRoute();
const router = useRouter();
const session = useSession();
const format = useFormat();
const { data, problem } = useRead(lotsApi.sheet, () => ({ code: props.code }));
const loanId = computed(() => (typeof route.query.loan === 'string' && /^\d+$/.test(route.query.loan) ? Number(route.query.loan) : null));
const loan = computed(() => data.value?.loans.find((l) => l.id === loanId.value) ?? null);

const planId = computed(() => (typeof route.query.plan === 'string' && /^\d+$/.test(route.query.plan) ? Number(route.query.plan) : null));
const { data: bench } = useRead(benchApi.sheet, () => ({}));

const { inch, depthText, mmTyped } = useTypedLengths();
const form = useForm({
  name: `sow.${props.code}.${planId.value === null ? String(loanId.value ?? 'own') : `plan${String(planId.value)}`}`,
  initial: () => ({
    method: 'cells' as SowingMethod,
    plants: '10',
    perCell: '',
    cells: '',
    seeds: '',
    sownOn: session.today,
    whereSown: '',
    benchId: null as number | null,
    depth: '',
    covered: '',
    lid: null as boolean | null,
    thatWasAll: false,
    toIdentify: route.query.identify === '1',
    note: '',
  }),
  of: sowingsApi.sow,
  body: (v) => {
    const n = gather({
      cells: () => numberOf('cells', v.cells),
      seedsPerCell: () => numberOf('seedsPerCell', v.perCell),
      seeds: () => numberOf('seeds', v.seeds),
      depthMm: () => numberOf('depthMm', v.depth),
    });
    return {
      lotCode: props.code,
      loanId: loanId.value,
      method: v.method,
      cells: n.cells ?? undefined,
      seedsPerCell: n.seedsPerCell ?? undefined,
      seeds: n.seeds ?? undefined,
      sownOn: v.sownOn,
      whereSown: v.whereSown.trim() || null,
      plannedId: planId.value,
      benchId: v.method === 'open-ground' || loanId.value !== null ? null : v.benchId,
      depthMm: mmTyped(n.depthMm),
      coveredWith: v.covered.trim() || null,
      covered: v.method === 'open-ground' || loanId.value !== null ? undefined : (v.lid ?? isUsuallyCovered(v.method)),
      ...(v.thatWasAll && loanId.value === null ? { thatWasAll: true } : {}),
      toIdentify: v.toIdentify,
      note: v.note.trim() || null,
    };
  },
});
const { values } = form;
useTodayWhenEmpty(values, 'sownOn');
/** A plan fills what it says, before anybody can type; what is really done is what is stored. */
const { data: planned, problem: noPlan } = useRead(seasonApi.sheet, () => (planId.value === null ? null : { id: planId.value }));
watch(planned, (sheet) => {
  if (!sheet || values.perCell !== '') return;
  const p = sheet.planned;
  Object.assign(values, {
    method: p.method,
    plants: String(p.plants),
    perCell: String(p.seedsPerCell),
    cells: String(p.cells),
    seeds: String(Math.min(p.seeds, p.balance)),
    benchId: p.benchId,
  });
});
const waits = computed(() => planId.value !== null && planned.value === null && noPlan.value === null);
watch(data, (d) => {
  if (d && values.depth === '' && loanId.value === null) values.depth = depthText(d.sowing.depthMm);
});
const cautions = computed(() => {
  const d = data.value;
  if (!d) return [];
  const kind = bench.value?.places.find((b) => b.id === values.benchId)?.kind ?? null;
  if (loan.value || values.method === 'open-ground') return d.cautions;
  return sowingCautions([{ letter: '', cautions: d.cautions, prepare: prepareForSowing(d.crop) }], kind);
});

const { data: season } = useRead(seasonApi.ofLot, () => ({ code: props.code }));

const plants = computed(() =>
  /^\d{1,5}$/.test(values.plants.trim()) && Number(values.plants) >= 1 && Number(values.plants) <= 10_000 ? Number(values.plants) : null,
);
const { data: advice, problem: adviceProblem } = useRead(sowingsApi.advice, () =>
  plants.value === null
    ? null
    : { code: props.code, plants: plants.value, method: values.method, loan: loanId.value, plan: planId.value, bench: values.benchId },
);

function take(perCell: number): void {
  const option = advice.value?.options.find((o) => o.seedsPerCell === perCell);
  if (!option || !advice.value) return;
  // More cells than there is seed for would be a wish: as many as the seed fills.
  const cells = Math.min(option.cells ?? Infinity, Math.max(1, Math.floor(advice.value.available / perCell)));
  Object.assign(values, {
    perCell: String(perCell),
    cells: String(cells),
    seeds: String(Math.min(cells * perCell, advice.value.available)),
  });
}
// The advice fills the fields until somebody types in them.
watch(advice, (a) => {
  if (!a || planId.value !== null || [values.perCell, values.cells, values.seeds].some((typed) => typed !== '')) return;
  const advised = cellsAdvised(a);
  if (advised === null) return;
  const { onePot, perCell, cells } = advised;
  Object.assign(values, {
    ...(onePot ? { method: 'pot' } : {}),
    perCell: String(perCell),
    cells: String(cells),
    seeds: String(Math.min(cells * perCell, a.available)),
  });
});
function recount(): void {
  const n = Number(values.cells) * Number(values.perCell);
  if (Number.isInteger(n) && n > 0) values.seeds = String(n);
}
const about = computed(() => {
  const l = data.value?.lot;
  if (!l) return '';
  return `${l.code} ${l.variety}, ${l.crop}${loan.value ? `, in the garden of ${loan.value.member}` : ', by the library'}`;
});
const how = computed(() => {
  const d = data.value;
  if (!d) return '';
  const { crop: c, sowing: says } = d;
  const depth = says.depthMm === 0 ? 'on the surface, not covered' : `${format.depth(says.depthMm)} deep`;
  const soil = `${format.warmthRange(c.soilOptLowC, c.soilOptHighC)} at the seed`;
  const first = prepareForSowing(c).map((p) => p.words);
  return `${first.length === 0 ? '' : `First: ${first.join('; ')}. `}Sow ${depth}${says.light === 'either' ? '' : `, in the ${says.light}`}; ${soil}. Up in ${span(says.emergeMinD, says.emergeMaxD, 'day')}.${says.after === null ? '' : ` As the packet of ${says.after} says.`}`;
});

const back = (): void => void router.push(loan.value ? `/members/${String(loan.value.memberId)}` : `/lots/${props.code}`);
async function save(): Promise<void> {
  const answer = await form.send();
  if (answer) await router.push(`/sowing/${String(answer.id)}`);
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="lot" />
  <FormFrame
    v-else-if="data && !waits"
    title="Sow"
    :about="about"
    action="Write the sowing down"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="back"
  >
    <p v-if="how" class="how">{{ how }}</p>
    <FollowPacket v-if="!loan" :sheet="data" />
    <CautionNote :cautions="cautions" />
    <FieldText
      id="plants"
      v-model="values.plants"
      class="third"
      label="Plants wanted"
      numeric
      :error="plants === null ? 'must be a whole number from 1 to 10000' : undefined"
    />
    <FieldSelect
      id="method"
      v-model="values.method"
      class="two-thirds"
      label="Sown in"
      :options="SOWING_METHODS.map((m) => ({ value: m, label: SOWING_METHOD_FACTS[m].words }))"
      :error="form.errors.method"
    />
    <SeedsPerCell v-if="advice" :advice="advice" :chosen="Number(values.perCell) || null" @choose="take" />
    <DeskMessage v-else-if="adviceProblem" kind="problem">{{ adviceProblem.message }}</DeskMessage>
    <FieldText
      id="per-cell"
      v-model="values.perCell"
      class="third"
      label="Seeds in each"
      numeric
      :error="form.errors.seedsPerCell"
      @input="recount"
    />
    <FieldText
      id="cells"
      v-model="values.cells"
      class="third"
      :label="values.method === 'pot' ? 'Pots' : values.method === 'open-ground' ? 'Stations' : 'Cells'"
      numeric
      :error="form.errors.cells"
      @input="recount"
    />
    <FieldText
      id="seeds"
      v-model="values.seeds"
      class="third"
      label="Seeds sown in all"
      numeric
      :error="form.errors.seeds"
      :hint="advice ? `${advice.available} there; what was really sown` : undefined"
    />
    <FieldDay id="sown" v-model="values.sownOn" class="half" label="Sown on" :max="session.today" :error="form.errors.sownOn" />
    <template v-if="!loan && values.method !== 'open-ground'">
      <FieldSelect
        id="bench"
        v-model="values.benchId"
        class="half"
        label="Stands on"
        optional
        :options="(bench?.places ?? []).map((b) => ({ value: b.id, label: b.name }))"
        :error="form.errors.benchId"
      />
    </template>
    <DayRisks
      :lane="season?.lane"
      :ways="values.method === 'open-ground' ? ['direct', 'late'] : ['start', 'late']"
      :method="values.method"
      :seeds-per-cell="Number(values.perCell) || 1"
      :sow-on="values.sownOn"
      :plant-out-on="null"
    />
    <template v-if="!loan">
      <FieldText
        id="depth"
        v-model="values.depth"
        class="third"
        label="Depth"
        optional
        numeric
        :unit="inch ? 'in' : 'mm'"
        :error="form.errors.depthMm"
      />
      <FieldText
        id="covered"
        v-model="values.covered"
        class="two-thirds"
        label="Seed covered with"
        optional
        placeholder="sifted mix, sand, nothing"
        :error="form.errors.coveredWith"
      />
      <FieldChoice
        v-if="values.method !== 'open-ground'"
        id="lid"
        :model-value="(values.lid ?? isUsuallyCovered(values.method)) ? 'yes' : 'no'"
        :label="data.crop.lightNeed === 'dark' ? 'Under a lid, kept dark' : 'Under a lid, a bag or glass'"
        :options="[
          { value: 'yes', label: 'Yes' },
          { value: 'no', label: 'No' },
        ]"
        :hint="data.crop.lightNeed === 'dark' ? 'it comes up in the dark; the cover comes off at the first one up' : undefined"
        @update:model-value="values.lid = $event === 'yes'"
      />
    </template>
    <FieldText
      id="where"
      v-model="values.whereSown"
      class="half"
      label="Where"
      optional
      placeholder="rack 2, mat 1"
      :error="form.errors.whereSown"
    />
    <label v-if="!loan" class="pick">
      <Checkbox v-model="values.thatWasAll" binary /> That was all of it: nothing is left of this lot
    </label>
    <label v-if="data && data.lot.identity !== 'sure'" class="pick">
      <Checkbox v-model="values.toIdentify" binary /> Sown to find out what it is
    </label>
    <FieldNote id="note" v-model="values.note" label="Note" optional :error="form.errors.note" />
    <p v-if="!loan" class="quiet">What is left goes back with dry hands, into its sealed bag.</p>
  </FormFrame>
</template>

<style scoped>
.how {
  background: var(--hover);
  border: 1px solid var(--band);
  padding: 8px 12px;
}
.pick {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 40px;
}
</style>
