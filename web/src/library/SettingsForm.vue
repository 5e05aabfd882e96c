<script setup lang="ts">
import { useAccess } from '../base/access.ts';
import DeskMessage from '../base/DeskMessage.vue';
import Checkbox from 'primevue/checkbox';
import { type Settings } from '@esprel/core';
import { settingsApi } from '@esprel/core/api';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { bothSides, type BothSides } from '../base/bothSides.ts';
import KeepWhich from '../base/KeepWhich.vue';
import { useSession } from '../base/session.ts';
import { gather, numberOf, shareOf, useForm } from '../base/useForm.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldOneInTen from '../fields/FieldOneInTen.vue';
import FieldText from '../fields/FieldText.vue';
import { yearDayWords } from '../fields/yearDay.ts';
import FieldYearDay from '../fields/FieldYearDay.vue';
import { useTypedWarmth } from '../fields/useTypedWarmth.ts';
import FormFrame from '../fields/FormFrame.vue';
import MemberSettings from './MemberSettings.vue';

/** Parts of the settings that are shown by themselves, for whoever was led here for them; what is not shown stays as it is. */
const PART_TITLES = { place: 'Name and place', frost: 'Frost', members: 'Members and their own pages' } as const;
type Part = keyof typeof PART_TITLES;
/** What else is asked for on the way: a name and a place come with their units. */
const SHOWN: Readonly<Record<Part, readonly string[]>> = { place: ['place', 'units'], frost: ['frost'], members: ['members'] };
const route = useRoute();
const part = computed(() => (Object.keys(PART_TITLES) as Part[]).find((p) => p === route.query.part) ?? null);
const shows = (name: string): boolean => part.value === null || SHOWN[part.value].includes(name);
/** By the number of the day, 0 for Sunday. */
const WEEKDAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat'];
const session = useSession();
const access = useAccess();
/** Typed in the unit that is in use, also while another is being chosen. */
const { unit, warmthText, celsiusTyped } = useTypedWarmth();
const texts = (s: Settings | null, version: number) => ({
  version,
  ...(s ?? {
    libraryName: '',
    hemisphere: 'north' as const,
    lastFrost: '',
    firstFrost: '',
    temperatureUnit: 'C' as const,
    lengthUnit: 'mm' as const,
    massUnit: 'g' as const,
    dateOrder: 'day-month' as const,
  }),
  lastFrostSdDays: String(s?.lastFrostSdDays ?? ''),
  firstFrostSdDays: String(s?.firstFrostSdDays ?? ''),
  lendingThreshold: s ? String(Math.round(s.lendingThreshold * 100)) : '',
  winterMinC: warmthText(s?.winterMinC),
  openDays: [...(s?.openDays ?? [])],
  publicAddress: s?.publicAddress ?? '',
  publicPage: s?.publicPage === true,
  fairShare: String(s?.fairShare ?? ''),
  askWeeks: String(s?.askWeeks ?? ''),
  supplierC: warmthText(s?.supplierC),
  supplierRhPercent: String(s?.supplierRhPercent ?? ''),
  roomC: warmthText(s?.roomC),
  roomRhPercent: String(s?.roomRhPercent ?? ''),
});
const form = useForm({
  name: null,
  initial: () => texts(session.settings, session.settingsVersion),
  of: settingsApi.change,
  body: (v) => ({
    ...v,
    ...gather({
      lastFrostSdDays: () => numberOf('lastFrostSdDays', v.lastFrostSdDays),
      firstFrostSdDays: () => numberOf('firstFrostSdDays', v.firstFrostSdDays),
      winterMinC: () => celsiusTyped(numberOf('winterMinC', v.winterMinC)),
      lendingThreshold: () => shareOf('lendingThreshold', v.lendingThreshold),
      supplierC: () => celsiusTyped(numberOf('supplierC', v.supplierC)),
      supplierRhPercent: () => numberOf('supplierRhPercent', v.supplierRhPercent),
      roomC: () => celsiusTyped(numberOf('roomC', v.roomC)),
      roomRhPercent: () => numberOf('roomRhPercent', v.roomRhPercent),
      fairShare: () => numberOf('fairShare', v.fairShare),
      askWeeks: () => numberOf('askWeeks', v.askWeeks),
    }),
    publicAddress: v.publicAddress.trim().replace(/\/+$/, '') || null,
  }),
});
/** The settings as they were when the form was filled: what is not so any more was changed, here or at another desk. */
let filled: Settings | null = session.settings;
watch(
  () => session.settings,
  (s) => {
    if (!s || form.values.libraryName !== '') return;
    filled = s;
    Object.assign(form.values, texts(s, session.settingsVersion));
  },
  { immediate: true },
);
const { values } = form;

type Versioned = Settings & { readonly version: number };
/** What two people changed into different things, and the settings with what only one of them changed. */
const clash = ref<(BothSides<Versioned> & { readonly now: Settings }) | null>(null);

/** A value as it is read: a day of the year in words. */
function valueWords(value: unknown): string {
  return typeof value === 'string' && /^\d\d-\d\d$/.test(value) ? yearDayWords(value, values.dateOrder) : String(value ?? 'nothing');
}

async function save(): Promise<void> {
  clash.value = null;
  const answer = await form.send();
  if (answer) {
    filled = answer.settings;
    values.version = answer.version;
  } else if (form.problem?.code === 'stale') {
    const { current, yours } = form.problem.more as { current: Versioned; yours: Settings };
    const sides = bothSides(filled ?? {}, yours, current, valueWords);
    if (sides.words === '') await saveAs(sides.mine, current);
    else clash.value = { ...sides, now: current };
  }
}
/** Saves what was put together of both sides. */
async function saveAs(settings: Versioned, current: Settings): Promise<void> {
  filled = current;
  form.reset(texts(settings, settings.version));
  await save();
}
</script>

<template>
  <div class="narrow">
    <DeskMessage v-if="!access.coordinator" kind="notice">Only a coordinator changes these.</DeskMessage>
    <FormFrame
      :title="part === null ? 'Settings' : PART_TITLES[part]"
      about="They hold for everybody at this desk."
      action="Save"
      :cancel="false"
      :sending="form.sending"
      :problem="form.problem"
      @submit="save"
    >
      <template v-if="clash" #problem>
        <KeepWhich :words="clash.words" @mine="saveAs(clash.mine, clash.now)" @theirs="saveAs(clash.theirs, clash.now)" />
      </template>
      <p v-if="part !== null"><RouterLink to="/library/settings">All settings</RouterLink></p>
      <template v-if="shows('place')">
        <FieldText
          id="library-name"
          v-model="values.libraryName"
          class="two-thirds"
          label="Name of the library"
          :error="form.errors.libraryName"
        />
        <FieldChoice
          id="hemisphere"
          v-model="values.hemisphere"
          class="third"
          label="Hemisphere"
          :options="[
            { value: 'north', label: 'North' },
            { value: 'south', label: 'South' },
          ]"
          :error="form.errors.hemisphere"
        />
      </template>
      <template v-if="shows('frost')">
        <FieldYearDay
          id="last-frost"
          v-model="values.lastFrost"
          class="third"
          label="Usual last frost of spring"
          word="lastFrost"
          :error="form.errors.lastFrost"
        />
        <FieldText
          id="last-sd"
          v-model="values.lastFrostSdDays"
          class="third"
          label="Give or take"
          numeric
          unit="days"
          :error="form.errors.lastFrostSdDays"
        />
        <FieldOneInTen id="one-in-ten" v-model="values.lastFrostSdDays" class="third" :last-frost="values.lastFrost" />
        <FieldYearDay
          id="first-frost"
          v-model="values.firstFrost"
          class="third"
          label="Usual first frost of autumn"
          :error="form.errors.firstFrost"
        />
        <FieldText
          id="first-sd"
          v-model="values.firstFrostSdDays"
          class="third"
          label="Give or take"
          numeric
          unit="days"
          :error="form.errors.firstFrostSdDays"
        />
        <FieldText
          id="winter"
          v-model="values.winterMinC"
          class="third"
          label="Winters go down to"
          optional
          numeric
          :unit="`°${unit}`"
          hint="usually; it says what may be sown in autumn"
          :error="form.errors.winterMinC"
        />
      </template>
      <template v-if="shows('lending')">
        <FieldText
          id="threshold"
          v-model="values.lendingThreshold"
          class="half"
          label="Lending line"
          word="lendingLine"
          numeric
          unit="% alive"
          hint="A lot that is likely above it is lent without a word. Each crop may have its own."
          :error="form.errors.lendingThreshold"
        />
        <fieldset class="half days">
          <legend>Open on</legend>
          <label v-for="(name, i) in WEEKDAYS" :key="name" class="weekday cut-card" :class="{ chosen: values.openDays.includes(i) }">
            <Checkbox v-model="values.openDays" :value="i" />{{ name }}
          </label>
          <p class="quiet small">Rounds of tests are laid and counted on these days. None chosen: any day will do.</p>
        </fieldset>
        <h2 class="group">Where nobody wrote down how seed was kept, it is taken as</h2>
        <FieldText
          id="supplier-c"
          v-model="values.supplierC"
          class="quarter"
          label="At the supplier’s"
          numeric
          :unit="`°${unit}`"
          hint="before it came"
          :error="form.errors.supplierC"
        />
        <FieldText
          id="supplier-rh"
          v-model="values.supplierRhPercent"
          class="quarter"
          label="dry to"
          numeric
          unit="%"
          :error="form.errors.supplierRhPercent"
        />
        <FieldText
          id="room-c"
          v-model="values.roomC"
          class="quarter"
          label="Else in a room of"
          numeric
          :unit="`°${unit}`"
          :error="form.errors.roomC"
        />
        <FieldText
          id="room-rh"
          v-model="values.roomRhPercent"
          class="quarter"
          label="and humidity of"
          numeric
          unit="%"
          :error="form.errors.roomRhPercent"
        />
      </template>
      <template v-if="shows('units')">
        <FieldChoice
          id="temperature"
          v-model="values.temperatureUnit"
          class="third"
          label="Warmth in"
          :options="[
            { value: 'C', label: '°C' },
            { value: 'F', label: '°F' },
          ]"
        />
        <FieldChoice
          id="length"
          v-model="values.lengthUnit"
          class="third"
          label="Depth in"
          :options="[
            { value: 'mm', label: 'mm' },
            { value: 'inch', label: 'inch' },
          ]"
        />
        <FieldChoice
          id="mass"
          v-model="values.massUnit"
          class="third"
          label="Weight in"
          :options="[
            { value: 'g', label: 'g' },
            { value: 'oz', label: 'oz' },
          ]"
        />
        <FieldChoice
          id="order"
          v-model="values.dateOrder"
          label="Dates as"
          :options="[
            { value: 'day-month', label: 'Thu 14 Mar' },
            { value: 'month-day', label: 'Thu Mar 14' },
          ]"
        />
      </template>
      <MemberSettings v-if="shows('members')" :model-value="values" :errors="form.errors" />
    </FormFrame>
  </div>
</template>

<style scoped>
.group {
  font-size: 16px;
  padding-top: 6px;
}
.days {
  border: 0;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-content: start;
}
.days legend {
  font-weight: 600;
  padding: 0;
  margin-bottom: 3px;
}
.weekday {
  position: relative;
  display: inline-flex;
  align-items: center;
  min-height: 40px;
  padding: 0 8px;
  border: 1px solid var(--edge);
  border-radius: 3px;
  cursor: pointer;
}
.weekday.chosen {
  background: var(--action-soft);
  border-color: var(--action);
  border-bottom-width: 3px;
  font-weight: 600;
}
.weekday:has(:focus-visible) {
  outline: 3px solid var(--focus);
}

.narrow {
  max-width: 720px;
  height: 100%;
}
</style>
