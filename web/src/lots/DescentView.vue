<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue';
import Button from 'primevue/button';
import { useRouter } from 'vue-router';
import { capital, plural, truthWords } from '@esprel/core';
import { type DescentLot, lotsApi } from '@esprel/core/api';
import { useRead } from '../base/useRead.ts';
import { amount, percent } from '../base/format.ts';
import { descentLayout, NODE, ownLine } from '../charts/descentLayout.ts';
import SheetProblem from '../shared/SheetProblem.vue';
import { verdictLook } from '../shared/verdictLook.ts';
import VerdictShape from '../shared/VerdictShape.vue';

const props = defineProps<{ code: string }>();
const router = useRouter();
const { data, problem } = useRead(lotsApi.descent, () => ({ code: props.code }));
/** A net of more lots than this opens as the line of the opened lot. */
const MANY = 24;
const all = computed(() => data.value?.lots ?? []);
const line = computed(() => ownLine(all.value, props.code));
const wanted = ref<'line' | 'all' | null>(null);
const whole = computed(() => (wanted.value ?? (all.value.length > MANY ? 'line' : 'all')) === 'all');
const layout = computed(() => descentLayout(whole.value ? all.value : line.value));

const SIZES = [1, 0.6, 0.35, 0.2] as const;
const sized = ref<number | null>(null);
/** What does not fit in several panes begins smaller. */
const size = computed({ get: () => sized.value ?? (layout.value.nodes.length > 3 * MANY ? 1 : 0), set: (n) => (sized.value = n) });
const scale = computed(() => SIZES[size.value] ?? 1);
const scroller = ref<HTMLElement | null>(null);
/** The opened lot comes into the middle, however wide the net is. */
watch(
  [layout, scale],
  async () => {
    await nextTick();
    const own = layout.value.nodes.find((n) => n.lot.code === props.code);
    const pane = scroller.value;
    if (!own || !pane) return;
    pane.scrollLeft = (own.x + NODE.width / 2) * scale.value - pane.clientWidth / 2;
    pane.scrollTop = (own.y + NODE.height / 2) * scale.value - pane.clientHeight / 2;
  },
  { immediate: true },
);
const state = (lot: DescentLot): string | null => (lot.state === 'quarantine' ? 'quarantine' : lot.verdict);
const summary = computed(() => {
  const last = Math.max(0, ...all.value.map((l) => l.generation));
  const out = all.value.reduce((n, l) => n + l.openLoans, 0);
  return `${plural(all.value.length, 'lot')} in ${plural(last + 1, 'generation')}; ${out === 0 ? 'no promise is open' : `${plural(out, 'promise')} still open`}.`;
});

/** What is left of the variety, and how true it is. */
function keptWords(lot: DescentLot): string {
  const left = `${lot.keptUnsure ? 'about ' : ''}${String(Math.round(100 * lot.kept))} % of the variety’s diversity is left`;
  return lot.trueMean === null ? left : `${left}; ${truthWords(lot.trueMean)}`;
}
const here = computed(() => all.value.find((l) => l.code === props.code) ?? null);

function parents(lot: DescentLot): string {
  if (lot.mixed) return `mixed of ${plural(lot.parentIds.length, 'lot')}`;
  if (lot.grownBy === null) return 'taken in';
  const plants = lot.plants === null ? '' : `, ${plural(lot.plants, 'parent')}`;
  return `${lot.grownBy}${plants}${lot.isolated === 'yes' ? ', kept apart' : ''}`;
}
</script>

<template>
  <SheetProblem v-if="problem" :problem="problem" what="lot" />
  <article v-else class="descent scrolls" tabindex="-1">
    <header>
      <h1>
        Descent of <span class="code">{{ code }}</span>
      </h1>
      <p v-if="data" class="quiet">{{ summary }} From the top down: each lot and what was saved from it, or mixed.</p>
      <p v-if="here && here.generation > 0">
        {{ capital(keptWords(here)) }}.
        <template v-if="here.kept < 0.9">More mothers, or mixing with another lot of it, keeps the rest together.</template>
      </p>
      <p class="row-of-buttons">
        <Button severity="secondary" :label="`Back to ${code}`" @click="router.push(`/lots/${code}`)" />
        <Button severity="secondary" label="Mix with other lots of it" @click="router.push(`/lots/${code}/mix`)" />
        <Button
          v-if="line.length < all.length"
          severity="secondary"
          :label="whole ? 'Only its own line' : 'All that is related'"
          @click="wanted = whole ? 'line' : 'all'"
        />
        <template v-if="layout.nodes.length > 6">
          <Button severity="secondary" label="Smaller" :disabled="size === SIZES.length - 1" @click="size += 1" />
          <Button severity="secondary" label="Larger" :disabled="size === 0" @click="size -= 1" />
        </template>
      </p>
    </header>
    <div ref="scroller" class="scroller" tabindex="0" role="group" aria-label="Tree of lots">
      <div class="sized" :style="{ width: `${layout.width * scale}px`, height: `${layout.height * scale}px` }">
        <div class="tree" :style="{ width: `${layout.width}px`, height: `${layout.height}px`, transform: `scale(${scale})` }">
          <svg :width="layout.width" :height="layout.height" aria-hidden="true">
            <path v-for="l in layout.links" :key="`${l.from} ${l.to}`" :d="l.path" />
          </svg>
          <RouterLink
            v-for="n in layout.nodes"
            :key="n.lot.id"
            :to="`/lots/${n.lot.code}`"
            class="node"
            :class="{
              here: n.lot.code === code,
              doubt: n.lot.identity === 'doubtful' || n.lot.identity === 'unknown',
              gone: n.lot.balance === 0,
            }"
            :style="{
              left: `${n.x}px`,
              top: `${n.y}px`,
              width: `${NODE.width}px`,
              height: `${NODE.height}px`,
              borderTopColor: verdictLook(state(n.lot)).colour,
            }"
          >
            <span class="line"
              ><span class="code">{{ n.lot.code }}</span
              ><span class="quiet small">{{ n.lot.year ?? '' }}</span></span
            >
            <span class="line state"
              ><VerdictShape :verdict="state(n.lot)" :size="13" />{{ n.lot.median === null ? '' : percent(n.lot.median)
              }}<span class="quiet">{{ n.lot.balance === 0 ? 'used up' : `${amount(n.lot.balance, 'counted')} left` }}</span></span
            >
            <span class="small who">{{ parents(n.lot) }}</span>
            <span
              v-if="n.lot.generation > 0"
              v-tooltip.bottom="keptWords(n.lot)"
              class="kept"
              :class="{ low: n.lot.kept < 0.8 }"
              :aria-label="keptWords(n.lot)"
            >
              <i :style="{ width: `${Math.round(100 * n.lot.kept)}%` }" />
            </span>
          </RouterLink>
        </div>
      </div>
    </div>
  </article>
</template>

<style scoped>
.descent {
  height: 100%;
  padding: 20px 24px;
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  gap: 14px;
}
header {
  display: grid;
  gap: 6px;
}
h1 {
  font-size: 23px;
}
.scroller {
  overflow: auto;
}
.sized {
  overflow: hidden;
}
.tree {
  position: relative;
  transform-origin: 0 0;
}
.tree > svg {
  position: absolute;
  inset: 0;
}
.tree > svg path {
  fill: none;
  stroke: var(--dashes);
  stroke-width: 2;
}
.node {
  position: absolute;
  background: var(--lift);
  border: 1px solid var(--rule);
  border-top: 5px solid;
  color: var(--ink);
  text-decoration: none;
  padding: 6px 9px;
  display: grid;
  align-content: start;
  line-height: 1.35;
}
.node.here {
  background: var(--white);
  box-shadow: 0 0 0 2px var(--action);
}
.node.gone {
  opacity: 0.8;
  background: var(--paper);
}
.node.doubt .code::after {
  content: ' ?';
  color: var(--watch);
}
.line {
  display: flex;
  justify-content: space-between;
  gap: 6px;
  align-items: baseline;
}
.state {
  justify-content: flex-start;
  align-items: center;
  font-weight: 600;
}
.state .quiet {
  font-weight: 400;
}
.kept {
  display: block;
  height: 6px;
  margin-top: 4px;
  background: var(--wash);
  border-radius: 3px;
  overflow: hidden;
}
.kept i {
  display: block;
  height: 100%;
  background: var(--good-mid);
}
.kept.low i {
  background: var(--watch-fill);
}
.who {
  overflow: hidden;
  line-height: 1.2;
}
</style>
