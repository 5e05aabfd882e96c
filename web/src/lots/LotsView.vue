<script setup lang="ts">
import { computed, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import LotsFilter from './LotsFilter.vue';
import LotsList from './LotsList.vue';
import { SORTS, type Sort, useLotList } from './useLotList.ts';

const route = useRoute();
const router = useRouter();
const list = useLotList();
const open = computed(() => (typeof route.params.code === 'string' ? route.params.code : null));
const hasSheet = computed(() => route.path !== '/lots');

// The address names the list as well as the sheet, so that both can be sent to somebody.
watch(
  () => [route.query.tag, route.query.crop, route.query.sort] as const,
  ([tag, crop, sort]) => {
    list.tag = typeof tag === 'string' ? tag : 'all';
    list.crop = typeof crop === 'string' ? crop : null;
    list.sort = typeof sort === 'string' && sort in SORTS ? (sort as Sort) : 'crop';
  },
  { immediate: true },
);

function show(query: Record<string, string | undefined>): void {
  void router.push({ path: route.path, query: { ...route.query, ...query } });
}
</script>

<template>
  <div class="lots" :class="{ opened: hasSheet }">
    <section class="left" aria-label="Lots">
      <h1 class="unseen">Lots</h1>
      <LotsFilter :tag="list.tag" :crop="list.crop" :sort="list.sort" :tags="list.tags" @show="show" />
      <LotsList :open="open" />
    </section>
    <section class="right" aria-label="The opened sheet">
      <RouterView />
    </section>
  </div>
</template>

<style scoped>
.lots {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(400px, 39.3%);
  height: 100%;
}
.left {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  position: relative;
  min-height: 0;
}
.right {
  background: var(--sheet);
  border-left: 1px solid var(--rule);
  box-shadow: -3px 0 10px rgb(60 50 30 / 7%);
  min-height: 0;
  min-width: 0;
}
@media (max-width: 1100px) {
  .lots {
    grid-template-columns: minmax(0, 1fr) minmax(392px, 43%);
  }
}
@media (max-width: 860px) {
  .lots {
    grid-template-columns: minmax(0, 1fr);
  }
  .opened .left {
    display: none;
  }
  .lots:not(.opened) .right {
    display: none;
  }
}
</style>
