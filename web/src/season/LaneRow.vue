<script setup lang="ts">
import { Shovel } from '@lucide/vue';
import { daysBetween, type Day, type Lane } from '@esprel/core';
import type { SeasonLane } from '@esprel/core/api';
import { computed } from 'vue';
import { useFormat } from '../base/useFormat.ts';
import type { LanePicture } from './lanesLayout.ts';

/** One lane of the season: its name, its window and what is drawn of it. What is dragged is held by the lanes together. */
const props = defineProps<{
  lane: SeasonLane;
  /** The lane where it is shown just now, moved or not. */
  drawn: Lane;
  picture: LanePicture;
  /** The season's first day, from which the sliders count. */
  from: Day;
  here: boolean;
  moving: boolean;
  /** Whether it is grown for its flowers. */
  flower: boolean;
}>();
const emit = defineEmits<{
  grab: [event: PointerEvent, outOnly: boolean];
  drag: [event: PointerEvent];
  release: [];
  keep: [];
  key: [event: KeyboardEvent, outOnly: boolean];
}>();
const format = useFormat();

const crop = computed(() => {
  const { firstCrop } = props.drawn;
  return firstCrop === null
    ? ''
    : `${props.flower ? 'flowers' : 'first crop'} ${format.day(firstCrop.from).replace(/^[A-Z][a-z]+ (?=\d)/, '')}`;
});
const words = computed(() => {
  const { lane, drawn } = props;
  if (lane.sownOn !== null) return `Sown ${format.day(lane.sownOn)}`;
  const out = drawn.plantOutOn === null ? '' : `, planted out ${format.day(drawn.plantOutOn)}`;
  return `Sow ${format.day(drawn.sowOn)}${out}${crop.value === '' ? '' : `, ${crop.value}`}${drawn.risks.length > 0 ? `; ${drawn.risks.join(' ')}` : ''}`;
});
/** Where a slider stands: days from the first day of the season. */
const daysIn = (day: Day): number => daysBetween(props.from, day);

/** What a hand does to a lane, or to its planting out alone. */
function hands(out: boolean): Record<string, (event: Event) => void> {
  return {
    pointerdown: (e) => {
      emit('grab', e as PointerEvent, out);
    },
    pointermove: (e) => {
      emit('drag', e as PointerEvent);
    },
    pointerup: () => {
      emit('release');
    },
    pointercancel: () => {
      emit('release');
    },
    keydown: (e) => {
      emit('key', e as KeyboardEvent, out);
    },
    blur: () => {
      emit('keep');
    },
  };
}
</script>

<template>
  <div class="lane" :class="{ here, sown: lane.sowingId !== null, moving }">
    <RouterLink :to="{ path: `/sowing/planned/${lane.id}`, query: $route.query }" class="label">
      <strong>{{ lane.variety }}</strong>
      <span class="quiet small">{{ lane.member ? `${lane.member}, ` : lane.purpose === 'sale' ? 'sale, ' : '' }}{{ lane.crop }}</span>
    </RouterLink>
    <div class="track">
      <i v-if="picture.window" class="window" :style="{ left: `${picture.window.x}px`, width: `${picture.window.width}px` }" />
      <i v-if="picture.window" class="middle" :style="{ left: `${picture.window.middle}px` }" />
      <i v-if="picture.cold" class="cold" :style="{ left: `${picture.cold.x}px`, width: `${picture.cold.width}px` }" />
      <i v-if="picture.soak !== null" class="soak" :style="{ left: `${picture.soak}px` }" />
      <div
        v-tooltip.top="words"
        class="bar"
        :class="{ risky: drawn.risks.length > 0 && lane.sowingId === null }"
        :style="{ left: `${picture.bar.x}px`, width: `${picture.bar.width}px` }"
        role="slider"
        :tabindex="0"
        :aria-label="`${lane.variety}, ${lane.crop}`"
        aria-orientation="horizontal"
        :aria-valuemin="0"
        :aria-valuemax="365"
        :aria-valuenow="daysIn(drawn.sowOn)"
        :aria-valuetext="words"
        :aria-disabled="lane.sowingId !== null"
        v-on="hands(false)"
      >
        <i class="emerge" :style="{ left: `${picture.emerge.x - picture.bar.x}px`, width: `${picture.emerge.width}px` }" />
        <i v-if="picture.potOn !== null" class="pot" :style="{ left: `${picture.potOn - picture.bar.x}px` }" />
        <i
          v-if="picture.harden"
          class="harden"
          :style="{ left: `${picture.harden.x - picture.bar.x}px`, width: `${picture.harden.width}px` }"
        />
        <svg class="seed" width="14" height="14" viewBox="0 0 14 14" aria-hidden="true">
          <ellipse cx="7" cy="7" rx="6" ry="4.500" />
        </svg>
      </div>
      <div
        v-if="picture.plantOut !== null && lane.sowingId === null"
        class="out"
        :style="{ left: `${picture.plantOut}px` }"
        role="slider"
        tabindex="0"
        :aria-label="`Planting out of ${lane.variety}`"
        aria-orientation="horizontal"
        :aria-valuemin="0"
        :aria-valuemax="365"
        :aria-valuenow="daysIn(drawn.plantOutOn ?? drawn.sowOn)"
        :aria-valuetext="format.day(drawn.plantOutOn ?? drawn.sowOn)"
        v-on="hands(true)"
      >
        <Shovel :size="16" aria-hidden="true" />
      </div>
      <span v-if="crop" class="crop quiet small" :style="{ left: `${picture.crop}px` }">{{ crop }}</span>
    </div>
  </div>
</template>

<style scoped>
.lane {
  position: absolute;
  left: 0;
  right: 0;
  display: grid;
  grid-template-columns: var(--label) minmax(0, 1fr);
  border-bottom: 1px solid var(--band);
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
  background: var(--band);
  border: 1px solid var(--faint);
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
  background: var(--good-mist);
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
  fill: var(--seed);
}
.crop {
  position: absolute;
  padding-left: 8px;
  top: 15px;
  white-space: nowrap;
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
