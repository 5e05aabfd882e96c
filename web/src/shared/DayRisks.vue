<script setup lang="ts">
import { laneOf, seasonMeant, type SowingMethod, type Way } from '@esprel/core';
import type { LaneSeasons, Missed } from '@esprel/core/api';
import { computed } from 'vue';
import { useFormat } from '../base/useFormat.ts';
import { missedWords } from './missedWords.ts';

/** What the day of a sowing risks while it is typed, and the window it is held against: of the ways it may be meant in, the nearest. */
const props = defineProps<{
  lane: LaneSeasons | undefined;
  ways: readonly Way[];
  method: SowingMethod;
  seedsPerCell: number;
  sowOn: string;
  plantOutOn: string | null;
  missed?: Missed | null;
}>();
const format = useFormat();
const held = computed(() =>
  props.lane && /^\d{4}-\d\d-\d\d$/.test(props.sowOn)
    ? seasonMeant(
        props.lane.seasons.filter((s) => props.ways.includes(s.way)),
        props.sowOn,
      )
    : null,
);
const lane = computed(() =>
  props.lane && held.value
    ? laneOf({
        ...held.value,
        crop: props.lane.crop,
        method: props.method,
        seedsPerCell: props.seedsPerCell,
        sowOn: props.sowOn,
        plantOutOn: props.plantOutOn,
      })
    : null,
);
</script>

<template>
  <p v-if="held?.window || missed || lane?.firstCrop" class="quiet small">
    <template v-if="held?.window">Its window: {{ format.days(held.window.from, held.window.to) }}. </template
    ><template v-if="lane?.firstCrop"
      >{{ props.lane?.crop.kind === 'flower' ? 'First flowers' : 'First crop' }} about {{ format.day(lane.firstCrop.from) }}. </template
    ><template v-if="missed">{{ missedWords(missed, format.days) }}</template>
  </p>
  <p v-for="r in lane?.risks ?? []" :key="r" class="risk">{{ r }}</p>
</template>

<style scoped>
.risk {
  color: var(--act);
  font-weight: 600;
}
</style>
