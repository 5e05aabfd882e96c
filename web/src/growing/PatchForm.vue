<script setup lang="ts">
import { APART_WORDS, APARTS, type Apart, PATCH_KIND_WORDS, type PatchKind, type Spot } from '@esprel/core';
import { growingApi, gardensApi, varietiesApi } from '@esprel/core/api';
import { computed, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import OpeningNote from '../base/OpeningNote.vue';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import { useRead } from '../base/useRead.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldDay from '../fields/FieldDay.vue';
import FieldNote from '../fields/FieldNote.vue';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldSpot from '../fields/FieldSpot.vue';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import SheetProblem from '../shared/SheetProblem.vue';
import { patchName } from './looks.ts';

/** A patch that somebody saw, or what is to be said of one that there is. */
const props = defineProps<{ patchKey?: string }>();
const route = useRoute();
const router = useRouter();
const fresh = computed(() => props.patchKey === undefined);
const { data, problem } = useRead(growingApi.patch, () => (props.patchKey === undefined ? null : { key: props.patchKey }));
const asText = (v: unknown): string | null => (typeof v === 'string' && v !== '' ? v : null);
const plan = useRead(growingApi.plan, () => ({
  group: asText(route.query.group),
  season: asText(route.query.season) === null ? null : Number(route.query.season),
})).data;
const gardens = useRead(gardensApi.list, () => ({})).data;
const register = useRead(varietiesApi.list, () => ({ q: '', limit: 500 })).data;

const SPOT = 'spot';
const form = useForm({
  name: null,
  initial: () => ({
    ready: false,
    cropKey: '',
    varietyId: null as number | null,
    kind: 'neighbour' as PatchKind,
    where: SPOT,
    spot: null as Spot | null,
    whose: '',
    plants: '',
    flowerFrom: '',
    flowerTo: '',
    apart: 'open' as Apart,
    shiftWeeks: '0',
    note: '',
  }),
  of: () => (props.patchKey === undefined ? growingApi.add : growingApi.change),
  asked: () => ({ key: props.patchKey ?? '' }),
  body: (v) => {
    const n = gather({
      plants: () => numberOf('plants', v.plants),
      shiftDays: () => Math.round(7 * (numberOf('shiftDays', v.shiftWeeks) ?? 0)),
    });
    const place =
      v.where === SPOT ? { eastM: v.spot?.eastM ?? null, northM: v.spot?.northM ?? null } : v.where === 'as-is' ? {} : { garden: v.where };
    const said = {
      ...place,
      plants: n.plants ?? null,
      flowerFrom: v.flowerFrom || null,
      flowerTo: v.flowerTo || null,
      apart: v.apart,
      kind: v.kind,
      note: v.note.trim() || null,
      whose: v.whose.trim() || null,
    };
    if (props.patchKey === undefined) return { ...said, cropKey: v.cropKey, varietyId: v.varietyId, season: plan.value?.season ?? 0 };
    return { ...said, version: data.value?.version ?? 0, ...(data.value?.sownOn ? {} : { shiftDays: n.shiftDays }) };
  },
});
const { values } = form;
watch(
  [data, plan],
  ([d, p]) => {
    if (values.ready) return;
    if (fresh.value && p) Object.assign(values, { ready: true, cropKey: p.crops[0]?.key ?? '' });
    else if (d) {
      form.reset({
        ...values,
        ready: true,
        kind: d.patch.kind,
        where: d.own.spot !== null ? SPOT : (d.own.garden ?? 'as-is'),
        spot: d.own.spot,
        whose: d.own.whose ?? '',
        plants: String(d.own.plants ?? (d.patch.plantsKnown === 'guessed' ? '' : d.patch.plants)),
        flowerFrom: d.own.flowerFrom ?? '',
        flowerTo: d.own.flowerTo ?? '',
        apart: d.patch.apart,
        shiftWeeks: String(Math.round((10 * d.own.shiftDays) / 7) / 10),
        note: d.own.note ?? '',
      });
    }
  },
  { immediate: true },
);
// A tap on the plan is the spot.
watch(
  () => [asText(route.query.east), asText(route.query.north)],
  ([east, north]) => {
    if (east == null || north == null) return;
    values.where = SPOT;
    values.spot = { eastM: Math.round(Number(east) / 50) * 50, northM: Math.round(Number(north) / 50) * 50 };
  },
  { immediate: true },
);
const whereOptions = computed(() => [
  ...(fresh.value ? [] : [{ value: 'as-is', label: data.value?.patch.place ?? 'in their own garden' }]),
  { value: SPOT, label: 'a spot of its own: tap it on the plan' },
  ...(gardens.value?.gardens ?? [])
    .filter((g) => g.spot !== null)
    .map((g) => ({ value: g.id === null ? 'library' : String(g.id), label: g.id === null ? `${g.name} (here)` : g.name })),
]);
const cropOptions = computed(() => (plan.value?.crops ?? []).map((c) => ({ value: c.key, label: c.name })));
const varietyOptions = computed(() =>
  (register.value?.varieties ?? [])
    .filter((v) => plan.value?.crops.some((c) => c.key === v.cropKey))
    .map((v) => ({ value: v.id, label: v.name })),
);
const kindOptions = (fresh.value ? (['neighbour', 'table'] as const) : (['library', 'seed', 'table', 'neighbour'] as const)).map((k) => ({
  value: k,
  label: PATCH_KIND_WORDS[k],
}));
const clean = () => ({ ...route.query, east: undefined, north: undefined });
const leave = (): void =>
  void router.push({
    path: props.patchKey === undefined ? '/growing' : `/growing/${props.patchKey}`,
    query: clean(),
  });
async function save(): Promise<void> {
  const answer = await form.send();
  if (answer) await router.push({ path: `/growing/${answer.key}`, query: clean() });
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="patch" />
  <FormFrame
    v-else-if="values.ready"
    :title="fresh ? 'A patch somebody saw' : 'What is said of it'"
    :about="fresh ? `${plan?.name ?? ''}, ${plan?.season ?? ''}` : data ? patchName(data.patch) : ''"
    :action="fresh ? 'Put it on the plan' : 'Save'"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="leave"
  >
    <FieldSelect
      v-if="fresh && cropOptions.length > 1"
      id="crop"
      v-model="values.cropKey"
      label="What it is"
      :options="cropOptions"
      :error="form.errors.cropKey"
    />
    <FieldSelect
      v-if="fresh"
      id="variety"
      v-model="values.varietyId"
      label="Variety"
      optional
      placeholder="nobody knows which"
      :options="varietyOptions"
      :error="form.errors.varietyId"
    />
    <FieldChoice id="kind" v-model="values.kind" label="It is" :options="kindOptions" :error="form.errors.kind" />
    <FieldSelect id="garden" v-model="values.where" label="Where" :options="whereOptions" :error="form.errors.garden" />
    <FieldSpot
      v-if="values.where === 'spot'"
      id="spot"
      v-model="values.spot"
      label="From the library"
      hint="or tap its spot on the plan; it is kept to 50 m"
      :error="form.errors.eastM ?? form.errors.northM"
    />
    <FieldText
      v-if="values.where === 'spot' || fresh"
      id="whose"
      v-model="values.whose"
      label="Whose, or what stands there"
      :optional="values.where !== 'spot'"
      placeholder="the allotment by the bridge"
      :error="form.errors.whose"
    />
    <FieldText
      id="plants"
      v-model="values.plants"
      class="half"
      label="Plants in flower"
      :optional="!fresh"
      numeric
      :error="form.errors.plants"
    />
    <FieldText
      v-if="!fresh && !data?.sownOn"
      id="shift"
      v-model="values.shiftWeeks"
      class="half"
      label="Begun later by"
      unit="weeks"
      numeric
      hint="below 0 is earlier"
      :error="form.errors.shiftDays"
    />
    <FieldDay id="from" v-model="values.flowerFrom" class="half" label="In flower from" optional :error="form.errors.flowerFrom" />
    <FieldDay id="to" v-model="values.flowerTo" class="half" label="to" optional :error="form.errors.flowerTo" />
    <FieldChoice
      id="apart"
      v-model="values.apart"
      label="Kept to itself"
      :options="APARTS.map((a) => ({ value: a, label: APART_WORDS[a] }))"
      :error="form.errors.apart"
    />
    <FieldNote id="note" v-model="values.note" label="Note" optional :error="form.errors.note" />
  </FormFrame>
  <OpeningNote v-else />
</template>
