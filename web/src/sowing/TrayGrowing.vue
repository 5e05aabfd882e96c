<script setup lang="ts">
import DeskMessage from '../base/DeskMessage.vue';
import { CARE_WORDS, cellsOf, FATE_FACTS, plural, span } from '@esprel/core';
import { type FateOfCell, traysApi, type TraySheetData } from '@esprel/core/api';
import Button from 'primevue/button';
import { computed, nextTick, ref } from 'vue';
import { useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import { useSession } from '../base/session.ts';
import TwoPanes from '../base/TwoPanes.vue';
import { useFormat } from '../base/useFormat.ts';
import FieldDay from '../fields/FieldDay.vue';
import FileButton from '../fields/FileButton.vue';
import { shrinkPhoto } from '../base/shrinkPhoto.ts';
import LotHistory from '../shared/StepHistory.vue';
import CellFate from './CellFate.vue';
import CellRight from './CellRight.vue';
import LetterChip from './LetterChip.vue';
import TrayCounts from './TrayCounts.vue';
import TrayHead from './TrayHead.vue';
import TrayMap from './TrayMap.vue';
import { useTrayLook } from './useTrayLook.ts';

/** A tray that grows: tap what came up, say what was lost, do the work that is due. */
const props = defineProps<{ sheet: TraySheetData }>();
const router = useRouter();
const changes = useChanges();
const session = useSession();
const format = useFormat();
const tray = computed(() => props.sheet.tray);

const look = useTrayLook(() => props.sheet);
const { cells, changed, problem, sending } = look;
const lookedOn = ref(session.today);
const asked = ref<number | null>(null);
function ask(cell: number): void {
  if (look.isSown(cell) || tray.value.clearedOn === null) asked.value = cell;
}
const askedCell = computed(() => props.sheet.cells.find((c) => c.cell === asked.value) ?? null);
const sownLetters = computed(() => props.sheet.fills.filter((f) => props.sheet.sowings.some((s) => s.letter === f.letter)));
function countIn(up: number): void {
  if (asked.value !== null) look.count(asked.value, up);
  leaveChoices();
}
function answer(fate: FateOfCell | null): void {
  if (asked.value !== null) look.lose(asked.value, fate);
  leaveChoices();
}
function leaveChoices(): void {
  const cell = asked.value;
  asked.value = null;
  void nextTick(() => document.querySelector<HTMLElement>(`[data-cell="${String(cell ?? -1)}"]`)?.focus());
}
function key(cell: number, pressed: string): void {
  if (pressed === ' ') look.tap(cell);
  else if (/\d/.test(pressed)) look.count(cell, Number(pressed));
  else if (pressed.toLowerCase() === 'x') ask(cell);
  else if (pressed === 'u') void changes.undo();
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
  const did = await look.send(traysApi.care, { kind, doneOn: session.today });
  if (did && kind === 'pot-on') await router.push(`/labels?tray=${String(tray.value.id)}&each=plant`);
}
const openFates = computed(() => props.sheet.sowings.filter((s) => s.fate === null).length);
const clear = (): void => void look.send(traysApi.clear, { clearedOn: session.today });
const shrinking = ref(false);
async function photo(file: File): Promise<void> {
  shrinking.value = true;
  try {
    await changes.send(traysApi.photo, { id: tray.value.id }, { version: tray.value.version, jpeg: await shrinkPhoto(file) });
  } catch (error) {
    problem.value = (error as Error).message;
  }
  shrinking.value = false;
}
const where = (cell: number): string =>
  `row ${String(Math.floor(cell / tray.value.columns) + 1)}, cell ${String((cell % tray.value.columns) + 1)}`;
const upCells = computed(() => cells.value.filter((c) => c.up > 0).length);
const about = computed(() => {
  const { bench, sownOn, sowOn, clearedOn } = tray.value;
  const gone = clearedOn === null ? '' : `; cleared ${format.day(clearedOn)}`;
  return `Sown ${format.day(sownOn ?? sowOn)}${bench === null ? '' : `, ${bench.name}`}; ${String(upCells.value)} of ${plural(cells.value.length, 'cell')} up${gone}`;
});
const print = (): void => {
  window.print();
};
</script>

<template>
  <TwoPanes left="The tray" right="What came up">
    <TrayHead :name="tray.name" :about="about">
      <Button severity="secondary" @click="changes.undo()">Undo <kbd>U</kbd></Button>
      <Button severity="secondary" label="Print the map" @click="print" />
      <Button severity="secondary" label="Pot labels" @click="router.push(`/labels?tray=${tray.id}&each=plant`)" />
    </TrayHead>
    <TrayMap
      :rows="tray.rows"
      :columns="tray.columns"
      :gaps="tray.gaps"
      :map="tray.map"
      :seeds="{}"
      :cells="cells"
      :changed="[...changed.keys()]"
      :busy="`Cells of ${tray.name}, ${cellsOf(tray)} in all`"
      :paints="false"
      :highest="338"
      @stroke="look.tap"
      @hold="ask"
      @key="key"
    />
    <p class="quiet noprint">
      Tap a cell for each seedling that is up. Hold it, or press <kbd>X</kbd>, to say what was lost there or to put it right; digits say how
      many.
    </p>
    <CellFate v-if="asked !== null" :where="where(asked)" :sown="askedCell !== null" @answer="answer" @leave="leaveChoices">
      <CellRight
        :tray-id="tray.id"
        :version="tray.version"
        :cell="asked"
        :now="askedCell"
        :letters="sownLetters"
        @done="leaveChoices"
        @count="countIn"
      />
    </CellFate>
    <form
      v-if="tray.clearedOn === null"
      class="save noprint"
      novalidate
      @submit.prevent="look.save(lookedOn === '' ? session.today : lookedOn)"
    >
      <FieldDay id="looked" v-model="lookedOn" label="Looked on" :max="session.today" :min="tray.sownOn ?? undefined" />
      <Button
        type="submit"
        :disabled="sending"
        :label="changed.size === 0 ? 'Looked, nothing new' : `Save the look, ${plural(changed.size, 'cell')}`"
      />
      <Button v-if="changed.size > 0" severity="secondary" type="button" label="Forget it" @click="look.forget()" />
    </form>
    <DeskMessage v-if="problem" kind="problem">{{ problem }}</DeskMessage>
    <DeskMessage kind="caution" class="small noprint">
      Mould: do not sniff it; take the cell out and bin it closed. Keep lamps and mats dry, with their plugs above the water.
    </DeskMessage>
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
        <li v-for="k in kinds" :key="k.letter" class="kind">
          <LetterChip :letter="k.letter" />
          <span class="name">
            <strong>{{ k.variety }}</strong> <span class="quiet">{{ k.crop }}</span>
            <span class="block small quiet">
              <template v-if="k.sowing?.fate">{{ FATE_FACTS[k.sowing.fate].words }}</template>
              <template v-else>usually up {{ span(k.figures.emergeMinD, k.figures.emergeMaxD, 'day') }} after sowing</template
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
  border-bottom: 1px solid var(--hair);
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
  border-bottom: 1px solid var(--hair);
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
</style>
