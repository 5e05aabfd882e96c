<script setup lang="ts">
import OpeningNote from '../base/OpeningNote.vue';
import DeskMessage from '../base/DeskMessage.vue';
import RadioButton from 'primevue/radiobutton';
import {
  betweenWords,
  capital,
  daysBetween,
  FATE_FACTS,
  FATES,
  type Fate,
  plural,
  SOWING_METHOD_FACTS,
  sproutedBetween,
} from '@esprel/core';
import { sowingsApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { computed, watch } from 'vue';
import { useRouter } from 'vue-router';
import { aliveWords } from '../base/format.ts';
import { numberOf, useForm } from '../base/useForm.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import FieldDay from '../fields/FieldDay.vue';
import { useTodayWhenEmpty } from '../fields/useTodayWhenEmpty.ts';
import FieldText from '../fields/FieldText.vue';
import LotHistory from '../shared/StepHistory.vue';
import SheetProblem from '../shared/SheetProblem.vue';
import SowingCare from './SowingCare.vue';
import SowingPlants from './SowingPlants.vue';

const props = defineProps<{ id: string }>();
const router = useRouter();
const session = useSession();
const format = useFormat();
const { data, problem } = useRead(sowingsApi.sheet, () => ({ id: props.id }));
const s = computed(() => data.value?.sowing ?? null);
const up = computed(() => Math.max(0, ...(data.value?.counts.map((c) => c.emerged) ?? [0])));
const expected = computed(() =>
  data.value?.estimate && s.value ? Math.max(up.value, data.value.estimate.median * s.value.emergence * s.value.seeds) : null,
);

/** When the first came up, as far as anybody looked; null for what was sown as sprouts. */
const firstUp = computed(() => {
  const { counts = [] } = data.value ?? {};
  const days = counts.map((c) => ({ day: daysBetween(s.value?.sownOn ?? '', c.countedOn), up: c.emerged > 0 }));
  const between = sproutedBetween([{ looks: days.map((d) => d.day), found: days.filter((d) => d.up).map((d) => d.day) }], 0);
  return between === null || between.by <= 0 ? null : between;
});

const count = useForm({
  name: null,
  initial: () => ({ emerged: '', countedOn: session.today }),
  of: sowingsApi.count,
  body: (v) => ({ version: s.value?.version ?? 0, countedOn: v.countedOn, emerged: numberOf('emerged', v.emerged) ?? undefined }),
  asked: () => ({ id: props.id }),
});
const fate = useForm({
  name: null,
  initial: () => ({ fate: null as Fate | null, fateOn: session.today }),
  of: sowingsApi.fate,
  body: (v) => ({ version: s.value?.version ?? 0, fate: v.fate ?? undefined, fateOn: v.fateOn }),
  asked: () => ({ id: props.id }),
});
watch(
  () => props.id,
  () => {
    count.reset();
    fate.reset();
  },
);
useTodayWhenEmpty(count.values, 'countedOn');
useTodayWhenEmpty(fate.values, 'fateOn');

const how = computed(() => {
  const x = s.value;
  if (!x) return '';
  const parts = [
    x.depthMm === null ? null : x.depthMm === 0 ? 'on the surface' : `${format.depth(x.depthMm)} deep`,
    x.coveredWith === null ? null : `covered with ${x.coveredWith}`,
    x.warmthC === null ? null : `at ${format.warmth(x.warmthC)}`,
  ].filter((p) => p !== null);
  return parts.length === 0 ? '' : `Really done: ${parts.join(', ')}.`;
});

async function saveCount(): Promise<void> {
  if (await count.send()) count.reset();
}
async function saveFate(): Promise<void> {
  if (await fate.send()) fate.reset();
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="sowing" />
  <article v-else-if="data && s" class="sheet scrolls" tabindex="-1">
    <header>
      <p class="code">
        <RouterLink :to="`/lots/${s.lotCode}`">{{ s.lotCode }}</RouterLink>
      </p>
      <h1>{{ s.variety }}</h1>
      <p class="quiet">
        {{ s.crop }}, {{ plural(s.seeds, 'seed') }} in {{ SOWING_METHOD_FACTS[s.method].words }}, {{ s.cells }} × {{ s.seedsPerCell }}, sown
        {{ format.day(s.sownOn) }} by <RouterLink v-if="s.memberId" :to="`/members/${s.memberId}`">{{ s.member }}</RouterLink><template
          v-else
          >the library</template
        ><template v-if="s.trayId"
          >, letter {{ s.letter }} of <RouterLink :to="`/sowing/trays/${s.trayId}`">{{ s.tray }}</RouterLink></template
        ><template v-else-if="s.whereSown">, {{ s.whereSown }}</template>
      </p>
      <p v-if="how" class="quiet">{{ how }}</p>
      <p v-if="s.note" class="note">{{ s.note }}</p>
    </header>
    <div class="up">
      <p class="big numbers">
        <strong>{{ up }}</strong> of {{ s.seeds }} up
      </p>
      <div class="meter" aria-hidden="true">
        <span class="came" :style="{ width: `${(100 * up) / s.seeds}%` }" /><span
          v-if="expected !== null"
          class="mark"
          :style="{ left: `${Math.min(100, (100 * expected) / s.seeds)}%` }"
        />
      </div>
      <p class="quiet small">
        <template v-if="expected !== null"
          >About {{ Math.round(expected) }} are expected in the end, from {{ data.estimate ? aliveWords(data.estimate) : '' }}.</template
        >
        <template v-if="firstUp">The first was up {{ betweenWords(firstUp) }}. </template>Usual for {{ s.crop.toLowerCase() }}: first up
        {{ data.crop.emergeMinD }}, last {{ plural(data.crop.emergeMaxD, 'day') }} after sowing.
      </p>
    </div>

    <DeskMessage v-if="s.fate" kind="notice">
      <h3>{{ capital(FATE_FACTS[s.fate].words) }}</h3>
      <p>
        {{ format.day(s.fateOn ?? s.sownOn) }}.
        {{
          FATE_FACTS[s.fate].speaksOfSeed
            ? `It counts for the lot: ${FATE_FACTS[s.fate].why}.`
            : `It does not count for the lot: ${FATE_FACTS[s.fate].why}.`
        }}
      </p>
      <p v-if="data.estimate">
        The lot now: <strong>{{ aliveWords(data.estimate) }}</strong>.
      </p>
    </DeskMessage>
    <SowingCare :sheet="data" :up="up" part="next" />
    <template v-if="!s.fate">
      <DeskMessage v-if="data.next" kind="notice">
        <strong>{{ data.next.last ? 'Say what became of it' : 'Look at it' }} {{ format.due(data.next.due) }}</strong
        >, {{ format.day(data.next.due) }}.
      </DeskMessage>
      <p v-if="s.trayId" class="row-of-buttons">
        <Button label="Look at its cells" @click="router.push(`/sowing/trays/${s.trayId}`)" />
      </p>
      <form v-else class="block" novalidate @submit.prevent="saveCount">
        <h2>Count what is up</h2>
        <div class="fields">
          <FieldText
            id="emerged"
            v-model="count.values.emerged"
            label="Up in all, ever"
            numeric
            :unit="`of ${s.seeds}`"
            :error="count.errors.emerged"
          />
          <FieldDay
            id="counted"
            v-model="count.values.countedOn"
            label="Counted on"
            :max="session.today"
            :min="s.sownOn"
            :error="count.errors.countedOn"
          />
        </div>
        <DeskMessage v-if="count.problem" kind="problem">{{ count.problem.message }}</DeskMessage>
        <Button type="submit" :disabled="count.sending" label="Save the count" />
      </form>
      <form class="block" novalidate @submit.prevent="saveFate">
        <fieldset>
          <legend><h2>What became of it</h2></legend>
          <label v-for="f in FATES" :key="f" class="fate" :class="{ chosen: fate.values.fate === f }">
            <RadioButton v-model="fate.values.fate" name="fate" :value="f" />
            <span>{{ FATE_FACTS[f].words }}</span>
            <span class="small" :class="FATE_FACTS[f].speaksOfSeed ? 'speaks' : 'quiet'">{{
              FATE_FACTS[f].speaksOfSeed ? 'counts for the lot' : 'does not count'
            }}</span>
          </label>
        </fieldset>
        <p v-if="fate.errors.fate" class="error" role="alert">{{ fate.errors.fate }}</p>
        <FieldDay id="fate-on" v-model="fate.values.fateOn" label="On" :max="session.today" :min="s.sownOn" :error="fate.errors.fateOn" />
        <DeskMessage v-if="fate.problem" kind="problem">{{ fate.problem.message }}</DeskMessage>
        <Button type="submit" :disabled="fate.sending" label="Save what became of it" severity="secondary" />
      </form>
    </template>

    <SowingPlants v-if="up > 0 && !s.member" :sheet="data" :up="up" />
    <SowingCare :sheet="data" :up="up" part="all" />
    <p v-if="data.lost.length > 0" class="quiet">
      Lost: {{ data.lost.map((l) => `${plural(l.cells, 'cell')} ${FATE_FACTS[l.fate].words}`).join(', ') }}. Only cells whose cause speaks
      of the seed count for the lot.
    </p>
    <div class="row-of-buttons">
      <Button
        v-if="up > 0"
        label="Were they what they should be?"
        severity="secondary"
        @click="router.push(`/lots/${s.lotCode}/truth?sowing=${s.id}`)"
      />
      <Button
        severity="secondary"
        label="Pot labels"
        @click="router.push(`/labels?kind=pot&codes=${s.lotCode}&copies=${Math.min(up > 0 ? up : s.cells, 300)}&sowing=${s.id}`)"
      />
      <Button
        v-if="s.toIdentify"
        severity="secondary"
        label="Say what it turned out to be"
        @click="router.push(`/lots/${s.lotCode}/identity`)"
      />
    </div>
    <section v-if="data.counts.length > 0" aria-label="Counts">
      <h2>Counts</h2>
      <table class="plain-table numbers">
        <tbody>
          <tr v-for="c in data.counts" :key="c.id">
            <td>{{ format.day(c.countedOn) }}</td>
            <td class="right">{{ c.emerged }} up</td>
          </tr>
        </tbody>
      </table>
    </section>
    <LotHistory :steps="data.history" />
  </article>
  <OpeningNote v-else what="the sowing" />
</template>

<style scoped>
.note {
  font-style: italic;
}
.sheet {
  height: 100%;
  padding: 20px 24px 28px;
  display: grid;
  gap: 16px;
  align-content: start;
}
header h1 {
  margin: 2px 0;
}
.up {
  display: grid;
  gap: 4px;
}
.big strong {
  font-size: 26px;
  font-weight: 600;
}
.meter {
  position: relative;
  height: 14px;
  background: var(--wash);
}
.came {
  position: absolute;
  inset: 0 auto 0 0;
  background: var(--good);
}
.mark {
  position: absolute;
  top: -3px;
  bottom: -3px;
  width: 3px;
  background: var(--ink);
}
.block {
  display: grid;
  gap: 10px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
  justify-items: start;
}
.block h2 {
  font-size: 17px;
}
.fields {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 14px;
  width: 100%;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  width: 100%;
  display: grid;
}
legend {
  padding: 0;
  margin-bottom: 4px;
}
.fate {
  display: grid;
  grid-template-columns: 22px minmax(0, 1fr) auto;
  gap: 8px;
  align-items: center;
  min-height: 40px;
  padding: 0 8px;
  border-bottom: 1px solid var(--hair);
  cursor: pointer;
}
.fate.chosen {
  background: var(--action-soft);
  font-weight: 600;
}
.speaks {
  color: var(--good);
  font-weight: 600;
}
.error {
  color: var(--act);
  font-weight: 600;
}
</style>
