<script setup lang="ts">
import type { SeedKind } from '@esprel/core';
import type { SeedMark } from '@esprel/core/api';
import { useMediaQuery } from '@vueuse/core';
import { computed, nextTick, ref } from 'vue';
import { laySeeds, markAt, NARROW_ROW, ROW, SEED_CELL, STAMPS, stamp, stepTo, testDay } from '../shared/seedSheet.ts';

const props = defineProps<{
  seeds: number;
  marks: readonly SeedMark[];
  warmFrom: string;
  day: string;
  kind: SeedKind;
  readonly: boolean;
  name: string;
}>();
const emit = defineEmits<{ marks: [marks: SeedMark[]]; digit: [digit: string] }>();

const byPosition = computed(() => new Map(props.marks.map((m) => [m.position, m])));
/** A thumb needs 48 px; ten in a row leave it 33 on a phone. */
const onPhone = useMediaQuery('(max-width: 560px)');
const row = computed(() => (onPhone.value ? NARROW_ROW : ROW));
const laid = computed(() => laySeeds(props.seeds, row.value).map((s) => ({ ...s, mark: byPosition.value.get(s.position) })));
const width = computed(() => SEED_CELL.left + row.value * SEED_CELL.width + 14);
const height = computed(() => SEED_CELL.top * 2 + Math.ceil(props.seeds / row.value) * SEED_CELL.height);
const cursor = ref(1);
const sheet = ref<SVGSVGElement | null>(null);

/** Which count a mark is of, for its shade: the day itself, before it, long before it. */
const days = computed(() => [...new Set(props.marks.map((m) => m.markedOn))].sort());
function shade(m: SeedMark): string {
  if (m.kind !== 'normal') return m.kind;
  if (m.markedOn === props.day && !props.readonly) return 'normal now';
  return `normal n${String(Math.min(3, days.value.indexOf(m.markedOn)))}`;
}

function words(position: number): string {
  const m = byPosition.value.get(position);
  if (!m) return `Seed ${String(position)}, not yet`;
  const kind = STAMPS.find((s) => s.kind === m.kind)?.words ?? m.kind;
  return `Seed ${String(position)}, ${kind}, day ${String(testDay(m, props.warmFrom))}`;
}

function put(position: number, kind: SeedKind): void {
  if (props.readonly) return;
  cursor.value = position;
  emit('marks', stamp(props.marks, position, kind, props.day));
}

async function key(event: KeyboardEvent): Promise<void> {
  const next = stepTo(cursor.value, event.key, props.seeds, row.value);
  const letter = STAMPS.find((s) => s.key === event.key.toUpperCase());
  if (next !== cursor.value) cursor.value = next;
  else if (event.key === ' ' || event.key === 'Enter') put(cursor.value, props.kind);
  else if (event.key === 'Backspace' || event.key === 'Delete') {
    const m = markAt(props.marks, cursor.value);
    if (m) put(cursor.value, m.kind);
  } else if (letter && !event.ctrlKey && !event.metaKey) {
    put(cursor.value, letter.kind);
    if (cursor.value < props.seeds) cursor.value += 1;
  } else if (/^[0-9]$/.test(event.key)) {
    // The number field takes it from here, and the focus with it.
    event.preventDefault();
    emit('digit', event.key);
    return;
  } else return;
  event.preventDefault();
  await nextTick();
  sheet.value?.querySelector<SVGGElement>(`[data-seed="${String(cursor.value)}"]`)?.focus();
}
</script>

<template>
  <svg ref="sheet" class="paper" :viewBox="`0 0 ${width} ${height}`" role="group" :aria-label="name" data-own-keys @keydown="key">
    <text
      v-for="r in Math.ceil(seeds / row)"
      :key="r"
      x="20"
      :y="SEED_CELL.top + (r - 0.5) * SEED_CELL.height + 5"
      text-anchor="end"
      class="rownumber"
    >
      {{ (r - 1) * row + 1 }}
    </text>
    <g
      v-for="s in laid"
      :key="s.position"
      :data-seed="s.position"
      class="seed"
      role="checkbox"
      :aria-checked="byPosition.has(s.position)"
      :aria-label="words(s.position)"
      :aria-disabled="readonly"
      :tabindex="s.position === cursor ? 0 : -1"
      :transform="`translate(${s.x} ${s.y})`"
      @click="put(s.position, kind)"
      @focus="cursor = s.position"
    >
      <rect :x="-SEED_CELL.width / 2" :y="-SEED_CELL.height / 2" :width="SEED_CELL.width" :height="SEED_CELL.height" class="hit" />
      <g :class="s.mark ? shade(s.mark) : 'none'">
        <path v-if="s.mark?.kind === 'normal'" d="M9 4c7 3 13 6 15 18" class="root" />
        <path v-if="s.mark?.kind === 'abnormal'" d="M9 4c9-2 12 3 8 9s-9 3-5-2" class="root" />
        <g :transform="`rotate(${s.tilt})`">
          <ellipse rx="14.500" ry="10.500" class="body" />
          <path v-if="s.mark?.kind === 'dead'" d="m-6-5 12 10m0-10-12 10" class="sign" />
          <circle v-if="s.mark?.kind === 'hard'" r="4.500" class="sign" />
          <path v-if="s.mark?.kind === 'fresh'" d="M-6 1c3-5 9-5 12 0" class="sign" />
          <path v-if="s.mark?.kind === 'empty'" d="M-10 0h20" class="sign" />
        </g>
        <text v-if="s.mark?.kind === 'normal'" y="5" text-anchor="middle" class="number">{{ testDay(s.mark, warmFrom) }}</text>
      </g>
    </g>
  </svg>
</template>

<style scoped>
.paper {
  display: block;
  width: 100%;
  max-width: 760px;
  background: var(--hover);
  border: 1px solid var(--rule);
  border-radius: 3px;
  touch-action: manipulation;
}
.rownumber {
  font-size: 14px;
  fill: var(--soil);
}
.seed {
  cursor: pointer;
  outline: none;
}
.hit {
  fill: transparent;
}
.seed:hover .hit {
  fill: rgb(230 218 190 / 45%);
}
.seed:focus-visible .hit {
  stroke: var(--focus);
  stroke-width: 3;
}
.body {
  fill: var(--band);
  stroke: var(--faint);
  stroke-width: 1.6;
}
.root {
  fill: none;
  stroke: var(--good);
  stroke-width: 3.6;
  stroke-linecap: round;
}
.number {
  font-size: 14px;
  font-weight: 600;
  fill: var(--white);
}
.n0 .body,
.n1 .body {
  fill: var(--good);
  stroke: var(--good-deep);
}
.n1 .body {
  fill: var(--leaf);
}
.n2 .body,
.n3 .body {
  fill: var(--good-line);
  stroke: var(--leaf);
}
.n2 .number,
.n3 .number {
  fill: var(--good-deep);
}
.n2 .root,
.n3 .root {
  stroke: var(--good-mid);
}
.now .body {
  fill: var(--action);
  stroke: var(--action-deep);
}
.now .root {
  stroke: var(--action);
}
.abnormal .body {
  fill: var(--watch-line);
  stroke: var(--watch);
}
.abnormal .root {
  stroke: var(--watch-fill);
}
.hard .body {
  fill: var(--asleep-mist);
  stroke: var(--asleep);
}
.fresh .body {
  fill: var(--action-soft);
  stroke: var(--asleep);
}
.dead .body {
  fill: var(--rule);
  stroke: var(--soil);
}
.empty .body {
  fill: none;
  stroke: var(--soil);
  stroke-dasharray: 3 3;
}
.sign {
  fill: none;
  stroke: var(--asleep-deep);
  stroke-width: 2.2;
}
.dead .sign,
.empty .sign {
  stroke: var(--ink-soft);
}
</style>
