<script setup lang="ts">
import WordHelp from '../base/WordHelp.vue';
import { TriangleAlert } from '@lucide/vue';
import DeskMessage from '../base/DeskMessage.vue';
import RadioButton from 'primevue/radiobutton';
import { cellsOf, countFills, layOut, LETTERS, mapFromText, mapToText, plural, trayWarnings } from '@esprel/core';
import { sowingsApi, type TrayFillShown, traysApi, type TraySheetData } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import Button from 'primevue/button';
import { computed, ref, watch } from 'vue';
import { useRouter } from 'vue-router';
import { useChanges } from '../base/changes.ts';
import { useSession } from '../base/session.ts';
import { percent } from '../base/format.ts';
import TwoPanes from '../base/TwoPanes.vue';
import { useFormat } from '../base/useFormat.ts';
import FieldFind from '../fields/FieldFind.vue';
import { findLots, type FoundLot } from '../fields/finders.ts';
import SeedsPerCell from '../shared/SeedsPerCell.vue';
import TrayFills from './TrayFills.vue';
import TrayHead from './TrayHead.vue';
import TrayMap from './TrayMap.vue';
import { type Brush, paintOf, sentFill, useTrayPaint } from './useTrayPaint.ts';

/** A tray before it is sown: paint varieties over its cells, and see what does not go together. */
const props = defineProps<{ sheet: TraySheetData }>();
const emit = defineEmits<{ reload: [] }>();
const router = useRouter();
const changes = useChanges();
const format = useFormat();
const session = useSession();
const tray = computed(() => props.sheet.tray);
const shape = computed(() => ({ rows: tray.value.rows, columns: tray.value.columns, gaps: tray.value.gaps }));
const { map, stroke, problem, paint, end, save, undo } = useTrayPaint(
  () => props.sheet,
  () => {
    emit('reload');
  },
);
const about = computed(() => {
  const { bench } = tray.value;
  const where = bench === null ? '' : `, ${bench.name}${bench.warmthC === null ? '' : ` at ${format.warmth(bench.warmthC)}`}`;
  return `${plural(cellsOf(shape.value), 'cell')}${where}, sow ${format.day(tray.value.sowOn)}`;
});
const brush = ref<Brush>({ letter: props.sheet.fills[0]?.letter ?? '', what: 'seed' });
const chosen = computed(() => props.sheet.fills.find((f) => f.letter === brush.value.letter) ?? null);
watch(
  () => props.sheet.fills,
  (fills) => {
    if (!fills.some((f) => f.letter === brush.value.letter)) brush.value = { letter: fills[0]?.letter ?? '', what: 'seed' };
  },
);
const fills = computed(() =>
  props.sheet.fills.map((f) => ({
    letter: f.letter,
    variety: f.variety,
    cropKey: f.cropKey,
    seedsPerCell: f.seedsPerCell,
    available: f.available,
    crop: f.figures,
  })),
);
const typed = computed(() => mapFromText(map.value, shape.value, LETTERS.split('')));
const counts = computed(() => new Map(countFills(typed.value, fills.value).map((c) => [c.letter, c])));
const warnings = computed(() => trayWarnings(typed.value, shape.value, fills.value, session.settings?.temperatureUnit));
const sownCells = computed(() => [...counts.value.values()].reduce((n, c) => n + c.cells, 0));
const markers = computed(() => [...counts.value.values()].reduce((n, c) => n + c.markers, 0));
const seeds = computed(() => Object.fromEntries(props.sheet.fills.map((f) => [f.letter, f.seedsPerCell])));

function act(cell: number): void {
  paint(cell, paintOf(brush.value));
}
/** A letter paints itself, with Shift its marker; Space clears. Others are keys of the desk. */
function key(cell: number, pressed: string): void {
  const letter = pressed.toUpperCase();
  if (pressed === ' ') paint(cell, '');
  else if (props.sheet.fills.some((f) => f.letter === letter)) {
    brush.value = { letter, what: pressed === letter && /[A-Z]/.test(pressed) ? 'marker' : 'seed' };
    act(cell);
  } else if (pressed === 'u') void undo();
  else if (pressed === 'p') print();
  end();
}

const { data: advice } = useRead(sowingsApi.advice, () =>
  chosen.value === null
    ? null
    : {
        code: chosen.value.lotCode,
        plants: chosen.value.wanted?.plants ?? 10,
        method: tray.value.bench?.kind === 'mat' ? 'heated-cells' : 'cells',
        bench: tray.value.benchId,
        plan: chosen.value.plannedId,
      },
);
function setFill(letter: string, patch: Partial<TrayFillShown>): void {
  void save(props.sheet.fills.map((f) => sentFill(f.letter === letter ? { ...f, ...patch } : f)));
}
function dropFill(letter: string): void {
  map.value = map.value.map((c) => (c.startsWith(letter) ? '' : c));
  void save(props.sheet.fills.filter((f) => f.letter !== letter).map(sentFill));
}
const adding = ref<FoundLot | string | null>(null);
function add(lot: FoundLot): void {
  adding.value = null;
  const letter = LETTERS.split('').find((l) => !props.sheet.fills.some((f) => f.letter === l));
  if (letter === undefined || lot.code === undefined) return;
  void save([...props.sheet.fills.map(sentFill), { letter, lotCode: lot.code, plannedId: null, seedsPerCell: 1 }]).then(() => {
    brush.value = { letter, what: 'seed' };
  });
}
/** Everything once more by itself, as many cells of each as there are now, or as are wanted. */
function again(): void {
  const wishes = props.sheet.fills.map((f) => ({
    letter: f.letter,
    cropKey: f.cropKey,
    cells: counts.value.get(f.letter)?.cells || f.wanted?.cells || 0,
  }));
  map.value = mapToText(layOut(wishes, shape.value).map);
  void save();
}
const print = (): void => {
  window.print();
};
async function drop(): Promise<void> {
  if (await changes.make(traysApi.drop, { id: tray.value.id }, { version: tray.value.version })) await router.push('/sowing/trays');
}
const BRUSHES = [
  { what: 'seed', label: 'Seed' },
  { what: 'marker', label: 'Marker' },
  { what: 'clear', label: 'Clear' },
] as const;
</script>

<template>
  <TwoPanes left="Map of the tray" right="On this tray">
    <TrayHead :name="tray.name" :about="about">
      <Button severity="secondary" @click="undo">Undo <kbd>U</kbd></Button>
      <Button severity="secondary" @click="print">Print the map <kbd>P</kbd></Button>
      <Button severity="secondary" label="Labels" @click="router.push(`/labels?tray=${tray.id}&each=marker`)" />
    </TrayHead>
    <div class="brushes noprint" role="radiogroup" aria-label="The brush">
      <label v-for="b in BRUSHES" :key="b.what" class="brush cut-card" :class="{ chosen: brush.what === b.what }">
        <RadioButton name="brush" :value="b.what" :model-value="brush.what" @update:model-value="brush = { ...brush, what: b.what }" />{{
          b.label
        }}<strong v-if="b.what !== 'clear' && brush.letter">{{ brush.letter }}</strong>
      </label>
      <Button v-if="sheet.fills.length > 0" severity="secondary" label="Lay out by itself" @click="again" />
    </div>
    <TrayMap
      v-bind="shape"
      :map="map"
      :seeds="seeds"
      :cells="[]"
      :changed="stroke"
      :busy="`Map of ${tray.name}`"
      paints
      :highest="338"
      @stroke="act"
      @end="end"
      @key="key"
    />
    <p class="hint">
      <span class="quiet noprint">Paint with the mouse or a finger; a letter paints it, Shift its marker, Space clears</span>
      <span
        >{{ plural(sownCells, 'cell') }} sown, {{ plural(markers, 'marker') }}, {{ cellsOf(shape) - sownCells - markers }} left empty</span
      >
    </p>
    <DeskMessage v-if="problem" kind="problem">{{ problem }}</DeskMessage>
    <div v-for="w in warnings" :key="w.kind + w.letters.join('')" class="warning" :class="w.kind">
      <TriangleAlert class="sign" :size="18" aria-hidden="true" />
      <p>
        <strong>{{ w.title }}.</strong> {{ w.text }}
      </p>
    </div>
    <template #right>
      <h2>On this tray</h2>
      <p v-if="sheet.fills.length === 0" class="quiet">
        Nothing yet. Add a lot below, or pick plans from <RouterLink to="/sowing/list">what is wanted</RouterLink>.
      </p>
      <TrayFills
        :fills="sheet.fills"
        :counts="counts"
        :letter="brush.letter"
        @choose="brush = { letter: $event, what: brush.what === 'clear' ? 'seed' : brush.what }"
        @drop="dropFill"
      />
      <FieldFind
        id="add"
        v-model="adding"
        class="noprint"
        label="Add a lot"
        placeholder="code or name"
        nothing="No lot is called that."
        :search="findLots"
        :words="(l: FoundLot) => `${l.code ?? ''} ${l.title}`"
        :detail="(l: FoundLot) => l.detail"
        @choose="add"
      />
      <section v-if="chosen" class="many noprint" :aria-label="`How many of ${chosen.variety} in a cell`">
        <h2>{{ chosen.letter }}, {{ chosen.variety }}: <WordHelp of="perCell">how many in a cell</WordHelp></h2>
        <p class="quiet small">
          {{ plural(chosen.wanted?.plants ?? 10, 'plant') }} wanted, nine times in ten;
          {{ plural(chosen.available, 'seed') }} there<template v-if="chosen.estimate"
            >, {{ percent(chosen.estimate.median) }} alive</template
          >
        </p>
        <SeedsPerCell
          v-if="advice"
          :advice="advice"
          :chosen="chosen.seedsPerCell"
          @choose="setFill(chosen.letter, { seedsPerCell: $event })"
        />
      </section>
      <p class="row-of-buttons noprint">
        <Button label="Sow this tray" :disabled="sownCells === 0" @click="router.push(`/sowing/trays/${tray.id}/sow`)" />
        <Button severity="secondary" label="Change" @click="router.push(`/sowing/trays/${tray.id}/edit`)" />
        <Button severity="secondary" label="Drop it" @click="drop" />
      </p>
    </template>
  </TwoPanes>
</template>

<style scoped>
.brushes {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
}
.brush {
  position: relative;
  display: inline-flex;
  gap: 8px;
  align-items: center;
  min-height: 40px;
  padding: 0 14px;
  border: 1px solid var(--dashes);
  border-radius: 3px;
  background: var(--sheet);
  cursor: pointer;
}
.brush.chosen {
  border-color: var(--action);
  background: var(--action-soft);
  font-weight: 600;
  box-shadow: inset 0 -3px 0 var(--action);
}
.brush:has(:focus-visible) {
  outline: 3px solid var(--focus);
}
.hint {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 20px;
  justify-content: space-between;
}
.warning {
  display: flex;
  gap: 12px;
  align-items: flex-start;
  padding: 8px 12px;
  border-left: 4px solid var(--watch-fill);
  background: var(--watch-soft);
  color: var(--watch);
}
.warning p {
  color: var(--ink);
}
.warning.short,
.warning.warmth,
.warning.light {
  border-color: var(--act);
  background: var(--act-soft);
  color: var(--act);
}
.warning svg {
  flex: none;
  margin-top: 2px;
}
.many {
  display: grid;
  gap: 6px;
}
</style>
