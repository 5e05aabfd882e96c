<script setup lang="ts">
import { daysBetween, type Lane } from '@esprel/core';
import { useElementSize, useScroll } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { useFormat } from '../app/useFormat.ts';
import { drawnLane, frostColumns, lanePicture, LANE_HEIGHT, laneScale, monthsOn, rowsInView, xOf } from './lanesLayout.ts';
import type { SeasonLane, SeasonPage } from './types.ts';
import { useLaneDrag } from './useLaneDrag.ts';

/** Lanes over the frost: dragged by mouse, finger or keys, a week at a time, or a day with Shift. */
const props = defineProps<{ page: SeasonPage; lanes: readonly SeasonLane[]; opened: number | null }>();
const emit = defineEmits<{
  /** A lane is being dragged, and what it would be; null when it is not any more. */
  preview: [moved: { lane: SeasonLane; was: Lane; now: Lane; outOnly: boolean } | null];
  move: [lane: SeasonLane, sowOn: string, plantOutOn: string | null];
}>();
const format = useFormat();
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

function words(lane: SeasonLane, drawn: Lane): string {
  if (lane.sownOn !== null) return `Sown ${format.day(lane.sownOn)}`;
  const out = drawn.plantOutOn === null ? '' : `, planted out ${format.day(drawn.plantOutOn)}`;
  return `Sow ${format.day(drawn.sowOn)}${out}${drawn.risks.length > 0 ? `; ${drawn.risks.join(' ')}` : ''}`;
}
/** Where a lane's slider stands: days from the first day of the season. */
const daysIn = (day: string): number => daysBetween(props.page.from, day);
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
      <div
        v-for="s in shown"
        :key="s.lane.id"
        class="lane"
        :class="{ here: s.lane.id === opened, sown: s.lane.sowingId !== null, moving: moving?.id === s.lane.id }"
        :style="{ top: `${s.row * LANE_HEIGHT}px`, height: `${LANE_HEIGHT}px` }"
      >
        <RouterLink :to="{ path: `/sowing/planned/${s.lane.id}`, query: $route.query }" class="label">
          <strong>{{ s.lane.variety }}</strong>
          <span class="quiet small"
            >{{ s.lane.crop }}{{ s.lane.member ? `, ${s.lane.member}` : s.lane.purpose === 'sale' ? ', sale' : '' }}</span
          >
        </RouterLink>
        <div class="track">
          <i v-if="s.picture.window" class="window" :style="{ left: `${s.picture.window.x}px`, width: `${s.picture.window.width}px` }" />
          <i v-if="s.picture.window" class="middle" :style="{ left: `${s.picture.window.middle}px` }" />
          <i v-if="s.picture.cold" class="cold" :style="{ left: `${s.picture.cold.x}px`, width: `${s.picture.cold.width}px` }" />
          <i v-if="s.picture.soak !== null" class="soak" :style="{ left: `${s.picture.soak}px` }" />
          <div
            class="bar"
            :class="{ risky: s.drawn.risks.length > 0 && s.lane.sowingId === null }"
            :style="{ left: `${s.picture.bar.x}px`, width: `${s.picture.bar.width}px` }"
            role="slider"
            :tabindex="0"
            :aria-label="`${s.lane.variety}, ${s.lane.crop}`"
            aria-orientation="horizontal"
            :aria-valuemin="0"
            :aria-valuemax="365"
            :aria-valuenow="daysIn(s.drawn.sowOn)"
            :aria-valuetext="words(s.lane, s.drawn)"
            :aria-disabled="s.lane.sowingId !== null"
            :title="words(s.lane, s.drawn)"
            data-own-keys
            @pointerdown="grab($event, s.lane, false)"
            @pointermove="drag"
            @pointerup="release"
            @pointercancel="release"
            @keydown="key($event, s.lane, false)"
            @blur="keep"
          >
            <i class="emerge" :style="{ left: `${s.picture.emerge.x - s.picture.bar.x}px`, width: `${s.picture.emerge.width}px` }" />
            <i v-if="s.picture.potOn !== null" class="pot" :style="{ left: `${s.picture.potOn - s.picture.bar.x}px` }" />
            <i
              v-if="s.picture.harden"
              class="harden"
              :style="{ left: `${s.picture.harden.x - s.picture.bar.x}px`, width: `${s.picture.harden.width}px` }"
            />
            <svg class="seed" width="14" height="14" viewBox="0 0 14 14" aria-hidden="true">
              <ellipse cx="7" cy="7" rx="6" ry="4.500" />
            </svg>
          </div>
          <div
            v-if="s.picture.plantOut !== null && s.lane.sowingId === null"
            class="out"
            :style="{ left: `${s.picture.plantOut}px` }"
            role="slider"
            tabindex="0"
            :aria-label="`Planting out of ${s.lane.variety}`"
            aria-orientation="horizontal"
            :aria-valuemin="0"
            :aria-valuemax="365"
            :aria-valuenow="daysIn(s.drawn.plantOutOn ?? s.drawn.sowOn)"
            :aria-valuetext="format.day(s.drawn.plantOutOn ?? s.drawn.sowOn)"
            data-own-keys
            @pointerdown="grab($event, s.lane, true)"
            @pointermove="drag"
            @pointerup="release"
            @pointercancel="release"
            @keydown="key($event, s.lane, true)"
            @blur="keep"
          >
            <svg width="16" height="16" viewBox="0 0 16 16" aria-hidden="true">
              <path d="M8 1v9m0 0L4 6m4 4 4-4M2 14h12" fill="none" stroke="currentColor" stroke-width="2" />
            </svg>
          </div>
        </div>
      </div>
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
  stroke: #e0d8c6;
}
.frost {
  fill: #c3cccd;
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
.lane {
  position: absolute;
  left: 0;
  right: 0;
  display: grid;
  grid-template-columns: var(--label) minmax(0, 1fr);
  border-bottom: 1px solid #e6dfd0;
}
.lane.here .label {
  background: var(--sheet);
  box-shadow: inset 5px 0 0 var(--action);
}
.label {
  display: grid;
  align-content: center;
  padding: 0 8px 0 10px;
  color: var(--ink);
  text-decoration: none;
  line-height: 1.2;
  min-width: 0;
  background: var(--paper);
}
.label strong,
.label span {
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  font-weight: 600;
}
.label span {
  font-weight: 400;
}
.track {
  position: relative;
  overflow: hidden;
}
.track i {
  position: absolute;
  display: block;
}
.window {
  top: 3px;
  height: 6px;
  background: var(--good-mid);
  opacity: 0.75;
  border-radius: 3px;
}
.middle {
  top: 1px;
  height: 10px;
  width: 2px;
  margin-left: -1px;
  background: var(--good);
}
.cold {
  top: 20px;
  height: 10px;
  background: repeating-linear-gradient(90deg, var(--asleep) 0 3px, transparent 3px 6px);
  border: 1px solid var(--asleep);
}
.soak {
  top: 17px;
  width: 10px;
  height: 14px;
  margin-left: -5px;
  border-radius: 50% 50% 50% 50% / 70% 70% 40% 40%;
  background: var(--action);
}
.bar {
  position: absolute;
  top: 13px;
  height: 24px;
  min-width: 26px;
  background: #dfe4d4;
  border: 1px solid #8d9a7c;
  border-radius: 3px;
  cursor: grab;
  touch-action: none;
}
.bar.risky {
  border-color: var(--act);
  box-shadow: inset 0 -3px 0 var(--act);
}
.moving .bar {
  cursor: grabbing;
  box-shadow: 0 2px 8px rgb(60 50 30 / 35%);
}
.sown .bar {
  background: #cfdcc3;
  cursor: default;
  border-style: dashed;
}
.bar i {
  top: 0;
  bottom: 0;
}
.emerge {
  background: var(--good-mid);
}
.pot {
  width: 0;
  border-left: 2px dotted var(--good);
}
.harden {
  background: repeating-linear-gradient(135deg, var(--watch-fill) 0 3px, transparent 3px 7px);
}
.seed {
  position: absolute;
  left: 3px;
  top: 4px;
}
.seed ellipse {
  fill: #6b4c1e;
}
.out {
  position: absolute;
  top: 13px;
  width: 26px;
  height: 24px;
  margin-left: -13px;
  display: grid;
  place-items: center;
  background: var(--sheet);
  border: 1px solid var(--ink);
  border-radius: 3px;
  cursor: ew-resize;
  touch-action: none;
}
</style>
