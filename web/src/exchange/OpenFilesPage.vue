<script setup lang="ts">
import { exchangeApi, lotsApi, PACKAGE_MEMBERS, type PackageMembers, todayApi } from '@esprel/core/api';
import Button from 'primevue/button';
import ProgressBar from 'primevue/progressbar';
import { computed, onBeforeUnmount, ref } from 'vue';
import { useAccess } from '../base/access.ts';
import { fileAddress, readFile, readOnce } from '../base/calls.ts';
import DeskMessage from '../base/DeskMessage.vue';
import TwoPanes from '../base/TwoPanes.vue';
import { numberOf } from '../base/useForm.ts';
import { useSession } from '../base/session.ts';
import FieldChoice from '../fields/FieldChoice.vue';
import FieldText from '../fields/FieldText.vue';
import PackageIn from './PackageIn.vue';
import ScriptKeys from './ScriptKeys.vue';

/** Everything that goes out of the library as a file, and comes in as one. */
const access = useAccess();
const session = useSession();
const MEMBERS: Readonly<Record<PackageMembers, { readonly label: string; readonly hint: string }>> = {
  none: {
    label: 'No members',
    hint: 'Their loans and returns stay, as those of former members. Names in free notes may stay: read them before you pass it on.',
  },
  'no-contact': { label: 'Names only', hint: 'Without how they are reached, and without what was written to them.' },
  all: { label: 'Everything', hint: 'To move the library to another computer. Keep it as safe as the library itself.' },
};
const members = ref<PackageMembers>('none');
const progress = ref<{ readonly done: number; readonly of: number } | null>(null);
const wrong = ref<string | null>(null);
let going: AbortController | null = null;
onBeforeUnmount(() => going?.abort());

async function follow(of: AbortController): Promise<void> {
  while (going === of && !of.signal.aborted) {
    await new Promise((resolve) => setTimeout(resolve, 400));
    const so = await readOnce(exchangeApi.writing, {}, of.signal).catch(() => null);
    if (so !== null && going === of && progress.value !== null) progress.value = so;
  }
}
async function write(): Promise<void> {
  const controller = (going = new AbortController());
  wrong.value = null;
  progress.value = { done: 0, of: 0 };
  void follow(controller);
  try {
    const file = await readFile(exchangeApi.library, { members: members.value }, controller.signal);
    const link = document.createElement('a');
    link.href = URL.createObjectURL(file);
    link.download = `library ${session.today}.zip`;
    link.click();
    setTimeout(() => {
      URL.revokeObjectURL(link.href);
    }, 60_000);
  } catch (error) {
    if (!controller.signal.aborted) wrong.value = (error as Error).message;
  }
  if (going === controller) going = null;
  progress.value = null;
}
function stop(): void {
  going?.abort();
  going = null;
  progress.value = null;
}

const FILES = [
  { words: 'All lots', what: 'CSV, reads in again unchanged', href: fileAddress(lotsApi.csv, {}) },
  {
    words: 'All lots as passport descriptors',
    what: 'MCPD 2.1, as collections exchange them',
    href: fileAddress(exchangeApi.passport, {}),
  },
  { words: 'Tests', what: 'CSV, one row a test', href: fileAddress(exchangeApi.tests, {}) },
  { words: 'Sowings', what: 'CSV, with what came up', href: fileAddress(exchangeApi.sowings, {}) },
  { words: 'Loans', what: 'CSV, members as numbers', href: fileAddress(exchangeApi.loans, {}) },
  { words: 'Returns', what: 'CSV, with the lots they became', href: fileAddress(exchangeApi.returns, {}) },
  { words: 'Calendar of all work', what: 'iCalendar, for any calendar program', href: fileAddress(todayApi.calendar, {}) },
] as const;

const place = ref({ lat: '', lon: '' });
const map = computed(() => {
  try {
    const [lat, lon] = [numberOf('lat', place.value.lat), numberOf('lon', place.value.lon)];
    return lat === null || lon === null ? null : fileAddress(exchangeApi.gardens, { lat, lon });
  } catch {
    return null;
  }
});
</script>

<template>
  <TwoPanes left="Open files" right="Read in and scripts">
    <header>
      <h1>Open files</h1>
      <p class="quiet">What is here belongs to the library: it goes out in forms that other programs read, and comes back.</p>
    </header>
    <section v-if="access.coordinator" class="block" aria-labelledby="whole">
      <h2 id="whole">The whole library</h2>
      <p>One ZIP file: a table for everything, the history, the photographs. Any Esprel reads it back exactly.</p>
      <FieldChoice
        id="package-members"
        v-model="members"
        label="Of its members"
        :options="PACKAGE_MEMBERS.map((value) => ({ value, label: MEMBERS[value].label })).reverse()"
        :hint="MEMBERS[members].hint"
      />
      <DeskMessage v-if="wrong" kind="problem">{{ wrong }}</DeskMessage>
      <div v-if="progress" class="progress" role="status">
        <span id="writing-words">{{ progress.of === 0 ? 'Getting ready …' : `Writing row ${progress.done} of ${progress.of}` }}</span>
        <ProgressBar
          aria-labelledby="writing-words"
          :mode="progress.of === 0 ? 'indeterminate' : 'determinate'"
          :value="Math.round((100 * progress.done) / Math.max(1, progress.of))"
          :show-value="false"
        />
        <Button label="Stop" severity="secondary" size="small" @click="stop" />
      </div>
      <p v-else class="row-of-buttons"><Button label="Write the package" @click="write" /></p>
    </section>
    <section class="block" aria-labelledby="parts">
      <h2 id="parts">A part of it</h2>
      <ul class="plain">
        <li v-for="f in FILES" :key="f.href">
          <a :href="f.href" download>{{ f.words }}</a> <span class="quiet">{{ f.what }}</span>
        </li>
      </ul>
      <div class="map">
        <FieldText id="lat" v-model="place.lat" label="Latitude of the library" numeric placeholder="52.37" />
        <FieldText id="lon" v-model="place.lon" label="Longitude" numeric placeholder="6.22" />
        <p>
          <a v-if="map" :href="map" download>Gardens on a map</a><span v-else>Gardens on a map</span>
          <span class="quiet"> GeoJSON, to half a kilometre, without names</span>
        </p>
      </div>
    </section>
    <template #right>
      <PackageIn v-if="access.coordinator" />
      <ScriptKeys v-if="access.coordinator" />
      <section class="block">
        <h2>For whoever writes programs</h2>
        <p>
          Every address is described in <a href="/api/openapi.json">/api/openapi.json</a> (OpenAPI 3.1). The computations, from a packet’s
          germination to seeds in a cell, can be asked for without a library under <code>/api/calc/</code>.
        </p>
      </section>
    </template>
  </TwoPanes>
</template>

<style scoped>
.block {
  display: grid;
  gap: 10px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
li {
  padding: 5px 0;
}
.progress {
  display: grid;
  gap: 6px;
  justify-items: start;
}
.progress :deep(.p-progressbar) {
  width: 100%;
}
.map {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px 14px;
  max-width: 520px;
}
.map p {
  grid-column: 1 / -1;
}
</style>
