<script setup lang="ts">
import { computed, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import ListAndSheet from '../base/ListAndSheet.vue';
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
  <ListAndSheet :opened="hasSheet" label="Lots">
    <div class="lots">
      <h1 class="unseen">Lots</h1>
      <LotsFilter :tag="list.tag" :crop="list.crop" :sort="list.sort" :tags="list.tags" @show="show" />
      <LotsList :open="open" />
    </div>
  </ListAndSheet>
</template>

<style scoped>
.lots {
  position: relative;
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  height: 100%;
}
</style>
