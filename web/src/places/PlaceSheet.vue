<script setup lang="ts">
import OpeningNote from '../base/OpeningNote.vue';
import DeskMessage from '../base/DeskMessage.vue';
import { plural } from '@esprel/core';
import { placesApi, stocktakesApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { computed } from 'vue';
import { useRouter } from 'vue-router';
import { percent } from '../base/format.ts';
import { useChanges } from '../base/changes.ts';
import { useFormat } from '../base/useFormat.ts';
import { useTable } from '../base/table.ts';
import ClimateChart from '../charts/ClimateChart.vue';
import LotHistory from '../shared/StepHistory.vue';
import SheetProblem from '../shared/SheetProblem.vue';
import PlaceGain from './PlaceGain.vue';
import PlaceLogger from './PlaceLogger.vue';

const props = defineProps<{ id: string }>();
const router = useRouter();
const format = useFormat();
const changes = useChanges();
const table = useTable();
const { data, problem } = useRead(placesApi.sheet, () => ({ id: props.id }));

const climate = computed(() => {
  const c = data.value?.place.climate;
  if (!c) return '';
  if (c.temperatureC === null || c.rhPercent === null)
    return 'Nobody wrote down how warm and damp it is; lots here age as in an ordinary room.';
  const from = (place: number | null): string => {
    if (place === null || String(place) === props.id) return '';
    const named = data.value?.parents.find((p) => p.id === place);
    return named ? ` (as in ${named.name})` : '';
  };
  const swing = c.swingC > 0 ? `, ${format.degrees(c.swingC)} to either side` : '';
  return `${format.warmth(c.temperatureC)}${swing}${from(c.temperatureFrom)}, ${String(c.rhPercent)} % humidity${from(c.rhFrom)}${c.sealed ? ', sealed: the seed stays as dry as it went in' : ''}.`;
});
const openTake = computed(() => data.value?.stocktakes.find((s) => s.closedOn === null) ?? null);

async function takeStock(): Promise<void> {
  if (openTake.value) {
    await router.push(`/stocktakes/${String(openTake.value.id)}`);
    return;
  }
  const answer = await changes.make(stocktakesApi.begin, {}, { placeId: Number(props.id) });
  if (answer) await router.push(`/stocktakes/${String(answer.id)}`);
}
async function remove(): Promise<void> {
  if (await changes.make(placesApi.remove, { id: props.id }, { version: data.value?.place.version ?? 0 }))
    await router.push('/library/places');
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="place" />
  <article v-else-if="data" class="sheet scrolls" tabindex="-1">
    <header>
      <p class="quiet small">
        <template v-if="data.parents.length > 0">in </template>
        <template v-for="(p, i) in data.parents" :key="p.id"
          >{{ i > 0 ? ', ' : '' }}<RouterLink :to="`/library/places/${p.id}`">{{ p.name }}</RouterLink></template
        >
      </p>
      <h1>{{ data.place.name }}</h1>
      <p>{{ climate }}</p>
    </header>
    <DeskMessage v-for="w in data.climate.warmSpells" :key="w.from" kind="caution">
      Too warm from {{ format.day(w.from) }} for {{ plural(w.days, 'day') }}, up to {{ format.warmth(w.highC) }}. It is in the estimates. If
      it happens again, look at the seal and the thermostat.
    </DeskMessage>
    <div class="row-of-buttons">
      <Button :label="openTake ? 'Go on taking stock' : 'Take stock'" @click="takeStock" />
      <Button label="Put right" severity="secondary" @click="router.push(`/library/places/${id}/edit`)" />
      <Button label="A place in it" severity="secondary" @click="router.push(`/library/places/new?within=${id}`)" />
      <Button
        label="Front label"
        severity="secondary"
        @click="router.push(`/labels?kind=box&places=${[id, ...data.within.map((w) => w.id)].join(',')}`)"
      />
      <Button v-if="data.lotCount === 0 && data.within.length === 0" label="Take it away" severity="secondary" @click="remove" />
    </div>
    <ClimateChart
      v-if="data.climate.days.length > 0"
      :days="data.climate.days"
      :limit-c="data.climate.limitC"
      :place="data.climate.loggerIn?.name ?? data.place.name"
    />
    <PlaceLogger :id="id" :climate="data.climate" :name="data.place.name" />
    <PlaceGain v-if="data.place.climate.temperatureC !== null" :id="id" :name="data.place.name" />
    <section aria-label="What is in it">
      <h2>In it</h2>
      <p v-if="data.lotCount === 0" class="quiet">No lot. “Put away” or “Move” brings lots here.</p>
      <p v-else class="row-of-buttons">
        <span class="quiet"
          >{{ plural(data.lotCount, 'lot') }}{{ data.lots.length < data.lotCount ? `, the first ${data.lots.length} shown` : '' }}</span
        >
        <Button
          severity="secondary"
          size="small"
          label="All on the table"
          @click="table.pullOut(...data.lots.slice(0, 60).map((l) => l.code))"
        />
      </p>
      <ul class="plain">
        <li v-for="l in data.lots" :key="l.code">
          <RouterLink :to="`/lots/${l.code}`" class="lot"
            ><span class="code">{{ l.code }}</span
            ><strong>{{ l.variety }}</strong
            ><span class="quiet">{{ l.crop }}, {{ l.year ?? 'year not known' }}</span
            ><span class="numbers">{{ l.median === null ? '' : percent(l.median) }}</span></RouterLink
          >
        </li>
      </ul>
    </section>
    <LotHistory :steps="data.history" />
  </article>
  <OpeningNote v-else />
</template>

<style scoped>
.sheet {
  container-type: inline-size;
  height: 100%;
  padding: 18px 24px 28px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 14px;
  align-content: start;
}
section {
  display: grid;
  gap: 6px;
}
h2 {
  font-size: 18px;
}
.lot {
  display: grid;
  grid-template-columns: 104px minmax(0, 1fr) minmax(0, 1fr) 56px;
  gap: 10px;
  align-items: center;
  min-height: 40px;
  color: var(--ink);
  text-decoration: none;
  border-bottom: 1px solid var(--hair);
}
.lot:hover {
  background: var(--hover);
}
strong {
  font-weight: 600;
  overflow-wrap: anywhere;
}
@container (max-width: 520px) {
  .lot {
    grid-template-columns: 104px minmax(0, 1fr) 56px;
    padding: 4px 0;
  }
  .lot > .quiet {
    grid-column: 2 / -1;
    grid-row: 2;
  }
}
</style>
