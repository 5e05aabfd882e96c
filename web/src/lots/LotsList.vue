<script setup lang="ts">
import { useVirtualList } from '@vueuse/core';
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useSession } from '../base/session.ts';
import { useTable } from '../base/table.ts';
import { lotItems, neighbour } from './lotItems.ts';
import LotsRow from './LotsRow.vue';
import { useLotList } from './useLotList.ts';

const props = defineProps<{ open: string | null }>();
const list = useLotList();
const table = useTable();
const session = useSession();
const route = useRoute();
const router = useRouter();
const ROW = 38;

const items = computed(() => lotItems(list.lots, list.sort === 'crop', list.tag === 'all' ? list.tags : null));
const { list: seen, containerProps, wrapperProps, scrollTo } = useVirtualList(items, { itemHeight: ROW, overscan: 12 });
const marked = ref<string | null>(props.open);
const container = containerProps.ref;

/** The one row that Tab reaches: the marked one, or the first that is shown. */
const reachable = computed(() => {
  const shown = seen.value.flatMap((i) => (i.data.kind === 'lot' ? [i.data.lot.code] : []));
  return marked.value !== null && shown.includes(marked.value) ? marked.value : (shown[0] ?? null);
});
function follow(event: FocusEvent): void {
  const code = (event.target as HTMLElement).dataset.code;
  if (code !== undefined) marked.value = code;
}

function near(): void {
  const last = seen.value[seen.value.length - 1];
  if (last && last.index > items.value.length - 60) void list.more();
}
watch(seen, near);

function bringIntoView(code: string): void {
  const i = items.value.findIndex((x) => x.key === code);
  const el = container.value;
  if (i < 0 || !el) return;
  if (i * ROW < el.scrollTop || (i + 1) * ROW > el.scrollTop + el.clientHeight) scrollTo(Math.max(0, i - 3));
}
// A lot that is opened from elsewhere is shown in the list, when it stands in it.
watch(
  [() => props.open, () => list.lots.length > 0],
  ([open]) => {
    if (open === null) return;
    marked.value = open;
    void list
      .reach(open)
      .then(() => nextTick())
      .then(() => {
        bringIntoView(open);
      });
  },
  { immediate: true },
);

async function step(by: 1 | -1): Promise<void> {
  const next = neighbour(items.value, marked.value, by);
  if (next === null) return;
  marked.value = next;
  bringIntoView(next);
  await nextTick();
  requestAnimationFrame(() => container.value?.querySelector<HTMLElement>(`[data-code="${next}"]`)?.focus());
}
function show(code: string): void {
  marked.value = code;
  void router.push({ path: `/lots/${code}`, query: route.query });
}
</script>

<template>
  <div
    v-bind="containerProps"
    class="list"
    role="region"
    aria-label="List of lots"
    tabindex="0"
    @focusin="follow"
    @keydown.down.prevent="step(1)"
    @keydown.up.prevent="step(-1)"
  >
    <p v-if="list.problem" class="empty" role="alert">{{ list.problem }}</p>
    <div v-else-if="items.length === 0 && !list.loading" class="empty">
      <p v-if="list.tag === 'all' && list.crop === null">
        <strong>No lots yet.</strong> Press <kbd>N</kbd> and take in the first envelope.
      </p>
      <p v-else><strong>No lot stands here.</strong> That can be good news. Choose another list above.</p>
    </div>
    <ul v-bind="wrapperProps" class="plain">
      <li v-for="item in seen" :key="item.data.key">
        <h2 v-if="item.data.kind === 'crop'" class="crop">
          <span>{{ item.data.name }}</span> <span class="latin">{{ item.data.scientific }}</span>
          <span v-if="item.data.n !== null" class="n">{{ item.data.n }} {{ item.data.n === 1 ? 'lot' : 'lots' }}</span>
        </h2>
        <LotsRow
          v-else
          :lot="item.data.lot"
          :today="session.today"
          :open="item.data.lot.code === props.open"
          :marked="item.data.lot.code === reachable"
          :on-table="table.has(item.data.lot.code)"
          @open="show"
          @pull="table.toggle"
        />
      </li>
    </ul>
    <p v-if="list.tag === 'all' && list.crop === null && list.ended && (list.tags['used-up'] ?? 0) > 0" class="empty">
      {{ list.tags['used-up'] }} more are <RouterLink to="/lots?tag=used-up">used up</RouterLink>; their record is kept.
    </p>
  </div>
</template>

<style scoped>
.list {
  position: relative;
  min-height: 0;
  height: 100%;
  outline-offset: -3px;
}
.crop {
  height: 38px;
  padding: 0 18px 0 20px;
  font-size: 17px;
  display: flex;
  align-items: flex-end;
  gap: 9px;
  line-height: 30px;
  box-shadow: inset 0 -2px 0 var(--edge);
}
.crop .latin,
.crop .n {
  font-family: var(--text);
  font-weight: 400;
  font-size: 15px;
}
.crop .n {
  margin-left: auto;
  font-size: 14px;
  color: var(--quiet);
}
</style>
