<script setup lang="ts">
import VirtualScroller from 'primevue/virtualscroller';
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import LotsLine from './LotsLine.vue';
import { useLotList } from './useLotList.ts';

const props = defineProps<{ open: string | null }>();
const list = useLotList();
const route = useRoute();
const router = useRouter();
/** Pixels of a row, a heading or a lot. */
const ROW = 38;

const root = ref<HTMLElement | null>(null);
const scroller = ref<InstanceType<typeof VirtualScroller> | null>(null);
/** Lines by number: what stands in one is looked up when it is shown. */
const lines = computed(() => Array.from({ length: list.lines.length }, (_, i) => i));
/** The lot that Tab reaches and the arrows start from, by how many stand before it. */
const marked = ref(0);

function follow(event: FocusEvent): void {
  const at = (event.target as HTMLElement).closest<HTMLElement>('[data-at]')?.dataset.at;
  if (at !== undefined) marked.value = Number(at);
}
/** The lots of these lines are looked at. */
function show({ first, last }: { readonly first: number; readonly last: number }): void {
  const lotOf = (line: number): number => {
    const at = list.lines.at(line);
    return 'lot' in at ? at.lot : lotOf(line + 1);
  };
  const end = Math.min(list.lines.length, Math.max(first + 1, last)) - 1;
  if (end >= 0) void list.look(lotOf(Math.min(first, end)), Math.max(lotOf(Math.min(first, end)), lotOf(end)));
}

function bringIntoView(lot: number): void {
  const view = root.value?.querySelector<HTMLElement>('.p-virtualscroller');
  if (!view) return;
  const top = list.lines.lineOf(lot) * ROW;
  if (top < view.scrollTop || top + ROW > view.scrollTop + view.clientHeight) scroller.value?.scrollTo({ top: Math.max(0, top - 3 * ROW) });
}
// A lot that is opened from elsewhere is shown in the list, when it stands in it.
watch(
  [() => props.open, () => list.known],
  async ([open, known]) => {
    if (open === null || !known) return;
    if (list.lotAt(marked.value)?.code === open) return;
    const at = await list.position(open);
    if (at === null || props.open !== open) return;
    marked.value = at;
    await nextTick();
    bringIntoView(at);
  },
  { immediate: true },
);

async function go(lot: number): Promise<void> {
  const at = Math.max(0, Math.min(list.lines.lots - 1, lot));
  await list.look(at, at);
  marked.value = at;
  bringIntoView(at);
  // The scroller draws what it was scrolled to in the frame after.
  for (let frame = 0; frame < 10; frame++) {
    await new Promise((resolve) => requestAnimationFrame(resolve));
    const line = root.value?.querySelector<HTMLElement>(`[data-at="${String(at)}"] a`);
    if (!line) continue;
    line.focus({ preventScroll: true });
    return;
  }
}
const LEAP = 15;
const KEYS: Readonly<Record<string, () => number>> = {
  ArrowDown: () => marked.value + 1,
  ArrowUp: () => marked.value - 1,
  PageDown: () => marked.value + LEAP,
  PageUp: () => marked.value - LEAP,
  Home: () => 0,
  End: () => list.lines.lots - 1,
};
function key(event: KeyboardEvent): void {
  const to = KEYS[event.key];
  if (!to || event.ctrlKey || event.metaKey || event.altKey) return;
  event.preventDefault();
  // From the list as a whole the first key goes to the lot that is marked.
  const inside = (event.target as HTMLElement).closest('[data-at]') !== null;
  void go(inside || event.key === 'Home' || event.key === 'End' ? to() : marked.value);
}
</script>

<template>
  <div ref="root" class="list" @focusin="follow" @keydown="key">
    <p v-if="list.problem" class="empty" role="alert">{{ list.problem }}</p>
    <div v-else-if="list.known && lines.length === 0" class="empty">
      <p v-if="list.tag === 'all' && list.crop === null">
        <strong>No lots yet.</strong> Press <kbd>N</kbd> and take in the first envelope.
      </p>
      <p v-else><strong>No lot stands here.</strong> That can be good news. Choose another list above.</p>
    </div>
    <VirtualScroller
      v-if="lines.length > 0"
      ref="scroller"
      class="rows"
      role="region"
      aria-label="List of lots"
      :items="lines"
      :item-size="ROW"
      :num-tolerated-items="5"
      lazy
      @lazy-load="show"
    >
      <template #item="{ item: line }">
        <LotsLine
          :what="list.lines.at(line as number)"
          :opened="props.open"
          :marked="marked"
          @open="(code) => router.push({ path: `/lots/${code}`, query: route.query })"
        />
      </template>
    </VirtualScroller>
    <p v-if="list.tag === 'all' && list.crop === null && (list.tags['used-up'] ?? 0) > 0" class="usedup quiet small">
      {{ list.tags['used-up'] }} more are <RouterLink to="/lots?tag=used-up">used up</RouterLink>; their record is kept.
    </p>
  </div>
</template>

<style scoped>
.list {
  min-height: 0;
  height: 100%;
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
}
.rows {
  height: 100%;
  width: 100%;
  outline-offset: -3px;
}
.rows :deep(.p-virtualscroller-content) {
  width: 100%;
}
.usedup {
  padding: 5px 20px 7px;
  border-top: 1px solid var(--rule);
}
</style>
