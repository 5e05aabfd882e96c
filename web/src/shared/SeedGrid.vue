<script setup lang="ts">
import type { SeedKind } from '@esprel/core';
import { useMediaQuery } from '@vueuse/core';
import { computed, nextTick, ref } from 'vue';
import { type LaidSeed, laySeeds, NARROW_ROW, ROW, SEED_CELL, STAMPS, stepTo } from './seedSheet.ts';

/**
 * Seeds as they lie on a paper, in rows of ten, worked by hand and by keys: arrows move, Space and Enter put the chosen stamp, a letter puts
 * its own and goes on. What each looks like, and what is said of it, is the page's.
 */
const props = defineProps<{
  seeds: number;
  name: string;
  readonly: boolean;
  /** What is read out of a seed, and whether it has a mark. */
  words: (position: number) => string;
  marked: (position: number) => boolean;
}>();
const emit = defineEmits<{
  /** `kind` is null for the stamp that is chosen. */
  put: [position: number, kind: SeedKind | null];
  erase: [position: number];
  digit: [digit: string];
}>();
defineSlots<{ default: (props: LaidSeed) => unknown }>();

/** A thumb needs 48 px; ten in a row leave it 33 on a phone. */
const onPhone = useMediaQuery('(max-width: 560px)');
const row = computed(() => (onPhone.value ? NARROW_ROW : ROW));
const laid = computed(() => laySeeds(props.seeds, row.value));
const width = computed(() => SEED_CELL.left + row.value * SEED_CELL.width + 14);
const height = computed(() => SEED_CELL.top * 2 + Math.ceil(props.seeds / row.value) * SEED_CELL.height);
const cursor = ref(1);
const sheet = ref<SVGSVGElement | null>(null);

function put(position: number, kind: SeedKind | null): void {
  if (props.readonly) return;
  cursor.value = position;
  emit('put', position, kind);
}

async function key(event: KeyboardEvent): Promise<void> {
  const next = stepTo(cursor.value, event.key, props.seeds, row.value);
  const letter = STAMPS.find((s) => s.key === event.key.toUpperCase());
  if (next !== cursor.value) cursor.value = next;
  else if (event.key === ' ' || event.key === 'Enter') put(cursor.value, null);
  else if (event.key === 'Backspace' || event.key === 'Delete') emit('erase', cursor.value);
  else if (letter && !event.ctrlKey && !event.metaKey) {
    put(cursor.value, letter.kind);
    if (cursor.value < props.seeds) cursor.value += 1;
  } else if (/^[0-9]$/.test(event.key)) {
    // A number field takes it from here, and the focus with it.
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
      :aria-checked="marked(s.position)"
      :aria-label="words(s.position)"
      :aria-disabled="readonly"
      :tabindex="s.position === cursor ? 0 : -1"
      :transform="`translate(${s.x} ${s.y})`"
      @click="put(s.position, null)"
      @focus="cursor = s.position"
    >
      <rect :x="-SEED_CELL.width / 2" :y="-SEED_CELL.height / 2" :width="SEED_CELL.width" :height="SEED_CELL.height" class="hit" />
      <slot v-bind="s" />
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
</style>
