<script setup lang="ts">
import Checkbox from 'primevue/checkbox';
import { type Crop } from '@esprel/core';
import { type Reach, varietiesApi, type VarietyListed } from '@esprel/core/api';
import { readOnce } from '../base/calls.ts';
import { useRead } from '../base/useRead.ts';
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useForm } from '../base/useForm.ts';
import FieldFind from '../fields/FieldFind.vue';
import { findCrops, findVarieties } from '../fields/finders.ts';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import ReachNote from '../shared/ReachNote.vue';
import SheetProblem from '../shared/SheetProblem.vue';

/** The corrections of the register that reach beyond one record: splitting, joining, another crop. */
const props = defineProps<{ id: string; step: 'split' | 'join' | 'move' }>();
const route = useRoute();
const router = useRouter();
const { data, problem } = useRead(varietiesApi.sheet, () => ({ id: props.id }));
const version = ref(0);

const WORDS = {
  split: {
    title: 'Split in two',
    action: 'Split',
    about: 'Some lots turned out to be another variety. They go over to a new one; the others stay.',
  },
  join: {
    title: 'Join with another',
    action: 'Join',
    about: 'Two names for one variety. Lots and names go over; this one stays in the register as a signpost.',
  },
  move: {
    title: 'Belongs to another crop',
    action: 'Move',
    about: 'Called by the wrong genus. Estimates, advice and labels follow the right crop from now on.',
  },
} as const;

const form = useForm({
  name: null,
  initial: () => ({
    name: '',
    lotCodes: [] as string[],
    into: null as VarietyListed | string | null,
    crop: null as Crop | string | null,
    reason: '',
  }),
  body: (v) => ({
    version: version.value,
    reason: v.reason,
    ...(props.step === 'split' ? { name: v.name, lotCodes: v.lotCodes } : {}),
    ...(props.step === 'join' ? { intoId: typeof v.into === 'object' ? (v.into?.id ?? undefined) : undefined } : {}),
    ...(props.step === 'move' ? { cropKey: typeof v.crop === 'object' ? (v.crop?.key ?? '') : '' } : {}),
  }),
  of: varietiesApi[props.step],
  asked: () => ({ id: props.id }),
});
const { values } = form;
watch(
  data,
  (sheet) => {
    if (sheet && version.value === 0) version.value = sheet.variety.version;
  },
  { immediate: true },
);
// From "perhaps the same as" the other one is known already.
if (typeof route.query.into === 'string') {
  void readOnce(varietiesApi.sheet, { id: route.query.into }).then((s) => (values.into ??= s.variety));
}
/** Only the lots that go over are reached. */
const reach = computed((): Reach | null => {
  const all = data.value?.reach;
  if (!all) return null;
  if (props.step !== 'split') return all;
  const gone = new Set(values.lotCodes);
  return { lots: all.lots.filter((l) => gone.has(l.code)), loans: all.loans.filter((l) => gone.has(l.lotCode)) };
});
const findOthers = async (q: string): Promise<readonly VarietyListed[]> =>
  (await findVarieties(q)).filter((v) => String(v.id) !== props.id);

async function save(): Promise<void> {
  const answer = await form.send();
  if (answer) await router.push(`/library/varieties/${String(answer.id)}`);
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="variety" />
  <FormFrame
    v-else-if="data"
    :title="WORDS[step].title"
    :about="data ? `${data.variety.name}, ${data.crop.name}. ${WORDS[step].about}` : ''"
    :action="WORDS[step].action"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="router.push(`/library/varieties/${id}`)"
  >
    <template v-if="step === 'split'">
      <FieldText id="split-name" v-model="values.name" label="Name of the new variety" :error="form.errors.name" />
      <fieldset>
        <legend>Lots that go over to it</legend>
        <label v-for="l in data?.lots ?? []" :key="l.code" class="pick">
          <Checkbox v-model="values.lotCodes" :value="l.code" /> <span class="code">{{ l.code }}</span> {{ l.year ?? 'year not known' }},
          {{ l.source }}
        </label>
        <p v-if="form.errors.lotCodes" class="error" role="alert">{{ form.errors.lotCodes }}</p>
      </fieldset>
    </template>
    <FieldFind
      v-else-if="step === 'join'"
      id="join-into"
      v-model="values.into"
      label="It is the same as"
      placeholder="any name of the other variety"
      nothing="No such variety."
      :search="findOthers"
      :words="(v) => v.name"
      :detail="(v) => v.crop"
      :error="form.errors.intoId ? 'choose the other variety from the list' : undefined"
    />
    <FieldFind
      v-else
      id="move-crop"
      v-model="values.crop"
      label="The crop it belongs to"
      placeholder="common or scientific name"
      nothing="No such crop; try another of its names."
      :search="findCrops"
      :words="(c) => c.name"
      :detail="(c) => c.scientific"
      :error="form.errors.cropKey"
    />
    <FieldText
      id="step-reason"
      v-model="values.reason"
      label="Why"
      hint="It stays in the history, and is told to the members."
      :error="form.errors.reason"
    />
    <ReachNote v-if="reach" :reach="reach" />
  </FormFrame>
</template>

<style scoped>
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
}
legend {
  font-weight: 600;
  padding: 0;
}
.pick {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 40px;
}
.error {
  color: var(--act);
  font-weight: 600;
}
</style>
