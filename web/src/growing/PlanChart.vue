<script setup lang="ts">
import { percentOf, PATCH_KIND_WORDS, plural, type Spot } from '@esprel/core';
import type { CrossingLine, GrowingPlan, PlanPatch } from '@esprel/core/api';
import { useElementSize } from '@vueuse/core';
import { select } from 'd3-selection';
import { zoom, zoomIdentity, type ZoomBehavior } from 'd3-zoom';
import Button from 'primevue/button';
import { computed, onBeforeUnmount, onMounted, ref, useTemplateRef } from 'vue';
import { Maximize, ZoomIn, ZoomOut } from '@lucide/vue';
import { useFarWords } from './useFarWords.ts';
import { colourOf, patchName } from './looks.ts';
import { drawnLines, MARKER, patchWords, planMarkers, planScale, ringLabels, rings, shortened } from './planLayout.ts';

/** The plan from above: gardens, patches of the group, and who would cross whom. */
const props = defineProps<{
  plan: GrowingPlan;
  lines: readonly CrossingLine[];
  opened: PlanPatch | null;
  colours: ReadonlyMap<number, string>;
  /** A spot is being looked for: a tap gives it. */
  asking: boolean;
  /** The spot that was given. */
  pin: Spot | null;
}>();
const emit = defineEmits<{ open: [key: string]; garden: [id: number | null]; spot: [spot: Spot] }>();
const far = useFarWords();
const box = useTemplateRef<HTMLDivElement>('box');
const drawing = useTemplateRef<SVGSVGElement>('drawing');
const { width, height } = useElementSize(box);
const view = ref(zoomIdentity);

const spots = computed(() => [
  ...props.plan.gardens.flatMap((g) => (g.spot === null ? [] : [g.spot])),
  ...props.plan.patches.flatMap((p) => (p.spot === null ? [] : [p.spot])),
]);
const scale = computed(() => {
  const base = planScale(spots.value, Math.max(200, width.value), Math.max(160, height.value));
  const { k, x, y } = view.value;
  return { ...base, perM: base.perM * k, x: (e: number) => base.x(e) * k + x, y: (n: number) => base.y(n) * k + y };
});
/** Where much grows, only what has to do with the opened patch is named. */
const MANY = 30;
const named = computed(() =>
  props.plan.patches.length <= MANY ? null : new Set([props.opened?.key ?? '', ...props.lines.flatMap((l) => [l.from, l.to])]),
);
const markers = computed(() => planMarkers(props.plan.gardens, props.plan.patches, scale.value, named.value));
const drawn = computed(() => drawnLines(props.lines, markers.value));
const isolation = computed(() => {
  const spot = props.opened?.spot;
  return spot ? { x: scale.value.x(spot.eastM), y: scale.value.y(spot.northM), r: props.plan.isolationM * scale.value.perM } : null;
});
const dotsOf = (p: PlanPatch): number => Math.min(9, Math.max(1, p.plants));
const words = (p: PlanPatch): string =>
  `${patchName(p)}, ${plural(p.plants, 'plant')} ${PATCH_KIND_WORDS[p.kind]}${p.crossing.instead === null ? `, ${percentOf(p.crossing.share)} crossed` : ''}`;

let zoomer: ZoomBehavior<SVGSVGElement, unknown> | null = null;
onMounted(() => {
  if (!drawing.value) return;
  zoomer = zoom<SVGSVGElement, unknown>()
    .scaleExtent([0.5, 12])
    // A wheel over the plan zooms it; everything else of the page scrolls as it did.
    .filter((event: MouseEvent) => event.button === 0 && !(event.target as Element).closest('.hit'))
    .on('zoom', (event: { transform: typeof zoomIdentity }) => {
      view.value = event.transform;
    });
  select(drawing.value).call(zoomer).on('dblclick.zoom', null);
});
onBeforeUnmount(() => {
  if (drawing.value) select(drawing.value).on('.zoom', null);
});
function zoomBy(factor: number | null): void {
  if (!drawing.value || zoomer === null) return;
  const on = select(drawing.value);
  if (factor === null) zoomer.transform(on, zoomIdentity);
  else zoomer.scaleBy(on, factor);
}
function tapped(event: MouseEvent): void {
  if (!props.asking || !drawing.value) return;
  const at = drawing.value.getBoundingClientRect();
  const s = scale.value;
  const [x, y] = [event.clientX - at.left, event.clientY - at.top];
  emit('spot', { eastM: Math.round((x - s.x(0)) / s.perM), northM: Math.round((s.y(0) - y) / s.perM) });
}
</script>

<template>
  <div ref="box" class="plan" :class="{ asking }">
    <svg ref="drawing" :width="scale.width" :height="scale.height" role="group" aria-label="The plan of gardens" @click="tapped">
      <g class="rings" aria-hidden="true">
        <circle v-for="m in rings(scale)" :key="m" :cx="scale.x(0)" :cy="scale.y(0)" :r="m * scale.perM" />
        <text v-for="l in ringLabels(scale)" :key="l.m" :x="l.x" :y="l.y" text-anchor="middle">{{ far(l.m) }}</text>
      </g>
      <g v-if="isolation" aria-hidden="true">
        <circle class="isolation" :cx="isolation.x" :cy="isolation.y" :r="isolation.r" />
        <text class="isolation-words" :x="isolation.x" :y="Math.max(14, isolation.y - isolation.r + 16)" text-anchor="middle">
          {{ far(plan.isolationM) }}, asked for this crop
        </text>
      </g>
      <g class="lines" aria-hidden="true">
        <path v-for="l in drawn" :key="l.key" :d="l.path" :stroke-width="l.width" :class="{ faint: opened === null }" />
      </g>
      <g
        v-for="m in markers"
        :key="m.key"
        class="marker"
        :class="{ here: m.patches.some((p) => p.key === opened?.key), free: m.patches.length === 0 }"
      >
        <template v-if="m.library">
          <path class="house" :d="`M${m.x - 9} ${m.y}L${m.x} ${m.y - 8}L${m.x + 9} ${m.y}V${m.y + 8}H${m.x - 9}Z`" />
        </template>
        <template v-if="!m.library || m.patches.length > 0">
          <a
            v-for="(p, i) in m.patches.slice(0, 4)"
            :key="p.key"
            class="hit"
            role="link"
            tabindex="0"
            :aria-label="`${m.name}: ${words(p)}`"
            :aria-current="p.key === opened?.key ? 'true' : undefined"
            @click.stop="emit('open', p.key)"
            @keydown.enter="emit('open', p.key)"
          >
            <circle class="reach" :cx="m.x + i * 9" :cy="m.y + (m.library ? 20 : 0)" r="20" />
            <rect
              class="bed"
              :class="{ table: p.kind === 'table', other: p.kind === 'neighbour', opened: p.key === opened?.key }"
              :x="m.x - MARKER / 2 + i * 9"
              :y="m.y - MARKER / 2 + i * 3 + (m.library ? 20 : 0)"
              :width="MARKER"
              :height="MARKER"
              rx="3"
              :stroke="colourOf(colours, p)"
            />
            <g v-if="p.apart === 'open'">
              <circle
                v-for="d in dotsOf(p)"
                :key="d"
                class="dot"
                :fill="colourOf(colours, p)"
                :cx="m.x - 5.5 + ((d - 1) % 3) * 5.5 + i * 9"
                :cy="m.y - 5.5 + Math.floor((d - 1) / 3) * 5.5 + i * 3 + (m.library ? 20 : 0)"
                r="1.9"
              />
            </g>
            <path
              v-else
              class="cover"
              :stroke="colourOf(colours, p)"
              :d="`M${m.x - 6 + i * 9} ${m.y + 6 + i * 3}V${m.y - 1 + i * 3}A6 6 0 0 1 ${m.x + 6 + i * 9} ${m.y - 1 + i * 3}V${m.y + 6 + i * 3}Z`"
            />
          </a>
          <a
            v-if="m.patches.length === 0 && m.gardenId !== null"
            class="hit"
            role="link"
            tabindex="0"
            :aria-label="`${m.name}, nothing of this group`"
            @click.stop="emit('garden', m.gardenId)"
            @keydown.enter="emit('garden', m.gardenId)"
          >
            <circle class="reach" :cx="m.x" :cy="m.y" r="18" />
            <rect class="bed" :x="m.x - 8" :y="m.y - 8" width="16" height="16" rx="3" />
          </a>
        </template>
        <text
          v-if="m.label || m.library"
          class="name"
          :x="m.library && m.patches.length === 0 ? m.x : (m.label?.x ?? m.x + 16)"
          :y="m.library && m.patches.length === 0 ? m.y + 22 : (m.label?.y ?? m.y) + 11"
          :text-anchor="m.library && m.patches.length === 0 ? 'middle' : m.label?.end ? 'end' : 'start'"
        >
          {{ shortened(m.name) }}
          <tspan
            v-for="p in m.patches.slice(0, 2)"
            :key="p.key"
            class="what"
            :x="m.label?.x ?? m.x + 16"
            dy="15"
            :fill="p.kind === 'table' || p.kind === 'neighbour' ? 'var(--quiet)' : colourOf(colours, p)"
          >
            {{ patchWords(p) }}
          </tspan>
          <tspan v-if="m.patches.length === 0 && !m.library" class="what" :x="m.label?.x" dy="15" fill="var(--quiet)">free</tspan>
        </text>
      </g>
      <g v-if="pin" aria-hidden="true" class="pin">
        <circle :cx="scale.x(pin.eastM)" :cy="scale.y(pin.northM)" r="9" />
        <circle :cx="scale.x(pin.eastM)" :cy="scale.y(pin.northM)" r="2.5" />
      </g>
      <g v-if="opened" aria-hidden="true">
        <g v-for="l in drawn.filter((d) => d.share >= 0.002).slice(0, 8)" :key="l.key">
          <rect class="figure" :x="l.x - 26" :y="l.y - 11" width="52" height="21" rx="3" />
          <text class="share" :x="l.x" :y="l.y + 4" text-anchor="middle">{{ percentOf(l.share) }}</text>
        </g>
      </g>
    </svg>
    <div class="zoom">
      <Button severity="secondary" size="small" aria-label="Nearer" @click="zoomBy(1.5)"><ZoomIn :size="17" /></Button>
      <Button severity="secondary" size="small" aria-label="Farther" @click="zoomBy(1 / 1.5)"><ZoomOut :size="17" /></Button>
      <Button severity="secondary" size="small" aria-label="The whole plan" @click="zoomBy(null)"><Maximize :size="17" /></Button>
    </div>
  </div>
</template>

<style scoped>
.plan {
  position: relative;
  min-height: 0;
  overflow: hidden;
}
svg {
  display: block;
  touch-action: none;
  cursor: grab;
}
.asking svg {
  cursor: crosshair;
}
.rings circle {
  fill: none;
  stroke: var(--rule);
  stroke-dasharray: 2 5;
}
.rings text,
.isolation-words {
  fill: var(--quiet);
  font-size: 12px;
}
.isolation {
  fill: var(--action);
  fill-opacity: 0.06;
  stroke: var(--action);
  stroke-dasharray: 6 4;
}
.isolation-words {
  fill: var(--action);
}
.lines path {
  fill: none;
  stroke: var(--act);
  stroke-opacity: 0.72;
  stroke-linecap: round;
}
.lines .faint {
  stroke-opacity: 0.34;
}
.house {
  fill: var(--ink);
}
.hit {
  cursor: pointer;
  outline: none;
}
.reach {
  fill: transparent;
}
.bed {
  fill: var(--sheet);
  stroke-width: 1.8;
}
.free .bed {
  fill: var(--wash);
  stroke: var(--dashes);
}
.bed.table,
.bed.other {
  stroke-dasharray: 3 2;
}
.bed.opened {
  stroke-width: 3.4;
}
.hit:hover .bed,
.hit:focus-visible .bed {
  fill: var(--lift);
  stroke-width: 3;
}
.hit:focus-visible .reach {
  stroke: var(--focus);
  stroke-width: 2;
}
.cover {
  fill: none;
  stroke-width: 1.8;
}
.name {
  font-size: 13px;
  font-weight: 600;
  fill: var(--ink);
  paint-order: stroke;
  stroke: var(--paper);
  stroke-width: 3px;
  pointer-events: none;
}
.free .name {
  fill: var(--quiet);
  font-weight: 400;
}
.what {
  font-weight: 400;
}
.pin circle {
  fill: var(--act);
  fill-opacity: 0.3;
  stroke: var(--act);
  stroke-width: 2;
}
.figure {
  fill: var(--paper);
  fill-opacity: 0.93;
}
.share {
  fill: var(--act);
  font-weight: 600;
  font-size: 13px;
}
.zoom {
  position: absolute;
  right: 12px;
  bottom: 10px;
  display: grid;
  gap: 4px;
}
</style>
