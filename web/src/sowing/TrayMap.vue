<script setup lang="ts">
import { FATE_FACTS, plural } from '@esprel/core';
import type { TrayCellShown } from '@esprel/core/api';
import { useElementSize } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { letterLook, seedSpots } from './letterLook.ts';

/**
 * The cells of a tray. A stroke of mouse or finger, or the keys, paints or taps them: arrows walk, Space and letters act. What an act does
 * is the caller's: painting a plan, or counting what came up.
 */
const props = defineProps<{
  rows: number;
  columns: number;
  gaps: readonly number[];
  map: readonly string[];
  /** Seeds in a cell of a letter, for a plan. */
  seeds: Readonly<Record<string, number>>;
  /** What is known of sown cells; empty for a plan. */
  cells: readonly TrayCellShown[];
  /** Cells marked by the last look or stroke. */
  changed: readonly number[];
  busy: string;
  paints: boolean;
  highest?: number;
}>();
const emit = defineEmits<{
  /** The brush came over a cell; `first` when a stroke begins. */
  stroke: [cell: number, first: boolean];
  end: [];
  key: [cell: number, key: string];
  /** A finger stayed on a cell. */
  hold: [cell: number];
}>();
const box = ref<HTMLElement | null>(null);
const { width } = useElementSize(box);
const size = computed(() =>
  Math.max(
    26,
    Math.min(
      62,
      Math.floor((width.value - 32) / props.columns) - 4,
      props.highest === undefined ? 62 : Math.floor(props.highest / props.rows) - 4,
    ),
  ),
);
const at = ref(0);
// By what the shape is, not by which answer of the server said it: the same tray keeps its place.
watch(
  () => [props.rows, props.columns, ...props.gaps].join(),
  () => {
    at.value = Array.from({ length: props.rows * props.columns }, (_, i) => i).find((i) => !props.gaps.includes(i)) ?? 0;
  },
  { immediate: true },
);
const byCell = computed(() => new Map(props.cells.map((c) => [c.cell, c])));

function words(i: number): string {
  const where = `row ${String(Math.floor(i / props.columns) + 1)}, cell ${String((i % props.columns) + 1)}`;
  const text = props.map[i] ?? '';
  const sown = byCell.value.get(i);
  if (sown) {
    return `${where}: ${sown.letter}, ${String(sown.up)} of ${String(sown.seeds)} up${sown.fate ? `, ${FATE_FACTS[sown.fate].words}` : ''}`;
  }
  if (text === '') return `${where}: empty`;
  return `${where}: ${text.endsWith('*') ? `marker of ${text.charAt(0)}` : `${text}, ${plural(props.seeds[text] ?? 0, 'seed')}`}`;
}

let stroking = false;
let holding: ReturnType<typeof setTimeout> | null = null;
let held = false;
const HOLD_MS = 480;
function cellAt(event: PointerEvent): number | null {
  const found = document.elementFromPoint(event.clientX, event.clientY)?.closest<HTMLElement>('[data-cell]');
  return found && box.value?.contains(found) === true ? Number(found.dataset.cell) : null;
}
let last = -1;
function down(event: PointerEvent): void {
  if (event.button !== 0) return;
  const cell = cellAt(event);
  if (cell === null) return;
  (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
  stroking = true;
  held = false;
  last = cell;
  at.value = cell;
  if (props.paints) emit('stroke', cell, true);
  else {
    holding = setTimeout(() => {
      held = true;
      emit('hold', cell);
    }, HOLD_MS);
  }
}
function over(event: PointerEvent): void {
  if (!stroking) return;
  const cell = cellAt(event);
  if (cell === null || cell === last) return;
  last = cell;
  if (holding !== null) clearTimeout(holding);
  if (props.paints) emit('stroke', cell, false);
}
function up(): void {
  if (!stroking) return;
  stroking = false;
  if (holding !== null) clearTimeout(holding);
  if (!props.paints && !held) emit('stroke', last, true);
  emit('end');
}
function go(to: number): void {
  at.value = to;
  box.value?.querySelector<HTMLElement>(`[data-cell="${String(to)}"]`)?.focus();
}
const STEPS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
};
function key(event: KeyboardEvent): void {
  if (event.ctrlKey || event.metaKey || event.altKey) return;
  const step = STEPS[event.key];
  if (step) {
    let row = Math.floor(at.value / props.columns);
    let column = at.value % props.columns;
    do {
      row += step[0];
      column += step[1];
    } while (row >= 0 && row < props.rows && column >= 0 && column < props.columns && props.gaps.includes(row * props.columns + column));
    if (row >= 0 && row < props.rows && column >= 0 && column < props.columns) go(row * props.columns + column);
  } else if (event.key.length === 1 || event.key === 'Delete' || event.key === 'Backspace') {
    emit('key', at.value, event.key.length === 1 ? event.key : ' ');
  } else return;
  event.preventDefault();
  event.stopPropagation();
}
const isGap = (i: number): boolean => props.gaps.includes(i);
const numbers = computed(() => Array.from({ length: props.rows * props.columns }, (_, i) => i));
</script>

<template>
  <div ref="box" class="holder">
    <div
      class="tray"
      role="grid"
      :aria-label="busy"
      :style="{ '--size': `${size}px`, gridTemplateColumns: `repeat(${columns}, ${size}px)` }"
      data-own-keys
      @pointerdown="down"
      @pointermove="over"
      @pointerup="up"
      @pointercancel="up"
      @keydown="key"
      @contextmenu.prevent
    >
      <div v-for="r in rows" :key="r" role="row" class="row">
        <template v-for="i in numbers.slice((r - 1) * columns, r * columns)" :key="i">
          <div v-if="isGap(i)" class="gap" role="gridcell" aria-label="no cell" />
          <div
            v-else
            class="cell"
            role="gridcell"
            :tabindex="i === at ? 0 : -1"
            :data-cell="i"
            :aria-label="words(i)"
            :class="{
              bare: (map[i] ?? '') === '',
              lost: byCell.get(i)?.fate,
              up: (byCell.get(i)?.up ?? 0) > 0,
              changed: changed.includes(i),
            }"
            :style="{ '--ink': letterLook(map[i] ?? 'A').ink, '--wash': letterLook(map[i] ?? 'A').wash }"
            @focus="at = i"
          >
            <svg v-if="(map[i] ?? '').endsWith('*')" viewBox="0 0 100 100" class="marker" aria-hidden="true">
              <path d="M36 8h28v66l-14 18-14-18z" />
              <text x="50" y="54" text-anchor="middle">{{ (map[i] ?? '').charAt(0) }}</text>
            </svg>
            <svg v-else-if="(map[i] ?? '') !== ''" viewBox="0 0 100 100" aria-hidden="true">
              <template v-if="byCell.get(i)">
                <template v-for="(s, n) in seedSpots(byCell.get(i)?.seeds ?? 0)" :key="n">
                  <path
                    v-if="n < (byCell.get(i)?.up ?? 0)"
                    :transform="`translate(${s[0]} ${s[1]})`"
                    d="M0 12V0m0 2C-3-8-10-10-15-9c1 7 7 11 15 11zm0 0c3-10 10-12 15-11-1 7-7 11-15 11z"
                    class="sprout"
                  />
                  <ellipse v-else :cx="s[0]" :cy="s[1]" rx="7" ry="5" class="seed" />
                </template>
                <path v-if="byCell.get(i)?.fate" d="M12 12 88 88M88 12 12 88" class="cross" />
              </template>
              <template v-else>
                <ellipse v-for="(s, n) in seedSpots(seeds[map[i] ?? ''] ?? 0)" :key="n" :cx="s[0]" :cy="s[1]" rx="8" ry="6" class="seed" />
              </template>
              <text x="94" y="94" text-anchor="end" class="letter">{{ map[i] }}</text>
            </svg>
          </div>
        </template>
      </div>
    </div>
  </div>
</template>

<style scoped>
.holder {
  min-width: 0;
  min-height: max-content;
  overflow-x: auto;
  overflow-y: hidden;
}
.tray {
  display: inline-grid;
  gap: 4px;
  padding: 12px;
  background: var(--band);
  border: 4px solid var(--edge);
  border-radius: 12px;
  touch-action: none;
  user-select: none;
}
.row {
  display: contents;
}
.cell,
.gap {
  width: var(--size);
  height: var(--size);
  border-radius: 5px;
}
.cell {
  border: 1.5px solid var(--ink);
  background: var(--wash);
  cursor: pointer;
  position: relative;
}
.cell.bare {
  border: 1px dashed var(--edge);
  background: var(--paper-deep);
}
.gap {
  background: repeating-linear-gradient(45deg, var(--rule) 0 4px, var(--edge) 4px 8px);
  opacity: 0.6;
}
.cell.up {
  background: var(--paper);
}
.cell.lost {
  background: var(--band);
}
.cell.changed {
  box-shadow: 0 0 0 2px var(--ink);
}
.cell:focus-visible {
  outline: 3px solid var(--focus);
  outline-offset: 2px;
  z-index: 1;
}
.cell svg {
  display: block;
  width: 100%;
  height: 100%;
}
.seed {
  fill: var(--ink);
}
.sprout {
  fill: var(--good);
  stroke: var(--good);
  stroke-width: 3;
}
.cross {
  stroke: var(--act);
  stroke-width: 5;
}
.letter {
  font: 600 24px var(--mono);
  fill: var(--ink);
}
.marker path {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 4;
}
.marker text {
  font: 600 34px var(--text);
  fill: var(--ink);
}
@media print {
  .tray {
    border-color: #000;
    background: none;
  }
}
</style>
