<script setup lang="ts">
import type { SeedKind } from '@esprel/core';
import type { SeedMark } from '@esprel/core/api';
import { computed } from 'vue';
import SeedGrid from '../shared/SeedGrid.vue';
import { markAt, STAMPS, stamp, testDay } from '../shared/seedSheet.ts';

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

/** Which count a mark is of, for its shade: the day itself, before it, long before it. */
const days = computed(() => [...new Set(props.marks.map((m) => m.markedOn))].sort());
function shade(m: SeedMark | undefined): string {
  if (!m) return 'none';
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

function put(position: number, kind: SeedKind | null): void {
  emit('marks', stamp(props.marks, position, kind ?? props.kind, props.day));
}
function erase(position: number): void {
  const m = markAt(props.marks, position);
  if (m && !props.readonly) put(position, m.kind);
}
</script>

<template>
  <SeedGrid
    :seeds="seeds"
    :name="name"
    :readonly="readonly"
    :words="words"
    :marked="(position) => byPosition.has(position)"
    @put="put"
    @erase="erase"
    @digit="emit('digit', $event)"
  >
    <template #default="{ position, tilt }">
      <g :class="shade(byPosition.get(position))">
        <path v-if="byPosition.get(position)?.kind === 'normal'" d="M9 4c7 3 13 6 15 18" class="root" />
        <path v-if="byPosition.get(position)?.kind === 'abnormal'" d="M9 4c9-2 12 3 8 9s-9 3-5-2" class="root" />
        <g :transform="`rotate(${tilt})`">
          <ellipse rx="14.500" ry="10.500" class="body" />
          <path v-if="byPosition.get(position)?.kind === 'dead'" d="m-6-5 12 10m0-10-12 10" class="sign" />
          <circle v-if="byPosition.get(position)?.kind === 'hard'" r="4.500" class="sign" />
          <path v-if="byPosition.get(position)?.kind === 'fresh'" d="M-6 1c3-5 9-5 12 0" class="sign" />
          <path v-if="byPosition.get(position)?.kind === 'empty'" d="M-10 0h20" class="sign" />
        </g>
        <text v-if="byPosition.get(position)?.kind === 'normal'" y="5" text-anchor="middle" class="number">
          {{ testDay(byPosition.get(position) as SeedMark, warmFrom) }}
        </text>
      </g>
    </template>
  </SeedGrid>
</template>

<style scoped>
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
