<script setup lang="ts">
import { Check, Lock, Mail, Package } from '@lucide/vue';
import { drag } from 'd3-drag';
import { select } from 'd3-selection';
import type { RenewalRowShown } from '@esprel/core/api';
import { computed, onMounted, onUnmounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import { APART_SHORT, rowName, STATE_WORDS, useRenewalPlan } from './usePlan.ts';

/** One row of the plan: pressed it opens, carried it moves, and the arrows move it to the season before or after. */
const props = defineProps<{
  row: RenewalRowShown;
  variety: string;
  twoYears: boolean;
  opened: boolean;
  seasons: readonly number[];
}>();
const emit = defineEmits<{
  carry: [row: RenewalRowShown | null];
  drop: [to: { readonly season: number | null; readonly gardenId: number | null }];
}>();
const router = useRouter();
const plan = useRenewalPlan();
const chip = ref<HTMLButtonElement | null>(null);
const moved = ref<{ readonly x: number; readonly y: number } | null>(null);
const words = computed(() =>
  [rowName(props.row), APART_SHORT[props.row.apart], props.twoYears ? 'winter' : ''].filter((t) => t !== '').join('\u00a0· '),
);
const fixed = computed(() => props.row.state === 'taken');
const SIGN = { found: null, held: Lock, asked: Mail, yes: Check, taken: Package } as const;
const label = computed(
  () =>
    `${words.value}, ${String(props.row.season)}${props.row.state === 'found' ? '' : `, ${STATE_WORDS[props.row.state]}`}: ${props.variety}`,
);

/** What lies under the pointer: another season on the line of the variety, or a garden. */
function under(x: number, y: number): { readonly season: number | null; readonly gardenId: number | null } {
  for (const e of document.elementsFromPoint(x, y)) {
    const garden = e.closest<HTMLElement>('[data-garden]');
    if (garden) return { season: null, gardenId: Number(garden.dataset.garden) };
    const cell = e.closest<HTMLElement>('[data-season]');
    if (cell && Number(cell.dataset.variety) === props.row.varietyId) return { season: Number(cell.dataset.season), gardenId: null };
  }
  return { season: null, gardenId: null };
}

/** So far a finger may slip, pixels, before it carries. */
const SLIPS = 6;
onMounted(() => {
  if (chip.value === null) return;
  const { varietyId, gardenId, season } = props.row;
  if (plan.follows?.varietyId === varietyId && plan.follows.gardenId === gardenId && plan.follows.season === season) {
    plan.follows = null;
    chip.value.focus();
  }
  let from = { x: 0, y: 0 };
  const carry = drag<HTMLButtonElement, unknown>()
    .clickDistance(SLIPS)
    .filter((event: MouseEvent) => !fixed.value && event.button === 0 && !event.ctrlKey)
    .container(() => document.body)
    .on('start', (event: { x: number; y: number }) => {
      from = { x: event.x, y: event.y };
    })
    .on('drag', (event: { x: number; y: number }) => {
      const by = { x: event.x - from.x, y: event.y - from.y };
      if (moved.value === null && Math.hypot(by.x, by.y) < SLIPS) return;
      if (moved.value === null) emit('carry', props.row);
      moved.value = by;
    })
    .on('end', (event: { sourceEvent: MouseEvent | TouchEvent }) => {
      if (moved.value === null) return;
      moved.value = null;
      const at = 'changedTouches' in event.sourceEvent ? event.sourceEvent.changedTouches[0] : event.sourceEvent;
      const to = at === undefined ? { season: null, gardenId: null } : under(at.clientX, at.clientY);
      emit('carry', null);
      if (to.season !== null || to.gardenId !== null) emit('drop', to);
    });
  select(chip.value).call(carry);
});
onUnmounted(() => {
  if (chip.value !== null) select(chip.value).on('.drag', null);
});

function move(season: number, gardenId: number): void {
  plan.follows = { varietyId: props.row.varietyId, gardenId, season };
  emit('drop', { season, gardenId });
}

function key(event: KeyboardEvent): void {
  const step = event.key === 'ArrowLeft' ? -1 : event.key === 'ArrowRight' ? 1 : 0;
  if (step !== 0) {
    event.preventDefault();
    const to = props.seasons[props.seasons.indexOf(props.row.season) + step];
    if (to !== undefined && !fixed.value) move(to, props.row.gardenId);
  } else if (event.key === 'h' || event.key === 'H') {
    event.preventDefault();
    if (props.row.state === 'found') void plan.hold(props.row.varietyId, props.row);
    else if (props.row.state === 'held') void plan.loosen(props.row);
  } else if ((event.key === 'g' || event.key === 'G') && !fixed.value) {
    event.preventDefault();
    const ids = (plan.page?.gardens ?? []).map((g) => g.id);
    const next = ids[(ids.indexOf(props.row.gardenId) + 1) % ids.length];
    if (next !== undefined) move(props.row.season, next);
  } else if ((event.key === 'b' || event.key === 'B') && !fixed.value) {
    event.preventDefault();
    void plan.bar(props.row.varietyId, props.row.gardenId, props.row.season, props.row.version);
  }
}
</script>

<template>
  <button
    ref="chip"
    type="button"
    class="chip"
    :class="[row.state, { opened, covered: row.covered, carried: moved !== null, fixed }]"
    :style="moved ? { transform: `translate(${moved.x}px, ${moved.y}px)` } : undefined"
    :aria-label="label"
    :title="
      fixed ? 'Taken: its packet lies ready' : 'Drag it to another season or garden; left and right, and G, do so too; H holds, B bars'
    "
    @click="router.push(`/renewals/variety/${row.varietyId}`)"
    @keydown="key"
  >
    <component :is="SIGN[row.state]" v-if="SIGN[row.state]" :size="14" aria-hidden="true" />{{ words }}
  </button>
</template>

<style scoped>
.chip {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  max-width: 100%;
  min-height: 28px;
  padding: 3px 7px;
  border: 1px solid transparent;
  border-radius: 2px;
  background: var(--good-soft);
  color: var(--good-deep);
  font-weight: 600;
  font-size: 13.5px;
  line-height: 1.3;
  text-align: left;
  cursor: grab;
  touch-action: none;
}
.chip svg {
  flex: none;
}
.chip.covered {
  background: var(--watch-soft);
  color: var(--watch);
}
.chip.held,
.chip.yes {
  border-color: currentColor;
}
.chip.asked {
  border: 1px dashed currentColor;
}
.chip.taken {
  background: var(--action-soft);
  color: var(--action-deep);
  cursor: pointer;
}
.chip.opened {
  background: var(--action);
  color: var(--sheet);
  border-color: var(--action);
}
.chip.carried {
  position: relative;
  z-index: 5;
  cursor: grabbing;
  pointer-events: none;
  box-shadow: 0 3px 12px rgb(40 30 10 / 30%);
}
</style>
