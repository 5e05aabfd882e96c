<script setup lang="ts">
import { plural, type PracticePaper, type SeedKind } from '@esprel/core';
import { useMediaQuery } from '@vueuse/core';
import { computed, nextTick, ref } from 'vue';
import { laySeeds, NARROW_ROW, ROW, SEED_CELL, STAMPS, stepTo } from '../shared/seedSheet.ts';
import SeedPicture from './SeedPicture.vue';

/** A practice paper on the seed sheet: tapped and keyed as a real one. `shown`: positions that are looked at in the answer. */
const props = defineProps<{
  paper: PracticePaper;
  said: ReadonlyMap<number, SeedKind>;
  kind: SeedKind;
  readonly: boolean;
  shown: ReadonlySet<number>;
}>();
const emit = defineEmits<{ say: [position: number, kind: SeedKind] }>();
const onPhone = useMediaQuery('(max-width: 560px)');
const row = computed(() => (onPhone.value ? NARROW_ROW : ROW));
const places = computed(() => new Map(laySeeds(props.paper.seeds.length, row.value).map((s) => [s.position, s])));
const laid = computed(() => props.paper.seeds.map((seed) => ({ seed, at: places.value.get(seed.position) ?? { x: 0, y: 0 } })));
const width = computed(() => SEED_CELL.left + row.value * SEED_CELL.width + 14);
const height = computed(() => SEED_CELL.top * 2 + Math.ceil(props.paper.seeds.length / row.value) * SEED_CELL.height);
const cursor = ref(1);
const sheet = ref<SVGSVGElement | null>(null);

const letterOf = (kind: SeedKind): string => STAMPS.find((s) => s.kind === kind)?.key ?? '';
function words(position: number): string {
  const kind = props.said.get(position);
  return `Seed ${String(position)}, ${kind === undefined ? 'not yet' : (STAMPS.find((s) => s.kind === kind)?.words ?? kind)}`;
}
function put(position: number, kind: SeedKind): void {
  cursor.value = position;
  if (!props.readonly) emit('say', position, kind);
}
async function key(event: KeyboardEvent): Promise<void> {
  const next = stepTo(cursor.value, event.key, props.paper.seeds.length, row.value);
  const letter = STAMPS.find((s) => s.key === event.key.toUpperCase());
  if (next !== cursor.value) cursor.value = next;
  else if (event.key === ' ' || event.key === 'Enter') put(cursor.value, props.kind);
  else if (letter && !event.ctrlKey && !event.metaKey) {
    put(cursor.value, letter.kind);
    if (cursor.value < props.paper.seeds.length) cursor.value += 1;
  } else return;
  event.preventDefault();
  await nextTick();
  sheet.value?.querySelector<SVGGElement>(`[data-seed="${String(cursor.value)}"]`)?.focus();
}
</script>

<template>
  <svg
    ref="sheet"
    class="paper"
    :viewBox="`0 0 ${width} ${height}`"
    role="group"
    :aria-label="`A paper of ${plural(paper.seeds.length, 'seed')}; arrows move, letters mark`"
    data-own-keys
    @keydown="key"
  >
    <text
      v-for="r in Math.ceil(paper.seeds.length / row)"
      :key="r"
      x="20"
      :y="SEED_CELL.top + (r - 0.5) * SEED_CELL.height + 5"
      text-anchor="end"
      class="rownumber"
    >
      {{ (r - 1) * row + 1 }}
    </text>
    <g
      v-for="{ seed, at } in laid"
      :key="seed.position"
      :data-seed="seed.position"
      class="seed"
      :class="{ shown: shown.has(seed.position) }"
      role="checkbox"
      :aria-checked="said.has(seed.position)"
      :aria-label="words(seed.position)"
      :aria-disabled="readonly"
      :tabindex="seed.position === cursor ? 0 : -1"
      :transform="`translate(${at.x} ${at.y})`"
      @click="put(seed.position, kind)"
      @focus="cursor = seed.position"
    >
      <rect :x="-SEED_CELL.width / 2" :y="-SEED_CELL.height / 2" :width="SEED_CELL.width" :height="SEED_CELL.height" class="hit" />
      <SeedPicture :seed="seed" :shape="paper.shape" />
      <g v-if="said.has(seed.position)" class="said" :class="said.get(seed.position)" transform="translate(22 -19)">
        <circle r="10" />
        <text y="5" text-anchor="middle">{{ letterOf(said.get(seed.position) as SeedKind) }}</text>
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
  fill: rgb(230 218 190 / 35%);
}
.seed:focus-visible .hit {
  stroke: var(--focus);
  stroke-width: 3;
}
.shown .hit {
  fill: var(--act-soft);
  stroke: var(--act);
  stroke-width: 2;
}
.said circle {
  fill: var(--good-deep);
}
.said.abnormal circle {
  fill: var(--watch);
}
.said.hard circle,
.said.fresh circle {
  fill: var(--asleep);
}
.said.dead circle,
.said.empty circle {
  fill: var(--soil);
}
.said text {
  font-size: 14px;
  font-weight: 700;
  fill: var(--white);
}
</style>
