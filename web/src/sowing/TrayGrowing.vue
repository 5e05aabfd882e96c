<script setup lang="ts">
import { CARE_WORDS, cellsOf, FATE_FACTS, FATES, type Fate, plural } from '@esprel/core';
import Button from 'primevue/button';
import { computed, nextTick, reactive, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { ApiProblem } from '../app/api.ts';
import { useChanges } from '../app/changes.ts';
import { useSession } from '../app/session.ts';
import TwoPanes from '../app/TwoPanes.vue';
import { useFormat } from '../app/useFormat.ts';
import FieldDay from '../fields/FieldDay.vue';
import FileButton from '../fields/FileButton.vue';
import { shrinkPhoto } from '../lots/shrinkPhoto.ts';
import LotHistory from '../lots/LotHistory.vue';
import { letterLook } from './letterLook.ts';
import TrayCounts from './TrayCounts.vue';
import TrayMap from './TrayMap.vue';
import type { TrayCellShown, TraySheetData } from './trayTypes.ts';

/** A tray that grows: tap what came up, say what was lost, do the work that is due. */
const props = defineProps<{ sheet: TraySheetData }>();
const router = useRouter();
const changes = useChanges();
const session = useSession();
const format = useFormat();
const tray = computed(() => props.sheet.tray);

/** What this look changes, by cell; nothing is written before it is saved. */
const look = reactive(new Map<number, { up: number; fate: Fate | null }>());
const form = reactive({ lookedOn: session.today });
const cells = computed(() =>
  props.sheet.cells.map((c): TrayCellShown => {
    const now = look.get(c.cell);
    return now ? { ...c, up: now.up, fate: now.fate } : c;
  }),
);
const stored = (cell: number): TrayCellShown | undefined => props.sheet.cells.find((c) => c.cell === cell);
function set(cell: number, up: number, fate: Fate | null): void {
  const was = stored(cell);
  if (!was) return;
  if (up === was.up && fate === was.fate) look.delete(cell);
  else look.set(cell, { up, fate });
}
/** One more is up; after the last, back to what was seen before. */
function tap(cell: number): void {
  const was = stored(cell);
  if (!was) return;
  const now = look.get(cell) ?? was;
  set(cell, now.up < was.seeds ? now.up + 1 : was.up, now.fate === 'not-come-up' ? null : now.fate);
}
const asked = ref<number | null>(null);
const choices = ref<HTMLElement | null>(null);
async function ask(cell: number): Promise<void> {
  if (!stored(cell)) return;
  asked.value = cell;
  await nextTick();
  choices.value?.querySelector<HTMLElement>('button')?.focus();
}
function answer(fate: Fate | null): void {
  const cell = asked.value;
  const was = cell === null ? undefined : stored(cell);
  if (cell !== null && was) set(cell, (look.get(cell) ?? was).up, fate);
  leaveChoices();
}
function leaveChoices(): void {
  const cell = asked.value;
  asked.value = null;
  void nextTick(() => document.querySelector<HTMLElement>(`[data-cell="${String(cell ?? -1)}"]`)?.focus());
}
function key(cell: number, pressed: string): void {
  const was = stored(cell);
  if (pressed === ' ') tap(cell);
  else if (/\d/.test(pressed) && was) set(cell, Math.min(was.seeds, Number(pressed)), (look.get(cell) ?? was).fate);
  else if (pressed.toLowerCase() === 'x') void ask(cell);
  else if (pressed === 'u') void changes.undo();
}
/** What was tapped stays on the page until the tray itself says it. */
let written = false;
watch(
  () => tray.value.version,
  () => {
    if (written) look.clear();
    written = false;
  },
);
const problem = ref<string | null>(null);
const saving = ref(false);
async function saveLook(): Promise<void> {
  saving.value = true;
  problem.value = null;
  try {
    await changes.send('POST', `/trays/${String(tray.value.id)}/looks`, {
      version: tray.value.version,
      lookedOn: form.lookedOn === '' ? session.today : form.lookedOn,
      cells: [...look].map(([cell, now]) => ({ cell, ...now })),
    });
    written = true;
  } catch (error) {
    problem.value =
      error instanceof ApiProblem && error.errors.length > 0 ? error.errors.map((e) => e.message).join('; ') : (error as Error).message;
  }
  saving.value = false;
}
const kinds = computed(() =>
  props.sheet.fills.map((f) => {
    const own = cells.value.filter((c) => c.letter === f.letter);
    const sowing = props.sheet.sowings.find((s) => s.letter === f.letter) ?? null;
    return {
      ...f,
      sowing,
      up: own.reduce((n, c) => n + c.up, 0),
      seeds: own.reduce((n, c) => n + c.seeds, 0),
      lost: own.filter((c) => c.fate !== null).length,
    };
  }),
);
/** Care that is due, one line a kind of work: all letters at once. */
const care = computed(() => {
  const by = new Map<string, { kind: keyof typeof CARE_WORDS; due: string; moved: number; sowings: { id: number; letter: string }[] }>();
  for (const k of kinds.value) {
    const next = k.sowing?.care;
    if (!next || !k.sowing) continue;
    const line = by.get(next.kind) ?? { kind: next.kind, due: next.due, moved: next.movedDays, sowings: [] };
    line.sowings.push({ id: k.sowing.id, letter: k.letter });
    if (next.due < line.due) line.due = next.due;
    by.set(next.kind, line);
  }
  return [...by.values()].sort((a, b) => a.due.localeCompare(b.due));
});
async function done(kind: keyof typeof CARE_WORDS): Promise<void> {
  const did = await changes.attempt('POST', `/trays/${String(tray.value.id)}/care`, {
    version: tray.value.version,
    kind,
    doneOn: session.today,
  });
  if (did && kind === 'pot-on') await router.push(`/labels?tray=${String(tray.value.id)}&each=plant`);
}
const openFates = computed(() => props.sheet.sowings.filter((s) => s.fate === null).length);
async function clear(): Promise<void> {
  problem.value = null;
  try {
    await changes.send('POST', `/trays/${String(tray.value.id)}/clear`, { version: tray.value.version, clearedOn: session.today });
  } catch (error) {
    problem.value = error instanceof ApiProblem && error.errors[0] ? error.errors[0].message : (error as Error).message;
  }
}
const shrinking = ref(false);
async function photo(file: File): Promise<void> {
  shrinking.value = true;
  try {
    await changes.send('PUT', `/trays/${String(tray.value.id)}/photo`, { jpeg: await shrinkPhoto(file) });
  } catch (error) {
    problem.value = (error as Error).message;
  }
  shrinking.value = false;
}
const lostFates = FATES.filter((f) => f !== 'came-up');
const where = (cell: number): string =>
  `row ${String(Math.floor(cell / tray.value.columns) + 1)}, cell ${String((cell % tray.value.columns) + 1)}`;
const upCells = computed(() => cells.value.filter((c) => c.up > 0).length);
const print = (): void => {
  window.print();
};
</script>

<template>
  <TwoPanes left="The tray" right="What came up">
    <header class="top">
      <div>
        <p class="small"><RouterLink to="/sowing/trays">Trays</RouterLink></p>
        <h1>{{ tray.name }}</h1>
        <p class="quiet">
          Sown {{ format.day(tray.sownOn ?? tray.sowOn) }}{{ tray.bench ? `, ${tray.bench.name}` : '' }}; {{ upCells }} of
          {{ cells.length }} cells up{{ tray.clearedOn ? `; cleared ${format.day(tray.clearedOn)}` : '' }}
        </p>
      </div>
      <span class="row-of-buttons noprint">
        <Button severity="secondary" @click="changes.undo()">Undo <kbd>U</kbd></Button>
        <Button severity="secondary" label="Print the map" @click="print" />
        <Button severity="secondary" label="Pot labels" @click="router.push(`/labels?tray=${tray.id}&each=plant`)" />
      </span>
    </header>
    <TrayMap
      :rows="tray.rows"
      :columns="tray.columns"
      :gaps="tray.gaps"
      :map="tray.map"
      :seeds="{}"
      :cells="cells"
      :changed="[...look.keys()]"
      :busy="`Cells of ${tray.name}, ${cellsOf(tray)} in all`"
      :paints="false"
      :highest="338"
      @stroke="tap"
      @hold="ask"
      @key="key"
    />
    <p class="quiet noprint">
      Tap a cell for each seedling that is up. Hold it, or press <kbd>X</kbd>, to say what was lost there; digits say how many.
    </p>
    <div
      v-if="asked !== null"
      ref="choices"
      class="choices"
      role="dialog"
      :aria-label="`What happened in ${where(asked)}`"
      @keydown.esc="leaveChoices"
    >
      <p>
        <strong>What happened in {{ where(asked) }}?</strong> Only some causes speak of the seed; the others leave the cell out.
      </p>
      <div class="fates">
        <button v-for="f in lostFates" :key="f" type="button" @click="answer(f)">
          {{ FATE_FACTS[f].words }} <span class="small quiet">{{ FATE_FACTS[f].speaksOfSeed ? 'counts for the lot' : 'left out' }}</span>
        </button>
        <button type="button" @click="answer(null)">nothing, it is well</button>
        <button type="button" @click="leaveChoices">leave it as it is</button>
      </div>
    </div>
    <form v-if="tray.clearedOn === null" class="save noprint" novalidate @submit.prevent="saveLook">
      <FieldDay id="looked" v-model="form.lookedOn" label="Looked on" :max="session.today" :min="tray.sownOn ?? undefined" />
      <Button
        type="submit"
        :disabled="saving"
        :label="look.size === 0 ? 'Looked, nothing new' : `Save the look, ${plural(look.size, 'cell')}`"
      />
      <Button v-if="look.size > 0" severity="secondary" type="button" label="Forget it" @click="look.clear()" />
    </form>
    <p v-if="problem" role="alert" class="caution">{{ problem }}</p>
    <p class="caution small noprint">
      Mould: do not sniff it; take the cell out and bin it closed. Keep lamps and mats dry, with their plugs above the water.
    </p>
    <template #right>
      <section v-if="care.length > 0" aria-label="To be done">
        <h2>To be done</h2>
        <ul class="plain">
          <li v-for="line in care" :key="line.kind" class="care">
            <span>
              <strong>{{ CARE_WORDS[line.kind].words }}</strong> {{ line.sowings.map((s) => s.letter).join(', ') }}
              <span class="block quiet small">{{ CARE_WORDS[line.kind].why }}</span>
            </span>
            <span :class="line.due < session.today ? 'late' : 'quiet'">{{ format.due(line.due) }}</span>
            <Button
              severity="secondary"
              :label="line.kind === 'pot-on' ? 'Done, print tags' : 'Done'"
              :aria-label="`${CARE_WORDS[line.kind].words} ${line.sowings.map((s) => s.letter).join(', ')}: done`"
              @click="done(line.kind)"
            />
          </li>
        </ul>
      </section>
      <h2>What came up</h2>
      <ul class="plain">
        <li v-for="k in kinds" :key="k.letter" class="kind" :style="{ '--ink': letterLook(k.letter).ink }">
          <span class="chip">{{ k.letter }}</span>
          <span class="name">
            <strong>{{ k.variety }}</strong> <span class="quiet">{{ k.crop }}</span>
            <span class="block small quiet">
              <template v-if="k.sowing?.fate">{{ FATE_FACTS[k.sowing.fate].words }}</template>
              <template v-else>usually up {{ k.figures.emergeMinD }} to {{ k.figures.emergeMaxD }} days after sowing</template
              >{{ k.lost > 0 ? `; ${plural(k.lost, 'cell')} lost` : '' }}
            </span>
          </span>
          <span class="numbers">{{ k.up }} of {{ k.seeds }}</span>
          <RouterLink v-if="k.sowing" :to="`/sowing/${k.sowing.id}`">{{ k.sowing.fate ? 'Open' : 'Say what became of it' }}</RouterLink>
          <span v-else class="quiet">not sown</span>
        </li>
      </ul>
      <TrayCounts v-if="sheet.counts.length > 0 && tray.sownOn" :counts="sheet.counts" :sown-on="tray.sownOn" :sowings="sheet.sowings" />
      <figure v-if="tray.photo">
        <a :href="`/api/photos/${tray.photo}`" target="_blank" rel="noopener"
          ><img :src="`/api/photos/${tray.photo}`" :alt="`${tray.name} as it was sown`"
        /></a>
      </figure>
      <p v-if="tray.note" class="quiet">{{ tray.note }}</p>
      <p class="row-of-buttons noprint">
        <FileButton
          :label="shrinking ? 'Shrinking it …' : tray.photo ? 'Take another photo' : 'Photo of the tray'"
          accept="image/*"
          camera
          :disabled="shrinking"
          @chosen="photo"
        />
        <Button v-if="tray.clearedOn === null" severity="secondary" label="Clear the tray" :disabled="openFates > 0" @click="clear" />
      </p>
      <p v-if="openFates > 0 && tray.clearedOn === null" class="quiet small">
        It can be cleared when it is said of every letter what became of it.
      </p>
      <LotHistory :steps="sheet.history" />
    </template>
  </TwoPanes>
</template>

<style scoped>
.top {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: flex-end;
  justify-content: space-between;
}
.choices {
  border: 1px solid #b8ad98;
  background: var(--sheet);
  padding: 10px 14px;
  display: grid;
  gap: 8px;
}
.fates {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.fates button {
  min-height: 40px;
  padding: 4px 12px;
  border: 1px solid #b8ad98;
  border-radius: 3px;
  background: var(--paper);
  cursor: pointer;
}
.save {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: flex-end;
}
.care {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto auto;
  gap: 12px;
  align-items: center;
  padding: 6px 0;
  border-bottom: 1px solid #ece6d9;
}
.late {
  color: var(--act);
  font-weight: 600;
}
.kind {
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr) auto auto;
  gap: 10px;
  align-items: center;
  padding: 7px 0;
  border-bottom: 1px solid #ece6d9;
}
.chip {
  width: 26px;
  height: 26px;
  display: grid;
  place-items: center;
  border-radius: 4px;
  background: var(--ink);
  color: #fff;
  font-family: var(--mono);
  font-weight: 600;
}
.block {
  display: block;
}
strong {
  font-weight: 600;
}
figure {
  margin: 0;
}
img {
  width: 100%;
  max-height: 220px;
  object-fit: cover;
  border: 1px solid var(--rule);
  display: block;
}
@media print {
  .noprint {
    display: none !important;
  }
}
</style>
