<script setup lang="ts">
import { SOWING_METHOD_FACTS, SOWING_METHODS, sowingForm, type SowingMethod } from '@esprel/core';
import { computed, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { percent } from '../app/format.ts';
import { useFetched } from '../app/useFetched.ts';
import { gather, numberOf, useForm } from '../app/useForm.ts';
import { useFormat } from '../app/useFormat.ts';
import { useSession } from '../app/session.ts';
import FieldDay from '../fields/FieldDay.vue';
import { useTodayWhenEmpty } from '../fields/useTodayWhenEmpty.ts';
import FieldNote from '../fields/FieldNote.vue';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import CautionNote from '../lots/CautionNote.vue';
import SheetProblem from '../lots/SheetProblem.vue';
import type { LotSheetData } from '../lots/types.ts';
import SeedsPerCell from './SeedsPerCell.vue';
import type { SowingAdvice } from './types.ts';

const props = defineProps<{ code: string }>();
const route = useRoute();
const router = useRouter();
const session = useSession();
const format = useFormat();
const { data, problem } = useFetched<LotSheetData>(() => `/lots/${encodeURIComponent(props.code)}`);
const loanId = computed(() => (typeof route.query.loan === 'string' && /^\d+$/.test(route.query.loan) ? Number(route.query.loan) : null));
const loan = computed(() => data.value?.loans.find((l) => l.id === loanId.value) ?? null);

const form = useForm({
  name: `sow.${props.code}.${String(loanId.value ?? 'own')}`,
  initial: () => ({
    method: 'cells' as SowingMethod,
    plants: '10',
    perCell: '',
    cells: '',
    seeds: '',
    sownOn: session.today,
    whereSown: '',
    toIdentify: route.query.identify === '1',
    note: '',
  }),
  schema: sowingForm,
  body: (v) => {
    const n = gather({
      cells: () => numberOf('cells', v.cells),
      seedsPerCell: () => numberOf('seedsPerCell', v.perCell),
      seeds: () => numberOf('seeds', v.seeds),
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
      toIdentify: v.toIdentify,
      note: v.note.trim() || null,
    };
  },
  path: () => '/sowings',
});
const { values } = form;
useTodayWhenEmpty(values, 'sownOn');

const plants = computed(() =>
  /^\d{1,5}$/.test(values.plants.trim()) && Number(values.plants) >= 1 && Number(values.plants) <= 10_000 ? Number(values.plants) : null,
);
const { data: advice, problem: adviceProblem } = useFetched<SowingAdvice>(() =>
  plants.value === null
    ? null
    : `/lots/${encodeURIComponent(props.code)}/sowing-advice?plants=${String(plants.value)}&method=${values.method}${loanId.value === null ? '' : `&loan=${String(loanId.value)}`}`,
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
  if (a && values.perCell === '') take(a.recommended ?? 1);
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
  const c = data.value?.crop;
  if (!c) return '';
  const depth = c.sowDepthMm === 0 ? 'on the surface, not covered' : `${format.depth(c.sowDepthMm)} deep`;
  const soil = `${format.warmth(c.soilOptLowC)} to ${format.warmth(c.soilOptHighC)} at the seed`;
  return `Sow ${depth}${c.lightNeed === 'either' ? '' : `, in the ${c.lightNeed}`}; ${soil}. Up in ${String(c.emergeMinD)} to ${String(c.emergeMaxD)} days.`;
});

const back = (): void => void router.push(loan.value ? `/members/${String(loan.value.memberId)}` : `/lots/${props.code}`);
async function save(): Promise<void> {
  const answer = await form.send<{ id: number }>();
  if (answer) await router.push(`/sowing/${String(answer.id)}`);
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="lot" />
  <FormFrame
    v-else
    title="Sow"
    :about="about"
    action="Write the sowing down"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="back"
  >
    <p v-if="how" class="how">{{ how }}</p>
    <CautionNote :cautions="data?.cautions ?? []" />
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
      :hint="`of live seed, ${percent(SOWING_METHOD_FACTS[values.method].emergence)} usually comes up this way`"
      :error="form.errors.method"
    />
    <SeedsPerCell v-if="advice" :advice="advice" :chosen="Number(values.perCell) || null" @choose="take" />
    <p v-else-if="adviceProblem" role="alert">{{ adviceProblem.message }}</p>
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
    <FieldText
      id="where"
      v-model="values.whereSown"
      class="half"
      label="Where"
      optional
      placeholder="rack 2, mat 1"
      :error="form.errors.whereSown"
    />
    <label v-if="data && data.lot.identity !== 'sure'" class="pick">
      <input v-model="values.toIdentify" type="checkbox" /> Sown to find out what it is
    </label>
    <FieldNote id="note" v-model="values.note" label="Note" optional :error="form.errors.note" />
  </FormFrame>
</template>

<style scoped>
.how {
  background: #fdf9ee;
  border: 1px solid #e3d9c6;
  padding: 8px 12px;
}
.pick {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 40px;
}
.pick input {
  width: 20px;
  height: 20px;
}
</style>
