<script setup lang="ts">
import { type PaperSeed, plural, type PracticePaper, type SeedKind } from '@esprel/core';
import { computed } from 'vue';
import SeedGrid from '../shared/SeedGrid.vue';
import { SEED_CELL, STAMPS } from '../shared/seedSheet.ts';
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
const seeds = computed(() => new Map(props.paper.seeds.map((s) => [s.position, s])));
const seedAt = (position: number): PaperSeed => seeds.value.get(position) as PaperSeed;

const letterOf = (kind: SeedKind | undefined): string => STAMPS.find((s) => s.kind === kind)?.key ?? '';
function words(position: number): string {
  const kind = props.said.get(position);
  return `Seed ${String(position)}, ${kind === undefined ? 'not yet' : (STAMPS.find((s) => s.kind === kind)?.words ?? kind)}`;
}
function erase(position: number): void {
  const kind = props.said.get(position);
  if (kind !== undefined && !props.readonly) emit('say', position, kind);
}
</script>

<template>
  <SeedGrid
    :seeds="paper.seeds.length"
    :name="`A paper of ${plural(paper.seeds.length, 'seed')}; arrows move, letters mark`"
    :readonly="readonly"
    :words="words"
    :marked="(position) => said.has(position)"
    @put="(position, stamp) => emit('say', position, stamp ?? kind)"
    @erase="erase"
  >
    <template #default="{ position }">
      <rect
        v-if="shown.has(position)"
        :x="-SEED_CELL.width / 2 + 2"
        :y="-SEED_CELL.height / 2 + 2"
        :width="SEED_CELL.width - 4"
        :height="SEED_CELL.height - 4"
        class="shown"
      />
      <SeedPicture :seed="seedAt(position)" :shape="paper.shape" />
      <g v-if="said.has(position)" class="said" :class="said.get(position)" transform="translate(22 -19)">
        <circle r="10" />
        <text y="5" text-anchor="middle">{{ letterOf(said.get(position)) }}</text>
      </g>
    </template>
  </SeedGrid>
</template>

<style scoped>
.shown {
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
