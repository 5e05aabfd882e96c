<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { cautionWords, harvestNotYet, isShortLived, restrictionsOf, restrictionWords } from '@esprel/core';
import { cropsApi, lotsApi, restrictedApi, varietiesApi } from '@esprel/core/api';
import { readOnce } from '../base/calls.ts';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { computed, nextTick, onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useSession } from '../base/session.ts';
import { useTable } from '../base/table.ts';
import { useForm } from '../base/useForm.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldDay from '../fields/FieldDay.vue';
import { useTodayWhenEmpty } from '../fields/useTodayWhenEmpty.ts';
import FieldFind from '../fields/FieldFind.vue';
import { findCrops, findVarieties } from '../fields/finders.ts';
import FieldNote from '../fields/FieldNote.vue';
import FieldPlace from '../fields/FieldPlace.vue';
import { seedsHint } from '../fields/seedsText.ts';
import FieldText from '../fields/FieldText.vue';
import FormFrame from '../fields/FormFrame.vue';
import CautionNote from '../shared/CautionNote.vue';
import { ACQUISITION_OPTIONS, IDENTITY_OPTIONS, KNOWN_OPTIONS } from '../shared/choices.ts';
import LotFormFields from './LotFormFields.vue';
import LotPickedFields from './LotPickedFields.vue';
import LotYearFields from './LotYearFields.vue';
import NotRipeYet from '../shared/NotRipeYet.vue';
import { carriedOver, emptyIntake, intakeBody, type NamedThing, type VarietyFound } from './useIntake.ts';

const session = useSession();
const router = useRouter();
const table = useTable();
const units = computed(() => session.settings ?? { massUnit: 'g' as const, temperatureUnit: 'C' as const, hemisphere: 'north' as const });
const unit = computed(() => units.value.massUnit);
const taken = ref<{ readonly code: string; readonly name: string } | null>(null);

const form = useForm({
  name: 'intake',
  initial: () => emptyIntake(session.today),
  of: lotsApi.takeIn,
  body: (v) => intakeBody(v, units.value),
});
const { values } = form;
useTodayWhenEmpty(values, 'receivedOn');

const known = computed(() => (typeof values.variety === 'object' ? values.variety : null));
const crop = computed(() => (typeof values.crop === 'object' ? values.crop : null));
const { data: list } = useRead(restrictedApi.list, () => ({}));
const typedName = computed(() => (typeof values.variety === 'object' ? (values.variety?.name ?? '') : String(values.variety ?? '')));
const cautions = computed(() =>
  crop.value === null
    ? cautionWords([], values.form)
    : [
        ...cautionWords(crop.value.cautions, values.form, crop.value.storageBehaviour),
        ...restrictionsOf(list.value?.restricted ?? [], crop.value, [typedName.value, ...(known.value?.synonyms ?? [])]).map(
          restrictionWords,
        ),
      ],
);
const about = computed(() => {
  const bare = /^[\d.,/\s½¼¾⅛]+$/.test(values.amount.trim());
  const text = values.amountKnown === 'weighed' && bare ? `${values.amount} ${unit.value}` : values.amount;
  return seedsHint(text, crop.value === null ? null : { seedsPerGram: crop.value.seedsPerGram, weighed: false });
});
/** What is not known by a year, but by the day of picking, where it ripened and how warm its nights were. */
const shortLived = computed(() => crop.value !== null && isShortLived(crop.value));
const notYet = computed(
  () =>
    /^\d{4}$/.test(values.year.trim()) && harvestNotYet(values.yearKind, Number(values.year), values.receivedOn, units.value.hemisphere),
);

const findSources = async (q: string): Promise<readonly NamedThing[]> =>
  (await readOnce(varietiesApi.sources, { q: q.slice(0, 120) })).sources;

/** A variety that is known brings its crop along. */
async function chooseVariety(v: VarietyFound): Promise<void> {
  const { crop: found } = await readOnce(cropsApi.sheet, { key: v.cropKey });
  values.crop = found;
}

function first(): void {
  document.getElementById('variety')?.focus();
}
onMounted(() => void nextTick(first));

async function save(): Promise<void> {
  const name = typedName.value;
  const answer = await form.send();
  if (!answer) return;
  taken.value = { code: answer.code, name };
  form.reset(carriedOver(values));
  await nextTick();
  first();
}
</script>

<template>
  <FormFrame
    title="Take in an envelope"
    about="Enter saves it and opens the next one. Source, year and place stay."
    action="Take in"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="router.push('/lots')"
  >
    <template #before>
      <DeskMessage kind="notice" class="row-of-buttons">
        <span>A whole box?</span>
        <Button type="button" severity="secondary" @click="router.push('/take-in')">A run of envelopes <kbd>R</kbd></Button>
        <RouterLink to="/library/read-in">or a spreadsheet</RouterLink>
      </DeskMessage>
      <div v-if="taken" class="taken" role="status">
        <p>
          Write on the envelope: <strong class="code">{{ taken.code }}</strong> {{ taken.name }}
        </p>
        <p class="row-of-buttons">
          <Button severity="secondary" label="Open it" @click="router.push(`/lots/${taken.code}`)" />
          <Button severity="secondary" label="Print its label" @click="router.push(`/labels?codes=${taken.code}`)" />
          <RouterLink :to="`/lots/${taken.code}/weigh`">Weigh it</RouterLink>
          <RouterLink :to="`/lots/${taken.code}/envelope`">What the envelope says</RouterLink>
          <Button severity="secondary" label="Put it on the table" @click="table.pullOut(taken.code)" />
        </p>
      </div>
    </template>
    <FieldFind
      id="variety"
      v-model="values.variety"
      class="half"
      label="Variety"
      placeholder="name on the envelope, or a nickname"
      :search="findVarieties"
      :words="(v) => v.name"
      :detail="(v) => [v.crop, ...v.synonyms].join(', ')"
      :error="form.errors.varietyName ?? form.errors.varietyId"
      :hint="known ? `known here, ${known.lots} ${known.lots === 1 ? 'lot' : 'lots'} so far` : undefined"
      @choose="chooseVariety"
    />
    <FieldFind
      id="crop"
      v-model="values.crop"
      class="half"
      label="Crop"
      placeholder="common or scientific name"
      nothing="No such crop; try another of its names."
      :search="findCrops"
      :words="(c) => c.name"
      :detail="(c) => c.scientific"
      :disabled="known !== null"
      :error="form.errors.cropKey"
      :hint="crop ? crop.scientific : undefined"
    />
    <CautionNote :cautions="cautions" />
    <FieldFind
      id="source"
      v-model="values.source"
      class="half"
      label="Came from"
      placeholder="person, supplier, swap"
      :search="findSources"
      :words="(s) => s.name"
      :error="form.errors.source"
    />
    <FieldChoice
      id="acquisition"
      v-model="values.acquisition"
      class="half"
      label="How"
      :options="ACQUISITION_OPTIONS"
      :error="form.errors.acquisition"
    />
    <LotYearFields :model-value="values" :errors="form.errors" />
    <NotRipeYet v-if="notYet" v-model="values.yearSure" :year="values.year" @packed="values.yearKind = 'packing'" />
    <FieldText
      id="amount"
      v-model="values.amount"
      class="third"
      label="Amount"
      placeholder="120, 1/8 oz"
      :unit="values.amountKnown === 'weighed' ? unit : 'seeds'"
      :hint="about"
      :error="form.errors.seeds"
    />
    <FieldChoice
      id="amount-known"
      v-model="values.amountKnown"
      class="two-thirds"
      label="Known because it was"
      :options="KNOWN_OPTIONS"
      :error="form.errors.amountKnown"
    />
    <LotFormFields :model-value="values" :errors="form.errors" />
    <FieldChoice
      v-if="values.acquisition === 'purchased'"
      id="sealed"
      v-model="values.sealed"
      class="half"
      label="Sealed by the supplier"
      :options="[
        { value: 'no', label: 'No, or opened' },
        { value: 'yes', label: 'Sealed' },
      ]"
      hint="a foil packet that was never opened stays as dry as it was closed"
    />
    <FieldText
      v-if="values.acquisition === 'purchased' && values.sealed === 'yes'"
      id="sealed-rh"
      v-model="values.sealedRh"
      class="half"
      label="Dried to a humidity of"
      optional
      numeric
      unit="%"
      hint="30 % is taken where nobody knows"
      :error="form.errors.sealedRhPercent"
    />
    <LotPickedFields v-if="shortLived" :model-value="values" :errors="form.errors" />
    <FieldPlace id="place" v-model="values.placeId" class="half" :error="form.errors.placeId" />
    <FieldDay id="received" v-model="values.receivedOn" class="half" label="Came on" :max="session.today" :error="form.errors.receivedOn" />
    <FieldChoice
      id="identity"
      v-model="values.identity"
      label="Is the name right?"
      :options="IDENTITY_OPTIONS"
      :error="form.errors.identity"
    />
    <FieldNote id="note" v-model="values.note" label="Note" optional :error="form.errors.note" />
  </FormFrame>
</template>

<style scoped>
.taken {
  background: var(--good-soft);
  border-left: 4px solid var(--good);
  padding: 10px 14px;
  display: grid;
  gap: 8px;
}
.taken .code {
  font-size: 20px;
  margin-right: 8px;
}
</style>
