<script setup lang="ts">
import { type Breeding, BREEDING_WORDS, BREEDINGS, type Crop, HARDINESSES } from '@esprel/core';
import { varietiesApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { gather, numberOf, useForm } from '../base/useForm.ts';
import FieldFind from '../fields/FieldFind.vue';
import { findCrops } from '../fields/finders.ts';
import FieldNote from '../fields/FieldNote.vue';
import FieldSelect from '../fields/FieldSelect.vue';
import FieldText from '../fields/FieldText.vue';
import { useTypedLengths } from '../fields/useTypedLengths.ts';
import FormFrame from '../fields/FormFrame.vue';
import ReachNote from '../shared/ReachNote.vue';
import SheetProblem from '../shared/SheetProblem.vue';

/** A new variety, or one changed; a new name shows what follows from it. */
const props = defineProps<{ id?: string | undefined }>();
const router = useRouter();
const { data: old, problem } = useRead(varietiesApi.sheet, () => (props.id === undefined ? null : { id: props.id }));
const { inch, lengthText, cmTyped } = useTypedLengths();
const unit = computed(() => (inch.value ? 'inch' : 'cm'));
const version = ref<number | null>(null);

const form = useForm({
  name: props.id === undefined ? 'variety' : null,
  initial: () => ({
    name: '',
    crop: null as Crop | string | null,
    breeding: 'unknown' as Breeding,
    habit: '',
    height: '',
    spacing: '',
    daysMin: '',
    daysMax: '',
    hardiness: null as (typeof HARDINESSES)[number] | null,
    synonyms: '',
    note: '',
  }),
  body: (v) => {
    const n = gather({
      heightCm: () => cmTyped(numberOf('heightCm', v.height)),
      spacingCm: () => cmTyped(numberOf('spacingCm', v.spacing)),
      harvestDaysMin: () => numberOf('harvestDaysMin', v.daysMin),
      harvestDaysMax: () => numberOf('harvestDaysMax', v.daysMax),
    });
    return {
      ...n,
      name: v.name,
      breeding: v.breeding,
      habit: v.habit.trim() || null,
      hardiness: v.hardiness,
      note: v.note.trim() || null,
      synonyms: v.synonyms
        .split(/[;\n]/)
        .map((s) => s.trim())
        .filter((s) => s !== ''),
      ...(version.value === null ? { cropKey: typeof v.crop === 'object' ? (v.crop?.key ?? '') : '' } : { version: version.value }),
    };
  },
  of: props.id === undefined ? varietiesApi.add : varietiesApi.edit,
  asked: () => ({ id: props.id ?? '' }),
});
const { values } = form;
watch(
  old,
  (sheet) => {
    if (!sheet || version.value !== null) return;
    const o = sheet.variety;
    version.value = o.version;
    Object.assign(values, {
      name: o.name,
      breeding: o.breeding,
      habit: o.habit ?? '',
      height: lengthText(o.heightCm),
      spacing: lengthText(o.spacingCm),
      daysMin: o.harvestDaysMin === null ? '' : String(o.harvestDaysMin),
      daysMax: o.harvestDaysMax === null ? '' : String(o.harvestDaysMax),
      hardiness: o.hardiness,
      synonyms: o.synonyms.join('; '),
      note: o.note ?? '',
    });
  },
  { immediate: true },
);
const renamed = computed(() => old.value !== null && values.name.trim() !== '' && values.name.trim() !== old.value.variety.name);
const synonymError = computed(() => Object.entries(form.errors).find(([path]) => path.startsWith('synonyms'))?.[1]);
const theirs = computed(() => (form.problem?.code === 'stale' ? (form.problem.more.current as { name: string; version: number }) : null));

async function save(): Promise<void> {
  const answer = await form.send();
  if (!answer) return;
  form.reset();
  await router.push(`/library/varieties/${String(answer.id)}`);
}
function mine(): void {
  version.value = theirs.value?.version ?? version.value;
  void save();
}
const leave = (): void => void router.push(props.id === undefined ? '/library/varieties' : `/library/varieties/${props.id}`);
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="variety" />
  <FormFrame
    v-else-if="id === undefined || old"
    :title="id === undefined ? 'A new variety' : 'Change the variety'"
    :about="old?.variety.name"
    action="Save"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="leave"
  >
    <template v-if="theirs" #problem>
      <p>It is now called “{{ theirs.name }}”; yours is “{{ values.name }}”.</p>
      <p class="row-of-buttons">
        <button type="button" @click="mine">Keep mine</button>
        <button type="button" @click="leave">Keep theirs</button>
      </p>
    </template>
    <FieldText id="v-name" v-model="values.name" class="half" label="Name" :error="form.errors.name" />
    <FieldFind
      v-if="id === undefined"
      id="v-crop"
      v-model="values.crop"
      class="half"
      label="Crop"
      placeholder="common or scientific name"
      nothing="No such crop; try another of its names."
      :search="findCrops"
      :words="(c) => c.name"
      :detail="(c) => c.scientific"
      :error="form.errors.cropKey"
    />
    <FieldText
      v-else
      id="v-synonyms"
      v-model="values.synonyms"
      class="half"
      label="Other names"
      optional
      hint="one after another, with ; between"
      :error="synonymError"
    />
    <ReachNote v-if="renamed && old" :reach="old.reach" />
    <FieldSelect
      id="v-breeding"
      v-model="values.breeding"
      class="half"
      label="Breeding"
      :options="BREEDINGS.map((b) => ({ value: b, label: BREEDING_WORDS[b] }))"
    />
    <FieldText
      id="v-habit"
      v-model="values.habit"
      class="half"
      label="Habit"
      optional
      placeholder="bush, vine, upright …"
      :error="form.errors.habit"
    />
    <FieldText
      id="v-height"
      v-model="values.height"
      class="third"
      label="Height"
      optional
      numeric
      :unit="unit"
      :error="form.errors.heightCm"
    />
    <FieldText
      id="v-spacing"
      v-model="values.spacing"
      class="third"
      label="Apart"
      optional
      numeric
      :unit="unit"
      :error="form.errors.spacingCm"
    />
    <FieldSelect
      id="v-hardiness"
      v-model="values.hardiness"
      class="third"
      label="Frost"
      optional
      placeholder="as its crop"
      :options="HARDINESSES.map((h) => ({ value: h, label: h }))"
    />
    <FieldText
      id="v-days-min"
      v-model="values.daysMin"
      class="third"
      label="First crop after"
      optional
      numeric
      unit="days"
      :error="form.errors.harvestDaysMin"
    />
    <FieldText
      id="v-days-max"
      v-model="values.daysMax"
      class="third"
      label="at the latest"
      optional
      numeric
      unit="days"
      :error="form.errors.harvestDaysMax"
    />
    <FieldText
      v-if="id === undefined"
      id="v-synonyms"
      v-model="values.synonyms"
      label="Other names"
      optional
      hint="one after another, with ; between"
      :error="synonymError"
    />
    <FieldNote id="v-note" v-model="values.note" label="Note" optional :error="form.errors.note" />
  </FormFrame>
</template>
