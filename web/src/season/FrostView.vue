<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { addDays, dayInYear, plural, yearOf } from '@esprel/core';
import { devicesApi, type FrostLook, type Garden, gardensApi } from '@esprel/core/api';
import { act, fileAddress, readOnce } from '../base/calls.ts';
import { useRead } from '../base/useRead.ts';
import { useElementSize } from '@vueuse/core';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { ApiProblem } from '../base/api.ts';
import { fromCelsius, toCelsius } from '../base/format.ts';
import { useSession } from '../base/session.ts';
import TwoPanes from '../base/TwoPanes.vue';
import { numberOf, useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import FieldDay from '../fields/FieldDay.vue';
import FieldText from '../fields/FieldText.vue';
import FileButton from '../fields/FileButton.vue';
import { useTodayWhenEmpty } from '../fields/useTodayWhenEmpty.ts';
import SowingNav from '../shared/SowingNav.vue';
import FrostCurve from './FrostCurve.vue';

/** When the last frost is, by garden: from a file of minima, a typed day, or some days later than the library. */
const props = defineProps<{ garden?: string }>();
const router = useRouter();
const session = useSession();
const format = useFormat();
const here = computed(() => (props.garden === undefined || props.garden === '' ? 'library' : props.garden));
const { data, problem } = useRead(gardensApi.frost, () => ({ garden: here.value }));
const { data: all } = useRead(gardensApi.list, () => ({}));
const box = ref<HTMLElement | null>(null);
const { width } = useElementSize(box);

const last = computed(() => data.value?.lastFrost ?? '');
/** The first day on which at most so many springs in a hundred still have a frost. */
function dayOfRisk(most: number): string | null {
  const found = data.value?.fitted.find((c) => c.risk <= most)?.day;
  return found === undefined || data.value === null ? null : dayInYear(data.value.year, found);
}
const monthDay = (md: string): string => format.day(dayInYear(data.value?.year ?? yearOf(session.today), md)).replace(/^\w{3} /, '');
const gardenWords = (g: Garden): string =>
  g.ownWinterMinC === null ? frostWords(g) : `${frostWords(g)}, winters to ${format.warmth(g.ownWinterMinC)}`;
const frostWords = (g: Garden): string =>
  g.id === null
    ? 'the library itself'
    : g.shiftDays === null
      ? `last frost ${monthDay(g.frost.last)}${g.hemisphere === session.settings?.hemisphere ? '' : `, ${g.hemisphere}ern half`}`
      : g.shiftDays === 0
        ? 'as the library'
        : `${plural(Math.abs(g.shiftDays), 'day')} ${g.shiftDays > 0 ? 'later' : 'earlier'}`;

const looked = ref<FrostLook | null>(null);
const reading = ref(false);
const record = useForm({
  name: null,
  initial: () => ({ fileName: '', text: '', accept: false }),
  of: gardensApi.takeRecord,
  body: (v) => ({ fileName: v.fileName, text: v.text, belowC: 0, accept: v.accept }),
  asked: () => ({ garden: here.value }),
});
const fileProblem = ref<string | null>(null);
async function look(fileName: string, text: string): Promise<void> {
  reading.value = true;
  fileProblem.value = null;
  looked.value = null;
  record.reset({ fileName, text, accept: false });
  try {
    looked.value = await act(gardensApi.lookAtRecord, { garden: here.value }, { fileName, text, belowC: 0 });
    record.values.accept = looked.value.doubts.length > 0;
  } catch (error) {
    fileProblem.value = error instanceof ApiProblem ? (error.errors[0]?.message ?? error.message) : String(error);
    fileProblem.value = `${fileName} ${fileProblem.value}`;
  }
  reading.value = false;
}
async function chosen(file: File): Promise<void> {
  await look(file.name, await file.text());
}
async function fromStation(): Promise<void> {
  reading.value = true;
  const answer = await fetch(fileAddress(devicesApi.station, { garden: here.value }));
  await look('weather station.csv', await answer.text());
}
async function use(): Promise<void> {
  if (await record.send()) looked.value = null;
  else fileProblem.value = record.errors.file ?? record.errors.accept ?? record.problem?.message ?? null;
}

const unit = computed(() => session.settings?.temperatureUnit ?? 'C');
const soil = useForm({
  name: null,
  initial: () => ({ readOn: session.today, temperature: '' }),
  of: gardensApi.readSoil,
  body: (v) => {
    const typed = numberOf('temperatureC', v.temperature);
    return {
      gardenId: data.value?.garden.id ?? null,
      readOn: v.readOn,
      temperatureC: typed === null ? undefined : toCelsius(typed, unit.value),
    };
  },
});
useTodayWhenEmpty(soil.values, 'readOn');
async function readProbe(): Promise<void> {
  const probe = await readOnce(devicesApi.probe, { garden: here.value });
  Object.assign(soil.values, { temperature: String(fromCelsius(probe.temperatureC, unit.value)), readOn: probe.readOn });
}
async function saveSoil(): Promise<void> {
  if (await soil.send()) soil.reset();
}
/** "Seed library, 27 Apr" as the sentence under the curve. */
const sentence = computed(() => {
  const ten = dayOfRisk(0.1);
  if (!data.value || ten === null) return '';
  return `In half the springs the last frost has come by ${format.day(last.value)}. From ${format.day(ten)} on, at most one spring in ten still has one.`;
});
const weekBefore = computed(() => addDays(session.today, -7));
</script>

<template>
  <TwoPanes left="Frost" right="Gardens and soil">
    <SowingNav here="/sowing/frost" />
    <header class="top">
      <h1>{{ data?.garden.name ?? 'Frost' }}</h1>
      <span v-if="data" class="quiet">{{ gardenWords(data.garden) }}</span>
    </header>
    <DeskMessage v-if="problem" kind="problem">{{ problem.message }}</DeskMessage>
    <figure v-if="data" ref="box">
      <FrostCurve :page="data" :width="Math.max(300, width)" />
      <figcaption>{{ sentence }}</figcaption>
    </figure>
    <p v-if="data?.record" class="quiet">
      Counted from {{ plural(data.record.yearsUsed, 'spring') }} in {{ data.record.fileName }}, {{ format.day(data.record.from) }} to
      {{ format.day(data.record.to) }}; spread {{ (data.record.sdDays ?? 0).toFixed(1) }} days. The steps are what was counted, the shape is
      what the season plans by.
    </p>
    <p v-else-if="data" class="quiet">
      From a usual day and a spread of {{ plural(data.garden.frost.lastSdDays, 'day') }}. A file of daily minima makes it a count instead of
      a guess.
    </p>

    <section aria-label="Read minima" class="block">
      <h2>Read daily minima</h2>
      <p class="quiet">A CSV file with a row a day: a date and a minimum, °C or °F in the heading. Missing days do no harm.</p>
      <div class="row-of-buttons">
        <FileButton :label="reading ? 'Reading …' : 'Choose a file'" accept=".csv,.txt,text/csv" :disabled="reading" @chosen="chosen" />
        <Button severity="secondary" :disabled="reading" label="From the weather station (simulated)" @click="fromStation" />
      </div>
      <DeskMessage v-if="fileProblem" kind="problem">{{ fileProblem }}</DeskMessage>
      <DeskMessage v-if="looked" kind="notice">
        <p>
          {{ plural(looked.days, 'day') }}, {{ plural(looked.record.yearsUsed, 'spring') }} complete enough.
          <template v-if="looked.record.typical"
            >Usual last frost <strong>{{ monthDay(looked.record.typical) }}</strong>, spread
            {{ (looked.record.sdDays ?? 0).toFixed(1) }} days.</template
          >
        </p>
        <p v-for="d in looked.doubts" :key="d">{{ d }}</p>
        <p class="row-of-buttons">
          <Button :disabled="record.sending" :label="looked.doubts.length > 0 ? 'Use it in spite of that' : 'Use it'" @click="use" /><Button
            severity="secondary"
            label="Leave it"
            @click="looked = null"
          />
        </p>
      </DeskMessage>
    </section>
    <template #right>
      <h2>Gardens</h2>
      <ul class="plain">
        <li v-for="g in all?.gardens ?? []" :key="g.id ?? 0">
          <RouterLink :to="`/sowing/frost/${g.id ?? 'library'}`" class="garden" :class="{ here: String(g.id ?? 'library') === here }">
            <strong>{{ g.name }}</strong><span class="quiet">{{ gardenWords(g) }}{{ g.member ? `, ${g.member}` : '' }}</span>
          </RouterLink>
        </li>
      </ul>
      <p class="row-of-buttons">
        <Button severity="secondary" label="New garden" @click="router.push('/sowing/frost/gardens/new')" />
        <Button
          v-if="data?.garden.id"
          severity="secondary"
          label="Change this one"
          @click="router.push(`/sowing/frost/gardens/${data.garden.id}`)"
        />
        <Button v-else severity="secondary" label="Type the library’s usual day" @click="router.push('/library/settings')" />
      </p>
      <form class="block" novalidate aria-label="Read the soil" @submit.prevent="saveSoil">
        <h2>Soil warmth</h2>
        <p class="quiet">At sowing depth, in the morning. Warm crops wait for it as well as for the date.</p>
        <div class="pair">
          <FieldText
            id="soil"
            v-model="soil.values.temperature"
            label="Soil"
            numeric
            :unit="`°${unit}`"
            :error="soil.errors.temperatureC"
          />
          <FieldDay id="soil-on" v-model="soil.values.readOn" label="Read on" :max="session.today" :error="soil.errors.readOn" />
        </div>
        <DeskMessage v-if="soil.problem" kind="problem">{{ soil.problem.message }}</DeskMessage>
        <p class="row-of-buttons">
          <Button type="submit" :disabled="soil.sending" label="Write it down" /><Button
            type="button"
            severity="secondary"
            label="Read the probe (simulated)"
            @click="readProbe"
          />
        </p>
      </form>
      <table v-if="data && data.soil.length > 0" class="plain-table numbers" aria-label="Readings of the soil">
        <tbody>
          <tr v-for="r in data.soil.slice(0, 10)" :key="r.id">
            <td :class="{ quiet: r.readOn < weekBefore }">{{ format.day(r.readOn) }}</td>
            <td class="right">{{ format.warmth(r.temperatureC) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-else-if="data" class="quiet">Nobody has read the soil here yet.</p>
    </template>
  </TwoPanes>
</template>

<style scoped>
.top {
  display: flex;
  gap: 12px;
  align-items: baseline;
  flex-wrap: wrap;
}
figure {
  margin: 0;
  display: grid;
  gap: 6px;
}
.block {
  display: grid;
  gap: 10px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
.notice {
  display: grid;
  gap: 8px;
}
.garden {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  align-items: center;
  min-height: 40px;
  padding: 0 8px;
  color: var(--ink);
  text-decoration: none;
  border-bottom: 1px solid var(--hair);
}
.garden strong {
  font-weight: 600;
}
.garden.here {
  background: var(--action-soft);
  box-shadow: inset 5px 0 0 var(--action);
  padding-left: 14px;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px;
}
</style>
