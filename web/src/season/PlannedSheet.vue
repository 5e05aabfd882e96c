<script setup lang="ts">
import WordHelp from '../base/WordHelp.vue';
import OpeningNote from '../base/OpeningNote.vue';
import DeskMessage from '../base/DeskMessage.vue';
import {
  addDays,
  capital,
  daysBetween,
  laneOf,
  MOULD_CAUTION,
  plural,
  soilWords,
  SOWING_METHOD_FACTS,
  SOWING_PURPOSE_WORDS,
  TIMING_WORDS,
  WAY_WORDS,
} from '@esprel/core';
import { seasonApi, sowingsApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { computed, ref } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import { aliveWords } from '../base/format.ts';
import { useFormat } from '../base/useFormat.ts';
import { useSession } from '../base/session.ts';
import LotHistory from '../shared/StepHistory.vue';
import SheetProblem from '../shared/SheetProblem.vue';
import EarlierNotes from './EarlierNotes.vue';
import PacketSays from './PacketSays.vue';

/** One planned sowing: its days and why, what speaks against them, what is to be done with it now. */
const props = defineProps<{ id: string }>();
const route = useRoute();
const router = useRouter();
const session = useSession();
const changes = useChanges();
const format = useFormat();
const { data, problem } = useRead(seasonApi.sheet, () => ({ id: props.id }));
const p = computed(() => data.value?.planned ?? null);
const lane = computed(() => (data.value ? laneOf(data.value.input) : null));
const shift = computed(() => (data.value && p.value ? data.value.season.shifts[p.value.way] : null));
const verdicts = computed(() => (data.value?.verdicts ?? []).filter((v) => v.way === p.value?.way));
const window = computed(() => data.value?.input.window ?? null);
const between = (w: { from: string; to: string }): string => format.days(w.from, w.to);
const days = computed(() => {
  const l = lane.value;
  if (!l) return [];
  const rows: [string, string | null, string?][] = [
    ['Soak', l.soakFrom],
    ['Into the cold', p.value?.chilledOn ?? l.chillFrom],
    [p.value?.sownOn ? 'Sown' : 'Sow', l.sowOn],
    ['Comes up', l.emerge.from, `to ${format.day(l.emerge.to)}`],
    ['Pot on', l.potOn],
    ['Harden off', l.hardenFrom],
    ['Plant out', l.plantOutOn, `a frost still follows in ${String(Math.round(l.frostRisk * 100))} springs of 100`],
    [
      data.value?.input.crop.kind === 'flower' ? 'First flowers' : 'First crop',
      l.firstCrop?.from ?? null,
      l.firstCrop?.to == null ? undefined : `to ${format.day(l.firstCrop.to)}`,
    ],
  ];
  return rows.filter((r): r is [string, string, string?] => r[1] !== null);
});
const wrong = ref<string | null>(null);
/** Makes a change whose refusal is said on this page. */
async function attempt(change: () => Promise<unknown>): Promise<boolean> {
  wrong.value = null;
  try {
    await change();
    return true;
  } catch (error) {
    wrong.value = (error as Error).message;
    return false;
  }
}
const cold = (what: 'into-the-cold' | 'looked' | 'sprouted'): Promise<boolean> =>
  attempt(() => changes.send(seasonApi.cold, { id: props.id }, { version: p.value?.version ?? 0, what, on: session.today }));
async function drop(): Promise<void> {
  if (await attempt(() => changes.send(seasonApi.drop, { id: props.id }, { version: p.value?.version ?? 0 })))
    await router.push({ path: '/sowing/season', query: route.query });
}
function takeOffer(): void {
  const day = data.value?.offer?.day;
  if (day && p.value && lane.value) {
    const { version, plantOutOn } = p.value;
    const out = plantOutOn === null ? null : addDays(plantOutOn, daysBetween(lane.value.sowOn, day));
    void attempt(() => changes.send(seasonApi.move, { id: props.id }, { version, sowOn: day, plantOutOn: out }));
  }
}
const inCold = computed(() => p.value !== null && p.value.chilledOn !== null && p.value.sproutedOn === null && p.value.sowingId === null);
const wantsCold = computed(
  () => p.value !== null && p.value.chilledOn === null && lane.value !== null && lane.value.chillFrom !== null && p.value.sowingId === null,
);
const short = computed(() =>
  data.value && p.value && p.value.sowingId === null ? p.value.seeds + p.value.reserve + data.value.others - p.value.balance : 0,
);
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="planned sowing" />
  <article v-else-if="data && p && lane" class="sheet scrolls" tabindex="-1">
    <header>
      <p class="code">
        <RouterLink :to="`/lots/${p.lotCode}`">{{ p.lotCode }}</RouterLink>
      </p>
      <h1>{{ p.variety }}</h1>
      <p class="quiet">
        {{ p.crop }}, {{ plural(p.plants, 'plant') }} for {{ p.member ?? SOWING_PURPOSE_WORDS[p.purpose] }}, {{ WAY_WORDS[p.way] }}:
        {{ p.cells }} × {{ p.seedsPerCell }} in {{ SOWING_METHOD_FACTS[p.method].words }}{{ p.bench ? `, ${p.bench}` : ''
        }}{{ data.garden.id === null ? '' : `, ${data.garden.name}` }}{{ p.person ? `; ${p.person} does it` : '' }}.
      </p>
    </header>
    <DeskMessage v-if="p.sproutedOn && p.sowingId === null" kind="caution">
      <strong>It sprouts in the cold.</strong> Sow it now; handle the roots as little as may be.
    </DeskMessage>
    <dl class="days">
      <template v-for="[what, day, more] in days" :key="what">
        <dt>{{ what }}</dt>
        <dd>
          <strong>{{ format.day(day) }}</strong> <span v-if="more" class="quiet">{{ more }}</span>
        </dd>
      </template>
    </dl>
    <p v-if="p.sowingId === null && data.prepare.length > 0">Before it is sown: {{ data.prepare.map((x) => x.words).join('; ') }}.</p>
    <p v-for="r in p.sowingId === null ? lane.risks : []" :key="r" class="risk">{{ r }}</p>
    <p v-if="data.soil" :class="data.soil.state === 'wait' || data.soil.state === 'too-hot' ? 'risk' : 'quiet'">
      Soil: {{ soilWords(data.soil, format.warmth) }}.
    </p>
    <p v-if="data.season.fresh" class="risk">This seed does not keep: sow it the day it comes, whatever the season.</p>
    <p v-if="short > 0" class="risk">
      {{ plural(short, 'seed') }} short: {{ p.balance }} there{{ data.others > 0 ? `, other plans take ${data.others}` : ''
      }}{{ p.reserve > 0 ? `, ${p.reserve} kept back` : '' }}.
    </p>
    <DeskMessage v-if="data.offer" kind="notice">
      <p>There is {{ data.offer.words }}.</p>
      <p v-if="data.offer.day" class="row-of-buttons">
        <Button severity="secondary" :label="`Sow it ${format.day(data.offer.day)}`" @click="takeOffer" />
      </p>
    </DeskMessage>
    <DeskMessage v-if="wrong" kind="problem">{{ wrong }}</DeskMessage>
    <div v-if="p.sowingId === null" class="row-of-buttons">
      <template v-if="wantsCold"><Button label="Put into the cold today" @click="cold('into-the-cold')" /></template>
      <template v-else-if="inCold">
        <Button label="Looked, nothing yet" @click="cold('looked')" /><Button
          severity="secondary"
          label="It sprouts"
          @click="cold('sprouted')"
        />
      </template>
      <Button
        v-if="p.trayId"
        :severity="wantsCold || inCold ? 'secondary' : undefined"
        :label="`Open ${p.tray}`"
        @click="router.push(`/sowing/trays/${p.trayId}`)"
      />
      <template v-else>
        <Button
          :severity="wantsCold || inCold ? 'secondary' : undefined"
          label="Sow it now"
          @click="router.push(`/lots/${p.lotCode}/sow?plan=${p.id}`)"
        />
        <Button
          v-if="p.method !== 'open-ground'"
          severity="secondary"
          label="Lay it on a tray"
          @click="router.push(`/sowing/trays/new?plans=${p.id}`)"
        />
      </template>
      <Button severity="secondary" label="Change" @click="router.push({ path: `/sowing/planned/${p.id}/edit`, query: route.query })" />
      <Button severity="secondary" label="Drop" @click="drop" />
    </div>
    <p v-if="inCold" class="quiet small">{{ MOULD_CAUTION }}</p>
    <p v-if="p.sowingId !== null" class="row-of-buttons">
      <Button label="Open the sowing" @click="router.push(`/sowing/${p.sowingId}`)" />
      <span class="quiet">{{ p.emerged ?? 0 }} of {{ p.sownSeeds }} up</span>
    </p>

    <section aria-label="Why this window">
      <h2>Why then</h2>
      <p v-if="window">
        <WordHelp of="window">Window</WordHelp> <strong>{{ between(window) }}</strong>, middle {{ format.day(window.target) }}, from the
        last frost about {{ format.day(data.season.lastFrost) }}.
      </p>
      <p v-else class="quiet">{{ p.crop }} has no window for this way of sowing; the day is yours.</p>
      <p v-if="data.season.late && p.way === 'late'" class="quiet">{{ capital(data.season.late.why) }}.</p>
      <PacketSays v-if="p.way === 'start'" :season="data.season" />
      <template v-if="shift && shift.verdicts > 0">
        <p>
          <strong>{{
            shift.days === 0 ? 'Not moved' : `Moved ${plural(Math.abs(shift.days), 'day')} ${shift.days > 0 ? 'later' : 'earlier'}`
          }}</strong>
          by what was said of {{ plural(shift.verdicts, 'sowing') }}. <span class="quiet">{{ data.rule }}</span>
        </p>
        <ul class="plain">
          <li v-for="v in verdicts" :key="v.id" class="said">
            <RouterLink :to="`/sowing/${v.sowingId}`">{{ v.variety }}, {{ format.day(v.sownOn) }}</RouterLink>
            <span>{{ TIMING_WORDS[v.timing] }}</span>
            <button
              type="button"
              :aria-label="`Take back what was said of ${v.variety}, ${format.day(v.sownOn)}`"
              @click="attempt(() => changes.send(sowingsApi.removeTiming, { id: v.id }, { version: v.version }))"
            >
              take back
            </button>
          </li>
        </ul>
      </template>
    </section>
    <EarlierNotes :notes="data.notes" />
    <p v-if="data.estimate" class="quiet">Of the lot, {{ aliveWords(data.estimate) }} today.</p>
    <p v-if="p.note" class="note">{{ p.note }}</p>
    <LotHistory :steps="data.history" />
  </article>
  <OpeningNote v-else what="the plan" />
</template>

<style scoped>
.sheet {
  height: 100%;
  padding: 20px 24px 28px;
  display: grid;
  gap: 14px;
  align-content: start;
}
header h1 {
  margin: 2px 0;
}
.days {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 4px 16px;
  margin: 0;
}
.days dt {
  color: var(--quiet);
}
.days dd {
  margin: 0;
}
.risk {
  color: var(--act);
  font-weight: 600;
}
section {
  display: grid;
  gap: 8px;
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
.said {
  display: flex;
  gap: 12px;
  align-items: center;
  min-height: 36px;
}
.said button {
  border: 0;
  background: none;
  color: var(--action);
  text-decoration: underline;
  cursor: pointer;
  min-height: 36px;
  margin-left: auto;
}
.note {
  font-style: italic;
}
</style>
