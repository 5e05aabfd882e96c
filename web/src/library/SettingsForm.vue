<script setup lang="ts">
import { useAccess } from '../base/access.ts';
import DeskMessage from '../base/DeskMessage.vue';
import { type Settings } from '@esprel/core';
import { settingsApi } from '@esprel/core/api';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { bothSides, type BothSides } from '../base/bothSides.ts';
import KeepWhich from '../base/KeepWhich.vue';
import { useSession } from '../base/session.ts';
import { gather, numberOf, shareOf, useForm } from '../base/useForm.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldText from '../fields/FieldText.vue';
import { yearDayWords } from '../fields/yearDay.ts';
import { useTypedWarmth } from '../fields/useTypedWarmth.ts';
import FormFrame from '../fields/FormFrame.vue';
import FrostSettings from './FrostSettings.vue';
import LendingSettings from './LendingSettings.vue';
import MemberSettings from './MemberSettings.vue';
import UnitSettings from './UnitSettings.vue';

/** Parts of the settings that are shown by themselves, for whoever was led here for them; what is not shown stays as it is. */
const PART_TITLES = { place: 'Name and place', frost: 'Frost', members: 'Members and their own pages' } as const;
type Part = keyof typeof PART_TITLES;
/** What else is asked for on the way: a name and a place come with their units. */
const SHOWN: Readonly<Record<Part, readonly string[]>> = { place: ['place', 'units'], frost: ['frost'], members: ['members'] };
const route = useRoute();
const part = computed(() => (Object.keys(PART_TITLES) as Part[]).find((p) => p === route.query.part) ?? null);
const shows = (name: string): boolean => part.value === null || SHOWN[part.value].includes(name);
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
      <FrostSettings v-if="shows('frost')" :model-value="values" :errors="form.errors" :unit="unit" />
      <LendingSettings v-if="shows('lending')" :model-value="values" :errors="form.errors" :unit="unit" />
      <UnitSettings v-if="shows('units')" :model-value="values" />
      <MemberSettings v-if="shows('members')" :model-value="values" :errors="form.errors" />
    </FormFrame>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 720px;
  height: 100%;
}
</style>
