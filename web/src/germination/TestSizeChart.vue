<script setup lang="ts">
import { plural } from '@esprel/core';
import { scaleLinear, scaleLog } from 'd3-scale';
import { line } from 'd3-shape';
import { computed } from 'vue';

/** The chance of a clear answer against the seeds it costs. */
const props = defineProps<{
  options: readonly { readonly seeds: number; readonly clear: number }[];
  /** Seeds chosen now. */
  chosen: number;
  /** Seeds that a test may take without growing the sprouts on. */
  spendable: number;
}>();
const emit = defineEmits<{ choose: [seeds: number] }>();
const W = 420;
const H = 178;
const BOX = { x0: 40, x1: W - 14, y0: 14, y1: H - 44 };
const x = scaleLog([8, 440], [BOX.x0, BOX.x1]).clamp(true);
const y = scaleLinear([0, 1], [BOX.y1, BOX.y0]);
const path = computed(
  () =>
    line<{ seeds: number; clear: number }>()
      .x((o) => x(o.seeds))
      .y((o) => y(o.clear))(props.options) ?? '',
);
const words = computed(() => props.options.map((o) => `${plural(o.seeds, 'seed')} ${String(Math.round(o.clear * 100))} %`).join(', '));
</script>

<template>
  <figure class="size">
    <figcaption class="unseen">Chance of a clear answer: {{ words }}</figcaption>
    <svg :viewBox="`0 0 ${W} ${H}`" role="group" aria-label="Chance of a clear answer by seeds spent">
      <g v-for="s in [0, 0.5, 0.8, 1]" :key="s">
        <line :x1="BOX.x0" :x2="BOX.x1" :y1="y(s)" :y2="y(s)" :class="s === 0.8 ? 'good' : 'grid'" />
        <text :x="BOX.x0 - 6" :y="y(s) + 5" text-anchor="end">{{ s * 100 }}</text>
      </g>
      <rect
        v-if="spendable < 400"
        :x="x(Math.max(8, spendable))"
        :width="BOX.x1 - x(Math.max(8, spendable))"
        :y="BOX.y0"
        :height="BOX.y1 - BOX.y0"
        class="dear"
      />
      <path :d="path" class="line" />
      <g
        v-for="o in options"
        :key="o.seeds"
        class="option"
        role="button"
        tabindex="0"
        :aria-label="`${plural(o.seeds, 'seed')}: ${Math.round(o.clear * 100)} % chance of a clear answer`"
        :aria-pressed="o.seeds === chosen"
        @click="emit('choose', o.seeds)"
        @keydown.enter.prevent="emit('choose', o.seeds)"
        @keydown.space.prevent="emit('choose', o.seeds)"
      >
        <rect :x="x(o.seeds) - 13" :y="BOX.y0" width="26" :height="BOX.y1 - BOX.y0 + 20" class="hit" />
        <circle :cx="x(o.seeds)" :cy="y(o.clear)" :r="o.seeds === chosen ? 7 : 4.5" :class="{ chosen: o.seeds === chosen }" />
        <text v-if="[10, 20, 30, 50, 100, 200, 400].includes(o.seeds)" :x="x(o.seeds)" :y="BOX.y1 + 18" text-anchor="middle">
          {{ o.seeds }}
        </text>
      </g>
      <text :x="BOX.x1" :y="H - 8" text-anchor="end">seeds; chance of a clear answer in percent</text>
    </svg>
    <p v-if="spendable < 400" class="quiet small">Shaded: more than a tenth of what may be spent. Only if the sprouts are grown on.</p>
  </figure>
</template>

<style scoped>
.size {
  margin: 0;
  display: grid;
  gap: 2px;
}
svg {
  width: 100%;
  max-width: 460px;
}
text {
  font-size: 14px;
  fill: var(--quiet);
}
.grid {
  stroke: var(--hair);
}
.good {
  stroke: var(--good);
  stroke-dasharray: 4 4;
}
.dear {
  fill: var(--watch-fill);
  opacity: 0.12;
}
.line {
  fill: none;
  stroke: var(--action);
  stroke-width: 2;
}
.option {
  cursor: pointer;
  outline: none;
}
.hit {
  fill: transparent;
}
.option:focus-visible .hit {
  stroke: var(--focus);
  stroke-width: 2.5;
}
circle {
  fill: var(--action);
  stroke: var(--sheet);
  stroke-width: 2;
}
circle.chosen {
  fill: var(--watch-fill);
  stroke: var(--ink);
}
</style>
