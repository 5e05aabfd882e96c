<script setup lang="ts">
import type { Lane } from '@esprel/core';
import type { SeasonLane, SeasonPage } from '@esprel/core/api';
import { useElementSize, useScroll } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { drawnLane, frostColumns, lanePicture, LANE_HEIGHT, laneScale, monthsOn, rowsInView, xOf } from './lanesLayout.ts';
import LaneRow from './LaneRow.vue';
import { useLaneDrag } from './useLaneDrag.ts';

/** Lanes over the frost: dragged by mouse, finger or keys, a week at a time, or a day with Shift. */
const props = defineProps<{ page: SeasonPage; lanes: readonly SeasonLane[]; opened: number | null }>();
const emit = defineEmits<{
  /** A lane is being dragged, and what it would be; null when it is not any more. */
  preview: [moved: { lane: SeasonLane; was: Lane; now: Lane; outOnly: boolean } | null];
  move: [lane: SeasonLane, sowOn: string, plantOutOn: string | null];
}>();
const LABEL = 196;
const view = ref<HTMLElement | null>(null);
const { width, height } = useElementSize(view);
const { y } = useScroll(view);
const laneWidth = computed(() => Math.max(200, width.value - LABEL - 8));

const { held, moving, shiftOf, keep, grab, drag, release, key } = useLaneDrag(
  () => props.lanes,
  () => scale.value.dayWidth,
  (lane, sowOn, plantOutOn) => {
    emit('move', lane, sowOn, plantOutOn);
  },
);
const scale = computed(() => laneScale(props.page, held.value, laneWidth.value));
const months = computed(() => monthsOn(scale.value));
const frost = computed(() => frostColumns(scale.value, props.page.risk));
const todayX = computed(() => xOf(scale.value, props.page.today));
const lastFrostX = computed(() => {
  const base = props.page.bases[0];
  return base ? xOf(scale.value, base.lastFrost) : -1;
});

const rows = computed(() => rowsInView(y.value, height.value, held.value.length));
const shown = computed(() =>
  held.value.slice(rows.value.from, rows.value.to).map((lane, i) => {
    const row = rows.value.from + i;
    const moved = drawnLane(lane, props.page.bases, shiftOf(lane.id));
    return { lane, row, drawn: moved, picture: lanePicture(scale.value, moved, props.page.bases[lane.base]?.window ?? null) };
  }),
);
watch(moving, (m) => {
  const lane = m === null ? undefined : held.value.find((l) => l.id === m.id);
  emit(
    'preview',
    lane && m && m.days !== 0
      ? { lane, was: drawnLane(lane, props.page.bases), now: drawnLane(lane, props.page.bases, shiftOf(lane.id)), outOnly: m.out }
      : null,
  );
});
</script>

<template>
  <div ref="view" class="view scrolls" tabindex="0" aria-label="Lanes of the season">
    <div class="head" :style="{ '--label': `${LABEL}px` }">
      <svg :width="laneWidth" height="26" aria-hidden="true">
        <g v-for="m in months" :key="m.x">
          <line :x1="m.x" :x2="m.x" y1="4" y2="26" class="month" />
          <text :x="m.x + 5" y="18">{{ m.label }}</text>
        </g>
        <rect v-if="todayX >= 0 && todayX <= laneWidth" :x="todayX - 1" y="0" width="2" height="26" class="today" />
        <text v-if="todayX >= 0 && todayX <= laneWidth - 40" :x="todayX + 5" y="18" class="todaytext">today</text>
      </svg>
    </div>
    <div class="lanes" :style="{ height: `${held.length * LANE_HEIGHT}px`, '--label': `${LABEL}px` }">
      <svg class="behind" :width="laneWidth" :height="Math.max(LANE_HEIGHT, held.length * LANE_HEIGHT)" aria-hidden="true">
        <rect
          v-for="c in frost"
          :key="c.x"
          :x="c.x"
          y="0"
          :width="c.width + 0.5"
          height="100%"
          class="frost"
          :fill-opacity="(0.75 * c.risk).toFixed(3)"
        />
        <line v-for="m in months" :key="m.x" :x1="m.x" :x2="m.x" y1="0" y2="100%" class="month" />
        <line v-if="lastFrostX >= 0" :x1="lastFrostX" :x2="lastFrostX" y1="0" y2="100%" class="lastfrost" />
        <line v-if="todayX >= 0" :x1="todayX" :x2="todayX" y1="0" y2="100%" class="today line" />
      </svg>
      <LaneRow
        v-for="s in shown"
        :key="s.lane.id"
        :lane="s.lane"
        :drawn="s.drawn"
        :picture="s.picture"
        :from="page.from"
        :here="s.lane.id === opened"
        :moving="moving?.id === s.lane.id"
        :flower="page.bases[s.lane.base]?.crop.kind === 'flower'"
        :style="{ top: `${s.row * LANE_HEIGHT}px`, height: `${LANE_HEIGHT}px` }"
        @grab="(event, out) => grab(event, s.lane, out)"
        @drag="drag"
        @release="release"
        @keep="keep"
        @key="(event, out) => key(event, s.lane, out)"
      />
    </div>
  </div>
</template>

<style scoped>
.view {
  height: 100%;
  outline-offset: -3px;
}
.head {
  position: sticky;
  top: 0;
  z-index: 4;
  padding-left: var(--label);
  background: var(--paper);
  border-bottom: 1px solid var(--rule);
  height: 27px;
}
text {
  font-size: 14px;
  fill: var(--quiet);
}
.todaytext {
  fill: var(--act);
  font-weight: 600;
}
.month {
  stroke: var(--rule);
}
.frost {
  fill: var(--frost);
}
.lastfrost {
  stroke: var(--quiet);
  stroke-dasharray: 3 4;
}
.today {
  fill: var(--act);
}
.today.line {
  stroke: var(--act);
  stroke-width: 2;
}
.lanes {
  position: relative;
}
.behind {
  position: absolute;
  left: var(--label);
  top: 0;
}
</style>
