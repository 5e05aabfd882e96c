<script setup lang="ts">
import { harvestNotYet, isShortLived } from '@esprel/core';
import { lotsApi } from '@esprel/core/api';
import type { Body } from '../base/asked.ts';
import { useRead } from '../base/useRead.ts';
import { computed, ref, watch } from 'vue';
import { useSession } from '../base/session.ts';
import { useForm } from '../base/useForm.ts';
import { useLeave } from '../base/useLeave.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldDay from '../fields/FieldDay.vue';
import FieldNote from '../fields/FieldNote.vue';
import FieldText from '../fields/FieldText.vue';
import { seedsHint, weightOf } from '../fields/seedsText.ts';
import FormFrame from '../fields/FormFrame.vue';
import { ACQUISITION_OPTIONS, KNOWN_OPTIONS } from '../shared/choices.ts';
import { emptyLotEdit, lotAsRead, lotEditBody, type LotEditValues } from './lotEdit.ts';
import LotFollows from './LotFollows.vue';
import LotFormFields from './LotFormFields.vue';
import LotPickedFields from './LotPickedFields.vue';
import LotYearFields from './LotYearFields.vue';
import NotRipeYet from '../shared/NotRipeYet.vue';
import SheetProblem from '../shared/SheetProblem.vue';

/** Everything that was said of a lot when it came, put right. What follows is shown before it is saved. */
const props = defineProps<{ code: string }>();
const session = useSession();
const { data, problem } = useRead(lotsApi.sheet, () => ({ code: props.code }));
/** The version that was read when the form was filled; a later one by somebody else is a conflict, shown as such. */
const version = ref(0);
const unit = computed(() => session.settings?.temperatureUnit ?? 'C');

/** The fields as they were filled, so that only what was changed is sent. */
const asRead = ref(emptyLotEdit());
const bodyOf = (v: LotEditValues): Body<typeof lotsApi.putRight> => ({
  version: version.value,
  ...(data.value ? lotEditBody(v, asRead.value, weightOf(data.value), unit.value) : {}),
});

const form = useForm({
  name: null,
  initial: emptyLotEdit,
  of: lotsApi.putRight,
  body: bodyOf,
  asked: () => ({ code: props.code }),
});
const { values } = form;
watch(data, (sheet) => {
  if (!sheet || version.value !== 0) return;
  version.value = sheet.lot.version;
  asRead.value = lotAsRead(sheet, unit.value);
  Object.assign(values, asRead.value);
});
const theirs = computed(() =>
  form.problem?.code === 'stale' ? (form.problem.more.current as { floor: number; note: string | null; version: number }) : null,
);
const shortLived = computed(() => data.value !== null && isShortLived(data.value.crop));

/** A year that is put in now and cannot be one of harvest; what stood there already was answered for. */
const notYet = computed(
  () =>
    (values.year !== asRead.value.year || values.yearKind !== asRead.value.yearKind) &&
    harvestNotYet(values.yearKind, Number(values.year), values.receivedOn, session.settings?.hemisphere ?? 'north'),
);

const { back, save } = useLeave(form, () => `/lots/${props.code}`);
function mine(): void {
  version.value = theirs.value?.version ?? version.value;
  void save();
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="lot" />
  <FormFrame
    v-else-if="data"
    title="Put right"
    :about="`${data.lot.code} ${data.lot.variety}, ${data.lot.crop}.`"
    action="Save"
    :sending="form.sending"
    :problem="form.problem"
    @submit="save"
    @leave="back"
  >
    <template v-if="theirs" #problem>
      <p>There now: floor {{ theirs.floor }}, note “{{ theirs.note ?? 'none' }}”.</p>
      <p>Yours: floor {{ values.floor }}, note “{{ values.note || 'none' }}”.</p>
      <p class="row-of-buttons">
        <button type="button" class="both" @click="mine">Keep mine</button>
        <button type="button" class="both" @click="back">Keep theirs</button>
      </p>
    </template>
    <LotYearFields :model-value="values" :errors="form.errors" />
    <NotRipeYet v-if="notYet" :year="values.year" @packed="values.yearKind = 'packing'" />
    <FieldText
      id="came-in"
      v-model="values.seeds"
      class="third"
      label="Came in"
      :hint="seedsHint(values.seeds, weightOf(data)) ?? `${data.lot.balance} are left`"
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
    <FieldText id="source" v-model="values.source" class="half" label="Came from" :error="form.errors.source" />
    <FieldChoice
      id="acquisition"
      v-model="values.acquisition"
      class="half"
      label="How"
      :options="ACQUISITION_OPTIONS"
      :error="form.errors.acquisition"
    />
    <FieldDay id="received" v-model="values.receivedOn" class="half" label="Came on" :max="session.today" :error="form.errors.receivedOn" />
    <FieldText
      id="floor"
      v-model="values.floor"
      class="half"
      label="Floor, never lent"
      word="floor"
      numeric
      unit="seeds"
      hint="Kept back so that the lot can be renewed."
      :error="form.errors.floor"
    />
    <template v-if="values.acquisition === 'purchased' || values.sealed === 'yes'">
      <FieldChoice
        id="sealed"
        v-model="values.sealed"
        class="third"
        label="Sealed by the supplier"
        :options="[
          { value: 'no', label: 'No' },
          { value: 'yes', label: 'Yes' },
        ]"
      />
      <template v-if="values.sealed === 'yes'">
        <FieldText
          id="sealed-rh"
          v-model="values.sealedRh"
          class="third"
          label="Dried to"
          optional
          numeric
          unit="%"
          :error="form.errors.sealedRhPercent"
        />
        <FieldDay
          id="opened"
          v-model="values.openedOn"
          class="third"
          label="Opened on"
          :max="session.today"
          :error="form.errors.openedOn"
        />
      </template>
    </template>
    <LotPickedFields v-if="shortLived || values.pickedOn !== ''" :model-value="values" :errors="form.errors" />
    <p class="quiet">
      How sure its name is: {{ data.lot.identity }}.
      <RouterLink :to="`/lots/${code}/identity`">Say how sure it is, or what it turned out to be</RouterLink>
    </p>
    <FieldNote id="note" v-model="values.note" label="Note" optional :error="form.errors.note" />
    <template #actions>
      <LotFollows :code="code" :values="values" :body-of="() => bodyOf(values)" />
    </template>
  </FormFrame>
</template>

<style scoped>
.both {
  min-height: 40px;
  border: 1px solid var(--act);
  background: var(--sheet);
  border-radius: 3px;
  padding: 0 12px;
  cursor: pointer;
}
</style>
